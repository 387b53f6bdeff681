'use client';
import { useMemo } from 'react';
import { wordOfLab } from './colours';
import { usePrintDesk } from './printContext';
import { Thumb } from './Thumb';

/** The sheet after a run, small. */
export function LookThumb({ run, label }: { run: number; label: string }) {
  const { coverage, looks } = usePrintDesk('coverage', 'looks');
  const fills = useMemo(() => looks?.looks[run]?.map(wordOfLab), [looks, run]);
  return coverage && fills ? <Thumb coverage={coverage} fills={fills} label={label} /> : null;
}
