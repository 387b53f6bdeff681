import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as fontkit from 'fontkit';
import { boxOfType, pointsInMm } from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import type { TypeLine } from '@/model';

/** A line of type at its own place: its baseline begins at 0, 0; y down. */
export interface TypeOutlines {
  readonly outlinesMm: readonly (readonly number[])[];
  readonly widthMm: number;
}

type Face = Exclude<TypeLine['face'], 'box'>;
const FILES: Readonly<Record<Face, string>> = {
  slab: 'zilla-slab/files/zilla-slab-{}-400-normal.woff',
  'slab bold': 'zilla-slab/files/zilla-slab-{}-600-normal.woff',
  'slab italic': 'zilla-slab/files/zilla-slab-{}-400-italic.woff',
  plain: 'atkinson-hyperlegible/files/atkinson-hyperlegible-{}-400-normal.woff',
};
const faces = new Map<Face, readonly fontkit.Font[]>();

/** The files of a face: western letters first, further latin ones for what those lack. */
function fontsOf(face: Face): readonly fontkit.Font[] {
  let fonts = faces.get(face);
  if (!fonts) {
    fonts = ['latin', 'latin-ext'].map((letters) => {
      const file = join(process.cwd(), 'node_modules/@fontsource', FILES[face].replace('{}', letters));
      return fontkit.create(readFileSync(file)) as fontkit.Font;
    });
    faces.set(face, fonts);
  }
  return fonts;
}

/** Curves become chords that stay within so much of them, mm. */
const CHORD_MM = 0.01;
/**
 * The letters of a line as they print, in one of the faces that ship with the application: a stand-in for a workshop's own type. A box is a
 * frame with nothing in it, as wide as so many letters are on the whole. Failure: a letter the face does not have.
 */
export function typeOutlines({
  text,
  face,
  sizePt,
}: Pick<TypeLine, 'text' | 'face' | 'sizePt'>): Outcome<TypeOutlines> {
  const sizeMm = pointsInMm(sizePt);
  if (face === 'box') return success(boxOfType(text, sizePt));
  const fonts = fontsOf(face),
    outlinesMm: number[][] = [];
  let x = 0;
  for (const { letters, font } of byFont(text, fonts)) {
    if (!font) return failure('type.letterMissing', { letter: letters });
    const scale = sizeMm / font.unitsPerEm,
      laid = font.layout(letters);
    laid.glyphs.forEach((glyph, g) => {
      const { xAdvance, xOffset, yOffset } = laid.positions[g];
      outlinesMm.push(...ringsOf(glyph, scale, x + xOffset * scale, -yOffset * scale));
      x += xAdvance * scale;
    });
  }
  return success({ outlinesMm, widthMm: rounded(x) });
}

/** The text in stretches, each with the first font that has its letters; undefined where none has. */
function byFont(text: string, fonts: readonly fontkit.Font[]) {
  const stretches: { letters: string; font: fontkit.Font | undefined }[] = [];
  for (const letter of text) {
    const font = fonts.find((one) => one.hasGlyphForCodePoint(letter.codePointAt(0)!));
    const last = stretches.at(-1);
    if (last && last.font === font && font) last.letters += letter;
    else stretches.push({ letters: letter, font });
  }
  return stretches;
}

/** The closed lines of a letter, mm, y down. */
function ringsOf(glyph: fontkit.Glyph, scale: number, atX: number, atY: number): number[][] {
  const rings: number[][] = [];
  let ring: number[] = [],
    at = { x: 0, y: 0 };
  const put = (x: number, y: number) => ring.push(rounded(atX + x * scale), rounded(atY - y * scale));
  for (const { command, args } of glyph.path.commands) {
    const end = { x: args.at(-2) ?? at.x, y: args.at(-1) ?? at.y };
    if (command === 'moveTo' && ring.length > 0) ring = [];
    if (command === 'closePath') {
      if (ring.length >= 6) rings.push(ring);
      ring = [];
      continue;
    }
    if (command === 'moveTo' || command === 'lineTo') put(end.x, end.y);
    else for (const point of curvePoints([at.x, at.y, ...args], scale)) put(point[0], point[1]);
    at = end;
  }
  return rings;
}

/** Points along a Bézier curve of the second or third degree, without its first, close enough for the chord. */
function curvePoints(control: readonly number[], scale: number): (readonly [number, number])[] {
  const degree = control.length / 2 - 1;
  let bend = 0;
  for (let p = 0; p + 5 < control.length; p += 2)
    bend = Math.max(
      bend,
      Math.hypot(
        control[p] - 2 * control[p + 2] + control[p + 4],
        control[p + 1] - 2 * control[p + 3] + control[p + 5],
      ),
    );
  // the chord of a step of length 1/n leaves the curve by at most (degree (degree − 1) / 8) bend / n²
  const steps = Math.max(1, Math.ceil(Math.sqrt((degree * (degree - 1) * bend * scale) / (8 * CHORD_MM))));
  return Array.from({ length: steps }, (_, i) => {
    const t = (i + 1) / steps;
    let points = [...control];
    while (points.length > 2) points = points.slice(0, -2).map((value, k) => value + (points[k + 2] - value) * t);
    return [points[0], points[1]] as const;
  });
}

const rounded = (mm: number) => Math.round(mm * 1000) / 1000;
