/**
 * `npm run torture`: the hostile corpus of the browser tests, and seeded changes of it beside, against a server on a workshop of its
 * own. Counts what must be nothing: answers of 5xx (but for full, busy or slow), ends of the server, answers over 10 s. Stops by itself.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomStream } from '@/core/random/random';
import { oddAddresses, oddBodies, oddPictures, oddTexts, send, type Hostile } from '../e2e/hostile';
import { answers } from './answers';
import { writeSection } from './report';

const PORT = 3295,
  ROUNDS = Number(process.argv[2] ?? 1500);
const folder = mkdtempSync(join(tmpdir(), 'ulexite-torture-'));
const url = `http://127.0.0.1:${PORT}`;
const server = spawn('node', ['scripts/serve.mjs'], {
  env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: join(folder, 'w.sqlite') },
  stdio: ['ignore', 'ignore', 'inherit'],
});
let ended = false;
server.on('exit', () => {
  ended = true;
});

/** One byte changed, cut off, doubled or stuffed. */
function spoilt(hostile: Hostile, random: () => number): Hostile {
  const bytes = Buffer.from(hostile.body ?? '');
  const at = Math.floor(random() * Math.max(1, bytes.length));
  const way = Math.floor(random() * 4);
  const body =
    way === 0
      ? Buffer.concat([bytes.subarray(0, at), Buffer.from([Math.floor(random() * 256)]), bytes.subarray(at + 1)])
      : way === 1
        ? bytes.subarray(0, at)
        : way === 2
          ? Buffer.concat([bytes, bytes])
          : Buffer.concat([bytes.subarray(0, at), Buffer.alloc(2000, 0x20), bytes.subarray(at)]);
  return { ...hostile, name: `${hostile.name}, spoilt ${way} at ${at}`, body };
}

const found: string[] = [];
let longest = 0;
async function tried(hostile: Hostile): Promise<void> {
  const answer = await send(url, hostile).catch((error: unknown) => ({ status: 599, ms: 0, text: String(error) }));
  longest = Math.max(longest, answer.ms);
  if ((answer.status >= 500 && answer.status !== 503 && answer.status !== 507) || answer.ms > 10_500)
    found.push(`${hostile.name}: ${answer.status}, ${Math.round(answer.ms)} ms, ${answer.text.slice(0, 80)}`);
}

async function torture(): Promise<void> {
  try {
    await answers(url);
    const made = await send(url, {
      name: 'print',
      method: 'POST',
      path: '/api/prints',
      body: '{"name":"Ground"}',
      headers: { 'Content-Type': 'application/json' },
    });
    const id = JSON.parse(made.text) as string;
    const corpus = [
      ...oddBodies(id).filter((h) => h.method !== 'DELETE'),
      ...oddAddresses(id),
      ...oddTexts(),
      ...oddPictures(id),
    ];
    for (const hostile of corpus) await tried(hostile);
    const random = randomStream(20_261_125);
    const small = corpus.filter((h) => (h.body?.length ?? 0) < 100_000);
    for (let round = 0; round < ROUNDS && !ended; round++)
      await tried(spoilt(small[Math.floor(random() * small.length)], random));
    const memory = ended
      ? 0
      : Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024;
    writeSection(
      'Hostile requests',
      `${corpus.length + ROUNDS} requests: the hostile corpus of the browser tests and ${ROUNDS} seeded changes of it. ${found.length} answered wrongly, the longest ${(longest / 1000).toFixed(1)} s,
memory at most ${Math.round(memory)} MB; ${ended ? 'THE SERVER ENDED' : 'the server still answers'}.`,
    );
    found.forEach((line) => console.log(line));
    process.exitCode = ended || found.length > 0 || memory > 1500 ? 1 : 0;
  } finally {
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}
void torture();
