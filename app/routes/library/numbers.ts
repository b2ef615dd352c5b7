/** Numbers of the load model as the library writes them. */

export const nmText = (nm: number): string => (nm < 10 ? nm.toFixed(1) : String(Math.round(nm)));

export const jumpText = (percent: number): string =>
  `${percent > 0 ? '+' : '−'}${Math.abs(Math.round(percent))} %`;
