import { withPatch } from '@/derived';
import type { Plan, PrintChanges, PrintState } from '@/model';
import { shared } from './shared';

/**
 * A print with what was heard of it; what was heard before changes nothing. Undefined when something in between was not heard: then the
 * whole print is to be fetched. What stays alike stays the very same object.
 */
export function withChanges(state: PrintState, changes: PrintChanges): PrintState | undefined {
  const { since, now } = changes;
  // the server's file was put back to an older one: all of it is sent anew
  if (since.plan === 0 && since.log === 0 && changes.plan && isBehind(changes, state))
    return { ...withHead(state, changes), now, plan: shared(state.plan, changes.plan), events: changes.events };
  const plan = planAfter(state, changes),
    events = eventsAfter(state, changes);
  if (!plan || !events) return undefined;
  const reached = {
    plan: Math.max(state.now.plan, now.plan),
    log: events.length,
    workshop: Math.max(state.now.workshop, now.workshop),
  };
  const head = isBehind(changes, state) ? state : withHead(state, changes);
  return { ...head, now: shared(state.now, reached), plan, events };
}

const isBehind = ({ now }: PrintChanges, state: PrintState) => now.plan < state.now.plan || now.log < state.now.log;

function withHead(state: PrintState, changes: PrintChanges): PrintState {
  const { name, savedAt, undoLabel, redoLabel, cuttingPace, brushMix, drying } = changes;
  return {
    ...state,
    name,
    savedAt,
    undoLabel,
    redoLabel,
    cuttingPace: cuttingPace ?? state.cuttingPace,
    brushMix: brushMix ?? state.brushMix,
    drying: drying ?? state.drying,
  };
}

function planAfter(state: PrintState, { plan, patches, since, now }: PrintChanges): Plan | undefined {
  if (plan) {
    const newer = now.plan > state.now.plan || (now.plan === state.now.plan && now.workshop >= state.now.workshop);
    return newer ? shared(state.plan, plan) : state.plan;
  }
  if (now.plan <= state.now.plan && since.workshop <= state.now.workshop) return state.plan;
  const follows = state.plan.frozenAt === null && state.plan.uses.length > 0;
  if (since.plan > state.now.plan || (follows && since.workshop > state.now.workshop)) return undefined;
  const news = patches.filter(({ count }) => count > state.now.plan);
  try {
    return shared(
      state.plan,
      news.reduce((before, { patch }) => withPatch(before, patch), state.plan),
    );
  } catch {
    return undefined; // made for another plan than is known here
  }
}

function eventsAfter(state: PrintState, { events, since, now }: PrintChanges): PrintState['events'] | undefined {
  if (now.log <= state.now.log) return state.events;
  if (since.log > state.now.log) return undefined;
  return [...state.events, ...events.slice(state.now.log - since.log)];
}
