import { mediumById, nearestPours, type Nearest, type PotPart, type RecipeTask } from '@/core/inks';
import type { Plan, Ink } from '@/model';
import type { Pot } from './bench/pots';
import type { BenchState } from './bench/benchState';
import type { CabinetPigment } from './cabinetFilms';
import { inkingsOf, inksOfRun } from './lookups';
import type { ColoursGot } from './looks';
import { recipeTaskFor, type InkQuestion } from './recipes';

/** An ink of the cabinet in a pot. */
export interface NamedPart extends PotPart {
  readonly name: string;
}

export const ADDITIONS = ['softener', 'grease', 'drier'] as const;
export type Addition = (typeof ADDITIONS)[number];

/** All ink that ever went into a pot, by ink of the cabinet, in the order it first went in. */
export function inkInPot({ from, pours }: Pick<Pot, 'from' | 'pours'>): NamedPart[] {
  const parts = new Map<string, NamedPart>();
  const put = (id: string, name: string, grams: number) =>
    parts.set(id, { id, name, grams: (parts.get(id)?.grams ?? 0) + grams });
  for (const { inkId, name, grams } of from?.parts ?? []) put(inkId, name, grams);
  for (const { what, inkId, name, grams } of pours) if (what === 'ink') put(inkId ?? name, name, grams);
  return [...parts.values()];
}

/** What makes a pot thinner, stiffer or quicker to dry, g. */
export function additionsInPot({ from, pours }: Pick<Pot, 'from' | 'pours'>): Readonly<Record<Addition, number>> {
  const of = (wanted: Addition) =>
    pours.reduce((sum, { what, grams }) => (what === wanted ? sum + grams : sum), from?.added[wanted] ?? 0);
  return eachAddition(of);
}

const eachAddition = (of: (what: Addition) => number): Readonly<Record<Addition, number>> => ({
  softener: of('softener'),
  grease: of('grease'),
  drier: of('drier'),
});
const gramsOf = (parts: readonly Pick<PotPart, 'grams'>[]) => parts.reduce((sum, { grams }) => sum + grams, 0);

/** All that ever went into a pot, g. */
export function filledG(pot: Pick<Pot, 'from' | 'pours'>): number {
  return gramsOf(inkInPot(pot)) + ADDITIONS.reduce((sum, what) => sum + additionsInPot(pot)[what], 0);
}

/** What a pot holds, g: as it was weighed last, or all that went in. */
export const potHoldsG = (pot: Pot): number => pot.kept?.grams ?? filledG(pot);

/** A pot with something left in it, of any print. */
export interface PotLeft {
  readonly printId: string;
  readonly printName: string;
  readonly potId: string;
  readonly name: string;
  readonly at: string;
  readonly mediumId: Ink['mediumId'];
  /** What is left, g: the ink, with what was added to it. */
  readonly grams: number;
  /** The ink in what is left, and what was added to it, g. */
  readonly parts: readonly NamedPart[];
  readonly added: Readonly<Record<Addition, number>>;
  readonly labD50: readonly [number, number, number] | null;
}

/** A print with its pots. */
export interface PotsOfPrint {
  readonly printId: string;
  readonly printName: string;
  readonly inks: readonly Pick<Ink, 'id' | 'mediumId'>[];
  readonly pots: readonly Pot[];
}

/** Pots of all prints that were put away with something left in them, newest first; what other pots were begun with is gone from them. */
export function potsLeft(prints: readonly PotsOfPrint[]): PotLeft[] {
  const taken = new Map<string, { at: string; grams: number }[]>();
  for (const { pots } of prints)
    for (const { at, from } of pots) {
      if (from) taken.set(from.potId, [...(taken.get(from.potId) ?? []), { at, grams: filledG({ from, pours: [] }) }]);
    }
  return prints
    .flatMap(({ printId, printName, inks, pots }) =>
      pots.flatMap((pot): PotLeft[] => {
        const { potId, name, kept, ended, readings, inkId } = pot;
        const mediumId = inks.find(({ id }) => id === inkId)?.mediumId;
        if (!kept || ended || !mediumId) return [];
        // what was taken before it was last weighed is in that weight already
        const grams = (taken.get(potId) ?? []).reduce(
          (left, t) => (t.at > kept.at ? left - t.grams : left),
          kept.grams,
        );
        const share = grams / Math.max(filledG(pot), 1e-9);
        const read = readings.findLast(({ over }) => over === 'paper');
        if (grams < LEAST_LEFT_G) return [];
        return [
          {
            ...{ printId, printName, potId, name, mediumId, at: kept.at, grams },
            parts: inkInPot(pot).map((part) => ({ ...part, grams: part.grams * share })),
            added: eachAddition((what) => additionsInPot(pot)[what] * share),
            labD50: read?.labD50 ?? null,
          },
        ];
      }),
    )
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Less than this in a lid is wiped away. */
const LEAST_LEFT_G = 0.5;

/** What is to be added to so much ink: softener by the plan, grease and drier as the print's last pot had them. */
export function additionsFor(ink: Pick<Ink, 'softenerPercent'>, pots: readonly Pot[], own: Pot, inkG: number) {
  const had = additionsInPot(own);
  const asBefore = (what: Addition): number => {
    const last = pots.findLast((pot) => pot.potId !== own.potId && additionsInPot(pot)[what] > 0);
    return last ? (additionsInPot(last)[what] / Math.max(gramsOf(inkInPot(last)), 1e-9)) * inkG : 0;
  };
  const wanted = { softener: (ink.softenerPercent / 100) * inkG, grease: asBefore('grease'), drier: asBefore('drier') };
  return ADDITIONS.map((what) => ({
    what,
    wantedG: wanted[what],
    hadG: had[what],
    restG: Math.max(0, wanted[what] - had[what]),
  }));
}

/** One rung of the ladder: an ink of a run, how it is softened, and how soon its last pot fell from the knife. */
export interface Rung {
  readonly run: number;
  readonly runId: string;
  readonly ink: Ink;
  readonly pot: Pot | undefined;
  /** Softener that is really in its pot, grams to a hundred of ink. */
  readonly potPercent: number | undefined;
  readonly seconds: number | undefined;
  /** Its pot is stiffer than that of an oil film before it: it may pull that up. */
  readonly stifferThanRun: number | undefined;
}

/** The stiffness of all inks in the order they are printed. Only oil films follow the ladder: each should fall sooner than those before it. */
export function tackLadder(plan: Plan, { pots }: Pick<BenchState, 'pots'>): Rung[] {
  const rungs: Rung[] = [];
  plan.runs.forEach((run, index) => {
    for (const ink of inksOfRun(plan, run)) {
      const pot = pots.findLast((one) => one.inkId === ink.id && one.runId === run.id),
        seconds = pot?.fell.at(-1)?.seconds;
      const before = rungs.findLast((rung) => rung.run < index && rung.seconds !== undefined && followsTack(rung.ink));
      const stiffer = followsTack(ink) && seconds !== undefined && before && seconds > before.seconds!;
      rungs.push({
        ...{ run: index, runId: run.id, ink, pot, seconds },
        potPercent: pot && softenerPercentOf(pot),
        stifferThanRun: stiffer ? before.run : undefined,
      });
    }
  });
  return rungs;
}

function softenerPercentOf(pot: Pot): number | undefined {
  const inkG = gramsOf(inkInPot(pot));
  return inkG > 0 ? (100 * additionsInPot(pot).softener) / inkG : undefined;
}

const followsTack = ({ mediumId }: Ink) => mediumById(mediumId).tackLadder;

/** The run's pot of an ink that is not ended: the newest. */
export function openPot({ pots }: Pick<BenchState, 'pots'>, runId: string, inkId: string): Pot | undefined {
  return pots.findLast((pot) => pot.runId === runId && pot.inkId === inkId && !pot.ended);
}

/** Which ink of the plan a pot is mixed for; undefined where the plan has it no more. */
export function questionOfPot(plan: Plan, { runId, inkId }: Pick<Pot, 'runId' | 'inkId'>): InkQuestion | undefined {
  const run = plan.runs.findIndex(({ id }) => id === runId);
  if (run < 0) return undefined;
  const inkings = inkingsOf(plan.runs[run]);
  const own = inkings.findIndex((inking) => inking.inkId === inkId);
  if (own >= 0) return { run, inking: own, end: 'from' };
  const second = inkings.findIndex((inking) => inking.fade?.toInkId === inkId);
  return second >= 0 ? { run, inking: second, end: 'to' } : undefined;
}

/**
 * What a pot must come to, over what lies below its run or alone on paper, and from what it can be mixed; undefined where the plan has its ink
 * no more, or the cabinet none of its medium.
 */
export function potTask(
  plan: Plan,
  got: ColoursGot,
  pigments: readonly CabinetPigment[],
  pot: Pick<Pot, 'runId' | 'inkId'>,
  over: 'paper' | 'below' = 'below',
): RecipeTask | undefined {
  const question = questionOfPot(plan, pot);
  const task = question && plan.flat ? recipeTaskFor(plan, got, pigments, question) : undefined;
  if (!task || task.pigments.length === 0) return undefined;
  if (over === 'below') return task;
  const { solidLabD50 } = plan.inks.find(({ id }) => id === pot.inkId)!;
  return { ...task, targetLabD50: solidLabD50, below: task.ground.internal, weight: 1, also: [] };
}

/** From so many grams on, every part of a recipe can be weighed: the smallest is then as heavy as `partG`. */
export function weighableFromG(shares: readonly { readonly share: number }[], partG = LEAST_PART_G): number {
  const least = Math.min(...shares.map(({ share }) => share).filter((share) => share > 0));
  return Number.isFinite(least) ? partG / least : 0;
}
/** Five steps of a scale that shows hundredths. */
const LEAST_PART_G = 0.05;

/** A leftover that a new pot may be begun with: so much of it, what it wants besides, and what that comes to. */
export interface PotStart {
  readonly left: PotLeft;
  readonly parts: readonly NamedPart[];
  readonly added: PotLeft['added'];
  readonly nearest: Nearest;
}

/** A leftover is no start for a colour it cannot come nearer to than this (ΔE00). */
const NEAR_ENOUGH = 3;
const MOST_STARTS = 3;
export const LEAST_WEIGHED_G = 0.02;

/** Leftovers that come near enough with what room is left beside them, the nearest first. */
export function potStarts(task: RecipeTask, mediumId: string, wantedG: number, left: readonly PotLeft[]): PotStart[] {
  return left
    .filter((pot) => pot.mediumId === mediumId && pot.parts.every(({ id }) => task.pigments.some((p) => p.id === id)))
    .map((pot): PotStart => {
      const share = Math.min(1, wantedG / pot.grams);
      const parts = pot.parts.map((part) => ({ ...part, grams: part.grams * share }));
      const mostG = Math.max(LEAST_WEIGHED_G, wantedG - gramsOf(parts));
      const added = eachAddition((what) => pot.added[what] * share);
      return { left: pot, parts, added, nearest: nearestPours({ task, pot: parts, mostG, leastG: LEAST_WEIGHED_G }) };
    })
    .filter(({ nearest }) => nearest.deltaE <= NEAR_ENOUGH)
    .sort((a, b) => a.nearest.deltaE - b.nearest.deltaE)
    .slice(0, MOST_STARTS);
}

/** The shares of a pot into which something more goes, and what it holds then, g. */
export function sharesWith(
  pot: readonly NamedPart[],
  pours: readonly PotPart[],
  nameOf: (inkId: string) => string,
): { readonly wantedG: number; readonly shares: Pot['shares'] } {
  const all = new Map(pot.map((part) => [part.id, part]));
  for (const { id, grams } of pours)
    all.set(id, { id, name: all.get(id)?.name ?? nameOf(id), grams: (all.get(id)?.grams ?? 0) + grams });
  const wantedG = gramsOf([...all.values()]);
  return {
    wantedG,
    shares: [...all.values()].map(({ id, name, grams }) => ({ inkId: id, name, share: grams / wantedG })),
  };
}
