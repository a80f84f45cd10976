/** The functions of the statistics library that tests are held against. */
declare module 'jstat' {
  export const jStat: {
    combinationln(n: number, k: number): number;
    betaln(a: number, b: number): number;
    gamma: { inv(p: number, shape: number, scale: number): number };
    chisquare: { cdf(x: number, degrees: number): number };
  };
}
