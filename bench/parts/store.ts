import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BenchAct, type BenchEvent, upgradedPlan, type Plan } from '@/model';
import { boundaryKindsOf, progressOf, withFlat } from '@/derived';
import { appendBenchEvent, closeStore, insertPrint, openStore } from '@/store';
import { answers } from '../answers';
import { median } from '../page';

const PORT = 3296,
  PRINTS = 500,
  ENTRIES = 812,
  ROUNDS = 9;

const plan = upgradedPlan(JSON.parse(readFileSync('src/model/plan/fixtures/plan-version-4.json', 'utf8'))) as Plan;

const pullOf = (i: number): BenchAct => ({
  kind: 'pull',
  runId: plan.runs[Math.floor(i / 250)]?.id ?? plan.runs[0].id,
  sheet: String(1 + (i % 250)),
  faults: i % 9 === 0 ? ['smudge'] : [],
  setAside: i % 40 === 39,
  note: i % 9 === 0 ? 'roller left a mark at the lower edge' : '',
});

interface Times {
  readonly first: number;
  readonly middle: number;
}
const said = ({ first, middle }: Times) => `${middle.toFixed(middle < 20 ? 1 : 0)} ms (${first.toFixed(0)})`;

/** What the interface asks after every act. */
function timedHere(ask: () => unknown): Times {
  const ms = Array.from({ length: ROUNDS }, () => {
    const started = performance.now();
    ask();
    return performance.now() - started;
  });
  return { first: ms[0], middle: median(ms) };
}

async function timed(ask: () => Promise<Response>): Promise<Times & { bytes: number }> {
  const ms: number[] = [];
  let bytes = 0;
  for (let i = 0; i < ROUNDS; i++) {
    const started = performance.now();
    const text = await (await ask()).text();
    ms.push(performance.now() - started);
    bytes = text.length;
  }
  return { first: ms[0], middle: median(ms), bytes };
}

function longLog(): BenchEvent[] {
  return Array.from({ length: 10_000 }, (_, i): BenchEvent => {
    const act: BenchAct =
      i === 0
        ? { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 250, tests: 0 }
        : i === 1
          ? { kind: 'cut-done', cutId: 'stage-1' }
          : i < 240
            ? pullOf(i)
            : { kind: 'island-cut', cutId: 'stage-2', island: i % 4000, done: i % 3 > 0 };
    return { id: `long-${i}`, at: new Date(Date.UTC(2025, 0, 1) + i * 6e4).toISOString(), act };
  });
}

function planOfTwentyRuns(): Plan {
  return withFlat(plan, {
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
}

function fill(file: string): void {
  const db = openStore(file);
  for (let p = 0; p < PRINTS; p++) {
    const id = `print-${p}`;
    db.transaction(() => {
      const at = new Date(Date.UTC(2025, 0, 1) + p * 6e7).toISOString();
      insertPrint(db, { id, name: `Print ${p}`, plan, label: 'new', now: at });
      appendBenchEvent(db, id, {
        id: `start-${p}`,
        at,
        act: { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 250, tests: 0 },
      });
      appendBenchEvent(db, id, {
        id: `cut-${p}`,
        at,
        act: { kind: 'cut-done', cutId: 'stage-1', minutes: 90, saidHours: 2 },
      });
      for (let i = 0; i < ENTRIES - 2; i++)
        appendBenchEvent(db, id, {
          id: `e-${p}-${i}`,
          at,
          act: i < 240 ? pullOf(i) : { kind: 'island-cut', cutId: 'stage-2', island: i, done: true },
        });
    })();
  }
  closeStore(db);
}

/**
 * A workshop grown old: a long log replayed, the boundaries of a print of twenty runs, and many prints with long logs: how long shelf,
 * print and pull take on them.
 */
export async function storeReport(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-large-'));
  const data = join(folder, 'w.sqlite'),
    url = `http://127.0.0.1:${PORT}`;
  const log = longLog(),
    twenty = planOfTwentyRuns();
  const progress = timedHere(() => progressOf(plan, log)),
    boundaries = timedHere(() => boundaryKindsOf(twenty, []));
  fill(data);
  const megabytes = Math.round(statSync(data).size / 1e6);
  const begun = performance.now();
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(PORT), ULEXITE_DATA: data },
    stdio: 'ignore',
  });
  try {
    await answers(url);
    const started = (performance.now() - begun) / 1000;
    const shelf = await timed(() => fetch(url)),
      ninth = await timed(() => fetch(`${url}/?page=9`)),
      print = await timed(() => fetch(`${url}/print/print-7/pull`));
    let serial = 0;
    const pull = await timed(() =>
      fetch(`${url}/api/prints/print-7/log`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: url },
        body: JSON.stringify({
          known: `1.${ENTRIES + serial}.34`,
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
    const memory = Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024;
    return `${PRINTS} prints, ${PRINTS * ENTRIES} log entries (${megabytes} MB), each asked ${ROUNDS} times; medians, the first in brackets.

- Shelf: ${said(shelf)}, ${Math.round(shelf.bytes / 1000)} kB; its ninth page ${said(ninth)} (goals < 300 ms, < 100 kB).
- A print's pull view: ${said(print)} (goal < 500 ms).
- A pull: ${said(pull)}, an answer of ${pull.bytes} bytes (goal < 20 ms).
- Memory of the server at most ${Math.round(memory)} MB (goal < 400 MB). First page ${started.toFixed(1)} s after the start.
- Progress of a log of 10 000 entries: ${said(progress)} (goal < 10 ms). Boundaries of a print of ${twenty.runs.length} runs: ${said(boundaries)} (goal < 150 ms).
`;
  } finally {
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}
