import { openWarnings, wordsForWarning } from './watchWords';

const fine = { kind: 'fine under films', run: 3, colour: 'reeds', thinnestMm: 0.4, keepOutOf: [0, 1, 2] } as const;
const uncovered = { kind: 'cannot cover', run: 1, colour: 'straw', below: [0] } as const;
const deep = { kind: 'too many films', colour: 'reeds', films: 6, allowed: 5 } as const;

test('what is closed is not warned of, and no closed run is named as a cure', () => {
  expect(openWarnings([fine, uncovered, deep], 0)).toEqual([fine, uncovered, deep]);
  expect(openWarnings([fine, uncovered, deep], 2)).toEqual([{ ...fine, keepOutOf: [2] }, deep]);
  expect(openWarnings([fine, uncovered, deep], 3)).toEqual([deep]);
});

test('each warning names its runs as one counts them, with a reason and a cure', () => {
  expect(wordsForWarning(fine, 'mm')).toEqual({
    run: 3,
    short: '0.4 mm detail on other films',
    sentence:
      'Reeds is as thin as 0.4 mm, and every film below makes it clumsier. Keep it out of runs 1, 2 and 3: mask or wipe it there.',
  });
  expect(wordsForWarning(uncovered, 'mm').sentence).toBe(
    'The light ink of run 2 does not cover what lies below it on straw. Give it more opacity, or keep straw out of run 1.',
  );
  expect(wordsForWarning(deep, 'mm').run).toBeUndefined();
  expect(wordsForWarning({ kind: 'tack rises', run: 2, below: 0 }, 'mm').sentence).toMatch(
    /^Run 3 has less softener than run 1 below it/,
  );
  expect(wordsForWarning({ kind: 'stains through', run: 2, stain: 0, colour: 'straw' }, 'mm').sentence).toMatch(
    /transparent ink of run 1 stains through the lighter run 3/,
  );
});
