/** Thirty devices that are let in, all on the table of one print: what they ask and do is answered beside everything they hear. */
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomStream } from '@/core/random/random';
import type { LetIn, PrintState } from '@/model';
import { WorkshopUnderTest } from '../torture/workshopUnderTest';

const DEVICES = 30,
  SECONDS = 60,
  NAME = 'desk.workshop.test';

interface Timed {
  readonly what: string;
  readonly ms: number;
  readonly status: number;
}

/** A device of the network, by the name under which it knows the machine. */
class Device {
  cookie = '';
  heard = 0;

  constructor(
    private readonly port: number,
    readonly place: number,
  ) {}

  ask(
    what: string,
    method: string,
    path: string,
    body = '',
    type = 'application/json',
  ): Promise<Timed & { text: string }> {
    const started = performance.now();
    return new Promise((resolve, reject) => {
      const sent = request(
        {
          ...{ host: '127.0.0.1', port: this.port, method, path },
          headers: {
            Host: `${NAME}:${this.port}`,
            Origin: `http://${NAME}:${this.port}`,
            Cookie: this.cookie,
            'Content-Type': type,
          },
        },
        (response) => {
          let text = '';
          response.on('data', (chunk: Buffer) => (text += chunk.toString()));
          response.on('end', () => {
            const [cookie] = response.headers['set-cookie'] ?? [];
            if (cookie) this.cookie = cookie.split(';')[0];
            resolve({ what, ms: performance.now() - started, status: response.statusCode ?? 0, text });
          });
        },
      );
      sent.on('error', reject);
      sent.end(body);
    });
  }

  /** Hears of every change, as a page does. */
  listen(id: string): () => void {
    const sent = request(
      {
        ...{ host: '127.0.0.1', port: this.port, path: `/api/prints/${id}/changes?known=0.0.0` },
        headers: { Host: `${NAME}:${this.port}`, Cookie: this.cookie },
      },
      (response) =>
        response.on('data', (chunk: Buffer) => (this.heard += chunk.toString().split('event: changes').length - 1)),
    );
    sent.on('error', () => undefined);
    sent.end();
    return () => sent.destroy();
  }
}

const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;

export async function classReport(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-class-'));
  const server = new WorkshopUnderTest(join(folder, 'w.sqlite'), 3290, { ULEXITE_HOSTS: NAME });
  try {
    server.begin();
    await server.ready();
    const id = JSON.parse((await server.ask('POST', '/api/sample'))!.text) as string;
    const { plan } = await server.get<PrintState>(`/api/prints/${id}`);
    await server.ask('POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [
        { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId },
        { kind: 'round-begun', roundId: 'class-1', round: 'proof', paper: null, counted: DEVICES * 8, tests: 0 },
        { kind: 'class-begun', classId: 'class-1', roundId: 'class-1', places: DEVICES, each: 8 },
      ].map((act, n) => ({ id: `class-begin-${n}`, at: new Date().toISOString(), version: 7, act })),
    });
    const devices = await letIn(server, DEVICES);
    const stops = devices.map((device) => device.listen(id));
    const told = (await Promise.all(devices.map((device) => works(device, id, plan.runs[0].id)))).flat();
    stops.forEach((stop) => stop());
    const good = told.filter(({ status }) => status === 200);
    const kinds = [...new Set(told.map(({ what }) => what))];
    const row = (what: string, of: readonly Timed[]) =>
      `| ${what} | ${of.length} | ${quantile(
        of.map(({ ms }) => ms),
        0.5,
      ).toFixed(1)} | ${quantile(
        of.map(({ ms }) => ms),
        0.95,
      ).toFixed(0)} | ${quantile(
        of.map(({ ms }) => ms),
        1,
      ).toFixed(0)} |`;
    const heard = devices.map((device) => device.heard);
    return `${DEVICES} devices that were let in by a code, each listening and doing something every two seconds or so for ${SECONDS} s; the goal is 50 ms at the median.

| asked | times | median, ms | 95 of 100, ms | longest, ms |
|---|---|---|---|---|
${kinds
  .map((what) =>
    row(
      what,
      good.filter((one) => one.what === what),
    ),
  )
  .join('\n')}
| all | ${good.length} | ${quantile(
      good.map(({ ms }) => ms),
      0.5,
    ).toFixed(1)} | ${quantile(
      good.map(({ ms }) => ms),
      0.95,
    ).toFixed(0)} | ${quantile(
      good.map(({ ms }) => ms),
      1,
    ).toFixed(0)} |

${told.length - good.length} were not answered with 200. Each device heard of ${Math.min(...heard)} to ${Math.max(...heard)} changes.`;
  } finally {
    await server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}

async function letIn(server: WorkshopUnderTest, count: number): Promise<Device[]> {
  const made = await server.ask('POST', '/api/devices', { role: 'bench', devices: count, places: true });
  const { code } = JSON.parse(made!.text) as LetIn;
  const devices: Device[] = [];
  for (let place = 1; place <= count; place++) {
    const device = new Device(server.port, place);
    const came = await device.ask(
      'come in',
      'POST',
      '/come-in',
      `code=${code}&name=Place+${place}`,
      'application/x-www-form-urlencoded',
    );
    if (came.status !== 303) throw new Error(`place ${place} was not let in: ${came.status}`);
    devices.push(device);
  }
  return devices;
}

/** What a place does in a class: it looks, stands in line, prints, steps out. */
async function works(device: Device, id: string, runId: string): Promise<Timed[]> {
  const random = randomStream(1000 + device.place);
  const until = performance.now() + 1000 * SECONDS;
  const told: Timed[] = [];
  let sheet = (device.place - 1) * 8 + 1,
    n = 0;
  const act = (body: object) =>
    device.ask(
      'an act',
      'POST',
      `/api/prints/${id}/log`,
      JSON.stringify({
        known: '0.999999.0',
        events: [{ id: `place-${device.place}-${n}`, at: new Date().toISOString(), version: 7, act: body }],
      }),
    );
  while (performance.now() < until) {
    const stands = { classId: 'class-1', station: 'block', place: device.place };
    const turn = n++ % 4;
    if (turn === 0) told.push(await device.ask('the page of the table', 'GET', `/print/${id}/table`));
    else if (turn === 1) told.push(await act({ kind: 'lined-up', ...stands }));
    else if (turn === 2 && sheet <= device.place * 8)
      told.push(
        await act({
          kind: 'pull',
          roundId: 'class-1',
          runId,
          sheet: String(sheet++),
          faults: [],
          setAside: false,
          note: '',
        }),
      );
    else told.push(await act({ kind: 'stepped-out', ...stands }));
    await new Promise((later) => {
      setTimeout(later, 1000 + 2000 * random());
    });
  }
  return told;
}
