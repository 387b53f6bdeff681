import { wordForColour, type Lab } from '@/core/colour';
import type { colours } from './en/colours';
import made from './made/en/colours.json';
import { translator } from './translator';

const colourWords = translator<typeof colours>('colours', made);

/** A name for a colour nobody has named, in the language that is read here; with a numeral when `taken` already holds it. */
export const nameForColour = (labD50: Lab, taken: readonly string[] = []): string =>
  wordForColour(labD50, taken, (word) => colourWords(`name.${word}`));
