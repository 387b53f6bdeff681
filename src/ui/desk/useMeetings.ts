'use client';
import { useMemo } from 'react';
import type { Meetings } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { useWorkerAnswer } from '../kit/useWorkerAnswer';

/** How the colours of the picture lie to each other, measured on its shapes; undefined until they are. */
export function useMeetings(): Meetings | undefined {
  const { plan, sheetWorker, coverage } = usePrintDesk('plan', 'sheetWorker', 'coverage');
  const labelCount = plan.flat?.colours.length ?? 0;
  const ready = coverage !== undefined && labelCount > 0;
  const ask = useMemo(
    () => (ready ? () => sheetWorker.ask('meetings', { labelCount }) : undefined),
    [sheetWorker, labelCount, ready],
  );
  const answer = useWorkerAnswer(ask);
  return answer.fresh ? answer.value : undefined;
}
