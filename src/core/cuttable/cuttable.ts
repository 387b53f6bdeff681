import { changesOfLabels, emptyMask, findIslands, setPixel, type BitMask, type Box, type LabelMap } from '../geometry';
import { majorityFilter, mergeSmallIslands, type Likeness } from '../picture';
import { Checker, cureAll, cureNear, type CheckLimits } from './cure';
import { layStrokes, type LineTold } from './layStrokes';
import { mend, openAll, type Kept } from './mend';
import { wholePatch } from './patch';
import type { Standing } from './standing';
import { findLines, type LineFound, type LineSettings } from './strokes';

/** How a map is made cuttable: what stands together, how wide it must be, what is kept. */
export interface CuttableMeans {
  readonly likeness: Likeness;
  readonly standing: Standing;
  readonly limits: CheckLimits;
  readonly leastIslandPx: number;
  readonly kept?: Kept;
  /** Null: thin lines are not looked for. */
  readonly lines: LineSettings | null;
  /** Pixels on lines that are laid whatever they cost. */
  readonly wantedPx?: readonly number[];
}

/** A band of rows, `to` exclusive, and the rows round it that are looked at with it. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly around: { readonly from: number; readonly to: number };
}

/**
 * The map in two bands that can be worked on side by side, with as many edges in either; what lies round them is as wide as `overlapPx`.
 * Always two, whoever works, so that it always comes out the same.
 */
export function bandsOf(map: LabelMap, overlapPx: number): readonly Band[] {
  const { height } = map;
  if (height < 6 * overlapPx) return [{ from: 0, to: height, around: { from: 0, to: height } }];
  const edges = new Float64Array(height + 1);
  const { across, wordsPerRow } = changesOfLabels(map);
  for (let y = 0; y < height; y++) {
    let count = wordsPerRow >> 1;
    for (let w = y * wordsPerRow; w < (y + 1) * wordsPerRow; w++) if (across[w] !== 0) count++;
    edges[y + 1] = edges[y] + count;
  }
  let middle = 2 * overlapPx;
  while (middle < height - 2 * overlapPx && edges[middle] < edges[height] / 2) middle++;
  return [
    { from: 0, to: middle, around: { from: 0, to: middle + overlapPx } },
    { from: middle, to: height, around: { from: middle - overlapPx, to: height } },
  ];
}

/** How far round a band its shapes are looked at. */
export const overlapOf = (standing: Standing): number => 20 * standing.widestPx;

/**
 * First half of the chain, on a band with its surroundings: opened, its thin lines laid as strokes, edges smoothed as a hand cuts them,
 * opened again and mended place by place. `raw`: each pixel's nearest colour, light to dark. Changes the map.
 */
export function shapeBand(map: LabelMap, raw: Uint8Array, means: CuttableMeans): readonly LineTold[] {
  const { likeness, standing, kept, lines } = means;
  openAll(wholePatch(map), likeness, standing, kept);
  let told: readonly LineTold[] = [];
  const strokes: { readonly label: number; readonly covers: readonly number[] }[] = [];
  if (lines) {
    const found = findLines(map, raw, likeness, standing.widestPx, means.limits.mmPerPx, lines);
    told = layStrokes(map, found.lines, standing.widestPx, {
      ...{ likeness, standing, kept },
      ...{ emphasised: found.pixels, emphasis: lines.emphasis },
      wanted: wantedBy(map.width, means),
      laid: (label, covers) => strokes.push({ label, covers }),
    });
  }
  const stays = keptWith(map, kept, told);
  const keptLabels = kept && map.labels.slice();
  map.labels.set(majorityFilter(map, Math.round(standing.widestPx / 2.5)));
  for (const { label, covers } of strokes) for (const i of covers) map.labels[i] = label;
  if (kept && keptLabels) layKept(map, keptLabels, kept);
  mend(map, wholePatch(map), likeness, standing, stays);
  return told;
}

/** A line is asked for when a pixel that is wanted lies on it or beside it. */
function wantedBy(width: number, { wantedPx = [], standing }: CuttableMeans): (line: LineFound) => boolean {
  const reach = 2 * standing.widestPx;
  const points = wantedPx.map((i) => [i % width, Math.floor(i / width)] as const);
  return ({ pixels }) =>
    points.some(([x, y]) =>
      pixels.some((i) => Math.abs((i % width) - x) <= reach && Math.abs(Math.floor(i / width) - y) <= reach),
    );
}

/** What is kept, and lines that were asked for with it. */
export function keptWith(map: LabelMap, kept: Kept, lines: readonly LineTold[]): Kept {
  const covers = lines.flatMap((line) => line.covers ?? []);
  if (covers.length === 0) return kept;
  const mask = emptyMask(map.width, map.height);
  if (kept) mask.words.set(kept.words);
  for (const i of covers) setPixel(mask, i % map.width, Math.floor(i / map.width));
  return mask;
}

/** Whether the check finds nothing: such a map stays as it is. Ends at the first place. */
function isCuttable(map: LabelMap, { standing, limits, leastIslandPx }: CuttableMeans): boolean {
  if (new Checker(standing, limits).findsAny(map)) return false;
  const islands = findIslands(map);
  if (!islands) return false;
  return islands.islandAreaPx.subarray(0, islands.islandCount).every((px) => px >= leastIslandPx);
}

function sameLabels(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

function layKept(map: LabelMap, labels: Uint8Array, kept: BitMask): void {
  for (let y = 0, w = 0; y < map.height; y++)
    for (let k = 0; k < kept.wordsPerRow; k++, w++)
      for (let bits = kept.words[w]; bits !== 0; bits &= bits - 1) {
        const i = y * map.width + (k << 5) + 31 - Math.clz32(bits & -bits);
        map.labels[i] = labels[i];
      }
}

/** Islands under the least size go to their neighbours; the boxes of those that went. */
export function mergeIslands(
  map: LabelMap,
  { likeness, leastIslandPx, kept }: Pick<CuttableMeans, 'likeness' | 'leastIslandPx' | 'kept'>,
): Box[] {
  const islands = findIslands(map);
  if (!islands) return [];
  const merged = mergeSmallIslands(map, islands, leastIslandPx, likeness);
  if (merged === map.labels) return [];
  if (kept) layKept({ ...map, labels: merged }, map.labels, kept);
  const boxes = new Map<number, { x0: number; y0: number; x1: number; y1: number }>();
  for (let y = 0; y < map.height; y++) {
    let from = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      const to = islands.stripEnd[s],
        island = islands.stripIsland[s];
      if (merged[y * map.width + from] !== islands.stripLabel[s]) {
        const box = boxes.get(island);
        if (!box) boxes.set(island, { x0: from, y0: y, x1: to, y1: y + 1 });
        else {
          box.x0 = Math.min(box.x0, from);
          box.x1 = Math.max(box.x1, to);
          box.y1 = y + 1;
        }
      }
      from = to;
    }
  }
  map.labels.set(merged);
  return [...boxes.values()];
}

/** The whole chain, band after band. Changes the map; says what became of its lines and how many places the check would still find. */
export function makeCuttable(
  map: LabelMap,
  raw: Uint8Array,
  meansOf: (band: { readonly from: number; readonly to: number }) => CuttableMeans,
): { readonly lines: readonly LineTold[]; readonly left: number } {
  const { width, height } = map;
  const whole = meansOf({ from: 0, to: height });
  if ((!whole.lines || sameLabels(map.labels, raw)) && isCuttable(map, whole)) return { lines: [], left: 0 };
  const bands = bandsOf(map, overlapOf(whole.standing));
  const lines: LineTold[] = [],
    shaped = new Uint8Array(map.labels.length);
  for (const band of bands) {
    const part = bandOfMap(map, band);
    const { from, to } = band.around;
    const told = shapeBand(part, raw.subarray(from * width, to * width), meansOf(band.around));
    lines.push(...linesOfBand(told, band, width));
    shaped.set(ownRows(part, band), band.from * width);
  }
  map.labels.set(shaped);
  mergeIslands(map, whole);
  const open: Box[] = [];
  for (const band of bands) {
    const part = bandOfMap(map, band);
    open.push(...cureBand(part, band, meansOf(band.around)));
    map.labels.set(ownRows(part, band), band.from * width);
  }
  return { lines: lines.sort((a, b) => b.score - a.score), left: finish(map, open, whole) };
}

/** A copy of a band with its surroundings. */
export function bandOfMap(map: LabelMap, { around }: Band): LabelMap {
  const { width } = map;
  return { width, height: around.to - around.from, labels: map.labels.slice(around.from * width, around.to * width) };
}

/** The labels of the rows that are the band's own. */
export function ownRows({ width, labels }: LabelMap, { from, to, around }: Band): Uint8Array {
  return labels.subarray((from - around.from) * width, (to - around.from) * width);
}

/** The lines whose middle lies in the band, in pixels of the whole map. */
export function linesOfBand(lines: readonly LineTold[], band: Band, width: number): LineTold[] {
  const down = band.around.from * width;
  return lines.flatMap((line) => {
    const middle = line.pixels[line.pixels.length >> 1] + down,
      y = Math.floor(middle / width);
    const whole = { ...line, pixels: line.pixels.map((i) => i + down) };
    return y < band.from || y >= band.to
      ? []
      : [line.covers ? { ...whole, covers: line.covers.map((i) => i + down) } : whole];
  });
}

/** Mends what the check finds in a band, but nothing that reaches over its ends: the boxes of those are given back, in pixels of the whole map. */
export function cureBand(part: LabelMap, band: Band, means: CuttableMeans): Box[] {
  const top = band.from - band.around.from,
    low = band.to - band.around.from;
  return cureAll(part, means, { top, low }).map((box) => ({
    ...box,
    y0: box.y0 + band.around.from,
    y1: box.y1 + band.around.from,
  }));
}

/** What is left over between bands is mended, small islands go, and what that brought about is mended again. Gives the places left. */
export function finish(map: LabelMap, open: readonly Box[], means: CuttableMeans): number {
  let left = cureNear(map, open, means);
  for (let round = 0; round < 3; round++) {
    const merged = mergeIslands(map, means);
    if (merged.length === 0) break;
    left = cureNear(map, [...left, ...merged], means);
  }
  // what looked like a place in its surroundings may be none in the whole
  return left.length === 0 ? 0 : new Checker(means.standing, means.limits).findings(map);
}

/** Opens, mends and cures a map that was changed all over, with no lines laid anew. Gives the places left. */
export function mendWhole(map: LabelMap, means: CuttableMeans): number {
  mend(map, wholePatch(map), means.likeness, means.standing, means.kept);
  mergeIslands(map, means);
  return finish(map, cureAll(map, means), means);
}

/** A first look at what a map will be when it is made cuttable: opened once, no lines laid, nothing smoothed or cured. Changes the map. */
export function roughlyCuttable(map: LabelMap, means: CuttableMeans): void {
  openAll(wholePatch(map), means.likeness, means.standing, means.kept);
  mergeIslands(map, means);
}
