/** Mean of at least one value. */
export function mean(values: readonly number[]): number {
  return values.reduce((sum, v) => sum + v, 0) / values.length;
}

/** The middle value, of two the upper; undefined of none. The values are left as they are. */
export function median(values: readonly number[]): number | undefined {
  return [...values].sort((a, b) => a - b)[values.length >> 1];
}

/** Share of a standard normal distribution below x, to 1e-7 (Abramowitz & Stegun 1964, 26.2.17). */
export function normalShare(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const above = (poly * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI);
  return x >= 0 ? 1 - above : above;
}

/** To so many digits after the point, as `Math.round` rounds. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale;
}
