import type { LabelMap, PartMap } from '../geometry';
import { OUTSIDE } from '../geometry';
import { markStep, type PartTable, type Step } from './partTable';

/** The area of a film that is printed off its place: turned clockwise about the middle of the map, then carried. */
export interface MovedFilm {
  /** It prints wherever one of these would … */
  readonly labels: readonly number[];
  /** … under all of these marks and under none of those. */
  readonly has: readonly number[];
  readonly lacks: readonly number[];
  readonly dxPx: number;
  readonly dyPx: number;
  readonly turnDeg: number;
}

/**
 * Marks where each film comes to lie that is printed off its place: for every pixel the one that was carried there is looked up, on the
 * sheet as it is before any of them is laid. What reaches beyond the map is not followed.
 */
export function layMoved(
  { width, height }: LabelMap,
  out: PartMap['labels'],
  moved: readonly MovedFilm[],
  firstMark: number,
  table: PartTable,
): void {
  const still = out.slice(),
    parts = [...table.parts],
    known = new Map<string, Spans>();
  for (const [k, { labels, has, lacks, dxPx, dyPx, turnDeg }] of moved.entries()) {
    // all of it is laid once more, on a map that holds more
    if (table.full && table.most < OUTSIDE) return;
    const prints = Uint8Array.from(parts, ({ as, marks }) =>
      Number(
        as.some((label) => labels.includes(label)) &&
          has.every((mark) => marks.includes(mark)) &&
          !lacks.some((mark) => marks.includes(mark)),
      ),
    );
    const step = markStep(table, firstMark + k);
    if (turnDeg === 0) {
      // copies of one film are looked for once
      const key = JSON.stringify([labels, has, lacks]),
        spans = known.get(key) ?? spansOf(still, width, height, prints);
      known.set(key, spans);
      layCarried(spans, Math.ceil(dxPx - 0.5), Math.ceil(dyPx - 0.5), { width, height }, out, step);
      continue;
    }
    const turn = (turnDeg * Math.PI) / 180,
      cos = Math.cos(turn),
      sin = Math.sin(turn);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const fromX = x + 0.5 - dxPx - width / 2,
          fromY = y + 0.5 - dyPx - height / 2;
        const sx = Math.floor(cos * fromX + sin * fromY + width / 2),
          sy = Math.floor(cos * fromY - sin * fromX + height / 2);
        if (sx < 0 || sy < 0 || sx >= width || sy >= height || prints[still[sy * width + sx]] === 0) continue;
        out[i] = step.to[out[i]] >= 0 ? step.to[out[i]] : step.find(out[i]);
      }
  }
}

/** Stretches of pixels that print, row by row: those of row y are `ends[rowAt[y]]` up to `ends[rowAt[y + 1]]`, each a first place and the one past its last. */
interface Spans {
  readonly rowAt: Int32Array;
  readonly ends: readonly number[];
}

function spansOf(still: PartMap['labels'], width: number, height: number, prints: Uint8Array): Spans {
  const rowAt = new Int32Array(height + 1),
    ends: number[] = [];
  for (let y = 0, i = 0; y < height; y++) {
    let before = 0;
    for (let x = 0; x < width; x++, i++) {
      const now = prints[still[i]];
      if (now !== before) ends.push(x);
      before = now;
    }
    if (before === 1) ends.push(width);
    rowAt[y + 1] = ends.length;
  }
  return { rowAt, ends };
}

/** Every pixel of these stretches, carried by whole pixels, takes the step; neighbours are mostly alike, so that what was asked last is known. */
function layCarried(
  { rowAt, ends }: Spans,
  dx: number,
  dy: number,
  { width, height }: Pick<LabelMap, 'width' | 'height'>,
  out: PartMap['labels'],
  step: Step,
): void {
  let from = -1,
    to = -1;
  for (let y = Math.max(0, dy); y < Math.min(height, height + dy); y++) {
    const row = y * width;
    for (let s = rowAt[y - dy]; s < rowAt[y - dy + 1]; s += 2) {
      const last = row + Math.min(width, ends[s + 1] + dx);
      for (let i = row + Math.max(0, ends[s] + dx); i < last; i++) {
        const at = out[i];
        if (at !== from) {
          from = at;
          to = step.to[at] >= 0 ? step.to[at] : step.find(at);
        }
        out[i] = to;
      }
    }
  }
}
