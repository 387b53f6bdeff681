'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { materialById, type CutSettings, type InkRoller } from '@/core/cutting';
import type { Block } from '@/model';
import { NewestOnly, type StageFigures, type StageFindings, type StageWorkers } from '@/workers';
import type { Outcome } from '@/core/units';
import type { LabelState } from '@/ui/kit/blockStates';
import { usePrintDesk } from '../../kit/printContext';

/** Reports after a pause that lets a hand step quickly along the run line. */
const CHECK_REST_MS = 120;

export interface StageCheck {
  readonly figures: StageFigures;
  readonly clearing: readonly { readonly widthMm: number; readonly cm2: number }[];
}

interface Asked {
  readonly key: string;
  readonly workers: StageWorkers;
  readonly standing: readonly number[];
  readonly cutNow: readonly number[];
  readonly settings: CutSettings;
}

/** What a block is looked over for. */
export function cutSettings(
  { materialId, grainDeg }: Pick<Block, 'materialId' | 'grainDeg'>,
  toolsMm: readonly number[],
  roller: InkRoller,
): CutSettings {
  return { material: materialById(materialId), grainDeg, toolsMm, roller };
}

/** How long a found stage is looked at before the others are measured. */
const AHEAD_REST_MS = 500;

/** Measures the other stages while one is looked at, the nearest first: a step along the run line then finds them ready. */
function useStagesAhead(states: readonly LabelState[], run: number, ready: boolean) {
  const { stageWorkers } = usePrintDesk('stageWorkers');
  const others = JSON.stringify(
    states
      .map(({ standing, cutNow }, i) => [standing, cutNow, Math.abs(i + 1 - run)] as const)
      .filter(([, , away]) => away > 0)
      .sort((one, other) => one[2] - other[2]),
  );
  useEffect(() => {
    if (!ready) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      const stages = JSON.parse(others) as [number[], number[], number][];
      void stageWorkers.ahead(
        stages.map(([standing, cutNow]) => ({ standing, cutNow })),
        stop.signal,
      );
    }, AHEAD_REST_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [others, ready, stageWorkers]);
}

/** What is measured of a stage, and what it asks for with these settings; settings may change as fast as a slider moves. */
export function useStageCheck(
  states: readonly LabelState[],
  run: number,
  on: boolean,
  block: Block,
  toolsMm: readonly number[],
) {
  const state = on ? states[run - 1] : undefined;
  const { stageWorkers, plan } = usePrintDesk('stageWorkers', 'plan');
  const key = state ? JSON.stringify([state.standing, state.cutNow]) : '';
  const [check, setCheck] = useState<StageCheck & { key: string }>();
  const [found, setFound] = useState<StageFindings & { key: string }>();
  const settings = useMemo(() => cutSettings(block, toolsMm, plan.roller), [block, toolsMm, plan.roller]);
  const toolsKey = toolsMm.join();
  useEffect(() => {
    if (!key) return;
    let wanted = true;
    const [standing, cutNow] = JSON.parse(key) as [number[], number[]];
    const timer = setTimeout(async () => {
      const figures = await stageWorkers.ask('stageFigures', { standing, cutNow });
      if (!wanted || !figures.ok) return;
      const clearing = await stageWorkers.ask('clearing', {
        standing,
        cutNow,
        toolsMm: toolsKey.split(',').map(Number),
      });
      if (wanted && clearing.ok) setCheck({ key, figures: figures.value, clearing: clearing.value });
    }, CHECK_REST_MS);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [key, stageWorkers, toolsKey]);
  const queue = useRef<NewestOnly<Asked, Outcome<StageFindings>>>(null);
  queue.current ??= new NewestOnly(
    ({ workers, standing, cutNow, settings: wanted }) =>
      workers.ask('findings', { standing, cutNow, settings: wanted }),
    (answer, asked) => {
      if (answer.ok) setFound({ ...answer.value, key: asked.key });
    },
  );
  useEffect(() => {
    if (!key) return;
    const [standing, cutNow] = JSON.parse(key) as [number[], number[]];
    const timer = setTimeout(
      () => queue.current?.push({ key, workers: stageWorkers, standing, cutNow, settings }),
      found?.key === key ? 0 : CHECK_REST_MS,
    );
    return () => clearTimeout(timer);
    // what was found last only decides whether to wait; it must not ask again
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, stageWorkers, settings]);
  useStagesAhead(states, run, key !== '' && check?.key === key && found?.key === key);
  return { check: check?.key === key ? check : undefined, found: found?.key === key ? found : undefined, settings };
}
