'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { WHEREABOUTS, type ActOf } from '@/model';
import { whereWords } from '@/words/where';
import { Choice } from '../Choice';
import { DayField } from '../days/DayField';
import css from './where.module.css';

export type Moved = Pick<ActOf<'moved-to'>, 'where' | 'place' | 'note' | 'on'>;

const optionsSaid = perLanguage(() => WHEREABOUTS.map((where) => [where, whereWords(`where.${where}`)] as const));

/** Today in this place, ISO. */
const today = () => new Date(Date.now() - 60_000 * new Date().getTimezoneOffset()).toISOString().slice(0, 10);

/** Where the chosen prints go, from which day on, in a free word. */
export function MoveBar({
  count,
  onMove,
}: {
  readonly count: number;
  readonly onMove: (to: Moved) => Promise<boolean>;
}) {
  const [where, setWhere] = useState<Moved['where']>('drawer');
  const [place, setPlace] = useState('');
  const [note, setNote] = useState('');
  const [on, setOn] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const move = async () => {
    setBusy(true);
    const done = await onMove({ where, place: place.trim(), note: note.trim(), on: on ?? today() });
    setBusy(false);
    if (!done) return;
    setPlace('');
    setNote('');
  };
  return (
    <div className={css.bar} role="group" aria-label={whereWords('move')}>
      <Choice label={whereWords('to')} value={where} options={optionsSaid()} onChange={setWhere} />
      <TextField
        label={whereWords('place')}
        value={place}
        onChange={(e) => setPlace(e.target.value.slice(0, 120))}
        placeholder={whereWords(`placeFor.${where}`)}
      />
      <DayField label={whereWords('on')} day={on ?? today()} onDay={setOn} past />
      <TextField label={whereWords('note')} value={note} onChange={(e) => setNote(e.target.value.slice(0, 300))} />
      <Button
        variant="contained"
        color="primary"
        disabled={count === 0 || busy}
        onClick={() => void move()}
        className={css.go}
      >
        {whereWords('moveThese', { count })}
      </Button>
    </div>
  );
}
