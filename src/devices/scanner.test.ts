import { toldByServer } from '@/words/refusals';
import { measureMisfit, motionAbout, readProof } from '@/core/registration';
import { expected, middle, proof } from '@/testing/sheetUnderLid';
import { sampleMisfits, simulatedScanner, simulateScan } from './index';

test('a hidden misfit is found, within what is stated, in spite of skew, light, grain and noise', () => {
  const lid = proof(4);
  const scan = simulateScan(lid, { dpi: 200, seed: 4 }),
    reading = readProof(scan, expected),
    second = measureMisfit(scan, { ...expected, run: 2 });
  if (!reading.ok) throw new Error(toldByServer(reading));
  expect(second.ok && second.value.motion).toEqual(reading.value.runs[1].ok && reading.value.runs[1].value.motion);
  expect(Math.abs(reading.value.sheet.pxPerMm * 25.4 - 200)).toBeLessThan(1);
  reading.value.runs.forEach((answer, r) => {
    if (!answer.ok) throw new Error(toldByServer(answer));
    const { onSheet } = answer.value,
      truth = motionAbout(lid.motions[r], onSheet.about.xMm, onSheet.about.yMm);
    expect(Math.hypot(onSheet.dxMm - truth.dxMm, onSheet.dyMm - truth.dyMm)).toBeLessThan(0.05);
    expect(Math.abs(onSheet.rotationDeg - truth.rotationDeg)).toBeLessThan(0.06);
  });
  expect(reading.value.seenLabD50[1]).not.toBeNull();
});

test('what is not on the scan is refused before anything is read', () => {
  const third = measureMisfit(
    { width: 700, height: 600, dpi: 300, data: new Uint8ClampedArray(700 * 600 * 4) },
    { ...expected, run: 3 },
  );
  expect(!third.ok && toldByServer(third)).toMatch(/Run 3 is not on the scan/);
});

test.each([
  ['too coarse', { dpi: 120 }, {}, /120 dpi; 200 are needed/],
  ['lying askew', { dpi: 200, skewDeg: 6 }, {}, /turned by 6\.\d°/],
  ['of another size', { dpi: 200 }, { sheetMm: { widthMm: 80, heightMm: 74 } }, /Is this the whole sheet/],
  ['wrong in its dpi', { dpi: 200 }, { sheetMm: { widthMm: 60, heightMm: 51 } }, /the layout says 60 mm/],
] as const)('a scan %s is refused with the reason', (_, settings, layout, words) => {
  const found = readProof(simulateScan(proof(2), { seed: 2, ...settings }), { ...expected, ...layout });
  expect(!found.ok && toldByServer(found)).toMatch(words);
});

test('a scan of nothing, and one whose bytes are missing', () => {
  const blank = { width: 700, height: 600, dpi: 300, data: new Uint8ClampedArray(700 * 600 * 4).fill(90) };
  const none = readProof(blank, expected),
    short = readProof({ ...blank, data: blank.data.subarray(9) }, expected);
  expect(!none.ok && toldByServer(none)).toMatch(/edge of the sheet cannot be told/);
  expect(!short.ok && short.code).toBe('scan.aScanOfPixels');
});

test('the same seed gives the same scan, row by row or all at once; another seed another', async () => {
  const at = { dpi: 60, seed: 9 };
  const whole = simulateScan(proof(9), at),
    byRows = await simulatedScanner(at).scan(proof(9));
  expect(Buffer.compare(Buffer.from(whole.data), Buffer.from(byRows.data))).toBe(0);
  expect(
    Buffer.compare(Buffer.from(whole.data), Buffer.from(simulateScan(proof(9), { ...at, seed: 10 }).data)),
  ).not.toBe(0);
});

test('a sample print has one later block out of register, and the same blocks each time', () => {
  const far = (laying: number) => sampleMisfits(77, 4, middle, laying).map((m) => Math.hypot(m.dxMm, m.dyMm));
  expect(far(0).filter((mm) => mm > 0.45).length).toBe(1);
  expect(far(0).indexOf(Math.max(...far(0)))).toBe(far(5).indexOf(Math.max(...far(5))));
  expect(Math.max(...far(0).map((mm, i) => Math.abs(mm - far(5)[i])))).toBeLessThan(0.3);
});
