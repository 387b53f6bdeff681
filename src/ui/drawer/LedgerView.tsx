'use client';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { ColumnDef } from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { FAULTS, isTestSheet, type Fault } from '@/core/sheets';
import { sheetsGone, type Pull, inkNamesOf, inksOfRun } from '@/derived';
import { FileLink } from '@/ui/kit/FileLink';
import type { Plan } from '@/model';
import { usePrintDesk } from '../kit/printContext';
import { Sought, VirtualTable } from '../kit/VirtualTable';
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
  const gone = useMemo(() => sheetsGone(bench, sheets), [bench, sheets]);
  const [which, setWhich] = useState<Which>('all');
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
          <>
            <WhichSheets which={which} onWhich={setWhich} />
            <LedgerTable gone={gone} which={which} />
          </>
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

function WhichSheets({ which, onWhich }: { readonly which: Which; readonly onWhich: (which: Which) => void }) {
  return (
    <ToggleButtonGroup
      exclusive
      value={which}
      onChange={(_, next: Which | null) => next && onWhich(next)}
      aria-label={drawerWords('ledger.which')}
    >
      {WHICH.map((one) => (
        <ToggleButton key={one} value={one}>
          {drawerWords(`ledger.whichAre.${one}`)}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
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

/** A sheet with what became of it in every run. */
interface LedgerRow {
  readonly sheet: string;
  readonly gone: boolean;
  readonly pulls: ReadonlyMap<string, Pull>;
  /** Its marks, or what else it is. */
  readonly mark: string;
}

const ROW_PX = 28;

function useLedgerRows(gone: ReadonlySet<string>): LedgerRow[] {
  const {
    progress: { sheets, bench },
  } = usePrintDesk('progress');
  return useMemo(() => {
    const pulls = new Map<string, Map<string, Pull>>(sheets.map((sheet) => [sheet, new Map()])),
      marks = new Map<string, string[]>(),
      kept = new Set(bench.kept.map(({ sheet }) => sheet));
    for (const pull of bench.pulls) pulls.get(pull.sheet)?.set(pull.runId, pull);
    for (const { sheet, mark, roundId } of bench.marks)
      if (roundId === undefined) marks.set(sheet, [...(marks.get(sheet) ?? []), mark]);
    const also = (sheet: string) =>
      kept.has(sheet) ? drawerWords('ledger.isKept') : isTestSheet(sheet) ? drawerWords('ledger.test') : '';
    return sheets.map((sheet) => ({
      ...{ sheet, pulls: pulls.get(sheet)!, gone: gone.has(sheet) && !kept.has(sheet) },
      mark: marks.get(sheet)?.join(' · ') ?? also(sheet),
    }));
  }, [bench, sheets, gone]);
}

function LedgerTable({ gone, which }: { readonly gone: Set<string>; readonly which: Which }) {
  const { plan } = usePrintDesk('plan');
  const [sought, setSought] = useState('');
  const all = useLedgerRows(gone);
  const rows = useMemo(() => all.filter((row) => isOf(which, row)), [all, which]);
  const columns = useMemo(() => columnsFor(plan), [plan]);
  return (
    <>
      <Sought value={sought} onChange={setSought} />
      <VirtualTable
        label={drawerWords('ledger.title')}
        keyOf={({ sheet }) => sheet}
        rowPx={ROW_PX}
        none={drawerWords('ledger.noneFound')}
        {...{ rows, columns, sought }}
      />
    </>
  );
}

/** Sheets that are listed. */
const WHICH = ['all', 'alive', 'faulty', 'aside'] as const;
type Which = (typeof WHICH)[number];

function isOf(which: Which, { gone, pulls }: LedgerRow): boolean {
  if (which === 'all') return true;
  if (which === 'faulty') return [...pulls.values()].some(({ faults }) => faults.length > 0);
  return gone === (which === 'aside');
}

function columnsFor(plan: Plan): ColumnDef<LedgerRow>[] {
  return [
    {
      id: 'sheet',
      header: drawerWords('ledger.sheet'),
      accessorKey: 'sheet',
      sortingFn: 'alphanumeric',
      cell: ({ row: { original } }) => (
        <span className={clsx(kit.num, original.gone ? ledgerCss.gone : kit.bold)}>{original.sheet}</span>
      ),
    },
    ...plan.runs.map((run, i): ColumnDef<LedgerRow> => ({
      id: run.id,
      header: () => (
        <>
          <span
            className={clsx(kit.swatch, kit.tiny)}
            style={{ background: hexFromLabD50(inksOfRun(plan, run)[0].solidLabD50) }}
            aria-hidden
          />{' '}
          {i + 1} {inkNamesOf(plan, run)}
        </>
      ),
      accessorFn: ({ pulls }) => outcomeInWords(pulls.get(run.id)),
      cell: ({ row }) => <Outcome pull={row.original.pulls.get(run.id)} />,
    })),
    {
      id: 'mark',
      header: drawerWords('ledger.mark'),
      accessorKey: 'mark',
      sortingFn: 'alphanumeric',
      cell: ({ row }) => <span className={kit.num}>{row.original.mark}</span>,
    },
  ];
}

/** What a pull is sought and sorted by. */
function outcomeInWords(pull: Pull | undefined): string {
  if (!pull) return '';
  const faults = pull.faults.map((fault) => craftWords(`fault.${fault}`)).join(', ');
  const said = pull.setAside ? `${drawerWords('ledger.asideWith')}${faults}` : faults || drawerWords('ledger.good');
  return `${said} ${pull.note}`;
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
