import { strFromU8, strToU8, Zip, ZipDeflate } from 'fflate';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { failure, success, type Outcome } from '@/core/units';
import { checkArchiveHead, WORKSHOP_FORMAT, WORKSHOP_VERSION, type ArchiveHead } from '@/model';
import { BUNDLE_LIMITS } from './bundle';

const MB = 1024 * 1024;
/** A zip in its plain form has four gigabytes at most. */
export const ARCHIVE_LIMITS = { bytes: 4000 * MB, headBytes: 64 * MB, prints: 5000 } as const;
const HEAD = 'workshop.json',
  END = 'end.json';
const PRINT = /^prints\/([\w-]{1,80})\.ulexite\.zip$/;

/**
 * A whole workshop as one zip, part by part as it is made: `workshop.json` (things, inks, practice), a bundle for each print under its id, and
 * `end.json`, by which one that was cut off is known. `send` takes the bytes as they come.
 */
export class ArchiveWriter {
  private readonly zip: Zip;
  private readonly written: string[] = [];
  private readonly left: string[] = [];
  private bytes = 0;

  constructor(send: (bytes: Uint8Array) => void) {
    this.zip = new Zip((error, bytes) => {
      if (error) throw error;
      send(bytes);
    });
  }

  head(head: ArchiveHead): void {
    this.add(HEAD, strToU8(JSON.stringify(head)), 6);
  }

  /** A print that would make it larger than it may be is left out, by its name. */
  print(id: string, name: string, bundle: Uint8Array): void {
    if (this.bytes + bundle.length > ARCHIVE_LIMITS.bytes) return this.leave(name);
    this.written.push(id);
    // packed already
    this.add(`prints/${id}.ulexite.zip`, bundle, 0);
  }

  /** A print that could not be written, by its name. */
  leave(name: string): void {
    this.left.push(name);
  }

  end(): void {
    this.add(END, strToU8(JSON.stringify({ prints: this.written, left: this.left })), 0);
    this.zip.end();
  }

  private add(path: string, bytes: Uint8Array, level: 0 | 6): void {
    const part = new ZipDeflate(path, { level });
    this.bytes += bytes.length;
    this.zip.add(part);
    part.push(bytes, true);
  }
}

/** A print of an archive, with its bundle or why that is not read. */
export interface ArchivedPrint {
  readonly id: string;
  readonly bundle: Outcome<Uint8Array>;
}

export interface ReadArchive {
  readonly head: ArchiveHead;
  /** Names of prints that were left out when it was written. */
  readonly left: readonly string[];
  readonly count: number;
  /** One after the other: no more than one bundle is held. */
  readonly prints: () => AsyncGenerator<ArchivedPrint>;
  readonly close: () => void;
}

/**
 * Reads such a zip without trusting it, by the list of its parts at its end: a bundle is a zip itself, and what it holds must not be taken for
 * parts. Parts of other names are passed over, each has a limit. Failures: no archive of ours, one that was cut off or is damaged.
 */
export async function readArchive(path: string): Promise<Outcome<ReadArchive>> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false, decodeStrings: false }).catch(
    () => undefined,
  );
  if (!zip) return failure('archive.damaged');
  const parts = await partsOf(zip);
  const whole = parts.ok ? await wholeOf(zip, parts.value) : parts;
  if (!whole.ok) zip.close();
  return whole;
}

type Parts = ReadonlyMap<string, Entry>;

async function partsOf(zip: ZipFile): Promise<Outcome<Parts>> {
  const parts = new Map<string, Entry>();
  try {
    for await (const entry of zip.eachEntry()) {
      const name = entry.fileName.toString();
      if (limitOf(name) > 0) parts.set(name, entry);
      if (parts.size > ARCHIVE_LIMITS.prints + 2) return failure('archive.prints', { prints: ARCHIVE_LIMITS.prints });
    }
    return success(parts);
  } catch {
    return failure('archive.damaged');
  }
}

async function wholeOf(zip: ZipFile, parts: Parts): Promise<Outcome<ReadArchive>> {
  const first = parts.get(HEAD);
  if (!first) return failure('archive.foreign');
  const bytes = await bytesOf(zip, HEAD, first);
  const head = bytes.ok ? headOf(bytes.value) : bytes;
  if (!head.ok) return head;
  const last = parts.get(END),
    end = last && (await bytesOf(zip, END, last));
  if (!end?.ok) return failure('archive.damaged');
  const prints = [...parts].flatMap(([name, entry]) => {
    const id = PRINT.exec(name)?.[1];
    return id === undefined ? [] : [{ id, name, entry }];
  });
  return success({
    ...{ head: head.value, left: leftOf(end.value), count: prints.length },
    prints: async function* () {
      for (const { id, name, entry } of prints) yield { id, bundle: await bytesOf(zip, name, entry) };
    },
    close: () => zip.close(),
  });
}

function limitOf(name: string): number {
  if (name === HEAD) return ARCHIVE_LIMITS.headBytes;
  if (name === END) return MB;
  return PRINT.test(name) ? BUNDLE_LIMITS.bytes : 0;
}

/** The bytes of a part; one that says it is larger than may be is not begun, one that lies is not read to its end. */
async function bytesOf(zip: ZipFile, name: string, entry: Entry): Promise<Outcome<Uint8Array>> {
  const most = limitOf(name);
  if (entry.uncompressedSize > most)
    return failure('archive.part', { part: name.slice(0, 60), most: Math.round(most / MB) });
  try {
    const chunks: Uint8Array[] = [];
    let bytes = 0;
    for await (const chunk of (await zip.openReadStreamPromise(entry)) as AsyncIterable<Uint8Array>) {
      bytes += chunk.length;
      if (bytes > most) return failure('archive.damaged');
      chunks.push(chunk);
    }
    return success(joined(chunks, bytes));
  } catch {
    return failure('archive.damaged');
  }
}

function leftOf(bytes: Uint8Array): readonly string[] {
  try {
    const { left } = JSON.parse(strFromU8(bytes)) as { left?: unknown };
    return Array.isArray(left) ? left.slice(0, ARCHIVE_LIMITS.prints).map((name) => String(name).slice(0, 120)) : [];
  } catch {
    return [];
  }
}

function headOf(bytes: Uint8Array): Outcome<ArchiveHead> {
  try {
    const value = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as {
      format?: unknown;
      version?: unknown;
    } | null;
    if (value?.format !== WORKSHOP_FORMAT) return failure('archive.foreign');
    if (value.version !== WORKSHOP_VERSION)
      return failure('archive.version', { version: String(value.version), own: WORKSHOP_VERSION });
    return checkArchiveHead(value);
  } catch {
    return failure('archive.foreign');
  }
}

function joined(chunks: readonly Uint8Array[], bytes: number): Uint8Array {
  const all = new Uint8Array(bytes);
  let at = 0;
  for (const chunk of chunks) {
    all.set(chunk, at);
    at += chunk.length;
  }
  return all;
}
