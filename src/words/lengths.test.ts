import { sentenceIn } from './lengths';

test.each([
  ['board 1,200 × 800 mm, stops 1,016 mm apart', 'board 47 1/4 × 31 1/2 in, stops 40 in apart'],
  [
    'The image is larger than the paper: 25.4 mm would lie beyond.',
    'The image is larger than the paper: 1 in would lie beyond.',
  ],
  ['room for 254 × 127 mm, 0.60 mm to the right', 'room for 10 × 5 in, 0.0236 in to the right'],
  ['0.5 mm² is an area; 12 mm a length', '0.5 mm² is an area; 15/32 in a length'],
  ['nothing to tell', 'nothing to tell'],
])('a sentence in inches: %s', (text, told) => {
  expect(sentenceIn(text, 'in')).toBe(told);
  expect(sentenceIn(text, 'mm')).toBe(text);
});
