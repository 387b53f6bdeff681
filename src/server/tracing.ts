import { HOUSE_COLOURS } from '@/core/colour';
import { labelSet } from '@/core/geometry';
import { CORNER_MARK_MM, cornerMarks, type CornerMark } from '@/core/registration';
import { success, type Outcome } from '@/core/units';
import { replayLog, standsAt } from '@/derived';
import { pathOfSet, pdfOfDrawings, type Drawing, type Pen } from '@/formats';
import type { BlockSide } from '@/model';
import { benchLog, type Store } from '@/store';
import { fileWords } from '@/words/files';
import { shifted } from './drawings';
import { fileStem, pdfFonts, type FileOut, type Report } from './fileOut';
import { laidOut, tracedSheet } from './printSheets';

/** As little room as that leaves: a block of 240 × 180 mm goes on one level A4 page. */
const SIDE_MM = CORNER_MARK_MM.sideMm + CORNER_MARK_MM.gapMm + 1,
  HEAD_MM = 9,
  FOOT_MM = 5;

/** Every side of every block as it stands now, true to size and pale, to draw on what is to be cut next: as the block lies, or as printed. */
export async function tracingPdf(
  db: Store,
  id: string,
  mirrored: boolean,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const { plan, name, sheet, mmPerPx, widthMm, heightMm } = laid.value;
  const arcs = tracedSheet(laid.value);
  const { cutsPassed } = replayLog(benchLog(db, id));
  const all = sheet.parts.map((_, part) => part);
  const standing = (side: BlockSide) => {
    const last = side.cuts.findLast((cut) => cutsPassed.some((passed) => passed.cutId === cut.id));
    return last ? all.filter((part) => standsAt(plan, sheet, sheet.parts[part], last.id)) : all;
  };
  const sides = plan.blocks.flatMap((block) =>
    block.sides.map((side) => ({
      block: block.name,
      side,
      isCut: side.cuts.some((cut) => cutsPassed.some((p) => p.cutId === cut.id)),
    })),
  );
  const drawings = sides.map(({ block, side, isCut }, i): Drawing => {
    report(0.1 + (0.4 * i) / sides.length);
    const path = pathOfSet(arcs, labelSet(standing(side)), mmPerPx, mirrored);
    const said = { print: name, block, side: side.name, mirrored: String(mirrored), cut: String(isCut) };
    return {
      title: fileWords('tracing.title', said),
      note: fileWords('tracing.note'),
      widthMm: widthMm + 2 * SIDE_MM,
      heightMm: HEAD_MM + heightMm + FOOT_MM,
      draw(pen) {
        const [x, y] = [SIDE_MM, HEAD_MM];
        pen.text(fileWords('tracing.head', said), x, 2, 4);
        pen.area(shifted(path, x, y), HOUSE_COLOURS.hairline);
        pen.rect(x, y, widthMm, heightMm, { widthMm: 0.2 });
        for (const mark of cornerMarks({ widthMm, heightMm }, mirrored)) drawMark(pen, x, y, mark);
      },
    };
  });
  const bytes = await pdfOfDrawings(
    drawings,
    plan.layout.exportPaper,
    fileWords('tracing.file', { print: name }),
    now,
    pdfFonts(),
    { drawn: (share) => report(0.5 + share / 2) },
  );
  return success({ bytes, mediaType: 'application/pdf', fileName: fileWords('tracing.pdf', { stem: fileStem(name) }) });
}

function drawMark(pen: Pen, x: number, y: number, { xMm, yMm, hollow }: CornerMark): void {
  const { sideMm } = CORNER_MARK_MM;
  const square = (atX: number, atY: number, side: number, fill: string) =>
    pen.polygon(
      [
        [atX, atY],
        [atX + side, atY],
        [atX + side, atY + side],
        [atX, atY + side],
      ],
      fill,
    );
  square(x + xMm, y + yMm, sideMm, HOUSE_COLOURS.ink);
  if (hollow) square(x + xMm + sideMm / 4, y + yMm + sideMm / 4, sideMm / 2, HOUSE_COLOURS.sheet);
}
