'use client';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { progressiveMark } from '@/core/sheets';
import { fillsAfter, inkNamesOf, variedOf, wantedRuns, type LaidRun, type Trial } from '@/derived';
import type { Plan } from '@/model';
import { decimal } from '@/words/quantities';
import { roundNamed, trialWords, variedInWords } from '@/words/trials';
import { kit } from '@/ui/kit/styles';
import { BeginRound } from '../../kit/BeginRound';
import { NothingYet } from '../../kit/NothingYet';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '../../kit/printContext';
import { Thumb } from '../../kit/Thumb';
import { Compare } from './Compare';
import css from './trials.module.css';
import { numberOf, type SeenTrial, type Trials } from './useTrials';

/** The sheets of a round, each as it must look by what was laid on it; the chosen one beside what it is to be held against. */
export function TrialBoard(trials: Trials) {
  const { plan, rounds, round, here, chooseRound } = trials;
  const [beginning, setBeginning] = useState(false);
  if (!plan.flat) return <NothingYet title={trialWords('empty.title')} says={trialWords('empty.noColours')} />;
  const begin = (
    <BeginRound
      onBegun={(id) => {
        setBeginning(false);
        chooseRound(id);
      }}
    />
  );
  if (!round)
    return (
      <NothingYet title={trialWords('empty.title')} says={trialWords('empty.says')}>
        <div className={kit.above18}>{begin}</div>
      </NothingYet>
    );
  return (
    <div className={css.board}>
      <div className={clsx(kit.row, kit.between)}>
        <h1>{trialWords('board.title')}</h1>
        <div className={kit.row}>
          <Pick
            label={trialWords('round.choose')}
            value={round.roundId}
            options={rounds.map((one) => {
              const line = trialWords('round.line', {
                name: roundNamed(one, numberOf(rounds, one)),
                purpose: trialWords(`purpose.${one.purpose}`),
                paper: (one.paper ?? plan.paper).name,
              });
              return [one.roundId, line] as const;
            })}
            onChange={chooseRound}
          />
          <button type="button" className={kit.link} aria-expanded={beginning} onClick={() => setBeginning(!beginning)}>
            {trialWords(beginning ? 'round.leave' : 'round.another')}
          </button>
        </div>
      </div>
      {beginning && <div className={css.beginning}>{begin}</div>}
      <Cards {...trials} />
      {here && (
        <Compare
          {...trials}
          here={here}
          key={`${round.roundId} ${here.trial.sheet} ${here.trial.photograph?.pictureSha}`}
        />
      )}
    </div>
  );
}

function Cards({ plan, trials, here, chooseSheet }: Trials) {
  return (
    <ol className={css.cards}>
      {trials.map((seen) => (
        <li key={seen.trial.sheet}>
          <Card plan={plan} seen={seen} chosen={seen === here} onChoose={() => chooseSheet(seen.trial.sheet)} />
        </li>
      ))}
    </ol>
  );
}

interface CardProps {
  readonly plan: Plan;
  readonly seen: SeenTrial;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function Card({ plan, seen: { trial, looks }, chosen, onChoose }: CardProps) {
  const { coverage } = usePrintDesk('coverage');
  const fills = useMemo(() => fillsAfter(looks, looks.looks.length - 1), [looks]);
  const laid = laidInWords(plan, trial);
  return (
    <button
      type="button"
      className={css.card}
      aria-pressed={chosen}
      aria-label={trialWords('board.card', { sheet: trial.sheet, laid: laid.join('; ') })}
      onClick={onChoose}
    >
      <span className={css.number}>{trial.sheet}</span>
      {coverage && <Thumb coverage={coverage} fills={fills} label={trialWords('board.look', { sheet: trial.sheet })} />}
      <span className={css.films} aria-hidden>
        {trial.laid.map(({ runId, laying }) => (
          <i key={runId} style={{ background: hexFromLabD50(laying.inkings[0].ink.solidLabD50) }} />
        ))}
      </span>
      <span className={css.laid}>
        {laid.map((line) => (
          <span key={line}>{line}</span>
        ))}
      </span>
      {trial.laid.length > 0 && looks.agreement && (
        <span className={css.mean}>{trialWords('board.mean', { deltaE: decimal(looks.agreement.mean, 1) })}</span>
      )}
    </button>
  );
}

/** What lies on a sheet, a line a run: as planned, or what was otherwise. */
export function laidInWords(plan: Plan, trial: Trial): string[] {
  if (trial.laid.length === 0) {
    const mark = markOf(plan, trial);
    return [mark ? trialWords('board.progressive', { mark }) : trialWords('board.nothing')];
  }
  return trial.laid.map((one) => `${runInWords(plan, one)}: ${variedInWords(one.laying, variedOf(plan, one))}`);
}

export function runInWords(plan: Plan, { runId }: Pick<LaidRun, 'runId'>): string {
  const r = plan.runs.findIndex(({ id }) => id === runId);
  return r < 0
    ? trialWords('board.goneRun')
    : trialWords('board.laidRun', { run: r + 1, inks: inkNamesOf(plan, plan.runs[r]) });
}

/** What a sheet of a round for a progressive set is called. */
export function markOf(plan: Plan, { round, sheet }: Trial): string | undefined {
  if (round.purpose !== 'progressive set' || plan.runs.length === 0) return undefined;
  const runs = plan.runs.length;
  const sets = Math.ceil(round.counted / runs);
  return progressiveMark(wantedRuns(plan, round, sheet).length, runs, Math.ceil(Number(sheet) / runs), sets);
}
