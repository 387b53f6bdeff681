import { progressOf, sittingNow, timersOf, todayOf, usualMinutes, plainSheet } from '@/derived';
import type { BenchAct, Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import { MINUTE, pullsOf, sitting } from '@/testing/sittings';

const plan: Plan = planOfBands();
const sheet = plainSheet(plan);
const [first, second] = plan.runs;
const cutOf = (run: number): BenchAct => ({ kind: 'cut-done', cutId: plan.runs[run].formes[0].cutId! });
const after = (...acts: (BenchAct | number)[]) => {
  const { events, nowMs } = sitting(...acts);
  return { progress: progressOf(plan, events), nowMs };
};
const today = (hours: number, ...acts: (BenchAct | number)[]) => {
  const { progress, nowMs } = after(...acts);
  return todayOf(plan, sheet, progress, { hours, nowMs })!;
};
const codes = (of: ReturnType<typeof today>) => of.items.map(({ code }) => code);

test('before the block is cut, cutting is what the sitting is for', () => {
  const of = today(3);
  expect(of.act).toBe('cut');
  expect(codes(of)).toContain('cutFirst');
});

test('as many sheets as there is time for after laying out, warming up and cleaning; test sheets first', () => {
  const of = today(3, cutOf(0));
  const { all, setUp, warmUp, cleaning, aPull } = of.minutes;
  expect(of.act).toBe('print');
  expect(of.sheets).toHaveLength(Math.floor((all - setUp - warmUp - cleaning) / aPull));
  expect(of.sheets[0]).toBe('T1');
  expect(of.sheets.length + of.later.length).toBe(41);
  expect(today(0.5, cutOf(0)).sheets).toEqual([]);
  expect(today(16, cutOf(0)).later.length).toBeLessThan(of.later.length);
});

test('what a pull takes comes from the log of the run, where it has one', () => {
  const of = today(3, cutOf(0), ...pullsOf(first.id, 1, 6));
  expect(of.minutes.aPull).toBeCloseTo(5, 1);
});

test('a run waits while the film below is not dry in time, and asks for a touch of it; a film seen dry waits for nothing', () => {
  const whole = [cutOf(0), ...pullsOf(first.id, 1, 40), { kind: 'run-finished', runId: first.id } as BenchAct];
  const wet = today(3, ...whole, cutOf(1));
  expect(wet.act).toBe('wait');
  expect(wet.dryAt).toBeDefined();
  expect(codes(wet)).toContain('touchDry');
  expect(today(3, ...whole, cutOf(1), 100).act).toBe('print');
  const seen = today(3, ...whole, cutOf(1), { kind: 'dry-seen', runId: first.id, sheet: '', note: '' });
  expect(seen.act).toBe('print');
  expect(codes(seen)).not.toContain('touchDry');
  const begun = today(3, ...whole, cutOf(1), 100, ...pullsOf(second.id, 1, 2));
  expect(codes(begun)).not.toContain('touchDry');
});

test('every item has a name of its own, ink and its pot among them', () => {
  const of = today(3, cutOf(0));
  expect(new Set(of.items.map(({ id }) => id)).size).toBe(of.items.length);
  expect(codes(of)).toEqual(expect.arrayContaining(['sheets', 'jig', 'hands', 'block', 'ink', 'slab', 'rags', 'room']));
  const { inkId } = first.formes[0].inkings[0];
  const potted = today(
    3,
    cutOf(0),
    {
      ...{ kind: 'pot-begun', potId: 'p', runId: first.id, inkId, name: 'straw', wantedG: 9, from: null },
      shares: [{ inkId: 'x', name: 'x', share: 1 }],
    },
    { kind: 'poured', potId: 'p', what: 'ink', inkId: 'x', name: 'x', grams: 9, by: 'typed' },
  );
  expect(potted.items.find(({ code }) => code === 'pot')!.values).toMatchObject({ left: 9 });
});

test('no sitting is for a print that is done or not planned', () => {
  const { progress, nowMs } = after();
  expect(todayOf({ ...plan, runs: [] }, sheet, { ...progress, runs: [] }, { hours: 3, nowMs })).toBeUndefined();
});

describe('a sitting', () => {
  const begun = (sittingId: string, hours = 3): BenchAct => ({ kind: 'sitting-begun', sittingId, hours });
  const ticked = (item: string, done = true): BenchAct => ({ kind: 'ticked', sittingId: 'a', item, done });

  test('goes on until it is ended; what is ticked can be unticked', () => {
    expect(sittingNow(after().progress)).toBeUndefined();
    const { progress } = after(begun('a'), ticked('jig'), ticked('slab'), ticked('jig'), ticked('slab', false));
    expect(sittingNow(progress)).toMatchObject({ sittingId: 'a', hours: 3, ticked: ['jig'] });
    expect(sittingNow(after(begun('a'), { kind: 'sitting-ended', sittingId: 'a' }).progress)).toBeUndefined();
  });

  test('one that was left open ends where the next begins', () => {
    const { progress } = after(begun('a'), begun('b'), begun('b', 9));
    expect(progress.bench.sittings).toHaveLength(2);
    expect(progress.bench.sittings[0].endedAt).toBeDefined();
    expect(sittingNow(progress)).toMatchObject({ sittingId: 'b', hours: 3 });
  });
});

describe('clocks', () => {
  const set = (timerId: string, minutes: number): BenchAct => ({
    ...{ kind: 'timer-set', timerId, what: 're-roll', minutes, note: '' },
  });
  const clocks = (...acts: (BenchAct | number)[]) => {
    const { progress, nowMs } = after(...acts);
    return timersOf(plan, sheet, progress, nowMs);
  };

  test('run from when they were set, the first due before the others, and end by an act', () => {
    const [soon, late] = clocks(set('late', 60), set('soon', 8));
    expect([soon.timerId, late.timerId]).toEqual(['soon', 'late']);
    expect([soon.due, late.due]).toEqual([false, false]);
    expect(late.dueMs - late.beganMs).toBe(60 * MINUTE);
    expect(clocks(set('soon', 8), 1)[0].due).toBe(true);
    expect(clocks(set('soon', 8), { kind: 'timer-ended', timerId: 'soon' })).toEqual([]);
    expect(clocks(set('soon', 8), set('soon', 30))).toHaveLength(1);
  });

  test('damp sheets out of cover from when the first came out, until all are back', () => {
    const pack: BenchAct = {
      ...{ kind: 'pack-damped', packId: 'p', sheets: 20, dryG: 200, how: 'brushed', targetPercent: 35 },
    };
    const out = (sheets: number): BenchAct => ({ kind: 'pack-opened', packId: 'p', out: sheets });
    const [clock] = clocks(pack, out(1), out(3));
    expect(clock).toMatchObject({ what: 'pack', values: { sheets: 3 }, timerId: undefined });
    expect(clock.beganMs).toBe(clocks(pack, out(1))[0].beganMs);
    expect(clocks(pack, out(1), out(0))).toEqual([]);
    expect(clocks(pack, out(1), { kind: 'pack-ended', packId: 'p', why: 'used up' })).toEqual([]);
  });

  test('a board in the water, until it stands on edge', () => {
    const rests = (how: 'in the water' | 'on edge'): BenchAct => ({
      ...{ kind: 'board-rests', blockId: plan.blocks[0].id, how },
    });
    expect(clocks(rests('in the water'))[0]).toMatchObject({ what: 'bath', values: { block: plan.blocks[0].name } });
    expect(clocks(rests('in the water'), rests('on edge'))).toEqual([]);
  });

  test('a film is asked after on the day it may be dry, until it was seen to be', () => {
    const whole = [cutOf(0), ...pullsOf(first.id, 1, 40), { kind: 'run-finished', runId: first.id } as BenchAct];
    expect(clocks(...whole)).toEqual([]);
    expect(clocks(...whole, 55)[0]).toMatchObject({ what: 'drying', due: false });
    expect(clocks(...whole, 62)[0]).toMatchObject({ what: 'drying', due: true, values: { run: 1 } });
    expect(clocks(...whole, 200)).toEqual([]);
    expect(clocks(...whole, 62, { kind: 'dry-seen', runId: first.id, sheet: '', note: '' })).toEqual([]);
  });

  test('the day of a print on open films, from its first pull until its first film has closed', () => {
    const wet: Plan = { ...plan, way: { ...plan.way, under: 'wet', day: { ...plan.way.day, openMinutes: 120 } } };
    const days = (...acts: (BenchAct | number)[]) => {
      const { events, nowMs } = sitting(...acts);
      return timersOf(wet, sheet, progressOf(wet, events), nowMs).filter(({ what }) => what === 'day');
    };
    expect(days(cutOf(0))).toEqual([]);
    const [day] = days(cutOf(0), ...pullsOf(first.id, 1, 3));
    expect(day).toMatchObject({ due: false });
    // the day begins a change-over before its first pull
    expect(day.dueMs - day.beganMs).toBeLessThan(120 * MINUTE);
    expect(day.dueMs - day.beganMs).toBeGreaterThan(60 * MINUTE);
    expect(days(cutOf(0), ...pullsOf(first.id, 1, 3), 3)[0].due).toBe(true);
    expect(days(cutOf(0), ...pullsOf(first.id, 1, 3), 12)).toEqual([]);
  });

  test('how long a clock is set for, where nothing is said', () => {
    expect(usualMinutes(plan, first, 're-roll')).toBe(10);
    expect(usualMinutes(plan, first, 'slab')).toBe(210);
    expect(usualMinutes(plan, undefined, 'slab')).toBe(15);
  });
});

test('the room as it was read near the last pull says when a film is dry; a reading of another day does not', () => {
  const read = (temperatureC: number): BenchAct => ({ kind: 'room-read', temperatureC, relativeHumidityPercent: 50 });
  const run = [...pullsOf(first.id, 1, 40), { kind: 'run-finished', runId: first.id } as BenchAct];
  const dryAfterH = (...acts: (BenchAct | number)[]) => {
    const { progress } = after(...acts);
    const { dryAt, tally } = progress.runs[0];
    return (Date.parse(dryAt!) - Date.parse(tally.pulled.at(-1)!.at)) / (60 * MINUTE);
  };
  const usual = dryAfterH(cutOf(0), ...run);
  expect(dryAfterH(cutOf(0), read(30), ...run)).toBeCloseTo(dryAfterH(cutOf(0), ...run, read(30)), 6);
  expect(dryAfterH(cutOf(0), read(30), ...run)).toBeLessThan(usual * 0.7);
  expect(dryAfterH(cutOf(0), read(30), 48, ...run)).toBeCloseTo(usual, 6);
});
