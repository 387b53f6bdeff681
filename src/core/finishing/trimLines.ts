import { finishedRect, type RectMm, type SheetEdge, type SheetLayout } from '../registration';
import { phrase, type Phrase } from '../units';
import type { PlaceMm } from './folds';

/** What a sheet is brought to in the end: its finished paper, the image with so much round it, or the shape of what prints. */
export const TRIMMED_TO = ['paper', 'image', 'shape'] as const;
export type TrimmedTo = (typeof TRIMMED_TO)[number];
export const TRIM_MARGIN_MM = { minMm: 0, maxMm: 100, what: phrase('measure.trimMargin') } as const;

/** A line across the whole sheet, mm on the print as seen, along which it is cut or torn. */
export interface TrimLine {
  readonly does: 'cut' | 'tear';
  readonly fromMm: PlaceMm;
  readonly toMm: PlaceMm;
}

export interface Trimmed {
  /** In the order they are made: first what goes all across, then what parts the strips. */
  readonly lines: readonly TrimLine[];
  /** What is left of a sheet, one for each image, in the order of the images. */
  readonly pieces: readonly RectMm[];
  readonly problems: readonly Phrase[];
}

/** Two lines nearer than this are one. */
const SAME_MM = 0.05;

/**
 * The straight lines that bring a sheet to its finished pieces. Where several images lie on it they are parted in the middle of their gap; edges that are torn
 * are those of the finished paper.
 */
export function trimLines(
  layout: SheetLayout,
  { to, marginMm, tornEdges }: { to: TrimmedTo; marginMm: number; tornEdges: readonly SheetEdge[] },
): Trimmed {
  if (to === 'shape') return { lines: [], pieces: [], problems: [] };
  const pieces = to === 'paper' ? partedPaper(layout) : layout.images.map((image) => grown(image, marginMm));
  const { widthMm, heightMm } = layout.sheetMm;
  const torn = (edge: SheetEdge): TrimLine['does'] => (to === 'paper' && tornEdges.includes(edge) ? 'tear' : 'cut');
  const outer = boxOf(pieces);
  const lines: TrimLine[] = [];
  const level = (y: number, does: TrimLine['does']) => {
    if (y > SAME_MM && y < heightMm - SAME_MM)
      lines.push({ does, fromMm: { xMm: 0, yMm: y }, toMm: { xMm: widthMm, yMm: y } });
  };
  const upright = (x: number, does: TrimLine['does']) => {
    if (x > SAME_MM && x < widthMm - SAME_MM)
      lines.push({ does, fromMm: { xMm: x, yMm: 0 }, toMm: { xMm: x, yMm: heightMm } });
  };
  for (const y of places(pieces.flatMap((p) => [p.yMm, p.yMm + p.heightMm])))
    level(y, near(y, outer.yMm) ? torn('top') : near(y, outer.yMm + outer.heightMm) ? torn('bottom') : 'cut');
  for (const x of places(pieces.flatMap((p) => [p.xMm, p.xMm + p.widthMm])))
    upright(x, near(x, outer.xMm) ? torn('left') : near(x, outer.xMm + outer.widthMm) ? torn('right') : 'cut');
  return { lines, pieces, problems: problemsOf(layout, pieces, to, marginMm) };
}

const near = (a: number, b: number) => Math.abs(a - b) <= SAME_MM;
const places = (all: readonly number[]) =>
  [...all].sort((a, b) => a - b).filter((at, i, sorted) => i === 0 || at - sorted[i - 1] > SAME_MM);

const grown = ({ xMm, yMm, widthMm, heightMm }: RectMm, byMm: number): RectMm => ({
  xMm: xMm - byMm,
  yMm: yMm - byMm,
  widthMm: widthMm + 2 * byMm,
  heightMm: heightMm + 2 * byMm,
});

function boxOf(rects: readonly RectMm[]): RectMm {
  const xMm = Math.min(...rects.map((r) => r.xMm)),
    yMm = Math.min(...rects.map((r) => r.yMm));
  return {
    xMm,
    yMm,
    widthMm: Math.max(...rects.map((r) => r.xMm + r.widthMm)) - xMm,
    heightMm: Math.max(...rects.map((r) => r.yMm + r.heightMm)) - yMm,
  };
}

/** The finished paper, parted in the middle between images. */
function partedPaper(layout: SheetLayout): RectMm[] {
  const paper = finishedRect(layout),
    { images } = layout;
  const cuts = (at: (r: RectMm) => number, size: (r: RectMm) => number, from: number, length: number) => {
    const starts = places(images.map(at));
    const between = starts.slice(1).map((start, i) => (starts[i] + size(images[0]) + start) / 2);
    return [from, ...between, from + length];
  };
  const xs = cuts(
      (r) => r.xMm,
      (r) => r.widthMm,
      paper.xMm,
      paper.widthMm,
    ),
    ys = cuts(
      (r) => r.yMm,
      (r) => r.heightMm,
      paper.yMm,
      paper.heightMm,
    );
  return images.map((image) => {
    const i = xs.findLastIndex((x) => x <= image.xMm + image.widthMm / 2),
      j = ys.findLastIndex((y) => y <= image.yMm + image.heightMm / 2);
    return { xMm: xs[i], yMm: ys[j], widthMm: xs[i + 1] - xs[i], heightMm: ys[j + 1] - ys[j] };
  });
}

function problemsOf({ sheetMm }: SheetLayout, pieces: readonly RectMm[], to: TrimmedTo, marginMm: number): Phrase[] {
  const problems: Phrase[] = [];
  const outer = boxOf(pieces);
  const beyondMm = Math.max(
    -outer.xMm,
    -outer.yMm,
    outer.xMm + outer.widthMm - sheetMm.widthMm,
    outer.yMm + outer.heightMm - sheetMm.heightMm,
  );
  if (beyondMm > SAME_MM) problems.push(phrase('finish.pieceBeyondSheet', { beyondMm }));
  const overlap = overlapMm(pieces);
  if (to === 'image' && overlap > SAME_MM)
    problems.push(phrase('finish.piecesMeet', { overlapMm: overlap, mostMm: Math.max(0, marginMm - overlap / 2) }));
  return problems;
}

/** How far neighbouring pieces reach into one another; 0 where they do not. */
function overlapMm(pieces: readonly RectMm[]): number {
  let most = 0;
  for (const [i, a] of pieces.entries())
    for (const b of pieces.slice(i + 1)) {
      const x = Math.min(a.xMm + a.widthMm, b.xMm + b.widthMm) - Math.max(a.xMm, b.xMm),
        y = Math.min(a.yMm + a.heightMm, b.yMm + b.heightMm) - Math.max(a.yMm, b.yMm);
      if (x > 0 && y > 0) most = Math.max(most, Math.min(x, y));
    }
  return most;
}
