/** Styles live in modules beside their view: every name used is defined, every name defined is used, nothing reaches another view. */
import { readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import postcss from 'postcss';

const SRC = resolve(__dirname, '../src');
const KIT = 'ui/kit/styles.ts';
const filesIn = (folder: string): string[] =>
  readdirSync(join(SRC, folder), { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesIn(join(folder, entry.name)) : [join(folder, entry.name)],
  );

/** Names of classes a style sheet defines, with `:global(…)` left out. */
export function classesOf(css: string): Set<string> {
  const names = new Set<string>();
  postcss.parse(css).walkRules((rule) => {
    const selector = rule.selector.replace(/:global\([^)]*\)/g, '');
    for (const [, name] of selector.matchAll(/\.([A-Za-z_][\w-]*)/g)) names.add(name);
  });
  return names;
}

/** Which names of which modules a source file reads: by module, its path in src. `kit` stands for all modules of the kit. */
export function usesOf(source: string, folder: string): Map<string, Set<string>> {
  const uses = new Map<string, Set<string>>();
  for (const [, alias, from] of source.matchAll(
    /import (?:\{ )?(\w+)(?: \})? from '([^']*(?:\.module\.css|kit\/styles|\.\/styles))'/g,
  )) {
    const path = from.startsWith('@/') ? from.slice(2) : relative(SRC, resolve(SRC, folder, from));
    const names = uses.get(path) ?? new Set<string>();
    for (const [, name] of source.matchAll(new RegExp(`\\b${alias}\\.(\\w+)`, 'g'))) names.add(name);
    uses.set(path, names);
  }
  return uses;
}

const sheets = filesIn('ui').filter((file) => file.endsWith('.module.css'));
const sources = [...filesIn('ui'), ...filesIn('app')].filter(
  (file) => /\.tsx?$/.test(file) && !file.endsWith('.test.ts'),
);
const kitSheets = [...readFileSync(join(SRC, KIT), 'utf8').matchAll(/from '\.\/(.*?\.module\.css)'/g)].map((m) =>
  join('ui/kit', m[1]),
);
const defined = new Map(sheets.map((file) => [file, classesOf(readFileSync(join(SRC, file), 'utf8'))]));
const used = sources
  .filter((file) => file !== KIT)
  .map((file) => ({ file, uses: usesOf(readFileSync(join(SRC, file), 'utf8'), dirname(file)) }));
const ofKit = new Map(kitSheets.flatMap((sheet) => [...defined.get(sheet)!].map((name) => [name, sheet] as const)));

test('every class a view names is defined in the module it names', () => {
  const missing = used.flatMap(({ file, uses }) =>
    [...uses].flatMap(([module, names]) =>
      [...names]
        .filter((name) => (module === 'ui/kit/styles' ? !ofKit.has(name) : !defined.get(module)?.has(name)))
        .map((name) => `${file}: ${name} is not in ${module}`),
    ),
  );
  expect(missing).toEqual([]);
});

test('every class defined is used', () => {
  const names = new Map<string, Set<string>>();
  for (const { uses } of used)
    for (const [module, read] of uses) names.set(module, new Set([...(names.get(module) ?? []), ...read]));
  const idle = [...defined].flatMap(([module, classes]) => {
    const read = names.get(kitSheets.includes(module) ? 'ui/kit/styles' : module) ?? new Set();
    return [...classes].filter((name) => !read.has(name)).map((name) => `${module}: ${name} is used nowhere`);
  });
  expect(idle).toEqual([]);
});

test('a name of the kit stands in one of its modules only', () => {
  const seen = new Map<string, string>();
  const twice: string[] = [];
  for (const sheet of kitSheets)
    for (const name of defined.get(sheet)!)
      if (seen.has(name)) twice.push(`${name} in ${seen.get(name)} and ${sheet}`);
      else seen.set(name, sheet);
  expect(twice).toEqual([]);
});

test('a module is read by its own view, or by views of its own folder', () => {
  const far = used.flatMap(({ file, uses }) =>
    [...uses.keys()]
      .filter((module) => module !== 'ui/kit/styles' && dirname(module) !== dirname(file))
      .filter((module) => !dirname(file).startsWith(dirname(module)))
      .map((module) => `${file} reads ${basename(module)} of another folder`),
  );
  expect(far).toEqual([]);
});
