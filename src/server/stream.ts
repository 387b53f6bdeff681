import { refusalOf } from '@/words/refusals';
import { failure, success, type Outcome } from '@/core/units';
import { countersText, type Counters, type PrintChanges, type Role } from '@/model';
import type { Store } from '@/store';
import { changesSince } from './changes';
import { listen, listenerCount, whenStopping } from './hub';
import { seenBy } from './seenBy';

/** Devices that listen at once, over all prints. */
const MOST_LISTENERS = 240;
/** Something is sent so often, that a line gone dead is noticed. */
const PING_MS = 15_000;
/** How long a device waits before it asks again, after the line broke. */
const RETRY_MS = 500;

/**
 * What becomes new in a print, as server-sent events: first what a device missed since `known`, then each change as it is on disk. An
 * event's id holds the counters after it, so that a device goes on where it was. Ends with a `refused` event when the print is gone.
 */
export function changesStream(
  db: Store,
  id: string,
  known: Counters,
  role: Role = 'machine',
): Outcome<ReadableStream<Uint8Array>> {
  if (listenerCount() >= MOST_LISTENERS) return failure('busy.tooManyDevicesListen');
  const since = (from: Counters) => seenBy(role, changesSince(db, id, from));
  const first = since(known);
  return first.ok ? success(new ReadableStream(new Line(id, since, first.value))) : first;
}

type Controller = ReadableStreamDefaultController<Uint8Array>;

/** One device's line. What it cannot take yet is not gathered: the next event holds all since the last. */
class Line implements UnderlyingDefaultSource<Uint8Array> {
  private known: Counters;
  private behind = false;
  private endings: (() => void)[] = [];

  constructor(
    private readonly id: string,
    private readonly since: (known: Counters) => Outcome<PrintChanges>,
    private readonly first: PrintChanges,
  ) {
    this.known = first.now;
  }

  start(controller: Controller): void {
    controller.enqueue(bytes(`retry: ${RETRY_MS}\n\n`));
    controller.enqueue(eventOf(this.first));
    const ping = setInterval(() => controller.enqueue(bytes(':\n\n')), PING_MS);
    ping.unref();
    this.endings = [
      () => clearInterval(ping),
      listen(this.id, () => {
        this.behind = true;
        this.pull(controller);
      }),
      whenStopping(() => this.close(controller)),
    ];
  }

  pull(controller: Controller): void {
    if (!this.behind || (controller.desiredSize ?? 0) <= -MOST_UNREAD) return;
    this.behind = false;
    try {
      this.tell(controller, this.since(this.known));
    } catch {
      // the file is held, full or closed just now: the device asks again where it was
      this.close(controller);
    }
  }

  cancel(): void {
    this.endings.forEach((end) => end());
    this.endings = [];
  }

  private tell(controller: Controller, changes: Outcome<PrintChanges>): void {
    if (changes.ok) {
      this.known = changes.value.now;
      controller.enqueue(eventOf(changes.value));
      return;
    }
    controller.enqueue(bytes(`event: refused\ndata: ${JSON.stringify(refusalOf(changes))}\n\n`));
    this.close(controller);
  }

  private close(controller: Controller): void {
    this.cancel();
    controller.close();
  }
}

/** Events that may wait to be read. */
const MOST_UNREAD = 8;

const encoder = new TextEncoder();
const bytes = (text: string) => encoder.encode(text);
const eventOf = (changes: PrintChanges) =>
  bytes(`id: ${countersText(changes.now)}\nevent: changes\ndata: ${JSON.stringify(changes)}\n\n`);
