import { applyEdit } from '@/derived';
import {
  ACT_VERSION,
  failureSaid,
  familyOf,
  success,
  type BenchAct,
  type BenchEvent,
  type Counters,
  type Failure,
  type Outcome,
  type Plan,
  type PlanEdit,
  type PrintChanges,
  type PrintState,
} from '@/model';
import type { Item, ItemKeeper } from './items';
import { shared } from './shared';
import { isAway, type Transport } from './transport';
import { withChanges } from './withChanges';
import { pageWords } from '@/words/pages';

export type SaveStatus = 'saved' | 'saving' | 'failed';

/** A print on this device as it is shown now. The same object as long as nothing of it changes. */
export interface Snapshot {
  /** As the server last said it is. */
  readonly state: PrintState;
  /** The plan with every edit that is on its way. */
  readonly plan: Plan;
  /** The log with every act that is kept here until the server has it. */
  readonly events: readonly BenchEvent[];
  readonly status: SaveStatus;
  /** Acts kept here because the server does not answer. */
  readonly waitingActs: number;
  /** Whether this device hears of what others do. */
  readonly hears: boolean;
}

/** What a session says to whoever sits before it. */
export interface Voice {
  /** Changes and acts that could not be made after all, each with its reason. */
  readonly refused: (refusals: readonly { readonly item: Item; readonly why: Failure }[]) => void;
  /** This item is nowhere but on this page: the browser keeps no more. */
  readonly notKept: (item: Item) => void;
  readonly ended: (why: string) => void;
}

/** Where time and chance come from. */
export interface Surroundings {
  readonly newId: () => string;
  readonly nowIso: () => string;
}

interface Pending {
  readonly item: Item;
  readonly kept: Promise<void>;
  /** Whoever asked was told that it is kept for later. */
  told: boolean;
  /** It may have arrived already: only the server, which knows it by its id, can say what became of it. */
  sent: boolean;
  readonly done: (answer: Outcome<'counted' | 'kept'>) => void;
}

/**
 * One print on one device: what is done here is shown at once, kept in the browser, and sent in its order, each until the server has
 * acknowledged it; what is done elsewhere is heard and taken in. An edit is made on the newest plan there is; it is given up only where
 * it cannot be made on that, and never without a word.
 */
export class PrintSession {
  private pending: Pending[] = [];
  private chain: Promise<unknown> = Promise.resolve();
  private latest: PrintState;
  private status: SaveStatus = 'saved';
  private away = false;
  private hears = false;
  private fetching = false;
  private shown: Snapshot | undefined;
  private lastShown: Snapshot | undefined;
  private readonly listeners = new Set<() => void>();

  constructor(
    initial: PrintState,
    private readonly transport: Transport,
    private readonly keeper: ItemKeeper,
    private readonly voice: Voice,
    private readonly around: Surroundings,
  ) {
    this.latest = initial;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): Snapshot => {
    this.shown ??= this.asShown();
    this.lastShown = this.shown;
    return this.shown;
  };

  /** Counters of what is known here. */
  get known(): Counters {
    return this.latest.now;
  }

  /** Nothing waits any more. */
  get isSettled(): boolean {
    return this.pending.length === 0;
  }

  /** Hears of others and takes up what windows that are gone left, until the answer is called. */
  start(): () => void {
    void this.takeUpLeft();
    return this.transport.listen(() => this.latest.now, {
      heard: (changes) => this.adopt(changes),
      line: (open) => {
        this.hears = open;
        this.changed();
        if (open) this.retry();
      },
      ended: this.voice.ended,
    });
  }

  /** Resolves when on the server's disk, refused, or kept for later (`unreachable`). */
  async change(edit: PlanEdit): Promise<Outcome<undefined>> {
    const answer = await this.ask({ kind: 'edit', id: this.around.newId(), edit });
    if (!answer.ok) return answer;
    return answer.value === 'kept' ? away() : success(undefined);
  }

  /** Acts that go together: all of them or none. */
  log(...acts: readonly BenchAct[]): Promise<Outcome<'counted' | 'kept'>> {
    const at = this.around.nowIso();
    const events = acts.map((act): BenchEvent => ({ id: this.around.newId(), at, version: ACT_VERSION, act }));
    return this.ask({ kind: 'acts', id: this.around.newId(), events });
  }

  /** A change that takes work to make: what is asked for after it waits, so that undo takes back the right thing. */
  async changeAfter(work: (plan: Plan) => Promise<Outcome<PlanEdit>>): Promise<Outcome<undefined>> {
    let saved: Promise<Outcome<undefined>> | undefined;
    const worked = await this.inOrder(async (): Promise<Outcome<undefined>> => {
      this.setStatus('saving');
      const edit = await work(this.snapshot().plan);
      if (!edit.ok) {
        this.setStatus(this.restingStatus());
        return edit;
      }
      saved = this.change(edit.value);
      return success(undefined);
    });
    return saved ?? worked;
  }

  /** What the server does itself: after everything that was done here is there. */
  onServer(act: (known: Counters) => Promise<Outcome<PrintChanges>>): Promise<Outcome<undefined>> {
    return this.inOrder(async (): Promise<Outcome<undefined>> => {
      await this.flush();
      if (this.pending.length > 0) return failureSaid('unreachable', pageWords('server.unsaved'));
      this.setStatus('saving');
      const answer = await act(this.latest.now);
      this.setStatus(isAway(answer) ? 'failed' : 'saved');
      if (!answer.ok) {
        if (familyOf(answer.code) === 'stale') void this.fetchWhole();
        return answer;
      }
      this.adopt(answer.value);
      return success(undefined);
    });
  }

  /** Sends what could not be sent; called from time to time. */
  retry(): void {
    if (this.pending.length > 0) void this.inOrder(() => this.flush());
  }

  /** Takes in what was heard, whatever its order. */
  adopt(changes: PrintChanges): void {
    const next = withChanges(this.latest, changes);
    if (!next) return void this.fetchWhole();
    this.take(next, new Set(changes.patches.flatMap(({ editId }) => editId ?? [])));
  }

  /** Runs something after all that was asked before it, and nothing beside it. */
  private inOrder<T>(act: () => Promise<T>): Promise<T> {
    const next = this.chain.then(act, act);
    this.chain = next.catch(() => undefined);
    return next;
  }

  private ask(item: Item): Promise<Outcome<'counted' | 'kept'>> {
    const answered = new Promise<Outcome<'counted' | 'kept'>>((done) => {
      const kept = this.keeper.add(item).catch(() => this.voice.notKept(item));
      this.pending = [...this.pending, { item, kept, told: false, sent: false, done }];
    });
    this.changed();
    void this.inOrder(() => this.flush());
    return answered;
  }

  private async takeUpLeft(): Promise<void> {
    const left = await this.keeper.takeLeft().catch(() => []);
    if (left.length === 0) return;
    const mine = left.map((item): Pending => ({
      item,
      kept: Promise.resolve(),
      told: true,
      sent: true,
      done: () => undefined,
    }));
    this.pending = [...mine, ...this.pending];
    this.changed();
    this.retry();
  }

  /** Sends what waits, in order, up to something that cannot be sent now. */
  private async flush(): Promise<void> {
    const refusals: { item: Item; why: Failure }[] = [];
    const refuse = (one: Pending, why: Failure) => {
      if (one.item.kind === 'edit' || one.told) refusals.push({ item: one.item, why });
      this.settle(one, why);
    };
    while (this.pending.length > 0) {
      const [first] = this.pending;
      const made = first.item.kind === 'edit' && !first.sent ? applyEdit(this.latest.plan, first.item.edit) : undefined;
      if (made && !made.ok) {
        refuse(first, made);
        continue;
      }
      if (made && isAlike(made.value, this.latest.plan)) {
        this.settle(first, success('counted'));
        continue;
      }
      if (first.item.kind === 'edit') this.setStatus('saving');
      first.sent = true;
      const answer = await this.transport.send(first.item, this.latest.now);
      if (answer.ok) {
        this.away = false;
        this.adopt(answer.value);
        this.settle(first, success('counted'));
      } else if (isAway(answer)) {
        this.keepForLater();
        break;
      } else refuse(first, answer);
    }
    if (refusals.length > 0) this.voice.refused(refusals);
  }

  private keepForLater(): void {
    this.away = this.pending.length > 0;
    const waiting = this.pending;
    if (waiting.some(({ told }) => !told))
      this.pending = waiting.map((one) => (one.told ? one : { ...one, told: true }));
    waiting.forEach((one) => one.done(success('kept')));
    this.setStatus(this.restingStatus());
  }

  private restingStatus(): SaveStatus {
    return this.pending.some(({ item }) => item.kind === 'edit') ? 'failed' : 'saved';
  }

  private async fetchWhole(): Promise<void> {
    if (this.fetching) return;
    this.fetching = true;
    const whole = await this.transport.whole();
    this.fetching = false;
    if (whole.ok && whole.value.now.plan >= this.latest.now.plan && whole.value.now.log >= this.latest.now.log)
      this.take(whole.value, new Set());
  }

  /** The log only grows, so one as long and with the same end is the same. */
  private take(next: PrintState, made: ReadonlySet<string>): void {
    const { events, ...rest } = next,
      { events: known, ...before } = this.latest;
    const sameLog = known.length === events.length && known.at(-1)?.id === events.at(-1)?.id;
    const news = sameLog ? [] : events.slice(known.length);
    this.latest = { ...shared(before, rest), events: sameLog ? known : events };
    const counted = new Set(news.map(({ id }) => id));
    const isThere = ({ item }: Pending) =>
      item.kind === 'edit' ? made.has(item.id) : item.events.every(({ id }) => counted.has(id));
    this.pending.filter(isThere).forEach((one) => this.settle(one, success('counted')));
    this.changed();
  }

  private settle(one: Pending, answer: Outcome<'counted'>): void {
    if (!this.pending.includes(one)) return;
    this.pending = this.pending.filter((other) => other !== one);
    // what is kept late is taken away late; one left behind by a power cut is known to the server by its id
    void one.kept.then(() => this.keeper.remove(one.item.id)).catch(() => undefined);
    if (this.pending.length === 0) {
      this.status = 'saved';
      this.away = false;
    }
    this.changed();
    one.done(answer);
  }

  private setStatus(status: SaveStatus): void {
    this.status = status;
    this.changed();
  }

  private changed(): void {
    this.shown = undefined;
    this.listeners.forEach((listener) => listener());
  }

  private asShown(): Snapshot {
    const { plan, events } = this.withPending();
    const next: Snapshot = {
      state: this.latest,
      plan,
      events,
      status: this.status,
      waitingActs: this.away
        ? this.pending.reduce((sum, { item }) => sum + (item.kind === 'acts' ? item.events.length : 0), 0)
        : 0,
      hears: this.hears,
    };
    const last = this.lastShown;
    return last && (Object.keys(next) as (keyof Snapshot)[]).every((key) => last[key] === next[key]) ? last : next;
  }

  private together:
    | {
        readonly of: readonly unknown[];
        readonly plan: Plan;
        readonly events: readonly BenchEvent[];
      }
    | undefined;

  /** Plan and log with all that is on its way, worked out anew only when one of them is otherwise. */
  private withPending() {
    const { plan, events } = this.latest;
    const of = [plan, events, this.pending];
    if (this.together?.of.every((part, i) => part === of[i])) return this.together;
    // an act is shown as done once it is on the server's disk, or kept here because that does not answer: a pedal that bounces
    // meanwhile presses for the same sheet
    const acts = this.pending.flatMap(({ item, told }) => (told && item.kind === 'acts' ? item.events : []));
    this.together = {
      of,
      plan: shared(this.together?.plan, this.pending.map(({ item }) => item).reduce(withItem, plan)),
      events: acts.length === 0 ? events : [...events, ...acts],
    };
    return this.together;
  }
}

const away = () => failureSaid('unreachable', pageWords('server.awayKept'));

const isAlike = (a: Plan, b: Plan) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** The plan with an edit; one that cannot be made on it is told when it is its turn to be sent, and changes nothing until then. */
function withItem(plan: Plan, item: Item): Plan {
  if (item.kind !== 'edit') return plan;
  const next = applyEdit(plan, item.edit);
  return next.ok ? next.value : plan;
}
