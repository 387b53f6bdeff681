import { normalDeviate, randomStream } from '@/core/random/random';

export interface RoomAir {
  readonly temperatureC: number;
  readonly relativeHumidityPercent: number;
}

/** Anything that reads the air of a room. */
export interface RoomSensor {
  readonly name: string;
  read(nowMs: number): RoomAir;
}

const DAY_MS = 24 * 3_600_000,
  /** Warmest in the afternoon. */
  WARMEST_AT = 15 / 24;
/** By how much a workshop is warmer in the afternoon than on the average, and from one day to the next; its air is drier when it is warmer. */
const OVER_THE_DAY_C = 2.2,
  BETWEEN_DAYS_C = 1.5,
  BETWEEN_DAYS_PERCENT = 6,
  DRIER_A_DEGREE = 1.8;

/** A sensor that is not there: a workshop warmed by day, around what its room is said to be; the same at the same time. */
export function simulatedRoomSensor(seed: number, usual: RoomAir): RoomSensor {
  return {
    name: 'simulated-room-sensor',
    read(nowMs) {
      const day = Math.floor(nowMs / DAY_MS),
        ofDay = randomStream(seed ^ Math.imul(day + 1, 0x9e3779b1)),
        ofMoment = randomStream(seed ^ Math.imul(Math.floor(nowMs / 10_000) + 7, 0x85ebca6b));
      const warmer =
        OVER_THE_DAY_C * Math.cos(2 * Math.PI * (nowMs / DAY_MS - day - WARMEST_AT)) +
        BETWEEN_DAYS_C * normalDeviate(ofDay);
      const damper = BETWEEN_DAYS_PERCENT * normalDeviate(ofDay) - DRIER_A_DEGREE * warmer;
      const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));
      return {
        temperatureC: within(
          Math.round(10 * (usual.temperatureC + warmer + 0.1 * normalDeviate(ofMoment))) / 10,
          -20,
          60,
        ),
        relativeHumidityPercent: within(
          Math.round(usual.relativeHumidityPercent + damper + 0.5 * normalDeviate(ofMoment)),
          1,
          100,
        ),
      };
    },
  };
}
