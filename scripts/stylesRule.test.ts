import { ESLint } from 'eslint';

/** Messages of the lint for a text standing at a place. */
async function messages(place: string, text: string): Promise<string[]> {
  const [result] = await new ESLint({ cwd: process.cwd() }).lintText(text, { filePath: place });
  return result.messages.map((m) => m.ruleId ?? m.message).filter((rule) => !rule.endsWith('no-unused-vars'));
}

jest.setTimeout(120_000);

const VIEW = 'src/ui/desk/RunsView.tsx',
  MODULE = 'src/ui/desk/RunsView.module.css';
const view = (attributes: string) =>
  `declare const css: Record<string, string>, clsx: (...all: unknown[]) => string, w: number, on: boolean;\nexport const a = () => <p ${attributes} />;\n`;

test.each([
  ['a global class', 'className="note"'],
  ['a global class in braces', "className={'note'}"],
  ['a global class among others', "className={clsx(css.a, 'note')}"],
  ['classes joined by hand', 'className={`${css.a} ${css.b}`}'],
  ['an inline number', 'style={{ marginTop: 6 }}'],
  ['an inline word', "style={{ width: w, color: 'red' }}"],
  ['an inline word on a condition', "style={{ display: on ? 'block' : undefined }}"],
  ['the component library’s inline style', 'sx={{ mt: 1 }}'],
  ['a colour literal', 'color="#A63A2B"'],
])('in a view the lint refuses %s', async (_, attributes) =>
  expect(await messages(VIEW, view(attributes))).toContain('no-restricted-syntax'),
);

test('a colour literal is refused in what is drawn for paper too', async () => {
  expect(await messages('src/server/drawings.ts', "export const a = '#1F2421';\n")).toContain('no-restricted-syntax');
  expect(await messages('src/formats/pdf.ts', 'export const a = `x #1F2421`;\n')).toContain('no-restricted-syntax');
});

test.each([
  ['a computed width', 'style={{ width: w * 2, left: `${w}%` }}'],
  ['classes of the module', "className={clsx(css.a, on && css.b, w > 2 && css.c, name === 'x' && css.d)}"],
])('in a view the lint lets %s stand', async (_, attributes) =>
  expect(await messages(VIEW, view(attributes).replace('on: boolean', 'on: boolean, name: string'))).toEqual([]),
);

test.each([
  ['a colour literal', '.a { color: #a63a2b; }', 'no-restricted-syntax'],
  ['a colour by function', '.a { color: rgb(1 2 3); }', 'no-restricted-syntax'],
  ['text in px', '.a { font-size: 13px; }', 'no-restricted-syntax'],
  ['a shorthand in px', '.a { font: 400 13px var(--text); }', 'no-restricted-syntax'],
  ['a global class', ':global(.note) { margin: 0; }', 'local/no-global-class'],
  ['an element without a class', 'p { margin: 0; }', 'local/no-global-class'],
  ['an element beside a class', '.a, p { margin: 0; }', 'local/no-global-class'],
])('in a module the lint refuses %s', async (_, text, rule) => expect(await messages(MODULE, text)).toContain(rule));

test('in a module the lint lets tokens, rem and a package’s class inside its own stand', async () => {
  const text =
    '@layer view {\n  .a p { color: var(--ink); font-size: 0.8rem; }\n  .a :global(.ReactCrop) { margin: 0; }\n}\n';
  expect(await messages(MODULE, text)).toEqual([]);
});

test('a function longer than sixty lines, or with more than twenty ways through it, is told', async () => {
  const long = `export function f(n: number) {\n${'  n += 1;\n'.repeat(61)}  return n;\n}\n`;
  const branchy = `export function f(n: number) {\n${'  if (n > 1) n -= 2;\n'.repeat(20)}  return n;\n}\n`;
  expect(await messages('src/core/sheets/survival.ts', long)).toEqual(['max-lines-per-function']);
  expect(await messages('src/core/sheets/survival.ts', branchy)).toEqual(['complexity']);
});
