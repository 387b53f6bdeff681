import { ranged } from '../units';
import { deltaE2000 } from './deltaE2000';
import type { Lab } from './lab';
import { labD50FromSrgb8 } from './srgb';

/** Plain words for colours, as one would write them on a pot lid; the values are our own picks. */
const WORDS = [
  ['paper white', 0xf4efe2],
  ['cream', 0xf3e6c0],
  ['bone', 0xe2d8c0],
  ['straw', 0xead08c],
  ['primrose', 0xf0e68c],
  ['lemon', 0xf2dc3c],
  ['amber', 0xe6ad33],
  ['ochre', 0xc48a2a],
  ['apricot', 0xdd9c55],
  ['orange', 0xe0702a],
  ['rust', 0xb0532a],
  ['salmon', 0xe69a85],
  ['rose', 0xd98a9a],
  ['blush', 0xeccac2],
  ['brick', 0xa4503c],
  ['madder brown', 0xa65b48],
  ['crimson', 0xa82238],
  ['scarlet', 0xcf3324],
  ['plum', 0x6b2f4d],
  ['lilac', 0xb9a3c9],
  ['violet', 0x65408a],
  ['sky', 0xa9cbe0],
  ['pale blue', 0xc9dbe6],
  ['sea blue', 0x3f7fa6],
  ['slate blue', 0x4d5a78],
  ['harbour blue', 0x2d5573],
  ['indigo', 0x27325c],
  ['ultramarine', 0x2b3da0],
  ['blue-black', 0x20232f],
  ['teal', 0x1f6b70],
  ['aqua', 0x86c5be],
  ['mint', 0xbfdcc4],
  ['sage', 0x9bab8a],
  ['moss', 0x6c7a3a],
  ['leaf green', 0x4f8f3d],
  ['pine', 0x244f3a],
  ['olive', 0x5a5526],
  ['khaki', 0xa99e6e],
  ['sand', 0xcdb891],
  ['stone', 0xa8a090],
  ['clay', 0xae8468],
  ['umber', 0x5c4632],
  ['sepia', 0x41312a],
  ['tan', 0xb88d58],
  ['white', 0xfcfcfa],
  ['silver grey', 0xbfc1c0],
  ['mid grey', 0x83868a],
  ['slate grey', 0x565c63],
  ['charcoal', 0x36383c],
  ['black', 0x141414],
] as const satisfies readonly (readonly [string, number])[];
export type ColourWord = (typeof WORDS)[number][0];
const TABLE = WORDS.map(([word, hex]) => ({ word, lab: labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]) }));

/** The nearest plain word for a colour, as `say` says it, with a numeral when `taken` already holds it. */
export function wordForColour(
  lab: Lab,
  taken: readonly string[] = [],
  say: (word: ColourWord) => string = (plain) => plain,
): string {
  const nearest = TABLE.reduce((best, entry) =>
    deltaE2000(entry.lab, lab) < deltaE2000(best.lab, lab) ? entry : best,
  );
  const word = say(nearest.word);
  if (!taken.includes(word)) return word;
  let n = 2;
  while (taken.includes(`${word} ${n}`)) n++;
  return `${word} ${n}`;
}

/** A colour difference in words, for people who do not think in ΔE. */
export function wordForDifference(deltaE: number): 'not seen' | 'slight' | 'clear' | 'wrong' {
  ranged('a colour difference', deltaE, 0);
  if (deltaE < 1) return 'not seen';
  if (deltaE < 3) return 'slight';
  return deltaE < 8 ? 'clear' : 'wrong';
}
