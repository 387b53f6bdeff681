import { labD50FromSpectrum, spectrumFromLabD50, xyzD50FromSpectrum, type Lab } from '../colour';
import { OBSERVER_WEIGHTS } from '../colour/observerWeights';
import { filmOver, type Film } from './film';
import { CONTRAST_RATIO, filmFromSolid, type Opacity } from './opacity';
import { internalFromMeasured, measuredFromInternal } from './surface';

/** Measured on public characterisations: surface floor as a share of the darkest solid's Y, films laid over dry ones. */
export const DRY_FLOOR_SHARE = 0.69;

/** A paper and what is known of its surface: everything a stack of films on it needs. */
export interface Ground {
  readonly paperLabD50: Lab;
  readonly internal: Float64Array;
  readonly floor: number;
}

/** `darkestLabD50`: the darkest solid known on this paper (its ink alone, or the paper if there is none). */
export function groundOf(paperLabD50: Lab, darkestLabD50: Lab): Ground {
  const paper = spectrumFromLabD50(paperLabD50);
  const darkestY = xyzD50FromSpectrum(spectrumFromLabD50(darkestLabD50))[1];
  const floor = Math.min(DRY_FLOOR_SHARE * darkestY, 0.9 * Math.min(...paper));
  return { paperLabD50, internal: internalFromMeasured(paper, floor), floor };
}

/** The film of an ink whose colour alone on this paper is `solidLabD50`. */
export function filmOnGround(ground: Ground, solidLabD50: Lab, opacity: Opacity): Film {
  const solid = internalFromMeasured(spectrumFromLabD50(solidLabD50), ground.floor);
  return filmFromSolid(ground.internal, solid, CONTRAST_RATIO[opacity], OBSERVER_WEIGHTS.D50[1]);
}

/** Colour after each film of a dry stack, from the bare paper (index 0) up: `films.length + 1` colours. */
export function stackLooksLabD50(ground: Ground, films: readonly Film[]): Lab[] {
  let internal = ground.internal;
  const looks: Lab[] = [ground.paperLabD50];
  for (const film of films) {
    internal = filmOver(film, internal);
    looks.push(labD50FromSpectrum(measuredFromInternal(internal, ground.floor)));
  }
  return looks;
}
