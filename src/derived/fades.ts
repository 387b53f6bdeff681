import { filmAt, goneOverAt, type Fade, type FadingFilm, type PlaceMm } from '@/core/layers';
import { mediumById, type LaidFilm } from '@/core/inks';
import { phrase, type Phrase } from '@/core/units';
import type { Inking, InkFade, Plan } from '@/model';
import { inkingsOf, inkOf, secondInkOf, type LaidInking } from './lookups';
import type { PrintSheet } from './printSheet';
import { usedOf } from './uses';

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

/** Where the tones of a fade are told: at its ends and its quarters. */
export const TONES_AT = [0, 0.25, 0.5, 0.75, 1] as const;

/** A place of a fade's line, by its share of the line. */
export function placeOnLine({ fromMm, toMm }: Pick<InkFade, 'fromMm' | 'toMm'>, along: number): PlaceMm {
  return {
    xMm: fromMm.xMm + along * (toMm.xMm - fromMm.xMm),
    yMm: fromMm.yMm + along * (toMm.yMm - fromMm.yMm),
  };
}

export function lengthOfLine({ fromMm, toMm }: Pick<InkFade, 'fromMm' | 'toMm'>): number {
  return Math.hypot(toMm.xMm - fromMm.xMm, toMm.yMm - fromMm.yMm);
}

/** How wide a blend of two ribbons becomes by moving the roller a little sideways, mm (start value). */
const USUAL_BLEND_MM = 25;
/** How far the inked areas reach along its line, mm. */
function reachAlong(plan: Plan, sheet: PrintSheet, fade: InkFade, laidOn: (part: number) => boolean): number {
  const { widthMm = 0, heightMm = 0 } = plan.picture ?? {};
  const length = lengthOfLine(fade),
    dx = (fade.toMm.xMm - fade.fromMm.xMm) / length,
    dy = (fade.toMm.yMm - fade.fromMm.yMm) / length;
  let least = Infinity,
    most = -Infinity;
  const lies = sheet.parts.map((_, p) => laidOn(p));
  eachShare(sheet, (part, _, u, v) => {
    if (!lies[part]) return;
    const at = u * widthMm * dx + v * heightMm * dy;
    least = Math.min(least, at);
    most = Math.max(most, at);
  });
  return most >= least ? most - least : Math.abs(dx) * widthMm + Math.abs(dy) * heightMm;
}

/** What the bench must know of a fade before it is laid: what it is laid with, and what stands against it. */
export function fadeNotes(
  plan: Plan,
  sheet: PrintSheet,
  inking: LaidInking,
  laidOn: (part: number) => boolean,
): { readonly notes: readonly Phrase[]; readonly warnings: readonly Phrase[] } {
  const { fade } = inking;
  if (!fade) return { notes: [], warnings: [] };
  const lengthMm = Math.round(lengthOfLine(fade)),
    second = secondInkOf(plan, inking);
  const notes = [phrase(`fade.by.${fade.by}`, { lengthMm, toNothing: String(second === undefined) })];
  const warnings: Phrase[] = [];
  const rolled = fade.by === 'two ribbons' || fade.by === 'two rollers';
  const medium = mediumById(inkOf(plan, inking).mediumId);
  if (fade.by === 'two ribbons') {
    const reachMm = Math.round(reachAlong(plan, sheet, fade, laidOn));
    const roller = usedOf(plan, 'roller')[0];
    if (!roller) notes.push(phrase('fade.rollerUnknown', { reachMm }));
    else if (roller.widthMm < reachMm)
      warnings.push(phrase('fade.rollerNarrow', { roller: roller.name, rollerMm: roller.widthMm, reachMm }));
    if (lengthMm > 2 * USUAL_BLEND_MM) warnings.push(phrase('fade.blendLong', { lengthMm, usualMm: USUAL_BLEND_MM }));
  }
  if (!rolled && medium.laidBy !== 'brush') warnings.push(phrase('fade.brushInThickInk'));
  if (rolled && medium.laidBy === 'brush') warnings.push(phrase('fade.rollerInPaste'));
  return { notes, warnings };
}
