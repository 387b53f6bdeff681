import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { LANGUAGES } from '../src/words/language';
import { valuesOf, type Compiled, type Messages } from '../src/words/translator';
import { codesIn } from './codes';
import { compiledRoom } from './compiledRoom';
import { idsIn, saidAtLoad, sentencesIn } from './sentences';
import { catalogueOf, roomsOf } from './words';

const SOURCE = 'src/words',
  MADE = 'src/words/made';
const ofCatalogues = (file: string) => LANGUAGES.some((one) => file.startsWith(join(SOURCE, one)));

/** Where no sentence may stand: everything but the catalogues, styles and what tests are made with. */
const ROOMS = [
  ...['app', 'core', 'derived', 'devices', 'formats', 'model', 'server', 'session', 'store', 'workers'],
  ...['bench', 'desk', 'drawer', 'kit', 'shelf'].map((room) => join('ui', room)),
].map((room) => join('src', room));

/** Files whose texts are no sentences of the program, and what they are. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'src/core/inks/starterCabinet.ts': 'made-up inks to begin with, kept as data',
  'src/model/workshop/begin.ts': 'made-up things to begin with, kept as data',
  'src/derived/samplePrints.ts': 'titles and colours of made-up prints, kept as data',
  'src/core/units/length.ts': 'spellings of units that are read',
  'src/core/sheets/numbering.ts': 'pencil marks as custom writes them, in every language',
  'src/formats/archivePage.ts': 'the style sheet of a page that stands alone',
  'src/server/door/comeIn.ts': 'the style sheet of a page that stands alone',
  'src/core/units/ranged.ts': 'for whoever mends a formula',
};
/** First lines of formats and fields of protocols. */
const FOR_PROGRAMS =
  /^(event|id): |^\(prefers-|^italic \$\{size\}px|^no-store|^GIMP Palette$|^SQLite format|^GET, HEAD, |^img-src /;

const filesOf = (path: string): string[] =>
  statSync(path).isDirectory()
    ? readdirSync(path).flatMap((name) => filesOf(join(path, name)))
    : /\.tsx?$/.test(path) && !/\.test\.ts$/.test(path)
      ? [path]
      : [];
const told = (file: string, ids: ReadonlySet<string>) =>
  sentencesIn(file, readFileSync(file, 'utf8'), ids)
    .filter(({ text }) => !FOR_PROGRAMS.test(text))
    .map((s) => `${file}:${s.line} ${s.text}`);

const rooms = () => roomsOf('en');

const keysOf = (room: Messages, before = ''): string[] =>
  Object.entries(room).flatMap(([key, value]) =>
    typeof value === 'string' ? [before + key] : keysOf(value, `${before}${key}.`),
  );

const messageAt = (room: Messages, key: string) =>
  key.split('.').reduce<string | Messages>((at, part) => (at as Messages)[part], room);

/** Keys no program names, whole or by the beginning of a template. */
function unused(name: string, room: Messages, programs: readonly string[]): string[] {
  const mine = programs.filter(
    (source) =>
      source.includes(`words/${name}'`) ||
      source.includes(`./en/${name}'`) ||
      new RegExp(`\\b${name}Words\\b[^;]*= await`).test(source),
  );
  const whole = new Set(mine.flatMap((source) => [...source.matchAll(/['"]([\w .-]+)['"]/g)].map((m) => m[1])));
  const begun = mine.flatMap((source) => [...source.matchAll(/`([\w .-]*)\$\{/g)].map((m) => m[1])).filter(Boolean);
  const byName = mine.some((source) => source.includes(`keyof typeof ${name}`));
  return keysOf(room).filter((key) => !byName && !whole.has(key) && !begun.some((start) => key.startsWith(start)));
}

test('no sentence stands outside the catalogues', async () => {
  const keys = [...(await rooms()).values()].flatMap((room) => keysOf(room));
  const cases = filesOf('src').flatMap((file) => idsIn(file, readFileSync(file, 'utf8')));
  const ids = new Set([...cases, ...keys.flatMap((key) => [key, ...key.split('.')])]);
  const read = ROOMS.flatMap(filesOf).filter((file) => !(file in OTHERWISE));
  expect(read.flatMap((file) => told(file, ids))).toEqual([]);
  // what is excused still has texts to be excused for
  expect(Object.keys(OTHERWISE).filter((file) => told(file, ids).length === 0)).toEqual([]);
});

test('every catalogue is as it was read by `npm run words`, and none is left over', async () => {
  const first = await catalogueOf('en');
  for (const [name, room] of Object.entries(first)) {
    const file = join(MADE, 'en', `${name}.json`);
    expect([name, existsSync(file) && JSON.parse(readFileSync(file, 'utf8'))]).toEqual([name, room]);
  }
  for (const other of LANGUAGES.filter((one) => one !== 'en'))
    expect(JSON.parse(readFileSync(join(MADE, `${other}.json`), 'utf8'))).toEqual(await catalogueOf(other));
  const left = (path: string) => readdirSync(path).map((file) => basename(file, '.json'));
  expect(left(join(MADE, 'en')).sort()).toEqual(Object.keys(first).sort());
  expect(left(MADE).sort()).toEqual([...LANGUAGES].sort());
});

describe('languages', () => {
  /** Every key with the values its message wants. */
  const wanted = (catalogue: Readonly<Record<string, Compiled>>) =>
    Object.entries(catalogue).flatMap(([name, room]) =>
      messagesOf(room).map(([key, values]) => `${name}.${key} {${[...values].sort().join()}}`),
    );

  test.each(LANGUAGES.filter((one) => one !== 'en'))(
    '%s lacks no key, has none more, and no message lost a value',
    async (other) => {
      const [first, there] = [wanted(await catalogueOf('en')), wanted(await catalogueOf(other))];
      expect(first.filter((one) => !there.includes(one))).toEqual([]);
      expect(there.filter((one) => !first.includes(one))).toEqual([]);
    },
  );

  test('German is written with its own quotation marks, and says the same shares, tags and signs', async () => {
    const [english, german] = await Promise.all([roomsOf('en'), roomsOf('de')]);
    const odd = [...english].flatMap(([name, room]) =>
      keysOf(room).flatMap((key) => {
        const [first, other] = [messageAt(room, key) as string, messageAt(german.get(name)!, key) as string];
        const signs = (text: string) => (text.match(/[%°²³±→×†✛…]/gu) ?? []).sort().join('');
        return /[“”](?!.*)|"/.test(other) ||
          (other.match(/„/g) ?? []).length !== (other.match(/“/g) ?? []).length ||
          signs(first) !== signs(other)
          ? [`${name}.${key}: ${other}`]
          : [];
      }),
    );
    expect(odd).toEqual([]);
  });

  test('nothing is said while a program loads: it would be said in one language for good', () => {
    const said = filesOf('src').flatMap((file) => saidAtLoad(file, readFileSync(file, 'utf8')));
    expect(said).toEqual([]);
  });

  test('planted: what is said at once is found, what is said when it is asked for is not', () => {
    const planted =
      "const A = pageWords('a');\nconst B = LIST.map((one) => [one, pageWords(one)]);\nconst C = perLanguage(() => pageWords('c'));\nfunction d() { return pageWords('d'); }";
    expect(saidAtLoad('planted.ts', planted)).toEqual(['planted.ts:1', 'planted.ts:2']);
  });
});

test('no key holds a dot: dots part the levels', async () => {
  const segments = (room: Messages): string[] =>
    Object.entries(room).flatMap(([key, value]) => (typeof value === 'string' ? [key] : [key, ...segments(value)]));
  expect([...(await rooms()).values()].flatMap(segments).filter((key) => key.includes('.'))).toEqual([]);
});

/** Rooms whose messages are told by codes, wherever those are made. */
const BY_CODE = [
  ...['failures', 'notes', 'findings', 'layout', 'films', 'differences'],
  ...['hindrances', 'refusals', 'jigs', 'store'],
];

const messagesOf = (room: Compiled, before = ''): [string, readonly string[]][] =>
  Object.entries(room).flatMap(([key, value]) =>
    typeof value === 'string' || Array.isArray(value)
      ? [[before + key, valuesOf(value as never)] as [string, readonly string[]]]
      : messagesOf(value as Compiled, `${before}${key}.`),
  );

describe('what is told by its code', () => {
  const told = filesOf('src').flatMap((file) =>
    codesIn(file, readFileSync(file, 'utf8')).map((one) => ({ file, ...one })),
  );
  const kept = async () =>
    [...(await rooms())]
      .filter(([name]) => BY_CODE.includes(name))
      .flatMap(([, room]) => messagesOf(compiledRoom(room) as Compiled));

  test('has a sentence, and gives all values it wants', async () => {
    const sentences = new Map(await kept());
    const lost = told.flatMap(({ file, line, codes, values }) =>
      codes.flatMap((code) => {
        const wanted = sentences.get(code);
        if (!wanted) return [`${file}:${line} no sentence for ${code}`];
        const missing = values ? wanted.filter((name) => !values.includes(name)) : [];
        return missing.map((name) => `${file}:${line} ${code} wants ${name}`);
      }),
    );
    expect(lost).toEqual([]);
  });

  test('is one sentence a code, and each sentence has its code', async () => {
    const codes = (await kept()).map(([code]) => code);
    expect(codes.filter((code, at) => codes.indexOf(code) !== at)).toEqual([]);
    const given = new Set(told.flatMap((one) => one.codes)),
      begun = told.flatMap((one) => one.begun).filter(Boolean);
    const literals = filesOf('src').flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/'([\w.-]+)'/g)].map((m) => m[1]),
    );
    const named = new Set(literals);
    const unsaid = codes.filter(
      (code) => !given.has(code) && !named.has(code) && !begun.some((start) => code.startsWith(start)),
    );
    // put together from the family of what was found
    expect(unsaid).toEqual(['length-unreadable.given', 'length-ambiguous.given']);
  });

  test('has no sentence under two codes', async () => {
    const said = [...(await rooms())]
      .filter(([name]) => BY_CODE.includes(name))
      .flatMap(([, room]) => keysOf(room).map((code) => [code, messageAt(room, code)] as const))
      // a beginning that goes with the family of what was found
      .filter(([code]) => !code.endsWith('.given'));
    const firsts = new Map([...said].reverse().map(([code, message]) => [message, code]));
    expect(said.filter(([code, message]) => firsts.get(message) !== code)).toEqual([]);
  });

  test('by what runs on the page has its sentence there, not at the server', async () => {
    const atServer = new Set(
      [...(await rooms())]
        .filter(([name]) => name === 'refusals' || name === 'store')
        .flatMap(([, room]) => messagesOf(compiledRoom(room) as Compiled).map(([code]) => code)),
    );
    const onPage = /^src\/(core|derived|session|ui|workers)\/|^src\/model\/design\/labelFile/;
    const lost = told.filter(({ file }) => onPage.test(file)).flatMap(({ codes }) => codes);
    expect(lost.filter((code) => atServer.has(code))).toEqual([]);
  });

  test('planted: a code without a sentence, a value that is missing, one that comes from elsewhere', () => {
    const source = "phrase('a.b', { x }); failure(on ? 'c' : 'd', { ...y }); phrase(`e.${f}`); failure('g');";
    expect(codesIn('planted.ts', source)).toEqual([
      { line: 1, codes: ['a.b'], begun: [], values: ['x'] },
      { line: 1, codes: ['c', 'd'], begun: [], values: undefined },
      { line: 1, codes: [], begun: ['e.'], values: [] },
      { line: 1, codes: ['g'], begun: [], values: [] },
    ]);
  });
});

test('every message is said somewhere', async () => {
  const inTerminal = readdirSync('scripts').filter((name) => name.endsWith('.mjs'));
  const programs = [
    ...filesOf('src').filter((file) => !ofCatalogues(file)),
    ...inTerminal.map((name) => join('scripts', name)),
  ].map((file) => readFileSync(file, 'utf8'));
  const left = [...(await rooms())]
    .filter(([name]) => !BY_CODE.includes(name))
    .flatMap(([name, room]) => unused(name, room, programs).map((key) => `${name}: ${key}`));
  expect(left).toEqual([]);
});

describe('planted faults are found', () => {
  const found = (source: string, file = 'planted.tsx') => sentencesIn(file, source).map(({ text }) => text);

  test.each([
    ['text between tags', '<p>Nothing yet</p>', ['Nothing yet']],
    ['one word between tags', '<b>and</b>', ['and']],
    ['a label of one word', '<Field label="Edition" />', ['Edition']],
    ['a title put together', '<b title={`sheet ${n} is gone`} />', ['sheet ${n} is gone']],
    ['a word beside a value', 'const a = `run ${n}`', ['run ${n}']],
    ['one word with its article', "const a = ['a trace']", ['a trace']],
    ['a message', "tell('The block is cut.')", ['The block is cut.']],
    ['a choice of two', "const a = b ? 'not printed' : x", ['not printed']],
    ['a word in a table', "const NAMES = { a: 'Paper' }", ['Paper']],
    ['one word of a choice', '<b>{a ? "closed" : "open"}</b>', ['closed', 'open']],
    ['one word where there is none', '<b title={a ?? "nothing"} />', ['nothing']],
    ['one word of a record', "({ label: 'width', id: 'width' })", ['width']],
    ['a failure', "failure('code', `Run ${n} comes first.`)", ['Run ${n} comes first.']],
  ])('%s', (_, source, sentences) => expect(found(`export const planted = ${source};`)).toEqual(sentences));

  test.each([
    ['ids and units', "const a = kind === 'rubbing tool' ? 'mm' : 'cut-done'"],
    ['errors for menders', "throw new RangeError('a patch for another plan')"],
    ['cases of a union', "type A = 'not numbered' | 'too heavy'"],
    ['imports', "import { a } from '@/words/shelf'"],
    ['keys of messages', "const a = shelfWords('print.facts', { size: b })"],
    ['what is compared', "const a = key.startsWith('Arrow')"],
    ['spaces', '<b>&ensp;{name}</b>'],
    ['selectors', `const a = 'input, textarea, [role="menu"]'`],
    ['fields with spaces', "const a = { 'rubbing tool': draw }"],
    ['styles', '<b style={{ gridTemplateColumns: `3rem repeat(${n}, minmax(0, 1fr))` }} />'],
    ['what radio buttons are called together', '<input name="seen-round" />'],
    ['classes', '<b className={css.row} data-testid="run-cell" />'],
  ])('%s are none', (_, source) => expect(found(source)).toEqual([]));

  test('what a type calls its cases is an id', () =>
    expect(idsIn('planted.ts', "type A = 'too early' | B; const C = ['with tracing', 'bare'] as const;")).toEqual([
      'too early',
      'with tracing',
      'bare',
    ]));

  test('a key nobody says, and one said by its beginning', () => {
    const room: Messages = { a: { one: 'x', two: 'y' }, b: 'z', lost: 'w' };
    const programs = ["import w from '@/words/room';\nsay(`a.${n}`); say('b');"];
    expect(unused('room', room, programs)).toEqual(['lost']);
  });
});
