'use client';
import { useMemo } from 'react';
import { fillsAfter } from '@/derived';
import { usePrintDesk } from './printContext';
import { Thumb } from './Thumb';

/** The sheet after a run, small. */
export function LookThumb({ run, label }: { run: number; label: string }) {
  const { coverage, looks } = usePrintDesk('coverage', 'looks');
  const fills = useMemo(() => (looks && run < looks.looks.length ? fillsAfter(looks, run) : undefined), [looks, run]);
  return coverage && fills ? <Thumb coverage={coverage} fills={fills} label={label} /> : null;
}
