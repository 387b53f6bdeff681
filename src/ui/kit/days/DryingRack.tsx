'use client';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type Active,
  type DndContextProps,
  type DragEndEvent,
} from '@dnd-kit/core';
import clsx from 'clsx';
import { addDays, startOfDay } from 'date-fns';
import { memo, useMemo, useRef } from 'react';
import type { PlacedStep } from '@/core/days';
import type { DaysAnswer } from '@/derived';
import type { DaysOfPrint, DayStep } from '@/model';
import { momentOf, nearDayOf, shortDayOf } from '@/words/dates';
import { daysWords, stepInWords } from '@/words/days';
import { kit } from '@/ui/kit/styles';
import { carriedAcrossPx, useCarriedInWords } from '../carrying';
import { frameWords } from '@/words/frame';
import { useSizePx } from '../useSizePx';
import { isoOfMin } from './useDays';
import css from './days.module.css';

const DAY_MIN = 1440,
  NAME_PX = 150,
  LEAST_PX = 6,
  EACH_DAY = 10,
  LEAST_DAYS = 14,
  MOST_DAYS = 120,
  BEFORE_DAYS = 3;

/** Something that happened, or was kept to happen, on a print. */
export interface Mark {
  readonly fromMin: number;
  readonly toMin: number;
  readonly words: string;
}

interface Props {
  readonly prints: readonly DaysOfPrint[];
  readonly answer: DaysAnswer;
  readonly nowMin: number;
  /** Its steps can be dragged. */
  readonly moves?: { readonly printId: string; readonly move: (step: DayStep, toMin: number) => void };
  readonly happened?: readonly Mark[];
  readonly kept?: readonly Mark[];
  /** Weeks shown at once; as many as are needed where this is not said. */
  readonly days?: number;
  /** Days shown before today. */
  readonly before?: number;
}

/** Midnight of the day so many days after that of a moment, as the calendar of this place has it: days are of 23 and 25 hours too. */
function dayOn(min: number, days = 0): number {
  return Math.round(addDays(startOfDay(new Date(min * 60_000)), days).getTime() / 60_000);
}

/** The drying rack from the side: each print a shelf; sheets lie on it while they dry, dotted; work stands solid; damp is waved; waiting is the bare shelf. */
export function DryingRack({
  prints,
  answer,
  nowMin,
  moves,
  happened = [],
  kept = [],
  days,
  before = BEFORE_DAYS,
}: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const size = useSizePx(ref);
  const placed = useMemo(() => new Map(answer.placed.map((step) => [step.id, step])), [answer]);
  const from = dayOn(
    Math.min(nowMin - before * DAY_MIN, ...happened.map(({ fromMin }) => Math.max(fromMin, nowMin - 14 * DAY_MIN))),
  );
  const last = Math.max(...answer.ends.map(([, end]) => end), nowMin);
  const count = days ?? Math.max(LEAST_DAYS, Math.min(MOST_DAYS, Math.ceil((last - from) / DAY_MIN) + 2));
  const wide = Math.max(320, size.widthPx - NAME_PX),
    perMin = wide / (count * DAY_MIN);
  const x = (min: number) => (min - from) * perMin;
  return (
    <DndContext {...useCarrying(prints, placed, perMin, moves)}>
      <div ref={ref} className={css.rack} role="group" aria-label={daysWords('rack')}>
        <Weeks {...{ from, count, x, wide }} nowPx={x(nowMin)} />
        {prints.map((print) => (
          <Shelf
            key={print.id}
            {...{ print, placed, x, from, until: from + count * DAY_MIN }}
            end={new Map(answer.ends).get(print.id)}
            movable={print.id === moves?.printId}
            happened={print.id === moves?.printId ? happened : []}
            kept={print.id === moves?.printId ? kept : []}
          />
        ))}
        <div className={css.now} style={{ left: NAME_PX + x(nowMin) }}>
          <span>{daysWords('today')}</span>
        </div>
      </div>
    </DndContext>
  );
}

/** A step carried to another day, by hand or by keys; where it is now is told. */
function useCarrying(
  prints: Props['prints'],
  placed: ReadonlyMap<string, PlacedStep>,
  perMin: number,
  moves: Props['moves'],
): DndContextProps {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: (event, { currentCoordinates: at }) => keyed(event.code, at, perMin),
    }),
  );
  const carried = (active: Active) => {
    const step = prints.flatMap(({ steps }) => steps).find(({ id }) => id === active.id);
    const at = placed.get(String(active.id))?.sittings[0][0];
    if (!step || at === undefined) return undefined;
    const on = Math.round(carriedAcrossPx(active) / (perMin * DAY_MIN));
    return { step, on, toMin: dayOn(at, on) };
  };
  const accessibility = useCarriedInWords(({ active }) => {
    const now = carried(active);
    return now && { what: stepInWords(now.step), place: nearDayOf(isoOfMin(now.toMin)) };
  });
  const onDragEnd = ({ active }: DragEndEvent) => {
    const now = carried(active);
    if (now && now.on !== 0) moves?.move(now.step, now.toMin);
  };
  return { sensors, accessibility, onDragEnd };
}

/** The arrow keys carry a step a day on, or a week. */
function keyed(code: string, at: { x: number; y: number }, perMin: number) {
  const dayPx = DAY_MIN * perMin;
  if (code === 'ArrowRight') return { ...at, x: at.x + dayPx };
  if (code === 'ArrowLeft') return { ...at, x: at.x - dayPx };
  if (code === 'ArrowDown') return { ...at, x: at.x + 7 * dayPx };
  if (code === 'ArrowUp') return { ...at, x: at.x - 7 * dayPx };
  return undefined;
}

/** Room of a label, and of “today” left of its line. */
const LABEL_PX = 75,
  TODAY_PX = 50;

interface WeeksProps {
  /** Where today’s line is: it says itself which day it is, a label it would cross stands back. */
  readonly nowPx: number;
  readonly wide: number;
  readonly from: number;
  readonly count: number;
  readonly x: (min: number) => number;
}

/** Each Monday as a quiet upright, with its day; in a week each day. */
function Weeks({ from, count, x, wide, nowPx }: WeeksProps) {
  const days = Array.from({ length: count }, (_, d) => dayOn(from, d));
  const mondays = count <= EACH_DAY ? days : days.filter((min) => new Date(min * 60_000).getDay() === 1);
  const every = Math.max(1, Math.ceil(mondays.length / 10));
  const hasRoom = (px: number) => px + LABEL_PX <= wide && (px >= nowPx || px + LABEL_PX <= nowPx - TODAY_PX);
  return (
    <div className={css.weeks} aria-hidden="true">
      {mondays.map((min, i) => (
        <span key={min} style={{ left: NAME_PX + x(min) }}>
          {i % every === 0 && hasRoom(x(min)) ? (count <= EACH_DAY ? nearDayOf : shortDayOf)(isoOfMin(min)) : ''}
        </span>
      ))}
    </div>
  );
}

interface ShelfProps {
  readonly print: DaysOfPrint;
  readonly placed: ReadonlyMap<string, PlacedStep>;
  readonly x: (min: number) => number;
  readonly from: number;
  readonly until: number;
  readonly end: number | undefined;
  readonly movable: boolean;
  readonly happened: readonly Mark[];
  readonly kept: readonly Mark[];
}

const Shelf = memo(function Shelf({ print, placed, x, from, until, end, movable, happened, kept }: ShelfProps) {
  const inView = (a: number, b: number) => b > from && a < until;
  const bar = (a: number, b: number) => {
    const [left, right] = [Math.max(from, a), Math.min(until, b)];
    return { left: NAME_PX + x(left), width: Math.max(LEAST_PX, x(right) - x(left)) };
  };
  const steps = print.steps.flatMap((step) => {
    const at = placed.get(step.id);
    return at ? [{ step, at, ends: at.sittings.at(-1)![1] }] : [];
  });
  return (
    <div
      className={css.shelf}
      role="group"
      aria-label={daysWords('shelf', {
        print: print.name,
        steps: steps.length,
        end: end === undefined ? daysWords('never') : nearDayOf(isoOfMin(end)),
      })}
    >
      <span className={css.name}>{print.name}</span>
      {liesOn(print, steps)
        .filter(({ fromMin, toMin }) => inView(fromMin, toMin))
        .map(({ is, fromMin, toMin, words }) => (
          <i key={`${is} ${fromMin}`} className={LIES[is]} style={bar(fromMin, toMin)} title={words} />
        ))}
      {kept.map((mark, i) =>
        inView(mark.fromMin, mark.toMin) ? (
          <i key={i} className={css.kept} style={bar(mark.fromMin, mark.toMin)} title={mark.words} />
        ) : null,
      )}
      {happened.map((mark, i) =>
        inView(mark.fromMin, mark.toMin) ? (
          <i key={i} className={css.happened} style={bar(mark.fromMin, mark.toMin)} title={mark.words} />
        ) : null,
      )}
      {steps.map(({ step, at }) =>
        at.sittings.map(([a, b], i) =>
          inView(a, b) ? (
            <Work key={`${step.id} ${i}`} {...{ step, i }} fromMin={a} style={bar(a, b)} movable={movable && i === 0} />
          ) : null,
        ),
      )}
    </div>
  );
});

/** What of a print dries or damps through, and until when: sheets of several steps that dry at once are one. */
function liesOn(print: DaysOfPrint, steps: readonly { readonly step: DayStep; readonly ends: number }[]) {
  const all = [
    ...(print.onRack ? [{ is: 'drying' as const, fromMin: print.onRack.fromMin, toMin: print.onRack.untilMin }] : []),
    ...steps.flatMap(({ step, ends }) =>
      step.then ? [{ is: step.then.is, fromMin: ends, toMin: ends + step.then.minutes }] : [],
    ),
  ].sort((a, b) => a.fromMin - b.fromMin);
  const lying: (typeof all)[number][] = [];
  for (const one of all) {
    const last = lying.findLastIndex(({ is, toMin }) => is === one.is && toMin >= one.fromMin);
    if (last < 0) lying.push(one);
    else lying[last] = { ...lying[last], toMin: Math.max(lying[last].toMin, one.toMin) };
  }
  return lying.map((one) => ({
    ...one,
    words: daysWords(`lies.${one.is}`, { until: nearDayOf(isoOfMin(one.toMin)) }),
  }));
}

/** What dries is dotted, what damps through waved, what is pressed lies under a board. */
const LIES = { drying: css.dries, damp: css.damps, pressing: css.presses };

const WORK = {
  transfer: css.transferWork,
  cut: css.cutWork,
  lock: css.lockWork,
  damp: css.dampWork,
  mix: css.mixWork,
  proof: css.proofWork,
  print: css.printWork,
  press: css.pressWork,
  trim: css.trimWork,
  fold: css.foldWork,
  sign: css.signWork,
};

interface WorkProps {
  readonly step: DayStep;
  readonly i: number;
  readonly fromMin: number;
  readonly style: { readonly left: number; readonly width: number };
  readonly movable: boolean;
}

/** One sitting of a step; the first of a step can be carried to another day. */
function Work({ step, fromMin, style, movable, i }: WorkProps) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: movable ? step.id : `${step.id} ${i}`,
    disabled: !movable,
    attributes: { roleDescription: frameWords('carry.is') },
  });
  const words = `${stepInWords(step)}, ${momentOf(isoOfMin(fromMin))}`;
  const shown = { ...style, transform: transform ? `translateX(${transform.x}px)` : undefined };
  const looks = clsx(css.work, WORK[step.what], isDragging && css.dragged);
  if (!movable) return <i className={looks} style={shown} title={words} />;
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      {...attributes}
      className={clsx(looks, css.movable, kit.pressIn)}
      style={shown}
      title={words}
      aria-label={daysWords('move.drag', { what: stepInWords(step), when: momentOf(isoOfMin(fromMin)) })}
    />
  );
}
