import type { TimedCut } from '@/core/cutting';
import type { BenchAct, BenchEvent } from '@/core/sheets';
import type { Store } from './open';

export function benchLog(db: Store, printId: string): BenchEvent[] {
  return db
    .prepare<[string], { id: string; at: string; act: string }>(
      'SELECT id, at, act FROM bench_log WHERE print_id = ? ORDER BY seq',
    )
    .all(printId)
    .map(({ id, at, act }) => ({ id, at, act: JSON.parse(act) as BenchAct }));
}

/** Adds one entry at the end; false when an entry with this id is already there. */
export function appendBenchEvent(db: Store, printId: string, event: BenchEvent): boolean {
  return (
    db
      .prepare(
        `INSERT INTO bench_log (print_id, seq, id, at, act)
    SELECT @printId, coalesce((SELECT max(seq) FROM bench_log WHERE print_id = @printId), 0) + 1, @id, @at, @act
    WHERE NOT EXISTS (SELECT 1 FROM bench_log WHERE print_id = @printId AND id = @id)`,
      )
      .run({ printId, id: event.id, at: event.at, act: JSON.stringify(event.act) }).changes === 1
  );
}

export function hasBenchEvent(db: Store, printId: string, id: string): boolean {
  return db.prepare('SELECT 1 FROM bench_log WHERE print_id = ? AND id = ?').get(printId, id) !== undefined;
}

/** Pulls of counted sheets in all prints that still count: what the workshop's own loss is learned from. */
export function workshopLosses(db: Store): { lost: number; kept: number } {
  const row = db
    .prepare<[], { lost: number; total: number }>(
      `
    SELECT coalesce(sum(l.act ->> 'setAside'), 0) AS lost, count(*) AS total FROM bench_log l
    WHERE l.act ->> 'kind' = 'pull' AND l.act ->> 'sheet' NOT LIKE 'T%'
      AND (l.print_id, l.id) NOT IN (SELECT print_id, act ->> 'pullId' FROM bench_log WHERE act ->> 'kind' = 'pull-undone')`,
    )
    .get()!;
  return { lost: row.lost, kept: row.total - row.lost };
}

/** Cuts in all prints whose time was written down, with what the start values had said. */
export function timedCuts(db: Store): TimedCut[] {
  return db
    .prepare<[], TimedCut>(
      `SELECT act ->> 'minutes' AS tookMin, act ->> 'saidHours' AS saidHours FROM bench_log
    WHERE act ->> 'kind' = 'stage-cut' AND act ->> 'minutes' > 0 AND act ->> 'saidHours' > 0`,
    )
    .all();
}
