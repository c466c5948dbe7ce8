declare module 'jstat' {
  const jstat: {
    chisquare: { inv(p: number, degrees: number): number; cdf(x: number, degrees: number): number };
    normal: { cdf(x: number, mean: number, deviation: number): number };
  };
  export default jstat;
}
