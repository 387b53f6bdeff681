'use client';
import { inkingsOf, inkNeedOf, secondInkNeedOf, type InkQuestion } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useSheetCount } from '@/ui/kit/useSheetCount';

/** Ink one inking needs, of its own or of the ink it fades to, in grams, millilitres and teaspoons. */
export function useInkNeed({ run, inking, end }: InkQuestion) {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const sheets = useSheetCount();
  const of = [plan, sheet, plan.runs[run], inkingsOf(plan.runs[run])[inking], sheets] as const;
  return { sheets, ...((end === 'to' && secondInkNeedOf(...of)) || inkNeedOf(...of)) };
}
