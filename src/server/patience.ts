import fs from 'node:fs';
import { failure } from '@/core/units';

/** How long a picture may keep whoever sent it waiting, while this machine works for it. */
const LONGEST_MS = 9_000;
/** And when the machine is taken by other work for most of that time. */
const LONGEST_OF_ALL_MS = 20_000;
const LOOK_EVERY_MS = 500;

/**
 * How long whoever sent a picture is kept waiting for all that is done with it, the wait for a place included: 9 s, or until `gone` says
 * that nobody waits any more. Time in which a decoder stood ready but the machine was working for other programs is not held against the
 * picture, up to 20 s in all. The reason of the signal is the failure to answer with: `picture-slow`, `gone`.
 */
export class Patience {
  private readonly stopper = new AbortController();
  private readonly begunMs = Date.now();
  private starvedMs = 0;

  constructor(gone?: AbortSignal) {
    this.lookAfter(LONGEST_MS);
    const leave = () => this.stopper.abort(failure('gone', 'Nobody waits for this picture.'));
    if (gone?.aborted) leave();
    else gone?.addEventListener('abort', leave, { once: true });
  }

  get signal(): AbortSignal {
    return this.stopper.signal;
  }

  /** A process that works for the picture; what is returned says that it has ended. */
  works(pid: number | undefined): () => void {
    let before = readyMsOf(pid);
    const look = setInterval(() => {
      const now = readyMsOf(pid);
      // the thread that stood longest: the others waited beside it, or for it
      this.starvedMs += Math.max(0, ...[...now].map(([thread, ms]) => ms - (before.get(thread) ?? ms)));
      before = now;
    }, LOOK_EVERY_MS);
    look.unref();
    return () => clearInterval(look);
  }

  private lookAfter(ms: number): void {
    setTimeout(() => {
      const sinceMs = Date.now() - this.begunMs;
      const leftMs = Math.min(LONGEST_MS - (sinceMs - this.starvedMs), LONGEST_OF_ALL_MS - sinceMs);
      if (leftMs > 1) return this.lookAfter(Math.max(LOOK_EVERY_MS, leftMs));
      this.stopper.abort(
        failure(
          'picture-slow',
          `This picture was not read within ${LONGEST_MS / 1000} seconds, so it was given up. Save it simpler, or as PNG.`,
        ),
      );
    }, ms).unref();
  }
}

/** By thread, how long it has stood ready to work without being given a core; nothing where the system does not tell. */
function readyMsOf(pid: number | undefined): Map<string, number> {
  if (pid === undefined) return new Map();
  try {
    const folder = `/proc/${pid}/task`;
    return new Map(
      fs
        .readdirSync(folder)
        .map((thread) => [
          thread,
          Number(fs.readFileSync(`${folder}/${thread}/schedstat`, 'utf8').split(' ')[1]) / 1e6,
        ]),
    );
  } catch {
    return new Map(); // it may have ended already
  }
}
