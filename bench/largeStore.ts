/**
 * A workshop grown old: a long log replayed, the boundaries of a print of twenty runs, and many prints with long logs: how
 * long shelf, print and pull take on them. Seeded; bounded.
 * `npx tsx bench/largeStore.ts [prints] [entries a print]`
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BenchAct, BenchEvent } from '@/core/sheets';
import { boundaryKindsOf, progressOf, upgradedPlan, withFlat, type Plan } from '@/records';
import { appendBenchEvent, closeStore, insertPrint, openStore } from '@/store';
import { answers } from './answers';

const PORT = 3296;
const [prints, entries] = [Number(process.argv[2] ?? 500), Number(process.argv[3] ?? 812)];
const folder = mkdtempSync(join(tmpdir(), 'ulexite-large-'));
const data = join(folder, 'w.sqlite');

const plan = upgradedPlan(JSON.parse(readFileSync('src/records/fixtures/plan-version-4.json', 'utf8'))) as Plan;
const db = openStore(data);
const pullOf = (i: number): BenchAct => ({
  kind: 'pull',
  runId: plan.runs[Math.floor(i / 250)]?.id ?? plan.runs[0].id,
  sheet: String(1 + (i % 250)),
  faults: i % 9 === 0 ? ['smudge'] : [],
  setAside: i % 40 === 39,
  note: i % 9 === 0 ? 'roller left a mark at the lower edge' : '',
});
/** Median of nine and the first, ms, of what the interface asks after every act. */
function timedHere(name: string, ask: () => unknown): void {
  const ms = Array.from({ length: 9 }, () => {
    const started = performance.now();
    ask();
    return performance.now() - started;
  });
  console.log(`${name}: first ${ms[0].toFixed(1)} ms, median ${[...ms].sort((a, b) => a - b)[4].toFixed(1)} ms`);
}

const longLog = Array.from({ length: 10_000 }, (_, i): BenchEvent => {
  const act: BenchAct =
    i === 0
      ? { kind: 'sheets-started', counted: 250, tests: 0 }
      : i === 1
        ? { kind: 'stage-cut', stageId: 'stage-1' }
        : i < 240
          ? pullOf(i)
          : { kind: 'island-cut', stageId: 'stage-2', island: i % 4000, done: i % 3 > 0 };
  return { id: `long-${i}`, at: new Date(Date.UTC(2025, 0, 1) + i * 6e4).toISOString(), act };
});
timedHere('progress of a log of 10 000 entries', () => progressOf(plan, longLog));

const twenty = withFlat(plan, {
  ...plan.flat!,
  barePaperId: 'c0',
  colours: Array.from({ length: 21 }, (_, i) => ({
    id: `c${i}`,
    name: `c${i}`,
    wantedLabD50: [95 - 4 * i, (i * 7) % 30, (i * 11) % 40] as const,
    areaShare: 1 / 21,
    islandCount: 3,
  })),
});
timedHere(`boundaries of ${twenty.runs.length} runs`, () => boundaryKindsOf(twenty, []));

for (let p = 0; p < prints; p++) {
  const id = `print-${p}`;
  db.transaction(() => {
    const at = new Date(Date.UTC(2025, 0, 1) + p * 6e7).toISOString();
    insertPrint(db, { id, name: `Print ${p}`, plan, label: 'new', now: at });
    appendBenchEvent(db, id, { id: `start-${p}`, at, act: { kind: 'sheets-started', counted: 250, tests: 0 } });
    appendBenchEvent(db, id, {
      id: `cut-${p}`,
      at,
      act: { kind: 'stage-cut', stageId: 'stage-1', minutes: 90, saidHours: 2 },
    });
    for (let i = 0; i < entries - 2; i++)
      appendBenchEvent(db, id, {
        id: `e-${p}-${i}`,
        at,
        act: i < 240 ? pullOf(i) : { kind: 'island-cut', stageId: 'stage-2', island: i, done: true },
      });
  })();
}
closeStore(db);
console.log(`${prints} prints, ${prints * entries} entries, ${Math.round(statSync(data).size / 1e6)} MB`);

const begun = performance.now();
const server = spawn('node', ['scripts/serve.mjs'], {
  env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: data },
  stdio: 'ignore',
});
const url = `http://127.0.0.1:${PORT}`;
async function timed(name: string, ask: () => Promise<Response>, times = 9): Promise<void> {
  const ms: number[] = [];
  let bytes = 0;
  for (let i = 0; i < times; i++) {
    const started = performance.now();
    const text = await (await ask()).text();
    ms.push(performance.now() - started);
    bytes = text.length;
  }
  const sorted = [...ms].sort((a, b) => a - b);
  console.log(`${name}: first ${ms[0].toFixed(0)} ms, median ${sorted[times >> 1].toFixed(1)} ms, ${bytes} bytes`);
}
async function measure(): Promise<void> {
  try {
    await answers(url);
    console.log(`first page ${(performance.now() - begun).toFixed(0)} ms after the start`);
    await timed('shelf', () => fetch(url));
    await timed('shelf, page 9', () => fetch(`${url}/?page=9`));
    await timed('print', () => fetch(`${url}/print/print-7/pull`));
    let serial = 0;
    await timed('pull', () =>
      fetch(`${url}/api/prints/print-7/log`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: url },
        body: JSON.stringify({
          known: entries + serial,
          events: [
            {
              id: `bench-pull-${String(++serial).padStart(4, '0')}`,
              at: new Date().toISOString(),
              act: { ...pullOf(240 + serial), runId: plan.runs[0].id, sheet: String(240 + serial) },
            },
          ],
        }),
      }),
    );
    const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
    console.log(`memory ${Math.round(Number(/VmHWM:\s+(\d+)/.exec(status)![1]) / 1024)} MB at most`);
  } finally {
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}
void measure();
