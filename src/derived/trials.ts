import { deltaE2000, type Lab } from '@/core/colour';
import { extendedFilm, stackInternals, stackLooksLabD50 } from '@/core/inks';
import {
  agreementWithWish,
  filmAt,
  filmStackOf,
  lookField,
  type Agreement,
  type FadingFilm,
  type LookField,
  type StackEntry,
} from '@/core/layers';
import { sheetNames, type SheetName } from '@/core/sheets';
import { phrase, type Phrase } from '@/core/units';
import { type EditOf, type Ink, type InkFade, type Laying, type Plan, type Run } from '@/model';
import type { BenchState, Photograph, Pull, Round, TrialReading } from './bench/benchState';
import { filmOnColour, middlesOf } from './fades';
import { inkingsOf, inkNamesOf, inkOf, printedIds, type LaidInking } from './lookups';
import { aloneLabD50, filmOfInk, groundOfPlan, wantedOf, weightTakenUp, layingIn } from './looks';
import { onPaperOf } from './onPaper';
import { inkedAt, plainSheet, type PrintSheet } from './printSheet';
import type { Progress } from './progress';

/** What a run lays when nothing is varied. */
export function plannedLaying(plan: Plan, run: Run): Laying {
  return {
    wet: plan.way.under === 'wet',
    passes: run.impressions,
    inkings: inkingsOf(run).map((inking) => ({
      inkingId: inking.id,
      colourIds: [...printedIds(plan, inking)],
      ink: inkOf(plan, inking),
      extenderPercent: 0,
      filmWeight: inking.filmWeight,
      ...(inking.fade && { fade: fadeAsLaid(plan, inking.fade) }),
    })),
  };
}

/** A fade with the whole pot it goes over to; what was wanted of it is no fact. */
function fadeAsLaid(
  plan: Plan,
  { toInkId, wanted: _, ...line }: InkFade,
): NonNullable<Laying['inkings'][number]['fade']> {
  return { ...line, toInk: plan.inks.find(({ id }) => id === toInkId) ?? null };
}

/** A run as it lies on one sheet. */
export interface LaidRun {
  readonly runId: string;
  readonly laying: Laying;
}

/** A sheet of a round with all that lies on it, lowest first. */
export interface Trial {
  readonly round: Round;
  readonly sheet: SheetName;
  readonly pulls: readonly Pull[];
  readonly laid: readonly LaidRun[];
  readonly readings: readonly TrialReading[];
  readonly photograph: Photograph | undefined;
}

/** The sheets of a round for proofs, each with what was laid on it: what was pulled without a word is laid as planned. */
export function trialsOf(plan: Plan, bench: BenchState, round: Round): Trial[] {
  return sheetNames(round).map((sheet) => {
    const pulls = round.pulls.filter((pull) => pull.sheet === sheet);
    const of = (one: { readonly roundId: string; readonly sheet: string }) =>
      one.roundId === round.roundId && one.sheet === sheet;
    return {
      ...{ round, sheet, pulls },
      laid: pulls.flatMap(({ runId, laid }) => {
        const run = plan.runs.find(({ id }) => id === runId);
        const laying = laid ?? (run && plannedLaying(plan, run));
        return laying ? [{ runId, laying }] : [];
      }),
      readings: bench.trialReadings.filter(of),
      photograph: bench.photographs.findLast(of),
    };
  });
}

/** The trial pulled last before this one was, in any round: what one compares with. */
export function trialBefore(trials: readonly Trial[], trial: Trial): Trial | undefined {
  const begun = (one: Trial) => one.pulls.at(-1)?.at ?? '';
  return trials
    .filter((one) => one !== trial && one.pulls.length > 0 && begun(one) <= begun(trial))
    .toSorted((a, b) => begun(a).localeCompare(begun(b)))
    .at(-1);
}

/** The ink of a laying with its extender stirred in, as an ink of its own: its film, and its colour alone, follow. */
export function extendedInk(
  plan: Plan,
  ink: Ink,
  extenderPercent: number,
  extender?: { id: string; name: string },
): Ink {
  if (extenderPercent === 0) return ink;
  const ground = groundOfPlan(plan);
  const film = extendedFilm(filmOfInk(ground, ink), extenderPercent);
  const share = 1 - extenderPercent / 100;
  const into = ink.recipe && stirredIn(ink.recipe.parts, share, extender ?? { id: 'extender', name: 'extender' });
  const rounded = (values: ArrayLike<number>) => Array.from(values, (v) => Number(v.toPrecision(6)));
  return {
    ...ink,
    film: { kh: rounded(film.kh), sh: rounded(film.sh) },
    solidLabD50: aloneLabD50(ground, film).map((v) => Math.round(v * 100) / 100) as unknown as Lab,
    recipe: into && { parts: into },
  };
}

type Parts = NonNullable<Ink['recipe']>['parts'];

function stirredIn(parts: Parts, share: number, extender: { id: string; name: string }): Parts {
  const had = parts.find((part) => part.inkId === extender.id)?.share ?? 0;
  return [
    ...parts
      .filter((part) => part.inkId !== extender.id)
      .map((part) => ({ ...part, share: Math.round(part.share * share * 1e4) / 1e4 })),
    { inkId: extender.id, name: extender.name, share: Math.round((had * share + 1 - share) * 1e4) / 1e4 },
  ];
}

export interface SheetLooks {
  /** `looks[n][part]`: colour of each part of the sheet after the first n layings, at its middle where films fade. */
  readonly looks: readonly (readonly Lab[])[];
  /** For each part, the films that lie there, lowest first, by the number of their laying; and how they look wherever they lie, where one fades. */
  readonly stacks: readonly (readonly StackEntry[])[];
  readonly fields: readonly (LookField | undefined)[];
  readonly sizeMm: { readonly widthMm: number; readonly heightMm: number };
  /** Whether each part has all the plan lays on it: only then it can be held against what is wanted. */
  readonly finished: readonly boolean[];
  /** Of the finished parts with what is wanted, as it is now; undefined where there are none. */
  readonly agreement: Agreement | undefined;
}

type LaidInkingOf = Laying['inkings'][number];

/** Runs as they were laid one on another, printing the places given; the films of a stack of them, each open or dry as it was met. */
function printedAsLaid<Place>(
  plan: Plan,
  laid: readonly LaidRun[],
  placesOf: (runId: string, inking: LaidInkingOf) => readonly Place[],
) {
  const under = laid.some(({ laying }) => laying.wet) ? ('wet' as const) : ('dry' as const);
  const ground = groundOfPlan({ ...plan, way: { ...plan.way, under } });
  const runs = laid.map(({ runId, laying }) => ({
    impressions: laying.passes,
    inkings: laying.inkings.map((inking) => ({
      standing: placesOf(runId, inking),
      film: extendedFilm(filmOfInk(ground, inking.ink), inking.extenderPercent),
      weight: inking.filmWeight,
      fade: inking.fade ? { ...inking.fade, to: inking.fade.toInk && filmOfInk(ground, inking.fade.toInk) } : null,
    })),
  }));
  /** A film is open to the one on it only while everything laid since was laid wet. */
  const filmsOf = (stack: readonly StackEntry[]) =>
    stack.map(({ run, inking }, i): FadingFilm => {
      const { film, weight, fade } = runs[run].inkings[inking];
      const next = stack[i + 1]?.run ?? run;
      const since = next === run ? [laid[run]] : laid.slice(run + 1, next + 1);
      const stays = since.every(({ laying }) => laying.wet) ? ('wet' as const) : ('dry' as const);
      return { film, weight, fade, laying: layingIn(plan, laid[run].laying.inkings[inking].ink.mediumId, stays) };
    });
  return { ground, runs, filmsOf };
}

/**
 * How a sheet must look by what was really laid on it, in the order it was laid, each film on one still open where it was laid wet. Shapes
 * are those of the print map; a run that is gone from the plan prints the colours it then had. Undefined while there is no picture.
 */
export function looksOfLaid(plan: Plan, laid: readonly LaidRun[], sheet: PrintSheet): SheetLooks | undefined {
  if (!plan.flat) return undefined;
  const parts = sheet.parts.map((_, p) => p);
  const { ground, runs, filmsOf } = printedAsLaid(plan, laid, (runId, inking) => {
    const lies = inkingAsLaid(plan, inking);
    return parts.filter((p) => inkedAt(plan, sheet, sheet.parts[p], { id: runId }, lies, inking.colourIds));
  });
  const known = new Map<string, { field: LookField | undefined; looks: Lab[] }>();
  const stacks = parts.map((part) => filmStackOf(part, runs)),
    middles = middlesOf(plan, sheet);
  const found = stacks.map((stack, p) => {
    const key = stack.map(({ run, inking }) => `${run}.${inking}`).join();
    const films = filmsOf(stack);
    const made = known.get(key) ?? { field: lookField(ground, films), looks: stackLooksLabD50(ground, films) };
    known.set(key, made);
    const here = () => films.map((film) => filmAt(film, middles[p]));
    return made.field ? { ...made, looks: stackLooksLabD50(ground, here()) } : made;
  });
  const reached = found.map((one) => one.looks);
  const looks = Array.from({ length: laid.length + 1 }, (_, n) =>
    stacks.map((stack, p) => reached[p][stack.filter(({ run }) => run < n).length]),
  );
  const wanted = wantedOf(plan);
  const still = plan.runs.filter(({ id }) => !laid.some(({ runId }) => runId === id));
  const finished = sheet.parts.map(
    (part) => !still.some((run) => inkingsOf(run).some((inking) => inkedAt(plan, sheet, part, run, inking))),
  );
  const share = parts.map((p) => (finished[p] ? sheet.share[p] : 0));
  return {
    ...{ looks, stacks, finished, fields: found.map(({ field }) => field) },
    sizeMm: { widthMm: plan.picture?.widthMm ?? 0, heightMm: plan.picture?.heightMm ?? 0 },
    agreement: share.some((part) => part > 0)
      ? agreementWithWish(
          looks[laid.length],
          sheet.parts.map((part) => wanted[part.label]),
          share,
          sheet.parts.map((part) => part.label),
        )
      : undefined,
  };
}

/**
 * What a colour reader meets on a trial: the film of a run on a colour's area, and what lies below it; undefined where that run does not lie
 * there.
 */
export function patchOfTrial(plan: Plan, laid: readonly LaidRun[], runId: string, colourId: string) {
  const { ground, runs, filmsOf } = printedAsLaid(plan, laid, (_, inking) => inking.colourIds);
  const top = laid.findIndex((one) => one.runId === runId);
  const stack = filmStackOf(colourId, runs.slice(0, top + 1));
  const first = stack.findIndex(({ run }) => run === top);
  if (top < 0 || first < 0) return undefined;
  const middle = middlesOf(plan, plainSheet(plan))[plan.flat?.colours.findIndex(({ id }) => id === colourId) ?? 0];
  const films = filmsOf(stack).map((film) => filmOnColour(film, middle));
  return {
    film: films[first].film,
    weight: weightTakenUp(ground, films, first),
    ground: stackInternals(ground, films.slice(0, first))[first],
    floor: ground.floor,
  };
}

/** Where an inking of a laying lies: as the plan has it now, or by its colours alone where the plan has it no more. */
function inkingAsLaid(
  plan: Plan,
  { inkingId }: { readonly inkingId: string },
): Pick<LaidInking, 'id' | 'cutId' | 'zoneIds' | 'keptOut'> {
  const now = plan.runs.flatMap(inkingsOf).find(({ id }) => id === inkingId);
  return now ?? { id: inkingId, cutId: null, zoneIds: null, keptOut: [] };
}

/** The same for a trial, on the paper of its round. */
export function looksOfTrial(plan: Plan, bench: BenchState, trial: Pick<Trial, 'round' | 'laid'>, sheet: PrintSheet) {
  return looksOfLaid(onPaperOf(plan, bench, trial.round.roundId), trial.laid, sheet);
}

/** How far a reading lies from what was predicted for it: ΔE00; undefined where the colour is not on the sheet. */
export function offPrediction(plan: Plan, trial: Trial, looks: SheetLooks, reading: TrialReading): number | undefined {
  const label = plan.flat?.colours.findIndex(({ id }) => id === reading.colourId) ?? -1;
  const after = trial.laid.findIndex(({ runId }) => runId === reading.runId) + 1;
  return label < 0 || after === 0 ? undefined : deltaE2000(looks.looks[after][label], reading.labD50);
}

/** What differs between what was laid and what is planned, run by run; nothing where it was laid as planned. */
export interface Varied {
  readonly runId: string;
  readonly ink: boolean;
  /** Names of inks laid instead of those that are planned. */
  readonly otherInks: readonly string[];
  readonly weight: boolean;
  readonly passes: boolean;
  readonly wet: boolean;
}

export function variedOf(plan: Plan, { runId, laying }: LaidRun): Varied {
  const run = plan.runs.find(({ id }) => id === runId);
  const inkings = run ? inkingsOf(run) : [];
  const planned = (id: string) => inkings.find((inking) => inking.id === id);
  const same = (inking: Laying['inkings'][number]) => {
    const now = planned(inking.inkingId);
    return now !== undefined && inking.extenderPercent === 0 && sameFilm(inkOf(plan, now), inking.ink);
  };
  return {
    runId,
    ink: !laying.inkings.every(same),
    otherInks: laying.inkings.flatMap(({ inkingId, ink }) => {
      const now = planned(inkingId);
      return now && inkOf(plan, now).name !== ink.name ? [ink.name] : [];
    }),
    weight: laying.inkings.some((inking) => planned(inking.inkingId)?.filmWeight !== inking.filmWeight),
    passes: run?.impressions !== laying.passes,
    wet: laying.wet !== (plan.way.under === 'wet'),
  };
}

const filmOf = ({ mediumId, solidLabD50, opacity, film, recipe, softenerPercent }: Ink) =>
  JSON.stringify([mediumId, solidLabD50, opacity, film, recipe, softenerPercent]);
const sameFilm = (a: Ink, b: Ink) => filmOf(a) === filmOf(b);

/** What taking a trial would write into the plan, and what of it can no longer be taken. */
export interface Taking {
  /** Undefined where the plan is so already. */
  readonly edit: EditOf<'trial-taken'> | undefined;
  /** Runs of the trial that are varied and stay as they are printed, or are gone. */
  readonly closed: readonly Phrase[];
  /** The order of the runs is another one. */
  readonly reordered: boolean;
}

/**
 * The edit that takes a trial into the plan: inks with their extender, film weights, passes, and the order its runs came in. Runs that lie on
 * sheets of the edition stay as they are. An ink that prints elsewhere too stays there what it is: what was laid becomes an ink of its own.
 */
export function takingOf(
  plan: Plan,
  progress: Progress,
  trial: Trial,
  extender?: { id: string; name: string },
): Taking {
  const closed: Phrase[] = [];
  const inks: Ink[] = [];
  const runs: EditOf<'trial-taken'>['runs'][number][] = [];
  for (const { runId, laying } of trial.laid) {
    const r = plan.runs.findIndex(({ id }) => id === runId);
    const varied = variedOf(plan, { runId, laying });
    const differs = varied.ink || varied.weight || varied.passes;
    if (r < 0) closed.push(phrase('trials.runIsGone'));
    else if (!differs) continue;
    else if (r < progress.closedRuns)
      closed.push(phrase('trials.runIsPrinted', { run: r + 1, inks: inkNamesOf(plan, plan.runs[r]) }));
    else runs.push({ runId, impressions: laying.passes, inkings: takenInkings(plan, trial, laying, inks, extender) });
  }
  const runIds = orderWith(plan, progress, trial);
  const reordered = runIds.some((id, i) => plan.runs[i].id !== id);
  const open = plan.runs.slice(progress.closedRuns).find((run) => trial.laid.some(({ runId }) => runId === run.id));
  const as = open && { runId: open.id, impressions: open.impressions, inkings: [] };
  const written = runs.length > 0 ? runs : reordered && as ? [as] : [];
  return {
    edit: written.length > 0 ? { kind: 'trial-taken', runIds, inks, runs: written } : undefined,
    closed,
    reordered,
  };
}

function takenInkings(plan: Plan, trial: Trial, laying: Laying, inks: Ink[], extender?: { id: string; name: string }) {
  const all = plan.runs.flatMap(inkingsOf);
  return laying.inkings.flatMap((laid) => {
    const now = all.find(({ id }) => id === laid.inkingId);
    if (!now) return [];
    const ink = extendedInk(plan, laid.ink, laid.extenderPercent, extender);
    const present = inkOf(plan, now);
    if (sameFilm(present, ink)) return [{ id: now.id, inkId: now.inkId, filmWeight: laid.filmWeight }];
    const alone = all.every(({ id, inkId }) => id === now.id || inkId !== now.inkId);
    const inkId = alone ? now.inkId : `${now.id}-of-${trial.round.roundId}-${trial.sheet}`.slice(0, 80);
    inks.push({ ...ink, id: inkId, name: present.name });
    return [{ id: now.id, inkId, filmWeight: laid.filmWeight }];
  });
}

/** All runs: those of the trial that are still open in its order, in the places they have; all others where they are. */
function orderWith(plan: Plan, progress: Progress, trial: Trial): string[] {
  const open = new Set(plan.runs.slice(progress.closedRuns).map(({ id }) => id));
  const own = trial.laid.map(({ runId }) => runId).filter((id) => open.has(id));
  const mine = new Set(own);
  let next = 0;
  return plan.runs.map(({ id }) => (mine.has(id) ? own[next++] : id));
}

/** The runs a sheet of a round is meant to get. */
export function wantedRuns(plan: Plan, round: Round, sheet: SheetName): readonly Run[] {
  if (round.purpose === 'progressive set')
    return plan.runs.slice(0, 1 + ((Number(sheet) - 1) % Math.max(1, plan.runs.length)));
  if (round.extender) return plan.runs.filter(({ id }) => id === round.extender!.runId);
  return plan.runs;
}

/** Whether a run can be laid now: its block is cut for it, and not cut on. */
export const canBeLaid = (progress: Progress, run: number) => progress.runs[run].cut && !progress.runs[run].cutOn;

/** The run a sheet for proofs would get next: the first of those it is meant to get that it lacks and that can be laid now. */
export function nextRunOf(plan: Plan, progress: Progress, trial: Trial): Run | undefined {
  return wantedRuns(plan, trial.round, trial.sheet).find(
    (run) => !trial.pulls.some(({ runId }) => runId === run.id) && canBeLaid(progress, plan.runs.indexOf(run)),
  );
}

/** How a run is laid on a sheet of a row with ever more extender, and otherwise as planned. */
export function layingFor(plan: Plan, run: Run, { round, sheet }: Pick<Trial, 'round' | 'sheet'>): Laying {
  const planned = plannedLaying(plan, run);
  const percent = round.extender?.percents[Number(sheet) - 1] ?? 0;
  if (round.extender?.runId !== run.id) return planned;
  return {
    ...planned,
    inkings: planned.inkings.map((inking) =>
      inking.inkingId === round.extender!.inkingId ? { ...inking, extenderPercent: percent } : inking,
    ),
  };
}
