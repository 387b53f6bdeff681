import type { Store } from './open';

/** Pictures kept; when there are more the oldest go. */
const PICTURES_KEPT = 4000;

/** A picture made before, by the hash of what it shows. */
export function madePicture(db: Store, key: string): Buffer | undefined {
  return db.prepare<[string], { bytes: Buffer }>('SELECT bytes FROM made_pictures WHERE key = ?').get(key)?.bytes;
}

/** Keeps a picture under the hash of what it shows. */
export function keepMadePicture(db: Store, key: string, bytes: Uint8Array, now: string): void {
  db.prepare('INSERT INTO made_pictures (key, bytes, made_at) VALUES (?, ?, ?) ON CONFLICT (key) DO NOTHING').run(
    key,
    bytes,
    now,
  );
  db.prepare(
    `DELETE FROM made_pictures WHERE key IN
     (SELECT key FROM made_pictures ORDER BY made_at DESC LIMIT 100 OFFSET ${PICTURES_KEPT})`,
  ).run();
}
