import type { DaysOfPrint, Plan } from '@/model';
import type { Progress } from './progress';
import { usedOf } from './uses';

/** The places of the rack of a print while a run of it is pulled. */
export interface RackNow {
  readonly name: string;
  readonly places: number;
  /** Sheets of other prints that lie there. */
  readonly taken: number;
  readonly free: number;
  /** Sheets of this run, those that lie there already among them. */
  readonly sheets: number;
  /** Of those, how many find no place. */
  readonly without: number;
}

/** What the rack of a print has for the sheets of a run beside what lies there of other prints; undefined where the print names no rack. */
export function rackNowOf(
  plan: Plan,
  { runs }: Progress,
  run: number,
  others: readonly Pick<DaysOfPrint, 'onRack'>[],
  nowMs: number,
): RackNow | undefined {
  const [rack] = usedOf(plan, 'rack');
  if (!rack || !runs[run]) return undefined;
  const taken = others.reduce(
    (sum, { onRack }) => (onRack?.rackId === rack.id && onRack.untilMin * 60_000 > nowMs ? sum + onRack.sheets : sum),
    0,
  );
  const { pulled, waiting } = runs[run].tally,
    sheets = pulled.filter(({ setAside }) => !setAside).length + waiting.length,
    free = Math.max(0, rack.places - taken);
  return { name: rack.name, places: rack.places, taken, free, sheets, without: Math.max(0, sheets - free) };
}
