import type { Stretch } from './hours';

/** One step of a print: work for a pair of hands, and what must lie between it and the steps before it. All times are minutes. */
export interface WorkStep {
  readonly id: string;
  readonly printId: string;
  readonly workMin: number;
  /** Laying out and cleaning up, in each sitting in which it is worked on. */
  readonly eachSittingMin: number;
  /** It is not begun for less than this, nor broken off with less left; as long as all of it where it cannot be split. */
  readonly leastMin: number;
  /** Hands that can do it: one of them does. */
  readonly handIds: readonly string[];
  /** Things of the workshop it has to itself meanwhile. */
  readonly needIds: readonly string[];
  /** It begins so long after the end of another, and not later than so long. */
  readonly after: readonly { readonly id: string; readonly waitMin: number; readonly mostMin?: number }[];
  /** Places its sheets take while it is worked on and so long after (before, where time runs backwards). */
  readonly rack?: {
    readonly id: string;
    readonly sheets: number;
    readonly afterMin: number;
    readonly beforeMin?: number;
  };
  /** It is worked on in the evening hours of a hand, not in its others. */
  readonly eveningsOnly?: boolean;
  readonly notBeforeMin?: number;
  /** It is wanted to begin on the day from here on, before others that are not. */
  readonly wantedMin?: number;
}

/** When a hand works; what is done in evenings only is done in `evenings` (its hours where they are not said), within its hours or beyond them. */
export interface HandHours {
  readonly id: string;
  readonly hours: readonly Stretch[];
  readonly evenings?: readonly Stretch[];
}

/** What there is of hands, things and places. */
export interface Shop {
  readonly hands: readonly HandHours[];
  /** Things that are taken at times; what is not named is always free. */
  readonly taken: readonly { readonly id: string; readonly stretches: readonly Stretch[] }[];
  readonly racks: readonly {
    readonly id: string;
    readonly places: number;
    readonly taken?: readonly { readonly stretch: Stretch; readonly sheets: number }[];
  }[];
}

export interface PlacedStep {
  readonly id: string;
  readonly handId: string;
  /** Sittings, in order, each with what it wants to lay out and to clean up. */
  readonly sittings: readonly Stretch[];
  /** What kept it from beginning sooner. */
  readonly heldBy: 'nothing' | 'before' | 'day' | 'rack' | 'hours';
  /** The step before it that ended last, with its wait. */
  readonly afterId?: string;
}

/** Why a step could not be placed, or lies where it should not. */
export interface Trouble {
  readonly id: string;
  readonly is: 'no hours' | 'too many for the rack' | 'too long after' | 'never its turn';
  /** The step it comes too long after, or that is never done. */
  readonly afterId?: string;
}

export interface Schedule {
  readonly steps: ReadonlyMap<string, PlacedStep>;
  readonly troubles: readonly Trouble[];
  /** When each print is finished; a print one of whose steps has no place never is. */
  readonly ends: ReadonlyMap<string, number>;
}

/** Before and after all that is reckoned with, minutes. */
export const EVER = Number.MAX_SAFE_INTEGER;

/** How many sittings a schedule asks for: those of one hand that begin in the same third of a day are one. */
export function sittingsOf({ steps }: Pick<Schedule, 'steps'>): number {
  const used = new Set<string>();
  for (const { handId, sittings } of steps.values())
    for (const [from] of sittings) used.add(`${handId} ${Math.floor(from / DAY_PART_MIN)}`);
  return used.size;
}

const DAY_PART_MIN = 480;
