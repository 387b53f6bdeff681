import fc from 'fast-check';
import { stackLooksLabD50 } from '@/core/inks';
import { checkEdit, checkPlan, type BenchAct, type BenchEvent, type Plan, type PlanEdit } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { told } from '@/testing/told';
import { noteInWords } from '@/words/notes';
import {
  alsoPrints,
  applyEdit,
  closedBy,
  composeRest,
  cutsOf,
  groundOfPlan,
  hindrancesOf,
  inkingsOf,
  looksOfPlan,
  marksOf,
  maskNotes,
  movesOfRuns,
  printedIds,
  printedRuns,
  priceOf,
} from './index';
import { learnedBelief } from '@/core/sheets';

const reduction = planOfBands(),
  blocks = onOwnBlocks(reduction);
const COLOURS = ['paper', 'straw', 'rust', 'night'];
const far = { gapsMm: new Float64Array(16).fill(50), bordersMm: new Float64Array(16).fill(45) };

const made = (plan: Plan, ...edits: PlanEdit[]): Plan =>
  edits.reduce((now, edit) => {
    const checked = checkEdit(JSON.parse(JSON.stringify(edit)));
    if (!checked.ok) throw new Error(JSON.stringify(checked));
    const next = applyEdit(now, checked.value);
    if (!next.ok) throw new Error(next.code);
    return next.value;
  }, plan);
const refusal = (plan: Plan, edit: PlanEdit) => told(applyEdit(plan, edit));

/** What every run prints, as `straw+rust|night`. */
const prints = (plan: Plan) =>
  plan.runs.map((run) =>
    inkingsOf(run)
      .map((inking) => [...printedIds(plan, inking)].sort((a, b) => COLOURS.indexOf(a) - COLOURS.indexOf(b)).join('+'))
      .join('|'),
  );
const give = (
  run: string,
  colours: string | string[],
  how: Extract<PlanEdit, { kind: 'colours-given' }>['how'] = 'printed',
  inking?: string,
): PlanEdit => ({
  kind: 'colours-given',
  runId: `run-${run}`,
  inkingId: `inking-${inking ?? run}`,
  colourIds: [colours].flat(),
  how,
});
const standing = (plan: Plan) => cutsOf(plan).map((cut) => cut.standingIds.join('+'));

describe('a colour given to a run', () => {
  test('on a block of its own only that crossing changes', () => {
    expect(prints(made(blocks, give('straw', 'rust')))).toEqual(['straw+rust', 'rust', 'night']);
  });

  test('in a reduction it stands in all states before as well, and is printed there', () => {
    const plan = made(reduction, give('night', 'paper'));
    expect(prints(plan)).toEqual(['paper+straw+rust+night', 'paper+rust+night', 'paper+night']);
    expect(alsoPrints(reduction, 'run-night', 'inking-night', 'paper')).toEqual([0, 1]);
  });

  test('cut away it stands in no later state', () => {
    expect(standing(made(reduction, give('rust', 'night', 'cut away')))).toEqual(['straw+rust+night', 'rust', '']);
  });

  test('not inked, masked and wiped it stands and is not printed; given again it is', () => {
    for (const how of ['not inked', 'mask', 'wipe'] as const) {
      const out = made(reduction, give('straw', 'night', how));
      expect(standing(out)[0]).toBe('straw+rust+night');
      expect(prints(out)[0]).toBe('straw+rust');
      expect(marksOf(out)[0][3].kind).toBe(how);
      expect(prints(made(out, give('straw', 'night')))).toEqual(prints(reduction));
    }
  });

  test('what is kept out is told at the bench', () => {
    const plan = made(
      reduction,
      give('straw', 'night', 'wipe'),
      give('straw', 'rust', 'not inked'),
      give('rust', 'night', 'mask'),
    );
    expect(maskNotes(plan, plan.runs[0]).map((note) => noteInWords(note))).toEqual([
      'Ink all, then wipe off all of night (straw)',
      'Do not ink all of rust (straw)',
    ]);
    expect(maskNotes(plan, plan.runs[1]).map((note) => noteInWords(note))).toEqual([
      'Lay the mask over all of night (rust)',
    ]);
    expect(maskNotes(reduction, reduction.runs[0])).toEqual([]);
  });

  test('from one cut printed twice only the run that is named changes', () => {
    const twice = made(blocks, { kind: 'run-repeated', runId: 'run-straw', as: 'run-more' });
    expect(prints(made(twice, give('straw', 'rust')))).toEqual(['straw+rust', 'rust', 'night', 'straw']);
  });

  test('what does not stand cannot be masked, and a colour that is gone is told', () => {
    expect(refusal(blocks, give('straw', 'rust', 'mask'))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/“rust” does not stand.*run 1/),
    });
    expect(refusal(blocks, give('straw', 'azure'))).toMatchObject({ ok: false, code: 'edit-gone' });
  });
});

describe('runs and blocks', () => {
  test('two runs of two blocks become one, each ink on its own colours', () => {
    const plan = made(blocks, { kind: 'runs-joined', runId: 'run-straw', withRunId: 'run-night', inks: 'both' });
    expect(prints(plan)).toEqual(['straw|night', 'rust']);
    expect(plan.blocks.map((block) => block.name)).toEqual(['Block 1', 'Block 2']);
    expect(hindrancesOf(plan, far, 'x')).toEqual([]);
    const near = { ...far, gapsMm: new Float64Array(16).fill(3) };
    expect(hindrancesOf(plan, near, 'x')[0]).toMatchObject({ what: { code: 'hindrance.tooNear' } });
    expect(prints(made(plan, hindrancesOf(plan, near, 'x')[0].edit!))).toEqual(['straw', 'night', 'rust']);
  });

  test('inks laid by brush need no room for a roller; what is masked is rolled over all the same', () => {
    const both = made(blocks, { kind: 'runs-joined', runId: 'run-straw', withRunId: 'run-night', inks: 'both' });
    const near = { ...far, gapsMm: new Float64Array(16).fill(3) };
    const brushed = made(both, { kind: 'inking-set', inkingId: 'inking-night', part: { laidBy: 'brush' } });
    expect(hindrancesOf(brushed, near, 'x')).toEqual([]);
    const masked = made(both, give('straw', 'night', 'mask', 'night'));
    expect(hindrancesOf(masked, near, 'x').map(({ what }) => what.code)).toContain('hindrance.tooNear');
  });

  test('two runs of a reduction become one, in both inks or in the first', () => {
    const join = (inks: 'both' | 'first') =>
      made(reduction, { kind: 'runs-joined', runId: 'run-rust', withRunId: 'run-night', inks });
    expect(prints(join('both'))).toEqual(['straw+rust+night', 'rust|night']);
    expect(prints(join('first'))).toEqual(['straw+rust+night', 'rust+night']);
    expect(standing(join('first'))).toEqual(['straw+rust+night', 'rust+night']);
  });

  test('some colours of a run get their own: rolled apart, or from a state in between', () => {
    const apart = made(reduction, {
      kind: 'run-split',
      runId: 'run-straw',
      colourIds: ['night'],
      as: 'a',
      from: 'same cut',
    });
    expect(prints(apart)).toEqual(['straw+rust', 'night', 'rust+night', 'night']);
    const joined = made(reduction, { kind: 'runs-joined', runId: 'run-rust', withRunId: 'run-night', inks: 'first' });
    const again = made(joined, {
      kind: 'run-split',
      runId: 'run-rust',
      colourIds: ['night'],
      as: 'b',
      ink: reduction.inks[2],
      from: 'next cut',
    });
    expect(prints(again)).toEqual(prints(reduction));
    expect(
      refusal(reduction, {
        kind: 'run-split',
        runId: 'run-night',
        colourIds: ['night'],
        as: 'c',
        from: 'same cut',
      }),
    ).toMatchObject({ ok: false, message: expect.stringMatching(/run 3.*nothing/i) });
  });

  test('a block is split in two: its colours keep their films', () => {
    const both = made(blocks, { kind: 'runs-joined', runId: 'run-straw', withRunId: 'run-night', inks: 'both' });
    const split = made(both, {
      kind: 'block-split',
      blockId: 'block-1',
      colourIds: ['night'],
      as: 's',
      name: 'Block 9',
    });
    expect(prints(split)).toEqual(['straw', 'night', 'rust']);
    expect(split.blocks.map((block) => block.name)).toEqual(['Block 1', 'Block 2', 'Block 9']);
    const cut = made(reduction, { kind: 'block-split', blockId: 'block-1', colourIds: ['night'], as: 's', name: 'B' });
    expect(prints(cut)).toEqual(['straw+rust', 'rust', 'night']);
    expect(standing(cut)).toEqual(['straw+rust', 'rust', 'night']);
  });

  test('a board is cut on both sides, and a block nothing is printed from goes', () => {
    const two = made(blocks, { kind: 'side-taken', blockId: 'block-1', fromBlockId: 'block-3' });
    expect(two.blocks.map((block) => block.sides.map((side) => side.name))).toEqual([['face', 'back'], ['face']]);
    expect(prints(two)).toEqual(prints(blocks));
    expect(refusal(two, { kind: 'side-taken', blockId: 'block-2', fromBlockId: 'block-1' })).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Block 1.*both/i),
    });
    expect(refusal(blocks, { kind: 'block-removed', blockId: 'block-2' })).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Block 2.*run 2/),
    });
    const idle = made(
      blocks,
      { kind: 'run-removed', runId: 'run-rust' },
      { kind: 'block-removed', blockId: 'block-2' },
    );
    expect(idle.blocks.length).toBe(2);
  });

  test('the same cut printed once more in another ink', () => {
    const ink = { ...blocks.inks[0], id: 'ink-more', name: 'plum' };
    const plan = made(blocks, { kind: 'run-repeated', runId: 'run-rust', as: 'run-more', ink });
    expect(prints(plan)).toEqual(['straw', 'rust', 'night', 'rust']);
    expect(inkingsOf(plan.runs[3])[0].inkId).toBe('ink-more');
  });

  test('runs of a side that has a state nobody prints from can still change places', () => {
    const idle = made(reduction, { kind: 'run-removed', runId: 'run-rust' });
    const turned = made(idle, { kind: 'runs-ordered', runIds: ['run-night', 'run-straw'] });
    expect(prints(turned)).toEqual(['straw+night', 'straw']);
    expect(checkPlan(turned).ok).toBe(true);
  });
});

/** Touches as a hand might make them, some of them impossible. */
const touch = fc.record({
  kind: fc.constantFrom('give', 'give', 'give', 'join', 'split', 'block', 'order', 'again', 'out'),
  a: fc.nat(30),
  b: fc.nat(30),
  how: fc.constantFrom('printed', 'printed', 'not inked', 'mask', 'wipe', 'cut away' as const),
  inks: fc.constantFrom('both' as const, 'first' as const),
  from: fc.constantFrom('same cut' as const, 'next cut' as const),
});

function editOf(
  plan: Plan,
  { kind, a, b, how, inks, from }: typeof touch extends fc.Arbitrary<infer T> ? T : never,
  n: number,
): PlanEdit {
  const run = plan.runs[a % plan.runs.length],
    other = plan.runs[b % plan.runs.length];
  const inkings = inkingsOf(run);
  const colourIds = [COLOURS[b % 4]];
  switch (kind) {
    case 'join':
      return { kind: 'runs-joined', runId: run.id, withRunId: other.id, inks };
    case 'split':
      return { kind: 'run-split', runId: run.id, colourIds, as: `t${n}`, from };
    case 'block':
      return {
        kind: 'block-split',
        blockId: plan.blocks[a % plan.blocks.length].id,
        colourIds,
        as: `t${n}`,
        name: `Block t${n}`,
      };
    case 'order':
      return { kind: 'runs-ordered', runIds: [...plan.runs.slice(1), plan.runs[0]].map(({ id }) => id) };
    case 'again':
      return { kind: 'run-repeated', runId: run.id, as: `run-t${n}` };
    case 'out':
      return { kind: 'run-removed', runId: run.id };
    default:
      return {
        kind: 'colours-given',
        runId: run.id,
        inkingId: inkings[b % inkings.length].id,
        colourIds,
        how: how as 'printed',
      };
  }
}

test('any composition by hand is a whole plan, and looks as if its films were laid one by one', () => {
  let wrong = 0,
    compared = 0;
  fc.assert(
    fc.property(fc.boolean(), fc.array(touch, { minLength: 1, maxLength: 12 }), (cutOn, touches) => {
      let plan = cutOn ? reduction : blocks;
      touches.forEach((one, n) => {
        if (plan.runs.length === 0) return;
        const next = applyEdit(plan, editOf(plan, one, n));
        if (next.ok) plan = next.value;
      });
      if (!checkPlan(JSON.parse(JSON.stringify(plan))).ok) wrong++;
      const ground = groundOfPlan(plan);
      const films = printedRuns(plan);
      const looks = looksOfPlan(plan)!.looks;
      const marks = marksOf(plan);
      plan.flat!.colours.forEach((_, label) => {
        const laid = plan.runs.flatMap((run, r) => {
          const mark = marks[r][label];
          if (mark.kind !== 'printed' && mark.kind !== 'covered') return [];
          const at = inkingsOf(run).findIndex((inking) => inking.id === mark.inkingId);
          return [films[r].inkings[at]];
        });
        const naive = stackLooksLabD50(ground, laid).at(-1)!;
        compared++;
        if (naive.some((v, i) => Math.abs(v - looks.at(-1)![label][i]) > 1e-9)) wrong++;
      });
    }),
    { numRuns: 400, seed: 13 },
  );
  expect(compared).toBeGreaterThan(1000);
  expect(wrong).toBe(0);
});

test('no touch that the closing rule lets through changes a film that is laid or a cut that is made', () => {
  let let_ = 0,
    refused = 0,
    broken = 0;
  let serial = 0;
  const log = (...acts: BenchAct[]): BenchEvent[] =>
    acts.map((act) => ({ id: `e${++serial}`, at: '2026-11-26T10:00:00.000Z', act }));
  for (const plan of [reduction, blocks]) {
    const [first, second] = cutsOf(plan);
    const events = log(
      { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
      { kind: 'cut-done', cutId: first.id },
      { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
      { kind: 'cut-done', cutId: second.id },
    );
    fc.assert(
      fc.property(fc.array(touch, { minLength: 1, maxLength: 8 }), (touches) => {
        let now = plan;
        touches.forEach((one, n) => {
          if (now.runs.length === 0) return;
          const next = applyEdit(now, editOf(now, one, n));
          if (!next.ok) return;
          if (closedBy(now, next.value, events, () => ({ kept: true }))) refused++;
          else {
            let_++;
            now = next.value;
          }
        });
        const film = (of: Plan) => [
          of.runs[0].id,
          inkingsOf(of.runs[0]).map((i) => [i.inkId, printedIds(of, i), i.filmWeight]),
        ];
        const cut = (of: Plan) => cutsOf(of).filter(({ id }) => id === first.id || id === second.id);
        if (JSON.stringify(film(now)) !== JSON.stringify(film(plan))) broken++;
        if (JSON.stringify(cut(now)) !== JSON.stringify(cut(plan))) broken++;
      }),
      { numRuns: 150, seed: 14 },
    );
  }
  expect(let_).toBeGreaterThan(100);
  expect(refused).toBeGreaterThan(100);
  expect(broken).toBe(0);
});

test('one more block drawn by hand prints what lies in its place and nothing else', () => {
  const outline = [5, 5, 25, 5, 25, 20, 5, 20];
  const edit: PlanEdit = {
    kind: 'block-added',
    as: 'drawn',
    name: 'Block 4',
    materialId: 'lino',
    colourIds: COLOURS,
    within: { anchors: [], outlinesMm: [outline] },
    ink: { ...blocks.inks[0], id: 'ink-drawn' },
  };
  const plan = made(blocks, edit);
  expect(checkPlan(JSON.parse(JSON.stringify(plan))).ok).toBe(true);
  expect(plan.blocks.at(-1)!.sides[0].cuts[0].within!.outlinesMm).toEqual([outline]);
  expect(plan.runs.slice(0, 3)).toEqual(blocks.runs);
});

describe('what a composition costs', () => {
  const belief = learnedBelief('practised', []);

  test('hours follow the borders and the areas that are cut, and the runs', () => {
    const price = priceOf(reduction, looksOfPlan(reduction)!, belief, far, 1);
    // three cuts: bands of a quarter of 27 cm², each with 45 mm to every colour that stands on
    expect(price.cuttingHours).toBeCloseTo((3 + 2 + 1) * (0.045 / 1.2) + (3 * 6.75) / 60, 6);
    expect(price.clearanceMm).toBeUndefined();
    const twice = made(reduction, { kind: 'run-set', runId: 'run-night', part: { impressions: 2 } });
    expect(priceOf(twice, looksOfPlan(twice)!, belief, far, 1).printingHours).toBeGreaterThan(price.printingHours);
    expect(priceOf(reduction, looksOfPlan(reduction)!, belief, undefined, 1).cuttingHours).toBeUndefined();
  });

  test('the dark run over all decides the picture', () => {
    const moves = movesOfRuns(looksOfPlan(reduction)!, [0.25, 0.25, 0.25, 0.25]);
    expect(moves.length).toBe(3);
    expect(moves.every((move) => move > 0)).toBe(true);
    expect(moves[0]).toBeGreaterThan(moves[2]); // straw lies on three quarters, night on one
  });

  test('what cannot be printed is told with what would mend it', () => {
    const without = made(blocks, { kind: 'run-removed', runId: 'run-rust' });
    expect(hindrancesOf(without, far, 'x').map(({ what }) => what.code)).toEqual(['hindrance.noRunPrints']);
    const idle = made(blocks, give('straw', 'straw', 'cut away'));
    expect(hindrancesOf(idle, far, 'x').map(({ what }) => what.code)).toEqual([
      'hindrance.printsNothing',
      'hindrance.noRunPrints',
    ]);
    const back = { ...reduction, runs: [reduction.runs[1], reduction.runs[0], reduction.runs[2]] };
    expect(hindrancesOf(back, far, 'x')[0].what.code).toBe('hindrance.blockIsCutOn');
  });
});

describe('the rest solved', () => {
  const spoilt = made(blocks, give('straw', 'night'), give('night', 'straw'), {
    kind: 'runs-ordered',
    runIds: ['run-night', 'run-rust', 'run-straw'],
  });
  const ask = (plan: Plan, closedRuns = 0, cutIds: string[] = []) =>
    composeRest({ plan, got: [], closedRuns, cutIds, gapsMm: far.gapsMm });

  test('it comes back to what is wanted, the same each time', () => {
    const found = ask(spoilt);
    expect(found.meanAfter).toBeLessThan(found.meanBefore - 3);
    expect(found.meanAfter).toBeLessThan(looksOfPlan(blocks)!.agreement.mean + 0.1);
    const plan = made(spoilt, found.edit);
    expect(looksOfPlan(plan)!.agreement.mean).toBeCloseTo(found.meanAfter, 9);
    expect(ask(spoilt)).toEqual(found);
  });

  test('in a reduction the states follow the order that is found', () => {
    const clear = { kind: 'ink-set', part: { opacity: 'transparent' } } as const;
    const turned = made(
      reduction,
      { ...clear, inkId: 'ink-straw' },
      { ...clear, inkId: 'ink-rust' },
      { kind: 'runs-ordered', runIds: ['run-night', 'run-straw', 'run-rust'] },
    );
    const found = ask(turned);
    expect(found.meanAfter).toBeLessThan(found.meanBefore);
    expect(looksOfPlan(made(turned, found.edit))!.agreement.mean).toBeCloseTo(found.meanAfter, 9);
  });

  test('what is pinned, printed or cut stays', () => {
    const pinned = made(spoilt, { kind: 'run-pinned', colourIds: ['night'], pinned: true });
    const after = made(pinned, ask(pinned).edit);
    expect(prints(after)[0]).toBe(prints(pinned)[0]);
    expect(after.runs[0].id).toBe('run-night');
    const closed = made(spoilt, ask(spoilt, 1, ['stage-3', 'stage-2']).edit);
    expect(closed.runs[0]).toEqual(spoilt.runs[0]);
    expect(cutsOf(closed).filter(({ id }) => id !== 'stage-1')).toEqual(
      cutsOf(spoilt).filter(({ id }) => id !== 'stage-1'),
    );
  });

  test('it can be stopped, and gives the best so far', () => {
    expect(
      composeRest({ plan: spoilt, got: [], closedRuns: 0, cutIds: [], gapsMm: far.gapsMm }, () => false).tried,
    ).toBeLessThan(60);
  });
});
