'use client';
import { useCallback, useMemo } from 'react';
import { applyEdit, closedAt, inkingsOf, marksOf, type Mark } from '@/derived';
import { failed, type Failure, type PlanEdit } from '@/model';
import { usePrintDesk } from '../../kit/printContext';

/** What can be done with one colour in one run. */
export const HOWS = ['printed', 'not inked', 'mask', 'wipe', 'cut away'] as const;
export type How = (typeof HOWS)[number];

/** A name for what is added now: ids of runs, blocks and inks are made from it. */
export const freshName = () => Date.now().toString(36);

export interface WeaveActs {
  readonly marks: readonly (readonly Mark[])[];
  /** Why a touch cannot be made; undefined where it can. */
  readonly hinders: (edit: PlanEdit) => Failure | undefined;
  /** Makes a touch, or says why not. */
  readonly touch: (edit: PlanEdit) => void;
  readonly give: (run: number, label: number, how: How, inkingId?: string) => void;
  /** Prints the colour there, or takes it away: off the block where that is not cut yet. */
  readonly toggle: (run: number, label: number) => void;
}

/** The marks of the plan and the touches that change them; what is laid or cut already refuses them here as it would at the server. */
export function useWeave(onRefused: (why: Failure) => void): WeaveActs {
  const { plan, progress, change } = usePrintDesk('plan', 'progress', 'change');
  const marks = useMemo(() => marksOf(plan), [plan]);
  const anything = progress.cutsDone > 0 || progress.closedRuns > 0;
  const hinders = useCallback(
    (edit: PlanEdit): Failure | undefined => {
      const next = applyEdit(plan, edit);
      if (!next.ok) return next;
      if (!anything) return undefined;
      // shapes are asked at the server alone: no touch of the weave changes any
      const closed = closedAt(plan, next.value, progress, () => ({ kept: true }));
      return closed && failed(closed);
    },
    [anything, plan, progress],
  );
  const touch = useCallback(
    (edit: PlanEdit) => {
      const why = hinders(edit);
      if (why) onRefused(why);
      else void change(edit);
    },
    [change, hinders, onRefused],
  );
  const give = useCallback(
    (run: number, label: number, how: How, inkingId = marks[run][label].inkingId) =>
      touch({
        kind: 'colours-given',
        runId: plan.runs[run].id,
        inkingId,
        colourIds: [plan.flat!.colours[label].id],
        how,
      }),
    [marks, plan, touch],
  );
  const toggle = useCallback(
    (run: number, label: number) => {
      const { kind, inkingId } = marks[run][label];
      if (kind !== 'printed' && kind !== 'covered') return give(run, label, 'printed');
      const cutId = inkingsOf(plan.runs[run]).find((inking) => inking.id === inkingId)!.cutId;
      const isCut = progress.bench.cutsPassed.some((passed) => passed.cutId === cutId);
      give(run, label, isCut ? 'not inked' : 'cut away');
    },
    [give, marks, plan, progress],
  );
  return useMemo(() => ({ marks, hinders, touch, give, toggle }), [give, hinders, marks, touch, toggle]);
}
