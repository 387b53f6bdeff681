import { eachPointOf, ringsOf, type ArcMap } from '@/core/geometry';
import { marksInBlocks } from '@/derived';
import type { Stretched } from '@/formats';
import type { BlockSide } from '@/model';
import type { LaidOut } from './printSheets';

/** Marks cut into a block for the paper: lines as they lie in a drawing, from its image's top left corner, and how far they reach beyond it. */
export interface StandingMarks {
  readonly lines: readonly (readonly [x1: number, y1: number, x2: number, y2: number])[];
  readonly leftMm: number;
  readonly rightMm: number;
  readonly belowMm: number;
}

/** How the image lies in a drawing: as large as a side is drawn, and turned as it lies. */
export interface Drawn {
  readonly mirrored: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly mmPerPx: Stretched;
  /** Where a place of the print as seen lies, mm. */
  at(xMm: number, yMm: number): readonly [xMm: number, yMm: number];
  /** Where a place of the print's raster lies, mm. */
  atPx(x: number, y: number): readonly [xMm: number, yMm: number];
  /** Lines or rings of the print as seen as they lie: x, y, x, y …, mm. */
  lines(linesMm: readonly ArrayLike<number>[]): number[][];
  readonly marks: StandingMarks;
}

/** Room round marks for their words. */
const MARK_ROOM_MM = 8;

/** The image as it is to be drawn for a side of a block; for none it is as large as the print. */
export function drawnSide(
  { plan, widthMm, heightMm, mmPerPx }: Pick<LaidOut, 'plan' | 'widthMm' | 'heightMm' | 'mmPerPx'>,
  side: BlockSide | undefined,
  mirrored: boolean,
): Drawn {
  const { acrossPercent, downPercent } = side?.drawnLarger ?? { acrossPercent: 0, downPercent: 0 },
    [across, down] = [1 + acrossPercent / 100, 1 + downPercent / 100];
  const size = { widthMm: widthMm * across, heightMm: heightMm * down };
  const perPx = { xMm: mmPerPx * across, yMm: mmPerPx * down },
    { widthPx } = plan.picture!.raster;
  const at = (xMm: number, yMm: number) => [mirrored ? size.widthMm - xMm * across : xMm * across, yMm * down] as const;
  return {
    ...size,
    mirrored,
    mmPerPx: perPx,
    at,
    atPx: (x, y) => [(mirrored ? widthPx - x : x) * perPx.xMm, y * perPx.yMm],
    lines: (linesMm) =>
      linesMm.map((line) =>
        Array.from({ length: line.length >> 1 }, (_, p) => at(line[2 * p], line[2 * p + 1])).flat(),
      ),
    marks: beside(
      marksInBlocks(plan).map(([x1, y1, x2, y2]) => [...at(x1, y1), ...at(x2, y2)] as const),
      size,
    ),
  };
}

function beside(
  lines: StandingMarks['lines'],
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): StandingMarks {
  if (lines.length === 0) return { lines, leftMm: 0, rightMm: 0, belowMm: 0 };
  const xs = lines.flatMap(([x1, , x2]) => [x1, x2]),
    ys = lines.flatMap(([, y1, , y2]) => [y1, y2]);
  const beyond = (mm: number) => (mm > 0 ? mm + MARK_ROOM_MM : 0);
  return {
    lines,
    leftMm: beyond(-Math.min(...xs)),
    rightMm: beyond(Math.max(...xs) - widthMm),
    belowMm: beyond(Math.max(...ys) - heightMm),
  };
}

/** Outlines of a set of labels, mm, as they lie. */
export function ringsMm(arcs: ArcMap, set: Uint8Array, drawn: Drawn): number[][] {
  return ringsOf(arcs, set).map((ring) => {
    const points: number[] = [];
    eachPointOf(arcs, ring, (x, y) => points.push(...drawn.atPx(x, y)));
    return points;
  });
}
