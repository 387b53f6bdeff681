import { HOUSE_COLOURS } from '@/core/colour';

/** The look in one place: what the component library, drawings and canvases take; `tokens.css` is written from it. */
export const TOKENS = HOUSE_COLOURS;

export const FONT_TEXT = "'Atkinson Hyperlegible', system-ui, sans-serif";
export const FONT_HEAD = "'Zilla Slab', Georgia, serif";

const kebab = (name: string) => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** The text of `tokens.css`: every token as a custom property, and the two patterns that say cut and waiting without colour. */
export function tokensCss(): string {
  const lines = [
    ...Object.entries(TOKENS).map(([name, hex]) => `--${kebab(name)}: ${hex.toLowerCase()};`),
    `--head: ${FONT_HEAD};`,
    `--text: ${FONT_TEXT};`,
    '--gouge: repeating-linear-gradient(-38deg, transparent 0 3px, var(--madder) 3px 4.2px);',
    '--dots: radial-gradient(circle, var(--ochre) 1px, transparent 1.2px) 0 0 / 5px 5px;',
  ];
  return `/* Written by \`npm run tokens\` from tokens.ts: change it there. */\n:root {\n${lines.map((l) => `  ${l}\n`).join('')}}\n`;
}
