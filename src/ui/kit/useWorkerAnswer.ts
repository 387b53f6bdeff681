'use client';
import { inWords } from '@/words/failures';
import { useEffect, useState } from 'react';
import type { Outcome } from '@/core/units';

export interface WorkerAnswer<T> {
  /** The newest answer; that of an older question stands until the present one is answered. */
  readonly value: T | undefined;
  /** Whether `value` answers the present question. */
  readonly fresh: boolean;
  /** Why the present question has no answer; being stopped is no fault. */
  readonly problem: string | undefined;
}

/**
 * Asks a worker whenever the question changes and takes only the answer to the newest. `ask` is kept by its caller
 * (useCallback): a new function is a new question; undefined asks nothing.
 */
export function useWorkerAnswer<T>(ask: (() => Promise<Outcome<T>>) | undefined): WorkerAnswer<T> {
  const [got, setGot] = useState<{ readonly ask: unknown; readonly value?: T; readonly problem?: string }>();
  useEffect(() => {
    if (!ask) return;
    let current = true;
    void ask().then((answer) => {
      if (!current) return;
      setGot((before) =>
        answer.ok
          ? { ask, value: answer.value }
          : { ask, value: before?.value, problem: answer.code === 'stopped' ? undefined : inWords(answer) },
      );
    });
    return () => {
      current = false;
    };
  }, [ask]);
  const present = got !== undefined && got.ask === ask;
  return { value: got?.value, fresh: present && got.problem === undefined, problem: present ? got.problem : undefined };
}
