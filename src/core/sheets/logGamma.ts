const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** Logarithm of the gamma function for x > 0 (Lanczos 1964, g = 7), to about 14 digits. */
export function logGamma(x: number): number {
  const z = x - 1;
  let sum = LANCZOS[0];
  for (let i = 1; i < LANCZOS.length; i++) sum += LANCZOS[i] / (z + i);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/** Below this the asymptotic series are reached by the recurrence. */
const SERIES_FROM = 8;

/** Its derivative, the digamma function, for x > 0 (Abramowitz & Stegun 1964, 6.3.18), to about 11 digits. */
export function digamma(x: number): number {
  let [z, sum] = [x, 0];
  for (; z < SERIES_FROM; z++) sum -= 1 / z;
  const q = 1 / (z * z);
  return sum + Math.log(z) - 0.5 / z - q * (1 / 12 - q * (1 / 120 - q * (1 / 252 - q * (1 / 240 - q / 132))));
}

/** Its second derivative, the trigamma function, for x > 0 (ibid., 6.4.12). */
export function trigamma(x: number): number {
  let [z, sum] = [x, 0];
  for (; z < SERIES_FROM; z++) sum += 1 / (z * z);
  const q = 1 / (z * z);
  return sum + 1 / z + q / 2 + (q / z) * (1 / 6 - q * (1 / 30 - q * (1 / 42 - q / 30)));
}
