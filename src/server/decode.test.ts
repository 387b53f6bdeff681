import { told } from '@/testing/told';
import { EventEmitter } from 'node:events';
import { PassThrough } from 'node:stream';
import { decode, patienceOf } from './decode';

/** A decoder that answers when the test says so, or never. */
class FakeDecoder extends EventEmitter {
  static started: FakeDecoder[] = [];
  readonly stdin = new PassThrough();
  readonly stdout = new PassThrough();
  readonly pid = undefined;
  killed = false;

  kill(): void {
    if (this.killed) return;
    this.killed = true;
    setImmediate(() => this.emit('close', null));
  }

  answer(record: object, bytes = ''): void {
    const head = Buffer.from(JSON.stringify(record));
    const length = Buffer.alloc(4);
    length.writeUInt32LE(head.length);
    this.stdout.emit('data', Buffer.concat([length, head, Buffer.from(bytes)]));
    this.emit('close', 0);
  }
}
jest.mock('node:child_process', () => ({
  spawn: () => {
    const made = new FakeDecoder();
    FakeDecoder.started.push(made);
    return made;
  },
}));
const started = () => FakeDecoder.started;
const settle = async () => {
  for (let i = 0; i < 5; i++) await Promise.resolve();
};
const inspect = (patience = patienceOf()) => decode('inspect', {}, Buffer.from('bytes'), patience);

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate'] });
  FakeDecoder.started = [];
});
afterEach(() => {
  for (const decoder of started()) decoder.kill();
  jest.useRealTimers();
});

test('what it was sent: the task and its settings, then the picture; what it answers: a record, then bytes', async () => {
  const asked = decode('preview', { longSidePx: 300 }, Buffer.from('picture'), patienceOf());
  const [decoder] = started();
  const sent = decoder.stdin.read() as Buffer;
  const head = sent.readUInt32LE(0);
  expect(JSON.parse(sent.subarray(4, 4 + head).toString())).toEqual({ task: 'preview', longSidePx: 300 });
  expect(sent.subarray(4 + head).toString()).toBe('picture');
  decoder.answer({ format: 'png' }, 'PNG');
  const answer = await asked;
  expect(answer).toMatchObject({ ok: true, value: { answer: { format: 'png' } } });
  expect(answer.ok && answer.value.bytes.toString()).toBe('PNG');
});

test.each([
  ['too much memory', (d: FakeDecoder) => d.emit('close', 71), 'picture-memory'],
  ['ended in the middle', (d: FakeDecoder) => d.emit('close', 1), 'picture-damaged'],
  ['nothing said', (d: FakeDecoder) => d.emit('close', 0), 'picture-damaged'],
  ['could not be started', (d: FakeDecoder) => d.emit('error', new Error('ENOMEM')), 'picture-damaged'],
  ['said what is wrong', (d: FakeDecoder) => d.answer({ error: 'no end of image' }), 'picture-damaged'],
])('%s: a failure in words', async (_, end, code) => {
  const asked = inspect();
  end(started()[0]);
  expect(told(await asked)).toMatchObject({
    ok: false,
    code: expect.stringMatching(`^${code}`),
    message: expect.stringMatching(/.{10,}/),
  });
});

test('nobody waits longer than nine seconds, however many steps a picture takes', async () => {
  const patience = patienceOf();
  const first = inspect(patience);
  jest.advanceTimersByTime(7_000);
  started()[0].answer({ format: 'svg' });
  expect((await first).ok).toBe(true);
  const second = decode('raster', {}, Buffer.from('bytes'), patience);
  await settle();
  jest.advanceTimersByTime(1_900);
  expect(started()[1].killed).toBe(false);
  jest.advanceTimersByTime(200);
  expect(started()[1].killed).toBe(true);
  expect(told(await second)).toMatchObject({ code: 'picture-slow', message: expect.stringContaining('9 seconds') });
  expect(await inspect(patience)).toMatchObject({ code: 'picture-slow' });
  expect(started().length).toBe(2);
});

test('who leaves is not worked for: while it is read, while it waits, and before it begins', async () => {
  const leaving = [new AbortController(), new AbortController(), new AbortController()];
  const asked = leaving.map((l) => inspect(patienceOf(l.signal)));
  expect(started().length).toBe(2); // the third waits for a place
  leaving[2].abort();
  expect(await asked[2]).toMatchObject({ code: expect.stringMatching(/^gone\b/) });
  leaving[0].abort();
  expect(await asked[0]).toMatchObject({ code: expect.stringMatching(/^gone\b/) });
  expect(started()[0].killed).toBe(true);
  started()[1].answer({});
  expect((await asked[1]).ok).toBe(true);
  expect(started().length).toBe(2);
  expect(await inspect(patienceOf(leaving[0].signal))).toMatchObject({ code: expect.stringMatching(/^gone\b/) });
  expect(started().length).toBe(2);
});

test('two are read beside one another, the others in their order; too many are asked to come again', async () => {
  const asked = Array.from({ length: 18 }, () => inspect());
  expect(started().length).toBe(2);
  expect(told(await inspect())).toMatchObject({
    code: expect.stringMatching(/^busy\b/),
    message: expect.stringContaining('moment'),
  });
  for (let n = 0; n < 18; n++) {
    started()[n].answer({ n });
    expect(await asked[n]).toMatchObject({ ok: true, value: { answer: { n } } });
    await settle();
  }
  expect(started().length).toBe(18);
});

test('a place that comes free just as patience ends goes to the next', async () => {
  const running = [inspect(), inspect()];
  const impatient = new AbortController();
  const first = inspect(patienceOf(impatient.signal)),
    next = inspect();
  started()[0].answer({});
  await running[0];
  impatient.abort(); // its turn has come in the same moment
  expect(await first).toMatchObject({ code: expect.stringMatching(/^gone\b/) });
  await settle();
  started().at(-1)!.answer({ next: true });
  expect(await next).toMatchObject({ ok: true });
  started()[1].answer({});
  expect((await running[1]).ok).toBe(true);
});
