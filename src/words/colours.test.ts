import { labD50FromSrgb8 } from '@/core/colour';
import { nameForColour } from './colours';
import de from './made/de.json';
import type { Catalogue } from './translator';

const SLATE = labD50FromSrgb8([0x4d, 0x5a, 0x78]);

afterEach(() => {
  globalThis.ulexiteLanguage = undefined;
  globalThis.ulexiteCatalogues = undefined;
});

test('a colour nobody has named is named in the language that is read, with a numeral for a second one', () => {
  expect([nameForColour(SLATE), nameForColour(SLATE, ['slate blue'])]).toEqual(['slate blue', 'slate blue 2']);
  globalThis.ulexiteCatalogues = { de: de as unknown as Catalogue };
  globalThis.ulexiteLanguage = () => 'de';
  expect([nameForColour(SLATE), nameForColour(SLATE, ['schieferblau'])]).toEqual(['schieferblau', 'schieferblau 2']);
});

test('every word has another in German', () => {
  expect(Object.values(de.colours.name).filter((word) => word === '')).toEqual([]);
  expect(new Set(Object.values(de.colours.name)).size).toBe(Object.keys(de.colours.name).length);
});
