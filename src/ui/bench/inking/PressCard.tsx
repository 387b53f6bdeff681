'use client';
import clsx from 'clsx';
import { heightsOf } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { usedOf } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inkingWords } from '@/words/inking';
import { layoutInWords } from '@/words/layout';

/** How a run goes through the press: its bite, runners, packing and passes. */
export function PressCard({ index }: { readonly index: number }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const stack = plan.register.heights,
    { text, runnerMm, packingWantedMm, verdict } = heightsOf(stack);
  const press = usedOf(plan, 'press')[0];
  const long = (mm: number) => formatLength(mm, unit, 2);
  return (
    <section className={kit.above14} aria-label={inkingWords('press.title')}>
      <h2>{press ? press.name : inkingWords('press.title')}</h2>
      <p className={clsx(kit.say, kit.above6, verdict === 'prints' ? kit.good : kit.wait)}>
        {layoutInWords(text, unit)}
      </p>
      <dl className={clsx(kit.factsList, kit.above8)}>
        <dt>{inkingWords('press.runners')}</dt>
        <dd className={kit.num}>{long(runnerMm)}</dd>
        <dt>{inkingWords('press.packing')}</dt>
        <dd className={kit.num}>{long(stack.packingMm)}</dd>
        {packingWantedMm !== null && packingWantedMm >= 0 && (
          <>
            <dt>{inkingWords('press.wanted')}</dt>
            <dd className={kit.num}>{long(packingWantedMm)}</dd>
          </>
        )}
        <dt>{inkingWords('press.passes')}</dt>
        <dd className={kit.num}>{plan.runs[index].impressions}</dd>
      </dl>
      <p className={kit.above6}>{inkingWords('press.order')}</p>
      <p className={kit.note}>{inkingWords('press.note')}</p>
    </section>
  );
}
