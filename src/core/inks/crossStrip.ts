import { bandFilm, type Band, type DrawdownFilm } from './drawdown';
import { filmBand } from './film';

/** One ground an ink was drawn across: bare paper, a black strip, or a film that was printed before. Internal reflectances (0–1), band by band. */
export interface CrossedGround {
  readonly below: ArrayLike<number>;
  readonly over: ArrayLike<number>;
  /** Share of the film's weight that this ground takes up: 1 on bare paper. */
  readonly takenUp: number;
}

/** What the film gives over the grounds it came from. */
export interface CrossedFilm extends DrawdownFilm {
  /** Root mean square of what is left over, internal reflectance. */
  readonly leftOver: number;
}

const STEPS = 40,
  FIRST_DAMPING = 1e-3,
  MOST_DAMPING = 1e8;

/**
 * K·h and S·h of a film drawn across two grounds or more: in each band those that leave the least squares over all of them (Kubelka & Munk 1931;
 * Levenberg 1944; Marquardt 1963), begun with what the lightest and the darkest ground tell in closed form. Never throws: what a band cannot tell is said in
 * `quality`. @param grounds at least one, all of one length
 */
export function filmFromGrounds(grounds: readonly CrossedGround[]): CrossedFilm {
  const bands = grounds[0].below.length;
  const found = Array.from({ length: bands }, (_, i) => fitted(grounds, i));
  const squares = found.reduce((sum, { left }) => sum + left, 0);
  return {
    kh: Float64Array.from(found, ({ x }) => x),
    sh: Float64Array.from(found, ({ y }) => y),
    quality: found.map(({ quality }) => quality),
    leftOver: Math.sqrt(squares / (bands * grounds.length)),
  };
}

function fitted(grounds: readonly CrossedGround[], band: number): Band & { readonly left: number } {
  const byLight = [...grounds].sort((a, b) => b.below[band] - a.below[band]);
  const light = byLight[0],
    dark = byLight.at(-1)!;
  const begun = bandFilm(light.over[band], light.below[band], dark.over[band], dark.below[band]);
  const leftBy = (x: number, y: number) =>
    grounds.reduce(
      (sum, { below, over, takenUp }) => sum + (filmBand(x * takenUp, y * takenUp, below[band]) - over[band]) ** 2,
      0,
    );
  let { x, y } = begun,
    left = leftBy(x, y);
  // two grounds alike, or readings that contradict each other: more of the same tells no more
  if (begun.quality === 'unreadable') return { ...begun, left };
  let damping = FIRST_DAMPING;
  for (let step = 0; step < STEPS && damping < MOST_DAMPING; step++) {
    const [dx, dy] = stepFrom(grounds, band, x, y, damping);
    const nx = Math.max(0, x + dx),
      ny = Math.max(0, y + dy),
      next = leftBy(nx, ny);
    if (next < left) {
      const gained = left - next;
      [x, y, left] = [nx, ny, next];
      damping /= 4;
      if (gained < 1e-12) break;
    } else damping *= 6;
  }
  return { x, y, quality: begun.quality, left };
}

/** One damped step of Gauss and Newton, with derivatives by differences. */
function stepFrom(
  grounds: readonly CrossedGround[],
  band: number,
  x: number,
  y: number,
  damping: number,
): readonly [number, number] {
  let [xx, xy, yy, gx, gy] = [0, 0, 0, 0, 0];
  const hx = 1e-5 * (1 + x),
    hy = 1e-5 * (1 + y);
  for (const { below, over, takenUp: w } of grounds) {
    const g = below[band],
      here = filmBand(x * w, y * w, g),
      r = here - over[band];
    const jx = (filmBand((x + hx) * w, y * w, g) - here) / hx,
      jy = (filmBand(x * w, (y + hy) * w, g) - here) / hy;
    xx += jx * jx;
    xy += jx * jy;
    yy += jy * jy;
    gx += jx * r;
    gy += jy * r;
  }
  const a = xx * (1 + damping) + 1e-15,
    d = yy * (1 + damping) + 1e-15,
    determinant = a * d - xy * xy;
  if (!(determinant > 0)) return [0, 0];
  return [(xy * gy - d * gx) / determinant, (xy * gx - a * gy) / determinant];
}
