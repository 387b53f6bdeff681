'use client';
import { useEffect, useState } from 'react';
import type { DaysOfPrint } from '@/model';
import { ask } from '@/session';
import { inWords } from '@/words/failures';

interface DaysElsewhere {
  /** Undefined until they are heard of; none where they could not be asked. */
  readonly others: readonly DaysOfPrint[] | undefined;
  /** Why they could not be asked. */
  readonly problem: string | undefined;
}

/** The days of the other prints of the shelf, asked for again when `again` is another. */
export function useDaysElsewhere(id: string, again?: unknown): DaysElsewhere {
  const [heard, setHeard] = useState<DaysElsewhere>({ others: undefined, problem: undefined });
  useEffect(() => {
    let current = true;
    void ask<readonly DaysOfPrint[]>('GET', '/api/days').then((answer) => {
      if (!current) return;
      setHeard(
        answer.ok
          ? { others: answer.value.filter((print) => print.id !== id), problem: undefined }
          : { others: [], problem: inWords(answer) },
      );
    });
    return () => {
      current = false;
    };
  }, [again, id]);
  return heard;
}
