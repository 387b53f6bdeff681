import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import type { ColourRaster, LabelMap } from '../geometry';
import { wordsOf } from './histogram';

/** Five bits a channel: nearer than that no two pixels need be told apart. */
const CELLS = 1 << 15;
/** Quarters of a ΔE, so that a byte holds up to 63. */
export const COST_PER_DELTA_E = 4;
const MOST = 255;

/** What it costs to give a pixel a label, in quarters of a ΔE00, 0–255. */
export interface LabelCosts {
  /** How many labels there are. */
  readonly count: number;
  readonly table: Uint8Array;
  /** Where the costs of pixel i begin in `table`, one for each label. */
  rowOf(i: number): number;
}

/**
 * Where there is no picture at hand: what a pixel would be unlike the flat colour it has. `classOf`: a colour of another class costs the most
 * there is, where lines between classes are closed.
 */
export function costsOfLabels(
  { labels }: LabelMap,
  coloursLabD50: readonly Lab[],
  classOf: readonly number[] = [],
): LabelCosts {
  const count = coloursLabD50.length,
    before = labels.slice();
  const table = Uint8Array.from({ length: count * count }, (_, k) =>
    classOf[Math.floor(k / count)] === classOf[k % count]
      ? Math.min(
          MOST,
          Math.round(COST_PER_DELTA_E * deltaE2000(coloursLabD50[Math.floor(k / count)], coloursLabD50[k % count])),
        )
      : MOST,
  );
  return { count, table, rowOf: (i) => before[i] * count };
}

/** How unlike the picture a pixel would be in each flat colour: ΔE00 × 4, 0–255; worked out for a cell of colours when it is first asked for. */
export class Likeness implements LabelCosts {
  readonly words: Uint32Array;
  private readonly costs: Uint8Array;
  private readonly known = new Uint8Array(CELLS);
  readonly count: number;

  constructor(
    raster: ColourRaster,
    readonly coloursLabD50: readonly Lab[],
  ) {
    this.words = wordsOf(raster);
    this.count = coloursLabD50.length;
    this.costs = new Uint8Array(CELLS * this.count);
  }

  /** Of the raster's pixel i in the flat colour `label`. */
  cost(i: number, label: number): number {
    return this.costs[this.rowOf(i) + label];
  }

  /** Where the costs of pixel i begin in `table`. */
  rowOf(i: number): number {
    const word = this.words[i];
    const cell = ((word & 0xf8) << 7) | ((word >>> 6) & 0x3e0) | ((word >>> 19) & 0x1f);
    if (this.known[cell] === 0) this.workOut(cell);
    return cell * this.count;
  }

  get table(): Uint8Array {
    return this.costs;
  }

  private workOut(cell: number): void {
    const of = (five: number) => Math.round((five * 255) / 31);
    const lab = labD50FromSrgb8([of(cell >> 10), of((cell >> 5) & 31), of(cell & 31)]);
    for (let l = 0; l < this.count; l++)
      this.costs[cell * this.count + l] = Math.min(
        MOST,
        Math.round(COST_PER_DELTA_E * deltaE2000(lab, this.coloursLabD50[l])),
      );
    this.known[cell] = 1;
  }
}
