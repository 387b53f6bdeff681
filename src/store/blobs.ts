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

/** Drops bytes that no plan of any history and no cut in any log names, and that are older than `before`. */
export function dropLooseBlobs(db: Store, before: string): number {
  return db
    .prepare(
      `DELETE FROM blobs WHERE created_at < ? AND NOT EXISTS (SELECT 1 FROM plan_history WHERE instr(plan, sha) > 0)
    AND NOT EXISTS (SELECT 1 FROM bench_log WHERE act ->> 'pictureSha' = sha)`,
    )
    .run(before).changes;
}
