import type { ScanPicture } from '@/core/registration';
import { normalDeviate, randomStream } from '@/core/random/random';

export interface CameraSettings {
  readonly seed: number;
  /** Pixels of the longer side of the photograph. */
  readonly longerPx: number;
}

/** Held in a hand: tilted by so much of a share from one edge to the other, turned by so many degrees. */
const TILT = 0.08,
  TURN_DEG = 3;
/** Room light is warm, and falls off to one side and to the corners. */
const CAST = [1.04, 0.97, 0.84] as const,
  FALL_OFF = 0.14,
  NOISE_LEVELS = 3;
const TABLE_RGB = [58, 57, 60] as const;
const MARGIN = 0.07;

/**
 * A camera that is not there: the sheet under a lid photographed from the hand, in warm uneven light. The same seed gives the same
 * photograph.
 */
export function photographed(sheet: ScanPicture, { seed, longerPx }: CameraSettings): ScanPicture {
  const random = randomStream(seed),
    noise = noiseOf(seed ^ 0x5bd1e995);
  const scale = (longerPx * (1 - 2 * MARGIN)) / Math.max(sheet.width, sheet.height);
  const width = Math.round(sheet.width * scale * (1 + 2 * MARGIN)),
    height = Math.round(sheet.height * scale * (1 + 2 * MARGIN));
  const [tiltX, tiltY] = [0, 0].map(() => TILT * (2 * random() - 1)),
    turn = (TURN_DEG * (2 * random() - 1) * Math.PI) / 180;
  const side = (2 * random() - 1) * FALL_OFF;
  const cos = Math.cos(turn),
    sin = Math.sin(turn);
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 4) {
      const u = (x + 0.5 - width / 2) / scale,
        v = (y + 0.5 - height / 2) / scale;
      // the table seen through a lens: a plane that leans away
      const away = 1 + tiltX * (u / sheet.width) + tiltY * (v / sheet.height);
      const sx = (cos * u + sin * v) / away + sheet.width / 2,
        sy = (-sin * u + cos * v) / away + sheet.height / 2;
      const p = u / sheet.width,
        q = v / sheet.height,
        light = 0.9 * (1 + side * p - FALL_OFF * (p * p + q * q));
      const from = sourceAt(sheet, sx, sy);
      for (let c = 0; c < 3; c++) {
        const seen = from < 0 ? TABLE_RGB[c] : sheet.data[from + c];
        data[at + c] = seen * light * CAST[c] + NOISE_LEVELS * noise();
      }
      data[at + 3] = 255;
    }
  return { width, height, data, dpi: 0 };
}

/** Where in the sheet's bytes a place lies; -1 beside it. */
function sourceAt({ width, height }: ScanPicture, x: number, y: number): number {
  const ix = Math.floor(x),
    iy = Math.floor(y);
  return ix < 0 || iy < 0 || ix >= width || iy >= height ? -1 : 4 * (iy * width + ix);
}

/** A ring of deviates: as good as fresh ones for pixels, and quick. */
function noiseOf(seed: number): () => number {
  const random = randomStream(seed),
    ring = Float32Array.from({ length: 8191 }, () => normalDeviate(random));
  let at = 0;
  return () => ring[(at = (at + 1) % ring.length)];
}
