import type { Lab } from '@/core/colour';
import type { EditionKind, SheetRole } from '@/core/sheets';
import type { Plan, PrintRecord } from './plan/plan';
import type { Process } from './print';

/** What became of a print, or is becoming of it. */
export type PrintKind = SheetRole | 'unfinished' | 'spoiled' | 'test';

/** One set of inks of an edition: how many prints there are of each kind. */
export interface EditionOfInks {
  /** Empty for the first set. */
  readonly colourway: string;
  readonly numbered: number;
  readonly kinds: readonly { readonly kind: PrintKind; readonly count: number }[];
  /** Inks that are others than the first set's, by run. */
  readonly inks: readonly { readonly run: number; readonly names: readonly string[] }[];
}

/** All that is kept of an edition when it is done; plain data, as the archive of a print holds it. */
export interface EditionRecord {
  readonly form: 'ulexite-record';
  readonly version: 1;
  readonly name: string;
  readonly told: PrintRecord;
  readonly process: Process;
  readonly imageMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly paper: string;
  /** By what they go by, initials or none. */
  readonly hands: readonly string[];
  /** Null while no number is given. */
  readonly edition: EditionKind | null;
  readonly sets: readonly EditionOfInks[];
  readonly runs: readonly {
    readonly run: number;
    readonly inks: readonly string[];
    readonly labD50: readonly Lab[];
    readonly mediums: readonly Plan['inks'][number]['mediumId'][];
    readonly sheets: number;
    readonly firstAt: string | null;
    readonly lastAt: string | null;
  }[];
  readonly blocks: readonly {
    readonly id: string;
    readonly name: string;
    readonly materialId: Plan['blocks'][number]['materialId'];
    readonly end: 'kept' | 'cancelled' | 'destroyed' | null;
    readonly endedAt: string | null;
  }[];
  readonly begunAt: string | null;
  readonly finishedAt: string | null;
  readonly numberedAt: string | null;
  /** Numberings that were corrected, with their reasons. */
  readonly corrections: readonly { readonly at: string; readonly reason: string }[];
  readonly prints: readonly {
    readonly name: string;
    readonly mark: string;
    readonly kind: PrintKind;
    readonly colourway: string;
    readonly varies: string;
    readonly faults: readonly string[];
    readonly graded: string | null;
  }[];
}
