import type { ActOf } from '@/model';
import type { EventOf } from './replayLog';

/** A clock somebody set at the bench. */
export interface Timer extends Omit<ActOf<'timer-set'>, 'kind'> {
  readonly at: string;
}

/** A stretch of work at the bench. */
export interface Sitting {
  readonly sittingId: string;
  readonly at: string;
  /** As long as it was meant to be. */
  readonly hours: number;
  /** What of its list is done, by the names of the items. */
  readonly ticked: readonly string[];
  readonly endedAt?: string;
}

interface Clocks {
  /** Those that run, oldest first. */
  timers: readonly Timer[];
  sittings: readonly Sitting[];
}
type ClockKind = 'timer-set' | 'timer-ended' | 'sitting-begun' | 'ticked' | 'sitting-ended';

export const SITTING_ENTRIES: { readonly [Kind in ClockKind]: (replay: Clocks, event: EventOf<Kind>) => void } = {
  'timer-set': (r, { at, act: { kind: _, ...timer } }) => {
    r.timers = [...r.timers.filter(({ timerId }) => timerId !== timer.timerId), { at, ...timer }];
  },
  'timer-ended': (r, { act }) => {
    r.timers = r.timers.filter(({ timerId }) => timerId !== act.timerId);
  },
  'sitting-begun': (r, { at, act: { sittingId, hours } }) => {
    if (r.sittings.some((one) => one.sittingId === sittingId)) return;
    // one stands at the bench once: a sitting that was left open ends where the next begins
    r.sittings = [
      ...r.sittings.map((one) => ({ ...one, endedAt: one.endedAt ?? at })),
      { sittingId, at, hours, ticked: [] },
    ];
  },
  ticked: (r, { act: { sittingId, item, done } }) =>
    withSitting(r, sittingId, (one) => {
      const others = one.ticked.filter((known) => known !== item);
      return { ...one, ticked: done ? [...others, item] : others };
    }),
  'sitting-ended': (r, { at, act: { sittingId } }) =>
    withSitting(r, sittingId, (one) => ({ ...one, endedAt: one.endedAt ?? at })),
};

function withSitting(r: Clocks, sittingId: string, change: (sitting: Sitting) => Sitting): void {
  r.sittings = r.sittings.map((one) => (one.sittingId === sittingId ? change(one) : one));
}
