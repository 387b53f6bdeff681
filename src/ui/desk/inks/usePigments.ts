'use client';
import { useMemo } from 'react';
import type { CabinetPigment } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';

/** The films of the cabinet's inks, worked out in the worker; undefined while they are not there. */
export function usePigments(): readonly CabinetPigment[] | undefined {
  const {
    cabinet: { inks },
    layersWorker,
  } = usePrintDesk('cabinet', 'layersWorker');
  const ask = useMemo(() => inks && (() => layersWorker.ask('pigments', { cabinet: inks })), [inks, layersWorker]);
  const { value, fresh } = useWorkerAnswer(ask);
  return fresh ? value : undefined;
}
