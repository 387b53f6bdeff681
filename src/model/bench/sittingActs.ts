import { boolean } from 'yup';
import { id, inRange, named, oneOf, record, text } from '../fields';
import { SITTING_HOURS, TIMER_MINUTES, TIMERS } from '../ranges';
import { kind } from './kind';

/** Clocks that are set, and stretches of work at the bench. */
export const SITTING_ACTS = {
  /** A clock that runs on whether anybody looks or not: ink open on the slab, the next rolling out, whatever one wants to be told of. */
  'timer-set': record({
    kind: kind('timer-set'),
    timerId: id(),
    what: oneOf(TIMERS),
    minutes: inRange(TIMER_MINUTES, ' min'),
    note: text(60),
  }),
  'timer-ended': record({ kind: kind('timer-ended'), timerId: id() }),
  /** Somebody stands at the bench, for so many hours as they mean to. */
  'sitting-begun': record({ kind: kind('sitting-begun'), sittingId: id(), hours: inRange(SITTING_HOURS, ' h') }),
  /** Something of what is to be laid ready, done or noted in a sitting. */
  ticked: record({ kind: kind('ticked'), sittingId: id(), item: named(80), done: boolean().required() }),
  'sitting-ended': record({ kind: kind('sitting-ended'), sittingId: id() }),
};
