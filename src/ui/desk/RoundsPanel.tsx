'use client';
import clsx from 'clsx';
import Link from 'next/link';
import { memo } from 'react';
import { EDITION_ROUND, type ItemOf } from '@/model';
import type { Round } from '@/derived';
import { kit } from '@/ui/kit/styles';
import { roundNamed, trialWords } from '@/words/trials';
import { BeginRound } from '../kit/BeginRound';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import css from './SheetsView.module.css';
import { sheetsWords } from '@/words/sheets';

/** The lots of sheets of a print, each on its paper; everything predicted follows the one that is looked at. */
export const RoundsPanel = memo(function RoundsPanel() {
  const { progress, paperPlanned, seenRound, seeRound, urls } = usePrintDesk(
    'urls',
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
            name={roundNamed(round, i)}
            says={`${trialWords(`purpose.${round.purpose}`)} · ${sheetsInWords(round)}`}
            paper={round.paper ?? paperPlanned}
            seen={seenRound === round.roundId}
            onSee={() => seeRound(round.roundId)}
          />
        ))}
      </div>
      <h3 className={clsx(kit.above18, kit.below10)}>{sheetsWords('rounds.beginARoundOf')}</h3>
      <BeginRound />
      {proofs.length > 0 && (
        <p className={clsx(kit.note, kit.above8)}>
          <Link href={`${urls.page('proof')}#trials`}>{sheetsWords('rounds.toTheBench')}</Link>
        </p>
      )}
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
