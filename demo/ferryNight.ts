import { normalDeviate, randomStream } from '@/core/random/random';
import { startBelief, markSheets, proposeRoles, type Fault } from '@/core/sheets';
import { kentoContacts, kentoMovesMade } from '@/core/registration';
import {
  blocksOfRun,
  cutsOf,
  impressionCards,
  inkingsOf,
  looksOfPlan,
  plainSheet,
  presentMisfits,
  replayLog,
  sheetAnswerOf,
  sheetDryG,
  sheetLayoutOf,
  sheetsWanted,
} from '@/derived';
import type { BrushMix } from '@/core/inks';
import type { ActOf, BenchAct, BenchEvent, Ink, Plan, PlanEdit } from '@/model';
import { editPrint, printState } from '@/server';
import { appendBenchEvent, raiseUndoFloor, touchPrint, type Store } from '@/store';
import { DAY, expectOk, flattenInto, madeWith, MINUTE } from './seeding';

const HOUR = 60 * MINUTE;
/** It was finished so long ago; the first impression was pulled two days before. */
const FINISHED_DAYS_AGO = 19;
/** A pull takes so long by brush and disc. */
const PULL_MIN = 2.9;
/** Runs of each day at the bench; both sides of the board of the lights in one. */
const DAYS: readonly (readonly number[])[] = [
  [0, 1, 2, 3],
  [4, 5],
  [6, 7, 8],
];
const FAULTS: readonly Fault[] = ['bled', 'broken', 'misfit', 'paste shine', 'weak', 'fade too short'];

/**
 * Ferry Slip, Night Rain: key block first, damp and brushed, sky and water laid once more fading, nine impressions from five boards one of which
 * is cut on both sides; finished and numbered, edition of thirty. Returns when its last sheet was pulled.
 */
export async function ferryNight(db: Store, id: string, nowMs: number): Promise<number> {
  const endMs = nowMs - FINISHED_DAYS_AGO * DAY;
  const daysBefore = (days: number) => new Date(endMs - days * DAY).toISOString();
  const edit = (change: PlanEdit, days: number) => expectOk(editPrint(db, id, change, daysBefore(days)));
  const planNow = () => expectOk(printState(db, id)).plan;
  edit({ kind: 'way-chosen', chosen: 'damp and brushed', lay: true }, 20);
  await flattenInto(db, id, { colourCount: 7, radiusMm: 0.25, minIslandMm2: 1 }, daysBefore(20));
  edit({ kind: 'sheets-set', part: { edition: 30, proofsToKeep: 3, testSheets: 2, experience: 'workshop' } }, 19);
  keyFirst(planNow(), (change) => edit(change, 18));
  onFiveBoards(planNow(), (change) => edit(change, 17));
  for (const change of deeperAgain(planNow())) edit(change, 16);
  edit({ kind: 'transfer-set', part: { ticked: planNow().blocks.map((block) => block.id) } }, 16);
  for (const change of wishedSo(planNow())) edit(change, 15);
  const plan = planNow();
  const events = logOf(plan, endMs).map(({ ms, act }, i): BenchEvent => ({
    ...{ id: `ferry-${String(i + 1).padStart(4, '0')}`, act },
    at: new Date(ms).toISOString(),
  }));
  db.transaction(() => {
    for (const event of events) appendBenchEvent(db, id, event);
    madeWith(db, id, events[events.length - 1].at);
    raiseUndoFloor(db, id);
    touchPrint(db, id, events[events.length - 1].at);
  })();
  return endMs;
}

/** The darkest colour is the key drawing: its lines hold the picture, and it is printed first. */
function keyFirst({ flat, runs }: Plan, edit: (change: PlanEdit) => void): void {
  const darkest = flat!.colours.reduce((a, b) => (b.wantedLabD50[0] < a.wantedLabD50[0] ? b : a));
  edit({
    ...{ kind: 'shapes-changed', how: 'key' },
    flat: { ...flat!, key: { colourId: darkest.id, widthMm: 0.9 } },
  });
  const own = runs.find((run) => inkingsOf(run)[0].colourId === darkest.id)!;
  edit({ kind: 'runs-ordered', runIds: [own.id, ...runs.filter((run) => run !== own).map(({ id }) => id)] });
}

/** The two lights share a board, one on its face and one on its back; each board is called by what stands on it. */
function onFiveBoards({ blocks, runs }: Plan, edit: (change: PlanEdit) => void): void {
  const blockOf = (r: number) => blocks.find((block) => block.sides[0].cuts[0].id === runs[r].formes[0].cutId)!;
  const [key, lamp, mist, glow, sky, water] = runs.map((_, r) => blockOf(r));
  edit({ kind: 'side-taken', blockId: lamp.id, fromBlockId: glow.id });
  for (const [block, name] of [
    [key, 'Key board'],
    [lamp, 'Lights, face and back'],
    [mist, 'Mist board'],
    [sky, 'Sky board'],
    [water, 'Water board'],
  ] as const)
    edit({ kind: 'block-set', blockId: block.id, part: { name } });
}

/** Sky and water once more, deep and running out towards the horizon, and the key once more over all. */
function deeperAgain({ runs, inks, picture }: Plan): PlanEdit[] {
  const { widthMm, heightMm } = picture!;
  const middle = widthMm / 2;
  const deep = (id: string, name: string, solidLabD50: Ink['solidLabD50']): Ink => ({
    ...{ ...inks[0], id: `ink-${id}`, name, solidLabD50 },
    ...{ opacity: 'transparent', film: null, recipe: null },
  });
  const again = (r: number, as: string, ink?: Ink): PlanEdit => ({
    ...{ kind: 'run-repeated', runId: runs[r].id, as: `run-${as}` },
    ...(ink && { ink }),
  });
  const fading = (as: string, from: number, to: number): PlanEdit => ({
    ...{ kind: 'inking-set', inkingId: `inking-run-${as}-1-1` },
    part: {
      filmWeight: 0.8,
      fade: {
        ...{ fromMm: { xMm: middle, yMm: from }, toMm: { xMm: middle, yMm: to } },
        ...{ toInkId: null, curve: 'even', by: 'brush', wanted: null },
      },
    },
  });
  return [
    again(4, 'deep-sky', deep('deep-sky', 'deep night blue', [36, -3, -26])),
    fading('deep-sky', 0, 0.42 * heightMm),
    again(5, 'deep-water', deep('deep-water', 'deep harbour green', [30, -14, -12])),
    fading('deep-water', heightMm, 0.5 * heightMm),
    again(0, 'key-again'),
  ];
}

/** Sky and water are wished as deep as both their films make them. */
function wishedSo(plan: Plan): PlanEdit[] {
  const finished = looksOfPlan(plan)!.looks.at(-1)!;
  return [4, 5].map((r) => {
    const { colourId } = inkingsOf(plan.runs[r])[0],
      label = plan.flat!.colours.findIndex(({ id }) => id === colourId);
    const [l, a, b] = finished[label].map((value) => Math.round(value * 10) / 10);
    return { kind: 'colour-set', colourId, part: { wantedLabD50: [l, a, b] }, keepsInk: true };
  });
}

interface Entry {
  readonly ms: number;
  readonly act: BenchAct;
}

/** What was done, from the first block cut to the numbers given. */
function logOf(plan: Plan, endMs: number): Entry[] {
  const log: Entry[] = [];
  const put = (ms: number, act: BenchAct) => log.push({ ms, act });
  const { counted } = sheetAnswerOf(plan, startBelief(plan.sheets.experience)),
    tests = plan.sheets.testSheets;
  cutsOf(plan).forEach((cut, c) => put(endMs - (14 - 1.4 * c) * DAY, { kind: 'cut-done', cutId: cut.id }));
  for (const [i, act] of proofs(plan).entries()) put(endMs - 3.4 * DAY + i * 25 * MINUTE, act);
  put(endMs - 2.7 * DAY, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests });
  printThreeDays(plan, counted, endMs, put);
  const alive = aliveSheets(plan, log);
  const roles = proposeRoles(alive, plan.sheets.edition);
  const marks = markSheets(alive, roles, { runs: plan.runs.length });
  put(endMs + 8 * HOUR, { kind: 'numbered', edition: 'identical', marks, reason: '' });
  return log;
}

/** The sky board lay out and the paper had grown: measured by ruler, and its marks put right. */
function proofs(plan: Plan): BenchAct[] {
  const { widthMm, heightMm } = plan.picture!;
  const [key, sky] = [plan.runs[0], plan.runs[4]];
  const motion = {
    ...{ dxMm: 0.42, dyMm: -0.31, rotationDeg: 0.07, growthX: 0.0016, growthY: 0.0024, residualMm: 0.06 },
    about: { xMm: widthMm / 2, yMm: heightMm / 2 },
  };
  const corners = [
    [12, 12],
    [widthMm - 12, 14],
    [widthMm - 12, heightMm - 12],
    [14, heightMm - 12],
  ] as const;
  const turn = (motion.rotationDeg * Math.PI) / 180;
  const marks = corners.map(([xMm, yMm]) => {
    const [x, y] = [xMm - widthMm / 2, yMm - heightMm / 2];
    const tenth = (mm: number) => Math.round(mm * 20) / 20;
    return {
      ...{ xMm, yMm },
      dxMm: tenth(motion.dxMm + motion.growthX * x - turn * y),
      dyMm: tenth(motion.dyMm + motion.growthY * y + turn * x),
    };
  });
  const proof: BenchAct = {
    ...{ kind: 'proofed', proofId: 'ferry-proof-1', runId: sky.id, againstRunId: key.id, sheet: '', source: 'eye' },
    ...{ marks, motion },
  };
  const layout = sheetLayoutOf(plan)!,
    known = replayLog([{ id: 'proof', at: new Date(0).toISOString(), act: proof }]),
    misfit = presentMisfits(plan, layout, known)[4]!;
  return [
    { kind: 'room-read', temperatureC: 15, relativeHumidityPercent: 66 },
    proof,
    {
      kind: 'kento-put-right',
      settings: [{ runId: sky.id, movesMm: kentoMovesMade(misfit, kentoContacts(layout.sheetMm)) }],
      note: 'Two slivers of card at the corner, the side mark cut back a little.',
    },
  ];
}

/** The pack damped the evening before, then three runs a day; sheets go back under cover after each impression. */
function printThreeDays(plan: Plan, counted: number, endMs: number, put: (ms: number, act: BenchAct) => void): void {
  const random = randomStream(2380),
    packId = 'ferry-pack',
    dryG = Math.round(sheetDryG(plan) * (counted + 2) * 10) / 10;
  let sheets = ['T1', 'T2', ...Array.from({ length: counted }, (_, i) => `${i + 1}`)];
  let spare = counted - sheetsWanted(plan);
  const damped = endMs - 2.6 * DAY;
  put(damped, { kind: 'pack-damped', packId, sheets: sheets.length, dryG, how: 'brushed', targetPercent: 35 });
  put(damped + 5 * HOUR, { kind: 'pack-turned', packId });
  DAYS.forEach((runs, d) => {
    let ms = endMs - (2 - d) * DAY - 8.5 * HOUR;
    const grams = Math.round((dryG * sheets.length * (1.35 + [0.004, -0.021, -0.008][d]) * 10) / (counted + 2)) / 10;
    put(ms - 20 * MINUTE, { kind: 'pack-weighed', packId, grams, sheets: sheets.length });
    for (const r of runs) {
      const run = plan.runs[r];
      put(ms - 6 * MINUTE, { kind: 'pack-opened', packId, out: 3 });
      for (const [minutes, act] of watered(plan, r)) put(ms + minutes * MINUTE, act);
      const [card] = impressionCards(plan, plainSheet(plan), run, sheets.length);
      for (const sheet of [...sheets]) {
        ms += Math.max(1.8, PULL_MIN + 0.5 * normalDeviate(random)) * MINUTE;
        const faulty = random() < (sheet.startsWith('T') ? 0.4 : 0.05),
          fault = FAULTS[Math.floor(random() * (inkingsOf(run)[0].fade ? 6 : 5))];
        const setAside = faulty && !sheet.startsWith('T') && spare > 0 && random() < 0.55;
        if (setAside) {
          spare--;
          sheets = sheets.filter((one) => one !== sheet);
        }
        put(ms, {
          ...{ kind: 'pull', runId: run.id, sheet, faults: faulty ? [fault] : [], setAside },
          note: setAside ? (NOTES[fault] ?? '') : '',
        });
      }
      const ml = (part: keyof BrushMix, more: number) =>
        Math.round(card.saidMl[part] * more * (1 + 0.08 * normalDeviate(random)) * 10) / 10;
      put(ms + 3 * MINUTE, {
        ...{ kind: 'brushed-with', runId: run.id, inkingId: card.inkingId, sheets: sheets.length },
        // this hand uses more paste and less water than most
        ...{ usedMl: { pigment: ml('pigment', 1), paste: ml('paste', 1.25), water: ml('water', 0.85) } },
        saidMl: card.saidMl,
      });
      put(ms + 4 * MINUTE, { kind: 'pack-opened', packId, out: 0 });
      ms += 22 * MINUTE;
    }
  });
  put(endMs - HOUR, { kind: 'pack-ended', packId, why: 'used up' });
}

/** Of the lights' board, both of whose sides are printed in one sitting: minutes from the first pull of a run. */
function watered(plan: Plan, r: number): readonly (readonly [minutes: number, act: BenchAct])[] {
  const { block } = blocksOfRun(plan, plan.runs[r])[0];
  const { widthMm, heightMm } = plan.picture!;
  const rests = (how: ActOf<'board-rests'>['how']): BenchAct => ({ kind: 'board-rests', blockId: block.id, how });
  const measured = (percent: number): BenchAct => ({
    ...{ kind: 'board-measured', blockId: block.id },
    acrossMm: Math.round(widthMm * (1 + percent / 100) * 10) / 10,
    downMm: heightMm,
  });
  if (block.sides.length === 1) return [[-45, rests('wetted')]];
  return r === 1
    ? [
        [-70, measured(0)],
        [-65, rests('in the water')],
        [-8, measured(0.1)],
        [120, rests('in the water')],
      ]
    : [[-7, measured(0.1)]];
}

const NOTES: Partial<Record<Fault, string>> = {
  bled: 'too much water at the lamp',
  broken: 'lay out too long',
  misfit: 'laid beside the side mark',
  weak: 'brush ran dry',
};

/** Sheets that came through all runs, in their order. */
function aliveSheets(plan: Plan, log: readonly Entry[]): string[] {
  const last = plan.runs.at(-1)!.id;
  return log.flatMap(({ act }) =>
    act.kind === 'pull' && act.runId === last && !act.setAside && !act.sheet.startsWith('T') ? [act.sheet] : [],
  );
}
