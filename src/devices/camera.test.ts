import { toldByServer } from '@/words/refusals';
import { deltaE2000 } from '@/core/colour';
import { motionAbout, PHOTOGRAPH_LIMITS, readProof } from '@/core/registration';
import { expected, proof } from '@/testing/sheetUnderLid';
import { photographed, simulateScan } from './index';

const read = (seed: number, longerPx = 1600) => {
  const lid = proof(seed),
    photograph = photographed(simulateScan(lid, { dpi: 300, seed }), { seed, longerPx });
  return { lid, photograph, reading: readProof(photograph, expected, undefined, PHOTOGRAPH_LIMITS) };
};

test.each([3, 4, 8])(
  'a photograph from the hand (seed %d): straightened, misfits within what is stated, colours within what a photograph tells',
  (seed) => {
    const { lid, reading } = read(seed);
    if (!reading.ok) throw new Error(toldByServer(reading));
    reading.value.runs.forEach((answer, r) => {
      if (!answer.ok) throw new Error(toldByServer(answer));
      const { onSheet, range95 } = answer.value,
        truth = motionAbout(lid.motions[r], onSheet.about.xMm, onSheet.about.yMm);
      expect(Math.abs(onSheet.dxMm - truth.dxMm)).toBeLessThan(range95.dxMm);
      expect(Math.abs(onSheet.dyMm - truth.dyMm)).toBeLessThan(range95.dyMm);
      // the lens has its part in what is left open
      expect(range95.dxMm).toBeGreaterThan(0.28);
    });
    reading.value.seenLabD50.forEach((seen, label) => {
      if (seen) expect(deltaE2000(seen, expected.lookUpToLabD50[2][label])).toBeLessThan(5);
    });
  },
);

test('the same photograph is no scan: it lies at an angle, and is told so', () => {
  const { photograph } = read(3);
  const refused = readProof(photograph, expected);
  expect(!refused.ok && toldByServer(refused)).toMatch(/turned|angle|perspective|edges|whole sheet/i);
});

test('too small in its frame it is refused with what would do', () => {
  const { reading } = read(3, 260);
  expect(!reading.ok && toldByServer(reading)).toMatch(/dots an inch; 100 are needed|too few to measure on/);
});

test('the same seed takes the same photograph', () => {
  const scan = simulateScan(proof(2), { dpi: 100, seed: 2 });
  const of = (seed: number) => photographed(scan, { seed, longerPx: 300 }).data;
  expect(of(1)).toEqual(of(1));
  expect(of(1)).not.toEqual(of(2));
});
