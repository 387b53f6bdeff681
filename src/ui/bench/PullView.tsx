'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState, type Dispatch, type SetStateAction } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { registrationWay } from '@/core/registration';
import { FAULTS, forecastEdition, isTestSheet, type Fault, type Pull, type RunTally } from '@/core/sheets';
import { beliefOf, inkNamesOf, inkNeedOfRun, inkOfRun, maskNotes, stageOfRun, type Run, type Ink } from '@/records';
import { Cautions } from '../kit/Cautions';
import { wordOfLab } from '../kit/colours';
import { usePrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import { BenchTabs } from './BenchTabs';
import { useKeys } from '../kit/keys';
import { BeforePulling } from './BeforePulling';
import { SheetGrid } from './SheetGrid';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import benchCss from './bench.module.css';
import css from './PullView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { RunProgress } from '@/records/closed';
import type { Forecast } from '@/core/sheets/forecast';

const ForecastChart = dynamic(() => import('@/ui/kit/ForecastChart').then((m) => m.ForecastChart), {
  ssr: false,
  loading: () => <div className={css.chartRoom} />,
});
const FAULT_KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', 'a', 'b', 'c'];

/** Pull: one run, one sheet after the other; every pull is on disk before it is shown as counted. */
export function PullView() {
  const desk = usePrintDesk();
  const { state, progress, looks } = desk;
  const { plan } = state;
  const index = progress.currentRun;
  const run = plan.runs[index];
  const mine = progress.runs[index];
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [note, setNote] = useState('');
  const [noteOpen, setNoteOpen] = useState(false);
  const [finishing, setFinishing] = useState(false);
  const [busy, setBusy] = useState(false);
  const ready = Boolean(run && progress.bench.started && mine.phase !== 'planned');
  const next = mine?.tally.waiting[0];
  const last = mine?.tally.pulled.at(-1) ?? progress.bench.pulls.at(-1);

  const toggle = (fault: Fault) => setFaults((f) => (f.includes(fault) ? f.filter((x) => x !== fault) : [...f, fault]));
  const { pull, takeBack } = usePullActs(run, next, faults, note, ready, setBusy, setFaults, setNote, busy);
  usePullKeys(ready, noteOpen, finishing, pull, takeBack, setNoteOpen, toggle);

  const wanted = plan.sheets.edition + plan.sheets.proofsToKeep;
  const forecast = useForecast(index, wanted);
  const look = useMemo(() => (looks && run ? looks.looks[index + 1].map(wordOfLab) : undefined), [looks, run, index]);

  if (!run) {
    const all = plan.runs.length > 0;
    return <NothingToPull all={all} takeBack={takeBack} />;
  }
  const ink = inkOfRun(plan, run);
  const { tally } = mine;
  const inRun = tally.pulled.filter((p) => !isTestSheet(p.sheet)).length;
  const kept = tally.pulled.filter((p) => !isTestSheet(p.sheet) && !p.setAside);
  return (
    <div className={css.pulling}>
      <div className={css.act}>
        <BenchTabs view="pull" />
      </div>
      <Before index={index} run={run} look={look} />
      <Now
        ready={ready}
        next={next}
        index={index}
        run={run}
        inRun={inRun}
        mine={mine}
        kept={kept}
        faults={faults}
        pull={pull}
        busy={busy}
        toggle={toggle}
        setNoteOpen={setNoteOpen}
        note={note}
        takeBack={takeBack}
        last={last}
        setFinishing={setFinishing}
        tally={tally}
      />
      <After forecast={forecast} wanted={wanted} index={index} ink={ink} />
      <NoteDialog noteOpen={noteOpen} setNoteOpen={setNoteOpen} next={next} note={note} setNote={setNote} />
      <FinishDialog finishing={finishing} setFinishing={setFinishing} index={index} tally={tally} run={run} />
    </div>
  );
}

interface NowProps {
  readonly ready: boolean;
  readonly next: string;
  readonly index: number;
  readonly run: Run;
  readonly inRun: number;
  readonly mine: RunProgress;
  readonly kept: Pull[];
  readonly faults: readonly Fault[];
  readonly pull: (setAside: boolean) => Promise<void>;
  readonly busy: boolean;
  readonly toggle: (fault: Fault) => void;
  readonly setNoteOpen: Dispatch<SetStateAction<boolean>>;
  readonly note: string;
  readonly takeBack: () => Promise<void>;
  readonly last: Pull | undefined;
  readonly setFinishing: Dispatch<SetStateAction<boolean>>;
  readonly tally: RunTally;
}

function Now({
  ready,
  next,
  index,
  run,
  inRun,
  mine,
  kept,
  faults,
  pull,
  busy,
  toggle,
  setNoteOpen,
  note,
  takeBack,
  last,
  setFinishing,
  tally,
}: NowProps) {
  const desk = usePrintDesk();
  return (
    <div className={css.now}>
      {ready && next ? (
        <NextPull
          next={next}
          index={index}
          run={run}
          inRun={inRun}
          mine={mine}
          kept={kept}
          faults={faults}
          pull={pull}
          busy={busy}
          toggle={toggle}
          setNoteOpen={setNoteOpen}
          note={note}
          takeBack={takeBack}
          last={last}
          setFinishing={setFinishing}
          tally={tally}
        />
      ) : (
        <BeforePulling />
      )}
      <p role="status" className={clsx(css.waiting, desk.waitingActs && [kit.say, kit.wait], kit.above10)}>
        {desk.waitingActs
          ? `The server does not answer. ${desk.waitingActs} act${desk.waitingActs === 1 ? ' waits' : 's wait'} in this browser and will be counted when it does.`
          : ''}
      </p>
    </div>
  );
}

function NothingToPull({ all, takeBack }: { all: boolean; takeBack: () => Promise<void> }) {
  const { urls } = usePrintDesk();
  return (
    <NothingToShow
      above={<BenchTabs view="pull" />}
      title={all ? 'All runs are printed' : 'Nothing to print yet'}
      says={all ? 'Look the prints over side by side, then number them.' : 'The plan comes first.'}
    >
      <Link href={urls.page(all ? 'numbering' : 'picture')}>{all ? 'To the numbering' : 'To the Desk'}</Link>
      {all && (
        <Button className={kit.pressIn} onClick={() => void takeBack()}>
          Take back the last pull
        </Button>
      )}
    </NothingToShow>
  );
}

function usePullKeys(
  ready: boolean,
  noteOpen: boolean,
  finishing: boolean,
  pull: (setAside: boolean) => Promise<void>,
  takeBack: () => Promise<void>,
  setNoteOpen: Dispatch<SetStateAction<boolean>>,
  toggle: (fault: Fault) => void,
) {
  const hot = { enabled: ready && !noteOpen && !finishing };
  useKeys(
    'space',
    'log the pull (the pedal does the same)',
    (e) => {
      e.preventDefault();
      void pull(false);
    },
    hot,
  );
  useKeys('x', 'set the sheet aside', () => void pull(true), hot);
  useKeys('z', 'take the last pull back', () => void takeBack(), { enabled: !noteOpen });
  useKeys(
    'n',
    'a note',
    (e) => {
      e.preventDefault();
      setNoteOpen(true);
    },
    hot,
  );
  useKeys(
    FAULT_KEYS.join(','),
    'a fault; again to take it off',
    (e) => {
      const i = FAULT_KEYS.indexOf(e.key.toLowerCase());
      if (i >= 0) toggle(FAULTS[i]);
    },
    hot,
  );
}

/** Logging a pull and taking it back. */
function usePullActs(
  run: Run,
  next: string,
  faults: readonly Fault[],
  note: string,
  ready: boolean,
  setBusy: Dispatch<SetStateAction<boolean>>,
  setFaults: Dispatch<SetStateAction<readonly Fault[]>>,
  setNote: Dispatch<SetStateAction<string>>,
  busy: boolean,
) {
  const { log, tell, progress } = usePrintDesk();
  /** What a key or the pedal acts on is what is on screen at that moment, not what was when the key was last bound. */
  const shown = useRef({ run, next, faults, note, ready });
  shown.current = { run, next, faults, note, ready };
  const underWay = useRef<string>(undefined);
  // another sheet is shown: the pull before it is counted, or was taken back, here or elsewhere
  useEffect(() => {
    underWay.current = undefined;
  }, [next, run?.id]);
  const pull = async (setAside: boolean) => {
    const now = shown.current;
    const pulled = `${now.run?.id} ${now.next}`;
    // a pedal that bounces before the pull is shown as counted presses for the same sheet: once is enough
    if (!now.ready || !now.next || underWay.current === pulled) return;
    underWay.current = pulled;
    setBusy(true);
    setFaults([]);
    setNote('');
    const answer = await log({
      kind: 'pull',
      runId: now.run.id,
      sheet: now.next,
      faults: [...now.faults],
      setAside,
      note: now.note.trim(),
    });
    setBusy(false);
    if (answer.ok) return;
    underWay.current = undefined;
    setFaults(now.faults);
    setNote(now.note);
    tell(answer.message);
  };
  const takeBack = async () => {
    const pulls = progress.bench.pulls;
    const undone = pulls.at(-1);
    if (!undone || busy) return;
    const answer = await log({ kind: 'pull-undone', pullId: undone.id });
    if (!answer.ok) tell(answer.message);
  };
  return { pull, takeBack };
}

/** What this edition will come to, by what happened so far. */
function useForecast(index: number, wanted: number) {
  const {
    progress,
    state,
    state: { plan },
  } = usePrintDesk();
  const forecast = useMemo(() => {
    if (!progress.bench.started) return undefined;
    const shownIndex = Math.min(index, plan.runs.length - 1);
    const tally = progress.runs[shownIndex]?.tally;
    if (!tally) return undefined;
    const counted = tally.pulled.filter((p) => !isTestSheet(p.sheet));
    const lost = counted.filter((p) => p.setAside).length;
    // this run's own losses speak through what is seen in it, not a second time through the belief
    const base = beliefOf(plan, state.otherRuns, progress.bench, plan.runs[shownIndex].id);
    const answer = forecastEdition(
      {
        keptInRun: counted.length - lost,
        lostInRun: lost,
        waiting: tally.waiting.filter((s) => !isTestSheet(s)).length,
        runsAfterThis: plan.runs.length - 1 - shownIndex,
      },
      wanted,
      base,
    );
    return answer.ok ? answer.value : undefined;
  }, [index, plan, progress, state.otherRuns, wanted]);
  return forecast;
}

interface FinishDialogProps {
  readonly finishing: boolean;
  readonly setFinishing: Dispatch<SetStateAction<boolean>>;
  readonly index: number;
  readonly tally: RunTally;
  readonly run: Run;
}

function FinishDialog({ finishing, setFinishing, index, tally, run }: FinishDialogProps) {
  const { log, tell } = usePrintDesk();
  return (
    <Dialog open={finishing} onClose={() => setFinishing(false)} maxWidth="xs" fullWidth>
      <DialogTitle>End run {index + 1} here?</DialogTitle>
      <DialogContent>
        <p>
          {tally.waiting.length} sheet{tally.waiting.length === 1 ? ' has' : 's have'} not been pulled in this run.
          Without this film they leave the edition.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setFinishing(false)}>Print on</Button>
        <Button
          variant="contained"
          color="error"
          onClick={async () => {
            setFinishing(false);
            const answer = await log({ kind: 'run-finished', runId: run.id });
            if (!answer.ok) tell(answer.message);
          }}
        >
          End the run
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface NoteDialogProps {
  readonly noteOpen: boolean;
  readonly setNoteOpen: Dispatch<SetStateAction<boolean>>;
  readonly next: string;
  readonly note: string;
  readonly setNote: Dispatch<SetStateAction<string>>;
}

function NoteDialog({ noteOpen, setNoteOpen, next, note, setNote }: NoteDialogProps) {
  return (
    <Dialog open={noteOpen} onClose={() => setNoteOpen(false)} maxWidth="xs" fullWidth>
      <DialogTitle>Note to sheet {next}</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          multiline
          minRows={3}
          value={note}
          onChange={(e) => setNote(e.target.value.slice(0, 1000))}
          label="Note"
          className={kit.above8}
        />
      </DialogContent>
      <DialogActions>
        <Button variant="contained" color="primary" onClick={() => setNoteOpen(false)}>
          Keep it with the next pull
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface AfterProps {
  readonly forecast: Forecast | undefined;
  readonly wanted: number;
  readonly index: number;
  readonly ink: Ink;
}

function After({ forecast, wanted, index, ink }: AfterProps) {
  const {
    state: { plan },
    progress,
  } = usePrintDesk();
  return (
    <div className={css.after}>
      <h1>Edition of {plan.sheets.edition}</h1>
      {forecast && (
        <>
          <p className={clsx(kit.above6, kit.below4, kit.lead)}>
            You will have about <strong className={kit.num}>{Math.round(forecast.expected)}</strong> good prints.
          </p>
          <p>
            Chance of {wanted} or more{plan.sheets.proofsToKeep ? ', proofs included' : ''}:{' '}
            <strong className={clsx(kit.press, kit.num)} data-testid="chance">
              {percent(forecast.chance)}
            </strong>
            . {loseWords(forecast.mayStillLose)}
          </p>
          <ForecastChart curve={forecast.curve} wanted={wanted} />
          <p className={kit.note}>good prints at the end, and how likely each count is</p>
        </>
      )}
      {progress.bench.started && <SheetGrid runIndex={index} colour={hexFromLabD50(ink.solidLabD50)} />}
    </div>
  );
}

interface NextPullProps {
  readonly next: string;
  readonly index: number;
  readonly run: Run;
  readonly inRun: number;
  readonly mine: RunProgress;
  readonly kept: Pull[];
  readonly faults: readonly Fault[];
  readonly pull: (setAside: boolean) => Promise<void>;
  readonly busy: boolean;
  readonly toggle: (fault: Fault) => void;
  readonly setNoteOpen: Dispatch<SetStateAction<boolean>>;
  readonly note: string;
  readonly takeBack: () => Promise<void>;
  readonly last: Pull | undefined;
  readonly setFinishing: Dispatch<SetStateAction<boolean>>;
  readonly tally: RunTally;
}

function NextPull({
  next,
  index,
  run,
  inRun,
  mine,
  kept,
  faults,
  pull,
  busy,
  toggle,
  setNoteOpen,
  note,
  takeBack,
  last,
  setFinishing,
  tally,
}: NextPullProps) {
  return (
    <>
      <NextSheet next={next} index={index} run={run} inRun={inRun} mine={mine} kept={kept} />
      <button
        type="button"
        className={clsx(benchCss.goodPull, kit.pressIn, faults.length && benchCss.faulty)}
        onClick={() => void pull(false)}
        disabled={busy}
      >
        {faults.length ? 'Usable with fault' : 'Good pull'}{' '}
        <small>{faults.length ? faults.join(', ') : 'space, or the pedal'}</small>
      </button>
      <div className={benchCss.keys} role="group" aria-label="Faults of this pull">
        {FAULTS.map((fault, i) => (
          <button
            key={fault}
            type="button"
            className={clsx(benchCss.key, kit.pressIn)}
            aria-pressed={faults.includes(fault)}
            onClick={() => toggle(fault)}
          >
            {fault}
            <small>{FAULT_KEYS[i].toUpperCase()}</small>
          </button>
        ))}
      </div>
      <PullActs
        pull={pull}
        busy={busy}
        setNoteOpen={setNoteOpen}
        note={note}
        takeBack={takeBack}
        last={last}
        setFinishing={setFinishing}
        tally={tally}
      />
    </>
  );
}

interface PullActsProps {
  readonly pull: (setAside: boolean) => Promise<void>;
  readonly busy: boolean;
  readonly setNoteOpen: Dispatch<SetStateAction<boolean>>;
  readonly note: string;
  readonly takeBack: () => Promise<void>;
  readonly last: Pull | undefined;
  readonly setFinishing: Dispatch<SetStateAction<boolean>>;
  readonly tally: RunTally;
}

function PullActs({ pull, busy, setNoteOpen, note, takeBack, last, setFinishing, tally }: PullActsProps) {
  return (
    <div className={benchCss.acts}>
      <button
        type="button"
        className={clsx(benchCss.key, benchCss.danger, kit.pressIn)}
        onClick={() => void pull(true)}
        disabled={busy}
      >
        set sheet aside<small>X</small>
      </button>
      <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => setNoteOpen(true)}>
        {note ? 'note: written' : 'note'}
        <small>N</small>
      </button>
      <button
        type="button"
        className={clsx(benchCss.key, kit.pressIn)}
        onClick={() => void takeBack()}
        disabled={!last || busy}
      >
        {last ? `take back ${last.sheet}` : 'take back'}
        <small>Z</small>
      </button>
      <button
        type="button"
        className={clsx(benchCss.key, kit.pressIn)}
        onClick={() => setFinishing(true)}
        disabled={tally.pulled.length === 0}
      >
        end the run
      </button>
    </div>
  );
}

interface NextSheetProps {
  readonly next: string;
  readonly index: number;
  readonly run: Run;
  readonly inRun: number;
  readonly mine: RunProgress;
  readonly kept: Pull[];
}

function NextSheet({ next, index, run, inRun, mine, kept }: NextSheetProps) {
  const {
    state: { plan },
  } = usePrintDesk();
  return (
    <div className={css.nextSheet}>
      <span className={benchCss.bigNumber} data-testid="next-sheet">
        {next}
      </span>
      <div className={css.runState}>
        <h2>{isTestSheet(next) ? 'test sheet' : 'next sheet'}</h2>
        <p className={css.whichRun}>
          run {index + 1}, {inkNamesOf(plan, run)}
        </p>
        <p className={kit.num}>
          {inRun} of {mine.sheetsInRun} pulled in this run
        </p>
        <p className={kit.num}>
          {kept.filter((p) => p.faults.length === 0).length} good · {kept.filter((p) => p.faults.length > 0).length}{' '}
          usable with fault · {inRun - kept.length} set aside
        </p>
      </div>
    </div>
  );
}

function Before({ index, run, look }: { index: number; run: Run; look: number[] | undefined }) {
  const desk = usePrintDesk();
  const {
    state: { plan },
    coverage,
  } = desk;
  return (
    <div className={css.before}>
      <h1>
        Run {index + 1}, {inkNamesOf(plan, run)}
      </h1>
      <p className={kit.note}>
        {cutWords(desk)} · {registrationWay(plan.way.registration).name.toLowerCase()} · {plan.way.printing}
      </p>
      <div className={clsx(kit.above12, kit.below6)}>
        {coverage && look ? (
          <Thumb coverage={coverage} fills={look} label={`The sheet should look like this after run ${index + 1}`} />
        ) : (
          <div className={css.lookRoom} />
        )}
      </div>
      <p className={kit.note}>the sheet should look like this when you peel</p>
      {maskNotes(plan, run).map((note) => (
        <p key={note} className={clsx(kit.say, kit.wait, kit.readable, kit.around8)}>
          {note}
        </p>
      ))}
      <Figures />
      <div className={kit.above14}>
        <Cautions place="pull" />
      </div>
    </div>
  );
}

function percent(share: number): string {
  return share > 0.995 && share < 1
    ? 'over 99 %'
    : share > 0 && share < 0.005
      ? 'under 1 %'
      : `${Math.round(share * 100)} %`;
}

function loseWords(mayStillLose: number): string {
  if (mayStillLose < 0) return 'It is likelier than not to be missed: think of a smaller edition.';
  if (mayStillLose === 0) return 'Not one more may be lost in this run.';
  return `You may lose ${mayStillLose} more in this run and still be likelier than not to reach it.`;
}

function cutWords({ progress, state }: ReturnType<typeof usePrintDesk>): string {
  const stage = stageOfRun(state.plan, state.plan.runs[progress.currentRun]);
  const cut = progress.bench.cutStages.find((c) => c.stageId === stage?.id);
  return cut
    ? `on the block as cut on ${new Date(cut.at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}`
    : 'the block is not cut for it yet';
}

function Figures() {
  const { state, progress, sheet } = usePrintDesk();
  const { plan } = state;
  const { tally, sheetsInRun } = progress.runs[progress.currentRun];
  const run = plan.runs[progress.currentRun];
  const tests = progress.bench.started?.tests ?? 0;
  const all = inkNeedOfRun(plan, sheet, run, sheetsInRun + tests),
    rest = inkNeedOfRun(plan, sheet, run, tally.waiting.length);
  const minutes = tally.minutesASheet;
  const done =
    minutes && tally.waiting.length
      ? new Date(Date.parse(tally.pulled.at(-1)!.at) + minutes * tally.waiting.length * 60000)
      : undefined;
  return (
    <dl className={clsx(kit.factsList, kit.above14)}>
      <dt>ink still needed of {all.grams.toFixed(0)} g</dt>
      <dd className={kit.num}>{rest.grams.toFixed(0)} g</dd>
      <dt>a pull takes</dt>
      <dd className={kit.num}>
        {minutes ? `${Math.floor(minutes)} min ${Math.round((minutes % 1) * 60)} s` : 'not known yet'}
      </dd>
      <dt>left at this pace</dt>
      <dd className={kit.num} suppressHydrationWarning>
        {done && minutes ? duration(minutes * tally.waiting.length) : '—'}
      </dd>
      <dt>waiting</dt>
      <dd className={kit.num}>{tally.waiting.length} sheets</dd>
    </dl>
  );
}

function duration(minutes: number): string {
  return minutes < 60 ? `${Math.round(minutes)} min` : `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`;
}
