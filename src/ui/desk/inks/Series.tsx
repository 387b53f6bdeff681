'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { inksFromPalette, isFromPalette, paletteOf, type InkFromPalette } from '@/derived';
import { MOST_PALETTE, type ItemOf } from '@/model';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { inWords } from '@/words/failures';
import { keptWords } from '@/words/kept';
import css from './Series.module.css';

const NONE = '';

/** The palette of a series: these inks kept as one, or this print printed in one that is kept. Nothing of it is there while it is closed. */
export function Series() {
  const [open, setOpen] = useState(false);
  return (
    <details className={css.series} open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>{keptWords('series.title')}</summary>
      {open && (
        <>
          <KeepPalette />
          <InPalette />
        </>
      )}
    </details>
  );
}

/** This print's inks taken from a palette that is kept. */
function InPalette() {
  const { plan, workshop, progress, change, tell } = usePrintDesk(
    ...(['plan', 'workshop', 'progress', 'change', 'tell'] as const),
  );
  const [chosenId, setChosenId] = useState(NONE);
  const palettes = (workshop.items ?? []).flatMap(({ item }) => (item.kind === 'palette' ? [item] : []));
  const chosen = palettes.find(({ id }) => id === chosenId),
    rows = chosen ? inksFromPalette(plan, chosen, progress.closedRuns) : [];
  const others = chosen ? rows.filter(({ ink }) => !isFromPalette(ink, chosen)) : [];
  const take = async () => {
    for (const { ink, by } of others) {
      const answer = await change({ kind: 'ink-set', inkId: ink.id, part: by });
      if (!answer.ok) return tell(inWords(answer));
    }
  };
  if (palettes.length === 0) return null;
  return (
    <>
      <div className={css.in}>
        {keptWords('series.in')}
        <Pick
          label={keptWords('series.in')}
          value={chosen ? chosenId : NONE}
          options={[[NONE, keptWords('series.choose')], ...palettes.map(({ id, name }) => [id, name] as const)]}
          onChange={setChosenId}
        />
      </div>
      {chosen && <Rows rows={rows} palette={chosen} />}
      {others.length > 0 && (
        <Button onClick={() => void take()}>{keptWords('series.take', { inks: others.length })}</Button>
      )}
      {chosen && progress.closedRuns > 0 && <p className={kit.note}>{keptWords('series.closed')}</p>}
    </>
  );
}

/** This print's inks, kept under a name. */
function KeepPalette() {
  const { plan, name, workshop, tell } = usePrintDesk('plan', 'name', 'workshop', 'tell');
  const [typed, setTyped] = useState<string>();
  const called = typed ?? keptWords('series.fresh', { print: name }).slice(0, 60);
  const keep = async () => {
    const inks = paletteOf(plan).slice(0, MOST_PALETTE);
    const answer = await workshop.add({ kind: 'palette', version: 1, name: called.trim(), note: '', inks });
    tell(answer.ok ? keptWords('series.kept', { palette: answer.value.item.name }) : inWords(answer));
  };
  return (
    <div className={css.keep}>
      <TextField
        label={keptWords('series.name')}
        value={called}
        onChange={(e) => setTyped(e.target.value.slice(0, 60))}
        onKeyDown={(e) => e.key === 'Enter' && called.trim() !== '' && void keep()}
      />
      <Button disabled={called.trim() === ''} onClick={() => void keep()}>
        {keptWords('series.keep')}
      </Button>
    </div>
  );
}

interface RowsProps {
  readonly rows: readonly InkFromPalette[];
  readonly palette: ItemOf<'palette'>;
}

/** Each ink beside the palette's nearest. */
function Rows({ rows, palette }: RowsProps) {
  if (rows.length > 0 && rows.every(({ ink }) => isFromPalette(ink, palette)))
    return <p className={clsx(kit.say, kit.above6)}>{keptWords('series.inThis', { palette: palette.name })}</p>;
  return (
    <ul className={css.rows}>
      {rows.map(({ ink, by, deltaE }) => (
        <li key={ink.id}>
          <Swatch lab={ink.solidLabD50} />
          <Swatch lab={by.solidLabD50} />
          <span>
            {keptWords('series.row', { ink: ink.name, by: by.name })}{' '}
            <span className={clsx(kit.quiet, kit.num)}>{keptWords('series.off', { deltaE })}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
