import fc from 'fast-check';
import { carriedPoint, withPicturePlaced } from './carried';
import { emptyPlan, type PicturePlan } from '@/model';
import { pictureOf } from '@/testing/plans';

const picture = (more: Partial<PicturePlan> = {}) => pictureOf(200, 150, more);

test.each([
  ['half as large', { widthMm: 100, heightMm: 75 }, [20, 15]],
  ['mirrored', { mirrored: true }, [160, 30]],
  ['turned clockwise', { turnDeg: 90, widthMm: 150, heightMm: 200 }, [120, 40]],
  ['the left half', { crop: { x: 0, y: 0, width: 0.5, height: 1 }, widthMm: 100 }, [40, 30]],
  ['the right half, which it is not in', { crop: { x: 0.5, y: 0, width: 0.5, height: 1 }, widthMm: 100 }, [-60, 30]],
] as const)('a point of the print, %s', (_, more, [x, y]) => {
  const [gotX, gotY] = carriedPoint(picture(), picture(more), 40, 30);
  expect(gotX).toBeCloseTo(x, 9);
  expect(gotY).toBeCloseTo(y, 9);
});

test('there and back is where it was, however it is placed', () => {
  const placed = fc.record({
    turnDeg: fc.constantFrom(0 as const, 90 as const, 180 as const, 270 as const),
    mirrored: fc.boolean(),
    crop: fc.record({
      x: fc.double({ min: 0, max: 0.4, noNaN: true }),
      y: fc.double({ min: 0, max: 0.4, noNaN: true }),
      width: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
      height: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
    }),
    widthMm: fc.double({ min: 20, max: 500, noNaN: true }),
    heightMm: fc.double({ min: 20, max: 500, noNaN: true }),
  });
  let off = 0;
  fc.assert(
    fc.property(placed, placed, (a, b) => {
      const [x, y] = carriedPoint(b, a, ...carriedPoint(a, b, 30, 40));
      off = Math.max(off, Math.abs(x - 30), Math.abs(y - 40));
    }),
  );
  expect(off).toBeLessThan(1e-6);
});

test('lettering and masks go along with the picture; a new picture leaves them where they were', () => {
  const plan = {
    ...emptyPlan(),
    picture: picture(),
    lettering: [{ xMm: 40, yMm: 30, colourId: 'ink' }],
    masks: [
      {
        id: 'm',
        runId: 'run-gone',
        kind: 'mask' as const,
        place: { anchors: [{ xMm: 40, yMm: 30, colourId: null }], outlinesMm: [[0, 0, 10, 0, 10, 10]] },
        covers: 'place' as const,
        growMm: 1,
        hold: 'pins' as const,
        note: '',
      },
    ],
  };
  const sized = withPicturePlaced(plan, picture({ widthMm: 100, heightMm: 75 }));
  expect(sized.lettering).toEqual([{ xMm: 20, yMm: 15, colourId: 'ink' }]);
  expect(sized.masks[0].place).toEqual({
    anchors: [{ xMm: 20, yMm: 15, colourId: null }],
    outlinesMm: [[0, 0, 5, 0, 5, 5]],
  });
  const other = withPicturePlaced(plan, picture({ originalSha: 'b'.repeat(64), widthMm: 100, heightMm: 75 }));
  expect(other.lettering).toEqual(plan.lettering);
});
