import { BAND_COUNT, labD50FromSpectrum, type Lab } from '@/core/colour';
import { filmOver, measuredFromInternal, type Film } from '@/core/inks';
import { normalDeviate, randomStream, type RandomStream } from '@/core/random/random';
import type { Reading } from '@/model';

/**
 * A patch held under a reader: a film over a ground (internal reflectances), or a bare ground. `inkId` says which pot the
 * film came from, so that the same pot always shows the same colour.
 */
export interface Patch {
  readonly inkId: string | null;
  readonly film: Film | null;
  readonly weight: number;
  readonly ground: ArrayLike<number>;
  /** A film printed on that ground before, of a pot of its own. */
  readonly on?: { readonly inkId: string; readonly film: Film };
  readonly floor: number;
}

/** Anything that can say what colour a patch has. */
export interface ColourReader {
  readonly name: string;
  readonly source: 'reader' | 'typed' | 'file';
  read(patch: Patch): Promise<Reading>;
}

/** How far the pot differs from what the cabinet believes: shares, 1σ. */
const TRUE_INK = { absorption: 0.1, scattering: 0.08, tilt: 0.06 } as const;
/** Noise of one reading: a level, and a share of the signal, 1σ. */
const NOISE = { level: 0.0006, share: 0.004 } as const;
const ANSWERS_AFTER_MS = 700;

/**
 * A colour reader that is not there: it reads a hidden true ink that differs a little from the cabinet's, and repeats only
 * as well as a real one does. The same seed gives the same pots; each reading has noise of its own.
 */
export function simulatedReader(seed: number, answersAfterMs = ANSWERS_AFTER_MS): ColourReader {
  let readings = 0;
  return {
    name: 'simulated-colour-reader',
    source: 'reader',
    async read({ inkId, film, weight, ground: bare, on, floor }) {
      await new Promise((resolve) => {
        setTimeout(resolve, answersAfterMs);
      });
      const noise = randomStream(seed ^ hashOf(inkId ?? 'ground') ^ Math.imul(++readings, 0x9e3779b1));
      const ground = on ? filmOver(trueFilm(on.film, randomStream(seed ^ hashOf(on.inkId))), bare) : bare;
      const internal = film
        ? filmOver(trueFilm(film, randomStream(seed ^ hashOf(inkId ?? ''))), ground, weight)
        : ground;
      const spectrum = Array.from(measuredFromInternal(internal, floor), (r) =>
        Math.min(1.2, Math.max(0, r + normalDeviate(noise) * (NOISE.level + NOISE.share * r))),
      );
      return readingOf(spectrum.map((r) => Math.round(r * 1e4) / 1e4));
    },
  };
}

/** A reading typed in by hand. */
export function typedReader(labD50: Lab): ColourReader {
  return { name: 'typed-in', source: 'typed', read: () => Promise.resolve({ labD50, spectrum: null }) };
}

/** A reading out of a measurement file. */
export function fileReader(reading: Reading): ColourReader {
  return { name: 'measurement-file', source: 'file', read: () => Promise.resolve(reading) };
}

function readingOf(spectrum: readonly number[]): Reading {
  const labD50 = labD50FromSpectrum(spectrum).map((v) => Math.round(v * 100) / 100) as unknown as Lab;
  return { labD50, spectrum };
}

/** The pot as it really is: a little stronger or weaker, its hue leaning a little to one end of the spectrum. */
function trueFilm(film: Film, random: RandomStream): Film {
  const absorption = Math.exp(TRUE_INK.absorption * normalDeviate(random));
  const scattering = Math.exp(TRUE_INK.scattering * normalDeviate(random));
  const tilt = TRUE_INK.tilt * normalDeviate(random);
  return {
    kh: Float64Array.from(film.kh, (k, i) => k * absorption * Math.exp(tilt * ((2 * i) / (BAND_COUNT - 1) - 1))),
    sh: Float64Array.from(film.sh, (s) => s * scattering),
  };
}

/** FNV-1a. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}
