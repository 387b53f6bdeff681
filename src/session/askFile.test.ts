import { told } from '@/testing/told';
import { toldByServer } from '@/words/refusals';
import { askFile } from './askFile';

const steps = (...parts: (string | Uint8Array)[]) =>
  new Response(
    new ReadableStream({
      start(controller) {
        for (const part of parts) controller.enqueue(typeof part === 'string' ? new TextEncoder().encode(part) : part);
        controller.close();
      },
    }),
    { headers: { 'content-type': 'application/x-ulexite-steps' } },
  );
const answer = (response: Response) => Object.assign(globalThis, { fetch: jest.fn().mockResolvedValue(response) });

test('says how far it is, then gives the file, wherever its bytes were cut apart', async () => {
  const bytes = Uint8Array.from({ length: 4000 }, (_, i) => i % 251);
  answer(
    steps(
      '{"share":0.2}\n{"sha',
      're":0.7}\n{"ok":true,"fileName":"a b.pdf","media',
      'Type":"application/pdf"}\n',
      bytes.subarray(0, 1500),
      bytes.subarray(1500),
    ),
  );
  const shares: number[] = [];
  const got = await askFile('/x', (share) => shares.push(share));
  if (!got.ok) throw new Error(toldByServer(got));
  expect([shares, got.value.fileName, got.value.file.type, got.value.dpi]).toEqual([
    [0.2, 0.7],
    'a b.pdf',
    'application/pdf',
    0,
  ]);
  expect(new Uint8Array(await got.value.file.arrayBuffer())).toEqual(bytes);
});

test('bytes in the same piece as the last line are not lost', async () => {
  answer(
    steps(
      new TextEncoder().encode('{"ok":true,"fileName":"a","mediaType":"text/plain","dpi":240}\nline one\nline two'),
    ),
  );
  const got = await askFile('/x', () => undefined, undefined, 'POST');
  if (!got.ok) throw new Error(toldByServer(got));
  expect([await got.value.file.text(), got.value.dpi]).toEqual(['line one\nline two', 240]);
});

test('a refusal, in steps or plain, keeps its words; a line that breaks off is a server that is away', async () => {
  answer(steps('{"share":0.1}\n{"ok":false,"code":"file-slow","message":"given up"}\n'));
  expect(await askFile('/x', () => undefined)).toMatchObject({ ok: false, code: 'file-slow', said: 'given up' });
  answer(new Response('{"code":"print-missing","message":"not here"}', { status: 404 }));
  expect(await askFile('/x', () => undefined)).toMatchObject({
    code: expect.stringMatching(/^print-missing\b/),
    said: 'not here',
  });
  answer(new Response('<html>', { status: 502 }));
  expect(told(await askFile('/x', () => undefined))).toMatchObject({
    code: 'server',
    message: expect.stringContaining('502'),
  });
  answer(steps('{"share":0.1}\n{"ok":tr'));
  expect(await askFile('/x', () => undefined)).toMatchObject({ ok: false, code: 'unreachable' });
});

test('what was given up is told apart from a server that is away', async () => {
  const stop = new AbortController();
  Object.assign(globalThis, { fetch: jest.fn().mockRejectedValue(new TypeError('failed')) });
  expect(await askFile('/x', () => undefined, stop.signal)).toMatchObject({ code: 'unreachable' });
  stop.abort();
  expect(await askFile('/x', () => undefined, stop.signal)).toMatchObject({ code: 'stopped' });
});
