import { deltaE2000, type Lab } from '@/core/colour';
import type { CabinetInk, Ink, ItemOf, Plan } from '@/model';
import type { BenchState } from './bench/benchState';
import type { Pot } from './bench/pots';
import { pigmentsOf, recipeFilm, type CabinetPigment } from './cabinetFilms';
import { aloneLabD50, groundOfPlan } from './looks';
import { inkingsOf, inksOfRun } from './lookups';
import { additionsInPot, inkInPot, type Addition, type PotLeft } from './pots';

/** An ink that some print was mixed or planned with. */
export interface KeptInk {
  readonly printId: string;
  readonly printName: string;
  readonly inkId: string;
  /** Null: a recipe of the plan, not mixed yet. */
  readonly potId: string | null;
  readonly name: string;
  readonly mediumId: Ink['mediumId'];
  /** Runs it is printed in, from 1. */
  readonly runs: readonly number[];
  /** When its pot was begun, ISO; null for a recipe of the plan. */
  readonly at: string | null;
  /** Alone on its print's paper. */
  readonly labD50: Lab;
  /** How that is known: a reading of the pot, from what was poured, or as it was planned. */
  readonly known: 'read' | 'poured' | 'planned';
  /** Shares by weight, largest first. */
  readonly parts: readonly { readonly inkId: string; readonly name: string; readonly share: number }[];
  /** Grams to a hundred of ink. */
  readonly added: Readonly<Record<Addition, number>>;
  /** What is left in its pot, g. */
  readonly leftG: number;
  /** What the cabinet says of the fastness to light of its parts. */
  readonly lightFast: readonly { readonly name: string; readonly says: string }[];
}

/** A print whose inks are kept. */
export interface InksOfPrint {
  readonly printId: string;
  readonly printName: string;
  readonly plan: Plan;
  readonly pots: BenchState['pots'];
}

const NOTHING_ADDED = { softener: 0, grease: 0, drier: 0 } as const;

/** The inks of all prints: their pots, newest first, then recipes of plans that were not mixed yet. */
export function keptInks(
  prints: readonly InksOfPrint[],
  cabinet: readonly CabinetInk[],
  left: readonly PotLeft[],
): KeptInk[] {
  const pigments = pigmentsOf(cabinet);
  const all = prints.flatMap((print) => {
    const { printId, printName, plan } = print;
    const about = (inkId: string) => ({ printId, printName, inkId, runs: runsOf(plan, inkId) });
    const pots = print.pots.flatMap((pot) => {
      const kept = keptPot(plan, pot, pigments);
      const leftG = left.find((one) => one.printId === printId && one.potId === pot.potId)?.grams ?? 0;
      return kept ? [{ ...about(pot.inkId), ...kept, leftG, lightFast: lightFastOf(kept.parts, cabinet) }] : [];
    });
    const planned = plan.inks.flatMap((ink): KeptInk[] => {
      if (!ink.recipe || pots.some(({ inkId }) => inkId === ink.id)) return [];
      const { parts } = ink.recipe;
      return [
        {
          ...{ ...about(ink.id), potId: null, name: ink.name, mediumId: ink.mediumId, at: null },
          ...{ labD50: ink.solidLabD50, known: 'planned', parts: sorted(parts), leftG: 0 },
          added: { ...NOTHING_ADDED, softener: ink.softenerPercent },
          lightFast: lightFastOf(parts, cabinet),
        },
      ];
    });
    return [...pots, ...planned];
  });
  return all.sort((a, b) => (b.at ?? '').localeCompare(a.at ?? ''));
}

const runsOf = (plan: Plan, inkId: string) =>
  plan.runs.flatMap((run, r) => (inksOfRun(plan, run).some(({ id }) => id === inkId) ? [r + 1] : []));

const sorted = (parts: KeptInk['parts']) => [...parts].sort((a, b) => b.share - a.share);

/** What is known of a pot; nothing where it is empty, or its ink is in the plan no more. */
function keptPot(plan: Plan, pot: Pot, pigments: readonly CabinetPigment[]) {
  const ink = plan.inks.find(({ id }) => id === pot.inkId);
  const poured = inkInPot(pot),
    grams = poured.reduce((sum, part) => sum + part.grams, 0);
  if (!ink || grams <= 0) return undefined;
  const parts = sorted(poured.map((part) => ({ inkId: part.id, name: part.name, share: part.grams / grams })));
  const read = pot.readings.findLast(({ over }) => over === 'paper');
  const there = parts.every(({ inkId }) => pigments.some(({ id }) => id === inkId));
  const film = there
    ? recipeFilm(
        pigments,
        parts.map(({ inkId, share }) => ({ id: inkId, share })),
      )
    : undefined;
  const seen = read?.labD50 ?? (film && rounded(aloneLabD50(groundOfPlan(plan), film)));
  const added = additionsInPot(pot),
    toHundred = (what: Addition) => (100 * added[what]) / grams;
  return {
    ...{ potId: pot.potId, name: pot.name, mediumId: ink.mediumId, at: pot.at, parts },
    labD50: seen ?? ink.solidLabD50,
    known: read ? ('read' as const) : film ? ('poured' as const) : ('planned' as const),
    added: { softener: toHundred('softener'), grease: toHundred('grease'), drier: toHundred('drier') },
  };
}

const rounded = (lab: Lab) => lab.map((v) => Math.round(100 * v) / 100) as unknown as Lab;

/** What was written of the fastness to light of each part, as the cabinet has it now. */
function lightFastOf(parts: KeptInk['parts'], cabinet: readonly CabinetInk[]): KeptInk['lightFast'] {
  return parts.flatMap(({ inkId, name }) => {
    const says = cabinet.find(({ id }) => id === inkId)?.lightFast.trim();
    return says ? [{ name, says }] : [];
  });
}

/** Those of a medium (of any where none is named) by how near they come to a colour (ΔE00), the nearest first. */
export function nearestInks<T extends Pick<KeptInk, 'labD50' | 'mediumId'>>(
  inks: readonly T[],
  toLabD50: Lab,
  mediumId?: Ink['mediumId'],
): readonly { readonly ink: T; readonly deltaE: number }[] {
  return inks
    .filter((ink) => mediumId === undefined || ink.mediumId === mediumId)
    .map((ink) => ({ ink, deltaE: deltaE2000(ink.labD50, toLabD50) }))
    .sort((a, b) => a.deltaE - b.deltaE);
}

/** The inks that a print is printed in, as a palette keeps them. */
export function paletteOf(plan: Plan): ItemOf<'palette'>['inks'] {
  const printed = new Set(plan.runs.flatMap((run) => inksOfRun(plan, run).map(({ id }) => id)));
  return plan.inks.filter(({ id }) => printed.has(id)).map(({ id: _id, ...ink }) => ink);
}

/** Which ink of a palette would take the place of an ink of the plan, and how far that is from the colour it has (ΔE00). */
export interface InkFromPalette {
  readonly ink: Ink;
  /** First run it is printed in, from 0. */
  readonly run: number;
  readonly by: ItemOf<'palette'>['inks'][number];
  readonly deltaE: number;
}

/** For each ink of the plan that is not printed yet the palette's nearest. `closedRuns`: whose inks lie on sheets already. */
export function inksFromPalette(
  plan: Plan,
  palette: Pick<ItemOf<'palette'>, 'inks'>,
  closedRuns: number,
): readonly InkFromPalette[] {
  return plan.inks.flatMap((ink): InkFromPalette[] => {
    const run = plan.runs.findIndex((one) =>
      inkingsOf(one).some(({ inkId, fade }) => inkId === ink.id || fade?.toInkId === ink.id),
    );
    if (run < closedRuns) return [];
    const off = palette.inks
      .map((by) => ({ by, deltaE: deltaE2000(by.solidLabD50, ink.solidLabD50) }))
      .sort((a, b) => a.deltaE - b.deltaE)[0];
    return off ? [{ ink, run, ...off }] : [];
  });
}

/** Whether an ink of a print is one of a palette: mixed from the same, or, without a recipe, of the same colour. */
export function isFromPalette(ink: Pick<Ink, 'recipe' | 'solidLabD50' | 'film'>, of: ItemOf<'palette'>): boolean {
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  return of.inks.some((one) =>
    one.recipe || ink.recipe ? same(one.recipe, ink.recipe) : same(one.solidLabD50, ink.solidLabD50),
  );
}

/** Prints of the shelf in which a palette's inks are planned. */
export function printsInPalette(of: ItemOf<'palette'>, prints: readonly InksOfPrint[]): readonly string[] {
  return prints.filter(({ plan }) => plan.inks.some((ink) => isFromPalette(ink, of))).map(({ printName }) => printName);
}
