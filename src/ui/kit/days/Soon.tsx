'use client';
import clsx from 'clsx';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { readySteps } from '@/derived';
import { SITTING_HOURS } from '@/model';
import { daysWords, stepInWords } from '@/words/days';
import { kit } from '@/ui/kit/styles';
import { NumberField } from '../fields';
import type { Days } from './useDays';
import css from './days.module.css';

const VIEWS = {
  transfer: 'block',
  cut: 'cut',
  lock: 'cut',
  damp: 'pull',
  mix: 'mix',
  proof: 'proof',
  print: 'today',
  press: 'finish',
  trim: 'finish',
  fold: 'finish',
  sign: 'numbering',
} as const;

/** What can be done in so many hours from now, across all prints. */
export function Soon({ days: { question, prints } }: { readonly days: Days }) {
  const [hours, setHours] = useState(2);
  const ready = useMemo(() => (question ? readySteps(question, Math.round(60 * hours)) : []), [hours, question]);
  return (
    <section aria-label={daysWords('soon.title')}>
      <h2 className={clsx(kit.row, kit.gap12, css.soon)}>
        {daysWords('soon.title')}
        <span className={css.soonHours}>
          <NumberField
            label={daysWords('soon.hours')}
            value={hours}
            range={{ ...SITTING_HOURS, what: daysWords('soon.range') }}
            onChange={setHours}
          />
        </span>
      </h2>
      {ready.length === 0 && <p className={kit.note}>{daysWords('soon.nothing')}</p>}
      <ul className={css.ready}>
        {ready.map(({ step, minutes, all }) => (
          <li key={step.id}>
            <strong>{prints.find(({ id }) => id === step.printId)?.name}</strong>
            <span>{daysWords('soon.item', { what: stepInWords(step), part: all ? 'all' : 'part', minutes })}</span>
            <Link href={`/print/${step.printId}/${VIEWS[step.what]}`}>{daysWords('soon.open')}</Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
