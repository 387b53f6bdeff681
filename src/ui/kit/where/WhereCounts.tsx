'use client';
import clsx from 'clsx';
import { differenceInCalendarDays } from 'date-fns';
import { Fragment } from 'react';
import { WHEREABOUTS } from '@/model';
import { canBeGiven } from '@/derived';
import { dayOf } from '@/words/dates';
import { whereWords } from '@/words/where';
import { kit } from '../styles';
import type { WhereRow } from './WhereTable';

/** Loans that are told first. */
const MOST_LOANS = 8;

/** How many prints are where, how many numbered ones can still be given, and what is out on loan, longest first. */
export function WhereCounts({ rows, named }: { readonly rows: readonly WhereRow[]; readonly named: boolean }) {
  const left = rows.filter((row) => row.role === 'numbered' && canBeGiven(row)).length;
  const loans = rows.filter(({ where }) => where === 'on loan').sort((a, b) => (a.on ?? '').localeCompare(b.on ?? ''));
  const places = (['unsaid', ...WHEREABOUTS] as const).flatMap((where) => {
    const count = rows.filter((row) => (row.where ?? 'unsaid') === where).length;
    return count > 0 ? [{ where, count }] : [];
  });
  return (
    <>
      <section>
        <h2>{whereWords('left', { left })}</h2>
        <p className={kit.note}>{whereWords('leftSays')}</p>
        <dl className={clsx(kit.factsList, kit.plain, kit.above8)}>
          {places.map(({ where, count }) => (
            <Fragment key={where}>
              <dt>{whereWords(`where.${where}`)}</dt>
              <dd className={kit.num}>{count}</dd>
            </Fragment>
          ))}
        </dl>
      </section>
      {loans.length > 0 && (
        <section>
          <h2>{whereWords('loans')}</h2>
          <ul className={kit.watch}>
            {loans.slice(0, MOST_LOANS).map(({ printId, key, print, mark, name, place, on }) => (
              <li key={`${printId} ${key}`}>
                <b>{named ? `${print} ${mark || name}` : mark || name}</b> {place}
                {on && (
                  <p className={kit.note}>
                    {whereWords('onLoan', {
                      day: dayOf(on, true),
                      days: differenceInCalendarDays(new Date(), new Date(on)),
                    })}
                  </p>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
