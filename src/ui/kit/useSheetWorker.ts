'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { coarserCoverage, type LabelCoverage } from '@/core/geometry';
import { type Plan } from '@/model';
import { fadesIn, plainSheet, printTaskOf, type PrintSheet, type Slip } from '@/derived';
import { LayersWorker, PictureWorker, StageWorkers } from '@/workers';
import type { PrintUrls } from './printContext';

const COVERAGE_WIDTH = 300;
/** Pictures in strips and on the run line are this much smaller. */
const STAMP_TIMES = 2;

interface Made {
  readonly sha: string;
  readonly coverage: LabelCoverage;
  readonly sheet: PrintSheet;
  readonly full: boolean;
}

export interface SheetDesk {
  readonly sheetWorker: PictureWorker;
  /** Look over stages of the sheet. */
  readonly stageWorkers: StageWorkers;
  readonly coverage: LabelCoverage | undefined;
  readonly stamp: LabelCoverage | undefined;
  readonly sheet: PrintSheet;
  /** More overlaps and masks meet than can be told apart. */
  readonly sheetFull: boolean;
  /** Says that the running worker's map, changed in place, is the one stored under this name. */
  readonly holds: (sha: string) => void;
  /** Loads the saved map again: what was changed in place did not come to be saved. */
  readonly reload: () => void;
}

/** The worker that holds the plan's label map, what really prints where, and the small picture of shares made from it. */
export function useSheetWorker(plan: Plan, slips: readonly Slip[], urls: PrintUrls): SheetDesk {
  const labelsSha = plan.flat?.labelsSha,
    labelCount = plan.flat?.colours.length ?? 0;
  const mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  const [generation, setGeneration] = useState(0);
  const running = useRef<PictureWorker>(undefined);
  /** Maps stored from the running worker, oldest first, that the plan has not come to yet. */
  const held = useRef<string[]>([]);
  const sheetWorker = useMemo(() => {
    void generation;
    const open = (worker: PictureWorker) =>
      labelsSha ? worker.askNow('openLabels', { url: urls.blob(labelsSha), mmPerPx }) : Promise.resolve();
    const at = labelsSha ? held.current.indexOf(labelsSha) : -1;
    held.current = held.current.slice(at + 1);
    const next = at >= 0 && running.current ? running.current.successor(open) : new PictureWorker(open);
    running.current = next;
    return next;
  }, [labelsSha, mmPerPx, urls, generation]);
  useEffect(() => () => sheetWorker.stop(), [sheetWorker]);
  const made = useMadeSheet(sheetWorker, plan, slips);
  const current = made?.sha === labelsSha && made && made.sheet.parts.length >= labelCount ? made : undefined;
  const coverage = current?.coverage;
  const stamp = useStamp(coverage);
  const { flat } = plan,
    fades = fadesIn(plan);
  // the very same while neither the picture nor what is made of it changes: looks and small pictures follow it
  const sheet = useMemo(() => {
    const plain = plainSheet({ flat });
    const made =
      !current || (current.sheet.effects.length === 0 && current.sheet.parts.length === plain.parts.length)
        ? plain
        : current.sheet;
    // where parts lie is asked only where inks fade
    return fades && current ? { ...made, coverage: current.coverage } : made;
  }, [current, fades, flat]);
  const holds = useCallback((sha: string) => {
    held.current.push(sha);
  }, []);
  const reload = useCallback(() => {
    held.current = [];
    setGeneration((g) => g + 1);
  }, []);
  const stageWorkers = useStageWorkers(sheetWorker, current);
  return { sheetWorker, stageWorkers, coverage, stamp, sheet, sheetFull: current?.full ?? false, holds, reload };
}

/** What really prints where, worked out anew whenever overlaps, masks or slips change. */
function useMadeSheet(sheetWorker: PictureWorker, plan: Plan, slips: readonly Slip[]): Made | undefined {
  const labelsSha = plan.flat?.labelsSha;
  const { widthPx, heightPx } = plan.picture?.raster ?? { widthPx: 0, heightPx: 0 };
  const [made, setMade] = useState<Made>();
  const { task, effects } = useMemo(() => printTaskOf(plan, slips), [plan, slips]);
  const key = JSON.stringify([task, effects]);
  useEffect(() => {
    if (!labelsSha || widthPx === 0) return;
    let current = true;
    const width = COVERAGE_WIDTH,
      height = Math.max(1, Math.round((COVERAGE_WIDTH * heightPx) / widthPx));
    const [wanted, means] = JSON.parse(key) as [typeof task, typeof effects];
    void sheetWorker.ask('printMap', { task: wanted, width, height }).then((answer) => {
      if (!current || !answer.ok) return;
      const { parts, areaPx, full, coverage } = answer.value;
      const total = areaPx.reduce((sum, px) => sum + px, 0);
      setMade({
        sha: labelsSha,
        coverage,
        sheet: { parts, share: areaPx.map((px) => px / total), effects: means },
        full,
      });
    });
    return () => {
      current = false;
    };
  }, [sheetWorker, labelsSha, key, widthPx, heightPx]);
  return made;
}

/** Workers for the stages of the sheet as it is made now; they start with the first question. */
function useStageWorkers(sheetWorker: PictureWorker, made: Made | undefined): StageWorkers {
  const stageWorkers = useMemo(() => {
    void made; // a sheet made anew is another map
    return new StageWorkers(() => sheetWorker.ask('snapshot', { of: 'sheet' }));
  }, [sheetWorker, made]);
  useEffect(() => () => stageWorkers.stop(), [stageWorkers]);
  return stageWorkers;
}

/** The coverage half as wide. */
function useStamp(coverage: LabelCoverage | undefined) {
  const stamp = useMemo(() => coverage && coarserCoverage(coverage, STAMP_TIMES), [coverage]);
  return stamp;
}

/**
 * A worker for orders and recipes; it starts with the first question. Whoever may stop a search has a worker of its
 * own: stopping one ends all that is asked of it.
 */
export function useLayersWorker(): LayersWorker {
  const layersWorker = useMemo(() => new LayersWorker(), []);
  useEffect(() => () => layersWorker.stop(), [layersWorker]);
  return layersWorker;
}
