import type { Lab } from '../colour';
import { planWarnings, type ColourFacts, type InkingFacts } from './index';

const PAPER: Lab = [94, 0, 4];
const inking = (run: number, solidLabD50: Lab, more: Partial<InkingFacts> = {}): InkingFacts => ({
  run,
  name: `ink ${run}`,
  solidLabD50,
  contrastRatio: 0.9,
  softenerPercent: 2 * run,
  oil: true,
  ...more,
});
const DARK: Lab = [25, 10, -30],
  STRAW: Lab = [82, 4, 40];
const colour = (stack: number[], seenLabD50: Lab[], thinnestMm?: number): ColourFacts => ({
  name: 'reeds',
  stack,
  seenLabD50: [PAPER, ...seenLabD50],
  thinnestMm,
});

test('a light ink that does not cover, and one that does', () => {
  const inkings = [inking(0, DARK), inking(1, STRAW)];
  expect(planWarnings(PAPER, inkings, [colour([0, 1], [DARK, [55, 5, 10]])], 5)).toEqual([
    { kind: 'cannot cover', run: 1, colour: 'reeds', below: [0] },
  ]);
  expect(planWarnings(PAPER, inkings, [colour([0, 1], [DARK, STRAW])], 5)).toEqual([]);
});

test('a staining transparent film below is named as the cause', () => {
  const inkings = [inking(0, DARK, { contrastRatio: 0.05 }), inking(1, STRAW)];
  expect(planWarnings(PAPER, inkings, [colour([0, 1], [DARK, [55, 5, 10]])], 5)).toEqual([
    { kind: 'stains through', run: 1, stain: 0, colour: 'reeds' },
  ]);
});

test('fine detail over several films: keep it out of the earlier runs', () => {
  const inkings = [inking(0, STRAW), inking(1, [60, 20, 30]), inking(2, DARK)];
  const seen: Lab[] = [STRAW, [60, 20, 30], DARK];
  expect(planWarnings(PAPER, inkings, [colour([0, 1, 2], seen, 0.4)], 5)).toEqual([
    { kind: 'fine under films', run: 2, colour: 'reeds', thinnestMm: 0.4, keepOutOf: [0, 1] },
  ]);
  expect(planWarnings(PAPER, inkings, [colour([0, 1, 2], seen, 2)], 5)).toEqual([]);
  expect(planWarnings(PAPER, inkings, [colour([0, 2], [STRAW, DARK], 0.4)], 5)).toEqual([]);
});

test('more films than wished', () => {
  const inkings = [0, 1, 2].map((run) => inking(run, DARK));
  expect(planWarnings(PAPER, inkings, [colour([0, 1, 2], [DARK, DARK, DARK])], 2)).toEqual([
    { kind: 'too many films', colour: 'reeds', films: 3, allowed: 2 },
  ]);
});

test('the tack ladder must not fall; water-based films have none', () => {
  const inkings = [inking(0, STRAW, { softenerPercent: 4 }), inking(1, DARK, { softenerPercent: 0 })];
  const colours = [colour([0, 1], [STRAW, DARK]), colour([0, 1], [STRAW, DARK])];
  expect(planWarnings(PAPER, inkings, colours, 5)).toEqual([{ kind: 'tack rises', run: 1, below: 0 }]);
  expect(
    planWarnings(
      PAPER,
      inkings.map((i) => ({ ...i, oil: false })),
      colours,
      5,
    ),
  ).toEqual([]);
});
