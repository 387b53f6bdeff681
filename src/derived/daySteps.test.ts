import { startBelief } from '@/core/sheets';
import {
  applyEdit,
  daysAsked,
  dayStepsOf,
  onRackNow,
  plainSheet,
  progressOf,
  solveDays,
  workingHours,
  type DaysQuestion,
} from '@/derived';
import { STARTER_WORKSHOP, type BenchAct, type DaysOfPrint, type DayStep, type Plan, type WorkshopItem } from '@/model';
import { planOfBands } from '@/testing/plans';
import { expectOk } from '@/testing/prints';
import { MINUTE, pullsOf, sitting } from '@/testing/sittings';
import { boxOfType, laidAt } from './typeLines';

const plan: Plan = planOfBands();
const [first] = plan.runs;
const item = (kind: WorkshopItem['kind']): WorkshopItem =>
  ({ ...STARTER_WORKSHOP.find((one) => one.kind === kind)!, id: `the ${kind}` }) as WorkshopItem;
const racked: Plan = { ...plan, uses: [item('rack'), item('press'), item('hand')] };
const after = (...acts: (BenchAct | number)[]) => sitting(...acts);
const steps = (of: Plan = plan, acts: readonly BenchAct[] | undefined = undefined): DayStep[] =>
  dayStepsOf({
    ...{ printId: 'p', plan: of, sheet: plainSheet(of), belief: startBelief('practised'), drying: [], pace: 1 },
    progress: progressOf(of, acts ? after(...acts).events : []),
    handIds: ['A'],
  });
const named = (all: readonly DayStep[]) =>
  all.map(({ what, run }) => (run === undefined ? what : `${what} ${run + 1}`));
const cutOf = (run: number): BenchAct => ({ kind: 'cut-done', cutId: plan.runs[run].formes[0].cutId! });
const whole: BenchAct[] = [cutOf(0), ...pullsOf(first.id, 1, 40), { kind: 'run-finished', runId: first.id }];

test('a reduction: drawn on, cut, mixed and printed run by run, trimmed and signed', () => {
  expect(named(steps())).toEqual([
    ...[
      'transfer',
      'cut 1',
      'cut 2',
      'cut 3',
      'mix 1',
      'print 1',
      'mix 2',
      'print 2',
      'mix 3',
      'print 3',
      'trim',
      'sign',
    ],
  ]);
  const all = steps(),
    waits = (what: string, run: number) => all.find((one) => one.what === what && one.run === run)!.after;
  // what is cut for run 2 waits for run 1 to be printed; run 2 for its cut, its ink, and the film below
  expect(waits('cut', 1).map(({ id }) => id)).toContain(`p/print/${first.id}`);
  expect(waits('print', 1).find(({ id }) => id === `p/print/${first.id}`)!.waitMin).toBe(60 * 60);
  expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
  for (const { after: before } of all) for (const { id } of before) expect(all.some((one) => one.id === id)).toBe(true);
});

test('a run that is begun goes before others, and waits for no proofs', () => {
  const round: BenchAct = {
    ...{ kind: 'round-begun', roundId: 'proofs', round: 'proof', name: '', purpose: 'whole set' },
    ...{ paper: null, counted: 3, tests: 0 },
  };
  const acts = [round, cutOf(0), ...pullsOf(first.id, 1, 5)],
    begun = steps(plan, acts);
  const print = (run: number) => begun.find((one) => one.what === 'print' && one.run === run)!;
  expect(print(0).wantedMin).toBe(Math.ceil(Date.parse(after(...acts).events.at(-1)!.at) / MINUTE));
  expect(print(0).after.some(({ id }) => id.includes('/proof/'))).toBe(false);
  expect(print(1).wantedMin).toBeUndefined();
  expect(begun.some(({ what, run }) => what === 'mix' && run === 0)).toBe(false);
  // a day on open films too; its sheets dry on the rack in the end
  const wet: Plan = { ...racked, way: { ...plan.way, under: 'wet' } };
  const day = steps(wet, [cutOf(0), ...pullsOf(first.id, 1, 5)]).find(({ what }) => what === 'print')!;
  expect(day).toMatchObject({ wantedMin: expect.any(Number), then: { is: 'drying' }, rack: { id: 'the rack' } });
});

test('what is done is no step any more, and a film that lies is waited for until it may be dry', () => {
  const left = steps(plan, whole);
  expect(named(left)).toEqual(['cut 2', 'cut 3', 'mix 2', 'print 2', 'mix 3', 'print 3', 'trim', 'sign']);
  const { events } = after(...whole);
  const laid = Date.parse(events.at(-2)!.at) / MINUTE;
  const next = left.find(({ what, run }) => what === 'print' && run === 1)!;
  expect(next.notBeforeMin! - laid).toBeCloseTo(60 * 60, -1);
  const seen = steps(plan, [...whole, { kind: 'dry-seen', runId: first.id, sheet: '', note: '' }]);
  expect(seen.find(({ what, run }) => what === 'print' && run === 1)!.notBeforeMin).toBeUndefined();
});

test('a day on open films is one step that is not split; damp paper is damped first and goes mouldy', () => {
  const wet: Plan = { ...plan, way: { ...plan.way, under: 'wet' } };
  const day = steps(wet).filter(({ what }) => what === 'print');
  expect(day).toHaveLength(1);
  expect(day[0].leastMin).toBe(day[0].workMin);
  const damp: Plan = { ...plan, inks: plan.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' as const })) };
  const pack = steps(damp).find(({ what }) => what === 'damp')!;
  for (const { what, after: before } of steps(damp))
    if (what === 'print')
      expect(before.find(({ id }) => id === pack.id)).toMatchObject({ mostMin: expect.any(Number) });
});

test('hands, press and rack of the print; a rack holds what lies on it until it is dry', () => {
  const print = steps(racked).find(({ what }) => what === 'print')!;
  expect(print).toMatchObject({
    handIds: ['the hand'],
    needIds: ['the press'],
    rack: { id: 'the rack', afterMin: 3600 },
  });
  const { events, nowMs } = after(...whole);
  const progress = progressOf(racked, events);
  expect(onRackNow({ plan: racked, progress, drying: [] }, nowMs)).toMatchObject({ rackId: 'the rack', sheets: 40 });
  expect(onRackNow({ plan: racked, progress, drying: [] }, nowMs + 100 * 60 * MINUTE)).toBeNull();
  expect(onRackNow({ plan, progress, drying: [] }, nowMs)).toBeNull();
  // half a run dries as long as its films do, not for a day
  const half = sitting(cutOf(0), ...pullsOf(first.id, 1, 20));
  const lies = onRackNow({ plan: racked, progress: progressOf(racked, half.events), drying: [] }, half.nowMs)!;
  expect(lies.untilMin - lies.fromMin).toBe(3600);
  // more sheets than places: what finds none lies elsewhere
  const narrow: Plan = {
    ...racked,
    uses: racked.uses.map((one) => (one.kind === 'rack' ? { ...one, places: 12 } : one)),
  };
  expect(steps(narrow).find(({ what }) => what === 'print')!.rack!.sheets).toBe(12);
});

test('proofs that were begun come before the run they are of, and before their block is cut on; one that has its run wants it no more', () => {
  const round: BenchAct = {
    ...{ kind: 'round-begun', roundId: 'proofs', round: 'proof', name: '', purpose: 'whole set' },
    ...{ paper: null, counted: 3, tests: 0 },
  };
  const all = steps(plan, [round]),
    proof = (run: number) => all.find((one) => one.what === 'proof' && one.run === run)!;
  expect(all.filter(({ what }) => what === 'proof')).toHaveLength(3);
  const waitsFor = (what: string, run: number) =>
    all.find((one) => one.what === what && one.run === run)!.after.map(({ id }) => id);
  expect(waitsFor('print', 0)).toContain(proof(0).id);
  expect(waitsFor('cut', 1)).toContain(proof(0).id);
  expect(proof(1).after).toContainEqual({ id: proof(0).id, waitMin: 3600 });
  expect(proof(0).workMin).toBeLessThan(all.find(({ what }) => what === 'print')!.workMin);
  // pulled on two of three sheets; then the block is cut on, and the third never gets it
  const pulled = ['1', '2'].map((sheet): BenchAct => ({
    ...{ kind: 'pull', runId: first.id, roundId: 'proofs', sheet, faults: [], setAside: false, note: '' },
  }));
  const left = steps(plan, [round, cutOf(0), ...pulled]).find((one) => one.what === 'proof' && one.run === 0)!;
  expect(left.workMin * 3).toBe(proof(0).workMin);
  const on = steps(plan, [round, cutOf(0), ...pulled, cutOf(1)]).filter(({ what }) => what === 'proof');
  expect(on.map(({ run }) => run)).toEqual([1, 2]);
  const wet = steps({ ...plan, way: { ...plan.way, under: 'wet' } }, [round]);
  expect(wet.filter(({ what }) => what === 'proof').map(({ id }) => id)).toEqual(['p/proof/day']);
  expect(wet.find(({ what }) => what === 'print')!.after.map(({ id }) => id)).toContain('p/proof/day');
});

test('a line of type is locked up, not cut', () => {
  const box = boxOfType('Night', 18),
    atMm = { xMm: 20, yMm: 160 };
  const set = expectOk(
    applyEdit(plan, {
      ...{ kind: 'type-added', as: 'title', within: laidAt(box.outlinesMm, atMm) },
      line: { text: 'Night', face: 'box', sizePt: 18, highMm: 23.32, by: 'hand', widthMm: box.widthMm, atMm },
      ink: { ...plan.inks[0], id: 'ink-black', name: 'type black' },
    }),
  );
  const lock = steps(set).find(({ what }) => what === 'lock')!;
  expect(lock).toMatchObject({ about: 'Night', workMin: 45 });
  const [, cutId] = /lock\/(.*)$/.exec(lock.id)!;
  const run = set.runs.findIndex(({ formes }) => formes.some((forme) => forme.cutId === cutId));
  const print = steps(set).find((one) => one.what === 'print' && one.run === run)!;
  expect(print.after.map(({ id }) => id)).toContain(lock.id);
  expect(steps(set, [{ kind: 'cut-done', cutId }]).some(({ what }) => what === 'lock')).toBe(false);
});

test('a pin holds a step back, one that names nothing is passed over', () => {
  const pinned: Plan = {
    ...plan,
    days: {
      ...plan.days,
      pins: [
        { stepId: `p/print/${first.id}`, notBefore: '2026-12-05T09:00:00.000Z' },
        { stepId: 'p/print/gone', notBefore: '2026-12-05T09:00:00.000Z' },
      ],
    },
  };
  expect(steps(pinned).find(({ id }) => id === `p/print/${first.id}`)!.notBeforeMin).toBe(
    Date.parse('2026-12-05T09:00:00.000Z') / MINUTE,
  );
  expect(steps(pinned)).toHaveLength(steps().length);
});

test('a numbered edition, and a print with no runs, want nothing', () => {
  expect(steps({ ...plan, runs: [] })).toEqual([]);
});

describe('working hours', () => {
  const items = STARTER_WORKSHOP.map((one, i) => ({ ...one, id: String(i) }) as WorkshopItem);
  const monday = new Date(2026, 10, 30, 12).getTime();
  const local = ([from, to]: readonly [number, number]) =>
    [new Date(from * MINUTE), new Date(to * MINUTE)].map((d) => `${d.getDay()} ${d.getHours()}:${d.getMinutes()}`);
  test('mornings of the week and a long Saturday, in the time of this place', () => {
    const week = workingHours(items, monday, 7);
    expect(week).toHaveLength(6);
    expect(local(week[0])).toEqual(['1 9:0', '1 12:30']);
    expect(local(week[5])).toEqual(['6 10:0', '6 17:0']);
  });
  test('days off are left out; where nothing is said it is evenings; evenings only', () => {
    expect(
      workingHours(
        [
          ...items,
          { version: 1, kind: 'days off', id: 'off', name: 'off', note: '', from: '2026-12-01', to: '2026-12-01' },
        ],
        monday,
        7,
      ),
    ).toHaveLength(5);
    expect(local(workingHours([], monday, 1)[0])).toEqual(['1 18:30', '1 21:30']);
    expect(local(workingHours(items, monday, 1, { eveningsOnly: true })[0])).toEqual(['1 18:30', '1 21:30']);
    // hands by hours and days of their own; what names nobody is everybody's
    const own: WorkshopItem[] = [
      ...items,
      {
        ...{ version: 1, kind: 'hours', id: 'own', name: 'of A', note: '', handId: 'A' },
        ...{ days: ['Mon', 'Sun'], from: '19:00', to: '22:00' },
      },
      {
        ...{ version: 1, kind: 'days off', id: 'off', name: 'off', note: '', handId: 'B' },
        from: '2026-11-30',
        to: '2026-12-03',
      },
    ];
    expect(workingHours(own, monday, 7, { handId: 'A' }).map(local)).toEqual([
      ['1 19:0', '1 22:0'],
      ['0 19:0', '0 22:0'],
    ]);
    expect(workingHours(own, monday, 7, { handId: 'B' }).map(local)).toEqual([
      ['5 9:0', '5 12:30'],
      ['6 10:0', '6 17:0'],
    ]);
    expect(workingHours(own, monday, 7, { handId: 'C' })).toHaveLength(6);
    const late = items.map((one) => (one.kind === 'hours' ? { ...one, to: '20:00' } : one));
    expect(local(workingHours(late, monday, 1, { eveningsOnly: true })[0])).toEqual(['1 17:0', '1 20:0']);
  });
});

describe('days solved', () => {
  const nowMin = Math.round(new Date(2026, 10, 30, 6).getTime() / MINUTE);
  const hours = workingHours([], nowMin * MINUTE, 200);
  const question = (part: Partial<DaysQuestion> = {}): DaysQuestion => ({
    steps: steps(),
    shop: { hands: [{ id: 'A', hours }], taken: [], racks: [] },
    ...{ nowMin, aim: 'earliest finish', wishes: [], printId: 'p' },
    ...part,
  });
  const solved = (part: Partial<DaysQuestion> = {}) => solveDays(question(part), (tried) => tried < 5);

  test('all steps find their hours, and how sure the end is, is told', () => {
    const found = solved();
    expect(found.troubles).toEqual([]);
    expect(found.placed).toHaveLength(steps().length);
    const [[, end]] = found.ends;
    expect(found.likely!.early).toBeLessThanOrEqual(found.likely!.middle);
    expect(found.likely!.middle).toBeLessThanOrEqual(found.likely!.late);
    expect(found.likely!.late).toBeGreaterThan(end);
    expect(found.latestBegin).toBeUndefined();
  });

  test('a wish far off is nearly sure and can be begun late; one too near cannot be met', () => {
    const [[, end]] = solved().ends;
    const far = solved({ wishes: [['p', end + 30 * 1440]] }),
      near = solved({ wishes: [['p', end - 5 * 1440]] });
    expect(far.likely!.chance).toBeGreaterThan(0.95);
    expect(far.latestBegin).toBeGreaterThan(nowMin + 7 * 1440);
    expect(near.likely!.chance).toBeLessThan(0.3);
    expect(near.latestBegin).toBeNull();
    const late = solved({ aim: 'latest begin', wishes: [['p', end + 30 * 1440]] });
    expect(Math.min(...late.placed.map(({ sittings }) => sittings[0][0]))).toBe(far.latestBegin);
    // begun at the last moment it is no longer sure
    expect(late.likely!.chance).toBeLessThan(far.likely!.chance!);
  });

  test('evenings only of one print: the other keeps the hours of the day, and both share the hand', () => {
    const items = STARTER_WORKSHOP.map((one, i) => ({ ...one, id: String(i) }) as WorkshopItem);
    const print = (id: string, eveningsOnly: boolean): DaysOfPrint => {
      const of: Plan = { ...plan, days: { ...plan.days, eveningsOnly } };
      const all = dayStepsOf({
        ...{ printId: id, plan: of, sheet: plainSheet(of), belief: startBelief('practised'), drying: [], pace: 1 },
        ...{ progress: progressOf(of, []), handIds: ['A'] },
      });
      return { id, name: id, wishedBy: id === 'p' ? '2027-02-01' : null, steps: all, onRack: null };
    };
    const asked = daysAsked([print('p', true), print('q', false)], items, {
      ...{ nowMs: nowMin * MINUTE, aim: 'earliest finish', ahead: 200 },
    });
    expect(asked.wishes).toEqual([['p', Math.round(new Date(2027, 1, 1, 23, 59).getTime() / MINUTE)]]);
    const { placed, troubles } = solveDays(asked, (tried) => tried < 5);
    expect(troubles).toEqual([]);
    const begins = (id: string) =>
      placed
        .filter((one) => one.id.startsWith(id))
        .flatMap((one) => one.sittings.map(([at]) => new Date(at * MINUTE).getHours()));
    expect(Math.min(...begins('p/'))).toBeGreaterThanOrEqual(17);
    expect(Math.max(...begins('q/'))).toBeLessThan(17);
    const all = placed.flatMap(({ sittings }) => sittings).sort((a, b) => a[0] - b[0]);
    all.slice(1).forEach(([at], i) => expect(at).toBeGreaterThanOrEqual(all[i][1]));
    // the workshop's wish: all in evenings
    const late = daysAsked([print('q', false)], items, {
      ...{ nowMs: nowMin * MINUTE, aim: 'earliest finish', ahead: 200, eveningsOnly: true },
    });
    expect(late.steps.every((one) => one.eveningsOnly)).toBe(true);
  });

  test('another print takes its hours: this one is done no sooner', () => {
    const other = steps().map((step) => ({
      ...{ ...step, id: step.id.replace('p/', 'q/'), printId: 'q' },
      after: step.after.map((one) => ({ ...one, id: one.id.replace('p/', 'q/') })),
    }));
    const alone = solved(),
      both = solved({ steps: [...steps(), ...other] });
    const endOf = (found: ReturnType<typeof solved>) => new Map(found.ends).get('p')!;
    expect(endOf(both) + new Map(both.ends).get('q')!).toBeGreaterThan(2 * endOf(alone) - 1);
  });
});
