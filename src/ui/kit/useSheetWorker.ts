'use client';
import { useEffect, useMemo, useState } from 'react';
import { coarserCoverage } from '@/core/geometry';
import type { Plan } from '@/records';
import { LayersWorker, PictureWorker } from '@/workers';
import type { Coverage, PrintUrls } from './printContext';

const COVERAGE_WIDTH = 300;
/** Pictures in strips and on the run line are this much smaller. */
const STAMP_TIMES = 2;

/** The worker that holds the plan's label map, and the small picture of shares made from it. */
export function useSheetWorker(plan: Plan, urls: PrintUrls): { sheetWorker: PictureWorker; coverage: Coverage | undefined; stamp: Coverage | undefined } {
  const labelsSha = plan.flat?.labelsSha, labelCount = plan.flat?.colours.length ?? 0;
  const { widthPx, heightPx, mmPerPx } = plan.picture?.raster ?? { widthPx: 0, heightPx: 0, mmPerPx: 0.1 };
  const [coverage, setCoverage] = useState<Coverage & { sha: string }>();
  const sheetWorker = useMemo(
    () => new PictureWorker((worker) => (labelsSha ? worker.askNow('openLabels', { url: urls.blob(labelsSha), mmPerPx }) : Promise.resolve())),
    [labelsSha, mmPerPx, urls],
  );
  useEffect(() => () => sheetWorker.stop(), [sheetWorker]);
  useEffect(() => {
    if (!labelsSha || widthPx === 0) return;
    let current = true;
    const width = COVERAGE_WIDTH, height = Math.max(1, Math.round((COVERAGE_WIDTH * heightPx) / widthPx));
    void sheetWorker.ask('coverage', { labelCount, width, height }).then((answer) => {
      if (current && answer.ok) setCoverage({ bytes: answer.value, labelCount, width, height, sha: labelsSha });
    });
    return () => { current = false; };
  }, [sheetWorker, labelsSha, labelCount, widthPx, heightPx]);
  const current = coverage?.sha === labelsSha && coverage?.labelCount === labelCount ? coverage : undefined;
  const stamp = useMemo(() => current && { labelCount: current.labelCount, ...coarserCoverage(current.bytes, current.labelCount, current.width, current.height, STAMP_TIMES) }, [current]);
  return { sheetWorker, coverage: current, stamp };
}

/** The worker that searches for orders and recipes; it starts with the first question. */
export function useLayersWorker(): LayersWorker {
  const layersWorker = useMemo(() => new LayersWorker(), []);
  useEffect(() => () => layersWorker.stop(), [layersWorker]);
  return layersWorker;
}
