'use client';
import { useCallback } from 'react';
import type { Lab } from '@/core/colour';
import type { NamedPart, Pot } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { inWords } from '@/words/failures';
import { failure } from '@/model';

export interface NearestQuestion {
  readonly over: 'paper' | 'below';
  readonly inPot: readonly NamedPart[];
  readonly mostG: number;
  readonly readLabD50?: Lab;
}

/** What brings a pot nearest to its colour, worked out in the worker; `question` stays the same object while it asks the same. */
export function useNearest({ runId, inkId }: Pick<Pot, 'runId' | 'inkId'>, question: NearestQuestion | undefined) {
  const { plan, progress, cabinet, layersWorker } = usePrintDesk('plan', 'progress', 'cabinet', 'layersWorker');
  const got = progress.bench.coloursGot,
    { inks } = cabinet;
  const ask = useCallback(() => {
    const { over, inPot: pot, mostG, readLabD50 } = question!;
    const of = { runId, inkId };
    return layersWorker.ask('potNearest', { plan, got, cabinet: inks!, of, over, pot, mostG, readLabD50 });
  }, [question, layersWorker, plan, got, inks, runId, inkId]);
  const { value, fresh, problem } = useWorkerAnswer(inks && question ? ask : undefined);
  const nothing = fresh && value === null ? inWords(failure('pot.noTask')) : undefined;
  return { nearest: fresh ? (value ?? undefined) : undefined, problem: problem ?? nothing };
}
