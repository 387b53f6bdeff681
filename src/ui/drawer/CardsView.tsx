'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { inkNamesOf, runCardOf } from '@/derived';
import type { RunCard } from '@/model';
import { fetched } from '@/ui/kit/fetched';
import { FileLink } from '@/ui/kit/FileLink';
import { LookThumb } from '@/ui/kit/LookThumb';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { cardInWords, cardWords } from '@/words/cards';
import css from './CardsView.module.css';
import { Sections } from './Sections';

const AgainDialog = dynamic(
  fetched(() => import('./AgainDialog').then((m) => m.AgainDialog)),
  { ssr: false },
);

/** Run cards: what each run was printed with, complete enough to print it again. */
export function CardsView() {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  return plan.runs.length === 0 || !looks ? (
    <NothingToShow title={cardWords('none')} says={cardWords('noneSays')} />
  ) : (
    <Cards />
  );
}

function Cards() {
  const { plan, sheet, looks, progress, selectedRun, urls } = usePrintDesk(
    ...(['plan', 'sheet', 'looks', 'progress', 'selectedRun', 'urls'] as const),
  );
  const [again, setAgain] = useState(false);
  const index = Math.max(0, selectedRun - 1);
  const card = useMemo(
    () => looks && runCardOf({ plan, sheet, looks, progress }, index),
    [plan, sheet, looks, progress, index],
  );
  if (!card) return null;
  return (
    <div className={clsx(kit.work, kit.single)}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <div>
            <h1>{cardWords('title')}</h1>
            <p className={kit.note}>{cardWords('says')}</p>
          </div>
          <div className={kit.row}>
            <FileLink href={urls.file(`card-${index + 1}.pdf`)}>{cardWords('card')}</FileLink>
            <FileLink href={urls.file('booklet.pdf')}>{cardWords('booklet')}</FileLink>
            <Button href={urls.file('booklet.json')}>{cardWords('bookletJson')}</Button>
            <Button variant="contained" color="primary" onClick={() => setAgain(true)}>
              {cardWords('again.open')}
            </Button>
          </div>
        </div>
        <div className={css.across} role="region" aria-label={cardWords('title')} tabIndex={0}>
          <Card card={card} />
        </div>
      </div>
      {again && <AgainDialog onClose={() => setAgain(false)} />}
    </div>
  );
}

/** One card as it is printed: a page of the workshop's own book. */
function Card({ card }: { readonly card: RunCard }) {
  const { plan, unit, progress, urls } = usePrintDesk('plan', 'unit', 'progress', 'urls');
  const run = plan.runs[card.run - 1];
  const cut = progress.bench.cutPictures.findLast(
    ({ cutId, what }) => what === 'cut' && run.formes.some((forme) => forme.cutId === cutId),
  );
  return (
    <article className={css.card} data-testid="run-card">
      <h2 suppressHydrationWarning>{cardWords('run', { run: card.run, inks: inkNamesOf(plan, run) })}</h2>
      <div className={css.pictures}>
        <figure>
          <LookThumb run={card.run} label={cardWords('look', { run: card.run })} />
          <figcaption>{cardWords('look', { run: card.run })}</figcaption>
        </figure>
        {cut && (
          <figure>
            <img src={urls.blob(cut.sha)} alt={cardWords('block')} />
            <figcaption>{cardWords('block')}</figcaption>
          </figure>
        )}
      </div>
      <div className={css.sections} suppressHydrationWarning>
        <Sections sections={cardInWords(card, unit)} />
      </div>
    </article>
  );
}
