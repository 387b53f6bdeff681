import { normalDeviate, randomStream } from '@/core/random/random';

/** A pack of damp paper as it lies on a scale: what it weighed dry, how wet it was made, and for how long it has lain. */
export interface PackOnScale {
  readonly packId: string;
  /** Of the sheets that are on the scale. */
  readonly dryG: number;
  readonly targetPercent: number;
  readonly hoursSinceDamped: number;
  /** Of the room. */
  readonly relativeHumidityPercent: number;
}

interface PackScale {
  /** Grams, to a tenth. */
  readonly weigh: (pack: PackOnScale) => number;
}

/** A brushed pack begins so much wetter than wished, as a share of the wish; under cover it loses so much an hour in a room of half damp air. */
const BEGINS_OVER = 0.08,
  LOSES_AN_HOUR = 0.004;
const STEADY_G = 0.1;

/**
 * A scale that is simulated: every pack was made a little too wet by a hand of its own, and dries slowly under its cover, faster in dry air. The
 * same pack at the same hour weighs the same but for the last digit.
 */
export function simulatedScale(seed: number): PackScale {
  return {
    weigh({ packId, dryG, targetPercent, hoursSinceDamped, relativeHumidityPercent }) {
      const own = normalDeviate(randomStream(seed ^ hashOf(packId)));
      const began = 1 + BEGINS_OVER * (1 + 0.5 * own),
        air = Math.max(0, 1 - relativeHumidityPercent / 100) / 0.5;
      const share = began * Math.exp(-LOSES_AN_HOUR * air * Math.max(0, hoursSinceDamped));
      const steady = normalDeviate(randomStream(seed ^ hashOf(`${packId} ${Math.round(60 * hoursSinceDamped)}`)));
      const grams = dryG * (1 + (targetPercent / 100) * share) + STEADY_G * steady;
      return Math.round(10 * Math.max(0.1, grams)) / 10;
    },
  };
}

function hashOf(text: string): number {
  let hash = 2_166_136_261;
  for (const letter of text) hash = Math.imul(hash ^ letter.codePointAt(0)!, 16_777_619);
  return hash >>> 1;
}
