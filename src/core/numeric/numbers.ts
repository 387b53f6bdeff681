/** Mean of at least one value. */
export function mean(values: readonly number[]): number {
  return values.reduce((sum, v) => sum + v, 0) / values.length;
}

/** The middle value, of two the upper; undefined of none. The values are left as they are. */
export function median(values: readonly number[]): number | undefined {
  return [...values].sort((a, b) => a - b)[values.length >> 1];
}

/** To so many digits after the point, as `Math.round` rounds. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale;
}
