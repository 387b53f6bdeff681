import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import { randomStream } from '@/core/random/random';
import { WORKSHOP_FORMAT, WORKSHOP_VERSION, type ArchiveHead } from '@/model';
import { ArchiveWriter, readArchive } from './workshopArchive';

let folder: string, file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'archive-'));
  file = join(folder, 'a.zip');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const head = (prints: number): ArchiveHead => ({
  ...{ format: WORKSHOP_FORMAT, version: WORKSHOP_VERSION, writtenAt: '2026-11-28', prints },
  ...{ things: [], inks: [], practice: [] },
});

/** A zip in a zip: marks of parts of its own everywhere, and bytes that look like the ends of parts. */
function zipWithin(seed: number): Uint8Array {
  const random = randomStream(seed);
  const bytes = (n: number) => Uint8Array.from({ length: n }, () => Math.floor(random() * 256));
  const marks = new Uint8Array(
    Array.from({ length: 2000 }, (_, i) => [0x50, 0x4b, [1, 3, 7, 5][i % 4], [2, 4, 8, 6][i % 4]]).flat(),
  );
  return zipSync(
    { 'manifest.json': bytes(900), marks, 'pictures/a': bytes(700_000), 'pictures/b': bytes(500_000) },
    { level: 0 },
  );
}

function write(bundles: readonly Uint8Array[]): void {
  const chunks: Uint8Array[] = [];
  const writer = new ArchiveWriter((bytes) => chunks.push(bytes));
  writer.head(head(bundles.length));
  bundles.forEach((bundle, i) => writer.print(`print-${i}`, `Print ${i}`, bundle));
  writer.leave('Unreadable');
  writer.end();
  writeFileSync(file, Buffer.concat(chunks));
}

test('bundles come back byte for byte, in their order, however much they look like parts themselves', async () => {
  const bundles = [1, 2, 3, 4].map(zipWithin);
  write(bundles);
  const archive = await readArchive(file);
  if (!archive.ok) throw new Error(archive.code);
  expect([archive.value.count, archive.value.left]).toEqual([4, ['Unreadable']]);
  const read: string[] = [];
  for await (const { id, bundle } of archive.value.prints())
    read.push(`${id} ${bundle.ok && Buffer.compare(bundle.value, bundles[Number(id.at(-1))])}`);
  archive.value.close();
  expect(read).toEqual(['print-0 0', 'print-1 0', 'print-2 0', 'print-3 0']);
});

test('one bad part keeps the others in; a file that was cut off or spoilt at its end gives nothing', async () => {
  write([zipWithin(1), zipWithin(2)]);
  const whole = readFileSync(file);
  writeFileSync(file, Buffer.from(whole).fill(0xff, 400, 500));
  const spoilt = await readArchive(file);
  if (!spoilt.ok) throw new Error(spoilt.code);
  const good: boolean[] = [];
  for await (const { bundle } of spoilt.value.prints()) good.push(bundle.ok);
  spoilt.value.close();
  expect(good).toHaveLength(2);
  expect(good[1]).toBe(true);
  for (const share of [0, 0.3, 0.999]) {
    writeFileSync(file, whole.subarray(0, Math.floor(whole.length * share)));
    expect(await readArchive(file)).toMatchObject({ ok: false, code: 'archive.damaged' });
  }
});
