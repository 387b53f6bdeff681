import fc from 'fast-check';
import {
  deltaE2000,
  hexFromLabD50,
  labD50FromOklab,
  labD50FromSrgb8,
  oklabFromSrgb8,
  wordForColour,
  wordForDifference,
  type Lab,
} from './index';

const lab = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const channel = fc.integer({ min: 0, max: 255 });
const colours = fc.tuple(channel, channel, channel).map((rgb) => labD50FromSrgb8(rgb));

describe('words for colours', () => {
  test.each([
    [0x000000, 'black'],
    [0xffffff, 'white'],
    [0xd03020, 'scarlet'],
    [0x2b3da0, 'ultramarine'],
    [0x4f8f3d, 'leaf green'],
    [0x808488, 'mid grey'],
  ])('%d is %s', (hex, word) => {
    expect(wordForColour(lab(hex))).toBe(word);
  });

  test('a word that is taken gets the next numeral', () => {
    const taken: string[] = [];
    for (let i = 0; i < 4; i++) taken.push(wordForColour(lab(0xead08c), taken));
    expect(taken).toEqual(['straw', 'straw 2', 'straw 3', 'straw 4']);
  });

  test('every colour has a word', () => {
    fc.assert(
      fc.property(colours, (colour) => {
        expect(wordForColour(colour)).toMatch(/^[a-z][a-z -]+$/);
      }),
    );
  });
});

describe('words for differences', () => {
  test('they rise with the difference', () => {
    const order = ['not seen', 'slight', 'clear', 'wrong'];
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }), (a, b) => {
        const [less, more] = a < b ? [a, b] : [b, a];
        expect(order.indexOf(wordForDifference(less))).toBeLessThanOrEqual(order.indexOf(wordForDifference(more)));
      }),
    );
  });

  test.each([
    [0.99, 'not seen'],
    [1, 'slight'],
    [3, 'clear'],
    [8, 'wrong'],
  ])('ΔE %d is %s', (deltaE, word) => {
    expect(wordForDifference(deltaE)).toBe(word);
  });
});

describe('colour difference', () => {
  test('none from a colour to itself, the same both ways, never negative', () => {
    fc.assert(
      fc.property(colours, colours, (a, b) => {
        expect(deltaE2000(a, a)).toBe(0);
        expect(deltaE2000(a, b)).toBeCloseTo(deltaE2000(b, a), 9);
        expect(deltaE2000(a, b)).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  test('greys differ by lightness alone', () => {
    expect(deltaE2000([50, 0, 0], [60, 0, 0])).toBeGreaterThan(deltaE2000([50, 0, 0], [55, 0, 0]));
  });

  test('black and white are farthest apart', () => {
    expect(deltaE2000([0, 0, 0], [100, 0, 0])).toBeCloseTo(100, 6);
  });
});

describe('drawing', () => {
  test('hexadecimal for the screen comes back as the same colour', () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const hex = hexFromLabD50(labD50FromSrgb8([r, g, b]));
        expect(hex).toBe(`#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`);
      }),
    );
  });

  test('OKLab and back is the same colour', () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const back = labD50FromOklab(...oklabFromSrgb8(r, g, b));
        expect(deltaE2000(back, labD50FromSrgb8([r, g, b]))).toBeLessThan(0.01);
      }),
    );
  });
});
