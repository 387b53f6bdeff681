'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { fillsAfter, hoursOfCuts, withWay, type WayCompared } from '@/derived';
import type { WayOfWorking } from '@/model';
import { decimal } from '@/words/quantities';
import { workingWords } from '@/words/working';
import { Choice } from '../kit/Choice';
import { usePrintDesk } from '../kit/printContext';
import { kit } from '../kit/styles';
import { Thumb } from '../kit/Thumb';
import { useMeetings } from './useMeetings';
import css from './WaysDialog.module.css';

const ORDERS = ['asListed', 'colour', 'blocks', 'hours', 'days', 'sheets'] as const;
type Order = (typeof ORDERS)[number];
const nameOf = (way: WayOfWorking) => workingWords(`way.${way}.name`);

interface Props {
  readonly compared: readonly WayCompared[];
  readonly onClose: () => void;
  readonly onTake: (way: WayCompared) => void;
}

/** All ways of working on this very picture, in the order one asks for, two of them large beside each other. */
export default function WaysDialog({ compared, onClose, onTake }: Props) {
  const [order, setOrder] = useState<Order>('asListed'),
    [beside, setBeside] = useState<readonly WayOfWorking[]>([]),
    hours = useHours(compared);
  const sorted = inOrder(compared, order, hours);
  const two = compared.filter(({ way }) => beside.includes(way));
  return (
    <Dialog open fullScreen onClose={onClose} aria-labelledby="ways-compared">
      <div className={kit.wholeWindow}>
        <header className={kit.wholeHead}>
          <h1 id="ways-compared">{workingWords('compare.title')}</h1>
          <div className={css.sort}>
            <Choice
              label={workingWords('compare.sort')}
              value={order}
              options={ORDERS.map((one) => [one, workingWords(`compare.order.${one}`)] as const)}
              onChange={setOrder}
            />
          </div>
          <Button onClick={onClose}>{workingWords('compare.close')}</Button>
        </header>
        <div className={css.body}>
          <TwoLarge two={two} />
          <table className={css.ways}>
            <thead>
              <tr>
                <th scope="col" aria-label={workingWords('compare.besideShort')} />
                <th scope="col">{workingWords('compare.way')}</th>
                <th scope="col">{workingWords('compare.colour')}</th>
                <th scope="col">{workingWords('compare.work')}</th>
                <th scope="col">{workingWords('compare.after')}</th>
                <th scope="col" aria-label={workingWords('compare.takeShort')} />
              </tr>
            </thead>
            <tbody>
              {sorted.map((one) => (
                <WayRow
                  key={one.way}
                  one={one}
                  hours={hours.get(one.way)}
                  beside={beside.includes(one.way)}
                  // the third takes the place of the first
                  onBeside={(on) =>
                    setBeside((now) => (on ? [...now, one.way].slice(-2) : now.filter((way) => way !== one.way)))
                  }
                  onTake={() => onTake(one)}
                />
              ))}
            </tbody>
          </table>
          <p className={kit.note}>{workingWords('compare.says')}</p>
        </div>
      </div>
    </Dialog>
  );
}

/** Hours of cutting that each way takes, once the shapes of the picture are measured. */
function useHours(compared: readonly WayCompared[]): ReadonlyMap<WayOfWorking, number> {
  const { plan, cuttingPace } = usePrintDesk('plan', 'cuttingPace'),
    meetings = useMeetings();
  return useMemo(
    () =>
      new Map(
        meetings &&
          compared.map(
            ({ way, sketch }) => [way, hoursOfCuts(withWay(plan, way, true, sketch), meetings, cuttingPace)] as const,
          ),
      ),
    [plan, compared, meetings, cuttingPace],
  );
}

function inOrder(
  compared: readonly WayCompared[],
  order: Order,
  hours: ReadonlyMap<WayOfWorking, number>,
): readonly WayCompared[] {
  if (order === 'asListed') return compared;
  const by = ({ way, figures }: WayCompared): number =>
    ({
      colour: figures.meanDeltaE,
      blocks: figures.blocks,
      hours: hours.get(way) ?? Infinity,
      days: figures.days,
      sheets: figures.sheets,
    })[order];
  return [...compared].sort((a, b) => by(a) - by(b));
}

/** Two finished sheets beside each other, as large as there is room. */
function TwoLarge({ two }: { readonly two: readonly WayCompared[] }) {
  const room = useRef<HTMLElement>(null),
    shown = two.map(({ way }) => way).join();
  // they stand above the ways: whoever ticked the second far below is led to them
  useEffect(() => void room.current?.scrollIntoView({ block: 'nearest' }), [shown]);
  if (two.length < 2) return <p className={kit.note}>{workingWords('compare.chooseTwo')}</p>;
  return (
    <section ref={room} className={css.two} aria-label={workingWords('compare.two')}>
      {two.map((one) => (
        <figure key={one.way}>
          <FinishedLook one={one} />
          <figcaption className={kit.quiet}>{nameOf(one.way)}</figcaption>
        </figure>
      ))}
    </section>
  );
}

function FinishedLook({ one: { way, shown } }: { readonly one: WayCompared }) {
  const { stamp, sheet } = usePrintDesk('stamp', 'sheet');
  if (!stamp) return null;
  const finished = fillsAfter(shown, shown.looks.length - 1);
  return (
    <Thumb
      coverage={stamp}
      fills={sheet.parts.map((part) => finished[part.label])}
      label={workingWords('compare.finished', { name: nameOf(way) })}
    />
  );
}

interface WayRowProps {
  readonly one: WayCompared;
  readonly hours: number | undefined;
  readonly beside: boolean;
  readonly onBeside: (on: boolean) => void;
  readonly onTake: () => void;
}

function WayRow({ one, hours, beside, onBeside, onTake }: WayRowProps) {
  const { way, figures, needs } = one,
    name = nameOf(way);
  return (
    <tr>
      <td className={css.look}>
        <FinishedLook one={one} />
        <label className={clsx(kit.note, css.beside)}>
          <input
            type="checkbox"
            checked={beside}
            onChange={(e) => onBeside(e.target.checked)}
            aria-label={workingWords('compare.beside', { name })}
          />
          {workingWords('compare.besideShort')}
        </label>
      </td>
      <th scope="row" className={css.name}>
        {name}
        <span className={kit.note}>{workingWords(`way.${way}.asks`)}</span>
      </th>
      <td>
        <strong className={kit.num}>{workingWords('compare.mean', { mean: decimal(figures.meanDeltaE, 1) })}</strong>
        <span className={kit.note}>
          {workingWords('compare.worst', { worst: decimal(figures.worstDeltaE, 1), colour: figures.worstColour })}
        </span>
      </td>
      <td>
        {workingWords('compare.counts', { ...figures, films: figures.deepestFilms })}
        <span className={css.line}>
          {hours === undefined ? workingWords('compare.hoursComing') : workingWords('compare.hours', { hours })}
        </span>
        <span className={kit.note}>{workingWords('compare.daysSheets', { ...figures })}</span>
        <span className={kit.note}>
          {workingWords(`compare.press.${needs.press}`)} ·{' '}
          {needs.waterMl > 0
            ? workingWords('compare.water', { litres: decimal(needs.waterMl / 1000, 1) })
            : workingWords('compare.noWater')}
        </span>
        <span className={kit.note}>{workingWords(`compare.register.${way}`)}</span>
      </td>
      <td>
        {workingWords(`compare.changed.${way}`)}
        <span className={kit.note}>{workingWords(`compare.unknown.${way}`)}</span>
      </td>
      <td>
        <Button aria-label={workingWords('compare.take', { name })} onClick={onTake}>
          {workingWords('compare.takeShort')}
        </Button>
      </td>
    </tr>
  );
}
