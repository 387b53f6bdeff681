import type { BenchAct, BenchEvent, Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import {
  canBeGiven,
  impressionsOf,
  marksFor,
  moveOf,
  numberingLines,
  progressOf,
  shownFor,
  standingsOf,
} from './index';

const bands = planOfBands();
const plan: Plan = { ...bands, sheets: { ...bands.sheets, edition: 3, progressiveSets: 0 } };
const SHEETS = ['1', '2', '3', '4'];

const events = (acts: readonly BenchAct[]): BenchEvent[] =>
  acts.map((act, i) => ({ id: `where-${i}`, at: new Date(Date.UTC(2026, 10, 20, 9, i)).toISOString(), act }));
/** Four sheets printed through; the last was set aside in the first run. */
const printed: BenchAct[] = [
  { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 },
  ...plan.runs.flatMap((run, r): BenchAct[] => [
    { kind: 'cut-done', cutId: run.formes[0].cutId! },
    ...SHEETS.filter((sheet) => r === 0 || sheet !== '4').map((sheet): BenchAct => ({
      ...{ kind: 'pull', runId: run.id, sheet, faults: [], note: '' },
      setAside: r === 0 && sheet === '4',
    })),
  ]),
];
const numbered = (): BenchAct => {
  const progress = progressOf(plan, events(printed));
  const marks = marksFor(plan, progress, numberingLines(plan, progress), 'identical');
  return { kind: 'numbered', edition: 'identical', marks, reason: '' };
};
const after = (...more: BenchAct[]) => progressOf(plan, events([...printed, numbered(), ...more]));
const moved = (sheet: string, where: 'given' | 'drawer' | 'on loan', more: object = {}): BenchAct => ({
  ...{ kind: 'moved-to', sheet, where, place: '', note: '' },
  ...more,
});

test('every finished print is somewhere, the spoiled nowhere; of what nothing was said nothing is claimed', () => {
  const rows = standingsOf(plan, after());
  expect(rows.map(({ mark }) => mark)).toEqual(['1/3', '2/3', '3/3']);
  expect(rows.every(({ where, on, place }) => where === null && on === null && place === '')).toBe(true);
  expect(rows.every(canBeGiven)).toBe(true);
});

test('the newest that was said counts, with its day and its words', () => {
  const day = { on: '2026-11-21', place: 'the show at the quay' };
  const [first] = standingsOf(plan, after(moved('1', 'given'), moved('1', 'on loan', day)));
  expect(first).toMatchObject({ where: 'on loan', ...day });
  expect(canBeGiven(first)).toBe(false);
  const [back] = standingsOf(plan, after(moved('1', 'on loan', day), moved('1', 'drawer')));
  expect(back).toMatchObject({ where: 'drawer', place: '' });
  expect(canBeGiven(back)).toBe(true);
});

test('a move names the print as the log does: the round only where it is not the edition’s', () => {
  const to = { where: 'given', place: '', note: 'for the printer' } as const;
  expect(moveOf({ name: '2', roundId: 'edition' }, to)).toEqual({ kind: 'moved-to', sheet: '2', ...to });
  expect(moveOf({ name: 'T1', roundId: 'proofs' }, to)).toMatchObject({ roundId: 'proofs', sheet: 'T1' });
  for (const row of standingsOf(plan, after())) {
    const rows = standingsOf(plan, after(moveOf(row, to)));
    expect(rows.filter(({ where }) => where === 'given').map(({ key }) => key)).toEqual([row.key]);
  }
});

test('the picture that stands for the edition is of a finished print, and none where nothing is printed', () => {
  const prints = impressionsOf(plan, after());
  const shown = shownFor(plan, prints);
  expect(shown === undefined || shown.printed === plan.runs.length).toBe(true);
  expect(shownFor(plan, [])).toBeUndefined();
});
