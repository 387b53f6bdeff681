'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { keptForSets } from '@/core/sheets';
import { EDITION_KINDS } from '@/model';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { kit } from '@/ui/kit/styles';
import { drawerWords } from '@/words/drawer';
import { Choice } from '../kit/Choice';
import { usePrintDesk } from '../kit/printContext';
import ledgerCss from './ledger.module.css';
import css from './NumberingView.module.css';
import { NumberTable } from './NumberTable';
import { ReasonDialog, WriteNumbers } from './WriteNumbers';
import { useNumbering, type Numbering } from './useNumbering';

const kinds = perLanguage(() => EDITION_KINDS.map((kind) => [kind, drawerWords(`edition.${kind}`)] as const));

/** A sentence of advice takes what it says of these. */
const NO_FIGURES = { proofs: 0, usual: 0, marks: 0, prints: 0, beside: 0, numbered: 0 };

/** Numbering: the finished prints in a chosen order get their marks; marks once given change only with a reason, and the old ones stay on record. */
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
        <NumberTable {...numbering} />
        <EarlySheets {...numbering} />
      </div>
      <aside className={kit.side}>
        <section>
          <Choice
            label={drawerWords('edition.label')}
            value={numbering.edition}
            options={kinds()}
            onChange={numbering.setEdition}
          />
          <p className={clsx(kit.note, kit.above6)}>{drawerWords(`edition.says.${numbering.edition}`)}</p>
        </section>
        <NumberCounts {...numbering} />
        <WriteNumbers {...numbering} />
      </aside>
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

/** How many of each kind, what custom says to that, and two orders to begin from. */
function NumberCounts({ lines, advice, byNumber, best }: Numbering) {
  const count = (role: string) => lines.filter((line) => line.role === role).length;
  return (
    <section>
      <h2>
        <Explained term="artistsProof">
          {drawerWords('numbering.counts', { numbered: count('numbered'), proofs: count('A.P.') })}
        </Explained>
      </h2>
      <p className={kit.note}>{drawerWords('numbering.through', { prints: lines.length })}</p>
      {advice.map((one) => (
        <p key={`${one.series} ${one.code}`} className={clsx(kit.say, kit.wait, kit.above6)}>
          {one.series && <b>{one.series}: </b>}
          {drawerWords(`custom.${one.code}`, { ...NO_FIGURES, ...one })}
        </p>
      ))}
      <div className={clsx(kit.row, kit.above8)}>
        <Button onClick={byNumber}>{drawerWords('numbering.bySheet')}</Button>
        <Button onClick={best}>{drawerWords('numbering.bestFirst')}</Button>
      </div>
    </section>
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
    <section aria-label={drawerWords('numbering.early')} className={css.early}>
      <h2>{drawerWords('numbering.early')}</h2>
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
