/** Work on the main thread in one frame, at most; what is left waits for the next. */
const BUDGET_MS = 14;

/**
 * Paints small pictures a few at a time, so that a screen full of them never holds the page up. Of several jobs for one
 * picture only the newest is done; at least one is done each frame.
 */
export class PaintQueue<Picture> {
  private readonly waiting = new Map<Picture, () => void>();
  private asked = false;

  constructor(
    private readonly nextFrame: (run: () => void) => void,
    private readonly now: () => number,
  ) {}

  add(picture: Picture, paint: () => void): void {
    this.waiting.delete(picture);
    this.waiting.set(picture, paint);
    this.ask();
  }

  drop(picture: Picture): void {
    this.waiting.delete(picture);
  }

  private ask(): void {
    if (this.asked) return;
    this.asked = true;
    this.nextFrame(() => this.run());
  }

  private run(): void {
    this.asked = false;
    const from = this.now();
    for (const [picture, paint] of this.waiting) {
      this.waiting.delete(picture);
      paint();
      if (this.now() - from > BUDGET_MS) break;
    }
    if (this.waiting.size > 0) this.ask();
  }
}
