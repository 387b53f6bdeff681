import {
  ACT_VERSION,
  EDITION_ROUND,
  isTestSheet,
  upgradedAct,
  type ActOf,
  type BenchAct,
  type BenchEvent,
  type BrushedRun,
  type Dried,
  type RunLosses,
  type TimedCut,
} from '@/model';
import type { Store } from './open';

interface Row {
  readonly seq: number;
  readonly id: string;
  readonly at: string;
  readonly act: string;
  readonly version: number;
}

/** Logs read last, kept in memory: a log only grows, so that only what is new is read again. */
const LOGS_KEPT = 12;
const kept = new WeakMap<Store, Map<string, readonly BenchEvent[]>>();

/** The whole log of a print, in order. The answer is shared: it is never changed. */
export function benchLog(db: Store, printId: string): readonly BenchEvent[] {
  const logs = kept.get(db) ?? new Map<string, readonly BenchEvent[]>();
  kept.set(db, logs);
  const known = stillThere(db, printId, logs.get(printId) ?? []);
  const fresh = logSince(db, printId, known.length);
  const log = fresh.length === 0 ? known : [...known, ...fresh];
  if (db.inTransaction) return log; // it may yet be rolled back
  logs.delete(printId);
  logs.set(printId, log);
  if (logs.size > LOGS_KEPT) logs.delete(logs.keys().next().value!);
  return log;
}

/** How many entries the log of a print has. */
export function logCount(db: Store, printId: string): number {
  return db
    .prepare<[string], { n: number }>('SELECT coalesce(max(seq), 0) AS n FROM bench_log WHERE print_id = ?')
    .get(printId)!.n;
}

/** The log as it was written, unread. */
export function rawLog(db: Store, printId: string): Row[] {
  return db
    .prepare<[string], Row>('SELECT seq, id, at, act, version FROM bench_log WHERE print_id = ? ORDER BY seq')
    .all(printId);
}

/** Entries after the first `known`, in order. Entries are numbered from 1 without gaps. */
export function logSince(db: Store, printId: string, known: number): BenchEvent[] {
  return db
    .prepare<[string, number], Row>(
      'SELECT seq, id, at, act, version FROM bench_log WHERE print_id = ? AND seq > ? ORDER BY seq',
    )
    .all(printId, known)
    .map(({ id, at, act, version }) => ({ id, at, act: upgradedAct(JSON.parse(act), version) as BenchAct }));
}

function stillThere(db: Store, printId: string, log: readonly BenchEvent[]): readonly BenchEvent[] {
  if (log.length === 0) return log;
  const row = db
    .prepare<[string, number], { id: string }>('SELECT id FROM bench_log WHERE print_id = ? AND seq = ?')
    .get(printId, log.length);
  return row?.id === log[log.length - 1].id ? log : [];
}

/** Adds one entry at the end; false when an entry with this id is already there. */
export function appendBenchEvent(db: Store, printId: string, event: BenchEvent): boolean {
  if (hasBenchEvent(db, printId, event.id)) return false;
  const { seq } = db
    .prepare<[string], { seq: number }>('SELECT coalesce(max(seq), 0) + 1 AS seq FROM bench_log WHERE print_id = ?')
    .get(printId)!;
  db.prepare('INSERT INTO bench_log (print_id, seq, id, at, act, version) VALUES (?, ?, ?, ?, ?, ?)').run(
    printId,
    seq,
    event.id,
    event.at,
    JSON.stringify(event.act),
    ACT_VERSION,
  );
  project(db, printId, seq, event.act);
  return true;
}

/** Keeps what is asked of all logs together, in the transaction that appends. */
function project(db: Store, printId: string, seq: number, act: BenchAct): void {
  if ((act.kind === 'cut-done' || act.kind === 'slip' || act.kind === 'photographed') && act.pictureSha)
    db.prepare('INSERT INTO log_blobs (print_id, seq, sha) VALUES (?, ?, ?)').run(printId, seq, act.pictureSha);
  if (act.kind === 'photographed' && act.originalSha && act.originalSha !== act.pictureSha)
    db.prepare('INSERT INTO log_blobs (print_id, seq, sha) VALUES (?, ?, ?)').run(printId, seq, act.originalSha);
  if (countsForLosses(act)) count(db, printId, act.runId, 1, act.setAside);
  if (act.kind !== 'pull-undone') return;
  const row = db
    .prepare<[string, string], { act: string }>('SELECT act FROM bench_log WHERE print_id = ? AND id = ?')
    .get(printId, act.pullId);
  const pull = row && (JSON.parse(row.act) as BenchAct);
  if (pull && countsForLosses(pull)) count(db, printId, pull.runId, -1, pull.setAside);
}

/** Proofs are pulled to learn something: what is lost of them says nothing about an edition. */
function countsForLosses(act: BenchAct): act is ActOf<'pull'> {
  return act.kind === 'pull' && (act.roundId ?? EDITION_ROUND) === EDITION_ROUND && !isTestSheet(act.sheet);
}

function count(db: Store, printId: string, runId: string, sheets: 1 | -1, lost: boolean): void {
  db.prepare(
    `INSERT INTO run_losses (print_id, run_id, sheets, lost) VALUES (?, ?, ?, ?)
     ON CONFLICT (print_id, run_id) DO UPDATE SET sheets = sheets + excluded.sheets, lost = lost + excluded.lost`,
  ).run(printId, runId, sheets, lost ? sheets : 0);
}

export function hasBenchEvent(db: Store, printId: string, id: string): boolean {
  return db.prepare('SELECT 1 FROM bench_log WHERE print_id = ? AND id = ?').get(printId, id) !== undefined;
}

/** Runs of all other prints by what they lost, test sheets left out: what the workshop's own loss is learned from. */
export function lossesElsewhere(db: Store, printId: string): RunLosses[] {
  return db
    .prepare<[string], Omit<RunLosses, 'way'> & { readonly way: string | null }>(
      `SELECT sheets, lost, way, count(*) AS runs FROM run_losses WHERE sheets > 0 AND print_id <> ?
      GROUP BY sheets, lost, way`,
    )
    .all(printId)
    .map(({ way, ...losses }) => ({ ...losses, ...(way !== null && { way: JSON.parse(way) as RunLosses['way'] }) }));
}

/** Keeps with the losses of a print's runs in which way each was printed. */
export function keepRunWays(db: Store, printId: string, ways: ReadonlyMap<string, RunLosses['way']>): void {
  const keep = db.prepare('UPDATE run_losses SET way = ? WHERE print_id = ? AND run_id = ?');
  for (const [runId, way] of ways) keep.run(JSON.stringify(way), printId, runId);
}

/** Cuts in all prints whose time was written down, with what the start values had said. */
export function timedCuts(db: Store): TimedCut[] {
  return db
    .prepare<[], TimedCut>(
      `SELECT act ->> 'minutes' AS tookMin, act ->> 'saidHours' AS saidHours FROM bench_log INDEXED BY bench_log_cuts
    WHERE act ->> 'kind' IN ('stage-cut', 'cut-done') AND act ->> 'minutes' > 0 AND act ->> 'saidHours' > 0`,
    )
    .all();
}

/** Every look at a film in all prints that teaches how films dry. */
export function driedFilms(db: Store): Dried[] {
  return db
    .prepare<[], { readonly dried: string }>(
      `SELECT act ->> 'dried' AS dried FROM bench_log INDEXED BY bench_log_dried WHERE act ->> 'dried' IS NOT NULL`,
    )
    .all()
    .map((row) => JSON.parse(row.dried) as Dried);
}

/** What layings by brush took in all prints, with what the start values had said. */
export function brushedRuns(db: Store): BrushedRun[] {
  return db
    .prepare<[], { readonly usedMl: string; readonly saidMl: string }>(
      `SELECT act ->> 'usedMl' AS usedMl, act ->> 'saidMl' AS saidMl FROM bench_log INDEXED BY bench_log_brushed
    WHERE act ->> 'kind' = 'brushed-with'`,
    )
    .all()
    .map(({ usedMl, saidMl }) => ({
      used: JSON.parse(usedMl) as BrushedRun['used'],
      said: JSON.parse(saidMl) as BrushedRun['said'],
    }));
}
