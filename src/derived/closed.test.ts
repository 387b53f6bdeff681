import { toldByServer } from '@/words/refusals';
import { printMapOf } from '@/core/layers';
import { emptyPlan, type BenchAct, type BenchEvent, type Plan, type PlanEdit } from '@/model';
import { FOUR_COLOURS, onOwnBlocks, pictureOf } from '@/testing/plans';
import { applyEdit, closedBy, printTaskOf, progressOf, shapesKept, type LaidPlan } from './index';
import { withFlat, withRunOrder } from './runPlan';

const plan: Plan = withFlat({ ...emptyPlan(), picture: pictureOf(16, 4) }, FOUR_COLOURS);
/** Four upright bands of 4 mm; a pixel to every 0.1 mm. */
const bands = (edgesPx: readonly number[] = [40, 80, 120]) =>
  Uint8Array.from({ length: 160 * 40 }, (_, i) => edgesPx.filter((edge) => i % 160 >= edge).length);

let serial = 0;
const log = (...acts: BenchAct[]): BenchEvent[] =>
  acts.map((act) => ({ id: `closed-${++serial}`, at: '2026-11-26T10:00:00.000Z', act }));
const pulls = (runId: string, ...sheets: string[]): BenchAct[] =>
  sheets.map((sheet) => ({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' }));
const STARTED: BenchAct = {
  kind: 'round-begun',
  roundId: 'edition',
  round: 'edition',
  paper: null,
  counted: 3,
  tests: 0,
};
const cut = (cutId: string): BenchAct => ({ kind: 'cut-done', cutId });

const laid = (of: Plan, labels = bands()): LaidPlan => {
  const { task, effects } = printTaskOf(of);
  const made = printMapOf({ width: 160, height: 40, labels }, task)!;
  return { plan: of, map: made.map, sheet: { parts: made.parts, share: [], effects } };
};
function closedInWords(...asked: Parameters<typeof closedBy>): string | undefined {
  const closed = closedBy(...asked);
  return closed && toldByServer(closed);
}

/** What stands in the way of an edit; undefined where it may be made. `edgesPx`: the bands of the new picture. */
function inTheWay(from: Plan, edit: PlanEdit, events: BenchEvent[], edgesPx?: readonly number[]): string | undefined {
  const next = applyEdit(from, edit);
  if (!next.ok) throw new Error(toldByServer(next));
  return closedInWords(from, next.value, events, () =>
    shapesKept(laid(from), laid(next.value, bands(edgesPx)), progressOf(from, events)),
  );
}

const ONE_PRINTED = log(STARTED, cut('stage-1'), ...pulls('run-straw', '1', '2', '3'));
const TWO_CUT = [...ONE_PRINTED, ...log(cut('stage-2'))];
const order = (...ids: string[]): PlanEdit => ({ kind: 'runs-ordered', runIds: ids.map((id) => `run-${id}`) });

test('before any gate everything may change', () => {
  expect(inTheWay(plan, order('night', 'straw', 'rust'), log(STARTED))).toBeUndefined();
  expect(inTheWay(plan, { kind: 'picture-placed', picture: pictureOf(30, 30) }, [])).toBeUndefined();
});

describe('what lies on sheets stays', () => {
  test.each<[string, PlanEdit, RegExp]>([
    ['its place', order('rust', 'straw', 'night'), /^Run 1 \(straw\) keeps its place: it lies on 3 sheets/],
    ['the run itself', { kind: 'run-removed', runId: 'run-straw' }, /^Run 1 \(straw\) keeps its place/],
    [
      'its film weight',
      { kind: 'inking-set', inkingId: 'inking-straw', part: { filmWeight: 0.5 } },
      /stays as it was printed/,
    ],
    [
      'its impressions',
      { kind: 'run-set', runId: 'run-straw', part: { impressions: 2 } },
      /stays as it was printed: it lies on 3 sheets/,
    ],
    [
      'its ink',
      { kind: 'ink-set', inkId: 'ink-straw', part: { opacity: 'half' } },
      /ink “straw” of run 1 stays as it was.*Mix another/,
    ],
    [
      'its ink, by another wish for its colour',
      { kind: 'colour-set', colourId: 'straw', part: { wantedLabD50: [70, 10, 40] } },
      /ink “straw” of run 1 stays/,
    ],
    [
      'its medium',
      { kind: 'ink-set', inkId: 'ink-straw', part: { mediumId: 'water-based relief' } },
      /stays as it was/,
    ],
    [
      'where its cut lay',
      { kind: 'forme-set', formeId: 'forme-run-straw', part: { offsetMm: { xMm: 3, yMm: 0 } } },
      /stays as it was printed: it lies on 3 sheets/,
    ],
    [
      'the picture’s size',
      {
        kind: 'picture-placed',
        picture: pictureOf(30, 30, { raster: { sha: 'b'.repeat(64), widthPx: 300, heightPx: 300, mmPerPx: 0.1 } }),
      },
      /./,
    ],
  ])('%s', (_, edit, words) => expect(inTheWay(plan, edit, ONE_PRINTED)).toMatch(words));

  test.each<[string, PlanEdit]>([
    ['later runs move', order('straw', 'night', 'rust')],
    ['later inks turn', { kind: 'ink-set', inkId: 'ink-night', part: { opacity: 'half' } }],
    ['the name of a printed ink', { kind: 'ink-set', inkId: 'ink-straw', part: { name: 'pale straw' } }],
    ['the edition', { kind: 'sheets-set', part: { edition: 5 } }],
    ['the paper’s look', { kind: 'paper-set', part: { name: 'grey', labD50: [70, 0, 0] } }],
    ['where a later cut lies', { kind: 'forme-set', formeId: 'forme-run-rust', part: { turnDeg: 180 } }],
    [
      'another wish for a printed colour, whose ink stays',
      { kind: 'colour-set', colourId: 'straw', part: { wantedLabD50: [70, 10, 40] }, keepsInk: true },
    ],
    ['an ink more', { kind: 'ink-added', ink: { ...plan.inks[0], id: 'ink-more' } }],
    [
      'a block more',
      {
        kind: 'block-added',
        ...{ as: 'veil', name: 'Veil', materialId: 'cherry', colourIds: ['straw', 'night'] },
        ink: { ...plan.inks[0], id: 'ink-veil' },
      },
    ],
    ['the last run taken out', { kind: 'run-removed', runId: 'run-night' }],
    ['a printed cut, still standing, printed once more', { kind: 'run-repeated', runId: 'run-straw', as: 'run-again' }],
  ])('%s: open', (_, edit) => expect(inTheWay(plan, edit, ONE_PRINTED)).toBeUndefined());
});

describe('what is cut away stays away', () => {
  const recut = (cutId: string, standingIds: string[]): Plan => ({
    ...plan,
    blocks: plan.blocks.map((b) => ({
      ...b,
      sides: b.sides.map((s) => ({ ...s, cuts: s.cuts.map((c) => (c.id === cutId ? { ...c, standingIds } : c)) })),
    })),
  });
  const never = () => {
    throw new Error('shapes were not asked for');
  };

  test('nothing can stand again, in a passed state or in one to come', () => {
    expect(closedInWords(plan, recut('stage-2', ['straw', 'rust', 'night']), TWO_CUT, never)).toMatch(
      /^“straw” is already cut away on Block 1: this plan would need it standing for run 2/,
    );
    expect(closedInWords(plan, recut('stage-3', ['straw', 'night']), TWO_CUT, never)).toMatch(
      /^“straw” is already cut away on Block 1.*again/,
    );
    expect(closedInWords(plan, recut('stage-2', ['night']), TWO_CUT, never)).toMatch(/^“rust” stands on Block 1/);
    expect(closedBy(plan, recut('stage-3', ['rust', 'night']), TWO_CUT, never)).toBeUndefined();
  });

  test('a cut that was cut on cannot be printed once more', () => {
    expect(inTheWay(plan, { kind: 'run-repeated', runId: 'run-straw', as: 'run-again' }, TWO_CUT)).toMatch(
      /^Run 2 \(straw\) would print from Block 1 as it no longer is|keeps its place/,
    );
  });

  test('an uncut block is open while another is cut: runs change places, its colours stand or not', () => {
    const blocks = onOwnBlocks(plan);
    const events = log(STARTED, cut('stage-1'));
    expect(
      closedBy(blocks, withRunOrder(blocks, ['run-night', 'run-rust', 'run-straw']), events, never),
    ).toBeUndefined();
    const wider = {
      ...blocks,
      blocks: blocks.blocks.map((b, i) =>
        i === 1 ? { ...b, sides: [{ ...b.sides[0], cuts: [{ id: 'stage-2', standingIds: ['rust', 'straw'] }] }] } : b,
      ),
    };
    expect(closedBy(blocks, wider, events, never)).toBeUndefined();
    const own = {
      ...blocks,
      blocks: blocks.blocks.map((b, i) =>
        i === 0 ? { ...b, sides: [{ ...b.sides[0], cuts: [{ id: 'stage-1', standingIds: ['rust', 'straw'] }] }] } : b,
      ),
    };
    expect(closedInWords(blocks, own, events, never)).toMatch(/^“rust” is already cut away on Block 1/);
  });
});

describe('shapes', () => {
  const redrawn: PlanEdit = {
    kind: 'shapes-changed',
    flat: { ...FOUR_COLOURS, labelsSha: 'b'.repeat(64) },
    how: 'give',
  };

  test('the line between two colours that later cuts share may move; what is printed may not', () => {
    expect(inTheWay(plan, redrawn, ONE_PRINTED, [40, 80, 100])).toBeUndefined();
    expect(inTheWay(plan, redrawn, ONE_PRINTED, [40, 60, 120])).toBeUndefined();
    expect(inTheWay(plan, redrawn, ONE_PRINTED, [60, 80, 120])).toMatch(
      /^This would change what run 1 \(straw\) has printed/,
    );
    expect(inTheWay(plan, redrawn, TWO_CUT, [40, 60, 120])).toMatch(/^This would change what is cut for run 2/);
    expect(inTheWay(plan, redrawn, TWO_CUT, [40, 80, 140])).toBeUndefined();
  });

  test('a choke is open for cuts to come, an overlap for blocks to come', () => {
    // straw beside night: two films would end on one edge, so that the deeper ends inside
    const beside = bands([40, 80, 80]);
    const choked = { ...plan, fit: { ...plan.fit, chokeMm: 0.3 } };
    const chokeWay = (events: BenchEvent[]) =>
      closedInWords(plan, choked, events, () =>
        shapesKept(laid(plan, beside), laid(choked, beside), progressOf(plan, events)),
      );
    expect(chokeWay(ONE_PRINTED)).toBeUndefined();
    const threeCut = [...TWO_CUT, ...log(...pulls('run-rust', '1', '2', '3'), cut('stage-3'))];
    expect(chokeWay(threeCut)).toMatch(/^This would change what/);
    const blocks = onOwnBlocks(plan);
    // straw grows under the darker ones: its block is uncut, so its overlap is open
    expect(inTheWay(blocks, { kind: 'fit-set', part: { trapMm: 0.3 } }, log(STARTED, cut('stage-3')))).toBeUndefined();
    expect(inTheWay(blocks, { kind: 'fit-set', part: { trapMm: 0.3 } }, log(STARTED, cut('stage-1')))).toMatch(
      /^This would change what is cut for run 1/,
    );
  });

  test('masks of runs to come are open; of a printed run only where they change nothing', () => {
    const mask = {
      id: 'm',
      kind: 'mask' as const,
      place: { anchors: [], outlinesMm: [[5, 1, 7, 1, 7, 3, 5, 3]] },
      covers: 'place' as const,
      growMm: 1,
      hold: 'pins' as const,
      note: '',
    };
    expect(inTheWay(plan, { kind: 'mask-added', mask: { ...mask, runId: 'run-night' } }, ONE_PRINTED)).toBeUndefined();
    expect(inTheWay(plan, { kind: 'mask-added', mask: { ...mask, runId: 'run-straw' } }, ONE_PRINTED)).toMatch(
      /^This would change what run 1 \(straw\) has printed/,
    );
  });
});
