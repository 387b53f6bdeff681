import { printName, sheetOfPrint, type SheetName } from '@/core/sheets';
import { EDITION_ROUND, type ActOf } from '@/model';
import type { EventOf } from './replayLog';

/** Which print of which round an act is about. */
export interface PrintNamed {
  readonly roundId?: string;
  readonly sheet: SheetName;
  readonly image?: number;
}

/** The name of a print among all rounds. */
export function printKey({ roundId = EDITION_ROUND, sheet, image }: PrintNamed): string {
  return `${roundId}/${printName({ sheet, image })}`;
}

/** A print as acts name it, from its round and its name. */
export function printNamed({ roundId, name }: { readonly roundId: string; readonly name: string }): PrintNamed {
  return { ...(roundId === EDITION_ROUND ? {} : { roundId }), ...sheetOfPrint(name) };
}

/** How a print was sorted. */
export interface Graded {
  readonly at: string;
  readonly grade: Exclude<ActOf<'looked-over'>['grade'], 'open'>;
  readonly note: string;
}

export interface PlacedFault extends Omit<ActOf<'fault-placed'>, 'kind'> {
  readonly at: string;
}

/** One numbering, as it was given then. */
export interface Numbering extends Omit<ActOf<'numbered'>, 'kind'> {
  readonly at: string;
}

/** Where a print went, and on which day. */
export interface Move extends Omit<ActOf<'moved-to'>, 'kind'> {
  readonly at: string;
  readonly on: string;
}

export interface BlockEnd extends Omit<ActOf<'block-ended'>, 'kind' | 'blockId'> {
  readonly at: string;
}

export function newEdition() {
  return {
    bat: undefined as PrintNamed | undefined,
    grades: new Map<string, Graded>(),
    placedFaults: [] as readonly PlacedFault[],
    varies: new Map<string, string>(),
    numberings: [] as Numbering[],
    moves: [] as Move[],
    whereabouts: new Map<string, Move>(),
    blockEnds: new Map<string, BlockEnd>(),
  };
}

type Edition = ReturnType<typeof newEdition>;
type EditionKind =
  | 'bat-chosen'
  | 'looked-over'
  | 'fault-placed'
  | 'fault-place-undone'
  | 'varies-in'
  | 'numbered'
  | 'moved-to'
  | 'block-ended';

/** What the log's entries about finished prints do. Prints and their rounds are named by `printKey`. */
export const EDITION_ENTRIES: { readonly [Kind in EditionKind]: (replay: Edition, event: EventOf<Kind>) => void } = {
  'looked-over': (r, { at, act: { grade, note, ...print } }) => {
    if (grade === 'open') r.grades.delete(printKey(print));
    else r.grades.set(printKey(print), { at, grade, note });
  },
  'bat-chosen': (r, { act: { kind: _, ...print } }) => {
    r.bat = print;
  },
  'fault-placed': (r, { at, act: { kind: _, ...placed } }) => {
    if (!r.placedFaults.some(({ placeId }) => placeId === placed.placeId))
      r.placedFaults = [...r.placedFaults, { at, ...placed }];
  },
  'fault-place-undone': (r, { act: { placeId } }) => {
    r.placedFaults = r.placedFaults.filter((one) => one.placeId !== placeId);
  },
  'varies-in': (r, { act: { says, ...print } }) => {
    if (says === '') r.varies.delete(printKey(print));
    else r.varies.set(printKey(print), says);
  },
  numbered: (r, { at, act: { kind: _, ...numbering } }) => {
    r.numberings.push({ at, ...numbering });
  },
  'moved-to': (r, { at, act: { kind: _, on = at.slice(0, 10), ...moved } }) => {
    const move = { at, on, ...moved };
    r.moves.push(move);
    r.whereabouts.set(printKey(moved), move);
  },
  'block-ended': (r, { at, act: { kind: _, blockId, ...end } }) => {
    r.blockEnds.set(blockId, { at, ...end });
  },
};
