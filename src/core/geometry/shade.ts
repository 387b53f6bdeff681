/**
 * A colour that changes over a picture: known at the crossings of steps along some directions, and between them by straight lines. Places are
 * shares of the picture's width and height (0–1), so that it paints the same at every size.
 */
export interface Shade {
  readonly axes: readonly ShadeAxis[];
  /** Red, green and blue, 0–255, at every crossing, the last axis counted fastest. */
  readonly rgb: readonly number[];
}

/** Along an axis a place is u·alongU + v·alongV. Steps rise; beyond the first and the last nothing changes. */
interface ShadeAxis {
  readonly alongU: number;
  readonly alongV: number;
  readonly at: readonly number[];
}

/** What an area is painted with: one colour (0xAABBGGRR), or one that changes. */
export type Fill = number | Shade;

/** 0xAABBGGRR, opaque, from three bytes. */
export function packRgb(r: number, g: number, b: number): number {
  return (0xff000000 | (b << 16) | (g << 8) | r) >>> 0;
}

/** Steps a shade along one axis is painted in: finer than eight bits tell apart. */
const FINE = 1024;

/** The colour of a shade at a place, as a word 0xAABBGGRR. Made once for a picture, asked for every pixel. */
export function shader({ axes, rgb }: Shade): (u: number, v: number) => number {
  if (axes.length === 1) return shaderAlong(axes[0], rgb);
  const count = axes.length,
    high = new Int32Array(count).fill(1),
    share = new Float64Array(count),
    corners = 1 << count;
  return (u, v) => {
    let base = 0;
    for (let a = 0; a < count; a++) {
      const { alongU, alongV, at } = axes[a];
      const place = u * alongU + v * alongV;
      // neighbours in the picture are neighbours here: the last stretch is looked at first
      let h = high[a];
      while (h < at.length - 1 && at[h] < place) h++;
      while (h > 1 && at[h - 1] > place) h--;
      high[a] = h;
      const s = (place - at[h - 1]) / (at[h] - at[h - 1]);
      share[a] = s < 0 ? 0 : s > 1 ? 1 : s;
      base = base * at.length + h - 1;
    }
    let r = 0,
      g = 0,
      b = 0;
    for (let corner = 0; corner < corners; corner++) {
      let index = base,
        weight = 1;
      for (let a = count - 1, stride = 1; a >= 0; a--) {
        if ((corner >> a) & 1) {
          index += stride;
          weight *= share[a];
        } else weight *= 1 - share[a];
        stride *= axes[a].at.length;
      }
      if (weight === 0) continue;
      r += weight * rgb[3 * index];
      g += weight * rgb[3 * index + 1];
      b += weight * rgb[3 * index + 2];
    }
    return packRgb(Math.round(r), Math.round(g), Math.round(b));
  };
}

function shaderAlong({ alongU, alongV, at }: ShadeAxis, rgb: readonly number[]): (u: number, v: number) => number {
  const first = at[0],
    length = at[at.length - 1] - first;
  const words = new Uint32Array(FINE + 1);
  for (let i = 0, high = 1; i <= FINE; i++) {
    const place = first + (length * i) / FINE;
    while (high < at.length - 1 && at[high] < place) high++;
    const share = Math.min(1, Math.max(0, (place - at[high - 1]) / (at[high] - at[high - 1])));
    const mixed = (c: number) =>
      Math.round(rgb[3 * high - 3 + c] + share * (rgb[3 * high + c] - rgb[3 * high - 3 + c]));
    words[i] = packRgb(mixed(0), mixed(1), mixed(2));
  }
  const scale = FINE / length;
  return (u, v) => {
    const i = Math.round((u * alongU + v * alongV - first) * scale);
    return words[i < 0 ? 0 : i > FINE ? FINE : i];
  };
}

/** Fills as words for one place of the picture at a time. A shade is looked up where a label that has it is asked for, once for a place. */
export class FillsAt {
  /** By label, as `fills`; of those that change only `wordOf` tells. */
  readonly words: Uint32Array;
  readonly change: boolean;
  /** By label: the number of its shade; −1 where it is one colour. */
  private readonly shadeOf: Int32Array;
  private readonly shaders: readonly ((u: number, v: number) => number)[];
  /** By shade: its colour at the place it was asked for last, and which place that was. */
  private readonly known: Uint32Array;
  private readonly knownAt: Float64Array;
  private u = 0;
  private v = 0;
  private place = 0;

  constructor(fills: readonly (Fill | undefined)[], otherwise: number, length = fills.length) {
    const most = Math.max(length, fills.length);
    this.words = new Uint32Array(most).fill(otherwise);
    this.shadeOf = new Int32Array(most).fill(-1);
    const shades = [...new Set(fills.filter((fill) => typeof fill === 'object'))];
    fills.forEach((fill, label) => {
      if (typeof fill === 'number') this.words[label] = fill;
      else if (fill) this.shadeOf[label] = shades.indexOf(fill);
    });
    this.shaders = shades.map(shader);
    this.known = new Uint32Array(shades.length);
    this.knownAt = new Float64Array(shades.length);
    this.change = shades.length > 0;
  }

  /** From here on `wordOf` tells of this place. */
  goTo(u: number, v: number): void {
    this.u = u;
    this.v = v;
    this.place++;
  }

  wordOf(label: number): number {
    const shade = this.shadeOf[label];
    if (shade < 0) return this.words[label];
    if (this.knownAt[shade] !== this.place) {
      this.knownAt[shade] = this.place;
      this.known[shade] = this.shaders[shade](this.u, this.v);
    }
    return this.known[shade];
  }
}
