import { deltaE2000, labD50FromSpectrum, spectrumFromLabD50, type Lab } from '@/core/colour';
import {
  contrastRatio,
  CONTRAST_RATIO,
  filmFromDrawdown,
  filmOnGround,
  filmOver,
  groundOf,
  internalFromMeasured,
  measuredFromInternal,
  stackLooksLabD50,
  type Film,
  type Opacity,
} from '@/core/inks';
import { normalDeviate, randomStream, type RandomStream } from '@/core/random/random';

/** How an ink is known: one of three words; one swatch and its contrast ratio; two readings, over paper and over black. */
export const WAYS_OF_KNOWING = ['word', 'swatch and contrast ratio', 'two readings'] as const;
type Way = (typeof WAYS_OF_KNOWING)[number];

export interface StudyRow {
  readonly way: Way;
  readonly mean: number;
  readonly p95: number;
}

const PRINTS = 60,
  FILMS_MOST = 4;
/** Noise of one band of a reading: a level and a share of the signal, 1σ. */
const NOISE_LEVEL = 0.0008,
  NOISE_SHARE = 0.005;
const PAPER: Lab = [94.5, 0.3, 4.2],
  BLACK: Lab = [17, 0, 0];

/**
 * Made-up prints of true inks whose absorption and scattering vary over the spectrum, each predicted from what is known of its
 * inks. Seeded: the same figures each time. The truth is made with the same film model, so this is the error of *knowing
 * the ink*, not of the model; on real prints the two add up.
 */
export function studyKnowing(seed = 41): StudyRow[] {
  const random = randomStream(seed);
  const ground = groundOf(PAPER, [14, 0, 0]);
  const errors: Record<Way, number[]> = { word: [], 'swatch and contrast ratio': [], 'two readings': [] };
  for (let print = 0; print < PRINTS; print++) {
    const truth = Array.from({ length: 2 + Math.floor(random() * (FILMS_MOST - 1)) }, () => trueInk(random));
    const seen = stackLooksLabD50(
      ground,
      truth.map((film) => ({ film, weight: 1 })),
    );
    for (const way of WAYS_OF_KNOWING) {
      const known = truth.map((film) => knownFilm(film, ground, way, random));
      const predicted = stackLooksLabD50(
        ground,
        known.map((film) => ({ film, weight: 1 })),
      );
      for (let i = 2; i < seen.length; i++) errors[way].push(deltaE2000(seen[i], predicted[i]));
    }
  }
  return WAYS_OF_KNOWING.map((way) => ({ way, ...meanAndTail(errors[way]) }));
}

export function meanAndTail(errors: readonly number[]): { mean: number; p95: number } {
  const sorted = [...errors].sort((a, b) => a - b);
  return {
    mean: errors.reduce((sum, e) => sum + e, 0) / errors.length,
    p95: sorted[Math.floor(0.95 * (sorted.length - 1))],
  };
}

/** A pigment of random hue with scattering that rises or falls over the spectrum. */
function trueInk(random: RandomStream): Film {
  const hue = 2 * Math.PI * random(),
    lightness = 25 + 60 * random(),
    chroma = 10 + 55 * random();
  const spectrum = spectrumFromLabD50([lightness, chroma * Math.cos(hue), chroma * Math.sin(hue)]);
  const scatter = 0.03 + 1.6 * random() ** 2,
    tilt = 0.5 * normalDeviate(random),
    depth = 0.5 + 0.9 * random();
  return {
    kh: Float64Array.from(
      spectrum,
      (r) => depth * ((1 - r) ** 2 / (2 * Math.max(r, 0.01))) * Math.max(0.15, Math.sqrt(scatter)),
    ),
    sh: Float64Array.from(spectrum, (_, i) => scatter * Math.exp(tilt * (i / 17.5 - 1))),
  };
}

function knownFilm(truth: Film, ground: ReturnType<typeof groundOf>, way: Way, random: RandomStream): Film {
  const read = (below: ArrayLike<number>) =>
    measuredFromInternal(filmOver(truth, below), ground.floor).map((r) =>
      Math.max(0, r + normalDeviate(random) * (NOISE_LEVEL + NOISE_SHARE * r)),
    );
  const overPaper = read(ground.internal);
  const ratio = contrastRatio(truth, ground.internal);
  if (way === 'word') return filmOnGround(ground, labD50FromSpectrum(overPaper), nearestWord(ratio));
  if (way === 'swatch and contrast ratio')
    return filmOnGround(
      ground,
      labD50FromSpectrum(overPaper),
      Math.min(0.98, Math.max(0, ratio + 0.02 * normalDeviate(random))),
    );
  const black = internalFromMeasured(spectrumFromLabD50(BLACK), ground.floor);
  const inside = (measured: ArrayLike<number>) => internalFromMeasured(measured, ground.floor);
  return filmFromDrawdown({
    overPaper: inside(overPaper),
    paper: ground.internal,
    overBlack: inside(read(black)),
    black,
  });
}

function nearestWord(ratio: number): Opacity {
  return (Object.keys(CONTRAST_RATIO) as Opacity[]).reduce((best, word) =>
    Math.abs(CONTRAST_RATIO[word] - ratio) < Math.abs(CONTRAST_RATIO[best] - ratio) ? word : best,
  );
}
