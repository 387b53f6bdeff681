import { phrase, type Phrase } from '../units';
import { SHEET_EDGES, type RegistrationWay, type SheetEdge } from './ways';
import type { RectMm } from './cornerStops';

export const MARGIN_RULES = ['equal', 'larger bottom', 'centred', 'typed'] as const;
export type MarginRule = (typeof MARGIN_RULES)[number];
/** Which of paper, margins and image follows from the other two. */
export const SOLVED = ['paper', 'margins', 'image'] as const;
export type Solved = (typeof SOLVED)[number];
export type EdgesMm = Readonly<Record<SheetEdge, number>>;

export interface SheetInput {
  readonly image: { readonly widthMm: number; readonly heightMm: number };
  readonly solve: Solved;
  readonly rule: MarginRule;
  /** For “equal” and “larger bottom” where the paper follows. */
  readonly marginMm: number;
  /** For “typed”; where the margins follow from paper and image, its top and left count. */
  readonly marginsMm: EdgesMm;
  /** The finished sheet, where it is given. */
  readonly paperMm: { readonly widthMm: number; readonly heightMm: number };
  /** Trimmed off at the end. */
  readonly allowanceMm: EdgesMm;
  /** Several images on one sheet, cut apart later; margins are round them all, the gap between them. */
  readonly copies: { readonly columns: number; readonly rows: number; readonly gapMm: number };
  /** Room below the image for title, number and signature. */
  readonly titleRoomMm: number;
  readonly tornEdges: readonly SheetEdge[];
  /** Blocks and their sizes; their images end at the origin corner, bottom right of the print. */
  readonly blocks: readonly { readonly name: string; readonly widthMm: number; readonly heightMm: number }[];
}

export interface LayoutProblem {
  readonly kind: 'margin' | 'title' | 'torn' | 'block' | 'image';
  readonly text: Phrase;
}

export interface SheetLayout {
  /** The finished sheet. */
  readonly paperMm: { readonly widthMm: number; readonly heightMm: number };
  /** As it is printed, with what is trimmed off later. */
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly marginsMm: EdgesMm;
  /** Largest image of the same proportions, where the image follows. */
  readonly imageMm: { readonly widthMm: number; readonly heightMm: number };
  /** Places of the images on the sheet as printed (the print as seen, from its top left corner). */
  readonly images: readonly RectMm[];
  /** Each block laid at the origin corner of the first image: what it leaves to the paper's far edges. */
  readonly blocks: readonly {
    readonly name: string;
    readonly rect: RectMm;
    readonly leavesLeftMm: number;
    readonly leavesTopMm: number;
  }[];
  readonly problems: readonly LayoutProblem[];
}

/** Start value: how much larger the bottom margin is. */
export const LARGER_BOTTOM = 0.2;
export const MARGIN_RANGE_MM = { minMm: 0, maxMm: 300, what: phrase('measure.margin') } as const;
export const PAPER_RANGE_MM = { minMm: 20, maxMm: 2000, what: phrase('measure.paper') } as const;
export const ALLOWANCE_RANGE_MM = { minMm: 0, maxMm: 100, what: phrase('measure.whatIsTrimmedOff') } as const;
export const GAP_RANGE_MM = { minMm: 0, maxMm: 200, what: phrase('measure.gapBetweenImages') } as const;
export const TITLE_RANGE_MM = { minMm: 0, maxMm: 100, what: phrase('measure.roomForTitleAndSignature') } as const;
export const MAX_COPIES = 6;

/** Paper, margins or image from the other two, with everything that does not go together said in words. Positions on the print as seen. */
export function sheetLayout(input: SheetInput, way: RegistrationWay): SheetLayout {
  const { copies, allowanceMm: cut, solve } = input;
  const across = (width: number) => copies.columns * width + (copies.columns - 1) * copies.gapMm,
    down = (height: number) => copies.rows * height + (copies.rows - 1) * copies.gapMm;
  const imageMm = solve === 'image' ? imageFor(input) : input.image;
  // where the image is worked out it may leave room in one direction: the margins are what is really left round it
  const marginsMm = marginsOf(
    solve === 'image' ? { ...input, solve: 'margins' } : input,
    across(imageMm.widthMm),
    down(imageMm.heightMm),
  );
  const paperMm =
    solve === 'paper'
      ? {
          widthMm: across(imageMm.widthMm) + marginsMm.left + marginsMm.right,
          heightMm: down(imageMm.heightMm) + marginsMm.top + marginsMm.bottom,
        }
      : input.paperMm;
  const sheetMm = {
    widthMm: paperMm.widthMm + cut.left + cut.right,
    heightMm: paperMm.heightMm + cut.top + cut.bottom,
  };
  const images = Array.from({ length: copies.columns * copies.rows }, (_, i) => ({
    xMm: cut.left + marginsMm.left + (i % copies.columns) * (imageMm.widthMm + copies.gapMm),
    yMm: cut.top + marginsMm.top + Math.floor(i / copies.columns) * (imageMm.heightMm + copies.gapMm),
    ...imageMm,
  }));
  const corner = { xMm: images[0].xMm + imageMm.widthMm, yMm: images[0].yMm + imageMm.heightMm };
  const blocks = input.blocks.map(({ name, widthMm, heightMm }) => {
    const rect = { xMm: corner.xMm - widthMm, yMm: corner.yMm - heightMm, widthMm, heightMm };
    return { name, rect, leavesLeftMm: rect.xMm, leavesTopMm: rect.yMm };
  });
  const layout = { paperMm, sheetMm, marginsMm, imageMm, images, blocks };
  return { ...layout, problems: problemsOf(input, layout, way) };
}

function marginsOf(
  { solve, rule, marginMm: m, marginsMm, paperMm }: SheetInput,
  imagesWide: number,
  imagesHigh: number,
): EdgesMm {
  if (solve !== 'margins')
    return rule === 'typed'
      ? marginsMm
      : { top: m, right: m, bottom: rule === 'larger bottom' ? m * (1 + LARGER_BOTTOM) : m, left: m };
  const sides = paperMm.widthMm - imagesWide,
    ends = paperMm.heightMm - imagesHigh;
  if (rule === 'typed')
    return { top: marginsMm.top, left: marginsMm.left, right: sides - marginsMm.left, bottom: ends - marginsMm.top };
  const top = rule === 'larger bottom' ? ends / (2 + LARGER_BOTTOM) : ends / 2;
  return { top, bottom: ends - top, left: sides / 2, right: sides / 2 };
}

/** The largest image of the present proportions that paper and margins leave room for. */
function imageFor(input: SheetInput): { widthMm: number; heightMm: number } {
  const { paperMm, copies, image } = input,
    m = marginsOf(input, 0, 0);
  const width = (paperMm.widthMm - m.left - m.right - (copies.columns - 1) * copies.gapMm) / copies.columns;
  const height = (paperMm.heightMm - m.top - m.bottom - (copies.rows - 1) * copies.gapMm) / copies.rows;
  const scale = Math.max(0.01, Math.min(width / image.widthMm, height / image.heightMm));
  return { widthMm: image.widthMm * scale, heightMm: image.heightMm * scale };
}

function problemsOf(input: SheetInput, layout: Omit<SheetLayout, 'problems'>, way: RegistrationWay): LayoutProblem[] {
  const problems: LayoutProblem[] = [];
  const { marginsMm, imageMm, paperMm } = layout;
  for (const edge of SHEET_EDGES)
    if (marginsMm[edge] < 0)
      problems.push({
        kind: 'margin',
        text: phrase('sheetLayout.theImageIsLarger', { beyondMm: -marginsMm[edge], edge }),
      });
  if (
    input.solve === 'margins' &&
    input.rule === 'equal' &&
    Math.abs(marginsMm.left - marginsMm.top) > 0.5 &&
    marginsMm.left >= 0 &&
    marginsMm.top >= 0
  )
    problems.push({
      kind: 'margin',
      text: phrase('sheetLayout.onThisPaperThe', { leftMm: marginsMm.left, topMm: marginsMm.top }),
    });
  if (input.solve === 'image') {
    if (Math.min(imageMm.widthMm, imageMm.heightMm) < 10)
      problems.push({
        kind: 'image',
        text: phrase('sheetLayout.paperAndMarginsLeave'),
      });
    else if (Math.abs(imageMm.widthMm - input.image.widthMm) > 0.2)
      problems.push({
        kind: 'image',
        text: phrase('sheetLayout.thereIsRoomFor', {
          widthMm: imageMm.widthMm,
          heightMm: imageMm.heightMm,
          wantedWidthMm: input.image.widthMm,
          wantedHeightMm: input.image.heightMm,
        }),
      });
  }
  if (marginsMm.bottom >= 0 && marginsMm.bottom < input.titleRoomMm)
    problems.push({
      kind: 'title',
      text: phrase('sheetLayout.titleNumberAndSignature', {
        titleRoomMm: input.titleRoomMm,
        bottomMm: marginsMm.bottom,
      }),
    });
  for (const edge of input.tornEdges)
    if (way.registeringEdges.includes(edge) && input.allowanceMm[edge] === 0)
      problems.push({
        kind: 'torn',
        text: phrase('sheetLayout.withTheEdgeComes', { way: phrase(`way.${way.id}`), edge }),
      });
  blockProblems(layout, input, problems);
  if (paperMm.widthMm < 20 || paperMm.heightMm < 20)
    problems.push({ kind: 'margin', text: phrase('sheetLayout.thePaperIsSmaller', { leastMm: 20 }) });
  return problems;
}

/** Blocks that stand out beyond the paper, or mark the print by their rim. */
function blockProblems(layout: Omit<SheetLayout, 'problems'>, input: SheetInput, problems: LayoutProblem[]) {
  for (const block of layout.blocks) {
    for (const [edge, leaves, allowance] of [
      ['left', block.leavesLeftMm, input.allowanceMm.left],
      ['top', block.leavesTopMm, input.allowanceMm.top],
    ] as const) {
      if (leaves < -0.05)
        problems.push({
          kind: 'block',
          text: phrase('sheetLayout.standsOutMmBeyond', { block: block.name, leavesMm: -leaves, edge }),
        });
      else if (leaves < allowance + 3)
        problems.push({
          kind: 'block',
          text: phrase('sheetLayout.leavesMmToThe', {
            block: block.name,
            leftMm: Math.max(0, leaves - allowance),
            edge,
          }),
        });
    }
  }
}
