import { readFileSync } from 'node:fs';
import { failure } from '@/core/units';

/** How long a picture may keep whoever sent it waiting, while this machine works for it. */
const LONGEST_MS = 9_000;
/** And when the machine is taken by other work for most of that time. */
const LONGEST_OF_ALL_MS = 45_000;
const LOOK_EVERY_MS = 500;

/**
 * How long whoever sent a picture is kept waiting for all that is done with it, the wait for a place included: 9 s, or until `gone` says
 * that nobody waits any more. Time in which the machine gave a decoder nothing to work with, because other programs had it, is not held
 * against the picture, up to 45 s in all. The reason of the signal is the failure to answer with: `picture-slow`, `gone`.
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
    let before = { wallMs: Date.now(), cpuMs: cpuMsOf(pid) };
    const look = setInterval(() => {
      const now = { wallMs: Date.now(), cpuMs: cpuMsOf(pid) };
      if (before.cpuMs !== undefined && now.cpuMs !== undefined)
        this.starvedMs += Math.max(0, now.wallMs - before.wallMs - (now.cpuMs - before.cpuMs));
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

/** Clock ticks of the system's accounts: a hundred a second on every Linux of these days. */
const TICK_MS = 10;

/** Time a process has had on any core; undefined where the system does not tell: then every moment counts as worked. */
function cpuMsOf(pid: number | undefined): number | undefined {
  if (pid === undefined) return undefined;
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return (Number(fields[11]) + Number(fields[12])) * TICK_MS;
  } catch {
    return undefined;
  }
}
