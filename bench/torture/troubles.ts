/** What the machine itself can do to the workshop: a full disk, a file that may not be written, a second server, a clock that is set back. */
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { KeepingState, PrintState } from '@/model';
import { WorkshopUnderTest } from './workshopUnderTest';

const PORT = 3292;
const DISK_MB = 24;
const NOBODY = 65_534;

interface Found {
  /** What was seen, in one sentence. */
  readonly says: string;
  readonly ok: boolean;
}

const DAY_MS = 86_400_000;
const at = (daysBehind = 0) => new Date(Date.now() - daysBehind * DAY_MS).toISOString();

async function printToPull(server: WorkshopUnderTest): Promise<{ id: string; runId: string }> {
  const id = JSON.parse((await server.ask('POST', '/api/sample'))!.text) as string;
  const { plan } = await server.get<PrintState>(`/api/prints/${id}`);
  const act = (n: number, body: object) => ({ id: `${id.slice(0, 8)}-begin-${n}`, at: at(), act: body });
  await server.ask('POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [
      act(1, { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId }),
      act(2, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 250, tests: 0 }),
    ],
  });
  return { id, runId: plan.runs[0].id };
}

const pull = (
  server: WorkshopUnderTest,
  { id, runId }: { id: string; runId: string },
  sheet: number,
  note = '',
  daysBehind = 0,
) =>
  server.ask('POST', `/api/prints/${id}/log`, {
    known: '0.0.0',
    events: [
      {
        id: `${id.slice(0, 8)}-pull-${sheet}`,
        at: at(daysBehind),
        act: { kind: 'pull', runId, sheet: String(sheet), faults: [], setAside: false, note },
      },
    ],
  });

const pullsOf = async (server: WorkshopUnderTest, id: string) =>
  (await server.get<PrintState>(`/api/prints/${id}`)).events.filter(({ act }) => act.kind === 'pull').length;

/** A disk of its own that is filled up: what finds no room is refused in words, and counts once when there is room again. */
async function fullDisk(folder: string): Promise<Found> {
  const disk = join(folder, 'disk');
  mkdirSync(disk);
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m`, 'tmpfs', disk]).status !== 0)
    return { says: 'A full disk was not tried: it wants the right to mount one.', ok: true };
  const server = new WorkshopUnderTest(join(disk, 'w.sqlite'), PORT);
  try {
    server.begin();
    await server.ready();
    const print = await printToPull(server);
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(join(disk, 'ballast'), Buffer.alloc(Math.max(0, bavail * bsize - 200_000), 1));
    let acknowledged = 0,
      refused = 200,
      said = '';
    for (let sheet = 1; sheet <= 250 && refused === 200; sheet++) {
      const answer = await pull(server, print, sheet, 'n'.repeat(900));
      if (answer?.status === 200) acknowledged++;
      else {
        refused = answer?.status ?? 0;
        said = (JSON.parse(answer?.text ?? '{}') as { message?: string }).message ?? '';
      }
    }
    const during = await pullsOf(server, print.id);
    const { disk: room } = await server.get<KeepingState>('/api/copies');
    await server.kill();
    rmSync(join(disk, 'ballast'));
    server.begin();
    await server.ready();
    const after = await pullsOf(server, print.id);
    const again = await pull(server, print, acknowledged + 1);
    await pull(server, print, acknowledged + 1);
    const last = await pullsOf(server, print.id);
    return {
      says: `Full disk: after ${acknowledged} acknowledged pulls the next was refused (“${said.replaceAll(folder, '…')}”); ${during} were read meanwhile, ${after} after a SIGKILL, ${last} when there was room again and the last was sent twice.`,
      ok:
        refused === 507 &&
        during === acknowledged &&
        after === acknowledged &&
        again?.status === 200 &&
        last === acknowledged + 1 &&
        room.low,
    };
  } finally {
    await server.kill();
    spawnSync('umount', [disk]);
  }
}

/** A file and a folder that this user may not write. */
async function readOnly(folder: string): Promise<Found> {
  if (process.getuid?.() !== 0)
    return { says: 'A read-only file was not tried: it wants to be begun as root.', ok: true };
  const shut = join(folder, 'shut');
  mkdirSync(shut);
  chmodSync(folder, 0o755);
  const server = new WorkshopUnderTest(join(shut, 'w.sqlite'), PORT);
  server.begin();
  await server.ready();
  await server.kill('SIGTERM');
  for (const [path, mode] of [
    [join(shut, 'w.sqlite'), 0o444],
    [shut, 0o555],
  ] as const)
    chmodSync(path, mode);
  const other = new WorkshopUnderTest(join(shut, 'w.sqlite'), PORT, {}, { uid: NOBODY, gid: NOBODY });
  other.begin();
  const code = await other.end();
  const words = /Ulexite was not started\. (.+)/.exec(other.words)?.[1] ?? other.words.slice(0, 200);
  return {
    says: `Read-only file: the server ended with code ${code} and said “${words.replaceAll(folder, '…')}”`,
    ok: code === 1 && /read-only|closed to this user/.test(words),
  };
}

async function twoServers(folder: string): Promise<Found> {
  const file = join(folder, 'two.sqlite');
  const first = new WorkshopUnderTest(file, PORT),
    second = new WorkshopUnderTest(file, PORT + 7);
  try {
    first.begin();
    await first.ready();
    const print = await printToPull(first);
    second.begin();
    const [code, pulled] = await Promise.all([second.end(), pull(first, print, 1)]);
    const words = /Ulexite was not started\. (.+)/.exec(second.words)?.[1] ?? '';
    return {
      says: `Two servers on one file: the second ended with code ${code} and said “${words.replaceAll(folder, '…')}”; the first went on.`,
      ok: code === 1 && words.includes('open in another Ulexite') && pulled?.status === 200,
    };
  } finally {
    await first.kill();
    await second.kill();
  }
}

const SET_BACK_DAYS = 40;

/** Every clock of the process runs so many days behind. */
const behind = (days: number) =>
  `--import=data:text/javascript,${encodeURIComponent(
    `const D=Date,b=${days}*864e5;globalThis.Date=new Proxy(D,{construct:(t,a,n)=>Reflect.construct(t,a.length?a:[D.now()-b],n),apply:()=>new D(D.now()-b).toString(),get:(t,k)=>k==='now'?()=>D.now()-b:Reflect.get(t,k)})`,
  )}`;

async function clockSetBack(folder: string): Promise<Found> {
  const server = new WorkshopUnderTest(join(folder, 'clock.sqlite'), PORT);
  try {
    server.begin();
    await server.ready();
    const print = await printToPull(server);
    for (let sheet = 1; sheet <= 20; sheet++) await pull(server, print, sheet);
    await server.ask('POST', '/api/copies');
    await server.kill();
    server.begin({ NODE_OPTIONS: behind(SET_BACK_DAYS) });
    await server.ready();
    for (let sheet = 20; sheet <= 40; sheet++) await pull(server, print, sheet, '', SET_BACK_DAYS);
    const edit = { known: '0.0.0', id: 'clock-edit-1', edit: { kind: 'sheets-set', part: { edition: 17 } } };
    const edited = await server.ask('PUT', `/api/prints/${print.id}`, edit);
    await server.ask('POST', '/api/copies');
    await new Promise((later) => {
      setTimeout(later, 1500);
    });
    const { copies } = await server.get<KeepingState>('/api/copies');
    const state = await server.get<PrintState>(`/api/prints/${print.id}`);
    const sheets = state.events.flatMap(({ act }) => (act.kind === 'pull' ? [Number(act.sheet)] : []));
    const inOrder = sheets.every((sheet, i) => sheet === i + 1);
    return {
      says: `Clock set back by ${SET_BACK_DAYS} days between two starts: ${sheets.length} pulls in their order, one of them sent before and after, an edit (${edited?.status}), ${copies.length} copies kept.`,
      ok: sheets.length === 40 && inOrder && edited?.status === 200 && copies.length >= 2,
    };
  } finally {
    await server.kill();
  }
}

export async function troubles(): Promise<Found[]> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-troubles-'));
  try {
    const found: Found[] = [];
    for (const trouble of [fullDisk, readOnly, twoServers, clockSetBack]) found.push(await trouble(folder));
    return found;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
