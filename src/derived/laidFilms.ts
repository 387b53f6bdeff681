import { labD50InLight, type Lab, type Light } from '@/core/colour';
import { measuredFromInternal, stackInternals, stackLooksLabD50 } from '@/core/inks';
import type { Fill } from '@/core/geometry';
import type { FadingFilm } from '@/core/layers';
import type { Plan } from '@/model';
import { fillOfFilms } from './fills';
import { groundOfPlan, looksOfPlan, printedRuns, type ColoursGot } from './looks';
import { inkingsOf } from './lookups';
import { inkedAt, type PrintSheet } from './printSheet';

/** `film[k][part]`: 0 where run k + 1 leaves nothing on a part of the print, else one more than the number of its inking. */
export function filmsOnParts(plan: Plan, sheet: PrintSheet): Uint8Array[] {
  return plan.runs.map((run) =>
    Uint8Array.from(
      sheet.parts,
      (part) => 1 + inkingsOf(run).findIndex((inking) => inkedAt(plan, sheet, part, run, inking)),
    ),
  );
}

/** Any films over one another, by their numbers as `paintMisprint` gives them (radix inkings + 1). */
function laidByCode(plan: Plan, got: ColoursGot, film: readonly Uint8Array[]): (code: number) => FadingFilm[] {
  const runs = printedRuns(plan, got);
  const radix = film.map((parts) => 1 + Math.max(0, ...parts));
  return (code) => {
    const laid: FadingFilm[] = [];
    let rest = code;
    runs.forEach((run, k) => {
      const inking = rest % radix[k];
      rest = Math.floor(rest / radix[k]);
      if (inking > 0) laid.push(...Array<FadingFilm>(run.impressions).fill(run.inkings[inking - 1]));
    });
    return laid;
  };
}

/** What any films over one another are painted with in a light. */
export function fillOfCode(
  plan: Plan,
  got: ColoursGot,
  film: readonly Uint8Array[],
  light: Light = 'daylight',
): (films: number) => Fill {
  const ground = groundOfPlan(plan),
    laidOf = laidByCode(plan, got, film);
  return (code) => {
    const laid = laidOf(code);
    const look = () =>
      light === 'daylight'
        ? (stackLooksLabD50(ground, laid).at(-1) ?? ground.paperLabD50)
        : labD50InLight(measuredFromInternal(stackInternals(ground, laid).at(-1)!, ground.floor), light);
    return fillOfFilms(plan, laid, look, light);
  };
}

/** The look of any films over one another, each where its fade begins. */
export function lookOfFilms(plan: Plan, got: ColoursGot, film: readonly Uint8Array[]): (films: number) => Lab {
  const ground = groundOfPlan(plan),
    laidOf = laidByCode(plan, got, film);
  return (code) => stackLooksLabD50(ground, laidOf(code)).at(-1) ?? ground.paperLabD50;
}

/** What a scan of the proof should show after `printed` runs: looks and films of every part, and of the strips that a misfit makes. */
export function expectedLooks(
  plan: Plan,
  got: ColoursGot,
  sheet: PrintSheet,
  printed: number,
): { lookUpToLabD50: Lab[][]; inked: boolean[][]; strips: { runs: number[]; labD50: Lab }[] } {
  const looks = looksOfPlan(plan, got, sheet);
  const film = filmsOnParts(plan, sheet).slice(0, printed);
  const first = film.map((parts) => Math.max(1, ...parts));
  const look = lookOfFilms({ ...plan, runs: plan.runs.slice(0, printed) }, got, film);
  const strides = first.reduce<number[]>((list, radix) => [...list, list.at(-1)! * (1 + radix)], [1]);
  const strips = statesNear(film, printed).map((bits) => ({
    runs: Array.from({ length: printed }, (_, k) => k + 1).filter((k) => bits & (1 << (k - 1))),
    labD50: look(first.reduce((code, _, k) => (bits & (1 << k) ? code + strides[k] : code), 0)),
  }));
  return {
    lookUpToLabD50: looks!.looks.slice(0, printed + 1).map((row) => [...row]),
    inked: film.map((parts) => Array.from(parts, (v) => v > 0)),
    strips,
  };
}

/** Above so many runs only strips near what is planned are reckoned with: others hardly occur, and their number doubles with each run. */
const ALL_STRIPS_RUNS = 8;

/** Sets of films a strip may show, as bits: all of them for few runs, else what some part has with up to two films more or fewer. */
function statesNear(film: readonly Uint8Array[], printed: number): number[] {
  if (printed <= ALL_STRIPS_RUNS) return Array.from({ length: 1 << printed }, (_, bits) => bits);
  const planned = new Set(
    Array.from({ length: film[0]?.length ?? 0 }, (_, part) =>
      film.reduce((bits, parts, k) => (parts[part] > 0 ? bits | (1 << k) : bits), 0),
    ),
  );
  const near = new Set([0]);
  for (const state of planned)
    for (let a = 0; a < printed; a++)
      for (let b = a; b < printed; b++) near.add(a === b ? state ^ (1 << a) : state ^ (1 << a) ^ (1 << b));
  return [...planned, ...near];
}
