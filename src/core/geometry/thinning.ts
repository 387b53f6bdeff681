/**
 * Thins shapes to lines one pixel wide (Guo & Hall 1989). `shape` has 1 at their pixels, none of them on the map's rim, and is changed;
 * `pixels` names them. Returns those that are left, in the order they came in.
 */
export function thinned(shape: Uint8Array, width: number, pixels: ArrayLike<number>): Int32Array {
  let left = Int32Array.from(pixels);
  for (;;) {
    let removed = 0;
    for (const odd of [true, false]) {
      const gone: number[] = [];
      for (const i of left) if (shape[i] === 1 && removable(shape, i, width, odd)) gone.push(i);
      for (const i of gone) shape[i] = 0;
      removed += gone.length;
    }
    if (removed === 0) return left;
    left = left.filter((i) => shape[i] === 1);
  }
}

function removable(s: Uint8Array, i: number, width: number, odd: boolean): boolean {
  const p2 = s[i - width],
    p3 = s[i - width + 1],
    p4 = s[i + 1],
    p5 = s[i + width + 1],
    p6 = s[i + width],
    p7 = s[i + width - 1],
    p8 = s[i - 1],
    p9 = s[i - width - 1];
  const crossings = ((p2 ^ 1) & (p3 | p4)) + ((p4 ^ 1) & (p5 | p6)) + ((p6 ^ 1) & (p7 | p8)) + ((p8 ^ 1) & (p9 | p2));
  if (crossings !== 1) return false;
  const one = (p9 | p2) + (p3 | p4) + (p5 | p6) + (p7 | p8),
    two = (p2 | p3) + (p4 | p5) + (p6 | p7) + (p8 | p9),
    least = Math.min(one, two);
  if (least < 2 || least > 3) return false;
  return odd ? ((p2 | p3 | (p5 ^ 1)) & p4) === 0 : ((p6 | p7 | (p9 ^ 1)) & p8) === 0;
}

/** Pixels of a middle line by which its direction at an end is read. */
const DIRECTION_PX = 8;

/**
 * The lines of a thinned shape, as pixels one after the other: cut where three meet, spurs up to `spurPx` left out, and joined again where
 * two go on from one another within `bendDeg` of straight; the straightest first. Lines shorter than `leastPx` are left out.
 */
export function chainsOf(
  shape: Uint8Array,
  width: number,
  pixels: ArrayLike<number>,
  { spurPx, bendDeg, leastPx }: { readonly spurPx: number; readonly bendDeg: number; readonly leastPx: number },
): Int32Array[] {
  const steps = [-width, 1, width, -1, -width + 1, width + 1, width - 1, -width - 1];
  const neighbours = (i: number) => steps.map((d) => i + d).filter((j) => shape[j] === 1);
  const junction = new Set<number>();
  for (let k = 0; k < pixels.length; k++) if (neighbours(pixels[k]).length > 2) junction.add(pixels[k]);
  const seen = new Set<number>();
  const pieces: number[][] = [];
  const follow = (start: number) => {
    const piece = [start];
    seen.add(start);
    for (let at = start; ;) {
      const next = neighbours(at).find((j) => !seen.has(j) && !junction.has(j));
      if (next === undefined) return piece;
      seen.add(next);
      piece.push(next);
      at = next;
    }
  };
  for (let k = 0; k < pixels.length; k++) {
    const start = pixels[k];
    if (seen.has(start) || junction.has(start)) continue;
    const one = follow(start),
      other = follow(start);
    pieces.push([...other.slice(1).reverse(), ...one]);
  }
  return joined(pieces, junction, width, { spurPx, bendDeg }).filter((chain) => chain.length >= leastPx);
}

interface End {
  readonly piece: number;
  /** 0 the piece's first pixel, 1 its last. */
  readonly end: 0 | 1;
  readonly x: number;
  readonly y: number;
  /** Direction in which the line leaves through this end. */
  readonly angle: number;
}

function joined(
  pieces: readonly number[][],
  junction: ReadonlySet<number>,
  width: number,
  { spurPx, bendDeg }: { readonly spurPx: number; readonly bendDeg: number },
): Int32Array[] {
  const xy = (i: number) => [i % width, Math.floor(i / width)] as const;
  const atJunction = (i: number) =>
    [-1, 0, 1].some((dy) => [-1, 0, 1].some((dx) => (dx !== 0 || dy !== 0) && junction.has(i + dy * width + dx)));
  const ends: End[] = [];
  pieces.forEach((piece, p) => {
    const touching = ([0, 1] as const).filter((end) => atJunction(end === 0 ? piece[0] : piece[piece.length - 1]));
    if (piece.length <= spurPx && touching.length < 2) return;
    for (const end of touching) {
      const along = end === 0 ? piece : [...piece].reverse();
      const [x, y] = xy(along[0]),
        [bx, by] = xy(along[Math.min(DIRECTION_PX, along.length - 1)]);
      ends.push({ piece: p, end, x, y, angle: Math.atan2(y - by, x - bx) });
    }
  });
  const pairs: { readonly a: number; readonly b: number; readonly bend: number }[] = [];
  const cell = new Map<number, number[]>();
  const cellOf = (x: number, y: number) => Math.floor(y / CELL_PX) * 65_536 + Math.floor(x / CELL_PX);
  ends.forEach((e, k) => {
    const key = cellOf(e.x, e.y);
    const there = cell.get(key);
    if (there) there.push(k);
    else cell.set(key, [k]);
  });
  ends.forEach((e, a) => {
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++)
        for (const b of cell.get(cellOf(e.x + dx * CELL_PX, e.y + dy * CELL_PX)) ?? []) {
          if (b <= a || ends[b].piece === e.piece) continue;
          if (Math.abs(ends[b].x - e.x) > CELL_PX || Math.abs(ends[b].y - e.y) > CELL_PX) continue;
          const turn = Math.abs(Math.atan2(Math.sin(e.angle - ends[b].angle), Math.cos(e.angle - ends[b].angle)));
          const bend = Math.PI - turn;
          if (bend * 180 < bendDeg * Math.PI) pairs.push({ a, b, bend });
        }
  });
  pairs.sort((p, q) => p.bend - q.bend || p.a - q.a || p.b - q.b);
  const partner = new Map<string, End>();
  const nameOf = (e: { readonly piece: number; readonly end: 0 | 1 }) => `${e.piece}/${e.end}`;
  for (const { a, b } of pairs) {
    if (partner.has(nameOf(ends[a])) || partner.has(nameOf(ends[b]))) continue;
    partner.set(nameOf(ends[a]), ends[b]);
    partner.set(nameOf(ends[b]), ends[a]);
  }
  return strung(pieces, partner, spurPx, atJunction);
}

/** Ends of pieces nearer than this may belong to one junction. */
const CELL_PX = 4;

function strung(
  pieces: readonly number[][],
  partner: ReadonlyMap<string, End>,
  spurPx: number,
  atJunction: (i: number) => boolean,
): Int32Array[] {
  const used = new Uint8Array(pieces.length);
  const chains: Int32Array[] = [];
  for (let p = 0; p < pieces.length; p++) {
    if (used[p]) continue;
    const piece = pieces[p];
    if (piece.length <= spurPx && (atJunction(piece[0]) || atJunction(piece[piece.length - 1]))) continue;
    // back to where the string begins
    let at = p,
      entry: 0 | 1 = 0;
    for (let n = 0; n < pieces.length; n++) {
      const before = partner.get(`${at}/${entry}`);
      if (!before || before.piece === p) break;
      at = before.piece;
      entry = before.end === 0 ? 1 : 0;
    }
    const chain: number[] = [];
    for (let from: 0 | 1 = entry; !used[at];) {
      used[at] = 1;
      chain.push(...(from === 0 ? pieces[at] : [...pieces[at]].reverse()));
      const next = partner.get(`${at}/${from === 0 ? 1 : 0}`);
      if (!next) break;
      at = next.piece;
      from = next.end;
    }
    chains.push(Int32Array.from(chain));
  }
  return chains;
}
