/** First-surface and internal reflection of a print (Saunderson 1942): values usual for oil ink on paper. */
export const K1_EXTERNAL = 0.04;
export const K2_INTERNAL = 0.6;

/**
 * Measured reflectance (0–1, band by band) to reflectance inside the film. `floor` is the light a surface
 * sends back whatever lies in it, taken from the darkest solid known on that paper.
 */
export function internalFromMeasured(measured: ArrayLike<number>, floor: number): Float64Array {
  return Float64Array.from(measured, (r) => {
    const q = Math.max(r - floor, 0);
    return q / ((1 - K1_EXTERNAL) * (1 - K2_INTERNAL) + K2_INTERNAL * q);
  });
}

/** Inverse of `internalFromMeasured` above the floor. */
export function measuredFromInternal(internal: ArrayLike<number>, floor: number): Float64Array {
  return Float64Array.from(
    internal,
    (rho) => floor + ((1 - K1_EXTERNAL) * (1 - K2_INTERNAL) * rho) / (1 - K2_INTERNAL * rho),
  );
}
