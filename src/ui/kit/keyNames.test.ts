import { isCharacterKey, shownKeys, withoutCharacterKeys } from './keyNames';

test.each([
  ['n, shift+n', 'N, Shift N'],
  ['alt+left, alt+right', 'Alt ←, Alt →'],
  ['mod+z', 'Ctrl Z'],
  ['shift+?', '?'],
  ['1,2,3,4,5,6,7,8,9,0,a', '1 … 9, 0, A'],
  ['escape', 'Esc'],
])('%s is shown as %s', (hotkeys, shown) => expect(shownKeys(hotkeys)).toBe(shown));

test('a letter, a digit or a sign by itself is a character key; with Ctrl or Alt, or with a name, it is none', () => {
  for (const key of ['m', ' n', '1', 'shift+n', 'shift+?', 'comma', '+'])
    expect([key, isCharacterKey(key)]).toEqual([key, true]);
  for (const key of ['mod+z', 'alt+up', 'mod+shift+z', 'left', 'escape', 'enter', 'space'])
    expect([key, isCharacterKey(key)]).toEqual([key, false]);
});

test('switched off, only the others are left', () => {
  expect(withoutCharacterKeys('s, enter, shift+s, mod+s')).toBe(' enter, mod+s');
  expect(withoutCharacterKeys('1,2,3')).toBe('');
});
