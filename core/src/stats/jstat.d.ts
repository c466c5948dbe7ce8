declare module 'jstat' {
  const jstat: {
    chisquare: { inv(p: number, degrees: number): number; cdf(x: number, degrees: number): number };
    beta: { cdf(x: number, alpha: number, beta: number): number };
    normal: {
      cdf(x: number, mean: number, deviation: number): number;
      inv(p: number, mean: number, deviation: number): number;
    };
  };
  export default jstat;
}
