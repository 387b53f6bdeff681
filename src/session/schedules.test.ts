import { planOfBands } from '@/testing/plans';
import { FakeKeeper, FakeNet, FakeServer } from '@/testing/fakeNet';
import type { BenchAct, Outcome, PlanEdit } from '@/model';
import { PrintSession } from './printSession';

const SCHEDULES = 1200,
  STEPS = 60;

const settled = () => new Promise<void>((resolve) => setImmediate(resolve));

/** A device that does things at random, and what became of each. */
class Device {
  readonly asked = new Map<string, string>();
  readonly refused: string[] = [];
  readonly acts: string[] = [];
  readonly edits: string[] = [];
  keeper = new FakeKeeper();
  session: PrintSession;
  private stop = () => undefined as void;
  private serial = 0;

  constructor(
    private readonly name: string,
    private readonly server: FakeServer,
    private readonly net: FakeNet,
  ) {
    this.session = this.begun();
  }

  /** The page is loaded again: what it held is gone, what the browser keeps is not. */
  reload(): void {
    this.stop();
    this.keeper = new FakeKeeper([...this.keeper.items]);
    this.session = this.begun();
  }

  async does(): Promise<void> {
    if (this.net.chance(0.4)) {
      const act: BenchAct = { kind: 'island-cut', cutId: 'stage-1', island: this.acts.length, done: true };
      void this.session.log(act);
      this.acts.push(this.lastId(1));
    } else {
      void this.session.change(this.edit()).then((answer: Outcome<undefined>) => answer);
      this.edits.push(this.lastId(0));
    }
    // it is kept before anything can happen to the page
    await settled();
  }

  /** Every edit says something new, so that none is without effect. */
  private edit(): PlanEdit {
    const runs = this.session.snapshot().plan.runs;
    const { id: runId } = this.net.pick(runs) ?? { id: 'gone' };
    const as = `${this.name}-${this.serial}`,
      own = 2 * this.serial + (this.name === 'desk' ? 42 : 43);
    return this.net.pick<PlanEdit>([
      { kind: 'sheets-set', part: { edition: own } },
      { kind: 'layout-set', part: { marginMm: own } },
      { kind: 'run-repeated', runId, as },
      { kind: 'run-removed', runId },
      { kind: 'finding-kept', key: `${as}` },
    ]);
  }

  /** Ids are given in order; acts have theirs before that of the item they go in. */
  private lastId(back: number): string {
    return `${this.name}-id-${this.serial - 1 - back}`;
  }

  private begun(): PrintSession {
    const session = new PrintSession(
      this.server.whole(),
      this.net.transport(),
      this.keeper,
      {
        refused: (refusals) => this.refused.push(...refusals.map(({ item }) => item.id)),
        notKept: () => undefined,
        ended: () => undefined,
      },
      { newId: () => `${this.name}-id-${this.serial++}`, nowIso: () => '2026-11-26T09:00:00.000Z' },
    );
    this.stop = session.start();
    return session;
  }
}

/** One schedule, to its end; what is wrong with it, in words. */
async function wrongIn(seed: number): Promise<string[]> {
  const server = new FakeServer(planOfBands());
  const net = new FakeNet(server, seed);
  const devices = [new Device('desk', server, net), new Device('tablet', server, net)];
  for (let step = 0; step < STEPS; step++) {
    const device = net.pick(devices);
    if (net.chance(0.25)) await device.does();
    else if (net.chance(0.1)) device.session.retry();
    else if (net.chance(0.02)) device.reload();
    else net.step();
    if (net.chance(0.4)) await settled();
  }
  net.broken = false;
  for (let tries = 0; tries < 400; tries++) {
    await settled();
    if (net.step()) continue;
    if (devices.every(({ session }) => session.isSettled && equal(session, server))) break;
    net.reopen();
    devices.forEach(({ session }) => session.retry());
  }
  await settled();
  const known = devices.flatMap(({ acts }) => acts);
  const counted = server.log.map(({ id }) => id);
  const edits = devices.flatMap(({ edits: mine }) => mine),
    refused = devices.flatMap(({ refused: mine }) => mine);
  return [
    ...devices.filter(({ session }) => !session.isSettled).map(() => 'something still waits'),
    ...devices.filter(({ session }) => !equal(session, server)).map(() => 'the ends differ'),
    ...devices.filter(({ keeper }) => keeper.items.length > 0).map(() => 'something is kept that was settled'),
    ...known
      .filter((id) => counted.filter((one) => one === id).length !== 1)
      .map((id) => `${id} counted otherwise than once`),
    ...(counted.length === known.length ? [] : ['acts nobody did']),
    ...(new Set(server.made).size === server.made.length ? [] : ['an edit made twice']),
    ...edits
      .filter((id) => !server.made.includes(id) && !refused.includes(id))
      .map((id) => `${id} lost without a word`),
    ...refused
      .filter((id) => server.made.includes(id) && !server.refusedEdits.has(id))
      .map((id) => `${id} called refused, but made`),
  ];
}

function equal(session: PrintSession, server: FakeServer): boolean {
  const { plan, events, state } = session.snapshot();
  return (
    JSON.stringify(plan) === JSON.stringify(server.plan) &&
    JSON.stringify(events.map(({ id }) => id)) === JSON.stringify(server.log.map(({ id }) => id)) &&
    state.now.plan === server.now.plan
  );
}

test(`two devices that write at once over a bad network: ${SCHEDULES} schedules of losses, delays, repeats, overtaking and reloads`, async () => {
  const wrong: string[] = [];
  for (let seed = 1; seed <= SCHEDULES; seed++)
    wrong.push(...(await wrongIn(seed)).map((what) => `schedule ${seed}: ${what}`));
  expect(wrong).toEqual([]);
}, 120_000);
