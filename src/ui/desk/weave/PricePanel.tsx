'use client';
import type { Term } from '@/words/glossary';
import { Explained } from '@/ui/kit/glossary/Explained';
import clsx from 'clsx';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { formatLength } from '@/words/lengths';
import { hindrancesOf, priceOf, type Hindrance, type Meetings, type Price } from '@/derived';
import { hindranceInWords } from '@/words/hindrances';
import { weaveWords } from '@/words/weave';
import { decimal, quantity } from '@/words/quantities';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { freshName, type WeaveActs } from './useWeave';
import css from './Weave.module.css';

/** What the composition costs and gives now, beside what the last touch did to it. */
export function PricePanel({ meetings }: { meetings: Meetings | undefined }) {
  const { plan, looks, belief, cuttingPace } = usePrintDesk('plan', 'looks', 'belief', 'cuttingPace');
  const price = useMemo(
    () => priceOf(plan, looks!, belief, meetings, cuttingPace),
    [belief, cuttingPace, looks, meetings, plan],
  );
  const before = useBefore(price, meetings);
  return (
    <section>
      <h2>{weaveWords('price.title')}</h2>
      <table className={clsx(css.price, kit.above8)}>
        <thead>
          <tr>
            <td />
            <td className={kit.quiet}>{weaveWords('price.now')}</td>
            <td className={kit.quiet}>{weaveWords('price.change')}</td>
          </tr>
        </thead>
        <tbody>
          {LINES.map((line) => (
            <Line key={line.what} line={line} now={price} before={before} />
          ))}
        </tbody>
      </table>
      <p className={clsx(kit.note, kit.above6)}>{weaveWords('price.startValues')}</p>
    </section>
  );
}

/** The price before the last touch, measured on the same shapes. */
function useBefore(price: Price, meetings: Meetings | undefined): Price {
  const kept = useRef({ price, meetings });
  const [before, setBefore] = useState(price);
  useEffect(() => {
    const last = kept.current;
    kept.current = { price, meetings };
    if (last.meetings !== meetings) setBefore(price);
    else if (last.price !== price) setBefore(last.price);
  }, [price, meetings]);
  return before;
}

interface PriceLine {
  readonly what: Exclude<keyof Price, 'worstColour' | 'clearanceMm'> | 'clearance';
  readonly value: (price: Price) => number | undefined;
  readonly words: (value: number, unit: 'mm' | 'in') => string;
  /** A word of the craft that has a card. */
  readonly term?: Term;
  /** Which way is better; none where neither is. */
  readonly better?: 'less' | 'more';
}

const plain = (value: number) => decimal(value, 0);
const tenths = (value: number) => decimal(value, 1);
const hours = (value: number) => weaveWords('price.hours', { hours: value });
const LINES: readonly PriceLine[] = [
  { what: 'meanDeltaE', term: 'deltaE', value: (p) => p.meanDeltaE, words: tenths, better: 'less' },
  { what: 'worstDeltaE', value: (p) => p.worstDeltaE, words: tenths, better: 'less' },
  { what: 'runs', term: 'run', value: (p) => p.runs, words: plain, better: 'less' },
  { what: 'blocks', term: 'block', value: (p) => p.blocks, words: plain, better: 'less' },
  { what: 'inkings', value: (p) => p.inkings, words: plain, better: 'less' },
  { what: 'deepestFilms', term: 'film', value: (p) => p.deepestFilms, words: plain, better: 'less' },
  {
    what: 'clearance',
    value: (p) => p.clearanceMm,
    words: (mm, unit) => formatLength(Math.round(mm), unit),
    better: 'more',
  },
  { what: 'cutCm2', value: (p) => p.cutCm2, words: (cm2) => quantity('cm2', cm2), better: 'less' },
  { what: 'cuttingHours', value: (p) => p.cuttingHours, words: hours, better: 'less' },
  { what: 'printingHours', value: (p) => p.printingHours, words: hours, better: 'less' },
  { what: 'days', value: (p) => p.days, words: plain, better: 'less' },
  { what: 'sheets', value: (p) => p.sheets, words: plain, better: 'less' },
];

const Line = memo(function Line({ line, now, before }: { line: PriceLine; now: Price; before: Price }) {
  const { unit } = usePrintDesk('unit');
  const name = weaveWords(`price.${line.what}`);
  const value = line.value(now),
    old = line.value(before);
  const words =
    value === undefined
      ? weaveWords(line.what === 'clearance' ? 'price.noClearance' : 'price.measuring')
      : line.words(value, unit);
  const more = value === undefined || old === undefined ? 0 : value - old;
  const changed = more !== 0 && line.words(value!, unit) !== line.words(old!, unit);
  const good = line.better && (line.better === 'less' ? more < 0 : more > 0);
  return (
    <tr>
      <th scope="row">{line.term ? <Explained term={line.term}>{name}</Explained> : name}</th>
      <td>{words}</td>
      <td className={clsx(changed ? (good ? css.better : css.worse) : kit.quiet)}>
        {changed ? `${more > 0 ? '+' : '−'}${line.words(Math.abs(more), unit)}` : '·'}
      </td>
    </tr>
  );
});

/** What cannot be printed as it stands, with what would mend it. */
export function StandsInTheWay({ meetings, acts }: { meetings: Meetings | undefined; acts: WeaveActs }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const found = useMemo(() => hindrancesOf(plan, meetings, freshName()), [meetings, plan]);
  return (
    <section aria-live="polite">
      <h2>{weaveWords('stands.title')}</h2>
      {found.length === 0 ? (
        <p className={clsx(kit.note, kit.above6)}>{weaveWords('stands.nothing')}</p>
      ) : (
        <ul className={css.hindrances}>
          {found.map((one, i) => (
            <OneHindrance key={i} one={one} acts={acts} unit={unit} />
          ))}
        </ul>
      )}
    </section>
  );
}

function OneHindrance({
  one: { what, mend, edit },
  acts,
  unit,
}: {
  one: Hindrance;
  acts: WeaveActs;
  unit: 'mm' | 'in';
}) {
  return (
    <li className={clsx(kit.say, kit.bad)}>
      <strong>{hindranceInWords(what, unit)}</strong> {hindranceInWords(mend, unit)}{' '}
      {edit && !acts.hinders(edit) && (
        <button type="button" className={kit.link} onClick={() => acts.touch(edit)}>
          {weaveWords('stands.mend')}
        </button>
      )}
    </li>
  );
}
