import { failure, type Failure, type Outcome } from '@/core/units';
import { languageHere } from '@/words/language';
import { unitChosen } from '@/words/unit';
import type { JobReply, JobRequest, LayerJobs, PictureJobs, RegisterJobs } from './protocol';

type JobMap = Record<string, { take: unknown; give: unknown }>;

/** A worker whose program cannot be fetched is tried as often as this before its questions are answered so. */
const TRIED_TO_START = 3;

interface Waiting {
  readonly settle: (outcome: Outcome<unknown>) => void;
  readonly progress?: (share: number) => void;
  /** What is to be sent once the worker listens; undefined when it was. */
  held: JobRequest | undefined;
}

/**
 * One worker and the calls waiting for it. Every call ends: with its answer, with a failure the worker gave, with
 * `worker` when it broke, or with `stopped` when it was stopped. Stopping ends the work at once; a fresh worker is
 * started by the next call, and whoever owns this makes it ready again in `onStart`. Nothing is sent before the worker
 * says that it listens: what reaches it while its program is still being fetched would be lost.
 */
class JobWorker<Jobs extends { [J in keyof Jobs]: JobMap[string] }> {
  private worker: Worker | undefined;
  private ready: Promise<unknown> = Promise.resolve();
  private readonly waiting = new Map<number, Waiting>();
  private serial = 0;
  private listens = false;
  private triedToStart = 0;
  private timesStopped = 0;
  /** Another client has the worker now; this one answers nothing more. */
  private handedOn = false;

  constructor(
    private readonly open: () => Worker,
    private readonly onStart: () => Promise<unknown>,
  ) {}

  /** Asks once the worker is ready. */
  async ask<J extends keyof Jobs>(
    job: J,
    payload: Jobs[J]['take'],
    progress?: (share: number) => void,
  ): Promise<Outcome<Jobs[J]['give']>> {
    if (this.handedOn) return failure('stopped');
    this.started();
    const { timesStopped } = this;
    await this.ready;
    if (timesStopped !== this.timesStopped) return failure('stopped');
    return this.askNow(job, payload, progress);
  }

  /** Asks without waiting for `onStart`: for use inside it. */
  askNow<J extends keyof Jobs>(
    job: J,
    payload: Jobs[J]['take'],
    progress?: (share: number) => void,
  ): Promise<Outcome<Jobs[J]['give']>> {
    const worker = this.started();
    const id = ++this.serial;
    return new Promise((resolve) => {
      const request = { id, job: String(job), payload, unit: unitChosen(), language: languageHere() };
      this.waiting.set(id, {
        settle: resolve as (outcome: Outcome<unknown>) => void,
        progress,
        held: this.listens ? undefined : request,
      });
      if (this.listens) worker.postMessage(request, transferred(payload));
    });
  }

  /** Hands the running worker, with all that it holds, to another client; questions under way are answered there. */
  protected handTo(heir: JobWorker<Jobs>): void {
    if (!this.worker) return;
    heir.serial = this.serial;
    heir.listens = this.listens;
    heir.triedToStart = this.triedToStart;
    for (const [id, call] of this.waiting) heir.waiting.set(id, call);
    heir.attach(this.worker);
    heir.ready = this.ready;
    this.worker = undefined;
    this.handedOn = true;
    // who waits here until the worker is ready must not start another
    this.timesStopped++;
    this.waiting.clear();
  }

  stop(): void {
    this.end(failure('stopped'));
  }

  private end(why: Failure): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.listens = false;
    this.triedToStart = 0;
    this.timesStopped++;
    const left = [...this.waiting.values()];
    this.waiting.clear();
    for (const call of left) call.settle(why);
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = this.attach(this.open());
    this.ready = this.onStart().catch(() => undefined);
    return worker;
  }

  private attach(worker: Worker): Worker {
    worker.onmessage = ({ data }: MessageEvent<JobReply>) => this.receive(data);
    worker.onerror = (event) => this.broke(event.message);
    worker.onmessageerror = () => this.broke('');
    this.worker = worker;
    return worker;
  }

  private receive(reply: JobReply): void {
    if ('listens' in reply) return this.sendHeld();
    const call = this.waiting.get(reply.id);
    if (!call) return;
    if ('progress' in reply) return call.progress?.(reply.progress);
    this.waiting.delete(reply.id);
    call.settle('failure' in reply ? reply.failure : { ok: true, value: reply.result });
  }

  private sendHeld(): void {
    this.listens = true;
    for (const call of this.waiting.values()) {
      if (call.held) this.worker!.postMessage(call.held, transferred(call.held.payload));
      call.held = undefined;
    }
  }

  /** A worker that breaks before it listens could not be fetched: another is tried. */
  private broke(message: string): void {
    if (!this.listens && ++this.triedToStart < TRIED_TO_START) {
      this.worker?.terminate();
      this.attach(this.open());
    } else this.end(failure('worker', { message }));
  }
}

/** A label map that is sent is given away: copying twelve megabytes would hold the page up. */
function transferred(payload: unknown): Transferable[] {
  const labels = (payload as { labels?: unknown } | null)?.labels;
  return labels instanceof Uint8Array || labels instanceof Uint16Array ? [labels.buffer as ArrayBuffer] : [];
}

/** Holds one picture and its label map. */
export class PictureWorker extends JobWorker<PictureJobs> {
  constructor(onStart: (worker: PictureWorker) => Promise<unknown> = () => Promise.resolve()) {
    super(
      () => new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' }),
      () => onStart(this),
    );
  }

  /** A client of its own for the same running worker: after a change in place its map is already the one now saved. */
  successor(onStart: (worker: PictureWorker) => Promise<unknown>): PictureWorker {
    const heir = new PictureWorker(onStart);
    this.handTo(heir);
    return heir;
  }
}

/** Searches for plans and recipes. */
export class LayersWorker extends JobWorker<LayerJobs> {
  constructor() {
    super(
      () => new Worker(new URL('./layers.worker.ts', import.meta.url), { type: 'module' }),
      () => Promise.resolve(),
    );
  }
}

/** Works out fits, draws sheets out of register, reads proofs. */
export class RegisterWorker extends JobWorker<RegisterJobs> {
  constructor(onStart: (worker: RegisterWorker) => Promise<unknown>) {
    super(
      () => new Worker(new URL('./register.worker.ts', import.meta.url), { type: 'module' }),
      () => onStart(this),
    );
  }
}

/** Lets only the newest of a stream of questions through: one under way, one waiting, older ones fall out. */
export class NewestOnly<T, R> {
  private running = false;
  private next: T | undefined;

  constructor(
    private readonly work: (item: T) => Promise<R>,
    private readonly done: (result: R, item: T) => void,
  ) {}

  push(item: T): void {
    this.next = item;
    if (!this.running) void this.drain();
  }

  private async drain(): Promise<void> {
    this.running = true;
    while (this.next !== undefined) {
      const item = this.next;
      this.next = undefined;
      const result = await this.work(item);
      if (this.next === undefined) this.done(result, item);
    }
    this.running = false;
  }
}
