'use client';
import { sheetsGone } from '@/core/sheets';
import { usePrintDesk } from '../kit/printContext';

/** Every sheet of a run and what became of it. */
export function SheetGrid({ runIndex, colour }: { runIndex: number; colour: string }) {
  const { progress, state } = usePrintDesk();
  const { tally } = progress.runs[runIndex];
  const gone = sheetsGone(progress.bench, progress.sheets);
  const next = tally.waiting[0];
  return (
    <section style={{ marginTop: 12 }}>
      <h2 style={{ marginBottom: 6 }}>Sheets in run {runIndex + 1}</h2>
      <div className="sheet-grid">
        {progress.sheets.map((sheet) => {
          const pull = progress.bench.pulls.find((p) => p.runId === state.plan.runs[runIndex].id && p.sheet === sheet);
          const classes = [
            'sheet-cell',
            pull && !pull.setAside ? 'pulled' : '',
            pull?.faults.length && !pull.setAside ? 'fault' : '',
            gone.has(sheet) ? 'gone' : '',
            sheet === next ? 'next' : '',
          ]
            .filter(Boolean)
            .join(' ');
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
              className={classes}
              style={pull && !pull.setAside ? { backgroundColor: colour } : undefined}
              title={`${sheet}: ${words}`}
            >
              {sheet}
              <span className="visually-hidden"> {words}</span>
            </span>
          );
        })}
      </div>
      <p className="note" style={{ marginTop: 6 }}>
        filled: pulled · hatched: fault noted · struck: set aside
      </p>
    </section>
  );
}
