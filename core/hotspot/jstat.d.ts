/** What is used of jstat, which ships without types. */
declare module 'jstat' {
  interface Gamma {
    readonly cdf: (x: number, shape: number, scale: number) => number;
    readonly inv: (p: number, shape: number, scale: number) => number;
  }
  interface StudentT {
    readonly inv: (p: number, freedom: number) => number;
  }
  const jstat: {
    readonly gamma: Gamma;
    readonly studentt: StudentT;
    readonly gammaln: (x: number) => number;
  };
  export = jstat;
}
