'use client';
import { perLanguage } from '@/words/language';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { canBeLaid, inkNamesOf, inkingsOf, layingFor, looksOfTrial, nextRunOf, wantedRuns } from '@/derived';
import { EXTENDER_PERCENT, FILM_WEIGHT_RANGE, type Laying, type Run } from '@/model';
import { trialWords } from '@/words/trials';
import { kit } from '@/ui/kit/styles';
import { Choice } from '../../kit/Choice';
import { NumberField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { useLog } from '../../kit/useLog';
import css from './trials.module.css';
import { markOf } from './TrialBoard';
import type { SeenTrial, Trials } from './useTrials';

type Here = Trials & { readonly here: SeenTrial };

const wetSaid = perLanguage(
  () =>
    [
      ['dry', trialWords('lay.dry')],
      ['wet', trialWords('lay.wet')],
    ] as const,
);
const passesSaid = perLanguage(
  () =>
    [
      [1, trialWords('lay.once')],
      [2, trialWords('lay.twice')],
    ] as const,
);

/** Any block that is cut, on the sheet that is looked at: with what it is inked, how much of it, how often, on dry film or open. */
export function LayForm(trials: Here) {
  const { plan, here } = trials;
  const { progress } = usePrintDesk('progress');
  const { trial } = here;
  const [runId, setRunId] = useState(() => nextRunOf(plan, progress, trial)?.id);
  const laid = (run: Run) => trial.pulls.some((pull) => pull.runId === run.id);
  const open = plan.runs.filter((run, r) => canBeLaid(progress, r) && !laid(run));
  const run = open.find(({ id }) => id === runId) ?? open[0];
  return (
    <section aria-label={trialWords('lay.title', { sheet: trial.sheet })}>
      <h2 className={kit.below6}>{trialWords('lay.title', { sheet: trial.sheet })}</h2>
      <WhatItWants {...trials} />
      {run ? (
        <LayOne key={run.id} {...trials} run={run} onRun={setRunId} />
      ) : (
        <p className={clsx(kit.say, kit.wait)}>{trialWords('lay.cannot', { why: whyNone(trials, progress) })}</p>
      )}
      <TakeBack {...trials} />
    </section>
  );
}

/** What the round means this sheet to get, and when it is complete. */
function WhatItWants({ plan, here: { trial } }: Here) {
  const mark = markOf(plan, trial);
  if (!mark) return null;
  const wanted = wantedRuns(plan, trial.round, trial.sheet);
  const complete = wanted.every((run) => trial.pulls.some(({ runId }) => runId === run.id));
  return (
    <p className={clsx(kit.say, complete && kit.good, kit.below10)} role="status">
      {complete ? trialWords('lay.complete', { mark }) : trialWords('lay.wants', { runs: wanted.length, mark })}
    </p>
  );
}

function whyNone({ plan, here: { trial } }: Here, progress: Parameters<typeof canBeLaid>[0]): string {
  const missing = plan.runs.findIndex((run) => !trial.pulls.some(({ runId }) => runId === run.id));
  if (missing < 0) return trialWords('lay.already');
  return trialWords(progress.runs[missing].cutOn ? 'lay.cutOn' : 'lay.notCut', { run: missing + 1 });
}

function useLaying(plan: Trials['plan'], trial: SeenTrial['trial'], run: Run) {
  const log = useLog();
  const [laying, setLaying] = useState<Laying>(() => layingFor(plan, run, trial));
  const [note, setNote] = useState('');
  const [busy, setBusy] = useState(false);
  const pulled = async () => {
    setBusy(true);
    await log({
      ...{ kind: 'pull', roundId: trial.round.roundId, runId: run.id, sheet: trial.sheet },
      ...{ faults: [], setAside: false, note: note.trim(), laid: laying },
    });
    setBusy(false);
  };
  return { laying, setLaying, note, setNote, busy, pulled };
}

interface LayOneProps extends Here {
  readonly run: Run;
  readonly onRun: (runId: string) => void;
}

function LayOne({ plan, here: { trial }, run, onRun }: LayOneProps) {
  const { laying, setLaying, note, setNote, busy, pulled } = useLaying(plan, trial, run);
  return (
    <div>
      <RunChoice plan={plan} trial={trial} run={run} onRun={onRun} />
      <Inkings plan={plan} run={run} laying={laying} onLaying={setLaying} />
      <div className={clsx(kit.fields, kit.above14)}>
        <Choice
          label={trialWords('lay.passes')}
          value={laying.passes}
          options={passesSaid()}
          onChange={(passes) => setLaying({ ...laying, passes })}
        />
        <Choice
          label={trialWords('lay.onto')}
          value={laying.wet ? 'wet' : 'dry'}
          options={wetSaid()}
          onChange={(wet) => setLaying({ ...laying, wet: wet === 'wet' })}
        />
      </div>
      <TextField
        fullWidth
        className={kit.above14}
        label={trialWords('lay.note')}
        value={note}
        onChange={(e) => setNote(e.target.value.slice(0, 1000))}
      />
      <Gives plan={plan} trial={trial} run={run} laying={laying} />
      <button type="button" className={clsx(css.pulled, kit.pressIn)} disabled={busy} onClick={() => void pulled()}>
        {trialWords('lay.pulled')}
      </button>
    </div>
  );
}

/** All runs, each with what keeps it from being laid; only those that can be are chosen. */
function RunChoice({ plan, trial, run, onRun }: Omit<GivesProps, 'laying'> & Pick<LayOneProps, 'onRun'>) {
  const { progress } = usePrintDesk('progress');
  const options = plan.runs.map((one, r) => {
    const on = trial.pulls.some(({ runId }) => runId === one.id);
    const state = on ? 'laid' : progress.runs[r].cutOn ? 'gone' : progress.runs[r].cut ? 'free' : 'uncut';
    return {
      id: one.id,
      free: state === 'free',
      words: trialWords('lay.option', { run: r + 1, inks: inkNamesOf(plan, one), state }),
    };
  });
  return (
    <TextField select fullWidth label={trialWords('lay.run')} value={run.id} onChange={(e) => onRun(e.target.value)}>
      {options.map(({ id, free, words }) => (
        <MenuItem key={id} value={id} disabled={!free}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface InkingsProps {
  readonly plan: Trials['plan'];
  readonly run: Run;
  readonly laying: Laying;
  readonly onLaying: (laying: Laying) => void;
}

function Inkings({ plan, run, laying, onLaying }: InkingsProps) {
  const set = (i: number, part: Partial<Laying['inkings'][number]>) =>
    onLaying({ ...laying, inkings: laying.inkings.map((one, k) => (k === i ? { ...one, ...part } : one)) });
  return laying.inkings.map((inking, i) => {
    const own = inkingsOf(run).find(({ id }) => id === inking.inkingId);
    const colour = plan.flat?.colours.find(({ id }) => id === own?.colourId)?.name ?? '';
    const inks = plan.inks.map((ink) => [ink.id, ink.name] as const);
    return (
      <div key={inking.inkingId} className={kit.above14}>
        <Choice
          label={laying.inkings.length > 1 ? trialWords('lay.inkOf', { colour }) : trialWords('lay.ink')}
          value={inking.ink.id}
          options={inks}
          onChange={(id) => set(i, { ink: plan.inks.find((ink) => ink.id === id) ?? inking.ink })}
        />
        <div className={clsx(kit.fields, kit.above14)}>
          <NumberField
            label={trialWords('lay.extender')}
            value={inking.extenderPercent}
            range={{ ...EXTENDER_PERCENT, what: inWords(EXTENDER_PERCENT.what) }}
            onChange={(extenderPercent) => set(i, { extenderPercent })}
          />
          <NumberField
            label={trialWords('lay.weight')}
            value={inking.filmWeight}
            digits={2}
            range={{ ...FILM_WEIGHT_RANGE, what: inWords(FILM_WEIGHT_RANGE.what) }}
            onChange={(filmWeight) => set(i, { filmWeight })}
          />
        </div>
      </div>
    );
  });
}

interface GivesProps {
  readonly plan: Trials['plan'];
  readonly trial: SeenTrial['trial'];
  readonly run: Run;
  readonly laying: Laying;
}

/** The colours the run would give on this sheet, laid like this. */
function Gives({ plan, trial, run, laying }: GivesProps) {
  const { progress, sheet } = usePrintDesk('progress', 'sheet');
  const laid = [...trial.laid, { runId: run.id, laying }];
  const looks = looksOfTrial(plan, progress.bench, { round: trial.round, laid }, sheet)?.looks.at(-1);
  const ids = new Set(laying.inkings.flatMap(({ colourIds }) => colourIds));
  const colours = plan.flat?.colours.flatMap((colour, label) => (ids.has(colour.id) ? [{ colour, label }] : [])) ?? [];
  return (
    <p className={css.gives}>
      <span className={kit.quiet}>{trialWords('lay.gives')}</span>
      {looks &&
        colours.map(({ colour, label }) => (
          <i
            key={colour.id}
            className={css.chip}
            title={colour.name}
            style={{ background: hexFromLabD50(looks[label]) }}
          />
        ))}
    </p>
  );
}

/** Pulls of a round are taken back last first. */
function TakeBack({ plan, round, here: { trial } }: Here) {
  const log = useLog();
  const last = round?.pulls.at(-1);
  if (!last || last.sheet !== trial.sheet) return null;
  return (
    <Button className={kit.above8} onClick={() => void log({ kind: 'pull-undone', pullId: last.id })}>
      {trialWords('lay.back', { run: plan.runs.findIndex(({ id }) => id === last.runId) + 1, sheet: last.sheet })}
    </Button>
  );
}
