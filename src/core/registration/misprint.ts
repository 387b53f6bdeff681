import { FillsAt, type Fill, type PartMap } from '../geometry';
import { motionAt, type Motion } from './motion';

/** The sheet as it would be with every run laid where its motion says. */
export interface Misprint {
  /** The print map: parts of the image, `mmPerPx` to a pixel. */
  readonly map: PartMap;
  readonly mmPerPx: number;
  /** `film[k][part]`: 0 where run k leaves nothing on the part, else one more than the number of its inking. */
  readonly film: readonly ArrayLike<number>[];
  readonly motions: readonly Motion[];
}

/** A window on the image: its top left corner and how many mm a drawn pixel is. */
export interface MisprintView {
  readonly xMm: number;
  readonly yMm: number;
  readonly mmPerPx: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Draws it: for every pixel of the window the films that really lie there, whatever their runs' motions brought, as a number
 * (radix: inkings of a run plus one, run 1 lowest), turned into a packed colour, flat or changing, by `colourOf`. Outside the image is paper
 * (0). A colour that changes does so by the place on the image as planned: a fade is much longer than what a run is off.
 */
export function paintMisprint(
  { map, mmPerPx, film, motions }: Misprint,
  view: MisprintView,
  colourOf: (films: number) => Fill,
  out: Uint32Array,
): void {
  const radix = film.map((parts) => 1 + Array.from(parts).reduce((most, v) => Math.max(most, v), 0));
  let stride = 1;
  const tables = film.map((parts, k) => {
    const table = new Int32Array(Math.max(256, parts.length));
    for (let p = 0; p < parts.length; p++) table[p] = parts[p] * stride;
    stride *= radix[k];
    return table;
  });
  const colours = new Uint32Array(stride),
    known = new Uint8Array(stride),
    changing: (FillsAt | undefined)[] = [];
  const codes = new Int32Array(view.width);
  const { width, height, labels } = map;
  const back = motions.map((motion) => backwards(motion, mmPerPx));
  for (let y = 0; y < view.height; y++) {
    codes.fill(0);
    const yMm = view.yMm + (y + 0.5) * view.mmPerPx,
      x0 = view.xMm + view.mmPerPx / 2;
    for (let k = 0; k < back.length; k++) {
      const [a, b, c, d, e, f] = back[k],
        table = tables[k];
      let sx = a * x0 + b * yMm + c,
        sy = d * x0 + e * yMm + f;
      const dx = a * view.mmPerPx,
        dy = d * view.mmPerPx;
      for (let x = 0; x < view.width; x++, sx += dx, sy += dy) {
        const ix = Math.floor(sx),
          iy = Math.floor(sy);
        if (ix >= 0 && iy >= 0 && ix < width && iy < height) codes[x] += table[labels[iy * width + ix]];
      }
    }
    for (let x = 0, at = y * view.width; x < view.width; x++, at++) {
      const code = codes[x];
      if (known[code] === 0) {
        known[code] = 1;
        const fill = colourOf(code);
        if (typeof fill === 'number') colours[code] = fill;
        else changing[code] = new FillsAt([fill], 0);
      }
      const change = changing[code];
      change?.goTo((x0 + x * view.mmPerPx) / (width * mmPerPx), yMm / (height * mmPerPx));
      out[at] = change ? change.wordOf(0) : colours[code];
    }
  }
}

/** From a place (mm) to the pixel of the map that the motion carried there: x = a·x + b·y + c, y = d·x + e·y + f. */
function backwards(motion: Motion, mmPerPx: number): readonly [number, number, number, number, number, number] {
  const carried = (x: number, y: number) => {
    const [dx, dy] = motionAt(motion, x, y);
    return [x + dx, y + dy] as const;
  };
  const [ox, oy] = carried(0, 0),
    [ex, ey] = carried(1, 0),
    [sx, sy] = carried(0, 1);
  const a = ex - ox,
    b = sx - ox,
    c = ey - oy,
    d = sy - oy,
    det = (a * d - b * c) * mmPerPx;
  return [d / det, -b / det, (-d * ox + b * oy) / det, -c / det, a / det, (c * ox - a * oy) / det];
}
