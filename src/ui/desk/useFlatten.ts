'use client';
import { inWords } from '@/words/failures';
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type Dispatch,
  type SetStateAction,
  type RefObject,
} from 'react';
import type { FlattenSettings } from '@/core/picture';
import { type FlatPlan } from '@/model';
import { NewestOnly, PictureWorker, type FlatResult, type PictureJobs } from '@/workers';
import type { Outcome } from '@/core/units';
import { usePrintDesk } from '../kit/printContext';
import { flatFromResult } from '@/ui/kit/flatFromResult';
import { pictureWords } from '@/words/picture';

const BY_HAND = {
  split: pictureWords('useFlatten.colourSplitInTwo'),
  merge: pictureWords('useFlatten.coloursMerged'),
} as const;
const PREVIEW_PIXELS = 500_000;
/** A hand that rests this long on a slider wants the whole picture. */
const REST_MS = 350;
export const FIRST_SETTINGS: FlattenSettings = { colourCount: 5, radiusMm: 0.3, minIslandMm2: 1 };

export type Work = { readonly words: string; readonly share: number } | undefined;

/**
 * Flattening: a quick worker answers every movement on a small copy; a second one does the whole picture once the hand
 * rests, can be stopped, and is thrown away when the wish changes, so that an older answer never overwrites a newer one.
 */
export function useFlatten() {
  const desk = usePrintDesk('plan');
  const { plan } = desk;
  const [wish, setWish] = useState<FlattenSettings>();
  const [preview, setPreview] = useState<FlatResult>();
  const [work, setWork] = useState<Work>();
  const [problem, setProblem] = useState<string>();
  const [took, setTook] = useState<number>();
  const turn = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const { quick, whole, source } = useFlattenWorkers(timer);
  const queue = useMemo(
    () =>
      new NewestOnly<FlattenSettings, Outcome<FlatResult>>(
        (settings) => quick.ask('flatten', { settings, thinnest: false }),
        (answer) => {
          if (answer.ok) setPreview(answer.value);
          setProblem(answer.ok || answer.code === 'stopped' ? undefined : inWords(answer));
        },
      ),
    [quick],
  );

  const settings = wish ?? plan.flat?.settings ?? FIRST_SETTINGS;

  const runWhole = useRunWhole(turn, setProblem, setWork, setTook, setPreview, setWish);

  const byHand = useByHand(whole, runWhole);
  const { move, startWhole, stop } = useFlattenActs(whole, runWhole, turn, setWork, setWish, queue, timer, setPreview);

  /** What the first settings would give, before anything is decided. */
  const showFirst = useCallback(() => queue.push(FIRST_SETTINGS), [queue]);

  return {
    settings,
    move,
    startWhole,
    stop,
    work,
    preview,
    problem,
    took,
    quick,
    source,
    byHand,
    showFirst,
    touched: wish !== undefined,
  };
}

/** Three workers on the raster of the picture: a small copy for previews, the whole, and the source as it is shown. */
function useFlattenWorkers(timer: RefObject<NodeJS.Timeout | undefined>) {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const raster = plan.picture?.raster;
  // by value: each save brings the same picture as a new object, and workers and wishes must outlive it
  const rasterSha = raster?.sha,
    mmPerPx = raster?.mmPerPx;
  const open = useCallback(
    (worker: PictureWorker, maxPixels?: number) =>
      rasterSha !== undefined && mmPerPx !== undefined
        ? worker.askNow('openRaster', { url: urls.blob(rasterSha), mmPerPx, maxPixels })
        : Promise.resolve(),
    [rasterSha, mmPerPx, urls],
  );
  const quick = useMemo(() => new PictureWorker((w) => open(w, PREVIEW_PIXELS)), [open]);
  const whole = useMemo(() => new PictureWorker((w) => open(w)), [open]);
  const source = useMemo(() => new PictureWorker((w) => open(w)), [open]);
  useEffect(
    () => () => {
      quick.stop();
      whole.stop();
      source.stop();
      clearTimeout(timer.current);
    },
    [quick, whole, source, timer],
  );
  return { quick, whole, source };
}

type RunWhole = ReturnType<typeof useRunWhole>;

/** Turning a setting, letting it rest, stopping, and changes by hand. */
function useFlattenActs(
  whole: PictureWorker,
  runWhole: RunWhole,
  turn: RefObject<number>,
  setWork: Dispatch<SetStateAction<Work>>,
  setWish: Dispatch<SetStateAction<FlattenSettings | undefined>>,
  queue: NewestOnly<FlattenSettings, Outcome<FlatResult>>,
  timer: RefObject<NodeJS.Timeout | undefined>,
  setPreview: Dispatch<SetStateAction<FlatResult | undefined>>,
) {
  const { plan } = usePrintDesk('plan');
  const startWhole = useCallback(
    (next: FlattenSettings) => {
      whole.stop();
      void runWhole(
        whole,
        pictureWords('useFlatten.flatteningTheWholePicture'),
        'flatten',
        { settings: next, thinnest: true },
        next,
        plan.flat,
      );
    },
    [plan.flat, runWhole, whole],
  );

  const move = useCallback(
    (next: FlattenSettings) => {
      turn.current++;
      whole.stop();
      setWork(undefined);
      setWish(next);
      queue.push(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => startWhole(next), REST_MS);
    },
    [queue, startWhole, whole, setWish, setWork, timer, turn],
  );

  const stop = useCallback(() => {
    turn.current++;
    clearTimeout(timer.current);
    whole.stop();
    setWork(undefined);
    setWish(undefined);
    if (plan.flat) setPreview(undefined);
    else queue.push(FIRST_SETTINGS);
  }, [plan.flat, queue, whole, setPreview, setWish, setWork, timer, turn]);

  return { move, startWhole, stop };
}

/** Changes by hand on the label map as saved. */
function useByHand(whole: PictureWorker, runWhole: RunWhole) {
  const desk = usePrintDesk('plan', 'urls', 'sheetWorker');
  const { plan, urls } = desk;
  const raster = plan.picture?.raster;
  return useCallback(
    async (job: 'split' | 'merge', take: PictureJobs['split' | 'merge']['take']) => {
      if (!plan.flat || !raster) return;
      const worker = job === 'split' ? whole : desk.sheetWorker;
      if (job === 'split')
        await whole.ask('openLabels', { url: urls.blob(plan.flat.labelsSha), mmPerPx: raster.mmPerPx });
      await runWhole(worker, BY_HAND[job], job, take as never, plan.flat.settings, plan.flat);
    },
    [desk.sheetWorker, plan.flat, raster, runWhole, urls, whole],
  );
}

/** Flattens the whole picture, stores its map and takes it into the plan. */
function useRunWhole(
  turn: RefObject<number>,
  setProblem: Dispatch<SetStateAction<string | undefined>>,
  setWork: Dispatch<SetStateAction<Work>>,
  setTook: Dispatch<SetStateAction<number | undefined>>,
  setPreview: Dispatch<SetStateAction<FlatResult | undefined>>,
  setWish: Dispatch<SetStateAction<FlattenSettings | undefined>>,
) {
  const desk = usePrintDesk('urls', 'plan', 'change');
  const { urls } = desk;
  /** Runs one job on the whole picture and, when it is still wanted, saves what came of it. */
  const runWhole = useCallback(
    async <J extends 'flatten' | 'split' | 'merge'>(
      worker: PictureWorker,
      words: string,
      job: J,
      take: PictureJobs[J]['take'],
      used: FlattenSettings,
      before: FlatPlan | null,
    ) => {
      const mine = ++turn.current;
      setProblem(undefined);
      setWork({ words, share: 0 });
      const answer = (await worker.ask(job, take, (share) => {
        if (mine === turn.current) setWork({ words, share });
      })) as Outcome<FlatResult>;
      if (mine !== turn.current) return;
      if (!answer.ok) {
        setWork(undefined);
        if (answer.code !== 'stopped') setProblem(inWords(answer));
        return;
      }
      const stored = await worker.ask('storeLabels', { url: urls.labels });
      if (mine !== turn.current) return;
      if (stored.ok) {
        setTook(answer.value.milliseconds);
        const paperLabD50 = desk.plan.paper.labD50;
        await desk.change({
          kind: 'shapes-changed',
          flat: flatFromResult(answer.value, stored.value, used, before, paperLabD50, job !== 'flatten'),
          how: job === 'flatten' ? 'flattened' : job,
        });
        if (job === 'flatten' && answer.value.coloursLabD50.length < 2)
          setProblem(
            used.minIslandMm2 > 0
              ? pictureWords('useFlatten.everythingMergedIntoOne', { minIslandMm2: used.minIslandMm2 })
              : pictureWords('useFlatten.thePictureIsOne'),
          );
      } else setProblem(inWords(stored));
      if (mine !== turn.current) return;
      setWork(undefined);
      setPreview(undefined);
      setWish(undefined);
    },
    [desk, urls.labels, setPreview, setProblem, setTook, setWish, setWork, turn],
  );
  return runWhole;
}

export type Flatten = ReturnType<typeof useFlatten>;
