import { failure, success, type Outcome } from '@/core/units';
import { replayLog, usedOf } from '@/derived';
import { simulatedScale } from '@/devices';
import { benchLog, type Store } from '@/store';
import { livingPrint } from './livingPrint';
import { presentPlan } from './readPlan';

const SCALE_SEED = 20_261_127,
  HOUR_MS = 3_600_000,
  /** Where nothing is known of the room. */
  USUAL_HUMIDITY = 50;

/** Weighs so many sheets of a pack on the workshop's scale: the simulated one, as no other is attached. */
export function weighPack(
  db: Store,
  printId: string,
  packId: string,
  sheets: number,
  nowMs: number,
): Outcome<{ readonly grams: number }> {
  const found = livingPrint(db, printId);
  if (!found.ok) return found;
  const bench = replayLog(benchLog(db, printId)),
    pack = bench.packs.find((one) => one.packId === packId && !one.ended);
  if (!pack) return failure('pack.isNotThere');
  if (!Number.isInteger(sheets) || sheets < 1 || sheets > pack.sheets)
    return failure('pack.hasSheets', { sheets, most: pack.sheets });
  const room = usedOf(presentPlan(db, found.value), 'room')[0];
  const grams = simulatedScale(SCALE_SEED).weigh({
    ...{ packId, dryG: (pack.dryG * sheets) / pack.sheets, targetPercent: pack.targetPercent },
    hoursSinceDamped: (nowMs - Date.parse(pack.at)) / HOUR_MS,
    relativeHumidityPercent:
      bench.roomReadings.at(-1)?.relativeHumidityPercent ?? room?.relativeHumidityPercent ?? USUAL_HUMIDITY,
  });
  return success({ grams });
}
