import { frameWords } from '@/words/frame';

const ARROWS: Readonly<Record<string, string>> = { left: '←', right: '→', up: '↑', down: '↓' };

/** A key by its name, as it stands on the keyboard. */
function nameOf(key: string): string {
  const named = `keys.name.${key}` as 'keys.name.tab';
  if (frameWords.has(named)) return frameWords(named);
  return ARROWS[key] ?? (key.length === 1 ? key.toUpperCase() : key);
}

const MODIFIED = /(^|\+)(mod|alt|ctrl|control|meta)\+/;
const NAMED_CHARACTERS = new Set(['comma', 'period', 'slash', 'minus', 'plus', 'equal', 'quote', 'semicolon']);

/** Whether a hotkey is a letter, digit or sign by itself, with Shift or without: what speech and unsteady hands type by mistake. */
export function isCharacterKey(hotkey: string): boolean {
  const key = hotkey.trim();
  const base = key.split('+').at(-1) || '+';
  return !MODIFIED.test(key) && (base.length === 1 || NAMED_CHARACTERS.has(base));
}

/** The hotkeys that are left when those of one character are switched off. */
export function withoutCharacterKeys(hotkeys: string): string {
  return hotkeys
    .split(',')
    .filter((key) => !isCharacterKey(key))
    .join(',');
}

/** A hotkey as it is shown: `n, shift+n` is “N, Shift N”; a run of digits is shortened to “1 … 9”. */
export function shownKeys(hotkeys: string): string {
  const keys = hotkeys.split(',').map((key) =>
    key
      .trim()
      .split('+')
      .map(nameOf)
      .join(' ')
      .replace(`${nameOf('shift')} ?`, '?'),
  );
  const digits = keys.findIndex((key, i) => key === '1' && keys[i + 8] === '9');
  if (digits >= 0) keys.splice(digits, 9, '1 … 9');
  return keys.join(', ');
}
