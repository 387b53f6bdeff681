'use client';
import { useMemo } from 'react';
import { inkingsOf, inkNeedOf, secondInkNeedOf, sheetsOfPrint, type InkQuestion } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';

/** Sheets an ink is mixed for: those started, or those to be started. */
export function useSheetCount(): number {
  const { plan, progress, belief } = usePrintDesk('plan', 'progress', 'belief');
  return useMemo(() => sheetsOfPrint(plan, progress.bench, belief), [plan, progress.bench, belief]);
}

/** Ink one inking needs, of its own or of the ink it fades to, in grams, millilitres and teaspoons. */
export function useInkNeed({ run, inking, end }: InkQuestion) {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const sheets = useSheetCount();
  const of = [plan, sheet, plan.runs[run], inkingsOf(plan.runs[run])[inking], sheets] as const;
  return { sheets, ...((end === 'to' && secondInkNeedOf(...of)) || inkNeedOf(...of)) };
}
