/** The part of jStat that is used: quantiles of distributions, by probability and degrees of freedom. */
declare module 'jstat' {
  interface Quantiles {
    inv(probability: number, degrees: number): number;
  }
  const jstat: { readonly jStat: { readonly chisquare: Quantiles; readonly studentt: Quantiles } };
  export default jstat;
}
