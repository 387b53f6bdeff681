import { unzipSync, zipSync, type Zippable } from 'fflate';
import { createHash } from 'node:crypto';
import type { BenchEvent } from '@/core/sheets';
import { failure, success, type Outcome } from '@/core/units';
import { checkAct, checkName, checkPlan, type Plan } from '@/records';

export const BUNDLE_LIMITS = { bytes: 200 * 1024 * 1024, unpackedBytes: 400 * 1024 * 1024, files: 200 } as const;
const FORMAT = 'ulexite-print';
const VERSION = 1;

export interface PrintBundle {
  readonly name: string;
  readonly plan: Plan;
  readonly events: readonly BenchEvent[];
  /** Bytes the plan names, by SHA-256. */
  readonly blobs: ReadonlyMap<string, { readonly bytes: Uint8Array; readonly mediaType: string }>;
}

interface Manifest {
  readonly format: string;
  readonly version: number;
  readonly name: string;
  readonly writtenAt: string;
  readonly files: readonly {
    readonly path: string;
    readonly bytes: number;
    readonly sha256: string;
    readonly mediaType: string;
  }[];
}

/** One zip: `manifest.json` with checksums of everything else, `plan.json`, `bench-log.json`, `pictures/<sha256>`. */
export function writeBundle(bundle: PrintBundle, writtenAt: string): Uint8Array {
  const entries: { path: string; bytes: Uint8Array; mediaType: string }[] = [
    { path: 'plan.json', bytes: json(bundle.plan), mediaType: 'application/json' },
    { path: 'bench-log.json', bytes: json(bundle.events), mediaType: 'application/json' },
    ...[...bundle.blobs].map(([sha, blob]) => ({ path: `pictures/${sha}`, ...blob })),
  ];
  const manifest: Manifest = {
    format: FORMAT,
    version: VERSION,
    name: bundle.name,
    writtenAt,
    files: entries.map(({ path, bytes, mediaType }) => ({
      path,
      bytes: bytes.length,
      sha256: sha256(bytes),
      mediaType,
    })),
  };
  const zip: Zippable = { 'manifest.json': json(manifest) };
  for (const { path, bytes } of entries) zip[path] = [bytes, { level: path.startsWith('pictures/') ? 0 : 6 }];
  return zipSync(zip);
}

/** Reads a bundle without trusting it: sizes before unpacking, then checksums, then the records themselves. */
export function readBundle(bytes: Uint8Array): Outcome<PrintBundle> {
  if (bytes.length > BUNDLE_LIMITS.bytes)
    return failure(
      'bundle-bytes',
      `This file has ${Math.round(bytes.length / 1e6)} MB; a bundle may have up to ${Math.round(BUNDLE_LIMITS.bytes / 1e6)} MB.`,
    );
  const files = unpack(bytes);
  if (!files.ok) return files;
  const manifest = readManifest(files.value);
  if (!manifest.ok) return manifest;
  const content = checkedFiles(manifest.value, files.value);
  if (!content.ok) return content;
  return readRecords(manifest.value, content.value);
}

function unpack(bytes: Uint8Array): Outcome<Record<string, Uint8Array>> {
  let unpacked = 0,
    files = 0;
  let refusal: string | undefined;
  try {
    const content = unzipSync(bytes, {
      filter: (file) => {
        unpacked += file.originalSize;
        files++;
        if (files > BUNDLE_LIMITS.files) refusal ??= `It holds more than ${BUNDLE_LIMITS.files} files.`;
        if (unpacked > BUNDLE_LIMITS.unpackedBytes)
          refusal ??= `Unpacked it would fill more than ${Math.round(BUNDLE_LIMITS.unpackedBytes / 1e6)} MB.`;
        return refusal === undefined;
      },
    });
    if (refusal) return failure('bundle-bomb', `This zip is not opened. ${refusal} A print's bundle is far smaller.`);
    return success(content);
  } catch {
    return failure(
      'bundle-zip',
      'This is not a zip file, or it is damaged. Choose a bundle written by Ulexite (its name ends in .ulexite.zip).',
    );
  }
}

function readManifest(files: Record<string, Uint8Array>): Outcome<Manifest> {
  const manifest = parse<Manifest>(files['manifest.json']);
  if (manifest?.format !== FORMAT || !Array.isArray(manifest.files))
    return failure(
      'bundle-foreign',
      'This zip is not a print written by Ulexite: it has no manifest of ours. Choose a file whose name ends in .ulexite.zip.',
    );
  if (manifest.version !== VERSION)
    return failure(
      'bundle-version',
      `This bundle is of version ${String(manifest.version)}; this Ulexite reads version ${VERSION}. Update Ulexite to open it.`,
    );
  return success(manifest);
}

function checkedFiles(
  manifest: Manifest,
  files: Record<string, Uint8Array>,
): Outcome<Map<string, { bytes: Uint8Array; mediaType: string }>> {
  const content = new Map<string, { bytes: Uint8Array; mediaType: string }>();
  for (const entry of manifest.files) {
    const bytes = Object.hasOwn(files, String(entry?.path)) ? files[entry.path] : undefined;
    if (!bytes || sha256(bytes) !== entry.sha256)
      return failure(
        'bundle-damaged',
        `“${String(entry?.path)}” in this bundle is missing or damaged (its checksum does not fit). Copy the bundle again from where it came.`,
      );
    content.set(entry.path, { bytes, mediaType: String(entry.mediaType) });
  }
  return success(content);
}

function readRecords(
  manifest: Manifest,
  content: Map<string, { bytes: Uint8Array; mediaType: string }>,
): Outcome<PrintBundle> {
  const name = checkName(manifest.name);
  if (!name.ok) return name;
  const plan = checkPlan(parse(content.get('plan.json')?.bytes));
  if (!plan.ok) return failure('bundle-plan', `The plan in this bundle cannot be used: ${plan.message}`);
  const events = readEvents(parse(content.get('bench-log.json')?.bytes));
  if (!events.ok) return events;
  const blobs = new Map(
    [...content]
      .filter(([path]) => path.startsWith('pictures/'))
      .map(([path, blob]) => [path.slice('pictures/'.length), blob]),
  );
  for (const [sha, blob] of blobs)
    if (sha256(blob.bytes) !== sha)
      return failure('bundle-damaged', `The picture “${sha.slice(0, 12)}…” is not what its name says.`);
  for (const sha of blobsOfPlan(plan.value))
    if (!blobs.has(sha))
      return failure('bundle-damaged', `The bundle lacks the picture “${sha.slice(0, 12)}…” that its plan uses.`);
  return success({ name: name.value, plan: plan.value, events: events.value, blobs });
}

function readEvents(value: unknown): Outcome<BenchEvent[]> {
  if (!Array.isArray(value)) return failure('bundle-log', 'The bench log in this bundle cannot be read.');
  const events: BenchEvent[] = [];
  for (const item of value as Partial<BenchEvent>[]) {
    const act = checkAct(item?.act);
    if (!act.ok || typeof item.id !== 'string' || item.id.length > 80 || Number.isNaN(Date.parse(String(item.at)))) {
      return failure(
        'bundle-log',
        `Entry ${events.length + 1} of the bench log in this bundle cannot be used${act.ok ? '.' : `: ${act.message}`}`,
      );
    }
    events.push({ id: item.id, at: new Date(String(item.at)).toISOString(), act: act.value });
  }
  return success(events);
}

/** Every stored picture a plan names. */
export function blobsOfPlan(plan: Plan): string[] {
  const shas = [plan.picture?.originalSha, plan.picture?.raster.sha, plan.flat?.labelsSha];
  return [...new Set(shas.filter((sha): sha is string => sha !== undefined))];
}

function json(value: unknown): Uint8Array {
  return new TextEncoder().encode(JSON.stringify(value, null, 1));
}

function parse<T>(bytes: Uint8Array | undefined): T | undefined {
  try {
    return bytes && (JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as T);
  } catch {
    return undefined;
  }
}

function sha256(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
