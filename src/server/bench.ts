import { checkAct, failed, type BenchAct, type BenchEvent, type Phrase, type Plan } from '@/model';
import { failure, success, type Outcome, phrase } from '@/core/units';
import { firstGateOf, frozenAsOf } from '@/derived';
import { announceWorkshop } from './hub';
import { refusedAct } from './refusedActs';
import { cutPicture } from './slips';
import {
  appendBenchEvent,
  benchLog,
  hasBenchEvent,
  hasBlob,
  printById,
  putBlob,
  raiseUndoFloor,
  replacePlan,
  type PrintRow,
  touchPrint,
  type Store,
} from '@/store';
import { changePrint } from './changes';
import { drawn } from './drawing';
import { withStock } from './pots';
import { standingOf } from './standing';

const CLOCK_TOLERANCE_MS = 36 * 3_600_000;

/**
 * Adds acts to the bench log, all or none, in one transaction that is on disk when this returns. An act whose id is
 * already there counts once. `drawn`: pictures of the block after its cuts and slips, by the id of the act (`drawCutPictures`); those
 * that are missing are drawn here.
 */
export function logActs(
  db: Store,
  id: string,
  values: unknown,
  nowMs: number,
  drawn: ReadonlyMap<string, CutPicture> = new Map(),
): Outcome<undefined> {
  const checked = checkEvents(values, nowMs);
  if (!checked.ok) return checked;
  const done = changePrint(db, id, (row, plan) => append(db, row, plan, checked.value, nowMs, drawn));
  if (done.ok && checked.value.some(({ act }) => takesPaper(act))) announceWorkshop();
  return done;
}

const takesPaper = ({ kind }: BenchAct) => kind === 'parents-parted' || kind === 'parting-undone';

function checkEvents(values: unknown, nowMs: number): Outcome<BenchEvent[]> {
  if (!Array.isArray(values) || values.length === 0 || values.length > 500) return failure('act.nothingToLogWas');
  const events: BenchEvent[] = [];
  for (const value of values as Partial<BenchEvent>[]) {
    const act = checkAct(value?.act, value?.version);
    if (!act.ok) return act;
    if (typeof value.id !== 'string' || !/^[\w-]{8,64}$/.test(value.id)) return failure('act.anEntryForThe');
    const at = Date.parse(String(value.at));
    if (Number.isNaN(at) || at > nowMs + CLOCK_TOLERANCE_MS) return failure('act.isNotATime', { at: String(value.at) });
    events.push({ id: value.id, at: new Date(at).toISOString(), act: act.value });
  }
  return success(events);
}

function append(
  db: Store,
  { id, plan_seq, plan_count }: PrintRow,
  before: Plan,
  events: readonly BenchEvent[],
  nowMs: number,
  drawn: ReadonlyMap<string, CutPicture>,
): Outcome<undefined> {
  let plan = before;
  let log = benchLog(db, id);
  for (const event of events) {
    if (hasBenchEvent(db, id, event.id)) continue;
    const progress = standingOf(db, id, plan, log);
    const refused = refusedAct(plan, progress, event.act) ?? refusedPicture(db, event.act);
    if (refused) return failed(refused);
    const picture = drawn.get(event.id);
    const whole = withCutPicture(db, plan, log, event, picture?.planCount === plan_count ? picture : undefined);
    appendBenchEvent(db, id, whole);
    withStock(db, log, whole, new Date(nowMs).toISOString());
    log = [...log, whole];
    if (plan.frozenAt === null && firstGateOf([whole])) {
      plan = frozenAsOf(plan, whole.at);
      replacePlan(db, id, plan_seq, plan, whole.at);
    }
    if (passesGate(event.act)) raiseUndoFloor(db, id);
  }
  touchPrint(db, id, new Date(nowMs).toISOString());
  return success(undefined);
}

/** Whether nothing before an act can be undone: the block is as it is. What pulls close is asked of each step back. */
const passesGate = ({ kind }: BenchAct) => kind === 'cut-done' || kind === 'slip';

/** A cut and a slip are kept as a picture of the block as it then is. */
function withCutPicture(
  db: Store,
  plan: Plan,
  before: readonly BenchEvent[],
  event: BenchEvent,
  drawn: CutPicture | undefined,
): BenchEvent {
  const { act } = event;
  if (act.kind !== 'cut-done' && act.kind !== 'slip') return event;
  const png = drawn ? drawn.png : cutPicture(db, plan, [...before, event], act.cutId);
  return { ...event, act: { ...act, pictureSha: png && putBlob(db, png, 'image/png', event.at) } };
}

/**
 * Pictures of the block as it is after the cuts and slips among some acts, made outside the server's own thread before they are
 * logged. What cannot be drawn is left out: logging tells why, or draws it.
 */
export async function drawCutPictures(db: Store, id: string, values: unknown): Promise<Map<string, CutPicture>> {
  const pictures = new Map<string, CutPicture>();
  const row = printById(db, id);
  const checked = checkEvents(values, Date.now());
  if (!row || !checked.ok) return pictures;
  const before: BenchEvent[] = [];
  for (const event of checked.value) {
    const { act } = event;
    before.push(event);
    if ((act.kind !== 'cut-done' && act.kind !== 'slip') || hasBenchEvent(db, id, event.id)) continue;
    const made = await drawn(db, 'cutPictureFile', id, [...before], act.cutId);
    if (made.ok)
      pictures.set(event.id, { planCount: row.plan_count, png: made.value && Buffer.from(made.value.bytes) });
  }
  return pictures;
}

/** A picture of the block, and the plan it was drawn by; no picture where there is nothing to draw. */
export interface CutPicture {
  readonly planCount: number;
  readonly png: Buffer | undefined;
}

/** A photograph is brought in before the log names it. */
function refusedPicture(db: Store, act: BenchAct): Phrase | undefined {
  const named = act.kind === 'photographed' ? [act.pictureSha, act.originalSha ?? act.pictureSha] : [];
  return named.every((sha) => hasBlob(db, sha)) ? undefined : phrase('bench.thisPhotographIsNot');
}
