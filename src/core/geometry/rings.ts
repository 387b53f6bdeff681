import type { ArcMap } from './arcs';

/** One closed outline: arcs in order, each with whether it is run backwards. The area lies on the left. */
export interface Ring {
  readonly arcs: readonly number[];
  readonly reversed: readonly boolean[];
}

/**
 * Outlines of the union of the labels in `set` (as of `labelSet`), holes as rings of their own. Parts that touch only at a
 * corner stay apart, as islands do (4-connected).
 */
export function ringsOf(map: ArcMap, set: Uint8Array): Ring[] {
  const outgoing = new Map<number, number[]>();
  const backwards = new Uint8Array(map.count);
  const waiting = new Uint8Array(map.count);
  for (let a = 0; a < map.count; a++) {
    if (set[map.left[a]] === set[map.right[a]]) continue;
    backwards[a] = set[map.left[a]] ? 0 : 1;
    waiting[a] = 1;
    const from = backwards[a] ? map.endCorner[a] : map.startCorner[a];
    const there = outgoing.get(from);
    if (there) there.push(a);
    else outgoing.set(from, [a]);
  }
  const rings: Ring[] = [];
  for (let first = 0; first < map.count; first++)
    if (waiting[first]) rings.push(followRing(map, first, backwards, waiting, outgoing));
  return rings;
}

function followRing(
  map: ArcMap,
  first: number,
  backwards: Uint8Array,
  waiting: Uint8Array,
  outgoing: Map<number, number[]>,
): Ring {
  const arcs: number[] = [];
  const reversed: boolean[] = [];
  let arc = first;
  for (;;) {
    waiting[arc] = 0;
    arcs.push(arc);
    reversed.push(backwards[arc] === 1);
    const corner = backwards[arc] ? map.startCorner[arc] : map.endCorner[arc];
    const arriving = backwards[arc] ? (map.firstStep[arc] + 2) % 4 : map.lastStep[arc];
    const choices = (outgoing.get(corner) ?? []).filter((a) => waiting[a] || a === first);
    const leftTurn = (arriving + 3) % 4;
    const next =
      choices.find((a) => (backwards[a] ? (map.lastStep[a] + 2) % 4 : map.firstStep[a]) === leftTurn) ?? choices[0];
    if (next === undefined || next === first) break;
    arc = next;
  }
  return { arcs, reversed };
}

/** Calls `visit(x, y)` for each point of a ring once, in order, the closing point left out. */
export function eachPointOf(map: ArcMap, ring: Ring, visit: (x: number, y: number) => void): void {
  ring.arcs.forEach((arc, index) => {
    const from = map.offset[arc],
      to = map.offset[arc + 1];
    if (ring.reversed[index]) for (let p = to - 1; p > from; p--) visit(map.xy[2 * p], map.xy[2 * p + 1]);
    else for (let p = from; p < to - 1; p++) visit(map.xy[2 * p], map.xy[2 * p + 1]);
  });
}

/** Area enclosed by the rings of one set, in square pixels: outer outlines count up, holes down. */
export function areaOfRingsPx(map: ArcMap, rings: readonly Ring[]): number {
  let twice = 0;
  for (const ring of rings) {
    let firstX = 0,
      firstY = 0,
      lastX = 0,
      lastY = 0,
      seen = false;
    eachPointOf(map, ring, (x, y) => {
      if (seen) twice += lastX * y - x * lastY;
      else {
        firstX = x;
        firstY = y;
        seen = true;
      }
      lastX = x;
      lastY = y;
    });
    twice += lastX * firstY - firstX * lastY;
  }
  return Math.abs(twice) / 2;
}
