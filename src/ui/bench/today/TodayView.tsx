'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import Link from 'next/link';
import { inkNamesOf, SIDES, type Today, type TodayItem } from '@/derived';
import { SITTING_HOURS } from '@/model';
import { Cautions } from '@/ui/kit/Cautions';
import { NumberField } from '@/ui/kit/fields';
import { LookThumb } from '@/ui/kit/LookThumb';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePedal } from '@/ui/kit/pedal';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { clockOf, momentOf } from '@/words/dates';
import { stretchOf } from '@/words/day';
import { settingInWords } from '@/words/inking';
import { todayWords } from '@/words/today';
import { wayInWords } from '@/words/ways';
import { BenchTabs } from '../BenchTabs';
import { Timers } from '../timers/Timers';
import { OtherPrints } from './OtherPrints';
import { useToday, type TodayDesk } from './useToday';
import css from './today.module.css';

/** Today: one page for one sitting. */
export function TodayView() {
  const { urls } = usePrintDesk('urls');
  const desk = useToday();
  const { today, sitting, nowMs } = desk;
  usePedal(todayWords('nextSays'), () => void desk.goOn(), today !== undefined || sitting !== undefined);
  if (nowMs !== undefined && !today)
    return (
      <NothingToShow above={<BenchTabs view="today" />} title={todayWords('done')} says={todayWords('doneSays')}>
        <Link href={urls.page('runs')}>{todayWords('toDesk')}</Link>
        <OtherPrints />
      </NothingToShow>
    );
  return (
    <div className={css.today}>
      <div className={css.act}>
        <BenchTabs view="today" />
        {today && <LookThumb run={today.run + 1} label={todayWords('look', { run: today.run + 1 })} />}
      </div>
      {today && (
        <>
          <div className={css.head}>
            <Head today={today} desk={desk} />
          </div>
          <Bench today={today} desk={desk} />
          <div className={css.after}>
            <Sheets today={today} />
            <Room desk={desk} />
            <Cautions place="pull" />
            <OtherPrints />
          </div>
        </>
      )}
    </div>
  );
}

function Head({ today, desk }: { readonly today: Today; readonly desk: TodayDesk }) {
  const { plan } = usePrintDesk('plan');
  const { run, act, minutes, sheets, later, warmUps, dryAt } = today;
  const inks = inkNamesOf(plan, plan.runs[run]);
  return (
    <>
      <h1>{todayWords(`head.${act}`, { run: run + 1, inks })}</h1>
      <p className={kit.lead}>
        {act === 'print'
          ? todayWords('says.print', {
              ...{ sheets: sheets.length, later: later.length, warmUps },
              ...{ time: stretchOf(minutes.all), setUp: stretchOf(minutes.setUp) },
              ...{ aPull: stretchOf(minutes.aPull), cleaning: stretchOf(minutes.cleaning) },
            })
          : act === 'cut'
            ? todayWords('says.cut')
            : todayWords('says.wait', { when: momentOf(dryAt ?? '') })}
      </p>
      <Sitting desk={desk} />
      <Timers />
    </>
  );
}

/** The sitting is begun, gone through and ended by one large key. */
function Sitting({ desk }: { readonly desk: TodayDesk }) {
  const { sitting, hours, hoursField, setHours, next, onward, goOn, end, toReady, done, today } = desk;
  const cleanBy =
    sitting && today && new Date(Date.parse(sitting.at) + (today.minutes.all - today.minutes.cleaning) * 60_000);
  return (
    <>
      <div className={css.sitting} ref={hoursField}>
        <NumberField label={todayWords('hours')} value={hours} range={SITTING_HOURS} digits={2} onChange={setHours} />
        <button type="button" className={clsx(css.large, kit.pressIn)} onClick={() => void goOn()}>
          {!sitting
            ? todayWords('begin')
            : next
              ? todayWords('next', { item: itemInWords(next) })
              : todayWords(`goOn.${onward}`)}
          <small>{sitting && next ? todayWords('nextSays') : todayWords('beginKey')}</small>
        </button>
        {sitting && <Button onClick={() => void end()}>{todayWords('end')}</Button>}
      </div>
      <p className={css.listed} role="status" suppressHydrationWarning>
        {sitting &&
          cleanBy &&
          [
            todayWords('listed', { done: toReady.filter(done).length, all: toReady.length }),
            todayWords('began', { at: clockOf(sitting.at) }),
            todayWords('until', { at: clockOf(cleanBy.toISOString()) }),
          ].join(' · ')}
      </p>
    </>
  );
}

const SIDE_CSS = { clean: css.clean, dirty: css.dirty, first: css.first, note: css.note } as const;

/** Clean side and dirty side as they lie before whoever stands there. */
function Bench({ today, desk }: { readonly today: Today; readonly desk: TodayDesk }) {
  return (
    <div className={css.bench} role="region" aria-label={todayWords('bench')} tabIndex={0}>
      {SIDES.map((side) => {
        const items = today.items.filter((item) => item.side === side);
        return items.length === 0 ? null : (
          <section key={side} className={SIDE_CSS[side]} aria-label={todayWords(`side.${side}`)}>
            <h2>{todayWords(`side.${side}`)}</h2>
            <ul>
              {items.map((item) => (
                <Item key={item.id} item={item} desk={desk} />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

function Item({ item, desk }: { readonly item: TodayItem; readonly desk: TodayDesk }) {
  const { sitting, next, done, tick } = desk;
  const words = itemInWords(item);
  return (
    <li className={clsx(item === next && css.next, done(item) && css.ticked)}>
      <label>
        <input type="checkbox" checked={done(item)} disabled={!sitting} onChange={() => void tick(item)} />
        <span>{words}</span>
      </label>
    </li>
  );
}

/** An item of the list as one says it; what is named by a code of its own is put into words first. */
function itemInWords({ code, values }: TodayItem): string {
  const said =
    code === 'jig'
      ? { ...values, way: wayInWords(values.way as Parameters<typeof wayInWords>[0]) }
      : code === 'slipSheets'
        ? { ...values, kind: settingInWords('slip sheet', String(values.kind)) }
        : values;
  return todayWords(`item.${code}`, said as never);
}

function Sheets({ today: { sheets, leaves } }: { readonly today: Today }) {
  return (
    <section aria-label={todayWords('sheets')}>
      <h2>{todayWords('sheets')}</h2>
      {sheets.length === 0 ? (
        <p className={kit.note}>{todayWords('sheetsNone')}</p>
      ) : (
        <p className={clsx(css.order, kit.num)}>
          {sheets.map((sheet) => (
            <span key={sheet}>{sheet}</span>
          ))}
        </p>
      )}
      {leaves && <p className={kit.note}>{todayWords('leaves')}</p>}
      <Button className={kit.above8} onClick={() => window.print()}>
        {todayWords('print')}
      </Button>
    </section>
  );
}

function Room({ desk: { readAgain } }: { readonly desk: TodayDesk }) {
  const { progress } = usePrintDesk('progress');
  const read = progress.bench.roomReadings.at(-1);
  return (
    <section className={kit.above14} aria-label={todayWords('room.read')}>
      <p className={kit.lead} suppressHydrationWarning>
        {read
          ? todayWords('room.is', {
              ...{ temperature: read.temperatureC, humidity: read.relativeHumidityPercent },
              at: momentOf(read.at),
            })
          : todayWords('room.none')}
      </p>
      <p className={kit.note}>{todayWords('room.simulated')}</p>
      <Button className={kit.above4} onClick={() => void readAgain()}>
        {todayWords('room.read')}
      </Button>
    </section>
  );
}
