/** The end of an arc of a circle that goes on from the point before, and its bulge: the tangent of a quarter of its angle, 0 for a line, positive where the angle of the way round rises in the coordinates given. */
export interface ArcEnd {
  readonly x: number;
  readonly y: number;
  readonly bulge: number;
}

/** No cubic is halved more often. */
const MOST_HALVINGS = 6;

/** A cubic as arcs of circles through points on it, none farther from it than `tolerance` where it is looked at: x0, y0, two handles and the end. */
export function circleArcsOf(cubic: readonly number[], tolerance: number): ArcEnd[] {
  const out: ArcEnd[] = [];
  approach(cubic, tolerance, MOST_HALVINGS, out);
  return out;
}

function approach(c: readonly number[], tolerance: number, left: number, out: ArcEnd[]): void {
  const [x0, y0, , , , , x3, y3] = c,
    dx = x3 - x0,
    dy = y3 - y0,
    length = Math.hypot(dx, dy);
  if (length < 1e-9 && left === 0) return;
  const middle = pointAt(c, 0.5),
    // how far the middle lies to the left of the chord, as it is run with y down
    high = length > 0 ? ((middle[0] - x0) * dy - (middle[1] - y0) * dx) / length : Infinity;
  if (length > 0 && (left === 0 || near(c, high, length, tolerance))) {
    out.push({ x: x3, y: y3, bulge: Math.abs(high) < 1e-4 * length ? 0 : (2 * high) / length });
    return;
  }
  if (left === 0) return;
  const [one, other] = halves(c);
  approach(one, tolerance, left - 1, out);
  approach(other, tolerance, left - 1, out);
}

/** Whether points along the cubic lie near the circle through its ends and its middle. */
function near(c: readonly number[], high: number, length: number, tolerance: number): boolean {
  const [x0, y0, , , , , x3, y3] = c;
  if (Math.abs(high) < 1e-6) {
    for (const t of [0.2, 0.4, 0.6, 0.8]) {
      const [x, y] = pointAt(c, t);
      if (Math.abs((x - x0) * (y3 - y0) - (y - y0) * (x3 - x0)) > tolerance * length) return false;
    }
    return true;
  }
  if (Math.abs(high) > length) return false;
  const radius = (length * length) / (8 * Math.abs(high)) + Math.abs(high) / 2,
    // from the middle of the chord to the circle's, on the other side of the chord while it is less than half a circle
    back = (radius - Math.abs(high)) * Math.sign(high),
    nx = (y3 - y0) / length,
    ny = -(x3 - x0) / length;
  const mx = (x0 + x3) / 2 - nx * back,
    my = (y0 + y3) / 2 - ny * back;
  for (const t of [0.15, 0.3, 0.7, 0.85]) {
    const [x, y] = pointAt(c, t);
    if (Math.abs(Math.hypot(x - mx, y - my) - radius) > tolerance) return false;
  }
  return true;
}

function pointAt(c: readonly number[], t: number): readonly [number, number] {
  const s = 1 - t,
    b = [s * s * s, 3 * t * s * s, 3 * t * t * s, t * t * t];
  return [b[0] * c[0] + b[1] * c[2] + b[2] * c[4] + b[3] * c[6], b[0] * c[1] + b[1] * c[3] + b[2] * c[5] + b[3] * c[7]];
}

/** De Casteljau in the middle. */
function halves(c: readonly number[]): [number[], number[]] {
  const mid = (a: number, b: number) => (a + b) / 2;
  const ax = mid(c[0], c[2]),
    ay = mid(c[1], c[3]),
    bx = mid(c[2], c[4]),
    by = mid(c[3], c[5]),
    ex = mid(c[4], c[6]),
    ey = mid(c[5], c[7]);
  const fx = mid(ax, bx),
    fy = mid(ay, by),
    gx = mid(bx, ex),
    gy = mid(by, ey),
    x = mid(fx, gx),
    y = mid(fy, gy);
  return [
    [c[0], c[1], ax, ay, fx, fy, x, y],
    [x, y, gx, gy, ex, ey, c[6], c[7]],
  ];
}
