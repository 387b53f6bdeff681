import {
  findIslands,
  OUTSIDE,
  piecesOf,
  regionMask,
  seamMask,
  type BitMask,
  type LabelMap,
  type PartMap,
  type Region,
  type SeamRule,
} from '../geometry';
import { edgeRules, stampEdges, type EdgeOverlaps } from './edgeStamps';
import { layStrips, type EdgeStrips } from './edgeStrips';
import { layMoved, type MovedFilm } from './movedFilms';
import { markStep, PartTable, type PrintPart, type Step } from './partTable';

/**
 * What prints is not always what the picture shows: along edges a lighter colour may grow under a darker one, a deeper stage may
 * end a little inside, a mask may leave an area out, a slip of the gouge may have taken wood away. A print map says so for each
 * pixel: a label of the picture, the labels whose films it gets, and the marks that cover it.
 */
export interface PrintMapTask extends EdgeOverlaps {
  readonly labelCount: number;
  /** Places with a meaning of their own, grown all round by `growPx` where they touch labels of `on` (null: every label). */
  readonly marks: readonly {
    readonly region: Region;
    readonly growPx: number;
    readonly on: readonly number[] | null;
  }[];
  /** Seams a block is sawn along, with the width of the saw; each becomes a mark, numbered on from `marks`. */
  readonly seams?: readonly { readonly rule: SeamRule; readonly px: number }[];
  /** Strips along edges, each a mark, numbered on from those: all of the first group, then all of the next. */
  readonly strips?: readonly EdgeStrips[];
  /** Films that lie elsewhere than they were cut for; each becomes a mark, numbered on from those. */
  readonly moved?: readonly MovedFilm[];
}

export interface PrintMap {
  /** Values are indices into `parts`; the first `labelCount` parts are the labels themselves. */
  readonly map: PartMap;
  readonly parts: readonly PrintPart[];
  readonly areaPx: readonly number[];
  /** More different parts than a map can hold came together; the rarest combinations were left out. */
  readonly full: boolean;
}

/** Parts a map of bytes can hold: with more it takes two bytes a pixel. */
const MOST_IN_BYTES = 255;

/** True when nothing departs from the picture, so that the map itself can be used. */
export function isPlain(task: PrintMapTask): boolean {
  return (
    task.traps.every((t) => t.px < 0.5) &&
    task.chokes.every((c) => c.px < 0.5) &&
    task.marks.length === 0 &&
    (task.seams ?? []).length === 0 &&
    (task.strips ?? []).every(({ groups }) => groups.length === 0) &&
    (task.moved ?? []).length === 0
  );
}

/** Works out the print map of a picture; the picture's own map is not changed. Undefined when it is too broken up for marks. */
export function printMapOf(map: LabelMap, task: PrintMapTask): PrintMap | undefined {
  const inBytes = laidOn(map, map.labels.slice(), task, MOST_IN_BYTES);
  return inBytes?.full ? laidOn(map, Uint16Array.from(map.labels), task, OUTSIDE) : inBytes;
}

/** What departs from the picture, laid on a copy of its labels; `full` where more parts came together than it can hold. */
function laidOn(map: LabelMap, labels: PartMap['labels'], task: PrintMapTask, most: number): PrintMap | undefined {
  const table = new PartTable(task.labelCount, most);
  stampEdges(map, labels, edgeRules(task, table));
  const seams = task.seams ?? [];
  if (task.marks.length + seams.length > 0) {
    const islands = findIslands(map);
    if (!islands) return undefined;
    task.marks.forEach(({ region, growPx, on }, m) =>
      layMask(map, labels, regionMask(islands, region, growPx), on, markStep(table, m)),
    );
    seams.forEach(({ rule, px }, k) =>
      layMask(
        map,
        labels,
        seamMask(islands, piecesOf(islands, rule), px),
        null,
        markStep(table, task.marks.length + k),
      ),
    );
  }
  let mark = task.marks.length + seams.length;
  for (const strips of task.strips ?? []) {
    layStrips(map, labels, strips, table, mark);
    mark += strips.groups.length * strips.px.length;
  }
  if (task.moved) layMoved(map, labels, task.moved, mark, table);
  const counts = new Uint32Array(Math.max(256, table.parts.length));
  for (let i = 0; i < labels.length; i++) counts[labels[i]]++;
  const areaPx = Array.from(table.parts, (_, part) => counts[part]);
  return { map: { width: map.width, height: map.height, labels }, parts: table.parts, areaPx, full: table.full };
}

/** Every pixel of a mask, where it has one of these labels (null: any), takes the step. */
function layMask(map: LabelMap, out: PartMap['labels'], mask: BitMask, on: readonly number[] | null, next: Step): void {
  const hit = on && Uint8Array.from({ length: 256 }, (_, l) => Number(on.includes(l)));
  for (let y = 0, i = 0; y < map.height; y++) {
    const row = y * mask.wordsPerRow;
    for (let x = 0; x < map.width; x++, i++) {
      if ((x & 31) === 0 && mask.words[row + (x >>> 5)] === 0) {
        const skip = Math.min(32, map.width - x);
        x += skip - 1;
        i += skip - 1;
        continue;
      }
      if ((mask.words[row + (x >>> 5)] >>> (x & 31)) & 1 && (!hit || hit[map.labels[i]])) {
        const known = next.to[out[i]];
        out[i] = known >= 0 ? known : next.find(out[i]);
      }
    }
  }
}
