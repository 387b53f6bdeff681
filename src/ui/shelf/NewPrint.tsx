'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { LengthUnit, Outcome } from '@/core/units';
import { withWay } from '@/derived';
import { emptyPlan, type WayOfWorking } from '@/model';
import { kit } from '@/ui/kit/styles';
import { WayRules } from '@/ui/kit/working/WaySets';
import { WaysOfWorking } from '@/ui/kit/working/WaysOfWorking';
import { inWords } from '@/words/failures';
import { workingWords } from '@/words/working';
import css from './NewPrint.module.css';

interface Props {
  readonly unit: LengthUnit;
  readonly onCreate: (name: string, chosen: WayOfWorking | null) => Promise<Outcome<unknown>>;
}

/** A new print: its name, and how one works. */
export function NewPrint({ unit, onCreate }: Props) {
  const [name, setName] = useState(''),
    [chosen, setChosen] = useState<WayOfWorking | null>(null),
    [error, setError] = useState<string>(),
    [busy, setBusy] = useState(false);
  const plan = useMemo(() => withWay(emptyPlan(), chosen, true), [chosen]);
  const begin = async () => {
    setBusy(true);
    const done = await onCreate(name, chosen);
    if (done.ok) return;
    setBusy(false);
    setError(inWords(done));
  };
  return (
    <main className={css.page}>
      <form
        className={kit.wholeWindow}
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <header className={kit.wholeHead}>
          <h1 className={css.title}>{workingWords('newPrint')}</h1>
          <TextField
            autoFocus
            size="small"
            label={workingWords('name')}
            value={name}
            onChange={(e) => {
              setName(e.target.value);
              setError(undefined);
            }}
            error={Boolean(error)}
            helperText={error}
            className={css.name}
          />
          <Button component={Link} href="/">
            {workingWords('leave')}
          </Button>
          <Button type="submit" variant="contained" color="primary" disabled={busy}>
            {workingWords('begin')}
          </Button>
        </header>
        <div className={css.intro}>
          <h2>{workingWords('title')}</h2>
          <p className={kit.note}>{workingWords('says')}</p>
        </div>
        <WaysOfWorking chosen={chosen} onChoose={setChosen} beside={workingWords('sets')}>
          <h2>{workingWords('sets')}</h2>
          <WayRules plan={plan} unit={unit} />
        </WaysOfWorking>
      </form>
    </main>
  );
}
