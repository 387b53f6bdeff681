import { labelSet } from '../geometry';
import { registrationWay, SHEET_EDGES, sheetLayout, type SheetInput } from '../registration';
import {
  boxOfLines,
  cardLines,
  dieLine,
  isAcrossGrain,
  trayLines,
  trimLines,
  type DieShape,
  type DrawnLine,
} from './index';

const MM_PER_PX = 0.2;
const SHAPE: DieShape = { offsetMm: 0, roundMm: 0, openings: true, leastMm2: 0 };
const PRINTS = labelSet([1]);

/** A picture of so many mm; 1 where it prints. */
function picture(widthMm: number, heightMm: number, prints: (xMm: number, yMm: number) => boolean) {
  const width = widthMm / MM_PER_PX,
    height = heightMm / MM_PER_PX;
  const labels = Uint8Array.from({ length: width * height }, (_, i) =>
    Number(prints(((i % width) + 0.5) * MM_PER_PX, (Math.floor(i / width) + 0.5) * MM_PER_PX)),
  );
  return { width, height, labels };
}
const disc = (cx: number, cy: number, r: number) => (x: number, y: number) => (x - cx) ** 2 + (y - cy) ** 2 < r * r;
const cut = (map: ReturnType<typeof picture>, shape: Partial<DieShape> = {}) =>
  dieLine(map, PRINTS, { ...SHAPE, ...shape }, MM_PER_PX);
const areaMm2 = (die: ReturnType<typeof cut>) => die!.areaPx * MM_PER_PX ** 2;

describe('the line round a shape', () => {
  const round = picture(60, 60, disc(30, 30, 10));

  test.each([-4, -1, 0, 1, 5, 12])('a disc of 10 mm and %d mm beyond it is a disc of the sum', (offsetMm) => {
    const die = cut(round, { offsetMm });
    expect(areaMm2(die) / (Math.PI * (10 + offsetMm) ** 2)).toBeCloseTo(1, 1);
    expect(die!.pieces).toBe(1);
    for (const beyond of Object.values(die!.beyondPx))
      expect(Math.abs(beyond * MM_PER_PX - (10 + offsetMm - 30))).toBeLessThanOrEqual(MM_PER_PX);
  });

  test('nothing is left of what is smaller than it is drawn in, or than is cut', () => {
    expect(cut(round, { offsetMm: -11 })).toBeUndefined();
    expect(cut(round, { leastMm2: 400 })).toBeUndefined();
    expect(cut(picture(20, 20, () => false))).toBeUndefined();
  });

  test('what prints to the rim of the image is followed beyond it', () => {
    const die = cut(
      picture(40, 30, () => true),
      { offsetMm: 3 },
    )!;
    for (const beyond of Object.values(die.beyondPx)) expect(beyond * MM_PER_PX).toBeCloseTo(3, 1);
    expect(die.openings).toBe(0);
  });

  test('a corner is rounded by the radius asked for, outward and inward', () => {
    // an L: five corners outward, one inward; each outward one loses (1 − π/4) r², the inward one gains it
    const ell = picture(60, 60, (x, y) => x > 10 && y > 10 && x < 50 && y < 50 && (x < 30 || y > 30));
    const r = 5,
      each = (1 - Math.PI / 4) * r * r;
    const sharp = areaMm2(cut(ell)),
      rounded = areaMm2(cut(ell, { roundMm: r }));
    expect(sharp).toBeCloseTo(1200, 0);
    expect(Math.abs(sharp - 4 * each - rounded)).toBeLessThan(5);
  });

  test('pieces nearer than twice the offset grow together', () => {
    const two = picture(60, 30, (x, y) => disc(15, 15, 8)(x, y) || disc(41, 15, 8)(x, y));
    expect(cut(two, { offsetMm: 4 })!.pieces).toBe(2);
    expect(cut(two, { offsetMm: 5.5 })!.pieces).toBe(1);
  });

  test('openings stay where they are wanted and large enough, and go where they are not', () => {
    const ring = picture(60, 60, (x, y) => disc(30, 30, 20)(x, y) && !disc(30, 30, 6)(x, y));
    expect(cut(ring)).toMatchObject({ pieces: 1, openings: 1 });
    expect(cut(ring, { openings: false })).toMatchObject({ pieces: 1, openings: 0 });
    expect(cut(ring, { leastMm2: 200 })!.openings).toBe(0);
    expect(areaMm2(cut(ring, { openings: false })) - areaMm2(cut(ring))).toBeCloseTo(Math.PI * 36, -1);
    // a piece in the middle of an opening is a piece of its own
    const eye = picture(60, 60, (x, y) => (disc(30, 30, 20)(x, y) && !disc(30, 30, 12)(x, y)) || disc(30, 30, 4)(x, y));
    expect(cut(eye)).toMatchObject({ pieces: 2, openings: 1 });
    expect(cut(eye, { openings: false })).toMatchObject({ pieces: 1, openings: 0 });
  });
});

const INPUT: SheetInput = {
  ...{ image: { widthMm: 60, heightMm: 40 }, solve: 'paper', rule: 'equal', marginMm: 20 },
  ...{ marginsMm: { top: 0, right: 0, bottom: 0, left: 0 }, paperMm: { widthMm: 0, heightMm: 0 } },
  ...{ allowanceMm: { top: 0, right: 0, bottom: 0, left: 0 }, copies: { columns: 1, rows: 1, gapMm: 10 } },
  ...{ titleRoomMm: 0, tornEdges: [], blocks: [] },
};
const layoutOf = (part: Partial<SheetInput>) => sheetLayout({ ...INPUT, ...part }, registrationWay('by eye'));
const toPaper = { to: 'paper', marginMm: 0, tornEdges: [] } as const;

describe('trimming', () => {
  test('a sheet that is its own paper wants no line', () => {
    expect(trimLines(layoutOf({}), toPaper)).toMatchObject({
      lines: [],
      pieces: [{ xMm: 0, yMm: 0, widthMm: 100, heightMm: 80 }],
      problems: [],
    });
  });

  test('what was left for registering comes off, torn where the edge is to be torn', () => {
    const layout = layoutOf({ allowanceMm: { top: 10, right: 0, bottom: 0, left: 15 } });
    const { lines, pieces } = trimLines(layout, { ...toPaper, tornEdges: ['left'] });
    expect(lines).toEqual([
      { does: 'cut', fromMm: { xMm: 0, yMm: 10 }, toMm: { xMm: 115, yMm: 10 } },
      { does: 'tear', fromMm: { xMm: 15, yMm: 0 }, toMm: { xMm: 15, yMm: 90 } },
    ]);
    expect(pieces).toEqual([{ xMm: 15, yMm: 10, widthMm: 100, heightMm: 80 }]);
  });

  test('several images are parted in the middle of their gap; the pieces cover the paper and each holds its image', () => {
    const layout = layoutOf({ copies: { columns: 3, rows: 2, gapMm: 12 } });
    const { pieces, lines, problems } = trimLines(layout, toPaper);
    expect(pieces).toHaveLength(6);
    expect(lines).toHaveLength(3);
    expect(problems).toEqual([]);
    const area = pieces.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0);
    expect(area).toBeCloseTo(layout.paperMm.widthMm * layout.paperMm.heightMm, 6);
    layout.images.forEach((image, i) => {
      const p = pieces[i];
      expect(image.xMm).toBeGreaterThan(p.xMm);
      expect(image.yMm).toBeGreaterThan(p.yMm);
      expect(image.xMm + image.widthMm).toBeLessThan(p.xMm + p.widthMm);
      expect(image.yMm + image.heightMm).toBeLessThan(p.yMm + p.heightMm);
    });
  });

  test('to the image: with a rim that fits between images and on the sheet, or the reason why not', () => {
    const layout = layoutOf({ copies: { columns: 2, rows: 1, gapMm: 8 } });
    const to = (marginMm: number) => trimLines(layout, { to: 'image', marginMm, tornEdges: [...SHEET_EDGES] });
    expect(to(0).lines.map(({ does }) => does)).toEqual(Array(6).fill('cut'));
    // where rims meet exactly one cut parts them
    expect(to(4).lines).toHaveLength(5);
    expect(to(4).problems).toEqual([]);
    expect(to(6).problems).toEqual([{ code: 'finish.piecesMeet', values: { overlapMm: 4, mostMm: 4 } }]);
    expect(to(23).problems[0]).toEqual({ code: 'finish.pieceBeyondSheet', values: { beyondMm: 3 } });
  });

  test('cut to its shape there is no straight line', () => {
    expect(trimLines(layoutOf({}), { ...toPaper, to: 'shape' })).toEqual({ lines: [], pieces: [], problems: [] });
  });
});

describe('folds', () => {
  const piece = { xMm: -10, yMm: -5, widthMm: 120, heightMm: 60 };

  test('a card has one fold in its middle, a leporello folds to and fro', () => {
    expect(cardLines(piece, 2, 'upright')).toEqual([
      { does: 'valley', fromMm: { xMm: 50, yMm: -5 }, toMm: { xMm: 50, yMm: 55 } },
    ]);
    const many = cardLines(piece, 5, 'level');
    expect(many.map(({ does }) => does)).toEqual(['valley', 'mountain', 'valley', 'mountain']);
    expect(many.map(({ fromMm }) => fromMm.yMm)).toEqual([7, 19, 31, 43]);
  });

  /** Every end of a cut is the end of just one other: closed lines. */
  function expectClosed(lines: readonly DrawnLine[]): void {
    const ends = new Map<string, number>();
    for (const { fromMm, toMm } of lines)
      for (const { xMm, yMm } of [fromMm, toMm]) {
        const at = `${xMm.toFixed(4)} ${yMm.toFixed(4)}`;
        ends.set(at, (ends.get(at) ?? 0) + 1);
      }
    for (const count of ends.values()) expect(count % 2).toBe(0);
  }

  test.each([
    [60, 40, 20],
    [30, 30, 90],
    [200, 10, 15],
  ])('a box of %d × %d × %d mm: closed outline, walls as high as asked, tabs that do not meet', (l, w, h) => {
    const lines = trayLines({ lengthMm: l, widthMm: w, heightMm: h }, { xMm: 0, yMm: 0 });
    const cuts = lines.filter(({ does }) => does === 'cut'),
      folds = lines.filter(({ does }) => does === 'mountain');
    expectClosed(cuts);
    const box = boxOfLines(cuts)!;
    expect(box.widthMm).toBeCloseTo(l + 2 * h, 6);
    expect(box.heightMm).toBeCloseTo(w + 2 * h, 6);
    // four edges of the floor and four tabs
    expect(folds).toHaveLength(8);
    // folded behind a wall, the tabs of one side reach from its ends to no farther than its middle
    const right = cuts.flatMap(({ fromMm, toMm }) => [fromMm, toMm]).filter(({ yMm }) => yMm < -w / 2);
    expect(Math.max(...right.map(({ xMm }) => xMm)) - l / 2).toBeLessThanOrEqual(w / 2 + 1e-9);
  });

  test('no lines take up nothing; folds against the fibres are told, cuts never', () => {
    expect(boxOfLines([])).toBeUndefined();
    const [upright] = cardLines(piece, 2, 'upright');
    expect(isAcrossGrain(upright, 'upright')).toBe(false);
    expect(isAcrossGrain(upright, 'level')).toBe(true);
    expect(isAcrossGrain({ ...upright, does: 'cut' }, 'level')).toBe(false);
  });
});
