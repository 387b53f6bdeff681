import { toldByServer } from '@/words/refusals';
import type { BenchAct, Outcome, PrintState } from '@/model';
import { logActs, printState, shelfPage } from '@/server';
import type { Store } from '@/store';

/** The value of an outcome; a failure ends the test with its own words. */
export function expectOk<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(`${outcome.code}: ${toldByServer(outcome)}`);
  return outcome.value;
}

/** A print after something that must have been done. */
export function stateAfter(db: Store, id: string, done: Outcome<unknown>): PrintState {
  expectOk(done);
  return expectOk(printState(db, id));
}

/** Every living print of a workshop's first shelf, whole. */
export function wholePrints(db: Store): PrintState[] {
  return shelfPage(db, 1, '2026-11-26T10:00:00.000Z').prints.map(({ id }) => expectOk(printState(db, id)));
}

/** Says acts of a version at a print’s bench, all of one moment, each under an id of its own. */
export function actsLogged(version: number, at: string) {
  let serial = 0;
  return (db: Store, id: string, ...acts: readonly BenchAct[]): Outcome<undefined> =>
    logActs(
      db,
      id,
      acts.map((act) => ({ id: `told-entry-${String(++serial).padStart(4, '0')}`, version, at, act })),
      Date.parse(at),
    );
}
