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
  ['src/core/colour/lab.ts', '@/model'],
  ['src/core/picture/flatten.ts', '@/core/layers'],
  ['src/core/sheets/survival.ts', 'react'],
  ['src/core/sheets/survival.ts', 'node:fs'],
  ['src/model/plan/plan.ts', '@/derived'],
  ['src/model/plan/plan.ts', '@/store'],
  ['src/derived/looks.ts', '@/store'],
  ['src/derived/looks.ts', 'yup'],
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
  ['src/session/printSession.ts', 'react'],
  ['src/session/printSession.ts', '@/store'],
  ['src/session/printSession.ts', '@/ui/kit/views'],
  ['src/derived/looks.ts', '@/session'],
  ['src/server/prints.ts', '@/session'],
  ['src/ui/theme/theme.ts', '@/ui/kit/views'],
  ['src/ui/kit/Frame.tsx', '@/ui/desk/RunsView'],
  ['src/ui/bench/CutView.tsx', '@/ui/desk/RunsView'],
  ['src/ui/desk/RunsView.tsx', '@/ui/shelf/Shelf'],
])('%s may not import %s', async (place, from) => expect((await planted(place, from)).length).toBeGreaterThan(0));

test.each([
  ['src/core/inks/film.ts', '@/core/colour'],
  ['src/model/plan/plan.ts', '@/core/inks'],
  ['src/model/plan/plan.ts', 'yup'],
  ['src/derived/looks.ts', '@/model'],
  ['src/server/prints.ts', '@/store'],
  ['src/ui/desk/RunsView.tsx', '@/workers'],
  ['src/session/itemsInBrowser.ts', 'idb'],
  ['src/session/printSession.ts', '@/derived'],
  ['src/ui/kit/printContext.tsx', '@/session'],
  ['src/ui/desk/RunsView.tsx', '@/ui/kit/views'],
  ['src/ui/kit/Frame.tsx', '@/ui/theme/tokens'],
  ['src/app/page.tsx', '@/ui/shelf/Shelf'],
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

test('two files may not import each other, by whatever way round', async () => {
  const eslint = new ESLint({ cwd: process.cwd() });
  const circle = async (from: string) => {
    const [result] = await eslint.lintText(`import { planted } from '${from}';\nexport const use = planted;\n`, {
      filePath: 'src/server/livingPrint.ts',
    });
    return result.messages.filter((m) => m.ruleId === 'import-x/no-cycle').length;
  };
  expect(await circle('./prints')).toBe(1);
  expect(await circle('@/server')).toBe(1);
  expect(await circle('@/store')).toBe(0);
});
