'use client';
import { useMemo, useState } from 'react';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';

/** The films of the cabinet's inks, worked out in the worker: undefined while they are not there, or could not be had. */
export function usePigments() {
  const {
    cabinet: { inks },
    layersWorker,
  } = usePrintDesk('cabinet', 'layersWorker');
  const [round, setRound] = useState(0);
  const ask = useMemo(
    () => inks && (() => layersWorker.ask('pigments', { cabinet: inks })),
    // asked again, it is a question of its own
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [inks, layersWorker, round],
  );
  const { value, fresh, problem } = useWorkerAnswer(ask);
  return { pigments: fresh ? value : undefined, problem, again: () => setRound((n) => n + 1) };
}
