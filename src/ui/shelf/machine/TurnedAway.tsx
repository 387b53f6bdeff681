'use client';
import type { DoorState } from '@/model';
import { kit } from '@/ui/kit/styles';
import { recordedAt } from '@/words/dates';
import { keepingWords } from '@/words/keeping';
import css from './MachinePage.module.css';

/** Who was turned away at the door, and why. */
export function TurnedAway({ turnedAway }: Pick<DoorState, 'turnedAway'>) {
  return (
    <section className={css.section} aria-labelledby="turned">
      <h2 id="turned">{keepingWords('turned.title')}</h2>
      {turnedAway.length === 0 ? (
        <p className={kit.note}>{keepingWords('turned.none')}</p>
      ) : (
        <table className={css.table} aria-labelledby="turned">
          <thead>
            <tr>
              {(['why', 'count', 'from', 'last'] as const).map((head) => (
                <th key={head} scope="col">
                  {keepingWords(`turned.${head}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {turnedAway.map(({ why, count, from, lastAt }) => (
              <tr key={why}>
                <td>{keepingWords(`turned.reason.${why}`)}</td>
                <td className={kit.num}>{count}</td>
                <td className={kit.num}>{from}</td>
                <td className={kit.num} suppressHydrationWarning>
                  {recordedAt(lastAt)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
