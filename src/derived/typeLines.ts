import { mediumById, stackLooksLabD50 } from '@/core/inks';
import type { Lab } from '@/core/colour';
import { TYPE_HEIGHT_MM, type SheetLayout } from '@/core/registration';
import { givenName, phrase } from '@/core/units';
import {
  failure,
  newSide,
  type Block,
  type EditOf,
  type Failure,
  type PicturePlan,
  type Place,
  type Plan,
  type Run,
  type TypeLine,
} from '@/model';
import { inkingsOf, inkOf, plainRun, withInkings } from './lookups';
import { filmOfInk, groundOfPlan, layingIn } from './looks';
import { mediumOf } from './runGroups';

/** A block that is a line of type. */
export type TypeBlock = Block & { readonly type: TypeLine };
export const isType = (block: Block): block is TypeBlock => block.type !== null;

export function typeBlocksOf(plan: Plan): readonly TypeBlock[] {
  return plan.blocks.filter(isType);
}

/** A point of type in millimetres: a seventy-second of an inch. */
const PT_MM = 25.4 / 72;
export function pointsInMm(pt: number): number {
  return pt * PT_MM;
}

/** The outlines of the letters of a line where they lie. */
export function placeOfType({ sides }: Block): Place {
  return sides[0].cuts[0]?.within ?? { anchors: [], outlinesMm: [] };
}

/** The same letters elsewhere. */
export function typeMoved(
  block: TypeBlock,
  atMm: TypeLine['atMm'],
): { readonly line: TypeLine; readonly within: Place } {
  const { anchors, outlinesMm } = placeOfType(block),
    dx = atMm.xMm - block.type.atMm.xMm,
    dy = atMm.yMm - block.type.atMm.yMm;
  return {
    line: { ...block.type, atMm },
    within: { anchors, outlinesMm: outlinesMm.map((ring) => ring.map((mm, i) => round(mm + (i % 2 === 0 ? dx : dy)))) },
  };
}
const round = (mm: number) => Math.round(mm * 1000) / 1000;

/** The same line beside an image of another size: below it as far below and about the same middle, over it where it was. */
export function typeBeside(
  block: TypeBlock,
  before: Pick<PicturePlan, 'widthMm' | 'heightMm'>,
  after: Pick<PicturePlan, 'widthMm' | 'heightMm'>,
): TypeBlock {
  const { xMm, yMm } = block.type.atMm;
  if (yMm < before.heightMm) return block;
  const at = { xMm: xMm + (after.widthMm - before.widthMm) / 2, yMm: yMm + after.heightMm - before.heightMm };
  const { line, within } = typeMoved(block, { xMm: round(at.xMm), yMm: round(at.yMm) });
  return {
    ...block,
    type: line,
    sides: block.sides.map((side) => ({ ...side, cuts: side.cuts.map((cut) => ({ ...cut, within })) })),
  };
}

/** Lettering printed last of all, on whatever lies there; its run bears the colour of the largest area, which it names nowhere. */
export function withTypeAdded(plan: Plan, { as, line, within, ink }: EditOf<'type-added'>): Plan | Failure {
  const colours = plan.flat?.colours ?? [];
  if (colours.length === 0) return failure('edit-gone', { what: phrase('applyEdit.thePicture') });
  const ids = { block: `type-${as}`, side: `side-${as}`, cut: `cut-${as}`, run: `run-${as}` };
  if (plan.blocks.some(({ id }) => id === ids.block) || plan.runs.some(({ id }) => id === ids.run))
    return failure('edit-twice.thisBlockWasAdded');
  const printed = colours.filter(({ id }) => id !== plan.flat!.barePaperId);
  const largest = (printed.length > 0 ? printed : colours).reduce((a, b) => (b.areaShare > a.areaShare ? b : a));
  return {
    ...plan,
    inks: plan.inks.some(({ id }) => id === ink.id) ? plan.inks : [...plan.inks, ink],
    blocks: [
      ...plan.blocks,
      {
        ...{ id: ids.block, name: nameOfType(line), materialId: plan.blocks[0].materialId, grainDeg: 0, sizeMm: null },
        type: line,
        sides: [newSide(ids.side, [{ id: ids.cut, standingIds: colours.map(({ id }) => id), within }])],
      },
    ],
    runs: [
      ...plan.runs,
      plainRun(ids.run, ids.cut, {
        id: `inking-${as}`,
        ...{ colourId: largest.id, inkId: ink.id, laidBy: mediumById(ink.mediumId).laidBy },
      }),
    ],
  };
}

const nameOfType = ({ text }: TypeLine) => text.slice(0, 60);

export function withTypeSet(plan: Plan, { blockId, line, within }: EditOf<'type-set'>): Plan | Failure {
  if (!plan.blocks.some((block) => block.id === blockId && isType(block))) return gone();
  return {
    ...plan,
    blocks: plan.blocks.map((block) =>
      block.id === blockId
        ? {
            ...block,
            ...{ name: nameOfType(line), type: line },
            sides: block.sides.map((side) => ({ ...side, cuts: side.cuts.map((cut) => ({ ...cut, within })) })),
          }
        : block,
    ),
  };
}

export function withTypeRemoved(plan: Plan, { blockId }: EditOf<'type-removed'>): Plan | Failure {
  const block = plan.blocks.find(({ id }) => id === blockId);
  if (!block || !isType(block)) return gone();
  const without = withoutType(plan, [block]);
  const laid = new Set(without.runs.flatMap(inkingsOf).flatMap(({ inkId, fade }) => [inkId, fade?.toInkId]));
  const its = new Set(
    plan.runs
      .filter((run) => !without.runs.includes(run))
      .flatMap(inkingsOf)
      .map((i) => i.inkId),
  );
  return {
    ...withTypeBegun(without, false),
    inks: plan.inks.filter(({ id }) => !its.has(id) || laid.has(id)),
    masks: plan.masks.filter(({ runId }) => without.runs.some(({ id }) => id === runId)),
  };
}

const gone = () => failure('edit-gone', { what: phrase('applyEdit.theBlock') });

/** Everything but these lines; their inks stay. */
function withoutType(plan: Plan, lines: readonly TypeBlock[]): Plan {
  const cutIds = new Set<string | null>(
    lines.flatMap(({ sides }) => sides.flatMap(({ cuts }) => cuts.map((c) => c.id))),
  );
  return {
    ...plan,
    blocks: plan.blocks.filter((block) => !lines.some(({ id }) => id === block.id)),
    runs: plan.runs.filter(({ formes }) => !formes.some(({ cutId }) => cutIds.has(cutId))),
  };
}

/**
 * What becomes of a plan without its lines of type, with the lines as they were: whatever happens to the picture and its blocks, type stays.
 * While a picture has no colours, lines wait without a run.
 */
export function keepingType(plan: Plan, change: (rest: Plan) => Plan): Plan {
  const lines = typeBlocksOf(plan);
  if (lines.length === 0) return change(plan);
  // there is a line: none is begun
  const rest = withoutType(withTypeBegun(plan, false), lines),
    changed = change(rest),
    made = withTypeBegun(changed, plan.way.begins.type);
  const standingIds = made.flat?.colours.map(({ id }) => id) ?? [];
  const known = (id: string) => (standingIds.includes(id) ? id : standingIds[0]);
  const runs = lines.flatMap((line, i) => runOfType(plan, line) ?? runAgain(plan, line, i) ?? []);
  const inkIds = new Set(runs.flatMap(inkingsOf).flatMap(({ inkId, fade }) => [inkId, fade?.toInkId]));
  const kept: Plan = {
    ...made,
    inks: [...made.inks, ...plan.inks.filter(({ id }) => inkIds.has(id) && !made.inks.some((ink) => ink.id === id))],
    blocks: [
      ...made.blocks,
      ...lines.map((block) => ({
        ...block,
        sides: block.sides.map((side) => ({ ...side, cuts: side.cuts.map((cut) => ({ ...cut, standingIds })) })),
      })),
    ],
  };
  if (standingIds.length === 0) return kept;
  const laid = runs.map((run) =>
    withInkings(run, (inking) => ({ ...inking, colourId: known(inking.colourId), zoneIds: null, keptOut: [] })),
  );
  return { ...kept, runs: withTypeRuns(plan, made.runs, laid) };
}

function runOfType({ runs }: Plan, { sides }: TypeBlock): Run | undefined {
  return runs.find(({ formes }) => formes.some(({ cutId }) => cutId === sides[0].cuts[0]?.id));
}

/** The run of a line that waited: in the ink that was kept for it, by its place among the lines; none where no ink was. */
function runAgain({ inks }: Plan, { id, sides }: TypeBlock, place: number): Run | undefined {
  const ink = inks[Math.min(place, inks.length - 1)];
  if (!ink || !sides[0].cuts[0]) return undefined;
  const as = id.replace(/^type-/, '');
  return plainRun(`run-${as}`, sides[0].cuts[0].id, {
    ...{ id: `inking-${as}`, colourId: '', inkId: ink.id, laidBy: mediumById(ink.mediumId).laidBy },
  });
}

function withTypeBegun(plan: Plan, type: boolean): Plan {
  return { ...plan, way: { ...plan.way, begins: { ...plan.way.begins, type } } };
}

/** Below the image so much, in so many points: start values. */
const TITLE_BELOW_MM = 8,
  TITLE_PT = 14;

/** A box for a title under the middle of the image: its words and its face are chosen afterwards. */
export function withTitleBox(plan: Plan): Plan {
  if (!plan.picture || !plan.flat || typeBlocksOf(plan).length > 0) return plan;
  const text = givenName('Title'),
    { outlinesMm, widthMm } = boxOfType(text, TITLE_PT);
  const atMm = { xMm: round((plan.picture.widthMm - widthMm) / 2), yMm: plan.picture.heightMm + TITLE_BELOW_MM };
  const made = withTypeAdded(plan, {
    ...{ kind: 'type-added', as: 'title', within: laidAt(outlinesMm, atMm) },
    line: { text, face: 'box', sizePt: TITLE_PT, highMm: TYPE_HEIGHT_MM, by: 'press', atMm, widthMm },
    ink: {
      ...{ id: 'ink-title', name: givenName('type black'), mediumId: mediumOf(plan), solidLabD50: [18, 0, 0] },
      ...{ opacity: 'opaque', film: null, recipe: null, softenerPercent: 0 },
    },
  });
  return 'ok' in made ? plan : made;
}

/** Letters whose baseline began at 0, 0 where the line is to begin. */
export function laidAt(outlinesMm: Place['outlinesMm'], { xMm, yMm }: TypeLine['atMm']): Place {
  return { anchors: [], outlinesMm: outlinesMm.map((ring) => ring.map((mm, i) => round(mm + (i % 2 ? yMm : xMm)))) };
}

/** The walls of a box, mm, and how much of its size it stands above and below the line. */
const WALL_MM = 0.25,
  ABOVE = 0.72,
  BELOW = 0.2,
  /** Start value: the width of a letter on the whole, of its size. */
  LETTER = 0.5;

/** A frame with nothing in it, as wide as so many letters are on the whole: where a workshop's own type will stand. */
export function boxOfType(text: string, sizePt: number): { outlinesMm: number[][]; widthMm: number } {
  const sizeMm = pointsInMm(sizePt),
    widthMm = round([...text].length * LETTER * sizeMm);
  const ring = (by: number) => [
    ...[by, by - ABOVE * sizeMm, widthMm - by, by - ABOVE * sizeMm],
    ...[widthMm - by, BELOW * sizeMm - by, by, BELOW * sizeMm - by],
  ];
  const inner = ring(WALL_MM),
    backwards = [0, 6, 4, 2].flatMap((p) => inner.slice(p, p + 2));
  return { outlinesMm: [ring(0).map(round), backwards.map(round)], widthMm };
}

/** Runs of type that came first still do; all others come last. */
function withTypeRuns(plan: Plan, others: Plan['runs'], type: Plan['runs']): Plan['runs'] {
  const leading = type.filter((run, i) => plan.runs[i]?.id === run.id);
  return [...leading, ...others, ...type.filter((run) => !leading.includes(run))];
}

/** A line of type as it lies on the sheet after so many runs: its letters, and what its film looks like on the bare paper. */
export interface TypeOnSheet {
  readonly blockId: string;
  readonly line: TypeLine;
  readonly outlinesMm: Place['outlinesMm'];
  readonly labD50: Lab;
}

export function typeOnSheet(plan: Plan, runs = plan.runs.length): TypeOnSheet[] {
  return typeBlocksOf(plan).flatMap((block) => {
    const at = plan.runs.findIndex(({ formes }) => formes.some(({ cutId }) => cutId === block.sides[0].cuts[0]?.id));
    if (at < 0 || at >= runs) return [];
    const ground = groundOfPlan(plan),
      [inking] = inkingsOf(plan.runs[at]),
      ink = inkOf(plan, inking);
    const laid = {
      film: filmOfInk(ground, ink),
      weight: inking.filmWeight,
      laying: layingIn(plan, ink.mediumId),
    };
    const films = Array.from({ length: plan.runs[at].impressions }, () => laid);
    return [
      {
        ...{ blockId: block.id, line: block.type, outlinesMm: placeOfType(block).outlinesMm },
        labD50: stackLooksLabD50(ground, films).at(-1)!,
      },
    ];
  });
}

/** Where a line stands in the bed, mm: its box on the sheet from its left edge and from its foot, and what is put under the block or the type. */
export interface TypeInBed {
  /** From the sheet's left edge as it lies face down in the bed: right and left change places. */
  readonly fromLeftMm: number;
  readonly fromFootMm: number;
  readonly capitalMm: number;
  /** How much higher it is than the block with what lies under it; negative: lower. */
  readonly aboveBlockMm: number;
  /** How far it is from type height. */
  readonly offTypeHeightMm: number;
}

/** Start value: how much of its size a capital stands high. */
const CAPITAL = 0.68;

export function typeInBed(plan: Plan, { type }: TypeBlock, { sheetMm, images }: SheetLayout): TypeInBed {
  const { heights } = plan.register,
    onSheet = { x: images[0].xMm + type.atMm.xMm, y: images[0].yMm + type.atMm.yMm };
  return {
    fromLeftMm: sheetMm.widthMm - onSheet.x - type.widthMm,
    fromFootMm: sheetMm.heightMm - onSheet.y,
    capitalMm: CAPITAL * pointsInMm(type.sizePt),
    aboveBlockMm: type.highMm - heights.blockMm - heights.backingMm,
    offTypeHeightMm: type.highMm - TYPE_HEIGHT_MM,
  };
}

/** Area of outlines, cm²: inner rings taken off by their turning. */
export function typeAreaCm2(outlinesMm: readonly (readonly number[])[]): number {
  const signed = outlinesMm.reduce((sum, ring) => {
    let twice = 0;
    for (let p = 0, n = ring.length; p < n; p += 2)
      twice += ring[p] * ring[(p + 3) % n] - ring[(p + 2) % n] * ring[p + 1];
    return sum + twice / 2;
  }, 0);
  return Math.abs(signed) / 100;
}
