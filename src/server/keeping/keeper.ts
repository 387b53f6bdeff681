import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { failure, success, type Outcome } from '@/core/units';
import type { CopyReason, KeepingState } from '@/model';
import {
  copiesFolder,
  copiesIn,
  fileStamp,
  machineSetting,
  putBeside,
  roomBeside,
  setMachine,
  type Copy,
  type Store,
} from '@/store';

import { dirname, isAbsolute, join } from 'node:path';
import { toldByServer } from '@/words/refusals';
import { copyAndThin, type CopyDone, type CopyTask } from './copyAndThin';

/** Made by `npm run build` beside the application. */
const PROGRAM = [process.cwd(), '.next', 'ulexite', 'copyWorker.mjs'].join('/');
const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 10 * 60_000;
const OUTSIDE = 'copies-outside';
/** Folders beside the file in which archives arrive begin so. */
export const INCOMING = 'incoming-';

export interface KeeperOptions {
  readonly file: string;
  readonly machine: Store;
  readonly now?: () => Date;
  /** Makes a copy; by itself in a thread of its own. */
  readonly make?: (task: CopyTask, report: (share: number) => void) => Promise<Outcome<CopyDone>>;
}

/** Keeps copies of the workshop's file: when the server starts, every day, and by wish; one at a time. */
export class Keeper {
  private making: { readonly answer: Promise<Outcome<Copy>>; share: number } | undefined;
  private problem: Outcome<never> | undefined;
  private outsideProblem: Outcome<never> | undefined;
  private readonly now: () => Date;
  private readonly make: NonNullable<KeeperOptions['make']>;

  constructor(private readonly options: KeeperOptions) {
    this.now = options.now ?? (() => new Date());
    this.make = options.make ?? copyInThread;
  }

  /** A copy now, where there is anything new in the file, and then every day. */
  begin(): void {
    dropIncoming(dirname(this.options.file));
    if (this.hasNews()) void this.copy('start');
    setInterval(() => this.daily(), LOOK_EVERY_MS).unref();
  }

  /** Due when the newest copy is a day old, or of a day that is still to come: the clock was wrong then or is now. */
  daily(): void {
    const [newest] = this.copies();
    const old = newest && Math.abs(this.now().getTime() - Date.parse(newest.at)) >= DAY_MS;
    if ((old || !newest) && this.hasNews()) void this.copy('daily');
  }

  /** Makes a copy; while one is made, that one is answered. */
  copy(why: CopyReason): Promise<Outcome<Copy>> {
    if (this.making) return this.making.answer;
    const { file, machine } = this.options;
    const task = { file, why, at: this.now().toISOString(), outside: machineSetting(machine, OUTSIDE) };
    const answer = this.make(task, (share) => {
      if (this.making) this.making.share = share;
    }).then((done) => this.made(done));
    this.making = { answer, share: 0 };
    return answer;
  }

  state(): KeepingState {
    const { file, machine } = this.options;
    const folder = copiesFolder(file);
    const outside = machineSetting(machine, OUTSIDE);
    return {
      ...{ file, bytes: existsSync(file) ? statSync(file).size : 0, folder },
      copies: this.copies().map(({ name, at, why, bytes, counts: { prints, acts, pictures } }) => ({
        ...{ name, at, why, bytes, prints, acts, pictures },
      })),
      outside:
        outside === undefined
          ? null
          : {
              folder: outside,
              copies: copiesIn(outside).length,
              problem: this.outsideProblem && !this.outsideProblem.ok ? toldByServer(this.outsideProblem) : null,
            },
      disk: roomBeside(file),
      problem: this.problem && !this.problem.ok ? toldByServer(this.problem) : null,
      damaged: this.problem?.ok === false && this.problem.code === 'file-damaged',
      share: this.making?.share ?? null,
    };
  }

  /** Names the folder outside, or none; a copy goes there at once. Failure: `folder-outside`. */
  async nameOutside(folder: string | null): Promise<Outcome<null>> {
    const named = folder?.trim() ?? '';
    if (named !== '' && (!isAbsolute(named) || named === copiesFolder(this.options.file)))
      return failure('folder-outside', { folder: named });
    setMachine(this.options.machine, OUTSIDE, named === '' ? undefined : named);
    this.outsideProblem = undefined;
    if (named !== '') await this.copy('asked');
    return success(null);
  }

  /** Puts a copy beside the present file, which is not touched; says where. Failures: `copy-missing`, those of the copy. */
  async beside(name: string): Promise<Outcome<string>> {
    const copy = this.copyCalled(name);
    if (!copy) return failure('copy-missing', { file: name });
    return success(await putBeside(copy, this.options.file));
  }

  copyCalled(name: string): Copy | undefined {
    return this.copies().find((copy) => copy.name === name);
  }

  private copies(): Copy[] {
    return copiesIn(copiesFolder(this.options.file));
  }

  /** Nothing is copied before anything is in the file, nor while it is as it was copied last. */
  private hasNews(): boolean {
    const { file } = this.options;
    if (!existsSync(file)) return false;
    return this.copies()[0]?.stamp !== fileStamp(file);
  }

  private made(done: Outcome<CopyDone>): Outcome<Copy> {
    this.making = undefined;
    this.problem = done.ok ? undefined : done;
    if (!done.ok) return done;
    const { outside } = done.value;
    this.outsideProblem = outside && !outside.ok ? outside : undefined;
    return success(done.value.copy);
  }
}

/** Archives that were coming in when the power went. */
function dropIncoming(folder: string): void {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    // one that is young may be another server's, which is at it
    if (name.startsWith(INCOMING) && Date.now() - statSync(path).mtimeMs > DAY_MS)
      rmSync(path, { recursive: true, force: true });
  }
}

/** In this thread where none has been built. */
function copyInThread(task: CopyTask, report: (share: number) => void): Promise<Outcome<CopyDone>> {
  if (!existsSync(PROGRAM)) return copyAndThin(task, report);
  return new Promise((resolve) => {
    const thread = new Worker(PROGRAM, { workerData: task });
    thread.unref();
    thread.on('message', (said: { share?: number; done?: Outcome<CopyDone> }) => {
      if (said.done) resolve(said.done);
      else report(said.share ?? 0);
    });
    thread.on('error', (error) => {
      console.error(error);
      resolve(failure('file-trouble', { file: task.file }));
    });
    thread.on('exit', () => resolve(failure('file-trouble', { file: task.file })));
  });
}
