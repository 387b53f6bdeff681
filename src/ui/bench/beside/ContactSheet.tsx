'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { photographsOfRun, sheetLayoutOf, type PullPhotograph } from '@/derived';
import type { Run } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { besideWords } from '@/words/beside';
import { ImageOnSheet } from '@/ui/kit/OnSheet';
import css from './beside.module.css';

/** All photographed pulls of a run in their order; any two of them large, beside each other. */
export function ContactSheet({ run, sheet }: { readonly run: Run; readonly sheet: string }) {
  const { plan, progress, urls } = usePrintDesk('plan', 'progress', 'urls');
  const photographs = photographsOfRun(progress.bench, run.id),
    layout = sheetLayoutOf(plan);
  const [pair, setPair] = useState<readonly string[]>([]);
  if (photographs.length === 0 || !layout) return <p className={kit.lead}>{besideWords('contactNone')}</p>;
  const at = photographs.findIndex((one) => one.sheet === sheet);
  const both = (some: readonly (PullPhotograph | undefined)[]) =>
    setPair(some.flatMap((one) => (one ? [one.sheet] : [])));
  const toggle = (one: string) =>
    setPair((known) => (known.includes(one) ? known.filter((s) => s !== one) : [...known.slice(-1), one]));
  const shown = photographs.filter((one) => pair.includes(one.sheet));
  const says = (one: PullPhotograph) => besideWords('this', { sheet: one.sheet });
  return (
    <>
      <div className={clsx(kit.row, kit.above8)}>
        <Button disabled={at < 1} onClick={() => both([photographs[at - 1], photographs[at]])}>
          {besideWords('previous')}
        </Button>
        <Button disabled={photographs.length < 2} onClick={() => both([photographs[0], photographs.at(-1)])}>
          {besideWords('firstLast')}
        </Button>
      </div>
      {shown.length > 0 && (
        <div className={css.two} aria-label={besideWords('pair')} role="group">
          {shown.map((one) => (
            <figure key={one.sheet}>
              <ImageOnSheet src={urls.blob(one.pictureSha)} layout={layout} label={says(one)} />
              <figcaption>{says(one)}</figcaption>
            </figure>
          ))}
        </div>
      )}
      <ul className={css.contact}>
        {photographs.map((one) => (
          <li key={one.sheet}>
            <button
              type="button"
              aria-pressed={pair.includes(one.sheet)}
              className={kit.pressIn}
              onClick={() => toggle(one.sheet)}
            >
              <ImageOnSheet src={urls.blob(one.pictureSha)} layout={layout} label={says(one)} />
              <span>
                {one.sheet} · {besideWords(one.good ? 'good' : 'faulty')}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
