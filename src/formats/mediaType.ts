export const OCTETS = 'application/octet-stream';

const SIGNS: readonly (readonly [string, readonly number[], number?])[] = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
  ['image/webp', [0x57, 0x45, 0x42, 0x50], 8],
  ['image/tiff', [0x49, 0x49, 0x2a, 0x00]],
  ['image/tiff', [0x4d, 0x4d, 0x00, 0x2a]],
  ['image/tiff', [0x49, 0x49, 0x2b, 0x00]],
  ['image/tiff', [0x4d, 0x4d, 0x00, 0x2b]],
];

/** What bytes are, by the bytes alone and from this list only; whatever else is plain octets, which no browser runs. */
export function mediaTypeOf(bytes: Uint8Array): string {
  const found = SIGNS.find(([, sign, at = 0]) => sign.every((b, i) => bytes[at + i] === b));
  if (found) return found[0];
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 2000));
  return /^\s*(<\?xml|<svg[\s>]|<!--|<!DOCTYPE\s+svg)/i.test(head.replace(/^\u00ef\u00bb\u00bf/, ''))
    ? 'image/svg+xml'
    : OCTETS;
}

const MOST_PIXELS = 60_000_000;

/** Size of a PNG from its header; undefined when it is none, or larger than anything printed here. */
export function pngSize(bytes: Uint8Array): { widthPx: number; heightPx: number } | undefined {
  if (mediaTypeOf(bytes) !== 'image/png' || bytes.length < 33) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const widthPx = view.getUint32(16),
    heightPx = view.getUint32(20);
  return widthPx > 0 && heightPx > 0 && widthPx * heightPx <= MOST_PIXELS ? { widthPx, heightPx } : undefined;
}
