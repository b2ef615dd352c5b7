/** Numbers of the load model as the library writes them. */

export const nmText = (nm: number): string => (nm < 10 ? nm.toFixed(1) : String(Math.round(nm)));

/** Seconds, in minutes from two minutes on: "48 s", "3 min 20 s". */
export function secondsText(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 120) return `${whole} s`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} min${rest > 0 && whole < 600 ? ` ${rest} s` : ''}`;
}

export const jumpText = (percent: number): string =>
  `${percent > 0 ? '+' : '−'}${Math.abs(Math.round(percent))} %`;
