import fc from 'fast-check';
import { lowestPart, partsInWords, sameParts, withShare } from './parts';

const shares = fc.array(fc.double({ min: 0.05, max: 1, noNaN: true }), { minLength: 2, maxLength: 5 }).map((raw) => {
  const total = raw.reduce((a, b) => a + b, 0);
  return raw.map((v, i) => ({ id: `ink ${i}`, share: v / total }));
});

test('a share is set, the others keep their proportion, and the whole stays one', () => {
  fc.assert(
    fc.property(shares, fc.double({ min: 0.01, max: 0.95, noNaN: true }), (parts, share) => {
      const next = withShare(parts, 'ink 0', share);
      expect(next.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 9);
      expect(next.find((p) => p.id === 'ink 0')!.share).toBeCloseTo(share, 2);
      for (let i = 2; i < next.length; i++)
        expect(next[i].share / next[1].share).toBeCloseTo(parts[i].share / parts[1].share, 6);
    }),
    { seed: 61 },
  );
});

test('a share of nothing falls out when let go, and stays while it is turned', () => {
  const parts = [
    { id: 'white', share: 0.7 },
    { id: 'ochre', share: 0.3 },
  ];
  expect(withShare(parts, 'ochre', 0)).toEqual([{ id: 'white', share: 1 }]);
  expect(withShare(parts, 'ochre', 0, true).map((p) => p.id)).toEqual(['white', 'ochre']);
});

test('all the others at nothing share what is left alike', () => {
  const next = withShare(
    [
      { id: 'a', share: 1 },
      { id: 'b', share: 0 },
      { id: 'c', share: 0 },
    ],
    'a',
    0.5,
    true,
  );
  expect(next.map((p) => p.share)).toEqual([0.5, 0.25, 0.25]);
});

test('parts as one measures them out, traces apart', () => {
  const parts = [
    { id: 'white', share: 0.745 },
    { id: 'ochre', share: 0.25 },
    { id: 'blue', share: 0.005 },
  ];
  const lowest = lowestPart(parts);
  expect(parts.map((p) => partsInWords(p.share, lowest))).toEqual(['3 parts', '1 part', 'a trace']);
});

test('the same recipe in another order is the same', () => {
  const parts = [
    { id: 'white', share: 0.7 },
    { id: 'ochre', share: 0.3 },
  ];
  expect(sameParts(parts, [...parts].reverse())).toBe(true);
  expect(
    sameParts(parts, [
      { id: 'white', share: 0.69 },
      { id: 'ochre', share: 0.31 },
    ]),
  ).toBe(false);
  expect(sameParts(parts, [parts[0]])).toBe(false);
});
