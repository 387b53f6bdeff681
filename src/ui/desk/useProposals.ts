'use client';
import { inWords } from '@/words/failures';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Plan } from '@/model';
import type { Proposals, ColourGot } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { useLayersWorker } from '../kit/useSheetWorker';
import { useMeetings } from './useMeetings';
import type { LossBelief } from '@/core/sheets';
import { runsWords } from '@/words/runs';

/** A hand that rests this long has finished its change. */
const REST_MS = 400;

export interface Search {
  readonly found: Proposals | undefined;
  /** 0–1 while searching. */
  readonly progress: number | undefined;
  readonly problem: string | undefined;
  readonly stop: () => void;
  readonly again: () => void;
}

/** Searches for plans whenever the saved plan has changed and rested, in a worker. */
export function useProposals(): Search {
  const { plan, belief, progress: done } = usePrintDesk('plan', 'belief', 'progress');
  const layersWorker = useLayersWorker();
  const [found, setFound] = useState<Proposals>();
  const [progress, setProgress] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const [round, setRound] = useState(0);
  const gapsMm = useMeetings()?.gapsMm;
  const { closedRuns, cutsDone, bench } = done;
  const got = bench.coloursGot;
  const request = useMemo(
    () =>
      gapsMm
        ? { plan, got, closedRuns, open: cutsDone === 0 && closedRuns === 0 && !bench.started, gapsMm, belief }
        : undefined,
    [plan, got, closedRuns, cutsDone, bench.started, gapsMm, belief],
  );
  const key = keyOfRequest(request, got, closedRuns);
  useEffect(() => {
    if (!key || !request) return;
    let current = true;
    const timer = setTimeout(() => {
      setProgress(0);
      setProblem(undefined);
      void layersWorker
        .ask('proposals', request, (share) => {
          if (current) setProgress(share);
        })
        .then((answer) => {
          if (!current) return;
          setProgress(undefined);
          if (answer.ok) setFound(answer.value);
          else setProblem(answer.code === 'stopped' ? runsWords('useProposals.theSearchWasStopped') : inWords(answer));
        });
    }, REST_MS);
    return () => {
      current = false;
      clearTimeout(timer);
      layersWorker.stop();
    };
    // the request is new with every render of the plan; its content is what counts
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, layersWorker, round]);
  const stop = useCallback(() => {
    layersWorker.stop();
  }, [layersWorker]);
  const again = useCallback(() => setRound((r) => r + 1), []);
  return useMemo(() => ({ found, progress, problem, stop, again }), [found, progress, problem, stop, again]);
}

/** What a proposal depends on: the same key needs no new search. */
function keyOfRequest(
  request:
    | {
        plan: Plan;
        got: readonly ColourGot[];
        closedRuns: number;
        open: boolean;
        gapsMm: ArrayLike<number>;
        belief: LossBelief;
      }
    | undefined,
  got: readonly ColourGot[],
  closedRuns: number,
) {
  const key =
    request &&
    JSON.stringify([
      request.plan.inks,
      request.plan.runs,
      request.plan.blocks,
      request.plan.rules,
      request.plan.flat,
      request.plan.way,
      request.plan.sheets,
      got,
      closedRuns,
      request.open,
    ]);
  return key;
}
