import type { BenchEvent } from '@/records';

/** Acts the server has not acknowledged, kept in the browser so that neither a reload nor a power cut loses them. */
export class ActQueue {
  private readonly key: string;

  constructor(printId: string) {
    this.key = `ulexite-waiting-${printId}`;
  }

  all(): BenchEvent[] {
    try {
      return JSON.parse(localStorage.getItem(this.key) ?? '[]') as BenchEvent[];
    } catch {
      return [];
    }
  }

  add(event: BenchEvent): void {
    this.put([...this.all(), event]);
  }

  remove(ids: ReadonlySet<string>): void {
    this.put(this.all().filter((event) => !ids.has(event.id)));
  }

  private put(events: BenchEvent[]): void {
    if (events.length === 0) localStorage.removeItem(this.key);
    else localStorage.setItem(this.key, JSON.stringify(events));
  }
}
