import { string } from 'yup';
import { MAX_COPIES } from '@/core/registration';
import { FAULTS, SHEET_ROLES } from '@/core/sheets';
import { phrase } from '@/core/units';
import { id, isoDay, list, mm, oneOf, record, text, whole } from '../fields';
import { BLOCK_ENDS, EDITION_KINDS, GRADES, PLACE_ON_PRINT_MM, WHEREABOUTS } from '../ranges';
import { kind } from './kind';
import { sheetName } from './sheetName';

/** Marks of one numbering: more than any edition and its proofs have. */
const MOST_MARKS = 50_000;

/** A print: a sheet, or one of the images it is cut apart into; absent round: the edition's. */
const ofPrint = () => ({
  roundId: id().optional(),
  sheet: sheetName(),
  /** Which of the images on it, from 1, where it is cut apart. */
  image: whole({ min: 1, max: MAX_COPIES ** 2, what: phrase('measure.imageOfTheSheet') }).optional(),
});

/** What happens to prints after the last run: looked over, numbered, kept, given away. */
export const EDITION_ACTS = {
  /** Sorted by hand when all prints lie side by side. */
  'looked-over': record({ kind: kind('looked-over'), ...ofPrint(), grade: oneOf(GRADES), note: text(300) }),
  /** This print is what all others are held against: good to print. */
  'bat-chosen': record({ kind: kind('bat-chosen'), ...ofPrint() }),
  /** Where on the print as seen a fault is, mm from the upper left of the image. */
  'fault-placed': record({
    kind: kind('fault-placed'),
    placeId: id(),
    ...ofPrint(),
    fault: oneOf(FAULTS),
    xMm: mm(PLACE_ON_PRINT_MM),
    yMm: mm(PLACE_ON_PRINT_MM),
    note: text(300),
  }),
  'fault-place-undone': record({ kind: kind('fault-place-undone'), placeId: id() }),
  /** What is otherwise on this print of a varied edition, in words; empty where nothing is said any more. */
  'varies-in': record({ kind: kind('varies-in'), ...ofPrint(), says: text(300) }),
  /** Numbers and other marks, all of them: those given before stay on record. */
  numbered: record({
    kind: kind('numbered'),
    edition: oneOf(EDITION_KINDS),
    marks: list(
      record({
        ...ofPrint(),
        role: oneOf(SHEET_ROLES),
        /** Set of inks it is printed in; absent: the first. */
        colourwayId: id().optional(),
        mark: string().required().max(60),
      }),
      MOST_MARKS,
    ),
    reason: text(500),
  }),
  /** Where a print is, from a day on; without one, since this was said. */
  'moved-to': record({
    kind: kind('moved-to'),
    ...ofPrint(),
    where: oneOf(WHEREABOUTS),
    /** In one's own words: which drawer, which show. Stays out of what is shared unless it is asked for. */
    place: text(120),
    note: text(300),
    on: isoDay().optional(),
  }),
  'block-ended': record({ kind: kind('block-ended'), blockId: id(), how: oneOf(BLOCK_ENDS), note: text(300) }),
};
