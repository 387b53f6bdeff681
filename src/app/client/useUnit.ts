import { useCallback, useEffect, useState } from 'react';
import type { LengthUnit } from '@/model';
import { tellLengthsIn } from '@/words/unit';

const UNIT_KEPT = 'ulexite-unit';

/** Millimetres or inches, kept in this browser. */
export function useUnit(): { readonly unit: LengthUnit; readonly setUnit: (unit: LengthUnit) => void } {
  const [unit, setUnitState] = useState<LengthUnit>('mm');
  useEffect(() => {
    if (localStorage.getItem(UNIT_KEPT) !== 'in') return;
    tellLengthsIn('in');
    setUnitState('in');
  }, []);
  const setUnit = useCallback((next: LengthUnit) => {
    localStorage.setItem(UNIT_KEPT, next);
    tellLengthsIn(next);
    setUnitState(next);
  }, []);
  return { unit, setUnit };
}
