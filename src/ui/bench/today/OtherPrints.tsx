'use client';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { ShelfPage } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { momentOf } from '@/words/dates';
import { nextInWords } from '@/words/prints';
import { todayWords } from '@/words/today';
import css from './today.module.css';

/** What could be done today on other prints: the next act of each, and which of them still dry. */
export function OtherPrints() {
  const { id, shelf } = usePrintDesk('id', 'shelf');
  const [page, setPage] = useState<ShelfPage>();
  useEffect(() => {
    let current = true;
    void shelf().then((answer) => {
      if (current && answer.ok) setPage(answer.value);
    });
    return () => {
      current = false;
    };
  }, [shelf]);
  const others = page?.prints.filter((print) => print.id !== id && print.card) ?? [];
  if (others.length === 0) return null;
  return (
    <section className={kit.above18} aria-label={todayWords('others')}>
      <h2>{todayWords('others')}</h2>
      <ul className={css.others}>
        {others.map(({ id: other, name, card }) => {
          const dries = card?.dryAt && Date.parse(card.dryAt) > Date.now() ? card.dryAt : undefined;
          return (
            <li key={other}>
              <Link href={`/print/${other}/today`}>{name}</Link>
              <span className={kit.quiet} suppressHydrationWarning>
                {dries
                  ? todayWords('otherDry', { when: momentOf(dries) })
                  : card && nextInWords(card.next as never).words}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
