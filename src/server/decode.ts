import { spawn, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import { join } from 'node:path';
import { failure, success, type Failure, type Outcome } from '@/core/units';

const PROGRAM = join(process.cwd(), 'src/server/decoder.mjs');
const LONGEST_MS = 9_000;
/** Pictures decoded beside one another; the rest wait. */
const AT_ONCE = 2;
/** Pictures that may wait: more are refused rather than kept in memory. */
const MOST_WAITING = 16;

export interface Decoded {
  readonly answer: Readonly<Record<string, unknown>>;
  readonly bytes: Buffer;
}

const BUSY = failure('busy.manyPicturesAreBeing');

let running = 0;
const waiting: (() => void)[] = [];

/**
 * How long whoever sent a picture is kept waiting for all that is done with it, the wait for a place included: 9 s, or until
 * `gone` says that nobody waits any more. Its reason is the failure to answer with: `picture-slow`, `gone`.
 */
export function patienceOf(gone?: AbortSignal): AbortSignal {
  const patience = new AbortController();
  const slow = failure('picture-slow', { seconds: LONGEST_MS / 1000 });
  setTimeout(() => patience.abort(slow), LONGEST_MS).unref();
  const leave = () => patience.abort(failure('gone.nobodyWaitsForThis'));
  if (gone?.aborted) leave();
  else gone?.addEventListener('abort', leave, { once: true });
  return patience.signal;
}

/**
 * Decodes a picture in a process of its own, so that no file, however made, can hold up or end the server: it is ended when
 * `patience` is, or above 1 GB. Failures: those of `patience`, `picture-memory`, `picture-damaged`, `busy`.
 */
export async function decode(
  task: 'inspect' | 'raster' | 'preview' | 'whole' | 'scan',
  settings: Readonly<Record<string, unknown>>,
  bytes: Uint8Array,
  patience: AbortSignal,
): Promise<Outcome<Decoded>> {
  if (waiting.length >= MOST_WAITING) return BUSY;
  if (running >= AT_ONCE) await place(patience);
  running++;
  try {
    return patience.aborted ? (patience.reason as Failure) : await run(task, settings, bytes, patience);
  } finally {
    running--;
    waiting.shift()?.();
  }
}

/** Ends when one more picture may be read, or with the patience. */
function place(patience: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    const go = () => {
      patience.removeEventListener('abort', leave);
      resolve();
    };
    const leave = () => {
      waiting.splice(waiting.indexOf(go), 1);
      resolve();
    };
    waiting.push(go);
    patience.addEventListener('abort', leave, { once: true });
  });
}

function run(
  task: string,
  settings: Readonly<Record<string, unknown>>,
  bytes: Uint8Array,
  patience: AbortSignal,
): Promise<Outcome<Decoded>> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [PROGRAM], {
      stdio: ['pipe', 'pipe', 'ignore'],
      env: { ...process.env, NODE_OPTIONS: '' },
    });
    lowerPriority(child);
    const out: Buffer[] = [];
    let ended: Outcome<Decoded> | undefined;
    const end = (answer: Outcome<Decoded>) => {
      ended ??= answer;
      child.kill('SIGKILL');
    };
    const leave = () => end(patience.reason as Failure);
    patience.addEventListener('abort', leave, { once: true });
    child.stdout!.on('data', (chunk: Buffer) => out.push(chunk));
    child.stdin!.on('error', () => undefined); // it ended before it had read everything: its end says why
    child.on('error', () => end(failure('picture-damaged.thePictureCouldNot')));
    child.on('close', (code) => {
      patience.removeEventListener('abort', leave);
      resolve(ended ?? answerOf(code, Buffer.concat(out)));
    });
    const head = Buffer.from(JSON.stringify({ task, ...settings }));
    const length = Buffer.alloc(4);
    length.writeUInt32LE(head.length);
    child.stdin!.write(length);
    child.stdin!.write(head);
    child.stdin!.end(bytes);
  });
}

function answerOf(code: number | null, out: Buffer): Outcome<Decoded> {
  if (code === 71) return failure('picture-memory');
  if (code !== 0 || out.length < 4) return failure('picture-damaged.thePictureCouldNot');
  const headLength = out.readUInt32LE(0);
  const answer = JSON.parse(out.subarray(4, 4 + headLength).toString('utf8')) as Record<string, unknown>;
  return typeof answer.error === 'string'
    ? failure('picture-damaged.byDecoder', { detail: answer.error })
    : success({ answer, bytes: out.subarray(4 + headLength) });
}

/** A little behind the requests of others: far behind, a busy machine would hardly start it. */
const BEHIND = 5;

/** Requests of others go before it. */
function lowerPriority(child: ChildProcess): void {
  try {
    if (child.pid) setPriority(child.pid, BEHIND);
  } catch {
    // it may have ended already
  }
}
