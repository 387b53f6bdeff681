import { labD50FromSpectrum, type Lab } from '@/core/colour';
import {
  contrastRatio,
  filmOnGround,
  filmReaching,
  groundOf,
  mediumById,
  mixFilms,
  internalOnGround,
  layingOf,
  pickedUpShare,
  type Laying,
  type MediumId,
  stackInternals,
  stackLooksLabD50,
  takenUp,
  measuredFromInternal,
  type Film,
  type Ground,
  type LaidFilm,
  type UnderFilm,
} from '@/core/inks';
import {
  agreementWithWish,
  filmsOver,
  filmStackOf,
  goneOver,
  filmAt,
  looksAfterRuns,
  planWarnings,
  type Agreement,
  type FadingFilm,
  type LookField,
  type PlaceMm,
  type PlanWarning,
  type PrintedRun,
  type StackEntry,
} from '@/core/layers';
import type { ColourGot } from './bench/benchState';
import { fadeOfInking, filmOnColour, middlesOf, placeOnLine, TONES_AT } from './fades';
import { inkingsOf, inkOf, pressOf, printedIds, type LaidInking } from './lookups';
import { type Ink, type Plan } from '@/model';
import { carriedShare } from './carriedInks';
import { inkedAt, partIds, plainSheet, type PrintSheet } from './printSheet';

export interface PlanLooks {
  /** `looks[r][part]`: colour of each part of the sheet after r runs, at its middle where films fade; the first parts are the flat colours. */
  readonly looks: readonly (readonly Lab[])[];
  /** For each part, the films that lie there, lowest first. */
  readonly stacks: readonly (readonly StackEntry[])[];
  /** For each part, the colour after each film of its stack, from the bare paper up. */
  readonly reached: readonly (readonly Lab[])[];
  /** Of each part on which a film fades, how its films look wherever it lies. */
  readonly fields: readonly (LookField | undefined)[];
  readonly sizeMm: { readonly widthMm: number; readonly heightMm: number };
  readonly agreement: Agreement;
  readonly warnings: readonly PlanWarning[];
}

/** What pictures of the sheet after its runs are painted from. */
export type ShownLooks = Pick<PlanLooks, 'looks' | 'stacks' | 'fields' | 'sizeMm'>;

/** No more of the looks of a plan than its pictures need: what travels from worker to page. */
export function shownOf({ looks, stacks, fields, sizeMm }: PlanLooks): ShownLooks {
  return { looks, stacks, fields, sizeMm };
}

export type ColoursGot = readonly ColourGot[];
const NOTHING_GOT: ColoursGot = [];

/**
 * A print without a dark ink tells nothing of the surface's own reflection; a dark of this lightness is then taken as known.
 */
export const DARKEST_ASSUMED: Lab = [16, 0, 0];

/** What is known of the paper and its darkest ink, for all films of the plan. */
export function groundOfPlan(plan: Plan): Ground {
  const darkest = plan.inks.map((ink) => ink.solidLabD50).reduce((a, b) => (b[0] < a[0] ? b : a), DARKEST_ASSUMED);
  const under = underOf(plan);
  return remembered(grounds, JSON.stringify([plan.paper.labD50, darkest, under]), () =>
    groundOf(plan.paper.labD50, darkest, under),
  );
}

/** How films meet those below: as ones still open only where the plan wants it so and some medium stays open at all. */
function underOf({ way, inks }: Plan): UnderFilm {
  const opens = inks.length === 0 || inks.some((ink) => mediumById(ink.mediumId).under.wet.trapping < 1);
  return way.under === 'wet' && opens ? 'wet' : 'dry';
}

/** The film of a plan's ink: from its recipe or readings where there are any, else from its colour and opacity. */
export function filmOfInk(ground: Ground, ink: Pick<Ink, 'solidLabD50' | 'opacity' | 'film'>): Film {
  return (
    ink.film ??
    remembered(films, JSON.stringify([ink.solidLabD50, ink.opacity, ground.paperLabD50, ground.floor]), () =>
      filmOnGround(ground, ink.solidLabD50, ink.opacity),
    )
  );
}

const films = new Map<string, Film>(),
  grounds = new Map<string, Ground>();
const MAX_REMEMBERED = 400;

function remembered<T>(known: Map<string, T>, key: string, make: () => T): T {
  const value = known.get(key) ?? make();
  if (known.size > MAX_REMEMBERED) known.clear();
  known.set(key, value);
  return value;
}

/** How films of a medium are laid in a plan, on open films or dry ones: with what they pick up of open ones below. */
export function layingIn({ way }: Pick<Plan, 'way'>, mediumId: MediumId, under: UnderFilm = way.under): Laying {
  const laying = layingOf(mediumId, under);
  // whether there is an open film to pick up from, the stack itself knows
  return way.blend.percent > 0 ? { ...laying, pickedUp: pickedUpShare(way.blend.percent, way.blend.passes) } : laying;
}

/** Of each colour the middle of its area, where its films are told. */
function middleOfColour(plan: Plan, sheet: PrintSheet = plainSheet(plan)): (colourId: string) => PlaceMm | undefined {
  const colours = plan.flat?.colours ?? [];
  return (colourId) => middlesOf(plan, sheet)[colours.findIndex((c) => c.id === colourId)];
}

/**
 * The runs as the paper meets them; a run whose colour was read prints the film that explains the reading, at the middle of the colour's area
 * where it fades.
 */
export function printedRuns(plan: Plan, got: ColoursGot = NOTHING_GOT, sheet?: PrintSheet): PrintedRun<string>[] {
  const ground = groundOfPlan(plan);
  const middle = middleOfColour(plan, sheet);
  const runs: PrintedRun<string>[] = [];
  for (const run of plan.runs) {
    const inkings = inkingsOf(run).map((inking) => ({
      // a cut laid again lies elsewhere: where, only the parts of a sheet tell
      standing: pressOf(run, inking) > 0 ? [] : printedIds(plan, inking),
      press: pressOf(run, inking),
      film: filmOfInk(ground, inkOf(plan, inking)),
      weight: inking.filmWeight,
      laying: layingIn(plan, inkOf(plan, inking).mediumId),
      fade: fadeOfInking(inking, (id) =>
        filmOfInk(
          ground,
          plan.inks.find((ink) => ink.id === id)!,
        ),
      ),
    }));
    const planned = { inkings, impressions: run.impressions };
    const asGot = inkings.map((inking) => {
      const reading = got.findLast((g) => g.runId === run.id && inking.standing.includes(g.colourId));
      return reading ? filmThatGave(ground, [...runs, planned], reading, middle(reading.colourId)) : inking;
    });
    runs.push({ ...planned, inkings: asGot });
  }
  return runs;
}

/** The inking of the last of `runs`, with the film that takes the area to the colour read there; both films of a fade by as much. */
function filmThatGave(
  ground: Ground,
  runs: readonly PrintedRun<string>[],
  { colourId, labD50 }: ColourGot,
  place: PlaceMm | undefined,
): PrintedRun<string>['inkings'][number] {
  const stack = filmStackOf(colourId, runs);
  const last = runs.length - 1;
  const laid = stack.map(({ run, inking }) => filmOnColour(runs[run].inkings[inking], place));
  const first = stack.findIndex((entry) => entry.run === last);
  const below = stackInternals(ground, laid.slice(0, first))[first];
  const total = weightTakenUp(ground, laid, first);
  const scaled = (film: Film, by: number): Film => ({
    kh: Float64Array.from(film.kh, (v) => v * by),
    sh: Float64Array.from(film.sh, (v) => v * by),
  });
  const { film } = laid[first];
  const planned = runs[last].inkings[stack[first].inking];
  // where a fade has run out there is nothing to explain a reading with
  if (total < LEAST_EXPLAINING) return planned;
  const got = scaled(filmReaching(scaled(film, total), below, internalOnGround(ground, labD50)), 1 / total);
  if (!planned.fade) return { ...planned, film: got };
  const { to } = planned.fade;
  return {
    ...planned,
    film: inStep(planned.film, film, got),
    fade: { ...planned.fade, to: to && inStep(to, film, got) },
  };
}

/** Of the usual film so much must lie on a place that its colour says something of it. */
const LEAST_EXPLAINING = 0.05;

/** A film of a mixture that was to be `planned` and came out as `got`: stronger or weaker, band by band, as the mixture was. */
function inStep(film: Film, planned: Film, got: Film): Film {
  const by = (of: ArrayLike<number>, was: ArrayLike<number>, is: ArrayLike<number>) =>
    Float64Array.from(of, (v, i) => (was[i] > 1e-6 ? (v * is[i]) / was[i] : v + is[i]));
  return { kh: by(film.kh, planned.kh, got.kh), sh: by(film.sh, planned.sh, got.sh) };
}

/** Reflectance inside the area of a colour before run `before` (counted from 0) prints on it: at a place, or at its middle. */
export function internalBelow(
  plan: Plan,
  colourId: string,
  before: number,
  got: ColoursGot = NOTHING_GOT,
  place: PlaceMm | undefined = middleOfColour(plan)(colourId),
): { readonly internal: Float64Array; readonly laid: readonly LaidFilm[] } {
  const ground = groundOfPlan(plan);
  const runs = printedRuns(plan, got).slice(0, before);
  const stack = filmStackOf(colourId, runs);
  const laid = stack.map(({ run, inking }) => filmOnColour(runs[run].inkings[inking], place));
  return { internal: stackInternals(ground, laid).at(-1)!, laid };
}

/** The weight of the films of a stack from place `first` up, as what lies below takes them up. */
export function weightTakenUp(ground: Ground, laid: readonly LaidFilm[], first: number): number {
  return laid
    .slice(first)
    .reduce((sum, film, i) => sum + film.weight * takenUp(ground, film, laid.slice(0, first + i)), 0);
}

/** The colour of an ink's film alone on the plan's paper. */
export function aloneLabD50(ground: Ground, film: Film, weight = 1): Lab {
  return labD50FromSpectrum(measuredFromInternal(stackInternals(ground, [{ film, weight }])[1], ground.floor));
}

/** The wished colours by label: bare paper wishes the paper. */
export function wantedOf(plan: Plan): Lab[] {
  const flat = plan.flat!;
  return flat.colours.map((c) => (c.id === flat.barePaperId ? plan.paper.labD50 : c.wantedLabD50));
}

/** What an inking leaves on the parts other inks were carried into: a mixture by how much of them is there. */
function carriedInto(
  plan: Plan,
  runs: readonly PrintedRun<string>[],
  laid: LaidInking,
  film: FadingFilm,
  sheet: PrintSheet,
  ids: readonly string[],
) {
  const blended = sheet.effects.flatMap((effect, mark) =>
    effect.kind === 'blended' && effect.inkingId === laid.id ? [{ ...effect, mark }] : [],
  );
  if (blended.length === 0) return undefined;
  const others = new Map(
    plan.runs.flatMap((run, r) =>
      inkingsOf(run).map((one, i) => [one.id, { run, inking: one, film: runs[r].inkings[i].film }] as const),
    ),
  );
  const films = new Map<string, { name: string; film: FadingFilm }>(),
    elsewhere = new Map<string, { name: string; film: FadingFilm }>();
  sheet.parts.forEach((part, p) => {
    const held = blended.filter(({ mark, withId }) => {
      const other = others.get(withId);
      // where the other lies itself it is picked up from below
      return part.marks.includes(mark) && other && !inkedAt(plan, sheet, part, other.run, other.inking);
    });
    if (held.length === 0) return;
    const name = held.map(({ mark }) => mark).join('+');
    const there = films.get(name) ?? {
      name,
      film: held.reduce(
        (mixed, one) => mixedWith(mixed, others.get(one.withId)!.film, carriedShare(plan, one.held)),
        film,
      ),
    };
    films.set(name, there);
    elsewhere.set(ids[p], there);
  });
  return elsewhere;
}

/** A film with a share of another ink in it; both ends of a fade are tinted alike. */
function mixedWith(laid: FadingFilm, other: Film, share: number): FadingFilm {
  const tinted = (film: Film) => mixFilms([film, other], [1 - share, share]);
  const { fade } = laid;
  return { ...laid, film: tinted(laid.film), ...(fade && { fade: { ...fade, to: fade.to && tinted(fade.to) } }) };
}

/** The runs as they meet the parts of a sheet: where overlaps, masks and slips make a difference, parts have names of their own. */
export function runsOnSheet(plan: Plan, runs: readonly PrintedRun<string>[], sheet: PrintSheet): PrintedRun<string>[] {
  const ids = partIds(plan, sheet);
  return plan.runs.map((run, r) => ({
    ...runs[r],
    inkings: inkingsOf(run).map((inking, i) => ({
      ...runs[r].inkings[i],
      standing: ids.filter((_, p) => inkedAt(plan, sheet, sheet.parts[p], run, inking)),
      elsewhere: carriedInto(plan, runs, inking, runs[r].inkings[i], sheet, ids),
    })),
  }));
}

/**
 * The sheet after each run, by the films the plan lays down (and the colours already got), on the parts of the sheet: overlaps, masks
 * and slips included. Undefined while there are no flat colours.
 */
export function looksOfPlan(plan: Plan, got: ColoursGot = NOTHING_GOT, parts?: PrintSheet): PlanLooks | undefined {
  const flat = plan.flat;
  if (!flat) return undefined;
  const ground = groundOfPlan(plan);
  const fits =
    parts !== undefined &&
    parts.parts.length >= flat.colours.length &&
    parts.parts.every((part) => part.label < flat.colours.length);
  const sheetParts = fits ? parts : plainSheet(plan);
  const runs = printedRuns(plan, got, sheetParts);
  const plain = sheetParts.parts.length === flat.colours.length && sheetParts.effects.length === 0;
  const sheet = looksAfterRuns(
    ground,
    plain ? flat.colours.map((c) => c.id) : partIds(plan, sheetParts),
    plain ? runs : runsOnSheet(plan, runs, sheetParts),
    (p) => middlesOf(plan, sheetParts)[p],
  );
  const wanted = wantedOf(plan);
  return {
    ...sheet,
    sizeMm: { widthMm: plan.picture?.widthMm ?? 0, heightMm: plan.picture?.heightMm ?? 0 },
    agreement: agreementWithWish(
      sheet.looks[runs.length],
      sheetParts.parts.map((part) => wanted[part.label]),
      plain ? flat.colours.map((c) => c.areaShare) : sheetParts.share,
      sheetParts.parts.map((part) => part.label),
    ),
    warnings: warningsOf(plan, ground, runs, sheet),
  };
}

function warningsOf(
  plan: Plan,
  ground: Ground,
  runs: readonly PrintedRun<string>[],
  sheet: Pick<PlanLooks, 'stacks' | 'reached'>,
): PlanWarning[] {
  const places: { run: number; inking: LaidInking }[] = plan.runs.flatMap((run, r) =>
    inkingsOf(run).map((inking) => ({ run: r, inking })),
  );
  const inkings = places.map(({ run, inking }, i) => {
    const ink = inkOf(plan, inking);
    const film = runs[run].inkings[places.slice(0, i).filter((p) => p.run === run).length].film;
    return {
      run,
      name: ink.name,
      solidLabD50: ink.solidLabD50,
      contrastRatio: contrastRatio(film, ground.internal),
      softenerPercent: ink.softenerPercent,
      oil: mediumById(ink.mediumId).tackLadder,
    };
  });
  const place = ({ run, inking }: StackEntry) =>
    places.findIndex((p) => p.run === run && p.inking === inkingsOf(plan.runs[run])[inking]);
  const colours = plan.flat!.colours.map((c, label) => ({
    name: c.name,
    stack: sheet.stacks[label].map(place),
    seenLabD50: sheet.reached[label],
    thinnestMm: c.thinnestMm,
  }));
  return planWarnings(plan.paper.labD50, inkings, colours, plan.rules.maxFilms);
}

/** The films of a part at a place, lowest first, and the colour after each, from the bare paper up: what a core sample shows. */
export function sampleAt(
  plan: Plan,
  got: ColoursGot,
  { stacks, reached, fields }: PlanLooks,
  sheet: PrintSheet,
  part: number,
  place: PlaceMm | undefined,
): { readonly films: readonly LaidFilm[]; readonly reached: readonly Lab[] } {
  const runs = runsOnSheet(plan, printedRuns(plan, got, sheet), sheet);
  const fading = filmsOver(partIds(plan, sheet)[part], stacks[part], runs).films;
  if (!place || !fields[part]) return { films: fading, reached: reached[part] };
  const films = fading.map((film) => filmAt(film, place));
  return { films, reached: stackLooksLabD50(groundOfPlan(plan), films) };
}

/** A fade's tones: what is seen after its run at the ends and the quarters of its line, on the colour its ink is meant for. */
export function tonesOf(
  plan: Plan,
  got: ColoursGot,
  looks: PlanLooks,
  sheet: PrintSheet,
  run: number,
  inking: LaidInking,
): { readonly along: number; readonly gone: number; readonly labD50: Lab }[] {
  const { fade } = inking;
  const part = plan.flat?.colours.findIndex((c) => c.id === inking.colourId) ?? -1;
  if (!fade || part < 0) return [];
  const films = looks.stacks[part].filter((entry) => entry.run <= run).length;
  return TONES_AT.map((along) => ({
    along,
    gone: goneOver(fade.curve, along),
    labD50: sampleAt(plan, got, looks, sheet, part, placeOnLine(fade, along)).reached[films],
  }));
}
