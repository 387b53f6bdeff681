import {
  BEYOND,
  NO_MOTION,
  fitMotion,
  isWrong,
  kentoContacts,
  kentoMovesMade,
  largestAtCorners,
  shimPlan,
  type Motion,
} from '@/core/registration';
import { type BenchAct, type BenchEvent, emptyPlan, type Plan } from '@/model';
import { replayLog } from './bench/replayLog';
import {
  benchX,
  blockOnSheet,
  boundaryKindsOf,
  contactsOf,
  expectedLooks,
  filmsOnParts,
  fixedMotions,
  jigInputOf,
  lookOfFilms,
  measuredGrowth,
  measuredMisfits,
  outOfRegister,
  ownSpread,
  plainSheet,
  presentMisfits,
  sheetLayoutOf,
  withFlat,
} from './index';
import { flatColour, pictureOf, onOwnBlocks } from '@/testing/plans';

const SHA = 'e'.repeat(64);
const colour = (id: string, L: number, a = 0, b = 5) => flatColour(id, [L, a, b]);
const base: Plan = {
  ...emptyPlan(),
  picture: pictureOf(200, 150),
};
const reduction = withFlat(base, {
  labelsSha: SHA,
  settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
  barePaperId: 'paper',
  handChanges: 0,
  colours: [colour('paper', 95), colour('straw', 82, 2, 45), colour('rust', 50, 40, 40), colour('night', 18)],
});

let minute = 0;
const log = (...acts: BenchAct[]) =>
  replayLog(
    acts.map((act) => ({ id: `e${++minute}`, at: new Date(Date.UTC(2026, 10, 20, 10, minute)).toISOString(), act })),
  );
const at = { xMm: 140, yMm: 115 };
const motion = (part: Partial<Motion>): Motion => ({ ...NO_MOTION, about: at, ...part });
const proof = (run: number, against: number | null, part: Partial<Motion>, sheet = ''): BenchAct => ({
  kind: 'proofed',
  proofId: `p${run}-${++minute}`,
  runId: reduction.runs[run - 1].id,
  againstRunId: against === null ? null : reduction.runs[against - 1].id,
  sheet,
  source: 'eye',
  marks: [],
  motion: motion(part),
});

describe('boundaries of a plan', () => {
  const kind = (plan: Plan, a: number, b: number, fit = plan.fit) =>
    boundaryKindsOf(plan, [], fit).find((k) => k.a === a && k.b === b)!;
  test('in a reduction as many films end on a line as lie between its colours', () => {
    expect(
      [
        kind(reduction, 0, 1),
        kind(reduction, 0, 2),
        kind(reduction, 0, 3),
        kind(reduction, 1, 3),
        kind(reduction, 0, BEYOND),
        kind(reduction, 3, BEYOND),
      ].map((k) => k.edges.length),
    ).toEqual([1, 2, 3, 2, 0, 3]);
    expect(kind(reduction, 0, 3).edges.every((e) => e.covers === 'b' && e.offsetMm === 0)).toBe(true);
  });
  test('a choke lets all but the first film end inside, and its strip is planned', () => {
    const choked = kind(reduction, 0, 3, { ...reduction.fit, chokeMm: 0.4 });
    expect(choked.edges.map((e) => e.offsetMm)).toEqual([0, 0.4, 0.4]);
    const open = kind(reduction, 0, 3);
    expect(isWrong(open, 1)).toBe(true);
    expect(isWrong(choked, 1)).toBe(false);
    expect([isWrong(choked, 0), isWrong(choked, 7)]).toEqual([false, false]);
  });
  test('twenty runs: only the strips that occur are reckoned', () => {
    const ids = Array.from({ length: 21 }, (_, i) => (i === 0 ? 'paper' : `c${i}`));
    const many = withFlat(
      { ...emptyPlan(), picture: reduction.picture },
      {
        ...reduction.flat!,
        barePaperId: 'paper',
        colours: ids.map((id, i) => ({
          id,
          name: id,
          wantedLabD50: [95 - 4 * i, 5, 10] as const,
          areaShare: 1 / 21,
          islandCount: 1,
        })),
      },
    );
    expect(many.runs.length).toBe(20);
    const kinds = boundaryKindsOf(many);
    const deepest = kinds.find((k) => k.a === 0 && k.b === 20)!;
    expect(deepest.edges.length).toBe(20);
    expect(isWrong(deepest, 1)).toBe(true);
    expect(isWrong(deepest, (1 << 20) - 1)).toBe(false);
  });
  test('between blocks the lighter grows under the darker, and the overlap is planned', () => {
    const blocks = onOwnBlocks(reduction);
    const plain = kind(blocks, 1, 3),
      trapped = kind(blocks, 1, 3, { ...blocks.fit, trapMm: 0.5 });
    expect(plain.edges.map((e) => [e.covers, e.offsetMm])).toEqual([
      ['a', 0],
      ['b', 0],
    ]);
    expect(isWrong(plain, 0)).toBe(true);
    expect(trapped.edges.map((e) => [e.covers, e.offsetMm])).toEqual([
      ['a', 0.5],
      ['b', 0],
    ]);
    expect(isWrong(trapped, 3)).toBe(false);
  });
});

test('films on parts and their looks agree with the looks after each run', () => {
  const sheet = plainSheet(reduction),
    film = filmsOnParts(reduction, sheet);
  expect(film.map((f) => [...f])).toEqual([
    [0, 1, 1, 1],
    [0, 0, 1, 1],
    [0, 0, 0, 1],
  ]);
  const { lookUpToLabD50, inked, strips } = expectedLooks(reduction, [], sheet, 2);
  expect(lookUpToLabD50.length).toBe(3);
  expect(inked).toEqual([
    [false, true, true, true],
    [false, false, true, true],
  ]);
  lookOfFilms(reduction, [], film)(3).forEach((v, i) => expect(v).toBeCloseTo(lookUpToLabD50[2][2][i], 6));
  expect(strips.map((s) => s.runs)).toEqual([[], [1], [2], [1, 2]]);
});

describe('proofs and shims', () => {
  test('misfits are chained to the first run; a gap in the chain is none', () => {
    const found = measuredMisfits(
      reduction,
      log(proof(2, 1, { dxMm: 0.3 }), proof(3, 2, { dxMm: 0.2, rotationDeg: 0.1 })),
    );
    expect(found.map((m) => m && Math.round(m.dxMm * 1000) / 1000)).toEqual([0, 0.3, 0.5]);
    expect(measuredMisfits(reduction, log(proof(3, 2, { dxMm: 1 })))[2]).toBeUndefined();
  });
  test('after the shims of the plan are in, all lies in register; the plan asks for nothing more', () => {
    const layout = sheetLayoutOf(reduction)!,
      contacts = contactsOf(layout);
    const acts = [proof(2, 1, { dxMm: 0.5, dyMm: -0.3, rotationDeg: 0.15 }), proof(3, 1, { dxMm: -0.4 })];
    const bench = log(...acts);
    expect(outOfRegister(reduction, bench)).toMatchObject({ run: expect.any(Number) as number });
    const stock = [{ name: 'tissue', thicknessMm: 0.02 }];
    const settings = reduction.runs.map((run, i) => ({
      id: run.id,
      misfit: measuredMisfits(reduction, bench)[i]!,
      shimsMm: [],
    }));
    const plan = shimPlan(settings, contacts, stock, layout.images[0]);
    const shimmed = log(...acts, {
      kind: 'shimmed',
      note: '',
      settings: plan.settings.map((s) => ({ runId: s.id, shimsMm: s.contacts.map((c) => c.setMm), pieces: '' })),
    });
    expect(outOfRegister(reduction, shimmed)).toBeUndefined();
    presentMisfits(reduction, layout, shimmed).forEach((m) => expect(Math.hypot(m!.dxMm, m!.dyMm)).toBeLessThan(0.08));
    // the same proofs, told with the shims they had, ask for the same again
    const again = shimPlan(settings, contacts, stock, layout.images[0]);
    expect(again.settings.map((s) => s.contacts.map((c) => c.setMm))).toEqual(
      plan.settings.map((s) => s.contacts.map((c) => c.setMm)),
    );
  });
  test('a proof after the shims knows which it had', () => {
    const bench = log(
      { kind: 'shimmed', note: '', settings: [{ runId: reduction.runs[1].id, shimsMm: [0.4, 0.4, 0], pieces: '' }] },
      proof(2, 1, { dxMm: 0.05 }),
    );
    expect(bench.proofs[0].shimsMm).toEqual([0.4, 0.4, 0]);
    expect(bench.shimmings.length).toBe(1);
  });
  test('a measured misfit moves every sheet of the fit; movement adds growth', () => {
    const layout = sheetLayoutOf(reduction)!;
    const damp = { ...reduction, register: { ...reduction.register, paperDampChange: 0.4 } };
    const fixed = fixedMotions(damp, layout, log(proof(2, 1, { dxMm: 0.6 })));
    expect(fixed[1].growthX).toBeLessThan(0);
    expect(fixed[1].dxMm - fixedMotions(damp, layout, undefined)[1].dxMm).toBeCloseTo(0.6, 3);
  });
  test('own spread is learned from several sheets of a run', () => {
    expect(ownSpread(reduction, log(proof(2, 1, { dxMm: 0.1 }))).layings).toBe(0);
    const many = log(
      ...Array.from({ length: 20 }, (_, i) =>
        proof(2, 1, { dxMm: 0.02 * (i % 3), dyMm: 0.01 * (i % 2) }, String(i + 1)),
      ),
    );
    const { spread, layings } = ownSpread(reduction, many);
    expect(layings).toBe(20);
    expect(spread.shiftMm).toBeLessThan(0.2);
  });
});

test('marks of a proof fit to the motion they came from', () => {
  expect(
    fitMotion([
      { xMm: 0, yMm: 0, dxMm: 0.2, dyMm: 0 },
      { xMm: 100, yMm: 0, dxMm: 0.2, dyMm: 0 },
    ]).dxMm,
  ).toBeCloseTo(0.2, 9);
});

describe('blocks on the sheet', () => {
  const sized = (widthMm: number, heightMm: number): Plan => ({
    ...reduction,
    blocks: reduction.blocks.map((block) => ({ ...block, sizeMm: { widthMm, heightMm } })),
  });

  test('without a size of its own the block is the image', () => {
    const layout = sheetLayoutOf(reduction)!;
    expect(blockOnSheet(layout)).toEqual(layout.images[0]);
    expect(layout.blocks).toEqual([]);
  });

  test('a larger block keeps the origin corner: it grows left and up', () => {
    const layout = sheetLayoutOf(sized(230, 170))!,
      block = blockOnSheet(layout),
      picture = layout.images[0];
    expect(block.xMm + block.widthMm).toBeCloseTo(picture.xMm + picture.widthMm, 9);
    expect(block.yMm + block.heightMm).toBeCloseTo(picture.yMm + picture.heightMm, 9);
    expect(picture.xMm - block.xMm).toBeCloseTo(30, 9);
    expect(picture.yMm - block.yMm).toBeCloseTo(20, 9);
  });

  test('its contacts lie on its own edges, and push towards the print’s left and top', () => {
    const layout = sheetLayoutOf(sized(230, 170))!,
      block = blockOnSheet(layout);
    for (const contact of contactsOf(layout)) {
      const [px, py] = contact.pushes;
      expect(px <= 0 && py <= 0).toBe(true);
      if (py < 0) expect(contact.yMm).toBeCloseTo(block.yMm + block.heightMm, 9);
      else expect(contact.xMm).toBeCloseTo(block.xMm + block.widthMm, 9);
    }
  });

  test('an upright block has two contacts on its long side, at the print’s right', () => {
    const contacts = contactsOf(sheetLayoutOf(sized(160, 240))!);
    expect(contacts.filter((c) => c.pushes[0] < 0).length).toBe(2);
    expect(contacts[0].name.code).toBe('stop.near');
    expect(contacts[0].yMm).toBeGreaterThan(contacts[1].yMm);
  });

  test('right and left change places on the bench, within the sheet', () => {
    const layout = sheetLayoutOf(reduction)!;
    expect(benchX(layout, 0)).toBe(layout.sheetMm.widthMm);
    expect(benchX(layout, benchX(layout, 37))).toBeCloseTo(37, 9);
  });

  test('the jig is as high as block and backing together', () => {
    const heights = { ...reduction.register.heights, blockMm: 5, backingMm: 12 };
    const input = jigInputOf({ ...reduction, register: { ...reduction.register, heights } }, sheetLayoutOf(reduction)!);
    expect(input.blockHeightMm).toBe(17);
    expect(input.paperThicknessMm).toBe(heights.paperMm);
  });
});

describe('marks cut in the block', () => {
  const damp: Plan = { ...reduction, way: { ...reduction.way, registration: 'kento' } };
  const layout = sheetLayoutOf(damp)!;
  const runId = damp.runs[1].id;
  const proof = (at: string): BenchEvent => ({
    ...{ id: `proof-${at}`, at },
    act: {
      ...{ kind: 'proofed', proofId: `p-${at}`, runId, againstRunId: damp.runs[0].id, sheet: '', source: 'eye' },
      marks: [{ xMm: 10, yMm: 10, dxMm: 0.6, dyMm: -0.4 }],
      motion: {
        ...{ dxMm: 0.6, dyMm: -0.4, rotationDeg: 0.2, growthX: 0, growthY: 0, residualMm: 0 },
        about: { xMm: 60, yMm: 60 },
      },
    },
  });
  const misfitOf = (...events: BenchEvent[]) => presentMisfits(damp, layout, replayLog(events))[1];
  const T = (hour: number) => `2026-11-20T${String(hour).padStart(2, '0')}:00:00.000Z`;

  test('put right by the moves found, a misfit is gone; measured again, the measure counts alone', () => {
    const before = misfitOf(proof(T(8)))!;
    expect(largestAtCorners(before, layout.images[0])).toBeGreaterThan(0.5);
    const movesMm = kentoMovesMade(before, kentoContacts(layout.sheetMm));
    const right: BenchEvent = {
      ...{ id: 'right', at: T(9) },
      act: { kind: 'kento-put-right', settings: [{ runId, movesMm }], note: '' },
    };
    expect(largestAtCorners(misfitOf(proof(T(8)), right)!, layout.images[0])).toBeLessThan(0.02);
    expect(misfitOf(proof(T(8)), right, proof(T(10)))!.dxMm).toBeCloseTo(before.dxMm, 6);
  });

  test('a corner let in anew is to be measured again', () => {
    const inlaid: BenchEvent = { id: 'inlaid', at: T(9), act: { kind: 'kento-inlaid', runId, note: '' } };
    expect(misfitOf(proof(T(8)), inlaid)).toBeUndefined();
    expect(misfitOf(proof(T(8)), inlaid, proof(T(10)))).toBeDefined();
  });

  describe('on blocks of their own, one printed twice', () => {
    const [first, straw, rust] = onOwnBlocks(damp).runs;
    // the block of straw once more, after rust
    const plan: Plan = {
      ...onOwnBlocks(damp),
      runs: [first, straw, rust, { ...straw, id: 'again', formes: straw.formes.map((f) => ({ ...f, id: 'forme-x' })) }],
    };
    const measured = (run: string, hour: number, dxMm = 0.6): BenchEvent => {
      const { act, ...event } = proof(T(hour));
      return {
        ...event,
        id: `${run}-${hour}`,
        act: { ...act, proofId: `${run}-${hour}`, runId: run, motion: motion({ dxMm, about: at }) } as BenchAct,
      };
    };
    const moved = (run: string, hour: number, movesMm: number[]): BenchEvent => ({
      ...{ id: `right-${run}-${hour}`, at: T(hour) },
      act: { kind: 'kento-put-right', settings: [{ runId: run, movesMm }], note: '' },
    });
    const misfits = (...events: BenchEvent[]) => presentMisfits(plan, layout, replayLog(events));
    const both = [measured(straw.id, 8), measured('again', 8)];
    const moves = kentoMovesMade(misfits(...both)[1]!, kentoContacts(layout.sheetMm));
    const worst = (motionNow: Motion | undefined) => largestAtCorners(motionNow!, layout.images[0]);

    test('the marks are those of the side: moved for its first run they are moved for the next', () => {
      const now = misfits(...both, moved(straw.id, 9, moves));
      expect(worst(now[1])).toBeLessThan(0.02);
      expect(worst(now[3])).toBeLessThan(0.02);
    });

    test('moved for a later run they leave what was printed before as it lies, and other blocks', () => {
      const now = misfits(...both, measured(rust.id, 8), moved('again', 9, moves));
      expect(worst(now[1])).toBeGreaterThan(0.5);
      expect(worst(now[2])).toBeGreaterThan(0.5);
      expect(worst(now[3])).toBeLessThan(0.02);
    });

    test('a corner let in anew is to be measured again for every run to come of that side', () => {
      const inlaid: BenchEvent = { id: 'in', at: T(9), act: { kind: 'kento-inlaid', runId: straw.id, note: '' } };
      const now = misfits(...both, measured(rust.id, 8), inlaid);
      expect([now[1], now[3]]).toEqual([undefined, undefined]);
      expect(now[2]).toBeDefined();
    });

    test('moves of a run that is gone move nothing', () => {
      expect(worst(misfits(...both, moved('gone', 9, moves))[1])).toBeGreaterThan(0.5);
    });
  });
});

describe('paper that has grown', () => {
  const plain = onOwnBlocks(reduction);
  const layout = sheetLayoutOf(plain)!;
  const drawn = (r: number, acrossPercent: number, downPercent = 0): Plan => ({
    ...plain,
    blocks: plain.blocks.map((block, b) =>
      b === r ? { ...block, sides: [{ ...block.sides[0], drawnLarger: { acrossPercent, downPercent } }] } : block,
    ),
  });
  const grown = (run: number, growthX: number, growthY = 0) => proof(run, 1, { growthX, growthY });

  test('each proof asks for what its own block lacks: one drawn for it already does not ask for half', () => {
    expect(measuredGrowth(plain, log(grown(2, -0.004, -0.002)))).toEqual({ acrossPercent: 0.4, downPercent: 0.2 });
    // the third was drawn 0.4 % larger and lies right but for a hair
    const both = log(grown(2, -0.004), grown(3, -1e-6));
    expect(measuredGrowth(drawn(2, 0.4), both)).toEqual({ acrossPercent: 0.4, downPercent: 0 });
    // drawn too large it asks for less
    expect(measuredGrowth(drawn(1, 1), log(grown(2, 0.003)))).toEqual({ acrossPercent: 0.7, downPercent: 0 });
  });

  test('two marks tell nothing of growth, nor does a proof against the sheet alone', () => {
    expect(measuredGrowth(plain, log(proof(2, 1, { dxMm: 0.4 })))).toBeUndefined();
    expect(measuredGrowth(plain, log(proof(2, null, { growthX: 0.01 })))).toBeUndefined();
  });

  test('what is not measured is expected where its block is drawn for the paper, and out where it is not', () => {
    const bench = log(grown(2, -0.004, -0.01));
    const [first, second, third] = fixedMotions(plain, layout, bench);
    expect([first.growthX, second.growthX]).toEqual([0, -0.004]);
    expect(third.growthX).toBeCloseTo(-0.004, 9);
    expect(third.growthY).toBeCloseTo(-0.01, 9);
    const [, , fitted] = fixedMotions(drawn(2, 0.4, 1), layout, bench);
    expect(fitted.growthX).toBeCloseTo(0, 9);
    expect(fitted.growthY).toBeCloseTo(0, 9);
  });

  test('before anything is measured a block drawn larger lies larger by as much, over what the paper is expected to move', () => {
    const damp = (plan: Plan): Plan => ({
      ...plan,
      register: { ...plan.register, paperDampChange: 0.5 },
    });
    const [, , moved] = fixedMotions(damp(plain), layout, undefined),
      [, , larger] = fixedMotions(damp(drawn(2, 0.5)), layout, undefined);
    expect(moved.growthX).not.toBe(0);
    expect(larger.growthX - moved.growthX).toBeCloseTo(0.005, 9);
    expect(larger.growthY).toBeCloseTo(moved.growthY, 9);
    // movement about the held corner is what it was
    expect([larger.dxMm, larger.dyMm]).toEqual([moved.dxMm, moved.dyMm]);
  });
});
