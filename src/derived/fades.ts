import { filmAt, goneOverAt, type Fade, type FadingFilm, type PlaceMm } from '@/core/layers';
import type { LaidFilm } from '@/core/inks';
import type { Inking, Plan } from '@/model';
import { inkingsOf, type LaidInking } from './lookups';
import type { PrintSheet } from './printSheet';

/** Whether any ink of a print fades. */
export function fadesIn({ runs }: Pick<Plan, 'runs'>): boolean {
  return runs.some((run) => inkingsOf(run).some(({ fade }) => fade !== null));
}

const middles = new WeakMap<PrintSheet, readonly PlaceMm[]>();

/**
 * The middle of each part's area: where its one colour is told, as the picture's own colour is the mean of its area. Where nobody has looked
 * where parts lie, the middle of the print.
 */
export function middlesOf(plan: Plan, sheet: PrintSheet): readonly PlaceMm[] {
  let known = middles.get(sheet);
  if (!known) {
    const { widthMm = 0, heightMm = 0 } = plan.picture ?? {};
    const sums = sheet.parts.map(() => ({ x: 0, y: 0, share: 0 }));
    eachShare(sheet, (part, share, u, v) => {
      const sum = sums[part];
      sum.x += share * u;
      sum.y += share * v;
      sum.share += share;
    });
    known = sums.map(({ x, y, share }) =>
      share > 0 ? { xMm: (x / share) * widthMm, yMm: (y / share) * heightMm } : { xMm: widthMm / 2, yMm: heightMm / 2 },
    );
    middles.set(sheet, known);
  }
  return known;
}

/** What each cell of the small picture holds of each part, with the cell's place as shares of width and height. */
function eachShare({ coverage, parts }: PrintSheet, take: (part: number, share: number, u: number, v: number) => void) {
  if (!coverage) return;
  const { width, height, from, label, share } = coverage;
  for (let c = 0; c < width * height; c++)
    for (let i = from[c]; i < from[c + 1]; i++)
      if (label[i] < parts.length)
        take(label[i], share[i], ((c % width) + 0.5) / width, (Math.floor(c / width) + 0.5) / height);
}

/**
 * How far an inking has gone over to its other end, 0–1, in the mean over the parts it is laid on: the share of ink that is of its other
 * ink, or that is not laid. 0 where it does not fade; ½ where nobody has looked where parts lie.
 */
export function meanGoneOver(plan: Plan, sheet: PrintSheet, { fade }: LaidInking, laidOn: (part: number) => boolean) {
  if (!fade) return 0;
  const { widthMm = 0, heightMm = 0 } = plan.picture ?? {};
  let sum = 0,
    area = 0;
  const lies = sheet.parts.map((_, p) => laidOn(p));
  eachShare(sheet, (part, share, u, v) => {
    if (!lies[part]) return;
    sum += share * goneOverAt(fade, { xMm: u * widthMm, yMm: v * heightMm });
    area += share;
  });
  return area > 0 ? sum / area : 0.5;
}

/** A film as it lies on a colour: at the middle of its area, where it fades. */
export function filmOnColour(laid: FadingFilm, place: PlaceMm | undefined): LaidFilm {
  return place ? filmAt(laid, place) : laid;
}

/** A fade as films know it. */
export function fadeOfInking({ fade }: Pick<Inking, 'fade'>, filmOfInkId: (id: string) => Fade['to']): Fade | null {
  return fade && { ...fade, to: fade.toInkId === null ? null : filmOfInkId(fade.toInkId) };
}
