import { simulatedRoomSensor, type RoomAir } from '@/devices';
import { workshopItems, type Store } from '@/store';

const SENSOR_SEED = 20_261_129;
/** Where the workshop has no room of its own. */
const USUAL: RoomAir = { temperatureC: 19, relativeHumidityPercent: 55 };

/** The air of the workshop's room as its sensor reads it: the simulated one, as no other is attached. Nothing is logged by it. */
export function roomRead(db: Store, nowMs: number): RoomAir & { readonly device: string } {
  const room = workshopItems(db)
    .map(({ item }) => item)
    .find((item) => item.kind === 'room');
  const sensor = simulatedRoomSensor(SENSOR_SEED, room ?? USUAL);
  return { ...sensor.read(nowMs), device: sensor.name };
}
