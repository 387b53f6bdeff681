import type { JobReply, JobRequest } from './protocol';
import { PictureWorker } from './client';
import type { Failure } from '@/core/units';
import { inWords } from '@/words/failures';

/** A browser's worker that answers when told to. */
class FakeWorker {
  static all: FakeWorker[] = [];
  /** Whether its program is there at once, as it is from the browser's store. */
  static ready = true;
  onmessage: ((event: { data: JobReply }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  readonly asked: JobRequest[] = [];
  readonly handedOver: Transferable[] = [];
  ended = false;

  constructor() {
    FakeWorker.all.push(this);
    if (FakeWorker.ready) queueMicrotask(() => this.listens());
  }

  listens(): void {
    this.onmessage?.({ data: { listens: true } });
  }

  postMessage(request: JobRequest, transfer: Transferable[]): void {
    this.asked.push(request);
    this.handedOver.push(...transfer);
  }

  terminate(): void {
    this.ended = true;
  }

  /** Answers the n-th thing asked. */
  reply(
    n: number,
    reply: Omit<Extract<JobReply, { result: unknown }>, 'id'> | { failure: unknown } | { progress: number },
  ) {
    this.onmessage!({ data: { id: this.asked[n].id, ...reply } as JobReply });
  }
}

const settled = () =>
  new Promise((later) => {
    setTimeout(later, 0);
  });
const newest = () => FakeWorker.all.at(-1)!;

/** A client with a question that waits until its worker is made ready. */
async function beingMadeReady() {
  let ready: () => void = () => undefined;
  const client = new PictureWorker(
    () =>
      new Promise<void>((resolve) => {
        ready = resolve;
      }),
  );
  const asked = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  return { client, asked, ready: () => ready() };
}

beforeEach(() => {
  FakeWorker.all = [];
  FakeWorker.ready = true;
  (globalThis as { Worker?: unknown }).Worker = FakeWorker;
});
afterEach(() => {
  delete (globalThis as { Worker?: unknown }).Worker;
});

test('a worker starts with the first question, and answers each with its own', async () => {
  const client = new PictureWorker();
  expect(FakeWorker.all.length).toBe(0);
  const shares: number[] = [];
  const first = client.ask('meetings', { labelCount: 3 }, (share) => shares.push(share)),
    second = client.ask('partAt', { x: 1, y: 2 });
  await settled();
  expect(FakeWorker.all.length).toBe(1);
  expect(newest().asked.map((a) => a.job)).toEqual(['meetings', 'partAt']);
  newest().reply(0, { progress: 0.5 });
  newest().reply(1, { result: 7 });
  newest().reply(0, { result: 'meetings' });
  newest().reply(0, { result: 'twice' }); // a question is answered once
  expect(await second).toEqual({ ok: true, value: 7 });
  expect(await first).toEqual({ ok: true, value: 'meetings' });
  expect(shares).toEqual([0.5]);
});

test('what makes it ready comes first, though the question was there before', async () => {
  const client = new PictureWorker((worker) => worker.askNow('openLabels', { url: '/labels', mmPerPx: 0.1 }));
  const asked = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  expect(newest().asked.map((a) => a.job)).toEqual(['openLabels']);
  newest().reply(0, { result: { width: 1, height: 1 } });
  await settled();
  expect(newest().asked.map((a) => a.job)).toEqual(['openLabels', 'partAt']);
  newest().reply(1, { result: null });
  expect(await asked).toEqual({ ok: true, value: null });
});

test('a failure keeps its words; a map that could not be loaded lets the question through to fail in its own', async () => {
  const client = new PictureWorker((worker) => worker.askNow('openLabels', { url: '/gone', mmPerPx: 0.1 }));
  const asked = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  newest().reply(0, { failure: { ok: false, code: 'fetch', message: 'gone' } });
  await settled();
  newest().reply(1, {
    failure: { ok: false, code: expect.stringMatching(/^not-opened\b/), message: 'The picture is still loading.' },
  });
  expect(await asked).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^not-opened\b/),
    message: 'The picture is still loading.',
  });
});

test('stopped: every call ends, the worker does, and the next question starts a fresh one', async () => {
  const started: number[] = [];
  const client = new PictureWorker(() => Promise.resolve(started.push(1)));
  const asked = [client.ask('partAt', { x: 0, y: 0 }), client.ask('partAt', { x: 1, y: 0 })];
  await settled();
  const before = newest();
  client.stop();
  for (const answer of asked) expect(await answer).toMatchObject({ ok: false, code: 'stopped' });
  expect(before.ended).toBe(true);
  const again = client.ask('partAt', { x: 2, y: 0 });
  await settled();
  expect(newest()).not.toBe(before);
  newest().reply(0, { result: 3 });
  expect(await again).toEqual({ ok: true, value: 3 });
  expect(started.length).toBe(2);
});

test('stopped while it is made ready, a question is stopped too and not asked of the next worker', async () => {
  const { client, ready, asked } = await beingMadeReady();
  client.stop();
  ready();
  expect(await asked).toMatchObject({ ok: false, code: 'stopped' });
  expect(newest().asked).toEqual([]);
});

test.each(['onerror', 'onmessageerror'] as const)('a worker that breaks (%s) leaves no call waiting', async (how) => {
  const client = new PictureWorker();
  const asked = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  newest()[how]!({ message: 'out of memory' });
  const answer = await asked;
  expect(answer).toMatchObject({ ok: false, code: 'worker' });
  expect(inWords(answer as Failure)).toMatch(/broke off.*nothing saved is lost/);
  void client.ask('partAt', { x: 1, y: 0 });
  await settled();
  expect(FakeWorker.all.length).toBe(2);
});

test('nothing is sent before the worker listens; then all of it, in the order it was asked', async () => {
  FakeWorker.ready = false;
  const client = new PictureWorker((worker) => worker.askNow('openLabels', { url: '/labels', mmPerPx: 0.1 }));
  const labels = new Uint8Array(4);
  const first = client.askNow('useLabels', { labels, width: 2, height: 2, mmPerPx: 0.1 }),
    second = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  expect(newest().asked).toEqual([]);
  newest().listens();
  expect(newest().asked.map((a) => a.job)).toEqual(['openLabels', 'useLabels']);
  expect(newest().handedOver).toEqual([labels.buffer]);
  newest().reply(0, { result: null });
  newest().reply(1, { result: null });
  await settled();
  newest().reply(2, { result: 4 });
  expect([await first, await second]).toEqual([
    { ok: true, value: null },
    { ok: true, value: 4 },
  ]);
});

test('a program that cannot be fetched is tried again, and its questions with it; a third time they are told', async () => {
  FakeWorker.ready = false;
  const client = new PictureWorker();
  const kept = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  newest().onerror!({ message: 'network' });
  await settled();
  expect(FakeWorker.all.map((one) => one.ended)).toEqual([true, false]);
  newest().listens();
  newest().reply(0, { result: 9 });
  expect(await kept).toEqual({ ok: true, value: 9 });

  const other = new PictureWorker();
  const lost = other.ask('partAt', { x: 0, y: 0 });
  await settled();
  for (let n = 0; n < 3; n++) newest().onerror!({ message: 'network' });
  expect(await lost).toMatchObject({ ok: false, code: 'worker', values: { message: 'network' } });
  expect(FakeWorker.all.length).toBe(5);
});

test('handed on before it listens, what was asked of the first client is sent for its heir', async () => {
  FakeWorker.ready = false;
  const client = new PictureWorker();
  const asked = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  const heir = client.successor(() => Promise.resolve());
  newest().listens();
  newest().reply(0, { result: 5 });
  expect(await asked).toEqual({ ok: true, value: 5 });
  heir.stop();
});

test('handed on, the running worker answers its heir, calls under way among them; the first client asks nothing more', async () => {
  const client = new PictureWorker();
  const underWay = client.ask('partAt', { x: 0, y: 0 });
  await settled();
  const opened: string[] = [];
  const heir = client.successor(() => Promise.resolve(opened.push('again')));
  newest().reply(0, { result: 5 });
  expect(await underWay).toEqual({ ok: true, value: 5 });
  expect(await client.ask('partAt', { x: 1, y: 1 })).toMatchObject({ ok: false, code: 'stopped' });
  const asked = heir.ask('partAt', { x: 2, y: 2 });
  await settled();
  expect(FakeWorker.all.length).toBe(1);
  expect(opened).toEqual([]); // its map is there already
  newest().reply(1, { result: 6 });
  expect(await asked).toEqual({ ok: true, value: 6 });
  client.stop(); // no longer its own
  expect(newest().ended).toBe(false);
  heir.stop();
  expect(newest().ended).toBe(true);
});

test('handed on while it is made ready, what the first client was about to ask is stopped and starts no other worker', async () => {
  const { client, ready, asked } = await beingMadeReady();
  const heir = client.successor(() => Promise.resolve());
  ready();
  expect(await asked).toMatchObject({ ok: false, code: 'stopped' });
  expect(FakeWorker.all.length).toBe(1);
  heir.stop();
});

test('a label map that is sent is given away, not copied', async () => {
  const client = new PictureWorker();
  const labels = new Uint8Array(12);
  void client.ask('useLabels', { labels, width: 4, height: 3, mmPerPx: 0.1 });
  await settled();
  expect(newest().handedOver).toEqual([labels.buffer]);
});
