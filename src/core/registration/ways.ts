import { middle } from './findSheet';
import { NO_MOTION, type Motion } from './motion';
import type { Spread } from './fit';

export const REGISTRATION_WAYS = [
  'corner stops',
  'card window',
  'kento',
  'pins and tabs',
  'hinged frame',
  'outline sheet',
  'ticks',
  'tape guides',
  'block onto paper',
  'by eye',
] as const;
export type RegistrationWayId = (typeof REGISTRATION_WAYS)[number];
export type SheetEdge = 'top' | 'right' | 'bottom' | 'left';
export const SHEET_EDGES: readonly SheetEdge[] = ['top', 'right', 'bottom', 'left'];

export interface RegistrationWay {
  readonly id: RegistrationWayId;
  /** Start value of one laying, 1σ. */
  readonly spread: Spread;
  /** Start value: minutes to lay one sheet. */
  readonly minutesASheet: number;
  /** Edges of the print as seen that come against something: they must be cut true. */
  readonly registeringEdges: readonly SheetEdge[];
  /** Paper beyond the finished sheet that the way needs, trimmed off later; mm on each edge. */
  readonly allowanceMm: Readonly<Record<SheetEdge, number>>;
  /** Whether a block can be pushed off its stops by shims. */
  readonly shims: boolean;
}

const NONE = { top: 0, right: 0, bottom: 0, left: 0 } as const;

/** Spreads are start values, as are the minutes: the workshop's own proofs and log replace them. Right and bottom are of the print as seen. */
const WAYS: readonly RegistrationWay[] = [
  {
    id: 'corner stops',
    spread: { shiftMm: 0.3, turnDeg: 0.08 },
    minutesASheet: 0.6,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
  },
  {
    id: 'card window',
    spread: { shiftMm: 0.4, turnDeg: 0.1 },
    minutesASheet: 0.5,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
  },
  {
    id: 'kento',
    spread: { shiftMm: 0.25, turnDeg: 0.06 },
    minutesASheet: 0.4,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: false,
  },
  {
    id: 'pins and tabs',
    spread: { shiftMm: 0.12, turnDeg: 0.03 },
    minutesASheet: 0.4,
    registeringEdges: [],
    allowanceMm: { ...NONE, top: 20 },
    shims: true,
  },
  {
    id: 'hinged frame',
    spread: { shiftMm: 0.3, turnDeg: 0.08 },
    minutesASheet: 1.2,
    registeringEdges: [],
    allowanceMm: { top: 5, right: 5, bottom: 5, left: 5 },
    shims: true,
  },
  {
    id: 'outline sheet',
    spread: { shiftMm: 0.5, turnDeg: 0.15 },
    minutesASheet: 0.9,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: false,
  },
  {
    id: 'ticks',
    spread: { shiftMm: 0.5, turnDeg: 0.12 },
    minutesASheet: 1,
    registeringEdges: [],
    allowanceMm: { top: 12, right: 12, bottom: 12, left: 12 },
    shims: false,
  },
  {
    id: 'tape guides',
    spread: { shiftMm: 0.6, turnDeg: 0.2 },
    minutesASheet: 0.6,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
  },
  {
    id: 'block onto paper',
    spread: { shiftMm: 0.7, turnDeg: 0.25 },
    minutesASheet: 0.8,
    registeringEdges: [],
    allowanceMm: NONE,
    shims: false,
  },
  {
    id: 'by eye',
    spread: { shiftMm: 0.8, turnDeg: 0.3 },
    minutesASheet: 0.5,
    registeringEdges: [],
    allowanceMm: NONE,
    shims: false,
  },
];

export function registrationWay(id: RegistrationWayId): RegistrationWay {
  return WAYS.find((way) => way.id === id)!;
}

export const HANDS = ['new to it', 'practised', 'workshop'] as const;
export type Hand = (typeof HANDS)[number];
/** Start values: what a hand makes of a way's spread. */
const HAND_FACTOR: Readonly<Record<Hand, number>> = { 'new to it': 1.4, practised: 1, workshop: 0.8 };

export function spreadOf(way: RegistrationWay, hand: Hand): Spread {
  return { shiftMm: way.spread.shiftMm * HAND_FACTOR[hand], turnDeg: way.spread.turnDeg * HAND_FACTOR[hand] };
}

/** Movement of paper and wood between the first run and the last; runs between lie evenly between. */
export interface Movement {
  /** Change of the paper's moisture, as a share of full damp: 0.5 is half as damp again, negative is drier. */
  readonly paperDampChange: number;
  /** Direction of the paper's grain as the print is seen. */
  readonly paperGrain: 'upright' | 'level';
  /** Change of the wood's moisture, percent points; 0 for lino. */
  readonly woodMoistureChange: number;
  readonly woodGrain: 'upright' | 'level';
}

/** Start values: growth of paper at full damp along and across the grain, and of wood across the grain for 1 % of moisture. */
export const GROWTH = { paperAlong: 0.003, paperAcross: 0.015, woodAcross: 0.002 } as const;

/**
 * How each run's image lies from movement alone: on paper that has grown the image falls smaller than it should, from wood that has
 * grown it falls larger; both about the corner that is held, `anchor`.
 */
export function movementMotions(
  { paperDampChange, paperGrain, woodMoistureChange, woodGrain }: Movement,
  runs: number,
  anchor: { readonly xMm: number; readonly yMm: number },
): Motion[] {
  return Array.from({ length: runs }, (_, run) => {
    const share = runs > 1 ? run / (runs - 1) : 0;
    const along = GROWTH.paperAlong * paperDampChange * share,
      across = GROWTH.paperAcross * paperDampChange * share,
      wood = GROWTH.woodAcross * woodMoistureChange * share;
    const [paperX, paperY] = paperGrain === 'level' ? [along, across] : [across, along];
    return {
      ...NO_MOTION,
      growthX: (woodGrain === 'level' ? 0 : wood) - paperX,
      growthY: (woodGrain === 'level' ? wood : 0) - paperY,
      about: anchor,
    };
  });
}

/** How one sheet of a proof lay in a run against the run below. */
export interface MeasuredLaying {
  readonly group: string;
  readonly dxMm: number;
  readonly dyMm: number;
  readonly rotationDeg: number;
}

/** Weight of the start value, in layings. */
const START_WEIGHT = 6;
/** A sheet farther from its run's middle than this many standard deviations was laid wrongly: it says nothing of the spread. */
const WRONGLY_LAID = 4;
/** Below so many pairs nobody can tell which sheet is the wrong one. */
const PAIRS_TO_JUDGE = 6;
/** Median of |difference of two| ÷ standard deviation of one, for normal deviates. */
const MEDIAN_DIFFERENCE = 0.6745 * Math.SQRT2;

/**
 * One's own spread from proofs: within each group (one run of one print, several sheets) the variance about the group's own mean, with
 * n − 1 free for n sheets, pooled over groups and axes, so that two sheets a run tell the same as twenty; sheets laid wrongly
 * are left out first, judged by the median of all differences of two (Rousseeuw & Croux 1993), which they do not move.
 * Brought together with the start value until there are many. A misfit between two runs has the spread of two layings, hence √2.
 * Groups of one sheet tell nothing. `degrees`: how sure the answer is, as the degrees of freedom of its variance.
 */
export function learnedSpread(
  start: Spread,
  layings: readonly MeasuredLaying[],
): { readonly spread: Spread; readonly layings: number } {
  const groups = new Map<string, MeasuredLaying[]>();
  for (const laying of layings) groups.set(laying.group, [...(groups.get(laying.group) ?? []), laying]);
  const told = [...groups.values()].filter((group) => group.length > 1);
  if (told.length === 0) return { spread: start, layings: 0 };
  const along = (key: 'dxMm' | 'dyMm' | 'rotationDeg') => told.map((group) => group.map((laying) => laying[key]));
  const shift = pooled([...along('dxMm'), ...along('dyMm')]),
    turn = pooled(along('rotationDeg'));
  const blend = (own: { variance: number; free: number }, from: number, axes: number) =>
    Math.sqrt(((own.free * own.variance) / 2 + axes * START_WEIGHT * from * from) / (own.free + axes * START_WEIGHT));
  return {
    spread: {
      shiftMm: blend(shift, start.shiftMm, 2),
      turnDeg: blend(turn, start.turnDeg, 1),
      degrees: shift.free + 2 * START_WEIGHT,
    },
    layings: told.reduce((n, group) => n + group.length, 0),
  };
}

/** Variance within groups, and its degrees of freedom. */
function pooled(groups: readonly (readonly number[])[]): { variance: number; free: number } {
  const differences = groups.flatMap((group) =>
    group.flatMap((a, i) => group.slice(i + 1).map((b) => Math.abs(a - b))),
  );
  const usual = middle(differences) / MEDIAN_DIFFERENCE;
  const judged = differences.length >= PAIRS_TO_JUDGE && usual > 0;
  let squares = 0,
    free = 0;
  for (const group of groups) {
    const mid = middle(group);
    const kept = judged ? group.filter((v) => Math.abs(v - mid) <= WRONGLY_LAID * usual) : group;
    if (kept.length < 2) continue;
    const mean = kept.reduce((sum, v) => sum + v, 0) / kept.length;
    squares += kept.reduce((sum, v) => sum + (v - mean) ** 2, 0);
    free += kept.length - 1;
  }
  return { variance: free > 0 ? squares / free : 0, free };
}
