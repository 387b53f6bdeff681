import { labelSet, type CurveMap } from '@/core/geometry';
import { jigFor, type JigMark } from '@/core/registration';
import { failure, success, type Outcome } from '@/core/units';
import { dxfDocument, pathOfSet, type Drawing } from '@/formats';
import { inkingsOf, inkedAt, inkNamesOf, jigInputOf, sheetLayoutOf } from '@/derived';
import type { Store } from '@/store';
import { jigPage, type RunOutline } from './drawings';
import { drawingsOut, fileStem, textOut, type FileOut } from './fileOut';
import { laidOut, tracedSheet, type LaidOut } from './printSheets';
import { HOUSE_COLOURS } from '@/core/colour';
import { fileWords } from '@/words/files';

const OUTLINE_COLOURS = [
  HOUSE_COLOURS.ink,
  HOUSE_COLOURS.madder,
  HOUSE_COLOURS.slate,
  HOUSE_COLOURS.press,
  HOUSE_COLOURS.ochreText,
  HOUSE_COLOURS.violet,
];
/** Line patterns of the runs: whole, then ever longer dashes. */
const OUTLINE_DASHES_MM = [0, 1.2, 3, 6, 9, 0.6];

/** The true-size drawings of the way chosen, runs' outlines laid in where it wants them. */
export function jigPages(laid: LaidOut, arcs: CurveMap): Drawing[] {
  const { plan, name, sheet, mmPerPx } = laid;
  const outlines = plan.runs.map((run, i): RunOutline => {
    const parts = [...sheet.parts.keys()].filter((p) =>
      inkingsOf(run).some((inking) => inkedAt(plan, sheet, sheet.parts[p], run, inking)),
    );
    return {
      letter: String.fromCharCode(65 + i),
      name: fileWords('drawings.runAndInks', { run: i + 1, inks: inkNamesOf(plan, run) }),
      path: pathOfSet(arcs, labelSet(parts), mmPerPx, true),
      colour: OUTLINE_COLOURS[i % OUTLINE_COLOURS.length],
      dashMm: OUTLINE_DASHES_MM[i % OUTLINE_DASHES_MM.length],
    };
  });
  return jigFor(plan.way.registration, jigInputOf(plan, sheetLayoutOf(plan)!)).drawings.map((drawing) =>
    jigPage(name, drawing, drawing.outlinesIn ? outlines : []),
  );
}

/** The jig of the chosen way: PDF true to size in tiles with a check ruler, SVG, or the lines as DXF. */
export async function jigFile(
  db: Store,
  id: string,
  format: 'pdf' | 'svg' | 'dxf',
  now: Date,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value,
    { plan } = laid;
  const stem = `${fileStem(laid.name)} ${plan.way.registration}`;
  const jig = jigFor(plan.way.registration, jigInputOf(plan, sheetLayoutOf(plan)!)).drawings[0];
  if (!jig) return failure('jig');
  if (format === 'dxf') {
    const layers = [...new Set(jig.marks.map((mark) => mark.layer))].map((name, i) => ({
      name,
      colour: 1 + (i % 7),
      ringsMm: jig.marks.filter((mark) => mark.layer === name).flatMap(ringsOf),
    }));
    const drawn = layers.filter((layer) => layer.ringsMm.length > 0);
    return success(textOut(dxfDocument(jig.heightMm, drawn), 'image/vnd.dxf', `${stem}.dxf`));
  }
  return drawingsOut(jigPages(laid, tracedSheet(laid)), format, { stem, paper: plan.layout.exportPaper, now });
}

/** A mark as lines for a cutting machine; words are left out. A line is a ring there and back. */
function ringsOf(mark: JigMark): number[][] {
  if (mark.kind === 'rect') {
    const { xMm: x, yMm: y, widthMm: w, heightMm: h } = mark.rect;
    return [[x, y, x + w, y, x + w, y + h, x, y + h]];
  }
  if (mark.kind === 'line') return [[...mark.from, ...mark.to]];
  if (mark.kind === 'circle')
    return [
      Array.from({ length: 48 }, (_, i) => {
        const a = (i / 48) * 2 * Math.PI;
        return [mark.xMm + mark.radiusMm * Math.cos(a), mark.yMm + mark.radiusMm * Math.sin(a)];
      }).flat(),
    ];
  return [];
}
