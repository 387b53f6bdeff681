import type { BenchEvent } from '@/model';

/** Acts the server has not acknowledged, kept in the browser so that neither a reload nor a power cut loses them. */
export class ActQueue {
  private readonly key: string;
  private beyondStore: BenchEvent[] | undefined;

  /** `full` is called when an act could only be kept on this page. */
  constructor(
    printId: string,
    private readonly full: () => void = () => undefined,
  ) {
    this.key = `ulexite-waiting-${printId}`;
  }

  all(): BenchEvent[] {
    if (this.beyondStore) return [...this.beyondStore];
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
    try {
      if (events.length === 0) localStorage.removeItem(this.key);
      else localStorage.setItem(this.key, JSON.stringify(events));
      this.beyondStore = undefined;
    } catch {
      // the browser's store is full or closed: kept on this page, and told
      this.beyondStore = events;
      this.full();
    }
  }
}
