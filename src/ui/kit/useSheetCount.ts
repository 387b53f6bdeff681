'use client';
import { useMemo } from 'react';
import { sheetsInInks, sheetsOfPrint } from '@/derived';
import { usePrintDesk } from './printContext';

/** Sheets an ink is mixed for, in the set of inks that is shown: those started, or those to be started. */
export function useSheetCount(): number {
  const { plan, progress, belief, seenColourway } = usePrintDesk('plan', 'progress', 'belief', 'seenColourway');
  return useMemo(
    () => sheetsInInks(plan, progress.bench, seenColourway, sheetsOfPrint(plan, progress.bench, belief)),
    [plan, progress.bench, belief, seenColourway],
  );
}
