import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';

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
  'A class of thirty',
  'A sitting at the bench',
  'Days and paper',
  'Losses by way',
  'A large store',
  'Memory',
] as const;
type Heading = (typeof HEADINGS)[number];

const INTRODUCTION = `# Performance

Written by \`npm run bench\`, a part of it by \`npm run bench -- cutting\` and the like. Only ratios count:
times depend on the machine and its hour. The peer where one is named: OpenCV compiled to WebAssembly (\`@techstark/opencv-js\`), a
general computer-vision library.
`;

interface Page {
  readonly file: string;
  readonly headings: readonly string[];
  readonly introduction: string;
}
const PERFORMANCE: Page = { file: 'docs/performance.md', headings: HEADINGS, introduction: INTRODUCTION };

const TROUBLES = ['Killed at random moments', 'Trouble of the machine', 'Hostile requests'] as const;
const RELIABILITY: Page = {
  file: 'docs/reliability.md',
  headings: TROUBLES,
  introduction: `# Reliability

Written by \`npm run torture\`, a part of it by \`npm run torture -- kills\`, \`troubles\` or \`hostile\`. The moments come from seeds: what was seen can be seen again.
An act is acknowledged when the server has answered it; what had no answer is sent again under its id, as the pages do.
`,
};

/** The page with one part put in the place of what stands there; the others, and their order, stay. */
export function withSection(page: string, heading: string, text: string, of: Page = PERFORMANCE): string {
  const sections = new Map(
    page
      .split(/^## /m)
      .slice(1)
      .map((section) => {
        const end = section.indexOf('\n');
        return [section.slice(0, end), section.slice(end).trim()] as const;
      }),
  ).set(heading, text.trim());
  const parts = of.headings.flatMap((h) => (sections.has(h) ? [`## ${h}\n\n${sections.get(h)}\n`] : []));
  return [of.introduction, ...parts].join('\n');
}

/** Writes a part measured just now, with the day and the machine. */
export function writeSection(heading: Heading, text: string): void {
  write(PERFORMANCE, heading, (machine) => `${machine} ${text}`);
}

/** What was seen under torture, with the day and the machine. */
export function writeReliability(heading: (typeof TROUBLES)[number], text: string): void {
  write(RELIABILITY, heading, (machine) => `${machine}\n\n${text}`);
}

function write(of: Page, heading: string, text: (machine: string) => string): void {
  const machine = `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores, ${cpus()[0].model}.`;
  const said = text(machine);
  console.log(`## ${heading}\n\n${said}`);
  const page = existsSync(of.file) ? readFileSync(of.file, 'utf8') : '';
  writeFileSync(of.file, withSection(page, heading, said, of));
}
