import { deflateSync, crc32 } from 'node:zlib';

/** A colour of the palette: sRGB bytes and opacity 0–255. */
export type PaletteColour = readonly [number, number, number, number];

/**
 * A PNG with a palette: one byte a pixel, or one bit where the palette has two colours. `indexOf` fills one row at a time, so that even
 * large pictures need little room. With `mmPerPx` the physical size is written (pHYs).
 */
export function indexedPng(
  width: number,
  height: number,
  palette: readonly PaletteColour[],
  fillRow: (y: number, row: Uint8Array) => void,
  mmPerPx?: number,
): Uint8Array {
  const bits = palette.length <= 2 ? 1 : 8;
  const stride = bits === 1 ? (width + 7) >> 3 : width;
  const raw = Buffer.alloc(height * (stride + 1));
  const row = new Uint8Array(width);
  for (let y = 0; y < height; y++) {
    fillRow(y, row);
    const at = y * (stride + 1) + 1;
    if (bits === 8) raw.set(row, at);
    else for (let x = 0; x < width; x++) if (row[x]) raw[at + (x >> 3)] |= 128 >> (x & 7);
  }
  const colours = [
    chunk('PLTE', Buffer.from(palette.flatMap(([r, g, b]) => [r, g, b]))),
    chunk('tRNS', Buffer.from(palette.map((c) => c[3]))),
  ];
  return pngFile(width, height, [bits, 3], colours, raw, mmPerPx);
}

/** A PNG in full colour: `fillRow` fills one row of red, green, blue and opacity at a time, bytes. */
export function colourPng(
  width: number,
  height: number,
  fillRow: (y: number, row: Uint8Array) => void,
  mmPerPx?: number,
): Uint8Array {
  const stride = 4 * width;
  const raw = Buffer.alloc(height * (stride + 1));
  for (let y = 0; y < height; y++) fillRow(y, raw.subarray(y * (stride + 1) + 1, (y + 1) * (stride + 1)));
  return pngFile(width, height, [8, 6], [], raw, mmPerPx);
}

/** The file of rows that each begin with their filter: bits a sample and kind of colour as the form has them. */
function pngFile(
  width: number,
  height: number,
  [bits, colour]: readonly [number, number],
  colours: readonly Buffer[],
  raw: Buffer,
  mmPerPx: number | undefined,
): Uint8Array {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([bits, colour, 0, 0, 0], 8);
  const chunks = [chunk('IHDR', header), ...colours];
  if (mmPerPx) {
    const physical = Buffer.alloc(9);
    const perMetre = Math.round(1000 / mmPerPx);
    physical.writeUInt32BE(perMetre, 0);
    physical.writeUInt32BE(perMetre, 4);
    physical[8] = 1;
    chunks.push(chunk('pHYs', physical));
  }
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    ...chunks,
    chunk('IDAT', deflateSync(raw, { level: 4 })),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const out = Buffer.alloc(body.length + 8);
  out.writeUInt32BE(data.length, 0);
  body.copy(out, 4);
  out.writeUInt32BE(crc32(body), out.length - 4);
  return out;
}
