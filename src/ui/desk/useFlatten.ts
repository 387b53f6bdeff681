'use client';
import { perLanguage } from '@/words/language';
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
import { type FlatPlan } from '@/model';
import { NewestOnly, PictureWorker, type CuttableResult, type FlatResult, type PictureJobs } from '@/workers';
import type { Outcome } from '@/core/units';
import { usePrintDesk } from '../kit/printContext';
import { flatFromResult } from '@/ui/kit/flatFromResult';
import { FIRST_CUTTABLE } from '@/core/cuttable/settings';
import { useCuttable, useCuttableActs, type Made, type Settings } from './cuttable/useCuttable';
import { pictureWords } from '@/words/picture';

const byHandSaid = perLanguage(
  () =>
    ({
      split: pictureWords('useFlatten.colourSplitInTwo'),
      merge: pictureWords('useFlatten.coloursMerged'),
    }) as const,
);
const PREVIEW_PIXELS = 500_000;
/** A hand that rests this long on a slider wants the whole picture. */
const REST_MS = 350;
/** Cuttable from the first: nobody wants a picture that cannot be cut, unless they ask for it. */
const FIRST_SETTINGS: Settings = { colourCount: 5, radiusMm: 0.3, minIslandMm2: 1, cuttable: FIRST_CUTTABLE };

export type Work = { readonly words: string; readonly share: number } | undefined;

/**
 * Flattening: a quick worker answers every movement on a small copy; a second one does the whole picture once the hand
 * rests, can be stopped, and is thrown away when the wish changes, so that an older answer never overwrites a newer one.
 */
export function useFlatten() {
  const desk = usePrintDesk('plan');
  const { plan } = desk;
  const [wish, setWish] = useState<Settings>();
  const [preview, setPreview] = useState<FlatResult>();
  const [work, setWork] = useState<Work>();
  const [problem, setProblem] = useState<string>();
  const [took, setTook] = useState<number>();
  const [made, setMade] = useState<Made>();
  const turn = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const { quick, whole, source } = useFlattenWorkers(timer);
  const settings = wish ?? plan.flat?.settings ?? FIRST_SETTINGS;

  const runWhole = useRunWhole(turn, setProblem, setWork, setTook, setPreview, setWish);
  const cut = useCuttable(whole, source, made, setMade);
  const queue = useQuickQueue(quick, cut.firstLook, setPreview, setProblem);

  const byHand = useByHand(whole, runWhole);
  const { move, startWhole, stop } = useFlattenActs(
    { whole, runWhole, cut, turn, timer, queue },
    setWork,
    setWish,
    setPreview,
  );

  const more = useCuttableActs({ made, cut, settings, turn, move, setWork, setProblem });

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
    made,
    curve: cut.curve,
    ...more,
    touched: wish !== undefined,
  };
}

/** Every movement is answered on the small copy, the newest only. */
function useQuickQueue(
  quick: PictureWorker,
  firstLook: ReturnType<typeof useCuttable>['firstLook'],
  setPreview: Dispatch<SetStateAction<FlatResult | undefined>>,
  setProblem: Dispatch<SetStateAction<string | undefined>>,
) {
  return useMemo(
    () =>
      new NewestOnly<Settings, Outcome<FlatResult>>(
        (settings) =>
          settings.cuttable ? firstLook(quick, settings) : quick.ask('flatten', { settings, thinnest: false }),
        (answer) => {
          if (answer.ok) setPreview(answer.value);
          setProblem(answer.ok || answer.code === 'stopped' ? undefined : inWords(answer));
        },
      ),
    [quick, firstLook, setPreview, setProblem],
  );
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

/** The whole picture flattened, or made cuttable. */
function useStartWhole(whole: PictureWorker, runWhole: RunWhole, cut: ReturnType<typeof useCuttable>) {
  const { plan } = usePrintDesk('plan');
  const { work, took, isMade, forget } = cut;
  return useCallback(
    (next: Settings) => {
      if (!isMade(next)) {
        whole.stop();
        forget();
      }
      void runWhole(
        whole,
        next.cuttable
          ? pictureWords('useFlatten.makingItCuttable')
          : pictureWords('useFlatten.flatteningTheWholePicture'),
        'flatten',
        (worker, progress) =>
          next.cuttable ? work(next, progress) : worker.ask('flatten', { settings: next, thinnest: true }, progress),
        next,
        plan.flat,
        (result, labelsSha) => {
          if (next.cuttable) void took(result as CuttableResult, next, labelsSha);
        },
      );
    },
    [plan.flat, runWhole, whole, work, took, isMade, forget],
  );
}

/** Turning a setting, letting it rest, stopping, and changes by hand. */
function useFlattenActs(
  {
    whole,
    runWhole,
    cut,
    turn,
    timer,
    queue,
  }: {
    readonly whole: PictureWorker;
    readonly runWhole: RunWhole;
    readonly cut: ReturnType<typeof useCuttable>;
    readonly turn: RefObject<number>;
    readonly timer: RefObject<ReturnType<typeof setTimeout> | undefined>;
    readonly queue: NewestOnly<Settings, Outcome<FlatResult>>;
  },
  setWork: Dispatch<SetStateAction<Work>>,
  setWish: Dispatch<SetStateAction<Settings | undefined>>,
  setPreview: Dispatch<SetStateAction<FlatResult | undefined>>,
) {
  const { plan } = usePrintDesk('plan');
  const { isMade, forget } = cut;
  const startWhole = useStartWhole(whole, runWhole, cut);

  const move = useCallback(
    (next: Settings) => {
      turn.current++;
      if (!isMade(next)) whole.stop();
      setWork(undefined);
      setWish(next);
      // with other hours only, the picture that is there is nearer to what comes than a first look
      if (!isMade(next)) queue.push(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => startWhole(next), REST_MS);
    },
    [queue, startWhole, whole, isMade, setWish, setWork, timer, turn],
  );

  const stop = useCallback(() => {
    turn.current++;
    clearTimeout(timer.current);
    whole.stop();
    forget();
    setWork(undefined);
    setWish(undefined);
    if (plan.flat) setPreview(undefined);
    else queue.push(FIRST_SETTINGS);
  }, [plan.flat, queue, whole, forget, setPreview, setWish, setWork, timer, turn]);

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
      await runWhole(
        worker,
        byHandSaid()[job],
        job,
        (one, progress) => one.ask(job, take as never, progress),
        plan.flat.settings,
        plan.flat,
      );
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
  setWish: Dispatch<SetStateAction<Settings | undefined>>,
) {
  const desk = usePrintDesk('urls', 'plan', 'change');
  const { urls } = desk;
  /** Runs one job on the whole picture and, when it is still wanted, saves what came of it. */
  const runWhole = useCallback(
    async (
      worker: PictureWorker,
      words: string,
      job: 'flatten' | 'split' | 'merge',
      work: (worker: PictureWorker, progress: (share: number) => void) => Promise<Outcome<FlatResult>>,
      used: Settings,
      before: FlatPlan | null,
      done: (result: FlatResult, labelsSha: string) => void = () => undefined,
    ) => {
      const mine = ++turn.current,
        started = performance.now();
      setProblem(undefined);
      setWork({ words, share: 0 });
      const answer = await work(worker, (share) => {
        if (mine === turn.current) setWork({ words, share });
      });
      if (mine !== turn.current) return;
      if (!answer.ok) {
        setWork(undefined);
        if (answer.code !== 'stopped') setProblem(inWords(answer));
        return;
      }
      const stored = await worker.ask('storeLabels', { url: urls.labels });
      if (mine !== turn.current) return;
      if (stored.ok) {
        done(answer.value, stored.value);
        setTook(performance.now() - started);
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
