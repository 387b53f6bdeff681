'use client';
import { useCallback, useState } from 'react';
import { FIRST_CUTTABLE, type PointMm } from '@/core/cuttable/settings';
import type { LineShown } from '@/workers';
import type { Flatten } from '../useFlatten';

/** A click this near to a line means it. */
const NEAR_MM = 1.5;
/** A point brings back the line that lies so near to it. */
const SAME_MM = 1.2;

/** Squared distance of a point to the points of a line, mm². */
function offLine({ pointsMm }: LineShown, { xMm, yMm }: PointMm): number {
  let least = Infinity;
  for (let p = 0; p + 1 < pointsMm.length; p += 2)
    least = Math.min(least, (pointsMm[p] - xMm) ** 2 + (pointsMm[p + 1] - yMm) ** 2);
  return least;
}

/** Thin lines of the picture: shown or not, which were brought back, and what a click on one does. */
export function useThinLines(flatten: Flatten) {
  const [on, setOn] = useState(false);
  const [said, setSaid] = useState<'sayKept' | 'sayBack' | 'sayGone' | 'sayNone'>();
  const { made, settings, move } = flatten;
  const lines = made?.result.lines;
  const back = settings.cuttable?.linesBack;
  const backOf = useCallback((line: LineShown) => back?.find((point) => offLine(line, point) <= SAME_MM ** 2), [back]);
  /** Brings a dropped line back, or lets one go that was brought back. */
  const turn = useCallback(
    (line: LineShown) => {
      const cuttable = settings.cuttable ?? FIRST_CUTTABLE,
        there = backOf(line),
        at = 2 * Math.floor(line.pointsMm.length / 4);
      if (!there && line.laid) {
        setSaid('sayKept');
        return;
      }
      setSaid(there ? 'sayGone' : 'sayBack');
      const linesBack = there
        ? cuttable.linesBack.filter((point) => point !== there)
        : [...cuttable.linesBack, { xMm: line.pointsMm[at], yMm: line.pointsMm[at + 1] }];
      move({ ...settings, cuttable: { ...cuttable, linesBack } });
    },
    [settings, backOf, move],
  );
  const turnAt = useCallback(
    (point: PointMm) => {
      let nearest: LineShown | undefined,
        least = NEAR_MM ** 2;
      for (const line of lines ?? []) {
        const off = offLine(line, point);
        if (off < least) {
          least = off;
          nearest = line;
        }
      }
      if (nearest) turn(nearest);
      else setSaid('sayNone');
    },
    [lines, turn],
  );
  return { on: on && lines !== undefined, setOn, lines, backOf, turn, turnAt, said };
}

export type ThinLines = ReturnType<typeof useThinLines>;
