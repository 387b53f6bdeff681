import { judgeRehearsal, type RehearsalPart } from '@/core/cutting';
import { emptyPlan, checkPlan } from '@/model';
import { samplePlan, sampleMap, SAMPLE_PRINTS, looksOfPlan } from '@/derived';
import { BLOCK_WORDS } from '../../kit/colours';
import {
  blockStylesFor,
  dueOf,
  filmColours,
  filmsAfter,
  lessons,
  NOT_CUT,
  sheetStylesFor,
  slipWords,
  whyNot,
} from './stageOf';
import { onOwnBlocks } from '@/testing/plans';

const plan = samplePlan(SAMPLE_PRINTS[0]);

test('each sample is a plan that holds, with every colour on its map', () => {
  for (const sample of SAMPLE_PRINTS) {
    const map = sampleMap(sample);
    expect(new Set(map.labels).size).toBe(sample.colours.length);
    const p = samplePlan(sample);
    expect(checkPlan(p)).toMatchObject({ ok: true });
    expect(p.runs.length).toBe(sample.colours.length - 1);
    expect(whyNot(p)).toBeUndefined();
  }
});

test('bare paper goes before the first run, each colour after its own, the last never', () => {
  expect(dueOf(plan)).toEqual([0, 1, 2, 3]);
  expect(whyNot(emptyPlan())).toMatch(/no plan/);
  expect(whyNot(onOwnBlocks(plan))).toMatch(/reduction/);
});

test('a part that is cut when the plan says looks as the plan says, on every sheet', () => {
  const looks = looksOfPlan(plan)!,
    films = filmColours(looks);
  expect(films.length).toBe(plan.runs.length + 1);
  dueOf(plan).forEach((due, label) => {
    for (let run = 0; run <= plan.runs.length; run++) {
      const cut = due === plan.runs.length ? NOT_CUT : due;
      expect(sheetStylesFor(plan, run, films)[label * 16 + cut].fill).toBe(
        sheetStylesFor(
          plan,
          run,
          looks.looks[run].map(() => looks.looks[run][label]),
        )[label * 16].fill,
      );
    }
  });
});

test('on the block: cut earlier, cut now, standing', () => {
  const styles = blockStylesFor(plan, 2, false);
  expect(styles[16 + 1]).toEqual({ fill: BLOCK_WORDS.cleared });
  expect(styles[16 + 2]).toEqual({ fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke });
  expect(styles[16 + NOT_CUT]).toEqual({ fill: BLOCK_WORDS.standing });
  expect(blockStylesFor(plan, 2, true)[16 + NOT_CUT].fill).not.toBe(BLOCK_WORDS.standing);
});

test('slips in words, and what to remember of them', () => {
  const parts: RehearsalPart[] = [
    { key: 1, label: 1, areaMm2: 10, due: 1 },
    { key: 2, label: 2, areaMm2: 10, due: 2 },
    { key: 3, label: 0, areaMm2: 5, due: 0 },
  ];
  const result = judgeRehearsal(
    parts,
    new Map([
      [1, 0],
      [3, 1],
    ]),
    3,
  );
  expect(result.slips.map((s) => slipWords(s, 'straw'))).toEqual([
    'straw was cut before run 1; by the plan it stands longer. Run 1 is missing there, and the block cannot give it back.',
    'straw was never cut: run 3 printed over it.',
    'straw was cut before run 2, too late: run 1 printed over it.',
  ]);
  expect(result.slips.map((s) => filmsAfter(s, 3))).toEqual([0, 3, 1]);
  expect(lessons(result).length).toBe(3);
  expect(lessons(judgeRehearsal([], new Map(), 3))[0]).toMatch(/Every part/);
});
