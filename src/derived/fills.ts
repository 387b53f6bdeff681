import { labD50InLight, srgb8FromLabD50, type Lab, type Light } from '@/core/colour';
import { packRgb, type Fill, type Shade } from '@/core/geometry';
import { lookField, type FadingFilm, type LookField } from '@/core/layers';
import type { Plan, Run } from '@/model';
import { groundOfPlan, printedRuns, type PlanLooks, type ShownLooks } from './looks';
import { inkingsOf } from './lookups';
import { inkedAt, type PrintSheet } from './printSheet';

type Size = PlanLooks['sizeMm'];

/** A colour as pictures are painted. */
function wordOf(lab: Lab): number {
  return packRgb(...srgb8FromLabD50(lab).rgb);
}

/** A look that changes, as pictures of the whole print are painted: with the lowest `films` of its stack on. */
function shadeOf({ axes, looks }: LookField, films: number, { widthMm, heightMm }: Size): Shade {
  const labs = looks[films];
  return {
    axes: axes.map(({ dx, dy, atMm }) => ({ alongU: dx * widthMm, alongV: dy * heightMm, at: atMm })),
    rgb: Array.from(
      { length: labs.length / 3 },
      (_, i) => srgb8FromLabD50([labs[3 * i], labs[3 * i + 1], labs[3 * i + 2]]).rgb,
    ).flat(),
  };
}

/** What the parts of the sheet are painted with after `run` runs. */
export function fillsAfter({ looks, stacks, fields, sizeMm }: ShownLooks, run: number): Fill[] {
  const shades = new Map<LookField, Shade>();
  return looks[run].map((lab, part) => {
    const field = fields[part],
      films = stacks[part].filter((entry) => entry.run < run).length;
    if (!field || films === 0) return wordOf(lab);
    // parts with the same films have the same field, and one shade between them
    const shade = shades.get(field) ?? shadeOf(field, films, sizeMm);
    shades.set(field, shade);
    return shade;
  });
}

/** What films over one another are painted with, in a light; `look` is theirs where none of them fades. */
export function fillOfFilms(
  plan: Plan,
  films: readonly FadingFilm[],
  look: () => Lab,
  light: Light = 'daylight',
): Fill {
  const field = films.some(({ fade }) => fade)
    ? lookField(
        groundOfPlan(plan),
        films,
        light === 'daylight' ? undefined : (spectrum) => labD50InLight(spectrum, light),
      )
    : undefined;
  return field ? shadeOf(field, films.length, sizeOf(plan)) : wordOf(look());
}

const sizeOf = ({ picture }: Plan): Size => ({ widthMm: picture?.widthMm ?? 0, heightMm: picture?.heightMm ?? 0 });

/** What one run alone leaves on bare paper, part by part: its films as they are laid. */
export function filmFills(plan: Plan, sheet: PrintSheet, run: Run): Fill[] {
  const paper = wordOf(plan.paper.labD50),
    solid = new Map(plan.inks.map((ink) => [ink.id, wordOf(ink.solidLabD50)]));
  const inkings = inkingsOf(run),
    printed = inkings.some(({ fade }) => fade) ? printedRuns(plan)[plan.runs.indexOf(run)].inkings : [];
  const fills = inkings.map((inking, i): Fill => {
    const field = inking.fade && lookField(groundOfPlan(plan), [printed[i]]);
    return field ? shadeOf(field, 1, sizeOf(plan)) : solid.get(inking.inkId)!;
  });
  return sheet.parts.map(
    (part) => fills[inkings.findIndex((inking) => inkedAt(plan, sheet, part, run, inking))] ?? paper,
  );
}
