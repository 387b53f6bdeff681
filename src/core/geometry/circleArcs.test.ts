import { circleArcsOf } from './circleArcs';

/** Points along an arc of a circle by its bulge, as a machine would go; y down, so a bulge to the left turns the other way round. */
function along(x0: number, y0: number, x1: number, y1: number, bulge: number): [number, number][] {
  if (bulge === 0) return [0, 0.5, 1].map((t) => [x0 + t * (x1 - x0), y0 + t * (y1 - y0)]);
  const angle = 4 * Math.atan(bulge),
    length = Math.hypot(x1 - x0, y1 - y0),
    radius = length / (2 * Math.sin(angle / 2)),
    away = radius * Math.cos(angle / 2);
  const cx = (x0 + x1) / 2 - (away * (y1 - y0)) / length,
    cy = (y0 + y1) / 2 + (away * (x1 - x0)) / length;
  const from = Math.atan2(y0 - cy, x0 - cx);
  return Array.from({ length: 11 }, (_, k) => {
    const a = from + (angle * k) / 10;
    return [cx + Math.abs(radius) * Math.cos(a), cy + Math.abs(radius) * Math.sin(a)];
  });
}

const CUBICS: readonly (readonly number[])[] = [
  [0, 0, 0, 5.52, 4.48, 10, 10, 10],
  [0, 0, 8, 0, 2, 10, 10, 10],
  [0, 0, 3, 1, 6, 2, 9, 3],
  [0, 0, 10, 8, -2, 8, 7, -1],
];

test.each(CUBICS.map((c) => [c]))('arcs run along the curve: %j', (cubic) => {
  const arcs = circleArcsOf(cubic, 0.02);
  const at = (t: number) => {
    const s = 1 - t;
    return [0, 1].map(
      (k) => s ** 3 * cubic[k] + 3 * t * s * s * cubic[2 + k] + 3 * t * t * s * cubic[4 + k] + t ** 3 * cubic[6 + k],
    );
  };
  const fine = Array.from({ length: 2001 }, (_, k) => at(k / 2000));
  let x = cubic[0],
    y = cubic[1];
  for (const arc of arcs) {
    for (const [px, py] of along(x, y, arc.x, arc.y, arc.bulge))
      expect(Math.min(...fine.map(([fx, fy]) => Math.hypot(fx - px, fy - py)))).toBeLessThan(0.05);
    x = arc.x;
    y = arc.y;
  }
  expect([x, y]).toEqual([cubic[6], cubic[7]]);
});

test('a straight cubic is one line, a quarter of a circle few arcs', () => {
  expect(circleArcsOf(CUBICS[2], 0.02)).toEqual([{ x: 9, y: 3, bulge: 0 }]);
  expect(circleArcsOf(CUBICS[0], 0.02).length).toBeLessThanOrEqual(2);
});
