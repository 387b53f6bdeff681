import fc from 'fast-check';
import { cornerStopLayout, type RectMm } from './index';

const inside = (inner: RectMm, outer: RectMm) => inner.xMm >= outer.xMm && inner.yMm >= outer.yMm
  && inner.xMm + inner.widthMm <= outer.xMm + outer.widthMm + 1e-9 && inner.yMm + inner.heightMm <= outer.yMm + outer.heightMm + 1e-9;
const size = fc.double({ min: 10, max: 1000, noNaN: true });

test('block lies in paper, paper on board, with the margins asked for', () => fc.assert(fc.property(size, size, fc.double({ min: 5, max: 200, noNaN: true }), fc.constantFrom('equal' as const, 'larger bottom' as const), (w, h, m, rule) => {
  const layout = cornerStopLayout({ imageWidthMm: w, imageHeightMm: h, marginMm: m, marginRule: rule });
  expect(inside(layout.block, layout.paper) && inside(layout.paper, layout.board)).toBe(true);
  expect(layout.paper.widthMm).toBeCloseTo(w + 2 * m, 6);
  expect(layout.paper.heightMm).toBeCloseTo(h + m + layout.marginsMm.bottom, 6);
  expect(layout.marginsMm.bottom).toBeCloseTo(rule === 'equal' ? m : 1.2 * m, 9);
  for (const [piece, contacts] of [[layout.block, layout.blockContacts], [layout.paper, layout.paperContacts]] as const) {
    const long = piece.widthMm >= piece.heightMm ? 'up' : 'right';
    expect(contacts.filter((c) => c.normal === long).length).toBe(2);
    expect(contacts.length).toBe(3);
    contacts.forEach((c) => expect(c.normal === 'up' ? c.yMm : c.xMm).toBeCloseTo(c.normal === 'up' ? piece.yMm + piece.heightMm : piece.xMm, 9));
  }
})));

test('a print of 240 × 180 mm with 40 mm margins, a fifth more below', () => {
  const layout = cornerStopLayout({ imageWidthMm: 240, imageHeightMm: 180, marginMm: 40, marginRule: 'larger bottom' });
  expect(layout.marginsMm).toEqual({ top: 40, right: 40, bottom: 48, left: 40 });
  expect([layout.paper.widthMm, layout.paper.heightMm]).toEqual([320, 268]);
  expect([layout.block.xMm - layout.paper.xMm, layout.block.yMm - layout.paper.yMm]).toEqual([40, 40]);
});

test('an upright print has its two contacts on the left', () => {
  const layout = cornerStopLayout({ imageWidthMm: 100, imageHeightMm: 300, marginMm: 20, marginRule: 'equal' });
  expect(layout.blockContacts.map((c) => c.normal)).toEqual(['right', 'right', 'up']);
  expect(layout.paperContacts.map((c) => c.normal)).toEqual(['right', 'right', 'up']);
});

test('contacts on one side lie far apart, the third near the origin corner', () => {
  const { block, blockContacts } = cornerStopLayout({ imageWidthMm: 240, imageHeightMm: 180, marginMm: 40, marginRule: 'equal' });
  const [first, second, third] = blockContacts;
  expect(second.xMm - first.xMm).toBeGreaterThan(0.6 * block.widthMm);
  expect(block.yMm + block.heightMm - third.yMm).toBeLessThan(block.heightMm / 2);
});
