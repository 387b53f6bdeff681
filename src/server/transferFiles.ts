import { transferWords } from '@/words/transfers';
import { fileWords } from '@/words/files';
import sharp from 'sharp';
import { HOUSE_COLOURS, hexFromLabD50, srgb8FromLabD50 } from '@/core/colour';
import { transferById } from '@/core/cutting';
import { emptyMask, fillLine, fillOutlines, hasPixel, labelSet, type CurveMap, type BitMask } from '@/core/geometry';
import { failure, success, type Outcome } from '@/core/units';
import { indexedPng, pathOfEdges, pathOfSet, type Drawing, type PaletteColour } from '@/formats';
import { labelStateOfRun, blocksOfRun, sideOfRun, wantedOf } from '@/derived';
import type { BlockSide } from '@/model';
import type { Store } from '@/store';
import { drawMarks, FRAME_MM, originCorner, shifted, thisSideUp } from './drawings';
import { drawnSide, ringsMm, type Drawn } from './drawnSide';
import { drawingsOut, fileStem, type FileOut, type Report } from './fileOut';
import { laidOut, tracedSheet, type LaidOut } from './printSheets';

export const TRANSFER_DPI = [300, 600] as const;
const LINE_MM = 0.25;
const MARK_MM = 0.9,
  RED = [166, 58, 43] as const;
const INK = HOUSE_COLOURS.ink,
  STANDING = HOUSE_COLOURS.standingInPrint;
/** A raster larger than this is refused: it would fill the memory of a small machine. */
const MAX_PNG_PIXELS = 90_000_000;

/** The drawing to bring onto the block: key lines, flat tones, or what one block prints; as seen or mirrored as the chosen way wants it. */
export async function transferFile(
  db: Store,
  id: string,
  what: string,
  format: 'pdf' | 'svg' | 'png',
  dpi: number,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value;
  report(0.2);
  const content = contentOf(laid, what);
  if (!content.ok) return content;
  report(0.4);
  const way = transferById(laid.plan.transfer.wayId);
  const mirrored = way.drawing === 'mirrored';
  const drawn = drawnSide(laid, content.value.side, mirrored);
  const stem = `${fileStem(laid.name)} ${content.value.name}, ${mirrored ? 'mirrored' : 'as seen'}`;
  if (format === 'png') {
    if (!TRANSFER_DPI.some((d) => d === dpi)) return failure('dpi.dotsAnInchAre', { dpi });
    const bytes = await pngOf(laid.name, content.value, drawn, dpi);
    return bytes.ok
      ? success({
          bytes: bytes.value,
          mediaType: 'image/png',
          fileName: fileWords('transferFiles.pngFile', { fileStem: stem, dpi }),
        })
      : bytes;
  }
  const drawing = drawingOf(laid.name, content.value, drawn, transferWords(`name.${way.id}`));
  return drawingsOut([drawing], format, {
    ...{ stem, paper: laid.plan.layout.exportPaper, now },
    report: (share) => report(0.4 + 0.6 * share),
  });
}

interface Content {
  readonly name: string;
  readonly arcs: CurveMap;
  /** Areas to fill, each a set of parts; none for key lines. */
  readonly areas: readonly {
    readonly set: Uint8Array;
    readonly hex: string;
    readonly rgb: readonly [number, number, number];
  }[];
  readonly lines: boolean;
  /** The side of the block it is of: drawn for the paper as it has grown. */
  readonly side?: BlockSide;
}

function contentOf(laid: LaidOut, what: string): Outcome<Content> {
  const { plan, sheet } = laid;
  const arcs = tracedSheet(laid);
  if (what === 'key') return success({ name: fileWords('transferFiles.keyLines'), arcs, areas: [], lines: true });
  if (what === 'flat') {
    const wanted = wantedOf(plan);
    const areas = wanted.map((lab, label) => ({
      set: labelSet([...sheet.parts.keys()].filter((p) => sheet.parts[p].label === label)),
      hex: hexFromLabD50(lab),
      rgb: srgb8FromLabD50(lab).rgb,
    }));
    return success({ name: fileWords('transferFiles.flatTones'), arcs, areas, lines: true });
  }
  const number = Number(/^block-(\d{1,2})$/.exec(what)?.[1] ?? 0);
  const block = plan.blocks[number - 1];
  const run = block && plan.runs.find((r) => blocksOfRun(plan, r).some((one) => one.block.id === block.id));
  if (!run) return failure('drawing', { what, blocks: plan.blocks.length });
  const { standing } = labelStateOfRun(plan, run, sheet);
  return success({
    name: block.name,
    arcs,
    areas: [{ set: labelSet(standing), hex: STANDING, rgb: [140, 136, 120] }],
    lines: false,
    side: sideOfRun(plan, run),
  });
}

function drawingOf(name: string, content: Content, drawn: Drawn, way: string): Drawing {
  const { widthMm, heightMm, mmPerPx, mirrored, marks } = drawn,
    left = FRAME_MM + marks.leftMm;
  return {
    title: `${name}: ${content.name}, ${mirrored ? fileWords('transferFiles.mirrored') : 'as seen'}`,
    note: `for: ${way} · ${mirrored ? fileWords('transferFiles.layItFaceUp') : fileWords('transferFiles.layItFaceDown')}`,
    widthMm: widthMm + 2 * FRAME_MM + marks.leftMm + marks.rightMm,
    heightMm: heightMm + 2 * FRAME_MM + marks.belowMm,
    draw(pen) {
      drawMarks(pen, marks, left, FRAME_MM);
      for (const area of content.areas)
        pen.area(shifted(pathOfSet(content.arcs, area.set, mmPerPx, mirrored), left, FRAME_MM), area.hex);
      if (content.lines)
        pen.outlines(shifted(pathOfEdges(content.arcs, mmPerPx, mirrored), left, FRAME_MM), LINE_MM, INK);
      pen.rect(left, FRAME_MM, widthMm, heightMm, { widthMm: 0.3 });
      // the origin corner of the block, lower left as the block lies, is lower right on the print
      if (mirrored) originCorner(pen, left, FRAME_MM + heightMm, fileWords('transferFiles.originCorner'));
      else {
        pen.polygon(
          [
            [left + widthMm, FRAME_MM + heightMm],
            [left + widthMm - 7, FRAME_MM + heightMm],
            [left + widthMm, FRAME_MM + heightMm - 7],
          ],
          INK,
        );
        pen.text(fileWords('transferFiles.originCorner'), left + widthMm, FRAME_MM + heightMm + 1.2, 3, {
          align: 'right',
        });
      }
      pen.text(
        `${content.name} · ${mirrored ? fileWords('transferFiles.mirroredLiesAsThe') : fileWords('transferFiles.asSeenLiesFace')}`,
        left,
        4,
        4.4,
        { colour: mirrored ? HOUSE_COLOURS.madder : INK },
      );
      thisSideUp(pen, left + widthMm / 2, FRAME_MM - 1, 5);
    },
  };
}

/** The same as pixels: areas by scan line, lines as wide as they are drawn, marks in the frame, words where the system can set them. */
async function pngOf(name: string, content: Content, drawn: Drawn, dpi: number): Promise<Outcome<Uint8Array>> {
  const perMm = dpi / 25.4,
    { widthMm, heightMm, mirrored, marks } = drawn,
    left = FRAME_MM + marks.leftMm;
  const width = Math.round((left + widthMm + marks.rightMm + FRAME_MM) * perMm),
    height = Math.round((heightMm + marks.belowMm + 2 * FRAME_MM) * perMm);
  if (width * height > MAX_PNG_PIXELS)
    return failure('dpi.atDotsAnInch', { dpi, width: Math.round((width * height) / 1e6) });
  const toPx = (line: readonly number[]) => line.map((mm, i) => (mm + (i % 2 === 0 ? left : FRAME_MM)) * perMm);
  const palette: PaletteColour[] = [
    [255, 255, 255, 255],
    [31, 36, 33, 255],
  ];
  const layers: { mask: BitMask; index: number }[] = [];
  for (const area of content.areas) {
    const mask = emptyMask(width, height);
    fillOutlines(mask, ringsMm(content.arcs, area.set, drawn).map(toPx));
    layers.push({ mask, index: palette.push([...area.rgb, 255]) - 1 });
  }
  const ink = emptyMask(width, height);
  drawLines(content, drawn, ink, toPx, perMm);
  const red = emptyMask(width, height);
  for (const line of marks.lines) fillLine(red, toPx(line), MARK_MM * perMm);
  if (marks.lines.length > 0) layers.push({ mask: red, index: palette.push([...RED, 255]) - 1 });
  const ruler = drawFrame(ink, perMm, drawn);
  await words(
    ink,
    fileWords('transferFiles.foot', {
      ...{ name, content: content.name, mirrored: String(mirrored) },
      rulerMm: ruler,
    }),
    left * perMm,
    2 * perMm,
    dpi,
    width - left * perMm,
  );
  const index = new Uint8Array(width);
  return success(
    indexedPng(
      width,
      height,
      palette,
      (row, out) => {
        index.fill(0);
        for (const { mask, index: colour } of [...layers, { mask: ink, index: 1 }])
          for (let x = 0; x < width; x++) if (hasPixel(mask, x, row)) index[x] = colour;
        out.set(index);
      },
      1 / perMm,
    ),
  );
}

/** The frame with its corner, its arrow and its ruler. */
function drawFrame(ink: BitMask, perMm: number, { widthMm, heightMm, mirrored, marks }: Drawn): number {
  const frame = (points: readonly number[], mm: number) =>
    fillLine(
      ink,
      points.map((v) => v * perMm),
      mm * perMm,
    );
  const left = FRAME_MM + marks.leftMm,
    right = left + widthMm,
    top = FRAME_MM,
    bottom = FRAME_MM + heightMm,
    middle = left + widthMm / 2;
  frame([left, top, right, top, right, bottom, left, bottom, left, top], 0.3);
  const corner = mirrored
    ? [left, bottom, left + 7, bottom, left, bottom - 7]
    : [right, bottom, right - 7, bottom, right, bottom - 7];
  fillOutlines(ink, [
    corner.map((v) => v * perMm),
    [middle - 2, top - 3, middle + 2, top - 3, middle, top - 7].map((v) => v * perMm),
  ]);
  frame([middle, top - 1, middle, top - 4], 0.5);
  const ruler = Math.min(100, Math.floor(widthMm / 10) * 10),
    y = heightMm + marks.belowMm + 2 * FRAME_MM - 4;
  frame([left, y, left + ruler, y], 0.3);
  for (let mm = 0; mm <= ruler; mm += 10) frame([left + mm, y, left + mm, y - (mm % 50 === 0 ? 3.5 : 2)], 0.2);
  return ruler;
}

/** The drawing’s lines, as wide as they are drawn. */
function drawLines(
  { arcs, lines }: Content,
  drawn: Drawn,
  ink: BitMask,
  toPx: (ring: readonly number[]) => number[],
  perMm: number,
) {
  if (lines)
    for (let a = 0; a < arcs.count; a++) {
      const line: number[] = [];
      for (let p = arcs.offset[a]; p < arcs.offset[a + 1]; p++)
        line.push(...drawn.atPx(arcs.xy[2 * p], arcs.xy[2 * p + 1]));
      fillLine(ink, toPx(line), LINE_MM * perMm);
    }
}

/** Sets a line of words; where no typeface can be had the drawing does without. */
async function words(ink: BitMask, text: string, x: number, y: number, dpi: number, room: number): Promise<void> {
  try {
    const { data, info } = await sharp({ text: { text: text.replace(/[<>&]/g, ' '), font: 'sans 9', dpi } })
      .extractChannel(0)
      .raw()
      .toBuffer({ resolveWithObject: true });
    for (let row = 0; row < info.height; row++)
      for (let column = 0; column < Math.min(info.width, room); column++) {
        const px = Math.round(x) + column,
          py = Math.round(y) + row;
        if (data[row * info.width + column] > 127 && px < ink.width && py < ink.height)
          ink.words[py * ink.wordsPerRow + (px >>> 5)] |= 1 << (px & 31);
      }
  } catch {
    // the marks say which way the drawing lies; its name is in the file's
  }
}
