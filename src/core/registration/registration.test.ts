import fc from 'fast-check';
import { contactsOnPrint, cornerStopLayout, type RectMm } from './index';

const inside = (inner: RectMm, outer: RectMm) =>
  inner.xMm >= outer.xMm - 1e-9 &&
  inner.yMm >= outer.yMm - 1e-9 &&
  inner.xMm + inner.widthMm <= outer.xMm + outer.widthMm + 1e-9 &&
  inner.yMm + inner.heightMm <= outer.yMm + outer.heightMm + 1e-9;
const size = fc.double({ min: 10, max: 1000, noNaN: true }),
  margin = fc.double({ min: 0, max: 200, noNaN: true });

test('block lies in paper, paper on board, mirrored; two contacts on the long side and one on the short', () =>
  fc.assert(
    fc.property(size, size, margin, margin, margin, margin, (w, h, left, top, right, bottom) => {
      const sheet = { widthMm: w + left + right, heightMm: h + top + bottom };
      const layout = cornerStopLayout(sheet, { xMm: left, yMm: top, widthMm: w, heightMm: h });
      expect(inside(layout.block, layout.paper) && inside(layout.paper, layout.board)).toBe(true);
      expect(layout.block.xMm - layout.paper.xMm).toBeCloseTo(right, 6);
      for (const [piece, contacts] of [
        [layout.block, layout.blockContacts],
        [layout.paper, layout.paperContacts],
      ] as const) {
        const long = piece.widthMm >= piece.heightMm ? 'up' : 'right';
        expect(contacts.filter((c) => c.normal === long).length).toBe(2);
        expect(contacts.length).toBe(3);
        contacts.forEach((c) =>
          expect(c.normal === 'up' ? c.yMm : c.xMm).toBeCloseTo(
            c.normal === 'up' ? piece.yMm + piece.heightMm : piece.xMm,
            9,
          ),
        );
      }
    }),
    { seed: 4 },
  ));

test('a print of 240 × 180 mm on 320 × 268 mm', () => {
  const layout = cornerStopLayout({ widthMm: 320, heightMm: 268 }, { xMm: 40, yMm: 40, widthMm: 240, heightMm: 180 });
  expect([layout.board.widthMm, layout.board.heightMm]).toEqual([380, 328]);
  expect([layout.block.xMm - layout.paper.xMm, layout.block.yMm - layout.paper.yMm]).toEqual([40, 40]);
});

test('an upright block has its two contacts on the left of the bench, on the right of the print, where they push left', () => {
  const sheet = { widthMm: 140, heightMm: 340 };
  const layout = cornerStopLayout(sheet, { xMm: 20, yMm: 20, widthMm: 100, heightMm: 300 });
  expect(layout.blockContacts.map((c) => c.normal)).toEqual(['right', 'right', 'up']);
  const contacts = contactsOnPrint(sheet, layout);
  expect(contacts.map((c) => c.pushes)).toEqual([
    [-1, 0],
    [-1, 0],
    [0, -1],
  ]);
  expect(contacts[0].xMm).toBe(120);
  expect(contacts[2].yMm).toBe(320);
  expect(contacts.map((c) => c.name.code)).toEqual(['stop.near', 'stop.far', 'stop.short']);
});

test('contacts on one side lie far apart, the third near the origin corner', () => {
  const { block, blockContacts } = cornerStopLayout(
    { widthMm: 320, heightMm: 260 },
    { xMm: 40, yMm: 40, widthMm: 240, heightMm: 180 },
  );
  const [first, second, third] = blockContacts;
  expect(second.xMm - first.xMm).toBeGreaterThan(0.6 * block.widthMm);
  expect(block.yMm + block.heightMm - third.yMm).toBeLessThan(block.heightMm / 2);
});
