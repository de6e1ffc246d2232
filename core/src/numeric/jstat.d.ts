/** The two functions of jstat that Jacana uses; the package ships no types. */
declare module 'jstat' {
  const jstat: {
    tukey: {
      cdf: (q: number, groups: number, df: number) => number;
      inv: (probability: number, groups: number, df: number) => number;
    };
  };
  export default jstat;
}
