import { mediaTypeOf } from '@/formats';
import { getBlob, type Store, type StoredBlob } from '@/store';

/** Bytes by their SHA-256, for the browser, as what the bytes themselves are; undefined when they are not there or the name is no SHA-256. */
export function storedBlob(db: Store, sha: string): StoredBlob | undefined {
  const blob = /^[0-9a-f]{64}$/.test(sha) ? getBlob(db, sha) : undefined;
  return blob && { bytes: blob.bytes, mediaType: mediaTypeOf(blob.bytes) };
}
