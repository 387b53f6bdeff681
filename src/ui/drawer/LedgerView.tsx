'use client';
import Button from '@mui/material/Button';
import { hexFromLabD50 } from '@/core/colour';
import { FAULTS, isTestSheet } from '@/core/sheets';
import { sheetsGone, type Pull, inkNamesOf, inksOfRun } from '@/derived';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import ledgerCss from './ledger.module.css';
import css from './LedgerView.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';

/** Ledger: every sheet in every run, as the bench log says. */
export function LedgerView() {
  const { progress, urls } = usePrintDesk('progress', 'urls');
  const { bench, sheets } = progress;
  const gone = sheetsGone(bench, sheets);
  const counts = FAULTS.map((fault) => ({ fault, n: bench.pulls.filter((p) => p.faults.includes(fault)).length }))
    .filter((c) => c.n > 0)
    .sort((a, b) => b.n - a.n);
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls)}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>Ledger of sheets</h1>
          <div className={kit.row}>
            <Button href={urls.file('ledger.csv')} disabled={sheets.length === 0}>
              Ledger as CSV
            </Button>
            <FileLink href={urls.file('print.ulexite.zip')}>Whole print as a bundle</FileLink>
          </div>
        </div>
        {sheets.length === 0 ? (
          <NothingYet
            below
            title="No sheet has been started"
            says="The ledger fills by itself as sheets are pulled on the bench."
          />
        ) : (
          <LedgerTable gone={gone} />
        )}
      </div>
      <aside className={kit.side}>
        <SoFar gone={gone} />
        <FaultsByCause counts={counts} />
        <HowToRead />
      </aside>
    </div>
  );
}

function HowToRead() {
  return (
    <section>
      <h2>How to read it</h2>
      <p className={clsx(ledgerCss.outcome, kit.good)}>
        <i /> good
      </p>
      <br />
      <p className={clsx(ledgerCss.outcome, ledgerCss.usable)}>
        <i /> usable, fault noted
      </p>
      <br />
      <p className={clsx(ledgerCss.outcome, ledgerCss.aside)}>
        <i /> set aside
      </p>
    </section>
  );
}

interface FaultsByCauseProps {
  readonly counts: {
    fault:
      | 'misfit'
      | 'weak'
      | 'patchy'
      | 'too heavy'
      | 'ghost'
      | 'chatter'
      | 'filled'
      | 'smudge'
      | 'mark'
      | 'crease'
      | 'tear'
      | 'wrong colour'
      | 'other';
    n: number;
  }[];
}

function FaultsByCause({ counts }: FaultsByCauseProps) {
  return (
    <section>
      <h2>Faults by cause</h2>
      {counts.length === 0 ? (
        <p className={kit.note}>None noted.</p>
      ) : (
        counts.map(({ fault, n }) => (
          <div key={fault} className={clsx(kit.gap8, css.faultRow)}>
            <span>{fault}</span>
            <span className={css.faultBar} style={{ width: `${(100 * n) / counts[0].n}%` }} aria-hidden />
            <span className={kit.num}>{n}</span>
          </div>
        ))
      )}
      {counts[0]?.n >= 3 && (
        <p className={clsx(kit.note, kit.above6)}>
          “{counts[0].fault}” comes back most often{ADVICE[counts[0].fault] ? `: ${ADVICE[counts[0].fault]}` : '.'}
        </p>
      )}
    </section>
  );
}

function SoFar({ gone }: { gone: Set<string> }) {
  const {
    progress: { sheets, bench },
  } = usePrintDesk('progress');
  return (
    <section>
      <h2>So far</h2>
      <dl className={clsx(kit.factsList, kit.plain, kit.above6)}>
        <dt>started</dt>
        <dd>{sheets.length}</dd>
        <dt>pulls</dt>
        <dd>{bench.pulls.length}</dd>
        <dt>alive, counted</dt>
        <dd>{sheets.filter((s) => !isTestSheet(s) && !gone.has(s)).length}</dd>
        <dt>set aside</dt>
        <dd>{sheets.filter((s) => !isTestSheet(s) && gone.has(s)).length}</dd>
      </dl>
    </section>
  );
}

function LedgerTable({ gone }: { gone: Set<string> }) {
  const {
    plan,
    progress: { sheets, bench },
  } = usePrintDesk('plan', 'progress');
  return (
    <table className={ledgerCss.ledger}>
      <thead>
        <tr>
          <th scope="col">sheet</th>
          {plan.runs.map((run, i) => (
            <th key={run.id} scope="col">
              <span
                className={clsx(kit.swatch, kit.tiny)}
                style={{ background: hexFromLabD50(inksOfRun(plan, run)[0].solidLabD50) }}
                aria-hidden
              />{' '}
              {i + 1} {inkNamesOf(plan, run)}
            </th>
          ))}
          <th scope="col">mark</th>
        </tr>
      </thead>
      <tbody>
        {sheets.map((sheet) => (
          <tr key={sheet}>
            <th scope="row" className={clsx(kit.num, gone.has(sheet) ? ledgerCss.gone : kit.bold)}>
              {sheet}
            </th>
            {plan.runs.map((run) => (
              <td key={run.id}>
                <Outcome pull={bench.pulls.find((p) => p.runId === run.id && p.sheet === sheet)} />
              </td>
            ))}
            <td>
              {bench.marks.find((m) => m.sheet === sheet)?.mark ??
                (isTestSheet(sheet) ? <span className={kit.quiet}>test</span> : '')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What helps when one cause repeats. */
const ADVICE: Partial<Record<string, string>> = {
  misfit: 'look at the stops for play and at the sheet’s two registering edges.',
  weak: 'charge block and roller with a sheet or two before the counted ones.',
  patchy: 'ink in several thin passes and look along the block against the light.',
  'too heavy': 'less ink on the slab, one pass fewer.',
  ghost: 'the sheet or the block moves while rubbing; hold it, rub shorter.',
  chatter: 'clear deeper, or mask the wide clearings.',
  filled: 'less ink; open the fine gaps before the next run.',
  smudge: 'one clean hand, one inky hand; clean the jig between sheets.',
};

const KIND_CSS = { good: ledgerCss.good, usable: ledgerCss.usable, aside: ledgerCss.aside };

function Outcome({ pull }: { pull: Pull | undefined }) {
  if (!pull) return <span className={kit.quiet}>·</span>;
  const kind = pull.setAside ? 'aside' : pull.faults.length ? 'usable' : 'good';
  return (
    <span className={clsx(ledgerCss.outcome, KIND_CSS[kind])} title={pull.note || undefined}>
      <i aria-hidden />
      <span>
        {kind === 'good' ? (
          <span className={kit.visuallyHidden}>good</span>
        ) : (
          <>
            {kind === 'aside' && <span className={kit.visuallyHidden}>set aside: </span>}
            {pull.faults.join(', ') || 'set aside'}
          </>
        )}
        {pull.note && <span className={kit.quiet}> “{pull.note}”</span>}
      </span>
    </span>
  );
}
