'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { costsOf, paperUsed } from '@/derived';
import { COST_RANGE, type Plan } from '@/model';
import { NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { paperWords } from '@/words/paper';
import { useMeetings } from '../useMeetings';

const RATES = [
  ['inkPer100G', 'costs.ink'],
  ['blockPerDm2', 'costs.block'],
  ['anHour', 'costs.hour'],
] as const satisfies readonly (readonly [keyof Plan['costs'], string])[];

/** What a print costs, part by part, with rates one can leave at nothing. */
export function Costs() {
  const { plan, sheet, progress, belief, cuttingPace, change } = usePrintDesk(
    'plan',
    'sheet',
    'progress',
    'belief',
    'cuttingPace',
    'change',
  );
  const meetings = useMeetings();
  const costs = useMemo(
    () => costsOf({ plan, sheet, progress, belief }, paperUsed(plan), { meetings, pace: cuttingPace }),
    [belief, cuttingPace, meetings, plan, progress, sheet],
  );
  const amount = (of: number) => paperWords('costs.amount', { amount: of, currency: costs.currency ?? 'none' });
  return (
    <section>
      <h2>{paperWords('costs.title')}</h2>
      <p className={clsx(kit.note, kit.around4)}>{paperWords('costs.says')}</p>
      <div className={clsx(kit.fields, kit.above14)}>
        {RATES.map(([rate, label]) => (
          <NumberField
            key={rate}
            label={paperWords(label)}
            value={plan.costs[rate]}
            range={{ ...COST_RANGE, what: paperWords('costs.range') }}
            digits={2}
            onChange={(value) => void change({ kind: 'costs-set', part: { [rate]: value } })}
          />
        ))}
      </div>
      <dl className={clsx(kit.factsList, kit.above14)}>
        <dt>{paperWords(costs.paper === undefined ? 'costs.paperUnknown' : 'costs.paper')}</dt>
        <dd className={kit.num}>{costs.paper === undefined ? '—' : amount(costs.paper)}</dd>
        <dt>{paperWords('costs.inkSum', { grams: Math.round(costs.inkG) })}</dt>
        <dd className={kit.num}>{amount(costs.ink)}</dd>
        <dt>{paperWords('costs.blockSum', { area: costs.blockDm2 })}</dt>
        <dd className={kit.num}>{amount(costs.blocks)}</dd>
        <dt>
          {costs.workHours === undefined
            ? paperWords('costs.workUnknown')
            : paperWords('costs.work', { hours: Math.round(costs.workHours) })}
        </dt>
        <dd className={kit.num}>{amount(costs.work)}</dd>
        <dt>{paperWords('costs.total')}</dt>
        <dd className={kit.num}>{amount(costs.total)}</dd>
        <dt>
          <strong>{paperWords('costs.aPrint')}</strong>
        </dt>
        <dd className={kit.num}>
          <strong>{amount(costs.aPrint)}</strong>
        </dd>
      </dl>
    </section>
  );
}
