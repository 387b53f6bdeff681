import type { LabelMap } from '@/core/geometry';
import { failure, success, type Outcome } from '@/core/units';

/** Label maps travel and rest as: "ULXL", version 1, three zero bytes, width and height as 32-bit little-endian, then one byte a pixel. */
const MAGIC = [0x55, 0x4c, 0x58, 0x4c, 1, 0, 0, 0];
const HEADER_BYTES = 16;
export const MAX_LABEL_PIXELS = 50_000_000;

export function encodeLabelMap(map: LabelMap): Uint8Array {
  const bytes = new Uint8Array(HEADER_BYTES + map.labels.length);
  bytes.set(MAGIC);
  const view = new DataView(bytes.buffer);
  view.setUint32(8, map.width, true);
  view.setUint32(12, map.height, true);
  bytes.set(map.labels, HEADER_BYTES);
  return bytes;
}

export function decodeLabelMap(bytes: Uint8Array): Outcome<LabelMap> {
  if (bytes.length < HEADER_BYTES || MAGIC.some((b, i) => bytes[i] !== b)) return failure('labels.thisIsNotA');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const width = view.getUint32(8, true),
    height = view.getUint32(12, true);
  if (width < 1 || height < 1 || width * height > MAX_LABEL_PIXELS || bytes.length !== HEADER_BYTES + width * height) {
    return failure('labels.theMapOfFlat', { width, height, bytes: bytes.length - HEADER_BYTES });
  }
  // plain bytes whatever came in: a slice of them is a copy, of a Node buffer it would be the same memory
  return success({
    ...{ width, height },
    labels: new Uint8Array(bytes.buffer, bytes.byteOffset + HEADER_BYTES, width * height),
  });
}
