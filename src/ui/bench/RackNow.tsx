'use client';
import clsx from 'clsx';
import { rackNowOf } from '@/derived';
import { dayWords } from '@/words/day';
import { kit } from '@/ui/kit/styles';
import { useDaysElsewhere } from '../kit/days/useDaysElsewhere';
import { usePrintDesk } from '../kit/printContext';
import { useNow } from '../kit/useNow';

const TICK_MS = 600_000;

/** The places of the print’s rack for the sheets of a run, beside what lies there of other prints. Where those cannot be asked, nothing is said. */
export function RackNow({ index }: { readonly index: number }) {
  const { id, plan, progress } = usePrintDesk('id', 'plan', 'progress');
  const nowMs = useNow(TICK_MS, index);
  const { others, problem } = useDaysElsewhere(id, nowMs);
  const now = others && !problem && nowMs !== undefined ? rackNowOf(plan, progress, index, others, nowMs) : undefined;
  if (!now) return null;
  return (
    <p className={clsx(kit.above8, now.without > 0 ? [kit.say, kit.wait] : kit.note)} data-testid="rack-now">
      {dayWords('rack', { ...now })}
    </p>
  );
}
