import { PictureWorker } from './client';
import type { JobReply, JobRequest } from './protocol';

/** Stands in for the browser's worker: remembers what it was sent and answers when told. */
class FakeWorker {
  static made: FakeWorker[] = [];
  onmessage: ((event: { data: JobReply }) => void) | null = null;
  onerror: (() => void) | null = null;
  onmessageerror: (() => void) | null = null;
  readonly sent: JobRequest[] = [];
  terminated = false;

  constructor() {
    FakeWorker.made.push(this);
  }

  transferred: unknown[] = [];

  postMessage(request: JobRequest, transfer: unknown[] = []): void {
    this.transferred = transfer;
    this.sent.push(request);
  }

  terminate(): void {
    this.terminated = true;
  }

  reply(reply: JobReply): void {
    this.onmessage?.({ data: reply });
  }
}

const settle = () =>
  new Promise((resolve) => {
    setTimeout(resolve, 0);
  });
const newest = () => FakeWorker.made[FakeWorker.made.length - 1];

beforeEach(() => {
  FakeWorker.made = [];
  Object.assign(globalThis, { Worker: FakeWorker });
});

// The client names its worker by URL, as bundlers want; here only the call is of interest.
jest.mock('./client', () => {
  const { readFileSync } = jest.requireActual<typeof import('node:fs')>('node:fs');
  const { transformSync } = jest.requireActual<typeof import('@swc/core')>('@swc/core');
  const source = readFileSync('src/workers/client.ts', 'utf8').replace(
    /new URL\('[^']+', import\.meta\.url\)/g,
    "'worker'",
  );
  const { code } = transformSync(source, {
    jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
    module: { type: 'commonjs' },
  });
  const module = { exports: {} };
  const load = (name: string) => jest.requireActual<object>(name.startsWith('@/') ? name.replace('@/', '../') : name);
  new Function('module', 'exports', 'require', code)(module, module.exports, load);
  return module.exports;
});

test('an answer goes to its own question, progress on the way', async () => {
  const worker = new PictureWorker();
  const seen: number[] = [];
  const first = worker.ask('partAt', { x: 1, y: 2 }, (share) => seen.push(share));
  const second = worker.ask('partAt', { x: 3, y: 4 });
  await settle();
  const [a, b] = newest().sent;
  expect(a).toMatchObject({ job: 'partAt', payload: { x: 1, y: 2 } });
  newest().reply({ id: a.id, progress: 0.5 });
  newest().reply({ id: b.id, result: 7 });
  newest().reply({ id: a.id, result: 3 });
  expect(await first).toEqual({ ok: true, value: 3 });
  expect(await second).toEqual({ ok: true, value: 7 });
  expect(seen).toEqual([0.5]);
  expect(FakeWorker.made.length).toBe(1);
});

test('a failure comes back as a value', async () => {
  const worker = new PictureWorker();
  const asked = worker.ask('partAt', { x: 1, y: 2 });
  await settle();
  newest().reply({ id: newest().sent[0].id, failure: { ok: false, code: 'not-opened.thePictureIsStill', values: {} } });
  expect(await asked).toEqual({ ok: false, code: 'not-opened.thePictureIsStill', values: {} });
});

test('stopping ends every question, and the next one starts a fresh worker', async () => {
  const worker = new PictureWorker();
  const asked = worker.ask('partAt', { x: 1, y: 2 });
  await settle();
  worker.stop();
  expect(await asked).toMatchObject({ ok: false, code: 'stopped' });
  expect(newest().terminated).toBe(true);
  void worker.ask('partAt', { x: 5, y: 6 });
  await settle();
  expect(FakeWorker.made.length).toBe(2);
  expect(newest().sent.length).toBe(1);
  newest().reply({ id: 999, result: 1 });
});

test('a worker that breaks leaves nobody waiting', async () => {
  const worker = new PictureWorker();
  const asked = worker.ask('partAt', { x: 1, y: 2 });
  await settle();
  newest().onerror!();
  expect(await asked).toMatchObject({ ok: false, code: 'stopped' });
});

test('questions wait until the picture is open, and are dropped when it was stopped meanwhile', async () => {
  let open = () => undefined as void;
  const worker = new PictureWorker(
    () =>
      new Promise<void>((resolve) => {
        open = resolve;
      }),
  );
  const asked = worker.ask('partAt', { x: 1, y: 2 });
  await settle();
  expect(newest().sent.length).toBe(0);
  open();
  await settle();
  expect(newest().sent.length).toBe(1);
  newest().reply({ id: newest().sent[0].id, result: 2 });
  expect(await asked).toEqual({ ok: true, value: 2 });

  const slow = new PictureWorker(
    () =>
      new Promise<void>((resolve) => {
        open = resolve;
      }),
  );
  const lost = slow.ask('partAt', { x: 1, y: 2 });
  slow.stop();
  open();
  expect(await lost).toMatchObject({ code: 'stopped' });
});

test('a successor has the running worker with all it holds; the former client answers nothing more', async () => {
  const worker = new PictureWorker();
  const under = worker.ask('partAt', { x: 1, y: 1 });
  await settle();
  const heir = worker.successor(() => Promise.resolve());
  const next = heir.ask('partAt', { x: 2, y: 2 });
  await settle();
  expect(FakeWorker.made.length).toBe(1);
  expect(newest().sent.length).toBe(2);
  const ids = newest().sent.map((r) => r.id);
  expect(new Set(ids).size).toBe(2);
  ids.forEach((id, i) => newest().reply({ id, result: 10 + i }));
  expect([await under, await next]).toEqual([
    { ok: true, value: 10 },
    { ok: true, value: 11 },
  ]);
  expect(await worker.ask('partAt', { x: 3, y: 3 })).toMatchObject({ code: 'stopped' });
  worker.stop();
  expect(newest().terminated).toBe(false);
  heir.stop();
  expect(newest().terminated).toBe(true);
});

test('a label map that is sent is given away, not copied', async () => {
  const worker = new PictureWorker();
  const labels = Uint8Array.of(1, 2, 3);
  void worker.ask('useLabels', { labels, width: 3, height: 1, mmPerPx: 0.1 });
  await settle();
  expect(newest().transferred).toEqual([labels.buffer]);
  worker.stop();
});
