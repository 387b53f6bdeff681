import { simulatedPotScale, type ScaleShows, type SimulatedPotScale } from '@/devices';
import { success, type Outcome } from '@/core/units';
import type { RequestOf } from '@/model';

const SCALE_SEED = 20_261_128;
const shared = globalThis as { ulexitePotScale?: SimulatedPotScale };

/** The scale of this workshop: the simulated one, as no other is attached. One for the whole process. */
const scale = () => (shared.ulexitePotScale ??= simulatedPotScale(SCALE_SEED));

export interface ScaleAnswer extends ScaleShows {
  readonly device: string;
}

/** What the scale shows now. */
export function scaleShows(nowMs: number): Outcome<ScaleAnswer> {
  return success({ ...scale().shows(nowMs), device: scale().name });
}

/** Sets it to nothing, puts ink on it by the simulated hand, or lifts all of it off; answers with what it shows then. */
export function actOnScale({ act, aboutG }: RequestOf<'scale'>, nowMs: number): Outcome<ScaleAnswer> {
  if (act === 'tare') scale().tare(nowMs);
  else if (act === 'put') scale().put(aboutG ?? 0, nowMs);
  else scale().clear(nowMs);
  return scaleShows(nowMs);
}
