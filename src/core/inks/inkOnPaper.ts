import { ranged } from '../units';
import { labD50FromSpectrum, spectrumFromLabD50, xyzD50FromSpectrum, type Lab } from '../colour';
import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import { filmOver, mixFilms, type Film } from './film';
import { CONTRAST_RATIO, filmFromSolid, type OpacityKnown } from './opacity';
import { internalFromMeasured, measuredFromInternal } from './surface';

/** Whether a film meets films that have dried, or ones that are still open. */
export type UnderFilm = 'dry' | 'wet';

/**
 * Measured on public characterisations of printing: the surface floor as a share of the darkest solid's Y, and how much of
 * a film's weight is taken up by a film below it (all of it on bare paper).
 */
export const UNDER_FILM: Readonly<Record<UnderFilm, { readonly floorShare: number; readonly trapping: number }>> = {
  dry: { floorShare: 0.69, trapping: 1 },
  wet: { floorShare: 0.45, trapping: 0.735 },
};

/** A paper, what is known of its surface, and how films lie on it: everything a stack of films needs. */
export interface Ground {
  readonly paperLabD50: Lab;
  readonly internal: Float64Array;
  readonly floor: number;
  readonly trapping: number;
}

/** `darkestLabD50`: the darkest solid known on this paper. */
export function groundOf(paperLabD50: Lab, darkestLabD50: Lab, under: UnderFilm = 'dry'): Ground {
  for (const value of [...paperLabD50, ...darkestLabD50]) ranged('a number of a colour', value, -1000, 1000);
  const paper = spectrumFromLabD50(paperLabD50);
  const darkestY = xyzD50FromSpectrum(spectrumFromLabD50(darkestLabD50))[1];
  const { floorShare, trapping } = UNDER_FILM[under];
  // a paper darker than its darkest ink would leave nothing inside the film to reckon with
  const floor = Math.min(floorShare * darkestY, 0.9 * Math.min(...paper));
  return { paperLabD50, internal: internalFromMeasured(paper, floor), floor, trapping };
}

/** The reflectance inside the film of a colour measured on this ground's surface. */
export function internalOnGround(ground: Ground, labD50: Lab, spectrum?: ArrayLike<number> | null): Float64Array {
  return internalFromMeasured(spectrum ?? spectrumFromLabD50(labD50), ground.floor);
}

/** The film of an ink whose colour alone on this paper is `solidLabD50` (or `spectrum`, where it was read). */
export function filmOnGround(
  ground: Ground,
  solidLabD50: Lab,
  opacity: OpacityKnown,
  spectrum?: ArrayLike<number> | null,
): Film {
  const ratio = typeof opacity === 'string' ? CONTRAST_RATIO[opacity] : opacity;
  return filmFromSolid(
    ground.internal,
    internalOnGround(ground, solidLabD50, spectrum),
    ratio,
    OBSERVER_WEIGHTS.D50[1],
  );
}

/** How a film lies on the one below it, and what it is to the next one. */
export interface Laying {
  /** It is still open when the next film comes. */
  readonly open: boolean;
  /** Share of its weight that a film below takes up, open or dry. */
  readonly onOpen: number;
  readonly onDry: number;
  /** Share of it that is ink of the open film below, picked up by roller and block; none where this is not said. */
  readonly pickedUp?: number;
}

/** One film of a stack. `weight` 1 is the film as it was known; without `laying` it lies as films on this ground do. */
export interface LaidFilm {
  readonly film: Film;
  readonly weight: number;
  readonly laying?: Laying;
  /** Share of it that lies here, 0–1, where it runs out to nothing; all of it where this is not said. `weight` is what lies. */
  readonly present?: number;
}

/**
 * The share of a film's weight that what lies below (lowest first) takes up: all of it on bare paper. A film that runs out takes up as much
 * as there is of it, the one under it the rest, so that nothing jumps where it ends.
 */
export function takenUp(
  ground: Ground,
  over: Pick<LaidFilm, 'laying'>,
  below: readonly Pick<LaidFilm, 'laying' | 'present'>[],
): number {
  let rest = 1,
    share = 0;
  for (let i = below.length - 1; i >= 0 && rest > 0; i--) {
    const { laying, present = 1 } = below[i];
    share += rest * present * (!over.laying ? ground.trapping : laying?.open ? over.laying.onOpen : over.laying.onDry);
    rest *= 1 - present;
  }
  return share + rest;
}

/** Reflectance inside the stack after each film, from the bare paper (index 0) up. */
export function stackInternals(ground: Ground, films: readonly LaidFilm[]): Float64Array[] {
  const internals = [ground.internal];
  films.forEach((laid, i) =>
    internals.push(
      filmOver(tinted(laid, films[i - 1]), internals[i], laid.weight * takenUp(ground, laid, films.slice(0, i))),
    ),
  );
  return internals;
}

/** A film with what it has picked up of an open one right below it: as much less as that runs out. */
function tinted({ film, laying }: LaidFilm, below: LaidFilm | undefined): Film {
  const share = (laying?.pickedUp ?? 0) * (below?.present ?? 1);
  return below?.laying?.open && share > 0 ? mixFilms([film, below.film], [1 - share, share]) : film;
}

/** Passes of a roller in which the start value of what is picked up was thought. */
const USUAL_PASSES = 4;

/**
 * Share of an open film's ink that is in the next one after so many passes of the roller over the block: `percent` in four passes, each pass
 * takes its share of what is not yet mixed (start values).
 */
export function pickedUpShare(percent: number, passes: number): number {
  ranged('what is picked up (%)', percent, 0, 100);
  ranged('the passes of the roller', passes, 0);
  return 1 - (1 - percent / 100) ** (passes / USUAL_PASSES);
}

/** Colour after each film, from the bare paper (index 0) up: `films.length + 1` colours. */
export function stackLooksLabD50(ground: Ground, films: readonly LaidFilm[]): Lab[] {
  return stackInternals(ground, films).map((internal, i) =>
    i === 0 ? ground.paperLabD50 : labFromInternal(ground, internal),
  );
}

export function labFromInternal(ground: Ground, internal: ArrayLike<number>): Lab {
  return labD50FromSpectrum(measuredFromInternal(internal, ground.floor));
}

/**
 * Colour of transparent inks printed over one another, each known only by its colour alone on this paper.
 * `solidsLabD50` in print order; `darkestSolidLabD50` is the darkest solid known on this paper.
 */
export function overprintLabD50({
  paperLabD50,
  solidsLabD50,
  darkestSolidLabD50,
  under,
}: {
  paperLabD50: Lab;
  solidsLabD50: readonly Lab[];
  darkestSolidLabD50: Lab;
  under: UnderFilm;
}): Lab {
  const ground = groundOf(paperLabD50, darkestSolidLabD50, under);
  const films = solidsLabD50.map((solid) => ({ film: filmOnGround(ground, solid, 'transparent'), weight: 1 }));
  return stackLooksLabD50(ground, films)[films.length];
}
