import {
  boxOfLines,
  cardLines,
  isAcrossGrain,
  SCORED_FROM_G_PER_M2,
  trayLines,
  trimLines,
  type DieLine,
  type DrawnLine,
  type FoldedPiece,
  type Tray,
  type Trimmed,
} from '@/core/finishing';
import { labelSet } from '@/core/geometry';
import type { RectMm, SheetLayout } from '@/core/registration';
import { phrase, type Phrase } from '@/core/units';
import type { FinishingLine, Plan } from '@/model';
import { inkingsOf } from './lookups';
import { inkedAt, type PrintSheet } from './printSheet';
import { sheetLayoutOf } from './register';
import { usedOf } from './uses';

/** The straight lines along which the sheets of a print are brought to their finished pieces; undefined without a picture. */
export function trimmedOf(plan: Plan): (Trimmed & { readonly layout: SheetLayout }) | undefined {
  const layout = sheetLayoutOf(plan);
  if (!layout) return undefined;
  const { to, marginMm } = plan.finishing;
  return { layout, ...trimLines(layout, { to, marginMm, tornEdges: plan.layout.tornEdges }) };
}

/** Parts of the sheet within the shape that is cut out: those of the colours named, or, where none of them is there any more, all that print. */
export function shapeParts(plan: Plan, sheet: PrintSheet): Uint8Array {
  const colours = plan.flat?.colours ?? [],
    named = plan.finishing.shape.colourIds.filter((id) => colours.some((colour) => colour.id === id));
  const prints = (part: PrintSheet['parts'][number]) =>
    named.length > 0
      ? part.as.some((label) => named.includes(colours[label]?.id))
      : plan.runs.some((run) => inkingsOf(run).some((inking) => inkedAt(plan, sheet, part, run, inking)));
  return labelSet(sheet.parts.flatMap((part, p) => (prints(part) ? [p] : [])));
}

/** The piece folds are reckoned on: of the first image, from its corner. The shape has no piece of its own: its image stands for it. */
export function foldedPiece(plan: Plan): FoldedPiece | undefined {
  const trimmed = trimmedOf(plan);
  if (!trimmed) return undefined;
  const image = trimmed.layout.images[0],
    piece: RectMm = trimmed.pieces[0] ?? image;
  return { ...piece, xMm: piece.xMm - image.xMm, yMm: piece.yMm - image.yMm };
}

const named = (lines: readonly DrawnLine[], as: string): FinishingLine[] =>
  lines.map((line, i) => ({ id: `${as}-${i + 1}`, ...rounded(line) }));

const rounded = ({ does, fromMm, toMm }: DrawnLine): DrawnLine => {
  const place = (at: DrawnLine['fromMm']) => ({ xMm: hundredth(at.xMm), yMm: hundredth(at.yMm) });
  return { does, fromMm: place(fromMm), toMm: place(toMm) };
};
const hundredth = (mm: number) => Math.round(100 * mm) / 100;

/** The finished piece folded into panels. `as`: what its lines are called by. */
export function foldedIntoPanels(
  plan: Plan,
  panels: number,
  folds: 'upright' | 'level',
  as: string,
): readonly FinishingLine[] {
  const piece = foldedPiece(plan);
  return piece ? named(cardLines(piece, panels, folds), as) : [];
}

/** An open box whose floor lies in the middle of the image. */
export function foldedIntoTray(plan: Plan, tray: Tray, as: string): readonly FinishingLine[] {
  const image = sheetLayoutOf(plan)?.images[0];
  return image ? named(trayLines(tray, { xMm: image.widthMm / 2, yMm: image.heightMm / 2 }), as) : [];
}

/** What does not go together, or wants care. */
export function finishingProblems(plan: Plan, die?: Pick<DieLine, 'beyondPx' | 'pieces'>): Phrase[] {
  const trimmed = trimmedOf(plan);
  if (!trimmed) return [];
  return [...trimmed.problems, ...dieProblems(plan, trimmed.layout, die), ...foldProblems(plan, trimmed)];
}

function dieProblems(
  plan: Plan,
  { images, sheetMm }: SheetLayout,
  die: Pick<DieLine, 'beyondPx' | 'pieces'> | undefined,
): Phrase[] {
  if (plan.finishing.to !== 'shape' || !die) return [];
  const mmPerPx = plan.picture!.raster.mmPerPx;
  const beyond = {
    left: die.beyondPx.left * mmPerPx,
    top: die.beyondPx.top * mmPerPx,
    right: die.beyondPx.right * mmPerPx,
    bottom: die.beyondPx.bottom * mmPerPx,
  };
  const last = images.at(-1)!;
  const offSheetMm = Math.max(
    beyond.left - images[0].xMm,
    beyond.top - images[0].yMm,
    beyond.right - (sheetMm.widthMm - last.xMm - last.widthMm),
    beyond.bottom - (sheetMm.heightMm - last.yMm - last.heightMm),
  );
  const { columns, rows, gapMm } = plan.layout.copies;
  const meetMm = Math.max(
    columns > 1 ? beyond.left + beyond.right - gapMm : -1,
    rows > 1 ? beyond.top + beyond.bottom - gapMm : -1,
  );
  return [
    ...(offSheetMm > 0 ? [phrase('finish.shapeBeyondSheet', { beyondMm: offSheetMm })] : []),
    ...(meetMm >= 0 ? [phrase('finish.shapesMeet', { gapMm, wantedMm: Math.ceil(gapMm + meetMm + 2) })] : []),
    ...(die.pieces > 1 ? [phrase('finish.shapeInPieces', { pieces: die.pieces })] : []),
  ];
}

/** Lines that leave their piece or run against the fibres, and paper that cracks unscored. */
function foldProblems(plan: Plan, { layout, pieces }: Trimmed & { readonly layout: SheetLayout }): Phrase[] {
  const { lines } = plan.finishing,
    box = boxOfLines(lines);
  if (!box) return [];
  const image = layout.images[0],
    within = pieces[0] ?? { xMm: 0, yMm: 0, ...layout.sheetMm };
  const [left, top] = [image.xMm + box.xMm - within.xMm, image.yMm + box.yMm - within.yMm];
  const beyondMm = Math.max(-left, -top, left + box.widthMm - within.widthMm, top + box.heightMm - within.heightMm);
  const folds = lines.filter(({ does }) => does !== 'cut'),
    across = folds.filter((line) => isAcrossGrain(line, plan.layout.paperGrain));
  const [paper] = usedOf(plan, 'paper');
  return [
    ...(beyondMm > 0.05 ? [phrase('finish.linesBeyondPiece', { beyondMm })] : []),
    ...(across.length > 0 && paper?.grain !== 'none'
      ? [
          phrase('finish.foldsAcrossGrain', {
            ...{ folds: across.length, grain: plan.layout.paperGrain },
            // where folds run both ways, turning the paper helps none
            alone: across.length === folds.length,
          }),
        ]
      : []),
    ...(folds.length > 0 && paper && paper.gramsPerM2 >= SCORED_FROM_G_PER_M2
      ? [phrase('finish.scoreFirst', { gramsPerM2: paper.gramsPerM2 })]
      : []),
  ];
}
