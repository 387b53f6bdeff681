import Database from 'better-sqlite3';
import type { Store } from '@/store';

/** A workshop's file as one test left it, from which the next begin: pictures are decoded once, not in every test. */
export class StoreTemplate {
  private bytes: Buffer | undefined;
  private printId = '';

  /** Keeps the file as it is now, with the print just made in it. */
  keep(db: Store, printId: string): void {
    this.bytes ??= db.serialize();
    this.printId ||= printId;
  }

  /** The same file again in place of an empty one; undefined when there is none yet, or `db` holds something. */
  again(db: Store): { db: Store; printId: string } | undefined {
    if (!this.bytes || db.prepare('SELECT 1 FROM prints').get() !== undefined) return undefined;
    db.close();
    const fresh = new Database(this.bytes);
    fresh.pragma('foreign_keys = ON');
    return { db: fresh, printId: this.printId };
  }
}
