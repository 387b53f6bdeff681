import { Setting } from '@/model';
import type { Fault } from '@/core/sheets';

import { EDITION_ROUND, type BenchAct, type BenchEvent } from '@/model';

const START = Date.parse('2026-11-20T08:00:00Z');
export const MINUTE = 60_000;

const BEGUN: BenchAct = {
  ...{ kind: 'round-begun', roundId: EDITION_ROUND, round: 'edition', paper: null, counted: 40, tests: 1 },
};

/** Acts at the bench one after the other, five minutes apart, a number being a pause of so many hours; and a minute after the last. */
export function sitting(...acts: readonly (BenchAct | number)[]): { events: BenchEvent[]; nowMs: number } {
  let at = START;
  const events: BenchEvent[] = [];
  for (const act of [BEGUN, ...acts]) {
    if (typeof act === 'number') at += 60 * MINUTE * act;
    else events.push({ id: `event-${events.length}`, at: new Date((at += 5 * MINUTE)).toISOString(), act });
  }
  return { events, nowMs: at + MINUTE };
}

/** Sheets of the edition pulled in a run, all with the same faults. */
export function pullsOf(runId: string, from: number, to: number, ...faults: Fault[]): BenchAct[] {
  return Array.from({ length: to - from + 1 }, (_, i) => ({
    ...{ kind: 'pull' as const, runId, sheet: String(from + i), faults, setAside: false, note: '' },
  }));
}

/** A setting of the edition's round. */
export function settingOf(runId: string, what: Setting, value: string, fromSheet: string | number): BenchAct {
  return {
    ...{ kind: 'setting-changed', roundId: EDITION_ROUND, runId, fromSheet: String(fromSheet), what, value, why: '' },
  };
}
