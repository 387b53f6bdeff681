import { HOUSE_COLOURS } from '@/core/colour';
import { dieLine, type DieLine, type LineAct, type Trimmed } from '@/core/finishing';
import { curvesOf, labelSet, type CurveMap } from '@/core/geometry';
import type { SheetLayout } from '@/core/registration';
import { failure, success, type Outcome } from '@/core/units';
import { shapeParts, trimmedOf } from '@/derived';
import { bulgedRings, dxfDocument, pathOfSet, type Drawing, type LineStyle } from '@/formats';
import type { Plan } from '@/model';
import type { Store } from '@/store';
import { fileWords } from '@/words/files';
import { shifted, thisSideUp } from './drawings';
import { drawingsOut, fileStem, textOut, type FileOut } from './fileOut';
import { curveTolerancePx, laidOut, type LaidOut } from './printSheets';

/** The shape that is cut out, traced as finely as other outlines. */
interface TracedShape extends DieLine {
  readonly curves: CurveMap;
}
const WITHIN = labelSet([1]);

/**
 * How the sheets are finished, true to size on the print as seen: where they are trimmed, torn or cut to a shape, and where the pieces are cut and folded.
 * Failures beside a print's own: `shape-empty`.
 */
export async function finishFile(
  db: Store,
  id: string,
  format: 'pdf' | 'svg' | 'dxf',
  now: Date,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value,
    trimmed = trimmedOf(laid.plan)!;
  const shape = laid.plan.finishing.to === 'shape' ? tracedShape(laid) : undefined;
  if (laid.plan.finishing.to === 'shape' && !shape) return failure('shape-empty.nothingIsLeft');
  const stem = fileWords('finish.stem', { fileStem: fileStem(laid.name) });
  if (format === 'dxf') return success(textOut(linesDxf(laid, trimmed, shape), 'image/vnd.dxf', `${stem}.dxf`));
  return drawingsOut([drawingOf(laid, trimmed, shape)], format, { stem, paper: laid.plan.layout.exportPaper, now });
}

function tracedShape({ plan, map, sheet, mmPerPx }: LaidOut): TracedShape | undefined {
  const die = dieLine(map, shapeParts(plan, sheet), plan.finishing.shape, mmPerPx);
  return die && { ...die, curves: curvesOf(die.map, curveTolerancePx(mmPerPx)) };
}

type OfSheet = Trimmed & { readonly layout: SheetLayout };

/** Where the drawn lines of a plan lie on the sheet, once for each image. */
const drawnOnSheet = (plan: Plan, { images }: SheetLayout, does: LineAct): number[][] =>
  images.flatMap(({ xMm, yMm }) =>
    plan.finishing.lines
      .filter((line) => line.does === does)
      .map(({ fromMm, toMm }) => [xMm + fromMm.xMm, yMm + fromMm.yMm, xMm + toMm.xMm, yMm + toMm.yMm]),
  );

const ends = ({ fromMm, toMm }: Trimmed['lines'][number]) => [fromMm.xMm, fromMm.yMm, toMm.xMm, toMm.yMm];

function linesDxf(laid: LaidOut, { layout, lines }: OfSheet, shape: TracedShape | undefined): string {
  const { widthMm, heightMm } = layout.sheetMm;
  const open = (name: string, colour: number, ringsMm: readonly number[][]) => ({ name, colour, ringsMm, open: true });
  const layers = [
    { name: 'sheet', colour: 8, ringsMm: [[0, 0, widthMm, 0, widthMm, heightMm, 0, heightMm]] },
    open('trim', 1, lines.filter(({ does }) => does === 'cut').map(ends)),
    open('tear', 3, lines.filter(({ does }) => does === 'tear').map(ends)),
    ...(shape ? layout.images.map((image, i) => shapeLayer(laid, shape, image, i)) : []),
    open('cut', 1, drawnOnSheet(laid.plan, layout, 'cut')),
    open('mountain', 5, drawnOnSheet(laid.plan, layout, 'mountain')),
    open('valley', 4, drawnOnSheet(laid.plan, layout, 'valley')),
  ];
  return dxfDocument(
    heightMm,
    layers.filter(({ ringsMm }) => ringsMm.length > 0),
  );
}

function shapeLayer(
  { mmPerPx }: LaidOut,
  { curves, padPx }: TracedShape,
  image: { readonly xMm: number; readonly yMm: number },
  i: number,
) {
  const at = (x: number, y: number) => [image.xMm + (x - padPx) * mmPerPx, image.yMm + (y - padPx) * mmPerPx];
  return { name: fileWords('finish.shapeOf', { image: i + 1 }), colour: 1, ...bulgedRings(curves, WITHIN, at) };
}

/** A fold's dashes tell which way it goes, a torn edge is dotted; what is cut is red. */
const STYLES: Readonly<Record<LineAct | 'tear', LineStyle>> = {
  cut: { widthMm: 0.3, colour: HOUSE_COLOURS.madder },
  tear: { widthMm: 0.4, colour: HOUSE_COLOURS.slate, dashMm: 0.8 },
  mountain: { widthMm: 0.3, colour: HOUSE_COLOURS.press, dashMm: 5 },
  valley: { widthMm: 0.3, colour: HOUSE_COLOURS.press, dashMm: 2 },
};
const LETTERS_MM = 3,
  FOOT_MM = 20,
  EACH_MM = 44;

function drawingOf(
  { name, plan, mmPerPx }: LaidOut,
  { layout, lines }: OfSheet,
  shape: TracedShape | undefined,
): Drawing {
  const { widthMm, heightMm } = layout.sheetMm,
    { images } = layout;
  const path = shape && pathOfSet(shape.curves, WITHIN, mmPerPx);
  const kinds = (['cut', 'tear', 'mountain', 'valley'] as const).filter(
    (does) => lines.some((line) => line.does === does) || plan.finishing.lines.some((line) => line.does === does),
  );
  return {
    title: fileWords('finish.title', { name }),
    note: fileWords('finish.note', { to: plan.finishing.to, images: images.length }),
    widthMm,
    heightMm: heightMm + FOOT_MM,
    draw(pen) {
      pen.rect(0, 0, widthMm, heightMm, { widthMm: 0.15, colour: HOUSE_COLOURS.pencil });
      for (const { xMm, yMm, widthMm: wide, heightMm: high } of images)
        pen.rect(xMm, yMm, wide, high, { widthMm: 0.15, colour: HOUSE_COLOURS.pencil, dashMm: 1 });
      for (const line of lines) pen.line(...fourOf(ends(line)), STYLES[line.does]);
      if (shape && path)
        for (const { xMm, yMm } of images)
          pen.outlines(
            shifted(path, xMm - shape.padPx * mmPerPx, yMm - shape.padPx * mmPerPx),
            STYLES.cut.widthMm!,
            STYLES.cut.colour!,
          );
      for (const does of ['cut', 'mountain', 'valley'] as const)
        for (const line of drawnOnSheet(plan, layout, does)) pen.line(...fourOf(line), STYLES[does]);
      const shown = shape && !kinds.includes('cut') ? (['cut', ...kinds] as const) : kinds;
      shown.forEach((does, i) => {
        const x = 2 + i * Math.min(EACH_MM, (widthMm - 4) / shown.length),
          y = heightMm + 6;
        pen.line(x, y, x + 12, y, STYLES[does]);
        pen.text(fileWords(`finish.does.${does}`), x + 14, y - LETTERS_MM / 2, LETTERS_MM);
      });
      thisSideUp(pen, 6, heightMm + FOOT_MM - 1, 5);
    },
  };
}

const fourOf = ([x1, y1, x2, y2]: readonly number[]): [number, number, number, number] => [x1, y1, x2, y2];
