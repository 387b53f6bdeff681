import { SHEET_ROLES } from '@/core/sheets';
import type { EditionOfInks, EditionRecord, Plan, PrintKind } from '@/model';
import { inColourway } from './colourways';
import { impressionsOf, type Impression } from './impressions';
import { cutBlocksOf, inksOfRun, processOf } from './lookups';
import type { Progress } from './progress';
import { sheetLayoutOf } from './register';
import { usedOf } from './uses';

/** The record of an edition as plan and log have it now. Whereabouts stay out of it. */
export function editionRecordOf(name: string, plan: Plan, progress: Progress): EditionRecord {
  const { bench, runs } = progress,
    layout = sheetLayoutOf(plan),
    prints = impressionsOf(plan, progress);
  const nameOf = (colourwayId: string | undefined) => plan.colourways.find(({ id }) => id === colourwayId)?.name ?? '';
  const pulls = runs.flatMap(({ tally }) => tally.pulled);
  const done = progress.runs.length > 0 && progress.currentRun >= progress.runs.length;
  return {
    ...{ form: 'ulexite-record', version: 1, name, told: plan.record, process: processOf(plan) },
    imageMm: plan.picture && { widthMm: plan.picture.widthMm, heightMm: plan.picture.heightMm },
    sheetMm: layout?.sheetMm ?? null,
    paper: plan.paper.name,
    hands: usedOf(plan, 'hand').map((hand) => hand.name),
    edition: bench.numberings.at(-1)?.edition ?? null,
    sets: [undefined, ...plan.colourways.map(({ id }) => id)].map((colourwayId) =>
      setOf(plan, prints, colourwayId, nameOf(colourwayId)),
    ),
    runs: plan.runs.map((run, r) => {
      const inks = inksOfRun(plan, run),
        { pulled } = runs[r].tally;
      return {
        ...{ run: r + 1, inks: inks.map((ink) => ink.name), labD50: inks.map((ink) => ink.solidLabD50) },
        ...{ mediums: inks.map((ink) => ink.mediumId), sheets: pulled.length },
        ...{ firstAt: pulled.at(0)?.at ?? null, lastAt: pulled.at(-1)?.at ?? null },
      };
    }),
    blocks: cutBlocksOf(plan).map(({ id, name: block, materialId }) => {
      const end = bench.blockEnds.get(id);
      return { ...{ id, name: block, materialId }, end: end?.how ?? null, endedAt: end?.at ?? null };
    }),
    begunAt: pulls.reduce<string | null>((first, { at }) => (first === null || at < first ? at : first), null),
    finishedAt: done ? (runs.at(-1)!.tally.pulled.at(-1)?.at ?? null) : null,
    numberedAt: bench.numberings.at(-1)?.at ?? null,
    corrections: bench.numberings.slice(1).map(({ at, reason }) => ({ at, reason })),
    prints: prints.map((print) => ({
      ...{ name: print.name, mark: print.mark, kind: print.kind, colourway: nameOf(print.colourwayId) },
      ...{ varies: print.varies, faults: print.faults, graded: print.graded?.grade ?? null },
    })),
  };
}

/** In the order they are listed. */
const KINDS: readonly PrintKind[] = [...SHEET_ROLES, 'unfinished', 'spoiled', 'test'];

function setOf(
  plan: Plan,
  prints: readonly Impression[],
  colourwayId: string | undefined,
  colourway: string,
): EditionOfInks {
  const own = prints.filter((print) => print.colourwayId === colourwayId),
    kinds = new Map<PrintKind, number>();
  for (const { kind } of own) kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  const printed = inColourway(plan, colourwayId);
  return {
    colourway,
    numbered: kinds.get('numbered') ?? 0,
    kinds: KINDS.flatMap((kind) => (kinds.has(kind) ? [{ kind, count: kinds.get(kind)! }] : [])),
    inks: printed.runs.flatMap((run, r) => {
      const names = inksOfRun(printed, run).map((ink) => ink.name);
      return names.join() ===
        inksOfRun(plan, plan.runs[r])
          .map((ink) => ink.name)
          .join()
        ? []
        : [{ run: r + 1, names }];
    }),
  };
}
