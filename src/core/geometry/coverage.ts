import { GOUGE, TILE } from './gouge';
import type { PartMap } from './raster';
import { FillsAt, type Fill } from './shade';

/**
 * Which labels are in each cell of a small picture, and with what share (1–255): any look of the sheet is then a weighted sum, quick
 * enough to follow a hand. Cell c (row by row) holds the entries `from[c]` … `from[c + 1]`, labels rising; most cells hold one.
 */
export interface LabelCoverage {
  readonly width: number;
  readonly height: number;
  readonly labelCount: number;
  readonly from: Uint32Array;
  readonly label: Uint16Array;
  readonly share: Uint8Array;
}

/** What each cell holds, gathered cell by cell. */
class Gathering {
  private readonly from: Uint32Array;
  private label: Uint16Array;
  private share: Uint8Array;
  private used = 0;

  constructor(
    private readonly width: number,
    private readonly height: number,
    private readonly labelCount: number,
  ) {
    this.from = new Uint32Array(width * height + 1);
    this.label = new Uint16Array(width * height * 2);
    this.share = new Uint8Array(width * height * 2);
  }

  /** Takes the next cell: the labels met in it, in any order, and how much of each. */
  put(cell: number, met: readonly number[], amountOf: (label: number) => number, total: number): void {
    if (this.used + met.length > this.label.length) {
      const room = Math.max(2 * this.label.length, this.used + met.length);
      const label = new Uint16Array(room),
        share = new Uint8Array(room);
      label.set(this.label);
      share.set(this.share);
      this.label = label;
      this.share = share;
    }
    for (const label of met.length > 1 ? [...met].sort((a, b) => a - b) : met) {
      const share = Math.round((255 * amountOf(label)) / total);
      if (share === 0) continue;
      this.label[this.used] = label;
      this.share[this.used++] = share;
    }
    this.from[cell + 1] = this.used;
  }

  result(): LabelCoverage {
    const { width, height, labelCount, from, used } = this;
    return { width, height, labelCount, from, label: this.label.slice(0, used), share: this.share.slice(0, used) };
  }
}

/** The coverage of a map of `labelCount` labels on outWidth × outHeight cells. One pass over the map, a row of cells at a time. */
export function labelCoverage(map: PartMap, labelCount: number, outWidth: number, outHeight: number): LabelCoverage {
  const { labels, width, height } = map;
  const gathering = new Gathering(outWidth, outHeight, labelCount);
  const counts = new Uint32Array(labelCount * outWidth),
    met = Array.from({ length: outWidth }, (): number[] => []),
    totals = new Uint32Array(outWidth);
  const cellX = Int32Array.from({ length: width }, (_, x) => Math.floor((x * outWidth) / width));
  for (let row = 0, y = 0; row < outHeight; row++) {
    for (; y < height && Math.floor((y * outHeight) / height) === row; y++) {
      const from = y * width;
      for (let x = 0; x < width; x++) {
        const cell = cellX[x],
          label = labels[from + x];
        if (counts[cell * labelCount + label]++ === 0) met[cell].push(label);
        totals[cell]++;
      }
    }
    for (let x = 0; x < outWidth; x++) {
      const base = x * labelCount;
      gathering.put(row * outWidth + x, met[x], (label) => counts[base + label], totals[x]);
      for (const label of met[x]) counts[base + label] = 0;
      met[x].length = totals[x] = 0;
    }
  }
  return gathering.result();
}

/** The same shares on a grid `times` as coarse: for pictures as small as a stamp. Sizes are rounded down. */
export function coarserCoverage(fine: LabelCoverage, times: number): LabelCoverage {
  const width = Math.max(1, Math.floor(fine.width / times)),
    height = Math.max(1, Math.floor(fine.height / times));
  const across = Math.min(times, fine.width),
    down = Math.min(times, fine.height);
  const gathering = new Gathering(width, height, fine.labelCount);
  const sums = new Map<number, number>();
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      sums.clear();
      for (let dy = 0; dy < down; dy++)
        for (let dx = 0; dx < across; dx++) {
          const cell = (y * times + dy) * fine.width + x * times + dx;
          for (let i = fine.from[cell]; i < fine.from[cell + 1]; i++)
            sums.set(fine.label[i], (sums.get(fine.label[i]) ?? 0) + fine.share[i]);
        }
      gathering.put(y * width + x, [...sums.keys()], (label) => sums.get(label)!, 255 * across * down);
    }
  }
  return gathering.result();
}

/** The label that covers most of a cell; 0 where nothing does. */
export function labelOfCell({ from, label, share }: LabelCoverage, cell: number): number {
  let most = from[cell];
  for (let i = most + 1; i < from[cell + 1]; i++) if (share[i] > share[most]) most = i;
  return from[cell] === from[cell + 1] ? 0 : label[most];
}

/**
 * A small picture, one colour (0xAABBGGRR) for each label, flat or changing. With `strokes`, labels whose stroke differs from their colour are
 * drawn as gouge strokes.
 */
export function paintCoverage(
  { width, height, from, label, share }: LabelCoverage,
  fills: readonly Fill[],
  strokes: readonly Fill[] = fills,
): Uint32Array {
  const cells = width * height,
    out = new Uint32Array(cells);
  const hatched = strokes !== fills,
    // looked up once: an import is asked for anew at every use
    gouge = GOUGE,
    tile = TILE;
  const filled = new FillsAt(fills, 0),
    stroked = hatched ? new FillsAt(strokes, 0) : filled,
    changes = filled.change || stroked.change;
  for (let c = 0; c < cells; c++) {
    const at = !hatched || !gouge[(Math.floor(c / width) % tile) * tile + ((c % width) % tile)] ? filled : stroked;
    if (changes) at.goTo(((c % width) + 0.5) / width, (Math.floor(c / width) + 0.5) / height);
    const colours = at.words;
    const first = from[c],
      end = from[c + 1];
    if (end - first === 1) {
      out[c] = changes ? at.wordOf(label[first]) : colours[label[first]];
      continue;
    }
    let r = 0,
      g = 0,
      b = 0,
      total = 0;
    for (let i = first; i < end; i++) {
      const s = share[i],
        colour = changes ? at.wordOf(label[i]) : colours[label[i]];
      total += s;
      r += s * (colour & 255);
      g += s * ((colour >>> 8) & 255);
      b += s * ((colour >>> 16) & 255);
    }
    const each = 1 / total;
    out[c] = total === 0 ? 0 : 0xff000000 | ((b * each + 0.5) << 16) | ((g * each + 0.5) << 8) | (r * each + 0.5);
  }
  return out;
}
