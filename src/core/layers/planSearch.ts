import { deltaE2000, type Lab } from '../colour';
import type { Film, Ground, OpacityKnown, Laying } from '../inks';
import { searchOrders, type Direction, type OrderAnswer, type SearchRun } from './orderSearch';
import { searchOverprints } from './overprintSearch';
import { fewestGroups } from './sharing';
import { nestedStages } from './stages';

/** The ink of a sketched run: the one now meant for a colour of the picture, or a new one. */
export interface SketchInk {
  readonly labD50: Lab;
  readonly keepsInkOf?: number;
  readonly opacity?: OpacityKnown;
}

export interface SketchInking {
  /** Place in `blocks`, and the stage of it. */
  readonly block: number;
  readonly stage: number;
  /** Colours the ink is rolled on, when the stage is shared; null for all that stands. */
  readonly zone: readonly number[] | null;
  /** The colour of the picture the ink is meant for. */
  readonly colour: number;
  readonly ink: SketchInk;
}

/** A way to print the picture, in labels: what stands at each stage of each block, and the runs in order. */
export interface PlanSketch {
  readonly blocks: readonly { readonly stages: readonly (readonly number[])[] }[];
  readonly runs: readonly { readonly inkings: readonly SketchInking[] }[];
  /** False when there were too many runs to try every order. */
  readonly exact: boolean;
}

export interface PlanTask {
  readonly ground: Ground;
  /** The picture's colours, by label. */
  readonly colours: readonly { readonly wantedLabD50: Lab; readonly share: number; readonly bare: boolean }[];
  /** The ink now meant for each colour, by label; undefined for bare paper. */
  readonly inks: readonly (
    | {
        readonly solidLabD50: Lab;
        readonly film: Film;
        readonly opaqueFilm: Film;
        readonly weight: number;
        readonly laying?: Laying;
        readonly impressions: number;
      }
    | undefined
  )[];
  /** The reduction as it stands: for each run, in order, the colours it finishes. */
  readonly groups: readonly (readonly number[])[];
  /** How many of these are printed or cut: they stay. */
  readonly closed: number;
  /** Colours whose run keeps its place. */
  readonly pinned: readonly number[];
  readonly direction: Direction;
  /** Whether other ways of working may be proposed: nothing is cut or printed yet. */
  readonly open: boolean;
  /** Least distance between the areas of two colours, mm; 0 where they touch. */
  readonly gapMm: (a: number, b: number) => number;
  /** Two colours share a block when they lie farther apart than this. */
  readonly rollerClearanceMm: number;
  readonly maxBlocks: number;
}

const MERGED_RUNS = 2;
/** Pairs of runs tried when two are to become one. */
const TRIED_PAIRS = 12;

/**
 * Sketches of plans worth weighing for a picture: orders of the reduction, the same with colours joined, with opaque inks from
 * dark to light, with one colour on a block of its own, a block for each colour (shared where rollers can pass), and few
 * transparent inks overlapping. They are candidates: whoever called scores them on the same looks and picks.
 */
export function sketchPlans(task: PlanTask, progress: (share: number) => boolean = () => true): PlanSketch[] {
  const sketches: PlanSketch[] = [];
  const add = (found: PlanSketch | undefined) => {
    if (found) sketches.push(found);
  };
  reductionOrders(task).forEach(add);
  if (!progress(0.15)) return sketches;
  joinedRuns(task).forEach(add);
  if (!progress(0.35)) return sketches;
  if (!task.open) return sketches;
  add(oneFurtherBlock(task));
  if (!progress(0.5)) return sketches;
  add(directBlocks(task, false));
  add(directBlocks(task, true));
  const printed = task.colours.filter((c) => !c.bare).length;
  const most = Math.min(task.maxBlocks, printed - 1);
  for (let blocks = 2; blocks <= most; blocks++) {
    add(overlaps(task, blocks, (share) => progress(0.5 + (0.5 * (blocks - 2 + share)) / (most - 1))));
  }
  return sketches;
}

/** The present runs in their best orders, and dark to light with opaque inks. */
function reductionOrders(task: PlanTask): PlanSketch[] {
  const found: PlanSketch[] = [];
  const now = orderOf(task, task.groups, task.direction, false);
  if (now)
    for (const { order } of [now.bestMean, now.bestWorst])
      found.push(
        reductionSketch(
          task,
          order.map((i) => task.groups[i]),
          now.exact,
        ),
      );
  for (const direction of ['light to dark', 'dark to light', 'largest first'] as const) {
    if (task.direction !== 'free' && task.direction !== direction) continue;
    const opaque = direction === 'dark to light';
    const answer = orderOf(task, task.groups, direction, opaque);
    if (answer)
      found.push(
        reductionSketch(
          task,
          answer.bestMean.order.map((i) => task.groups[i]),
          answer.exact,
          opaque,
        ),
      );
  }
  return found;
}

function orderOf(
  task: PlanTask,
  groups: readonly (readonly number[])[],
  direction: Direction,
  opaque: boolean,
  below?: number,
): OrderAnswer | undefined {
  const closed = groups.slice(0, task.closed).map((_, i) => i);
  const pinned = new Map(
    groups.flatMap((group, place) =>
      group.some((label) => task.pinned.includes(label)) ? [[place, place] as const] : [],
    ),
  );
  const runs = groups.map((group, g): SearchRun => searchRun(task, group, opaque && g >= task.closed));
  return searchOrders({ ground: task.ground, runs, closed, pinned, direction }, below);
}

/** A run that finishes a group prints the ink of the group's first colour. */
function searchRun(task: PlanTask, group: readonly number[], opaque: boolean): SearchRun {
  const ink = task.inks[group[0]]!;
  return {
    film: opaque ? ink.opaqueFilm : ink.film,
    weight: ink.weight,
    laying: ink.laying,
    impressions: ink.impressions,
    lightness: ink.solidLabD50[0],
    finishes: group.map((label) => ({
      wantedLabD50: task.colours[label].wantedLabD50,
      share: task.colours[label].share,
    })),
  };
}

/** One run fewer, then two: of the likeliest pairs of open runs, the one that costs least. */
function joinedRuns(task: PlanTask): PlanSketch[] {
  const found: PlanSketch[] = [];
  let groups = task.groups;
  for (let joined = 0; joined < MERGED_RUNS && groups.length - task.closed >= 2; joined++) {
    let best: { groups: (readonly number[])[]; answer: OrderAnswer } | undefined;
    for (const [a, b] of likelyPairs(task, groups)) {
      const kept = groups.flatMap((group, g) => (g === b ? [] : g === a ? [[...group, ...groups[b]]] : [group]));
      const answer = orderOf({ ...task, pinned: [] }, kept, task.direction, false, best?.answer.bestMean.mean);
      if (answer) best = { groups: kept, answer };
    }
    if (!best) break;
    const { order } = best.answer.bestMean,
      joinedGroups = best.groups;
    groups = order.map((i) => joinedGroups[i]);
    found.push(reductionSketch(task, groups, best.answer.exact));
  }
  return found;
}

/** Pairs of open runs [kept, given up], those first whose given-up colours lose least when printed in the kept ink. */
function likelyPairs(task: PlanTask, groups: readonly (readonly number[])[]): [number, number][] {
  const lost = (kept: number, given: number) =>
    groups[given].reduce(
      (sum, label) =>
        sum +
        task.colours[label].share *
          deltaE2000(task.colours[label].wantedLabD50, task.inks[groups[kept][0]]!.solidLabD50),
      0,
    );
  const pairs: { pair: [number, number]; lost: number }[] = [];
  for (let a = task.closed; a < groups.length; a++)
    for (let b = task.closed; b < groups.length; b++) if (a !== b) pairs.push({ pair: [a, b], lost: lost(a, b) });
  return pairs
    .sort((x, y) => x.lost - y.lost)
    .slice(0, TRIED_PAIRS)
    .map(({ pair }) => pair);
}

function reductionSketch(
  task: PlanTask,
  groups: readonly (readonly number[])[],
  exact: boolean,
  opaque = false,
): PlanSketch {
  return {
    exact,
    blocks: [{ stages: nestedStages(groups) }],
    runs: groups.map((group, stage) => ({
      inkings: [
        {
          block: 0,
          stage,
          zone: null,
          colour: group[0],
          ink: {
            ...keptInk(task, group[0]),
            ...(opaque && stage >= task.closed ? { opacity: 'opaque' as const } : {}),
          },
        },
      ],
    })),
  };
}

function keptInk(task: PlanTask, label: number): SketchInk {
  return { labD50: task.inks[label]!.solidLabD50, keepsInkOf: label };
}

/** The awkward colour on a second block, straight on the paper; the rest a reduction. */
function oneFurtherBlock(task: PlanTask): PlanSketch | undefined {
  let best: { alone: readonly number[]; groups: (readonly number[])[]; answer: OrderAnswer; mean: number } | undefined;
  if (task.groups.length < 3) return undefined;
  for (const alone of task.groups) {
    const rest = task.groups.filter((group) => group !== alone);
    const answer = orderOf({ ...task, pinned: [] }, rest, task.direction, false);
    if (!answer) continue;
    const own = alone.reduce(
      (sum, label) =>
        sum +
        task.colours[label].share * deltaE2000(task.inks[alone[0]]!.solidLabD50, task.colours[label].wantedLabD50),
      0,
    );
    const share = (groups: readonly (readonly number[])[]) =>
      groups.flat().reduce((sum, label) => sum + task.colours[label].share, 0);
    const mean = (answer.bestMean.mean * share(rest) + own) / share(task.groups);
    if (!best || mean < best.mean) best = { alone, groups: answer.bestMean.order.map((i) => rest[i]), answer, mean };
  }
  if (!best) return undefined;
  const reduction = reductionSketch(task, best.groups, best.answer.exact);
  const alone = best.alone;
  const run = { inkings: [{ block: 1, stage: 0, zone: null, colour: alone[0], ink: keptInk(task, alone[0]) }] };
  const place = best.groups.findIndex(
    (group) => task.inks[group[0]]!.solidLabD50[0] < task.inks[alone[0]]!.solidLabD50[0],
  );
  const runs = [...reduction.runs];
  runs.splice(place < 0 ? runs.length : place, 0, run);
  return { exact: reduction.exact, blocks: [...reduction.blocks, { stages: [alone] }], runs };
}

/** A block for each colour, printed straight on the paper, light to dark; sharing blocks where the rollers can pass. */
function directBlocks(task: PlanTask, shared: boolean): PlanSketch | undefined {
  const labels = task.colours
    .map((_, label) => label)
    .filter((label) => !task.colours[label].bare)
    .sort((a, b) =>
      task.direction === 'largest first'
        ? task.colours[b].share - task.colours[a].share
        : task.colours[b].wantedLabD50[0] - task.colours[a].wantedLabD50[0],
    );
  const films = labels.map((label) => ({
    ink: { labD50: task.inks[label]?.solidLabD50 ?? task.colours[label].wantedLabD50, keepsInkOf: label },
    standing: [label],
  }));
  const sketch = blocksOf(task, films, shared);
  return shared && sketch.blocks.length === labels.length ? undefined : sketch;
}

/** Few transparent inks whose overlaps make the colours. */
function overlaps(task: PlanTask, blocks: number, progress: (share: number) => boolean): PlanSketch | undefined {
  const labels = task.colours.map((_, label) => label).filter((label) => !task.colours[label].bare);
  const colours = labels.map((label) => ({
    wantedLabD50: task.colours[label].wantedLabD50,
    share: task.colours[label].share,
  }));
  const found = searchOverprints(
    { ground: task.ground, colours, candidatesLabD50: colours.map((c) => c.wantedLabD50), blocks },
    progress,
  );
  if (!found) return undefined;
  const films = found.inksLabD50.map((labD50, i) => ({
    ink: { labD50, opacity: 'transparent' as const },
    standing: labels.filter((_, c) => found.stacks[c] & (1 << i)),
  }));
  return blocksOf(
    task,
    films.filter((film) => film.standing.length > 0),
    true,
  );
}

/** Blocks for films in print order; with `shared`, films far enough apart lie on one block and are printed in one run. */
function blocksOf(
  task: PlanTask,
  films: readonly { readonly ink: SketchInk; readonly standing: readonly number[] }[],
  shared: boolean,
): PlanSketch {
  const apart = (a: number, b: number) =>
    films[a].standing.every((x) =>
      films[b].standing.every((y) => x !== y && task.gapMm(x, y) > task.rollerClearanceMm),
    );
  const groups = shared ? fewestGroups(films.length, (a, b) => !apart(a, b)) : films.map((_, i) => [i]);
  return {
    exact: true,
    blocks: groups.map((group) => ({ stages: [group.flatMap((film) => films[film].standing)] })),
    runs: groups.map((group, block) => ({
      inkings: group.map((film) => ({
        block,
        stage: 0,
        zone: group.length > 1 ? films[film].standing : null,
        colour: meantFor(task, films[film]),
        ink: films[film].ink,
      })),
    })),
  };
}

/** The colour an ink is meant for: its own, or of those it lies on the one nearest to it alone. */
function meantFor(task: PlanTask, film: { readonly ink: SketchInk; readonly standing: readonly number[] }): number {
  if (film.ink.keepsInkOf !== undefined) return film.ink.keepsInkOf;
  const off = (label: number) => deltaE2000(task.colours[label].wantedLabD50, film.ink.labD50);
  return film.standing.reduce((best, label) => (off(label) < off(best) ? label : best));
}
