import fc from 'fast-check';
import { deltaE2000, type Lab } from '../colour';
import {
  filmOnGround,
  filmOver,
  groundOf,
  labOfRecipe,
  solveRecipe,
  STARTER_CABINET,
  type Pigment,
  type RecipeTask,
} from './index';

const PAPER: Lab = [94.5, 0.3, 4.2];
const ground = groundOf(PAPER, [15, 0.3, 0.5]);
const PIGMENTS: Pigment[] = STARTER_CABINET.map((ink) => ({
  id: ink.name,
  role: ink.role,
  film: filmOnGround(ground, ink.labD50, ink.contrastRatio),
}));
const onPaper = (targetLabD50: Lab): RecipeTask => ({
  targetLabD50,
  ground,
  below: ground.internal,
  weight: 1,
  pigments: PIGMENTS,
});
const film = (name: string) => PIGMENTS.find((p) => p.id === name)!.film;

test('the starter cabinet: sixteen pigments and colours, white, black, extender', () => {
  expect(STARTER_CABINET.length).toBeGreaterThanOrEqual(18);
  for (const role of ['white', 'black', 'extender'] as const)
    expect(STARTER_CABINET.filter((i) => i.role === role)).toHaveLength(1);
  expect(new Set(STARTER_CABINET.map((i) => i.name)).size).toBe(STARTER_CABINET.length);
});

test('colours a printmaker asks for are reached on paper', () => {
  const wanted: Lab[] = [
    [82, 4, 40],
    [68, 20, 45],
    [50, 25, 22],
    [38, 0, -18],
    [62, -14, 26],
    [20, 1, -4],
    [75, -6, -12],
  ];
  for (const target of wanted) {
    const answer = solveRecipe(onPaper(target))!;
    expect(answer.best.deltaE).toBeLessThan(1.5);
    expect(answer.limit).toBeUndefined();
    expect(answer.chosen.deltaE).toBeLessThanOrEqual(answer.best.deltaE + 0.5);
    expect(answer.chosen.parts.length).toBeLessThanOrEqual(answer.best.parts.length);
  }
});

test('a recipe has at most three pigments, adds up, and is predicted as it is mixed', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 25, max: 88 }),
      fc.integer({ min: -40, max: 45 }),
      fc.integer({ min: -35, max: 60 }),
      (l, a, b) => {
        const { chosen } = solveRecipe(onPaper([l, a, b]))!;
        const roles = chosen.parts.map((part) => PIGMENTS.find((p) => p.id === part.id)!.role);
        expect(roles.filter((role) => role === 'pigment' || role === 'black').length).toBeLessThanOrEqual(3);
        expect(chosen.parts.reduce((sum, part) => sum + part.share, 0)).toBeCloseTo(1, 9);
        expect(chosen.parts.every((part) => part.share > 0)).toBe(true);
        expect(deltaE2000(labOfRecipe(onPaper([l, a, b]), chosen.parts), chosen.labD50)).toBeLessThan(1e-9);
      },
    ),
    { numRuns: 15, seed: 9 },
  );
});

test('a known mixture is found again, or something that looks the same', () => {
  const parts = [
    { id: 'yellow ochre', share: 0.5 },
    { id: 'ultramarine', share: 0.1 },
    { id: 'opaque white', share: 0.4 },
  ];
  const target = labOfRecipe(onPaper([0, 0, 0]), parts);
  expect(solveRecipe(onPaper(target))!.best.deltaE).toBeLessThan(0.6);
});

describe('what cannot be reached is said, with the nearest', () => {
  test('a light colour over a dark film without an opaque ink', () => {
    const below = filmOver(film('carbon black'), ground.internal);
    const transparent = PIGMENTS.filter((p) => ['lemon yellow', 'magenta', 'phthalo blue', 'extender'].includes(p.id));
    const answer = solveRecipe({ targetLabD50: [80, 5, 45], ground, below, weight: 1, pigments: transparent })!;
    expect(answer.best.deltaE).toBeGreaterThan(20);
    expect(answer.limit).toBe('below shows through');
  });
  test('over a dark film, white and opaque pigments come much nearer', () => {
    const below = filmOver(film('iron blue'), ground.internal);
    const withWhite = solveRecipe({ targetLabD50: [65, 10, 30], ground, below, weight: 1, pigments: PIGMENTS })!;
    const without = solveRecipe({
      targetLabD50: [65, 10, 30],
      ground,
      below,
      weight: 1,
      pigments: PIGMENTS.filter((p) => p.role !== 'white'),
    })!;
    expect(withWhite.best.deltaE).toBeLessThan(without.best.deltaE);
  });
  test('a colour purer than any pigment', () => {
    expect(solveRecipe(onPaper([60, -95, 60]))!.limit).toBe('not pure enough');
  });
  test('lighter than the paper, and darker than the black', () => {
    expect(solveRecipe(onPaper([100, 0, 0]))!.limit).toBe('not light enough');
    expect(solveRecipe(onPaper([2, 0, 0]))!.limit).toBe('not dark enough');
  });
  test('an empty cabinet has no recipe', () => {
    expect(solveRecipe({ ...onPaper([50, 0, 0]), pigments: [] })).toBeUndefined();
  });
});
