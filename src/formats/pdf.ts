import { fileWords } from '@/words/files';
import PDFDocument from 'pdfkit';
import type { ExportPaper } from '@/model';
import { HOUSE_COLOURS } from '@/core/colour';

/** Points in a millimetre: PDF's unit is 1/72 in. */
export const PT_PER_MM = 72 / 25.4;

/** Portrait, mm. */
export const PAPER_MM: Readonly<Record<ExportPaper, readonly [number, number]>> = {
  A4: [210, 297],
  A3: [297, 420],
  Letter: [215.9, 279.4],
  Tabloid: [279.4, 431.8],
};
/** Most printers cannot reach closer to the edge than this. */
const EDGE_MM = 8;
/** Room at the foot for title, ruler and marks. */
const FOOT_MM = 24;
export const TILE_OVERLAP_MM = 10;
export const RULER_MM = 100;

/** One drawing true to size; `draw` works in mm from its left top corner. */
export interface Drawing {
  readonly title: string;
  readonly note: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly draw: (pen: Pen) => void;
}

/** What a drawing may use, in mm. */
export interface Pen {
  rect(x: number, y: number, width: number, height: number, style?: LineStyle): void;
  line(x1: number, y1: number, x2: number, y2: number, style?: LineStyle): void;
  /** SVG path data in hundredths of a millimetre. */
  area(path: string, fill: string): void;
  circle(x: number, y: number, radius: number, style?: LineStyle): void;
  /** The same path data as lines. */
  outlines(path: string, widthMm: number, colour: string, dashMm?: number): void;
  /** Gouge strokes inside an area (path data as for `area`), over a box of the given size from the origin. */
  hatch(path: string, widthMm: number, heightMm: number, colour: string): void;
  polygon(points: readonly (readonly [number, number])[], fill: string): void;
  /** A picture (PNG), stretched to the box. */
  picture(png: Uint8Array, x: number, y: number, widthMm: number, heightMm: number): void;
  text(
    text: string,
    x: number,
    y: number,
    sizeMm?: number,
    options?: { align?: 'left' | 'center' | 'right'; turnDeg?: number; colour?: string; heading?: boolean },
  ): void;
}

export interface LineStyle {
  readonly widthMm?: number;
  readonly colour?: string;
  readonly dashMm?: number;
  readonly fill?: string;
}

interface Tile {
  readonly column: number;
  readonly row: number;
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}
interface Sheet {
  readonly landscape: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly tiles: Tile[];
  readonly columns: number;
  readonly rows: number;
  /** Where title and ruler stand: under the drawing, or turned at its right. */
  readonly words: 'foot' | 'side';
}

/** How a drawing falls on sheets of paper: upright or level, words below or beside, whichever needs fewest; tiles overlap by 10 mm. */
export function tileDrawing(widthMm: number, heightMm: number, paper: ExportPaper): Sheet {
  const [short, long] = PAPER_MM[paper];
  const ways = [
    tilesFor(widthMm, heightMm, short, long, 'foot'),
    tilesFor(widthMm, heightMm, long, short, 'foot'),
    tilesFor(widthMm, heightMm, long, short, 'side'),
    tilesFor(widthMm, heightMm, short, long, 'side'),
  ];
  return ways.reduce((best, way) => (way.tiles.length < best.tiles.length ? way : best));
}

function tilesFor(
  widthMm: number,
  heightMm: number,
  sheetWidth: number,
  sheetHeight: number,
  words: Sheet['words'],
): Sheet {
  const roomX = sheetWidth - 2 * EDGE_MM - (words === 'side' ? FOOT_MM : 0),
    roomY = sheetHeight - 2 * EDGE_MM - (words === 'foot' ? FOOT_MM : 0);
  const steps = (length: number, room: number) =>
    length <= room + 1e-9 ? 1 : Math.ceil((length - TILE_OVERLAP_MM) / (room - TILE_OVERLAP_MM));
  const columns = steps(widthMm, roomX),
    rows = steps(heightMm, roomY);
  const tiles: Tile[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const xMm = column * (roomX - TILE_OVERLAP_MM),
        yMm = row * (roomY - TILE_OVERLAP_MM);
      tiles.push({
        column,
        row,
        xMm,
        yMm,
        widthMm: Math.min(roomX, widthMm - xMm),
        heightMm: Math.min(roomY, heightMm - yMm),
      });
    }
  }
  return {
    landscape: sheetWidth > sheetHeight,
    widthMm: sheetWidth,
    heightMm: sheetHeight,
    tiles,
    columns,
    rows,
    words,
  };
}

interface PdfOptions {
  readonly drawn?: (share: number) => void;
  /** As PDF/A-2b, all faces and the colour space within; such pages are read, not measured: without ruler. */
  readonly toKeep?: boolean;
  /** Of headings. */
  readonly headFont?: Buffer;
}

/**
 * A PDF of drawings at 1:1 on the chosen paper, each page with a ruler of 100 mm to check the printer by. `fonts`: bytes of WOFF or TTF files; each letter
 * is set in the first that has it.
 */
export async function pdfOfDrawings(
  drawings: readonly Drawing[],
  paper: ExportPaper,
  title: string,
  madeOn: Date,
  fonts: readonly Buffer[],
  { drawn = () => undefined, toKeep = false, headFont }: PdfOptions = {},
): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    // no face but those that are embedded
    ...(toKeep ? { subset: 'PDF/A-2b', pdfVersion: '1.7', font: null as unknown as string } : {}),
    info: { Title: title, Creator: fileWords('pdf.ulexite'), CreationDate: madeOn, ModDate: madeOn },
  });
  const faces = new Faces(doc, fonts, headFont);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  for (const [d, drawing] of drawings.entries()) {
    const sheet = tileDrawing(drawing.widthMm, drawing.heightMm, paper);
    for (const [t, tile] of sheet.tiles.entries()) {
      drawTile(doc, drawing, sheet, tile, faces, !toKeep);
      drawn((d + (t + 1) / sheet.tiles.length) / drawings.length);
    }
  }
  doc.end();
  return done;
}

function drawTile(
  doc: PDFKit.PDFDocument,
  drawing: Drawing,
  sheet: Sheet,
  tile: Tile,
  faces: Faces,
  ruled: boolean,
): void {
  doc.addPage({ size: [sheet.widthMm * PT_PER_MM, sheet.heightMm * PT_PER_MM], margin: 0 });
  doc.save().scale(PT_PER_MM);
  doc.save();
  doc.rect(EDGE_MM, EDGE_MM, tile.widthMm, tile.heightMm).clip();
  doc.translate(EDGE_MM - tile.xMm, EDGE_MM - tile.yMm);
  drawing.draw(penFor(doc, faces));
  doc.restore();
  if (sheet.tiles.length > 1) cutMarks(doc, sheet, tile);
  if (ruled) words(doc, drawing, sheet, tile, faces);
  doc.restore();
}

/** Corner marks at the tile, and dashed lines where the neighbour's sheet begins. */
function cutMarks(doc: PDFKit.PDFDocument, sheet: Sheet, tile: Tile): void {
  const x0 = EDGE_MM,
    y0 = EDGE_MM,
    x1 = EDGE_MM + tile.widthMm,
    y1 = EDGE_MM + tile.heightMm;
  doc.lineWidth(0.15).strokeColor(HOUSE_COLOURS.ink);
  for (const [x, y, dx, dy] of [
    [x0, y0, -1, -1],
    [x1, y0, 1, -1],
    [x0, y1, -1, 1],
    [x1, y1, 1, 1],
  ]) {
    doc
      .moveTo(x + dx, y)
      .lineTo(x + dx * 5, y)
      .moveTo(x, y + dy)
      .lineTo(x, y + dy * 5)
      .stroke();
  }
  doc.dash(2, { space: 1.5 });
  if (tile.column > 0)
    doc
      .moveTo(x0 + TILE_OVERLAP_MM, y0)
      .lineTo(x0 + TILE_OVERLAP_MM, y1)
      .stroke();
  if (tile.row > 0)
    doc
      .moveTo(x0, y0 + TILE_OVERLAP_MM)
      .lineTo(x1, y0 + TILE_OVERLAP_MM)
      .stroke();
  if (tile.column < sheet.columns - 1)
    doc
      .moveTo(x1 - TILE_OVERLAP_MM, y0)
      .lineTo(x1 - TILE_OVERLAP_MM, y1)
      .stroke();
  if (tile.row < sheet.rows - 1)
    doc
      .moveTo(x0, y1 - TILE_OVERLAP_MM)
      .lineTo(x1, y1 - TILE_OVERLAP_MM)
      .stroke();
  doc.undash();
}

/** Title, note and check ruler: along the foot, or up the right edge. */
function words(doc: PDFKit.PDFDocument, drawing: Drawing, sheet: Sheet, tile: Tile, faces: Faces): void {
  const pen = penFor(doc, faces);
  doc.save();
  if (sheet.words === 'side')
    doc.translate(sheet.widthMm - EDGE_MM - FOOT_MM, sheet.heightMm - EDGE_MM).rotate(-90, { origin: [0, 0] });
  else doc.translate(EDGE_MM, sheet.heightMm - EDGE_MM - FOOT_MM);
  const y = FOOT_MM - 6;
  pen.line(0, y, RULER_MM, y, { widthMm: 0.3 });
  for (let mm = 0; mm <= RULER_MM; mm += 10) pen.line(mm, y, mm, y - (mm % 50 === 0 ? 3.5 : 2), { widthMm: 0.2 });
  pen.text(fileWords('pdf.checkRulerMmPrint', { rulerMm: RULER_MM }), 0, y + 1.5, 2.6);
  const part =
    sheet.tiles.length > 1
      ? ` ${fileWords('pdf.partOfRowColumn', { row: tile.row * sheet.columns + tile.column + 1, tiles: sheet.tiles.length, row2: tile.row + 1, column: tile.column + 1 })}`
      : '';
  pen.text(drawing.title, 0, y - 13.5, 3.6);
  pen.text(drawing.note + part, 0, y - 8.6, 2.6);
  doc.restore();
}

/** The faces of a document: letters one face lacks are set in the next that has them. */
class Faces {
  private readonly known = new Map<number, string>();

  constructor(
    private readonly doc: PDFKit.PDFDocument,
    fonts: readonly Buffer[],
    headFont?: Buffer,
  ) {
    if (headFont) doc.registerFont('face-head', headFont);
    this.head = headFont ? 'face-head' : undefined;
    this.names = fonts.map((font, i) => {
      doc.registerFont(`face-${i}`, font);
      return `face-${i}`;
    });
  }
  private readonly names: readonly string[];
  private readonly head: string | undefined;

  /** The text in stretches of one face each; headings in theirs, where it has the letters. */
  stretches(text: string, heading = false): { face: string; text: string }[] {
    const { head } = this;
    if (heading && head !== undefined && [...text].every((letter) => this.has(head, letter.codePointAt(0)!)))
      return [{ face: head, text }];
    const out: { face: string; text: string }[] = [];
    for (const letter of text.normalize('NFC')) {
      const face = this.faceOf(letter.codePointAt(0)!);
      const last = out.at(-1);
      if (last && (last.face === face || letter === ' ')) last.text += letter;
      else out.push({ face, text: letter });
    }
    return out;
  }

  private faceOf(code: number): string {
    const before = this.known.get(code);
    if (before) return before;
    const face = this.names.find((name) => this.has(name, code)) ?? this.names[0];
    this.known.set(code, face);
    return face;
  }

  private has(name: string, code: number): boolean {
    const { _font } = this.doc.font(name) as unknown as {
      _font: { font?: { hasGlyphForCodePoint(code: number): boolean } };
    };
    return _font.font?.hasGlyphForCodePoint(code) ?? false;
  }
}

function penFor(doc: PDFKit.PDFDocument, faces: Faces): Pen {
  const stroke = (style: LineStyle = {}) => {
    doc.lineWidth(style.widthMm ?? 0.2).strokeColor(style.colour ?? HOUSE_COLOURS.ink);
    if (style.dashMm) doc.dash(style.dashMm, { space: style.dashMm });
    else doc.undash();
  };
  return {
    rect(x, y, width, height, style = {}) {
      stroke(style);
      doc.rect(x, y, width, height);
      if (style.fill) doc.fillAndStroke(style.fill, style.colour ?? HOUSE_COLOURS.ink);
      else doc.stroke();
    },
    line(x1, y1, x2, y2, style) {
      stroke(style);
      doc.moveTo(x1, y1).lineTo(x2, y2).stroke();
    },
    area(path, fill) {
      doc.save().scale(0.01).path(path).fill(fill, 'even-odd').restore();
    },
    circle(x, y, radius, style = {}) {
      stroke(style);
      doc.circle(x, y, radius);
      if (style.fill) doc.fillAndStroke(style.fill, style.colour ?? HOUSE_COLOURS.ink);
      else doc.stroke();
    },
    outlines(path, widthMm, colour, dashMm) {
      const scaled = doc.save().scale(0.01);
      (dashMm ? scaled.dash(dashMm * 100, { space: dashMm * 70 }) : scaled.undash())
        .lineWidth(widthMm * 100)
        .lineJoin('round')
        .strokeColor(colour)
        .path(path)
        .stroke()
        .restore();
    },
    hatch(path, widthMm, heightMm, colour) {
      doc.save().scale(0.01).path(path).clip('even-odd').scale(100).undash().lineWidth(0.22).strokeColor(colour);
      for (let y = 0, row = 0; y < heightMm + 3; y += 1.5, row++) {
        for (let x = row % 2 === 0 ? -1 : 0.5; x < widthMm + 3; x += 3) doc.moveTo(x, y).lineTo(x + 2, y - 1.3);
      }
      doc.stroke().restore();
    },
    polygon(points, fill) {
      doc.polygon(...points.map(([x, y]) => [x, y] as [number, number])).fill(fill);
    },
    picture(png, x, y, width, height) {
      doc.image(Buffer.from(png), x, y, { width, height });
    },
    text: (text, x, y, sizeMm, options) => setText(doc, faces, text, x, y, sizeMm, options),
  };
}

/** Sets one line of text, each stretch of letters in a face that has them. */
function setText(
  doc: PDFKit.PDFDocument,
  faces: Faces,
  ...[text, x, y, sizeMm = 3, options = {}]: Parameters<Pen['text']>
): void {
  doc.save().fillColor(options.colour ?? HOUSE_COLOURS.ink);
  if (options.turnDeg) doc.rotate(options.turnDeg, { origin: [x, y] });
  const stretches = faces.stretches(text, options.heading).map((stretch) => ({
    ...stretch,
    width: doc.font(stretch.face).fontSize(sizeMm).widthOfString(stretch.text),
  }));
  const width = stretches.reduce((sum, stretch) => sum + stretch.width, 0);
  let left = options.align === 'center' ? x - width / 2 : options.align === 'right' ? x - width : x;
  for (const stretch of stretches) {
    doc.font(stretch.face).text(stretch.text, left, y, { lineBreak: false });
    left += stretch.width;
  }
  doc.restore();
}
