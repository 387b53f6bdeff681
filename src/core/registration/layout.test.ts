import { phrase } from '../units';
import fc from 'fast-check';
import { normalDeviate, randomStream } from '../random/random';
import {
  heightsOf,
  learnedSpread,
  movementMotions,
  motionAt,
  registrationWay,
  sheetLayout,
  spreadOf,
  type SheetInput,
} from './index';

const way = registrationWay('corner stops');
const none = { top: 0, right: 0, bottom: 0, left: 0 };
const input: SheetInput = {
  image: { widthMm: 240, heightMm: 180 },
  solve: 'paper',
  rule: 'larger bottom',
  marginMm: 40,
  marginsMm: { top: 30, right: 31, bottom: 32, left: 33 },
  paperMm: { widthMm: 320, heightMm: 270 },
  allowanceMm: none,
  copies: { columns: 1, rows: 1, gapMm: 10 },
  titleRoomMm: 12,
  tornEdges: [],
  blocks: [],
};
const solved = (more: Partial<SheetInput>, by = way) => sheetLayout({ ...input, ...more }, by);

describe('any two give the third', () => {
  test('image and margins give the paper', () => {
    expect(solved({}).paperMm).toEqual({ widthMm: 320, heightMm: 268 });
    expect(solved({ rule: 'equal' }).paperMm).toEqual({ widthMm: 320, heightMm: 260 });
    expect(solved({ rule: 'typed' }).paperMm).toEqual({ widthMm: 304, heightMm: 242 });
  });
  test('image and paper give the margins: centred, larger below, or from the top and left typed', () => {
    expect(solved({ solve: 'margins', rule: 'centred' }).marginsMm).toEqual({
      top: 45,
      bottom: 45,
      left: 40,
      right: 40,
    });
    const below = solved({ solve: 'margins', rule: 'larger bottom' }).marginsMm;
    expect(below.bottom / below.top).toBeCloseTo(1.2, 9);
    expect(below.bottom + below.top).toBeCloseTo(90, 9);
    expect(solved({ solve: 'margins', rule: 'typed' }).marginsMm).toEqual({ top: 30, left: 33, right: 47, bottom: 60 });
    expect(solved({ solve: 'margins', rule: 'equal' }).problems.map((p) => p.kind)).toEqual(['margin']);
  });
  test('paper and margins give the image, in its own proportions', () => {
    const { imageMm, problems } = solved({ solve: 'image', rule: 'equal', marginMm: 50 });
    expect([imageMm.widthMm, imageMm.heightMm]).toEqual([220, 165]);
    expect(problems[0].text.values).toMatchObject({ widthMm: 220, heightMm: 165 });
  });
  test('where the image is worked out, margins are what is really left round it', () => {
    for (const rule of ['equal', 'larger bottom', 'centred', 'typed'] as const) {
      const { imageMm, marginsMm: m } = solved({
        image: { widthMm: 260, heightMm: 170 },
        solve: 'image',
        rule,
        marginMm: 30,
        paperMm: { widthMm: 310, heightMm: 420 },
      });
      expect(m.left + imageMm.widthMm + m.right).toBeCloseTo(310, 9);
      expect(m.top + imageMm.heightMm + m.bottom).toBeCloseTo(420, 9);
      if (rule === 'centred') expect([m.left - m.right, m.top - m.bottom]).toEqual([0, 0]);
      if (rule === 'larger bottom') expect(m.bottom / m.top).toBeCloseTo(1.2, 9);
    }
  });
  test('whatever is asked, sheet = margins + images + what is trimmed off', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('paper', 'margins'),
        fc.constantFrom('equal', 'larger bottom', 'centred', 'typed'),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 3 }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (solve, rule, columns, rows, gapMm) => {
          const layout = solved({
            solve,
            rule,
            copies: { columns, rows, gapMm },
            allowanceMm: { top: 20, right: 1, bottom: 2, left: 3 },
          } as Partial<SheetInput>);
          const { marginsMm: m, sheetMm, images } = layout,
            last = images.at(-1)!;
          expect(images.length).toBe(columns * rows);
          expect(last.xMm + last.widthMm + m.right + 1).toBeCloseTo(sheetMm.widthMm, 6);
          expect(last.yMm + last.heightMm + m.bottom + 2).toBeCloseTo(sheetMm.heightMm, 6);
          expect([images[0].xMm, images[0].yMm]).toEqual([m.left + 3, m.top + 20]);
        },
      ),
      { seed: 8 },
    ));
});

test('a block taller than the layout’s image by just its margin leaves nothing above', () => {
  const layout = solved({
    image: { widthMm: 95, heightMm: 125 },
    rule: 'equal',
    marginMm: 22,
    blocks: [{ name: 'Block 2', widthMm: 95, heightMm: 147 }],
  });
  expect(layout.paperMm).toEqual({ widthMm: 139, heightMm: 169 });
  expect(layout.blocks[0].leavesTopMm).toBeCloseTo(0, 9);
  expect(layout.problems.map((p) => p.text)).toEqual([
    {
      code: 'sheetLayout.leavesMmToThe',
      values: { block: 'Block 2', edge: 'top', leftMm: expect.closeTo(0, 9) as number },
    },
  ]);
});

test('what does not go together is said: title, torn edges, an image too large', () => {
  expect(solved({ titleRoomMm: 60 }).problems.map((p) => p.kind)).toEqual(['title']);
  expect(solved({ tornEdges: ['bottom', 'top'] }).problems.map((p) => p.text)).toEqual([
    { code: 'sheetLayout.withTheEdgeComes', values: { edge: 'bottom', way: phrase('way.corner stops') } },
  ]);
  expect(solved({ tornEdges: ['bottom'], allowanceMm: { ...none, bottom: 5 } }).problems).toEqual([]);
  expect(solved({ tornEdges: ['bottom', 'top'] }, registrationWay('hinged frame')).problems).toEqual([]);
  expect(
    solved({ solve: 'margins', rule: 'centred', paperMm: { widthMm: 200, heightMm: 270 } }).problems[0].text,
  ).toEqual(phrase('sheetLayout.theImageIsLarger', { beyondMm: 20, edge: 'right' }));
});

describe('heights', () => {
  const stack = { blockMm: 4, backingMm: 3, paperMm: 0.3, packingMm: 3, pressGapMm: 10.1 };
  test.each([
    [10.1, 'prints'],
    [10.4, 'does not touch'],
    [9.5, 'too hard'],
    [8, 'does not pass'],
  ] as const)('a gap of %s mm: %s', (pressGapMm, verdict) =>
    expect(heightsOf({ ...stack, pressGapMm }).verdict).toBe(verdict),
  );
  test('runners as high as block and backing; what is missing to type height', () => {
    const answer = heightsOf({ ...stack, pressGapMm: null });
    expect([answer.runnerMm, answer.verdict]).toEqual([7, 'by hand']);
    expect(answer.toTypeHeightMm).toBeCloseTo(16.32, 9);
  });
  test('the packing that is asked for prints', () => {
    const { packingWantedMm } = heightsOf({ ...stack, pressGapMm: 9 });
    expect(heightsOf({ ...stack, pressGapMm: 9, packingMm: packingWantedMm! }).verdict).toBe('prints');
  });
});

test('damp paper grows across its grain: later images fall smaller, and the held corner stays', () => {
  const corner = { xMm: 320, yMm: 268 };
  const [first, , last] = movementMotions(
    { paperDampChange: 0.5, paperGrain: 'upright', woodMoistureChange: 0, woodGrain: 'level' },
    3,
    corner,
  );
  expect([first.growthX, first.growthY].map(Math.abs)).toEqual([0, 0]);
  expect(last.growthX).toBeCloseTo(-0.0075, 9);
  expect(last.growthY).toBeCloseTo(-0.0015, 9);
  motionAt(last, corner.xMm, corner.yMm).forEach((v) => expect(v).toBeCloseTo(0, 9));
  expect(motionAt(last, 0, 268)[0]).toBeCloseTo(2.4, 6);
});

describe('own spread', () => {
  const start = spreadOf(way, 'practised');
  const laying = (group: string, dxMm: number, rotationDeg = 0) => ({ group, dxMm, dyMm: -dxMm, rotationDeg });
  test('single sheets tell nothing; a common offset is no spread', () => {
    expect(learnedSpread(start, [laying('a', 3), laying('b', -2)])).toEqual({ spread: start, layings: 0 });
    const same = learnedSpread(
      start,
      Array.from({ length: 40 }, () => laying('a', 2.5)),
    );
    expect(same.spread.shiftMm).toBeLessThan(start.shiftMm / 2);
  });
  test('one bad sheet does not move it much', () => {
    const calm = Array.from({ length: 30 }, (_, i) => laying('a', 0.2 * Math.sin(i * 2.4)));
    const with1 = learnedSpread(start, [...calm, laying('a', 9)]).spread.shiftMm;
    expect(Math.abs(with1 / learnedSpread(start, calm).spread.shiftMm - 1)).toBeLessThan(0.1);
  });
  test.each([2, 3, 5, 20])(
    '%d sheets a run tell the spread without bias, with a wrong sheet in every tenth run',
    (sheets) => {
      const random = randomStream(97 + sheets);
      const layings = Array.from({ length: 400 }, (_, run) =>
        Array.from({ length: sheets }, (__, k) => ({
          group: `run ${run}`,
          dxMm: 0.3 * normalDeviate(random) + (run % 10 === 0 && k === 0 && sheets > 2 ? 6 : 0),
          dyMm: 0.3 * normalDeviate(random),
          rotationDeg: 0.08 * normalDeviate(random),
        })),
      ).flat();
      const { spread } = learnedSpread({ shiftMm: 0.2, turnDeg: 0.05 }, layings);
      expect(spread.shiftMm / (0.3 / Math.SQRT2)).toBeGreaterThan(0.95);
      expect(spread.shiftMm / (0.3 / Math.SQRT2)).toBeLessThan(1.05);
      expect(spread.turnDeg / (0.08 / Math.SQRT2)).toBeGreaterThan(0.95);
      expect(spread.turnDeg / (0.08 / Math.SQRT2)).toBeLessThan(1.05);
    },
  );
  test('few sheets are less sure than many, and say so', () => {
    const degrees = (n: number) =>
      learnedSpread(
        start,
        Array.from({ length: n }, (_, i) => laying('a', 0.1 * i)),
      ).spread.degrees!;
    expect(degrees(3)).toBeLessThan(degrees(12));
  });
  test('hands differ', () =>
    expect(spreadOf(way, 'new to it').shiftMm).toBeGreaterThan(spreadOf(way, 'workshop').shiftMm));
});
