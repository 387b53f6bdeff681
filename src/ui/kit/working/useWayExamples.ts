'use client';
import { useCallback, useEffect, useMemo } from 'react';
import { labelCoverage, labelGapsPx, type LabelCoverage, type LabelMap } from '@/core/geometry';
import { printMapOf } from '@/core/layers';
import { startBelief } from '@/core/sheets';
import {
  figuresOf,
  drawsKey,
  isSearchedWay,
  keyedSample,
  looksOfPlan,
  printTaskOf,
  sampleMap,
  SAMPLE_PRINTS,
  samplePlan,
  withWay,
  shownOf,
  type PlanFigures,
  type ShownLooks,
} from '@/derived';
import { WAYS_OF_WORKING, type Plan, type WayOfWorking } from '@/model';
import { LayersWorker } from '@/workers';
import { useWorkerAnswer } from '../useWorkerAnswer';

/** A small picture worked in a way: the sheet after each run, and what it asks. */
export interface WayExample {
  /** Where its colours lie, small. */
  readonly coverage: LabelCoverage;
  readonly shown: ShownLooks;
  readonly figures: PlanFigures;
}

const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'pear')!;
const THUMB_PX = { width: 96, height: 72 };
/** Examples of all ways on one small made-up picture; those that have to be searched for come later. */
export function useWayExamples(): {
  readonly of: (way: WayOfWorking) => WayExample | undefined;
} {
  const sample = useMemo(drawnSample, []);
  const worker = useMemo(() => new LayersWorker(), []);
  useEffect(() => () => worker.stop(), [worker]);
  const search = useCallback(
    () =>
      worker.ask('proposals', {
        ...{ plan: sample.plan, got: [], closedRuns: 0, open: true },
        ...{ gapsMm: sample.gapsMm, belief: startBelief('practised') },
      }),
    [worker, sample],
  );
  const { value: found } = useWorkerAnswer(search);
  const of = useCallback(
    (way: WayOfWorking): WayExample | undefined => {
      if (!isSearchedWay(way)) return sample.examples.get(way);
      const one = found?.compared.find((compared) => compared.way === way);
      return one && { ...one, coverage: sample.coverage };
    },
    [found, sample],
  );
  return { of };
}

function drawnSample() {
  const plan = samplePlan(SAMPLE),
    map = sampleMap(SAMPLE),
    count = SAMPLE.colours.length,
    keyed = keyedSample(SAMPLE),
    mmPerPx = plan.picture!.raster.mmPerPx;
  const coverage = labelCoverage(map, count, THUMB_PX.width, THUMB_PX.height),
    withKey = labelCoverage(keyed.map, count + 1, THUMB_PX.width, THUMB_PX.height);
  return {
    plan,
    coverage,
    gapsMm: labelGapsPx(map, count).map((px) => px * mmPerPx),
    examples: new Map(
      WAYS_OF_WORKING.filter((way) => !isSearchedWay(way)).map((way) => [
        way,
        drawsKey(way)
          ? exampleOf(withWay(keyed.plan, way, true), withKey)
          : exampleOf(withWay(plan, way, true), coverage, map),
      ]),
    ),
  };
}

/** `map`: its shapes, where a saw may leave lines between them. */
function exampleOf(plan: Plan, coverage: LabelCoverage, map?: LabelMap): WayExample {
  const looks = looksOfPlan(plan)!;
  const { task, effects } = printTaskOf(plan),
    made = map && task.seams && printMapOf(map, task);
  if (made) {
    const share = made.areaPx.map((px) => px / map.labels.length);
    const sawn = looksOfPlan(plan, [], { parts: made.parts, share, effects })!;
    return {
      coverage: labelCoverage(made.map, made.parts.length, THUMB_PX.width, THUMB_PX.height),
      ...{ shown: shownOf(sawn), figures: figuresOf(plan, looks, startBelief('practised')) },
    };
  }
  return { coverage, shown: shownOf(looks), figures: figuresOf(plan, looks, startBelief('practised')) };
}
