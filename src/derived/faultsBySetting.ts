import { type Setting } from '@/model';
import { chancesTogether, exactChance, isTestSheet, shareRange, type Fault, type Share } from '@/core/sheets';
import { EDITION_ROUND, type Plan, type Run } from '@/model';
import type { BenchState, Pull } from './bench/benchState';
import type { PrintSheet } from './printSheet';
import { settingsOver } from './settingsInForce';

/** Told only below this, all comparisons of the run reckoned together. */
const TOLD_BELOW = 0.05;

/** A fault that came more often, or more seldom, with one value of a setting than with its others. */
export interface FaultBySetting {
  readonly fault: Fault;
  /** Settings that were the same over the same sheets: which of them did it cannot be told. */
  readonly settings: readonly { readonly what: Setting; readonly value: string }[];
  readonly with: Share;
  readonly without: Share;
  /** Chance of a difference as large where nothing tells the sheets apart, for all comparisons together. */
  readonly chance: number;
  /** Where the two shares lie with 95 % confidence. */
  readonly withRange: { readonly least: number; readonly most: number };
  readonly withoutRange: { readonly least: number; readonly most: number };
}

/**
 * What the log of a run says of faults and settings: each fault held against each value of each setting that was changed, by the exact
 * test; told only where the counts carry it. Nothing was tried side by side, so that it is no proof of a cause.
 */
export function faultsBySetting(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  bench: Pick<BenchState, 'settings' | 'started' | 'pulls'>,
): FaultBySetting[] {
  const pulls = bench.pulls.filter((pull) => pull.runId === run.id);
  const over = settingsOver(
    plan,
    sheet,
    run,
    bench,
    EDITION_ROUND,
    pulls.map((pull) => pull.sheet),
  );
  const compared = [...groupsOf(over).values()].flatMap(({ settings, inGroup }) => compare(pulls, settings, inGroup));
  const chances = chancesTogether(compared.map(({ chance }) => chance));
  return compared
    .map((one, i) => ({ ...one, chance: chances[i] }))
    .filter(({ chance }) => chance < TOLD_BELOW)
    .sort((a, b) => a.chance - b.chance);
}

interface Group {
  readonly settings: { readonly what: Setting; readonly value: string }[];
  readonly inGroup: readonly boolean[];
}

/** The sheets with each value of each setting; values that held for the very same sheets, or for all others, are one question. */
function groupsOf(over: ReadonlyMap<Setting, readonly string[]>): Map<string, Group> {
  const groups = new Map<string, Group>();
  for (const [what, values] of over)
    // the value said last is the one to name
    for (const value of [...new Set(values)].reverse()) {
      const inGroup = values.map((v) => v === value);
      if (inGroup.every(Boolean)) continue;
      const key = inGroup.map(Number).join(''),
        others = inGroup.map((is) => Number(!is)).join('');
      const known = groups.get(key);
      if (known) known.settings.push({ what, value });
      else if (!groups.has(others)) groups.set(key, { settings: [{ what, value }], inGroup });
      else continue;
    }
  return groups;
}

function compare(pulls: readonly Pull[], settings: Group['settings'], inGroup: readonly boolean[]): FaultBySetting[] {
  const shareOf = (fault: Fault, is: boolean): Share => {
    const mine = pulls.filter((_, i) => inGroup[i] === is);
    return { of: mine.length, with: mine.filter(({ faults }) => faults.includes(fault)).length };
  };
  return [...new Set(pulls.flatMap(({ faults }) => faults))].map((fault) => {
    const [having, without] = [shareOf(fault, true), shareOf(fault, false)];
    return {
      ...{ fault, settings, with: having, without, chance: exactChance(having, without) },
      ...{ withRange: shareRange(having), withoutRange: shareRange(without) },
    };
  });
}

/** Faults of too little ink, and of too much. */
const LIGHT: readonly Fault[] = ['weak', 'patchy'],
  HEAVY: readonly Fault[] = ['too heavy', 'filled'];
const LOOKED_AT = 5;

/** What the last sheets of a run have that those before had not. */
export interface Drift {
  readonly towards: 'lighter' | 'heavier';
  readonly last: Share;
  readonly before: Share;
  readonly chance: number;
}

/**
 * Whether the last five sheets of a run became lighter or heavier by their faults, since its charges were changed last. Undefined where
 * the counts do not carry it, or fewer than five were pulled before them.
 */
export function driftByFaults(run: Run, bench: Pick<BenchState, 'settings' | 'pulls'>): Drift | undefined {
  const changed = bench.settings.findLast(
    ({ runId, what }) => runId === run.id && (what === 'charges' || what === 'ink'),
  );
  const pulls = bench.pulls.filter(
    (pull) => pull.runId === run.id && !isTestSheet(pull.sheet) && (!changed || pull.at > changed.at),
  );
  if (pulls.length < 2 * LOOKED_AT) return undefined;
  const shareOf = (some: readonly Pull[], faults: readonly Fault[]): Share => ({
    of: some.length,
    with: some.filter((pull) => pull.faults.some((fault) => faults.includes(fault))).length,
  });
  const found = ([towards, faults]: readonly [Drift['towards'], readonly Fault[]]): Drift | undefined => {
    const last = shareOf(pulls.slice(-LOOKED_AT), faults),
      before = shareOf(pulls.slice(0, -LOOKED_AT), faults);
    const chance = exactChance(last, before);
    return last.with / last.of > before.with / before.of && chance < TOLD_BELOW
      ? { towards, last, before, chance }
      : undefined;
  };
  return found(['lighter', LIGHT]) ?? found(['heavier', HEAVY]);
}
