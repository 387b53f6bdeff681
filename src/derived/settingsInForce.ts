import { sheetNames, type SheetName } from '@/core/sheets';
import { failure, parseCount, phrase, success, type Outcome, type Phrase } from '@/core/units';
import { MOST_STEPS, SETTING_SCALES, SETTINGS, type Plan, type Run, type Setting } from '@/model';
import type { BenchState, SettingChanged } from './bench/benchState';
import { chargeCards } from './chargeCard';
import { isBrushed } from './damp';
import { inkingsOf } from './lookups';
import { maskNotes, type PrintSheet } from './printSheet';
import { rollerOf } from './uses';

/** What stands beside the pull before anything was changed. */
const AT_FIRST: Readonly<Record<'rolled' | 'brushed', readonly Setting[]>> = {
  rolled: ['ink', 'charges', 'rubbing tool', 'passes', 'pressure or packing', 'slip sheet'],
  brushed: ['water', 'paste', 'rubbing tool', 'passes', 'dampness', 'mask'],
};
const BESIDE_THE_PULL = 6;

/** One setting as it stands for the next sheet. */
export interface SettingInForce {
  readonly what: Setting;
  readonly value: string;
  /** It was changed in this run, from this sheet on. */
  readonly from?: SheetName;
}

/** One more or one less of a setting, a choice further or back; undefined where there is none. */
export function stepped(what: Setting, value: string, by: 1 | -1): string | undefined {
  const scale = SETTING_SCALES[what];
  if (scale.is === 'words') return undefined;
  if (scale.is === 'choice') {
    const { values } = scale;
    return values[(Math.max(0, values.indexOf(value)) + by + values.length) % values.length];
  }
  const next = (Number.parseInt(value, 10) || 0) + by;
  if (scale.is === 'level') return Math.abs(next) > MOST_STEPS ? undefined : levelText(next);
  return next < scale.least || next > scale.most ? undefined : String(next);
}

const levelText = (steps: number) => (steps > 0 ? `+${steps}` : String(steps));

/**
 * What is said of a setting in the form in which it is kept: a count, or steps over or under what it was at the start; words of one's own
 * where it is none of these. Failures say what is allowed.
 */
export function checkSetting(what: Setting, text: string): Outcome<string> {
  const scale = SETTING_SCALES[what];
  if (text.trim() === '') return failure('setting-empty');
  if (scale.is === 'count') {
    const read = parseCount(text, { min: scale.least, max: scale.most, what: COUNTED[what]! });
    return read.ok ? success(String(read.value)) : read;
  }
  if (scale.is === 'level') {
    const read = parseCount(text, { min: -MOST_STEPS, max: MOST_STEPS, what: phrase('measure.stepsOfASetting') });
    return read.ok ? success(levelText(read.value)) : read;
  }
  return success(text.trim());
}

const COUNTED: Readonly<Partial<Record<Setting, Phrase>>> = {
  charges: phrase('measure.chargesOfTheRoller'),
  passes: phrase('measure.passesOfASheet'),
};

/** What a run is begun with: by its cards where these say it. */
function valueAtFirst(plan: Plan, sheet: PrintSheet, run: Run, what: Setting): string {
  const scale = SETTING_SCALES[what];
  if (what === 'charges') {
    const most = Math.max(1, ...chargeCards(plan, sheet, run, 1).map(({ laterCharges }) => laterCharges));
    return String(most);
  }
  if (what === 'passes') return String(run.impressions);
  if (what === 'mask') return maskNotes(plan, run).length > 0 ? 'on' : 'off';
  if (what === 'roller or brush') return rollerOf(plan).name ?? '';
  if (scale.is === 'choice') return scale.values[0];
  return scale.is === 'level' ? '0' : '';
}

/** The changes of one setting in the edition's round of a run, oldest first. */
function changesOf(bench: Pick<BenchState, 'settings'>, roundId: string, runId: string): readonly SettingChanged[] {
  return bench.settings.filter((setting) => setting.roundId === roundId && setting.runId === runId);
}

/**
 * A setting as it was for a sheet: the change said last of those from this sheet or an earlier one on. Sheets go in the order of
 * their names.
 */
function changeFor(
  changes: readonly SettingChanged[],
  order: ReadonlyMap<SheetName, number>,
  what: Setting,
  sheet: SheetName,
): SettingChanged | undefined {
  const at = order.get(sheet) ?? Infinity;
  return changes.findLast((change) => change.what === what && (order.get(change.fromSheet) ?? Infinity) <= at);
}

const orderOf = ({ started }: Pick<BenchState, 'started'>) =>
  new Map((started ? sheetNames(started) : []).map((name, i) => [name, i]));

/** One setting of a run as it stands for a sheet. */
export function settingFor(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  bench: Pick<BenchState, 'settings' | 'started'>,
  roundId: string,
  what: Setting,
  next: SheetName,
): string {
  const change = changeFor(changesOf(bench, roundId, run.id), orderOf(bench), what, next);
  return change?.value ?? valueAtFirst(plan, sheet, run, what);
}

/** Every setting of a run with what it was for each of some sheets: for what is counted over them. */
export function settingsOver(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  bench: Pick<BenchState, 'settings' | 'started'>,
  roundId: string,
  sheets: readonly SheetName[],
): ReadonlyMap<Setting, readonly string[]> {
  const changes = changesOf(bench, roundId, run.id),
    order = orderOf(bench);
  return new Map(
    SETTINGS.filter((what) => changes.some((change) => change.what === what)).map((what) => {
      const first = valueAtFirst(plan, sheet, run, what);
      return [what, sheets.map((name) => changeFor(changes, order, what, name)?.value ?? first)];
    }),
  );
}

/**
 * The settings that stand beside the pull of `next`: those changed last in this run, and what its way begins with, six in all, in an
 * order that stays, so that none moves under a hand.
 */
export function settingsBeside(
  plan: Plan,
  sheet: PrintSheet,
  run: Run,
  bench: Pick<BenchState, 'settings' | 'started'>,
  roundId: string,
  next: SheetName,
): SettingInForce[] {
  const changes = changesOf(bench, roundId, run.id),
    order = orderOf(bench);
  const brushed = inkingsOf(run).some((inking) => isBrushed(plan, inking));
  const newest = [...changes].reverse().map(({ what }) => what);
  const beside = [...new Set([...newest, ...AT_FIRST[brushed ? 'brushed' : 'rolled']])].slice(0, BESIDE_THE_PULL);
  return SETTINGS.filter((what) => beside.includes(what)).map((what) => {
    const change = changeFor(changes, order, what, next);
    return { what, value: change?.value ?? valueAtFirst(plan, sheet, run, what), from: change?.fromSheet };
  });
}
