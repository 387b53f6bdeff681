import sharp from 'sharp';
import { sketchPlans } from '@/core/layers';
import { normalDeviate, randomStream } from '@/core/random/random';
import { startBelief, type Fault } from '@/core/sheets';
import type { ActOf, BenchAct, BenchEvent, Laying, Plan } from '@/model';
import {
  cutsOfRun,
  foldedIntoPanels,
  inkOf,
  inkingsOf,
  paletteOf,
  plannedLaying,
  planTaskOf,
  sheetAnswerOf,
} from '@/derived';
import { addItem, editPrint, printState, sampleProofs } from '@/server';
import { appendBenchEvent, raiseUndoFloor, touchPrint, type Store } from '@/store';
import { allotmentGate } from './allotmentGate';
import { ferryNight } from './ferryNight';
import { ferrySlip } from './ferrySlip';
import { marketDay } from './marketDay';
import { marketMorning } from './marketMorning';
import { quinces } from './quinces';
import { ferryRecord, writeRecord } from './records';
import { saltWorks } from './saltWorks';
import { bringIn, DAY, expectOk, flattenInto, madeWith, MINUTE, mixAll } from './seeding';

/** Ten a millimetre: as fine as anything is cut. */
const GATE_PX = 2000;

/** The shared workshop of Tolvane: five prints, one of them finished and two half printed. `nowMs` is the moment its story has reached. */
export async function seedWorkshop(db: Store, nowMs: number): Promise<void> {
  const at = (daysAgo: number) => new Date(nowMs - daysAgo * DAY).toISOString();
  // one after the other: beside one another a slow machine would lose patience with them
  const ferry = await bringIn(
    db,
    'Ferry Slip, Night Rain',
    Buffer.from(ferrySlip()),
    'ferry slip.svg',
    [178.5, 250],
    at(45),
  );
  const still = await bringIn(
    db,
    'Quinces on a Blue Cloth',
    Buffer.from(quinces()),
    'quinces.svg',
    [200, 200],
    at(0.6),
  );
  const market = await bringIn(
    db,
    'Market Morning, Wet Day',
    Buffer.from(marketMorning()),
    'market morning.svg',
    [210, 160],
    at(2.2),
  );
  const id = await bringIn(
    db,
    'Salt Works, Low Sun',
    Buffer.from(saltWorks()),
    'salt works, low sun.svg',
    [240, 180],
    at(18),
  );
  const gate = await sharp(allotmentGate(GATE_PX), { raw: { width: GATE_PX, height: (GATE_PX * 3) / 4, channels: 3 } })
    .jpeg({ quality: 93 })
    .toBuffer();
  await bringIn(db, 'Allotment Gate', gate, 'allotment gate.jpg', [200, 150], at(1));
  await flattenInto(db, still, { colourCount: 8, radiusMm: 0.3, minIslandMm2: 1.2 }, at(0.55));
  onFewBlocks(db, still, 4, at(0.5));
  // as many sheets as the rack by the window has places, and a few more
  expectOk(editPrint(db, still, { kind: 'sheets-set', part: { edition: 25 } }, at(0.48)));
  expectOk(editPrint(db, still, { kind: 'days-set', part: { wishedBy: dayOf(nowMs + 27 * DAY) } }, at(0.47)));
  mixAll(db, still, at(0.45));
  foldedCard(db, still, at(0.44));
  proofOnce(db, still, nowMs);
  expectOk(editPrint(db, id, { kind: 'way-chosen', chosen: 'reduction light first', lay: true }, at(17.5)));
  await flattenInto(db, id, { colourCount: 6, radiusMm: 0.3, minIslandMm2: 1.2 }, at(17));
  mixAll(db, id, at(16));
  expectOk(editPrint(db, id, { kind: 'days-set', part: { wishedBy: dayOf(nowMs + 60 * DAY) } }, at(15)));
  keepPalette(db, id, at(14.5));
  writeRecord(db, id, 'Salt Works, Low Sun', at(14));
  writeRecord(db, market, 'Market Morning, Wet Day', at(2.1));
  writeRecord(db, ferry, 'Ferry Slip, Night Rain', at(44));
  printHalf(db, id, nowMs);
  await marketDay(db, market, nowMs);
  await ferryRecord(db, ferry, nowMs, await ferryNight(db, ferry, nowMs));
}

/** Quinces are trimmed with a rim and folded once into a card, pressed flat before. */
function foldedCard(db: Store, id: string, now: string): void {
  const set = (part: Partial<Plan['finishing']>) =>
    void expectOk(editPrint(db, id, { kind: 'finishing-set', part }, now));
  set({ to: 'image', marginMm: 12, interleave: true, pressDays: 2 });
  set({ lines: foldedIntoPanels(expectOk(printState(db, id)).plan, 2, 'upright', 'card') });
}

/** The inks of Salt Works are kept for the other prints of its series. */
function keepPalette(db: Store, id: string, now: string): void {
  const inks = paletteOf(expectOk(printState(db, id)).plan);
  const note = 'Salt Works, and what else is printed of the shore in evening light.';
  expectOk(addItem(db, { kind: 'palette', version: 1, name: 'Evening on the shore', note, inks }, now));
}

/** A day, ISO. */
const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The plan with the fewest overlapping blocks wished for, as the search finds it. */
function onFewBlocks(db: Store, id: string, blocks: number, now: string): void {
  const { plan } = expectOk(printState(db, id));
  const belief = startBelief(plan.sheets.experience);
  const task = planTaskOf({ plan, got: [], closedRuns: 0, open: true, gapsMm: [], belief });
  const sketch = sketchPlans(task).find(
    (s) => s.blocks.length === blocks && s.blocks.every((block) => block.stages.length === 1),
  );
  if (!sketch) throw new Error(`no plan on ${blocks} blocks was found`);
  expectOk(editPrint(db, id, { kind: 'sketch-taken', sketch }, now));
}

/** All blocks cut, one proof measured by ruler: one of them lies out of register. */
function proofOnce(db: Store, id: string, nowMs: number): void {
  const { plan } = expectOk(printState(db, id));
  const acts: BenchAct[] = [
    ...plan.runs.map((run): BenchAct => ({ kind: 'cut-done', cutId: cutsOfRun(plan, run)[0].id })),
    ...sampleProofs(id, plan).map((proof): BenchAct => ({ kind: 'proofed', ...proof })),
  ];
  db.transaction(() => {
    acts.forEach((act, i) =>
      appendBenchEvent(db, id, {
        id: `quinces-${i + 1}`,
        at: new Date(nowMs - 0.35 * DAY + i * 20 * MINUTE).toISOString(),
        act,
      }),
    );
    madeWith(db, id, new Date(nowMs - 0.2 * DAY).toISOString());
    raiseUndoFloor(db, id);
    touchPrint(db, id, new Date(nowMs - 0.2 * DAY).toISOString());
  })();
}

const RUN_FAULTS: readonly Fault[] = ['misfit', 'weak', 'patchy', 'smudge', 'ghost', 'mark', 'weak', 'too heavy'];
const NOTES: Partial<Record<Fault, string>> = {
  weak: 'roller not charged yet',
  ghost: 'sheet slipped while rubbing',
  misfit: 'laid against the wrong stop',
  mark: 'thumb print in the margin',
};

const TRIALS = { roundId: 'proofs-1', counted: 5 } as const;

/** Five sheets of newsprint for trials of the second colour, with the first one on them as planned. */
function beganTrials(plan: Plan): BenchAct[] {
  const straw = plan.runs[0];
  return [
    {
      ...{ kind: 'round-begun', ...TRIALS, round: 'proof', tests: 0 },
      ...{ name: 'Apricot, heavier or paler', purpose: 'colour trial' },
      paper: { name: 'cream proof paper', labD50: [91, 1.4, 9] },
    },
    ...Array.from({ length: TRIALS.counted }, (_, i): BenchAct => ({
      ...{ kind: 'pull', roundId: TRIALS.roundId, runId: straw.id, sheet: `${i + 1}`, faults: [], setAside: false },
      ...{ note: '', laid: plannedLaying(plan, straw) },
    })),
  ];
}

/** The second colour five ways: as planned, with more and more extender, heavier, and on the first while that was open; two of them read. */
function trialsOfApricot(plan: Plan): BenchAct[] {
  const run = plan.runs[1];
  const planned = plannedLaying(plan, run);
  const laid = (part: Partial<Laying['inkings'][number]>, more: Partial<Laying> = {}): Laying => ({
    ...planned,
    ...more,
    inkings: planned.inkings.map((inking) => ({ ...inking, ...part })),
  });
  const ways: readonly (readonly [Laying, string])[] = [
    [planned, ''],
    [laid({ extenderPercent: 25 }), ''],
    [laid({ extenderPercent: 50 }), 'the sky lets go of the pans'],
    [laid({ filmWeight: 1.4 }), 'fills the ripples'],
    [laid({ extenderPercent: 35 }, { wet: true }), 'laid on straw that was rolled again'],
  ];
  const pulls = ways.map(([laying, note], i): BenchAct => ({
    ...{ kind: 'pull', roundId: TRIALS.roundId, runId: run.id, sheet: `${i + 1}`, faults: [], setAside: false },
    ...{ note, laid: laying },
  }));
  const colourId = inkingsOf(run)[0].colourId;
  const read = (sheet: string, labD50: [number, number, number]): BenchAct => ({
    ...{ kind: 'colour-got', runId: run.id, colourId, labD50, source: 'reader' },
    trial: { roundId: TRIALS.roundId, sheet },
  });
  return [...pulls, read('1', [69.4, 19.6, 51.5]), read('3', [76.2, 13.1, 46.4])];
}

/** What was set otherwise in the run that is being printed (the third), from which sheet on. */
const SETTINGS: Readonly<Record<string, Pick<ActOf<'setting-changed'>, 'what' | 'value' | 'why'>>> = {
  '1': { what: 'charges', value: '3', why: 'both test sheets came out weak' },
  '12': { what: 'rubbing tool', value: 'broad, then hard', why: 'the large dark field wanted it' },
};

/** What was done beside the pulls of a run (from 0) before a sheet: its block warmed up, something set otherwise. */
function besides(r: number, runId: string, sheet: string): BenchAct[] {
  if (r !== 2) return [];
  const warmed = sheet === 'T1' ? [false, true].map((even): BenchAct => ({ kind: 'warmed-up', runId, even })) : [];
  const set = SETTINGS[sheet];
  return set ? [...warmed, { kind: 'setting-changed', roundId: 'edition', runId, fromSheet: sheet, ...set }] : warmed;
}

/** How much was mixed for a run (from 0), how soon it fell from the knife, and what was left of it, g; its softener as the plan has it. */
const POTS = [
  { wantedG: 12, seconds: 11, leftG: 4.6 },
  { wantedG: 12, seconds: 8.5, leftG: 3.1 },
  { wantedG: 12, seconds: 6, leftG: null },
] as const;

/** The pot of a run: poured to its recipe, and drawn down. */
function mixed(plan: Plan, r: number): BenchAct[] {
  const run = plan.runs[r],
    ink = inkOf(plan, inkingsOf(run)[0]),
    shares = ink.recipe?.parts ?? [],
    potId = `tolvane-pot-${r + 1}`,
    { wantedG, seconds } = POTS[r];
  const hundredths = (grams: number) => Math.max(0.01, Math.round(100 * grams) / 100);
  return [
    { kind: 'pot-begun', potId, runId: run.id, inkId: ink.id, name: ink.name, wantedG, shares, from: null },
    ...shares.map(({ inkId, name, share }): BenchAct => ({
      ...{ kind: 'poured', potId, what: 'ink', inkId, name, by: 'scale' },
      grams: hundredths(share * wantedG),
    })),
    ...(ink.softenerPercent > 0
      ? [
          {
            ...{
              kind: 'poured' as const,
              potId,
              what: 'softener' as const,
              inkId: null,
              name: '',
              by: 'typed' as const,
            },
            grams: hundredths((ink.softenerPercent / 100) * wantedG),
          },
        ]
      : []),
    { kind: 'pot-read', potId, over: 'paper', labD50: ink.solidLabD50, by: 'reader', errorDeltaE: 0.5 },
    { kind: 'pot-fell', potId, seconds },
  ];
}

/** What was left of a run's pot was put away. */
function leftOver(r: number): BenchAct[] {
  const { leftG } = POTS[r];
  return leftG === null ? [] : [{ kind: 'pot-kept', potId: `tolvane-pot-${r + 1}`, grams: leftG }];
}

/** Two runs printed and dried, the third half pulled; faults, losses and times drawn with a seed. */
function printHalf(db: Store, id: string, nowMs: number): void {
  const { plan } = expectOk(printState(db, id));
  const random = randomStream(1907);
  const { counted } = sheetAnswerOf(plan, startBelief(plan.sheets.experience));
  const tests = plan.sheets.testSheets;
  let sheets = [
    ...Array.from({ length: tests }, (_, i) => `T${i + 1}`),
    ...Array.from({ length: counted }, (_, i) => `${i + 1}`),
  ];
  const events: BenchEvent[] = [];
  const push = (ms: number, act: BenchAct) => {
    events.push({ id: `tolvane-${String(events.length + 1).padStart(4, '0')}`, at: new Date(ms).toISOString(), act });
  };
  const half = Math.round(sheets.length / 2);
  const starts = [nowMs - 12.2 * DAY, nowMs - 7.1 * DAY, nowMs - (half * 6.4 + 4) * MINUTE];
  const edition = { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted, tests } as const;
  push(starts[0] - 20 * MINUTE, edition);
  starts.forEach((start, r) => {
    const run = plan.runs[r];
    push(start - 45 * MINUTE, { kind: 'cut-done', cutId: cutsOfRun(plan, run)[0].id });
    if (r === 1) for (const [i, act] of trialsOfApricot(plan).entries()) push(start - (40 - i) * MINUTE, act);
    for (const [i, act] of mixed(plan, r).entries()) push(start - (20 - 2 * i) * MINUTE, act);
    let ms = start;
    const going = r === 2 ? sheets.slice(0, half) : sheets;
    for (const sheet of going) {
      for (const act of besides(r, run.id, sheet)) push(ms + MINUTE, act);
      ms += Math.max(3.2, 6.1 + 0.8 * normalDeviate(random)) * MINUTE;
      const test = sheet.startsWith('T');
      const faulty = test ? random() < 0.7 : random() < 0.13;
      const fault = RUN_FAULTS[Math.floor(random() * RUN_FAULTS.length)];
      const faults: Fault[] = faulty ? [test ? 'weak' : fault] : [];
      const setAside = faulty && !test && random() < 0.36;
      push(ms, {
        kind: 'pull',
        runId: run.id,
        sheet,
        faults,
        setAside,
        note: faulty && random() < 0.5 ? (NOTES[faults[0]] ?? '') : '',
      });
      if (setAside) sheets = sheets.filter((s) => s !== sheet);
    }
    for (const act of leftOver(r)) push(ms + 8 * MINUTE, act);
    // the first film goes on the sheets for trials while its block stands as it printed
    if (r === 0) for (const [i, act] of beganTrials(plan).entries()) push(ms + (10 + i) * MINUTE, act);
    // the apricot came out a little lighter and yellower than it was mixed for
    if (r === 1)
      push(ms + 30 * MINUTE, {
        kind: 'colour-got',
        runId: run.id,
        colourId: inkingsOf(run)[0].colourId,
        labD50: [71.8, 18.4, 50.2],
        source: 'reader',
      });
  });
  db.transaction(() => {
    for (const event of events) appendBenchEvent(db, id, event);
    madeWith(db, id, events[events.length - 1].at);
    raiseUndoFloor(db, id);
    touchPrint(db, id, events[events.length - 1].at);
  })();
}
