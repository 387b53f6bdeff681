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
  readonly name: string;
  readonly inShort: string;
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
  readonly asksOfPaper: string;
  readonly asksOfBlock: string;
  readonly make: readonly string[];
  readonly steps: readonly string[];
}

const NONE = { top: 0, right: 0, bottom: 0, left: 0 } as const;

/** Spreads are start values, as are the minutes: the workshop's own proofs and log replace them. Right and bottom are of the print as seen. */
const WAYS: readonly RegistrationWay[] = [
  {
    id: 'corner stops',
    name: 'Corner stops',
    inShort: 'a board with three contacts each for block and paper',
    spread: { shiftMm: 0.3, turnDeg: 0.08 },
    minutesASheet: 0.6,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
    asksOfPaper: 'Two neighbouring edges cut true and square to each other; the same two at every run.',
    asksOfBlock: 'All blocks cut square at the origin corner.',
    make: [
      'Board, flat and stiff',
      'Stops for the block: lower than the block’s face',
      'Stops for the paper: higher than the block with its paper',
    ],
    steps: [
      'Glue or trace the drawing onto the board, the origin corner at your bottom left.',
      'Fix the block’s stops: two on the long side, one on the short.',
      'Set a block against them and fix the paper’s stops by the outer line.',
      'Ink, set the block home against its three stops, lay the sheet face down against its own three.',
      'Mark the board’s upper side and the block’s back with the origin corner.',
    ],
  },
  {
    id: 'card window',
    name: 'L-window in card',
    inShort: 'a card with an opening for the block and a curb for the paper',
    spread: { shiftMm: 0.4, turnDeg: 0.1 },
    minutesASheet: 0.5,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
    asksOfPaper: 'Two neighbouring edges cut true.',
    asksOfBlock: 'All blocks of one size, or held in the origin corner.',
    make: [
      'Base board',
      'Card window of the paper’s size',
      'Curb of two strips',
      'Floor sheet that brings the block’s face just above the card',
    ],
    steps: [
      'Cut the opening with the block laid on the card, the knife held upright.',
      'Glue the card to the base, then the curb along two edges of the card.',
      'Lay the floor sheet into the opening and the block upon it.',
      'Ink outside, set the block into the corner of the opening, lay the sheet against the curb.',
    ],
  },
  {
    id: 'kento',
    name: 'Kento',
    inShort: 'a corner and a side mark cut in every block',
    spread: { shiftMm: 0.25, turnDeg: 0.06 },
    minutesASheet: 0.4,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: false,
    asksOfPaper: 'Two neighbouring edges cut true; damp paper keeps one moisture.',
    asksOfBlock: 'A rim of block outside the image on two sides, as wide as the margin and the mark.',
    make: ['A corner mark and a side mark in every block', 'Inlays of harder wood where a corner wears'],
    steps: [
      'Transfer the marks with the drawing: they are part of the key.',
      'Cut the paper’s edge line upright with a knife, then slope the wood down to it.',
      'Cut no deeper than twice the paper’s thickness: the sheet must not ride up.',
      'Lay the corner first, then let the long edge down on the side mark.',
      'Misfit of a block is put right at its marks: cut back, or let in an inlay.',
    ],
  },
  {
    id: 'pins and tabs',
    name: 'Pins and punched tabs',
    inShort: 'holes or stuck-on tabs over two pins',
    spread: { shiftMm: 0.12, turnDeg: 0.03 },
    minutesASheet: 0.4,
    registeringEdges: [],
    allowanceMm: { ...NONE, top: 20 },
    shims: true,
    asksOfPaper: 'Strong enough round the holes; a strip along the top is trimmed off, or the tabs are.',
    asksOfBlock: 'Held in one corner of the board.',
    make: ['Board with two pins', 'Tabs of film, or a punch for the holes', 'Block stops'],
    steps: [
      'Fix the pins by the drawing, square to the block’s stops.',
      'Hang a tab on each pin, lay the sheet in place, tape the tabs to it: all sheets before the first run.',
      'At every run hang the sheet on the pins and let it down.',
      'Trim, or take off the tabs, at the end.',
    ],
  },
  {
    id: 'hinged frame',
    name: 'Hinged frame',
    inShort: 'the paper taped to lines in a frame that folds down',
    spread: { shiftMm: 0.3, turnDeg: 0.08 },
    minutesASheet: 1.2,
    registeringEdges: [],
    allowanceMm: { top: 5, right: 5, bottom: 5, left: 5 },
    shims: true,
    asksOfPaper: 'Its middle lines drawn on the back; torn edges are welcome.',
    asksOfBlock: 'Held in one corner of the base.',
    make: [
      'Base board with block stops',
      'Frame on two hinges without play',
      'Grid on the frame’s clear sheet',
      'Packing as high as the block under the frame',
    ],
    steps: [
      'Draw the lines of the grid on the frame’s sheet.',
      'Carry the middle lines onto the back of every sheet.',
      'Tape the sheet to the frame, line on line, face down.',
      'Ink the block, fold the frame down, print, fold it up: the sheet need not leave the frame between runs.',
    ],
  },
  {
    id: 'outline sheet',
    name: 'Outline sheet under film',
    inShort: 'every run’s outline with its own line and letter, seen through clear film',
    spread: { shiftMm: 0.5, turnDeg: 0.15 },
    minutesASheet: 0.9,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: false,
    asksOfPaper: 'Laid to the paper’s corner on the sheet.',
    asksOfBlock: 'Any shape: also small and jigsaw blocks.',
    make: ['The outline sheet, printed at true size', 'Clear film over it, taped down on three sides'],
    steps: [
      'Tape the outline sheet to the table and the film over it.',
      'Set the inked block on its own outline: look for its letter and line.',
      'Lay the sheet to the paper’s lines.',
      'Wipe the film before the next sheet.',
    ],
  },
  {
    id: 'ticks',
    name: 'Ticks on four sides',
    inShort: 'short lines printed or drawn outside the image, trimmed off later',
    spread: { shiftMm: 0.5, turnDeg: 0.12 },
    minutesASheet: 1,
    registeringEdges: [],
    allowanceMm: { top: 12, right: 12, bottom: 12, left: 12 },
    shims: false,
    asksOfPaper: 'Room on four sides that is trimmed off; torn edges are made afterwards.',
    asksOfBlock: 'Ticks cut at the middle of each side, or a block cut to the image.',
    make: ['Ticks on the block’s four sides or a template', 'A knife and a straight edge for the end'],
    steps: [
      'Print or draw the four ticks with the first run.',
      'At every later run bring tick over tick, holding the sheet bent up in the middle.',
      'Let it down from one side.',
      'Trim to the finished sheet when all is dry.',
    ],
  },
  {
    id: 'tape guides',
    name: 'Tape guides',
    inShort: 'layers of tape or card on the table for block and paper',
    spread: { shiftMm: 0.6, turnDeg: 0.2 },
    minutesASheet: 0.6,
    registeringEdges: ['right', 'bottom'],
    allowanceMm: NONE,
    shims: true,
    asksOfPaper: 'Two neighbouring edges cut true.',
    asksOfBlock: 'Cut square at the origin corner.',
    make: ['Some layers of tape or strips of card as high as half the block', 'A clean sheet under it all'],
    steps: [
      'Tape the drawing to the table.',
      'Stick the guides along its lines, overlapping no corner.',
      'Block first, then paper, each into its corner.',
      'Look at the guides every few sheets: tape creeps.',
    ],
  },
  {
    id: 'block onto paper',
    name: 'Block turned onto paper',
    inShort: 'the inked block is turned face down onto the sheet',
    spread: { shiftMm: 0.7, turnDeg: 0.25 },
    minutesASheet: 0.8,
    registeringEdges: [],
    allowanceMm: NONE,
    shims: false,
    asksOfPaper: 'Thick enough to lie flat; any edge.',
    asksOfBlock: 'Light enough for two hands; its edges show where the image ends.',
    make: ['A sheet under the paper with the place of paper and block'],
    steps: [
      'Lay the sheet face up on its outline.',
      'Hold the inked block face down over it: its left is now under your right hand.',
      'Set the long edge down first, against the line, then lower it.',
      'Turn block and paper over together and rub from the back.',
    ],
  },
  {
    id: 'by eye',
    name: 'By eye',
    inShort: 'nothing but the hand',
    spread: { shiftMm: 0.8, turnDeg: 0.3 },
    minutesASheet: 0.5,
    registeringEdges: [],
    allowanceMm: NONE,
    shims: false,
    asksOfPaper: 'Nothing.',
    asksOfBlock: 'Loose shapes that may move.',
    make: ['Nothing'],
    steps: ['Hold the sheet over the block by two opposite corners and let it down from one side.'],
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
