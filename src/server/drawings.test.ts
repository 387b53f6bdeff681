import { jigInWords } from '@/words/jigs';
import { jigFor, REGISTRATION_WAYS, registrationWay, type RegistrationWayId } from '@/core/registration';
import { tileDrawing, type Drawing, type Pen } from '@/formats';
import { emptyPlan, type Plan } from '@/model';
import { pictureOf } from '@/testing/plans';
import { jigInputOf, sheetLayoutOf } from '@/derived';
import { jigPage, stageDrawing, type StagePage } from './drawings';
import { drawnSide } from './drawnSide';

type Call = { readonly kind: keyof Pen; readonly args: readonly unknown[] };

/** Draws with a pen that only remembers. */
function callsOf(drawing: Drawing): Call[] {
  const calls: Call[] = [];
  const remember =
    (kind: keyof Pen) =>
    (...args: unknown[]) => {
      calls.push({ kind, args });
    };
  drawing.draw({
    rect: remember('rect'),
    line: remember('line'),
    area: remember('area'),
    circle: remember('circle'),
    picture: remember('picture'),
    outlines: remember('outlines'),
    hatch: remember('hatch'),
    polygon: remember('polygon'),
    text: remember('text'),
  });
  return calls;
}

const texts = (calls: readonly Call[]) => calls.filter((c) => c.kind === 'text').map((c) => String(c.args[0]));

const plan: Plan = { ...emptyPlan(), picture: { widthMm: 240, heightMm: 180 } as Plan['picture'] };
const jigOf = (way: RegistrationWayId, layout: Partial<Plan['layout']> = {}) => {
  const chosen = { ...plan, way: { ...plan.way, registration: way }, layout: { ...plan.layout, ...layout } };
  return jigFor(way, jigInputOf(chosen, sheetLayoutOf(chosen)!));
};

describe('the registration sheet', () => {
  const drawing = jigPage('Harbour', jigOf('corner stops').drawings[0]);
  const calls = callsOf(drawing);

  test('is as large as the board', () => {
    expect([drawing.widthMm, drawing.heightMm]).toEqual([380, 328]);
  });

  test('draws board, paper and block to size', () => {
    const rects = calls.filter((c) => c.kind === 'rect').map((c) => c.args.slice(0, 4));
    expect(rects).toContainEqual([40, 20, 320, 268]);
    expect(rects).toContainEqual([80, 60, 240, 180]);
  });

  test('marks six contacts and the origin corner', () => {
    const words = texts(calls);
    expect(words.filter((w) => w === 'paper stop').length).toBe(3);
    expect(words.filter((w) => w === 'block stop').length).toBe(3);
    expect(words.some((w) => w.includes('origin corner'))).toBe(true);
    expect(words).toContain('this side up');
  });

  test.each(REGISTRATION_WAYS)(
    '%s: everything drawn lies on its sheet, and the cut list has the paper at its size',
    (way) => {
      const { drawings, cutList } = jigOf(way);
      for (const jig of drawings)
        for (const mark of jig.marks) {
          const points =
            mark.kind === 'rect'
              ? [
                  [mark.rect.xMm, mark.rect.yMm],
                  [mark.rect.xMm + mark.rect.widthMm, mark.rect.yMm + mark.rect.heightMm],
                ]
              : mark.kind === 'line'
                ? [mark.from, mark.to]
                : [[mark.xMm, mark.yMm]];
          for (const [x, y] of points) {
            expect(x).toBeGreaterThanOrEqual(-0.001);
            expect(y).toBeGreaterThanOrEqual(-0.001);
            expect(x).toBeLessThanOrEqual(jig.widthMm + 0.001);
            expect(y).toBeLessThanOrEqual(jig.heightMm + 0.001);
          }
        }
      const { allowanceMm } = registrationWay(way);
      expect(cutList.find((item) => jigInWords(item.what) === 'paper')).toMatchObject({
        widthMm: 320 + allowanceMm.left + allowanceMm.right,
        heightMm: 268 + allowanceMm.top + allowanceMm.bottom,
      });
    },
  );

  test('an outline sheet has a line and a letter for each run, in its place', () => {
    const outlines = ['A', 'B'].map((letter, i) => ({
      letter,
      name: `run ${i + 1}`,
      path: 'M100 200l10 0l0 10z',
      colour: '#000',
      dashMm: i * 2,
    }));
    const drawn = callsOf(jigPage('Harbour', jigOf('outline sheet').drawings[0], outlines));
    expect(drawn.filter((c) => c.kind === 'outlines').map((c) => [c.args[0], c.args[3]])).toEqual([
      ['M5600 5700l10 0l0 10z', 0],
      ['M5600 5700l10 0l0 10z', 2],
    ]);
    expect(texts(drawn)).toEqual(expect.arrayContaining(['A · run 1', 'B · run 2']));
  });
});

describe('a stage of the block', () => {
  const as = (widthMm: number, heightMm: number) => {
    const plan = { ...emptyPlan(), picture: pictureOf(widthMm, heightMm) };
    return drawnSide({ plan, widthMm, heightMm, mmPerPx: 0.1 }, undefined, true);
  };
  const page = {
    printName: 'Harbour',
    run: 2,
    inkName: 'rust',
    drawn: as(100, 80),
    standing: 'M0 0l100 0l0 100z',
    pieces: [],
    notes: [],
    cutNow: 'M500 500l20 0l0 20zM-5 7l1 1z',
  };
  const drawing = stageDrawing(page);
  const calls = callsOf(drawing);

  test('leaves room for its marks', () => {
    expect([drawing.widthMm, drawing.heightMm]).toEqual([108, 94]);
    expect(drawing.title).toMatch(/block before run 2, rust. MIRRORED/);
  });

  test('moves the outlines into the frame, only where they begin', () => {
    const area = calls.find((c) => c.kind === 'area')!,
      hatch = calls.find((c) => c.kind === 'hatch')!;
    expect(area.args[0]).toBe('M400 900l100 0l0 100z');
    expect(hatch.args[0]).toBe('M900 1400l20 0l0 20zM395 907l1 1z');
    expect(hatch.args.slice(1, 3)).toEqual([108, 94]);
  });

  test('says that it is mirrored, which run it is for, and which side is up', () => {
    expect(texts(calls)).toEqual(
      expect.arrayContaining(['run 2', 'mirrored: this is the block, not the print', 'origin corner', 'this side up']),
    );
  });

  test('numbers the pieces in their order, where there is room for a number', () => {
    const pieces: StagePage['pieces'] = [
      { at: [20, 30], roomMm: 8 },
      { at: [40, 30], roomMm: 1 },
      { at: [60, 50], roomMm: 8 },
    ];
    const numbers = callsOf(stageDrawing({ ...page, pieces })).filter(
      (c) => c.kind === 'text' && /^\d+$/.test(String(c.args[0])),
    );
    expect(numbers.map((c) => c.args.slice(0, 3))).toEqual([
      ['1', 24, 37.5],
      ['3', 64, 57.5],
    ]);
  });

  test('frames the block to size', () => {
    expect(calls.find((c) => c.kind === 'rect')!.args.slice(0, 4)).toEqual([4, 9, 100, 80]);
    const large = stageDrawing({ ...page, drawn: as(240, 180) });
    expect(tileDrawing(large.widthMm, large.heightMm, 'A4').tiles.length).toBe(1);
  });
});
