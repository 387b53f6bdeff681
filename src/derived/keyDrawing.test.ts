import fc from 'fast-check';
import { drawnKey, keyPieces } from '@/core/picture';
import { printMapOf } from '@/core/layers';
import { checkPlan, type FlatPlan, type Plan, type PlanEdit } from '@/model';
import { flatColour, FOUR_COLOURS, onOwnBlocks, planOfBands } from '@/testing/plans';
import { applyEdit } from './applyEdit';
import {
  firstFade,
  inkedAt,
  inkingsOf,
  keyRunOf,
  looksOfPlan,
  printTaskOf,
  withFlat,
  withKeyAt,
  type PrintSheet,
} from './index';

const blocks = onOwnBlocks(planOfBands());
const KEYED: FlatPlan = {
  ...FOUR_COLOURS,
  colours: [...FOUR_COLOURS.colours, flatColour('c9', [18, 2, -2])],
  key: { colourId: 'c9', widthMm: 1.2 },
};
const begins = (plan: Plan, key: 'first' | 'last'): Plan => ({
  ...plan,
  way: { ...plan.way, begins: { ...plan.way.begins, key } },
});

test('a key that is made gets a block, a run and an ink of its own; all that was there stays', () => {
  for (const plan of [blocks, planOfBands()])
    for (const place of ['first', 'last'] as const) {
      const keyed = withFlat(begins(plan, place), KEYED);
      expect(checkPlan(keyed)).toMatchObject({ ok: true });
      expect(keyed.runs.length).toBe(plan.runs.length + 1);
      expect(keyRunOf(keyed)).toBe(place === 'first' ? 0 : plan.runs.length);
      expect(keyed.runs.filter(({ id }) => id !== 'run-key')).toEqual(plan.runs);
      expect(keyed.blocks.slice(0, plan.blocks.length)).toEqual(plan.blocks);
      const [inking] = inkingsOf(keyed.runs[keyRunOf(keyed)]);
      expect(keyed.inks.find(({ id }) => id === inking.inkId)?.solidLabD50).toEqual([18, 2, -2]);
    }
});

test('drawn anew it keeps its run; taken away it takes its block along and nothing else', () => {
  const keyed = withFlat(blocks, KEYED);
  const again = withFlat(keyed, { ...KEYED, key: { colourId: 'c9', widthMm: 2 } });
  expect(again.runs).toEqual(keyed.runs);
  expect(again.flat!.key!.widthMm).toBe(2);
  const { key: _, ...rest } = FOUR_COLOURS;
  const away = withFlat(keyed, rest);
  expect(checkPlan(away)).toMatchObject({ ok: true });
  expect([away.runs, away.blocks, away.inks]).toEqual([blocks.runs, blocks.blocks, blocks.inks]);
});

test('a key that was joined with another run, or prints more than itself, leaves a plan that holds together when it goes', () => {
  const { key: _, ...rest } = FOUR_COLOURS;
  const keyed = withFlat(blocks, KEYED);
  const [own] = inkingsOf(keyed.runs[keyRunOf(keyed)]);
  const edits: PlanEdit[] = [
    { kind: 'runs-joined', runId: keyed.runs[0].id, withRunId: 'run-key', inks: 'both' },
    {
      kind: 'colours-given',
      runId: 'run-key',
      inkingId: own.id,
      colourIds: [blocks.flat!.colours[1].id],
      how: 'printed',
    },
  ];
  for (const edit of edits) {
    const made = applyEdit(keyed, edit);
    if (!made.ok) throw new Error(made.code);
    const away = withFlat(made.value, rest);
    const checked = checkPlan(away);
    expect([edit.kind, checked.ok || checked.code]).toEqual([edit.kind, true]);
    expect(away.runs.length).toBeGreaterThan(0);
    expect(away.runs.flatMap((run) => inkingsOf(run)).some(({ colourId }) => colourId === 'c9')).toBe(false);
  }
});

test('the ink of a key stays while another run fades to it', () => {
  const keyed = withFlat(blocks, KEYED);
  const [inking] = inkingsOf(keyed.runs[0]);
  const toInkId = inkingsOf(keyed.runs[keyRunOf(keyed)])[0].inkId;
  const fade = { ...firstFade(keyed, inking), toInkId };
  const faded = applyEdit(keyed, { kind: 'inking-set', inkingId: inking.id, part: { fade } });
  if (!faded.ok) throw new Error(faded.code);
  const { key: _, ...rest } = FOUR_COLOURS;
  const away = withFlat(faded.value, rest);
  expect(checkPlan(away)).toMatchObject({ ok: true });
  expect(inkingsOf(away.runs[0])[0].fade).toEqual(fade);
});

test('it goes first or last by one change of the order; where it stands there already, by none', () => {
  const keyed = withFlat(begins(blocks, 'last'), KEYED);
  expect(withKeyAt(keyed, 'last')).toBeUndefined();
  const first = applyEdit(keyed, { kind: 'runs-ordered', runIds: withKeyAt(keyed, 'first')! });
  if (!first.ok) throw new Error(first.code);
  expect(keyRunOf(first.value)).toBe(0);
  expect(withKeyAt(first.value, 'first')).toBeUndefined();
  expect(withKeyAt(blocks, 'first')).toBeUndefined();
});

test('a key that is not one of the colours is refused', () => {
  const keyed = withFlat(blocks, KEYED);
  expect(checkPlan({ ...keyed, flat: { ...KEYED, key: { colourId: 'gone', widthMm: 1 } } })).toMatchObject({
    ok: false,
  });
});

/** Straw left of a wavy edge, rust right of it, paper and night in corners; a key on the edges between straw and rust. */
function scene(wave: number, widthPx: number) {
  const [width, height] = [120, 90];
  const ground = {
    width,
    height,
    labels: Uint8Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      if (y < 12) return 0;
      if (y > 78) return 3;
      return x < 60 + wave * Math.sin(y / 7) ? 1 : 2;
    }),
  };
  const pieces = keyPieces(ground, {
    pairs: [
      [1, 2],
      [2, 3],
      [1, 3],
    ],
    smoothPx: 3,
  });
  return { width, height, labels: drawnKey(ground, pieces, { widthPx, taperPx: 12 }, 4) };
}

test('the trap never opens a gap: under every line some colour lies, so that a key laid off by up to half its width shows no paper', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 9, noNaN: true }),
      fc.integer({ min: 6, max: 16 }),
      fc.constantFrom('first' as const, 'last' as const),
      (wave, widthPx, place) => {
        const map = scene(wave, widthPx);
        const plan = withFlat(begins(blocks, place), { ...KEYED, key: { colourId: 'c9', widthMm: widthPx / 10 } });
        const { task, effects } = printTaskOf(plan);
        const made = printMapOf(map, task)!;
        const sheet: PrintSheet = { parts: made.parts, share: made.areaPx, effects };
        const key = keyRunOf(plan);
        const covered = made.parts.map((part) =>
          plan.runs.some(
            (run, r) => r !== key && inkingsOf(run).some((inking) => inkedAt(plan, sheet, part, run, inking)),
          ),
        );
        const off = Math.floor(widthPx / 2) - 1;
        let gaps = 0;
        for (let y = 0; y < map.height; y++)
          for (let x = 0; x < map.width; x++) {
            if (map.labels[y * map.width + x] !== 4) continue;
            // the key lies elsewhere: what it has left must have a colour
            const from = x - off;
            const stillKey = from >= 0 && map.labels[y * map.width + from] === 4;
            if (!stillKey && !covered[made.map.labels[y * map.width + x]] && y >= 12 + off) gaps++;
          }
        expect(gaps).toBe(0);
        expect(looksOfPlan(plan, [], sheet)!.looks.at(-1)!.length).toBe(made.parts.length);
      },
    ),
    { numRuns: 25, seed: 6 },
  );
});
