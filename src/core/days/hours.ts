/** A stretch of time, minutes from a fixed moment: from, and to (not in it). */
export type Stretch = readonly [number, number];

/** Stretches that are free, in order and apart; what is booked is taken out. */
export class FreeHours {
  private readonly from: number[];
  private readonly to: number[];

  constructor(stretches: readonly Stretch[] | FreeHours) {
    if (stretches instanceof FreeHours) {
      this.from = stretches.from.slice();
      this.to = stretches.to.slice();
      return;
    }
    const sorted = stretches.filter(([from, to]) => to > from).sort((a, b) => a[0] - b[0]);
    this.from = [];
    this.to = [];
    for (const [from, to] of sorted) {
      const last = this.to.length - 1;
      if (last >= 0 && from <= this.to[last]) this.to[last] = Math.max(this.to[last], to);
      else {
        this.from.push(from);
        this.to.push(to);
      }
    }
  }

  get count(): number {
    return this.from.length;
  }

  /** The first stretch that ends after a moment. */
  firstAfter(at: number): number {
    let low = 0,
      high = this.to.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.to[middle] <= at) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  begins(i: number): number {
    return this.from[i];
  }

  ends(i: number): number {
    return this.to[i];
  }

  /** Takes a stretch out, wherever it is free. */
  book(from: number, to: number): void {
    let i = this.firstAfter(from);
    while (i < this.from.length && this.from[i] < to) {
      const [a, b] = [this.from[i], this.to[i]];
      if (a < from && b > to) {
        this.to[i] = from;
        this.from.splice(i + 1, 0, to);
        this.to.splice(i + 1, 0, b);
        return;
      }
      if (a < from) this.to[i++] = from;
      else if (b > to) {
        this.from[i] = to;
        return;
      } else {
        this.from.splice(i, 1);
        this.to.splice(i, 1);
      }
    }
  }
}

/** Places on a rack as they are taken over time. */
export class RackPlaces {
  /** Moments at which what is taken changes, in order, with what is taken from then on. */
  private readonly at: number[];
  private readonly taken: number[];

  constructor(
    readonly places: number,
    other?: RackPlaces,
  ) {
    this.at = other ? other.at.slice() : [-Infinity];
    this.taken = other ? other.taken.slice() : [0];
  }

  copy(): RackPlaces {
    return new RackPlaces(this.places, this);
  }

  private indexAt(moment: number): number {
    let low = 0,
      high = this.at.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.at[middle] <= moment) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  /** Where there is not room for so many from one moment to another: when the first that stand in the way are dry. Undefined where there is room. */
  fullUntil(from: number, to: number, sheets: number): number | undefined {
    for (let i = this.indexAt(from); i < this.at.length && this.at[i] < to; i++)
      if (this.taken[i] + sheets > this.places) return this.at[i + 1] ?? Infinity;
    return undefined;
  }

  take(from: number, to: number, sheets: number): void {
    const first = this.split(from),
      last = this.split(to);
    for (let i = first; i < last; i++) this.taken[i] += sheets;
  }

  /** Most that are taken at once from one moment to another. */
  most(from: number, to: number): number {
    let most = 0;
    for (let i = this.indexAt(from); i < this.at.length && this.at[i] < to; i++) most = Math.max(most, this.taken[i]);
    return most;
  }

  private split(moment: number): number {
    const i = this.indexAt(moment);
    if (this.at[i] === moment) return i;
    this.at.splice(i + 1, 0, moment);
    this.taken.splice(i + 1, 0, this.taken[i]);
    return i + 1;
  }
}
