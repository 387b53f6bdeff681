'use client';
import { useMemo } from 'react';
import { inkingsOf, inkNeedOf, sheetsOfPrint } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';

/** Sheets an ink is mixed for: those started, or those to be started. */
export function useSheetCount(): number {
  const { plan, progress, belief } = usePrintDesk('plan', 'progress', 'belief');
  return useMemo(() => sheetsOfPrint(plan, progress.bench, belief), [plan, progress.bench, belief]);
}

/** Ink one inking needs, in grams, millilitres and teaspoons. */
export function useInkNeed(run: number, inking: number) {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const sheets = useSheetCount();
  return { sheets, ...inkNeedOf(plan, sheet, plan.runs[run], inkingsOf(plan.runs[run])[inking], sheets) };
}
