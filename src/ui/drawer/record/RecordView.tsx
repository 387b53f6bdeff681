'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { editionRecordOf, impressionsOf, shownFor } from '@/derived';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { editionInWords, recordInWords, recordWords } from '@/words/records';
import { PrintPicture } from '../look/PrintPicture';
import { Sections } from '../Sections';
import { BlockEnds, RecordTexts } from './RecordTexts';
import { RecordFiles } from './RecordFiles';
import css from './record.module.css';

/** Record: what is kept of the edition, with one's own texts; on paper, for one print, and as an archive anybody can read. */
export function RecordView() {
  const { plan, progress, name, unit } = usePrintDesk('plan', 'progress', 'name', 'unit');
  const record = useMemo(() => editionRecordOf(name, plan, progress), [name, plan, progress]);
  const prints = useMemo(() => impressionsOf(plan, progress), [plan, progress]);
  const shown = shownFor(plan, prints);
  if (plan.runs.length === 0) return <NothingToShow title={recordWords('title')} says={recordWords('empty')} />;
  return (
    <div className={clsx(kit.work, css.record)}>
      <div className={clsx(kit.stage, kit.scrolls)} role="region" aria-label={recordWords('title')} tabIndex={0}>
        <h1>{recordWords('title')}</h1>
        <article className={css.sheet}>
          <h2>{name}</h2>
          <p className={css.under}>
            {[record.told.by, editionInWords(record, record.sets[0])].filter(Boolean).join(' · ')}
          </p>
          {record.told.statement && <p className={kit.measure}>{record.told.statement}</p>}
          <div className={css.body}>
            {shown && (
              <figure className={css.shown}>
                <PrintPicture print={{ ...shown, placedFaults: [] }} large />
                <figcaption className={kit.note}>{shown.mark || shown.name}</figcaption>
              </figure>
            )}
            <Sections sections={recordInWords(record, unit)} />
          </div>
        </article>
      </div>
      <aside className={kit.side}>
        <RecordFiles prints={prints} />
        <RecordTexts />
        <BlockEnds />
      </aside>
    </div>
  );
}
