/** The hostile corpus of the browser tests, and seeded changes of it beside, against a server on a workshop of its own. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomStream } from '@/core/random/random';
import {
  oddAddresses,
  oddArchives,
  oddBodies,
  oddCalendars,
  oddNames,
  oddPictures,
  oddTexts,
  send,
  type Hostile,
} from '../../e2e/hostile';
import { writeReliability } from '../report';
import { WorkshopUnderTest } from './workshopUnderTest';

/** One byte changed, cut off, doubled or stuffed. */
function spoilt(hostile: Hostile, random: () => number): Hostile {
  const bytes = Buffer.from(hostile.body ?? '');
  const at = Math.floor(random() * Math.max(1, bytes.length));
  const way = Math.floor(random() * 4);
  const body =
    way === 0
      ? Buffer.concat([bytes.subarray(0, at), Buffer.from([Math.floor(random() * 256)]), bytes.subarray(at + 1)])
      : way === 1
        ? bytes.subarray(0, at)
        : way === 2
          ? Buffer.concat([bytes, bytes])
          : Buffer.concat([bytes.subarray(0, at), Buffer.alloc(2000, 0x20), bytes.subarray(at)]);
  return { ...hostile, name: `${hostile.name}, spoilt ${way} at ${at}`, body };
}

/** True when all was answered as it should be: nothing of 5xx but full, busy or slow, nothing over 10 s, and the server still answers. */
export async function hostileTorture(rounds: number): Promise<boolean> {
  const folder = mkdtempSync(join(tmpdir(), 'ulexite-torture-'));
  const server = new WorkshopUnderTest(join(folder, 'w.sqlite'), 3295);
  const found: string[] = [];
  let longest = 0;
  const tried = async (hostile: Hostile) => {
    const answer = await send(server.url, hostile).catch((error: unknown) => ({
      status: 599,
      ms: 0,
      text: String(error),
    }));
    longest = Math.max(longest, answer.ms);
    if ((answer.status >= 500 && answer.status !== 503 && answer.status !== 507) || answer.ms > 10_500)
      found.push(`${hostile.name}: ${answer.status}, ${Math.round(answer.ms)} ms, ${answer.text.slice(0, 80)}`);
  };
  try {
    server.begin();
    await server.ready();
    const id = JSON.parse((await server.ask('POST', '/api/prints', { name: 'Ground' }))!.text) as string;
    const corpus = [
      ...oddBodies(id).filter((h) => h.method !== 'DELETE'),
      ...oddAddresses(id),
      ...oddTexts(),
      ...oddPictures(id),
      ...oddArchives(),
      ...oddCalendars(),
      ...oddNames(),
    ];
    for (const hostile of corpus) await tried(hostile);
    const random = randomStream(20_261_125);
    const small = corpus.filter((h) => (h.body?.length ?? 0) < 100_000);
    for (let round = 0; round < rounds && !server.isOver; round++)
      await tried(spoilt(small[Math.floor(random() * small.length)], random));
    const ended = server.isOver;
    const memory = ended ? 0 : memoryMb(server.pid);
    writeReliability(
      'Hostile requests',
      `${corpus.length + rounds} requests: the hostile corpus of the browser tests and ${rounds} seeded changes of it. ${found.length} answered wrongly, the longest ${(longest / 1000).toFixed(1)} s,
memory at most ${Math.round(memory)} MB; ${ended ? 'THE SERVER ENDED' : 'the server still answers'}.`,
    );
    found.forEach((line) => console.log(line));
    return !ended && found.length === 0 && memory < 1500;
  } finally {
    await server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}

const memoryMb = (pid: number) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
