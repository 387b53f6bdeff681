import { fileWords } from '@/words/files';
import { mapOfMask, maskCover } from '@/core/cutting';
import { findIslands, labelSet, maskOfLabels, regionMask, traceArcs } from '@/core/geometry';
import { failure, success, type Outcome } from '@/core/units';
import { dxfDocument, pathOfRings, type Drawing } from '@/formats';
import { type Mask } from '@/model';
import { inkNamesOf, labelStateOfRun, regionOf, sideOfRun } from '@/derived';
import type { Store } from '@/store';
import { FRAME_MM, shifted, thisSideUp } from './drawings';
import { drawnSide, ringsMm, type Drawn } from './drawnSide';
import { drawingsOut, fileStem, textOut, type FileOut } from './fileOut';
import { laidOut, type LaidOut } from './printSheets';
import { HOUSE_COLOURS } from '@/core/colour';

/** A mask of a run, true to size, as it lies on the block: what to keep, what to cut out, and how it is held. */
export async function maskFile(
  db: Store,
  id: string,
  maskId: string,
  format: 'pdf' | 'svg' | 'dxf',
  now: Date,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value;
  const mask = laid.plan.masks.find((m) => m.id === maskId);
  if (!mask) return failure('mask');
  const run = laid.plan.runs.findIndex((r) => r.id === mask.runId) + 1;
  const drawn = drawnSide(laid, sideOfRun(laid.plan, laid.plan.runs[run - 1]), true);
  const rings = maskRings(laid, mask, drawn);
  if (!rings.ok) return rings;
  const stem = fileWords('maskFiles.maskForRun', { fileStem: fileStem(laid.name), run });
  if (format === 'dxf') {
    const { widthMm, heightMm } = drawn;
    const frame = [0, 0, widthMm, 0, widthMm, heightMm, 0, heightMm];
    const dxf = dxfDocument(heightMm, [
      { name: 'mask', colour: 1, ringsMm: rings.value },
      { name: 'block', colour: 8, ringsMm: [frame] },
    ]);
    return success(textOut(dxf, 'image/vnd.dxf', `${stem}.dxf`));
  }
  const drawing = maskDrawing(laid, mask, drawn, rings.value, run);
  return drawingsOut([drawing], format, { stem, paper: laid.plan.layout.exportPaper, now });
}

/** Outlines of what a mask covers, mm, mirrored as the block lies. */
function maskRings(laid: LaidOut, mask: Mask, drawn: Drawn): Outcome<number[][]> {
  const run = laid.plan.runs.find((r) => r.id === mask.runId)!;
  const islands = findIslands(laid.picture);
  if (!islands) return failure('flatten-too-broken.forMasks');
  const standing = maskOfLabels(laid.map, labelSet(labelStateOfRun(laid.plan, run, laid.sheet).standing));
  const cover = maskCover(
    standing,
    regionMask(islands, regionOf(mask.place, laid.plan)),
    mask.kind === 'keep clean' ? 'keep clean' : mask.covers,
    mask.growMm / laid.mmPerPx,
  );
  return success(ringsMm(traceArcs(mapOfMask(cover), 0.49), labelSet([1]), drawn));
}

const PIN_MM = 6;

function maskDrawing(
  { name, plan }: LaidOut,
  mask: Mask,
  { widthMm, heightMm }: Drawn,
  rings: readonly number[][],
  run: number,
): Drawing {
  const ink = inkNamesOf(plan, plan.runs[run - 1]);
  return {
    title: fileWords('maskFiles.maskForRunMirrored', { name, run, ink }),
    note: fileWords('maskFiles.greyIsMaskAnd', {
      pins: String(mask.hold === 'pins'),
      value: mask.note ? ` · ${mask.note}` : '',
    }),
    widthMm: widthMm + 2 * FRAME_MM,
    heightMm: heightMm + 2 * FRAME_MM,
    draw(pen) {
      const path = shifted(pathOfRings(rings), FRAME_MM);
      pen.area(path, HOUSE_COLOURS.board);
      pen.outlines(path, 0.2, HOUSE_COLOURS.madder);
      pen.rect(FRAME_MM, FRAME_MM, widthMm, heightMm, { widthMm: 0.2, dashMm: 2 });
      if (mask.hold === 'pins')
        for (const x of [FRAME_MM + 0.25 * widthMm, FRAME_MM + 0.75 * widthMm]) {
          pen.circle(x, FRAME_MM / 2, PIN_MM / 2, { widthMm: 0.3 });
          pen.line(x - 1, FRAME_MM / 2, x + 1, FRAME_MM / 2, { widthMm: 0.15 });
          pen.line(x, FRAME_MM / 2 - 1, x, FRAME_MM / 2 + 1, { widthMm: 0.15 });
        }
      else {
        pen.line(FRAME_MM, FRAME_MM + heightMm, FRAME_MM + 30, FRAME_MM + heightMm, { widthMm: 0.6 });
        pen.line(FRAME_MM, FRAME_MM + heightMm, FRAME_MM, FRAME_MM + heightMm - 30, { widthMm: 0.6 });
      }
      pen.text(fileWords('maskFiles.maskRun', { run, ink }), FRAME_MM, FRAME_MM + heightMm + 3, 4);
      pen.text(fileWords('maskFiles.originCorner'), FRAME_MM, FRAME_MM + heightMm + 8, 3);
      thisSideUp(pen, FRAME_MM + widthMm / 2, FRAME_MM - 1, 5);
    },
  };
}
