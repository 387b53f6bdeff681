/**
 * A reduction tried without a block: before each run one chooses what to cut; what is cut stays cut. The plan says for each part
 * before which run it goes; what one did is compared with it afterwards.
 */
export interface RehearsalPart {
  /** First pixel of the island. */
  readonly key: number;
  readonly label: number;
  readonly areaMm2: number;
  /** The part is cut before this run by the plan, counted from 0; `runs` when it stands to the end. */
  readonly due: number;
}

export type RehearsalLevel = 'with tracing' | 'with hints' | 'bare';
export const REHEARSAL_LEVELS: readonly RehearsalLevel[] = ['with tracing', 'with hints', 'bare'];

/** When each part was cut, by key: before this run, counted from 0. Parts never cut are not in it. */
export type Cuts = ReadonlyMap<number, number>;

export interface RehearsalSlip {
  readonly part: RehearsalPart;
  readonly kind: 'too early' | 'too late' | 'never';
  /** Before which run it was cut; undefined for never. */
  readonly cut: number | undefined;
  /** Runs (from 0) that printed wrongly there: missing when too early, too much when late. */
  readonly wrongRuns: readonly number[];
}

export interface RehearsalResult {
  readonly slips: readonly RehearsalSlip[];
  readonly parts: number;
  readonly wrongAreaMm2: number;
  /** 0–100: the area cut at the right time, as a share of all that was to be judged. */
  readonly score: number;
}

/** The parts of a rehearsal that are judged one by one; smaller ones go with their colour. */
export const MAX_REHEARSED = 120;

/** Runs whose film lies on a part that is cut before run `cut` (undefined: never): 0 … cut − 1. */
export function filmsAt(cut: number | undefined, runs: number): number {
  return Math.min(runs, cut ?? runs);
}

/** Compares what was cut with the plan, gravest first: a cut too early cannot be undone. `runs` is how many there are. */
export function judgeRehearsal(parts: readonly RehearsalPart[], cuts: Cuts, runs: number): RehearsalResult {
  const slips: RehearsalSlip[] = [];
  let wrongAreaMm2 = 0;
  for (const part of parts) {
    const cut = cuts.get(part.key);
    const when = filmsAt(cut, runs),
      due = filmsAt(part.due, runs);
    if (when === due) continue;
    wrongAreaMm2 += part.areaMm2;
    const [from, to] = when < due ? [when, due] : [due, when];
    slips.push({
      part,
      kind: when < due ? 'too early' : cut === undefined ? 'never' : 'too late',
      cut,
      wrongRuns: Array.from({ length: to - from }, (_, i) => from + i),
    });
  }
  const gravity = (slip: RehearsalSlip) =>
    (slip.kind === 'too early' ? 1e9 : 0) + slip.part.areaMm2 * slip.wrongRuns.length;
  const total = parts.reduce((sum, part) => sum + part.areaMm2, 0);
  return {
    slips: slips.sort((a, b) => gravity(b) - gravity(a)),
    parts: parts.length,
    wrongAreaMm2,
    score: total > 0 ? Math.round(100 * (1 - wrongAreaMm2 / total)) : 100,
  };
}
