import { deltaE2000, type Lab } from '@/core/colour';
import { phrase, type Phrase } from '@/core/units';
import {
  filmFromDrawdown,
  filmFromGrounds,
  filmOfRecipe,
  filmOnGround,
  filmOver,
  groundOf,
  internalOnGround,
  labFromInternal,
  takenUp,
  UNUSABLE,
  wordsForQuality,
  type DrawdownFilm,
  type Film,
  type Ground,
  type MediumId,
  type Pigment,
} from '@/core/inks';
import type { CabinetInk, Drawdown, Plan, Reading } from '@/model';
import { inksOfRun } from './lookups';
import { DARKEST_ASSUMED, groundOfPlan, layingIn } from './looks';

/** The ground an ink of the cabinet was read on. */
export function groundOfInk(ink: Pick<CabinetInk, 'paperLabD50'>): Ground {
  return groundOf(ink.paperLabD50, DARKEST_ASSUMED);
}

export interface KnownFilm {
  readonly film: Film;
  /** How far it can be trusted, in words. */
  readonly words: Phrase;
}

/** The film of an ink at its usual weight: from the newest drawdown that shows it over black, else from colour and opacity. */
export function filmOfCabinetInk(ink: Omit<CabinetInk, 'id'>): KnownFilm {
  const card = ink.drawdowns.findLast((d) => (d.black && d.overBlack) || d.strips.length > 0);
  if (!card) return filmFromSwatch(ink);
  const { film, grounds } = filmOfCard(card);
  const words = wordsForQuality(film.quality);
  if (words.code === UNUSABLE) return { ...filmFromSwatch(ink), words };
  return {
    film: { kh: film.kh, sh: film.sh },
    words:
      card.strips.length > 0
        ? phrase('cabinetFilms.crossStrip', { words, grounds })
        : phrase('cabinetFilms.twoReadings', { words }),
  };
}

/** The film of a card: in closed form from paper and black alone, else the one that suits all its grounds best. */
function filmOfCard(card: Drawdown): { readonly film: DrawdownFilm; readonly grounds: number } {
  const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
  const inside = ({ labD50, spectrum }: Reading) => internalOnGround(ground, labD50, spectrum);
  const paper = { below: inside(card.paper), over: inside(card.overPaper), takenUp: 1 },
    black = card.black && card.overBlack && { below: inside(card.black), over: inside(card.overBlack), takenUp: 1 };
  if (card.strips.length === 0 && black)
    return {
      film: filmFromDrawdown({ overPaper: paper.over, paper: paper.below, overBlack: black.over, black: black.below }),
      grounds: 2,
    };
  const strips = card.strips.map(({ below, over, takenUp }) => ({ below: inside(below), over: inside(over), takenUp }));
  const grounds = [paper, ...(black ? [black] : []), ...strips];
  return { film: filmFromGrounds(grounds), grounds: grounds.length };
}

/** How the film of an ink stands against each strip it was drawn across: what it gives there, and what was read. */
export function stripsHeld(ink: Omit<CabinetInk, 'id'>, card: Drawdown): readonly StripHeld[] {
  const { film } = filmOfCabinetInk(ink);
  const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
  return card.strips.map(({ name, below, over, takenUp }) => {
    const internal = internalOnGround(ground, below.labD50, below.spectrum);
    const given = labFromInternal(ground, filmOver(film, internal, takenUp));
    return {
      ...{ name, belowLabD50: below.labD50, readLabD50: over.labD50, givenLabD50: given },
      deltaE: deltaE2000(given, over.labD50),
    };
  });
}

export interface StripHeld {
  readonly name: string;
  readonly belowLabD50: Lab;
  readonly readLabD50: Lab;
  readonly givenLabD50: Lab;
  /** ΔE00 between what the film gives and what was read. */
  readonly deltaE: number;
}

/** A film of a print that another ink can be drawn across, and how much of that ink it takes up when it is dry. */
export interface StripOfPrint {
  readonly inkId: string;
  readonly name: string;
  readonly takenUp: number;
}

/** Strips for a cross strip: one of each ink that the print's runs lay, in the order they are laid. */
export function stripsOfPrint(plan: Plan, mediumId: MediumId): StripOfPrint[] {
  const ground = groundOfPlan(plan),
    own = { film: NO_FILM, weight: 1, laying: layingIn(plan, mediumId, 'dry') };
  const inks = [...new Map(plan.runs.flatMap((run) => inksOfRun(plan, run)).map((ink) => [ink.id, ink])).values()];
  return inks.map((ink) => ({
    ...{ inkId: ink.id, name: ink.name },
    takenUp: takenUp(ground, own, [{ laying: layingIn(plan, ink.mediumId, 'dry') }]),
  }));
}

const NO_FILM: Film = { kh: [], sh: [] };

function filmFromSwatch(ink: Omit<CabinetInk, 'id'>): KnownFilm {
  const film = filmOnGround(groundOfInk(ink), ink.colour.labD50, ink.opacity, ink.colour.spectrum);
  const words =
    typeof ink.opacity === 'string'
      ? phrase('cabinetFilms.coarseFromOneSwatch')
      : phrase('cabinetFilms.goodForMostWork');
  return { film, words };
}

/** An ink of the cabinet as a recipe mixes it. */
export interface CabinetPigment extends Pigment {
  readonly mediumId: MediumId;
}

/** What recipes are mixed from: films with their strength, under the ink's id. */
export function pigmentsOf(inks: readonly CabinetInk[]): CabinetPigment[] {
  return inks.map((ink) => {
    const { film } = filmOfCabinetInk(ink);
    const scaled = (values: ArrayLike<number>) => Float64Array.from(values, (v) => v * ink.strength);
    return {
      id: ink.id,
      role: ink.role,
      mediumId: ink.mediumId,
      film: ink.strength === 1 ? film : { kh: scaled(film.kh), sh: scaled(film.sh) },
    };
  });
}

/** Those that can be mixed into an ink: oil and water do not mix, nor paste and varnish. */
export function mixable(pigments: readonly CabinetPigment[], mediumId: MediumId): CabinetPigment[] {
  return pigments.filter((pigment) => pigment.mediumId === mediumId);
}

/** The film of shares of the cabinet's inks, rounded for keeping with a plan. */
export function recipeFilm(
  pigments: readonly Pigment[],
  parts: readonly { readonly id: string; readonly share: number }[],
): { kh: number[]; sh: number[] } {
  const film = filmOfRecipe(pigments, parts);
  const rounded = (values: ArrayLike<number>) => Array.from(values, (v) => Math.min(1e4, Number(v.toPrecision(6))));
  return { kh: rounded(film.kh), sh: rounded(film.sh) };
}
