import { bookletInWords, cardInWords, cardWords, type CardSection } from '@/words/cards';
import { inkNamesOf } from '@/derived';
import { success, type Outcome } from '@/core/units';
import { pdfOfDrawings, pngSize, type Drawing, type Pen } from '@/formats';
import { failed, failure, type Booklet } from '@/model';
import type { Store } from '@/store';
import { bookletOfPrint } from './booklet';
import { lookPng } from './exports';
import { fileStem, pdfFonts, type FileOut, type Report } from './fileOut';
import { unitAsked } from './unitAsked';

/** Fits A4 and Letter with their feet; larger papers have room to spare. */
const PAGE = { widthMm: 188, heightMm: 234 } as const;
const LABEL_MM = 44,
  TEXT_MM = 3.1,
  LINE_MM = 4.5,
  HEADING_MM = 8;
/** A letter takes about half its height; a little less is reckoned with, so that no line is cut. */
const LETTER_SHARE = 0.53;
const PICTURE_MM = { widthMm: 88, heightMm: 58 } as const;
const LOOK_PX = 900;

/** A page or more for each run, or for the one that is named (from 1); all of them after a page on the print. */
export async function runCardsPdf(
  db: Store,
  id: string,
  only: number | null,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const told = bookletOfPrint(db, id);
  if (!told.ok) return told;
  const { booklet, plan, block } = told.value;
  if (only !== null && !booklet.runs[only - 1])
    return failure('run-missing.thereIsNoRunThis', { run: only, runs: plan.runs.length });
  const drawings: Drawing[] = only === null ? firstPage(booklet) : [];
  for (const card of booklet.runs) {
    if (only !== null && card.run !== only) continue;
    const look = await lookPng(db, id, card.run, LOOK_PX);
    if (!look.ok) return failed(look);
    const pictures = [look.value.bytes, block(card.run - 1)].filter((png) => png !== undefined);
    const title = cardWords('run', { run: card.run, inks: inkNamesOf(plan, plan.runs[card.run - 1]) });
    drawings.push(...pagesOf(`${booklet.name} · ${title}`, title, cardInWords(card, unitAsked()), pictures));
    report(card.run / booklet.runs.length);
  }
  const stem =
    only === null
      ? cardWords('bookletFile', { name: fileStem(booklet.name) })
      : cardWords('cardFile', { name: fileStem(booklet.name), run: only });
  const title =
    only === null
      ? cardWords('bookletTitle', { name: booklet.name })
      : cardWords('cardTitle', { name: booklet.name, run: only });
  const bytes = await pdfOfDrawings(drawings, plan.layout.exportPaper, title, now, pdfFonts());
  return success({ bytes, mediaType: 'application/pdf', fileName: `${stem}.pdf` });
}

/** The print: its figures, and the sheet with the image where it lies. */
function firstPage(booklet: Booklet): Drawing[] {
  const head = cardWords('printed', { name: booklet.name, runs: booklet.runs.length });
  const [page, ...more] = pagesOf(cardWords('bookletTitle', booklet), head, [bookletInWords(booklet, unitAsked())], []);
  const { sheetMm, imageAtMm, sizeMm } = booklet;
  if (!sheetMm || !imageAtMm || !sizeMm) return [page, ...more];
  const scale = Math.min(0.6, 110 / sheetMm.widthMm, 90 / sheetMm.heightMm);
  return [
    {
      ...page,
      draw(pen) {
        page.draw(pen);
        const top = PAGE.heightMm - sheetMm.heightMm * scale - 8;
        pen.text(cardWords('jig'), 0, top - 6, TEXT_MM);
        pen.rect(0, top, sheetMm.widthMm * scale, sheetMm.heightMm * scale, { widthMm: 0.3 });
        pen.rect(
          ...([imageAtMm.xMm * scale, top + imageAtMm.yMm * scale] as const),
          ...([sizeMm.widthMm * scale, sizeMm.heightMm * scale] as const),
          { widthMm: 0.2, dashMm: 1.5 },
        );
      },
    },
    ...more,
  ];
}

/** A line of a page: a heading, or what and how beside each other. */
type Line = { readonly heading: string } | { readonly what: string; readonly how: string };

const heightOf = (line: Line) => ('heading' in line ? HEADING_MM : LINE_MM);

/** Sections set into as many pages as they need; pictures stand on the first. */
function pagesOf(
  title: string,
  head: string,
  sections: readonly CardSection[],
  pictures: readonly Uint8Array[],
): Drawing[] {
  const topMm = 14 + (pictures.length > 0 ? PICTURE_MM.heightMm + 6 : 0);
  const pages: Line[][] = [[]];
  let atMm = topMm;
  for (const line of sections.flatMap(linesOf)) {
    // a heading is not left alone at the foot
    const wanted = heightOf(line) + ('heading' in line ? LINE_MM : 0);
    if (atMm + wanted > PAGE.heightMm) {
      pages.push([]);
      atMm = 14;
    }
    pages.at(-1)!.push(line);
    atMm += heightOf(line);
  }
  return pages.map((lines, page) => ({
    ...{ title, note: cardWords('note'), ...PAGE },
    draw(pen) {
      pen.text(head, 0, 0, 6);
      pen.line(0, 9, PAGE.widthMm, 9, { widthMm: 0.4 });
      if (page === 0) pictures.slice(0, 2).forEach((png, i) => place(pen, png, i * (PICTURE_MM.widthMm + 12)));
      let y = page === 0 ? topMm : 14;
      for (const line of lines) {
        if ('heading' in line) {
          pen.text(line.heading, 0, y + 2, 4);
          pen.line(0, y + 7, PAGE.widthMm, y + 7, { widthMm: 0.15 });
        } else {
          pen.text(line.what, 0, y, TEXT_MM);
          pen.text(line.how, LABEL_MM, y, TEXT_MM);
        }
        y += heightOf(line);
      }
    },
  }));
}

function linesOf({ title, rows }: CardSection): Line[] {
  return [
    { heading: title },
    ...rows.flatMap(([what, how]) => {
      const hows = wrapped(how, PAGE.widthMm - LABEL_MM),
        whats = wrapped(what, LABEL_MM - 2);
      return Array.from({ length: Math.max(hows.length, whats.length) }, (_, i) => ({
        ...{ what: whats[i] ?? '', how: hows[i] ?? '' },
      }));
    }),
  ];
}

/** Words in lines no wider than so many millimetres; a word that is too long is broken. */
function wrapped(text: string, widthMm: number): string[] {
  const most = Math.floor(widthMm / (LETTER_SHARE * TEXT_MM));
  const lines: string[] = [''];
  for (const word of text.split(/\s+/)) {
    for (let rest = word; rest !== ''; rest = rest.slice(most)) {
      const piece = rest.slice(0, most),
        last = lines.at(-1)!;
      if (last === '') lines[lines.length - 1] = piece;
      else if (last.length + 1 + piece.length <= most) lines[lines.length - 1] = `${last} ${piece}`;
      else lines.push(piece);
    }
  }
  return lines;
}

/** A picture within its box, as wide or as high as that. */
function place(pen: Pen, png: Uint8Array, x: number): void {
  const size = pngSize(png);
  if (!size) return;
  const scale = Math.min(PICTURE_MM.widthMm / size.widthPx, PICTURE_MM.heightMm / size.heightPx);
  pen.picture(png, x, 12, size.widthPx * scale, size.heightPx * scale);
  pen.rect(x, 12, size.widthPx * scale, size.heightPx * scale, { widthMm: 0.15 });
}
