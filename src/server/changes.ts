import { learnedPace } from '@/core/cutting';
import { learnedBrushMix } from '@/core/inks';
import { failure, success, type Outcome } from '@/core/units';
import { CARD_FORM, cardOfPrint, patchBetween, runWaysOf } from '@/derived';
import type { Counters, Plan, PrintChanges } from '@/model';
import {
  benchLog,
  hasEdit,
  keepCard,
  keepPlanChange,
  keepRunWays,
  logCount,
  logSince,
  planChangesSince,
  planLabel,
  printById,
  timedCuts,
  brushedRuns,
  workshopStamp,
  type PrintRow,
  type Store,
} from '@/store';
import { allOrNothing } from './allOrNothing';
import { dryingOfWorkshop } from './drying';
import { announce } from './hub';
import { livingPrint } from './livingPrint';
import { readPlan } from './readPlan';
import { standingOf } from './standing';

/** How far a print has come. */
export function countersOf(db: Store, row: PrintRow): Counters {
  return { plan: row.plan_count, log: logCount(db, row.id), workshop: workshopStamp(db) };
}

/** What undo and redo would do now. */
export function stepsOf(db: Store, row: PrintRow): Pick<PrintChanges, 'undoLabel' | 'redoLabel'> {
  const canUndo = row.plan_seq > Math.max(1, row.undo_floor) && planLabel(db, row.id, row.plan_seq - 1) !== undefined;
  return {
    undoLabel: canUndo ? (planLabel(db, row.id, row.plan_seq) ?? null) : null,
    redoLabel: planLabel(db, row.id, row.plan_seq + 1) ?? null,
  };
}

/**
 * What is new in a print for a device that heard of it at `known`: patches of the plan and entries of the log, or the whole plan where
 * patches do not say how it came about. A device that is ahead of what is stored (the file was put back to an older one) gets all of it.
 */
export function changesSince(db: Store, id: string, known: Counters): Outcome<PrintChanges> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const row = found.value;
  const now = countersOf(db, row);
  const ahead = known.plan > now.plan || known.log > now.log;
  const since = ahead ? { ...known, plan: 0, log: 0 } : known;
  const plan = readPlan(db, row);
  if (!plan.ok) return plan;
  const patches = patchesSince(db, row, since, now, plan.value);
  const events = now.log > since.log ? logSince(db, id, since.log) : [];
  const timed = events.some(({ act }) => act.kind === 'cut-done'),
    brushed = events.some(({ act }) => act.kind === 'brushed-with'),
    looked = events.some(({ act }) => act.kind === 'dry-seen' || act.kind === 'remedy-tried');
  return success({
    name: row.name,
    savedAt: row.saved_at,
    ...stepsOf(db, row),
    since,
    now,
    plan: patches ? null : plan.value,
    patches: patches ?? [],
    events,
    cuttingPace: timed ? learnedPace(timedCuts(db)) : null,
    brushMix: brushed ? learnedBrushMix(brushedRuns(db)) : null,
    drying: looked ? dryingOfWorkshop(db) : null,
  });
}

function patchesSince(
  db: Store,
  row: PrintRow,
  since: Counters,
  now: Counters,
  plan: Plan,
): PrintChanges['patches'] | undefined {
  const follows = plan.frozenAt === null && plan.uses.length > 0;
  if (since.plan === 0 || (follows && since.workshop !== now.workshop)) return undefined;
  if (since.plan === now.plan) return [];
  const changes = planChangesSince(db, row.id, since.plan);
  if (changes.length !== now.plan - since.plan) return undefined;
  return changes.every((change) => change.patch !== null) ? (changes as PrintChanges['patches']) : undefined;
}

/** A patch longer than this says less than the whole plan does. */
const LONGEST_PATCH = 60_000;

/**
 * Changes a print in one transaction: the act, what it did to the plan, and the print's card; on disk when this returns. An edit whose
 * id was seen before is not made again. Whoever listens hears of it.
 */
export function changePrint(
  db: Store,
  id: string,
  act: (row: PrintRow, plan: Plan) => Outcome<undefined>,
  editId: string | null = null,
): Outcome<undefined> {
  const done = allOrNothing(db, (): Outcome<undefined> => {
    const found = livingPrint(db, id);
    if (!found.ok) return found;
    if (editId !== null && hasEdit(db, id, editId)) return success(undefined);
    const before = readPlan(db, found.value);
    if (!before.ok) return before;
    const made = act(found.value, before.value);
    if (made.ok) settle(db, found.value, before.value, editId);
    return made;
  });
  if (done.ok) announce(id);
  return done;
}

/** Keeps what follows from a change: the patch from the plan before it, and the card. */
function settle(db: Store, was: PrintRow, before: Plan, editId: string | null): void {
  const row = printById(db, was.id)!;
  const plan = readPlan(db, row);
  if (!plan.ok) return;
  if (row.plan_count !== was.plan_count) {
    const patch = patchBetween(before, plan.value);
    const short = JSON.stringify(patch).length <= LONGEST_PATCH ? patch : null;
    keepPlanChange(db, row.id, { count: row.plan_count, editId, patch: short });
  }
  keepWays(db, row.id, plan.value);
  const card = cardOfPrint(plan.value, standingOf(db, row.id, plan.value, benchLog(db, row.id)));
  keepCard(db, row.id, row.revision, CARD_FORM, card, card.dryAt);
}

/** Keeps in which way the runs of a print are printed, beside what they lost. */
export function keepWays(db: Store, id: string, plan: Plan): void {
  const ways = runWaysOf(plan);
  keepRunWays(db, id, new Map(plan.runs.map((run, r) => [run.id, ways[r]])));
}

/** For acts that are made on the plan as their asker knows it, not on whatever it has become. */
export function staleUnless(row: PrintRow, basePlan: number): Outcome<undefined> {
  return row.plan_count === basePlan ? success(undefined) : failure('stale.thePlanWasChanged');
}
