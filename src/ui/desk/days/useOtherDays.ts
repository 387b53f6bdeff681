'use client';
import { useMemo } from 'react';
import { dayStepsOf, onRackNow } from '@/derived';
import type { DaysOfPrint } from '@/model';
import { useDaysElsewhere } from '@/ui/kit/days/useDaysElsewhere';
import { usePrintDesk } from '@/ui/kit/printContext';

interface OtherDays {
  /** Undefined until the others are heard of. */
  readonly prints: readonly DaysOfPrint[] | undefined;
  /** Why the others are not among them. */
  readonly problem: string | undefined;
}

/** The steps of this print as it is here and now, first; then those of the others on the shelf. */
export function useOtherDays(): OtherDays {
  const { id, name, plan, sheet, progress, belief, drying, cuttingPace, workshop } = usePrintDesk(
    ...(['id', 'name', 'plan', 'sheet', 'progress', 'belief', 'drying', 'cuttingPace', 'workshop'] as const),
  );
  const { others, problem } = useDaysElsewhere(id);
  const own = useMemo((): DaysOfPrint => {
    const handIds = (workshop.items ?? []).flatMap(({ item }) => (item.kind === 'hand' ? [item.id] : []));
    const steps = dayStepsOf({ printId: id, plan, sheet, progress, belief, drying, pace: cuttingPace, handIds });
    const { wishedBy } = plan.days;
    return { id, name, wishedBy, steps, onRack: onRackNow({ plan, progress, drying }, Date.now()) };
  }, [belief, cuttingPace, drying, id, name, plan, progress, sheet, workshop.items]);
  const prints = useMemo(
    () => others && [own, ...others.filter(({ steps, onRack }) => steps.length > 0 || onRack)],
    [others, own],
  );
  return { prints, problem };
}
