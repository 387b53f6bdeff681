import { findIslands, regionMask, hasPixel, type BitMask, type LabelMap } from '@/core/geometry';
import { measureFlatColours } from '@/core/picture';
import { SLIP_ANSWERS, type BenchEvent, type SlipAnswer, checkPlan, type Plan, type Phrase } from '@/model';
import {
  replayLog,
  type Slip,
  coloursAfterSlip,
  labelStateOfRun,
  openSlips,
  regionOf,
  slippedCuts,
  applyEdit,
  runsOfCut,
} from '@/derived';
import { failure, success, type Outcome, phrase } from '@/core/units';
import { indexedPng, type PaletteColour } from '@/formats';
import { appendBenchEvent, appendPlan, benchLog, raiseUndoFloor, touchPrint, type Store } from '@/store';
import { keepLabels, labelsOfPlan } from './labels';
import { changePrint, staleUnless } from './changes';
import { livingPrint } from './livingPrint';
import { readPlan } from './readPlan';
import { sheetOf } from './printSheets';

/**
 * What is done about a slip: the answer goes into the log, and where it changes the plan (a run more, another picture) plan and log
 * change together. None of it can be undone: the block is as it is.
 */
export function answerSlip(
  db: Store,
  id: string,
  basePlan: number,
  slipId: unknown,
  answer: unknown,
  now: string,
): Outcome<undefined> {
  if (!SLIP_ANSWERS.some((a) => a === answer))
    return failure('slip.isNoAnswerTo', { answer: String(answer), slipAnswers: SLIP_ANSWERS.join(', ') });
  return changePrint(db, id, (row, plan) => {
    const fresh = staleUnless(row, basePlan);
    if (!fresh.ok) return fresh;
    const slip = replayLog(benchLog(db, id)).slips.find((s) => s.slipId === slipId);
    if (!slip) return failure('slip.thisSlipIsNot');
    if (slip.answer !== undefined && slip.answer !== 'leave')
      return failure('slip.thisSlipWasAnswered', { answer: slip.answer });
    const next = planAfter(db, plan, slip, answer as SlipAnswer, now);
    if (!next.ok) return next;
    const checked = checkPlan(next.value);
    if (!checked.ok) return checked;
    appendBenchEvent(db, id, {
      id: `answer-${slip.slipId}-${benchLog(db, id).length}`,
      at: now,
      act: { kind: 'slip-answered', slipId: slip.slipId, answer: answer as SlipAnswer },
    });
    touchPrint(db, id, now);
    if (next.value !== plan) appendPlan(db, row, checked.value, `slip: ${String(answer)}`, now);
    raiseUndoFloor(db, id);
    return success(undefined);
  });
}

function planAfter(db: Store, plan: Plan, slip: Slip, answer: SlipAnswer, now: string): Outcome<Plan> {
  if (answer === 'leave' || answer === 'patch') return success(plan);
  const map = labelsOfPlan(db, plan);
  const mask = map && slipMask(plan, slip, map);
  if (!map || !mask) return failure('nothing-flat.thereIsNoPicture');
  const counts = new Map<number, number>();
  eachOf(mask, (i) => counts.set(map.labels[i], (counts.get(map.labels[i]) ?? 0) + 1));
  const there = [...counts].sort((a, b) => b[1] - a[1]).map(([label]) => plan.flat!.colours[label].id);
  if (answer === 'spot run')
    return applyEdit(plan, {
      kind: 'spot-run-added',
      slip: { cutId: slip.cutId, place: slip.place },
      colourIds: there,
    });
  const became = coloursAfterSlip(plan, slip, there);
  if (!became.ok) return became;
  const label = (colourId: string) => plan.flat!.colours.findIndex((c) => c.id === colourId);
  const to = Uint8Array.from({ length: 256 }, (_, l) => l);
  for (const [from, into] of became.value) to[label(from)] = label(into);
  const changed: LabelMap = { ...map, labels: map.labels.slice() };
  eachOf(mask, (i) => {
    changed.labels[i] = to[changed.labels[i]];
  });
  const figures = measureFlatColours(changed, plan.flat!.colours.length, plan.picture!.raster.mmPerPx);
  if (!figures) return failure('flatten-too-broken.withThisChangeThe');
  const colours = plan.flat!.colours.map((colour, l) => {
    const { thinnestMm, ...rest } = { ...colour, ...figures[l] };
    return thinnestMm === undefined ? rest : { ...rest, thinnestMm: Math.round(thinnestMm * 100) / 100 };
  });
  return success({
    ...plan,
    flat: { ...plan.flat!, labelsSha: keepLabels(db, changed, now), colours, handChanges: plan.flat!.handChanges + 1 },
  });
}

function slipMask(plan: Plan, slip: Slip, map: LabelMap): BitMask | undefined {
  const islands = findIslands(map);
  return islands && regionMask(islands, regionOf(slip.place, plan));
}

function eachOf(mask: BitMask, visit: (pixel: number) => void): void {
  for (let y = 0, i = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++, i++) if (hasPixel(mask, x, y)) visit(i);
}

const CUT_PICTURE_PX = 900;
const STANDING: PaletteColour = [207, 199, 180, 255],
  CUT: PaletteColour = [240, 217, 207, 255],
  CLEARED: PaletteColour = [239, 233, 218, 255],
  SLIPPED: PaletteColour = [166, 58, 43, 255];

/** The block as it lies after all of a log, as a small PNG: standing, just cut, cleared before, slips. Undefined when there is nothing to draw. */
export function cutPicture(db: Store, plan: Plan, log: readonly BenchEvent[], cutId: string): Buffer | undefined {
  const { slips } = replayLog(log);
  const picture = labelsOfPlan(db, plan);
  const run = plan.runs[runsOfCut(plan, cutId)[0]];
  const made = picture && sheetOf(plan, picture, slips);
  if (!picture || !run || !made?.ok) return undefined;
  const { map, sheet } = made.value;
  const state = labelStateOfRun(plan, run, sheet);
  const slipped = sheet.parts.map((part) =>
    sheet.effects.some(
      (effect, m) => effect.kind === 'slip' && part.marks.includes(m) && effect.cutIds.includes(cutId),
    ),
  );
  const index = Uint8Array.from(slipped, (_, p) =>
    slipped[p] ? 3 : state.standing.includes(p) ? 1 : state.cutNow.includes(p) ? 2 : 0,
  );
  const every = Math.max(1, Math.ceil(Math.max(map.width, map.height) / CUT_PICTURE_PX));
  const width = Math.ceil(map.width / every),
    height = Math.ceil(map.height / every);
  const png = indexedPng(
    width,
    height,
    [CLEARED, STANDING, CUT, SLIPPED],
    (y, row) => {
      for (let x = 0; x < width; x++) row[x] = index[map.labels[y * every * map.width + map.width - 1 - x * every]];
    },
    plan.picture!.raster.mmPerPx * every,
  );
  return Buffer.from(png);
}

/** The same as a file made beside the server: the log as stored, and what is to be logged after it. */
export function cutPictureFile(
  db: Store,
  id: string,
  next: readonly BenchEvent[],
  cutId: string,
): Outcome<{ readonly bytes: Uint8Array } | undefined> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const plan = readPlan(db, found.value);
  if (!plan.ok) return plan;
  const bytes = cutPicture(db, plan.value, [...benchLog(db, id), ...next], cutId);
  return success(bytes && { bytes });
}

/** Why a slip cannot be marked, in a sentence. */
export function refusedSlip(
  plan: Plan,
  slips: readonly Slip[],
  slip: { slipId: string; cutId: string; place: Slip['place'] },
  cutsPassed: readonly string[],
): Phrase | undefined {
  if (slippedCuts(plan, slip).length === 0) return phrase('slips.thisStageIsNot');
  if (slips.some((s) => s.slipId === slip.slipId)) return phrase('slips.thisSlipIsMarked');
  if (openSlips(slips).length >= 40) return phrase('slips.fortySlipsAreMarked');
  const stages = slippedCuts(plan, slip);
  if (stages.slice(1).some((id) => cutsPassed.includes(id))) return phrase('slips.theBlockHasBeen');
  return slip.place.islands.length + slip.place.outlinesMm.length === 0 ? phrase('slips.showWhereItWas') : undefined;
}
