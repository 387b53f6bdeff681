import { HOUSE_COLOURS, hexFromLabD50 } from '@/core/colour';
import { MOST_PIECES, pieceLetter, sawnBlock, type SawnBlock } from '@/core/cutting';
import { labelSet, type CurveMap } from '@/core/geometry';
import { failure, success, type Outcome } from '@/core/units';
import { inkedAt, inkingsOf, inkOf, runsOfCut, seamRuleOf } from '@/derived';
import { dxfDocument, pathOfLines, pathOfSet, type Drawing } from '@/formats';
import type { BlockSide, Saw } from '@/model';
import type { Store } from '@/store';
import { fileWords } from '@/words/files';
import { drawnSide, type Drawn } from './drawnSide';
import { FRAME_MM, originCorner, shifted, thisSideUp } from './drawings';
import { drawingsOut, fileStem, textOut, type FileOut } from './fileOut';
import { laidOut, tracedSheet, type LaidOut } from './printSheets';

type SawnSide = BlockSide & { readonly saw: Saw };

/**
 * A side that is sawn apart, true to size: the lines to saw along as the block lies, and its pieces put together, as the block lies and as
 * printed. PDF three pages; SVG and DXF the lines.
 */
export async function sawFile(
  db: Store,
  id: string,
  sideId: string,
  format: 'pdf' | 'svg' | 'dxf',
  now: Date,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value,
    side = laid.plan.blocks.flatMap(({ sides }) => sides).find((one) => one.id === sideId);
  if (!isSawn(side)) return failure('saw.notSawn');
  const sawn = sawnBlock(laid.picture, seamRuleOf(laid.plan, side)!, side.saw.widthMm, laid.mmPerPx);
  if (!sawn) return failure('flatten-too-broken.thereAreTooMany');
  if (sawn.pieces.length > MOST_PIECES)
    return failure('saw.tooManyPieces', { pieces: sawn.pieces.length, most: MOST_PIECES });
  const stem = fileWords('sawFiles.stem', { fileStem: fileStem(laid.name) });
  const [onBlock, asSeen] = [drawnSide(laid, side, true), drawnSide(laid, undefined, false)];
  if (format === 'dxf') return success(textOut(linesDxf(onBlock, sawn), 'image/vnd.dxf', `${stem}.dxf`));
  const curves = tracedSheet(laid);
  const pages = [
    linesDrawing(laid.name, side, sawn, onBlock),
    ...[onBlock, asSeen].map((drawn) => assemblyDrawing(laid, side, sawn, curves, drawn)),
  ];
  return drawingsOut(pages, format, { stem, paper: laid.plan.layout.exportPaper, now });
}

const isSawn = (side: BlockSide | undefined): side is SawnSide =>
  side !== undefined && side.saw !== null && side.cuts.length > 0;

/** Lines to saw along, open where they end at the rim, and the rim itself. */
function linesDxf({ widthMm, heightMm, lines }: Drawn, { linesMm }: SawnBlock): string {
  return dxfDocument(heightMm, [
    { name: 'saw', colour: 1, ringsMm: lines(linesMm), open: true },
    { name: 'block', colour: 8, ringsMm: [[0, 0, widthMm, 0, widthMm, heightMm, 0, heightMm]] },
  ]);
}

const LETTER_MM = 5;

function linesDrawing(name: string, { saw }: SawnSide, sawn: SawnBlock, drawn: Drawn): Drawing {
  const { widthMm, heightMm } = drawn;
  return {
    title: fileWords('sawFiles.linesTitle', { name }),
    note: fileWords('sawFiles.linesNote', { pieces: sawn.pieces.length, sawMm: saw.widthMm }),
    widthMm: widthMm + 2 * FRAME_MM,
    heightMm: heightMm + 2 * FRAME_MM,
    draw(pen) {
      pen.rect(FRAME_MM, FRAME_MM, widthMm, heightMm, { widthMm: 0.3 });
      pen.outlines(shifted(pathOfLines(drawn.lines(sawn.linesMm)), FRAME_MM), 0.25, HOUSE_COLOURS.madder);
      sawn.pieces.forEach(({ xMm, yMm, widestMm }, p) => {
        const size = Math.max(2, Math.min(LETTER_MM, widestMm / 2)),
          [x, y] = drawn.at(xMm, yMm);
        pen.text(pieceLetter(p), FRAME_MM + x, FRAME_MM + y - size / 2, size, { align: 'center' });
      });
      originCorner(pen, FRAME_MM, FRAME_MM + heightMm, fileWords('drawings.originCorner'));
      pen.text(fileWords('drawings.mirroredThisIsThe'), FRAME_MM + 24, FRAME_MM - 5, 3.4, {
        colour: HOUSE_COLOURS.madder,
      });
      thisSideUp(pen, FRAME_MM + widthMm / 2, FRAME_MM - 1, 5);
    },
  };
}

/** The pieces put together in their inks, each with its letter. */
function assemblyDrawing(laid: LaidOut, side: SawnSide, sawn: SawnBlock, curves: CurveMap, drawn: Drawn): Drawing {
  const { name } = laid,
    { widthMm, heightMm, mmPerPx, mirrored } = drawn,
    lines = shifted(pathOfLines(drawn.lines(sawn.linesMm)), FRAME_MM);
  const areas = inkAreas(laid, side).map(({ parts, fill }) => ({
    ...{ path: shifted(pathOfSet(curves, labelSet(parts), mmPerPx, mirrored), FRAME_MM), fill },
  }));
  return {
    title: fileWords('sawFiles.assemblyTitle', { name, mirrored: String(mirrored) }),
    note: fileWords('sawFiles.assemblyNote', { inks: inksByPiece(laid, side, sawn) }).slice(0, 150),
    widthMm: widthMm + 2 * FRAME_MM,
    heightMm: heightMm + 2 * FRAME_MM,
    draw(pen) {
      for (const { path, fill } of areas) pen.area(path, fill);
      pen.outlines(lines, 0.4, HOUSE_COLOURS.sheet);
      pen.outlines(lines, 0.15, HOUSE_COLOURS.ink);
      pen.rect(FRAME_MM, FRAME_MM, widthMm, heightMm, { widthMm: 0.3 });
      sawn.pieces.forEach(({ xMm, yMm, widestMm }, p) => {
        const size = Math.max(2, Math.min(LETTER_MM, widestMm / 2)),
          [x, y] = drawn.at(xMm, yMm);
        pen.circle(FRAME_MM + x, FRAME_MM + y, size * 0.8, { widthMm: 0.15, fill: HOUSE_COLOURS.sheet });
        pen.text(pieceLetter(p), FRAME_MM + x, FRAME_MM + y - size / 2, size, { align: 'center' });
      });
      if (mirrored) originCorner(pen, FRAME_MM, FRAME_MM + heightMm, fileWords('drawings.originCorner'));
      thisSideUp(pen, FRAME_MM + widthMm / 2, FRAME_MM - 1, 5);
    },
  };
}

/** What each ink of the runs from this side prints, in parts of the sheet. */
function inkAreas({ plan, sheet }: LaidOut, side: SawnSide) {
  return side.cuts
    .flatMap((cut) => runsOfCut(plan, cut.id).map((r) => plan.runs[r]))
    .flatMap((run) =>
      inkingsOf(run).map((inking) => ({
        fill: hexFromLabD50(inkOf(plan, inking).solidLabD50),
        parts: [...sheet.parts.keys()].filter((p) => inkedAt(plan, sheet, sheet.parts[p], run, inking)),
      })),
    );
}

/** “straw: A, C · leaf: B”: which pieces take which ink. */
function inksByPiece({ plan }: LaidOut, side: SawnSide, { pieces }: SawnBlock): string {
  const colours = plan.flat!.colours;
  return colours
    .flatMap(({ id, name }, label) => {
      const letters = pieces.flatMap(({ labels }, p) => (labels.includes(label) ? [pieceLetter(p)] : []));
      return side.cuts[0].standingIds.includes(id) && letters.length > 0 ? [`${name}: ${letters.join(', ')}`] : [];
    })
    .join(' · ');
}
