import { normalDeviate, randomStream } from '@/core/random/random';

/** What a scale shows: to a hundredth of a gram since it was last set to nothing, and whether it has come to rest. */
export interface ScaleShows {
  readonly grams: number;
  readonly atRest: boolean;
}

/** Anything that weighs what stands on it. Times are of one clock, ms. */
export interface PotScale {
  readonly name: string;
  shows(nowMs: number): ScaleShows;
  tare(nowMs: number): void;
}

/** A scale whose ink is put on by a simulated hand. */
export interface SimulatedPotScale extends PotScale {
  /** Ink taken up with the knife: about so much, as well as a hand can. */
  put(aboutG: number, nowMs: number): void;
  /** Everything is lifted off. */
  clear(nowMs: number): void;
}

const STEP_G = 0.01,
  NOISE_G = 0.006,
  /** It swings so long after something was put on, until it is at rest. */
  SETTLES_MS = 350,
  AT_REST_MS = 1200,
  /** Its nought wanders: 1σ after a minute, and never further than this. */
  DRIFT_G_A_MINUTE = 0.012,
  MOST_DRIFT_G = 0.08;
/** A hand that means a gram puts down between about ¾ and 1¼. */
const HAND = 0.12;

/** A scale that is not there: it settles, trembles in the last digit, and its nought wanders as that of a cheap one does. */
export function simulatedPotScale(seed: number): SimulatedPotScale {
  const hand = randomStream(seed),
    trembling = randomStream(seed ^ 0x5bd1e995),
    wandering = randomStream(seed ^ 0x2545f491);
  let trueG = 0,
    fromG = 0,
    changedMs = -Infinity,
    noughtG = 0,
    driftG = 0,
    driftMs: number | undefined;
  const wander = (nowMs: number) => {
    const minutes = Math.max(0, nowMs - (driftMs ?? nowMs)) / 60_000;
    driftMs = nowMs;
    if (minutes === 0) return;
    const stepG = DRIFT_G_A_MINUTE * Math.sqrt(Math.min(minutes, 60)) * normalDeviate(wandering);
    driftG = Math.max(-MOST_DRIFT_G, Math.min(MOST_DRIFT_G, driftG + stepG));
  };
  const felt = (nowMs: number) => trueG - (trueG - fromG) * Math.exp(-Math.max(0, nowMs - changedMs) / SETTLES_MS);
  const becomes = (grams: number, nowMs: number) => {
    fromG = felt(nowMs);
    trueG = grams;
    changedMs = nowMs;
  };
  return {
    name: 'simulated-scale',
    shows(nowMs) {
      wander(nowMs);
      const grams = felt(nowMs) + driftG - noughtG + NOISE_G * normalDeviate(trembling);
      return { grams: Math.round(grams / STEP_G) / (1 / STEP_G), atRest: nowMs - changedMs >= AT_REST_MS };
    },
    tare(nowMs) {
      wander(nowMs);
      noughtG = felt(nowMs) + driftG;
    },
    put(aboutG, nowMs) {
      becomes(trueG + Math.max(0, aboutG * (1 + HAND * normalDeviate(hand))), nowMs);
    },
    clear(nowMs) {
      becomes(0, nowMs);
    },
  };
}
