/** Directions, seen from an anchor, that pass every point so far within the tolerance: a cone that only narrows. */
class Cone {
  private lx = 0;
  private ly = 0;
  private rx = 0;
  private ry = 0;
  private open = true;

  constructor(private readonly tolerance: number) {}

  reset(): void {
    this.open = true;
  }

  holds(dx: number, dy: number): boolean {
    if (dx === 0 && dy === 0) return false;
    return (
      this.open ||
      (this.lx * dy - this.ly * dx <= 0 && this.rx * dy - this.ry * dx >= 0 && this.lx * dx + this.ly * dy > 0)
    );
  }

  /** Narrows the cone to pass the point at (dx, dy); false when nothing is left. */
  narrow(dx: number, dy: number): boolean {
    const t = this.tolerance,
      beyond = dx * dx + dy * dy - t * t;
    if (beyond <= 0) return true;
    // turned by the angle whose sine is t over the distance; only directions count, so nothing is divided by it
    const c = Math.sqrt(beyond);
    const lx = dx * c - dy * t,
      ly = dx * t + dy * c;
    const rx = dx * c + dy * t,
      ry = dy * c - dx * t;
    if (this.open) {
      this.lx = lx;
      this.ly = ly;
      this.rx = rx;
      this.ry = ry;
      this.open = false;
      return true;
    }
    if (this.lx * ly - this.ly * lx < 0) {
      this.lx = lx;
      this.ly = ly;
    }
    if (this.rx * ry - this.ry * rx > 0) {
      this.rx = rx;
      this.ry = ry;
    }
    return this.rx * this.ly - this.ry * this.lx >= 0 && this.lx * dx + this.ly * dy > 0;
  }
}

/**
 * Simplifies a staircase of axis-parallel steps to the longest segments that pass the middle of every pixel edge
 * within `tolerance` pixels (the narrowing cone of Sklansky & Gonzalez 1980; linear in practice; both ends kept).
 * `corners` holds `count` x, y pairs; knots are corners or middles of steps. Writes pairs into `out` from index `at`
 * and returns the index after the last: never more than 2 × `count` points.
 */
export function simplifyStaircase(
  corners: Int32Array,
  count: number,
  tolerance: number,
  out: Float32Array,
  at: number,
): number {
  const cone = new Cone(tolerance);
  let px = corners[0],
    py = corners[1];
  out[at++] = px;
  out[at++] = py;
  let step = 0; // the step now walked leads from corner `step` to the next
  let half = false; // whether the anchor lies in the middle of that step
  while (step < count - 1) {
    let bestX = px,
      bestY = py,
      bestStep = step,
      bestHalf: boolean = half;
    cone.reset();
    for (let k = step; k < count - 1; k++) {
      const ax = corners[2 * k],
        ay = corners[2 * k + 1];
      const bx = corners[2 * k + 2],
        by = corners[2 * k + 3];
      const ux = Math.sign(bx - ax) / 2,
        uy = Math.sign(by - ay) / 2;
      if (k > step || !half) {
        if (!cone.narrow(ax + ux - px, ay + uy - py)) break;
        const mx = (ax + bx) / 2,
          my = (ay + by) / 2;
        if (cone.holds(mx - px, my - py)) {
          bestX = mx;
          bestY = my;
          bestStep = k;
          bestHalf = true;
        }
      }
      if (!cone.narrow(bx - ux - px, by - uy - py)) break;
      if (cone.holds(bx - px, by - py)) {
        bestX = bx;
        bestY = by;
        bestStep = k + 1;
        bestHalf = false;
      }
    }
    if (bestStep >= count - 1) break;
    px = bestX;
    py = bestY;
    step = bestStep;
    half = bestHalf;
    out[at++] = px;
    out[at++] = py;
  }
  out[at++] = corners[2 * count - 2];
  out[at++] = corners[2 * count - 1];
  return at;
}
