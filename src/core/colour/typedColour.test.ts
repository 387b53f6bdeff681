import { colourOfText, hexFromLabD50 } from './index';

test.each([
  ['52 30 20', [52, 30, 20]],
  [' 52, -30.5 ; 20 ', [52, -30.5, 20]],
  ['52 −30 20', [52, -30, 20]],
  ['0 0 0', [0, 0, 0]],
])('“%s” is L* a* b*', (text, lab) => {
  expect(colourOfText(text)).toEqual(lab);
});

test.each(['#a63a2b', 'A63A2B', ' #A63A2B '])('“%s” is a screen colour, and comes back as it went in', (text) => {
  expect(hexFromLabD50(colourOfText(text)!).toLowerCase()).toBe('#a63a2b');
});

test.each(['', 'red', '#a63a2', '12 30', '1 2 3 4', '101 0 0', '50 200 0', '50 0 -129', '5e1 0 0', 'NaN 0 0'])(
  '“%s” is no colour',
  (text) => {
    expect(colourOfText(text)).toBeUndefined();
  },
);
