import { ranged } from '../units';
import type { LabelMap } from '../geometry';

/** The window may hold at most 255 pixels, because each count has eight bits. */
export const MAX_RADIUS_PX = 7;
const MAX_LABELS = 12;

/**
 * Majority filter: each pixel takes the label that is most frequent in the box of `radiusPx` around it (cut off at the
 * map's edge); ties keep the centre's label if it is among the most frequent, else the lowest. Edges stay where they
 * are; nothing new is mixed. Labels must be below 12. Sliding histograms, four counts to a word.
 */
export function majorityFilter(map: LabelMap, radiusPx: number): Uint8Array {
  ranged('the radius (px)', radiusPx, 0);
  const radius = Math.min(MAX_RADIUS_PX, Math.round(radiusPx));
  if (radius < 1) return map.labels.slice();
  let most = 0;
  for (let i = 0; i < map.labels.length; i++) if (map.labels[i] > most) most = map.labels[i];
  ranged('the largest label', most, 0, MAX_LABELS - 1);
  const wordCount = (most >> 2) + 1;
  return wordCount === 1 ? slideOne(map, radius) : wordCount === 2 ? slideTwo(map, radius) : slideThree(map, radius);
}

function increments(word: number): Int32Array {
  return Int32Array.from({ length: 256 }, (_, label) => (label >> 2 === word ? 1 << (8 * (label & 3)) : 0));
}

/** Label with the largest count in one packed word, if larger than `bar`: returned as (label << 8) | count, else 0. */
function largest(packed: number, base: number, bar: number): number {
  let label = 0,
    count = bar;
  if ((packed & 255) > count) {
    count = packed & 255;
    label = base + 1;
  }
  if (((packed >>> 8) & 255) > count) {
    count = (packed >>> 8) & 255;
    label = base + 2;
  }
  if (((packed >>> 16) & 255) > count) {
    count = (packed >>> 16) & 255;
    label = base + 3;
  }
  if (packed >>> 24 > count) {
    count = packed >>> 24;
    label = base + 4;
  }
  return label === 0 ? 0 : ((label - 1) << 8) | count | 0x10000;
}

function slideOne({ width, height, labels }: LabelMap, radius: number): Uint8Array {
  const inc = increments(0);
  const column = new Int32Array(width + 2 * radius + 1);
  const out = new Uint8Array(labels.length);
  for (let y = -radius; y < height; y++) {
    updateColumns(column, inc, labels, width, height, y, radius);
    if (y < 0) continue;
    const tall = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    let a = 0;
    for (let x = 0; x < radius; x++) a += column[x + radius];
    for (let x = 0, i = y * width; x < width; x++, i++) {
      a += column[x + 2 * radius];
      const centre = labels[i];
      const own = (a >>> (centre << 3)) & 255;
      const wide = Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1;
      let best = centre;
      if (2 * own < tall * wide) {
        const found = largest(a, 0, own);
        if (found) best = (found >> 8) & 255;
      }
      out[i] = best;
      a -= column[x];
    }
  }
  return out;
}

function slideTwo({ width, height, labels }: LabelMap, radius: number): Uint8Array {
  const incA = increments(0),
    incB = increments(1);
  const columnA = new Int32Array(width + 2 * radius + 1),
    columnB = new Int32Array(width + 2 * radius + 1);
  const out = new Uint8Array(labels.length);
  for (let y = -radius; y < height; y++) {
    updateColumns(columnA, incA, labels, width, height, y, radius);
    updateColumns(columnB, incB, labels, width, height, y, radius);
    if (y < 0) continue;
    const tall = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    let a = 0,
      b = 0;
    for (let x = 0; x < radius; x++) {
      a += columnA[x + radius];
      b += columnB[x + radius];
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      a += columnA[x + 2 * radius];
      b += columnB[x + 2 * radius];
      const centre = labels[i];
      const own = ((centre < 4 ? a : b) >>> ((centre & 3) << 3)) & 255;
      const wide = Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1;
      let best = centre;
      if (2 * own < tall * wide) {
        const inA = largest(a, 0, own);
        const inB = largest(b, 4, inA ? inA & 255 : own);
        if (inB) best = (inB >> 8) & 255;
        else if (inA) best = (inA >> 8) & 255;
      }
      out[i] = best;
      a -= columnA[x];
      b -= columnB[x];
    }
  }
  return out;
}

function slideThree({ width, height, labels }: LabelMap, radius: number): Uint8Array {
  const inc = [increments(0), increments(1), increments(2)];
  const columns = inc.map(() => new Int32Array(width + 2 * radius + 1));
  const [columnA, columnB, columnC] = columns;
  const out = new Uint8Array(labels.length);
  for (let y = -radius; y < height; y++) {
    columns.forEach((column, k) => updateColumns(column, inc[k], labels, width, height, y, radius));
    if (y < 0) continue;
    const tall = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    let a = 0,
      b = 0,
      c = 0;
    for (let x = 0; x < radius; x++) {
      a += columnA[x + radius];
      b += columnB[x + radius];
      c += columnC[x + radius];
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      a += columnA[x + 2 * radius];
      b += columnB[x + 2 * radius];
      c += columnC[x + 2 * radius];
      const centre = labels[i];
      const own = ((centre < 4 ? a : centre < 8 ? b : c) >>> ((centre & 3) << 3)) & 255;
      const wide = Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1;
      let best = centre;
      if (2 * own < tall * wide) {
        let bar = own;
        for (let k = 0; k < 3; k++) {
          const found = largest(k === 0 ? a : k === 1 ? b : c, 4 * k, bar);
          if (found) {
            best = (found >> 8) & 255;
            bar = found & 255;
          }
        }
      }
      out[i] = best;
      a -= columnA[x];
      b -= columnB[x];
      c -= columnC[x];
    }
  }
  return out;
}

/** Moves every column's counts one row down: row y + radius comes in, row y − radius − 1 goes out. Columns are padded by `radius`. */
function updateColumns(
  column: Int32Array,
  inc: Int32Array,
  labels: Uint8Array,
  width: number,
  height: number,
  y: number,
  radius: number,
): void {
  const entering = y + radius < height ? (y + radius) * width : -1;
  const leaving = y - radius - 1 >= 0 ? (y - radius - 1) * width : -1;
  if (entering >= 0 && leaving >= 0) {
    for (let x = 0; x < width; x++) {
      const comes = labels[entering + x],
        goes = labels[leaving + x];
      if (comes !== goes) column[x + radius] += inc[comes] - inc[goes];
    }
  } else if (entering >= 0) for (let x = 0; x < width; x++) column[x + radius] += inc[labels[entering + x]];
  else if (leaving >= 0) for (let x = 0; x < width; x++) column[x + radius] -= inc[labels[leaving + x]];
}
