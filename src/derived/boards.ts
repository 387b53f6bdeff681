import { materialById } from '@/core/cutting';
import { phrase, type Phrase } from '@/core/units';
import type { Block, Plan } from '@/model';
import type { Board } from './bench/benchState';
import { isDamp } from './damp';
import { blocksOfRun, cutsOfRun, sideOfCut } from './lookups';
import type { Progress } from './progress';

/** A board of wood that takes up water and gives it off, and what its water asks for at a run. */
export interface BoardNow {
  readonly block: Block;
  /** Whether it is printed in this run, or waits for the next one. */
  readonly prints: 'now' | 'next';
  readonly rests: Board['rests'];
  /** Since it was measured first, per cent; undefined before it was measured twice. */
  readonly grown: Grown | undefined;
  readonly advice: readonly Phrase[];
}

interface Grown {
  readonly acrossPercent: number;
  readonly downPercent: number;
}

/** Less than this nobody sees on a sheet, per cent: a quarter of a millimetre on half a metre. */
const SEEN_PERCENT = 0.05;

/** The boards of a run brushed on damp paper, and those the next one wants wetted meanwhile. */
export function boardsNow(plan: Plan, progress: Progress, run: number): BoardNow[] {
  const brushed = (r: number) => plan.runs[r] !== undefined && isDamp(plan, [plan.runs[r]]);
  if (!brushed(run)) return [];
  const wooden = (r: number) =>
    !brushed(r)
      ? []
      : blocksOfRun(plan, plan.runs[r]).flatMap(({ block }) =>
          block.type === null && materialById(block.materialId).grain ? [block] : [],
        );
  const now = wooden(run),
    next = progress.runs[run + 1]?.phase === 'done' ? [] : wooden(run + 1).filter((block) => !now.includes(block));
  return [
    ...now.map((block) => boardOf(plan, progress, run, block, 'now')),
    ...next.map((block) => boardOf(plan, progress, run, block, 'next')),
  ];
}

function boardOf(plan: Plan, progress: Progress, run: number, block: Block, prints: 'now' | 'next'): BoardNow {
  const board = progress.bench.boards.get(block.id),
    measured = board?.measured ?? [];
  const grown = measured.length > 1 ? grownBetween(measured[0], measured.at(-1)!) : undefined;
  const dry = board?.rests === undefined || board.rests.how === 'on edge';
  const advice = [
    ...(prints === 'next' && dry ? [phrase('board.wetNow')] : []),
    ...(prints === 'now' ? otherSide(plan, progress, run, block, measured) : []),
    ...(grown && Math.min(grown.acrossPercent, grown.downPercent) < -SEEN_PERCENT ? [phrase('board.shrunken')] : []),
  ];
  return { block, prints, rests: board?.rests, grown, advice };
}

function grownBetween(first: Board['measured'][number], last: Board['measured'][number]): Grown {
  const percent = (from: number, to: number) => 100 * (to / from - 1);
  return {
    acrossPercent: percent(first.acrossMm, last.acrossMm),
    downPercent: percent(first.downMm, last.downMm),
  };
}

/** Both sides of a board are printed while it has one size: what that asks for when this run prints one of them. */
function otherSide(
  plan: Plan,
  progress: Progress,
  run: number,
  block: Block,
  measured: Board['measured'],
): readonly Phrase[] {
  const own = new Set(cutsOfRun(plan, plan.runs[run]).map(({ id }) => sideOfCut(plan, id)?.id));
  const others = plan.runs.flatMap((one, r) =>
    cutsOfRun(plan, one).some(({ id }) => {
      const side = sideOfCut(plan, id);
      return side && !own.has(side.id) && block.sides.includes(side);
    })
      ? [r]
      : [],
  );
  const open = others.find((r) => progress.runs[r].phase !== 'done');
  if (open !== undefined) return [phrase(open === run + 1 ? 'board.turnOver' : 'board.restUntil', { run: open + 1 })];
  const pulledAt = others.flatMap((r) => progress.bench.pulls.filter(({ runId }) => runId === plan.runs[r].id));
  const printed = pulledAt
    .map(({ at }) => at)
    .sort()
    .at(-1);
  if (printed === undefined) return [];
  const then = measured.findLast(({ at }) => at <= printed),
    since = measured.findLast(({ at }) => at > printed);
  if (!then) return [];
  if (!since) return [phrase('board.measureAgain')];
  const off = grownBetween(then, since);
  return Math.max(Math.abs(off.acrossPercent), Math.abs(off.downPercent)) > SEEN_PERCENT
    ? [phrase('board.otherSize', { across: off.acrossPercent, down: off.downPercent })]
    : [];
}
