import type { Lab } from '@/core/colour';
import { partParent, stripsFrom, type LossBelief, type Parted, type PartingCut } from '@/core/sheets';
import { failure, success, type Outcome } from '@/core/units';
import type { ItemOf, Plan } from '@/model';
import { sheetAnswerOf, sheetsWanted } from './belief';
import { sheetsOfColourways } from './colourways';
import { inkNeedOfRun } from './inkNeed';
import { cutBlocksOf, inkingsOf, inksOfRun } from './lookups';
import { looksOfPlan } from './looks';
import { dayTaskOf } from './oneDay';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { sheetLayoutOf } from './register';
import { usedOf } from './uses';
import { CLEAN_UP_MIN, SET_UP_MIN } from '@/core/days';
import { hoursOfCuts, type Meetings } from './composition';
import { warmUpsOf } from './warmUps';

type Paper = ItemOf<'paper'>;

/** A lot of sheets that are wanted of one paper. */
export interface SheetsNeeded {
  readonly what: 'edition' | 'tests' | 'proofs' | 'warm-up';
  /** As the workshop calls it; of warm-ups none: any waste paper. */
  readonly paper: string | null;
  readonly name?: string;
  readonly sheets: number;
}

/** Sheets of all rounds, counted together: those begun as they were, those to come as planned. */
export function sheetsNeeded(plan: Plan, progress: Progress, belief: LossBelief): SheetsNeeded[] {
  const { started, rounds } = progress.bench;
  const answer = started ?? {
    counted: sheetAnswerOf(plan, belief).counted + sheetsOfColourways(plan),
    tests: plan.sheets.testSheets,
  };
  const edition = rounds.find(({ round }) => round === 'edition')?.paper?.name ?? plan.paper.name;
  const warm = plan.runs.reduce((sum, run) => sum + warmUpsOf(plan, run, progress.bench, 0).wanted, 0);
  const lots: SheetsNeeded[] = [
    { what: 'edition', paper: edition, sheets: answer.counted },
    { what: 'tests', paper: edition, sheets: answer.tests },
    ...rounds
      .filter(({ round }) => round === 'proof')
      .map(({ paper, name, counted, tests }) => ({
        ...{ what: 'proofs' as const, name, sheets: counted + tests },
        paper: paper?.name ?? plan.paper.name,
      })),
    { what: 'warm-up', paper: null, sheets: warm },
  ];
  return lots.filter(({ sheets }) => sheets > 0);
}

/** A parent that was parted a moment ago is parted the same: with raw edges kept it takes a tenth of a second. */
const parteds = new Map<string, Parted>();
const MOST_PARTEDS = 60;

function partedOnce(task: Parameters<typeof partParent>[0]): Parted {
  const key = JSON.stringify(task),
    known = parteds.get(key);
  if (known) return known;
  const parted = partParent(task);
  parteds.set(key, parted);
  if (parteds.size > MOST_PARTEDS) parteds.delete(parteds.keys().next().value!);
  return parted;
}

/** How a parent of a paper is parted into this print's sheets. */
export interface PartedPaper extends Parted {
  readonly strips: number;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly parentMm: Paper['parentMm'];
  /** Share of the parent that is neither sheet nor strip. */
  readonly wasteShare: number;
}

/** A parent of a paper parted as the plan says. Failures: `paper-no-sheet` where the sheet is not known, `paper-too-small`. */
export function partedOf(plan: Plan, paper: Pick<Paper, 'parentMm' | 'grain'>): Outcome<PartedPaper> {
  const sheetMm = sheetLayoutOf(plan)?.sheetMm;
  if (!sheetMm) return failure('paper-no-sheet');
  const { keptEdges, edgeMm, stripMm, strips: wanted } = plan.parting,
    lossMm = plan.parting.by === 'torn' ? plan.parting.lossMm : 0;
  const { parentMm } = paper;
  const parted = partedOnce({
    ...{ parentMm, pieceMm: sheetMm, lossMm, edgeMm, keptEdges },
    lies: liesOf(plan.parting.grain, paper, sheetMm),
  });
  if (parted.pieces.length === 0)
    return failure('paper-too-small', {
      sheetWidthMm: sheetMm.widthMm,
      sheetHeightMm: sheetMm.heightMm,
      ...{ parentWidthMm: parentMm.widthMm, parentHeightMm: parentMm.heightMm },
    });
  const strips = wanted > 0 ? stripsFrom(parted.leftovers, stripMm, lossMm) : 0;
  const used = parted.pieces.length * sheetMm.widthMm * sheetMm.heightMm + strips * stripMm.widthMm * stripMm.heightMm;
  const wasteShare = 1 - used / (parentMm.widthMm * parentMm.heightMm);
  return success({ ...parted, strips, sheetMm, parentMm, wasteShare });
}

type SizeMm = { readonly widthMm: number; readonly heightMm: number };
const isWide = ({ widthMm, heightMm }: SizeMm) => widthMm >= heightMm;

/** Which way round the sheet lies in its parent for the fibres to lie as wanted. */
function liesOf(
  wanted: Plan['parting']['grain'],
  { grain, parentMm }: Pick<Paper, 'parentMm' | 'grain'>,
  sheetMm: SizeMm,
) {
  if (wanted === 'either' || grain === 'none') return 'either';
  const fibresWide = isWide(parentMm) === (grain === 'long'),
    wantedWide = isWide(sheetMm) === (wanted === 'along');
  return fibresWide === wantedWide ? 'as it is' : 'turned';
}

/** What a paper is asked for, each told apart; never summed up. */
export const PAPER_ASPECTS = ['tooth', 'sizing', 'weight', 'stretch', 'size', 'stock', 'colour'] as const;
export type PaperAspect = (typeof PAPER_ASPECTS)[number];
export interface PaperReason {
  readonly aspect: PaperAspect;
  readonly verdict: 'good' | 'fair' | 'poor';
  /** Which reason, told by its code. */
  readonly code: string;
  readonly values: Readonly<Record<string, string | number>>;
}
export interface PaperFit {
  readonly paper: Paper;
  readonly reasons: readonly PaperReason[];
  readonly perParent: number;
  readonly parents: number;
}

/** Start values: weights that rub well by hand and bear a press, g/m²; films that ask for a strong sheet. */
const RUBS_UP_TO = 160,
  RUBS_HARDLY = 250,
  PRESS_FROM = 200,
  PRESS_HARDLY = 120,
  MANY_FILMS = 5,
  STRONG_FROM = 60;
/** Colours nearer than this on the whole are well met, or still fairly. */
const NEAR_DELTA_E = 4,
  FAIR_DELTA_E = 8;

/** How a paper suits this print's way, each reason with its verdict. Start values but for sizes, stock and the colours, which are reckoned. */
export function paperFitOf(
  plan: Plan,
  paper: Paper,
  sheets: number,
  got?: Parameters<typeof looksOfPlan>[1],
): PaperFit {
  const parted = partedOf(plan, paper),
    perParent = parted.ok ? parted.value.pieces.length : 0,
    parents = perParent > 0 ? Math.ceil(sheets / perParent) : 0;
  const damp = plan.runs.some((run) => inksOfRun(plan, run).some(({ mediumId }) => mediumId === 'pigment and paste'));
  const byHand = plan.register.heights.pressGapMm === null;
  const films = Math.max(0, ...stackCounts(plan));
  return {
    ...{ paper, perParent, parents },
    reasons: [
      tooth(paper, byHand),
      sizing(paper, damp, plan.way.under === 'wet'),
      weight(paper, byHand, films),
      stretch(paper, damp, plan.parting.grain),
      parted.ok
        ? reason('size', 'good', 'perParent', { perParent })
        : reason('size', 'poor', parted.code === 'paper-no-sheet' ? 'noSheet' : 'tooSmall'),
      stock(paper, parents),
      ...colour(plan, paper, got),
    ],
  };
}

const reason = (
  aspect: PaperAspect,
  verdict: PaperReason['verdict'],
  code: string,
  values: PaperReason['values'] = {},
): PaperReason => ({ aspect, verdict, code, values });

/** Films at the deepest point, by the runs that print each colour. */
function stackCounts(plan: Plan): number[] {
  return (plan.flat?.colours ?? []).map(
    ({ id }) => plan.runs.filter((run) => inkingsOf(run).some(({ colourId }) => colourId === id)).length,
  );
}

function tooth({ side }: Paper, byHand: boolean): PaperReason {
  if (side === 'rough') return reason('tooth', byHand ? 'poor' : 'fair', byHand ? 'roughByHand' : 'roughPress');
  return reason('tooth', 'good', 'smooth');
}

function sizing({ sizing: sized }: Paper, damp: boolean, wet: boolean): PaperReason {
  if (damp)
    return reason('sizing', sized === 'sized' ? 'poor' : 'good', sized === 'sized' ? 'sizedDamp' : 'drinksDamp');
  if (wet)
    return reason('sizing', sized === 'unsized' ? 'good' : 'fair', sized === 'unsized' ? 'drinksWet' : 'sizedWet');
  return reason('sizing', sized === 'unsized' ? 'fair' : 'good', sized === 'unsized' ? 'drinksDry' : 'sizedDry');
}

function weight({ gramsPerM2 }: Paper, byHand: boolean, films: number): PaperReason {
  const values = { weight: gramsPerM2, films };
  if (films > MANY_FILMS && gramsPerM2 < STRONG_FROM) return reason('weight', 'poor', 'thinForFilms', values);
  if (byHand)
    return gramsPerM2 <= RUBS_UP_TO
      ? reason('weight', 'good', 'rubs', values)
      : reason('weight', gramsPerM2 <= RUBS_HARDLY ? 'fair' : 'poor', 'heavyToRub', values);
  return gramsPerM2 >= PRESS_FROM
    ? reason('weight', 'good', 'bearsPress', values)
    : reason('weight', gramsPerM2 >= PRESS_HARDLY ? 'fair' : 'poor', 'lightForPress', values);
}

function stretch({ grain }: Paper, damp: boolean, asked: Plan['parting']['grain']): PaperReason {
  if (!damp) return reason('stretch', 'good', 'dry');
  if (grain === 'none') return reason('stretch', 'good', 'noGrain');
  return asked === 'either' ? reason('stretch', 'poor', 'grainMixed') : reason('stretch', 'fair', 'grainAlike');
}

function stock({ stockSheets }: Paper, parents: number): PaperReason {
  const values = { stock: stockSheets, parents };
  return stockSheets >= parents
    ? reason('stock', 'good', 'enough', values)
    : reason('stock', 'poor', 'missing', values);
}

function colour(plan: Plan, { name, labD50 }: Paper, got?: Parameters<typeof looksOfPlan>[1]): PaperReason[] {
  const looks = looksOfPlan({ ...plan, paper: { name, labD50: labD50 as Lab } }, got);
  if (!looks) return [];
  const { mean, worst } = looks.agreement;
  const verdict = mean <= NEAR_DELTA_E ? 'good' : mean <= FAIR_DELTA_E ? 'fair' : 'poor';
  return [reason('colour', verdict, 'deltaE', { mean, worst })];
}

/** What a print costs, each part apart; undefined parts are not known. Amounts are in the currency of the paper. */
export interface PrintCosts {
  readonly currency: string | undefined;
  readonly paper: number | undefined;
  readonly ink: number;
  readonly inkG: number;
  readonly blocks: number;
  readonly blockDm2: number;
  readonly work: number;
  readonly workHours: number | undefined;
  /** Of all that is known. */
  readonly total: number;
  /** For each print that is wanted. */
  readonly aPrint: number;
}

/** What all sheets of a print cost, by what the paper says and the rates of the plan. */
export function costsOf(
  {
    plan,
    sheet,
    progress,
    belief,
  }: { readonly plan: Plan; readonly sheet: PrintSheet; readonly progress: Progress; readonly belief: LossBelief },
  paper: Paper | undefined,
  { meetings, pace }: { readonly meetings: Meetings | undefined; readonly pace: number },
): PrintCosts {
  const lots = sheetsNeeded(plan, progress, belief).filter(({ what }) => what === 'edition' || what === 'tests'),
    sheets = lots.reduce((sum, lot) => sum + lot.sheets, 0);
  const parted = paper && partedOf(plan, paper);
  const parents = parted?.ok ? Math.ceil(sheets / parted.value.pieces.length) : undefined;
  const inkG = plan.runs.reduce((sum, run) => sum + inkNeedOfRun(plan, sheet, run, sheets).grams, 0);
  const blockDm2 = cutBlocksOf(plan).reduce(
    (sum, { sizeMm }) => sum + (sizeMm ? (sizeMm.widthMm * sizeMm.heightMm) / 1e4 : 0),
    0,
  );
  const printing = dayTaskOf(plan, sheet, progress).minutesAPull.reduce(
    (sum, minutes) => sum + sheets * minutes + SET_UP_MIN + CLEAN_UP_MIN,
    0,
  );
  const workHours = meetings && plan.flat ? hoursOfCuts(plan, meetings, pace) + printing / 60 : undefined;
  const { inkPer100G, blockPerDm2, anHour } = plan.costs;
  const amounts = {
    paper: paper?.price && parents !== undefined ? parents * paper.price.amount : undefined,
    ink: (inkG / 100) * inkPer100G,
    blocks: blockDm2 * blockPerDm2,
    work: (workHours ?? 0) * anHour,
  };
  const total = (amounts.paper ?? 0) + amounts.ink + amounts.blocks + amounts.work;
  return {
    ...amounts,
    ...{ currency: paper?.price?.currency, inkG, blockDm2, workHours, total },
    aPrint: total / Math.max(1, sheetsWanted(plan)),
  };
}

/** The paper of the workshop that a print is planned on, if it is from there. */
export function paperUsed(plan: Plan): Paper | undefined {
  return usedOf(plan, 'paper')[0];
}

/** Sheets of the print that have come of parents already. */
export function sheetsParted({ bench: { partings } }: Pick<Progress, 'bench'>, paperId: string | null): number {
  return partings.reduce((sum, parting) => (parting.paperId === paperId ? sum + parting.pieces : sum), 0);
}

/** A cut of a parent as one makes it: which way, where from the top left of the whole parent, how long. */
export function cutTold({ fromMm, toMm }: PartingCut) {
  const upright = fromMm[0] === toMm[0];
  return {
    is: upright ? ('upright' as const) : ('level' as const),
    atMm: upright ? fromMm[0] : fromMm[1],
    lengthMm: Math.abs(upright ? toMm[1] - fromMm[1] : toMm[0] - fromMm[0]),
  };
}
