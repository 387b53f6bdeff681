import { deltaE2000, type Lab } from '../colour';

/** What is known of one inking when the plan is looked over. */
export interface InkingFacts {
  readonly run: number;
  readonly name: string;
  readonly solidLabD50: Lab;
  /** Luminance over black ÷ over paper of its film. */
  readonly contrastRatio: number;
  readonly softenerPercent: number;
  readonly oil: boolean;
}

/** One colour of the picture: the inkings over it (lowest first, places in the list) and the colour after each. */
export interface ColourFacts {
  readonly name: string;
  readonly stack: readonly number[];
  readonly seenLabD50: readonly Lab[];
  readonly thinnestMm?: number;
}

export type PlanWarning =
  | { readonly kind: 'cannot cover'; readonly run: number; readonly colour: string; readonly below: readonly number[] }
  | { readonly kind: 'stains through'; readonly run: number; readonly stain: number; readonly colour: string }
  | {
      readonly kind: 'fine under films';
      readonly run: number;
      readonly colour: string;
      readonly thinnestMm: number;
      readonly keepOutOf: readonly number[];
    }
  | { readonly kind: 'too many films'; readonly colour: string; readonly films: number; readonly allowed: number }
  | { readonly kind: 'tack rises'; readonly run: number; readonly below: number };

/** A light ink over something darker that lets more through than this is warned of. */
const COVER_LIMIT_DELTA_E = 5;
const FINE_MM = 0.8;
const FILMS_OVER_FINE = 2;
/** Below this contrast ratio an ink counts as transparent; this far from the paper alone, as one that stains. */
const TRANSPARENT_BELOW = 0.3,
  STAINING_DELTA_E = 30;

/** What may go wrong with a plan's films, each with what it is about; runs are places in the order, from 0. */
export function planWarnings(
  paperLabD50: Lab,
  inkings: readonly InkingFacts[],
  colours: readonly ColourFacts[],
  maxFilms: number,
): PlanWarning[] {
  const found: PlanWarning[] = [];
  for (const colour of colours)
    found.push(...coverWarnings(paperLabD50, inkings, colour), ...fineWarnings(inkings, colour));
  const deepest = colours.reduce<ColourFacts | undefined>(
    (a, b) => (!a || b.stack.length > a.stack.length ? b : a),
    undefined,
  );
  if (deepest && deepest.stack.length > maxFilms)
    found.push({ kind: 'too many films', colour: deepest.name, films: deepest.stack.length, allowed: maxFilms });
  found.push(...tackWarnings(inkings, colours));
  return found;
}

/** Light inks that do not hide what lies below; a transparent staining film below is named as the cause. */
function coverWarnings(
  paperLabD50: Lab,
  inkings: readonly InkingFacts[],
  { name, stack, seenLabD50 }: ColourFacts,
): PlanWarning[] {
  const top = stack.length - 1;
  if (top < 1) return [];
  const ink = inkings[stack[top]],
    below = seenLabD50[top],
    seen = seenLabD50[top + 1];
  if (ink.solidLabD50[0] <= below[0] + 2 || deltaE2000(seen, ink.solidLabD50) <= COVER_LIMIT_DELTA_E) return [];
  const stain = stack
    .slice(0, top)
    .find(
      (i) =>
        inkings[i].contrastRatio < TRANSPARENT_BELOW &&
        deltaE2000(inkings[i].solidLabD50, paperLabD50) > STAINING_DELTA_E,
    );
  if (stain !== undefined) return [{ kind: 'stains through', run: ink.run, stain: inkings[stain].run, colour: name }];
  return [
    {
      kind: 'cannot cover',
      run: ink.run,
      colour: name,
      below: [...new Set(stack.slice(0, top).map((i) => inkings[i].run))],
    },
  ];
}

function fineWarnings(inkings: readonly InkingFacts[], { name, stack, thinnestMm }: ColourFacts): PlanWarning[] {
  const runs = [...new Set(stack.map((i) => inkings[i].run))];
  if (thinnestMm === undefined || thinnestMm > FINE_MM || runs.length <= FILMS_OVER_FINE) return [];
  return [
    { kind: 'fine under films', run: runs[runs.length - 1], colour: name, thinnestMm, keepOutOf: runs.slice(0, -1) },
  ];
}

/** Oil films with less softener than one they lie on: they pull at it. */
function tackWarnings(inkings: readonly InkingFacts[], colours: readonly ColourFacts[]): PlanWarning[] {
  const pairs = new Map<string, PlanWarning>();
  for (const { stack } of colours) {
    for (let i = 1; i < stack.length; i++) {
      const above = inkings[stack[i]],
        below = inkings[stack[i - 1]];
      if (above.run !== below.run && above.oil && below.oil && above.softenerPercent < below.softenerPercent)
        pairs.set(`${above.run} ${below.run}`, { kind: 'tack rises', run: above.run, below: below.run });
    }
  }
  return [...pairs.values()];
}
