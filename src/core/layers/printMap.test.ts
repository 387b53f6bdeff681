import fc from 'fast-check';
import {
  areaOfRingsPx,
  findIslands,
  hasPixel,
  islandAt,
  labelCoverage,
  labelOfCell,
  labelSet,
  maskOfLabels,
  nestedMasks,
  paintLabels,
  ringsOf,
  traceArcs,
  type LabelMap,
} from '../geometry';
import { randomStream } from '../random/random';
import type { MovedFilm } from './movedFilms';
import { isPlain, printMapOf, type PrintMapTask } from './printMap';

const NOTHING: PrintMapTask = { labelCount: 3, traps: [], chokes: [], marks: [] };
const randomMap = fc
  .record({
    width: fc.integer({ min: 4, max: 22 }),
    height: fc.integer({ min: 4, max: 16 }),
    seed: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 60, maxLength: 60 }),
  })
  .map(({ width, height, seed }): LabelMap => ({
    width,
    height,
    labels: Uint8Array.from(
      { length: width * height },
      (_, i) => seed[(Math.floor(i / width) >> 1) * 6 + ((i % width) >> 2)] ?? 0,
    ),
  }));

/** The pixels that get the films of `label`. */
function printed(map: LabelMap, task: PrintMapTask, label: number): boolean[] {
  const print = printMapOf(map, task)!;
  return [...print.map.labels].map((p) => print.parts[p].as.includes(label));
}

test('nothing asked, nothing changed', () => {
  const map = { width: 3, height: 1, labels: Uint8Array.of(0, 1, 2) };
  expect(isPlain(NOTHING)).toBe(true);
  expect(printMapOf(map, NOTHING)).toMatchObject({ areaPx: [1, 1, 1], full: false });
  expect([...printMapOf(map, NOTHING)!.map.labels]).toEqual([0, 1, 2]);
});

test('a trap grows the lighter colour under its darker neighbour by its length, everywhere along the edge and nowhere else', () => {
  fc.assert(
    fc.property(randomMap, fc.integer({ min: 1, max: 4 }), (map, px) => {
      const task = { ...NOTHING, traps: [{ grow: 1, under: 2, px }] };
      const { width, height, labels } = map;
      const got = printed(map, task, 1);
      // plainly: a pixel of 2 within reach (from the edge) of a pixel of 1 that borders 2
      const edge: [number, number][] = [];
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const at = (a: number, b: number) =>
            a >= 0 && b >= 0 && a < width && b < height && labels[b * width + a] === 2;
          if (labels[y * width + x] === 1 && (at(x - 1, y) || at(x + 1, y) || at(x, y - 1) || at(x, y + 1)))
            edge.push([x, y]);
        }
      labels.forEach((label, i) => {
        const near = edge.some(([x, y]) => Math.hypot(x - (i % width), y - Math.floor(i / width)) <= px + 0.5);
        expect(got[i]).toBe(label === 1 || (label === 2 && near));
      });
    }),
    { seed: 12, numRuns: 60 },
  );
});

test('a trap never opens a gap: every colour prints at least where it did', () => {
  fc.assert(
    fc.property(randomMap, fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 3 }), (map, a, b) => {
      const task = {
        ...NOTHING,
        traps: [
          { grow: 0, under: 1, px: a },
          { grow: 1, under: 2, px: b },
          { grow: 0, under: 2, px: a },
        ],
      };
      for (const label of [0, 1, 2]) {
        const got = printed(map, task, label);
        map.labels.forEach((l, i) => {
          if (l === label) expect(got[i]).toBe(true);
        });
      }
      const print = printMapOf(map, task)!;
      expect(print.areaPx.reduce((sum, v) => sum + v, 0)).toBe(map.labels.length);
      [...print.map.labels].forEach((p, i) => expect(print.parts[p].label).toBe(map.labels[i]));
    }),
    { seed: 13, numRuns: 60 },
  );
});

test('a choke lets the deeper colour end inside, printing there as the colour that is finished first', () => {
  const map = { width: 12, height: 1, labels: Uint8Array.from([0, 0, 0, 0, 2, 2, 2, 2, 2, 2, 1, 1]) };
  const print = printMapOf(map, { ...NOTHING, chokes: [{ inside: 2, against: 0, as: 1, px: 2 }] })!;
  expect([...print.map.labels].map((p) => print.parts[p].as.join())).toEqual([
    '0',
    '0',
    '0',
    '0',
    '1',
    '1',
    '2',
    '2',
    '2',
    '2',
    '1',
    '1',
  ]);
  expect([...print.map.labels].map((p) => print.parts[p].label)).toEqual([...map.labels]);
});

test('marks cover what they name, grown onto the labels they are for', () => {
  const map = { width: 10, height: 3, labels: new Uint8Array(30) };
  for (const x of [4, 5]) map.labels[10 + x] = 1;
  const print = printMapOf(map, {
    ...NOTHING,
    marks: [
      { region: { islands: [14], outlinesPx: [] }, growPx: 1, on: [1] },
      { region: { islands: [], outlinesPx: [[0, 0, 2, 0, 2, 3, 0, 3]] }, growPx: 0, on: null },
    ],
  })!;
  const marks = [...print.map.labels].map((p) => print.parts[p].marks.join());
  expect(marks.slice(10, 20)).toEqual(['1', '1', '', '', '0', '0', '', '', '', '']);
  const gone = printMapOf(map, {
    ...NOTHING,
    marks: [{ region: { islands: [15], outlinesPx: [] }, growPx: 0, on: null }],
  })!;
  expect(gone.parts.every((part) => part.marks.length === 0)).toBe(true);
});

test('with more combinations than a map holds it says so and stays whole', () => {
  const map = { width: 40, height: 10, labels: new Uint8Array(400) };
  const marks = Array.from({ length: 9 }, (_, m) => ({
    region: { islands: [], outlinesPx: [[m * 2, 0, 40, 0, 40, 9 - m, m * 3, 10]] },
    growPx: 0,
    on: null,
  }));
  const many = Array.from({ length: 24 }, (_, k) => ({
    region: { islands: [], outlinesPx: [[k, 0, k + 17, 0, k + 13, 10, k, 10]] },
    growPx: 0,
    on: null,
  }));
  const print = printMapOf(map, { ...NOTHING, labelCount: 1, marks: [...marks, ...many] })!;
  expect(print.areaPx.reduce((a, b) => a + b, 0)).toBe(400);
});

/** A mark for each bit of a pixel's number: every pixel is a combination of its own. */
const bitMarks = (widthPx: number, heightPx: number, bits: number): PrintMapTask['marks'] =>
  Array.from({ length: bits }, (_, bit) => ({
    region: {
      islands: [],
      outlinesPx: Array.from({ length: widthPx * heightPx }, (_, i) => i)
        .filter((i) => (i >> bit) & 1)
        .map((i) => {
          const x = i % widthPx,
            y = Math.floor(i / widthPx);
          return [x, y, x + 1, y, x + 1, y + 1, x, y + 1];
        }),
    },
    growPx: 0,
    on: null,
  }));

test('a map of more than 255 parts takes two bytes a pixel, and everything asked of it is answered as plainly', () => {
  const [width, height] = [40, 32];
  const map = { width, height, labels: new Uint8Array(width * height) };
  const print = printMapOf(map, { ...NOTHING, labelCount: 1, marks: bitMarks(width, height, 11) })!;
  expect(print.full).toBe(false);
  expect(print.parts.length).toBe(width * height);
  expect(print.map.labels).toBeInstanceOf(Uint16Array);
  print.map.labels.forEach((part, i) => {
    const marks = Array.from({ length: 11 }, (_, bit) => bit).filter((bit) => (i >> bit) & 1);
    expect(print.parts[part].marks).toEqual(marks);
    expect(print.areaPx[part]).toBe(1);
  });
  // every third part, as a mask, as outlines and as islands
  const set = labelSet([...print.parts.keys()].filter((part) => part % 3 === 0));
  const mask = maskOfLabels(print.map, set);
  const there = [...print.map.labels].map((part) => part % 3 === 0);
  expect(there.every((on, i) => hasPixel(mask, i % width, Math.floor(i / width)) === on)).toBe(true);
  const arcs = traceArcs(print.map, 0);
  expect(areaOfRingsPx(arcs, ringsOf(arcs, set))).toBe(there.filter(Boolean).length);
  const islands = findIslands(print.map)!;
  expect(islands.islandCount).toBe(width * height);
  expect(islands.islandLabel[islandAt(islands, 39, 31)]).toBe(print.map.labels.at(-1));
  const coverage = labelCoverage(print.map, print.parts.length, width, height);
  expect([...coverage.label]).toEqual([...print.map.labels]);
  expect(labelOfCell(coverage, 1000)).toBe(print.map.labels[1000]);
});

test('two bytes or one: masks, islands, outlines and pictures of a map are the same', () => {
  fc.assert(
    fc.property(randomMap, (map) => {
      const wide = { ...map, labels: Uint16Array.from(map.labels) };
      const set = labelSet([1, 2]);
      expect(maskOfLabels(wide, set)).toEqual(maskOfLabels(map, set));
      expect(traceArcs(wide, 0.4)).toEqual(traceArcs(map, 0.4));
      const [one, two] = [findIslands(map)!, findIslands(wide)!];
      expect([...two.islandLabel]).toEqual([...one.islandLabel]);
      expect(two.stripIsland).toEqual(one.stripIsland);
      expect(labelCoverage(wide, 3, 4, 3)).toEqual(labelCoverage(map, 3, 4, 3));
      expect(nestedMasks(wide, Uint8Array.of(0, 1, 2), 2)).toEqual(nestedMasks(map, Uint8Array.of(0, 1, 2), 2));
      const view = { x: 0, y: 0, pxPerOut: 1.3, mirrored: true };
      const styles = [{ fill: 1 }, { fill: 2 }, { fill: 3, stroke: 4 }];
      expect(paintLabels(wide, styles, view, 9, 7, 0)).toEqual(paintLabels(map, styles, view, 9, 7, 0));
    }),
    { seed: 31, numRuns: 40 },
  );
});

test('more parts than two bytes can hold: it says so, and every pixel keeps a part that is there', () => {
  const [width, height] = [272, 256];
  const map = { width, height, labels: new Uint8Array(width * height) };
  const print = printMapOf(map, { ...NOTHING, labelCount: 1, marks: bitMarks(width, height, 17) })!;
  expect(print.full).toBe(true);
  expect(print.parts.length).toBe(65_535);
  expect(print.areaPx.reduce((a, b) => a + b, 0)).toBe(width * height);
  expect(print.map.labels.every((part) => part < print.parts.length)).toBe(true);
});

test('a mark takes just the area of its place, whatever lies there', () => {
  fc.assert(
    fc.property(
      randomMap,
      fc.nat(12),
      fc.nat(10),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 7 }),
      (map, x, y, w, h) => {
        const outline = [x, y, x + w, y, x + w, y + h, x, y + h];
        const print = printMapOf(map, {
          ...NOTHING,
          marks: [{ region: { islands: [], outlinesPx: [outline] }, growPx: 0, on: null }],
        })!;
        const inside = Math.max(0, Math.min(map.width, x + w) - x) * Math.max(0, Math.min(map.height, y + h) - y);
        const marked = print.parts.reduce((sum, part, p) => sum + (part.marks.length > 0 ? print.areaPx[p] : 0), 0);
        expect(marked).toBe(inside);
        print.parts.forEach((part) => expect(part.as).toEqual([part.label]));
      },
    ),
    { seed: 14, numRuns: 60 },
  );
});

test('a map of one colour needs no overlap, and a task without length is plain', () => {
  const map = { width: 8, height: 4, labels: new Uint8Array(32).fill(2) };
  const print = printMapOf(map, { ...NOTHING, traps: [{ grow: 1, under: 2, px: 3 }] })!;
  expect(print.parts.length).toBe(3);
  expect(print.areaPx).toEqual([0, 0, 32]);
  expect(isPlain({ ...NOTHING, traps: [{ grow: 1, under: 2, px: 0.2 }] })).toBe(true);
});

test('strips lie where the one colour comes so near to the other that it meets, each where the one before it ends', () => {
  fc.assert(
    fc.property(randomMap, (map) => {
      const px = [1, 2.5, 4];
      const pairs = [
        { from: 0, into: 1 },
        { from: 2, into: 1 },
      ];
      const made = printMapOf(map, { ...NOTHING, strips: [{ px, groups: [pairs] }] })!;
      const { width, height, labels } = map;
      const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? -1 : labels[y * width + x]);
      for (let i = 0; i < labels.length; i++) {
        const [x, y] = [i % width, Math.floor(i / width)];
        // nearest pixel of another colour that itself borders this one's colour
        let nearest = Infinity;
        if (labels[i] === 1)
          for (let j = 0; j < labels.length; j++) {
            const [u, v] = [j % width, Math.floor(j / width)];
            if (labels[j] !== 1 && [at(u + 1, v), at(u - 1, v), at(u, v + 1), at(u, v - 1)].includes(1))
              nearest = Math.min(nearest, Math.hypot(u - x, v - y));
          }
        const strip = px.findIndex((reach) => nearest <= reach + 0.5);
        expect(made.parts[made.map.labels[i]].marks).toEqual(strip < 0 ? [] : [strip]);
        expect(made.parts[made.map.labels[i]].as).toEqual([labels[i]]);
      }
      expect(made.parts.length).toBeLessThanOrEqual(3 + px.length);
    }),
    { seed: 15, numRuns: 60 },
  );
  expect(isPlain({ ...NOTHING, strips: [{ px: [2], groups: [[]] }] })).toBe(false);
});

test.each([
  ['near', [10.2, 40, 90]],
  ['far', [40, 100, 200]],
  ['some narrower than a pixel', [0.2, 0.4, 60]],
])('strips on a wide map, %s', (_, px) => {
  const width = 301,
    height = 5,
    edge = 37;
  const map: LabelMap = {
    ...{ width, height },
    labels: Uint8Array.from({ length: width * height }, (__, i) => Number(i % width >= edge)),
  };
  const groups = [[{ from: 0, into: 1 }], [{ from: 1, into: 2 }], [{ from: 1, into: 0 }]];
  const made = printMapOf(map, { ...NOTHING, strips: [{ px, groups }] })!;
  const stripAt = (far: number) => px.findIndex((reach) => reach >= 0.5 && far <= reach + 0.5);
  for (let i = 0; i < map.labels.length; i++) {
    const x = i % width,
      far = x >= edge ? x - edge + 1 : edge - x;
    const strip = stripAt(far),
      first = x >= edge ? 0 : 2 * px.length;
    expect(made.parts[made.map.labels[i]].marks).toEqual(strip < 0 ? [] : [first + strip]);
  }
});

describe('films laid elsewhere', () => {
  const film = fc.record({
    labels: fc.uniqueArray(fc.integer({ min: 0, max: 2 }), { minLength: 1, maxLength: 3 }),
    dxPx: fc.double({ min: -26, max: 26, noNaN: true }),
    dyPx: fc.double({ min: -20, max: 20, noNaN: true }),
    turnDeg: fc.constantFrom(0, 0, 0, 90, 180, 270, 33),
  });
  /** Whether a film reaches a pixel: the middle of the pixel taken back to where the film was cut. */
  const reaches = (map: LabelMap, { labels, dxPx, dyPx, turnDeg }: Omit<MovedFilm, 'has' | 'lacks'>, i: number) => {
    const turn = (turnDeg * Math.PI) / 180,
      x = (i % map.width) + 0.5 - dxPx - map.width / 2,
      y = Math.floor(i / map.width) + 0.5 - dyPx - map.height / 2;
    const sx = Math.floor(Math.cos(turn) * x + Math.sin(turn) * y + map.width / 2),
      sy = Math.floor(Math.cos(turn) * y - Math.sin(turn) * x + map.height / 2);
    return sx >= 0 && sy >= 0 && sx < map.width && sy < map.height && labels.includes(map.labels[sy * map.width + sx]);
  };

  test('cover every pixel they are carried or turned to, copies as well as one alone, and no other', () => {
    fc.assert(
      fc.property(randomMap, fc.array(film, { minLength: 1, maxLength: 5 }), fc.boolean(), (map, films, twice) => {
        const moved = [...films, ...(twice ? films : [])].map((one) => ({ ...one, has: [], lacks: [] }));
        const { map: made, parts } = printMapOf(map, { ...NOTHING, moved })!;
        for (let i = 0; i < map.labels.length; i++) {
          const part = parts[made.labels[i]];
          const wanted = moved.flatMap((one, k) => (reaches(map, one, i) ? [k] : []));
          if (part.label !== map.labels[i] || part.marks.join() !== wanted.join()) return false;
        }
        return true;
      }),
      { seed: 24, numRuns: 150 },
    );
  });

  test('are carried from the sheet as it was before any of them was laid', () => {
    const map: LabelMap = { width: 6, height: 1, labels: Uint8Array.of(1, 0, 0, 0, 0, 0) };
    const one = { labels: [1], has: [], lacks: [], dyPx: 0, turnDeg: 0 };
    const { map: made, parts } = printMapOf(map, {
      ...NOTHING,
      moved: [
        { ...one, dxPx: 2 },
        { ...one, dxPx: 4 },
        { ...one, dxPx: 2, lacks: [0] },
      ],
    })!;
    // the first lies at 2 and is not carried on to 4; the third is of pixels the first has not marked
    expect([...made.labels].map((p) => parts[p].marks)).toEqual([[], [], [0, 2], [], [1], []]);
  });

  test('carried right off the sheet a film marks nothing', () => {
    const map: LabelMap = { width: 5, height: 5, labels: new Uint8Array(25).fill(1) };
    for (const [dxPx, dyPx] of [
      [5, 0],
      [-5, 0],
      [0, 9],
      [1e6, -1e6],
    ]) {
      const moved = [{ labels: [1], has: [], lacks: [], dxPx, dyPx, turnDeg: 0 }];
      const made = printMapOf(map, { ...NOTHING, moved })!;
      expect([...made.map.labels].every((p) => made.parts[p].marks.length === 0)).toBe(true);
    }
  });

  test('more combinations than a byte holds: laid again on two bytes, nothing of it is lost', () => {
    // nine copies of grains of dust meet in several hundred ways
    const width = 64,
      height = 64;
    const random = randomStream(9),
      labels = Uint8Array.from({ length: width * height }, () => Number(random() < 0.5));
    const moved = Array.from({ length: 9 }, (_, k) => ({
      ...{ labels: [1], has: [], lacks: [], turnDeg: 0 },
      ...{ dxPx: 7 * (k % 3), dyPx: 5 * Math.floor(k / 3) },
    }));
    const map: LabelMap = { width, height, labels };
    const made = printMapOf(map, { ...NOTHING, moved })!;
    expect(made.parts.length).toBeGreaterThan(256);
    expect(made.map.labels).toBeInstanceOf(Uint16Array);
    expect(made.full).toBe(false);
    for (let i = 0; i < labels.length; i += 13)
      expect(made.parts[made.map.labels[i]].marks).toEqual(
        moved.flatMap((one, k) => (reaches(map, one, i) ? [k] : [])),
      );
  });

  test('a seam along two colours is a mark of the width of the saw, before those of films', () => {
    const map: LabelMap = {
      width: 20,
      height: 10,
      labels: Uint8Array.from({ length: 200 }, (_, i) => (i % 20 < 10 ? 1 : 2)),
    };
    const rule = { standing: [1, 2], whole: [], leastPx: 0, heldIn: [] };
    const task = { ...NOTHING, seams: [{ rule, px: 2 }] };
    const { map: made, parts } = printMapOf(map, task)!;
    const sawn = (x: number) => parts[made.labels[5 * 20 + x]].marks.includes(0);
    expect([8, 9, 10, 11].map(sawn)).toEqual([false, true, true, false]);
    const moved = [{ labels: [1], has: [], lacks: [0], dxPx: 10, dyPx: 0, turnDeg: 0 }];
    const both = printMapOf(map, { ...task, moved })!;
    const marksAt = (x: number) => both.parts[both.map.labels[5 * 20 + x]].marks;
    // what the saw took does not print where the film is carried to
    expect([marksAt(18), marksAt(19)]).toEqual([[1], []]);
    expect(marksAt(10)).toEqual([0, 1]);
  });
});
