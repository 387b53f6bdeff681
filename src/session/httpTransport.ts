import { countersText, type Counters, type PrintChanges, type PrintState } from '@/model';
import { ask } from './ask';
import { atDoor } from './atDoor';
import type { Transport } from './transport';

/** A server that says nothing for so long is away: what was sent is sent again. */
const PATIENCE_MS = 20_000;
/** How long before a line that cannot be opened is tried again. */
const REOPEN_MS = 2000;
/** And before a device that was put out looks whether it is let in again. */
const SHUT_MS = 15_000;
/** A page nobody looks at gives its line back after so long: a browser has few of them for all its pages. */
const HIDDEN_MS = 20_000;

/** Speaks with the server at the address of one print. */
export function httpTransport(api: string): Transport {
  return {
    send: (item, known) => {
      const body = { known: countersText(known) };
      return item.kind === 'edit'
        ? ask<PrintChanges>('PUT', api, { ...body, id: item.id, edit: item.edit }, PATIENCE_MS)
        : ask<PrintChanges>('POST', `${api}/log`, { ...body, events: item.events }, PATIENCE_MS);
    },
    whole: () => ask<PrintState>('GET', api, undefined, PATIENCE_MS),
    listen: (known, ear) => {
      const line = new Line(() => `${api}/changes?known=${countersText(known())}`, ear);
      line.open();
      const looked = () => line.looked(document.visibilityState === 'visible');
      document.addEventListener('visibilitychange', looked);
      return () => {
        document.removeEventListener('visibilitychange', looked);
        line.close();
      };
    },
  };
}

/** One line to the server: opened again whenever it breaks, let go while nobody looks. */
class Line {
  private source: EventSource | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private over = false;

  constructor(
    private readonly address: () => string,
    private readonly ear: Parameters<Transport['listen']>[1],
  ) {}

  open(): void {
    clearTimeout(this.timer);
    if (this.source || this.over) return;
    const source = new EventSource(this.address());
    this.source = source;
    source.addEventListener('open', () => this.ear.line(true));
    source.addEventListener('changes', ({ data }: MessageEvent<string>) =>
      this.ear.heard(JSON.parse(data) as PrintChanges),
    );
    source.addEventListener('refused', ({ data }: MessageEvent<string>) => {
      this.over = true;
      this.close();
      this.ear.ended((JSON.parse(data) as { message: string }).message);
    });
    source.addEventListener('error', () => {
      this.ear.line(false);
      // the browser opens a broken line again by itself, but not one that was refused
      if (source.readyState === EventSource.CLOSED) {
        this.letGo();
        void this.askWhy();
        this.timer = setTimeout(() => this.open(), atDoor.isShut() ? SHUT_MS : REOPEN_MS);
      }
    });
  }

  /** A line that is refused does not say why: a plain question does. */
  private async askWhy(): Promise<void> {
    const answer = await fetch(this.address().split('/changes')[0], { method: 'HEAD' }).catch(() => undefined);
    if (answer) atDoor.saw(answer.status);
  }

  looked(visible: boolean): void {
    clearTimeout(this.timer);
    if (visible) this.open();
    else this.timer = setTimeout(() => this.letGo(), HIDDEN_MS);
  }

  close(): void {
    clearTimeout(this.timer);
    this.letGo();
  }

  private letGo(): void {
    this.source?.close();
    this.source = undefined;
  }
}

/** What a device has heard, for answers that are not asked for through a session. */
export const knownHeader = (known: Counters) => ({ 'x-known': countersText(known) });
