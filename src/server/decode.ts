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
const DAMAGED = failure('picture-damaged.thePictureCouldNot');

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

type Task = 'inspect' | 'raster' | 'preview' | 'whole' | 'scan';

/** A picture somebody else made, that can be asked about one thing after the other. */
export interface OpenPicture {
  readonly bytes: Buffer;
  ask(task: Task, settings: Readonly<Record<string, unknown>>): Promise<Outcome<Decoded>>;
}

/**
 * What `make` makes of a picture. It is decoded in a process of its own, so that no file, however made, can hold up or end the
 * server: begun when first asked, one for all that is asked, ended with `make`, when `patience` is, or above 1 GB.
 * Failures of `ask`: those of `patience`, `picture-memory`, `picture-damaged`, `busy`.
 */
export async function withPicture<T>(
  bytes: Buffer,
  patience: AbortSignal,
  make: (picture: OpenPicture) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  let decoder: Decoder | undefined;
  try {
    return await make({
      bytes,
      async ask(task, settings) {
        if (!decoder) {
          if (waiting.length >= MOST_WAITING) return BUSY;
          if (running >= AT_ONCE) await place(patience);
          running++;
          decoder = new Decoder(bytes, patience);
        }
        return decoder.ask(task, settings);
      },
    });
  } finally {
    if (decoder) {
      decoder.end();
      running--;
      waiting.shift()?.();
    }
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

/** The process that decodes one picture; asked one thing at a time. */
class Decoder {
  private readonly child: ChildProcess | undefined;
  private held: Buffer[] = [];
  private heldBytes = 0;
  private answer: ((answer: Outcome<Decoded>) => void) | undefined;
  private ended: Failure | undefined;

  constructor(
    picture: Buffer,
    private readonly patience: AbortSignal,
  ) {
    if (patience.aborted) {
      this.ended = patience.reason as Failure;
      return;
    }
    const child = spawn(process.execPath, [PROGRAM], {
      stdio: ['pipe', 'pipe', 'ignore'],
      env: { ...process.env, NODE_OPTIONS: '' },
    });
    this.child = child;
    lowerPriority(child);
    patience.addEventListener('abort', this.leave, { once: true });
    child.stdout.on('data', (chunk: Buffer) => this.take(chunk));
    child.stdin.on('error', () => undefined); // it ended before it had read everything: its end says why
    child.on('error', () => this.fail(DAMAGED));
    child.on('close', (code) => this.fail(code === 71 ? failure('picture-memory') : DAMAGED));
    for (const part of sized(picture)) child.stdin.write(part);
  }

  ask(task: Task, settings: Readonly<Record<string, unknown>>): Promise<Outcome<Decoded>> {
    return new Promise((resolve) => {
      if (this.ended) return resolve(this.ended);
      this.answer = resolve;
      for (const part of sized(Buffer.from(JSON.stringify({ task, ...settings })))) this.child!.stdin!.write(part);
    });
  }

  end(): void {
    this.patience.removeEventListener('abort', this.leave);
    this.ended ??= DAMAGED;
    this.child?.kill('SIGKILL');
  }

  private readonly leave = () => {
    this.fail(this.patience.reason as Failure);
  };

  private fail(why: Failure): void {
    this.ended ??= why;
    this.answer?.(this.ended);
    this.end();
  }

  /** An answer is the lengths of a record and of bytes, then both. */
  private take(chunk: Buffer): void {
    this.held.push(chunk);
    this.heldBytes += chunk.length;
    if (this.heldBytes < 8) return;
    if (this.held[0].length < 8) this.held = [Buffer.concat(this.held)];
    const bytesAt = 8 + this.held[0].readUInt32LE(0);
    if (this.heldBytes < bytesAt + this.held[0].readUInt32LE(4)) return;
    const whole = Buffer.concat(this.held);
    this.held = [];
    this.heldBytes = 0;
    const answer = JSON.parse(whole.subarray(8, bytesAt).toString('utf8')) as Record<string, unknown>;
    this.answer?.(
      typeof answer.error === 'string'
        ? failure('picture-damaged.byDecoder', { detail: answer.error })
        : success({ answer, bytes: whole.subarray(bytesAt) }),
    );
  }
}

function sized(bytes: Buffer): Buffer[] {
  const length = Buffer.alloc(4);
  length.writeUInt32LE(bytes.length);
  return [length, bytes];
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
