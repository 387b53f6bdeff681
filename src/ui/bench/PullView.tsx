'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import Link from 'next/link';
import { useMemo } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { registrationWay } from '@/core/registration';
import { type Run, type Ink } from '@/model';
import { inkNamesOf, inkNeedOfRun, inksOfRun, maskNotes, cutsOfRun } from '@/derived';
import { Cautions } from '../kit/Cautions';
import { wordOfLab } from '../kit/colours';
import { usePrintDesk, type PrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import { BenchTabs } from './BenchTabs';
import { BeforePulling } from './BeforePulling';
import { SheetGrid } from './SheetGrid';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './PullView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { Forecast } from '@/core/sheets/forecast';
import { useForecast, usePull, usePullKeys, type Pulling } from './usePull';
import { NextPull } from './NextPull';

const ForecastChart = dynamic(
  fetched(() => import('@/ui/kit/ForecastChart').then((m) => m.ForecastChart)),
  {
    ssr: false,
    loading: () => <div className={css.chartRoom} />,
  },
);

/** Pull: one run, one sheet after the other; every pull is on disk before it is shown as counted. */
export function PullView() {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const pulling = usePull();
  usePullKeys(pulling);
  const { index, run } = pulling;
  const wanted = plan.sheets.edition + plan.sheets.proofsToKeep;
  const forecast = useForecast(index, wanted);
  const look = useMemo(() => (looks && run ? looks.looks[index + 1].map(wordOfLab) : undefined), [looks, run, index]);

  if (!run) return <NothingToPull all={plan.runs.length > 0} takeBack={pulling.takeBack} />;
  return (
    <div className={css.pulling}>
      <div className={css.act}>
        <BenchTabs view="pull" />
      </div>
      <Before index={index} run={run} look={look} />
      <Now pulling={pulling} />
      <After forecast={forecast} wanted={wanted} index={index} ink={inksOfRun(plan, run)[0]} />
      <NoteDialog pulling={pulling} />
      <FinishDialog pulling={pulling} />
    </div>
  );
}

function Now({ pulling }: { pulling: Pulling }) {
  const { waitingActs } = usePrintDesk('waitingActs');
  return (
    <div className={css.now}>
      {pulling.ready && pulling.next ? <NextPull pulling={pulling} /> : <BeforePulling />}
      <p role="status" className={clsx(css.waiting, waitingActs && [kit.say, kit.wait], kit.above10)}>
        {waitingActs
          ? `The server does not answer. ${waitingActs} act${waitingActs === 1 ? ' waits' : 's wait'} in this browser and will be counted when it does.`
          : ''}
      </p>
    </div>
  );
}

function NothingToPull({ all, takeBack }: { all: boolean; takeBack: () => Promise<void> }) {
  const { urls } = usePrintDesk('urls');
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

function FinishDialog({ pulling: { finishing, setFinishing, index, mine, run } }: { pulling: Pulling }) {
  const { log, tell } = usePrintDesk('log', 'tell');
  return (
    <Dialog open={finishing} onClose={() => setFinishing(false)} maxWidth="xs" fullWidth>
      <DialogTitle>End run {index + 1} here?</DialogTitle>
      <DialogContent>
        <p>
          {mine.tally.waiting.length} sheet{mine.tally.waiting.length === 1 ? ' has' : 's have'} not been pulled in this
          run. Without this film they leave the edition.
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

function NoteDialog({ pulling: { noteOpen, setNoteOpen, next, note, setNote } }: { pulling: Pulling }) {
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
  const { plan, progress } = usePrintDesk('plan', 'progress');
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

function Before({ index, run, look }: { index: number; run: Run; look: number[] | undefined }) {
  const desk = usePrintDesk('plan', 'progress', 'coverage');
  const { plan, coverage } = desk;
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

function cutWords({ progress, plan }: Pick<PrintDesk, 'plan' | 'progress'>): string {
  const cuts = cutsOfRun(plan, plan.runs[progress.currentRun]);
  const cut = progress.bench.cutsPassed.findLast((passed) => cuts.some(({ id }) => id === passed.cutId));
  return cut
    ? `on the block as cut on ${new Date(cut.at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}`
    : 'the block is not cut for it yet';
}

function Figures() {
  const { plan, progress, sheet } = usePrintDesk('plan', 'progress', 'sheet');
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
