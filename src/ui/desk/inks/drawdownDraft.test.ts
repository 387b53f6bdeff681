import type { Reading, ReadingRequest } from '@/model';
import { cardOf, cardPatches, crossPatches, isWhole, type Draft, type Patch } from './drawdownDraft';

const reading = (l: number): Reading => ({ labD50: [l, 0, 0], spectrum: null });
const STRIPS = [
  { inkId: 'straw', name: 'straw', takenUp: 0.9 },
  { inkId: 'rust', name: 'rust', takenUp: 0.8 },
];

/** What a row of patches comes to: the nth is read as L* n. */
const readAll = (patches: readonly Patch[], begun: Draft = {}): Draft =>
  patches.reduce((draft, { put }, n) => put(draft, reading(n + 1)), begun);
const asked = (patches: readonly Patch[]): ReadingRequest[] => patches.map(({ ask }) => ask);

test('a card is read from its bare grounds to the thin film, each into its own place', () => {
  const patches = cardPatches('ink');
  expect(asked(patches).map((ask) => ask.kind === 'drawdown' && `${ask.film} over ${ask.over}`)).toEqual([
    ...['none over paper', 'none over black', 'full over paper', 'full over black', 'thin over paper'],
  ]);
  expect(readAll(patches)).toEqual({
    ...{ paper: reading(1), black: reading(2), overPaper: reading(3) },
    ...{ overBlack: reading(4), thinOverPaper: reading(5) },
  });
});

test('a cross strip is read on paper, then each strip bare and crossed; strips do not get into one another', () => {
  const patches = crossPatches('print', 'ink', STRIPS);
  expect(asked(patches).slice(2)).toEqual(
    STRIPS.flatMap(({ inkId }) =>
      (['none', 'full'] as const).map((film) => ({
        ...{ kind: 'strip', printId: 'print', stripInkId: inkId, inkId: 'ink', film },
      })),
    ),
  );
  const draft = readAll(patches, { strips: STRIPS });
  expect(draft.strips).toEqual([
    { ...STRIPS[0], below: reading(3), over: reading(4) },
    { ...STRIPS[1], below: reading(5), over: reading(6) },
  ]);
  expect(draft).toMatchObject({ paper: reading(1), overPaper: reading(2) });
  expect(isWhole(draft)).toBe(true);
});

test.each<[string, Draft, boolean]>([
  ['nothing', {}, false],
  ['paper alone', { paper: reading(1), overPaper: reading(2) }, false],
  ['paper and black', { paper: reading(1), overPaper: reading(2), black: reading(3) }, true],
  ['no film over paper', { paper: reading(1), black: reading(3) }, false],
  [
    'a strip that was not crossed',
    { paper: reading(1), overPaper: reading(2), strips: [{ ...STRIPS[0], below: reading(3) }] },
    false,
  ],
  [
    'black, and a strip that was not read',
    { paper: reading(1), overPaper: reading(2), black: reading(3), strips: [STRIPS[0]] },
    false,
  ],
])('with %s read it is whole, or not', (_, draft, whole) => {
  expect(isWhole(draft)).toBe(whole);
  expect(cardOf(draft, 'typed') !== undefined).toBe(whole);
});

test('as it is kept: what was not read is null, and a film over black without its black is none', () => {
  const strip = { ...STRIPS[0], below: reading(4), over: reading(5) };
  const kept = cardOf({ paper: reading(1), overPaper: reading(2), overBlack: reading(3), strips: [strip] }, 'reader')!;
  expect(kept).toMatchObject({ source: 'reader', black: null, overBlack: null, thinOverPaper: null });
  expect(kept.strips).toEqual([{ name: 'straw', takenUp: 0.9, below: reading(4), over: reading(5) }]);
  expect(Number.isNaN(Date.parse(kept.at))).toBe(false);
});
