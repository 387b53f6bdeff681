import { curvesOf, labelCoverage, type CurveMap, type LabelMap, type PartMap } from '@/core/geometry';
import { isPlain, printMapOf } from '@/core/layers';
import {
  fadesIn,
  onPaperOf,
  replayLog,
  type Slip,
  plainSheet,
  printTaskOf,
  type ColoursGot,
  type PrintSheet,
} from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import { type Plan } from '@/model';
import { benchLog, type Store } from '@/store';
import { labelsOfPlan } from './labels';
import { livingPrint } from './livingPrint';
import { readPlan } from './readPlan';

/** Curves follow the label map within so much, measured at the middle of every pixel edge. */
const OUTLINE_TOLERANCE_MM = 0.08,
  LEAST_TOLERANCE_PX = 0.45;

/** A print as it really prints: its plan, the picture, and the print map with overlaps, masks and slips. */
export interface LaidOut {
  readonly name: string;
  readonly plan: Plan;
  readonly picture: LabelMap;
  /** Values are parts of `sheet`. */
  readonly map: PartMap;
  readonly sheet: PrintSheet;
  readonly mmPerPx: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly got: ColoursGot;
  readonly slips: readonly Slip[];
}

export function laidOut(db: Store, id: string): Outcome<LaidOut> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const read = readPlan(db, found.value);
  if (!read.ok) return read;
  const bench = replayLog(benchLog(db, id)),
    { coloursGot, slips } = bench;
  const plan = onPaperOf(read.value, bench);
  const picture = labelsOfPlan(db, plan);
  if (!picture || !plan.picture || !plan.flat || plan.runs.length === 0)
    return failure('nothing-flat.thereAreNoFlatColours');
  const made = sheetOf(plan, picture, slips);
  if (!made.ok) return made;
  return success({
    name: found.value.name,
    plan,
    picture,
    ...made.value,
    mmPerPx: plan.picture.raster.mmPerPx,
    widthMm: plan.picture.widthMm,
    heightMm: plan.picture.heightMm,
    got: coloursGot,
    slips,
  });
}

/** The print map of a plan on its picture. */
export function sheetOf(
  plan: Plan,
  picture: LabelMap,
  slips: readonly Slip[],
): Outcome<{ map: PartMap; sheet: PrintSheet }> {
  const { task, effects } = printTaskOf(plan, slips);
  const laidOn = (map: PartMap, sheet: PrintSheet) =>
    success({ map, sheet: fadesIn(plan) ? { ...sheet, coverage: whereLies(map, sheet) } : sheet });
  if (isPlain(task)) return laidOn(picture, plainSheet(plan));
  const made = printMapOf(picture, task);
  if (!made) return failure('flatten-too-broken.thePictureIsToo');
  const share = made.areaPx.map((px) => px / picture.labels.length);
  return laidOn(made.map, { parts: made.parts, share, effects });
}

/** Cells of the small picture that says where parts lie. */
const WHERE_WIDTH = 300;

function whereLies(map: PartMap, { parts }: PrintSheet) {
  return labelCoverage(
    map,
    parts.length,
    Math.min(WHERE_WIDTH, map.width),
    Math.max(1, Math.round((Math.min(WHERE_WIDTH, map.width) * map.height) / map.width)),
  );
}

/** All edges of the sheet as curves, as near to the picture's own as a knife follows a line; on a coarse raster as near as its pixels allow. */
export function tracedSheet({ map, mmPerPx }: LaidOut): CurveMap {
  return curvesOf(map, curveTolerancePx(mmPerPx));
}

/** How near curves follow the edges of a map. */
export const curveTolerancePx = (mmPerPx: number) => Math.max(OUTLINE_TOLERANCE_MM / mmPerPx, LEAST_TOLERANCE_PX);

/** The run of this number, or why there is none. */
export function runOf({ plan }: LaidOut, run: number): Outcome<Plan['runs'][number]> {
  if (!Number.isInteger(run) || run < 1 || run > plan.runs.length)
    return failure('run-missing.thereIsNoRunThis', { run, runs: plan.runs.length });
  return success(plan.runs[run - 1]);
}
