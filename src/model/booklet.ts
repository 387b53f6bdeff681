import type { Lab } from '@/core/colour';
import type { MediumId } from '@/core/inks';
import type { RegistrationWayId } from '@/core/registration';
import type { Fault } from '@/core/sheets';
import type { SETTINGS } from './ranges';
import type { Plan } from './plan/plan';

type Setting = (typeof SETTINGS)[number];

/** An ink as it was mixed and printed in a run. */
export interface CardInk {
  readonly name: string;
  readonly medium: MediumId;
  readonly solidLabD50: Lab;
  /** Shares by weight: as poured where a pot was, else as planned. */
  readonly parts: readonly { readonly name: string; readonly share: number }[];
  readonly poured: boolean;
  readonly softenerPercent: number;
  /** Grams to a hundred of ink. */
  readonly addedPercent: Readonly<Record<'softener' | 'grease' | 'drier', number>> | null;
  readonly secondsToFall: number | null;
  readonly readLabD50: Lab | null;
  readonly mixedG: number | null;
  readonly leftG: number | null;
  readonly neededG: number;
}

/** A run as it was printed, complete enough to print it again. All lengths in mm, masses in grams, times in minutes or ISO. */
export interface RunCard {
  readonly run: number;
  readonly runId: string;
  readonly inks: readonly CardInk[];
  readonly blocks: readonly {
    readonly name: string;
    readonly material: string;
    readonly sizeMm: Plan['blocks'][number]['sizeMm'];
  }[];
  readonly impressions: number;
  /** What each colour of the picture this run lies on comes to: planned, and as it was read. */
  readonly colours: readonly {
    readonly name: string;
    readonly plannedLabD50: Lab;
    readonly readLabD50: Lab | null;
    readonly films: number;
  }[];
  /** What was set for the first sheet, and from which sheet on otherwise. */
  readonly settingsAtFirst: Readonly<Partial<Record<Setting, string>>>;
  readonly settingsChanged: readonly {
    readonly fromSheet: string;
    readonly what: Setting;
    readonly value: string;
    readonly why: string;
  }[];
  readonly sheets: { readonly pulled: number; readonly good: number; readonly usable: number; readonly aside: number };
  readonly faults: readonly { readonly fault: Fault; readonly sheets: readonly string[] }[];
  readonly notes: readonly { readonly sheet: string; readonly note: string }[];
  readonly cutAt: string | null;
  readonly cutMinutes: number | null;
  readonly firstAt: string | null;
  readonly lastAt: string | null;
  readonly minutesASheet: number | null;
  readonly sittings: number;
  readonly warmUps: number;
  readonly room: readonly {
    readonly at: string;
    readonly temperatureC: number;
    readonly relativeHumidityPercent: number;
  }[];
  readonly dryAt: string | null;
  readonly drySeenAt: string | null;
  /** Printed all the same on a film below that was not dry yet, or had closed: from a sheet on, so many hours after that was laid. */
  readonly overruled: readonly {
    readonly sheet: string;
    readonly what: 'too early' | 'too late';
    readonly hours: number;
  }[];
  readonly shims: string;
  readonly misfit: { readonly dxMm: number; readonly dyMm: number; readonly rotationDeg: number } | null;
  /** What the counts say of the settings. */
  readonly learned: readonly {
    readonly fault: Fault;
    readonly settings: readonly { readonly what: Setting; readonly value: string }[];
    readonly with: number;
    readonly of: number;
    readonly withoutWith: number;
    readonly withoutOf: number;
    readonly chance: number;
  }[];
  readonly remedies: readonly { readonly sign: string; readonly causeId: string; readonly helped: boolean | null }[];
  /** Photographs of its pulls, by SHA-256 of the picture. */
  readonly photographs: readonly { readonly sheet: string; readonly sha256: string }[];
}

/** A print as it was made: all of its runs, its paper, registration, blocks and people. */
export interface Booklet {
  readonly form: 'ulexite-booklet';
  readonly version: 1;
  readonly name: string;
  readonly sizeMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly imageAtMm: { readonly xMm: number; readonly yMm: number } | null;
  readonly paper: { readonly name: string; readonly labD50: Lab };
  readonly papers: readonly { readonly name: string; readonly gramsPerM2: number; readonly sizing: string }[];
  readonly registration: RegistrationWayId;
  readonly filmsMeet: string;
  readonly edition: number;
  readonly started: { readonly counted: number; readonly tests: number } | null;
  /** People who printed, by the names they have in the workshop: initials or none. */
  readonly hands: readonly string[];
  readonly tools: readonly string[];
  readonly runs: readonly RunCard[];
}
