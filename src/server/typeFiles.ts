import { HOUSE_COLOURS } from '@/core/colour';
import { failure, type Outcome } from '@/core/units';
import { isType, placeOfType, sheetLayoutOf, typeInBed, type TypeBlock } from '@/derived';
import { pathOfRings, type Drawing } from '@/formats';
import type { Store } from '@/store';
import { fileWords } from '@/words/files';
import { thisSideUp } from './drawings';
import { drawingsOut, fileStem, type FileOut } from './fileOut';
import { laidOut, type LaidOut } from './printSheets';

/** Where a line of type stands in the bed, true to size: the sheet face down with its stops, the letters as they lie there. */
export async function typeFile(
  db: Store,
  id: string,
  blockId: string,
  format: 'pdf' | 'svg',
  now: Date,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value,
    block = laid.plan.blocks.find((one) => one.id === blockId);
  if (!block || !isType(block)) return failure('type.notType');
  const stem = fileWords('typeFiles.stem', { fileStem: fileStem(laid.name) });
  return drawingsOut([bedDrawing(laid, block)], format, { stem, paper: laid.plan.layout.exportPaper, now });
}

const ROUND_MM = 12;

/** The bed from above: the sheet lies on it face down, so that right and left have changed places. */
export function bedDrawing({ plan, name }: LaidOut, block: TypeBlock): Drawing {
  const layout = sheetLayoutOf(plan)!,
    { sheetMm, images } = layout,
    bed = typeInBed(plan, block, layout),
    [image] = images;
  const inBed = (xMm: number) => ROUND_MM + sheetMm.widthMm - xMm;
  const letters = placeOfType(block).outlinesMm.map((ring) =>
    ring.map((mm, i) => (i % 2 === 0 ? inBed(image.xMm + mm) : ROUND_MM + image.yMm + mm)),
  );
  return {
    title: fileWords('typeFiles.title', { name, text: block.type.text }),
    note: fileWords('typeFiles.note', {
      ...{ size: block.type.sizePt, high: block.type.highMm, left: bed.fromLeftMm, foot: bed.fromFootMm },
      by: block.type.by,
    }).slice(0, 150),
    widthMm: sheetMm.widthMm + 2 * ROUND_MM,
    heightMm: sheetMm.heightMm + 2 * ROUND_MM,
    draw(pen) {
      pen.rect(ROUND_MM, ROUND_MM, sheetMm.widthMm, sheetMm.heightMm, {
        ...{ widthMm: 0.25, dashMm: 3, colour: HOUSE_COLOURS.slate },
      });
      for (const one of images)
        pen.rect(inBed(one.xMm + one.widthMm), ROUND_MM + one.yMm, one.widthMm, one.heightMm, {
          ...{ widthMm: 0.15, colour: HOUSE_COLOURS.pencil },
        });
      pen.area(pathOfRings(letters), HOUSE_COLOURS.ink);
      const foot = ROUND_MM + sheetMm.heightMm,
        left = ROUND_MM + bed.fromLeftMm,
        base = foot - bed.fromFootMm;
      const line = { widthMm: 0.15, colour: HOUSE_COLOURS.madder } as const;
      pen.line(ROUND_MM, base, left, base, line);
      pen.line(left, base, left, foot, line);
      pen.text(fileWords('typeFiles.fromLeft', { mm: bed.fromLeftMm }), ROUND_MM + 1, base - 4, 3, {
        colour: HOUSE_COLOURS.madder,
      });
      pen.text(fileWords('typeFiles.fromFoot', { mm: bed.fromFootMm }), left + 1.5, foot - 4.5, 3, {
        colour: HOUSE_COLOURS.madder,
      });
      pen.text(fileWords('typeFiles.faceDown'), ROUND_MM, ROUND_MM - 6, 3.4, { colour: HOUSE_COLOURS.slate });
      thisSideUp(pen, ROUND_MM + sheetMm.widthMm / 2, ROUND_MM - 1, 5);
    },
  };
}
