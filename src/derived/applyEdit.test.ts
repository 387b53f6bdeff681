import { toldByServer } from '@/words/refusals';
import { wordsOfEdit } from '@/words/history';
import fc from 'fast-check';
import { checkEdit, checkPlan, emptyPlan, nameOfEdit, type BenchEvent, type Plan, type PlanEdit } from '@/model';
import { FOUR_COLOURS, onOwnBlocks, pictureOf } from '@/testing/plans';
import {
  applyEdit,
  groupsOf,
  inkingsOf,
  KeptAnswers,
  looksOfPlan,
  plainSheet,
  progressOf,
  type ColoursGot,
} from './index';
import { withFlat } from './runPlan';

const plan: Plan = withFlat({ ...emptyPlan(), picture: pictureOf(60, 45) }, FOUR_COLOURS);
const after = (edit: PlanEdit, from = plan): Plan => {
  const made = applyEdit(from, edit);
  if (!made.ok) throw new Error(toldByServer(made));
  return made.value;
};
const place = { anchors: [], outlinesMm: [[5, 5, 20, 5, 20, 20]] };
const mask = {
  id: 'mask-1',
  runId: 'run-rust',
  kind: 'mask',
  place,
  covers: 'place',
  growMm: 1,
  hold: 'pins',
  note: '',
} as const;

/** One edit of each kind, as the interface sends it. */
const ONE_OF_EACH: readonly PlanEdit[] = [
  { kind: 'shapes-changed', flat: { ...FOUR_COLOURS, colours: FOUR_COLOURS.colours.slice(0, 3) }, how: 'merge' },
  { kind: 'colour-set', colourId: 'straw', part: { wantedLabD50: [80, 5, 45] } },
  { kind: 'colour-set', colourId: 'rust', part: { wantedLabD50: [40, 30, 30] }, keepsInk: true },
  { kind: 'bare-paper-set', colourId: null },
  { kind: 'picture-placed', picture: pictureOf(80, 60) },
  { kind: 'lettering-marked', anchor: { xMm: 3, yMm: 4, colourId: 'straw' } },
  { kind: 'lettering-let-go', anchors: [{ xMm: 3, yMm: 4, colourId: 'straw' }] },
  {
    kind: 'inks-mixed',
    inks: [
      {
        id: 'ink-rust',
        film: null,
        solidLabD50: [50, 30, 30],
        recipe: { parts: [{ inkId: 'x', name: 'weld', share: 1 }] },
      },
    ],
  },
  { kind: 'ink-set', inkId: 'ink-rust', part: { opacity: 0.4 } },
  { kind: 'ink-added', ink: { ...plan.inks[0], id: 'ink-second', name: 'second straw' } },
  { kind: 'forme-set', formeId: 'forme-run-rust', part: { offsetMm: { xMm: 12, yMm: -4 } } },
  { kind: 'forme-set', formeId: 'forme-run-rust', part: { turnDeg: 180 } },
  {
    kind: 'block-added',
    as: 'veil',
    name: 'Veil block',
    materialId: 'lino',
    colourIds: ['straw', 'rust'],
    ink: { ...plan.inks[0], id: 'ink-veil', name: 'veil' },
  },
  { kind: 'tack-ladder-set' },
  { kind: 'inking-set', inkingId: 'inking-rust', part: { filmWeight: 0.7 } },
  { kind: 'run-set', runId: 'run-rust', part: { impressions: 2 } },
  { kind: 'run-pinned', colourIds: ['rust'], pinned: true },
  { kind: 'runs-ordered', runIds: ['run-rust', 'run-straw', 'run-night'] },
  {
    kind: 'runs-faded',
    runId: 'run-night',
    withRunId: 'run-rust',
    fade: { fromMm: { xMm: 30, yMm: 4 }, toMm: { xMm: 30, yMm: 40 }, curve: 'even', by: 'two rollers', wanted: null },
  },
  { kind: 'run-repeated', runId: 'run-night', as: 'run-again-1' },
  { kind: 'run-removed', runId: 'run-rust' },
  {
    kind: 'sketch-taken',
    sketch: {
      blocks: [1, 2, 3].map((label) => ({ stages: [[label]] })),
      runs: [1, 2, 3].map((colour, block) => ({
        inkings: [{ block, stage: 0, zone: null, colour, ink: { labD50: [50, 0, 0], keepsInkOf: colour } }],
      })),
      exact: true,
    },
  },
  { kind: 'second-tone-added', runId: 'run-rust', place, growMm: 1 },
  {
    kind: 'spot-run-added',
    slip: { cutId: 'stage-2', place: { islands: [], outlinesMm: place.outlinesMm } },
    colourIds: ['night'],
  },
  { kind: 'block-set', blockId: 'block-1', part: { materialId: 'cherry', grainDeg: 90 } },
  { kind: 'fit-set', part: { chokeMm: 0.4 } },
  { kind: 'mask-added', mask },
  { kind: 'mask-set', maskId: 'mask-1', part: { note: 'sky' } },
  { kind: 'mask-removed', maskId: 'mask-1' },
  { kind: 'finding-kept', key: 'ridge 3 4' },
  { kind: 'findings-kept', keys: ['gap 1 2', 'gap 5 6'] },
  { kind: 'tools-set', toolsMm: [1, 4] },
  { kind: 'roller-set', part: { soft: true } },
  { kind: 'transfer-set', part: { spares: 5 } },
  { kind: 'layout-set', part: { marginMm: 25 } },
  { kind: 'register-set', part: { hand: 'new to it' } },
  { kind: 'heights-set', part: { blockMm: 6 } },
  { kind: 'sheets-set', part: { edition: 12 } },
  { kind: 'rules-set', part: { maxFilms: 3 } },
  { kind: 'way-chosen', chosen: 'block each', lay: true },
  { kind: 'way-set', part: { under: 'wet' } },
  { kind: 'paper-set', part: { name: 'grey', labD50: [70, 0, 2] } },
  {
    kind: 'workshop-used',
    of: 'shim',
    items: [{ id: 'shim-1', version: 1, kind: 'shim', name: 'foil', note: '', thicknessMm: 0.05 }],
  },
];

test.each(ONE_OF_EACH.map((edit) => [edit.kind, edit] as const))(
  '%s: looks and progress that were kept are those that would be worked out anew',
  (_, edit) => {
    const answers = new KeptAnswers(),
      got: ColoursGot = [];
    const masked = after({ kind: 'mask-added', mask });
    for (const from of [plan, masked]) {
      const made = applyEdit(from, edit);
      if (!made.ok) continue;
      // one sheet for both: only what the plan says may tell them apart
      const sheet = plainSheet(from),
        events: BenchEvent[] = [];
      for (const one of [from, made.value]) {
        expect(answers.looks(one, got, sheet)).toEqual(looksOfPlan(one, got, sheet));
        expect(answers.progress(one, events)).toEqual(progressOf(one, events));
      }
    }
  },
);

test('an edit that touches neither films nor order leaves looks and progress the very same', () => {
  const answers = new KeptAnswers(),
    got: ColoursGot = [],
    sheet = plainSheet(plan),
    events: BenchEvent[] = [];
  const [looks, progress] = [answers.looks(plan, got, sheet), answers.progress(plan, events)];
  const next = after({ kind: 'layout-set', part: { marginMm: 25 } });
  expect(answers.looks(next, got, sheet)).toBe(looks);
  expect(answers.progress(next, events)).toBe(progress);
});

test('an act leaves the lists it does not add to the very same, so that looks stay as they are', () => {
  const answers = new KeptAnswers();
  const at = '2026-11-27T10:00:00.000Z',
    runId = plan.runs[0].id;
  const event = (id: string, act: BenchEvent['act']): BenchEvent => ({ id, at, act });
  const got = event('got', {
    ...{ kind: 'colour-got', runId, colourId: plan.flat!.colours[0].id, labD50: [50, 1, 2], source: 'typed' },
  });
  const before = answers.progress(plan, [got]);
  const warmed = answers.progress(plan, [got, event('warm', { kind: 'warmed-up', runId, even: true })]);
  expect(warmed.bench.coloursGot).toBe(before.bench.coloursGot);
  expect(warmed.bench.warmUps).not.toBe(before.bench.warmUps);
  const again = event('again', {
    ...(got.act as Extract<BenchEvent['act'], { kind: 'colour-got' }>),
    labD50: [60, 1, 2],
  });
  const changed = answers.progress(plan, [got, again]);
  expect(changed.bench.coloursGot).not.toBe(before.bench.coloursGot);
  expect(changed).toEqual(progressOf(plan, [got, again]));
});

test.each(ONE_OF_EACH.map((edit) => [edit.kind, edit] as const))(
  '%s is taken from outside and has words',
  (_, edit) => {
    expect(checkEdit(JSON.parse(JSON.stringify(edit)))).toEqual({ ok: true, value: edit });
    expect(wordsOfEdit(nameOfEdit(edit))).not.toMatch(/[-/]/);
  },
);

test('what is no edit, or says more than one, is refused with what is wrong', () => {
  const said = (value: unknown) => {
    const got = checkEdit(value);
    return got.ok ? 'taken' : toldByServer(got);
  };
  expect(said({ kind: 'everything-changed' })).toMatch(/“everything-changed” is no change/);
  expect(said(null)).toMatch(/no change/);
  expect(said({ kind: 'toString' })).toMatch(/no change/);
  expect(said({ kind: 'sheets-set', part: { edition: 0 } })).toMatch(/0 is too little for the edition/);
  expect(said({ kind: 'sheets-set', part: { editions: 3 } })).toMatch(/“editions”/);
  expect(said({ kind: 'workshop-used', of: 'paper' })).toMatch(/“items”|items/);
  expect(said({ kind: 'workshop-used', of: 'paper', items: [null] })).toMatch(/items\[0\]/);
  expect(said({ kind: 'mask-removed', maskId: 'm', runId: 'r' })).toMatch(/“runId”/);
  expect(said({ kind: 'tools-set', toolsMm: [4, 1] })).toMatch(/narrow to wide/);
  expect(
    said({
      kind: 'inking-set',
      inkingId: 'i',
      part: { fade: { fromMm: { xMm: 1, yMm: 1 }, toMm: { xMm: 1, yMm: 1 }, toInkId: null, curve: 'even' } },
    }),
  ).toMatch(/needs a length/);
});

test('an edit changes what it names and leaves the rest the same object', () => {
  const next = after({ kind: 'inking-set', inkingId: 'inking-rust', part: { filmWeight: 0.7 } });
  expect(next.runs.map((run) => inkingsOf(run)[0].filmWeight)).toEqual([1, 0.7, 1]);
  expect(next.runs[0]).toBe(plan.runs[0]);
  expect(next.inks).toBe(plan.inks);
  expect(after({ kind: 'heights-set', part: { blockMm: 6 } }).register.stock).toBe(plan.register.stock);
});

test('an ink turned by hand departs from its recipe; its softener and name do not', () => {
  const mixed = after(ONE_OF_EACH.find((edit) => edit.kind === 'inks-mixed')!);
  const rust = (from: Plan) => from.inks.find((ink) => ink.id === 'ink-rust')!;
  expect(rust(mixed).recipe).not.toBeNull();
  expect(
    rust(after({ kind: 'ink-set', inkId: 'ink-rust', part: { softenerPercent: 4 } }, mixed)).recipe,
  ).not.toBeNull();
  expect(rust(after({ kind: 'ink-set', inkId: 'ink-rust', part: { opacity: 'half' } }, mixed))).toMatchObject({
    recipe: null,
    film: null,
  });
});

test('printed once more: over all others from a block that stays, before the block is cut on in a reduction', () => {
  const again = (from: Plan) => after({ kind: 'run-repeated', runId: 'run-straw', as: 'run-again-1' }, from);
  const stacksOf = (from: Plan) => looksOfPlan(from)!.stacks.map((stack) => stack.map((film) => film.run));
  const reduced = again(plan),
    onBlocks = again(onOwnBlocks(plan));
  for (const made of [reduced, onBlocks]) expect(checkPlan(made)).toMatchObject({ ok: true });
  expect(reduced.runs.map((run) => run.formes[0].cutId)).toEqual(['stage-1', 'stage-1', 'stage-2', 'stage-3']);
  expect(stacksOf(reduced)).toEqual([[], [0, 1], [0, 1, 2], [0, 1, 2, 3]]);
  expect(onBlocks.runs.map((run) => run.formes[0].cutId)).toEqual(['stage-1', 'stage-2', 'stage-3', 'stage-1']);
  expect(stacksOf(onBlocks)).toEqual([[], [0, 3], [1], [2]]);
  expect(applyEdit(reduced, { kind: 'run-repeated', runId: 'run-straw', as: 'run-again-1' })).toMatchObject({
    code: expect.stringMatching(/^edit-twice\b/),
  });
});

test('a run taken out takes its masks with it; cuts keep their places', () => {
  const less = after({ kind: 'run-removed', runId: 'run-rust' }, after({ kind: 'mask-added', mask }));
  expect([less.runs.length, less.masks.length]).toEqual([2, 0]);
  expect(less.blocks[0].sides[0].cuts.map((cut) => cut.id)).toEqual(['stage-1', 'stage-2', 'stage-3']);
  expect(groupsOf(less)).toEqual([['straw'], ['night']]);
  expect(checkPlan(less)).toMatchObject({ ok: true });
});

const ids = fc.constantFrom(
  'straw',
  'rust',
  'night',
  'run-straw',
  'run-rust',
  'run-night',
  'mask-1',
  'block-1',
  'gone',
);
const anyEdit: fc.Arbitrary<PlanEdit> = fc.oneof(
  fc.constantFrom(...ONE_OF_EACH),
  fc.record({
    kind: fc.constant('sheets-set' as const),
    part: fc.record({ edition: fc.integer({ min: -5, max: 800 }) }),
  }),
  fc.record({ kind: fc.constant('run-removed' as const), runId: ids }),
  fc.record({ kind: fc.constant('mask-removed' as const), maskId: ids }),
  fc.record({
    kind: fc.constant('run-repeated' as const),
    runId: ids,
    as: fc.constantFrom('run-a', 'run-b', 'run-straw'),
  }),
  fc.record({ kind: fc.constant('bare-paper-set' as const), colourId: ids }),
  fc.record({
    kind: fc.constant('runs-ordered' as const),
    runIds: fc.shuffledSubarray(['run-straw', 'run-rust', 'run-night']),
  }),
  fc.record({
    kind: fc.constant('fit-set' as const),
    part: fc.record({ trapMm: fc.double({ min: -1, max: 5, noNaN: true }) }),
  }),
  fc.record({
    kind: fc.constant('second-tone-added' as const),
    runId: ids,
    place: fc.constant(place),
    growMm: fc.constantFrom(0, 1, 99),
  }),
);

function frozen<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(frozen);
  }
  return value;
}

test('any series of edits leaves a valid plan or is refused with a code; undo restores it exactly', () => {
  const counts = { taken: 0, refused: 0 };
  fc.assert(
    fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 12 }), (edits) => {
      const history = [frozen(plan)];
      const texts = [JSON.stringify(plan)];
      for (const edit of edits) {
        const checked = checkEdit(edit);
        const made = checked.ok ? applyEdit(history.at(-1)!, checked.value) : checked;
        const valid = made.ok ? checkPlan(made.value) : made;
        if (valid.ok) {
          counts.taken++;
          history.push(frozen(valid.value));
          texts.push(JSON.stringify(valid.value));
          expect(made.ok && JSON.stringify(made.value)).toBe(JSON.stringify(valid.value));
        } else {
          counts.refused++;
          expect(valid.code).toMatch(/^[a-z-]+(\.\w+)?$/i);
          expect(toldByServer(valid).length).toBeGreaterThan(10);
        }
      }
      expect(history.map((state) => JSON.stringify(state))).toEqual(texts);
    }),
    { seed: 11, numRuns: 250 },
  );
  expect(counts.taken).toBeGreaterThan(200);
  expect(counts.refused).toBeGreaterThan(50);
});
