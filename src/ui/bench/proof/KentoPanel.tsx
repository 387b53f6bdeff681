'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { kentoContacts, kentoMovesMade, type Motion, type SheetLayout } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { blockNamesOf, cutBlocksOf, measuredGrowth, presentMisfits, sideOfRun, type Progress } from '@/derived';
import type { Plan } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { inWords } from '@/words/failures';
import { motionInWords } from '@/words/motion';
import { proofWords } from '@/words/proof';
import { decimal } from '@/words/quantities';
import css from './ShimPanel.module.css';
import { explaining } from '@/ui/kit/glossary/Explained';
import { rich } from '@/ui/kit/rich';

/** How the marks in each block are put right: what is glued in front of a face, and what is cut back. */
export function KentoPanel({ layout }: { readonly layout: SheetLayout }) {
  const { plan, progress, unit } = usePrintDesk('plan', 'progress', 'unit');
  const log = useLog();
  const contacts = kentoContacts(layout.sheetMm),
    image = layout.images[0];
  const rows = marksToPutRight(plan, progress, presentMisfits(plan, layout, progress.bench)).map(({ r, misfit }) => ({
    ...{ run: plan.runs[r], r, misfit },
    moves: kentoMovesMade(misfit, contacts),
  }));
  const wanted = rows.filter(({ moves }) => moves.some((mm) => mm !== 0));
  if (rows.length === 0)
    return <p className={kit.note}>{rich(proofWords.rich('shim.noMisfitOfOne', { term: explaining('misfit') }))}</p>;
  return (
    <section aria-label={proofWords('kento.title')}>
      <h2>{proofWords('kento.title')}</h2>
      <p className={kit.note}>{rich(proofWords.rich('kento.says', { term: explaining('kento') }))}</p>
      {rows.map(({ run, r, misfit, moves }) => (
        <div key={run.id} className={css.shimRow} data-testid="kento-row">
          <h3>
            {proofWords('shim.run2', { run: r + 1 })} <span className={kit.quiet}>{blockNamesOf(plan, run)}</span>
          </h3>
          <p className={kit.note}>
            {motionInWords(misfit, image, proofWords('shim.runAgainstRun', { run: r + 1 }), unit)}
          </p>
          <ul className={kit.watch}>
            {contacts.map(({ name }, c) => (
              <li key={c} className={kit.plain}>
                {proofWords(`kento.${actOf(moves[c])}`, {
                  mm: formatLength(Math.abs(moves[c]), unit, 2),
                  stop: inWords(name),
                })}
              </li>
            ))}
          </ul>
          <Button className={kit.above6} onClick={() => void log({ kind: 'kento-inlaid', runId: run.id, note: '' })}>
            {proofWords('kento.inlaid')}
          </Button>
        </div>
      ))}
      <Growth />
      <Button
        className={kit.above12}
        variant="contained"
        color="primary"
        disabled={wanted.length === 0}
        onClick={() =>
          void log({
            ...{ kind: 'kento-put-right', note: '' },
            settings: wanted.map(({ run, moves }) => ({ runId: run.id, movesMm: moves })),
          })
        }
      >
        {proofWords(wanted.length === 0 ? 'kento.right' : 'kento.done')}
      </Button>
      <p className={clsx(kit.note, kit.above6)}>{proofWords('kento.after')}</p>
    </section>
  );
}

/** Each side that was measured, once: by the first of its runs that is still to be printed, else by its last. */
function marksToPutRight(plan: Plan, { runs }: Progress, misfits: readonly (Motion | undefined)[]) {
  const measured = misfits.flatMap((misfit, r) =>
    r > 0 && misfit ? [{ r, misfit, sideId: sideOfRun(plan, plan.runs[r])?.id ?? '' }] : [],
  );
  return [...new Set(measured.map(({ sideId }) => sideId))].map((sideId) => {
    const ofSide = measured.filter((one) => one.sideId === sideId);
    return ofSide.find(({ r }) => runs[r].tally.pulled.length === 0) ?? ofSide.at(-1)!;
  });
}

function actOf(mm: number): 'glue' | 'cutBack' | 'leave' {
  return mm === 0 ? 'leave' : mm > 0 ? 'glue' : 'cutBack';
}

/** How much the images came out smaller than the first, and blocks still to be cut drawn for it. */
function Growth() {
  const { plan, progress, change } = usePrintDesk('plan', 'progress', 'change');
  const growth = measuredGrowth(plan, progress.bench);
  if (!growth) return null;
  const uncut = cutBlocksOf(plan)
    .flatMap(({ sides }) => sides)
    .filter(({ cuts }) => !cuts.some(({ id }) => progress.bench.cutsPassed.some(({ cutId }) => cutId === id)));
  const left = uncut.length,
    same = uncut.every(
      ({ drawnLarger: { acrossPercent, downPercent } }) =>
        acrossPercent === growth.acrossPercent && downPercent === growth.downPercent,
    );
  return (
    <div className={css.shimRow} data-testid="growth">
      <h3>{proofWords('growth.title')}</h3>
      <p className={kit.note}>
        {proofWords('growth.says', {
          across: decimal(Math.abs(growth.acrossPercent), 2),
          wider: String(growth.acrossPercent >= 0),
          down: decimal(Math.abs(growth.downPercent), 2),
          higher: String(growth.downPercent >= 0),
        })}
      </p>
      {left === 0 ? (
        <p className={kit.note}>{proofWords('growth.allCut')}</p>
      ) : same ? (
        <p className={kit.note}>{proofWords('growth.taken', { left })}</p>
      ) : (
        <Button
          className={kit.above6}
          onClick={() => void change({ kind: 'sides-drawn', sideIds: uncut.map(({ id }) => id), drawnLarger: growth })}
        >
          {proofWords('growth.take', { left })}
        </Button>
      )}
    </div>
  );
}
