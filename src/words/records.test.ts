import type { EditionRecord } from '@/model';
import { besideInWords, editionInWords, kindInWords, recordInWords, techniqueInWords } from './records';

const TOLD = { by: '', printedBy: '', place: '', year: '', technique: '', statement: '', rights: '', price: '' };
const RECORD: EditionRecord = {
  ...{ form: 'ulexite-record', version: 1, name: 'Kites', told: TOLD, process: 'reduction', paper: 'pale grey' },
  ...{ imageMm: { widthMm: 120, heightMm: 80 }, sheetMm: null, hands: ['A', 'B'], edition: 'identical' },
  sets: [
    {
      ...{ colourway: '', numbered: 14, inks: [] },
      kinds: [
        { kind: 'numbered', count: 14 },
        { kind: 'A.P.', count: 2 },
        { kind: 'B.A.T.', count: 1 },
        { kind: 'spoiled', count: 3 },
      ],
    },
    {
      ...{ colourway: 'Dusk', numbered: 4, kinds: [{ kind: 'numbered', count: 4 }] },
      inks: [{ run: 2, names: ['violet'] }],
    },
  ],
  runs: [
    {
      ...{ run: 1, inks: ['straw'], labD50: [[82, 2, 40]], mediums: ['oil relief'], sheets: 22 },
      ...{ firstAt: '2026-11-20T09:00:00.000Z', lastAt: '2026-11-20T12:00:00.000Z' },
    },
    {
      ...{ run: 2, inks: ['night'], labD50: [[16, 4, -14]], mediums: ['oil relief'], sheets: 1 },
      ...{ firstAt: '2026-11-24T09:00:00.000Z', lastAt: '2026-11-25T12:00:00.000Z' },
    },
  ],
  blocks: [
    { id: 'b', name: 'Block 1', materialId: 'lino', end: 'cancelled', endedAt: '2026-11-28T09:00:00.000Z' },
    { id: 'c', name: 'Block 2', materialId: 'lino', end: null, endedAt: null },
  ],
  ...{ begunAt: '2026-11-20T09:00:00.000Z', finishedAt: null, numberedAt: null, prints: [] },
  corrections: [{ at: '2026-11-27T09:00:00.000Z', reason: 'counted wrong' }],
};
const rowsOf = (title: RegExp, record = RECORD, unit: 'mm' | 'in' = 'mm') =>
  recordInWords(record, unit).find((section) => title.test(section.title))?.rows ?? [];

test('how it is made follows from the plan, unless its maker said it', () => {
  expect(techniqueInWords(RECORD)).toMatch(/^Reduction print from 2 blocks \(.*lino.*\), 2 runs, /);
  expect(techniqueInWords({ ...RECORD, told: { ...TOLD, technique: 'by moonlight' } })).toBe('by moonlight');
});

test.each([
  ['identical', 'an edition of 14'],
  ['varied', 'a varied edition (V.E.) of 14'],
  ['one-offs', '14 single prints, not an edition'],
  [null, 'not numbered yet'],
] as const)('an edition that is %s is said as such', (edition, words) => {
  expect(editionInWords({ ...RECORD, edition }, RECORD.sets[0])).toBe(words);
});

test('beside the numbered ones only what bears a mark is named', () => {
  expect(besideInWords(RECORD.sets[0])).toBe(`2 ${kindInWords('A.P.')} and 1 ${kindInWords('B.A.T.')}`);
  expect(besideInWords(RECORD.sets[1])).toBe('');
});

test('what is not told is left out; what is told stands where it belongs', () => {
  const print = rowsOf(/The print/);
  expect(print.map(([what]) => what)).toEqual(['technique', 'image', 'paper', 'printed by']);
  expect(print).toContainEqual(['printed by', 'A, B']);
  const told = rowsOf(/The print/, { ...RECORD, told: { ...TOLD, by: 'B. M.', printedBy: 'C', price: '80' } });
  expect(told).toEqual(
    expect.arrayContaining([
      ['by', 'B. M.'],
      ['printed by', 'C'],
      ['price', '80'],
    ]),
  );
});

test('sizes are told in the unit asked for', () => {
  expect(rowsOf(/The print/).find(([what]) => what === 'image')![1]).toBe('120 × 80 mm');
  expect(rowsOf(/The print/, RECORD, 'in').find(([what]) => what === 'image')![1]).toMatch(/in/);
});

test('another set of inks has a section of its own with the inks that are others', () => {
  expect(rowsOf(/In other inks: Dusk/)).toEqual(
    expect.arrayContaining([
      ['kind', 'an edition of 4'],
      ['run 2', 'violet'],
    ]),
  );
});

test('runs with their days, blocks with what became of them, corrections with their reason', () => {
  expect(rowsOf(/Runs/)[0][1]).toMatch(/^straw: 22 sheets, 20 Nov/);
  expect(rowsOf(/Runs/)[1][1]).toMatch(/^night: 1 sheet, 24 Nov.* to 25 Nov/);
  expect(rowsOf(/Blocks/).map(([, how]) => how)).toEqual([
    expect.stringMatching(/cancelled, 28 Nov/),
    expect.stringMatching(/not said/),
  ]);
  expect(rowsOf(/Dates/)).toContainEqual(['numbers corrected', expect.stringMatching(/27 Nov.*counted wrong/)]);
});
