import { deltaE2000, type Lab } from '../colour';
import {
  chainsOf,
  emptyMask,
  hasPixel,
  islandsOfMask,
  nestedMasks,
  Opening,
  openingShape,
  setPixel,
  thinned,
  type BitMask,
  type LabelMap,
} from '../geometry';
import { COST_PER_DELTA_E, type Likeness } from '../picture';
import { pixelsOf } from './grow';

/** A line of the picture that is thinner than can be cut, and that the opening has lost. */
export interface LineFound {
  /** Its middle, pixel by pixel. */
  readonly pixels: Int32Array;
  /** The flat colour it would be laid in. */
  readonly label: number;
  /** ΔE00 of that colour to what lies on either side of it, the weaker side, on average along it. */
  readonly contrast: number;
  readonly score: number;
}

export interface LineSettings {
  /** Of its middle, which thinning and junctions leave shorter than the line: 1.2 mm belong to some 2 mm. */
  readonly leastLengthMm: number;
  readonly leastContrast: number;
  /** How often a pixel of a line counts where likeness is summed. */
  readonly emphasis: number;
}
export const LINE_SETTINGS: LineSettings = { leastLengthMm: 1.2, leastContrast: 5, emphasis: 3 };

/** So much nearer to the picture (ΔE00) a line must be than what lies there. */
const LEAST_GAIN = 1;
/** In choosing a line's colour what it brings counts so often, however much lines count in deciding whether it is laid. */
const LABEL_EMPHASIS = 3;
/** What is narrower than so many times the least width is fine. */
const FINE_TIMES = 2;
const SPUR_PX = 5,
  BEND_DEG = 60;

/** The thin lines of the raw labels, darker and lighter than their ground, and the pixels that belong to them. */
export function findLines(
  map: LabelMap,
  raw: Uint8Array,
  likeness: Likeness,
  widthPx: number,
  mmPerPx: number,
  settings: LineSettings = LINE_SETTINGS,
): { readonly lines: LineFound[]; readonly pixels: BitMask } {
  const { width, height } = map;
  const nested = evened({ width, height, labels: raw }, likeness.count),
    present = new Uint8Array(256);
  for (let i = 0; i < raw.length; i++) present[raw[i]] = 1;
  const found = emptyMask(width, height);
  const lines: LineFound[] = [];
  const opening = new Opening(openingShape(widthPx));
  for (const dark of [true, false]) {
    const thin = emptyMask(width, height);
    for (const mask of nested) opening.addResidue(mask, !dark, thin);
    const wanted = candidates(map, thin, nested, dark, likeness);
    const long = longEnough(wanted, settings.leastLengthMm / mmPerPx);
    for (let w = 0; w < long.words.length; w++) found.words[w] |= long.words[w];
    const shape = new Uint8Array(width * height),
      pixels = pixelsOf(long).filter((i) => inside(i, width, height));
    for (const i of pixels) shape[i] = 1;
    const left = thinned(shape, width, pixels);
    for (const chain of chainsOf(shape, width, left, {
      ...{ spurPx: SPUR_PX, bendDeg: BEND_DEG },
      leastPx: settings.leastLengthMm / mmPerPx,
    })) {
      const line = coloured(chain, map, likeness, { widthPx, mmPerPx, settings, present });
      if (line) lines.push(line);
    }
  }
  addFineParts(map, likeness.count, widthPx, found);
  return { lines: lines.sort((a, b) => b.score - a.score || a.pixels[0] - b.pixels[0]), pixels: found };
}

/** Adds what of the map itself is fine though wide enough: a line that is there counts as much as one that would be laid beside it. */
function addFineParts(map: LabelMap, count: number, widthPx: number, found: BitMask): void {
  const px = FINE_TIMES * widthPx,
    opening = new Opening({ widthPx: px, heightPx: px, rects: [{ widthPx: px, heightPx: px }] });
  for (const mask of nestedMasks(
    map,
    Uint8Array.from({ length: 256 }, (_, l) => Math.min(l, count - 1)),
    count - 1,
  ))
    for (const complement of [false, true]) opening.addThin(mask, complement, found);
}

function inside(i: number, width: number, height: number): boolean {
  const x = i % width;
  return x > 0 && x < width - 1 && i >= width && i < width * (height - 1);
}

/** Nested masks {label ≥ k}, k = 1 …, each pixel by the majority of the three by three round it. */
function evened(map: LabelMap, count: number): BitMask[] {
  const ranks = Uint8Array.from({ length: 256 }, (_, l) => Math.min(l, count - 1));
  return nestedMasks(map, ranks, count - 1).map(median3);
}

/** Majority of the nine round each pixel, thirty-two at a time; pixels beyond the rim count as the pixel's own row or column repeated. */
function median3(mask: BitMask): BitMask {
  const { width, height, wordsPerRow, words } = mask;
  const out = emptyMask(width, height);
  const tail = width & 31 ? (1 << (width & 31)) - 1 : -1,
    last = wordsPerRow - 1,
    edge = (width - 1) & 31;
  // each row's sums of three neighbours as two bits
  const ones = new Int32Array(wordsPerRow * height),
    twos = new Int32Array(wordsPerRow * height);
  for (let y = 0, w = 0; y < height; y++)
    for (let k = 0; k < wordsPerRow; k++, w++) {
      const b = words[w] | 0;
      const before = k > 0 ? words[w - 1] >>> 31 : b & 1;
      const after = k < last ? words[w + 1] << 31 : ((b >>> edge) & 1) << edge;
      const a = (b << 1) | before,
        c = (b >>> 1) | after;
      ones[w] = a ^ b ^ c;
      twos[w] = (a & b) | (c & (a ^ b));
    }
  for (let y = 0, w = 0; y < height; y++) {
    const up = y > 0 ? -wordsPerRow : 0,
      down = y < height - 1 ? wordsPerRow : 0;
    for (let k = 0; k < wordsPerRow; k++, w++) {
      const o1 = ones[w + up],
        o2 = ones[w],
        o3 = ones[w + down];
      const low = o1 ^ o2 ^ o3,
        carry = (o1 & o2) | (o3 & (o1 ^ o2));
      const t1 = twos[w + up],
        t2 = twos[w],
        t3 = twos[w + down];
      // the sum is low + 2 (carry + t1 + t2 + t3): five or more is 4 + 1, or 6 and more
      const x = t1 ^ t2,
        twoSum = x ^ t3,
        fourA = (t1 & t2) | (t3 & x);
      const two = twoSum ^ carry,
        fourB = twoSum & carry;
      const four = fourA ^ fourB,
        eight = fourA & fourB;
      const most = eight | (four & (two | low));
      out.words[w] = k === last ? most & tail : most;
    }
  }
  return out;
}

/** Thin pixels that are darker (or lighter) than the map there, and clearly nearer to the picture. */
function candidates(
  map: LabelMap,
  thin: BitMask,
  nested: readonly BitMask[],
  dark: boolean,
  likeness: Likeness,
): BitMask {
  const out = emptyMask(map.width, map.height);
  const gain = LEAST_GAIN * COST_PER_DELTA_E;
  for (let y = 0, w = 0; y < map.height; y++)
    for (let k = 0; k < thin.wordsPerRow; k++, w++) {
      let kept = 0;
      for (let bits = thin.words[w]; bits !== 0; bits &= bits - 1) {
        const bit = bits & -bits,
          i = y * map.width + (k << 5) + 31 - Math.clz32(bit);
        const label = map.labels[i];
        // how many of the nested masks hold it: the evened label
        let level = 0;
        while (level < nested.length && (nested[level].words[w] & bit) !== 0) level++;
        if (dark ? level <= label : level >= label) continue;
        const row = likeness.rowOf(i);
        if (likeness.table[row + level] + gain <= likeness.table[row + label]) kept |= bit;
      }
      out.words[w] = kept;
    }
  return out;
}

/** Those parts of a mask that could be a line so long. */
function longEnough(mask: BitMask, leastPx: number): BitMask {
  const out = emptyMask(mask.width, mask.height);
  const islands = islandsOfMask(joinedCorners(mask));
  if (!islands) return out;
  for (let y = 0; y < mask.height; y++) {
    let from = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      const to = islands.stripEnd[s];
      if (islands.stripLabel[s] === 1 && islands.islandAreaPx[islands.stripIsland[s]] >= leastPx)
        for (let x = from; x < to; x++) if (hasPixel(mask, x, y)) setPixel(out, x, y);
      from = to;
    }
  }
  return out;
}

/** With the pixels that join corners to one island: a pixel whose left neighbour is missing but whose upper left is set gets it. */
function joinedCorners(mask: BitMask): BitMask {
  const { width, height, wordsPerRow, words } = mask;
  const out = { width, height, wordsPerRow, words: words.slice() };
  for (let w = wordsPerRow; w < words.length; w++) {
    const k = w % wordsPerRow;
    const above = words[w - wordsPerRow],
      here = words[w];
    const left = (above << 1) | (k > 0 ? words[w - wordsPerRow - 1] >>> 31 : 0),
      right = (above >>> 1) | (k < wordsPerRow - 1 ? words[w - wordsPerRow + 1] << 31 : 0);
    // here touches above only over a corner: the pixel above it joins them
    out.words[w - wordsPerRow] |= here & (left | right) & ~above;
  }
  return out;
}

/** What colour a line would be laid in, if any is worth it. */
function coloured(
  pixels: Int32Array,
  map: LabelMap,
  likeness: Likeness,
  {
    widthPx,
    mmPerPx,
    settings,
    present,
  }: {
    readonly widthPx: number;
    readonly mmPerPx: number;
    readonly settings: LineSettings;
    /** 1 at the labels a line may have. */
    readonly present: Uint8Array;
  },
): LineFound | undefined {
  const { width, height, labels } = map,
    { count, table, coloursLabD50 } = likeness;
  const band = bandOf(pixels, width, height, widthPx);
  const gains = new Float64Array(count);
  for (const i of band) {
    const row = likeness.rowOf(i),
      now = table[row + labels[i]];
    for (let l = 0; l < count; l++) {
      const gain = now - table[row + l];
      gains[l] += gain > 0 ? LABEL_EMPHASIS * gain : gain;
    }
  }
  const tell = contrastTable(coloursLabD50);
  const sides = sidesOf(pixels, map, mmPerPx);
  let best: LineFound | undefined,
    most = 0;
  for (let label = 0; label < count; label++) {
    if (gains[label] <= most || present[label] === 0) continue;
    let sum = 0;
    for (let k = 0; k < sides.length; k += 4) {
      const one = (tell[label * count + sides[k]] + tell[label * count + sides[k + 1]]) / 2,
        other = (tell[label * count + sides[k + 2]] + tell[label * count + sides[k + 3]]) / 2;
      sum += Math.min(one, other);
    }
    const contrast = (4 * sum) / sides.length;
    if (contrast < settings.leastContrast) continue;
    most = gains[label];
    best = { pixels, label, contrast, score: contrast * band.length };
  }
  return best;
}

const tables = new WeakMap<readonly Lab[], Float32Array>();

function contrastTable(colours: readonly Lab[]): Float32Array {
  let table = tables.get(colours);
  if (!table) {
    table = Float32Array.from({ length: colours.length ** 2 }, (_, k) =>
      deltaE2000(colours[Math.floor(k / colours.length)], colours[k % colours.length]),
    );
    tables.set(colours, table);
  }
  return table;
}

/** How far off the middle of a line its ground is looked for. */
const SIDES_MM = [0.4, 0.7];
const ALONG_PX = 5;

/** Labels on either side of each pixel of a line: nearer and farther on one side, then on the other. */
function sidesOf(pixels: Int32Array, { width, height, labels }: LabelMap, mmPerPx: number): Uint8Array {
  const out = new Uint8Array(4 * pixels.length);
  const at = (x: number, y: number) =>
    labels[Math.max(0, Math.min(height - 1, Math.round(y))) * width + Math.max(0, Math.min(width - 1, Math.round(x)))];
  for (let k = 0; k < pixels.length; k++) {
    const { nx, ny } = normalAt(pixels, k, width);
    const x = pixels[k] % width,
      y = Math.floor(pixels[k] / width);
    for (let s = 0; s < 2; s++)
      for (let d = 0; d < 2; d++) {
        const away = ((s === 0 ? 1 : -1) * SIDES_MM[d]) / mmPerPx;
        out[4 * k + 2 * s + d] = at(x + nx * away, y + ny * away);
      }
  }
  return out;
}

/** The direction across a line at its pixel k, of length 1. */
export function normalAt(pixels: Int32Array, k: number, width: number): { readonly nx: number; readonly ny: number } {
  const a = pixels[Math.max(0, k - ALONG_PX)],
    b = pixels[Math.min(pixels.length - 1, k + ALONG_PX)];
  const dx = (b % width) - (a % width),
    dy = Math.floor(b / width) - Math.floor(a / width),
    length = Math.hypot(dx, dy) || 1;
  return { nx: -dy / length, ny: dx / length };
}

/** Pixels of a square brush drawn along a line, moved aside by `asidePx`. */
export function bandOf(pixels: Int32Array, width: number, height: number, widthPx: number, asidePx = 0): number[] {
  const seen = new Set<number>();
  const low = -Math.floor((widthPx - 1) / 2);
  for (let k = 0; k < pixels.length; k++) {
    const { nx, ny } = asidePx === 0 ? { nx: 0, ny: 0 } : normalAt(pixels, k, width);
    const x = (pixels[k] % width) + Math.round(nx * asidePx),
      y = Math.floor(pixels[k] / width) + Math.round(ny * asidePx);
    for (let dy = low; dy < low + widthPx; dy++)
      for (let dx = low; dx < low + widthPx; dx++) {
        const px = x + dx,
          py = y + dy;
        if (px >= 0 && py >= 0 && px < width && py < height) seen.add(py * width + px);
      }
  }
  return [...seen];
}
