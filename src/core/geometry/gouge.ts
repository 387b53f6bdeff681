export const TILE = 16;
/** Gouge strokes: short slanted cuts, thick at the middle, in a tile that repeats without seam. */
export const GOUGE = gougeTile();

function gougeTile(): Uint8Array {
  const tile = new Uint8Array(TILE * TILE);
  const strokes = [
    [0, 3, 9],
    [8, 11, 9],
  ] as const;
  for (const [x0, y0, length] of strokes) {
    for (let t = 0; t < length; t++) {
      const wide = t > 1 && t < length - 2;
      const x = x0 + t,
        y = y0 - Math.round(t * 0.7) + 2 * TILE;
      tile[(y % TILE) * TILE + (x % TILE)] = 1;
      if (wide) tile[((y + 1) % TILE) * TILE + (x % TILE)] = 1;
    }
  }
  return tile;
}
