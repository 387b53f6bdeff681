'use client';
import clsx from 'clsx';
import { useState } from 'react';
import type { Fault } from '@/core/sheets';
import { faultsOf, type ClassAtBlock } from '@/derived';
import type { Run } from '@/model';
import { kit } from '@/ui/kit/styles';
import { craftWords } from '@/words/craft';
import { tableWords } from '@/words/table';
import benchCss from '../bench.module.css';
import type { ClassView } from './useClass';
import css from './table.module.css';

interface Props {
  readonly view: ClassView;
  readonly now: ClassAtBlock;
  readonly run: Run;
}

/** The place whose turn it is: what it prints next, and that it is printed. */
export function Mine({ view, now, run }: Props) {
  const { plan, place, own, next } = view;
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const print = () => {
    if (place === undefined) return;
    void view.printed(place, faults);
    setFaults([]);
  };
  return (
    <section className={css.mine} aria-label={place === undefined ? tableWords('mine.choose') : undefined}>
      {own === undefined && <Places view={view} now={now} />}
      {place === undefined ? (
        <p className={kit.note}>{tableWords('mine.choose')}</p>
      ) : (
        <>
          <p className={kit.row}>
            <strong className={css.place}>{tableWords('mine.title', { place })}</strong>
            <span data-testid="next-of-place">
              {next ? tableWords('mine.next', { sheet: next }) : tableWords('mine.all')}
            </span>
          </p>
          <button
            type="button"
            className={clsx(benchCss.goodPull, css.printed, faults.length > 0 && benchCss.faulty)}
            disabled={!next}
            onClick={print}
            key={run.id}
          >
            {tableWords(faults.length > 0 ? 'mine.faulty' : 'mine.printed')}
          </button>
          <div className={css.faults}>
            {faultsOf(plan, run).map((fault) => (
              <button
                key={fault}
                type="button"
                className={css.fault}
                aria-pressed={faults.includes(fault)}
                onClick={() =>
                  setFaults(faults.includes(fault) ? faults.filter((one) => one !== fault) : [...faults, fault])
                }
              >
                {craftWords(`fault.${fault}`)}
              </button>
            ))}
          </div>
        </>
      )}
    </section>
  );
}

/** For a device that several places share. */
function Places({ view: { place, pick }, now }: Pick<Props, 'view' | 'now'>) {
  return (
    <div className={css.places} role="group" aria-label={tableWords('mine.choose')}>
      {Array.from({ length: now.places }, (_, i) => (
        <button
          key={i}
          type="button"
          aria-pressed={place === i + 1}
          aria-label={tableWords('tally.choose', { place: i + 1 })}
          onClick={() => pick(place === i + 1 ? undefined : i + 1)}
        >
          {i + 1}
        </button>
      ))}
    </div>
  );
}
