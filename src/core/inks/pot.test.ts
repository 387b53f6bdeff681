import fc from 'fast-check';
import { deltaE2000, type Lab } from '../colour';
import {
  filmOnGround,
  groundOf,
  labOfRecipe,
  nearestPours,
  pouringOf,
  STARTER_CABINET,
  type Pigment,
  type PotPart,
  type RecipePart,
  type RecipeTask,
} from './index';

const ground = groundOf([94.5, 0.3, 4.2], [15, 0.3, 0.5]);
const PIGMENTS: Pigment[] = STARTER_CABINET.map((ink) => ({
  id: ink.name,
  role: ink.role,
  film: filmOnGround(ground, ink.labD50, ink.contrastRatio),
}));
const [first, second, third] = PIGMENTS.filter(({ role }) => role === 'pigment').map(({ id }) => id),
  white = PIGMENTS.find(({ role }) => role === 'white')!.id;

const onPaper = (parts: readonly RecipePart[]): RecipeTask => {
  const task = { ground, below: ground.internal, weight: 1, pigments: PIGMENTS };
  return { ...task, targetLabD50: labOfRecipe(task, parts) };
};

test('an empty pot wants the whole recipe, the largest share first', () => {
  const { parts, totalG, overG } = pouringOf(
    [
      { id: 'blue', share: 0.05 },
      { id: 'white', share: 0.95 },
    ],
    20,
    [],
  );
  expect(parts.map(({ id }) => id)).toEqual(['white', 'blue']);
  expect(parts.map(({ restG }) => restG)).toEqual([19, 1]);
  expect([totalG, overG]).toEqual([20, 0]);
});

test('what went over is followed up by the others: 1.2 g in place of 1 of a twentieth makes 24 g', () => {
  const { parts, totalG, overG } = pouringOf(
    [
      { id: 'blue', share: 0.05 },
      { id: 'white', share: 0.95 },
    ],
    20,
    [
      { id: 'white', grams: 10 },
      { id: 'white', grams: 9 },
      { id: 'blue', grams: 1.2 },
    ],
  );
  expect(totalG).toBeCloseTo(24);
  expect(overG).toBeCloseTo(4);
  expect(parts[0].restG).toBeCloseTo(3.8);
  expect(parts[1].restG).toBe(0);
});

test('what does not belong is told apart, and shares need not sum to one', () => {
  const { strangers, parts } = pouringOf(
    [
      { id: 'a', share: 3 },
      { id: 'b', share: 1 },
    ],
    8,
    [{ id: 'c', grams: 0.4 }],
  );
  expect(strangers).toEqual([{ id: 'c', grams: 0.4 }]);
  expect(parts.map(({ restG }) => restG)).toEqual([6, 2]);
});

test('whatever was poured, the rest makes the shares exact, is never below 0, and nothing less would do', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          share: fc.double({ min: 0.01, max: 1, noNaN: true }),
          grams: fc.double({ min: 0, max: 30, noNaN: true }),
        }),
        {
          minLength: 1,
          maxLength: 6,
        },
      ),
      fc.double({ min: 0, max: 40, noNaN: true }),
      (of, wantedG) => {
        const shares = of.map(({ share }, i) => ({ id: `ink ${i}`, share }));
        const { parts, totalG } = pouringOf(
          shares,
          wantedG,
          of.map(({ grams }, i) => ({ id: `ink ${i}`, grams })),
        );
        const full = parts.map(({ pouredG, restG }) => pouredG + restG);
        const exact = parts.every((part, i) => Math.abs(full[i] - part.share * totalG) < 1e-9 * Math.max(1, totalG));
        const least = totalG <= wantedG + 1e-9 || parts.some(({ restG }) => restG < 1e-9);
        return exact && least && parts.every(({ restG }) => restG >= 0) && totalG >= wantedG - 1e-9;
      },
    ),
  );
});

test('grams below nothing are no grams', () => {
  expect(() => pouringOf([{ id: 'a', share: 1 }], -1, [])).toThrow(/ink wanted/);
  expect(() => pouringOf([{ id: 'a', share: 1 }], 1, [{ id: 'a', grams: -0.1 }])).toThrow(/was poured/);
});

describe('a little more of what brings the pot nearest', () => {
  const recipe: RecipePart[] = [
    { id: white, share: 0.6 },
    { id: first, share: 0.3 },
    { id: second, share: 0.1 },
  ];
  const task = onPaper(recipe);
  const pot = (of: readonly RecipePart[], grams: number): PotPart[] =>
    of.map(({ id, share }) => ({ id, grams: share * grams }));

  test('a pot that is right wants nothing', () => {
    const answer = nearestPours({ task, pot: pot(recipe, 20), mostG: 10, leastG: 0.05 });
    expect(answer.pours).toEqual([]);
    expect(answer.deltaE).toBeLessThan(0.01);
  });

  test('what one part lacks is found in grams', () => {
    const short = [
      { id: white, grams: 12 },
      { id: first, grams: 6 },
      { id: second, grams: 1.1 },
    ];
    const { pours, deltaE, beforeDeltaE } = nearestPours({ task, pot: short, mostG: 10, leastG: 0.02 });
    expect(pours.map(({ id }) => id)).toEqual([second]);
    expect(pours[0].grams).toBeCloseTo(0.9, 1);
    expect(beforeDeltaE).toBeGreaterThan(1);
    expect(deltaE).toBeLessThan(0.3);
  });

  test('a part that went over is answered by two others, without following up the whole recipe', () => {
    const over = [
      { id: white, grams: 12 },
      { id: first, grams: 8.4 },
      { id: second, grams: 2 },
    ];
    const { pours, deltaE } = nearestPours({ task, pot: over, mostG: 8, leastG: 0.05 });
    expect(pours.length).toBeGreaterThan(0);
    expect(pours.reduce((sum, { grams }) => sum + grams, 0)).toBeLessThanOrEqual(8.001);
    expect(deltaE).toBeLessThan(1);
  });

  test('what was read goes before what is reckoned: a pot that reads right is left alone, though it was poured wrong', () => {
    const odd = [
      { id: white, grams: 10 },
      { id: third, grams: 2 },
    ];
    const { pours, beforeDeltaE } = nearestPours({
      ...{ task, pot: odd, mostG: 10, leastG: 0.05 },
      readLabD50: task.targetLabD50,
    });
    expect(beforeDeltaE).toBeLessThan(1e-6);
    expect(pours).toEqual([]);
  });

  test('a reading that is off is brought nearer by the same difference', () => {
    const is = pot(recipe, 20);
    const [l, a, b] = task.targetLabD50;
    const read: Lab = [l + 4, a, b];
    const { pours, deltaE, beforeDeltaE } = nearestPours({ task, pot: is, mostG: 6, leastG: 0.02, readLabD50: read });
    expect(beforeDeltaE).toBeCloseTo(deltaE2000(read, task.targetLabD50), 6);
    expect(pours.length).toBeGreaterThan(0);
    expect(deltaE).toBeLessThan(beforeDeltaE / 2);
  });

  test('it is never worse than the pot as it is, and never more than was allowed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 6, noNaN: true }),
        (a, b, mostG) => {
          const is = [
            { id: white, grams: a },
            { id: first, grams: b },
          ];
          const answer = nearestPours({ task, pot: is, mostG, leastG: 0.05 });
          const total = answer.pours.reduce((sum, { grams }) => sum + grams, 0);
          return answer.deltaE <= answer.beforeDeltaE + 1e-9 && total <= mostG * 1.02 + 0.05;
        },
      ),
      { numRuns: 12 },
    );
  });

  test('an empty pot, or no room left in it, is answered with nothing', () => {
    expect(nearestPours({ task, pot: [], mostG: 5, leastG: 0.05 }).pours).toEqual([]);
    expect(nearestPours({ task, pot: pot(recipe, 3), mostG: 0.01, leastG: 0.05 }).pours).toEqual([]);
  });
});
