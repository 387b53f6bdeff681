import { srgb8FromLabD50, type Lab } from '@/core/colour';
import { failure, familyOf, success, type Failure, type Outcome } from '@/core/units';
import type { Fractions, PicturePlan } from '@/model';
import type { OpenPicture } from './decode';
import { unsafeSvg } from './svgCheck';

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
export async function inspectPicture(picture: OpenPicture, fileName: string): Promise<Outcome<PictureFacts>> {
  const named = `“${fileName}”`,
    { bytes } = picture;
  const refused = refusedBytes(bytes, named);
  if (refused) return refused;
  const decoded = await picture.ask('inspect', {});
  if (!decoded.ok)
    return familyOf(decoded.code) === 'picture-damaged' ? failure('picture-kind.isNotAPicture', { named }) : decoded;
  const meta = decoded.value.answer as { format?: string; width?: number; height?: number; orientation?: number };
  const format = FORMATS.find((f) => f === meta.format);
  if (!format) return failure('picture-kind.isAFileBring', { named, format: String(meta.format).toUpperCase() });
  if (format === 'svg' && !looksLikeSvg(bytes)) return failure('picture-kind.hidesAnSvgBehind', { named });
  const scale = format === 'svg' ? LONG_SIDE_FOR_SVG_PX / Math.max(1, meta.width ?? 1, meta.height ?? 1) : 1;
  const turned = (meta.orientation ?? 1) >= 5;
  const width = Math.round((meta.width ?? 0) * scale),
    height = Math.round((meta.height ?? 0) * scale);
  const [widthPx, heightPx] = turned ? [height, width] : [width, height];
  return refusedSize(named, widthPx, heightPx) ?? success({ format, widthPx, heightPx });
}

/** Why bytes are not even opened. */
function refusedBytes(bytes: Buffer, named: string): Failure | undefined {
  if (bytes.length === 0) return failure('picture-empty', { named });
  if (bytes.length > MAX_UPLOAD_BYTES)
    return failure('picture-bytes', {
      named,
      megabytes: megabytes(bytes.length),
      megabytes2: megabytes(MAX_UPLOAD_BYTES),
    });
  if (bytes[0] === 0x1f && bytes[1] === 0x8b) return failure('picture-packed', { named });
  const drawing = looksLikeSvg(bytes);
  if (drawing && bytes.length > MAX_SVG_BYTES)
    return failure('svg-bytes', { named, megabytes: megabytes(bytes.length), megabytes2: megabytes(MAX_SVG_BYTES) });
  return drawing ? unsafeSvg(bytes, named) : undefined;
}

/** Why a picture of this size is not taken in. */
function refusedSize(named: string, widthPx: number, heightPx: number): Failure | undefined {
  if (widthPx < 16 || heightPx < 16) return failure('picture-small', { named, widthPx, heightPx });
  if (widthPx * heightPx > MAX_SOURCE_PIXELS) {
    return failure('picture-pixels', {
      named,
      widthPx,
      heightPx,
      widthPx2: Math.round((widthPx * heightPx) / 1e6),
      maxSourcePixels: MAX_SOURCE_PIXELS / 1e6,
    });
  }
  return undefined;
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
  picture: OpenPicture,
  facts: PictureFacts,
  fileName: string,
  place: Placement,
  paperLabD50: Lab,
): Promise<Outcome<WorkingRaster>> {
  const mmPerPx = rasterMmPerPx(place.widthMm, place.heightMm);
  const widthPx = Math.max(1, Math.round(place.widthMm / mmPerPx)),
    heightPx = Math.max(1, Math.round(place.heightMm / mmPerPx));
  const source = sourceOf(facts.format, LONG_SIDE_FOR_SVG_PX, paperLabD50);
  const decoded = await picture.ask('raster', { ...source, ...place, widthPx, heightPx });
  if (decoded.ok) return success({ png: decoded.value.bytes, widthPx, heightPx, mmPerPx });
  return familyOf(decoded.code) === 'picture-damaged'
    ? failure('picture-damaged.breaksOffOrIs', { fileName })
    : decoded;
}

/** How a source is opened: SVG at a fineness of its own, everything laid on the paper's colour. */
function sourceOf(format: PicturePlan['format'], longSidePx: number, paperLabD50: Lab) {
  const [r, g, b] = srgb8FromLabD50(paperLabD50).rgb;
  return {
    limitInputPixels: MAX_SOURCE_PIXELS * 1.05,
    svgLongSidePx: format === 'svg' ? longSidePx : 0,
    background: { r, g, b },
  };
}

/** The picture upright, turned, mirrored and small, as PNG. */
export async function sourcePreview(
  picture: OpenPicture,
  format: PicturePlan['format'],
  turnDeg: number,
  mirrored: boolean,
  paperLabD50: Lab,
  longSidePx: number,
): Promise<Outcome<{ bytes: Buffer }>> {
  const source = sourceOf(format, longSidePx, paperLabD50);
  const decoded = await picture.ask('preview', { ...source, turnDeg, mirrored, longSidePx });
  if (decoded.ok) return success({ bytes: decoded.value.bytes });
  return familyOf(decoded.code) === 'picture-damaged' ? failure('picture-damaged.thePictureCouldNotBe') : decoded;
}

/** A photograph as it was taken, upright and without what the camera wrote into its file, as JPEG. */
export async function wholePhotograph(
  picture: OpenPicture,
  format: PicturePlan['format'],
  paperLabD50: Lab,
): Promise<Outcome<{ bytes: Buffer }>> {
  const decoded = await picture.ask('whole', sourceOf(format, 0, paperLabD50));
  if (decoded.ok) return success({ bytes: decoded.value.bytes });
  return familyOf(decoded.code) === 'picture-damaged' ? failure('picture-damaged.thePictureCouldNotBe') : decoded;
}

function looksLikeSvg(bytes: Buffer): boolean {
  const head = bytes.subarray(0, 4096);
  return (
    /<svg[\s>]|<!DOCTYPE\s+svg|<\?xml/i.test(head.toString('latin1')) ||
    /<\u0000?s\u0000?v\u0000?g/.test(head.toString('latin1'))
  );
}

function megabytes(bytes: number): number {
  return Math.round((bytes / 1024 / 1024) * 10) / 10;
}
