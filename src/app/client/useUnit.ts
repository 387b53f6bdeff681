import { useCallback, useEffect, useState } from 'react';
import type { LengthUnit } from '@/model';

const UNIT_KEPT = 'ulexite-unit';

/** Millimetres or inches, kept in this browser. */
export function useUnit(): { readonly unit: LengthUnit; readonly setUnit: (unit: LengthUnit) => void } {
  const [unit, setUnitState] = useState<LengthUnit>('mm');
  useEffect(() => {
    if (localStorage.getItem(UNIT_KEPT) === 'in') setUnitState('in');
  }, []);
  const setUnit = useCallback((next: LengthUnit) => {
    localStorage.setItem(UNIT_KEPT, next);
    setUnitState(next);
  }, []);
  return { unit, setUnit };
}
