import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

let nextPort = 3300 + (process.pid % 400);

/** One production server on a workshop file of its own; it can be killed and started again on the same file. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'ulexite-e2e-'));
  readonly data = join(this.folder, 'workshop.sqlite');
  readonly port = nextPort++;
  readonly url = `http://127.0.0.1:${this.port}`;
  private process: ChildProcess | undefined;

  async start(): Promise<void> {
    this.process = spawn('node', ['scripts/serve.mjs'], { env: { ...process.env, PORT: String(this.port), ULEXITE_DATA: this.data }, stdio: ['ignore', 'ignore', 'inherit'] });
    for (let i = 0; i < 200; i++) {
      try {
        if ((await fetch(`${this.url}/`)).ok) return;
      } catch {
        await new Promise((r) => { setTimeout(r, 100); });
      }
    }
    throw new Error('the server did not start');
  }

  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const running = this.process;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    await new Promise((resolve) => { running.once('exit', resolve); running.kill(signal); });
  }

  async stop(): Promise<void> {
    await this.kill('SIGTERM');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
