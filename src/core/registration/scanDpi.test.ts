import sharp from 'sharp';
import { dpiOfFile } from './index';

const picture = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#c8b090' } });

test.each([
  ['png', 300],
  ['jpeg', 300],
  ['png', 240],
  ['jpeg', 600],
] as const)('a %s of %d dpi says so', async (format, dpi) => {
  expect(dpiOfFile(await picture().withMetadata({ density: dpi }).toFormat(format).toBuffer())).toBe(dpi);
});

test('a picture that does not say, a camera’s 72, or no picture at all: 0', async () => {
  expect(dpiOfFile(await picture().withMetadata({ density: 72 }).jpeg().toBuffer())).toBe(0);
  expect(dpiOfFile(await picture().webp().toBuffer())).toBe(0);
  expect(dpiOfFile(new Uint8Array(500).fill(0xff))).toBe(0);
  expect(dpiOfFile(new Uint8Array(3))).toBe(0);
});

test('a broken file is no reason to fall', async () => {
  const whole = new Uint8Array(await picture().withMetadata({ density: 300 }).jpeg().toBuffer());
  for (let cut = 0; cut < 200; cut += 7) expect(typeof dpiOfFile(whole.subarray(0, cut))).toBe('number');
});
