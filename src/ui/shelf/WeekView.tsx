'use client';
import { perLanguage } from '@/words/language';
import clsx from 'clsx';
import Link from 'next/link';
import { useState } from 'react';
import type { DaysOfPrint, WorkshopItem } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { DryingRack } from '@/ui/kit/days/DryingRack';
import { Looking } from '@/ui/kit/days/Looking';
import { Places } from '@/ui/kit/days/Places';
import { Soon } from '@/ui/kit/days/Soon';
import { isoOfMin, useDays, type Days } from '@/ui/kit/days/useDays';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { useFreshPage } from '@/ui/kit/useFreshPage';
import { clockOf, nearDayOf } from '@/words/dates';
import { daysWords, stepInWords } from '@/words/days';
import { SideHead } from './SideHead';
import side from './SideHead.module.css';
import css from './WeekView.module.css';

const SPANS = { week: 7, month: 31, quarter: 92 } as const;
type Span = keyof typeof SPANS;
const spanOptions = perLanguage(() =>
  (Object.keys(SPANS) as Span[]).map((span) => [span, daysWords(`week.span.${span}`)] as const),
);
const aims = perLanguage(() =>
  (['earliest finish', 'fewest sittings'] as const).map((aim) => [aim, daysWords(`aim.${aim}`)] as const),
);

interface Props {
  readonly prints: readonly DaysOfPrint[];
  readonly items: readonly WorkshopItem[];
}

/** The workshop's days: all prints on one rack, for a week, a month or a quarter; and what can be done in so many hours from now. */
export function WeekView({ prints, items }: Props) {
  const [span, setSpan] = useState<Span>('week');
  const [aim, setAim] = useState<ReturnType<typeof aims>[number][0]>('earliest finish');
  const [eveningsOnly, setEveningsOnly] = useState(false);
  useFreshPage();
  const days = useDays(prints, items, { aim, eveningsOnly, printId: undefined });
  return (
    <div className={kit.page}>
      <SideHead title={daysWords('week.title')} />
      <main className={side.room}>
        <div className={css.wishes}>
          <Choice label={daysWords('week.shown')} value={span} options={spanOptions()} onChange={setSpan} />
          <Choice label={daysWords('aim.label')} value={aim} options={aims()} onChange={setAim} />
          <Tick words={daysWords('evenings')} on={eveningsOnly} onTick={setEveningsOnly} />
          <a href="/api/calendar.ics" download>
            {daysWords('calendar')}
          </a>
        </div>
        <p className={kit.note}>{daysWords('week.says')}</p>
        <Looking days={days} />
        {prints.length === 0 && <p className={clsx(kit.say, kit.wait)}>{daysWords('week.nothing')}</p>}
        {days.answer && days.question && prints.length > 0 && (
          <>
            <DryingRack
              {...{ prints, answer: days.answer, nowMin: days.question.nowMin, days: SPANS[span] + 1 }}
              before={span === 'week' ? 0 : undefined}
            />
            <Places days={days} items={items} />
            <Ahead days={days} most={SPANS[span]} />
            <Soon days={days} />
          </>
        )}
      </main>
    </div>
  );
}

/** The sittings of the days shown, day by day, across all prints. */
function Ahead({ days: { answer, question, prints }, most }: { readonly days: Days; readonly most: number }) {
  const until = (question?.nowMin ?? 0) + most * 1440;
  const sittings = (answer?.placed ?? [])
    .flatMap((placed) =>
      placed.sittings.map(([from, to]) => ({ from, to, step: question?.steps.find(({ id }) => id === placed.id) })),
    )
    .filter(({ from }) => from < until)
    .sort((a, b) => a.from - b.from);
  const byDay = new Map<string, typeof sittings>();
  for (const sitting of sittings) {
    const day = nearDayOf(isoOfMin(sitting.from));
    byDay.set(day, [...(byDay.get(day) ?? []), sitting]);
  }
  return (
    <section aria-label={daysWords('list')}>
      <h2>{daysWords('list')}</h2>
      <ol className={css.ahead} suppressHydrationWarning>
        {[...byDay].map(([day, some]) => (
          <li key={day}>
            <h3>{day}</h3>
            <ul>
              {some.map(({ from, to, step }) => (
                <li key={`${step?.id} ${from}`}>
                  <span className={kit.num}>
                    {clockOf(isoOfMin(from))} – {clockOf(isoOfMin(to))}
                  </span>
                  <Link href={`/print/${step?.printId}/days`}>
                    {prints.find(({ id }) => id === step?.printId)?.name}
                  </Link>
                  <span>{step && stepInWords(step)}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}
