'use client';
import clsx from 'clsx';
import { useState } from 'react';
import { latestBegins, minutesOfDay, sheetsInTheDay } from '@/core/days';
import { dayTaskOf, inkNamesOf, openMinutesOf } from '@/derived';
import { ADDED_RANGE, CHANGE_OVER_MINUTES, OPEN_MINUTES } from '@/model';
import { CountField, NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { rich } from '@/ui/kit/rich';
import { kit } from '@/ui/kit/styles';
import { dayWords, stretchOf } from '@/words/day';
import css from './DayPanel.module.css';

/** A print laid on open films: how many sheets a day carries, how long so many take, and when each run must be begun. */
export function DayPanel({ toStart }: { readonly toStart: number }) {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const [asked, setAsked] = useState<number>();
  const task = dayTaskOf(plan, sheet, progress);
  const fits = sheetsInTheDay(task),
    sheets = asked ?? toStart;
  const takes = minutesOfDay(task, sheets),
    over = takes - task.openMinutes;
  const of = { runs: plan.runs.length, time: stretchOf(task.openMinutes) };
  return (
    <section aria-label={dayWords('title')}>
      <h2>{dayWords('title')}</h2>
      <p className={clsx(kit.note, kit.above4)}>{dayWords('says')}</p>
      <p className={clsx(kit.lead, kit.above10)} aria-live="polite">
        {fits > 0
          ? rich(
              dayWords.rich('fits', { ...of, sheets: fits, strong: (n) => <strong className={kit.num}>{n}</strong> }),
            )
          : dayWords('none', { ...of, changes: stretchOf(plan.runs.length * task.changeOverMinutes) })}
      </p>
      <OpenFields />
      <div className={clsx(kit.row, kit.gap8, kit.above14, css.asked)}>
        <CountField label={dayWords('sheets')} value={sheets} range={ADDED_RANGE} onChange={setAsked} />
        <p className={clsx(over > 0 && kit.madder)} aria-live="polite">
          {dayWords('takes', { sheets, time: stretchOf(takes) })}{' '}
          {over > 0 ? dayWords('tooLong', { time: stretchOf(over) }) : dayWords('inTime', { time: stretchOf(-over) })}
        </p>
      </div>
      <Begins sheets={sheets} />
    </section>
  );
}

/** How long the first film is open, and what a change-over takes. */
function OpenFields() {
  const { plan, change } = usePrintDesk('plan', 'change');
  const { day } = plan.way;
  const asMedium = openMinutesOf({ ...plan, way: { ...plan.way, day: { ...day, openMinutes: null } } });
  const set = (part: Partial<typeof day>) => void change({ kind: 'way-set', part: { day: { ...day, ...part } } });
  return (
    <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
      <div>
        <NumberField
          label={dayWords('open')}
          value={openMinutesOf(plan)}
          range={OPEN_MINUTES}
          digits={0}
          onChange={(openMinutes) => set({ openMinutes })}
        />
        <p className={clsx(kit.note, kit.above4)}>
          {day.openMinutes === null
            ? dayWords('openIs', { minutes: asMedium })
            : dayWords('openSaid', { minutes: asMedium })}{' '}
          {day.openMinutes !== null && (
            <button type="button" className={kit.link} onClick={() => set({ openMinutes: null })}>
              {dayWords('asMedium')}
            </button>
          )}
        </p>
      </div>
      <div>
        <NumberField
          label={dayWords('changeOver')}
          value={day.changeOverMinutes}
          range={CHANGE_OVER_MINUTES}
          digits={0}
          onChange={(changeOverMinutes) => set({ changeOverMinutes })}
        />
        <p className={clsx(kit.note, kit.above4)}>{dayWords('changeOverSays')}</p>
      </div>
    </div>
  );
}

/** The latest begin of each run. */
function Begins({ sheets }: { readonly sheets: number }) {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const task = dayTaskOf(plan, sheet, progress);
  const begins = latestBegins(task, sheets);
  return (
    <table className={clsx(css.begins, kit.above14)}>
      <caption>{dayWords('table', { sheets })}</caption>
      <thead>
        <tr>
          <th scope="col">{dayWords('run')}</th>
          <th scope="col">{dayWords('aPull')}</th>
          <th scope="col">{dayWords('latest')}</th>
        </tr>
      </thead>
      <tbody>
        {plan.runs.map((run, r) => (
          <tr key={run.id}>
            <td>
              <span className={kit.num}>{r + 1}</span>&ensp;{inkNamesOf(plan, run)}
            </td>
            <td className={kit.num}>{dayWords('minutesAPull', { minutes: task.minutesAPull[r] })}</td>
            <td className={clsx(kit.num, begins[r] < 0 && kit.madder)}>
              {begins[r] < 0
                ? dayWords('late', { time: stretchOf(-begins[r]) })
                : r === 0 && begins[r] === 0
                  ? dayWords('first')
                  : dayWords('after', { time: stretchOf(begins[r]) })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
