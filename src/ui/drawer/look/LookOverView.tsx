'use client';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import clsx from 'clsx';
import { EDITION_ROUND } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { lookOverWords } from '@/words/lookOver';
import { LeanIn } from './LeanIn';
import css from './lookOver.module.css';
import { OfPrint } from './OfPrint';
import { TakePictures } from './TakePictures';
import { Table } from './Table';
import { PILES, useLookOver, type LookingOver, type Pile } from './useLookOver';
import { usePlacing } from './usePlacing';

/** Look over: all prints of a round on the table, sorted by hand; leaning in on one, another or the one that is good to print beside it. */
export function LookOverView() {
  const { progress } = usePrintDesk('progress');
  const looking = useLookOver();
  const { chosen, beside, againstBat, all } = looking;
  const placing = usePlacing(chosen);
  if (progress.bench.pulls.length === 0 && all.length === 0)
    return <NothingToShow title={lookOverWords('empty.title')} says={lookOverWords('empty.says')} />;
  return (
    <div className={clsx(kit.work, kit.single)}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{lookOverWords('title')}</h1>
          <div className={kit.row}>
            <Rounds {...looking} />
            <TakePictures {...looking} />
          </div>
        </div>
        <Piles {...looking} />
        <div className={css.over}>
          <Table {...looking} />
          {chosen && (
            <div className={css.lean}>
              <LeanIn print={chosen} beside={beside} againstBat={againstBat} placing={placing} />
              <OfPrint {...looking} print={chosen} placing={placing} />
            </div>
          )}
        </div>
      </div>
    </div>
  );
}

function Piles({ pile, setPile, counts }: LookingOver) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      className={css.piles}
      value={pile}
      onChange={(_, next: Pile | null) => next && setPile(next)}
      aria-label={lookOverWords('piles')}
    >
      {PILES.map((one) => (
        <ToggleButton key={one} value={one}>
          {lookOverWords(`pile.${one}`)}&ensp;
          <span className={kit.num}>{counts.get(one)}</span>
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** Which round lies on the table, where there is more than the edition's. */
function Rounds({ rounds, roundId, setRoundId }: LookingOver) {
  const proofs = rounds.filter(({ round, pulls }) => round === 'proof' && pulls.length > 0);
  if (proofs.length === 0) return null;
  return (
    <Choice
      className={css.round}
      label={lookOverWords('round')}
      value={roundId}
      options={[
        [EDITION_ROUND, lookOverWords('edition')] as const,
        ...proofs.map((one, i) => [one.roundId, one.name || lookOverWords('proofs', { n: i + 1 })] as const),
      ]}
      onChange={setRoundId}
    />
  );
}
