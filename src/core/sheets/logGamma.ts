const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** Logarithm of the gamma function for x > 0 (Lanczos 1964, g = 7), to about 14 digits. */
export function logGamma(x: number): number {
  const z = x - 1;
  const sum = LANCZOS.slice(1).reduce((a, c, i) => a + c / (z + i + 1), LANCZOS[0]);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}
