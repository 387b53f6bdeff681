import { randomStream } from '@/core/random/random';
import { applyEdit, patchBetween } from '@/derived';
import {
  failureSaid,
  success,
  type BenchEvent,
  type Outcome,
  type Plan,
  type PrintChanges,
  type PrintState,
} from '@/model';
import type { Ear, Item, ItemKeeper, Transport } from '@/session';

/** A server with one print in memory, that makes each edit and counts each act once, by its id. */
export class FakeServer {
  readonly made: string[] = [];
  readonly refusedEdits = new Set<string>();
  readonly log: BenchEvent[] = [];
  private count = 1;
  private workshop = 1;
  private patches: { count: number; editId: string | null; patch: PrintChanges['patches'][number]['patch'] }[] = [];
  private lines = new Set<() => void>();

  constructor(public plan: Plan) {}

  get now() {
    return { plan: this.count, log: this.log.length, workshop: this.workshop };
  }

  take(item: Item): Outcome<undefined> {
    if (item.kind === 'acts') {
      const news = item.events.filter(({ id }) => !this.log.some((known) => known.id === id));
      this.log.push(...news);
    } else if (!this.made.includes(item.id)) {
      const next = applyEdit(this.plan, item.edit);
      if (!next.ok) {
        this.refusedEdits.add(item.id);
        return next;
      }
      this.made.push(item.id);
      if (JSON.stringify(next.value) !== JSON.stringify(this.plan)) {
        this.patches.push({ count: ++this.count, editId: item.id, patch: patchBetween(this.plan, next.value) });
        this.plan = JSON.parse(JSON.stringify(next.value)) as Plan;
      }
    }
    this.lines.forEach((tell) => tell());
    return success(undefined);
  }

  since(known: PrintChanges['since']): PrintChanges {
    return {
      ...this.head(),
      since: known,
      now: this.now,
      plan: null,
      patches: this.patches.filter(({ count }) => count > known.plan),
      events: this.log.slice(known.log),
      cuttingPace: null,
      brushMix: null,
      drying: null,
    };
  }

  whole(): PrintState {
    const { plan, log, now } = this;
    return {
      ...this.head(),
      id: 'print',
      now,
      plan,
      events: [...log],
      otherRuns: [],
      cuttingPace: 1,
      brushMix: { pigment: 1, paste: 1, water: 1 },
      drying: [],
    };
  }

  listen(tell: () => void): () => void {
    this.lines.add(tell);
    return () => this.lines.delete(tell);
  }

  private head() {
    return { name: 'Print', savedAt: '2026-11-26T09:00:00.000Z', undoLabel: null, redoLabel: null };
  }
}

/**
 * A network by whose chance anything is lost, late, repeated, or overtaken: what is under way waits in one heap, and `step` takes something
 * out of it, anything. With a seed, so that what went wrong goes wrong again.
 */
export class FakeNet {
  private readonly heap: (() => void)[] = [];
  private readonly random: () => number;
  private readonly devices: { reopen: () => void }[] = [];
  broken = true;

  constructor(
    private readonly server: FakeServer,
    seed: number,
  ) {
    this.random = randomStream(seed);
  }

  chance(share: number): boolean {
    return this.random() < share;
  }

  pick<T>(of: readonly T[]): T {
    return of[Math.floor(this.random() * of.length)];
  }

  /** Something that is under way arrives; false when nothing is. */
  step(): boolean {
    const { heap } = this;
    if (heap.length === 0) return false;
    const [arrived] = heap.splice(Math.floor(this.random() * heap.length), 1);
    arrived();
    return true;
  }

  /** Every line is opened anew. */
  reopen(): void {
    this.devices.forEach((device) => device.reopen());
  }

  transport(): Transport {
    return {
      send: (item, known) =>
        this.asked(() => {
          const done = this.server.take(item);
          return done.ok ? success(this.server.since(known)) : done;
        }),
      whole: () => this.asked(() => success(this.server.whole())),
      listen: (known, ear) => this.line(known, ear),
    };
  }

  /** A question and its answer, each of which may be lost; the question may also arrive twice. */
  private asked<T>(ask: () => Outcome<T>): Promise<Outcome<T>> {
    return new Promise((resolve) => {
      const lost = () => resolve(failureSaid('unreachable', 'lost'));
      const arrive = (): void => {
        const answer = ask();
        this.heap.push(this.broken && this.chance(0.15) ? lost : () => resolve(answer));
      };
      if (this.broken && this.chance(0.15)) this.heap.push(lost);
      else this.heap.push(arrive);
      if (this.broken && this.chance(0.1)) this.heap.push(() => void ask());
    });
  }

  private line(known: () => PrintChanges['since'], ear: Ear): () => void {
    let told = known(),
      open = true;
    const say = () => {
      if (!open) return;
      const changes = this.server.since(told);
      told = changes.now;
      if (this.broken && this.chance(0.2)) return;
      this.heap.push(() => ear.heard(changes));
      if (this.broken && this.chance(0.1)) this.heap.push(() => ear.heard(changes));
    };
    const stop = this.server.listen(say);
    this.devices.push({
      reopen: () => {
        told = known();
        ear.line(true);
        say();
      },
    });
    return () => {
      open = false;
      stop();
    };
  }
}

/** Keeps in memory, as a browser does over a reload. */
export class FakeKeeper implements ItemKeeper {
  readonly items: Item[] = [];

  constructor(private readonly left: readonly Item[] = []) {}

  readonly takeLeft = async (): Promise<readonly Item[]> => {
    this.items.push(...this.left);
    return this.left;
  };
  readonly add = async (item: Item): Promise<void> => void this.items.push(item);
  readonly remove = async (id: string): Promise<void> => {
    const at = this.items.findIndex((item) => item.id === id);
    if (at >= 0) this.items.splice(at, 1);
  };
}
