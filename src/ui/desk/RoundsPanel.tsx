'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { memo, useState } from 'react';
import { EDITION_ROUND, MOST_SHEETS, type ItemOf } from '@/model';
import type { BenchState } from '@/derived';
import { kit } from '@/ui/kit/styles';
import { CountField } from '../kit/fields';
import type { Progress } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import css from './SheetsView.module.css';
import { sheetsWords } from '@/words/sheets';

type Round = BenchState['rounds'][number];

/** The lots of sheets of a print, each on its paper; everything predicted follows the one that is looked at. */
export const RoundsPanel = memo(function RoundsPanel() {
  const { progress, paperPlanned, seenRound, seeRound } = usePrintDesk(
    'progress',
    'paperPlanned',
    'seenRound',
    'seeRound',
  );
  const proofs = progress.bench.rounds.filter(({ round }) => round === 'proof');
  const edition = progress.bench.rounds.find(({ round }) => round === 'edition');
  return (
    <section aria-label={sheetsWords('rounds.rounds')}>
      <h2>{sheetsWords('rounds.roundsAndTheirPaper')}</h2>
      <p className={clsx(kit.note, kit.around4)}>{sheetsWords('rounds.looksWarningsAndRecipes')}</p>
      <div role="radiogroup" aria-label={sheetsWords('rounds.predictionsOnThePaper')}>
        <RoundLine
          name={sheetsWords('rounds.edition')}
          says={edition ? sheetsInWords(edition) : sheetsWords('rounds.notBegunYet')}
          paper={edition?.paper ?? paperPlanned}
          seen={seenRound === EDITION_ROUND}
          onSee={() => seeRound(EDITION_ROUND)}
        />
        {proofs.map((round, i) => (
          <RoundLine
            key={round.roundId}
            name={sheetsWords('rounds.proofs', { round: i + 1 })}
            says={sheetsInWords(round)}
            paper={round.paper ?? paperPlanned}
            seen={seenRound === round.roundId}
            onSee={() => seeRound(round.roundId)}
          />
        ))}
      </div>
      <BeginProofs count={proofs.length} />
    </section>
  );
});

const sheetsInWords = ({ counted, tests, pulls }: Round) =>
  sheetsWords('rounds.sheetsAndPulls', { sheets: counted + tests, pulls: pulls.length });

interface RoundLineProps {
  readonly name: string;
  readonly says: string;
  readonly paper: Pick<ItemOf<'paper'>, 'name' | 'labD50'>;
  readonly seen: boolean;
  readonly onSee: () => void;
}

function RoundLine({ name, says, paper, seen, onSee }: RoundLineProps) {
  return (
    <label className={css.round}>
      <input type="radio" name="seen-round" checked={seen} onChange={onSee} />
      <strong>{name}</strong>
      <span>
        <Swatch lab={paper.labD50} />
        &ensp;{paper.name}
      </span>
      <span className={kit.quiet}>{says}</span>
    </label>
  );
}

const PLANNED = '';

function freeRoundId(progress: Progress, from: number): string {
  const roundId = `proofs-${from}`;
  return progress.bench.rounds.some((round) => round.roundId === roundId) ? freeRoundId(progress, from + 1) : roundId;
}

/** Sheets for proofs, on the paper that is planned or on any other of the workshop. */
function BeginProofs({ count }: { count: number }) {
  const { log, tell, workshop, paperPlanned, progress } = usePrintDesk(
    'log',
    'tell',
    'workshop',
    'paperPlanned',
    'progress',
  );
  const [counted, setCounted] = useState(6);
  const [paperId, setPaperId] = useState(PLANNED);
  const papers = (workshop.items ?? []).flatMap(({ item }) => (item.kind === 'paper' ? [item] : []));
  const begin = async () => {
    const paper = papers.find(({ id }) => id === paperId);
    const done = await log({
      kind: 'round-begun',
      roundId: freeRoundId(progress, count + 1),
      round: 'proof',
      paper: paper ? { name: paper.name, labD50: paper.labD50 } : null,
      counted,
      tests: 0,
    });
    if (!done.ok) tell(inWords(done));
  };
  return (
    <form
      className={clsx(kit.row, kit.above12, kit.gap12, css.adding)}
      onSubmit={(e) => {
        e.preventDefault();
        void begin();
      }}
    >
      <TextField
        select
        label={sheetsWords('rounds.paper')}
        value={papers.some(({ id }) => id === paperId) ? paperId : PLANNED}
        onChange={(e) => setPaperId(e.target.value)}
        className={css.proofPaper}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      >
        <MenuItem value={PLANNED}>{sheetsWords('rounds.asPlanned', { paperPlanned: paperPlanned.name })}</MenuItem>
        {papers.map((paper) => (
          <MenuItem key={paper.id} value={paper.id}>
            <Swatch lab={paper.labD50} />
            &ensp;{paper.name}
          </MenuItem>
        ))}
      </TextField>
      <div className={css.count}>
        <CountField
          label={sheetsWords('rounds.sheets')}
          value={counted}
          range={{ min: 1, max: MOST_SHEETS, what: sheetsWords('rounds.theSheetsForProofs') }}
          onChange={setCounted}
        />
      </div>
      <Button type="submit">{sheetsWords('rounds.beginARoundOf')}</Button>
    </form>
  );
}
