import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A busy machine may take long to start a server; a dead one is told at once. */
const STARTS_WITHIN_MS = 90_000;

/** One production server on a workshop file of its own; it can be killed and started again on the same file. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'ulexite-e2e-'));
  readonly data = join(this.folder, 'workshop.sqlite');
  private port = 0;
  private process: ChildProcess | undefined;

  /** `more`: of its surroundings, beside where its data are. */
  constructor(private readonly more: Readonly<Record<string, string>> = {}) {}

  get pid(): number {
    return this.process?.pid ?? 0;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** On a port that is free, the same one again after a kill. */
  async start(): Promise<void> {
    if (this.port === 0) this.port = await freePort();
    const started = spawn('node', ['scripts/serve.mjs'], {
      env: { ...process.env, ...this.more, PORT: String(this.port), ULEXITE_DATA: this.data },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    this.process = started;
    const until = Date.now() + STARTS_WITHIN_MS;
    let last = 'no answer';
    while (Date.now() < until) {
      if (started.exitCode !== null)
        throw new Error(`the server ended with code ${started.exitCode} before it answered`);
      const answer = await fetch(`${this.url}/`).catch((error: unknown) => String(error));
      if (typeof answer !== 'string') {
        if (answer.ok) return;
        last = `status ${answer.status}: ${(await answer.text()).slice(0, 200)}`;
      } else last = answer;
      await new Promise((r) => {
        setTimeout(r, 100);
      });
    }
    throw new Error(`the server did not start within ${STARTS_WITHIN_MS / 1000} s: ${last}`);
  }

  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const running = this.process;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    await new Promise((resolve) => {
      running.once('exit', resolve);
      running.kill(signal);
    });
  }

  /** At once: nothing of it is looked at any more. */
  async stop(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => {
        resolve(typeof address === 'object' && address ? address.port : 0);
      });
    });
  });
}
