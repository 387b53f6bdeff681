import { phrase } from '../units';
import fc from 'fast-check';
import {
  fewestPieces,
  heightOfPieces,
  largestAtCorners,
  motionAbout,
  NO_MOTION,
  rigidFrom,
  shimPlan,
  SHIM_STOCK,
  type BlockSetting,
  type Contact,
  type Motion,
} from './index';

const STOCK = [
  { name: 'board', thicknessMm: 0.4 },
  { name: 'paper', thicknessMm: 0.1 },
];

const image = { xMm: 40, yMm: 40, widthMm: 240, heightMm: 180 };
const centre = [160, 130] as const;
/** Corner stops, as seen on the print: the origin corner is bottom right; two contacts below push up, one on the right pushes left. */
const contacts: Contact[] = [
  { name: phrase('stop.near'), xMm: 244, yMm: 220, pushes: [0, -1] },
  { name: phrase('stop.far'), xMm: 76, yMm: 220, pushes: [0, -1] },
  { name: phrase('stop.short'), xMm: 280, yMm: 166, pushes: [-1, 0] },
];
const stock = fc
  .array(fc.constantFrom(0.05, 0.1, 0.12, 0.25, 0.4, 0.5, 1), { minLength: 1, maxLength: 3 })
  .map((list) => [...new Set(list)].map((thicknessMm) => ({ name: `${thicknessMm} mm`, thicknessMm })));
const within = (limit: number) => fc.double({ min: -limit, max: limit, noNaN: true });
const misfit = fc.record({
  dxMm: within(2),
  dyMm: within(2),
  rotationDeg: within(0.4),
  growthX: within(0.002),
  growthY: within(0.002),
  residualMm: fc.constant(0),
  about: fc.constant({ xMm: 150, yMm: 100 }),
});
const off: Motion = { ...NO_MOTION, about: { xMm: 160, yMm: 130 } };

test('shims are never negative, and after putting them in the misfit that can be shimmed is within what the stock allows', () =>
  fc.assert(
    fc.property(
      fc.array(misfit, { minLength: 1, maxLength: 5 }),
      stock,
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }),
      (misfits, pieces, had) => {
        const settings: BlockSetting[] = [
          { id: 'first', misfit: off, shimsMm: [0, 0, 0] },
          ...misfits.map((m, i) => ({ id: `run ${i}`, misfit: m, shimsMm: had })),
        ];
        const plan = shimPlan(settings, contacts, pieces, image);
        const thinnest = Math.min(...pieces.map((p) => p.thicknessMm));
        const after = settings.map((setting, s) => {
          plan.settings[s].contacts.forEach((c) => {
            expect(c.neededMm).toBeGreaterThanOrEqual(0);
            expect(c.pieces.every((p) => p.count > 0)).toBe(true);
            expect(c.setMm).toBeCloseTo(heightOfPieces(c.pieces, pieces), 9);
            if (pieces.length === 1) expect(Math.abs(c.setMm - c.neededMm)).toBeLessThanOrEqual(thinnest / 2 + 0.006);
          });
          const change = rigidFrom(
            contacts,
            plan.settings[s].contacts.map((c, i) => c.setMm - setting.shimsMm[i]),
            centre,
          );
          const before = motionAbout(setting.misfit, ...centre);
          return {
            ...before,
            growthX: 0,
            growthY: 0,
            dxMm: before.dxMm + change.dxMm,
            dyMm: before.dyMm + change.dyMm,
            rotationDeg: before.rotationDeg + change.rotationDeg,
          };
        });
        // each contact is within half the thinnest, on both of two blocks; the corners lie farther out than the contacts
        const gone = after.map((m) =>
          largestAtCorners(
            {
              ...m,
              dxMm: m.dxMm - after[0].dxMm,
              dyMm: m.dyMm - after[0].dyMm,
              rotationDeg: m.rotationDeg - after[0].rotationDeg,
            },
            image,
          ),
        );
        if (pieces.length === 1) expect(Math.max(...gone)).toBeLessThan(5 * thinnest + 0.05);
        contacts.forEach((_, c) =>
          expect(Math.min(...plan.settings.map((other) => other.contacts[c].neededMm))).toBeCloseTo(0, 9),
        );
      },
    ),
    { seed: 11, numRuns: 300 },
  ));

test('the mirror: an image too far right on the print is pushed left by a shim on the short side', () => {
  const plan = shimPlan(
    [
      { id: 'a', misfit: off, shimsMm: [0, 0, 0] },
      { id: 'b', misfit: { ...off, dxMm: 0.5, dyMm: 0.2 }, shimsMm: [0, 0, 0] },
    ],
    contacts,
    STOCK,
    image,
  );
  expect(plan.settings[1].contacts.map((c) => Math.round(c.neededMm * 100) / 100)).toEqual([0.2, 0.2, 0.5]);
  expect(plan.settings[1].contacts[2].pieces).toEqual([
    { name: 'board', count: 1 },
    { name: 'paper', count: 1 },
  ]);
  expect(plan.settings[0].contacts.every((c) => c.pieces.length === 0)).toBe(true);
  expect(plan.settings[1].remainsMm).toBeLessThan(1e-9);
  expect(largestAtCorners(plan.imageMoves, image)).toBeLessThan(1e-9);
});

test('an image too far left: the others are pushed, and the whole image moves; or the paper stops move, or the block is trimmed', () => {
  const plan = shimPlan(
    [
      { id: 'a', misfit: off, shimsMm: [0, 0, 0] },
      { id: 'b', misfit: { ...off, dxMm: -0.6 }, shimsMm: [0, 0, 0] },
    ],
    contacts,
    STOCK,
    image,
  );
  expect(plan.settings[0].contacts[2].neededMm).toBeCloseTo(0.6, 9);
  expect(plan.settings[1].contacts[2].neededMm).toBe(0);
  expect(plan.imageMoves.dxMm).toBeCloseTo(-0.6, 9);
  expect(plan.paperStopsMm[2]).toBeCloseTo(0.6, 9);
  expect(plan.settings[1].trimMm[2]).toBeCloseTo(0.6, 9);
  expect(plan.settings[0].trimMm).toEqual([0, 0, 0]);
});

test('a turn is cured by a wedge: two different shims on the long side', () => {
  const plan = shimPlan(
    [
      { id: 'a', misfit: off, shimsMm: [0, 0, 0] },
      { id: 'b', misfit: { ...off, rotationDeg: 0.2 }, shimsMm: [0, 0, 0] },
    ],
    contacts,
    [{ name: 'tissue', thicknessMm: 0.02 }],
    image,
  );
  const [near, far] = plan.settings[1].contacts;
  expect(
    near.neededMm - far.neededMm + plan.settings[0].contacts[1].neededMm - plan.settings[0].contacts[0].neededMm,
  ).toBeCloseTo(0.2 * (Math.PI / 180) * 168, 6);
  expect(plan.settings[1].remainsMm).toBeLessThan(0.06);
});

test('growth is told, not shimmed; shims put in before are kept in mind', () => {
  const grown = { ...off, growthX: -0.002 };
  const plan = shimPlan(
    [
      { id: 'a', misfit: off, shimsMm: [0, 0, 0] },
      { id: 'b', misfit: grown, shimsMm: [0.4, 0.4, 0] },
    ],
    contacts,
    STOCK,
    image,
  );
  expect(plan.settings[1].contacts.map((c) => c.setMm)).toEqual([0.4, 0.4, 0]);
  expect(plan.settings[1].growthMm[0]).toBeCloseTo(-0.48, 9);
  expect(plan.settings[1].remainsMm).toBeCloseTo(0.24, 3);
});

test('the fewest pieces, and of those the nearest', () => {
  expect(fewestPieces(0.83, STOCK)).toEqual([{ name: 'board', count: 2 }]);
  expect(fewestPieces(0.72, STOCK)).toEqual([
    { name: 'board', count: 1 },
    { name: 'paper', count: 3 },
  ]);
  expect(fewestPieces(0.04, STOCK)).toEqual([]);
  expect(fewestPieces(0.3, [{ name: 'board', thicknessMm: 0.4 }])).toEqual([{ name: 'board', count: 1 }]);
});

test('foil is counted in thousandths: 0.025 makes 0.30 of twelve pieces', () => {
  const foil = [{ name: 'foil', thicknessMm: 0.025 }];
  expect(fewestPieces(0.3, foil)).toEqual([{ name: 'foil', count: 12 }]);
  expect(heightOfPieces(fewestPieces(0.3, foil), foil)).toBeCloseTo(0.3, 9);
  expect(() => fewestPieces(NaN, foil)).toThrow('NaN cannot be the height to shim (mm); it may be any finite number.');
});

test('the start stock is board and paper', () => {
  expect(SHIM_STOCK.map((s) => s.thicknessMm)).toEqual([0.5, 0.12]);
});

describe('a move asked of the contacts', () => {
  test('the same at all three of a side and the other: a plain shift', () => {
    const moved = rigidFrom(contacts, [0.3, 0.3, 0.5], centre);
    expect(moved.dxMm).toBeCloseTo(-0.5, 9);
    expect(moved.dyMm).toBeCloseTo(-0.3, 9);
    expect(moved.rotationDeg).toBeCloseTo(0, 9);
  });

  test('more at the far end of the long side: the image turns clockwise as seen', () => {
    // pushed up at the left end only: the left goes up, the right stays
    const moved = rigidFrom(contacts, [0, 0.4, 0], centre);
    expect(moved.rotationDeg).toBeGreaterThan(0);
    expect(moved.dyMm).toBeLessThan(0);
  });

  test('nothing asked, nothing moved', () => {
    const moved = rigidFrom(contacts, [0, 0, 0], centre);
    expect(largestAtCorners(moved, image)).toBeCloseTo(0, 12);
  });

  test('pieces are as high as their sum, and unknown ones have no height', () => {
    const pieces = [
      { name: 'board', count: 2 },
      { name: 'paper', count: 3 },
      { name: 'feather', count: 9 },
    ];
    expect(heightOfPieces(pieces, STOCK)).toBeCloseTo(1.1, 9);
    expect(heightOfPieces([], STOCK)).toBe(0);
  });
});
