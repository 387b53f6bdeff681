/** First-surface and internal reflection of a print (Saunderson 1942): values usual for oil ink on paper. */
export const K1_EXTERNAL = 0.04;
export const K2_INTERNAL = 0.6;

/**
 * How far above the floor the light from inside is still told from nothing: near it and below, the light fades out smoothly
 * instead of ending, so that no ink has an absorption without bound and a little change of colour stays a little change.
 */
const FADE = 0.0015;

/**
 * Measured reflectance (0–1, band by band) to reflectance inside the film. `floor` is the light a surface
 * sends back whatever lies in it, taken from the darkest solid known on that paper.
 */
export function internalFromMeasured(measured: ArrayLike<number>, floor: number): Float64Array {
  return Float64Array.from(measured, (r) => {
    const above = r - floor;
    const q = (above + Math.hypot(above, 2 * FADE)) / 2;
    return q / ((1 - K1_EXTERNAL) * (1 - K2_INTERNAL) + K2_INTERNAL * q);
  });
}

/** Inverse of `internalFromMeasured` well above the floor; near it nothing comes out darker than the floor. */
export function measuredFromInternal(internal: ArrayLike<number>, floor: number): Float64Array {
  return Float64Array.from(
    internal,
    (rho) => floor + ((1 - K1_EXTERNAL) * (1 - K2_INTERNAL) * rho) / (1 - K2_INTERNAL * rho),
  );
}
