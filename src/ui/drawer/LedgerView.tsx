'use client';
import Button from '@mui/material/Button';
import { hexFromLabD50 } from '@/core/colour';
import { FAULTS, isTestSheet, type Fault } from '@/core/sheets';
import { sheetsGone, type Pull, inkNamesOf, inksOfRun } from '@/derived';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import ledgerCss from './ledger.module.css';
import css from './LedgerView.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { craftWords } from '@/words/craft';
import { drawerWords } from '@/words/drawer';

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
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{drawerWords('ledger.title')}</h1>
          <div className={kit.row}>
            <Button href={urls.file('ledger.csv')} disabled={sheets.length === 0}>
              {drawerWords('ledger.csv')}
            </Button>
            <FileLink href={urls.file('print.ulexite.zip')}>{drawerWords('ledger.bundle')}</FileLink>
          </div>
        </div>
        {sheets.length === 0 ? (
          <NothingYet below title={drawerWords('ledger.empty.title')} says={drawerWords('ledger.empty.says')} />
        ) : (
          <div className={ledgerCss.across} role="region" aria-label={drawerWords('ledger.title')} tabIndex={0}>
            <LedgerTable gone={gone} />
          </div>
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
      <h2>{drawerWords('read.title')}</h2>
      <p className={clsx(ledgerCss.outcome, ledgerCss.good)}>
        <i /> {drawerWords('read.good')}
      </p>
      <br />
      <p className={clsx(ledgerCss.outcome, ledgerCss.usable)}>
        <i /> {drawerWords('read.usable')}
      </p>
      <br />
      <p className={clsx(ledgerCss.outcome, ledgerCss.aside)}>
        <i /> {drawerWords('read.aside')}
      </p>
    </section>
  );
}

interface FaultsByCauseProps {
  readonly counts: readonly { readonly fault: Fault; readonly n: number }[];
}

function FaultsByCause({ counts }: FaultsByCauseProps) {
  return (
    <section>
      <h2>{drawerWords('faults.title')}</h2>
      {counts.length === 0 ? (
        <p className={kit.note}>{drawerWords('faults.none')}</p>
      ) : (
        counts.map(({ fault, n }) => (
          <div key={fault} className={clsx(kit.gap8, css.faultRow)}>
            <span>{craftWords(`fault.${fault}`)}</span>
            <span className={css.faultBar} style={{ width: `${(100 * n) / counts[0].n}%` }} aria-hidden />
            <span className={kit.num}>{n}</span>
          </div>
        ))
      )}
      {counts[0]?.n >= 3 && <p className={clsx(kit.note, kit.above6)}>{oftenWords(counts[0].fault)}</p>}
    </section>
  );
}

function SoFar({ gone }: { gone: Set<string> }) {
  const {
    progress: { sheets, bench },
  } = usePrintDesk('progress');
  const kept = new Set(bench.kept.map(({ sheet }) => sheet));
  return (
    <section>
      <h2>{drawerWords('ledger.soFar')}</h2>
      <dl className={clsx(kit.factsList, kit.plain, kit.above6)}>
        <dt>{drawerWords('ledger.started')}</dt>
        <dd>{sheets.length}</dd>
        <dt>{drawerWords('ledger.pulls')}</dt>
        <dd>{bench.pulls.length}</dd>
        <dt>{drawerWords('ledger.alive')}</dt>
        <dd>{sheets.filter((s) => !isTestSheet(s) && !gone.has(s)).length}</dd>
        <dt>{drawerWords('ledger.aside')}</dt>
        <dd>{sheets.filter((s) => !isTestSheet(s) && gone.has(s) && !kept.has(s)).length}</dd>
        {kept.size > 0 && (
          <>
            <dt>{drawerWords('ledger.kept')}</dt>
            <dd>{kept.size}</dd>
          </>
        )}
      </dl>
    </section>
  );
}

function LedgerTable({ gone }: { gone: Set<string> }) {
  const {
    plan,
    progress: { sheets, bench },
  } = usePrintDesk('plan', 'progress');
  const marksOf = (sheet: string) =>
    bench.marks
      .filter((m) => m.sheet === sheet)
      .map(({ mark }) => mark)
      .join(' · ');
  const kept = new Set(bench.kept.map(({ sheet }) => sheet));
  return (
    <table className={ledgerCss.ledger}>
      <thead>
        <tr>
          <th scope="col">{drawerWords('ledger.sheet')}</th>
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
          <th scope="col">{drawerWords('ledger.mark')}</th>
        </tr>
      </thead>
      <tbody>
        {sheets.map((sheet) => (
          <tr key={sheet}>
            <th scope="row" className={clsx(kit.num, gone.has(sheet) && !kept.has(sheet) ? ledgerCss.gone : kit.bold)}>
              {sheet}
            </th>
            {plan.runs.map((run) => (
              <td key={run.id}>
                <Outcome pull={bench.pulls.find((p) => p.runId === run.id && p.sheet === sheet)} />
              </td>
            ))}
            <td>
              {marksOf(sheet) ||
                (isTestSheet(sheet) || kept.has(sheet) ? (
                  <span className={kit.quiet}>{drawerWords(kept.has(sheet) ? 'ledger.isKept' : 'ledger.test')}</span>
                ) : (
                  ''
                ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What is said of the fault that comes back most often. */
function oftenWords(fault: Fault): string {
  const key = `advice.${fault}`,
    said = craftWords(`fault.${fault}`);
  return drawerWords.has(key as 'advice.weak')
    ? drawerWords('faults.oftenWith', { fault: said, advice: drawerWords(key as 'advice.weak') })
    : drawerWords('faults.often', { fault: said });
}

const KIND_CSS = { good: ledgerCss.good, usable: ledgerCss.usable, aside: ledgerCss.aside };

function Outcome({ pull }: { pull: Pull | undefined }) {
  if (!pull) return <span className={kit.quiet}>·</span>;
  const kind = pull.setAside ? 'aside' : pull.faults.length ? 'usable' : 'good';
  return (
    <span className={clsx(ledgerCss.outcome, KIND_CSS[kind])} title={pull.note || undefined}>
      <i aria-hidden />
      <span>
        {kind === 'good' ? (
          <span className={kit.visuallyHidden}>{drawerWords('ledger.good')}</span>
        ) : (
          <>
            {kind === 'aside' && <span className={kit.visuallyHidden}>{drawerWords('ledger.asideWith')}</span>}
            {pull.faults.map((fault) => craftWords(`fault.${fault}`)).join(', ') || drawerWords('ledger.aside')}
          </>
        )}
        {pull.note && <span className={kit.quiet}> {drawerWords('ledger.note', { note: pull.note })}</span>}
      </span>
    </span>
  );
}
