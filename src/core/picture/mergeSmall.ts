import { eachMeeting, type IslandMap, type LabelMap } from '../geometry';
import { findRoot } from '../geometry/islands';
import type { LabelCosts } from './likeness';

/**
 * Gives every island smaller than `minAreaPx` to the neighbour it shares most border with, smallest first, until none
 * is left; parts of the neighbour's colour that thereby touch become one. Only borders of small islands are kept,
 * so the cost follows the number of small islands, not of pixels. A map of one island stays as it is. With `costs` each goes to the neighbour
 * whose colour is likest the picture there, the border weighed against it.
 */
export function mergeSmallIslands(
  map: LabelMap,
  islands: IslandMap,
  minAreaPx: number,
  costs?: LabelCosts,
): Uint8Array {
  if (minAreaPx <= 1 || islands.islandCount <= 1) return map.labels;
  const merger = new Merger(islands, Math.ceil(minAreaPx), costs);
  if (!merger.run()) return map.labels;
  return merger.paint();
}

/** What a side of a pixel along a border weighs against a quarter of a ΔE. */
const SIDE = 8;

class Merger {
  /** What each small island would cost in each colour, summed over its pixels; its first place in `sums`, or −1. */
  private readonly sumsAt: Int32Array;
  private sums = new Float64Array(0);
  private readonly parent: Int32Array;
  private readonly area: Int32Array;
  private readonly head: Int32Array;
  private readonly tail: Int32Array;
  private edgeTo = new Int32Array(4096);
  private edgeLength = new Int32Array(4096);
  private edgeNext = new Int32Array(4096);
  private edges = 0;
  private readonly shared: Int32Array;

  constructor(
    private readonly islands: IslandMap,
    private readonly minArea: number,
    private readonly costs: LabelCosts | undefined,
  ) {
    const n = islands.islandCount;
    this.sumsAt = new Int32Array(costs ? n : 0).fill(-1);
    this.parent = Int32Array.from({ length: n }, (_, i) => i);
    this.area = islands.islandAreaPx.slice();
    this.head = new Int32Array(n).fill(-1);
    this.tail = new Int32Array(n).fill(-1);
    this.shared = new Int32Array(n);
  }

  /** False when no island is small. */
  run(): boolean {
    const buckets: number[][] = Array.from({ length: this.minArea }, () => []);
    let small = 0;
    for (let i = 0; i < this.area.length; i++)
      if (this.area[i] < this.minArea) {
        buckets[this.area[i]].push(i);
        small++;
      }
    if (small === 0) return false;
    this.collectBorders();
    if (this.costs) this.collectCosts(this.costs, small);
    for (let size = 1; size < this.minArea; size++) {
      const bucket = buckets[size];
      for (let k = 0; k < bucket.length; k++) {
        const island = bucket[k];
        if (this.parent[island] !== island || this.area[island] !== size) continue;
        const grown = this.giveAway(island);
        if (grown >= 0 && this.area[grown] < this.minArea) buckets[this.area[grown]].push(grown);
      }
    }
    return true;
  }

  private collectBorders(): void {
    eachMeeting(this.islands, (a, b, sidesPx) => this.border(a, b, sidesPx));
  }

  private collectCosts(costs: LabelCosts, small: number): void {
    const { rowOffset, stripEnd, stripIsland, width, height } = this.islands,
      { count } = costs;
    this.sums = new Float64Array(small * count);
    let used = 0;
    for (let y = 0; y < height; y++) {
      let from = 0;
      for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
        const island = stripIsland[s];
        if (this.area[island] < this.minArea) {
          if (this.sumsAt[island] < 0) this.sumsAt[island] = count * used++;
          const at = this.sumsAt[island];
          for (let x = from; x < stripEnd[s]; x++) {
            const row = costs.rowOf(y * width + x);
            for (let label = 0; label < count; label++) this.sums[at + label] += costs.table[row + label];
          }
        }
        from = stripEnd[s];
      }
    }
  }

  private border(a: number, b: number, length: number): void {
    if (a === b) return;
    if (this.area[a] < this.minArea) this.addEdge(a, b, length);
    if (this.area[b] < this.minArea) this.addEdge(b, a, length);
  }

  private addEdge(from: number, to: number, length: number): void {
    if (this.head[from] >= 0 && this.edgeTo[this.head[from]] === to) {
      this.edgeLength[this.head[from]] += length;
      return;
    }
    if (this.edges === this.edgeTo.length) this.growEdges();
    const e = this.edges++;
    this.edgeTo[e] = to;
    this.edgeLength[e] = length;
    this.edgeNext[e] = this.head[from];
    this.head[from] = e;
    if (this.tail[from] < 0) this.tail[from] = e;
  }

  private growEdges(): void {
    const grow = (old: Int32Array<ArrayBuffer>) => {
      const larger = new Int32Array(old.length * 2);
      larger.set(old);
      return larger;
    };
    this.edgeTo = grow(this.edgeTo);
    this.edgeLength = grow(this.edgeLength);
    this.edgeNext = grow(this.edgeNext);
  }

  /** Merges one small island into its best neighbour and returns the island that grew, or −1 without neighbours. */
  private giveAway(island: number): number {
    const { islandLabel } = this.islands;
    const neighbours = this.neighboursOf(island);
    if (neighbours.length === 0) return -1;
    let best = neighbours[0];
    for (const n of neighbours) if (this.better(island, n, best)) best = n;
    for (const n of neighbours) this.shared[n] = 0;
    let grown = this.unite(best, island);
    for (const n of neighbours) if (n !== best && islandLabel[n] === islandLabel[best]) grown = this.unite(grown, n);
    return grown;
  }

  private better(island: number, a: number, b: number): boolean {
    if (this.costs) {
      const value = (n: number) => SIDE * this.shared[n] - this.sums[this.sumsAt[island] + this.islands.islandLabel[n]];
      const difference = value(a) - value(b);
      if (difference !== 0) return difference > 0;
    }
    if (this.shared[a] !== this.shared[b]) return this.shared[a] > this.shared[b];
    return this.area[a] !== this.area[b] ? this.area[a] > this.area[b] : a < b;
  }

  private neighboursOf(island: number): number[] {
    const found: number[] = [];
    for (let e = this.head[island]; e >= 0; e = this.edgeNext[e]) {
      const other = findRoot(this.parent, this.edgeTo[e]);
      if (other === island) continue;
      if (this.shared[other] === 0) found.push(other);
      this.shared[other] += this.edgeLength[e];
    }
    return found;
  }

  /** `other` becomes part of `keeper`, whose label stays. */
  private unite(keeper: number, other: number): number {
    this.parent[other] = keeper;
    this.area[keeper] += this.area[other];
    if (this.costs && this.sumsAt[keeper] >= 0 && this.sumsAt[other] >= 0)
      for (let label = 0; label < this.costs.count; label++)
        this.sums[this.sumsAt[keeper] + label] += this.sums[this.sumsAt[other] + label];
    if (this.area[keeper] < this.minArea && this.head[other] >= 0) {
      if (this.head[keeper] < 0) this.head[keeper] = this.head[other];
      else this.edgeNext[this.tail[keeper]] = this.head[other];
      this.tail[keeper] = this.tail[other];
    }
    return keeper;
  }

  paint(): Uint8Array {
    const { rowOffset, stripEnd, stripIsland, islandLabel, width, height } = this.islands;
    const out = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) {
      let from = y * width;
      const row = from;
      for (let s = rowOffset[y]; s < rowOffset[y + 1]; s++) {
        const to = row + stripEnd[s];
        out.fill(islandLabel[findRoot(this.parent, stripIsland[s])], from, to);
        from = to;
      }
    }
    return out;
  }
}
