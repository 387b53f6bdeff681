import sharp from 'sharp';
import { fitMotion, motionAt, rigidFrom, type Motion, type ScanPicture } from '@/core/registration';
import type { ProofTaken, Plan } from '@/model';
import { replayLog, contactsOf, filmsOnParts, lookOfFilms, sheetLayoutOf, shimsIn } from '@/derived';
import { failure, familyOf, success, type Outcome } from '@/core/units';
import { photographed, sampleMisfits, simulatedScanner } from '@/devices';
import { benchLog, type Store } from '@/store';
import { patienceOf, withPicture } from './decode';
import { MAX_UPLOAD_BYTES } from './imageIn';
import type { Report } from './fileOut';
import { laidOut } from './printSheets';

export const MAX_SCAN_PIXELS = 120_000_000;
const SIMULATED_DPI = 240;

export interface ScanOut {
  readonly png: Buffer;
  readonly dpi: number;
}

/** The sheet as the simulated scanner sees it after `printed` runs: the blocks' hidden misfit, moved by the shims that are in. */
export async function simulatedScan(
  db: Store,
  id: string,
  printed: number,
  report: Report = () => undefined,
): Promise<Outcome<ScanOut>> {
  const picture = await underLid(db, id, printed, 0, report);
  if (!picture.ok) return picture;
  const { data, width, height } = picture.value;
  report(0.7);
  const png = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .withMetadata({ density: SIMULATED_DPI })
    .png({ compressionLevel: 1 })
    .toBuffer();
  return success({ png, dpi: SIMULATED_DPI });
}

/** A camera of eight megapixels, as tablets have them. */
const PHOTOGRAPH_LONGER_PX = 3264;

/** The same sheet as a simulated camera sees it from the hand, in the light of a room: the `taken`th photograph of it. */
export async function simulatedPhotograph(
  db: Store,
  id: string,
  printed: number,
  taken: number,
  report: Report = () => undefined,
): Promise<Outcome<ScanOut>> {
  const picture = await underLid(db, id, printed, taken, report);
  if (!picture.ok) return picture;
  report(0.5);
  const { data, width, height } = photographed(picture.value, {
    ...{ seed: seedOf(id) + 17 * taken + printed, longerPx: PHOTOGRAPH_LONGER_PX },
  });
  report(0.8);
  const png = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 92 })
    .toBuffer();
  return success({ png, dpi: 0 });
}

/** A sheet of the print under a lid, after `printed` runs. */
async function underLid(
  db: Store,
  id: string,
  printed: number,
  laying: number,
  report: Report,
): Promise<Outcome<ScanPicture>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const { plan, sheet, map, mmPerPx, got } = found.value;
  if (!Number.isInteger(printed) || printed < 1 || printed > plan.runs.length)
    return failure('run-missing.thereIsNoRunThisPrint', { printed, runs: plan.runs.length });
  const layout = sheetLayoutOf(plan)!,
    image = layout.images[0],
    bench = replayLog(benchLog(db, id));
  const about = { xMm: image.xMm + image.widthMm / 2, yMm: image.yMm + image.heightMm / 2 };
  const contacts = contactsOf(layout);
  const motions = sampleMisfitsOf(id, plan, bench.proofs.length + laying)
    .slice(0, printed)
    .map((own, run) => {
      const shims = shimsIn(bench, plan.runs[run].id),
        moved = rigidFrom(
          contacts,
          contacts.map((_, c) => shims[c] ?? 0),
          [about.xMm, about.yMm],
        );
      return {
        ...own,
        dxMm: own.dxMm + moved.dxMm,
        dyMm: own.dyMm + moved.dyMm,
        rotationDeg: own.rotationDeg + moved.rotationDeg,
      };
    });
  const film = filmsOnParts(plan, sheet).slice(0, printed),
    look = lookOfFilms({ ...plan, runs: plan.runs.slice(0, printed) }, got, film);
  const strides = film.reduce<number[]>((list, parts) => [...list, list.at(-1)! * (1 + Math.max(0, ...parts))], [1]);
  report(0.2);
  const scanner = simulatedScanner({ dpi: SIMULATED_DPI, seed: seedOf(id) + bench.proofs.length + laying });
  const picture = await scanner.scan({
    labels: map.labels,
    width: map.width,
    height: map.height,
    mmPerPx,
    sheetMm: layout.sheetMm,
    imageAtMm: { xMm: image.xMm, yMm: image.yMm },
    motions,
    inked: film.map((parts) => Array.from(parts, (v) => v > 0)),
    lookLabD50: (films) =>
      look(film.reduce((code, parts, k) => (films & (1 << k) ? code + strides[k] * Math.max(1, ...parts) : code), 0)),
  });
  return success(picture);
}

/** Where a sample print's blocks really lie without shims; what its simulated scans hide. */
export function sampleMisfitsOf(id: string, plan: Plan, laying: number): Motion[] {
  const image = sheetLayoutOf(plan)!.images[0];
  return sampleMisfits(
    seedOf(id),
    plan.runs.length,
    { xMm: image.xMm + image.widthMm / 2, yMm: image.yMm + image.heightMm / 2 },
    laying,
  );
}

/** What a ruler would find on a first proof of a sample print, at four marks of every run against the one below. */
export function sampleProofs(id: string, plan: Plan): ProofTaken[] {
  const image = sheetLayoutOf(plan)!.images[0],
    tenth = (mm: number) => Math.round(mm * 20) / 20;
  const motions = sampleMisfitsOf(id, plan, 0);
  return plan.runs.slice(1).map((run, r) => {
    const marks = [
      [0.05, 0.05],
      [0.95, 0.05],
      [0.05, 0.95],
      [0.95, 0.95],
    ].map(([u, v]) => {
      const xMm = tenth(image.xMm + u * image.widthMm),
        yMm = tenth(image.yMm + v * image.heightMm);
      const [dx, dy] = motionAt(motions[r + 1], xMm, yMm),
        [bx, by] = motionAt(motions[r], xMm, yMm);
      return { xMm, yMm, dxMm: tenth(dx - bx), dyMm: tenth(dy - by) };
    });
    return {
      proofId: `proof-${r + 1}`,
      runId: run.id,
      againstRunId: plan.runs[r].id,
      sheet: '',
      source: 'eye' as const,
      marks,
      motion: fitMotion(marks),
    };
  });
}

/** A scan that browsers cannot show (TIFF), as a PNG of the same pixels with the resolution it says it has. */
export async function readableScan(bytes: Buffer, gone?: AbortSignal): Promise<Outcome<ScanOut>> {
  if (bytes.length > MAX_UPLOAD_BYTES)
    return failure('scan.thisScanHasMb', {
      bytes: Math.round(bytes.length / 1e6),
      maxUploadBytes: Math.round(MAX_UPLOAD_BYTES / 1e6),
    });
  const decoded = await withPicture(bytes, patienceOf(gone), (scan) =>
    scan.ask('scan', { limitInputPixels: MAX_SCAN_PIXELS }),
  );
  if (!decoded.ok) return familyOf(decoded.code) === 'picture-damaged' ? failure('scan.damagedOrNone') : decoded;
  const { format, density } = decoded.value.answer as { format?: string; density?: number };
  if (decoded.value.bytes.length === 0) return failure('scan.aScanIsRead', { format: String(format).toUpperCase() });
  return success({ png: decoded.value.bytes, dpi: density && density > 96 ? Math.round(density) : 0 });
}

/** The same print keeps the same hidden blocks (FNV-1a). */
function seedOf(id: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}
