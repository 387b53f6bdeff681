'use client';
import { perLanguage } from '@/words/language';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { cutBlocksOf } from '@/derived';
import { BLOCK_ENDS, MOST_RECORD_TEXT, type ActOf, type PrintRecord } from '@/model';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { recordWords } from '@/words/records';
import css from './record.module.css';

/** The longest of each, as the plan keeps it. */
const FIELDS: Readonly<Record<keyof PrintRecord, number>> = {
  ...{ by: 120, printedBy: 120, place: 120, year: 20, technique: 300 },
  ...{ statement: MOST_RECORD_TEXT, rights: 200, price: 60 },
};

/** One's own texts of the record. */
export function RecordTexts() {
  return (
    <section>
      <h2>{recordWords('fields')}</h2>
      <div className={css.fields}>
        {(Object.keys(FIELDS) as (keyof PrintRecord)[]).map((field) => (
          <OneText key={field} field={field} />
        ))}
      </div>
    </section>
  );
}

/** Taken on leaving, or on Enter where it is one line; Escape lets go of what was typed. */
function OneText({ field }: { readonly field: keyof PrintRecord }) {
  const { plan, change, tell } = usePrintDesk('plan', 'change', 'tell');
  const [typed, setTyped] = useState<string>();
  const long = field === 'statement' || field === 'technique';
  const take = async () => {
    const next = typed?.trim();
    setTyped(undefined);
    if (next === undefined || next === plan.record[field]) return;
    const answer = await change({ kind: 'record-told', part: { [field]: next } });
    if (!answer.ok) tell(inWords(answer));
  };
  return (
    <TextField
      fullWidth
      multiline={long}
      maxRows={6}
      label={recordWords(`field.${field}`)}
      value={typed ?? plan.record[field]}
      onChange={(e) => setTyped(e.target.value.slice(0, FIELDS[field]))}
      onBlur={() => void take()}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && !long) void take();
        if (e.key === 'Escape') setTyped(undefined);
      }}
    />
  );
}

type End = ActOf<'block-ended'>['how'];
const ends = perLanguage((): readonly (readonly [End | '', string])[] => [
  ['', recordWords('end.open')],
  ...BLOCK_ENDS.map((end) => [end, recordWords(`end.${end}`)] as const),
]);

/** What became of each block: kept, cancelled by cuts across it, or destroyed. */
export function BlockEnds() {
  const { plan, progress, log, tell } = usePrintDesk('plan', 'progress', 'log', 'tell');
  const set = async (blockId: string, how: End | '') => {
    if (how === '') return;
    const answer = await log({ kind: 'block-ended', blockId, how, note: '' });
    if (!answer.ok) tell(inWords(answer));
  };
  return (
    <section>
      <h2>{recordWords('blocks')}</h2>
      {cutBlocksOf(plan).map(({ id, name }) => (
        <div key={id} className={clsx(kit.row, kit.between, kit.above6)}>
          <span>{name}</span>
          <Pick
            label={recordWords('blockEnd', { block: name })}
            value={progress.bench.blockEnds.get(id)?.how ?? ''}
            options={ends()}
            onChange={(how) => void set(id, how)}
          />
        </div>
      ))}
    </section>
  );
}
