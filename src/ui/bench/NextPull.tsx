'use client';
import { FAULTS, isTestSheet } from '@/core/sheets';
import { inkNamesOf } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import benchCss from './bench.module.css';
import css from './PullView.module.css';
import { FAULT_KEYS, type Pulling } from './usePull';

/** The next sheet, and everything that may be said of its pull. */
export function NextPull({ pulling }: { pulling: Pulling }) {
  const { faults, pull, busy, toggle } = pulling;
  return (
    <>
      <NextSheet pulling={pulling} />
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
      <PullActs pulling={pulling} />
    </>
  );
}

function PullActs({ pulling }: { pulling: Pulling }) {
  const { pull, busy, setNoteOpen, note, takeBack, last, setFinishing, mine } = pulling;
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
        disabled={mine.tally.pulled.length === 0}
      >
        end the run
      </button>
    </div>
  );
}

function NextSheet({ pulling: { next, index, run, mine } }: { pulling: Pulling }) {
  const { plan } = usePrintDesk('plan');
  const counted = mine.tally.pulled.filter((p) => !isTestSheet(p.sheet));
  const kept = counted.filter((p) => !p.setAside);
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
          {counted.length} of {mine.sheetsInRun} pulled in this run
        </p>
        <p className={kit.num}>
          {kept.filter((p) => p.faults.length === 0).length} good · {kept.filter((p) => p.faults.length > 0).length}{' '}
          usable with fault · {counted.length - kept.length} set aside
        </p>
      </div>
    </div>
  );
}
