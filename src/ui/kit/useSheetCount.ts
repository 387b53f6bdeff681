'use client';
import { useMemo } from 'react';
import { sheetsOfPrint } from '@/derived';
import { usePrintDesk } from './printContext';

/** Sheets an ink is mixed for: those started, or those to be started. */
export function useSheetCount(): number {
  const { plan, progress, belief } = usePrintDesk('plan', 'progress', 'belief');
  return useMemo(() => sheetsOfPrint(plan, progress.bench, belief), [plan, progress.bench, belief]);
}
