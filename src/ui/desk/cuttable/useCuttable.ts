'use client';
import { useCallback, useEffect, useRef, useState, type Dispatch, type RefObject, type SetStateAction } from 'react';
import { FIRST_CUTTABLE } from '@/core/cuttable/settings';
import type { Outcome } from '@/core/units';
import { anchorPx, cutForOf } from '@/derived';
import type { FlatPlan, Plan } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { inWords } from '@/words/failures';
import { pictureWords } from '@/words/picture';
import {
  flattenCuttable,
  type CuttableResult,
  type CuttableWish,
  type PictureJobs,
  type PictureWorker,
} from '@/workers';
import type { Work } from '../useFlatten';

export type Settings = FlatPlan['settings'];

/** What was made cuttable last, and for what: known until the page is left or something else is flattened. */
export interface Made {
  readonly result: CuttableResult;
  readonly labelsSha: string;
  /** All that was asked for but the hours: with the same, other hours are a second's work. */
  readonly key: string;
  /** Undefined while they are worked out. */
  readonly figures?: CutFiguresTold;
}

export type CutFiguresTold = PictureJobs['cuttableFigures']['give'];

/** What a picture is made cuttable for: this print's blocks, tools, order of runs and lettering. */
function wishOf(plan: Plan, pace: number, settings: Settings): CuttableWish {
  return {
    settings: settings.cuttable ?? FIRST_CUTTABLE,
    cutFor: cutForOf(plan, pace, settings.colourCount),
    // whatever colour it has now: flattened anew its label is another
    letteringPx: plan.lettering.map((anchor) => ({ ...anchorPx(anchor, plan), label: -1 })),
  };
}

function keyOf(wish: CuttableWish, settings: Settings): string {
  const all = { ...wish.settings, hours: null, zones: [] };
  return JSON.stringify([
    { ...wish, settings: all },
    { ...settings, cuttable: all },
  ]);
}

/** The whole picture made cuttable, or brought within other hours where all else is as it was; and how likeness falls with the hours. */
export function useCuttable(
  whole: PictureWorker,
  source: PictureWorker,
  made: Made | undefined,
  setMade: Dispatch<SetStateAction<Made | undefined>>,
) {
  const { plan, cuttingPace } = usePrintDesk('plan', 'cuttingPace');
  const latest = useRef({ plan, cuttingPace, made });
  latest.current = { plan, cuttingPace, made };
  const [curve, setCurve] = useState<{ readonly of: string; readonly points: PictureJobs['cuttableCurve']['give'] }>();
  /** Whether nothing but the hours is asked for anew. */
  const isMade = useCallback(
    (settings: Settings) =>
      settings.cuttable !== undefined &&
      latest.current.made?.key === keyOf(wishOf(latest.current.plan, latest.current.cuttingPace, settings), settings),
    [],
  );
  const work = useCallback(
    async (settings: Settings, progress: (share: number) => void): Promise<Outcome<CuttableResult>> => {
      const { plan: now, cuttingPace: pace } = latest.current;
      const wish = wishOf(now, pace, settings);
      if (isMade(settings)) return whole.ask('cuttableWithin', { settings: wish.settings, thinnest: true }, progress);
      const { cuttable: _, ...flatten } = settings;
      return flattenCuttable(whole, source, { settings: flatten, wish }, progress);
    },
    [whole, source, isMade],
  );
  /** What it will be, on a small copy. */
  const firstLook = useCallback((quick: PictureWorker, settings: Settings) => {
    const { cuttable: _, ...flatten } = settings;
    return quick.ask('cuttablePreview', {
      settings: flatten,
      wish: wishOf(latest.current.plan, latest.current.cuttingPace, settings),
    });
  }, []);
  const took = useCallback(
    async (result: CuttableResult, settings: Settings, labelsSha: string) => {
      const { plan: now, cuttingPace: pace } = latest.current;
      const key = keyOf(wishOf(now, pace, settings), settings);
      setMade({ result, labelsSha, key });
      const figures = await whole.ask('cuttableFigures', null);
      if (!figures.ok) return;
      setMade((now) => (now?.result === result ? { ...now, figures: figures.value } : now));
      const points = await whole.ask('cuttableCurve', null);
      if (points.ok) setCurve({ of: key, points: points.value });
    },
    [whole, setMade],
  );
  const forget = useCallback(() => setMade(undefined), [setMade]);
  return { work, firstLook, took, isMade, forget, curve: curve?.of === made?.key ? curve?.points : undefined };
}

/** At first so simple that half of the outlines are left to cut: what clearing takes cannot be saved. In quarters of an hour. */
export function simplerHours({ hours, clearingHours }: CutFiguresTold['after']): number {
  return Math.max(0.25, Math.round(4 * (clearingHours + (hours - clearingHours) / 2)) / 4);
}

/** “Simpler” was asked for before it was known how many hours the picture takes: taken up as soon as it is. */
function useSimpler(settings: Settings, figures: CutFiguresTold | undefined, move: (next: Settings) => void) {
  const wanted = useRef(false);
  useEffect(() => {
    if (!wanted.current || !figures || !settings.cuttable) return;
    wanted.current = false;
    move({ ...settings, cuttable: { ...settings.cuttable, hours: simplerHours(figures.after) } });
  }, [figures, settings, move]);
  return useCallback(() => {
    wanted.current = true;
  }, []);
}

interface Acting {
  readonly made: Made | undefined;
  readonly cut: ReturnType<typeof useCuttable>;
  readonly settings: Settings;
  readonly turn: RefObject<number>;
  readonly move: (next: Settings) => void;
  readonly setWork: Dispatch<SetStateAction<Work>>;
  readonly setProblem: Dispatch<SetStateAction<string | undefined>>;
}

/** What can be asked of a picture that is cuttable, or was: simpler, worked out again, and how it was before. */
export function useCuttableActs({ made, cut, settings, turn, move, setWork, setProblem }: Acting) {
  const { plan } = usePrintDesk('plan');
  const lastCuttable = useRef<Settings['cuttable']>(undefined);
  if (settings.cuttable) lastCuttable.current = settings.cuttable;
  const wantSimpler = useSimpler(settings, made?.figures, move);
  /** What the picture as it is saved costs, once more: nothing is saved. */
  const workOut = useCallback(async () => {
    const mine = ++turn.current,
      words = pictureWords('useFlatten.workingItOut');
    setWork({ words, share: 0 });
    const answer = await cut.work(settings, (share) => {
      if (mine === turn.current) setWork({ words, share });
    });
    if (mine !== turn.current) return;
    setWork(undefined);
    if (answer.ok && plan.flat) void cut.took(answer.value, settings, plan.flat.labelsSha);
    else if (!answer.ok && answer.code !== 'stopped') setProblem(inWords(answer));
  }, [cut, settings, plan.flat, turn, setWork, setProblem]);
  return { wantSimpler, workOut, lastCuttable: lastCuttable.current };
}
