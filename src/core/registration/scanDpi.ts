/** Dots an inch as the file itself says: PNG (pHYs), JPEG (JFIF or EXIF); 0 where it does not, or where what it says is none (72 of a camera). */
export function dpiOfFile(bytes: Uint8Array): number {
  const dpi = isPng(bytes) ? dpiOfPng(bytes) : isJpeg(bytes) ? dpiOfJpeg(bytes) : 0;
  return dpi > 96 && dpi < 5000 ? Math.round(dpi) : 0;
}

function isPng(b: Uint8Array): boolean {
  return b.length > 33 && b[0] === 0x89 && b[1] === 0x50 && b[2] === 0x4e && b[3] === 0x47;
}

function isJpeg(b: Uint8Array): boolean {
  return b.length > 20 && b[0] === 0xff && b[1] === 0xd8;
}

function dpiOfPng(b: Uint8Array): number {
  const view = new DataView(b.buffer, b.byteOffset, b.byteLength);
  for (let at = 8; at + 21 <= b.length;) {
    const length = view.getUint32(at),
      kind = String.fromCharCode(b[at + 4], b[at + 5], b[at + 6], b[at + 7]);
    if (kind === 'pHYs') return b[at + 16] === 1 ? view.getUint32(at + 8) * 0.0254 : 0;
    if (kind === 'IDAT') return 0;
    at += 12 + length;
  }
  return 0;
}

function dpiOfJpeg(b: Uint8Array): number {
  const view = new DataView(b.buffer, b.byteOffset, b.byteLength);
  let found = 0;
  for (let at = 2; at + 4 < b.length && b[at] === 0xff;) {
    const marker = b[at + 1],
      length = view.getUint16(at + 2);
    if (marker === 0xda || length < 2) break;
    const word = String.fromCharCode(...b.subarray(at + 4, at + 8));
    if (marker === 0xe0 && word === 'JFIF' && at + 14 < b.length)
      found ||= b[at + 11] === 1 ? view.getUint16(at + 12) : b[at + 11] === 2 ? view.getUint16(at + 12) * 2.54 : 0;
    if (marker === 0xe1 && word === 'Exif') found ||= dpiOfExif(b.subarray(at + 10, at + 2 + length));
    at += 2 + length;
  }
  return found;
}

/** XResolution and its unit out of the first directory of an EXIF block. */
function dpiOfExif(b: Uint8Array): number {
  if (b.length < 14) return 0;
  const view = new DataView(b.buffer, b.byteOffset, b.byteLength),
    little = b[0] === 0x49;
  const start = view.getUint32(4, little);
  if (start + 2 > b.length) return 0;
  let dots = 0,
    inch = true;
  for (let i = 0, n = view.getUint16(start, little); i < n; i++) {
    const at = start + 2 + 12 * i;
    if (at + 12 > b.length) break;
    const tag = view.getUint16(at, little);
    if (tag === 0x0128) inch = view.getUint16(at + 8, little) !== 3;
    if (tag === 0x011a) {
      const to = view.getUint32(at + 8, little);
      if (to + 8 <= b.length) dots = view.getUint32(to, little) / (view.getUint32(to + 4, little) || 1);
    }
  }
  return inch ? dots : dots * 2.54;
}
