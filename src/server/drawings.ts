import type { CornerStopLayout } from '@/core/registration';
import { trimNumber } from '@/core/units';
import type { Drawing, Pen } from '@/formats';

const MADDER = '#A63A2B', SLATE = '#3E5C76', PENCIL = '#6B6F66', STANDING = '#D8D2C2';
/** Room round the block for its marks. */
export const FRAME_MM = 14;

/** The registration sheet: board, paper, block and the six contacts, to be traced or glued onto the board. */
export function registrationDrawing(printName: string, layout: CornerStopLayout): Drawing {
  const { board, paper, block } = layout;
  return {
    title: `${printName}: registration sheet, corner stops`,
    note: 'the board as it lies on the bench; the paper is laid face down, so right and left of the print change places',
    widthMm: board.widthMm,
    heightMm: board.heightMm,
    draw(pen) {
      pen.rect(0.2, 0.2, board.widthMm - 0.4, board.heightMm - 0.4, { widthMm: 0.4 });
      pen.rect(paper.xMm, paper.yMm, paper.widthMm, paper.heightMm, { widthMm: 0.25, dashMm: 3, colour: SLATE });
      pen.rect(block.xMm, block.yMm, block.widthMm, block.heightMm, { widthMm: 0.35 });
      pen.text('block, face up', block.xMm + 4, block.yMm + 4, 4);
      pen.text('paper, face down', paper.xMm + 4, paper.yMm + 3, 4, { colour: SLATE });
      pen.text(`${size(block)} mm`, block.xMm + 4, block.yMm + 10, 3.4);
      pen.text(`${size(paper)} mm`, paper.xMm + 45, paper.yMm + 3.4, 3.4, { colour: SLATE });
      pen.text(`board ${size(board)} mm`, 4, 4, 3.4);
      for (const contact of layout.paperContacts) stopMark(pen, contact, SLATE, 'paper stop');
      for (const contact of layout.blockContacts) stopMark(pen, contact, MADDER, 'block stop');
      margins(pen, layout);
      originCorner(pen, block.xMm, block.yMm + block.heightMm, 'origin corner');
      thisSideUp(pen, block.xMm + block.widthMm / 2, block.yMm + block.heightMm / 2);
    },
  };
}

export interface StagePage {
  readonly printName: string;
  readonly run: number;
  /** Named when there are several. */
  readonly block?: string;
  readonly inkName: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Path data on the mirrored block, hundredths of a mm. */
  readonly standing: string;
  readonly cutNow: string;
  /** What to heed at the cut lines: overlaps, chokes. */
  readonly notes: readonly string[];
}

/** One stage of the block, mirrored: standing grey, to be cut hatched, cleared white. */
export function stageDrawing(page: StagePage): Drawing {
  const { widthMm, heightMm } = page;
  return {
    title: `${page.printName}: ${page.block ?? 'block'} before run ${page.run}, ${page.inkName}. MIRRORED, as the block lies`,
    note: ['grey stands and prints · hatched is cut now · white is cleared already', ...page.notes].join(' · ').slice(0, 150),
    widthMm: widthMm + 2 * FRAME_MM,
    heightMm: heightMm + 2 * FRAME_MM,
    draw(pen) {
      pen.area(shifted(page.standing, FRAME_MM), STANDING);
      pen.hatch(shifted(page.cutNow, FRAME_MM), widthMm + 2 * FRAME_MM, heightMm + 2 * FRAME_MM, MADDER);
      pen.rect(FRAME_MM, FRAME_MM, widthMm, heightMm, { widthMm: 0.3 });
      originCorner(pen, FRAME_MM, FRAME_MM + heightMm, 'origin corner');
      pen.text(`run ${page.run}`, FRAME_MM, 4, 6);
      pen.text('mirrored: this is the block, not the print', FRAME_MM + 24, 6, 3.4, { colour: MADDER });
      thisSideUp(pen, FRAME_MM + widthMm / 2, FRAME_MM - 1, 5);
    },
  };
}

/** Path data moved by whole hundredths: only absolute moves and lines change. */
export function shifted(path: string, byMm: number): string {
  const by = Math.round(byMm * 100);
  return path.replace(/([ML])(-?\d+) (-?\d+)/g, (_, act: string, x: string, y: string) => `${act}${Number(x) + by} ${Number(y) + by}`);
}

function stopMark(pen: Pen, contact: { xMm: number; yMm: number; normal: 'up' | 'right' }, colour: string, label: string): void {
  const { xMm: x, yMm: y } = contact;
  if (contact.normal === 'up') {
    pen.rect(x - 8, y, 16, 6, { colour, widthMm: 0.3 });
    pen.line(x, y, x, y - 5, { colour, widthMm: 0.3 });
    pen.text(label, x, y + 1.6, 2.8, { align: 'center', colour });
  } else {
    pen.rect(x - 6, y - 8, 6, 16, { colour, widthMm: 0.3 });
    pen.line(x, y, x + 5, y, { colour, widthMm: 0.3 });
    pen.text(label, x - 1.6, y - 7, 2.8, { turnDeg: 90, colour });
  }
}

function margins(pen: Pen, { paper, block, marginsMm }: CornerStopLayout): void {
  const middleX = block.xMm + block.widthMm / 2 + 30, middleY = block.yMm + block.heightMm / 2;
  const right = block.xMm + block.widthMm, bottom = block.yMm + block.heightMm;
  const style = { colour: PENCIL, widthMm: 0.15 };
  pen.line(middleX, paper.yMm, middleX, block.yMm, style);
  pen.text(`top ${trimNumber(marginsMm.top, 1)}`, middleX + 1, (paper.yMm + block.yMm) / 2 - 1.5, 3);
  pen.line(middleX, bottom, middleX, paper.yMm + paper.heightMm, style);
  pen.text(`bottom ${trimNumber(marginsMm.bottom, 1)}`, middleX + 1, (bottom + paper.yMm + paper.heightMm) / 2 - 1.5, 3);
  pen.line(paper.xMm, middleY, block.xMm, middleY, style);
  pen.text(`print’s right ${trimNumber(marginsMm.right, 1)}`, (paper.xMm + block.xMm) / 2, middleY + 1, 3, { align: 'center' });
  pen.line(right, middleY, paper.xMm + paper.widthMm, middleY, style);
  pen.text(`print’s left ${trimNumber(marginsMm.left, 1)}`, (right + paper.xMm + paper.widthMm) / 2, middleY + 1, 3, { align: 'center' });
}

export function originCorner(pen: Pen, x: number, y: number, label: string): void {
  pen.polygon([[x, y], [x + 7, y], [x, y - 7]], '#1F2421');
  pen.text(label, x, y + 1.2, 3);
}

export function thisSideUp(pen: Pen, x: number, y: number, lengthMm = 12): void {
  pen.line(x, y, x, y - lengthMm, { widthMm: 0.5 });
  pen.polygon([[x - 2, y - lengthMm + 3], [x + 2, y - lengthMm + 3], [x, y - lengthMm - 1]], '#1F2421');
  pen.text('this side up', x + 3, y - lengthMm / 2 - 2, 3.4);
}

function size(rect: { widthMm: number; heightMm: number }): string {
  return `${trimNumber(rect.widthMm, 1)} × ${trimNumber(rect.heightMm, 1)}`;
}
