import { roundTo } from '@/core/numeric';
import type { Plan, PrintState, Run } from '@/model';
import {
  cutLineNotes,
  cutStateOfRun,
  inkNamesOf,
  inkNeedOfRun,
  inkingsOf,
  looksOfPlan,
  maskNotes,
  plainSheet,
  printTaskOf,
  progressOf,
  sheetLayoutOf,
  type PrintSheet,
} from '@/derived';
import { noteInWords } from '@/words/notes';

/**
 * What a print says, in words that outlive the form it is stored in: what prints where and how it looks, what is cut and pulled. The
 * releases' stores and bundles are held against what was said by the release that wrote them.
 */
export function factsOf({ name, plan, events }: PrintState) {
  const progress = progressOf(plan, events),
    { bench } = progress;
  const sheet = plainSheet(plan),
    looks = looksOfPlan(plan, bench.coloursGot),
    task = printTaskOf(plan, bench.slips);
  return {
    name,
    picture: plan.picture && [plan.picture.originalSha, plan.picture.raster.sha, plan.picture.widthMm],
    labels: plan.flat?.labelsSha ?? null,
    colours: plan.flat?.colours.map((c) => [c.id, c.name, ...c.wantedLabD50]) ?? [],
    runs: plan.runs.map((run, r) => {
      const state = cutStateOfRun(plan, run);
      return {
        id: run.id,
        inks: inkNamesOf(plan, run),
        impressions: run.impressions,
        standing: [...state.standing].sort(),
        cutNow: [...state.cutNow].sort(),
        grams: roundTo(gramsOnceReckoned(plan, sheet, run, 10), 3),
        looks: looks?.looks[r + 1].map((lab) => lab.map((v) => roundTo(v, 2))) ?? [],
        masks: maskNotes(plan, run).map((note) => noteInWords(note)),
        cutLines: cutLineNotes(plan, run).map((note) => noteInWords(note)),
        phase: progress.runs[r].phase,
        cut: progress.runs[r].cut,
        pulled: progress.runs[r].tally.pulled.map((p) => [p.sheet, ...p.faults, p.setAside, p.note]),
        waiting: progress.runs[r].tally.waiting,
      };
    }),
    blocks: plan.blocks.map((b) => [b.name, b.materialId, b.grainDeg, b.sizeMm]),
    map: { traps: task.task.traps, chokes: task.task.chokes, marks: task.task.marks, effects: task.effects },
    lettering: plan.lettering.length,
    kept: plan.kept,
    tools: plan.toolsMm,
    paperMm: sheetLayoutOf(plan)?.sheetMm ?? null,
    edition: plan.sheets.edition,
    log: {
      entries: events.length,
      cuts: bench.cutsPassed,
      slips: bench.slips,
      pictures: bench.cutPictures,
      got: bench.coloursGot,
      proofs: bench.proofs,
      shims: bench.shimmings,
      rehearsals: bench.rehearsals,
      marks: bench.marks.map(({ role: _, ...mark }) => mark),
    },
  };
}

/**
 * Ink as those releases reckoned it: films on the sheets, 15 µm on a roller of 50 × 150 mm and a square of 200 mm, a tenth of all of it
 * lost. The reckoning has changed since; what is held is that the same areas come out of the file.
 */
function gramsOnceReckoned(plan: Plan, sheet: PrintSheet, run: Run, sheets: number): number {
  const onSheetsG = inkNeedOfRun(plan, sheet, run, sheets).grams - inkNeedOfRun(plan, sheet, run, 0).grams,
    rolledMl = inkingsOf(run).length * ((Math.PI * 50 * 150 + 200 ** 2) / 100) * 15e-4;
  return (onSheetsG / 1.1 / 1.1 + rolledMl) * (1.1 / 0.9);
}
