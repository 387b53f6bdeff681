import fc from 'fast-check';
import { fitByEye, fitMotion, inImage, motionAbout, motionAt, NO_MOTION, type Motion } from './index';

const within = (limit: number) => fc.double({ min: -limit, max: limit, noNaN: true });
const place = fc.record({
  xMm: fc.double({ min: 0, max: 400, noNaN: true }),
  yMm: fc.double({ min: 0, max: 300, noNaN: true }),
});
const motion: fc.Arbitrary<Motion> = fc.record({
  dxMm: within(3),
  dyMm: within(3),
  rotationDeg: within(1.5),
  growthX: within(0.01),
  growthY: within(0.01),
  residualMm: fc.constant(0),
  about: place,
});
const markAt =
  (m: Motion) =>
  ({ xMm, yMm }: { xMm: number; yMm: number }) => {
    const [dxMm, dyMm] = motionAt(m, xMm, yMm);
    return { xMm, yMm, dxMm, dyMm };
  };

test('a motion is found again from marks it made, exactly, whatever it is told about', () =>
  fc.assert(
    fc.property(motion, fc.array(place, { minLength: 1, maxLength: 6 }), (truth, more) => {
      const corners = [
        { xMm: 10, yMm: 12 },
        { xMm: 380, yMm: 20 },
        { xMm: 30, yMm: 270 },
      ];
      const marks = [...corners, ...more].map(markAt(truth));
      const found = fitMotion(marks),
        same = motionAbout(truth, found.about.xMm, found.about.yMm);
      expect(found.dxMm).toBeCloseTo(same.dxMm, 4);
      expect(found.dyMm).toBeCloseTo(same.dyMm, 4);
      expect(found.rotationDeg).toBeCloseTo(truth.rotationDeg, 4);
      expect(found.growthX).toBeCloseTo(truth.growthX, 6);
      expect(found.growthY).toBeCloseTo(truth.growthY, 6);
      expect(found.residualMm).toBeLessThan(1e-4);
    }),
    { seed: 5 },
  ));

test('clockwise as seen: with y down, what is right of the middle goes down', () => {
  const found = fitMotion([
    { xMm: 0, yMm: 0, dxMm: 0, dyMm: -1 },
    { xMm: 200, yMm: 0, dxMm: 0, dyMm: 1 },
  ]);
  expect(found.rotationDeg).toBeCloseTo((Math.asin(0.01) * 180) / Math.PI, 3);
  expect(found.dyMm).toBeCloseTo(0, 9);
  expect(found.about).toEqual({ xMm: 100, yMm: 0 });
});

test('what marks cannot tell is left at nothing: turn from one mark, growth from two that are merely turned', () => {
  expect(fitMotion([{ xMm: 50, yMm: 50, dxMm: 0.6, dyMm: -0.2 }])).toMatchObject({
    dxMm: 0.6,
    dyMm: -0.2,
    rotationDeg: 0,
    growthX: 0,
    growthY: 0,
  });
  const turned = {
    dxMm: 0.3,
    dyMm: 0,
    rotationDeg: 0.4,
    growthX: 0,
    growthY: 0,
    residualMm: 0,
    about: { xMm: 0, yMm: 0 },
  };
  const found = fitMotion(
    [
      { xMm: 20, yMm: 30 },
      { xMm: 220, yMm: 180 },
    ].map(markAt(turned)),
  );
  expect(found.rotationDeg).toBeCloseTo(0.4, 4);
  expect(Math.abs(found.growthX) + Math.abs(found.growthY)).toBeLessThan(1e-6);
});

test('two marks by eye: no growth is made of what they disagree by', () => {
  const found = fitByEye([
    { xMm: 0, yMm: 0, dxMm: 0.6, dyMm: 0 },
    { xMm: 200, yMm: 0, dxMm: 0.4, dyMm: 0 },
  ]);
  expect(found.growthX).toBeCloseTo(0, 6);
  expect(found.dxMm).toBeCloseTo(0.5, 6);
  expect(found.residualMm).toBeCloseTo(0.1, 3);
});

test('the residual is what no motion explains', () => {
  const corners = [
    [0, 0],
    [200, 0],
    [0, 100],
    [200, 100],
  ].map(([xMm, yMm], i) => ({ xMm, yMm, dxMm: i === 0 || i === 3 ? 0.1 : -0.1, dyMm: 0 }));
  expect(fitMotion(corners).residualMm).toBeCloseTo(0.1, 3);
});

test('no marks, or half a number, is refused', () => {
  expect(() => fitMotion([])).toThrow(RangeError);
  expect(() => fitMotion([{ xMm: NaN, yMm: 0, dxMm: 0, dyMm: 0 }])).toThrow(/finite/);
});

test('a sheet laid the other way round is half a turn', () => {
  const marks = [
    [10, 20],
    [180, 25],
    [90, 120],
  ].map(([xMm, yMm]) => ({ xMm, yMm, dxMm: 2 * (100 - xMm) + 0.3, dyMm: 2 * (70 - yMm) - 0.2 }));
  const motion = fitMotion(marks);
  expect(Math.abs(motion.rotationDeg)).toBeCloseTo(180, 6);
  expect([motion.growthX, motion.growthY].every((g) => Math.abs(g) < 1e-6)).toBe(true);
  expect(motion.residualMm).toBeLessThan(1e-6);
});

test('told in the image, a motion moves the same point of the paper to the same place', () => {
  const motion: Motion = { ...NO_MOTION, dxMm: 0.4, dyMm: -0.2, rotationDeg: 0.3, about: { xMm: 140, yMm: 110 } },
    image = { xMm: 20, yMm: 25 };
  const onSheet = motionAt(motion, 60, 70),
    inIt = motionAt(inImage(motion, image), 60 - image.xMm, 70 - image.yMm);
  expect(inIt[0]).toBeCloseTo(onSheet[0], 12);
  expect(inIt[1]).toBeCloseTo(onSheet[1], 12);
});
