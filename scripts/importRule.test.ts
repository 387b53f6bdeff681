import { ESLint } from 'eslint';

/** Plants one import in a file of the given place and returns the messages of the import rule. */
async function planted(place: string, from: string): Promise<string[]> {
  const eslint = new ESLint({ cwd: process.cwd() });
  const [result] = await eslint.lintText(`import * as planted from '${from}';\nexport const use = planted;\n`, {
    filePath: place,
  });
  return result.messages.filter((m) => m.ruleId?.startsWith('boundaries/')).map((m) => m.message);
}

jest.setTimeout(120_000);

test.each([
  ['src/core/colour/lab.ts', '@/core/inks'],
  ['src/core/colour/lab.ts', '@/records'],
  ['src/core/picture/flatten.ts', '@/core/layers'],
  ['src/core/sheets/survival.ts', 'react'],
  ['src/core/sheets/survival.ts', 'node:fs'],
  ['src/records/plan.ts', '@/store'],
  ['src/formats/svg.ts', '@/store'],
  ['src/formats/svg.ts', 'better-sqlite3'],
  ['src/store/open.ts', '@/server'],
  ['src/ui/desk/RunsView.tsx', '@/server'],
  ['src/ui/desk/RunsView.tsx', '@/store'],
  ['src/ui/desk/RunsView.tsx', 'better-sqlite3'],
  ['src/server/prints.ts', '@/ui/kit/views'],
  ['src/app/page.tsx', '@/store'],
  ['src/app/page.tsx', '@/workers'],
  ['src/workers/client.ts', '@/ui/kit/views'],
])('%s may not import %s', async (place, from) => expect((await planted(place, from)).length).toBeGreaterThan(0));

test.each([
  ['src/core/inks/film.ts', '@/core/colour'],
  ['src/records/plan.ts', '@/core/inks'],
  ['src/server/prints.ts', '@/store'],
  ['src/ui/desk/RunsView.tsx', '@/workers'],
  ['src/ui/desk/RunsView.tsx', '@mui/material/Button'],
  ['src/app/page.tsx', '@/server'],
])('%s may import %s', async (place, from) => expect(await planted(place, from)).toEqual([]));

test('the core may ask neither the clock nor chance', async () => {
  const eslint = new ESLint({ cwd: process.cwd() });
  const [result] = await eslint.lintText(
    'export const a = Math.random();\nexport const b = Date.now();\nexport const c = new Date();\n',
    { filePath: 'src/core/sheets/survival.ts' },
  );
  expect(result.messages.filter((m) => m.ruleId?.startsWith('no-restricted')).length).toBe(3);
});
