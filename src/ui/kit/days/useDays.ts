'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { daysAsked, type DaysAnswer, type DaysQuestion } from '@/derived';
import type { DaysOfPrint, WorkshopItem } from '@/model';
import { inWords } from '@/words/failures';
import { useNow } from '../useNow';
import { useLayersWorker } from '../useSheetWorker';

const MINUTE_MS = 60_000,
  LOOKED_AHEAD_DAYS = 550,
  MOST_MS = 1500,
  REST_MS = 250,
  NOW_MS = 600_000;

/** What days are looked for with. */
export interface DaysWish {
  readonly aim: DaysQuestion['aim'];
  /** Whatever the prints say. */
  readonly eveningsOnly?: boolean;
  /** The print the chance is asked of. */
  readonly printId: string | undefined;
}

export interface Days {
  readonly prints: readonly DaysOfPrint[];
  readonly question: DaysQuestion | undefined;
  readonly answer: DaysAnswer | undefined;
  /** 0 to 1 while it is looked for. */
  readonly progress: number | undefined;
  readonly problem: string | undefined;
  readonly stop: () => void;
  readonly again: () => void;
}

/** Days for all these prints, looked for anew when what they are made of has changed and rested. */
export function useDays(
  prints: readonly DaysOfPrint[] | undefined,
  items: readonly WorkshopItem[] | undefined,
  { aim, eveningsOnly, printId }: DaysWish,
): Days {
  const worker = useLayersWorker();
  const [answer, setAnswer] = useState<DaysAnswer>();
  const [progress, setProgress] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const [round, setRound] = useState(0);
  const nowMs = useNow(NOW_MS, prints);
  const question = useMemo((): DaysQuestion | undefined => {
    if (!prints || !items || nowMs === undefined) return undefined;
    return daysAsked(prints, items, { nowMs, aim, printId, eveningsOnly, ahead: LOOKED_AHEAD_DAYS });
  }, [aim, eveningsOnly, items, nowMs, printId, prints]);
  useEffect(() => {
    if (!question) return;
    let current = true;
    const timer = setTimeout(() => {
      setProgress(0);
      setProblem(undefined);
      void worker
        .ask('days', { ...question, mostMs: MOST_MS }, (share) => current && setProgress(share))
        .then((found) => {
          if (!current) return;
          setProgress(undefined);
          if (found.ok) setAnswer(found.value);
          else if (found.code !== 'stopped') setProblem(inWords(found));
        });
    }, REST_MS);
    return () => {
      current = false;
      clearTimeout(timer);
      worker.stop();
    };
  }, [question, round, worker]);
  const stop = useCallback(() => {
    worker.stop();
    setProgress(undefined);
  }, [worker]);
  const again = useCallback(() => setRound((r) => r + 1), []);
  return { prints: prints ?? [], question, answer, progress, problem, stop, again };
}

/** A moment, ISO. */
export const isoOfMin = (min: number) => new Date(min * MINUTE_MS).toISOString();
