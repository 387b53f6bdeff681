import { materialById } from '@/core/cutting';
import { roundTo } from '@/core/numeric';
import {
  kentoContacts,
  kentoMarks,
  movedByKento,
  contactsOnPrint,
  cornerStopLayout,
  largestAtCorners,
  learnedSpread,
  motionAbout,
  movementMotions,
  NO_MOTION,
  onBench,
  registrationWay,
  rigidFrom,
  sheetLayout,
  spreadOf,
  type Contact,
  type JigInput,
  type Motion,
  type Movement,
  type RectMm,
  type SheetLayout,
  type Spread,
} from '@/core/registration';
import type { BenchState, Proof } from './bench/benchState';
import type { BlockSide, DrawnLarger, Plan, Run } from '@/model';
import { sideOfCut } from './lookups';

/** The sheet of a plan, or undefined while there is no picture. */
export function sheetLayoutOf(plan: Plan): SheetLayout | undefined {
  const { picture, layout } = plan;
  if (!picture) return undefined;
  const image = { widthMm: picture.widthMm, heightMm: picture.heightMm };
  const way = registrationWay(plan.way.registration);
  const blocks = plan.blocks.filter((block) => block.sizeMm).map((block) => ({ name: block.name, ...block.sizeMm! }));
  return sheetLayout({ ...layout, image, allowanceMm: layout.allowanceMm ?? way.allowanceMm, blocks }, way);
}

/** The block for which stops are drawn, on the print as seen: the largest, else the image. */
export function blockOnSheet(layout: SheetLayout): RectMm {
  return (
    layout.blocks.map((b) => b.rect).sort((a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm)[0] ??
    layout.images[0]
  );
}

export function jigInputOf(plan: Plan, layout: SheetLayout): JigInput {
  const { heights } = plan.register;
  return {
    layout,
    block: blockOnSheet(layout),
    blockHeightMm: heights.blockMm + heights.backingMm,
    paperThicknessMm: heights.paperMm,
  };
}

/** Contacts of the blocks with their stops, on the print as seen. */
export function contactsOf(layout: SheetLayout): Contact[] {
  return contactsOnPrint(layout.sheetMm, cornerStopLayout(layout.sheetMm, blockOnSheet(layout)));
}

/** The marks that stand in every block where the paper is laid into cut marks, mm on the print as seen from the image's corner; else none. */
export function marksInBlocks(plan: Plan): readonly (readonly [x1: number, y1: number, x2: number, y2: number])[] {
  const layout = plan.way.registration === 'kento' ? sheetLayoutOf(plan) : undefined;
  if (!layout) return [];
  const [{ xMm, yMm }] = layout.images;
  return kentoMarks(layout.sheetMm).map(([x1, y1, x2, y2]) => [x1 - xMm, y1 - yMm, x2 - xMm, y2 - yMm] as const);
}

/** From a place on the print as seen to the same on the bench: right and left change places within the sheet. */
export function benchX(layout: SheetLayout, xMm: number): number {
  return onBench({ xMm, yMm: 0, widthMm: 0, heightMm: 0 }, layout.sheetMm).xMm;
}

export function movementOf(plan: Plan): Movement {
  const wood = plan.blocks.find((block) => materialById(block.materialId).grain);
  return {
    paperDampChange: plan.register.paperDampChange,
    paperGrain: plan.layout.paperGrain,
    woodMoistureChange: wood ? plan.register.woodMoistureChange : 0,
    woodGrain: wood?.grainDeg === 90 ? 'upright' : 'level',
  };
}

/** The corner of the sheet that is held, on the print as seen: the origin corner of the paper. */
function heldCorner(layout: SheetLayout): { xMm: number; yMm: number } {
  return { xMm: layout.sheetMm.widthMm, yMm: layout.sheetMm.heightMm };
}

/** Where every run lies by movement of paper and wood, and by the misfit last measured: sheet coordinates. */
export function fixedMotions(plan: Plan, layout: SheetLayout, bench: BenchState | undefined): Motion[] {
  const moved = movementMotions(movementOf(plan), plan.runs.length, heldCorner(layout));
  const measured = bench ? presentMisfits(plan, layout, bench) : [];
  const centre = { xMm: layout.sheetMm.widthMm / 2, yMm: layout.sheetMm.heightMm / 2 };
  const grown = bench && measuredGrowth(plan, bench);
  return moved.map((motion, run) => {
    const known = measured[run];
    const own = { ...motionAbout(motion, centre.xMm, centre.yMm), ...expectedGrowth(plan, run, motion, grown) };
    if (!known) return own;
    // growth that was measured is not added to growth that is expected
    const seen = motionAbout(known, centre.xMm, centre.yMm);
    return {
      ...own,
      dxMm: own.dxMm + seen.dxMm,
      dyMm: own.dyMm + seen.dyMm,
      rotationDeg: seen.rotationDeg,
      growthX: known.growthX || own.growthX,
      growthY: known.growthY || own.growthY,
    };
  });
}

/** How much larger than the first run's image one that was not measured is expected to lie: by what its block is drawn larger, less what the paper has grown. */
function expectedGrowth(
  plan: Plan,
  run: number,
  movement: Motion,
  grown: DrawnLarger | undefined,
): Pick<Motion, 'growthX' | 'growthY'> {
  const { growthX, growthY } = movement;
  if (run === 0) return { growthX, growthY };
  const drawn = drawnLargerOf(plan, plan.runs[run]),
    first = drawnLargerOf(plan, plan.runs[0]);
  const by = (percent: keyof DrawnLarger, moved: number) =>
    grown ? (drawn[percent] - grown[percent]) / 100 : moved + (drawn[percent] - first[percent]) / 100;
  return { growthX: by('acrossPercent', growthX), growthY: by('downPercent', growthY) };
}

/** The newest proof of each run that has one, run by run. */
export function newestProofs(plan: Plan, bench: BenchState): (Proof | undefined)[] {
  return plan.runs.map((run) => {
    // a corner let in anew lies where it lies: it is to be measured again
    const inlaid = bench.kentoInlaid.findLast((act) => tellsOnMarks(plan, act, run))?.at ?? '';
    return bench.proofs.findLast((proof) => proof.runId === run.id && proof.at > inlaid);
  });
}

/** How much larger than the picture what a run prints is drawn, %. */
function drawnLargerOf(plan: Plan, run: Run | undefined): DrawnLarger {
  return sideOfRun(plan, run)?.drawnLarger ?? { acrossPercent: 0, downPercent: 0 };
}

/** Whether what was done to the marks for one run tells on another: on itself, and on all that the same side prints after it. */
function tellsOnMarks(plan: Plan, { runId }: { readonly runId: string }, run: Run): boolean {
  const at = plan.runs.findIndex(({ id }) => id === runId);
  return at >= 0 && at <= plan.runs.indexOf(run) && sideOfRun(plan, plan.runs[at]) === sideOfRun(plan, run);
}

/** The side a run is printed from: that of its first forme. */
export function sideOfRun(plan: Plan, run: Run | undefined): BlockSide | undefined {
  return sideOfCut(plan, run?.formes[0]?.cutId ?? null);
}

/**
 * How much larger than the picture a block has to be drawn to fit the first run on the paper as it is, %: by the newest proofs, each for how
 * its own block was drawn. Undefined where nothing was measured against another run.
 */
export function measuredGrowth(plan: Plan, bench: BenchState): DrawnLarger | undefined {
  const needed = measuredMisfits(plan, bench).flatMap((motion, r) => {
    // two marks tell displacement and turn; growth takes three
    if (r === 0 || !motion || (motion.growthX === 0 && motion.growthY === 0)) return [];
    const { acrossPercent, downPercent } = drawnLargerOf(plan, plan.runs[r]);
    return [{ across: acrossPercent - 100 * motion.growthX, down: downPercent - 100 * motion.growthY }];
  });
  if (needed.length === 0) return undefined;
  const mean = (values: readonly number[]) => roundTo(values.reduce((a, b) => a + b, 0) / values.length, 2) || 0;
  return { acrossPercent: mean(needed.map((n) => n.across)), downPercent: mean(needed.map((n) => n.down)) };
}

/**
 * Each run against the first, by its newest proof and those of the runs it was measured against, before any shims that came later.
 * Undefined where the chain has a gap.
 */
export function measuredMisfits(plan: Plan, bench: BenchState): (Motion | undefined)[] {
  const proofs = newestProofs(plan, bench);
  const first = { ...NO_MOTION };
  const known = new Map<string, Motion | undefined>();
  const of = (runId: string, depth: number): Motion | undefined => {
    if (depth > plan.runs.length) return undefined;
    if (known.has(runId)) return known.get(runId);
    const run = plan.runs.findIndex((r) => r.id === runId);
    const proof = proofs[run];
    // the first run is where it is: what it is out on the sheet concerns the margins
    const base = run === 0 ? first : proof?.againstRunId ? of(proof.againstRunId, depth + 1) : undefined;
    const motion = run === 0 ? first : proof && base ? added(proof.motion, base) : undefined;
    known.set(runId, motion);
    return motion;
  };
  return plan.runs.map((run) => of(run.id, 0));
}

/** The same as things lie now: shims put in after a proof have moved the block since. */
export function presentMisfits(plan: Plan, layout: SheetLayout, bench: BenchState): (Motion | undefined)[] {
  const proofs = newestProofs(plan, bench),
    contacts = contactsOf(layout),
    image = layout.images[0];
  const centre = [image.xMm + image.widthMm / 2, image.yMm + image.heightMm / 2] as const;
  const since = plan.runs.map((run, r) => {
    const now = shimsIn(bench, run.id),
      then = proofs[r]?.shimsMm ?? (r === 0 ? firstShims(plan, bench) : now);
    const shimmed = rigidFrom(
      contacts,
      contacts.map((_, c) => (now[c] ?? 0) - (then[c] ?? 0)),
      centre,
    );
    return added(kentoSince(plan, bench, layout, run, proofs[r]?.at ?? '', centre), shimmed);
  });
  return measuredMisfits(plan, bench).map(
    (motion, r) => motion && less(added(motionAbout(motion, ...centre), since[r]), since[0]),
  );
}

/** What marks put right since a moment have moved of a run's image on the paper. */
function kentoSince(
  plan: Plan,
  bench: BenchState,
  layout: SheetLayout,
  run: Run,
  since: string,
  centre: readonly [number, number],
): Motion {
  const contacts = kentoContacts(layout.sheetMm);
  const moves = bench.kentoMoves.filter((one) => one.at > since && tellsOnMarks(plan, one, run));
  return movedByKento(
    contacts,
    contacts.map((_, c) => moves.reduce((sum, { movesMm }) => sum + movesMm[c], 0)),
    centre,
  );
}

/** From this misfit on, at the image's worst corner, a block counts as out of register (start value). */
const OUT_MM = 0.3;

/** The run (from 1) that lies farthest from the first one's place now, by its newest proof; undefined while none is out. */
export function outOfRegister(
  plan: Plan,
  bench: BenchState,
): { readonly run: number; readonly mm: number } | undefined {
  const layout = sheetLayoutOf(plan);
  if (!layout || bench.proofs.length === 0) return undefined;
  const off = presentMisfits(plan, layout, bench).map((motion) =>
    motion ? largestAtCorners(motion, layout.images[0]) : 0,
  );
  const mm = Math.max(0, ...off);
  return mm > OUT_MM ? { run: off.indexOf(mm) + 1, mm } : undefined;
}

/** Shims under a run's block now, mm at each contact. */
export function shimsIn(bench: BenchState, runId: string): readonly number[] {
  return bench.shimmings.findLast((s) => s.runId === runId)?.shimsMm ?? [];
}

/** What the first run's block had when the newest proof of any later run was taken. */
function firstShims(plan: Plan, bench: BenchState): readonly number[] {
  const newest = bench.proofs.findLast((proof) => proof.runId !== plan.runs[0]?.id);
  if (!newest) return shimsIn(bench, plan.runs[0]?.id ?? '');
  return bench.shimmings.findLast((s) => s.runId === plan.runs[0].id && s.at < newest.at)?.shimsMm ?? [];
}

/** Own spread for the plan's way and hand, from proofs of several sheets in a run. */
export function ownSpread(plan: Plan, bench: BenchState): { readonly spread: Spread; readonly layings: number } {
  const start = spreadOf(registrationWay(plan.way.registration), plan.register.hand);
  return learnedSpread(
    start,
    bench.proofs
      .filter((p) => p.againstRunId !== null)
      .map((p) => ({
        group: `${p.runId} ${p.againstRunId} ${p.shimsMm.join()}`,
        dxMm: p.motion.dxMm,
        dyMm: p.motion.dyMm,
        rotationDeg: p.motion.rotationDeg,
      })),
  );
}

function added(motion: Motion, base: Motion): Motion {
  const here = motionAbout(base, motion.about.xMm, motion.about.yMm);
  return {
    ...motion,
    dxMm: motion.dxMm + here.dxMm,
    dyMm: motion.dyMm + here.dyMm,
    rotationDeg: motion.rotationDeg + here.rotationDeg,
    growthX: motion.growthX + here.growthX,
    growthY: motion.growthY + here.growthY,
  };
}

function less(motion: Motion, by: Motion): Motion {
  return added(motion, {
    ...by,
    dxMm: -by.dxMm,
    dyMm: -by.dyMm,
    rotationDeg: -by.rotationDeg,
    growthX: -by.growthX,
    growthY: -by.growthY,
  });
}
