/** Pixels of a print map that get the same films: what is wanted there, what prints, and the marks that cover it. */
export interface PrintPart {
  /** The colour of the picture that is wanted here. */
  readonly label: number;
  /** It prints wherever one of these would. */
  readonly as: readonly number[];
  /** Numbers of the marks that cover it. */
  readonly marks: readonly number[];
}

export function plainParts(labelCount: number): PrintPart[] {
  return Array.from({ length: labelCount }, (_, label) => ({ label, as: [label], marks: [] }));
}

/** From part to part: known ones by table (−1: not yet), others by asking once. */
export interface Step {
  /** Grows with the parts: what is not in it yet is asked for too. */
  readonly to: Int32Array;
  readonly find: (index: number) => number;
}

/** The same table with room for more, and −1 there. */
function grownTo(table: Int32Array, least: number): Int32Array {
  const larger = new Int32Array(Math.max(2 * table.length, least)).fill(-1);
  larger.set(table);
  return larger;
}

/** The parts met so far; going from one to another is worked out once. */
export class PartTable {
  readonly parts: PrintPart[];
  full = false;
  private readonly known = new Map<string, number>();

  constructor(
    labelCount: number,
    readonly most: number,
  ) {
    this.parts = plainParts(labelCount);
    this.parts.forEach((part, i) => this.known.set(JSON.stringify(part), i));
  }

  step(change: (part: PrintPart) => PrintPart): Step {
    const step: { to: Int32Array; find: Step['find'] } = {
      to: new Int32Array(256).fill(-1),
      find: (index) => {
        if (index >= step.to.length) step.to = grownTo(step.to, index + 1);
        if (step.to[index] < 0) step.to[index] = this.indexOf(change(this.parts[index]), index);
        return step.to[index];
      },
    };
    return step;
  }

  private indexOf(part: PrintPart, otherwise: number): number {
    const tidy = {
      label: part.label,
      as: [...new Set(part.as)].sort((a, b) => a - b),
      marks: [...new Set(part.marks)].sort((a, b) => a - b),
    };
    const key = JSON.stringify(tidy);
    const there = this.known.get(key);
    if (there !== undefined) return there;
    if (this.parts.length >= this.most) {
      this.full = true;
      return otherwise;
    }
    this.known.set(key, this.parts.length);
    this.parts.push(tidy);
    return this.parts.length - 1;
  }
}

export const markStep = (table: PartTable, mark: number) =>
  table.step((part) => ({ ...part, marks: [...part.marks, mark] }));
