import { paletted } from './layered';

test('a palette holds each colour once, and takes the nearest together where they are too many', () => {
  const grey = (level: number) => [level, level, level, 255] as const;
  const two = paletted([grey(10), grey(200), grey(10)]);
  expect(two.palette).toEqual([grey(10), grey(200)]);
  expect([0, 1, 2].map(two.indexOf)).toEqual([0, 1, 0]);
  const many = Array.from({ length: 2000 }, (_, i) => [i % 256, (i * 7) % 256, (i * 13) % 256, 255] as const);
  const { palette, indexOf } = paletted(many);
  expect(palette.length).toBeLessThanOrEqual(256);
  many.forEach((colour, part) => {
    colour.forEach((level, c) => expect(Math.abs(palette[indexOf(part)!][c] - level)).toBeLessThan(64));
  });
});
