import { phrase } from '../units';
import fc from 'fast-check';
import {
  finishedRect,
  jigFor,
  onBench,
  registrationWay,
  REGISTRATION_WAYS,
  sheetLayout,
  spreadOf,
  type Jig,
  type JigMark,
  type RegistrationWayId,
  type SheetInput,
} from './index';

const itemOf = (jig: Jig, what: string) =>
  jig.cutList.find((item) => typeof item.what === 'object' && item.what.code === `jigs.${what}`);

const none = { top: 0, right: 0, bottom: 0, left: 0 };
const input: SheetInput = {
  image: { widthMm: 200, heightMm: 140 },
  solve: 'paper',
  rule: 'typed',
  marginMm: 40,
  marginsMm: { top: 30, right: 35, bottom: 50, left: 45 },
  paperMm: { widthMm: 300, heightMm: 250 },
  allowanceMm: none,
  copies: { columns: 1, rows: 1, gapMm: 10 },
  titleRoomMm: 12,
  tornEdges: [],
  blocks: [],
};

function jigOf(
  way: RegistrationWayId,
  more: Partial<SheetInput> = {},
): { jig: Jig; layout: ReturnType<typeof sheetLayout> } {
  const layout = sheetLayout(
    { ...input, allowanceMm: registrationWay(way).allowanceMm, ...more },
    registrationWay(way),
  );
  return { layout, jig: jigFor(way, { layout, block: layout.images[0], blockHeightMm: 4, paperThicknessMm: 0.3 }) };
}

const rects = (jig: Jig, layer: string) =>
  jig.drawings[0].marks.flatMap((m) => (m.kind === 'rect' && m.layer === layer ? [m.rect] : []));
const lines = (jig: Jig, layer: string) =>
  jig.drawings[0].marks.filter((m): m is Extract<JigMark, { kind: 'line' }> => m.kind === 'line' && m.layer === layer);
const circles = (jig: Jig) => jig.drawings[0].marks.flatMap((m) => (m.kind === 'circle' ? [m] : []));

test('what is on the print’s right lies on the bench’s left; twice exchanged it is itself', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 300, noNaN: true }),
      fc.double({ min: 1, max: 200, noNaN: true }),
      fc.double({ min: 300, max: 900, noNaN: true }),
      (xMm, widthMm, sheetWidth) => {
        const rect = { xMm, yMm: 10, widthMm, heightMm: 20 },
          sheet = { widthMm: sheetWidth };
        expect(onBench(onBench(rect, sheet), sheet).xMm).toBeCloseTo(xMm, 6);
        expect(onBench(rect, sheet).xMm + widthMm).toBeCloseTo(sheetWidth - xMm, 6);
      },
    ),
    { seed: 3 },
  );
});

test('corner stops: block and paper against three stops each, the print’s right margin at the bench’s left', () => {
  const { jig } = jigOf('corner stops');
  const [paper] = rects(jig, 'paper'),
    [block] = rects(jig, 'block');
  expect([paper.widthMm, paper.heightMm]).toEqual([280, 220]);
  expect(block.xMm - paper.xMm).toBeCloseTo(35, 9);
  expect(paper.yMm + paper.heightMm - block.yMm - block.heightMm).toBeCloseTo(50, 9);
  expect([rects(jig, 'block stop').length, rects(jig, 'paper stop').length]).toEqual([3, 3]);
});

test('the card window is a little larger than the block, and the curb stands on two sides of the paper', () => {
  const { jig } = jigOf('card window');
  const [, opening] = rects(jig, 'cut'),
    [paper] = rects(jig, 'paper');
  expect([opening.widthMm, opening.heightMm]).toEqual([200.3, 140.3]);
  const curbs = rects(jig, 'paper stop');
  expect(curbs.length).toBe(2);
  expect(curbs[0].xMm + curbs[0].widthMm).toBeCloseTo(paper.xMm, 9);
  expect(curbs[1].yMm).toBeCloseTo(paper.yMm + paper.heightMm, 9);
  expect(jig.cutList.map((item) => item.what)).toEqual(
    expect.arrayContaining(['cardWindow', 'curbLong', 'curbShort', 'floorSheet'].map((what) => phrase(`jigs.${what}`))),
  );
});

test('kento marks lie as far from the image as the margins are wide, twice the paper deep', () => {
  const { jig } = jigOf('kento');
  const [image] = rects(jig, 'block');
  const [across, up, side] = lines(jig, 'paper stop');
  expect(image.xMm - up.from[0]).toBeCloseTo(35, 9);
  expect(across.from[1] - image.yMm - image.heightMm).toBeCloseTo(50, 9);
  expect(side.from[1]).toBeCloseTo(across.from[1], 9);
  expect(side.from[0]).toBeGreaterThan(across.to[0] + 20);
  expect(itemOf(jig, 'cornerMark')?.note).toEqual(phrase('jigs.mmDeepTwiceThe', { depth: 0.6 }));
});

test('pins stand in the strip that is trimmed off, level with one another', () => {
  const { jig, layout } = jigOf('pins and tabs');
  const [paper] = rects(jig, 'paper'),
    pins = circles(jig);
  expect(pins.length).toBe(2);
  expect(pins[0].yMm).toBe(pins[1].yMm);
  expect(pins[0].yMm + pins[0].radiusMm - paper.yMm).toBeLessThan(layout.sheetMm.heightMm - layout.paperMm.heightMm);
});

test('ticks end before the image and lie outside the finished sheet, on four sides', () => {
  const { jig, layout } = jigOf('ticks');
  const finished = finishedRect(layout),
    image = layout.images[0];
  const ticks = lines(jig, 'cut');
  expect(ticks.length).toBe(4);
  for (const { from, to } of ticks) {
    const ends = [from, to];
    expect(
      ends.some(
        ([x, y]) =>
          x < finished.xMm ||
          y < finished.yMm ||
          x > finished.xMm + finished.widthMm ||
          y > finished.yMm + finished.heightMm,
      ),
    ).toBe(true);
    expect(
      ends.every(
        ([x, y]) => x < image.xMm || y < image.yMm || x > image.xMm + image.widthMm || y > image.yMm + image.heightMm,
      ),
    ).toBe(true);
  }
});

test('the grid of a hinged frame covers the paper every centimetre, and its middle lines are carried over', () => {
  const { jig, layout } = jigOf('hinged frame');
  const grid = lines(jig, 'guide');
  const upright = grid.filter((l) => l.from[0] === l.to[0]),
    level = grid.filter((l) => l.from[1] === l.to[1]);
  expect(upright.length).toBe(Math.floor(layout.sheetMm.widthMm / 10) + 1);
  expect(level.length).toBe(Math.floor(layout.sheetMm.heightMm / 10) + 1);
  expect(lines(jig, 'paper').length).toBe(2);
});

test('a block turned onto paper is drawn as the print is seen, others as the bench lies', () => {
  const sides = REGISTRATION_WAYS.map((way) => [way, jigOf(way).jig.drawings[0].side]);
  expect(sides.filter(([, side]) => side === 'print').map(([way]) => way)).toEqual([
    'ticks',
    'block onto paper',
    'by eye',
  ]);
});

test('every way has its spread and its minutes, and trims no edge it registers by', () => {
  for (const id of REGISTRATION_WAYS) {
    const way = registrationWay(id);
    expect(way.minutesASheet).toBeGreaterThan(0);
    expect(spreadOf(way, 'practised')).toEqual(way.spread);
    // an edge that comes against a stop is never one that is trimmed off
    for (const edge of way.registeringEdges) expect(way.allowanceMm[edge]).toBe(0);
  }
});
