import { phrase, type Phrase } from '@/core/units';
import {
  filmFromDrawdown,
  filmOfRecipe,
  filmOnGround,
  groundOf,
  internalOnGround,
  UNUSABLE,
  wordsForQuality,
  type Film,
  type Ground,
  type MediumId,
  type Pigment,
} from '@/core/inks';
import type { CabinetInk, Reading } from '@/model';
import { DARKEST_ASSUMED } from './looks';

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
  const card = ink.drawdowns.findLast((d) => d.overBlack !== null);
  if (card) {
    const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
    const inside = ({ labD50, spectrum }: Reading) => internalOnGround(ground, labD50, spectrum);
    const film = filmFromDrawdown({
      overPaper: inside(card.overPaper),
      paper: inside(card.paper),
      overBlack: inside(card.overBlack!),
      black: inside(card.black),
    });
    const words = wordsForQuality(film.quality);
    if (words.code !== UNUSABLE)
      return { film: { kh: film.kh, sh: film.sh }, words: phrase('cabinetFilms.twoReadings', { words }) };
    return { ...filmFromSwatch(ink), words };
  }
  return filmFromSwatch(ink);
}

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
