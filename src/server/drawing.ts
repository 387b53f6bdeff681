import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import Piscina from 'piscina';
import { MessageChannel } from 'node:worker_threads';
import { failure, type Outcome } from '@/core/units';
import type { Store } from '@/store';
import { storeFile } from './database';
import { unitAsked } from './unitAsked';
import { languageHere } from '@/words/language';
import { runFileJob, type FileAnswer, type FileArgs, type FileJob } from './fileJobs';
import type { Report } from './fileOut';

/** Made by `npm run build` beside the application, after it: so its bundler is not to look for it. */
const PROGRAM = [process.cwd(), '.next', 'ulexite', 'fileWorker.mjs'].join('/');
const LONGEST_MS = 90_000,
  IDLE_MS = 60_000;
const MOST_WAITING = 60;
const MEMORY_MB = 1400;

/** Who asked for a file: whether somebody still waits for it, and who is told how far it is (0 to 1). */
export interface Asker {
  readonly gone?: AbortSignal;
  readonly report?: Report;
}

const shared = globalThis as { ulexiteDrawing?: Piscina };

/** Threads that read the workshop's file beside the server and never write to it; those nobody needs end after a while. */
const pool = () =>
  (shared.ulexiteDrawing ??= new Piscina({
    filename: PROGRAM,
    minThreads: 0,
    maxThreads: Math.max(2, availableParallelism() - 1),
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    workerData: { file: storeFile() },
    env: process.env,
  }));

/**
 * Makes a file in a thread of its own, so that the server answers others meanwhile; in this one where none has been built (tests).
 * Failures beside the file's own: `busy`, `file-slow`, `file-broke`, `gone`.
 */
export async function drawnFor<T extends FileJob>(
  { gone, report }: Asker,
  db: Store,
  job: T,
  ...args: FileArgs<T>
): Promise<FileAnswer<T>> {
  const answer =
    db.memory || !existsSync(PROGRAM) ? await runFileJob(db, job, args, report) : await inPool(job, args, gone, report);
  return answer as FileAnswer<T>;
}

export function drawn<T extends FileJob>(db: Store, job: T, ...args: FileArgs<T>): Promise<FileAnswer<T>> {
  return drawnFor({}, db, job, ...args);
}

async function inPool(
  job: FileJob,
  args: readonly unknown[],
  gone: AbortSignal | undefined,
  report: Report | undefined,
): Promise<Outcome<unknown>> {
  const slow = AbortSignal.timeout(LONGEST_MS);
  const { port1: here, port2: port } = new MessageChannel();
  here.on('message', (share: number) => report?.(share));
  try {
    const signal = gone ? AbortSignal.any([gone, slow]) : slow;
    return (await pool().run(
      { job, args, port, unit: unitAsked(), language: languageHere() },
      { signal, transferList: [port] },
    )) as Outcome<unknown>;
  } catch (error) {
    return whyNot(error as Error & { code?: string }, slow.aborted, gone?.aborted ?? false);
  } finally {
    here.close();
  }
}

function whyNot(error: Error & { code?: string }, slow: boolean, gone: boolean): Outcome<never> {
  if (slow) return failure('file-slow');
  if (gone) return failure('gone.nobodyWaitsForThisFile');
  if (/queue is at limit/i.test(error.message)) return failure('busy.manyFilesAreBeing');
  if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return failure('file-broke.thisFileTookMore');
  console.error(error);
  return failure('file-broke.theServerFailedAt');
}
