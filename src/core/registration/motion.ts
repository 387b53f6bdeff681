import { mean, solveLinear } from '../numeric';
import { OutOfRange } from '../units';

/** A misfit measured at one place: the print as seen, origin at the paper's top left, x right, y down, mm. */
export interface MisfitMark {
  readonly xMm: number;
  readonly yMm: number;
  readonly dxMm: number;
  readonly dyMm: number;
}

/**
 * How one printing lies against another: displacement (at `about`), turn (degrees, clockwise as seen) and growth along both
 * axes as shares (0.002 is 0.2 %). `residualMm` is the root mean square of what the motion leaves unexplained.
 */
export interface Motion {
  readonly dxMm: number;
  readonly dyMm: number;
  readonly rotationDeg: number;
  readonly growthX: number;
  readonly growthY: number;
  readonly residualMm: number;
  readonly about: { readonly xMm: number; readonly yMm: number };
}

/** A mark with how much it is to be believed: the symmetric 2 × 2 weight [xx, xy, yy], in 1/mm². */
export interface WeighedMark extends MisfitMark {
  readonly weight: readonly [number, number, number];
}

export const NO_MOTION: Motion = {
  dxMm: 0,
  dyMm: 0,
  rotationDeg: 0,
  growthX: 0,
  growthY: 0,
  residualMm: 0,
  about: { xMm: 0, yMm: 0 },
};

export const DEG = Math.PI / 180;
const PARAMETERS = 5;
/** Pulls towards no turn and no growth where marks leave them open: too weak to be seen where they do not. */
const RIDGE_TURN = 1e-13,
  RIDGE_GROWTH = 1e-7;

/**
 * Least squares of displacement, turn and growth to one or more marks, by Gauss–Newton on the exact motion
 * p′ = about + d + R(turn) · diag(1 + growth) · (p − about), about the middle of the marks. What the marks cannot tell
 * (turn from one mark; growth from marks in one line or a single pair) is taken as small as the marks allow.
 * @throws RangeError for no marks, or a number that is not finite
 */
export function fitMotion(marks: readonly MisfitMark[]): Motion {
  return fitWeighed(marks.map((mark) => ({ ...mark, weight: [1, 0, 1] as const }))).motion;
}

/** The same for marks measured by eye: fewer than three say nothing of growth, what they disagree by is left over. */
export function fitByEye(marks: readonly MisfitMark[]): Motion {
  return fitWeighed(
    marks.map((mark) => ({ ...mark, weight: [1, 0, 1] as const })),
    marks.length < 3 ? 1e9 : RIDGE_GROWTH,
  ).motion;
}

export interface WeighedFit {
  readonly motion: Motion;
  /** Covariance of dx, dy (mm), turn (rad), growth x and y, row by row, if the weights are inverse variances. */
  readonly covariance: readonly number[];
}

/** The same with a weight for each mark. */
export function fitWeighed(marks: readonly WeighedMark[], growthRidge = RIDGE_GROWTH): WeighedFit {
  if (marks.length === 0) throw new OutOfRange('the number of marks a motion is found from', 0, '1 or more');
  for (const m of marks)
    for (const value of [m.xMm, m.yMm, m.dxMm, m.dyMm, ...m.weight])
      if (!Number.isFinite(value)) throw new OutOfRange('a number of a mark', value, 'any finite one');
  const about = { xMm: mean(marks.map((m) => m.xMm)), yMm: mean(marks.map((m) => m.yMm)) };
  // begun at the turn that fits best, so that a sheet laid the other way round is found as half a turn and not as a shrinkage
  const p = [0, 0, turnOf(marks, about), 0, 0];
  let normal: number[] = [];
  for (let round = 0; round < 12; round++) {
    const { matrix, right } = normalEquations(marks, about, p, growthRidge);
    normal = matrix;
    const step = solve(matrix, right);
    p.forEach((_, i) => {
      p[i] += step[i];
    });
    if (
      Math.hypot(step[0], step[1]) < 1e-12 &&
      Math.abs(step[2]) < 1e-14 &&
      Math.abs(step[3]) + Math.abs(step[4]) < 1e-14
    )
      break;
  }
  const motion = {
    dxMm: p[0],
    dyMm: p[1],
    rotationDeg: p[2] / DEG,
    growthX: p[3],
    growthY: p[4],
    residualMm: 0,
    about,
  };
  const left = marks.map((m) => residualAt(motion, m));
  return {
    motion: { ...motion, residualMm: Math.sqrt(mean(left.map(([x, y]) => x * x + y * y))) },
    covariance: inverse(normal),
  };
}

/** The turn (rad) that carries the marks best, displacement left out: closed form (Kabsch 1976 in the plane); 0 where they do not tell. */
function turnOf(marks: readonly WeighedMark[], about: { xMm: number; yMm: number }): number {
  const dx = mean(marks.map((m) => m.dxMm)),
    dy = mean(marks.map((m) => m.dyMm));
  let cross = 0,
    dot = 0;
  for (const m of marks) {
    const qx = m.xMm - about.xMm,
      qy = m.yMm - about.yMm;
    const tx = qx + m.dxMm - dx,
      ty = qy + m.dyMm - dy;
    cross += qx * ty - qy * tx;
    dot += qx * tx + qy * ty;
  }
  const turn = Math.atan2(cross, dot);
  return Math.abs(turn) > LARGE_TURN ? turn : 0;
}

/** Smaller turns are found from nothing. */
const LARGE_TURN = 0.5;

/** How far the point (x, y) is carried. */
export function motionAt(motion: Motion, xMm: number, yMm: number): readonly [dxMm: number, dyMm: number] {
  const qx = (1 + motion.growthX) * (xMm - motion.about.xMm),
    qy = (1 + motion.growthY) * (yMm - motion.about.yMm);
  const c = Math.cos(motion.rotationDeg * DEG),
    s = Math.sin(motion.rotationDeg * DEG);
  return [
    motion.about.xMm + motion.dxMm + c * qx - s * qy - xMm,
    motion.about.yMm + motion.dyMm + s * qx + c * qy - yMm,
  ];
}

/** The same motion told about another point. */
export function motionAbout(motion: Motion, xMm: number, yMm: number): Motion {
  const [dxMm, dyMm] = motionAt(motion, xMm, yMm);
  return { ...motion, dxMm, dyMm, about: { xMm, yMm } };
}

/** What a mark shows beyond a motion. */
export function residualAt(motion: Motion, mark: MisfitMark): readonly [number, number] {
  const [dx, dy] = motionAt(motion, mark.xMm, mark.yMm);
  return [mark.dxMm - dx, mark.dyMm - dy];
}

function normalEquations(
  marks: readonly WeighedMark[],
  about: { xMm: number; yMm: number },
  p: readonly number[],
  growthRidge: number,
) {
  const matrix = new Array<number>(PARAMETERS * PARAMETERS).fill(0),
    right = new Array<number>(PARAMETERS).fill(0);
  const c = Math.cos(p[2]),
    s = Math.sin(p[2]);
  let spread = 1e-6;
  for (const {
    xMm,
    yMm,
    dxMm,
    dyMm,
    weight: [wxx, wxy, wyy],
  } of marks) {
    const qx = xMm - about.xMm,
      qy = yMm - about.yMm;
    const gx = (1 + p[3]) * qx,
      gy = (1 + p[4]) * qy;
    const rx = dxMm - (p[0] + c * gx - s * gy - qx),
      ry = dyMm - (p[1] + s * gx + c * gy - qy);
    const jx = [1, 0, -s * gx - c * gy, c * qx, -s * qy],
      jy = [0, 1, c * gx - s * gy, s * qx, c * qy];
    for (let i = 0; i < PARAMETERS; i++) {
      const ax = jx[i] * wxx + jy[i] * wxy,
        ay = jx[i] * wxy + jy[i] * wyy;
      right[i] += ax * rx + ay * ry;
      for (let k = 0; k < PARAMETERS; k++) matrix[i * PARAMETERS + k] += ax * jx[k] + ay * jy[k];
    }
    spread += (wxx + wyy) * (qx * qx + qy * qy + 1);
  }
  [0, 0, RIDGE_TURN, growthRidge, growthRidge].forEach((ridge, i) => {
    matrix[i * PARAMETERS + i] += ridge * spread;
    right[i] -= ridge * spread * p[i];
  });
  return { matrix, right };
}

/** Solves a system kept as one list, row after row. */
function solve(matrix: readonly number[], right: readonly number[]): number[] {
  const n = right.length;
  return solveLinear(right.map((value, row) => [...matrix.slice(row * n, row * n + n), value]));
}

function inverse(matrix: readonly number[]): number[] {
  const columns = Array.from({ length: PARAMETERS }, (_, i) =>
    solve(
      matrix,
      Array.from({ length: PARAMETERS }, (__, k) => (i === k ? 1 : 0)),
    ),
  );
  return columns.flatMap((_, i) => columns.map((column) => column[i]));
}

/** A motion told in the sheet's coordinates, in those of the image that lies on it. */
export function inImage(motion: Motion, image: { readonly xMm: number; readonly yMm: number }): Motion {
  return { ...motion, about: { xMm: motion.about.xMm - image.xMm, yMm: motion.about.yMm - image.yMm } };
}
