import { unzipSync, zipSync, type Zippable } from 'fflate';
import { createHash } from 'node:crypto';
import {
  ACT_VERSION,
  type BenchEvent,
  type Booklet,
  checkAct,
  checkName,
  checkPlan,
  type Plan,
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  checkManifest,
  type BundleManifest,
  failed,
  type Phrase,
} from '@/model';
import { failure, success, type Outcome, phrase } from '@/core/units';
import { mediaTypeOf, OCTETS, pngSize } from './mediaType';

const MB = 1024 * 1024;
export const BUNDLE_LIMITS = {
  bytes: 200 * MB,
  unpackedBytes: 400 * MB,
  files: 1000,
  events: 20_000,
  manifestBytes: MB,
  planBytes: 8 * MB,
  logBytes: 24 * MB,
  pictureBytes: 80 * MB,
  /** Pictures are compressed already: a zip that grows more than this when it is opened was made to. */
  growth: 30,
  growthFromBytes: 40 * MB,
} as const;

interface PrintBundle {
  readonly name: string;
  readonly plan: Plan;
  readonly events: readonly BenchEvent[];
  /** Bytes the plan names, by SHA-256. */
  readonly blobs: ReadonlyMap<string, { readonly bytes: Uint8Array; readonly mediaType: string }>;
}

/** What is written: the print, and the booklet made from it, which says the same to those who have no Ulexite. */
export type BundleToWrite = PrintBundle & {
  readonly booklet: Booklet | null;
  /** Further files beside those that are read again: the archive for people without Ulexite. */
  readonly beside?: readonly { readonly path: string; readonly bytes: Uint8Array; readonly mediaType: string }[];
};

/** The log without what was said in words of where prints are: for others it is nobody's business. */
export function withoutWhereWords(events: readonly BenchEvent[]): BenchEvent[] {
  return events.map((event) =>
    event.act.kind === 'moved-to' ? { ...event, act: { ...event.act, place: '', note: '' } } : event,
  );
}

/** One zip: `manifest.json` with checksums of everything else, `plan.json`, `bench-log.json`, `booklet.json`, `pictures/<sha256>`. */
export function writeBundle(bundle: BundleToWrite, writtenAt: string): Uint8Array {
  const entries: { path: string; bytes: Uint8Array; mediaType: string }[] = [
    { path: 'plan.json', bytes: json(bundle.plan), mediaType: 'application/json' },
    {
      path: 'bench-log.json',
      bytes: json(bundle.events.map((event) => ({ ...event, version: ACT_VERSION }))),
      mediaType: 'application/json',
    },
    ...(bundle.booklet ? [{ path: 'booklet.json', bytes: json(bundle.booklet), mediaType: 'application/json' }] : []),
    ...[...bundle.blobs].map(([sha, blob]) => ({ path: `pictures/${sha}`, ...blob })),
    ...(bundle.beside ?? []),
  ];
  const manifest: BundleManifest = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
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
  for (const { path, bytes } of entries) zip[path] = [bytes, { level: /^pictures\/|\.(png|jpg)$/.test(path) ? 0 : 6 }];
  return zipSync(zip);
}

/** Reads a bundle without trusting it: sizes before unpacking, then checksums, then the records themselves. */
export function readBundle(bytes: Uint8Array): Outcome<PrintBundle> {
  if (bytes.length > BUNDLE_LIMITS.bytes)
    return failure('bundle-bytes', {
      bytes: Math.round(bytes.length / 1e6),
      bytes2: Math.round(BUNDLE_LIMITS.bytes / 1e6),
    });
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
  let refusal: Phrase | undefined;
  try {
    const content = unzipSync(bytes, {
      filter: (file) => {
        unpacked += file.originalSize;
        files++;
        const most = sizeLimit(file.name);
        if (file.originalSize > most)
          refusal ??= phrase('bundle.wouldHaveMbUp', {
            file: file.name.slice(0, 60),
            originalSize: Math.round(file.originalSize / 1e6),
            most: Math.round(most / 1e6),
          });
        // deflate packs a thousand bytes into one at the very best: more is a size that lies
        if (file.originalSize > 1100 * file.size + 1000)
          refusal ??= phrase('bundle.saysItIsLarger', { file: file.name.slice(0, 60) });
        if (unpacked > BUNDLE_LIMITS.growthFromBytes && unpacked > BUNDLE_LIMITS.growth * bytes.length)
          refusal ??= phrase('bundle.itWouldGrowMore', { growth: BUNDLE_LIMITS.growth });
        if (files > BUNDLE_LIMITS.files) refusal ??= phrase('bundle.itHoldsMoreThan', { files: BUNDLE_LIMITS.files });
        if (unpacked > BUNDLE_LIMITS.unpackedBytes)
          refusal ??= phrase('bundle.unpackedItWouldFill', {
            unpackedBytes: Math.round(BUNDLE_LIMITS.unpackedBytes / 1e6),
          });
        return refusal === undefined;
      },
    });
    if (refusal) return failure('bundle-bomb', { refusal });
    return success(content);
  } catch {
    return failure('bundle-zip');
  }
}

function sizeLimit(name: string): number {
  if (name === 'manifest.json') return BUNDLE_LIMITS.manifestBytes;
  if (name === 'plan.json') return BUNDLE_LIMITS.planBytes;
  return name === 'bench-log.json' ? BUNDLE_LIMITS.logBytes : BUNDLE_LIMITS.pictureBytes;
}

function readManifest(files: Record<string, Uint8Array>): Outcome<BundleManifest> {
  const manifest = parse<Partial<BundleManifest>>(files['manifest.json']);
  if (manifest?.format !== BUNDLE_FORMAT || !Array.isArray(manifest.files)) return failure('bundle-foreign');
  if (manifest.version !== BUNDLE_VERSION)
    return failure('bundle-version', { version: String(manifest.version), bundleVersion: BUNDLE_VERSION });
  return checkManifest(manifest);
}

function checkedFiles(
  manifest: BundleManifest,
  files: Record<string, Uint8Array>,
): Outcome<Map<string, { bytes: Uint8Array; mediaType: string }>> {
  const content = new Map<string, { bytes: Uint8Array; mediaType: string }>();
  for (const entry of manifest.files) {
    const bytes = Object.hasOwn(files, String(entry?.path)) ? files[entry.path] : undefined;
    if (content.has(entry?.path)) return failure('bundle-damaged.isListedTwiceIn', { path: String(entry.path) });
    if (!bytes || bytes.length !== entry.bytes || sha256(bytes) !== entry.sha256)
      return failure('bundle-damaged.inThisBundleIs', { path: String(entry?.path) });
    content.set(entry.path, { bytes, mediaType: String(entry.mediaType) });
  }
  return success(content);
}

function readRecords(
  manifest: BundleManifest,
  content: Map<string, { bytes: Uint8Array; mediaType: string }>,
): Outcome<PrintBundle> {
  const name = checkName(manifest.name);
  if (!name.ok) return name;
  const plan = checkPlan(parse(content.get('plan.json')?.bytes));
  if (!plan.ok) return failure('bundle-plan.thePlanInThis', { why: plan });
  const events = readEvents(parse(content.get('bench-log.json')?.bytes));
  if (!events.ok) return events;
  // only what plan and log name is kept: nothing else comes into the workshop's file
  const wanted = new Set([...blobsOfPlan(plan.value), ...picturesOfLog(events.value), ...originalsOfLog(events.value)]);
  const blobs = new Map<string, { bytes: Uint8Array; mediaType: string }>();
  for (const [path, { bytes }] of content) {
    const sha = path.startsWith('pictures/') ? path.slice('pictures/'.length) : '';
    if (wanted.has(sha)) blobs.set(sha, { bytes, mediaType: mediaTypeOf(bytes) });
  }
  for (const [sha, blob] of blobs)
    if (sha256(blob.bytes) !== sha) return failure('bundle-damaged.thePictureIsNot', { sha: sha.slice(0, 12) });
  for (const sha of blobsOfPlan(plan.value))
    if (!blobs.has(sha)) return failure('bundle-damaged.theBundleLacksThe', { sha: sha.slice(0, 12) });
  const wrong = wrongPicture(plan.value, events.value, blobs);
  if (wrong) return failed(wrong);
  return success({ name: name.value, plan: plan.value, events: events.value, blobs });
}

/** What is wrong with a picture of the bundle, by its bytes: kind and size as the plan says. */
function wrongPicture(
  plan: Plan,
  events: readonly BenchEvent[],
  blobs: ReadonlyMap<string, { readonly bytes: Uint8Array; readonly mediaType: string }>,
): Phrase | undefined {
  if (plan.picture) {
    const { raster, originalSha, format } = plan.picture;
    const original = blobs.get(originalSha)!.mediaType;
    if (original !== `image/${format === 'svg' ? 'svg+xml' : format}`)
      return phrase('bundle.theOriginalPictureIn', { format: format.toUpperCase() });
    const size = pngSize(blobs.get(raster.sha)!.bytes);
    if (!size || size.widthPx !== raster.widthPx || size.heightPx !== raster.heightPx)
      return phrase('bundle.theWorkingPictureIn');
    if (!fitsItsSize(plan.picture))
      return phrase('bundle.thePictureInThis', { widthPx: raster.widthPx, heightPx: raster.heightPx });
  }
  if (plan.flat && blobs.get(plan.flat.labelsSha)!.mediaType !== OCTETS) return phrase('bundle.theFlatColoursIn');
  const odd =
    picturesOfLog(events).find((sha) => blobs.has(sha) && !pngSize(blobs.get(sha)!.bytes)) ??
    originalsOfLog(events).find((sha) => blobs.has(sha) && blobs.get(sha)!.mediaType !== 'image/jpeg');
  return odd === undefined ? undefined : phrase('bundle.thePictureOfA', { odd: odd.slice(0, 12) });
}

/** The working raster covers the printed size at its fineness, to within a pixel and a half. */
function fitsItsSize({ raster, widthMm, heightMm }: NonNullable<Plan['picture']>): boolean {
  const near = (px: number, mmLong: number) => Math.abs(px - mmLong / raster.mmPerPx) <= 1.5;
  return near(raster.widthPx, widthMm) && near(raster.heightPx, heightMm);
}

function picturesOfLog(events: readonly BenchEvent[]): string[] {
  return events.flatMap(({ act }) =>
    (act.kind === 'cut-done' || act.kind === 'slip' || act.kind === 'photographed') && act.pictureSha
      ? [act.pictureSha]
      : [],
  );
}

/** Photographs as they were taken. */
function originalsOfLog(events: readonly BenchEvent[]): string[] {
  return events.flatMap(({ act }) => (act.kind === 'photographed' && act.originalSha ? [act.originalSha] : []));
}

function readEvents(value: unknown): Outcome<BenchEvent[]> {
  if (!Array.isArray(value)) return failure('bundle-log.theBenchLogIn');
  if (value.length > BUNDLE_LIMITS.events)
    return failure('bundle-log.theBenchLogInThis', { entries: value.length, most: BUNDLE_LIMITS.events });
  const ids = new Set<string>();
  const events: BenchEvent[] = [];
  for (const item of value as Partial<BenchEvent>[]) {
    const act = checkAct(item?.act, item?.version);
    const again = typeof item?.id === 'string' && ids.has(item.id);
    if (
      !act.ok ||
      again ||
      typeof item.id !== 'string' ||
      item.id.length > 80 ||
      Number.isNaN(Date.parse(String(item.at)))
    ) {
      return act.ok
        ? failure('bundle-log.entry', { entry: events.length + 1 })
        : failure('bundle-log.entryRefused', { entry: events.length + 1, why: act });
    }
    ids.add(item.id);
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
