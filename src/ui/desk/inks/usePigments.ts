import { useEffect, useState } from 'react';
import type { Pigment } from '@/core/inks';
import { usePrintDesk } from '../../kit/printContext';

/** The films of the cabinet's inks, worked out in the worker; undefined while they are not there. */
export function usePigments(): readonly Pigment[] | undefined {
  const { cabinet, layersWorker } = usePrintDesk();
  const [pigments, setPigments] = useState<{ of: object; pigments: readonly Pigment[] }>();
  const { inks } = cabinet;
  useEffect(() => {
    if (!inks) return;
    let current = true;
    void layersWorker.ask('pigments', { cabinet: inks }).then((answer) => {
      if (current && answer.ok) setPigments({ of: inks, pigments: answer.value });
    });
    return () => {
      current = false;
    };
  }, [inks, layersWorker]);
  return pigments?.of === inks ? pigments?.pigments : undefined;
}
