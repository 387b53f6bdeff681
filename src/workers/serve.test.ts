import { inWords } from '@/words/failures';
import { failure, type Failure } from '@/core/units';
import { JobFailed, serve } from './serve';

interface TestJobs {
  add: { take: { a: number; b: number }; give: number };
  slow: { take: { steps: number }; give: string };
  bytes: { take: null; give: Uint8Array };
  refuse: { take: null; give: null };
  breakDown: { take: null; give: null };
}

type Posted = {
  message: { id: number; result?: unknown; progress?: number; failure?: Failure };
  transfer: unknown[];
};
const posted: Posted[] = [];
let saidFirst: Posted[] = [];
const scope = globalThis as unknown as {
  self: {
    onmessage?: (event: { data: unknown }) => Promise<void>;
    postMessage: (message: Posted['message'], options?: { transfer: unknown[] }) => void;
  };
};

beforeAll(() => {
  scope.self = {
    postMessage: (message, options) => {
      posted.push({ message, transfer: options?.transfer ?? [] });
    },
  };
  serve<TestJobs>({
    add: ({ a, b }) => a + b,
    slow: async ({ steps }, progress) => {
      for (let i = 1; i <= steps; i++) {
        progress(i / steps);
        await new Promise((resolve) => {
          setTimeout(resolve, 12);
        });
      }
      return 'done';
    },
    bytes: () => Uint8Array.of(1, 2, 3),
    refuse: () => {
      throw new JobFailed(failure('not-opened.thePictureIsStill'));
    },
    breakDown: () => {
      throw new TypeError('undefined is not a film');
    },
  });
  saidFirst = [...posted];
});
beforeEach(() => {
  posted.length = 0;
});

const ask = (job: keyof TestJobs, payload: unknown, id = 7) => scope.self.onmessage!({ data: { id, job, payload } });

test('it says that it listens once it does', () => {
  expect(saidFirst).toEqual([{ message: { listens: true }, transfer: [] }]);
});

test('a question gets its one answer, under its own number', async () => {
  await ask('add', { a: 2, b: 3 }, 41);
  expect(posted.map((p) => p.message)).toEqual([{ id: 41, result: 5 }]);
});

test('progress is told on the way, not with every step', async () => {
  await ask('slow', { steps: 10 });
  const shares = posted.flatMap((p) => (p.message.progress === undefined ? [] : [p.message.progress]));
  expect(shares.length).toBeGreaterThan(0);
  expect(shares.length).toBeLessThan(10);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  expect(posted.at(-1)!.message.result).toBe('done');
});

test('large results are handed over, not copied', async () => {
  await ask('bytes', null);
  const [{ message, transfer }] = posted;
  expect(transfer).toEqual([(message.result as Uint8Array).buffer]);
});

test('what a handler refuses keeps its words; what breaks says what to do', async () => {
  await ask('refuse', null);
  await ask('breakDown', null);
  expect(posted[0].message.failure).toEqual({
    ...failure('not-opened.thePictureIsStill'),
    said: 'The picture is still loading.',
  });
  expect(posted[1].message.failure!.code).toBe('worker');
  expect(inWords(posted[1].message.failure!)).toMatch(/broke off \(undefined is not a film\).*nothing saved is lost/);
});

test('a job nobody knows is answered too', async () => {
  await ask('nothing' as keyof TestJobs, null);
  expect(posted[0].message.failure!.code).toBe('worker');
});
