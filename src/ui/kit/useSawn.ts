'use client';
import { useMemo } from 'react';
import { seamRuleOf } from '@/derived';
import type { BlockSide } from '@/model';
import { usePrintDesk } from './printContext';
import { useWorkerAnswer } from './useWorkerAnswer';

/** The pieces a side is sawn into, measured on the shapes as they are; nothing where it is whole. */
export function useSawn(side: BlockSide | undefined) {
  const { plan, sheetWorker, coverage } = usePrintDesk('plan', 'sheetWorker', 'coverage');
  const rule = side && seamRuleOf(plan, side),
    sawMm = side?.saw?.widthMm;
  // the shapes are what the label map of the picture holds: its name is asked with the rule
  const asked = coverage && rule ? JSON.stringify([rule, sawMm, plan.flat?.labelsSha]) : undefined;
  const ask = useMemo(() => {
    if (asked === undefined) return undefined;
    const [seams, widthMm] = JSON.parse(asked) as [NonNullable<typeof rule>, number];
    return () => sheetWorker.ask('sawn', { rule: seams, sawMm: widthMm });
  }, [asked, sheetWorker]);
  return useWorkerAnswer(ask);
}
