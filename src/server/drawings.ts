import { jigInWords } from '@/words/jigs';
import { uncapitalised } from '@/words/phrases';
import { fileWords } from '@/words/files';
import type { JigDrawing, JigLayer } from '@/core/registration';
import type { Drawing, LineStyle, Pen } from '@/formats';
import { HOUSE_COLOURS } from '@/core/colour';
import type { Drawn, StandingMarks } from './drawnSide';

const MADDER = HOUSE_COLOURS.madder,
  SLATE = HOUSE_COLOURS.slate,
  PENCIL = HOUSE_COLOURS.pencil,
  STANDING = HOUSE_COLOURS.hairline;
/** Room round the block for its marks. */
export const FRAME_MM = 14;

const JIG_LINES: Readonly<Record<JigLayer, LineStyle>> = {
  cut: { widthMm: 0.4 },
  block: { widthMm: 0.35 },
  paper: { widthMm: 0.25, dashMm: 3, colour: SLATE },
  'block stop': { widthMm: 0.3, colour: MADDER },
  'paper stop': { widthMm: 0.3, colour: SLATE },
  guide: { widthMm: 0.15, colour: PENCIL },
};

/** A run's outline on an outline sheet: its own line and letter. */
export interface RunOutline {
  readonly letter: string;
  readonly name: string;
  readonly path: string;
  readonly colour: string;
  readonly dashMm: number;
}

/** One true-size drawing of a jig, to be traced or glued; outlines of the runs laid in where the way wants them. */
export function jigPage(printName: string, jig: JigDrawing, outlines: readonly RunOutline[] = []): Drawing {
  return {
    title: fileWords('drawings.registrationSheet', { printName, jig: uncapitalised(jigInWords(jig.name)) }),
    note: jigInWords(jig.note),
    widthMm: jig.widthMm,
    heightMm: jig.heightMm,
    draw(pen) {
      for (const mark of jig.marks) {
        const style = JIG_LINES[mark.layer];
        if (mark.kind === 'rect') pen.rect(mark.rect.xMm, mark.rect.yMm, mark.rect.widthMm, mark.rect.heightMm, style);
        else if (mark.kind === 'line') pen.line(mark.from[0], mark.from[1], mark.to[0], mark.to[1], style);
        else if (mark.kind === 'circle') pen.circle(mark.xMm, mark.yMm, mark.radiusMm, style);
        else
          pen.text(jigInWords(mark.text), mark.xMm, mark.yMm, mark.heightMm, {
            colour: style.colour,
            align: mark.align,
          });
      }
      const place = jig.outlinesIn;
      if (place)
        outlines.forEach((outline, i) => {
          pen.outlines(shifted(outline.path, place.xMm, place.yMm), 0.3, outline.colour, outline.dashMm);
          pen.text(
            `${outline.letter} · ${outline.name}`,
            place.xMm + 4,
            place.yMm + place.heightMm + 3 + 4.4 * (i % 6),
            3.2,
            { colour: outline.colour },
          );
        });
      thisSideUp(pen, jig.widthMm / 2, jig.heightMm / 2);
    },
  };
}

export interface StagePage {
  readonly printName: string;
  readonly run: number;
  /** Named when there are several. */
  readonly block?: string;
  readonly inkName: string;
  /** How the image lies on the block. */
  readonly drawn: Drawn;
  /** Path data on the mirrored block, hundredths of a mm. */
  readonly standing: string;
  readonly cutNow: string;
  /** Pieces to cut in the order of their numbers: places on the mirrored block, and the room there is for a number. */
  readonly pieces: readonly { readonly at: readonly [xMm: number, yMm: number]; readonly roomMm: number }[];
  /** What to heed at the cut lines: overlaps, chokes. */
  readonly notes: readonly string[];
}

/** Red, and “do not cut”: `x` and `y` are the image's corner in the drawing. */
export function drawMarks(pen: Pen, { lines }: StandingMarks, x: number, y: number): void {
  for (const [x1, y1, x2, y2] of lines) pen.line(x + x1, y + y1, x + x2, y + y2, { widthMm: 0.9, colour: MADDER });
  const [corner] = lines;
  if (corner)
    pen.text(fileWords('drawings.doNotCut'), x + Math.min(corner[0], corner[2]), y + corner[1] + 1.5, 3.2, {
      colour: MADDER,
    });
}

/** Room round a stage: no more than its marks need, so that a block of 240 × 180 mm with them still goes on one level A4 page. */
const STAGE_SIDE_MM = 4,
  STAGE_TOP_MM = 9,
  STAGE_FOOT_MM = 5;

/** A number on the cut map, and the room a piece must have for it. */
const NUMBER_MM = 3,
  LEAST_ROOM_MM = 2.5;

/** One stage of the block, mirrored: standing grey, to be cut hatched, cleared white. */
export function stageDrawing(page: StagePage): Drawing {
  const { widthMm, heightMm, marks } = page.drawn;
  return {
    title: fileWords('drawings.beforeRunMirroredAs', {
      printName: page.printName,
      block: page.block ?? 'block',
      run: page.run,
      inkName: page.inkName,
    }),
    note: [fileWords('drawings.greyStandsAndPrints'), ...page.notes].join(' · ').slice(0, 150),
    widthMm: widthMm + 2 * STAGE_SIDE_MM + marks.leftMm + marks.rightMm,
    heightMm: STAGE_TOP_MM + heightMm + STAGE_FOOT_MM + marks.belowMm,
    draw(pen) {
      const [x, y] = [STAGE_SIDE_MM + marks.leftMm, STAGE_TOP_MM];
      drawMarks(pen, marks, x, y);
      pen.area(shifted(page.standing, x, y), STANDING);
      pen.hatch(shifted(page.cutNow, x, y), this.widthMm, this.heightMm, MADDER);
      page.pieces.forEach(({ at: [xMm, yMm], roomMm }, i) => {
        if (roomMm >= LEAST_ROOM_MM)
          pen.text(String(i + 1), x + xMm, y + yMm - NUMBER_MM / 2, NUMBER_MM, { align: 'center' });
      });
      pen.rect(x, y, widthMm, heightMm, { widthMm: 0.3 });
      originCorner(pen, x, y + heightMm, fileWords('drawings.originCorner'));
      pen.text(fileWords('drawings.run', { run: page.run }), x, 1.5, 5.5);
      pen.text(fileWords('drawings.mirroredThisIsThe'), x + 24, 3, 3.4, { colour: MADDER });
      thisSideUp(pen, x + widthMm / 2, y - 1, 5);
    },
  };
}

/** Path data moved by whole hundredths: only absolute moves and lines change. */
export function shifted(path: string, byXMm: number, byYMm = byXMm): string {
  const dx = Math.round(byXMm * 100),
    dy = Math.round(byYMm * 100);
  return path.replace(
    /([ML])(-?\d+) (-?\d+)/g,
    (_, act: string, x: string, y: string) => `${act}${Number(x) + dx} ${Number(y) + dy}`,
  );
}

export function originCorner(pen: Pen, x: number, y: number, label: string): void {
  pen.polygon(
    [
      [x, y],
      [x + 7, y],
      [x, y - 7],
    ],
    HOUSE_COLOURS.ink,
  );
  pen.text(label, x, y + 1.2, 3);
}

export function thisSideUp(pen: Pen, x: number, y: number, lengthMm = 12): void {
  pen.line(x, y, x, y - lengthMm, { widthMm: 0.5 });
  pen.polygon(
    [
      [x - 2, y - lengthMm + 3],
      [x + 2, y - lengthMm + 3],
      [x, y - lengthMm - 1],
    ],
    HOUSE_COLOURS.ink,
  );
  pen.text(fileWords('drawings.thisSideUp'), x + 3, y - lengthMm / 2 - 2, 3.4);
}
