import fc from 'fast-check';
import {
  askedOnce,
  canShow,
  filmsAtA,
  isWrong,
  pairStates,
  stripsByOrder,
  stripsWrong,
  widthsByOrder,
  widthsBySorting,
  type BoundaryKind,
} from './edgeStrips';

const films = (n: number) =>
  fc.record({
    covers: fc.array(fc.constantFrom<'a' | 'b'>('a', 'b'), { minLength: n, maxLength: n }),
    wrong: fc.array(fc.constantFrom(0, 1), { minLength: 1 << n, maxLength: 1 << n }),
    // eighths, so that edges fall on one another and order is a tie
    eighths: fc.array(fc.integer({ min: -12, max: 12 }), { minLength: 40 * n, maxLength: 40 * n }),
  });

function kindOf(covers: readonly ('a' | 'b')[], wrong: readonly number[]): BoundaryKind {
  return {
    a: 0,
    b: 1,
    edges: covers.map((side, run) => ({ run, covers: side, offsetMm: 0 })),
    wrong: Uint8Array.from(wrong),
  };
}

/** What lies at x: the films whose edge leaves them there. */
function filmsAt(kind: BoundaryKind, places: readonly number[], x: number): number {
  return kind.edges.reduce(
    (set, edge, e) => ((edge.covers === 'a' ? x < places[e] : x > places[e]) ? set | (1 << e) : set),
    0,
  );
}

/** The definition: go along in sixteenths of a millimetre, join what is wrong side by side, and add up what is wider than the limit. */
function walked(kind: BoundaryKind, places: readonly number[], limitMm: number): number {
  let width = 0,
    since: number | undefined;
  for (let k = -40; k <= 40; k++) {
    const x = k / 16 + 1 / 32,
      from = k / 16;
    const inside = x > Math.min(...places) && x < Math.max(...places);
    if (inside && isWrong(kind, filmsAt(kind, places, x))) since ??= from;
    else if (since !== undefined) {
      if (from - since > limitMm) width += from - since;
      since = undefined;
    }
  }
  return width;
}

describe.each([3, 4, 5, 6])('%d films that end on one line', (n) => {
  test('widths by the order of the edges are those by sorting, and those of a walk across', () => {
    fc.assert(
      fc.property(films(n), fc.constantFrom(0, 0.2, 0.5), ({ covers, wrong, eighths }, sliverMm) => {
        const kind = kindOf(covers, wrong),
          sheets = 40,
          places = Float64Array.from(eighths, (v) => v / 8);
        const laid = () => ({ places, n, sheets, sliverMm, widths: new Float32Array(sheets) });
        const sorted = laid(),
          ordered = laid();
        const over = widthsBySorting(kind, sorted);
        expect(widthsByOrder(stripsByOrder(kind), ordered)).toBe(over);
        expect(ordered.widths).toEqual(sorted.widths);
        for (let s = 0; s < sheets; s++) {
          const own = Array.from({ length: n }, (_, e) => places[e * sheets + s]);
          expect(ordered.widths[s]).toBeCloseTo(walked(kind, own, sliverMm), 6);
        }
      }),
      { seed: 70 + n, numRuns: 25 },
    );
  });

  test('each order of the edges is asked about once', () => {
    const asked: number[] = [];
    const kind: BoundaryKind = {
      ...kindOf(
        Array.from({ length: n }, () => 'b' as const),
        [],
      ),
      wrong: (set) => {
        asked.push(set);
        return 1;
      },
    };
    const strips = stripsByOrder(kind);
    const places = Float64Array.from({ length: n * 3 }, (_, i) => Math.floor(i / 3));
    const run = () => widthsByOrder(strips, { places, n, sheets: 3, sliverMm: 0, widths: new Float32Array(3) });
    expect(run()).toBe(3);
    const first = asked.length;
    expect(first).toBe(n - 1);
    run();
    expect(asked.length).toBe(first);
  });
});

test('films before all edges are those that cover a; of two edges the nearer one is passed first', () => {
  const kind = kindOf(['a', 'b', 'a'], Array<number>(8).fill(0));
  expect(filmsAtA(kind)).toBe(0b101);
  for (const first of ['a', 'b'] as const)
    for (const second of ['a', 'b'] as const) {
      const pair = kindOf([first, second], [0, 0, 0, 0]);
      expect(pairStates(pair)).toEqual([filmsAt(pair, [0, 1], 0.5), filmsAt(pair, [1, 0], 0.5)]);
    }
});

test('a strip no wider than the limit is not seen, and two side by side are seen as one', () => {
  const kind = kindOf(['b', 'b', 'b'], [0, 1, 1, 1, 1, 1, 1, 0]);
  const width = (places: number[], limitMm: number) =>
    stripsWrong(kind, filmsAtA(kind), Float64Array.from(places), new Int32Array(3), 3, limitMm);
  expect(width([0, 0.2, 0.4], 0.25)).toBeCloseTo(0.4, 9);
  expect(width([0, 0.1, 0.2], 0.25)).toBe(0);
  expect(width([0.3, 0.3, 0.3], 0)).toBe(0);
});

test('one film alone never shows; two or three show where some set of them is wrong; more are not asked beforehand', () => {
  expect(canShow(kindOf(['b'], [1, 1]))).toBe(false);
  expect(canShow(kindOf(['b', 'b'], [0, 0, 0, 0]))).toBe(false);
  expect(canShow(kindOf(['b', 'b'], [0, 0, 1, 0]))).toBe(true);
  const many = {
    ...kindOf(['b', 'b', 'b', 'b'], []),
    wrong: (): 0 | 1 => {
      throw new Error('asked');
    },
  };
  expect(canShow(many)).toBe(true);
});

test.each([3, 16, 17, 24])('with %d films each set is asked for once, when it first occurs', (n) => {
  const asked: number[] = [];
  const once = askedOnce(n, (set) => {
    asked.push(set);
    return set % 3 === 0 ? 1 : 0;
  });
  const sets = [5, 6, 0, 2 ** n - 1, 5, 6, 0, 2 ** n - 1];
  expect(sets.map(once)).toEqual(sets.map((set) => (set % 3 === 0 ? 1 : 0)));
  expect(asked).toEqual([5, 6, 0, 2 ** n - 1]);
});
