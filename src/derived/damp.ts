import { ALIKE_PERCENT, dryWeightG, moisturePercent, mouldAfterDays, readyAfterHours, waterToAddG } from '@/core/days';
import { eachBrushPart, mediumById, type BrushMix } from '@/core/inks';
import type { Plan, Run } from '@/model';
import type { DampPack } from './bench/packs';
import type { BenchState } from './bench/benchState';
import { inkedCm2, inkNeedOf } from './inkNeed';
import { inkingsOf, inkOf, inksOfRun, type LaidInking } from './lookups';
import type { PrintSheet } from './printSheet';
import { sheetLayoutOf } from './register';
import { usedOf } from './uses';

/** Whether a run, or any of a print, is brushed on damp paper. */
export function isDamp(plan: Plan, runs: readonly Run[] = plan.runs): boolean {
  return runs.some((run) => inksOfRun(plan, run).some(({ mediumId }) => mediumById(mediumId).laidBy === 'brush'));
}

/** Start values where no paper or room of the workshop is chosen. */
const USUAL_G_PER_M2 = 90,
  USUAL_C = 18;
/** Water in paper that is ready to print, per cent of its dry weight (start value). */
export const USUAL_MOISTURE_PERCENT = 35;

/** What a sheet of the print weighs dry, g. */
export function sheetDryG(plan: Plan): number {
  const layout = sheetLayoutOf(plan);
  return layout ? dryWeightG(layout.sheetMm, usedOf(plan, 'paper')[0]?.gramsPerM2 ?? USUAL_G_PER_M2) : 0;
}

export type PackState = 'damping' | 'ready' | 'too dry' | 'too wet' | 'past its time';

export interface PackNow {
  readonly pack: DampPack;
  readonly readyAtMs: number;
  readonly mouldAtMs: number;
  /** As it was weighed last; undefined before. */
  readonly moisturePercent: number | undefined;
  /** Water to add, g; below 0 it is to lie open. Undefined before it is weighed. */
  readonly addG: number | undefined;
  readonly state: PackState;
}

/** The pack that is in use, with its clocks at a time; undefined where none is. */
export function packNowOf(
  plan: Plan,
  bench: Pick<BenchState, 'packs' | 'roomReadings'>,
  nowMs: number,
): PackNow | undefined {
  const pack = bench.packs.findLast((one) => !one.ended);
  if (!pack) return undefined;
  const paper = usedOf(plan, 'paper')[0],
    room = bench.roomReadings.at(-1) ?? usedOf(plan, 'room')[0];
  const beganMs = Date.parse(pack.at);
  const hours = readyAfterHours(paper?.gramsPerM2 ?? USUAL_G_PER_M2, paper?.sizing ?? 'unsized');
  const readyAtMs = beganMs + hours * 3_600_000,
    mouldAtMs = beganMs + mouldAfterDays(room?.temperatureC ?? USUAL_C) * 24 * 3_600_000;
  const weighed = pack.weighings.at(-1),
    dryG = weighed && (pack.dryG * weighed.sheets) / pack.sheets;
  const moisture = weighed && moisturePercent(weighed.grams, dryG!),
    addG = weighed && waterToAddG(weighed.grams, dryG!, pack.targetPercent);
  const off = moisture === undefined ? 0 : moisture - pack.targetPercent;
  const state: PackState =
    nowMs >= mouldAtMs
      ? 'past its time'
      : off < -ALIKE_PERCENT
        ? 'too dry'
        : off > ALIKE_PERCENT
          ? 'too wet'
          : nowMs < readyAtMs
            ? 'damping'
            : 'ready';
  return { pack, readyAtMs, mouldAtMs, moisturePercent: moisture, addG, state };
}

/** What one laying by brush is made with: everything a hand needs to know before it takes up the brush. */
export interface ImpressionCard {
  readonly runId: string;
  readonly inkingId: string;
  readonly inkName: string;
  readonly areaCm2: number;
  /** Of paste to one part of pigment, by volume. */
  readonly pasteParts: number;
  readonly brushMm: number;
  /** Large and dark wants a strong tool and much weight, small and pale a light one. */
  readonly rubbing: 'strong' | 'light';
  readonly fades: boolean;
  readonly masked: boolean;
  /** For so many sheets, as this workshop brushes, and by the start values alone. */
  readonly ml: BrushMix;
  readonly saidMl: BrushMix;
}

/** Up to here a colour is pale, and wants much paste to lie evenly; below that it is dark. */
const PALE_L = 70,
  DARK_L = 40;
const LARGE_CM2 = 60;
/** A brush for each size of area, mm. */
const BRUSHES: readonly (readonly [upToCm2: number, mm: number])[] = [
  [8, 15],
  [30, 30],
  [120, 60],
  [Infinity, 90],
];
/** Of what lies on the block so much is water. */
const WATER_SHARE = 0.5;

const START = eachBrushPart(() => 1);

/** Whether an inking is laid by brush on damp paper. */
export function isBrushed(plan: Plan, inking: LaidInking): boolean {
  return mediumById(inkOf(plan, inking).mediumId).laidBy === 'brush';
}

/**
 * The card of one inking for so many sheets. Its film is what the medium lays: a part of it pigment and paste, the rest water. `mix`: how much
 * more of each than the start values the workshop takes.
 */
export function impressionCard(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  inking: LaidInking,
  sheets: number,
  mix: BrushMix = START,
): ImpressionCard {
  const ink = inkOf(plan, inking),
    lightness = ink.solidLabD50[0],
    areaCm2 = inkedCm2(plan, sheet, run, inking);
  const paste = lightness >= PALE_L ? 3 : lightness >= DARK_L ? 2 : 1;
  const { millilitres } = inkNeedOf(plan, sheet, run, inking, sheets);
  const pigment = (millilitres * (1 - WATER_SHARE)) / (1 + paste);
  const saidMl = { pigment, paste: pigment * paste, water: millilitres * WATER_SHARE };
  return {
    ...{ runId: run.id, inkingId: inking.id, inkName: ink.name, areaCm2 },
    pasteParts: (paste * mix.paste) / mix.pigment,
    brushMm: BRUSHES.find(([upTo]) => areaCm2 <= upTo)![1],
    rubbing: areaCm2 >= LARGE_CM2 && lightness < PALE_L ? 'strong' : 'light',
    fades: inking.fade !== null,
    masked: inking.keptOut.length > 0 || plan.masks.some(({ runId }) => runId === run.id),
    saidMl,
    ml: eachBrushPart((part) => saidMl[part] * mix[part]),
  };
}

/** The cards of a run's layings by brush; what is laid again as it is, elsewhere on the sheet, is on one card. */
export function impressionCards(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  sheets: number,
  mix: BrushMix = START,
): ImpressionCard[] {
  const cards = new Map<string, ImpressionCard>();
  for (const inking of inkingsOf(run)) {
    if (!isBrushed(plan, inking)) continue;
    const { cutId, inkId, filmWeight, fade, zoneIds, keptOut } = inking;
    const key = JSON.stringify([cutId ?? inking.id, inkId, filmWeight, fade, zoneIds, keptOut]);
    const card = impressionCard(plan, sheet, run, inking, sheets, mix),
      first = cards.get(key);
    cards.set(key, first ? together(first, card) : card);
  }
  return [...cards.values()];
}

function together(a: ImpressionCard, b: ImpressionCard): ImpressionCard {
  const sum = (x: BrushMix, y: BrushMix) => eachBrushPart((part) => x[part] + y[part]);
  return { ...a, areaCm2: a.areaCm2 + b.areaCm2, ml: sum(a.ml, b.ml), saidMl: sum(a.saidMl, b.saidMl) };
}
