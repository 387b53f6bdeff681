/** Directions are taken over so many samples. */
export const LOOK = 5;
const NEWTON_ROUNDS = 5;

export type Vector = readonly [number, number];

export function unit(x: number, y: number): Vector {
  const length = Math.hypot(x, y);
  return length > 1e-12 ? [x / length, y / length] : [0, 0];
}

export interface Fitting {
  readonly xy: Float64Array;
  readonly tolerance: number;
  readonly segments: number[];
}

/**
 * Fits cubics to the samples from `first` to `last`, each as long as it can be: how long is found by doubling and halving. A single cubic is
 * fitted to its samples by least squares with its end tangents given (Schneider 1990).
 */
export function fit(
  of: Fitting,
  first: number,
  last: number,
  tan1: Vector | undefined,
  tan2: Vector | undefined,
): void {
  let at = first,
    tangent: Vector | undefined = tan1;
  while (at < last) {
    const goesTo = (end: number) =>
      cubicTo(of, at, end, tangent, end === last ? tan2 : backwards(across(of.xy, end, first, last)));
    let reached = at + 1,
      best = goesTo(reached) ?? line(of.xy, at, reached),
      fails = last + 1;
    for (let step = 4; reached < last; step *= 2) {
      const end = Math.min(last, reached + step),
        curve = goesTo(end);
      if (!curve) {
        fails = end;
        break;
      }
      reached = end;
      best = curve;
    }
    while (fails - reached > 1) {
      const end = (reached + fails) >> 1,
        curve = goesTo(end);
      if (curve) {
        reached = end;
        best = curve;
      } else fails = end;
    }
    of.segments.push(best[2], best[3], best[4], best[5], best[6], best[7]);
    tangent = across(of.xy, reached, first, last);
    at = reached;
  }
}

/** The direction in which the line passes a sample. */
function across(xy: Float64Array, at: number, first: number, last: number): Vector {
  const p = Math.max(first, at - LOOK + 1),
    q = Math.min(last, at + LOOK - 1);
  return unit(xy[2 * q] - xy[2 * p], xy[2 * q + 1] - xy[2 * p + 1]);
}

export const backwards = ([x, y]: Vector): Vector => [-x, -y];

function line(xy: Float64Array, first: number, last: number): Float64Array {
  const [x0, y0, x3, y3] = [xy[2 * first], xy[2 * first + 1], xy[2 * last], xy[2 * last + 1]];
  return Float64Array.of(
    ...[x0, y0, x0 + (x3 - x0) / 3, y0 + (y3 - y0) / 3, x0 + (2 * (x3 - x0)) / 3, y0 + (2 * (y3 - y0)) / 3, x3, y3],
  );
}

/** One cubic from a sample to another, or none that comes near enough to those between. */
function cubicTo(
  { xy, tolerance }: Fitting,
  first: number,
  last: number,
  tan1: Vector | undefined,
  tan2: Vector | undefined,
): Float64Array | undefined {
  if (last - first < 2 || straight(xy, first, last, tolerance / 2)) return line(xy, first, last);
  const u = chordLengths(xy, first, last);
  for (let round = 0; round <= NEWTON_ROUNDS; round++) {
    const curve = cubicThrough(xy, first, u, tan1, tan2),
      worst = farthest(xy, first, u, curve);
    if (worst <= tolerance * tolerance) return curve;
    if (worst > 16 * tolerance * tolerance) return undefined;
    reparametrise(xy, first, u, curve);
  }
  return undefined;
}

function straight(xy: Float64Array, first: number, last: number, tolerance: number): boolean {
  const dx = xy[2 * last] - xy[2 * first],
    dy = xy[2 * last + 1] - xy[2 * first + 1],
    length = Math.hypot(dx, dy);
  if (length < 1e-9) return false;
  for (let k = first + 1; k < last; k++)
    if (Math.abs((xy[2 * k] - xy[2 * first]) * dy - (xy[2 * k + 1] - xy[2 * first + 1]) * dx) > tolerance * length)
      return false;
  return true;
}

function chordLengths(xy: Float64Array, first: number, last: number): Float64Array {
  const u = new Float64Array(last - first + 1);
  for (let k = 1; k < u.length; k++) {
    const p = 2 * (first + k);
    u[k] = u[k - 1] + Math.hypot(xy[p] - xy[p - 2], xy[p + 1] - xy[p - 1]);
  }
  const all = u[u.length - 1];
  for (let k = 1; k < u.length; k++) u[k] /= all;
  return u;
}

/** Normal equations of up to four unknowns, and room to solve them. */
const MATRIX = new Float64Array(20);
/** For each unknown which handle it moves, and the direction it moves it in. */
const HANDLE = new Uint8Array(4),
  ALONG = new Float64Array(8);

function addUnknowns(count: number, handle: 0 | 1, tangent: Vector | undefined): number {
  for (const along of tangent
    ? [tangent]
    : ([
        [1, 0],
        [0, 1],
      ] as const)) {
    HANDLE[count] = handle;
    ALONG[2 * count] = along[0];
    ALONG[2 * count + 1] = along[1];
    count++;
  }
  return count;
}

/** The cubic nearest to the samples at their parameters; where a tangent is given it leaves its end in that direction. Eight numbers. */
function cubicThrough(
  xy: Float64Array,
  first: number,
  u: Float64Array,
  tan1: Vector | undefined,
  tan2: Vector | undefined,
): Float64Array {
  const last = first + u.length - 1,
    x0 = xy[2 * first],
    y0 = xy[2 * first + 1],
    x3 = xy[2 * last],
    y3 = xy[2 * last + 1];
  const n = addUnknowns(addUnknowns(0, 0, tan1), 1, tan2),
    basis = [0, 0];
  MATRIX.fill(0);
  for (let k = 1; k < u.length - 1; k++) {
    const t = u[k],
      s = 1 - t;
    basis[0] = 3 * t * s * s;
    basis[1] = 3 * t * t * s;
    const b01 = s * s * s + basis[0],
      b23 = basis[1] + t * t * t,
      ex = xy[2 * (first + k)] - (x0 * b01 + x3 * b23),
      ey = xy[2 * (first + k) + 1] - (y0 * b01 + y3 * b23);
    for (let i = 0; i < n; i++) {
      const bi = basis[HANDLE[i]];
      for (let j = i; j < n; j++)
        MATRIX[5 * i + j] +=
          bi * basis[HANDLE[j]] * (ALONG[2 * i] * ALONG[2 * j] + ALONG[2 * i + 1] * ALONG[2 * j + 1]);
      MATRIX[5 * i + 4] += bi * (ALONG[2 * i] * ex + ALONG[2 * i + 1] * ey);
    }
  }
  const handles = solved(n) ? handlesOf(n) : undefined,
    length = Math.hypot(x3 - x0, y3 - y0);
  const sound = (h: Vector, tangent: Vector | undefined) => {
    const far = tangent ? h[0] * tangent[0] + h[1] * tangent[1] : Math.hypot(h[0], h[1]);
    // no loop, no spike: handles point forwards, and end before they could run away
    return far > 1e-3 * length && far < 2 * length;
  };
  const third = (tangent: Vector | undefined, sign: 1 | -1): Vector =>
    tangent ? [(tangent[0] * length) / 3, (tangent[1] * length) / 3] : [(sign * (x3 - x0)) / 3, (sign * (y3 - y0)) / 3];
  const good = handles !== undefined && sound(handles[0], tan1) && sound(handles[1], tan2);
  const h1 = good ? handles[0] : third(tan1, 1),
    h2 = good ? handles[1] : third(tan2, -1);
  return Float64Array.of(x0, y0, x0 + h1[0], y0 + h1[1], x3 + h2[0], y3 + h2[1], x3, y3);
}

/** Solves the normal equations in place (symmetric, upper half given); false where they have no single answer. */
function solved(n: number): boolean {
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) MATRIX[5 * i + j] = MATRIX[5 * j + i];
  for (let i = 0; i < n; i++) {
    const pivot = MATRIX[5 * i + i];
    if (!(Math.abs(pivot) > 1e-9)) return false;
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const f = MATRIX[5 * r + i] / pivot;
      if (f === 0) continue;
      for (let c = i; c < 5; c++) MATRIX[5 * r + c] -= f * MATRIX[5 * i + c];
    }
  }
  return true;
}

function handlesOf(n: number): [Vector, Vector] {
  const out = [
    [0, 0],
    [0, 0],
  ] as [[number, number], [number, number]];
  for (let i = 0; i < n; i++) {
    const by = MATRIX[5 * i + 4] / MATRIX[5 * i + i];
    out[HANDLE[i]][0] += by * ALONG[2 * i];
    out[HANDLE[i]][1] += by * ALONG[2 * i + 1];
  }
  return out;
}

function pointOn(curve: Float64Array, t: number): Vector {
  const s = 1 - t,
    b0 = s * s * s,
    b1 = 3 * t * s * s,
    b2 = 3 * t * t * s,
    b3 = t * t * t;
  return [
    b0 * curve[0] + b1 * curve[2] + b2 * curve[4] + b3 * curve[6],
    b0 * curve[1] + b1 * curve[3] + b2 * curve[5] + b3 * curve[7],
  ];
}

/** The largest squared distance of a sample to the curve at its parameter; where samples lie far apart, halfway between them too. */
function farthest(xy: Float64Array, first: number, u: Float64Array, curve: Float64Array): number {
  let worst = 0;
  for (let k = 0; k < u.length - 1; k++) {
    const p = 2 * (first + k),
      gapX = xy[p + 2] - xy[p],
      gapY = xy[p + 3] - xy[p + 1];
    if (k > 0) {
      const [x, y] = pointOn(curve, u[k]);
      worst = Math.max(worst, (x - xy[p]) ** 2 + (y - xy[p + 1]) ** 2);
    }
    if (gapX * gapX + gapY * gapY > 2) {
      const [x, y] = pointOn(curve, (u[k] + u[k + 1]) / 2);
      // along the gap it may be anywhere: only how far off to the side counts
      const off = ((x - xy[p]) * gapY - (y - xy[p + 1]) * gapX) ** 2 / (gapX * gapX + gapY * gapY);
      worst = Math.max(worst, off);
    }
  }
  return worst;
}

/** Moves each parameter to where the curve is nearest to its sample: a step of Newton's. */
function reparametrise(xy: Float64Array, first: number, u: Float64Array, c: Float64Array): void {
  for (let k = 1; k < u.length - 1; k++) {
    const t = u[k],
      s = 1 - t,
      [x, y] = pointOn(c, t);
    const d1x = 3 * (s * s * (c[2] - c[0]) + 2 * s * t * (c[4] - c[2]) + t * t * (c[6] - c[4])),
      d1y = 3 * (s * s * (c[3] - c[1]) + 2 * s * t * (c[5] - c[3]) + t * t * (c[7] - c[5])),
      d2x = 6 * (s * (c[4] - 2 * c[2] + c[0]) + t * (c[6] - 2 * c[4] + c[2])),
      d2y = 6 * (s * (c[5] - 2 * c[3] + c[1]) + t * (c[7] - 2 * c[5] + c[3]));
    const ex = x - xy[2 * (first + k)],
      ey = y - xy[2 * (first + k) + 1];
    const slope = d1x * d1x + d1y * d1y + ex * d2x + ey * d2y;
    if (Math.abs(slope) > 1e-12) u[k] = Math.max(0, Math.min(1, t - (ex * d1x + ey * d1y) / slope));
  }
}
