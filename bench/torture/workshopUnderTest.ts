/** A server on a workshop of its own that is killed and started again, and asked as a device asks. */
import { spawn, type ChildProcess } from 'node:child_process';
import { answers } from '../answers';

export interface Answer {
  readonly status: number;
  readonly text: string;
}

export class WorkshopUnderTest {
  private process: ChildProcess | undefined;
  private ended = false;
  private said = '';

  constructor(
    readonly file: string,
    readonly port: number,
    private readonly env: Readonly<Record<string, string>> = {},
    private readonly as: { readonly uid?: number; readonly gid?: number } = {},
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  get isOver(): boolean {
    return this.ended;
  }

  get pid(): number {
    return this.process?.pid ?? 0;
  }

  /** What it wrote since it was started. */
  get words(): string {
    return this.said;
  }

  /** Begins to start; `ready` waits until it answers. */
  begin(more: Readonly<Record<string, string>> = {}): void {
    this.said = '';
    this.ended = false;
    const started = spawn('node', ['scripts/serve.mjs'], {
      env: { ...process.env, ...this.env, ...more, PORT: String(this.port), ULEXITE_DATA: this.file },
      stdio: ['ignore', 'pipe', 'pipe'],
      ...this.as,
    });
    this.process = started;
    for (const out of [started.stdout, started.stderr]) out?.on('data', (words) => (this.said += String(words)));
    started.on('exit', () => {
      if (this.process === started) this.ended = true;
    });
  }

  async ready(): Promise<void> {
    await answers(this.url);
    if (this.ended) throw new Error(`the server ended: ${this.said}`);
  }

  /** Resolves with the code it ends with. */
  async end(): Promise<number | null> {
    const running = this.process;
    if (!running || running.exitCode !== null) return running?.exitCode ?? null;
    return new Promise((done) => {
      running.once('exit', done);
    });
  }

  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const running = this.process;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    await new Promise((done) => {
      running.once('exit', done);
      running.kill(signal);
    });
  }

  /** Undefined: no answer came, so nobody knows whether it was done. */
  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answer | undefined> {
    const raw = body instanceof Uint8Array;
    try {
      const response = await fetch(this.url + path, {
        method,
        headers: { Origin: this.url, ...(raw ? {} : { 'Content-Type': 'application/json' }), ...headers },
        body: raw ? Buffer.from(body) : body === undefined ? undefined : JSON.stringify(body),
      });
      return { status: response.status, text: await response.text() };
    } catch {
      return undefined;
    }
  }

  async get<T>(path: string): Promise<T> {
    const answer = await this.ask('GET', path);
    if (answer?.status !== 200) throw new Error(`${path}: ${answer?.status} ${answer?.text.slice(0, 200)}`);
    return JSON.parse(answer.text) as T;
  }
}
