import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TOKENS, tokensCss } from './tokens';

test('tokens.css is what tokens.ts says', () => {
  expect(readFileSync(join(__dirname, 'tokens.css'), 'utf8')).toBe(tokensCss());
});

test('names become custom properties, colours stay as they are', () => {
  expect(tokensCss()).toContain(`--ochre-text: ${TOKENS.ochreText.toLowerCase()};`);
  expect(tokensCss().match(/#[0-9a-f]{6};/g)).toHaveLength(Object.keys(TOKENS).length);
});

const channel = (hex: string, at: number) => Number.parseInt(hex.slice(at, at + 2), 16) / 255;
/** Relative luminance and contrast as in WCAG 2.2. */
const luminance = (hex: string) =>
  [1, 3, 5]
    .map((at) => channel(hex, at))
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    .reduce((sum, c, i) => sum + c * [0.2126, 0.7152, 0.0722][i], 0);
const contrast = (a: string, b: string) => {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
};

test.each(['ink', 'pencil', 'press', 'madder', 'ochreText', 'slate'] as const)(
  '%s reads on paper and on the sheet at 4.5:1 or more',
  (name) => {
    expect(contrast(TOKENS[name], TOKENS.paper)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(TOKENS[name], TOKENS.sheet)).toBeGreaterThanOrEqual(4.5);
  },
);
