import { potsLeft, replayLog, type PotLeft, type PotsOfPrint } from '@/derived';
import type { ActOf, BenchEvent } from '@/model';
import { benchLog, cabinetInk, printsWithPots, updateInk, updateItem, workshopItem, type Store } from '@/store';
import { readPlan } from './readPlan';

/** What is left in the pots of all prints, newest first. A print that cannot be read keeps its pots to itself. */
export function potsOfWorkshop(db: Store): PotLeft[] {
  return potsLeft(
    printsWithPots(db).flatMap((row): PotsOfPrint[] => {
      const plan = readPlan(db, row);
      if (!plan.ok) return [];
      const { pots } = replayLog(benchLog(db, row.id));
      return [{ printId: row.id, printName: row.name, inks: plan.value.inks, pots }];
    }),
  );
}

/** Ink that went into a pot is no longer in its tube or tin, paper that was parted no longer in the drawer; what was said by mistake is there again. In the transaction that logs the act. */
export function withStock(db: Store, before: readonly BenchEvent[], { act }: BenchEvent, now: string): void {
  if (act.kind === 'poured') takeFromStock(db, act, 1, now);
  if (act.kind === 'parents-parted') takeParents(db, act, 1, now);
  if (act.kind === 'parting-undone') {
    const parting = before.find(({ id }) => id === act.partingId)?.act;
    if (parting?.kind === 'parents-parted') takeParents(db, parting, -1, now);
  }
  if (act.kind !== 'pour-undone') return;
  const pour = before.find(({ id }) => id === act.pourId)?.act;
  if (pour?.kind === 'poured') takeFromStock(db, pour, -1, now);
}

function takeFromStock(db: Store, { what, inkId, grams }: ActOf<'poured'>, sign: 1 | -1, now: string): void {
  const stored = what === 'ink' && inkId !== null ? cabinetInk(db, inkId) : undefined;
  if (!stored) return;
  const { id, revision, ...ink } = stored;
  // more may have been in it than was written down
  const stockG = Math.max(0, Math.round(100 * (ink.stockG - sign * grams)) / 100);
  updateInk(db, id, revision, { ...ink, stockG }, now);
}

function takeParents(db: Store, { paperId, parents }: ActOf<'parents-parted'>, sign: 1 | -1, now: string): void {
  const stored = paperId === null ? undefined : workshopItem(db, paperId);
  if (stored?.item.kind !== 'paper') return;
  // more may have lain there than was written down
  const stockSheets = Math.max(0, stored.item.stockSheets - sign * parents);
  updateItem(db, stored.revision, { ...stored.item, stockSheets }, now);
}
