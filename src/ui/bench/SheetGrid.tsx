'use client';
import { sheetsGone } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SheetGrid.module.css';

/** Every sheet of a run and what became of it. */
export function SheetGrid({ runIndex, colour }: { runIndex: number; colour: string }) {
  const { progress, plan } = usePrintDesk('progress', 'plan');
  const { tally } = progress.runs[runIndex];
  const gone = sheetsGone(progress.bench, progress.sheets);
  const next = tally.waiting[0];
  return (
    <section className={kit.above12}>
      <h2 className={kit.below6}>Sheets in run {runIndex + 1}</h2>
      <div className={css.sheetGrid}>
        {progress.sheets.map((sheet) => {
          const pull = progress.bench.pulls.find((p) => p.runId === plan.runs[runIndex].id && p.sheet === sheet);
          const kept = pull && !pull.setAside;
          const words = pull
            ? pull.setAside
              ? 'set aside'
              : pull.faults.length
                ? `pulled, ${pull.faults.join(', ')}`
                : 'pulled, good'
            : gone.has(sheet)
              ? 'set aside earlier'
              : 'waiting';
          return (
            <span
              key={sheet}
              className={clsx(
                css.sheetCell,
                kept && css.pulled,
                kept && pull.faults.length && css.fault,
                gone.has(sheet) && css.gone,
                sheet === next && css.next,
              )}
              style={kept ? { backgroundColor: colour } : undefined}
              title={`${sheet}: ${words}`}
            >
              {sheet}
              <span className={kit.visuallyHidden}> {words}</span>
            </span>
          );
        })}
      </div>
      <p className={clsx(kit.note, kit.above6)}>filled: pulled · hatched: fault noted · struck: set aside</p>
    </section>
  );
}
