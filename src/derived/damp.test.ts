import type { BenchAct, BenchEvent, Plan } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { impressionCards, inkNeedOf, inkingsOf, isDamp, packNowOf, plainSheet, replayLog, sheetDryG } from './index';

const oil = onOwnBlocks(planOfBands());
const damp: Plan = { ...oil, inks: oil.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' })) };
const START = Date.parse('2026-11-20T18:00:00Z'),
  HOUR = 3_600_000;
const benchOf = (...acts: (readonly [hour: number, act: BenchAct])[]) =>
  replayLog(
    acts.map(([hour, act], i): BenchEvent => ({ id: `e${i}`, at: new Date(START + hour * HOUR).toISOString(), act })),
  );
const damped: BenchAct = { kind: 'pack-damped', packId: 'p', sheets: 30, dryG: 300, how: 'brushed', targetPercent: 35 };
const weighed = (grams: number, sheets = 30): BenchAct => ({ kind: 'pack-weighed', packId: 'p', grams, sheets });

test('only what is brushed wants damp paper', () => {
  expect([isDamp(oil), isDamp(damp), isDamp(damp, [])]).toEqual([false, true, false]);
  expect(sheetDryG(damp)).toBeGreaterThan(1);
});

test('a pack is damping, then ready, then past its time; one that has ended is none', () => {
  const at = (hour: number, ...acts: (readonly [number, BenchAct])[]) =>
    packNowOf(damp, benchOf([0, damped], ...acts), START + hour * HOUR);
  expect(at(1)!.state).toBe('damping');
  expect(at(9)!.state).toBe('ready');
  expect(at(24 * 6 + 1)!.state).toBe('past its time');
  expect(at(9, [8, { kind: 'pack-ended', packId: 'p', why: 'used up' }])).toBeUndefined();
  expect(packNowOf(damp, benchOf(), START)).toBeUndefined();
});

test('weighed, its moisture is told and what is missing: also with sheets out of cover', () => {
  const bench = benchOf([0, damped], [9, weighed(397)], [9, { kind: 'pack-opened', packId: 'p', out: 4 }]);
  const now = packNowOf(damp, bench, START + 10 * HOUR)!;
  expect(now.moisturePercent).toBeCloseTo(32.3, 1);
  expect(now.addG).toBeCloseTo(8, 6);
  expect([now.state, now.pack.out]).toEqual(['too dry', 4]);
  // 26 sheets of it weigh less and are as damp
  const some = packNowOf(damp, benchOf([0, damped], [9, weighed(351, 26)]), START + 10 * HOUR)!;
  expect(some.moisturePercent).toBeCloseTo(35, 1);
  expect(some.state).toBe('ready');
  expect(packNowOf(damp, benchOf([0, damped], [9, weighed(420)]), START + 10 * HOUR)!.state).toBe('too wet');
});

test('a warm room halves the time a pack has, a heavy sized paper takes a night', () => {
  const uses = [
    { kind: 'room', id: 'r', name: 'loft', temperatureC: 24, relativeHumidityPercent: 50, note: '' },
    { kind: 'paper', id: 'p', name: 'heavy', gramsPerM2: 300, sizing: 'sized', note: '' },
  ] as unknown as Plan['uses'];
  const now = packNowOf({ ...damp, uses }, benchOf([0, damped]), START)!;
  expect((now.mouldAtMs - START) / HOUR).toBeCloseTo(72, 6);
  expect((now.readyAtMs - START) / HOUR).toBe(12);
});

test('entries of a pack that is not there, or of more sheets than it has, change nothing', () => {
  const bench = benchOf(
    [1, weighed(400)],
    [2, damped],
    [3, { kind: 'pack-opened', packId: 'p', out: 99 }],
    [4, damped],
  );
  expect(bench.packs).toHaveLength(1);
  expect(bench.packs[0]).toMatchObject({ weighings: [], out: 30, at: new Date(START + 2 * HOUR).toISOString() });
});

test('a card for each laying by brush: pale colours want much paste, and all of it is what the ink need says', () => {
  const sheet = plainSheet(damp);
  const cards = damp.runs.map((run) => impressionCards(damp, sheet, run, 30)[0]);
  const [straw, , night] = cards;
  expect([straw.pasteParts, night.pasteParts]).toEqual([3, 1]);
  damp.runs.forEach((run, r) => {
    const { pigment, paste, water } = cards[r].ml;
    expect(pigment + paste + water).toBeCloseTo(inkNeedOf(damp, sheet, run, inkingsOf(run)[0], 30).millilitres, 9);
    expect(paste / pigment).toBeCloseTo(cards[r].pasteParts, 9);
    expect(cards[r].saidMl).toEqual(cards[r].ml);
    // what the workshop takes more of changes the card, and not what the start values say
    const [own] = impressionCards(damp, sheet, run, 30, { pigment: 2, paste: 1, water: 0.5 });
    expect(own.saidMl).toEqual(cards[r].saidMl);
    expect(own.ml).toEqual({ pigment: 2 * pigment, paste, water: water / 2 });
    expect(own.pasteParts).toBeCloseTo(cards[r].pasteParts / 2, 9);
  });
  expect(impressionCards(oil, sheet, oil.runs[0], 30)).toEqual([]);
});
