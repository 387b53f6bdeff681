import type { SheetRole } from '@/core/sheets';
import type { Plan } from './plan/plan';
import type { WHEREABOUTS } from './ranges';

export type RunPhase = 'planned' | 'cut' | 'printing' | 'done';

export const NEXT_ACTS = [
  'bring-in',
  'flatten',
  'numbered',
  'number',
  'print-on',
  'register',
  'print',
  'cut-first',
  'cut',
  'lock-up',
] as const;
export type NextActKind = (typeof NEXT_ACTS)[number];

/** How a print is worked, as its blocks say; a word for people, no rule. */
export const PROCESSES = ['reduction', 'several blocks', 'reduction and more blocks', 'one block'] as const;
export type Process = (typeof PROCESSES)[number];

/** What is to be done next with a print, and where. */
export interface NextAct {
  readonly view: string;
  readonly act: NextActKind;
  /** What its words hold: numbers, and names that people gave. */
  readonly values: Readonly<Record<string, string | number>>;
  readonly colour: '' | 'press' | 'madder' | 'ochre';
}

/** A print as the shelf shows it. */
export interface PrintCard {
  /** Undefined when what is stored cannot be read; `unreadable` says why. */
  readonly picture: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly process: Process;
  readonly materialId: Plan['blocks'][number]['materialId'];
  readonly edition: number;
  readonly flat: boolean;
  readonly runs: readonly { readonly inks: string; readonly phase: RunPhase }[];
  readonly next: NextAct;
  /** Until when the film on the sheets dries, ISO, where the next run waits for it. */
  readonly dryAt: string | null;
}

export interface ShelfPrint {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  readonly deletedAt: string | null;
  readonly revision: number;
  readonly card: PrintCard | null;
}

/** One page of the shelf. */
export interface ShelfPage {
  readonly prints: readonly ShelfPrint[];
  readonly deleted: readonly ShelfPrint[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  /** Prints whose film is not dry yet, those that are dry first in front, from anywhere on the shelf. */
  readonly drying: readonly { readonly id: string; readonly name: string; readonly dryAt: string }[];
  /** Rises when the workshop changes: pictures of prints that use it are asked for anew. */
  readonly workshop: number;
}

/** Something to buy, or to have ready: paper in parents, ink in grams, board in dm², the rest in pieces. */
export interface ShoppingRow {
  readonly what: 'paper' | 'sheets' | 'ink' | 'board' | 'film' | 'tabs' | 'shims';
  readonly name: string;
  readonly amount: number;
  /** Null where no stock is kept of it. */
  readonly stock: number | null;
  readonly missing: number;
  /** Prints that want it. */
  readonly prints: readonly string[];
}

/** A finished print and where it is. */
export interface PrintStanding {
  readonly key: string;
  readonly name: string;
  readonly roundId: string;
  readonly mark: string;
  readonly role: SheetRole;
  /** The name of the set of inks it is printed in; empty for the first. */
  readonly colourway: string;
  /** Null while nothing was said of it: it lies where it was numbered. */
  readonly where: (typeof WHEREABOUTS)[number] | null;
  readonly place: string;
  readonly note: string;
  /** The day it went there, ISO; null while nothing was said. */
  readonly on: string | null;
}

/** All finished prints of one print on the shelf, as the workshop's list of them has it. */
export interface StandingsOfPrint {
  readonly id: string;
  readonly name: string;
  /** What its counters say, for acts on it. */
  readonly known: string;
  readonly prints: readonly PrintStanding[];
}
