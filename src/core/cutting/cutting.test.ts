import { labelSet, traceArcs, type LabelMap } from '../geometry';
import { checkStage, cutIslandsOf, cuttingHours, materialById, outlineLengthM } from './index';

/** 60 × 40 mm at 0.1 mm: a standing square of 20 mm with a ridge 0.4 mm wide to the right and a slit of 0.3 mm in it. */
function block(): LabelMap {
  const width = 600, height = 400;
  const labels = new Uint8Array(width * height);
  const box = (x: number, y: number, w: number, h: number, label: number) => {
    for (let row = y; row < y + h; row++) labels.fill(label, row * width + x, row * width + x + w);
  };
  box(100, 100, 200, 200, 1);
  box(300, 198, 150, 4, 1);
  box(180, 100, 3, 120, 0);
  return { width, height, labels };
}

test('the thin ridge and the narrow gap are found where they are, and only they', () => {
  const check = checkStage(block(), labelSet([1]), 0.1, 0.5, 0.5);
  expect(check.standingCm2).toBeCloseTo((200 * 200 + 600 - 360) / 10000, 6);
  expect(check.thinRidges.length).toBe(1);
  expect(check.thinRidges[0].xMm).toBeCloseTo(37.5, 0);
  expect(check.thinRidges[0].yMm).toBeCloseTo(20, 0);
  expect(check.narrowGaps.length).toBe(1);
  expect(check.narrowGaps[0].xMm).toBeCloseTo(18.15, 1);
  expect(check.thinnestRidgeMm).toBeCloseTo(0.4, 9);
  expect(check.narrowestGapMm).toBeCloseTo(0.3, 9);
});

test('limits below both widths find nothing', () => {
  const check = checkStage(block(), labelSet([1]), 0.1, 0.3, 0.2);
  expect(check.thinRidges).toEqual([]);
  expect(check.narrowGaps).toEqual([]);
});

test('the parts to cut are listed once, largest first, and their areas sum to the whole', () => {
  const map = block();
  map.labels.fill(2, 0, 600 * 20);
  const { islands } = cutIslandsOf(map, labelSet([0, 1]), 0.1);
  expect(islands.length).toBe(1);
  const standing = cutIslandsOf(map, labelSet([2, 1]), 0.1).islands;
  expect(standing.length).toBe(2);
  expect(standing[0].areaMm2).toBeGreaterThan(standing[1].areaMm2);
  expect(standing.reduce((sum, i) => sum + i.areaMm2, 0)).toBeCloseTo((600 * 20 + 40000 + 600 - 360) / 100, 6);
});

test('time follows outline and area by the material’s start values', () => {
  const map: LabelMap = { width: 300, height: 200, labels: new Uint8Array(60000) };
  for (let y = 50; y < 150; y++) map.labels.fill(1, y * 300 + 100, y * 300 + 200);
  const metres = outlineLengthM(traceArcs(map, 0.49), labelSet([1]), 0.1);
  expect(metres).toBeCloseTo(0.04, 4);
  expect(cuttingHours(1.2, 60, materialById('lino'))).toBeCloseTo(2, 9);
  expect(materialById('unheard of').id).toBe('lino');
});
