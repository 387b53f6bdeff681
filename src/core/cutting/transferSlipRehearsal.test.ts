import fc from 'fast-check';
import {
  inlayFor,
  judgeRehearsal,
  keyImpressions,
  transferById,
  transferred,
  TRANSFER_WAYS,
  type RehearsalPart,
} from './index';

test('whatever the way, the block is the mirror of the print', () => {
  for (const way of TRANSFER_WAYS)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (x) => {
        expect(transferred(way, x).block).toBeCloseTo(1 - x, 12);
      }),
      { seed: 3, numRuns: 20 },
    );
});

test('ways that turn the sheet over want the drawing as seen, the others mirrored', () => {
  expect(['tracing', 'paste', 'heat'].map((id) => transferById(id).drawing)).toEqual(['as seen', 'as seen', 'as seen']);
  expect(['carbon', 'drawing', 'projector', 'offset'].map((id) => transferById(id).drawing)).toEqual([
    'mirrored',
    'mirrored',
    'mirrored',
    'mirrored',
  ]);
  expect(transferById('offset').flips).toBe(2);
  expect(transferById('unheard of').id).toBe('tracing');
});

test('key impressions: one for each other block and spares; none for a single block', () => {
  expect([keyImpressions(1, 2), keyImpressions(4, 2), keyImpressions(2, 0)]).toEqual([0, 5, 1]);
});

test('an inlay is cut with a margin, in whole millimetres, and measured from the origin corner of block and print', () => {
  expect(inlayFor({ x0: 30.4, y0: 20.2, x1: 36.1, y1: 24.9 }, 240, 180)).toEqual({
    widthMm: 13,
    heightMm: 11,
    printXMm: 27,
    printYMm: 17,
    blockRightMm: 200,
    blockUpMm: 152,
  });
  const corner = inlayFor({ x0: 0, y0: 0, x1: 2, y1: 2 }, 50, 40);
  expect([corner.printXMm, corner.printYMm, corner.widthMm]).toEqual([0, 0, 5]);
  expect(corner.blockRightMm + corner.widthMm + corner.printXMm).toBe(50);
});

const PARTS: RehearsalPart[] = [
  { key: 1, label: 0, areaMm2: 100, due: 0 },
  { key: 2, label: 1, areaMm2: 60, due: 1 },
  { key: 3, label: 2, areaMm2: 30, due: 2 },
  { key: 4, label: 3, areaMm2: 10, due: 3 },
];

test('a rehearsal as planned has no slips; what stands to the end need not be cut', () => {
  expect(
    judgeRehearsal(
      PARTS,
      new Map([
        [1, 0],
        [2, 1],
        [3, 2],
      ]),
      3,
    ),
  ).toMatchObject({ slips: [], score: 100, parts: 4 });
});

test('too early, too late and never are told apart, with the runs that printed wrongly; too early is gravest', () => {
  const { slips, score, wrongAreaMm2 } = judgeRehearsal(
    PARTS,
    new Map([
      [1, 2],
      [3, 1],
      [4, 2],
    ]),
    3,
  );
  expect(slips.map((s) => [s.part.key, s.kind, s.wrongRuns])).toEqual([
    [3, 'too early', [1]],
    [4, 'too early', [2]],
    [1, 'too late', [0, 1]],
    [2, 'never', [1, 2]],
  ]);
  expect(wrongAreaMm2).toBe(200);
  expect(score).toBe(0);
});

test('the score falls with the area cut at the wrong time, and only with that', () => {
  fc.assert(
    fc.property(fc.array(fc.option(fc.nat(2), { nil: undefined }), { minLength: 4, maxLength: 4 }), (choice) => {
      const cuts = new Map(
        PARTS.flatMap((part, i) => (choice[i] === undefined ? [] : [[part.key, choice[i]] as const])),
      );
      const result = judgeRehearsal(PARTS, cuts, 3);
      const wrong = PARTS.filter((part, i) => Math.min(3, choice[i] ?? 3) !== part.due).reduce(
        (sum, part) => sum + part.areaMm2,
        0,
      );
      expect(result.wrongAreaMm2).toBe(wrong);
      expect(result.score).toBe(Math.round(100 * (1 - wrong / 200)));
    }),
    { seed: 8 },
  );
});
