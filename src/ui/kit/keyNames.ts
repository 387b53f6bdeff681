const NAMES: Readonly<Record<string, string>> = {
  mod: 'Ctrl',
  alt: 'Alt',
  shift: 'Shift',
  left: '←',
  right: '→',
  up: '↑',
  down: '↓',
  escape: 'Esc',
  space: 'Space',
  backspace: 'Backspace',
  enter: 'Enter',
  tab: 'Tab',
};

/** A hotkey as it is shown: `n, shift+n` is “N, Shift N”; a run of digits is shortened to “1 … 9”. */
export function shownKeys(hotkeys: string): string {
  const keys = hotkeys.split(',').map((key) =>
    key
      .trim()
      .split('+')
      .map((part) => NAMES[part] ?? (part.length === 1 ? part.toUpperCase() : part))
      .join(' ')
      .replace('Shift ?', '?'),
  );
  const digits = keys.findIndex((key, i) => key === '1' && keys[i + 8] === '9');
  if (digits >= 0) keys.splice(digits, 9, '1 … 9');
  return keys.join(', ');
}
