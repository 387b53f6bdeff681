import { DEFAULT_ROLLER, materialById } from '@/core/cutting';
import { failure, type Outcome } from '@/core/units';
import { StageWorkers } from './stageWorkers';

const settings = { material: materialById('lino'), grainDeg: 0, toolsMm: [1], roller: DEFAULT_ROLLER };
const stages = Array.from({ length: 7 }, (_, s) => ({ standing: [s + 1], cutNow: [s], settings }));

/** Two workers that answer when told to, and say what they were asked. */
function pool(answer: (stage: number) => Outcome<unknown> = (stage) => ({ ok: true, value: { stage } })) {
  const asked: { worker: number; job: string; stage: number }[] = [];
  const gates: (() => void)[] = [];
  let opened = 0,
    stopped = 0;
  const workers = new StageWorkers(
    () => Promise.resolve(failure('none')),
    2,
    () => {
      const worker = opened++;
      const ask = (job: string, take: { standing: number[] }) =>
        new Promise((resolve) => {
          const stage = take.standing[0] - 1;
          asked.push({ worker, job, stage });
          gates.push(() => resolve(answer(stage)));
        });
      return { ask, stop: () => stopped++ } as never;
    },
  );
  /** Lets everything asked so far be answered, again and again. */
  const letGo = async (times = 20) => {
    for (let i = 0; i < times; i++) {
      gates.splice(0).forEach((open) => open());
      await new Promise((later) => {
        setTimeout(later, 0);
      });
    }
  };
  return { workers, asked, letGo, stoppedWorkers: () => stopped };
}

test('both workers share the stages, each stage once, and each is told as soon as it is known', async () => {
  const { workers, asked, letGo } = pool();
  const told: number[] = [];
  const end = workers.lookOver(stages, (index, found) => {
    expect(found).toEqual({ stage: index });
    told.push(index);
  });
  await letGo();
  expect(await end).toEqual({ ok: true, value: undefined });
  expect([...told].sort()).toEqual([0, 1, 2, 3, 4, 5, 6]);
  expect(asked.map((a) => a.stage).sort()).toEqual([0, 1, 2, 3, 4, 5, 6]);
  expect([0, 1].map((w) => asked.filter((a) => a.worker === w).length).sort()).toEqual([3, 4]);
});

test('a stage keeps its worker, where its measure is: for other settings, for its figures', async () => {
  const { workers, asked, letGo } = pool();
  const first = workers.ask('stageFigures', stages[4]);
  await letGo(1);
  await first;
  const home = asked[0].worker;
  const once = workers.lookOver(stages, () => undefined);
  await letGo();
  await once;
  const again = workers.lookOver(stages, () => undefined);
  await letGo();
  await again;
  for (const stage of stages.keys())
    expect(new Set(asked.filter((a) => a.stage === stage).map((a) => a.worker)).size).toBe(1);
  expect(asked.find((a) => a.stage === 4 && a.job === 'findings')!.worker).toBe(home);
});

test('stopping ends between two stages, and nothing more is told', async () => {
  const { workers, asked, letGo } = pool();
  const stop = new AbortController();
  const told: number[] = [];
  const end = workers.lookOver(stages, (index) => told.push(index), stop.signal);
  await letGo(1);
  stop.abort();
  await letGo();
  expect(await end).toMatchObject({ ok: true });
  expect(told).toEqual([0, 1]);
  expect(asked.length).toBe(4); // two told, two under way when it was stopped
});

test('the first failure ends it and is what it says', async () => {
  const { workers, letGo } = pool((stage) =>
    stage === 2 ? failure('flatten-too-broken.thisStageBreaksUp') : { ok: true, value: {} },
  );
  const told: number[] = [];
  const end = workers.lookOver(stages, (index) => told.push(index));
  await letGo();
  expect(await end).toMatchObject({ ok: false, code: expect.stringMatching(/^flatten-too-broken\b/) });
  expect(told).not.toContain(2);
});

test('stages measured ahead are found at home afterwards, and no more are begun once it is stopped', async () => {
  const { workers, asked, letGo } = pool();
  const stop = new AbortController();
  const end = workers.ahead(stages.slice(0, 5), stop.signal);
  await letGo(1);
  stop.abort();
  await letGo();
  await end;
  expect(asked.map((a) => a.stage)).toEqual([0, 1, 2, 3]);
  const home = asked.find((a) => a.stage === 1)!.worker;
  const again = workers.ask('findings', stages[1]);
  await letGo(1);
  await again;
  expect(asked.at(-1)).toEqual({ worker: home, job: 'findings', stage: 1 });
});

test('stopping the pool stops its workers', () => {
  const { workers, stoppedWorkers } = pool();
  workers.stop();
  expect(stoppedWorkers()).toBe(2);
});
