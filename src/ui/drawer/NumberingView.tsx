'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { SHEET_ROLES, usualArtistProofs, type SheetRole } from '@/core/sheets';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import ledgerCss from './ledger.module.css';
import css from './NumberingView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { bestFirst, useNumbering, type Line, type Numbering } from './useNumbering';

/** Numbering: the finished sheets in a chosen order get their marks; marks once given change only with a reason. */
export function NumberingView() {
  const { urls } = usePrintDesk('urls');
  const numbering = useNumbering();
  const { finished, given } = numbering;
  if (!finished) return <NotYet />;
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls)}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{given ? 'Numbered' : 'Number the edition'}</h1>
          <Button href={urls.file('numbering.csv')} disabled={!given}>
            Numbering as CSV
          </Button>
        </div>
        <NumberTable {...numbering} />
      </div>
      <NumberSide {...numbering} />
      <ReasonDialog {...numbering} />
    </div>
  );
}

function NotYet() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  return (
    <NothingToShow
      title="Not yet"
      says={
        <>
          Numbers are given when all runs are printed; {Math.max(0, plan.runs.length - progress.currentRun)} of{' '}
          {plan.runs.length} are still to come.
        </>
      }
    />
  );
}

function NumberSide(numbering: Numbering) {
  const { current, setLines, faultsOf } = numbering;
  const { plan } = usePrintDesk('plan');
  return (
    <aside className={kit.side}>
      <NumberCounts {...numbering} />
      <section>
        <div className={kit.row}>
          <Button onClick={() => setLines(current.toSorted((a, b) => Number(a.sheet) - Number(b.sheet)))}>
            By sheet
          </Button>
          <Button onClick={() => setLines(bestFirst(current, faultsOf, plan.sheets.edition))}>Best first</Button>
        </div>
      </section>
      <WriteNumbers {...numbering} />
    </aside>
  );
}

function NumberTable(numbering: Numbering) {
  const { current } = numbering;
  return (
    <table className={clsx(ledgerCss.ledger, css.numbers)}>
      <thead>
        <tr>
          <th scope="col">mark</th>
          <th scope="col">sheet</th>
          <th scope="col">is</th>
          <th scope="col">faults on the way</th>
          <th scope="col">order</th>
        </tr>
      </thead>
      <tbody>
        {current.map((line, i) => (
          <NumberRow key={line.sheet} {...numbering} line={line} i={i} />
        ))}
      </tbody>
    </table>
  );
}

function ReasonDialog({ reasonOpen, setReasonOpen, reason, setReason, write }: Numbering) {
  return (
    <Dialog open={reasonOpen} onClose={() => setReasonOpen(false)} maxWidth="xs" fullWidth>
      <DialogTitle>Change numbers already given?</DialogTitle>
      <DialogContent>
        <p className={kit.below14}>The old numbers stay on record beside the new ones, with your reason.</p>
        <TextField autoFocus fullWidth label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setReasonOpen(false)}>Leave it</Button>
        <Button variant="contained" color="error" disabled={!reason.trim()} onClick={() => void write(reason.trim())}>
          Change the record
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function WriteNumbers({ given, write, changed, setReasonOpen, setLines }: Numbering) {
  const {
    progress: { bench },
  } = usePrintDesk('progress');
  return (
    <section>
      {!given && (
        <Button variant="contained" color="primary" fullWidth className={css.write} onClick={() => void write('')}>
          Give these numbers
        </Button>
      )}
      {given && !changed && (
        <p className={clsx(kit.say, kit.good)}>
          These numbers are on record since{' '}
          {new Date(bench.numberings.at(-1)!.at).toLocaleDateString('en-GB', {
            day: 'numeric',
            month: 'long',
            year: 'numeric',
          })}
          .
        </p>
      )}
      {given && changed && (
        <>
          <p className={clsx(kit.say, kit.wait, kit.below8)}>This differs from the numbers on record.</p>
          <div className={kit.row}>
            <Button color="error" onClick={() => setReasonOpen(true)}>
              Change the record
            </Button>
            <Button onClick={() => setLines(undefined)}>Leave it</Button>
          </div>
        </>
      )}
      {bench.numberings.length > 1 && (
        <p className={clsx(kit.note, kit.above8)}>
          Changed {bench.numberings.length - 1} time{bench.numberings.length === 2 ? '' : 's'}:{' '}
          {bench.numberings
            .slice(1)
            .map((n) => n.reason)
            .join('; ')}
        </p>
      )}
    </section>
  );
}

function NumberCounts({ numbered, proofs, current }: Numbering) {
  return (
    <section>
      <h2>
        {numbered} numbered, {proofs} artist’s proof{proofs === 1 ? '' : 's'}
      </h2>
      <p className={kit.note}>
        {current.length} prints came through. Artist’s proofs are usually not above a tenth:{' '}
        {usualArtistProofs(Math.max(1, numbered))} here.
      </p>
      {proofs > usualArtistProofs(Math.max(1, numbered)) && (
        <p className={clsx(kit.say, kit.wait)}>
          {proofs} artist’s proofs are more than is usual for {numbered}.
        </p>
      )}
    </section>
  );
}

function NumberRow({
  line,
  setChosen,
  i,
  chosen,
  markOf,
  setLines,
  current,
  faultsOf,
  move,
}: Numbering & { readonly line: Line; readonly i: number }) {
  return (
    <tr onFocus={() => setChosen(i)} className={clsx(i === chosen && css.taken)}>
      <td className={css.number}>{markOf.get(line.sheet) ?? <span className={kit.quiet}>—</span>}</td>
      <td className={kit.num}>{line.sheet}</td>
      <td>
        <select
          aria-label={`What sheet ${line.sheet} is`}
          value={line.role}
          onChange={(e) => setLines(current.map((l, k) => (k === i ? { ...l, role: e.target.value as SheetRole } : l)))}
        >
          {SHEET_ROLES.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </select>
      </td>
      <td>{faultsOf.get(line.sheet)?.join(', ') || <span className={kit.quiet}>none</span>}</td>
      <td>
        <button
          type="button"
          className={kit.grip}
          aria-label={`Sheet ${line.sheet} earlier`}
          disabled={i === 0}
          onClick={() => move(i, -1)}
        >
          ↑
        </button>
        <button
          type="button"
          className={kit.grip}
          aria-label={`Sheet ${line.sheet} later`}
          disabled={i === current.length - 1}
          onClick={() => move(i, 1)}
        >
          ↓
        </button>
      </td>
    </tr>
  );
}
