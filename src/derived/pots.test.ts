import { pouringOf } from '@/core/inks';
import {
  answerInk,
  pigmentsOf,
  potsLeft,
  potStarts,
  potTask,
  replayLog,
  sharesWith,
  tackLadder,
  weighableFromG,
  type PotsOfPrint,
} from '@/derived';
import { type BenchAct, type Plan } from '@/model';
import { planOfBands, starterCabinet } from '@/testing/plans';
import { sitting } from '@/testing/sittings';
import { additionsFor, additionsInPot, filledG, inkInPot, openPot, questionOfPot } from './pots';

const plan: Plan = planOfBands();
const { id: runId } = plan.runs[0],
  { inkId } = plan.runs[0].formes[0].inkings[0];
const NONE = { softener: 0, grease: 0, drier: 0 };
const SHARES = [
  { inkId: 'white', name: 'opaque white', share: 0.9 },
  { inkId: 'blue', name: 'deep blue', share: 0.1 },
];
const begun = (potId: string, more: object = {}): BenchAct =>
  ({
    ...{ kind: 'pot-begun', potId, runId, inkId, name: 'sky', wantedG: 20, shares: SHARES, from: null },
    ...more,
  }) as BenchAct;
const poured = (potId: string, ink: string, grams: number): BenchAct => ({
  ...{ kind: 'poured', potId, what: 'ink', inkId: ink, name: ink, grams, by: 'scale' },
});
const added = (potId: string, what: 'softener' | 'grease' | 'drier', grams: number): BenchAct => ({
  ...{ kind: 'poured', potId, what, inkId: null, name: '', grams, by: 'typed' },
});
const potsAfter = (...acts: (BenchAct | number)[]) => replayLog(sitting(...acts).events).pots;

test('what went in is told by ink, additions apart, and the whole weighs both', () => {
  const [pot] = potsAfter(
    begun('a'),
    ...[poured('a', 'white', 10), poured('a', 'blue', 2), poured('a', 'white', 8), added('a', 'softener', 0.5)],
  );
  expect(inkInPot(pot).map(({ id, grams }) => [id, grams])).toEqual([
    ['white', 18],
    ['blue', 2],
  ]);
  expect(additionsInPot(pot)).toEqual({ softener: 0.5, grease: 0, drier: 0 });
  expect(filledG(pot)).toBeCloseTo(20.5);
});

test('a pour said by mistake is gone; a pot begun twice is one; what is said of no pot is passed over', () => {
  const { events } = sitting(
    begun('a'),
    poured('a', 'white', 10),
    poured('a', 'blue', 3),
    begun('a'),
    poured('b', 'x', 1),
  );
  const blue = events[3].id;
  const [pot, ...others] = replayLog([
    ...events,
    { id: 'taken-back', at: events.at(-1)!.at, act: { kind: 'pour-undone', pourId: blue } },
  ]).pots;
  expect(others).toEqual([]);
  expect(inkInPot(pot).map(({ id }) => id)).toEqual(['white']);
});

test('the open pot is the newest of that run and ink that has not ended', () => {
  const bench = replayLog(
    sitting(begun('a'), { kind: 'pot-ended', potId: 'a', why: 'used up' }, begun('b'), begun('c')).events,
  );
  expect(openPot(bench, runId, inkId)?.potId).toBe('c');
  expect(openPot(bench, runId, 'another')).toBeUndefined();
});

test('which ink of the plan a pot is for; none when the plan has it no more', () => {
  expect(questionOfPot(plan, { runId, inkId })).toEqual({ run: 0, inking: 0, end: 'from' });
  expect(questionOfPot(plan, { runId: 'gone', inkId })).toBeUndefined();
  expect(questionOfPot(plan, { runId, inkId: 'gone' })).toBeUndefined();
});

describe('what is left', () => {
  const print = (printId: string, pots: PotsOfPrint['pots']): PotsOfPrint => ({
    ...{ printId, printName: `print ${printId}`, pots },
    inks: [{ id: inkId, mediumId: 'oil relief' }],
  });
  const kept = (potId: string, grams: number): BenchAct => ({ kind: 'pot-kept', potId, grams });
  const filled = [begun('a'), poured('a', 'white', 18), poured('a', 'blue', 2)];

  test('only pots that were put away and have not ended; the ink in the share it has', () => {
    expect(potsLeft([print('1', potsAfter(...filled))])).toEqual([]);
    const [left] = potsLeft([print('1', potsAfter(...filled, kept('a', 5)))]);
    expect(left).toMatchObject({ potId: 'a', printName: 'print 1', grams: 5 });
    expect(left.parts.map(({ grams }) => grams)).toEqual([4.5, 0.5]);
    const ended = potsAfter(...filled, kept('a', 5), { kind: 'pot-ended', potId: 'a', why: 'skinned over' });
    expect(potsLeft([print('1', ended)])).toEqual([]);
  });

  test('what another print began its pot with is gone from it, until it is weighed anew', () => {
    const from = (grams: number) => ({
      from: {
        ...{ potId: 'a', name: 'sky', added: NONE },
        parts: [{ inkId: 'white', name: 'opaque white', grams }],
      },
    });
    const first = potsAfter(...filled, kept('a', 5)),
      later = potsAfter(...Array.from({ length: 6 }, () => 1), begun('z', from(2)));
    expect(potsLeft([print('1', first), print('2', later)])[0].grams).toBeCloseTo(3);
    const weighedAnew = potsAfter(...filled, kept('a', 5), ...Array.from({ length: 9 }, () => 1), kept('a', 2.9));
    expect(potsLeft([print('1', weighedAnew), print('2', later)])[0].grams).toBeCloseTo(2.9);
    const all = potsAfter(...Array.from({ length: 6 }, () => 1), begun('z', from(4.8)));
    expect(potsLeft([print('1', first), print('2', all)])).toEqual([]);
  });

  test('a new pot begun with it holds that ink, and only the rest is poured', () => {
    const start = [
      { id: 'white', name: 'opaque white', grams: 4.5 },
      { id: 'blue', name: 'deep blue', grams: 0.5 },
    ];
    const { wantedG, shares } = sharesWith(start, [{ id: 'blue', grams: 1 }], (id) => id);
    expect(wantedG).toBe(6);
    const [pot] = potsAfter(
      begun('z', {
        ...{ wantedG, shares },
        from: {
          ...{ potId: 'a', name: 'sky', added: NONE },
          parts: start.map(({ id, name, grams }) => ({ inkId: id, name, grams })),
        },
      }),
    );
    const { parts } = pouringOf(
      pot.shares.map(({ inkId: id, share }) => ({ id, share })),
      pot.wantedG,
      inkInPot(pot),
    );
    expect(parts.find(({ id }) => id === 'white')!.restG).toBeCloseTo(0);
    expect(parts.find(({ id }) => id === 'blue')!.restG).toBeCloseTo(1);
  });
});

test('softener by the plan, grease and drier as the pot before had them', () => {
  const pots = potsAfter(
    ...[begun('a'), poured('a', 'white', 50), added('a', 'drier', 1), added('a', 'grease', 2)],
    ...[begun('b'), poured('b', 'white', 25), added('b', 'drier', 0.2)],
  );
  const [softener, grease, drier] = additionsFor({ softenerPercent: 4 }, pots, pots[1], 25);
  expect(softener).toMatchObject({ what: 'softener', wantedG: 1, hadG: 0, restG: 1 });
  expect(grease).toMatchObject({ wantedG: 1, restG: 1 });
  expect(drier.wantedG).toBeCloseTo(0.5);
  expect(drier.restG).toBeCloseTo(0.3);
  expect(additionsFor({ softenerPercent: 0 }, [], pots[0], 10)[2].wantedG).toBe(0);
});

test('the ladder: a later oil film that falls later than one before it is told, with the run it is stiffer than', () => {
  const { id: second } = plan.runs[1],
    secondInk = plan.runs[1].formes[0].inkings[0].inkId;
  const falls = (potId: string, seconds: number): BenchAct => ({ kind: 'pot-fell', potId, seconds });
  const bench = replayLog(
    sitting(
      ...[begun('a'), poured('a', 'white', 10), added('a', 'softener', 0.3), falls('a', 9), falls('a', 6)],
      ...[begun('b', { runId: second, inkId: secondInk }), falls('b', 8)],
    ).events,
  );
  const rungs = tackLadder(plan, bench);
  expect(rungs).toHaveLength(plan.runs.length);
  expect(rungs[0]).toMatchObject({ seconds: 6, stifferThanRun: undefined });
  expect(rungs[0].potPercent).toBeCloseTo(3);
  expect(rungs[1]).toMatchObject({ seconds: 8, stifferThanRun: 0, potPercent: undefined });
});

test('what was added to a leftover is in the pot it begins, and is not added again', () => {
  const [old] = potsAfter(begun('a'), poured('a', 'white', 19), added('a', 'softener', 1), {
    ...{ kind: 'pot-kept', potId: 'a', grams: 10 },
  });
  const print = { printId: '1', printName: 'one', inks: [{ id: inkId, mediumId: 'oil relief' as const }], pots: [old] };
  const [left] = potsLeft([print]);
  expect(left.added.softener).toBeCloseTo(0.5);
  expect(left.parts[0].grams).toBeCloseTo(9.5);
  const [pot] = potsAfter(
    begun('z', {
      from: { potId: 'a', name: 'sky', added: left.added, parts: [{ inkId: 'white', name: 'white', grams: 9.5 }] },
    }),
  );
  expect(filledG(pot)).toBeCloseTo(10);
  const [softener] = additionsFor({ softenerPercent: 10 }, [], pot, 9.5);
  expect(softener.hadG).toBeCloseTo(0.5);
  expect(softener.restG).toBeCloseTo(0.45);
});

test('from how many grams on every part can be weighed', () => {
  expect(weighableFromG([{ share: 0.99 }, { share: 0.01 }])).toBeCloseTo(5);
  expect(weighableFromG([])).toBe(0);
});

describe('leftovers for a wish', () => {
  const cabinet = starterCabinet(),
    pigments = pigmentsOf(cabinet);
  const whole = planOfBands(),
    [one] = whole.runs,
    ink = one.formes[0].inkings[0].inkId;
  const of = { runId: one.id, inkId: ink };
  const answer = answerInk(whole, [], pigments, { run: 0, inking: 0 })!;
  const task = potTask(whole, [], pigments, of)!;
  const left = (
    potId: string,
    parts: readonly { id: string; share: number }[],
    grams: number,
    mediumId = 'oil relief',
  ) => ({
    ...{ printId: 'p', printName: 'another print', potId, name: potId, at: '2026-11-01T00:00:00.000Z', grams },
    ...{ mediumId: mediumId as 'oil relief', labD50: null },
    ...{ added: { softener: 0.02 * grams, grease: 0, drier: 0 } },
    parts: parts.map(({ id, share }) => ({ id, name: id, grams: share * grams })),
  });
  const { parts } = answer.answer.chosen;

  test('the very recipe is offered as it is, no more of it than is wanted', () => {
    const [start, ...others] = potStarts(task, 'oil relief', 5, [left('same', parts, 12)]);
    expect(others).toEqual([]);
    expect(start.nearest.pours).toEqual([]);
    // the softener in it comes along, as much of it as is taken
    expect(start.added.softener).toBeCloseTo(0.02 * 5);
    expect(start.parts.reduce((sum, { grams }) => sum + grams, 0)).toBeCloseTo(5);
    expect(start.nearest.deltaE).toBeCloseTo(answer.answer.chosen.deltaE, 3);
  });

  test('a pot of another medium, of an ink the cabinet has no more, or far from the colour is not', () => {
    const black = cabinet.find(({ role }) => role === 'black')!.id;
    const offered = potStarts(task, 'oil relief', 5, [
      left('water', parts, 12, 'water-based relief'),
      left('unknown', [{ id: 'gone', share: 1 }], 12),
      left('black', [{ id: black, share: 1 }], 4.9),
      left('same', parts, 3),
    ]);
    expect(offered.map(({ left: pot }) => pot.potId)).toEqual(['same']);
  });

  test('what a pot must come to on paper is the ink alone, without what lies below', () => {
    const paper = potTask(whole, [], pigments, of, 'paper')!;
    expect(paper.targetLabD50).toEqual(whole.inks.find(({ id }) => id === ink)!.solidLabD50);
    expect(paper.also).toEqual([]);
    expect(paper.below).toBe(paper.ground.internal);
    expect(potTask(whole, [], pigments, { runId: 'gone', inkId: ink })).toBeUndefined();
    expect(potTask(whole, [], [], of)).toBeUndefined();
  });
});
