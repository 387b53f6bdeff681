import sharp from 'sharp';
import { failed, success, type Outcome } from '@/core/units';
import { shownFor, type Impression } from '@/derived';
import type { EditionOfInks } from '@/model';
import { pdfOfDrawings, xmpOf, type Drawing, type Pen, type PictureMetadata } from '@/formats';
import type { Store } from '@/store';
import { longDayOf } from '@/words/dates';
import {
  besideInWords,
  editionInWords,
  kindInWords,
  recordInWords,
  recordWords,
  techniqueInWords,
} from '@/words/records';
import { formatSize } from '@/core/units';
import { picturesOf, printByKey, type Picture } from './editionPictures';
import { fileStem, headFont, pdfFonts, type FileOut, type Report } from './fileOut';
import { drawLine, drawWithin, heightOf, linesOf, PAGE, TEXT_MM, wrapped, type Line } from './pagesOfText';
import { recordedPrint, type Recorded } from './recordOf';
import { unitAsked } from './unitAsked';

const PDF = 'application/pdf';
/** Pictures of runs and prints on paper, px. */
const RUN_PX = 420,
  PRINT_PX = 1200;

async function toKeep(of: Recorded, drawings: readonly Drawing[], title: string, now: Date): Promise<FileOut> {
  const bytes = await pdfOfDrawings(drawings, of.plan.layout.exportPaper, title, now, pdfFonts(), {
    ...{ toKeep: true, headFont: headFont() },
  });
  return { bytes, mediaType: PDF, fileName: `${fileStem(title)}.pdf` };
}

const TITLE_MM = 8,
  COLUMN_MM = 90,
  LABEL_MM = 26,
  TOP_MM = 22;

/** The record sheet of an edition: what it is, how many there are of each kind, runs, blocks, dates, and the sheet after each run. */
export async function recordPdf(
  db: Store,
  id: string,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const of = found.value,
    { plan, record } = of,
    pictures = picturesOf(db, id, plan);
  const picture = await pictures.of(shownFor(plan, of.prints) ?? { printed: plan.runs.length }, PRINT_PX);
  if (!picture.ok) return failed(picture);
  const runs: Picture[] = [];
  for (let run = 1; run <= plan.runs.length; run++) {
    const look = await pictures.of({ printed: run }, RUN_PX);
    if (!look.ok) return failed(look);
    runs.push(look.value);
    report(run / (plan.runs.length + 1));
  }
  const title = recordWords('recordName', { name: record.name });
  return success(await toKeep(of, recordPages(of, picture.value, runs, now), title, now));
}

/** The first page has the picture; text stands in two columns, on as many pages as it needs; the runs lie below it where there is room. */
function recordPages(of: Recorded, picture: Picture, runs: readonly Picture[], now: Date): Drawing[] {
  const { record } = of;
  const statement = record.told.statement === '' ? [] : wrapped(record.told.statement, PAGE.widthMm);
  const lines = recordInWords(record, unitAsked()).flatMap((section) => linesOf(section, LABEL_MM, COLUMN_MM));
  const topMm = TOP_MM + statement.length * 4.5 + (statement.length > 0 ? 4 : 0),
    belowMm = topMm + SHOWN_MM + 8;
  const columns = inColumns(lines, topMm, belowMm);
  const textPages = Math.ceil(columns.length / 2),
    lowestMm = Math.max(
      textPages === 1 ? belowMm : 0,
      ...columns.slice(2 * textPages - 2).map((column) => column.endMm),
    );
  const across = acrossFor(runs, FOOT_MM - lowestMm - 8),
    pages = across === undefined ? textPages + 1 : textPages;
  return Array.from({ length: pages }, (_, page) => ({
    ...{ title: record.name, note: '', ...PAGE },
    draw(pen: Pen) {
      if (page === 0) {
        drawHead(pen, of, statement);
        drawWithin(pen, picture, { x: 0, y: topMm, widthMm: COLUMN_MM, heightMm: SHOWN_MM });
      }
      // the picture stands over the second column of the first page, at the left
      columns
        .slice(2 * page, 2 * page + 2)
        .forEach((column, c) => drawColumn(pen, column, (page === 0) === (c === 1) ? 0 : PAGE.widthMm - COLUMN_MM));
      if (page === pages - 1)
        drawRuns(pen, runs, across === undefined ? 0 : lowestMm + 8, across ?? acrossFor(runs, FOOT_MM) ?? MOST_ACROSS);
      const made = recordWords('printedOn', { day: longDayOf(now.toISOString()) });
      pen.text(made, PAGE.widthMm, FOOT_MM + 1, 2.6, { align: 'right' });
    },
  }));
}

/** How high the picture may be, and where a page ends. */
const SHOWN_MM = 80,
  FOOT_MM = PAGE.heightMm - 5;

function drawHead(pen: Pen, { record }: Recorded, statement: readonly string[]): void {
  const edition = editionInWords(record, record.sets[0]);
  pen.text(record.name, 0, 0, TITLE_MM, { heading: true });
  pen.text([record.told.by, edition].filter(Boolean).join(' · '), 0, 11.5, 4);
  pen.line(0, 18, PAGE.widthMm, 18, { widthMm: 0.5 });
  statement.forEach((text, i) => pen.text(text, 0, TOP_MM + 4.5 * i, TEXT_MM));
}

function drawColumn(pen: Pen, { lines, fromMm }: Column, x: number): void {
  let y = fromMm;
  for (const line of lines) {
    drawLine(pen, line, y, x, COLUMN_MM, LABEL_MM);
    y += heightOf(line);
  }
}

/** A heading that is not left alone may leave so much of a column empty. */
const HEADING_ROOM_MM = 10;

interface Column {
  readonly lines: Line[];
  readonly fromMm: number;
  endMm: number;
}

/**
 * Lines into columns: the first from the head, the second below the picture, all others whole. Where two are enough they end as low as each
 * other, so that room is left below them.
 */
function inColumns(lines: readonly Line[], firstMm: number, secondMm: number): Column[] {
  const columns: Column[] = [{ lines: [], fromMm: firstMm, endMm: firstMm }];
  const allMm = lines.reduce((sum, line) => sum + heightOf(line), 0),
    evenMm = Math.max(secondMm, (allMm + firstMm + secondMm) / 2 + HEADING_ROOM_MM);
  const lowestMm = Math.min(FOOT_MM, evenMm);
  let y = firstMm;
  for (const line of lines) {
    // a heading is not left alone at the foot
    if (y + heightOf(line) + ('heading' in line ? 5 : 0) > (columns.length === 1 ? lowestMm : FOOT_MM)) {
      y = columns.length === 1 ? secondMm : 0;
      columns.push({ lines: [], fromMm: y, endMm: y });
    }
    columns.at(-1)!.lines.push(line);
    y += heightOf(line);
    columns.at(-1)!.endMm = y;
  }
  return columns;
}

const MOST_ACROSS = 10,
  CAPTION_MM = 5,
  BETWEEN_MM = 4;

/** So many pictures beside each other that all of them fit into what is left of a page; undefined where none does. */
function acrossFor(runs: readonly Picture[], roomMm: number): number | undefined {
  const ratio = runs[0].widthPx / runs[0].heightPx;
  for (let across = 4; across <= MOST_ACROSS; across++) {
    const highMm = (PAGE.widthMm / across - BETWEEN_MM) / ratio + CAPTION_MM + BETWEEN_MM;
    if (Math.ceil(runs.length / across) * highMm <= roomMm) return across;
  }
  return undefined;
}

/** The sheet after each run, from a height of the page on. */
function drawRuns(pen: Pen, runs: readonly Picture[], fromMm: number, across: number): void {
  const widthMm = PAGE.widthMm / across - BETWEEN_MM,
    heightMm = (widthMm * runs[0].heightPx) / runs[0].widthPx;
  runs.forEach((picture, i) => {
    const x = (i % across) * (widthMm + BETWEEN_MM),
      y = fromMm + Math.floor(i / across) * (heightMm + CAPTION_MM + BETWEEN_MM);
    drawWithin(pen, picture, { x, y, widthMm, heightMm });
    pen.text(recordWords('afterRun', { run: i + 1 }), x, y + heightMm + 1.2, 2.6);
  });
}

/** A certificate for one print: its picture, its number, and room to sign. */
export async function certificatePdf(db: Store, id: string, key: string, now: Date): Promise<Outcome<FileOut>> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const of = found.value,
    pictures = picturesOf(db, id, of.plan),
    print = printByKey(of.prints, key);
  if (!print.ok) return failed(print);
  const picture = await pictures.of(print.value, PRINT_PX);
  if (!picture.ok) return failed(picture);
  const title = recordWords('certificateName', { name: of.name, mark: print.value.mark || print.value.name });
  return success(await toKeep(of, [certificate(of, print.value, picture.value, title)], title, now));
}

function certificate(of: Recorded, print: Impression, picture: Picture, title: string): Drawing {
  const { record } = of,
    set = setOf(of, print),
    beside = print.kind === 'numbered' ? besideInWords(set) : '';
  const lines = [
    isIn(of, print, set),
    beside && recordWords('certificate.beside', { kinds: beside }),
    techniqueInWords(record),
    [record.imageMm && formatSize(record.imageMm.widthMm, record.imageMm.heightMm, unitAsked()), record.paper]
      .filter(Boolean)
      .join(' · '),
    record.told.statement,
  ].flatMap((text) => (text ? wrapped(text, 150, 3.6) : []));
  const middle = PAGE.widthMm / 2;
  return {
    ...{ title, note: '', ...PAGE },
    draw(pen) {
      pen.text(recordWords('certificate.title'), middle, 0, 5, { align: 'center', heading: true });
      pen.text(record.name, middle, 10, 10, { align: 'center', heading: true });
      if (record.told.by) pen.text(record.told.by, middle, 23, 4.5, { align: 'center' });
      const { heightMm } = drawWithin(pen, picture, { x: 19, y: 34, widthMm: 150, heightMm: 105, centred: true });
      let y = 34 + heightMm + 10;
      pen.text(print.mark || print.name, middle, y, 9, { align: 'center', heading: true });
      y += 15;
      for (const text of lines) {
        pen.text(text, middle, y, 3.6, { align: 'center' });
        y += 5.4;
      }
      const foot = Math.max(y + 14, PAGE.heightMm - 6);
      pen.line(19, foot, 110, foot, { widthMm: 0.25 });
      pen.line(122, foot, 169, foot, { widthMm: 0.25 });
      pen.text(recordWords('certificate.signed'), 19, foot + 1.5, 2.8);
      pen.text(recordWords('certificate.dated'), 122, foot + 1.5, 2.8);
    },
  };
}

const setOf = ({ record, plan }: Recorded, { colourwayId }: Impression): EditionOfInks => {
  const name = plan.colourways.find(({ id }) => id === colourwayId)?.name ?? '';
  return record.sets.find(({ colourway }) => colourway === name) ?? record.sets[0];
};

function isIn({ record }: Recorded, { kind, mark, name, varies }: Impression, { numbered }: EditionOfInks): string {
  if (kind !== 'numbered') return recordWords('certificate.proof', { mark: mark || name });
  const edition = record.edition ?? 'identical';
  return recordWords(edition === 'varied' && varies === '' ? 'certificate.identical' : `certificate.${edition}`, {
    ...{ mark, numbered, varies },
  });
}

const LABEL = { across: 2, down: 4, widthMm: 90, heightMm: 54, betweenMm: 6 } as const;

/** Labels for folders, one for each kind of print of each set of inks: title, kind, how many, size and paper, with a picture. */
export async function folderLabelsPdf(db: Store, id: string, now: Date): Promise<Outcome<FileOut>> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const of = found.value,
    labels = of.record.sets.flatMap((set) =>
      set.kinds.filter(({ kind }) => kind !== 'unfinished').map(({ kind, count }) => ({ set, kind, count })),
    );
  const pictures = picturesOf(db, id, of.plan),
    lookOf = new Map<string, Picture>();
  for (const { colourway } of of.record.sets) {
    const colourwayId = of.plan.colourways.find(({ name }) => name === colourway)?.id;
    const look = await pictures.of({ printed: of.plan.runs.length, colourwayId }, RUN_PX);
    if (!look.ok) return failed(look);
    lookOf.set(colourway, look.value);
  }
  const title = recordWords('labelsName', { name: of.name }),
    each = LABEL.across * LABEL.down;
  const pages = Array.from({ length: Math.max(1, Math.ceil(labels.length / each)) }, (_, page): Drawing => ({
    ...{ title, note: '', ...PAGE },
    draw(pen) {
      labels.slice(page * each, (page + 1) * each).forEach((label, i) => {
        const x = (i % LABEL.across) * (LABEL.widthMm + LABEL.betweenMm),
          y = Math.floor(i / LABEL.across) * (LABEL.heightMm + LABEL.betweenMm);
        drawLabel(pen, of, label, lookOf.get(label.set.colourway)!, x, y);
      });
    },
  }));
  return success(await toKeep(of, pages, title, now));
}

interface Label {
  readonly set: EditionOfInks;
  readonly kind: Impression['kind'];
  readonly count: number;
}

function drawLabel(
  pen: Pen,
  { record, prints }: Recorded,
  { set, kind, count }: Label,
  picture: Picture,
  x: number,
  y: number,
) {
  const marks = prints.flatMap((print) => (print.kind === kind && print.mark ? [print.mark] : []));
  pen.rect(x, y, LABEL.widthMm, LABEL.heightMm, { widthMm: 0.15 });
  drawWithin(pen, picture, { x: x + 4, y: y + 4, widthMm: 28, heightMm: LABEL.heightMm - 8 });
  const text = [
    ...wrapped([set.colourway, `${count} ${kindInWords(kind)}`].filter(Boolean).join(' · '), 50),
    ...(marks.length > 0 ? wrapped(marks.length > 2 ? `${marks[0]} – ${marks.at(-1)}` : marks.join(', '), 50) : []),
    ...(record.imageMm ? [formatSize(record.imageMm.widthMm, record.imageMm.heightMm, unitAsked())] : []),
    ...wrapped(record.paper, 50),
    ...[record.told.by, record.told.year].filter(Boolean),
  ];
  const head = wrapped(record.name, 50, 4.4).slice(0, 2);
  head.forEach((line, i) => pen.text(line, x + 36, y + 4 + 5.4 * i, 4.4, { heading: true }));
  text.slice(0, 8).forEach((line, i) => pen.text(line, x + 36, y + 5 + 5.4 * head.length + 4.4 * i, TEXT_MM));
}

/** A picture of one print, or of what is planned, that says of itself what it shows. */
export async function pictureWithMetadata(
  db: Store,
  id: string,
  key: string,
  form: 'jpg' | 'png',
): Promise<Outcome<FileOut>> {
  const found = recordedPrint(db, id);
  if (!found.ok) return failed(found);
  const of = found.value,
    pictures = picturesOf(db, id, of.plan),
    print = key === '' ? success(undefined) : printByKey(of.prints, key);
  if (!print.ok) return failed(print);
  const picture = await pictures.of(print.value ?? { printed: of.plan.runs.length }, LARGEST_PX);
  if (!picture.ok) return failed(picture);
  const mark = print.value ? print.value.mark || print.value.name : '';
  const { told } = of.record,
    said = metadataOf(of, print.value, mark);
  const tagged = sharp(picture.value.bytes)
    .withXmp(xmpOf(said))
    .withExif({
      IFD0: {
        ImageDescription: said.description,
        // an empty text is none
        ...(told.by && { Artist: told.by }),
        ...(told.rights && { Copyright: told.rights }),
      },
    });
  return success({
    bytes: await (form === 'jpg' ? tagged.jpeg({ quality: 92 }) : tagged.png()).toBuffer(),
    mediaType: form === 'jpg' ? 'image/jpeg' : 'image/png',
    fileName: `${fileStem(recordWords('pictureName', { name: of.name, mark: mark || recordWords('lookName') }))}.${form}`,
  });
}

const LARGEST_PX = 4000;

function metadataOf(of: Recorded, print: Impression | undefined, mark: string): PictureMetadata {
  const { record } = of,
    { told } = record;
  return {
    ...{ title: record.name, by: told.by, rights: told.rights, place: told.place, mark },
    description: [
      mark,
      editionInWords(record, print ? setOf(of, print) : record.sets[0]),
      print?.varies ?? '',
      techniqueInWords(record),
      told.statement,
    ]
      .filter(Boolean)
      .join('. '),
    date: told.year || (record.finishedAt ?? '').slice(0, 10),
    technique: techniqueInWords(record),
  };
}
