import { labD50FromSrgb8, srgb8FromLabD50, type Lab } from '@/core/colour';
import { failure, givenName, success, type Outcome } from '@/core/units';

export interface NamedColour {
  readonly name: string;
  readonly labD50: Lab;
}

const MAX_COLOURS = 1000;
const LONGEST_LINE = 1000;

/** A palette in the plain-text form that paint programs share: red, green, blue (0–255) and a name on each line. */
export function writePalette(title: string, colours: readonly NamedColour[]): string {
  const line = ({ name, labD50 }: NamedColour) =>
    `${srgb8FromLabD50(labD50)
      .rgb.map((v) => String(v).padStart(3))
      .join(' ')}\t${oneLine(name)}`;
  return ['GIMP Palette', `Name: ${oneLine(title)}`, 'Columns: 4', '#', ...colours.map(line), ''].join('\n');
}

/** Reads such a palette. Its colours are sRGB, so inks outside sRGB come in nearer to grey than they are. */
export function readPalette(text: string): Outcome<NamedColour[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (lines[0]?.trim() !== 'GIMP Palette') return failure('palette.thisIsNotA');
  const colours: NamedColour[] = [];
  for (let i = 1; i < lines.length; i++) {
    if (lines[i].length > LONGEST_LINE)
      return failure('palette.lineOfThePalette', { number: i + 1, line: lines[i].length });
    const line = lines[i].trim();
    if (line === '' || line.startsWith('#') || /^(name|columns):/i.test(line)) continue;
    const found = /^(\d+)\s+(\d+)\s+(\d+)(?:\s+(.*))?$/.exec(line);
    const rgb = found?.slice(1, 4).map(Number) as [number, number, number] | undefined;
    if (!rgb || rgb.some((v) => v > 255))
      return failure('palette.lineOfThePaletteIs', { number: i + 1, line: line.slice(0, 40) });
    colours.push({
      name: found![4]?.trim().slice(0, 60) || givenName(`colour ${colours.length + 1}`),
      labD50: labD50FromSrgb8(rgb),
    });
    if (colours.length > MAX_COLOURS) return failure('palette.thisPaletteHasMore', { maxColours: MAX_COLOURS });
  }
  return colours.length > 0 ? success(colours) : failure('palette.thereAreNoColours');
}

export function oneLine(text: string): string {
  return text.replace(/[\u0000-\u001f\u007f]+/g, ' ').trim();
}
