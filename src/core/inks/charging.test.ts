import { chargingOf, type Charged } from './charging';
import { inkForRun } from './quantity';

const lino: Charged = {
  standingCm2: 300,
  filmUm: 8,
  drinks: false,
  blockMm: { widthMm: 240, heightMm: 180 },
  roller: { diameterMm: 50, widthMm: 150 },
};

test('charges from what a roller takes, gives and a sheet wants', () => {
  const card = chargingOf(lino);
  // π · 50 · 150 mm² = 235.6 cm², 12 µm on it, half of it given: 0.1414 ml; a sheet takes 0.24 ml
  expect(card.giftMl).toBeCloseTo(0.1414, 4);
  expect(card.laterCharges).toBe(2);
  expect(card.firstCharges).toBe(4);
  expect(chargingOf({ ...lino, drinks: true }).firstCharges).toBe(6);
});

test('strokes cross every place twice in both directions; the square is a roller wide and one to two turns long', () => {
  const { strokesUp, strokesAcross, slabMm } = chargingOf(lino);
  expect([strokesUp, strokesAcross]).toEqual([4, 4]);
  expect(slabMm.widthMm).toBe(150);
  expect(slabMm.leastMm).toBeCloseTo(157.1, 1);
  expect(slabMm.mostMm).toBeCloseTo(314.2, 1);
  const broad = chargingOf({ ...lino, roller: { diameterMm: 75, widthMm: 300 } });
  expect([broad.strokesUp, broad.strokesAcross]).toEqual([2, 2]);
  expect(broad.laterCharges).toBe(1);
});

test('more ink never wants fewer charges, a larger roller never more', () => {
  for (let cm2 = 0; cm2 < 1200; cm2 += 37) {
    const less = chargingOf({ ...lino, standingCm2: cm2 }),
      more = chargingOf({ ...lino, standingCm2: cm2 + 37 }),
      larger = chargingOf({ ...lino, standingCm2: cm2, roller: { diameterMm: 60, widthMm: 200 } });
    expect(more.laterCharges).toBeGreaterThanOrEqual(less.laterCharges);
    expect(less.firstCharges).toBeGreaterThanOrEqual(less.laterCharges);
    expect(larger.firstCharges).toBeLessThanOrEqual(less.firstCharges);
    // enough is given, and not a whole charge more
    const ml = cm2 * 8e-4;
    expect(less.laterCharges * less.giftMl).toBeGreaterThanOrEqual(ml - 1e-9);
    expect((less.laterCharges - 1) * less.giftMl).toBeLessThan(ml + 1e-9);
  }
});

test('a heap is what goes onto the sheets, what slab, roller and block keep, all of that again after a wash-up, and a tenth', () => {
  const heap = inkForRun({ standingCm2: 300, sheets: 20, washUps: 1 });
  expect(heap.partsMl.sheets).toBeCloseTo(4.8, 9);
  expect(heap.partsMl.slabAndRoller).toBeCloseTo(0.7069, 3);
  expect(heap.partsMl.block).toBeCloseTo(0.24, 9);
  expect(heap.partsMl.again).toBeCloseTo(heap.leastMl, 9);
  const { sheets, slabAndRoller, block, again, spare } = heap.partsMl;
  expect(spare).toBeCloseTo(0.1 * (sheets + slabAndRoller + block + again), 9);
  expect(heap.millilitres).toBeCloseTo(sheets + slabAndRoller + block + again + spare, 9);
  // of a small area most stays on slab and roller
  const small = inkForRun({ standingCm2: 5, sheets: 20 });
  expect(small.leastMl / small.millilitres).toBeGreaterThan(0.8);
  expect(inkForRun({ standingCm2: 300, sheets: 20, drinks: true }).partsMl.block).toBeCloseTo(0.48, 9);
  expect(inkForRun({ standingCm2: 300, sheets: 20, brushed: true }).partsMl.slabAndRoller).toBe(0);
});

test.each([
  ['area', { standingCm2: -1 }],
  ['film', { filmUm: NaN }],
  ['roller', { roller: { diameterMm: 0, widthMm: 150 } }],
  ['roller’s width', { roller: { diameterMm: 50, widthMm: 0 } }],
])('a %s that cannot be is refused', (_, part) => {
  expect(() => chargingOf({ ...lino, ...part })).toThrow();
});
