import fc from 'fast-check';
import { outliersOf } from '@/core/sheets';
import { GRADES, type ActOf, type BenchAct, type BenchEvent, type Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import {
  adviceFor,
  apartFrom,
  bestFirst,
  closedBy,
  countsByKind,
  editionKindOf,
  impressionsOf,
  impressionsOfRound,
  inColourway,
  inkingsOf,
  inksOfRun,
  marksChanged,
  marksFor,
  numberingLines,
  progressOf,
  type Progress,
} from './index';

const bands = planOfBands();
const [first, second, third] = bands.runs.map(({ id }) => id);
const cuts = bands.blocks[0].sides[0].cuts.map(({ id }): BenchAct => ({ kind: 'cut-done', cutId: id }));
const inkOfNight = inkingsOf(bands.runs[2])[0].inkId;
const plan: Plan = {
  ...bands,
  sheets: { ...bands.sheets, edition: 4, progressiveSets: 0 },
  inks: [...bands.inks, { ...bands.inks[0], id: 'violet', name: 'violet' }],
  colourways: [{ id: 'dusk', name: 'Dusk', edition: 2, sheets: 3, inks: [{ inkId: inkOfNight, byInkId: 'violet' }] }],
};
const pull = (runId: string, sheet: string | number, more: Partial<ActOf<'pull'>> = {}): BenchAct => ({
  ...{ kind: 'pull' as const, runId, sheet: String(sheet), setAside: false, faults: [], note: '' },
  ...more,
});
const after = (...acts: BenchAct[]): Progress => progressOf(plan, eventsOf(acts));
const eventsOf = (acts: readonly BenchAct[]) =>
  acts.map((act, i): BenchEvent => ({
    id: `edition-${i}`,
    at: new Date(Date.UTC(2026, 10, 20, 9, i)).toISOString(),
    act,
  }));
/** Ten counted sheets, of which the last three are printed in the second set of inks, and a test sheet. */
const begun: BenchAct = {
  ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 10, tests: 1 },
  colourways: [{ colourwayId: 'dusk', sheets: 3 }],
};
const sheets = ['T1', ...Array.from({ length: 10 }, (_, i) => String(i + 1))];
const printed = (asideInFirst: readonly string[] = []): BenchAct[] => [
  begun,
  ...[first, second, third].flatMap((runId, r) => [
    cuts[r],
    ...sheets.flatMap((sheet) =>
      r > 0 && asideInFirst.includes(sheet) ? [] : [pull(runId, sheet, { setAside: asideInFirst.includes(sheet) })],
    ),
  ]),
];
const numbered = (progress: Progress, edition: ActOf<'numbered'>['edition'] = 'identical'): BenchAct => ({
  ...{
    kind: 'numbered',
    edition,
    marks: marksFor(plan, progress, numberingLines(plan, progress), edition),
    reason: 'r',
  },
});

describe('what became of the prints', () => {
  test('each print is of one kind; tests, spoiled and unfinished ones are told apart', () => {
    const half = after(begun, cuts[0], pull(first, 'T1'), pull(first, 1), pull(first, 2, { setAside: true }));
    expect(Object.fromEntries(countsByKind(impressionsOf(plan, half)))).toEqual({ test: 1, spoiled: 1, unfinished: 9 });
    const done = after(...printed(['5']), numbered(after(...printed(['5']))));
    expect(Object.fromEntries(countsByKind(impressionsOf(plan, done)))).toEqual({
      ...{ test: 1, spoiled: 1, numbered: 4 + 2, 'A.P.': 1 + 1, 'not numbered': 1 },
    });
  });

  test('whatever happens, in any order, the kinds sum to the prints there are, and each mark stands on one print', () => {
    const act = fc.oneof(
      fc.record({
        kind: fc.constant('looked-over' as const),
        sheet: fc.constantFrom(...sheets.slice(1)),
        grade: fc.constantFrom(...GRADES),
        note: fc.constant(''),
      }),
      fc.record({
        kind: fc.constant('moved-to' as const),
        sheet: fc.constantFrom(...sheets.slice(1)),
        where: fc.constantFrom('sold' as const, 'drawer' as const),
        place: fc.constant(''),
        note: fc.constant(''),
      }),
      fc.record({ kind: fc.constant('bat-chosen' as const), sheet: fc.constantFrom(...sheets.slice(1)) }),
      fc.constantFrom('identical' as const, 'varied' as const).map((edition) => ({ number: edition })),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...sheets), { maxLength: 6 }),
        fc.array(act, { maxLength: 12 }),
        (aside, later) => {
          const acts = printed(aside);
          for (const one of later) acts.push('number' in one ? numbered(after(...acts), one.number) : one);
          const progress = after(...acts),
            prints = impressionsOf(plan, progress);
          const sum = [...countsByKind(prints).values()].reduce((all, n) => all + n, 0);
          const marks = prints.map(({ mark }) => mark).filter((mark) => mark !== '');
          return sum === 11 && new Set(marks).size === marks.length && marks.length === progress.bench.marks.length;
        },
      ),
      { seed: 18, numRuns: 150 },
    );
  });

  test('numbers never change silently: only a numbering changes them, and what it changed is told', () => {
    const before = after(...printed()),
      given = after(...printed(), numbered(before));
    const marksOf = (progress: Progress) => impressionsOf(plan, progress).map(({ name, mark }) => [name, mark]);
    const others: BenchAct[] = [
      { kind: 'looked-over', sheet: '1', grade: 'not', note: '' },
      { kind: 'fault-placed', placeId: 'p', sheet: '2', fault: 'weak', xMm: 3, yMm: 4, note: '' },
      { kind: 'varies-in', sheet: '2', says: 'a paler sky' },
      { kind: 'bat-chosen', sheet: '3' },
      { kind: 'moved-to', sheet: '1', where: 'given', place: '', note: '' },
    ];
    const later = after(...printed(), numbered(before), ...others);
    expect(marksOf(later)).toEqual(marksOf(given));
    expect(marksChanged(given.bench)).toEqual([]);
    const swapped: BenchAct = {
      ...{ kind: 'numbered', edition: 'identical', reason: 'wrong way round' },
      marks: given.bench.marks.map((mark) =>
        mark.mark === '1/4' ? { ...mark, sheet: '2' } : mark.mark === '2/4' ? { ...mark, sheet: '1' } : mark,
      ),
    };
    expect(marksChanged(after(...printed(), numbered(before), swapped).bench)).toEqual([
      [
        { name: '1', before: '1/4', after: '2/4' },
        { name: '2', before: '2/4', after: '1/4' },
      ],
    ]);
  });
});

describe('the numbering', () => {
  test('prints in another set of inks are numbered apart and said as such', () => {
    const marks = marksFor(plan, after(...printed()), numberingLines(plan, after(...printed())), 'identical');
    const of = (colourwayId?: string) =>
      marks.filter((mark) => mark.colourwayId === colourwayId).map(({ mark }) => mark);
    expect(of()).toEqual(['1/4', '2/4', '3/4', '4/4', 'A.P. I/I']);
    expect(of('dusk')).toEqual(['Dusk 1/2', 'Dusk 2/2', 'Dusk A.P. I/I']);
  });

  test('best first: sorted as good, then not sorted, then usable; sorted out gets no number, good to print its name', () => {
    const grade = (sheet: string, how: (typeof GRADES)[number]): BenchAct => ({
      ...{ kind: 'looked-over', sheet, grade: how, note: '' },
    });
    const progress = after(
      ...printed(),
      grade('1', 'usable'),
      grade('2', 'not'),
      grade('7', 'good'),
      grade('6', 'good'),
      { kind: 'bat-chosen', sheet: '3' },
    );
    const lines = bestFirst(plan, progress, numberingLines(plan, progress)).filter((line) => !line.colourwayId);
    expect(lines.map(({ name, role }) => `${name} ${role}`)).toEqual([
      ...['6 numbered', '7 numbered', '4 numbered', '5 numbered', '1 A.P.'],
      ...['3 B.A.T.', '2 not numbered'],
    ]);
  });

  test('an edition is varied from the moment something is said to vary; of what is unsaid, advice is given', () => {
    const varied = after(...printed(), { kind: 'varies-in', sheet: '1', says: 'wiped by hand' });
    expect([editionKindOf(after(...printed())), editionKindOf(varied)]).toEqual(['identical', 'varied']);
    expect(adviceFor(plan, numberingLines(plan, varied), 'varied')).toEqual([
      { code: 'variedUnsaid', prints: 3, series: '' },
      { code: 'variedUnsaid', prints: 2, series: 'Dusk' },
    ]);
    const unsaid = after(...printed(), ...['a', ''].map((says): BenchAct => ({ kind: 'varies-in', sheet: '1', says })));
    expect(unsaid.bench.varies.size).toBe(0);
  });

  test('a proof that something was pulled on may bear a mark of its kind', () => {
    const proof: BenchAct = { ...begun, roundId: 'p', round: 'proof', counted: 2, tests: 0, colourways: undefined };
    const pulled = [proof, ...printed(), pull(first, 1, { roundId: 'p' })];
    const lines = numberingLines(plan, after(...pulled));
    const ofProof = lines.filter(({ roundId }) => roundId === 'p');
    expect(ofProof.map(({ name, role }) => [name, role])).toEqual([['1', 'not numbered']]);
    const marked = marksFor(
      plan,
      after(...pulled),
      lines.map((line) => (line.roundId === 'p' ? { ...line, role: 'T.P.' } : line)),
      'identical',
    );
    expect(marked.find(({ roundId }) => roundId === 'p')).toEqual({
      roundId: 'p',
      sheet: '1',
      role: 'T.P.',
      mark: 'T.P. I/I',
    });
    expect(impressionsOfRound(plan, after(...pulled), 'p').map(({ printed: on }) => on)).toEqual([1]);
  });
});

describe('colourways', () => {
  test('the same cuts in other inks: what has no other keeps its own', () => {
    const dusk = inColourway(plan, 'dusk');
    expect(inksOfRun(dusk, dusk.runs[2]).map(({ id }) => id)).toEqual(['violet']);
    expect(dusk.runs.slice(0, 2).map(({ formes }) => formes)).toEqual(
      plan.runs.slice(0, 2).map(({ formes }) => formes),
    );
    expect(inColourway(plan, 'dusk')).toBe(dusk);
    expect([inColourway(plan, undefined), inColourway(plan, 'nobody')]).toEqual([plan, plan]);
  });

  test('its sheets are the last ones; more can be added to it, and what is read on them teaches nothing of the first inks', () => {
    const progress = after(
      begun,
      { kind: 'sheets-added', roundId: 'edition', counted: 2, colourwayId: 'dusk' },
      cuts[0],
      {
        ...{ kind: 'colour-got', runId: first, colourId: inkingsOf(plan.runs[0])[0].colourId, labD50: [50, 0, 0] },
        ...{ source: 'reader', sheet: '9' },
      },
    );
    expect([...progress.bench.colourwaySheets.keys()]).toEqual(['8', '9', '10', '11', '12']);
    expect([progress.bench.coloursGot.length, progress.bench.sheetReadings.length]).toEqual([0, 1]);
  });

  test('once it lies on a sheet it stays what it was; before that all of it is open', () => {
    const other = (inks: Plan['colourways'][number]['inks']): Plan => ({
      ...plan,
      colourways: [{ ...plan.colourways[0], inks }],
    });
    const why = (to: Plan, acts: readonly BenchAct[]) =>
      closedBy(plan, to, eventsOf(acts), () => ({ kept: true }))?.code;
    const all = printed();
    expect(why(other([]), all.slice(0, 3))).toBeUndefined();
    expect(why(other([]), all)).toBe('closed.aColourwayStays');
    expect(why({ ...plan, colourways: [] }, all)).toBe('closed.aColourwayStays');
    expect(why({ ...plan, colourways: [{ ...plan.colourways[0], name: 'Evening', edition: 3 }] }, all)).toBeUndefined();
    const paler = plan.inks.map((ink) => (ink.id === 'violet' ? { ...ink, solidLabD50: [80, 0, 0] as const } : ink));
    expect(why({ ...plan, inks: paler }, all)).toBe('closed.aColourwayStays');
  });
});

describe('prints that lie apart', () => {
  const lab = (off: number) => new Map([['straw', [60 + off, 0, 0] as const]]);
  const limits = { leastDeltaE: 2, leastMisfitMm: 0.3 };

  test('one that is off is found, and it does not hide itself by what it does to the middle', () => {
    const prints = [0, 0.3, -0.2, 0.1, 0.4, -0.3, 9].map((off, i) => ({ print: String(i + 1), colours: lab(off) }));
    expect(outliersOf(prints, limits)).toEqual([
      { print: '7', of: 'colour', colourId: 'straw', off: expect.closeTo(7.7, 0), usual: 2 },
    ]);
  });

  test('a wide spread is a spread: nothing of it lies apart; few prints have no middle', () => {
    const spread = [-9, -6, -3, 0, 3, 6, 9].map((off, i) => ({ print: String(i + 1), colours: lab(off) }));
    expect(outliersOf(spread, limits)).toEqual([]);
    expect(outliersOf(spread.slice(0, 4), limits)).toEqual([]);
  });

  test('a misfit is held against what is seen, the farthest off first', () => {
    const prints = [0.1, 0.12, 0.08, 0.1, 0.11, 0.5, 1.2].map((misfitMm, i) => ({
      ...{ print: String(i + 1), colours: new Map(), misfitMm },
    }));
    expect(outliersOf(prints, limits).map(({ print, of, off }) => [print, of, off])).toEqual([
      ['7', 'misfit', 1.2],
      ['6', 'misfit', 0.5],
    ]);
  });

  test('by readings of the last run: those of another set of inks are held against each other only', () => {
    const colourId = inkingsOf(plan.runs[2])[0].colourId;
    const read = (sheet: number, l: number): BenchAct => ({
      ...{ kind: 'colour-got', runId: third, colourId, labD50: [l, 0, 0], source: 'reader', sheet: String(sheet) },
    });
    const progress = after(
      ...printed(),
      ...[1, 2, 3, 4, 5, 6, 7].map((sheet) => read(sheet, sheet === 4 ? 36 : 20)),
      ...[8, 9, 10].map((sheet) => read(sheet, 60)),
    );
    const apart = apartFrom(plan, progress, impressionsOfRound(plan, progress, 'edition'));
    expect(apart.map(({ print, of, colourId: on }) => [print, of, on])).toEqual([['4', 'colour', colourId]]);
  });
});
