'use client';
import { sheetsGone, type Pull } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SheetGrid.module.css';
import { benchWords } from '@/words/bench';
import { craftWords } from '@/words/craft';

/** What became of a sheet in a run. */
function stateWords(pull: Pull | undefined, gone: boolean, kept: boolean): string {
  if (kept) return benchWords('grid.kept');
  if (!pull) return benchWords(gone ? 'grid.asideEarlier' : 'grid.waiting');
  if (pull.setAside) return benchWords('grid.aside');
  if (pull.faults.length === 0) return benchWords('grid.good');
  return benchWords('grid.withFaults', { faults: pull.faults.map((fault) => craftWords(`fault.${fault}`)).join(', ') });
}

/** Every sheet of a run and what became of it. */
export function SheetGrid({ runIndex, colour }: { runIndex: number; colour: string }) {
  const { progress, plan } = usePrintDesk('progress', 'plan');
  const { tally } = progress.runs[runIndex];
  const gone = sheetsGone(progress.bench, progress.sheets);
  const keptFor = new Set(progress.bench.kept.map(({ sheet }) => sheet));
  const next = tally.waiting[0];
  return (
    <section className={kit.above12}>
      <h2 className={kit.below6}>{benchWords('grid.title', { run: runIndex + 1 })}</h2>
      <div className={css.sheetGrid}>
        {progress.sheets.map((sheet) => {
          const pull = progress.bench.pulls.find((p) => p.runId === plan.runs[runIndex].id && p.sheet === sheet);
          const kept = pull && !pull.setAside;
          const isKept = keptFor.has(sheet);
          const words = stateWords(pull, gone.has(sheet), isKept);
          return (
            <span
              key={sheet}
              className={clsx(
                css.sheetCell,
                kept && css.pulled,
                kept && pull.faults.length && css.fault,
                gone.has(sheet) && !isKept && css.gone,
                isKept && css.kept,
                sheet === next && css.next,
              )}
              style={kept ? { backgroundColor: colour } : undefined}
              title={benchWords('grid.cell', { sheet, state: words })}
            >
              {sheet}
              <span className={kit.visuallyHidden}> {words}</span>
            </span>
          );
        })}
      </div>
      <p className={clsx(kit.note, kit.above6)}>{benchWords('grid.key', { kept: String(keptFor.size > 0) })}</p>
    </section>
  );
}
