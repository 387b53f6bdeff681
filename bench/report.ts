import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';

const PAGE = 'docs/performance.md';
/** The page's parts in their order. Each is written when it is measured; the others stay as they are. */
const HEADINGS = [
  'Picture',
  'Size and preview',
  'Colour',
  'Composing and proofs',
  'Fades and key drawings',
  'Sawn apart, laid again, set in type',
  'Cutting',
  'Cuttable by construction',
  'Registration',
  'Interface',
  'One print on two devices',
  'A sitting at the bench',
  'Days and paper',
  'Losses by way',
  'A large store',
  'Memory',
  'Hostile requests',
] as const;
type Heading = (typeof HEADINGS)[number];

const INTRODUCTION = `# Performance

Written by \`npm run bench\`, a part of it by \`npm run bench -- cutting\` and the like, the last by \`npm run torture\`. Only ratios count:
times depend on the machine and its hour. The peer where one is named: OpenCV compiled to WebAssembly (\`@techstark/opencv-js\`), a
general computer-vision library.
`;

/** The page with one part put in the place of what stands there; the others, and their order, stay. */
export function withSection(page: string, heading: Heading, text: string): string {
  const sections = new Map(
    page
      .split(/^## /m)
      .slice(1)
      .map((section) => {
        const end = section.indexOf('\n');
        return [section.slice(0, end), section.slice(end).trim()] as const;
      }),
  ).set(heading, text.trim());
  const parts = HEADINGS.flatMap((h) => (sections.has(h) ? [`## ${h}\n\n${sections.get(h)}\n`] : []));
  return [INTRODUCTION, ...parts].join('\n');
}

/** Writes a part measured just now, with the day and the machine. */
export function writeSection(heading: Heading, text: string): void {
  console.log(`## ${heading}\n\n${text}`);
  const machine = `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores, ${cpus()[0].model}.`;
  const page = existsSync(PAGE) ? readFileSync(PAGE, 'utf8') : '';
  writeFileSync(PAGE, withSection(page, heading, `${machine} ${text}`));
}
