import { id, oneOf, record, whole } from '../fields';
import { CLASS_PLACES, CLASS_SHEETS, STATIONS } from '../ranges';
import { kind } from './kind';

const stands = () => ({
  classId: id(),
  station: oneOf(STATIONS),
  place: whole(CLASS_PLACES),
});

/** A class at one block: people are their places at the table, and nothing else is known of them. */
export const CLASS_ACTS = {
  /** The sheets of a round are dealt out: so many to each place, in the order of the places. */
  'class-begun': record({
    kind: kind('class-begun'),
    classId: id(),
    roundId: id(),
    places: whole(CLASS_PLACES),
    each: whole(CLASS_SHEETS),
  }),
  /** A place stands in line at a station, behind those that stand there. */
  'lined-up': record({ kind: kind('lined-up'), ...stands() }),
  'stepped-out': record({ kind: kind('stepped-out'), ...stands() }),
  'class-ended': record({ kind: kind('class-ended'), classId: id() }),
};
