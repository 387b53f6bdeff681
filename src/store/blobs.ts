import { createHash } from 'node:crypto';
import type { Store } from './open';

export interface StoredBlob {
  readonly bytes: Buffer;
  readonly mediaType: string;
}

/** Keeps bytes under their SHA-256 and returns it; the same bytes are kept once. */
export function putBlob(db: Store, bytes: Uint8Array, mediaType: string, now: string): string {
  const sha = createHash('sha256').update(bytes).digest('hex');
  db.prepare(
    'INSERT INTO blobs (sha, media_type, bytes, created_at) VALUES (?, ?, ?, ?) ON CONFLICT (sha) DO NOTHING',
  ).run(sha, mediaType, bytes, now);
  return sha;
}

export function getBlob(db: Store, sha: string): StoredBlob | undefined {
  const row = db
    .prepare<[string], { bytes: Buffer; media_type: string }>('SELECT bytes, media_type FROM blobs WHERE sha = ?')
    .get(sha);
  return row && { bytes: row.bytes, mediaType: row.media_type };
}

export function hasBlob(db: Store, sha: string): boolean {
  return db.prepare('SELECT 1 FROM blobs WHERE sha = ?').get(sha) !== undefined;
}

/** Bytes dropped in one go: the file is not held for long. */
const DROPPED_AT_ONCE = 50;

/**
 * Drops some bytes that no plan of any history and no entry of any log names and that are older than `before`; how many went.
 * Called again until nothing is left.
 */
export function dropLooseBlobs(db: Store, before: string): number {
  return db
    .prepare(
      `DELETE FROM blobs WHERE sha IN (SELECT b.sha FROM blobs b WHERE b.created_at < ?
      AND NOT EXISTS (SELECT 1 FROM plan_blobs p WHERE p.sha = b.sha)
      AND NOT EXISTS (SELECT 1 FROM log_blobs l WHERE l.sha = b.sha) LIMIT ${DROPPED_AT_ONCE})`,
    )
    .run(before).changes;
}
