'use client';
import { useCallback } from 'react';
import { sideOfCut } from '@/derived';
import type { Saw } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useSawn } from '@/ui/kit/useSawn';

/** The side a run prints from as it is sawn apart, and what changes it. `looked`: whether its pieces are asked for. */
export function useSawnBlock(run: number, looked: boolean) {
  const { plan, change, progress } = usePrintDesk('plan', 'change', 'progress');
  const cutId = plan.runs[run - 1]?.formes[0]?.cutId ?? null,
    side = sideOfCut(plan, cutId);
  const sideId = side?.id;
  const { value, problem } = useSawn(looked ? side : undefined);
  const set = useCallback(
    async (saw: Saw | null) => {
      if (sideId !== undefined) await change({ kind: 'saw-set', sideId, saw });
    },
    [change, sideId],
  );
  // what lies on paper stays as it was printed
  const closed = plan.runs.some(
    ({ formes }, r) =>
      progress.runs[r].tally.pulled.length > 0 &&
      formes.some((forme) => side?.cuts.some((cut) => cut.id === forme.cutId)),
  );
  return { side, closed, set, sawn: side?.saw ? value : undefined, problem };
}
