'use client';
import { type Dispatch, type SetStateAction } from 'react';
import { FAULTS, isTestSheet, type Fault, type Pull, type RunTally } from '@/core/sheets';
import { inkNamesOf, type Run } from '@/records';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import benchCss from './bench.module.css';
import css from './PullView.module.css';
import type { RunProgress } from '@/records/closed';
import { FAULT_KEYS } from './usePull';

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

export function NextPull({
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
