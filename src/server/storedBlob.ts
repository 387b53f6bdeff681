import { getBlob, type Store, type StoredBlob } from '@/store';

/** Bytes by their SHA-256, for the browser; undefined when they are not there or the name is no SHA-256. */
export function storedBlob(db: Store, sha: string): StoredBlob | undefined {
  return /^[0-9a-f]{64}$/.test(sha) ? getBlob(db, sha) : undefined;
}
