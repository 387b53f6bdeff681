import sharp, { type Metadata } from 'sharp';
import { srgb8FromLabD50, type Lab } from '@/core/colour';
import { failure, success, type Outcome } from '@/core/units';
import type { Fractions, PicturePlan } from '@/records';

export const MAX_UPLOAD_BYTES = 60 * 1024 * 1024;
export const MAX_SOURCE_PIXELS = 40_000_000;
const MAX_SVG_BYTES = 20 * 1024 * 1024;
const FORMATS = ['png', 'jpeg', 'webp', 'tiff', 'svg'] as const;
const LONG_SIDE_FOR_SVG_PX = 4000;

export interface PictureFacts {
  readonly format: PicturePlan['format'];
  /** Upright: after the camera's own orientation note. */
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Looks at a picture file without trusting it: what kind, how many pixels, and whether it can be read to its end. */
export async function inspectPicture(bytes: Buffer, fileName: string): Promise<Outcome<PictureFacts>> {
  const named = `“${fileName}”`;
  if (bytes.length === 0)
    return failure(
      'picture-empty',
      `${named} is empty. Choose the picture again, or save it anew from the program it comes from.`,
    );
  if (bytes.length > MAX_UPLOAD_BYTES)
    return failure(
      'picture-bytes',
      `${named} has ${megabytes(bytes.length)} MB; up to ${megabytes(MAX_UPLOAD_BYTES)} MB can be brought in. Save it smaller or as JPEG.`,
    );
  const unsafe = looksLikeSvg(bytes) ? unsafeSvg(bytes, named) : undefined;
  if (unsafe) return unsafe;
  let meta: Metadata;
  try {
    meta = await sharp(bytes, { limitInputPixels: false, failOn: 'error' }).metadata();
  } catch {
    return failure(
      'picture-kind',
      `${named} is not a picture that can be read here. Bring in a PNG, JPEG, WebP, TIFF or SVG file; if it is one, it is damaged: save it anew.`,
    );
  }
  const format = FORMATS.find((f) => f === meta.format);
  if (!format)
    return failure(
      'picture-kind',
      `${named} is a ${String(meta.format).toUpperCase()} file. Bring in a PNG, JPEG, WebP, TIFF or SVG file.`,
    );
  const scale = format === 'svg' ? svgScale(meta) : 1;
  const turned = (meta.orientation ?? 1) >= 5;
  const width = Math.round((meta.width ?? 0) * scale),
    height = Math.round((meta.height ?? 0) * scale);
  const [widthPx, heightPx] = turned ? [height, width] : [width, height];
  if (widthPx < 16 || heightPx < 16)
    return failure(
      'picture-small',
      `${named} has ${widthPx} × ${heightPx} pixels, too few to print from. At least 16 × 16 are needed, 2000 along the longer side are good.`,
    );
  if (widthPx * heightPx > MAX_SOURCE_PIXELS) {
    return failure(
      'picture-pixels',
      `${named} has ${widthPx} × ${heightPx} pixels, ${Math.round((widthPx * heightPx) / 1e6)} megapixels; up to ${MAX_SOURCE_PIXELS / 1e6} can be brought in. Save it smaller: 4200 pixels along the longer side are enough for an A3 print.`,
    );
  }
  return success({ format, widthPx, heightPx });
}

/** Printed sizes larger than A3 in either direction are worked on at half the fineness. */
export function rasterMmPerPx(widthMm: number, heightMm: number): number {
  const fitsA3 = Math.max(widthMm, heightMm) <= 420 && Math.min(widthMm, heightMm) <= 297;
  return fitsA3 ? 0.1 : 0.2;
}

export interface Placement {
  readonly turnDeg: PicturePlan['turnDeg'];
  readonly mirrored: boolean;
  readonly crop: Fractions;
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface WorkingRaster {
  readonly png: Buffer;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPx: number;
}

/**
 * The working raster: upright, embedded profile and CMYK to sRGB, 8 bit, transparency laid onto the paper's colour, turned,
 * mirrored, cropped and scaled to the printed size.
 */
export async function makeRaster(
  bytes: Buffer,
  facts: PictureFacts,
  fileName: string,
  place: Placement,
  paperLabD50: Lab,
): Promise<Outcome<WorkingRaster>> {
  const mmPerPx = rasterMmPerPx(place.widthMm, place.heightMm);
  const widthPx = Math.max(1, Math.round(place.widthMm / mmPerPx)),
    heightPx = Math.max(1, Math.round(place.heightMm / mmPerPx));
  const [r, g, b] = srgb8FromLabD50(paperLabD50).rgb;
  try {
    const options = { limitInputPixels: MAX_SOURCE_PIXELS * 1.05, failOn: 'error' as const };
    const density = facts.format === 'svg' ? await svgDensity(bytes, LONG_SIDE_FOR_SVG_PX) : undefined;
    const upright = sharp(bytes, { ...options, ...(density ? { density } : {}) })
      .rotate()
      .toColourspace('srgb')
      .flatten({ background: { r, g, b } });
    const { data, info } = await upright.raw().toBuffer({ resolveWithObject: true });
    const raw = { raw: { width: info.width, height: info.height, channels: info.channels } };
    let placed = sharp(data, raw);
    if (place.turnDeg !== 0) placed = placed.rotate(place.turnDeg);
    if (place.mirrored) placed = placed.flop();
    const turned = await placed.raw().toBuffer({ resolveWithObject: true });
    const crop = cropPx(place.crop, turned.info.width, turned.info.height);
    const png = await sharp(turned.data, {
      raw: { width: turned.info.width, height: turned.info.height, channels: turned.info.channels },
    })
      .extract(crop)
      .resize(widthPx, heightPx, { fit: 'fill', kernel: 'lanczos3' })
      .removeAlpha()
      .toColourspace('srgb')
      .png({ compressionLevel: 3 })
      .toBuffer();
    return success({ png, widthPx, heightPx, mmPerPx });
  } catch {
    return failure(
      'picture-damaged',
      `“${fileName}” breaks off or is damaged inside: it could not be read to its end. Save it anew from the program it comes from.`,
    );
  }
}

/** The picture upright, turned, mirrored and small, as PNG. */
export async function sourcePreview(
  bytes: Buffer,
  format: PicturePlan['format'],
  turnDeg: number,
  mirrored: boolean,
  paperLabD50: Lab,
  longSidePx: number,
): Promise<Outcome<{ bytes: Buffer }>> {
  const [r, g, b] = srgb8FromLabD50(paperLabD50).rgb;
  try {
    const options = { limitInputPixels: MAX_SOURCE_PIXELS * 1.05 };
    const density = format === 'svg' ? { density: await svgDensity(bytes, longSidePx) } : {};
    const small = await sharp(bytes, { ...options, ...density })
      .rotate()
      .toColourspace('srgb')
      .flatten({ background: { r, g, b } })
      .resize(longSidePx, longSidePx, { fit: 'inside' })
      .png()
      .toBuffer();
    const turned = await sharp(small).rotate(turnDeg).png().toBuffer();
    return success({ bytes: mirrored ? await sharp(turned).flop().png().toBuffer() : turned });
  } catch {
    return failure('picture-damaged', 'The picture could not be read again. Bring it in anew.');
  }
}

function cropPx(crop: Fractions, width: number, height: number) {
  const left = Math.min(width - 1, Math.round(crop.x * width)),
    top = Math.min(height - 1, Math.round(crop.y * height));
  return {
    left,
    top,
    width: Math.max(1, Math.min(width - left, Math.round(crop.width * width))),
    height: Math.max(1, Math.min(height - top, Math.round(crop.height * height))),
  };
}

function svgScale(meta: Metadata): number {
  return LONG_SIDE_FOR_SVG_PX / Math.max(1, meta.width ?? 1, meta.height ?? 1);
}

/**
 * The density at which an SVG's longer side has `longSidePx` pixels. Lengths in mm grow with its square in the renderer,
 * lengths in px do not: the power is measured, not assumed.
 */
async function svgDensity(bytes: Buffer, longSidePx: number): Promise<number> {
  const longSideAt = async (density: number) => {
    const { width, height } = await sharp(bytes, { density, limitInputPixels: false }).metadata();
    return Math.max(width ?? 1, height ?? 1);
  };
  const base = await longSideAt(72);
  const wanted = longSidePx / base;
  const power = Math.log2((await longSideAt(144)) / base);
  return Math.min(2400, Math.max(1, 72 * wanted ** (1 / Math.max(0.5, power))));
}

function looksLikeSvg(bytes: Buffer): boolean {
  const head = bytes.subarray(0, 4096);
  return (
    /<svg[\s>]|<!DOCTYPE\s+svg|<\?xml/i.test(head.toString('latin1')) ||
    /<\u0000?s\u0000?v\u0000?g/.test(head.toString('latin1'))
  );
}

/** An SVG may only draw: no entities, no scripts, nothing fetched from elsewhere. */
function unsafeSvg(bytes: Buffer, named: string) {
  if (bytes.length > MAX_SVG_BYTES)
    return failure(
      'svg-bytes',
      `${named} has ${megabytes(bytes.length)} MB of SVG; up to ${megabytes(MAX_SVG_BYTES)} MB can be read. Export it as PNG instead.`,
    );
  const text = bytes.toString('utf8');
  if (text.includes('\u0000'))
    return failure('svg-encoding', `${named} is not written in UTF-8. Save the SVG as UTF-8.`);
  if (/<!ENTITY|<!DOCTYPE[^>]*\[/i.test(text))
    return failure(
      'svg-entities',
      `${named} defines entities of its own, which is not safe to open. Export it as plain SVG or as PNG.`,
    );
  if (/<script|<foreignObject|\son\w+\s*=/i.test(text))
    return failure(
      'svg-script',
      `${named} contains a script or a web page, which is not opened here. Export it as plain SVG or as PNG.`,
    );
  const links = [
    ...text.matchAll(/(?:href|src)\s*=\s*["']\s*([^"']*)/gi),
    ...text.matchAll(/url\(\s*["']?\s*([^)"']*)/gi),
    ...text.matchAll(/@import\s+(?:url\()?["']?([^"');]*)/gi),
  ];
  const outside = links
    .map((m) => m[1])
    .find(
      (target) => target !== '' && !target.startsWith('#') && !/^data:image\/(png|jpeg|webp);base64,/i.test(target),
    );
  if (outside !== undefined)
    return failure(
      'svg-external',
      `${named} refers to something outside itself (“${outside.slice(0, 60)}”), which is not fetched. Embed the picture in the SVG, or export it as PNG.`,
    );
  return undefined;
}

function megabytes(bytes: number): number {
  return Math.round((bytes / 1024 / 1024) * 10) / 10;
}
