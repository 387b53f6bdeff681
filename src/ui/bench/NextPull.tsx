'use client';
import { isTestSheet } from '@/core/sheets';
import { inkNamesOf } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import benchCss from './bench.module.css';
import css from './PullView.module.css';
import { Beside } from './beside/Beside';
import { FindCause } from './causes/FindCause';
import { Settings } from './inking/Settings';
import { FAULT_KEYS, type Pulling } from './usePull';
import { benchWords } from '@/words/bench';
import { craftWords } from '@/words/craft';

/** The next sheet, and everything that may be said of its pull. */
export function NextPull({ pulling }: { pulling: Pulling }) {
  const { faults, pull, busy, toggle, faultsHere } = pulling;
  return (
    <>
      <NextSheet pulling={pulling} />
      <OtherInks pulling={pulling} />
      <Settings pulling={pulling} />
      <button
        type="button"
        className={clsx(benchCss.goodPull, kit.pressIn, faults.length && benchCss.faulty)}
        onClick={() => void pull(false)}
        disabled={busy}
      >
        {benchWords(faults.length ? 'pull.usable' : 'pull.good')}{' '}
        <small>
          {faults.length ? faults.map((fault) => craftWords(`fault.${fault}`)).join(', ') : benchWords('pull.pedal')}
        </small>
      </button>
      <div className={benchCss.keys} role="group" aria-label={benchWords('pull.faults')}>
        {faultsHere.map((fault, i) => (
          <button
            key={fault}
            type="button"
            className={clsx(benchCss.key, kit.pressIn)}
            aria-pressed={faults.includes(fault)}
            onClick={() => toggle(fault)}
          >
            {craftWords(`fault.${fault}`)}
            <small>{FAULT_KEYS[i].toUpperCase()}</small>
          </button>
        ))}
      </div>
      <PullActs pulling={pulling} />
    </>
  );
}

/** From which sheet on another set of inks is rolled up. */
function OtherInks({ pulling: { colourwayId, run } }: { pulling: Pulling }) {
  const { plan } = usePrintDesk('plan');
  const name = plan.colourways.find(({ id }) => id === colourwayId)?.name;
  if (name === undefined) return null;
  return (
    <p className={clsx(kit.say, kit.wait)}>{benchWords('pull.otherInks', { name, inks: inkNamesOf(plan, run) })}</p>
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
        {benchWords('pull.aside')}
        <small>X</small>
      </button>
      <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => setNoteOpen(true)}>
        {benchWords('pull.note', { written: String(note !== '') })}
        <small>N</small>
      </button>
      <button
        type="button"
        className={clsx(benchCss.key, kit.pressIn)}
        onClick={() => void takeBack()}
        disabled={!last || busy}
      >
        {last ? benchWords('pull.takeBackSheet', { sheet: last.sheet }) : benchWords('pull.takeBack')}
        <small>Z</small>
      </button>
      <button
        type="button"
        className={clsx(benchCss.key, kit.pressIn)}
        onClick={() => setFinishing(true)}
        disabled={mine.tally.pulled.length === 0}
      >
        {benchWords('pull.end')}
      </button>
      <FindCause pulling={pulling} />
      <Beside pulling={pulling} />
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
        <h2>{benchWords(isTestSheet(next) ? 'pull.testSheet' : 'pull.nextSheet')}</h2>
        <p className={css.whichRun}>{benchWords('pull.run', { run: index + 1, inks: inkNamesOf(plan, run) })}</p>
        <p className={kit.num}>{benchWords('pull.pulled', { pulled: counted.length, of: mine.sheetsInRun })}</p>
        <p className={kit.num}>
          {benchWords('pull.tally', {
            good: kept.filter((p) => p.faults.length === 0).length,
            usable: kept.filter((p) => p.faults.length > 0).length,
            aside: counted.length - kept.length,
          })}
        </p>
      </div>
    </div>
  );
}
