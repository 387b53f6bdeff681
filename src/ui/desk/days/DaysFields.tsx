'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useCallback } from 'react';
import { DAYS_AIMS, type Plan } from '@/model';
import type { Days } from '@/ui/kit/days/useDays';
import { isoOfMin } from '@/ui/kit/days/useDays';
import { Choice } from '@/ui/kit/Choice';
import { fetched } from '@/ui/kit/fetched';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { shortDayOf } from '@/words/dates';
import { daysWords } from '@/words/days';
import css from './daysView.module.css';

const DayField = dynamic(
  fetched(() => import('@/ui/kit/days/DayField').then((m) => m.DayField)),
  { ssr: false, loading: () => <div className={css.dayRoom} /> },
);
const CALENDAR = '/api/calendar.ics';
const aims = perLanguage(() => DAYS_AIMS.map((aim) => [aim, daysWords(`aim.${aim}`)] as const));

/** What days are looked for, and the days that were kept. */
export function DaysFields({ days }: { readonly days: Days }) {
  const { id, plan, change } = usePrintDesk('id', 'plan', 'change');
  const set = useCallback((part: Partial<Plan['days']>) => void change({ kind: 'days-set', part }), [change]);
  const { answer } = days;
  const keep = () =>
    set({
      kept: (answer?.placed ?? []).flatMap(({ id: stepId, sittings }) =>
        stepId.startsWith(`${id}/`)
          ? [{ stepId, from: isoOfMin(sittings[0][0]), to: isoOfMin(sittings.at(-1)![1]) }]
          : [],
      ),
      keptAt: new Date().toISOString(),
    });
  const late = plan.days.kept.filter(({ stepId, to }) => {
    const now = answer?.placed.find((step) => step.id === stepId);
    return now && now.sittings.at(-1)![1] > Date.parse(to) / 60_000 + 1;
  }).length;
  return (
    <>
      <section className={clsx(kit.stack, kit.gap14)}>
        <h2>{daysWords('title')}</h2>
        <DayField label={daysWords('wished')} day={plan.days.wishedBy} onDay={(wishedBy) => set({ wishedBy })} />
        <Choice
          label={daysWords('aim.label')}
          value={plan.days.aim}
          options={aims()}
          onChange={(aim) => set({ aim })}
        />
        <Tick
          words={daysWords('evenings')}
          on={plan.days.eveningsOnly}
          onTick={(eveningsOnly) => set({ eveningsOnly })}
        />
        <p className={kit.note}>{daysWords('hoursFrom')}</p>
      </section>
      <section className={clsx(kit.stack, kit.gap8)}>
        <Button onClick={keep} disabled={!answer}>
          {daysWords('keep')}
        </Button>
        <p className={kit.note}>
          {plan.days.keptAt
            ? `${daysWords('kept', { day: shortDayOf(plan.days.keptAt) })} · ${daysWords('behind', { steps: late })}`
            : daysWords('keepSays')}
        </p>
      </section>
      <section className={clsx(kit.stack, kit.gap8)}>
        <Button href={`${CALENDAR}?print=${id}`} download>
          {daysWords('calendar')}
        </Button>
        <p className={kit.note}>
          {daysWords('address')}: <code className={css.address}>{CALENDAR}</code>
        </p>
      </section>
    </>
  );
}
