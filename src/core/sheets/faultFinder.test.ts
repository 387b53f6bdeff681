import { randomStream } from '../random/random';
import { causeById, likelyCauses, questionFor, type FaultCase } from './faultFinder';
import { CAUSES, CLUES, FAULTS_OF_SIGN, SIGNS, type Cause, type Clue } from './faultTable';

const on = (sign: FaultCase['sign'], clues: FaultCase['clues'] = {}, more: Partial<FaultCase> = {}): FaultCase => ({
  ...{ sign, clues, block: 'lino', laidBy: 'roller', ...more },
});
const EVERY: readonly FaultCase[] = SIGNS.flatMap((sign) =>
  (['lino', 'wood'] as const).flatMap((block) =>
    (['roller', 'brush'] as const).map((laidBy) => on(sign, {}, { block, laidBy })),
  ),
);
const OF_DAMP: readonly FaultCase['sign'][] = ['bled', 'broken', 'mould'];

describe('the table', () => {
  test('holds more than thirty causes, each once, each with a sign, a clue and chances that are chances', () => {
    expect(CAUSES.length).toBeGreaterThan(30);
    expect(new Set(CAUSES.map(({ id }) => id)).size).toBe(CAUSES.length);
    for (const cause of CAUSES as readonly Cause[]) {
      expect(Object.keys(cause.signs).length).toBeGreaterThan(0);
      expect(Object.values(cause.clues).every((chance) => chance > 0 && chance < 1)).toBe(true);
      expect(Object.keys(cause.clues).length).toBeGreaterThan(1);
      expect(cause.minutes >= 0 && cause.sheets >= 0).toBe(true);
    }
  });

  test('every sign has causes to choose from, every clue tells causes of one sign apart', () => {
    for (const sign of SIGNS) {
      expect(FAULTS_OF_SIGN[sign].length).toBeGreaterThan(0);
      const laidBy = OF_DAMP.includes(sign) ? 'brush' : 'roller';
      expect(likelyCauses(on(sign, {}, { laidBy })).length).toBeGreaterThan(1);
    }
    for (const clue of CLUES) {
      const tells = SIGNS.some((sign) => {
        const chances = (CAUSES as readonly Cause[]).filter((c) => c.signs[sign]).map((c) => c.clues[clue] ?? 0.5);
        return Math.max(...chances) - Math.min(...chances) > 0.3;
      });
      expect([clue, tells]).toEqual([clue, true]);
    }
  });
});

test('chances add up to one, likeliest first, whatever is answered', () => {
  for (let seed = 0; seed < 200; seed++) {
    const random = randomStream(seed);
    const clues = Object.fromEntries(CLUES.filter(() => random() < 0.4).map((clue) => [clue, random() < 0.5]));
    const task = { ...EVERY[seed % EVERY.length], clues };
    const causes = likelyCauses(task);
    if (causes.length === 0) continue;
    expect(causes.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
    expect([...causes].sort((a, b) => b.chance - a.chance)).toEqual(causes);
  }
});

test('what is set for rollers is no remedy where a brush lays the ink, and the other way about', () => {
  const OF_ROLLERS: readonly unknown[] = ['charges', 'ink', 'drier'],
    OF_BRUSHES: readonly unknown[] = ['water', 'paste'];
  for (const task of EVERY.filter(({ block, laidBy }) => block === 'lino' || laidBy === 'roller'))
    for (const { id } of likelyCauses(task)) {
      const what = causeById(id).remedy?.what;
      expect([id, (task.laidBy === 'brush' ? OF_ROLLERS : OF_BRUSHES).includes(what)]).toEqual([id, false]);
    }
});

test('wood, brush and roller have causes of their own', () => {
  const ids = (task: FaultCase) => likelyCauses(task).map(({ id }) => id);
  expect(ids(on('pale'))).not.toContain('woodDrinks');
  expect(ids(on('pale', {}, { block: 'wood' }))).toContain('woodDrinks');
  expect(ids(on('pale', {}, { laidBy: 'brush' }))).not.toContain('fewCharges');
  expect(ids(on('bled'))).toEqual([]);
});

test('clues point where a printer would look', () => {
  const first = (task: FaultCase) => likelyCauses(task)[0].id;
  expect(first(on('pale', { first: true }))).toBe('coldBlock');
  expect(first(on('pale', { worse: true }))).toBe('fewCharges');
  expect(first(on('patches', { 'same place': true, first: false }))).toBe('hollowBlock');
  expect(first(on('double', { 'long rubbing': true, slides: false }))).toBe('rubbedLong');
  expect(first(on('fringe', { 'same place': true, slides: false, edge: false }))).toBe('marksWrong');
  expect(first(on('speckled', { 'over films': true, 'wet below': false, tacky: false }))).toBe('sealedFilm');
});

test('a remedy that helped makes its cause likelier, one that did not less so', () => {
  const chance = (tries: number, helped: number) =>
    likelyCauses(on('pale', {}, { tried: { fewCharges: { tries, helped } } })).find(({ id }) => id === 'fewCharges')!
      .chance;
  expect(chance(4, 4)).toBeGreaterThan(chance(0, 0));
  expect(chance(4, 0)).toBeLessThan(chance(0, 0));
  expect(chance(2, 1)).toBeCloseTo(chance(0, 0), 9);
});

test('a question is one that is not answered yet, and is expected to tell most', () => {
  for (const task of EVERY) {
    const asked = new Set<Clue>();
    let clues: FaultCase['clues'] = {};
    for (let n = 0; n < 20; n++) {
      const clue = questionFor({ ...task, clues });
      if (!clue) break;
      expect(asked.has(clue)).toBe(false);
      asked.add(clue);
      clues = { ...clues, [clue]: n % 2 === 0 };
    }
    expect(asked.size).toBeLessThanOrEqual(CLUES.length);
  }
  expect(questionFor(on('bled'))).toBeUndefined();
});

test('three questions bring the true cause among the first three in four of five studios, and oftener first than none do', () => {
  let among = 0,
    right = 0,
    guessed = 0;
  const studios = 1500;
  for (let seed = 0; seed < studios; seed++) {
    const random = randomStream(seed);
    const cases = EVERY.filter((task) => likelyCauses(task).length > 3),
      task = cases[Math.floor(random() * cases.length)];
    let draw = random();
    const truth = likelyCauses(task).find(({ chance }) => (draw -= chance) <= 0)!.id;
    if (likelyCauses(task)[0].id === truth) guessed++;
    let clues: FaultCase['clues'] = {};
    for (let n = 0; n < 3; n++) {
      const clue = questionFor({ ...task, clues });
      if (clue) clues = { ...clues, [clue]: random() < (causeById(truth).clues[clue] ?? 0.5) };
    }
    const found = likelyCauses({ ...task, clues }).map(({ id }) => id);
    if (found.indexOf(truth) < 3) among++;
    if (found[0] === truth) right++;
  }
  expect(among / studios).toBeGreaterThan(0.8);
  expect(right / studios).toBeGreaterThan(guessed / studios + 0.1);
});
