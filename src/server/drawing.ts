import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { failure, type Outcome } from '@/core/units';
import type { Store } from '@/store';
import { storeFile } from './database';
import { runFileJob, type FileAnswer, type FileArgs, type FileJob } from './fileJobs';

/** Made by `npm run build` beside the application, after it: so its bundler is not to look for it. */
const PROGRAM = [process.cwd(), '.next', 'ulexite', 'fileWorker.mjs'].join('/');
const LONGEST_MS = 90_000;
const MOST_WAITING = 60;
const MEMORY_MB = 1400;

interface Waiting {
  readonly serial: number;
  readonly job: FileJob;
  readonly args: readonly unknown[];
  readonly done: (answer: Outcome<unknown>) => void;
}

const shared = globalThis as { ulexiteDrawing?: DrawingProcess };

/**
 * Makes a file in a process of its own, one after the other, so that the server answers others meanwhile; in this process where none has
 * been built (tests). Failures beside the file's own: `busy`, `file-slow`, `file-broke`.
 */
export async function drawn<T extends FileJob>(db: Store, job: T, ...args: FileArgs<T>): Promise<FileAnswer<T>> {
  const own = db.memory || !existsSync(PROGRAM);
  const answer = own
    ? await runFileJob(db, job, args)
    : await (shared.ulexiteDrawing ??= new DrawingProcess()).ask(job, args);
  return answer as FileAnswer<T>;
}

class DrawingProcess {
  private child: ChildProcess | undefined;
  private queue: Waiting[] = [];
  private present: Waiting | undefined;
  private timer: NodeJS.Timeout | undefined;
  private serial = 0;

  ask(job: FileJob, args: readonly unknown[]): Promise<Outcome<unknown>> {
    if (this.queue.length >= MOST_WAITING)
      return Promise.resolve(failure('busy', 'Many files are being drawn just now. Try again in a moment.'));
    return new Promise((done) => {
      this.queue.push({ serial: ++this.serial, job, args, done });
      this.next();
    });
  }

  private next(): void {
    if (this.present || this.queue.length === 0) return;
    const task = this.queue.shift()!;
    this.present = task;
    const child = this.started();
    this.timer = setTimeout(() => {
      this.finish(failure('file-slow', 'This file was not drawn within a minute and a half, so it was given up.'));
      child.kill('SIGKILL');
    }, LONGEST_MS);
    child.send({ serial: task.serial, job: task.job, args: task.args });
  }

  private started(): ChildProcess {
    if (this.child?.connected) return this.child;
    const child = spawn(process.execPath, [`--max-old-space-size=${MEMORY_MB}`, PROGRAM], {
      serialization: 'advanced',
      env: { ...process.env, NODE_OPTIONS: '', ULEXITE_DATA: storeFile() },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    this.child = child;
    child.unref();
    child.channel?.unref();
    try {
      if (child.pid) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
    } catch {
      // it may have ended already
    }
    child.on('message', ({ serial, answer, error }: { serial: number; answer?: Outcome<unknown>; error?: string }) => {
      if (serial !== this.present?.serial) return;
      if (error) console.error(error);
      this.finish(answer ?? failure('file-broke', 'The server failed at drawing this file. Nothing was changed.'));
    });
    child.on('exit', () => {
      if (this.child === child) this.child = undefined;
      this.finish(failure('file-broke', 'This file took more memory to draw than there is. Nothing was changed.'));
    });
    child.on('error', () => undefined);
    return child;
  }

  private finish(answer: Outcome<unknown>): void {
    clearTimeout(this.timer);
    const task = this.present;
    this.present = undefined;
    task?.done(answer);
    this.next();
  }
}
