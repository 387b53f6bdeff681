import { simulatedRoomSensor } from './roomSensor';

const HOUR = 3_600_000,
  USUAL = { temperatureC: 19, relativeHumidityPercent: 55 };

test('around what the room is said to be, warmer and drier in the afternoon', () => {
  const sensor = simulatedRoomSensor(5, USUAL);
  const at = (hour: number) => Array.from({ length: 60 }, (_, day) => sensor.read((24 * day + hour) * HOUR));
  const mean = (hour: number, of: 'temperatureC' | 'relativeHumidityPercent') =>
    at(hour).reduce((sum, air) => sum + air[of], 0) / 60;
  expect(mean(15, 'temperatureC') - mean(3, 'temperatureC')).toBeCloseTo(4.4, 0);
  expect(mean(15, 'relativeHumidityPercent')).toBeLessThan(mean(3, 'relativeHumidityPercent'));
  const day = Array.from({ length: 24 }, (_, h) => mean(h, 'temperatureC')).reduce((a, b) => a + b, 0) / 24;
  expect(Math.abs(day - 19)).toBeLessThan(1);
});

test('the same at the same time, another on another day', () => {
  const [one, two] = [simulatedRoomSensor(5, USUAL), simulatedRoomSensor(5, USUAL)];
  expect(one.read(99 * HOUR)).toEqual(two.read(99 * HOUR));
  expect(new Set(Array.from({ length: 20 }, (_, d) => one.read(24 * d * HOUR).temperatureC)).size).toBeGreaterThan(5);
});

test('never outside of what air can be', () => {
  const swamp = simulatedRoomSensor(3, { temperatureC: 59, relativeHumidityPercent: 99 });
  for (let h = 0; h < 500; h++) {
    const { temperatureC, relativeHumidityPercent } = swamp.read(h * HOUR);
    expect(temperatureC).toBeLessThanOrEqual(60);
    expect(relativeHumidityPercent).toBeLessThanOrEqual(100);
    expect(relativeHumidityPercent).toBeGreaterThanOrEqual(1);
  }
});
