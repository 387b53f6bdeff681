import {
  boxOf,
  dilateDisc,
  eachStripOf,
  emptyMask,
  fillLine,
  fillOutlines,
  fillSpan,
  findIslands,
  hasPixel,
  islandByKey,
  neighboursOf,
  thinnerThan,
  maskOfLabels,
  type BitMask,
  type Box,
  type IslandMap,
  type LabelMap,
} from '../geometry';
import { failure, success, type Outcome } from '../units/outcome';
import { majorityFilter, MAX_RADIUS_PX } from './majority';

/**
 * Changes of a flat picture by island and edge. Lengths are map pixels, `island` the first pixel of an island, lines x, y, x, y …;
 * `become`: what each label turns into within outlines.
 */
export type RegionEdit =
  | { readonly kind: 'give'; readonly island: number; readonly label: number }
  | { readonly kind: 'merge'; readonly island: number }
  | { readonly kind: 'split'; readonly island: number; readonly linePx: readonly number[]; readonly label: number }
  | {
      readonly kind: 'gap';
      readonly island: number;
      readonly linePx: readonly number[];
      readonly widthPx: number;
      readonly label: number;
    }
  | { readonly kind: 'thicken'; readonly labels: readonly number[]; readonly boxPx: Box; readonly widthPx: number }
  | { readonly kind: 'smooth'; readonly island: number; readonly radiusPx: number }
  | { readonly kind: 'redraw'; readonly outlinesPx: readonly (readonly number[])[]; readonly become: readonly number[] }
  | { readonly kind: 'despeckle'; readonly outlinePx: readonly number[]; readonly minAreaPx: number };

/** What changed: the box to draw anew, and how many pixels have another label now. */
export interface EditDone {
  readonly box: Box;
  readonly changedPx: number;
}

/**
 * Makes one change in the map itself; `islands` are those of the map before. Costs the islands concerned, not the map. When it
 * cannot be done, nothing is changed and the failure says why.
 */
export function editRegions(map: LabelMap, islands: IslandMap, edit: RegionEdit): Outcome<EditDone> {
  if (edit.kind === 'thicken') return thicken(map, edit.labels, edit.boxPx, edit.widthPx);
  if (edit.kind === 'redraw') return redraw(map, edit.outlinesPx, edit.become);
  if (edit.kind === 'despeckle') return despeckle(map, islands, edit.outlinePx, edit.minAreaPx);
  const island = islandByKey(islands, edit.island);
  if (island === undefined) return failure('island-gone');
  if (edit.kind === 'give') return give(map, islands, island, edit.label);
  if (edit.kind === 'merge') return merge(map, islands, island);
  if (edit.kind === 'split') return split(map, islands, island, edit.linePx, edit.label);
  if (edit.kind === 'gap') return openGap(map, islands, island, edit.linePx, edit.widthPx, edit.label);
  return smooth(map, islands, island, edit.radiusPx);
}

/** Every label within outlines (even–odd over all of them) becomes another. */
function redraw(
  map: LabelMap,
  outlinesPx: readonly (readonly number[])[],
  become: readonly number[],
): Outcome<EditDone> {
  const within = emptyMask(map.width, map.height);
  fillOutlines(within, outlinesPx);
  const to = Uint8Array.from({ length: 256 }, (_, label) => become[label] ?? label);
  const box = { x0: map.width, y0: map.height, x1: 0, y1: 0 };
  let changedPx = 0;
  for (let y = 0; y < map.height; y++)
    for (let x = 0, i = y * map.width; x < map.width; x++, i++) {
      if (to[map.labels[i]] === map.labels[i] || !hasPixel(within, x, y)) continue;
      map.labels[i] = to[map.labels[i]];
      changedPx++;
      box.x0 = Math.min(box.x0, x);
      box.x1 = Math.max(box.x1, x + 1);
      box.y0 = Math.min(box.y0, y);
      box.y1 = y + 1;
    }
  return changedPx > 0 ? success({ box, changedPx }) : failure('line-outside');
}

function give(map: LabelMap, islands: IslandMap, island: number, label: number): Outcome<EditDone> {
  if (islands.islandLabel[island] === label) return failure('same-colour.theIslandHasThis');
  eachStripOf(islands, island, (y, from, to) => map.labels.fill(label, y * map.width + from, y * map.width + to));
  return success({ box: boxOf(islands, island), changedPx: islands.islandAreaPx[island] });
}

/** Into the neighbour with the longest common edge. */
function merge(map: LabelMap, islands: IslandMap, island: number): Outcome<EditDone> {
  const [next] = neighboursOf(islands, island);
  if (!next) return failure('no-neighbour');
  return give(map, islands, island, islands.islandLabel[next.island]);
}

/** The smaller of the two parts a line leaves goes to another colour. */
function split(
  map: LabelMap,
  islands: IslandMap,
  island: number,
  linePx: readonly number[],
  label: number,
): Outcome<EditDone> {
  if (islands.islandLabel[island] === label) return failure('same-colour.thePartCutOff');
  const box = boxOf(islands, island);
  const cut = emptyMask(map.width, map.height);
  // wider than a pixel's diagonal, so that nothing slips through between two corners
  fillLine(cut, linePx, 1.6);
  const width = box.x1 - box.x0,
    height = box.y1 - box.y0;
  const part: LabelMap = { width, height, labels: new Uint8Array(width * height) };
  eachStripOf(islands, island, (y, from, to) => {
    for (let x = from; x < to; x++) part.labels[(y - box.y0) * width + x - box.x0] = hasPixel(cut, x, y) ? 2 : 1;
  });
  const parts = findIslands(part);
  const pieces = parts
    ? [...parts.islandLabel.keys()]
        .filter((i) => parts.islandLabel[i] === 1)
        .sort((a, b) => parts.islandAreaPx[b] - parts.islandAreaPx[a])
    : [];
  if (!parts || pieces.length < 2) return failure('line-short');
  let changedPx = 0;
  for (const piece of pieces.slice(1)) {
    changedPx += parts.islandAreaPx[piece];
    eachStripOf(parts, piece, (y, from, to) =>
      map.labels.fill(label, (y + box.y0) * map.width + from + box.x0, (y + box.y0) * map.width + to + box.x0),
    );
  }
  return success({ box, changedPx });
}

function openGap(
  map: LabelMap,
  islands: IslandMap,
  island: number,
  linePx: readonly number[],
  widthPx: number,
  label: number,
): Outcome<EditDone> {
  if (islands.islandLabel[island] === label) return failure('same-colour.aGapNeedsAnother');
  const line = emptyMask(map.width, map.height);
  fillLine(line, linePx, widthPx);
  let changedPx = 0;
  eachStripOf(islands, island, (y, from, to) => {
    for (let x = from; x < to; x++)
      if (hasPixel(line, x, y)) {
        map.labels[y * map.width + x] = label;
        changedPx++;
      }
  });
  if (changedPx === 0) return failure('line-outside');
  return success({ box: boxOf(islands, island), changedPx });
}

/**
 * Makes the thin parts of a set of labels inside a box as wide as `widthPx`: thin parts grow by one pixel all round until none is
 * thinner, each new pixel taking the label of the nearest old one. What was wide enough stays as it was.
 */
function thicken(map: LabelMap, labels: readonly number[], boxPx: Box, widthPx: number): Outcome<EditDone> {
  const pad = Math.ceil(2 * widthPx) + 2;
  const outer = cropped(map, boxPx, pad);
  const { width, height } = outer.map;
  const flags = new Uint8Array(256);
  for (const label of labels) flags[label] = 1;
  const before = outer.map.labels.slice();
  const wanted = (mask: BitMask) => withinBox(thinnerThan(mask, widthPx), outer, boxPx);
  for (let round = 0; round < Math.ceil(widthPx); round++) {
    const mask = maskOfLabels(outer.map, flags);
    const thin = wanted(mask);
    if (thin.words.every((word) => word === 0)) break;
    const grown = dilateDisc(thin, 3);
    const old = outer.map.labels.slice();
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        if (flags[old[i]] || !hasPixel(grown, x, y)) continue;
        const from = nextTo(old, flags, width, height, x, y);
        if (from !== undefined) outer.map.labels[i] = from;
      }
  }
  let changedPx = 0;
  outer.map.labels.forEach((label, i) => {
    if (label !== before[i]) changedPx++;
  });
  if (changedPx === 0) return failure('wide-enough');
  putBack(map, outer);
  return success({ box: { x0: outer.x0, y0: outer.y0, x1: outer.x0 + width, y1: outer.y0 + height }, changedPx });
}

interface Crop {
  readonly x0: number;
  readonly y0: number;
  readonly map: LabelMap;
}

function cropped(map: LabelMap, box: Box, pad: number): Crop {
  const x0 = Math.max(0, Math.floor(box.x0 - pad)),
    y0 = Math.max(0, Math.floor(box.y0 - pad));
  const width = Math.max(1, Math.min(map.width, Math.ceil(box.x1 + pad)) - x0),
    height = Math.max(1, Math.min(map.height, Math.ceil(box.y1 + pad)) - y0);
  const labels = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    labels.set(map.labels.subarray((y0 + y) * map.width + x0, (y0 + y) * map.width + x0 + width), y * width);
  return { x0, y0, map: { width, height, labels } };
}

function putBack(map: LabelMap, { x0, y0, map: part }: Crop): void {
  for (let y = 0; y < part.height; y++)
    map.labels.set(part.labels.subarray(y * part.width, (y + 1) * part.width), (y0 + y) * map.width + x0);
}

function withinBox(mask: BitMask, crop: Crop, box: Box): BitMask {
  const out = emptyMask(mask.width, mask.height);
  for (let y = Math.max(0, Math.floor(box.y0 - crop.y0)); y < Math.min(mask.height, Math.ceil(box.y1 - crop.y0)); y++)
    fillSpan(out, y, Math.floor(box.x0 - crop.x0), Math.ceil(box.x1 - crop.x0));
  out.words.forEach((word, i) => {
    out.words[i] = word & mask.words[i];
  });
  return out;
}

function nextTo(
  labels: Uint8Array,
  flags: Uint8Array,
  width: number,
  height: number,
  x: number,
  y: number,
): number | undefined {
  for (const [dx, dy] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
    [1, 1],
    [-1, -1],
    [1, -1],
    [-1, 1],
  ]) {
    const nx = x + dx,
      ny = y + dy;
    if (nx >= 0 && ny >= 0 && nx < width && ny < height && flags[labels[ny * width + nx]])
      return labels[ny * width + nx];
  }
  return undefined;
}

/** Rounds off an island's edge: the majority of a box around each pixel, taken over only where it gains or loses this island. */
function smooth(map: LabelMap, islands: IslandMap, island: number, radiusPx: number): Outcome<EditDone> {
  const radius = Math.min(MAX_RADIUS_PX, Math.max(1, Math.round(radiusPx)));
  const box = boxOf(islands, island);
  const part = cropped(map, box, 3 * radius);
  const { width, height, labels } = part.map;
  const own = emptyMask(width, height);
  eachStripOf(islands, island, (y, from, to) => fillSpan(own, y - part.y0, from - part.x0, to - part.x0));
  const near = dilateDisc(own, 2 * radius + 1);
  // few labels are near an island; they are numbered anew, because the filter takes few
  const present = [...new Set(labels)];
  if (present.length > 12) return failure('too-many-colours');
  const number = new Uint8Array(256);
  present.forEach((label, i) => {
    number[label] = i;
  });
  const smoothed = majorityFilter({ width, height, labels: labels.map((label) => number[label]) }, radius);
  const label = islands.islandLabel[island];
  let changedPx = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x,
        next = present[smoothed[i]];
      if (next === labels[i] || !hasPixel(near, x, y)) continue;
      if (hasPixel(own, x, y) || next === label) {
        labels[i] = next;
        changedPx++;
      }
    }
  if (changedPx === 0) return failure('smooth-already');
  putBack(map, part);
  return success({ box: { x0: part.x0, y0: part.y0, x1: part.x0 + width, y1: part.y0 + height }, changedPx });
}

/** Islands that lie wholly inside an outline and are smaller than an area go to the neighbour they border longest; smallest first. */
function despeckle(
  map: LabelMap,
  islands: IslandMap,
  outlinePx: readonly number[],
  minAreaPx: number,
): Outcome<EditDone> {
  const lasso = emptyMask(map.width, map.height);
  fillOutlines(lasso, [outlinePx]);
  const inside: number[] = [];
  for (let island = 0; island < islands.islandCount; island++) {
    if (
      islands.islandAreaPx[island] >= minAreaPx ||
      !hasPixel(lasso, islands.islandFirstPx[island] % map.width, Math.floor(islands.islandFirstPx[island] / map.width))
    )
      continue;
    let whole = true;
    eachStripOf(islands, island, (y, from, to) => {
      for (let x = from; whole && x < to; x++) whole = hasPixel(lasso, x, y);
    });
    if (whole) inside.push(island);
  }
  if (inside.length === 0) return failure('no-specks');
  let changedPx = 0;
  const box = { x0: map.width, y0: map.height, x1: 0, y1: 0 };
  for (const island of inside.sort((a, b) => islands.islandAreaPx[a] - islands.islandAreaPx[b])) {
    const label = labelAround(map, islands, island);
    if (label === undefined || label === islands.islandLabel[island]) continue;
    eachStripOf(islands, island, (y, from, to) => map.labels.fill(label, y * map.width + from, y * map.width + to));
    changedPx += islands.islandAreaPx[island];
    const b = boxOf(islands, island);
    Object.assign(box, {
      x0: Math.min(box.x0, b.x0),
      y0: Math.min(box.y0, b.y0),
      x1: Math.max(box.x1, b.x1),
      y1: Math.max(box.y1, b.y1),
    });
  }
  return changedPx > 0 ? success({ box, changedPx }) : failure('no-specks');
}

/** The label an island borders longest as the map is now. */
function labelAround(map: LabelMap, islands: IslandMap, island: number): number | undefined {
  const border = new Map<number, number>();
  for (const next of neighboursOf(islands, island)) {
    const first = islands.islandFirstPx[next.island];
    const label = map.labels[first];
    border.set(label, (border.get(label) ?? 0) + next.borderPx);
  }
  return [...border].sort((a, b) => b[1] - a[1])[0]?.[0];
}
