'use client';
import type { BenchAct } from '@/model';
import { inWords } from '@/words/failures';
import { usePrintDesk } from './printContext';

/** Logs acts, all or none, and says why where they cannot be; answers whether they are counted, or kept until they are. */
export function useLog(): (...acts: readonly BenchAct[]) => Promise<boolean> {
  const { log, tell } = usePrintDesk('log', 'tell');
  return async (...acts) => {
    const answer = await log(...acts);
    if (!answer.ok) tell(inWords(answer));
    return answer.ok;
  };
}
