import fc from 'fast-check';
import { kentoContacts, kentoMoves, kentoMovesMade, movedByKento } from './kento';
import { motionAt, NO_MOTION, type Motion } from './motion';

const SHEET = { widthMm: 320, heightMm: 260 };
const CENTRE = [150, 110] as const;
const contacts = kentoContacts(SHEET);

const misfit = fc
  .record({
    dxMm: fc.double({ min: -3, max: 3, noNaN: true }),
    dyMm: fc.double({ min: -3, max: 3, noNaN: true }),
    rotationDeg: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  })
  .map((one): Motion => ({ ...NO_MOTION, ...one, about: { xMm: CENTRE[0], yMm: CENTRE[1] } }));

test('an image that lies too far right and too low wants the corner cut back on both faces: the paper follows it', () => {
  const off: Motion = { ...NO_MOTION, dxMm: 0.4, dyMm: 0.3, about: { xMm: CENTRE[0], yMm: CENTRE[1] } };
  const [long, side, short] = kentoMoves(off, contacts);
  expect([long, side, short].map((mm) => Math.round(100 * mm) / 100)).toEqual([-0.3, -0.3, -0.4]);
});

test('the moves applied bring every misfit that is no growth under a hundredth of a millimetre, all over the sheet', () => {
  fc.assert(
    fc.property(misfit, (off) => {
      const moved = movedByKento(contacts, kentoMoves(off, contacts), CENTRE);
      for (const [x, y] of [
        [20, 20],
        [300, 20],
        [20, 240],
        [300, 240],
      ]) {
        const [a, b] = [motionAt(off, x, y), motionAt(moved, x, y)];
        expect(Math.hypot(a[0] + b[0], a[1] + b[1])).toBeLessThan(0.01);
      }
    }),
    { seed: 21 },
  );
});

test('on the block, which lies mirrored, the same moves of the same faces put the print right', () => {
  fc.assert(
    fc.property(misfit, (off) => {
      // the block: x counted from the other side. Its faces push the other way across, alike down
      const mirrored = contacts.map((one) => ({
        ...one,
        xMm: SHEET.widthMm - one.xMm,
        pushes: [-one.pushes[0], one.pushes[1]] as const,
      }));
      const onBlock: Motion = {
        ...off,
        dxMm: -off.dxMm,
        rotationDeg: -off.rotationDeg,
        about: { xMm: SHEET.widthMm - off.about.xMm, yMm: off.about.yMm },
      };
      const [seen, cut] = [kentoMoves(off, contacts), kentoMoves(onBlock, mirrored)];
      seen.forEach((mm, c) => expect(cut[c]).toBeCloseTo(mm, 9));
    }),
    { seed: 22 },
  );
});

test('a hand leaves what is finer than its knife, and what it made is what is reckoned with from then on', () => {
  const off: Motion = { ...NO_MOTION, dxMm: 0.4, dyMm: 0.03, about: { xMm: CENTRE[0], yMm: CENTRE[1] } };
  expect(kentoMovesMade(off, contacts)).toEqual([0, 0, -0.4]);
  fc.assert(
    fc.property(misfit, (one) => {
      const [exact, made] = [kentoMoves(one, contacts), kentoMovesMade(one, contacts)];
      made.forEach((mm, c) => {
        expect(mm === 0 || Math.abs(mm) >= 0.05).toBe(true);
        expect(Math.abs(mm - exact[c])).toBeLessThanOrEqual(mm === 0 ? 0.05 : 0.005 + 1e-9);
      });
    }),
    { seed: 23 },
  );
});
