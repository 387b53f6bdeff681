'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { keptForSets, SHEET_ROLES, usualArtistProofs, type SheetRole } from '@/core/sheets';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import ledgerCss from './ledger.module.css';
import css from './NumberingView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { craftWords, roleInWords } from '@/words/craft';
import { longDayOf } from '@/words/dates';
import { drawerWords } from '@/words/drawer';
import { bestFirst, inOrderOfSheets, useNumbering, type Line, type Numbering } from './useNumbering';

/** Numbering: the finished sheets in a chosen order get their marks; marks once given change only with a reason. */
export function NumberingView() {
  const { urls } = usePrintDesk('urls');
  const numbering = useNumbering();
  const { finished, given } = numbering;
  if (!finished) return <NotYet />;
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{drawerWords(given ? 'numbering.given' : 'numbering.give')}</h1>
          <Button href={urls.file('numbering.csv')} disabled={!given}>
            {drawerWords('numbering.csv')}
          </Button>
        </div>
        <div
          className={ledgerCss.across}
          role="region"
          aria-label={drawerWords(given ? 'numbering.given' : 'numbering.give')}
          tabIndex={0}
        >
          <NumberTable {...numbering} />
          <EarlySheets {...numbering} />
        </div>
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
      title={drawerWords('numbering.notYet')}
      says={drawerWords('numbering.notYetSays', {
        left: Math.max(0, plan.runs.length - progress.currentRun),
        runs: plan.runs.length,
      })}
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
          <Button onClick={() => setLines(current.toSorted(inOrderOfSheets))}>
            {drawerWords('numbering.bySheet')}
          </Button>
          <Button onClick={() => setLines(bestFirst(current, faultsOf, plan.sheets))}>
            {drawerWords('numbering.bestFirst')}
          </Button>
        </div>
      </section>
      <WriteNumbers {...numbering} />
    </aside>
  );
}

/** The sheets of progressive sets that were kept before they were finished. */
function EarlySheets({ early }: Numbering) {
  const { plan } = usePrintDesk('plan');
  if (early.length === 0 && plan.sheets.progressiveSets === 0) return null;
  const missing = keptForSets(plan.sheets.progressiveSets, plan.runs.length).flatMap((count, run) =>
    early.filter((one) => one.run === run).length < count ? [run + 1] : [],
  );
  return (
    <section aria-label={drawerWords('numbering.early')}>
      <h2 className={kit.above12}>{drawerWords('numbering.early')}</h2>
      <table className={clsx(ledgerCss.ledger, css.numbers)}>
        <thead>
          <tr>
            <th scope="col">{drawerWords('numbering.mark')}</th>
            <th scope="col">{drawerWords('numbering.sheet')}</th>
            <th scope="col">{drawerWords('numbering.carries')}</th>
          </tr>
        </thead>
        <tbody>
          {early.map(({ sheet, mark, run }) => (
            <tr key={sheet}>
              <td className={css.number}>{mark}</td>
              <td className={kit.num}>{sheet}</td>
              <td>{drawerWords('numbering.runs', { run: run + 1 })}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {missing.length > 0 && (
        <p className={clsx(kit.say, kit.wait, kit.above8)}>
          {drawerWords('numbering.missing', { runs: missing.join(', ') })}
        </p>
      )}
    </section>
  );
}

function NumberTable(numbering: Numbering) {
  const { current } = numbering;
  return (
    <table className={clsx(ledgerCss.ledger, css.numbers)}>
      <thead>
        <tr>
          <th scope="col">{drawerWords('numbering.mark')}</th>
          <th scope="col">{drawerWords('numbering.sheet')}</th>
          <th scope="col">{drawerWords('numbering.is')}</th>
          <th scope="col">{drawerWords('numbering.faults')}</th>
          <th scope="col">{drawerWords('numbering.order')}</th>
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
      <DialogTitle>{drawerWords('numbering.ask.title')}</DialogTitle>
      <DialogContent>
        <p className={kit.below14}>{drawerWords('numbering.ask.says')}</p>
        <TextField
          autoFocus
          fullWidth
          label={drawerWords('numbering.ask.reason')}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setReasonOpen(false)}>{drawerWords('numbering.leave')}</Button>
        <Button variant="contained" color="error" disabled={!reason.trim()} onClick={() => void write(reason.trim())}>
          {drawerWords('numbering.change')}
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
          {drawerWords('numbering.giveThese')}
        </Button>
      )}
      {given && !changed && (
        <p className={clsx(kit.say, kit.good)}>
          {drawerWords('numbering.onRecord', { day: longDayOf(bench.numberings.at(-1)!.at) })}
        </p>
      )}
      {given && changed && (
        <>
          <p className={clsx(kit.say, kit.wait, kit.below8)}>{drawerWords('numbering.differs')}</p>
          <div className={kit.row}>
            <Button color="error" onClick={() => setReasonOpen(true)}>
              {drawerWords('numbering.change')}
            </Button>
            <Button onClick={() => setLines(undefined)}>{drawerWords('numbering.leave')}</Button>
          </div>
        </>
      )}
      {bench.numberings.length > 1 && (
        <p className={clsx(kit.note, kit.above8)}>
          {drawerWords('numbering.changed', {
            times: bench.numberings.length - 1,
            reasons: bench.numberings
              .slice(1)
              .map((n) => n.reason)
              .join('; '),
          })}
        </p>
      )}
    </section>
  );
}

function NumberCounts({ numbered, proofs, current }: Numbering) {
  return (
    <section>
      <h2>{drawerWords('numbering.counts', { numbered, proofs })}</h2>
      <p className={kit.note}>
        {drawerWords('numbering.through', {
          prints: current.length,
          usual: usualArtistProofs(Math.max(1, numbered)),
        })}
      </p>
      {proofs > usualArtistProofs(Math.max(1, numbered)) && (
        <p className={clsx(kit.say, kit.wait)}>{drawerWords('numbering.tooMany', { proofs, numbered })}</p>
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
          aria-label={drawerWords('numbering.whatIs', { sheet: line.sheet })}
          value={line.role}
          onChange={(e) => setLines(current.map((l, k) => (k === i ? { ...l, role: e.target.value as SheetRole } : l)))}
        >
          {SHEET_ROLES.map((r) => (
            <option key={r} value={r}>
              {roleInWords(r)}
            </option>
          ))}
        </select>
      </td>
      <td>
        {faultsOf
          .get(line.sheet)
          ?.map((fault) => craftWords(`fault.${fault}`))
          .join(', ') || <span className={kit.quiet}>{drawerWords('numbering.noFaults')}</span>}
      </td>
      <td>
        <button
          type="button"
          className={kit.grip}
          aria-label={drawerWords('numbering.earlier', { sheet: line.sheet })}
          disabled={i === 0}
          onClick={() => move(i, -1)}
        >
          ↑
        </button>
        <button
          type="button"
          className={kit.grip}
          aria-label={drawerWords('numbering.later', { sheet: line.sheet })}
          disabled={i === current.length - 1}
          onClick={() => move(i, 1)}
        >
          ↓
        </button>
      </td>
    </tr>
  );
}
