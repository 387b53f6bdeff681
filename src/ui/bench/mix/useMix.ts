'use client';
import { useMemo, useState } from 'react';
import { labOfRecipe, pouringOf } from '@/core/inks';
import {
  additionsFor,
  filledG,
  inkInPot,
  inksOfRun,
  openPot,
  potNeedOf,
  potTask,
  type Addition,
  type NamedPart,
  type Pot,
} from '@/derived';
import type { Ink, Run } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { usePigments } from '@/ui/kit/usePigments';
import { useSheetCount } from '@/ui/kit/useSheetCount';

/** An ink of a run, as it is chosen to be mixed. */
export interface InkOfRun {
  readonly index: number;
  readonly run: Run;
  readonly ink: Ink;
}

/** Something that goes into the pot: ink of the recipe, or what is added to it. */
export interface PourItem {
  readonly what: 'ink' | Addition;
  readonly inkId: string | null;
  readonly name: string;
  readonly allG: number;
  readonly pouredG: number;
  readonly restG: number;
}

/** So near it is enough: two steps of the scale, a little more of a large part. A little more of an ink may be little. */
export const tolG = (allG: number): number => Math.max(0.02, 0.003 * allG);
export const isEnough = ({ restG, allG }: PourItem): boolean => restG <= tolG(allG);

export function inksToMix(plan: Parameters<typeof inksOfRun>[0]): InkOfRun[] {
  return plan.runs.flatMap((run, index) => inksOfRun(plan, run).map((ink) => ({ index, run, ink })));
}

/** The ink that is mixed, what is needed of it, its pot, and what still goes into that. */
export function useMix() {
  const { plan, progress, sheet } = usePrintDesk('plan', 'progress', 'sheet');
  const all = useMemo(() => inksToMix(plan), [plan]);
  const [chosen, choose] = useState<number>();
  const [washUps, setWashUps] = useState(0);
  const first = all.findIndex(({ index }) => index === progress.currentRun);
  const at = Math.min(chosen ?? Math.max(0, first), Math.max(0, all.length - 1));
  const one = all.at(at);
  const planned = useSheetCount();
  const waiting = one && progress.bench.started ? progress.runs[one.index].tally.waiting.length : planned;
  const sheets = Math.max(1, waiting);
  const need = useMemo(
    () => one && potNeedOf(plan, sheet, one.run, one.ink.id, { sheets, washUps }),
    [plan, sheet, one, sheets, washUps],
  );
  const pot = one && openPot(progress.bench, one.run.id, one.ink.id);
  return { all, at, choose, one, need, sheets, washUps, setWashUps, pot, ...usePot(one, pot) };
}

export type Mix = ReturnType<typeof useMix>;

const NO_PARTS: readonly NamedPart[] = [];

/** What is in a pot, what still goes in, and what it comes to. */
function usePot(one: InkOfRun | undefined, pot: Pot | undefined) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const films = usePigments();
  const got = progress.bench.coloursGot,
    { pots } = progress.bench;
  const inPot = useMemo(() => (pot ? inkInPot(pot) : NO_PARTS), [pot]);
  const pouring = useMemo(
    () =>
      pot &&
      pouringOf(
        pot.shares.map(({ inkId, share }) => ({ id: inkId, share })),
        pot.wantedG,
        inPot,
      ),
    [pot, inPot],
  );
  const items = useMemo(() => {
    if (!pot || !pouring || !one) return [];
    const inks = pouring.parts.map(({ id, share, pouredG, restG }): PourItem => ({
      ...{ what: 'ink', inkId: id, pouredG, restG, allG: Math.max(pouredG, share * pouring.totalG) },
      name: pot.shares.find(({ inkId }) => inkId === id)?.name ?? id,
    }));
    const added = additionsFor(one.ink, pots, pot, pouring.totalG)
      .filter(({ wantedG, hadG }) => wantedG > 0.005 || hadG > 0)
      .map(({ what, wantedG, hadG, restG }): PourItem => ({
        ...{ what, inkId: null, name: '', allG: Math.max(wantedG, hadG), pouredG: hadG, restG },
      }));
    return [...inks, ...added];
  }, [one, pot, pots, pouring]);
  const tasks = useMemo(() => {
    if (!one || !films.pigments) return undefined;
    const of = { runId: one.run.id, inkId: one.ink.id };
    const paper = potTask(plan, got, films.pigments, of, 'paper'),
      below = potTask(plan, got, films.pigments, of, 'below');
    return paper && below && { paper, below };
  }, [one, films.pigments, plan, got]);
  const reckoned = useMemo(() => {
    const parts = inPot.map(({ id, grams }) => ({ id, share: grams }));
    const known = tasks && parts.length > 0 && parts.every(({ id }) => tasks.below.pigments.some((p) => p.id === id));
    return known ? { paper: labOfRecipe(tasks.paper, parts), below: labOfRecipe(tasks.below, parts) } : undefined;
  }, [tasks, inPot]);
  return {
    ...{ films, inPot, pouring, items, tasks, reckoned },
    next: items.find((item) => !isEnough(item)),
    filled: pot ? filledG(pot) : 0,
  };
}
