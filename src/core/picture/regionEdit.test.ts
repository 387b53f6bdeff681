import fc from 'fast-check';
import { findIslands, islandAt, labelCounts, labelSet, maskOfLabels, thinnerThan, type LabelMap } from '../geometry';
import { editRegions, type RegionEdit } from './regionEdit';

/** 120 × 80: ground 0, a square of 1 with a neck 3 px wide to a second square, a speck of 2 in the ground. */
function picture(): LabelMap {
  const map = { width: 120, height: 80, labels: new Uint8Array(9600) };
  const box = (x: number, y: number, w: number, h: number, label: number) => {
    for (let r = y; r < y + h; r++) map.labels.fill(label, r * 120 + x, r * 120 + x + w);
  };
  box(10, 20, 30, 30, 1);
  box(40, 33, 30, 3, 1);
  box(70, 20, 30, 30, 1);
  box(50, 60, 2, 2, 2);
  box(60, 60, 6, 6, 2);
  return map;
}

const keyAt = (map: LabelMap, x: number, y: number) => {
  const islands = findIslands(map)!;
  return islands.islandFirstPx[islandAt(islands, x, y)];
};
const run = (map: LabelMap, edit: RegionEdit) => editRegions(map, findIslands(map)!, edit);
const count = (map: LabelMap, label: number) => labelCounts(map)[label];

test('an island is given to another colour, and only that island', () => {
  const map = picture();
  const done = run(map, { kind: 'give', island: keyAt(map, 61, 61), label: 1 });
  expect(done).toMatchObject({ ok: true, value: { changedPx: 36, box: { x0: 60, y0: 60, x1: 66, y1: 66 } } });
  expect(count(map, 2)).toBe(4);
  expect(run(map, { kind: 'give', island: keyAt(map, 61, 61), label: 1 })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^same-colour\b/),
  });
  expect(run(map, { kind: 'give', island: 61, label: 1 })).toMatchObject({ ok: false, code: 'island-gone' });
});

test('merged, an island goes to the neighbour it borders longest', () => {
  const map = picture();
  expect(run(map, { kind: 'merge', island: keyAt(map, 50, 60) }).ok).toBe(true);
  expect(map.labels[60 * 120 + 50]).toBe(0);
  const whole = { width: 4, height: 4, labels: new Uint8Array(16) };
  expect(run(whole, { kind: 'merge', island: 0 })).toMatchObject({ ok: false, code: 'no-neighbour' });
});

test('a line across splits off the smaller part; one that ends inside is refused and changes nothing', () => {
  const map = picture();
  const before = count(map, 1);
  const short = run(map, { kind: 'split', island: keyAt(map, 20, 30), linePx: [45, 20, 45, 34], label: 3 });
  expect(short).toMatchObject({ ok: false, code: 'line-short' });
  expect(count(map, 1)).toBe(before);
  expect(run(map, { kind: 'split', island: keyAt(map, 20, 30), linePx: [45, 20, 47, 60], label: 3 }).ok).toBe(true);
  expect(map.labels[30 * 120 + 20]).toBe(3);
  expect(map.labels[30 * 120 + 80]).toBe(1);
  expect(count(map, 1) + count(map, 3)).toBe(before);
  expect(run(map, { kind: 'split', island: keyAt(map, 80, 30), linePx: [85, 0, 85, 79], label: 1 })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^same-colour\b/),
  });
});

test('a gap of a width is opened inside the island only', () => {
  const map = picture();
  expect(
    run(map, { kind: 'gap', island: keyAt(map, 20, 30), linePx: [25, 0, 25, 79], widthPx: 4, label: 0 }),
  ).toMatchObject({ ok: true, value: { changedPx: 120 } });
  expect([22, 23, 26, 27].map((x) => map.labels[30 * 120 + x])).toEqual([1, 0, 0, 1]);
  expect(count(map, 2)).toBe(40);
  expect(
    run(map, { kind: 'gap', island: keyAt(map, 80, 30), linePx: [2, 2, 5, 2], widthPx: 2, label: 0 }),
  ).toMatchObject({ ok: false, code: 'line-outside' });
});

test('a thin neck is made as wide as asked, and wide parts stay', () => {
  const map = picture();
  expect(thinnerThan(maskOfLabels(map, labelSet([1])), 8).words.some((w) => w !== 0)).toBe(true);
  expect(run(map, { kind: 'thicken', labels: [1], boxPx: { x0: 36, y0: 30, x1: 74, y1: 40 }, widthPx: 8 }).ok).toBe(
    true,
  );
  expect(thinnerThan(maskOfLabels(map, labelSet([1])), 8).words.every((w) => w === 0)).toBe(true);
  expect([map.labels[19 * 120 + 20], map.labels[20 * 120 + 9]]).toEqual([0, 0]);
  expect(
    run(map, { kind: 'thicken', labels: [1], boxPx: { x0: 36, y0: 30, x1: 74, y1: 40 }, widthPx: 8 }),
  ).toMatchObject({ ok: false, code: 'wide-enough' });
});

test('a ragged edge is smoothed; other islands keep theirs', () => {
  const map = picture();
  for (let x = 16; x < 38; x += 6) map.labels[19 * 120 + x] = 1;
  const before = count(map, 2);
  expect(run(map, { kind: 'smooth', island: keyAt(map, 20, 30), radiusPx: 2 }).ok).toBe(true);
  expect(map.labels.slice(19 * 120 + 12, 19 * 120 + 38).every((l) => l === 0)).toBe(true);
  expect(count(map, 2)).toBe(before);
});

test('specks wholly inside a lasso go; larger ones and those outside stay', () => {
  const map = picture();
  const lasso = [45, 55, 56, 55, 56, 68, 45, 68];
  expect(run(map, { kind: 'despeckle', outlinePx: lasso, minAreaPx: 10 })).toMatchObject({
    ok: true,
    value: { changedPx: 4, box: { x0: 50, y0: 60, x1: 52, y1: 62 } },
  });
  expect(count(map, 2)).toBe(36);
  expect(run(map, { kind: 'despeckle', outlinePx: lasso, minAreaPx: 10 })).toMatchObject({
    ok: false,
    code: 'no-specks',
  });
});

test('whatever is done, every pixel keeps one label and what is outside the box is untouched', () => {
  const edit = fc.oneof(
    fc.record({ kind: fc.constant('give' as const), island: fc.nat(9599), label: fc.nat(3) }),
    fc.record({ kind: fc.constant('smooth' as const), island: fc.nat(9599), radiusPx: fc.integer({ min: 1, max: 4 }) }),
    fc.record({
      kind: fc.constant('gap' as const),
      island: fc.nat(9599),
      linePx: fc.array(fc.nat(100), { minLength: 4, maxLength: 4 }),
      widthPx: fc.integer({ min: 1, max: 9 }),
      label: fc.nat(3),
    }),
    fc.record({
      kind: fc.constant('split' as const),
      island: fc.nat(9599),
      linePx: fc.array(fc.nat(119), { minLength: 4, maxLength: 4 }),
      label: fc.nat(3),
    }),
  );
  fc.assert(
    fc.property(edit, (e) => {
      const map = picture(),
        before = map.labels.slice();
      const done = run(map, { ...e, island: keyAt(map, e.island % 120, Math.floor(e.island / 120)) } as RegionEdit);
      let changed = 0;
      map.labels.forEach((l, i) => {
        if (l === before[i]) return;
        changed++;
        const x = i % 120,
          y = Math.floor(i / 120);
        expect(
          done.ok && x >= done.value.box.x0 && x < done.value.box.x1 && y >= done.value.box.y0 && y < done.value.box.y1,
        ).toBe(true);
      });
      expect(changed).toBe(done.ok ? done.value.changedPx : 0);
    }),
    { seed: 9, numRuns: 25 },
  );
});

test('redrawn within outlines, each colour becomes the one it is to become; holes and other colours stay', () => {
  const map = picture();
  const before = map.labels.slice();
  // a frame over the first square and the ground beside it
  const outlinesPx = [
    [5, 22, 30, 22, 30, 40, 5, 40],
    [15, 26, 20, 26, 20, 30, 15, 30],
  ];
  const done = run(map, { kind: 'redraw', outlinesPx, become: [0, 2, 2] });
  expect(done).toMatchObject({
    ok: true,
    value: { changedPx: 20 * 18 - 5 * 4, box: { x0: 10, y0: 22, x1: 30, y1: 40 } },
  });
  expect(map.labels[24 * 120 + 12]).toBe(2);
  expect(map.labels[27 * 120 + 17]).toBe(1);
  expect(map.labels[24 * 120 + 7]).toBe(0);
  before.forEach((label, i) => {
    if (label === map.labels[i]) return;
    expect([label, map.labels[i]]).toEqual([1, 2]);
  });
  expect(run(map, { kind: 'redraw', outlinesPx, become: [0, 1, 2] })).toMatchObject({
    ok: false,
    code: 'line-outside',
  });
});
