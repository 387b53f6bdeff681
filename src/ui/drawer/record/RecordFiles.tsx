'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { SHEET_ROLES } from '@/core/sheets';
import type { Impression } from '@/derived';
import { FileLink } from '@/ui/kit/FileLink';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { recordWords } from '@/words/records';
import css from './record.module.css';

/** The record as files: sheets to print, one print's certificate and picture, tables, and the archive. */
export function RecordFiles({ prints }: { readonly prints: readonly Impression[] }) {
  const { urls } = usePrintDesk('urls');
  const [words, setWords] = useState(false);
  return (
    <section>
      <h2>{recordWords('files')}</h2>
      <div className={css.files}>
        <FileLink href={urls.file('record.pdf')}>{recordWords('file.record')}</FileLink>
        <FileLink href={urls.file('labels.pdf')}>{recordWords('file.labels')}</FileLink>
        <Button href={urls.file('prints.csv')}>{recordWords('file.prints')}</Button>
        <Button href="/api/show.csv">{recordWords('file.show')}</Button>
        <FileLink href={urls.file(`archive.zip${words ? '?words=1' : ''}`)}>{recordWords('file.archive')}</FileLink>
      </div>
      <Tick words={recordWords('notes')} on={words} onTick={setWords} />
      <p className={kit.note}>{recordWords('archiveSays')}</p>
      <OfOnePrint prints={prints} />
      <p className={clsx(kit.note, kit.above6)}>{recordWords('pdfSays')}</p>
    </section>
  );
}

/** Certificate and picture of a print that bears a mark. */
function OfOnePrint({ prints }: { readonly prints: readonly Impression[] }) {
  const { urls } = usePrintDesk('urls');
  const order: readonly string[] = SHEET_ROLES;
  const marked = prints
    .filter(({ mark }) => mark !== '')
    .toSorted((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  const [chosen, setChosen] = useState('');
  const key = marked.find((print) => print.key === chosen)?.key ?? marked[0]?.key;
  if (key === undefined) return <p className={clsx(kit.note, kit.above8)}>{recordWords('noPrint')}</p>;
  const file = (name: string) => urls.file(`${name}?print=${encodeURIComponent(key)}`);
  return (
    <div className={kit.above12}>
      <div className={clsx(kit.row, kit.between)}>
        <span>{recordWords('which')}</span>
        <Pick
          label={recordWords('which')}
          value={key}
          options={marked.map((print) => [print.key, print.mark] as const)}
          onChange={setChosen}
        />
      </div>
      <div className={css.files}>
        <FileLink href={file('certificate.pdf')}>{recordWords('file.certificate')}</FileLink>
        <FileLink href={file('picture.jpg')}>{recordWords('file.jpeg')}</FileLink>
        <FileLink href={file('picture.png')}>{recordWords('file.png')}</FileLink>
      </div>
    </div>
  );
}
