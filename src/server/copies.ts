import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { failure, phrase, success, type Outcome } from '@/core/units';
import { ARCHIVE_LIMITS } from '@/formats';
import type { KeepingState } from '@/model';
import { keepingWords } from '@/words/keeping';
import { database, storeFile } from './database';
import type { FileOut, Report } from './fileOut';
import { INCOMING, type Keeper } from './keeping/keeper';
import { archiveIn } from './keeping/workshopArchive';

/** Copies are kept by the program that serves; every bundle of the application finds the same keeper. */
async function withKeeper<T>(act: (keeper: Keeper) => Outcome<T> | Promise<Outcome<T>>): Promise<Outcome<T>> {
  const { ulexiteKeeper: keeper } = globalThis as { ulexiteKeeper?: Keeper };
  return keeper ? act(keeper) : failure('door-none');
}

/** The file, its copies, where they lie, and what troubles them. */
export const keepingShown = (): Promise<Outcome<KeepingState>> => withKeeper((keeper) => success(keeper.state()));

/** What of this is to be known on the shelf, in words: damage, copies that were not made, a disk that fills up. */
export async function troublesOfFile(): Promise<readonly string[]> {
  const shown = await keepingShown();
  return shown.ok ? troublesIn(shown.value) : [];
}

function troublesIn({ damaged, copies: [newest], problem, disk, outside }: KeepingState): string[] {
  const at = newest?.at.slice(0, 16).replace('T', ' ') ?? '';
  return [
    damaged && keepingWords(newest ? 'copies.damaged' : 'copies.damagedNone', { at }),
    !damaged && problem,
    disk.low && keepingWords('disk.low', { gb: disk.freeBytes / 1e9 }),
    outside?.problem,
  ].filter((trouble): trouble is string => typeof trouble === 'string');
}

/** A copy is begun, by wish; how far it is stands in the state. */
export function copyNow(): Promise<Outcome<KeepingState>> {
  return withKeeper((keeper) => {
    void keeper.copy('asked');
    return success(keeper.state());
  });
}

/** Names the folder outside, or none. */
export function nameOutside(folder: string | null): Promise<Outcome<KeepingState>> {
  return withKeeper(async (keeper) => {
    const named = await keeper.nameOutside(folder);
    return named.ok ? success(keeper.state()) : named;
  });
}

/** Puts a copy beside the present file; says where. */
export const copyBeside = (name: string): Promise<Outcome<string>> => withKeeper((keeper) => keeper.beside(name));

/** A copy to be taken elsewhere, as a stream. */
export function copyStream(name: string): Promise<Outcome<{ bytes: number; stream: ReadableStream<Uint8Array> }>> {
  return withKeeper((keeper) => {
    const copy = keeper.copyCalled(name);
    if (!copy) return failure('copy-missing', { file: name });
    const stream = Readable.toWeb(createReadStream(copy.path)) as ReadableStream<Uint8Array>;
    return success({ bytes: copy.bytes, stream });
  });
}

/**
 * Takes in the archive of a workshop: first all of it to the disk beside the workshop's file, as fast as it comes, then part by part. What came
 * of it is a file of JSON. Failures: `too-large`, `archive…`.
 */
export async function archiveTakenIn(
  body: ReadableStream<Uint8Array> | null,
  now: string,
  report: Report,
): Promise<Outcome<FileOut>> {
  const folder = mkdtempSync(join(dirname(storeFile()), INCOMING));
  try {
    const file = join(folder, 'archive.zip');
    const bytes = body ? await written(body, file) : 0;
    if (bytes === undefined)
      return failure('too-large', {
        what: phrase('route.thisArchive'),
        limit: Math.round(ARCHIVE_LIMITS.bytes / 1024 / 1024),
      });
    const taken = await archiveIn(database(), file, now, report);
    if (!taken.ok) return taken;
    const text = new TextEncoder().encode(JSON.stringify(taken.value));
    return success({ bytes: text, mediaType: 'application/json', fileName: 'taken-in.json' });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Bytes written; undefined when there are more than may be. */
async function written(body: ReadableStream<Uint8Array>, file: string): Promise<number | undefined> {
  let bytes = 0;
  const counted = async function* (chunks: AsyncIterable<Uint8Array>) {
    for await (const chunk of chunks) {
      bytes += chunk.length;
      if (bytes > ARCHIVE_LIMITS.bytes) return;
      yield chunk;
    }
  };
  await pipeline(Readable.fromWeb(body as never), counted, createWriteStream(file));
  return bytes > ARCHIVE_LIMITS.bytes ? undefined : bytes;
}
