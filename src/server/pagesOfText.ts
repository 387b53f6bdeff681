import { pngSize, type Drawing, type Pen } from '@/formats';
import { cardWords, type CardSection } from '@/words/cards';

/** Fits A4 and Letter with their feet; larger papers have room to spare. */
export const PAGE = { widthMm: 188, heightMm: 234 } as const;
export const TEXT_MM = 3.1;
const LABEL_MM = 44,
  LINE_MM = 4.5,
  HEADING_MM = 8;
/** A letter takes about half its height; a little less is reckoned with, so that no line is cut. */
const LETTER_SHARE = 0.53;
const PICTURE_MM = { widthMm: 88, heightMm: 58 } as const;

/** A line of a page: a heading, or what and how beside each other. */
export type Line = { readonly heading: string } | { readonly what: string; readonly how: string };

export const heightOf = (line: Line) => ('heading' in line ? HEADING_MM : LINE_MM);

/** Sections set into as many pages as they need; pictures stand on the first. */
export function pagesOf(
  title: string,
  head: string,
  sections: readonly CardSection[],
  pictures: readonly Uint8Array[],
): Drawing[] {
  const topMm = 14 + (pictures.length > 0 ? PICTURE_MM.heightMm + 6 : 0);
  const pages: Line[][] = [[]];
  let atMm = topMm;
  for (const line of sections.flatMap((section) => linesOf(section))) {
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
        drawLine(pen, line, y);
        y += heightOf(line);
      }
    },
  }));
}

/** A line at a height of its column, whose left edge, width and place of the second half are given. */
export function drawLine(
  pen: Pen,
  line: Line,
  y: number,
  x = 0,
  widthMm: number = PAGE.widthMm,
  labelMm = LABEL_MM,
): void {
  if ('heading' in line) {
    pen.text(line.heading, x, y + 2, 4, { heading: true });
    pen.line(x, y + 7, x + widthMm, y + 7, { widthMm: 0.15 });
    return;
  }
  pen.text(line.what, x, y, TEXT_MM);
  pen.text(line.how, x + labelMm, y, TEXT_MM);
}

export function linesOf({ title, rows }: CardSection, labelMm = LABEL_MM, widthMm: number = PAGE.widthMm): Line[] {
  return [
    { heading: title },
    ...rows.flatMap(([what, how]) => {
      const hows = wrapped(how, widthMm - labelMm),
        whats = wrapped(what, labelMm - 2);
      return Array.from({ length: Math.max(hows.length, whats.length) }, (_, i) => ({
        ...{ what: whats[i] ?? '', how: hows[i] ?? '' },
      }));
    }),
  ];
}

/** Words in lines no wider than so many millimetres; a word that is too long is broken. */
export function wrapped(text: string, widthMm: number, sizeMm = TEXT_MM): string[] {
  const most = Math.floor(widthMm / (LETTER_SHARE * sizeMm));
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

/** A picture within a box, as wide or as high as that, from its left upper corner; the size it is drawn at. */
export function drawWithin(
  pen: Pen,
  picture: { readonly bytes: Uint8Array; readonly widthPx: number; readonly heightPx: number },
  box: {
    readonly x: number;
    readonly y: number;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly centred?: boolean;
  },
): { readonly widthMm: number; readonly heightMm: number } {
  const scale = Math.min(box.widthMm / picture.widthPx, box.heightMm / picture.heightPx),
    widthMm = picture.widthPx * scale,
    heightMm = picture.heightPx * scale;
  const x = box.centred ? box.x + (box.widthMm - widthMm) / 2 : box.x;
  pen.picture(picture.bytes, x, box.y, widthMm, heightMm);
  pen.rect(x, box.y, widthMm, heightMm, { widthMm: 0.15 });
  return { widthMm, heightMm };
}

function place(pen: Pen, png: Uint8Array, x: number): void {
  const size = pngSize(png);
  if (!size) return;
  drawWithin(pen, { bytes: png, ...size }, { x, y: 12, ...PICTURE_MM });
}
