'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { CLASS_PLACES, CLASS_SHEETS, EDITION_ROUND, type BenchAct } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { CountField } from '@/ui/kit/fields';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { tableWords } from '@/words/table';
import type { ClassView } from './useClass';
import css from './table.module.css';

const NEW = 'new';

/** How many places, how many sheets for each, and which sheets they are. */
export function BeginClass({ view: { bench, act } }: { readonly view: ClassView }) {
  const [places, setPlaces] = useState(8);
  const [each, setEach] = useState(2);
  const [of, setOf] = useState<string>(NEW);
  const { started } = bench;
  const sheets = places * each;
  const tooFew = of !== NEW && (started?.counted ?? 0) < sheets;
  const begin = () => {
    const nth = bench.classes.length + 1;
    const roundId = of === NEW ? `class-${nth}` : EDITION_ROUND;
    const round: BenchAct = {
      ...{ kind: 'round-begun', roundId, round: 'proof', name: tableWords('begin.name'), purpose: 'whole set' },
      ...{ paper: null, counted: sheets, tests: 0 },
    };
    void act(...(of === NEW ? [round] : []), { kind: 'class-begun', classId: `class-${nth}`, roundId, places, each });
  };
  return (
    <div className={css.begin} role="group" aria-label={tableWords('begin.do')}>
      <div className={css.counts}>
        <CountField label={tableWords('begin.people')} value={places} range={CLASS_PLACES} onChange={setPlaces} />
        <CountField label={tableWords('begin.each')} value={each} range={CLASS_SHEETS} onChange={setEach} />
      </div>
      {started && (
        <Choice
          label={tableWords('begin.of')}
          value={of}
          options={[
            [NEW, tableWords('begin.newRound')],
            [EDITION_ROUND, tableWords('begin.edition', { sheets: started.counted })],
          ]}
          onChange={setOf}
        />
      )}
      <p className={kit.note}>
        {tableWords('begin.sheets', { places, each, sheets })}{' '}
        {tooFew && <strong className={kit.madder}>{tableWords('begin.tooFew', { has: started?.counted ?? 0 })}</strong>}
      </p>
      <Button
        variant="contained"
        color="primary"
        disabled={tooFew}
        onClick={({ currentTarget }) => goToUnread(currentTarget.parentElement) || begin()}
      >
        {tableWords('begin.do')}
      </Button>
    </div>
  );
}
