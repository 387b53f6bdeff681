import { ranged } from '../units';

interface SizeMm {
  readonly widthMm: number;
  readonly heightMm: number;
}
export interface RectMm extends SizeMm {
  readonly xMm: number;
  readonly yMm: number;
}

export const PIECE_EDGES = ['top', 'right', 'bottom', 'left'] as const;
export type PieceEdge = (typeof PIECE_EDGES)[number];

/** A parent sheet to be parted into pieces of one size by straight cuts or tears, each right through the part it parts. */
export interface ParentTask {
  readonly parentMm: SizeMm;
  /** As the piece lies when it is printed. */
  readonly pieceMm: SizeMm;
  /** Ways a piece may lie in the parent: as it is, a quarter turned, or either; where the grain is to be alike it is one of the first two. */
  readonly lies: 'as it is' | 'turned' | 'either';
  /** What a cut or a tear takes between two pieces. */
  readonly lossMm?: number;
  /** Taken off each raw edge of the parent that is not kept. */
  readonly edgeMm?: number;
  /** Edges of the piece that are to be raw ones of the parent; all others are to be cut. */
  readonly keptEdges?: readonly PieceEdge[];
}

/** A cut right through a part, from one of its edges to the other. */
export interface PartingCut {
  readonly fromMm: readonly [number, number];
  readonly toMm: readonly [number, number];
}

export interface Parted {
  readonly pieces: readonly (RectMm & { readonly turned: boolean })[];
  /** What is left, the largest first. */
  readonly leftovers: readonly RectMm[];
  /** In the order in which they can be made. */
  readonly cuts: readonly PartingCut[];
}

/** Lengths are reckoned in hundredths of a millimetre, so that sums are exact. */
const PER_MM = 100;
const MOST_PLACES = 1500;

/**
 * The most pieces that can be had from a parent by straight cuts right through: exact, by dynamic programming over the sums of the piece's sides
 * (Gilmore & Gomory 1965; Herz 1972). Of those with as many pieces, what is left hangs together as much as it can (greatest sum of squared
 * areas), with the fewest cuts. Kept edges: a piece may lie at a raw edge only with an edge that is to be raw. Throws OutOfRange for a size
 * that is not above 0, and for pieces so small that more than 1500 places of a cut would have to be told apart.
 */
export function partParent(task: ParentTask): Parted {
  const { parentMm, pieceMm, edgeMm = 0 } = task;
  ranged('the parent’s width (mm)', parentMm.widthMm, 1 / PER_MM);
  ranged('the parent’s height (mm)', parentMm.heightMm, 1 / PER_MM);
  ranged('the piece’s width (mm)', pieceMm.widthMm, 1 / PER_MM);
  ranged('the piece’s height (mm)', pieceMm.heightMm, 1 / PER_MM);
  ranged('what a cut takes (mm)', task.lossMm ?? 0, 0);
  ranged('what is taken off an edge (mm)', edgeMm, 0);
  return parted(task);
}

/** Sides as bits, in the order of the edges. */
const TOP = 1,
  RIGHT = 2,
  BOTTOM = 4,
  LEFT = 8;
const bitsOf = (edges: readonly PieceEdge[]) =>
  edges.reduce((bits, edge) => bits | (1 << PIECE_EDGES.indexOf(edge)), 0);
/** The sides after a quarter turn clockwise. */
const turned = (bits: number) => ((bits << 1) | (bits >> 3)) & 15;

/** Each side with whether it is cut off upright, and whether it comes first along that axis. */
const RAW_SIDES = [
  [LEFT, true, true],
  [RIGHT, true, false],
  [TOP, false, true],
  [BOTTOM, false, false],
] as const;

const PIECE_VALUE = 1e9,
  LEFT_VALUE = 1e5,
  CUT_VALUE = -1;

interface Grid {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  /** Largest place not beyond each length. */
  readonly floorX: (length: number) => number;
  readonly floorY: (length: number) => number;
}

function parted(task: ParentTask): Parted {
  const { parentMm, pieceMm, lies, lossMm = 0, edgeMm = 0, keptEdges = [] } = task;
  const units = (mm: number) => Math.round(mm * PER_MM);
  const kept = bitsOf(keptEdges),
    loss = units(lossMm);
  // with kept edges a raw one comes off wherever a piece is not to have it; without, all come off first
  const rawOff = kept === 0 ? 0 : Math.max(1, units(edgeMm)),
    margin = kept === 0 ? units(edgeMm) : 0;
  const width = units(parentMm.widthMm) - 2 * margin + loss,
    height = units(parentMm.heightMm) - 2 * margin + loss;
  const [a, b] = [units(pieceMm.widthMm) + loss, units(pieceMm.heightMm) + loss];
  const wanted = [
    ...(lies === 'turned' ? [] : [kept, turned(turned(kept))].map((sides) => ({ w: a, h: b, sides, turned: false }))),
    ...(lies === 'as it is'
      ? []
      : [turned(kept), turned(turned(turned(kept)))].map((sides) => ({ w: b, h: a, sides, turned: true }))),
  ].filter(({ w, h }) => w <= width && h <= height);
  if (wanted.length === 0) return { pieces: [], leftovers: [{ xMm: 0, yMm: 0, ...parentMm }], cuts: [] };
  const xs = placesOf(
      wanted.map(({ w }) => w),
      width,
      rawOff,
    ),
    ys = placesOf(
      wanted.map(({ h }) => h),
      height,
      rawOff,
    );
  const grid: Grid = { xs, ys, floorX: floorIn(xs), floorY: floorIn(ys) };
  const solver = new Solver(grid, wanted, kept === 0 ? 1 : 16, rawOff, width * height);
  const out = solver.parted({ x: margin, y: margin, w: width, h: height }, kept === 0 ? 0 : 15, loss);
  return margin > 0 ? withTrims(out, parentMm, margin / PER_MM) : out;
}

/** Sums of the sides of pieces up to a length, and the length itself: no cut need lie elsewhere (normal patterns, Herz 1972) but where raw edges come off. */
function placesOf(sides: readonly number[], most: number, rawOff: number): number[] {
  const places = new Set([0]);
  const queue = [0];
  while (queue.length > 0) {
    const at = queue.pop()!;
    for (const side of new Set(sides)) {
      const next = at + side;
      if (next > most || places.has(next)) continue;
      places.add(next);
      queue.push(next);
    }
    ranged('the places of a cut', places.size, 0, MOST_PLACES);
  }
  if (rawOff > 0)
    for (const at of [...places]) for (const off of [rawOff, 2 * rawOff]) if (at + off <= most) places.add(at + off);
  places.add(most);
  return [...places].sort((p, q) => p - q);
}

function floorIn(places: readonly number[]): (length: number) => number {
  return (length) => {
    let low = 0,
      high = places.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (places[middle] <= length) low = middle;
      else high = middle - 1;
    }
    return low;
  };
}

function restsOf(places: readonly number[], floor: (length: number) => number): Int32Array {
  const rests = new Int32Array(places.length ** 2);
  places.forEach((length, i) => {
    for (let k = 0; k < i; k++) rests[i * places.length + k] = floor(length - places[k]);
  });
  return rests;
}

/** Sides left and right, or above and below, changed over. */
const mirrored = (bits: number, a: number, b: number) => (bits & ~(a | b)) | (bits & a ? b : 0) | (bits & b ? a : 0);

/** For each set of raw sides the one it is worth the same as: pieces always lie end for end, too, and mirrored where what is kept is. */
function alikeSides(wanted: readonly Wanted[]): readonly number[] {
  const changes = [
    (bits: number) => bits,
    (bits: number) => mirrored(bits, LEFT, RIGHT),
    (bits: number) => mirrored(bits, TOP, BOTTOM),
    (bits: number) => mirrored(mirrored(bits, LEFT, RIGHT), TOP, BOTTOM),
  ].filter((change) =>
    wanted.every(({ w, h, sides }) => wanted.some((one) => one.w === w && one.h === h && one.sides === change(sides))),
  );
  return Array.from({ length: 16 }, (_, bits) => Math.min(...changes.map((change) => change(bits))));
}

interface Wanted {
  readonly w: number;
  readonly h: number;
  readonly sides: number;
  readonly turned: boolean;
}
interface Part {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** What a part is parted into: nothing, a piece, or two parts. `first`: the place of the cut is that of the first part, else of the second. */
type Choice =
  | { readonly is: 'waste' }
  | { readonly is: 'piece'; readonly of: Wanted }
  | { readonly is: 'cut'; readonly upright: boolean; readonly at: number; readonly first: boolean };

/** Best values of parts, each worked out once it is asked for; a part is its width and height as places, and which of its sides are raw ones of the parent. */
class Solver {
  private readonly values: Float64Array;
  private readonly tights: Int32Array;
  /** Raw sides that are worth the same, being mirrored or turned end for end, as one of them. */
  private readonly alike: readonly number[];
  /** Where what is left of each length lies when each shorter one is cut off it. */
  private readonly restX: Int32Array;
  private readonly restY: Int32Array;

  constructor(
    private readonly grid: Grid,
    private readonly wanted: readonly Wanted[],
    private readonly kinds: number,
    private readonly rawOff: number,
    private readonly whole: number,
  ) {
    this.values = new Float64Array(grid.xs.length * grid.ys.length * kinds).fill(NaN);
    this.alike = alikeSides(wanted);
    this.tights = new Int32Array(this.values.length).fill(-1);
    this.restX = restsOf(grid.xs, grid.floorX);
    this.restY = restsOf(grid.ys, grid.floorY);
  }

  private value(i: number, j: number, sides: number): number {
    // inside, where no raw edge is, none of the pieces that keep one can lie
    if (this.kinds > 1 && sides === 0) return 0;
    const place = this.place(i, j, sides);
    if (Number.isNaN(this.values[place])) this.values[place] = this.best(i, j, sides).value;
    return this.values[place];
  }

  private place(i: number, j: number, sides: number): number {
    return (i * this.grid.ys.length + j) * this.kinds + (this.kinds > 1 ? this.alike[sides] : 0);
  }

  private waste(w: number, h: number): number {
    return w > 0 && h > 0 ? LEFT_VALUE * ((w * h) / this.whole) ** 2 : 0;
  }

  /** The smallest places below a part's size in which as many pieces lie: what is beyond comes off in one cut. As one number. */
  private tight(i: number, j: number, sides: number): number {
    if (i === 0 || j === 0) return 0;
    const place = this.place(i, j, sides);
    if (this.tights[place] >= 0) return this.tights[place];
    const pieces = this.pieces(i, j, sides);
    let [x, y] = [i, j];
    if (pieces > 0) {
      // a part with both raw edges is as long as its parent: nothing comes off it unseen
      if ((sides & (LEFT | RIGHT)) !== (LEFT | RIGHT)) while (x > 1 && this.pieces(x - 1, y, sides) === pieces) x--;
      if ((sides & (TOP | BOTTOM)) !== (TOP | BOTTOM)) while (y > 1 && this.pieces(x, y - 1, sides) === pieces) y--;
    }
    return (this.tights[place] = pieces === 0 ? 0 : x * this.grid.ys.length + y);
  }

  private pieces(i: number, j: number, sides: number): number {
    return Math.round(this.value(i, j, sides) / PIECE_VALUE);
  }

  /** A part of any size: its pieces lie in the places below its size, and what is beyond is cut off. */
  private valueOf(w: number, h: number, sides: number): number {
    return this.valueAt(w, h, this.grid.floorX(w), this.grid.floorY(h), sides);
  }

  private valueAt(w: number, h: number, floorI: number, floorJ: number, sides: number): number {
    const { xs, ys } = this.grid;
    const tight = this.tight(floorI, floorJ, sides);
    if (tight === 0) return this.waste(w, h);
    const j = tight % ys.length,
      i = (tight - j) / ys.length;
    return (
      this.value(i, j, sides) +
      this.waste(w - xs[i], h) +
      this.waste(xs[i], h - ys[j]) +
      CUT_VALUE * (Number(w > xs[i]) + Number(h > ys[j]))
    );
  }

  /** What is left of a part when a raw side has come off. */
  private rest(w: number, h: number, sides: number, upright: boolean): number {
    return upright ? this.valueOf(w - this.rawOff, h, sides) : this.valueOf(w, h - this.rawOff, sides);
  }

  private best(i: number, j: number, sides: number): { value: number; choice: Choice } {
    const { xs, ys } = this.grid;
    const w = xs[i],
      h = ys[j];
    let value = this.waste(w, h),
      choice: Choice = { is: 'waste' };
    const piece = this.wanted.find((one) => one.w === w && one.h === h && (this.kinds === 1 || one.sides === sides));
    if (piece) [value, choice] = [PIECE_VALUE, { is: 'piece', of: piece }];
    const take = (found: number, upright: boolean, at: number, first: boolean) => {
      if (found > value + 1e-6) [value, choice] = [found, { is: 'cut', upright, at, first }];
    };
    const [leftOf, rightOf] = [sides & ~RIGHT, sides & ~LEFT],
      [topOf, bottomOf] = [sides & ~BOTTOM, sides & ~TOP];
    for (const [side, upright, first] of RAW_SIDES)
      if (sides & side && this.rawOff < (upright ? w : h)) {
        const rest = this.rest(w, h, sides & ~side, upright);
        const at = first ? this.rawOff : (upright ? w : h) - this.rawOff;
        take(rest + this.waste(upright ? this.rawOff : w, upright ? h : this.rawOff) + CUT_VALUE, upright, at, first);
      }
    const [n, m] = [xs.length, ys.length];
    for (let k = 1; k < i; k++) {
      const rest = this.restX[i * n + k];
      take(this.value(k, j, leftOf) + this.valueAt(w - xs[k], h, rest, j, rightOf) + CUT_VALUE, true, xs[k], true);
      if (this.kinds > 1)
        take(
          this.value(k, j, rightOf) + this.valueAt(w - xs[k], h, rest, j, leftOf) + CUT_VALUE,
          ...([true, w - xs[k], false] as const),
        );
    }
    for (let k = 1; k < j; k++) {
      const rest = this.restY[j * m + k];
      take(this.value(i, k, topOf) + this.valueAt(w, h - ys[k], i, rest, bottomOf) + CUT_VALUE, false, ys[k], true);
      if (this.kinds > 1)
        take(
          this.value(i, k, bottomOf) + this.valueAt(w, h - ys[k], i, rest, topOf) + CUT_VALUE,
          ...([false, h - ys[k], false] as const),
        );
    }
    return { value, choice };
  }

  /** The pieces, what is left and the cuts of a part, in mm; `loss` is what every piece was made larger by. */
  parted(part: Part, sides: number, loss: number): Parted {
    const out = { pieces: [] as (RectMm & { turned: boolean })[], leftovers: [] as RectMm[], cuts: [] as PartingCut[] };
    const rect = ({ x, y, w, h }: Part): RectMm => ({
      ...{ xMm: x / PER_MM, yMm: y / PER_MM },
      ...{ widthMm: Math.max(0, w - loss) / PER_MM, heightMm: Math.max(0, h - loss) / PER_MM },
    });
    const leave = (left: Part) => {
      if (left.w > loss && left.h > loss) out.leftovers.push(rect(left));
    };
    const cut = ({ x, y, w, h }: Part, upright: boolean, at: number) =>
      out.cuts.push(
        upright
          ? { fromMm: [(x + at) / PER_MM, y / PER_MM], toMm: [(x + at) / PER_MM, (y + h - loss) / PER_MM] }
          : { fromMm: [x / PER_MM, (y + at) / PER_MM], toMm: [(x + w - loss) / PER_MM, (y + at) / PER_MM] },
      );
    const visit = (given: Part, bits: number): void => {
      const { xs, ys } = this.grid;
      const tight = this.tight(this.grid.floorX(given.w), this.grid.floorY(given.h), bits);
      if (tight === 0) return leave(given);
      const j = tight % ys.length,
        i = (tight - j) / ys.length;
      const fitting = this.fitted(given, xs[i], ys[j], bits, cut, leave);
      const { choice } = this.best(i, j, bits);
      if (choice.is === 'piece') out.pieces.push({ ...rect(fitting), turned: choice.of.turned });
      if (choice.is !== 'cut') return;
      const { upright, at } = choice;
      cut(fitting, upright, at - loss / 2);
      const { x, y, w, h } = fitting;
      const [first, second] = upright
        ? [
            { x, y, w: at, h },
            { x: x + at, y, w: w - at, h },
          ]
        : [
            { x, y, w, h: at },
            { x, y: y + at, w, h: h - at },
          ];
      visit(first, bits & ~(upright ? RIGHT : BOTTOM));
      visit(second, bits & ~(upright ? LEFT : TOP));
    };
    visit(part, sides);
    const area = ({ widthMm, heightMm }: RectMm) => widthMm * heightMm;
    return { ...out, leftovers: out.leftovers.sort((p, q) => area(q) - area(p)) };
  }

  /** A part cut down to places: what is beyond comes off on the side that is no raw edge. */
  private fitted(
    given: Part,
    w: number,
    h: number,
    sides: number,
    cut: (part: Part, upright: boolean, at: number) => void,
    leave: (part: Part) => void,
  ): Part {
    let part = given;
    if (part.w > w) {
      const { x, y, h: tall } = part,
        beyond = part.w - w,
        fromLeft = Boolean(sides & RIGHT);
      cut(part, true, fromLeft ? beyond : w);
      leave({ x: fromLeft ? x : x + w, y, w: beyond, h: tall });
      part = { ...part, x: fromLeft ? x + beyond : x, w };
    }
    if (part.h > h) {
      const { x, y } = part,
        beyond = part.h - h,
        fromTop = Boolean(sides & BOTTOM);
      cut(part, false, fromTop ? beyond : h);
      leave({ x, y: fromTop ? y : y + h, w: part.w, h: beyond });
      part = { ...part, y: fromTop ? y + beyond : y, h };
    }
    return part;
  }
}

/** The raw edges come off first. */
function withTrims({ cuts, ...parts }: Parted, { widthMm, heightMm }: SizeMm, edgeMm: number): Parted {
  const trims: PartingCut[] = [
    { fromMm: [edgeMm, 0], toMm: [edgeMm, heightMm] },
    { fromMm: [widthMm - edgeMm, 0], toMm: [widthMm - edgeMm, heightMm] },
    { fromMm: [edgeMm, edgeMm], toMm: [widthMm - edgeMm, edgeMm] },
    { fromMm: [edgeMm, heightMm - edgeMm], toMm: [widthMm - edgeMm, heightMm - edgeMm] },
  ];
  return { ...parts, cuts: [...trims, ...cuts] };
}

/** How many strips of a size come out of what is left of one parent, either way round. */
export function stripsFrom(leftovers: readonly RectMm[], stripMm: SizeMm, lossMm = 0): number {
  return leftovers.reduce(
    (sum, { widthMm, heightMm }) =>
      sum + partParent({ parentMm: { widthMm, heightMm }, pieceMm: stripMm, lies: 'either', lossMm }).pieces.length,
    0,
  );
}
