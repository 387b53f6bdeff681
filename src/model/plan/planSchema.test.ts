import { toldByServer } from '@/words/refusals';
import { REGISTRATION_WAYS, registrationWay } from '@/core/registration';
import { readFileSync } from 'node:fs';
import { sheetLayoutOf } from '@/derived';
import { checkPlan, type Plan } from './plan';
import { emptyPlan } from './begin';
import { onOwnBlocks, planOfBands } from '@/testing/plans';

const plan = emptyPlan();
const withLayout = (part: object) => checkPlan({ ...plan, layout: { ...plan.layout, ...part } });
const withRegister = (part: object) => checkPlan({ ...plan, register: { ...plan.register, ...part } });
const said = (got: ReturnType<typeof checkPlan>) => (got.ok ? 'taken' : toldByServer(got));

describe('a layout from outside', () => {
  test('as it begins it is taken', () => expect(said(withLayout({}))).toBe('taken'));

  test.each([
    ['a margin below nothing', { marginMm: -1 }, /−1 mm is too little for the margin/],
    ['a margin beyond all sheets', { marginMm: 999 }, /999 mm is too much for the margin/],
    ['half a set of margins', { marginsMm: { top: 1, right: 1, bottom: 1 } }, /left/],
    ['paper as small as a stamp', { paperMm: { widthMm: 5, heightMm: 300 } }, /5 mm is too little for the paper/],
    ['an unknown way to solve it', { solve: 'guess' }, /solve/],
    ['an unknown rule', { rule: 'golden' }, /rule/],
    [
      'half an image',
      { copies: { columns: 1.5, rows: 1, gapMm: 0 } },
      /1\.5 is not a whole number for the images side by side/,
    ],
    [
      'too many images',
      { copies: { columns: 1, rows: 40, gapMm: 0 } },
      /40 is too much for the images below one another/,
    ],
    ['an edge that no sheet has', { tornEdges: ['middle'] }, /tornEdges/],
    [
      'an allowance wider than paper',
      { allowanceMm: { top: 500, right: 0, bottom: 0, left: 0 } },
      /500 mm is too much for what is trimmed off/,
    ],
    ['printer paper of another continent’s moon', { exportPaper: 'B99' }, /exportPaper/],
  ])('%s is refused in words', (_, part, words) => {
    expect(said(withLayout(part))).toMatch(words);
  });

  test('no allowance means: as the way of registration asks', () => {
    const picture = { widthMm: 100, heightMm: 80 } as Plan['picture'];
    for (const id of REGISTRATION_WAYS) {
      const layout = sheetLayoutOf({ ...plan, picture, way: { ...plan.way, registration: id } })!;
      const { top, bottom } = registrationWay(id).allowanceMm;
      expect(layout.sheetMm.heightMm - layout.paperMm.heightMm).toBeCloseTo(top + bottom, 9);
    }
  });

  test('without a picture there is no sheet', () => {
    expect(sheetLayoutOf(plan)).toBeUndefined();
  });
});

describe('what is known of movement, from outside', () => {
  test.each([
    ['a hand nobody has', { hand: 'third' }, /hand/],
    ['more than full damp', { paperDampChange: 2 }, /2 is too much for the change of the paper’s damp/],
    ['wood that drips', { woodMoistureChange: 60 }, /60 % is too much for the change of the wood’s moisture/],
    ['a sliver finer than the eye', { sliverMm: 0.001 }, /0\.001 mm is too little for the sliver/],
    ['more sheets than all', { wishShare: 1.5 }, /1\.5 is too much for the share of sheets/],
    ['a shim that is none', { stock: [null] }, /stock\[0\]/],
    ['no shims at all', { stock: [] }, /At least one thickness/],
    [
      'two shims of one name',
      {
        stock: [
          { name: 'a', thicknessMm: 0.1 },
          { name: 'a', thicknessMm: 0.2 },
        ],
      },
      /a name of its own/,
    ],
    ['a shim without a name', { stock: [{ name: '', thicknessMm: 0.1 }] }, /needs a name/],
    [
      'a block as high as a house',
      { heights: { ...plan.register.heights, blockMm: 900 } },
      /900 mm is too much for the height/,
    ],
  ])('%s is refused in words', (_, part, words) => {
    expect(said(withRegister(part))).toMatch(words);
  });

  test('an unknown way of registration, and a block of no size', () => {
    expect(said(checkPlan({ ...plan, way: { ...plan.way, registration: 'by luck' } }))).toMatch(/registration/);
    const blocks = plan.blocks.map((block) => ({ ...block, sizeMm: { widthMm: 0, heightMm: 50 } }));
    expect(said(checkPlan({ ...plan, blocks }))).toMatch(/0 mm is too little for the printed size/);
  });
});

test('the start values written down are those in use', () => {
  const method = readFileSync('docs/method.md', 'utf8').toLowerCase();
  const rows = method
    .slice(method.indexOf('### one laying'))
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .slice(2, 7);
  const told = new Map<string, readonly [number, number]>();
  for (const row of rows) {
    const cells = row
      .split('|')
      .map((cell) => cell.trim())
      .filter(Boolean);
    for (const at of [0, 3]) told.set(cells[at], [Number.parseFloat(cells[at + 1]), Number.parseFloat(cells[at + 2])]);
  }
  for (const id of REGISTRATION_WAYS) {
    const { shiftMm, turnDeg } = registrationWay(id).spread;
    const row = [...told].find(
      ([name]) =>
        name.startsWith(id) ||
        (id === 'card window' && name.includes('card')) ||
        (id === 'block onto paper' && name.startsWith('block')),
    );
    expect([id, row?.[1]]).toEqual([id, [shiftMm, turnDeg]]);
  }
});

describe('how a picture was made cuttable, from outside', () => {
  const flat = {
    labelsSha: 'a'.repeat(64),
    colours: [{ id: 'c1', name: 'straw', wantedLabD50: [80, 0, 20], areaShare: 1, islandCount: 1 }],
    ...{ barePaperId: null, handChanges: 0 },
  };
  const picture = JSON.parse(readFileSync('src/model/plan/fixtures/plan-version-9.json', 'utf8')).picture as object;
  const cuttable = { thinLines: 3, anyOrder: false, hours: null, linesBack: [], keptMm: [], zones: [] };
  const tones = { groupBy: 'light', edges: [0.2], picked: [[50, 1, 2]], side: null };
  const withSettings = (part: object) =>
    said(
      checkPlan({
        ...plan,
        picture,
        flat: { ...flat, settings: { colourCount: 5, radiusMm: 0.3, minIslandMm2: 1, ...part } },
      }),
    );

  test('left out, or whole, it is taken', () => {
    expect(withSettings({})).toBe('taken');
    expect(withSettings({ cuttable, tones })).toBe('taken');
  });

  test.each([
    [
      'lines that count a hundredfold',
      { cuttable: { ...cuttable, thinLines: 100 } },
      /100 is too much for the weight of thin lines/,
    ],
    ['no hours at all', { cuttable: { ...cuttable, hours: 0 } }, /0 is too little for the hours of cutting/],
    ['a zone without hours', { cuttable: { ...cuttable, zones: [{ outlineMm: [0, 0, 1, 0, 1, 1] }] } }, /hours/],
    ['a field nobody knows', { cuttable: { ...cuttable, magic: true } }, /magic/],
    [
      'an edge beyond its neighbours',
      { tones: { ...tones, edges: [2] } },
      /2 is too much for the edge between two tones/,
    ],
    [
      'a light from nowhere',
      { tones: { ...tones, side: { fromDeg: 400, strength: 1 } } },
      /400 is too much for the side/,
    ],
    ['a grouping by taste', { tones: { ...tones, groupBy: 'taste' } }, /groupBy/],
  ])('%s is refused in words', (_, part, words) => {
    expect(withSettings(part)).toMatch(words);
  });
});

describe('fades, the day and the key drawing, from outside', () => {
  const whole = onOwnBlocks(planOfBands());
  const fade = {
    ...{ fromMm: { xMm: 0, yMm: 0 }, toMm: { xMm: 0, yMm: 60 }, curve: 'even', by: 'two ribbons' },
    ...{ toInkId: whole.inks[1].id, wanted: null },
  };
  const faded = (part: object | null) =>
    said(
      checkPlan({
        ...whole,
        runs: whole.runs.map((run, r) =>
          r
            ? run
            : {
                ...run,
                formes: run.formes.map((forme) => ({
                  ...forme,
                  inkings: forme.inkings.map((inking) => ({ ...inking, fade: part && { ...fade, ...part } })),
                })),
              },
        ),
      }),
    );

  test('without one, with one to another ink, to nothing, and with what its ends are to be', () => {
    expect(faded(null)).toBe('taken');
    expect(faded({})).toBe('taken');
    expect(faded({ toInkId: null, by: 'brush' })).toBe('taken');
    expect(faded({ wanted: { fromLabD50: [80, 0, 20], toLabD50: [40, 10, 5] } })).toBe('taken');
  });

  test.each([
    ['no longer than a hair', { toMm: { xMm: 0, yMm: 0.5 } }, /A fade needs a length/],
    ['to an ink that is not there', { toInkId: 'nowhere' }, /names an ink/],
    ['laid by wind', { by: 'wind' }, /by/],
    ['of a curve nobody knows', { curve: 'wild' }, /curve/],
    ['from beyond any print', { fromMm: { xMm: 1e7, yMm: 0 } }, /is too much/],
    ['without an end', { toMm: undefined }, /toMm/],
    ['that begins nowhere', { fromMm: null }, /fromMm/],
    ['from half a place', { fromMm: { xMm: 3 } }, /yMm/],
    ['with one end wanted', { wanted: { fromLabD50: [80, 0, 20] } }, /toLabD50/],
    ['of no colour', { wanted: { fromLabD50: [380, 0, 20], toLabD50: [40, 0, 0] } }, /380.*is no colour/],
    ['with a field nobody knows', { magic: 1 }, /magic/],
  ])('a fade %s is refused in words', (_, part, words) => {
    expect(faded(part)).toMatch(words);
  });

  const withDay = (day: object) =>
    said(checkPlan({ ...whole, way: { ...whole.way, day: { ...whole.way.day, ...day } } }));

  test.each([
    ['a film open for a minute', { openMinutes: 1 }, /1 is too little for the minutes the first film is open/],
    ['a film open for weeks', { openMinutes: 50_000 }, /is too much for the minutes the first film is open/],
    ['a change of blocks back in time', { changeOverMinutes: -5 }, /-5 is too little for the minutes of a change-over/],
    ['no change of blocks said', { changeOverMinutes: undefined }, /changeOverMinutes/],
  ])('a day with %s is refused in words', (_, day, words) => {
    expect(withDay({ openMinutes: null })).toBe('taken');
    expect(withDay(day)).toMatch(words);
  });

  const withKey = (key: object) => said(checkPlan({ ...whole, flat: { ...whole.flat, key } }));

  test.each([
    ['of a colour that is not there', { colourId: 'nowhere', widthMm: 0.8 }, /key/],
    ['with lines of nothing', { colourId: whole.flat!.colours[0].id, widthMm: 0 }, /0 mm is too little for the width/],
    ['with lines like beams', { colourId: whole.flat!.colours[0].id, widthMm: 30 }, /30 mm is too much for the width/],
  ])('a key drawing %s is refused in words', (_, key, words) => {
    expect(withKey({ colourId: whole.flat!.colours[0].id, widthMm: 0.8 })).toBe('taken');
    expect(withKey(key)).toMatch(words);
  });

  test('a key that is printed in between is refused', () => {
    const way = { ...whole.way, begins: { ...whole.way.begins, key: 'between' } };
    expect(said(checkPlan({ ...whole, way }))).toMatch(/key/);
  });
});
