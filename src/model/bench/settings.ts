import { SETTINGS } from '../ranges';

export type Setting = (typeof SETTINGS)[number];

/** How a setting is said: a count, more or less than at the start, one of a few, or in words. */
type SettingScale =
  | { readonly is: 'count'; readonly least: number; readonly most: number }
  | { readonly is: 'level' }
  | { readonly is: 'choice'; readonly values: readonly string[] }
  | { readonly is: 'words' };

const LEVEL: SettingScale = { is: 'level' };
/** A level is kept as so many steps over or under what it was at the start: “+2”. */
export const MOST_STEPS = 9;

const RUBBING_TOOLS = ['broad', 'hard', 'broad, then hard'] as const;
const SLIP_SHEETS = ['none', 'one', 'two'] as const;
const PAPER_SIDES = ['smooth', 'rough'] as const;
const MASKS = ['off', 'on'] as const;

export const SETTING_SCALES: Readonly<Record<Setting, SettingScale>> = {
  ink: LEVEL,
  water: LEVEL,
  paste: LEVEL,
  drier: LEVEL,
  charges: { is: 'count', least: 1, most: 30 },
  'roller or brush': { is: 'words' },
  'rubbing tool': { is: 'choice', values: RUBBING_TOOLS },
  passes: { is: 'count', least: 1, most: 20 },
  'pressure or packing': LEVEL,
  'slip sheet': { is: 'choice', values: SLIP_SHEETS },
  'paper side': { is: 'choice', values: PAPER_SIDES },
  dampness: LEVEL,
  mask: { is: 'choice', values: MASKS },
  'order of laying': { is: 'words' },
};
