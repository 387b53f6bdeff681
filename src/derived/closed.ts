import { phrase, type Phrase } from '@/core/units';
import type { BenchEvent, Ink, Plan, Run } from '@/model';
import { inColourway } from './colourways';
import { blockNamesOf, inkNamesOf, inksOfRun, runsOfCut, sidesOf } from './lookups';
import { progressOf, type Progress } from './progress';

/** Whether everything that is cut or printed is still the same, place by place; otherwise the first that is not, as one would say it. */
export type ShapesKept = { readonly kept: true } | { readonly kept: false; readonly what: Phrase };

/**
 * What stands in the way of a new plan, in a sentence; undefined where it may be. One rule: the films that lie on any sheet stay what they
 * are, and what is cut away of any side stays away. Everything else is open: shapes that only later cuts and runs tell apart, the shapes
 * of an uncut block, runs and blocks added after printed ones, a cut that still stands printed once more. `shapes` is asked where the
 * picture, overlaps, chokes or masks changed.
 */
export function closedBy(
  before: Plan,
  after: Plan,
  events: readonly BenchEvent[],
  shapes: () => ShapesKept,
): Phrase | undefined {
  return closedAt(before, after, progressOf(before, events), shapes);
}

/** The same for who knows how far the print is: many edits are asked about at once without replaying the log for each. */
export function closedAt(before: Plan, after: Plan, progress: Progress, shapes: () => ShapesKept): Phrase | undefined {
  if (progress.cutsDone === 0 && progress.closedRuns === 0) return undefined;
  return (
    printedRunTouched(before, after, progress) ??
    printedColourwayTouched(before, after, progress) ??
    cutTouched(before, after, progress) ??
    goneCutWanted(before, after, progress) ??
    shapeTouched(before, after, shapes)
  );
}

/** A run as sentences name it. */
const named = (plan: Plan, run: Run) => ({ run: plan.runs.indexOf(run) + 1, inks: inkNamesOf(plan, run) });

/** The films of printed runs: their place in the order, their cut, zones and weight, and what the ink was. */
function printedRunTouched(before: Plan, after: Plan, { runs, closedRuns }: Progress): Phrase | undefined {
  for (const [r, run] of before.runs.slice(0, closedRuns).entries()) {
    const { pulled } = runs[r].tally;
    const why =
      pulled.length > 0 ? phrase('closed.itLiesOn', { sheets: pulled.length }) : phrase('closed.itsBlockHasBeen');
    const now = after.runs[r];
    if (now?.id !== run.id) return phrase('closed.keepsItsPlaceOnly', { ...named(before, run), why, closedRuns });
    if (pulled.length === 0) continue;
    if (JSON.stringify([now.impressions, now.formes]) !== JSON.stringify([run.impressions, run.formes]))
      return phrase('closed.staysAsItWas', { ...named(before, run), why });
    const ink = inksOfRun(before, run).find((one) => filmChanged(one, after));
    if (ink) return phrase('closed.theInkOfRun', { ink: ink.name, run: r + 1, why });
  }
  return undefined;
}

/** The films of colourways that lie on sheets: the set stays, and the ink it took there stays what it was. */
function printedColourwayTouched(before: Plan, after: Plan, { bench, runs }: Progress): Phrase | undefined {
  for (const { id, name } of before.colourways) {
    for (const [r, run] of before.runs.entries()) {
      const sheets = runs[r].tally.pulled.filter(({ sheet }) => bench.colourwaySheets.get(sheet) === id).length;
      if (sheets === 0) continue;
      const now = after.colourways.some((one) => one.id === id)
        ? inColourway(after, id).runs.find((one) => one.id === run.id)
        : undefined;
      const printed = inColourway(before, id).runs[r];
      const kept =
        now &&
        JSON.stringify(now.formes) === JSON.stringify(printed.formes) &&
        inksOfRun(before, printed).every((ink) => !filmChanged(ink, after));
      if (!kept) return phrase('closed.aColourwayStays', { name, run: r + 1, sheets });
    }
  }
  return undefined;
}

/** Whether an ink prints another film than before; its name may change. */
function filmChanged(ink: Ink, after: Plan): boolean {
  const now = after.inks.find((one) => one.id === ink.id);
  const film = ({ mediumId, solidLabD50, opacity, film: readings, recipe }: Ink) =>
    JSON.stringify([mediumId, solidLabD50, opacity, readings, recipe]);
  return !now || film(now) !== film(ink);
}

/** The states a side has been cut to: they stay, in their order, and what is to come stands within the last of them. */
function cutTouched(before: Plan, after: Plan, { bench }: Progress): Phrase | undefined {
  const isCut = (id: string) => bench.cutsPassed.some((passed) => passed.cutId === id);
  const colourName = (id: string) => before.flat?.colours.find((c) => c.id === id)?.name ?? id;
  for (const side of sidesOf(before)) {
    const passed = side.cuts.filter((cut) => isCut(cut.id));
    const last = passed.at(-1);
    if (!last) continue;
    const board = before.blocks.find((one) => one.sides.includes(side))!,
      { name: block } = board;
    const run = (runsOfCut(before, last.id)[0] ?? 0) + 1;
    if (!after.blocks.some((one) => one.id === board.id && one.sides.some((s) => s.id === side.id)))
      return phrase('closed.isCutAsIt', { block, run });
    const { cuts: now, drawnLarger } = sidesOf(after).find((one) => one.id === side.id)!;
    if (JSON.stringify(drawnLarger) !== JSON.stringify(side.drawnLarger))
      return phrase('closed.isCutAsLarge', { block });
    for (const [at, cut] of passed.entries()) {
      const same = now[at]?.id === cut.id && JSON.stringify(now[at].within) === JSON.stringify(cut.within);
      if (!same) return phrase('closed.isCutAsIt', { block, run });
      const missing = cut.standingIds.find((id) => !now[at].standingIds.includes(id)),
        more = now[at].standingIds.find((id) => !cut.standingIds.includes(id));
      if (missing !== undefined || more !== undefined)
        return more === undefined
          ? phrase('closed.standsOnAsIt', { colour: colourName(missing!), block, run })
          : phrase('closed.isAlreadyCutAway', { colour: colourName(more), block, run });
    }
    const stood = now
      .slice(passed.length)
      .flatMap((cut) => cut.standingIds)
      .find((id) => !last.standingIds.includes(id));
    if (stood !== undefined) return phrase('closed.isAlreadyCutAwayOn', { colour: colourName(stood), block });
  }
  return undefined;
}

/** A run that is new may not print from a state that has been cut on. */
function goneCutWanted(before: Plan, after: Plan, { bench }: Progress): Phrase | undefined {
  const gone = new Set<string | null>(
    sidesOf(before).flatMap((side) => {
      const last = side.cuts.findLastIndex((cut) => bench.cutsPassed.some((passed) => passed.cutId === cut.id));
      return side.cuts.slice(0, Math.max(0, last)).map((cut) => cut.id);
    }),
  );
  const late = after.runs.find(
    (run) =>
      run.formes.some((forme) => gone.has(forme.cutId)) &&
      JSON.stringify(before.runs.find((old) => old.id === run.id)?.formes) !== JSON.stringify(run.formes),
  );
  return late && phrase('closed.wouldPrintFromAs', { ...named(after, late), blocks: blockNamesOf(after, late) });
}

function shapeTouched(before: Plan, after: Plan, shapes: () => ShapesKept): Phrase | undefined {
  if (before.picture?.raster.sha !== after.picture?.raster.sha) return phrase('closed.thePictureStaysIn');
  const drawn = (plan: Plan) =>
    JSON.stringify([
      ...[plan.flat?.labelsSha, plan.flat?.barePaperId, plan.fit, plan.masks],
      sidesOf(plan).map(({ saw }) => saw),
    ]);
  if (drawn(before) === drawn(after)) return undefined;
  const answer = shapes();
  return answer.kept ? undefined : phrase('closed.thisWouldChangeShapes', { what: answer.what });
}
