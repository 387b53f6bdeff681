import fc from 'fast-check';
import { partParent, stripsFrom, PIECE_EDGES, type ParentTask, type PieceEdge } from './parents';

const TURN: Readonly<Record<PieceEdge, PieceEdge>> = { top: 'right', right: 'bottom', bottom: 'left', left: 'top' };
const turned = (edges: readonly PieceEdge[]) => edges.map((edge) => TURN[edge]);
const key = (edges: readonly PieceEdge[]) => [...edges].sort().join();

/** The most pieces, by trying every straight cut at whole millimetres: slow and plain. A raw edge comes off by at least 1 mm. */
function mostByTrying({ parentMm, pieceMm, lies, keptEdges = [], edgeMm = 0 }: ParentTask): number {
  const { widthMm: a, heightMm: b } = pieceMm;
  const half = turned(turned(keptEdges));
  const ways = [
    ...(lies === 'turned' ? [] : [keptEdges, half].map((edges) => ({ w: a, h: b, edges: key(edges) }))),
    ...(lies === 'as it is'
      ? []
      : [turned(keptEdges), turned(half)].map((edges) => ({ w: b, h: a, edges: key(edges) }))),
  ];
  const known = new Map<string, number>();
  const most = (w: number, h: number, raw: readonly PieceEdge[]): number => {
    const asked = `${w} ${h} ${key(raw)}`;
    const answer = known.get(asked);
    if (answer !== undefined) return answer;
    let best = ways.some((way) => way.w === w && way.h === h && (keptEdges.length === 0 || way.edges === key(raw)))
      ? 1
      : 0;
    const without = (edge: PieceEdge) => raw.filter((one) => one !== edge);
    for (let x = 1; x < w; x++) best = Math.max(best, most(x, h, without('right')) + most(w - x, h, without('left')));
    for (let y = 1; y < h; y++) best = Math.max(best, most(w, y, without('bottom')) + most(w, h - y, without('top')));
    known.set(asked, best);
    return best;
  };
  const off = keptEdges.length === 0 ? 2 * edgeMm : 0;
  const [w, h] = [parentMm.widthMm - off, parentMm.heightMm - off];
  return w > 0 && h > 0 ? most(w, h, keptEdges.length === 0 ? [] : PIECE_EDGES) : 0;
}

const tasks = fc.record({
  parentMm: fc.record({ widthMm: fc.integer({ min: 3, max: 17 }), heightMm: fc.integer({ min: 3, max: 15 }) }),
  pieceMm: fc.record({ widthMm: fc.integer({ min: 2, max: 7 }), heightMm: fc.integer({ min: 2, max: 7 }) }),
  lies: fc.constantFrom('as it is' as const, 'turned' as const, 'either' as const),
});

test('as many pieces as by trying every cut', () => {
  fc.assert(
    fc.property(tasks, (task) => {
      expect(partParent(task).pieces.length).toBe(mostByTrying(task));
    }),
    { seed: 4, numRuns: 300 },
  );
});

test('as many with raw edges kept, and none where it should be cut', () => {
  const kept = fc.subarray([...PIECE_EDGES], { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(tasks, kept, (task, keptEdges) => {
      const asked = { ...task, keptEdges, edgeMm: 1 };
      expect(partParent(asked).pieces.length).toBe(mostByTrying(asked));
    }),
    { seed: 8, numRuns: 200 },
  );
});

const sizes = fc.record({
  parentMm: fc.record({ widthMm: fc.integer({ min: 300, max: 1200 }), heightMm: fc.integer({ min: 300, max: 1000 }) }),
  pieceMm: fc.record({ widthMm: fc.integer({ min: 100, max: 500 }), heightMm: fc.integer({ min: 100, max: 500 }) }),
  lies: fc.constantFrom('as it is' as const, 'turned' as const, 'either' as const),
  lossMm: fc.constantFrom(0, 0.4, 3),
  edgeMm: fc.constantFrom(0, 5),
});

test('nothing overlaps, all lies within the parent, pieces are of their size and apart by what a cut takes', () => {
  fc.assert(
    fc.property(sizes, fc.subarray(['bottom', 'left'] as const), (task, keptEdges) => {
      const { pieces, leftovers } = partParent({ ...task, keptEdges });
      const { parentMm, pieceMm, lossMm } = task;
      pieces.forEach((p, i) => {
        const [w, h] = p.turned ? [pieceMm.heightMm, pieceMm.widthMm] : [pieceMm.widthMm, pieceMm.heightMm];
        expect([p.widthMm, p.heightMm]).toEqual([expect.closeTo(w, 6), expect.closeTo(h, 6)]);
        if (task.lies !== 'either') expect(p.turned).toBe(task.lies === 'turned');
        for (const q of pieces.slice(i + 1)) {
          const apart = Math.max(
            q.xMm - p.xMm - p.widthMm,
            p.xMm - q.xMm - q.widthMm,
            q.yMm - p.yMm - p.heightMm,
            p.yMm - q.yMm - q.heightMm,
          );
          expect(apart).toBeGreaterThan(lossMm - 1e-6);
        }
      });
      const all = [...pieces, ...leftovers];
      for (const r of all) {
        expect(Math.min(r.xMm, r.yMm)).toBeGreaterThanOrEqual(0);
        expect(r.xMm + r.widthMm).toBeLessThanOrEqual(parentMm.widthMm + 1e-6);
        expect(r.yMm + r.heightMm).toBeLessThanOrEqual(parentMm.heightMm + 1e-6);
      }
      const area = all.reduce((sum, r) => sum + r.widthMm * r.heightMm, 0);
      expect(area).toBeLessThanOrEqual(parentMm.widthMm * parentMm.heightMm + 1e-3);
      if (lossMm === 0 && task.edgeMm === 0 && pieces.length > 0)
        expect(area).toBeCloseTo(parentMm.widthMm * parentMm.heightMm, 3);
    }),
    { seed: 6, numRuns: 80 },
  );
});

test('a usual case: 760 × 560 into 230 × 180 either way, and with the grain alike', () => {
  const task = { parentMm: { widthMm: 760, heightMm: 560 }, pieceMm: { widthMm: 230, heightMm: 180 } };
  expect(partParent({ ...task, lies: 'as it is' }).pieces).toHaveLength(9);
  expect(partParent({ ...task, lies: 'turned' }).pieces).toHaveLength(8);
  const { pieces, cuts } = partParent({ ...task, lies: 'either' });
  expect(pieces.length).toBeGreaterThanOrEqual(9);
  expect(cuts.length).toBeGreaterThanOrEqual(pieces.length - 1);
});

test('each kept edge lies on the edge of the parent', () => {
  const { pieces } = partParent({
    ...{ parentMm: { widthMm: 760, heightMm: 560 }, pieceMm: { widthMm: 230, heightMm: 180 }, lies: 'as it is' },
    ...{ edgeMm: 5, keptEdges: ['bottom'] },
  });
  // two rows: the lower ones with their foot at the parent's foot, the upper ones upside down
  expect(pieces).toHaveLength(6);
  for (const { yMm, heightMm } of pieces) expect([0, 560]).toContain(yMm < 200 ? yMm : yMm + heightMm);
});

test('pieces larger than the parent are none, and all of it is left', () => {
  const { pieces, leftovers } = partParent({
    parentMm: { widthMm: 200, heightMm: 100 },
    pieceMm: { widthMm: 150, heightMm: 120 },
    lies: 'either',
  });
  expect(pieces).toEqual([]);
  expect(leftovers).toEqual([{ xMm: 0, yMm: 0, widthMm: 200, heightMm: 100 }]);
  expect(() =>
    partParent({ parentMm: { widthMm: 200, heightMm: 0 }, pieceMm: { widthMm: 1, heightMm: 1 }, lies: 'either' }),
  ).toThrow(/height/);
});

test('strips come out of what is left', () => {
  const { leftovers } = partParent({
    ...{ parentMm: { widthMm: 760, heightMm: 560 }, pieceMm: { widthMm: 300, heightMm: 250 }, lies: 'either' },
  });
  expect(stripsFrom(leftovers, { widthMm: 20, heightMm: 60 })).toBeGreaterThan(20);
  expect(stripsFrom([], { widthMm: 20, heightMm: 60 })).toBe(0);
});
