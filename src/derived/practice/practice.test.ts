import { deltaE2000 } from '@/core/colour';
import { transferById, transferred } from '@/core/cutting';
import { likelyCauses, sheetsToStart, startBelief } from '@/core/sheets';
import { emptyPlan, PRACTICE_KINDS, SAMPLE_IDS } from '@/model';
import { drawnPlan, SAMPLE_PRINTS, sampleMap, samplePlan } from '../samplePrints';
import {
  chancesOf,
  dryingOfQuestion,
  isRight,
  pictureOf,
  rightOnes,
  shimsFor,
  SURE,
  toldFromItsMirror,
} from './answers';
import { questionOf } from './ask';
import { PRACTICE_LEVELS, type Question, type QuestionOf } from './question';
import { inksOfSketch, motifOfSketch, sketchOf, SKETCH_MOTIFS } from './sketches';
import { keyOfQuestion, nextKind, standingOf } from './standing';

const SEEDS = Array.from({ length: 40 }, (_, i) => 1 + 7919 * i);
const own = samplePlan(SAMPLE_PRINTS[1]);
const made = (kind: Question['kind'], level: Question['level'], seed: number) => questionOf(kind, level, seed, own)!;

describe.each(PRACTICE_KINDS)('questions of the kind %s', (kind) => {
  test.each(PRACTICE_LEVELS)('at level %d have exactly one right answer by the core, whatever the seed', (level) => {
    const wrong = SEEDS.flatMap((seed) => {
      const question = made(kind, level, seed);
      if (!question) return [`${seed}: none`];
      const right = rightOnes(question).length;
      const shown = new Set((question.options as readonly unknown[]).map((option) => JSON.stringify(option)));
      return right === 1 && (kind === 'mirrored' || shown.size === question.options.length)
        ? []
        : [`${seed}: ${right}`];
    });
    expect(wrong).toEqual([]);
  });

  test('are the same for the same seed, and hardly ever the same for others', () => {
    expect(made(kind, 2, 5)).toEqual(made(kind, 2, 5));
    const keys = new Set(SEEDS.map((seed) => keyOfQuestion(made(kind, 3, seed))));
    // causes and counts of sheets are the fewest; what is drawn or reckoned never ends
    const few = { fault: 20, sheets: 20 } as Readonly<Record<string, number>>;
    expect(keys.size).toBeGreaterThanOrEqual(few[kind] ?? 35);
  });

  test('have their right answer in any place', () => {
    const places = SEEDS.map((seed) => rightOnes(made(kind, 2, seed))[0]);
    expect(new Set(places).size).toBe(Math.max(...SEEDS.map((seed) => made(kind, 2, seed).options.length)));
  });
});

const all = <Kind extends Question['kind']>(kind: Kind) =>
  SEEDS.map((seed) => {
    const question = made(kind, 3, seed);
    const own = question as unknown as QuestionOf<Kind>;
    return { question: own, right: own.options[rightOnes(question)[0]] };
  });

describe('the right answer is what the core says, found by another way', () => {
  test('transfer: the print’s left comes to lie at the block’s right', () => {
    for (const { question, right } of all('transfer')) {
      const way = transferById(question.asked.way);
      expect(right).toEqual({ mirrored: way.drawing === 'mirrored', headDown: false });
      expect(transferred(way, 0).block).toBe(1);
    }
  });

  test('cut: the piece is the colour that was printed last by the run before, or the bare paper', () => {
    for (const { question, right } of all('cut')) {
      const picture = pictureOf(question.asked.picture);
      const plan = drawnPlan(
        picture,
        '',
        picture.colours.map((_, i) => `colour ${i}`),
        0.5,
      );
      const { id } = plan.flat!.colours[right.colour];
      const standing = (run: number) => plan.blocks[0].sides[0].cuts[run]?.standingIds ?? [];
      expect(standing(question.asked.run)).not.toContain(id);
      if (question.asked.run > 0) expect(standing(question.asked.run - 1)).toContain(id);
    }
  });

  test('overprint: no other colour that is offered is near it', () => {
    for (const { question, right } of all('overprint'))
      for (const { labD50 } of question.options)
        if (labD50 !== right.labD50) expect(deltaE2000(labD50, right.labD50)).toBeGreaterThanOrEqual(8);
  });

  test('shim: to the right and down the block itself is held off by as much; the other way the others are', () => {
    expect(shimsFor({ dxMm: 0.3, dyMm: 0.15 })).toEqual({
      rightMm: expect.closeTo(0.3, 3),
      footMm: expect.closeTo(0.15, 3),
    });
    expect(shimsFor({ dxMm: 0.3, dyMm: -0.15 })).toEqual({ rightMm: expect.closeTo(0.3, 3), footMm: 0 });
  });

  test('sheets: one sheet fewer would not be as sure, and fewer that are offered are not', () => {
    for (const { question, right } of all('sheets')) {
      const [enough, fewer] = chancesOf(question.asked, [right.sheets, right.sheets - 1]);
      expect(enough).toBeGreaterThanOrEqual(SURE);
      expect(fewer).toBeLessThan(SURE);
      const { edition, runs, experience } = question.asked;
      const start = sheetsToStart(
        { edition, proofsToKeep: 0, testSheets: 0, wishToBeSure: SURE },
        runs,
        startBelief(experience),
      );
      expect(start).toMatchObject({ value: { counted: right.sheets } });
    }
  });

  test('fault: no cause that is offered comes near it', () => {
    for (const { question, right } of all('fault')) {
      const chances = likelyCauses({ ...question.asked, laidBy: 'roller' });
      const of = (cause: string) => chances.find(({ id }) => id === cause)?.chance ?? 0;
      for (const { cause } of question.options)
        if (cause !== right.cause) expect(of(cause)).toBeLessThan(of(right.cause));
    }
  });

  test('dry: it lies between one in ten and nine in ten, all others outside', () => {
    for (const { question, right } of all('dry')) {
      const { low, high } = dryingOfQuestion(question.asked);
      expect(right.hours >= low && right.hours <= high).toBe(true);
      for (const other of question.options)
        if (other !== right) expect(other.hours < low || other.hours > high).toBe(true);
    }
  });

  test('mirrored: every picture that is asked about can be told from its mirror', () => {
    for (const id of SAMPLE_IDS) expect(toldFromItsMirror(id)).toBeGreaterThan(0.04);
    for (const { question } of all('mirrored'))
      for (const { picture } of question.options) expect(toldFromItsMirror(picture)).toBeGreaterThanOrEqual(0.04);
  });
});

describe('made-up pictures', () => {
  const seeds = Array.from({ length: 90 }, (_, i) => i);
  test('show each motif with each number of inks, and every ink has its place', () => {
    const kinds = new Set<string>();
    for (const seed of seeds) {
      const { colours, shapes } = sketchOf(seed);
      kinds.add(`${motifOfSketch(seed)} ${inksOfSketch(seed)}`);
      expect(colours).toHaveLength(1 + inksOfSketch(seed));
      const { labels } = sampleMap({ colours, shapes }, 0.5);
      const shares = colours.map((_, label) => labels.filter((own) => own === label).length / labels.length);
      expect({ seed, least: Math.min(...shares) > 0.003 }).toEqual({ seed, least: true });
    }
    expect(kinds.size).toBe(3 * SKETCH_MOTIFS.length);
  });

  test('draw nothing in the colour of what lies behind it', () => {
    const unseen = seeds.flatMap((seed) => {
      const { colours, shapes } = sketchOf(seed),
        whole = sampleMap({ colours, shapes }, 0.5).labels;
      return shapes.flatMap((_, i) => {
        const without = sampleMap({ colours, shapes: shapes.filter((_, other) => other !== i) }, 0.5).labels;
        return whole.some((label, at) => label !== without[at]) ? [] : [`${seed} ${motifOfSketch(seed)}: shape ${i}`];
      });
    });
    expect(unseen).toEqual([]);
  });

  test('are the same for the same number, others for others, and their inks go from light to dark', () => {
    expect(sketchOf(17)).toEqual(sketchOf(17));
    expect(new Set(seeds.map((seed) => JSON.stringify(sketchOf(seed)))).size).toBe(seeds.length);
    for (const seed of seeds) {
      const lightness = sketchOf(seed).colours.map(({ labD50 }) => labD50[0]);
      expect(lightness).toEqual([...lightness].sort((a, b) => b - a));
    }
  });
});

test('planted: a question with two right answers is none, one with none is none', () => {
  const question = made('mirrored', 1, 1) as QuestionOf<'mirrored'>;
  const both = { ...question, options: question.options.map((option) => ({ ...option, mirrored: false })) };
  expect(rightOnes(both)).toHaveLength(2);
  expect(
    rightOnes({ ...question, options: question.options.map((option) => ({ ...option, mirrored: true })) }),
  ).toEqual([]);
  expect(isRight(both, 0)).toBe(true);
});

test('without a print of one’s own, and with one that has nothing yet, questions are made of what is made up', () => {
  for (const kind of PRACTICE_KINDS) {
    expect(questionOf(kind, 1, 3)).toBeDefined();
    expect(questionOf(kind, 1, 3, emptyPlan())).toBeDefined();
  }
});

test('what is shaky is known by the last answers, and asked most', () => {
  const answers = (kind: Question['kind'], ...right: boolean[]) => right.map((one) => ({ kind, right: one }));
  const standing = standingOf([
    ...answers('shim', true, true, true, true),
    ...answers('dry', false, true, true, false),
    ...answers('cut', true),
    ...answers('fault', true, true, true, true, true, true, true, true, false, false, false),
  ]);
  expect(standing).toMatchObject({ shim: 'firm', dry: 'shaky', cut: 'shaky', fault: 'firm', sheets: 'new' });
  const asked = Array.from({ length: 1000 }, (_, i) => nextKind(standing, 'sheets', i / 1000));
  const often = (kind: Question['kind']) => asked.filter((one) => one === kind).length;
  expect(often('sheets')).toBe(0);
  expect(often('dry')).toBeGreaterThan(2 * often('shim'));
  expect(often('shim')).toBeGreaterThan(20);
});
