import fc from 'fast-check';
import { FreeHours, RackPlaces, type Stretch } from './hours';
import { latestSchedule } from './latest';
import { solveSchedule } from './schedule';
import { simulateEnds } from './simulate';
import { sittingsOf, type Schedule, type Shop, type WorkStep } from './workStep';

const step = (id: string, part: Partial<WorkStep> = {}): WorkStep => ({
  ...{ id, printId: 'p', workMin: 60, eachSittingMin: 0, leastMin: 60, handIds: ['A'], needIds: [], after: [] },
  ...part,
});
const evenings = (days: number, from = 18, to = 21): Stretch[] =>
  Array.from({ length: days }, (_, d) => [d * 1440 + from * 60, d * 1440 + to * 60]);
const shop = (part: Partial<Shop> = {}): Shop => ({
  ...{ hands: [{ id: 'A', hours: evenings(60) }], taken: [], racks: [] },
  ...part,
});
const solved = (steps: readonly WorkStep[], of: Shop = shop(), nowMin = 0) =>
  solveSchedule({ steps, shop: of, nowMin, aim: 'earliest finish' });
const at = (schedule: Schedule, id: string) => schedule.steps.get(id)!.sittings;

const hoursFor = ({ eveningsOnly }: WorkStep, { hands }: Shop, handId: string) => {
  const { hours, evenings: late = hours } = hands.find(({ id }) => id === handId)!;
  return eveningsOnly ? late : hours;
};

/** Which laws a schedule breaks, checked one by one from the steps alone. */
function broken(
  steps: readonly WorkStep[],
  of: Shop,
  nowMin: number,
  { steps: placed }: Pick<Schedule, 'steps'>,
): string[] {
  const wrong: string[] = [];
  const busy = new Map<string, Stretch[]>();
  const take = (id: string, [from, to]: Stretch) => {
    const mine = busy.get(id) ?? [];
    if (mine.some(([a, b]) => a < to && from < b)) wrong.push(`${id} is taken twice`);
    busy.set(id, [...mine, [from, to]]);
  };
  const onRack: { id: string; from: number; to: number; sheets: number }[] = [];
  for (const one of steps) {
    const found = placed.get(one.id);
    if (!found) continue;
    const { sittings, handId } = found;
    if (!one.handIds.includes(handId)) wrong.push(`${one.id}: not by its hand`);
    const hours = hoursFor(one, of, handId);
    for (const [from, to] of sittings) {
      take(handId, [from, to]);
      one.needIds.forEach((id) => take(id, [from, to]));
      if (!hours.some(([a, b]) => a <= from && to <= b)) wrong.push(`${one.id}: outside the hours`);
      if (to - from < one.eachSittingMin + Math.min(one.leastMin, one.workMin))
        wrong.push(`${one.id}: too short a sitting`);
    }
    const worked = sittings.reduce((sum, [from, to]) => sum + to - from - one.eachSittingMin, 0);
    if (worked !== one.workMin) wrong.push(`${one.id}: ${worked} of ${one.workMin} minutes`);
    const begin = sittings[0][0];
    if (begin < Math.max(nowMin, one.notBeforeMin ?? nowMin)) wrong.push(`${one.id}: too soon`);
    for (const { id, waitMin } of one.after) {
      const before = placed.get(id);
      if (before && begin < before.sittings.at(-1)![1] + waitMin) wrong.push(`${one.id}: before ${id} allows it`);
    }
    if (one.rack)
      onRack.push({
        id: one.rack.id,
        from: begin,
        to: sittings.at(-1)![1] + one.rack.afterMin,
        sheets: one.rack.sheets,
      });
  }
  for (const { id, places } of of.racks)
    for (const { from } of onRack) {
      const then = onRack.filter((one) => one.id === id && one.from <= from && from < one.to);
      if (then.reduce((sum, { sheets }) => sum + sheets, 0) > places) wrong.push(`${id}: fuller than it is`);
    }
  return wrong;
}

describe('free hours', () => {
  test('what is booked is out, whatever it cuts', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(60), fc.nat(20)), { maxLength: 6 }),
        fc.array(fc.tuple(fc.nat(70), fc.nat(15)), { maxLength: 6 }),
        (given, booked) => {
          const free = new FreeHours(given.map(([a, n]): Stretch => [a, a + n]));
          const minutes = new Set(given.flatMap(([a, n]) => Array.from({ length: n }, (_, i) => a + i)));
          for (const [a, n] of booked) {
            free.book(a, a + n);
            for (let m = a; m < a + n; m++) minutes.delete(m);
          }
          const left = Array.from({ length: free.count }, (_, i) => [free.begins(i), free.ends(i)]);
          expect(left.flatMap(([a, b]) => Array.from({ length: b - a }, (_, i) => a + i))).toEqual(
            [...minutes].sort((p, q) => p - q),
          );
          for (let m = 0; m < 80; m++) {
            const i = free.firstAfter(m);
            if (minutes.has(m)) expect(free.begins(i)).toBeLessThanOrEqual(m);
          }
        },
      ),
      { seed: 2 },
    );
  });

  test('a rack is full where more would lie on it than it holds', () => {
    const rack = new RackPlaces(10);
    rack.take(0, 100, 6);
    rack.take(50, 80, 3);
    expect(rack.fullUntil(0, 50, 4)).toBeUndefined();
    expect(rack.fullUntil(0, 51, 4)).toBe(80);
    expect(rack.fullUntil(90, 200, 5)).toBe(100);
    expect(rack.most(0, 200)).toBe(9);
    expect(rack.copy().fullUntil(100, 200, 10)).toBeUndefined();
  });
});

test('cut, print, wait until it is dry, print: evenings only, in order', () => {
  const steps = [
    step('cut', { workMin: 300, leastMin: 30 }),
    step('print 1', { workMin: 100, eachSittingMin: 70, leastMin: 100, after: [{ id: 'cut', waitMin: 0 }] }),
    step('print 2', { workMin: 100, eachSittingMin: 70, leastMin: 100, after: [{ id: 'print 1', waitMin: 3600 }] }),
  ];
  const found = solved(steps);
  expect(at(found, 'cut')).toEqual([
    [1080, 1260],
    [2520, 2640],
  ]);
  // what is left of the second evening is too short for a run
  expect(at(found, 'print 1')).toEqual([[3960, 4130]]);
  // sixty hours later it is Friday morning: the evening of that day
  expect(at(found, 'print 2')[0][0]).toBe(8280);
  expect(found).toMatchObject({ exact: true, troubles: [] });
  expect(found.steps.get('print 2')).toMatchObject({ heldBy: 'hours', afterId: 'print 1' });
});

test('a step that fits into no hours is told, and so is what its rack does not hold', () => {
  const long = step('wet day', { workMin: 400, leastMin: 400 });
  expect(solved([long]).troubles).toEqual([{ id: 'wet day', is: 'no hours' }]);
  const many = step('print', { rack: { id: 'rack', sheets: 41, afterMin: 100 } });
  const racks = [{ id: 'rack', places: 40 }];
  expect(solved([many], shop({ racks })).troubles).toEqual([{ id: 'print', is: 'too many for the rack' }]);
});

test('what comes after a step that has no place has none either, and its print is never finished', () => {
  const steps = [
    step('cut', { workMin: 400, leastMin: 400 }),
    step('print', { after: [{ id: 'cut', waitMin: 0 }] }),
    step('sign', { after: [{ id: 'print', waitMin: 0 }] }),
    step('other', { printId: 'q' }),
  ];
  const found = solved(steps);
  expect(found.troubles).toEqual([
    { id: 'cut', is: 'no hours' },
    { id: 'print', is: 'never its turn', afterId: 'cut' },
    { id: 'sign', is: 'never its turn', afterId: 'print' },
  ]);
  expect([...found.steps.keys()]).toEqual(['other']);
  expect([...found.ends.keys()]).toEqual(['q']);
});

test('the latest begin is none where a step may not begin so soon', () => {
  const steps = [step('a'), step('b', { after: [{ id: 'a', waitMin: 0 }] })];
  const by = 5 * 1440;
  const begin = (all: typeof steps) =>
    latestSchedule({ steps: all, shop: shop(), nowMin: 0 }, by)?.steps.get('a')!.sittings[0][0];
  expect(begin(steps)).toBe(4 * 1440 + 1140);
  expect(begin([{ ...steps[0], notBeforeMin: 4 * 1440 }, steps[1]])).toBe(4 * 1440 + 1140);
  expect(begin([{ ...steps[0], notBeforeMin: 4 * 1440 + 1200 }, steps[1]])).toBeUndefined();
});

test('a step wanted on a day goes before others, with what it waits for', () => {
  const long = ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((id) => step(id, { workMin: 180, leastMin: 180 }));
  const steps = [
    ...long,
    step('before', { printId: 'q', workMin: 170, leastMin: 170 }),
    step('wanted', { printId: 'q', workMin: 170, leastMin: 170, after: [{ id: 'before', waitMin: 0 }] }),
  ];
  const day = (of: Schedule) => Math.floor(at(of, 'wanted')[0][0] / 1440);
  const wanting = steps.map((one) => (one.id === 'wanted' ? { ...one, wantedMin: 1440 } : one));
  expect(day(solveSchedule({ steps: wanting, shop: shop(), nowMin: 0, aim: 'earliest finish' }, () => false))).toBe(1);
  expect(day(solveSchedule({ steps, shop: shop(), nowMin: 0, aim: 'earliest finish' }, () => false))).toBeGreaterThan(
    0,
  );
});

test('a full rack makes a run wait until there is room', () => {
  const rack = { id: 'rack', sheets: 30, afterMin: 2880 };
  const steps = [step('a', { rack }), step('b', { printId: 'q', rack })];
  const found = solved(steps, shop({ racks: [{ id: 'rack', places: 40 }] }));
  const [first, second] = [at(found, 'a')[0], at(found, 'b')[0]].sort((x, y) => x[0] - y[0]);
  expect(second[0]).toBeGreaterThanOrEqual(first[1] + 2880);
  expect([...found.steps.values()].map(({ heldBy }) => heldBy)).toContain('rack');
});

test('paper is damped late enough for the runs to be printed before it goes mouldy', () => {
  const steps = [
    step('cut', { workMin: 900, leastMin: 30 }),
    step('damp', { workMin: 30, leastMin: 30 }),
    step('print', {
      workMin: 120,
      leastMin: 120,
      after: [
        { id: 'cut', waitMin: 0 },
        { id: 'damp', waitMin: 600, mostMin: 2880 },
      ],
    }),
  ];
  const found = solved(steps);
  expect(found.troubles).toEqual([]);
  expect(at(found, 'print')[0][1] - at(found, 'damp')[0][1]).toBeLessThanOrEqual(2880);
  // with too short a time nothing can help, and that is said
  const short = steps.map((one) => ({ ...one, after: one.after.map((w) => (w.mostMin ? { ...w, mostMin: 300 } : w)) }));
  expect(solved(short).troubles).toMatchObject([{ id: 'print', is: 'too long after', afterId: 'damp' }]);
});

test('fewest sittings puts small steps together', () => {
  const steps = ['a', 'b', 'c', 'd'].map((id) => step(id, { workMin: 80, leastMin: 20 }));
  const of = shop({ hands: [{ id: 'A', hours: evenings(10, 18, 20) }] });
  const soon = solveSchedule({ steps, shop: of, nowMin: 0, aim: 'earliest finish' }),
    few = solveSchedule({ steps, shop: of, nowMin: 0, aim: 'fewest sittings' });
  expect(sittingsOf(few)).toBeLessThanOrEqual(sittingsOf(soon));
  expect(sittingsOf(few)).toBe(3);
});

const small = fc.record({
  work: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 2, maxLength: 4 }),
  waits: fc.array(fc.integer({ min: -2, max: 4 }), { minLength: 6, maxLength: 6 }),
  hands: fc.array(fc.array(fc.tuple(fc.nat(10), fc.integer({ min: 1, max: 6 })), { minLength: 1, maxLength: 3 }), {
    minLength: 1,
    maxLength: 2,
  }),
  which: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 4, maxLength: 4 }),
  press: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
  sheets: fc.array(fc.nat(2), { minLength: 4, maxLength: 4 }),
  late: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
});
type Small = typeof small extends fc.Arbitrary<infer T> ? T : never;

const MOST = 15;
/** Hours that touch are one. */
function merged(hours: readonly Stretch[]): Stretch[] {
  const free = new FreeHours(hours);
  return Array.from({ length: free.count }, (_, i) => [free.begins(i), free.ends(i)]);
}

function instance({ work, waits, hands, which, press, sheets, late }: Small): { steps: WorkStep[]; of: Shop } {
  const steps = work.map((workMin, i) => {
    const before = work.flatMap((_, k) => {
      const wait = waits[(3 * i + k) % 6];
      return k < i && wait >= 0 ? [{ id: `s${k}`, waitMin: wait }] : [];
    });
    const handIds = hands.flatMap((_, h) => (which[i] & (1 << h) ? [`h${h}`] : []));
    return step(`s${i}`, {
      ...{ printId: `p${i % 2}`, workMin, leastMin: workMin, after: before },
      handIds: handIds.length > 0 ? handIds : ['h0'],
      needIds: press[i] ? ['press'] : [],
      eveningsOnly: late[i],
      ...(sheets[i] > 0 && { rack: { id: 'rack', sheets: sheets[i], afterMin: 2 } }),
    });
  });
  const of = shop({
    hands: hands.map((hours, h) => ({
      ...{ id: `h${h}`, hours: merged(hours.map(([a, n]) => [a, Math.min(MOST, a + n)])) },
      evenings: merged([[4, 7], ...hours.map(([a]): Stretch => [Math.max(a, 9), MOST])]),
    })),
    racks: [{ id: 'rack', places: 2 }],
  });
  return { steps, of };
}

/** The least sum of ends and last end, by trying every begin and every hand of every step; undefined where nothing keeps the laws. */
function byTrying(steps: readonly WorkStep[], of: Shop): number | undefined {
  let best: number | undefined;
  const placed: { id: string; from: number; to: number; hand: string }[] = [];
  const put = (i: number): void => {
    if (i === steps.length) {
      const map = new Map(
        placed.map((p) => [
          p.id,
          { ...{ id: p.id, handId: p.hand, heldBy: 'nothing' as const }, sittings: [[p.from, p.to]] as Stretch[] },
        ]),
      );
      if (broken(steps, of, 0, { steps: map }).length > 0) return;
      const ends = new Map<string, number>();
      steps.forEach(({ printId }, k) => ends.set(printId, Math.max(ends.get(printId) ?? 0, placed[k].to)));
      const cost = [...ends.values()].reduce((sum, end) => sum + end, 0) + Math.max(...ends.values());
      if (best === undefined || cost < best) best = cost;
      return;
    }
    for (const hand of steps[i].handIds)
      for (const [a, b] of hoursFor(steps[i], of, hand))
        for (let from = a; from + steps[i].workMin <= b; from++) {
          placed.push({ id: steps[i].id, from, to: from + steps[i].workMin, hand });
          put(i + 1);
          placed.pop();
        }
  };
  put(0);
  return best;
}

test('small cases: as good as by trying every begin, every hand', () => {
  let compared = 0;
  fc.assert(
    fc.property(small, (of) => {
      const { steps, of: shopOf } = instance(of);
      const found = solved(steps, shopOf);
      const tried = byTrying(steps, shopOf);
      expect(found.exact).toBe(true);
      expect(found.steps.size === steps.length).toBe(tried !== undefined);
      if (tried === undefined) return;
      compared++;
      const ends = [...found.ends.values()];
      expect(ends.reduce((sum, end) => sum + end, 0) + Math.max(...ends)).toBe(tried);
    }),
    { seed: 21, numRuns: 250 },
  );
  expect(compared).toBeGreaterThan(60);
});

const large = fc.record({
  prints: fc.integer({ min: 1, max: 4 }),
  runs: fc.integer({ min: 1, max: 5 }),
  minutes: fc.array(fc.integer({ min: 20, max: 400 }), { minLength: 20, maxLength: 20 }),
  dry: fc.integer({ min: 0, max: 4000 }),
  hours: fc.tuple(fc.integer({ min: 8, max: 17 }), fc.integer({ min: 18, max: 22 })),
  hands: fc.integer({ min: 1, max: 2 }),
  places: fc.integer({ min: 10, max: 60 }),
});

function workshopOf({
  prints,
  runs,
  minutes,
  dry,
  hours,
  hands,
  places,
}: typeof large extends fc.Arbitrary<infer T> ? T : never) {
  const steps = Array.from({ length: prints * runs }, (_, k): WorkStep[] => {
    const [p, r] = [Math.floor(k / runs), k % runs];
    const name = (what: string, run: number) => `${what} ${p} ${run}`;
    const handIds = Array.from({ length: hands }, (_, h) => `h${h}`);
    return [
      step(name('cut', r), {
        ...{ printId: `p${p}`, handIds, workMin: minutes[k % 20], leastMin: 30 },
        after: r > 0 ? [{ id: name('print', r - 1), waitMin: 0 }] : [],
      }),
      step(name('print', r), {
        ...{
          printId: `p${p}`,
          handIds,
          workMin: Math.min(120, minutes[(k + 7) % 20]),
          eachSittingMin: 40,
          leastMin: 20,
        },
        needIds: ['press'],
        eveningsOnly: p % 2 === 1,
        after: [{ id: name('cut', r), waitMin: 0 }, ...(r > 0 ? [{ id: name('print', r - 1), waitMin: dry }] : [])],
        rack: { id: 'rack', sheets: 10, afterMin: dry },
      }),
    ];
  }).flat();
  const of = shop({
    hands: Array.from({ length: hands }, (_, h) => ({
      ...{ id: `h${h}`, hours: evenings(120, hours[0], hours[1]), evenings: evenings(120, 17, 21 + h) },
    })),
    racks: [{ id: 'rack', places }],
  });
  return { steps, of };
}

test('a print that is wished for goes before one that is not, and the sooner wished before the later', () => {
  const steps = ['p', 'q', 'r'].flatMap((printId) =>
    [1, 2, 3].map((k) =>
      step(`${printId}${k}`, {
        printId,
        workMin: 120,
        leastMin: 120,
        after: k > 1 ? [{ id: `${printId}${k - 1}`, waitMin: 0 }] : [],
      }),
    ),
  );
  // minutes since 1970, as they are asked with
  const now = 29_930_400,
    of = shop({ hands: [{ id: 'A', hours: evenings(60).map(([a, b]): Stretch => [now + a, now + b]) }] });
  const { ends } = solveSchedule(
    {
      steps,
      shop: of,
      nowMin: now,
      aim: 'earliest finish',
      wishes: new Map([
        ['q', now + 12 * 1440],
        ['r', now + 4 * 1440],
      ]),
    },
    () => false,
  );
  expect(ends.get('r')!).toBeLessThan(ends.get('q')!);
  expect(ends.get('q')!).toBeLessThan(ends.get('p')!);
});

test('every law is kept, and improving never makes it worse', () => {
  fc.assert(
    fc.property(large, (of) => {
      const { steps, of: shopOf } = workshopOf(of);
      const task = { steps, shop: shopOf, nowMin: 500, aim: 'earliest finish' as const };
      const first = solveSchedule(task, () => false),
        better = solveSchedule(task, (tried) => tried < 40);
      for (const found of [first, better]) {
        expect(found.troubles).toEqual([]);
        expect(broken(steps, shopOf, 500, found)).toEqual([]);
      }
      const sum = (found: Schedule) =>
        [...found.ends.values()].reduce((all, end) => all + end, Math.max(...found.ends.values()));
      expect(sum(better)).toBeLessThanOrEqual(sum(first));
    }),
    { seed: 5, numRuns: 40 },
  );
});

test('more hours never finish a print later', () => {
  fc.assert(
    fc.property(large, fc.integer({ min: 30, max: 180 }), (of, more) => {
      const one = { ...of, prints: 1 };
      const { steps, of: shopOf } = workshopOf(one);
      const wider = {
        ...shopOf,
        hands: shopOf.hands.map(({ id, hours }) => ({
          id,
          hours: hours.map(([a, b]): Stretch => [a - more, b + more]),
        })),
      };
      const end = (within: Shop) =>
        solveSchedule({ steps, shop: within, nowMin: 0, aim: 'earliest finish' }, () => false).ends.get('p0')!;
      expect(end(wider)).toBeLessThanOrEqual(end(shopOf));
    }),
    { seed: 9, numRuns: 60 },
  );
});

test('the latest begin keeps the laws, ends in time, and cannot be met where the earliest end is later', () => {
  fc.assert(
    fc.property(large, (of) => {
      const { steps, of: shopOf } = workshopOf(of);
      const soon = solveSchedule({ steps, shop: shopOf, nowMin: 0, aim: 'earliest finish' }, () => false);
      const end = Math.max(...soon.ends.values());
      const late = latestSchedule({ steps, shop: shopOf, nowMin: 0 }, end + 8 * 1440, () => false);
      if (late) {
        expect(broken(steps, shopOf, 0, late)).toEqual([]);
        expect(Math.max(...late.ends.values())).toBeLessThanOrEqual(end + 8 * 1440);
        const begin = (found: Schedule) => Math.min(...[...found.steps.values()].map(({ sittings }) => sittings[0][0]));
        expect(begin(late)).toBeGreaterThanOrEqual(begin(soon));
      }
      expect(latestSchedule({ steps, shop: shopOf, nowMin: 0 }, 700, () => false)).toBeUndefined();
    }),
    { seed: 11, numRuns: 40 },
  );
});

test('simulated ends: sorted, the same by the same seed, and later than said about half the time where everything may vary', () => {
  const { steps, of } = workshopOf({
    prints: 1,
    runs: 4,
    minutes: Array<number>(20).fill(100),
    dry: 2000,
    hours: [9, 18],
    hands: 1,
    places: 30,
  });
  const task = { steps, shop: of, nowMin: 0 };
  const found = solveSchedule({ ...task, aim: 'earliest finish' }, () => false);
  const ends = simulateEnds(task, found, () => ({ work: 0.3, wait: 0.35 }), { times: 400, seed: 3, printId: 'p0' });
  expect([...ends]).toEqual([...ends].sort((a, b) => a - b));
  expect([
    ...simulateEnds(task, found, () => ({ work: 0.3, wait: 0.35 }), { times: 400, seed: 3, printId: 'p0' }),
  ]).toEqual([...ends]);
  const share = ends.filter((end) => end <= found.ends.get('p0')!).length / ends.length;
  expect(share).toBeGreaterThan(0.2);
  expect(share).toBeLessThan(0.7);
  const sure = simulateEnds(task, found, () => ({ work: 0, wait: 0 }), { times: 5, seed: 3, printId: 'p0' });
  expect([...sure]).toEqual(Array(5).fill(found.ends.get('p0')!));
});
