import { told } from '@/testing/told';
import { EventEmitter } from 'node:events';
import { PassThrough } from 'node:stream';
import { patienceOf, withPicture } from './decode';

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

  /** In pieces, as they come. */
  answer(record: object, bytes = '', pieceBytes = 1000): void {
    const head = Buffer.from(JSON.stringify(record)),
      lengths = Buffer.alloc(8);
    lengths.writeUInt32LE(head.length);
    lengths.writeUInt32LE(bytes.length, 4);
    const all = Buffer.concat([lengths, head, Buffer.from(bytes)]);
    for (let at = 0; at < all.length; at += pieceBytes) this.stdout.emit('data', all.subarray(at, at + pieceBytes));
  }

  /** What it was sent since, part by part. */
  sent(): string[] {
    const parts: string[] = [];
    for (let all = (this.stdin.read() ?? Buffer.alloc(0)) as Buffer; all.length > 0;) {
      const end = 4 + all.readUInt32LE(0);
      parts.push(all.subarray(4, end).toString());
      all = all.subarray(end);
    }
    return parts;
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
const inspect = (patience = patienceOf()) =>
  withPicture(Buffer.from('bytes'), patience, (picture) => picture.ask('inspect', {}));

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate'] });
  FakeDecoder.started = [];
});
afterEach(() => {
  for (const decoder of started()) decoder.kill();
  jest.useRealTimers();
});

test('one process for all that is asked of a picture; it ends when that is done', async () => {
  const made = withPicture(Buffer.from('picture'), patienceOf(), async (picture) => {
    expect(started()).toHaveLength(0); // not before something is asked
    const facts = await picture.ask('inspect', {});
    const small = await picture.ask('preview', { longSidePx: 300 });
    return { ok: true, value: [facts, small] };
  });
  await settle();
  const [decoder] = started();
  expect(decoder.sent()).toEqual(['picture', '{"task":"inspect"}']);
  decoder.answer({ format: 'png' });
  await settle();
  expect(decoder.sent()).toEqual(['{"task":"preview","longSidePx":300}']);
  expect(decoder.killed).toBe(false);
  decoder.answer({}, 'a PNG', 3);
  expect(await made).toMatchObject({
    value: [{ value: { answer: { format: 'png' } } }, { value: { answer: {}, bytes: Buffer.from('a PNG') } }],
  });
  expect(started()).toHaveLength(1);
  expect(decoder.killed).toBe(true);
});

test('what fails on the way, or throws, leaves no process and no place taken', async () => {
  const odd = withPicture(Buffer.from('bytes'), patienceOf(), async (picture) => {
    await picture.ask('inspect', {});
    throw new Error('odd');
  });
  await settle();
  started()[0].answer({});
  await expect(odd).rejects.toThrow('odd');
  expect(started()[0].killed).toBe(true);
  const ended = withPicture(Buffer.from('bytes'), patienceOf(), async (picture) => {
    await picture.ask('inspect', {});
    return picture.ask('raster', {});
  });
  await settle();
  started()[1].answer({});
  await settle();
  started()[1].emit('close', 71);
  expect(told(await ended)).toMatchObject({ code: 'picture-memory' });
  const both = [inspect(), inspect()];
  expect(started()).toHaveLength(4);
  for (const decoder of started().slice(2)) decoder.answer({});
  await Promise.all(both);
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
  const asked = withPicture(Buffer.from('bytes'), patience, async (picture) => {
    expect((await picture.ask('inspect', {})).ok).toBe(true);
    return picture.ask('raster', {});
  });
  jest.advanceTimersByTime(7_000);
  started()[0].answer({ format: 'svg' });
  await settle();
  jest.advanceTimersByTime(1_900);
  expect(started()[0].killed).toBe(false);
  jest.advanceTimersByTime(200);
  expect(started()[0].killed).toBe(true);
  expect(told(await asked)).toMatchObject({ code: 'picture-slow', message: expect.stringContaining('9 seconds') });
  expect(await inspect(patience)).toMatchObject({ code: 'picture-slow' });
  expect(started().length).toBe(1);
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
