import type { Booklet, RunCard } from '@/model';
import { bookletInWords, cardInWords } from './cards';

const CARD: RunCard = {
  ...{ run: 2, runId: 'r', impressions: 1, shims: '', cutAt: null, cutMinutes: null, firstAt: null, lastAt: null },
  ...{
    minutesASheet: null,
    sittings: 0,
    warmUps: 0,
    room: [],
    dryAt: null,
    drySeenAt: null,
    misfit: null,
    overruled: [],
  },
  inks: [
    {
      ...{ name: 'apricot', medium: 'oil relief', solidLabD50: [70, 20, 40], poured: false, softenerPercent: 2 },
      ...{ addedPercent: null, secondsToFall: null, readLabD50: null, mixedG: null, leftG: null, neededG: 6.25 },
      parts: [
        { name: 'white', share: 0.625 },
        { name: 'ochre', share: 0.375 },
      ],
    },
  ],
  blocks: [{ name: 'Block 1', material: 'lino', sizeMm: null }],
  colours: [],
  settingsAtFirst: { charges: '2', 'slip sheet': 'none', ink: '0' },
  settingsChanged: [],
  sheets: { pulled: 0, good: 0, usable: 0, aside: 0 },
  ...{ faults: [], notes: [], learned: [], remedies: [], photographs: [] },
};
const said = (card: Partial<RunCard>, title: RegExp) =>
  Object.fromEntries(cardInWords({ ...CARD, ...card }, 'mm').find((section) => title.test(section.title))?.rows ?? []);
const ink = (part: Partial<RunCard['inks'][number]>) => said({ inks: [{ ...CARD.inks[0], ...part }] }, /^Ink/);

test('sections with nothing to say are left out; so are settings that say nothing', () => {
  expect(cardInWords(CARD, 'mm').map(({ title }) => title)).toEqual([
    'Ink: apricot, oil relief',
    'Set',
    'Sheets and time',
    'Block and register',
  ]);
  expect(said({}, /^Set$/)).toEqual({ 'for the first sheet': 'charges 2 a sheet' });
});

test('what was printed on a film that was not dry stands on the card', () => {
  const overruled = [{ sheet: '4', what: 'too early' as const, hours: 5.5 }];
  expect(said({ overruled }, /^Sheets/)['film below']).toBe(
    'not dry yet at sheet 4, 5.5 h after it was laid; printed all the same',
  );
});

test('an ink by its plan, and as it was poured', () => {
  expect(ink({})).toEqual({
    ...{
      recipe: '62.5 % white · 37.5 % ochre',
      added: 'softener 2.0 %',
      amount: '6.3 g reckoned; not mixed by the scale',
    },
    'drawdown on paper': 'L* 70.0, a* 20.0, b* 40.0',
  });
  const poured = ink({
    ...{ mixedG: 12, leftG: 4.6, secondsToFall: 8.5, readLabD50: [71, 20, 39] },
    addedPercent: { softener: 0, grease: 1.5, drier: 0 },
  });
  expect(poured.amount).toBe('12 g mixed, 4.6 g left (6.3 g reckoned)');
  expect(poured.added).toBe('grease 1.5 %');
  expect(poured['drawdown on paper']).toMatch(/^L\* 71\.0/);
});

test('settings over the sheets, faults with theirs, what was learned with its counts', () => {
  const settingsChanged = [{ fromSheet: '12', what: 'charges' as const, value: '3', why: 'weak' }];
  expect(said({ settingsChanged }, /^Set$/)['from sheet 12']).toBe('charges 3 a sheet (weak)');
  const faults = [{ fault: 'ghost' as const, sheets: ['3', '7'] }];
  expect(said({ faults, notes: [{ sheet: '7', note: 'slipped' }] }, /^Faults$/)).toEqual({
    ...{ ghost: '2 sheets: 3, 7', 'sheet 7': 'slipped' },
  });
  const learned = [
    {
      ...{ fault: 'ghost' as const, settings: [{ what: 'passes' as const, value: '2' }], chance: 0.0123 },
      ...{ with: 5, of: 6, withoutWith: 1, withoutOf: 20 },
    },
  ];
  expect(said({ learned }, /^Learned$/).ghost).toMatch(
    /with passes 2: 5 of 6; otherwise 1 of 20 \(by chance in 1\.2 %/,
  );
});

test('lengths in the unit that is chosen', () => {
  const sizeMm = { widthMm: 254, heightMm: 127 },
    misfit = { dxMm: 0.254, dyMm: 0, rotationDeg: 0.1 };
  const inches = cardInWords({ ...CARD, blocks: [{ name: 'Block 1', material: 'lino', sizeMm }], misfit }, 'in');
  const rows = Object.fromEntries(inches.find(({ title }) => title === 'Block and register')!.rows);
  expect(rows['Block 1']).toMatch(/10 × 5 in/);
  expect(rows['last proof']).toMatch(/0\.01 in across/);
});

test('the first page of a booklet', () => {
  const booklet: Booklet = {
    ...{ form: 'ulexite-booklet', version: 1, name: 'Made up', edition: 12, registration: 'kento', filmsMeet: 'wet' },
    ...{ sizeMm: { widthMm: 100, heightMm: 80 }, sheetMm: null, imageAtMm: null, started: { counted: 15, tests: 1 } },
    ...{ paper: { name: 'warm white', labD50: [94, 0, 4] }, papers: [], hands: ['A', 'B'], tools: [], runs: [] },
  };
  expect(Object.fromEntries(bookletInWords(booklet, 'mm').rows)).toEqual({
    ...{ 'printed size': '100 × 80 mm', paper: 'warm white', registration: 'Kento', 'films are laid on': 'open films' },
    ...{ edition: '12', 'sheets started': '15 and 1 for tests', 'printed by': 'A, B' },
  });
});
