'use client';
import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { rackNowOf } from '@/derived';
import type { DaysOfPrint } from '@/model';
import { ask } from '@/session';
import { dayWords } from '@/words/day';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';
import { useNow } from '../kit/useNow';

const TICK_MS = 600_000;

/** The places of the print’s rack for the sheets of a run, beside what lies there of other prints. Where those cannot be asked, nothing is said. */
export function RackNow({ index }: { readonly index: number }) {
  const { id, plan, progress } = usePrintDesk('id', 'plan', 'progress');
  const nowMs = useNow(TICK_MS, index);
  const [others, setOthers] = useState<readonly DaysOfPrint[]>();
  useEffect(() => {
    if (nowMs === undefined) return;
    let current = true;
    void ask<readonly DaysOfPrint[]>('GET', '/api/days').then((answer) => {
      if (current && answer.ok) setOthers(answer.value.filter((print) => print.id !== id));
    });
    return () => {
      current = false;
    };
  }, [id, nowMs]);
  const now = others && nowMs !== undefined ? rackNowOf(plan, progress, index, others, nowMs) : undefined;
  if (!now) return null;
  return (
    <p className={clsx(kit.above8, now.without > 0 ? [kit.say, kit.wait] : kit.note)} data-testid="rack-now">
      {dayWords('rack', { ...now })}
    </p>
  );
}
