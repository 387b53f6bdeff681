import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';

const PAGE = 'docs/performance.md';
/** The page's parts in their order. Each is written when it is measured; the others stay as they are. */
const HEADINGS = [
  'Picture',
  'Size and preview',
  'Colour',
  'Cutting',
  'Registration',
  'Interface',
  'A large store',
  'Memory',
  'Hostile requests',
] as const;
export type Heading = (typeof HEADINGS)[number];

const INTRODUCTION = `# Performance

Written by \`npm run bench\`, a part of it by \`npm run bench -- cutting\` and the like, the last by \`npm run torture\`. Only ratios count:
times depend on the machine and its hour. The peer where one is named: OpenCV compiled to WebAssembly (\`@techstark/opencv-js\`), a
general computer-vision library.
`;

/** What stands under each heading now. */
function sections(): Map<string, string> {
  const text = existsSync(PAGE) ? readFileSync(PAGE, 'utf8') : '';
  return new Map(
    text
      .split(/^## /m)
      .slice(1)
      .map((section) => {
        const end = section.indexOf('\n');
        return [section.slice(0, end), section.slice(end).trim()] as const;
      }),
  );
}

/** Puts a part measured just now in the place of what stands there. */
export function writeSection(heading: Heading, text: string): void {
  console.log(`## ${heading}\n\n${text}`);
  const machine = `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores, ${cpus()[0].model}.`;
  const all = sections().set(heading, `${machine} ${text.trim()}`);
  const parts = HEADINGS.flatMap((h) => (all.has(h) ? [`## ${h}\n\n${all.get(h)}\n`] : []));
  writeFileSync(PAGE, [INTRODUCTION, ...parts].join('\n'));
}
