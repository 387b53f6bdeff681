'use client';
import { inWords } from '@/words/failures';
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
import { isTestSheet } from '@/core/sheets';
import type { Fill } from '@/core/geometry';
import { type Run, type Ink } from '@/model';
import {
  fillsAfter,
  inkNamesOf,
  inkNeedOfRun,
  inksOfRun,
  maskNotes,
  cutsOfRun,
  restsOn,
  sheetsWanted,
} from '@/derived';
import { Cautions } from '../kit/Cautions';
import { usePrintDesk, type PrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import { BenchTabs } from './BenchTabs';
import { BeforePulling } from './BeforePulling';
import { SheetGrid } from './SheetGrid';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import benchCss from './bench.module.css';
import css from './PullView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { Forecast } from '@/core/sheets/forecast';
import { useForecast, usePull, usePullKeys, type Pulling } from './usePull';
import { DampPack } from './DampPack';
import { DayClock } from './DayClock';
import { FilmBelow } from './FilmBelow';
import { RackNow } from './RackNow';
import { FadeCards } from './FadeCards';
import { Boards } from './Boards';
import { ImpressionCards } from './ImpressionCards';
import { ChargeCards } from './inking/ChargeCards';
import { Remedies } from './causes/Remedies';
import { Learned } from './inking/Learned';
import { PressCard } from './inking/PressCard';
import { RubCard } from './inking/RubCard';
import { WarmUp } from './inking/WarmUp';
import { PieceCards } from './PieceCards';
import { KeepNow } from './KeepNow';
import { Timers } from './timers/Timers';
import { NextPull } from './NextPull';
import { benchWords } from '@/words/bench';
import { rich } from '@/ui/kit/rich';
import { shortDayOf } from '@/words/dates';
import { uncapitalised } from '@/words/phrases';
import { wayInWords } from '@/words/ways';
import { craftWords } from '@/words/craft';
import { noteInWords } from '@/words/notes';

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
  const wanted = sheetsWanted(plan);
  const forecast = useForecast(index, wanted);
  const look = useMemo(() => (looks && run ? fillsAfter(looks, index + 1) : undefined), [looks, run, index]);

  if (!run) return <NothingToPull all={plan.runs.length > 0} takeBack={pulling.takeBack} />;
  return (
    <div className={benchCss.columns}>
      <div className={benchCss.act}>
        <BenchTabs view="pull" />
      </div>
      <Before index={index} run={run} look={look} />
      <Now pulling={pulling} />
      <After forecast={forecast} wanted={wanted} pulling={pulling} ink={inksOfRun(plan, run)[0]} />
      <NoteDialog pulling={pulling} />
      <FinishDialog pulling={pulling} />
    </div>
  );
}

function Now({ pulling }: { pulling: Pulling }) {
  const { waitingActs } = usePrintDesk('waitingActs');
  return (
    <div className={benchCss.now}>
      <KeepNow />
      <DampPack />
      <DayClock />
      <FilmBelow index={pulling.index} next={pulling.ready ? pulling.next : undefined} />
      {pulling.ready && pulling.next ? <NextPull pulling={pulling} /> : <BeforePulling />}
      <Timers />
      <p role="status" className={clsx(css.waiting, waitingActs && [kit.say, kit.wait], kit.above10)}>
        {waitingActs ? benchWords('pull.waits', { acts: waitingActs }) : ''}
      </p>
    </div>
  );
}

function NothingToPull({ all, takeBack }: { all: boolean; takeBack: () => Promise<void> }) {
  const { urls } = usePrintDesk('urls');
  return (
    <NothingToShow
      above={<BenchTabs view="pull" />}
      title={benchWords(all ? 'pull.allDone' : 'pull.nothing')}
      says={benchWords(all ? 'pull.allDoneSays' : 'pull.nothingSays')}
    >
      <Link href={urls.page(all ? 'numbering' : 'picture')}>
        {benchWords(all ? 'pull.toNumbering' : 'pull.toDesk')}
      </Link>
      {all && (
        <Button className={kit.pressIn} onClick={() => void takeBack()}>
          {benchWords('pull.takeBackLast')}
        </Button>
      )}
    </NothingToShow>
  );
}

function FinishDialog({ pulling: { finishing, setFinishing, index, mine, run } }: { pulling: Pulling }) {
  const { log, tell } = usePrintDesk('log', 'tell');
  return (
    <Dialog open={finishing} onClose={() => setFinishing(false)} maxWidth="xs" fullWidth>
      <DialogTitle>{benchWords('pull.endAsk', { run: index + 1 })}</DialogTitle>
      <DialogContent>
        <p>{benchWords('pull.endSays', { sheets: mine.tally.waiting.length })}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setFinishing(false)}>{benchWords('pull.printOn')}</Button>
        <Button
          variant="contained"
          color="error"
          onClick={async () => {
            setFinishing(false);
            const answer = await log({ kind: 'run-finished', runId: run.id });
            if (!answer.ok) tell(inWords(answer));
          }}
        >
          {benchWords('pull.doEnd')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function NoteDialog({ pulling: { noteOpen, setNoteOpen, next, note, setNote } }: { pulling: Pulling }) {
  return (
    <Dialog open={noteOpen} onClose={() => setNoteOpen(false)} maxWidth="xs" fullWidth>
      <DialogTitle>{benchWords('pull.noteTo', { sheet: next ?? '' })}</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          multiline
          minRows={3}
          value={note}
          onChange={(e) => setNote(e.target.value.slice(0, 1000))}
          label={benchWords('pull.noteLabel')}
          className={kit.above8}
        />
      </DialogContent>
      <DialogActions>
        <Button variant="contained" color="primary" onClick={() => setNoteOpen(false)}>
          {benchWords('pull.keepNote')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface AfterProps {
  readonly forecast: Forecast | undefined;
  readonly wanted: number;
  readonly pulling: Pulling;
  readonly ink: Ink;
}

function After({ forecast, wanted, pulling, ink }: AfterProps) {
  const { plan, progress, otherRuns } = usePrintDesk('plan', 'progress', 'otherRuns');
  const rests = useMemo(() => restsOn(plan, otherRuns, progress.bench), [otherRuns, plan, progress.bench]),
    pulled = pulling.mine.tally.pulled.filter(({ sheet }) => !isTestSheet(sheet));
  return (
    <div className={benchCss.after}>
      <h1>{benchWords('pull.edition', { edition: plan.sheets.edition })}</h1>
      {forecast && (
        <>
          <p className={clsx(kit.above6, kit.below4, kit.lead)}>
            {rich(
              benchWords.rich('pull.expected', {
                prints: Math.round(forecast.expected),
                strong: (prints) => <strong className={kit.num}>{prints}</strong>,
              }),
            )}
          </p>
          <p>
            {rich(
              benchWords.rich(wanted > plan.sheets.edition ? 'pull.chanceProofs' : 'pull.chance', {
                wanted,
                sets: plan.sheets.progressiveSets,
                chance: percent(forecast.chance),
                may: loseWords(forecast.mayStillLose),
                strong: (chance) => (
                  <strong className={clsx(kit.press, kit.num)} data-testid="chance">
                    {chance}
                  </strong>
                ),
              }),
            )}
          </p>
          <ForecastChart curve={forecast.curve} wanted={wanted} />
          <p className={kit.note}>{benchWords('pull.curve')}</p>
          <p className={kit.note}>{benchWords('pull.rests', { ...rests, own: pulled.length })}</p>
        </>
      )}
      {pulling.ready && <Remedies run={pulling.run} />}
      {pulling.ready && <Learned pulling={pulling} />}
      {pulling.ready && <WarmUp index={pulling.index} />}
      {progress.bench.started && <RackNow index={pulling.index} />}
      {progress.bench.started && <SheetGrid runIndex={pulling.index} colour={hexFromLabD50(ink.solidLabD50)} />}
    </div>
  );
}

function Before({ index, run, look }: { index: number; run: Run; look: readonly Fill[] | undefined }) {
  const desk = usePrintDesk('plan', 'progress', 'coverage');
  const { plan, coverage } = desk;
  return (
    <div className={benchCss.before}>
      <h1>{benchWords('pull.Run', { run: index + 1, inks: inkNamesOf(plan, run) })}</h1>
      <p className={kit.note}>
        {cutWords(desk)} · {uncapitalised(wayInWords(plan.way.registration))} ·{' '}
        {craftWords(`printing.${plan.way.printing}`)}
      </p>
      <div className={clsx(kit.above12, kit.below6)}>
        {coverage && look ? (
          <Thumb coverage={coverage} fills={look} label={benchWords('pull.look', { run: index + 1 })} />
        ) : (
          <div className={css.lookRoom} />
        )}
      </div>
      <p className={kit.note}>{benchWords('pull.lookSays')}</p>
      {maskNotes(plan, run)
        .map((told) => noteInWords(told))
        .map((note) => (
          <p key={note} className={clsx(kit.say, kit.wait, kit.readable, kit.around8)}>
            {note}
          </p>
        ))}
      <PieceCards index={index} />
      <FadeCards index={index} />
      <Boards index={index} />
      <ChargeCards index={index} sheets={Math.max(1, desk.progress.runs[index].sheetsInRun)} />
      <ImpressionCards index={index} sheets={Math.max(1, desk.progress.runs[index].sheetsInRun)} />
      {plan.register.heights.pressGapMm === null ? <RubCard index={index} /> : <PressCard index={index} />}
      <Figures />
      <div className={kit.above14}>
        <Cautions place="pull" />
      </div>
    </div>
  );
}

function percent(share: number): string {
  if (share > 0.995 && share < 1) return benchWords('pull.over', { percent: 99 });
  if (share > 0 && share < 0.005) return benchWords('pull.under', { percent: 1 });
  return benchWords('pull.percent', { percent: Math.round(share * 100) });
}

function loseWords(mayStillLose: number): string {
  if (mayStillLose < 0) return benchWords('pull.mayNot');
  if (mayStillLose === 0) return benchWords('pull.mayNone');
  return benchWords('pull.may', { sheets: mayStillLose });
}

function cutWords({ progress, plan }: Pick<PrintDesk, 'plan' | 'progress'>): string {
  const cuts = cutsOfRun(plan, plan.runs[progress.currentRun]);
  const cut = progress.bench.cutsPassed.findLast((passed) => cuts.some(({ id }) => id === passed.cutId));
  return cut ? benchWords('pull.cutOn', { day: shortDayOf(cut.at) }) : benchWords('pull.notCut');
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
      <dt>{benchWords('pull.inkLeft', { grams: Math.round(all.grams) })}</dt>
      <dd className={kit.num}>{benchWords('pull.grams', { grams: Math.round(rest.grams) })}</dd>
      <dt>{benchWords('pull.takes')}</dt>
      <dd className={kit.num}>
        {minutes
          ? benchWords('pull.minutesSeconds', {
              minutes: Math.floor(minutes),
              seconds: Math.round((minutes % 1) * 60),
            })
          : benchWords('pull.notKnown')}
      </dd>
      <dt>{benchWords('pull.left')}</dt>
      <dd className={kit.num} suppressHydrationWarning>
        {done && minutes ? duration(minutes * tally.waiting.length) : '—'}
      </dd>
      <dt>{benchWords('pull.waiting')}</dt>
      <dd className={kit.num}>{benchWords('pull.sheets', { sheets: tally.waiting.length })}</dd>
    </dl>
  );
}

function duration(minutes: number): string {
  return minutes < 60
    ? benchWords('pull.minutes', { minutes: Math.round(minutes) })
    : benchWords('pull.hoursMinutes', { hours: Math.floor(minutes / 60), minutes: Math.round(minutes % 60) });
}
