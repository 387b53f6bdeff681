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

/** Steps a shade along one axis is painted in: finer than eight bits tell apart. */
const FINE = 1024;

/** The colour of a shade at a place, as a word 0xAABBGGRR. Made once for a picture, asked for every pixel. */
export function shader({ axes, rgb }: Shade): (u: number, v: number) => number {
  if (axes.length === 1) return shaderAlong(axes[0], rgb);
  const high = axes.map(() => 1),
    share = axes.map(() => 0);
  return (u, v) => {
    axes.forEach(({ alongU, alongV, at }, a) => {
      const place = u * alongU + v * alongV;
      // neighbours in the picture are neighbours here: the last stretch is looked at first
      let h = high[a];
      while (h < at.length - 1 && at[h] < place) h++;
      while (h > 1 && at[h - 1] > place) h--;
      high[a] = h;
      share[a] = Math.min(1, Math.max(0, (place - at[h - 1]) / (at[h] - at[h - 1])));
    });
    let r = 0,
      g = 0,
      b = 0;
    for (let corner = 0; corner < 1 << axes.length; corner++) {
      let index = 0,
        weight = 1;
      for (let a = 0; a < axes.length; a++) {
        const upper = (corner >> a) & 1;
        index = index * axes[a].at.length + high[a] - 1 + upper;
        weight *= upper ? share[a] : 1 - share[a];
      }
      if (weight === 0) continue;
      r += weight * rgb[3 * index];
      g += weight * rgb[3 * index + 1];
      b += weight * rgb[3 * index + 2];
    }
    return wordOf(r, g, b);
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
    const mixed = (c: number) => rgb[3 * high - 3 + c] + share * (rgb[3 * high + c] - rgb[3 * high - 3 + c]);
    words[i] = wordOf(mixed(0), mixed(1), mixed(2));
  }
  const scale = FINE / length;
  return (u, v) => {
    const i = Math.round((u * alongU + v * alongV - first) * scale);
    return words[i < 0 ? 0 : i > FINE ? FINE : i];
  };
}

function wordOf(r: number, g: number, b: number): number {
  return (0xff000000 | (Math.round(b) << 16) | (Math.round(g) << 8) | Math.round(r)) >>> 0;
}

/** Fills as words for one place of the picture at a time. A shade that several labels share is looked up once for all of them. */
export class FillsAt {
  /** By label, as `fills`: those that change hold what they were at the last place gone to. */
  readonly words: Uint32Array;
  readonly change: boolean;
  private readonly changing: readonly { readonly labels: number[]; readonly word: (u: number, v: number) => number }[];

  constructor(fills: readonly (Fill | undefined)[], otherwise: number, length = fills.length) {
    this.words = new Uint32Array(Math.max(length, fills.length)).fill(otherwise);
    const labelsOf = new Map<Shade, number[]>();
    fills.forEach((fill, label) => {
      if (typeof fill === 'number') this.words[label] = fill;
      else if (fill) labelsOf.set(fill, [...(labelsOf.get(fill) ?? []), label]);
    });
    this.changing = [...labelsOf].map(([shade, labels]) => ({ labels, word: shader(shade) }));
    this.change = this.changing.length > 0;
  }

  /** From here on `words` are those of this place. */
  goTo(u: number, v: number): void {
    for (const { labels, word } of this.changing) {
      const now = word(u, v);
      for (const label of labels) this.words[label] = now;
    }
  }
}
