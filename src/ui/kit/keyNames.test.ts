import { shownKeys } from './keyNames';

test.each([
  ['n, shift+n', 'N, Shift N'],
  ['alt+left, alt+right', 'Alt ←, Alt →'],
  ['mod+z', 'Ctrl Z'],
  ['shift+?', '?'],
  ['1,2,3,4,5,6,7,8,9,0,a', '1 … 9, 0, A'],
  ['escape', 'Esc'],
])('%s is shown as %s', (hotkeys, shown) => expect(shownKeys(hotkeys)).toBe(shown));
