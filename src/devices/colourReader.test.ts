import { deltaE2000, labD50FromSpectrum } from '@/core/colour';
import { filmOnGround, filmOver, groundOf, labFromInternal } from '@/core/inks';
import { fileReader, simulatedReader, typedReader, type Patch } from './index';

const ground = groundOf([94.5, 0.3, 4.2], [16, 0, 0]);
const film = filmOnGround(ground, [48, 63, 42], 0.35);
const patch: Patch = { inkId: 'warm red', film, weight: 1, ground: ground.internal, floor: ground.floor };
const believed = labFromInternal(ground, filmOver(film, ground.internal));

test('it answers after a moment, with a spectrum and its Lab', async () => {
  const reader = simulatedReader(5, 40);
  const from = Date.now();
  const reading = await reader.read(patch);
  expect(Date.now() - from).toBeGreaterThanOrEqual(35);
  expect(reading.spectrum).toHaveLength(36);
  expect(deltaE2000(labD50FromSpectrum(reading.spectrum!), reading.labD50)).toBeLessThan(0.05);
});

test('the pot differs a little from what the cabinet believes, and is the same pot each time', async () => {
  const reader = simulatedReader(5, 0);
  const readings = await Promise.all([0, 1, 2, 3, 4].map(() => reader.read(patch)));
  const off = readings.map((r) => deltaE2000(r.labD50, believed));
  expect(Math.min(...off)).toBeGreaterThan(0.05);
  expect(Math.max(...off)).toBeLessThan(12);
  for (const r of readings) expect(deltaE2000(r.labD50, readings[0].labD50)).toBeLessThan(1);
  expect(new Set(readings.map((r) => r.spectrum!.join())).size).toBe(5);
});

test('another pot, another seed: another true ink', async () => {
  const [one, other, seeded] = await Promise.all([
    simulatedReader(5, 0).read(patch),
    simulatedReader(5, 0).read({ ...patch, inkId: 'cool red' }),
    simulatedReader(6, 0).read(patch),
  ]);
  expect(deltaE2000(one.labD50, other.labD50)).toBeGreaterThan(0.05);
  expect(deltaE2000(one.labD50, seeded.labD50)).toBeGreaterThan(0.05);
});

test('a bare ground reads as itself', async () => {
  const reading = await simulatedReader(5, 0).read({ ...patch, film: null, inkId: null });
  expect(deltaE2000(reading.labD50, ground.paperLabD50)).toBeLessThan(0.8);
});

test('what is typed or comes from a file is given as it is', async () => {
  expect(await typedReader([50, 10, -20]).read(patch)).toEqual({ labD50: [50, 10, -20], spectrum: null });
  const fromFile = { labD50: [40, 0, 0] as const, spectrum: Array<number>(36).fill(0.1) };
  expect(await fileReader(fromFile).read(patch)).toBe(fromFile);
});
