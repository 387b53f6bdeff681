import { srgb8FromLabD50 } from '@/core/colour';
import { packRgb, traceArcs, type ArcMap, type LabelMap, type PartMap } from '@/core/geometry';
import { isPlain, printMapOf } from '@/core/layers';
import {
  boundariesOf,
  dpiOfFile,
  homographyOf,
  leastOverlap,
  paintMisprint,
  readProof,
  simulateFit,
  straighten,
  type Boundaries,
  type FitTask,
  type ScanPicture,
  type SheetCase,
} from '@/core/registration';
import { failure } from '@/core/units';
import { CHOKE_MM, decodeLabelMap } from '@/model';
import { boundaryKindsOf, expectedLooks, filmsOnParts, lookOfFilms, printsFromOneSide } from '@/derived';
import { JobFailed, serve } from './serve';
import type { FitQuestion, RegisterJobs } from './protocol';

/** Runs in a worker: holds a picture's labels, its boundaries and its print map. */
let picture: { map: LabelMap; mmPerPx: number; printed: PartMap } | undefined;
let edges: { arcs: ArcMap; boundaries: Boundaries } | undefined;
let risk: Float32Array | undefined;

const SEED = 20261;
const OVERLAPS_MM = Array.from({ length: 61 }, (_, i) => i * 0.05).filter((mm) => mm <= CHOKE_MM.maxMm);
const SHEET_PICTURE_PX = 1100;

serve<RegisterJobs>({
  async open({ url, mmPerPx, task }) {
    const response = await fetch(url);
    if (!response.ok) throw new JobFailed(failure('picture.thePictureCouldNot'));
    const decoded = decodeLabelMap(
      new Uint8Array(await new Response(response.body!.pipeThrough(new DecompressionStream('deflate'))).arrayBuffer()),
    );
    if (!decoded.ok) throw new JobFailed(decoded);
    picture = {
      map: decoded.value,
      mmPerPx,
      printed: isPlain(task) ? decoded.value : (printMapOf(decoded.value, task)?.map ?? decoded.value),
    };
    edges = undefined;
    return null;
  },
  fit(question) {
    const task = taskOf(question);
    const started = performance.now();
    const { risk: byGathering, ...answer } = simulateFit(task);
    risk = byGathering;
    const pairs = task.kinds
      .map((kind, k) => ({
        a: kind.a,
        b: kind.b,
        share: answer.shareByKind[k],
        lengthMm: answer.lengthByKindMm[k],
        films: kind.edges.length,
      }))
      .filter((pair) => pair.lengthMm > 0 && pair.films > 0)
      .sort((p, q) => q.share - p.share || q.lengthMm - p.lengthMm);
    const milliseconds = performance.now() - started;
    return {
      ...answer,
      typical: onItsLine(answer.typical),
      worstOfTen: onItsLine(answer.worstOfTen),
      pairs,
      milliseconds,
    };
  },
  ways: ({ spreads, ...question }) => {
    const task = taskOf(question);
    return spreads.map((spread) => simulateFit({ ...task, spread }).share);
  },
  overlap(question) {
    const { plan, got } = question;
    const kindsAt = (mm: number) =>
      boundaryKindsOf(
        plan,
        got,
        printsFromOneSide(plan) ? { ...plan.fit, chokeMm: mm } : { ...plan.fit, trapMm: mm, pairs: [] },
      );
    return leastOverlap(taskOf(question), kindsAt, OVERLAPS_MM, plan.register.wishShare) ?? null;
  },
  misprint({ plan, got, sheet, motions, view }) {
    const { printed, mmPerPx } = opened();
    const film = filmsOnParts(plan, sheet),
      look = lookOfFilms(plan, got, film);
    const words = new Uint32Array(view.width * view.height);
    paintMisprint(
      { map: printed, mmPerPx, film, motions },
      view,
      (films) => packRgb(...srgb8FromLabD50(look(films)).rgb),
      words,
    );
    return bitmapOf(words, view.width, view.height);
  },
  risk({ width, height, wishShare }) {
    const { arcs, boundaries } = edged();
    const canvas = new OffscreenCanvas(width, height),
      pen = canvas.getContext('2d')!;
    const scale = width / arcs.width;
    pen.lineCap = 'round';
    // calm ones first, so that what would go wrong lies on top
    for (const [from, to, colour, wide] of [
      [-1, 0.001, '#C9C2B0', 0.6],
      [0.001, wishShare, '#6B6F66', 1],
      [wishShare, 0.5, '#B9821B', 2.2],
      [0.5, 2, '#A63A2B', 4],
    ] as const) {
      pen.beginPath();
      pen.strokeStyle = colour;
      pen.lineWidth = wide;
      for (let arc = 0; arc < arcs.count; arc++)
        for (let p = arcs.offset[arc]; p < arcs.offset[arc + 1] - 1; p++) {
          const gathering = boundaries.ofSegment[p],
            share = gathering >= 0 ? (risk?.[gathering] ?? 0) : 0;
          if (share <= from || share > to) continue;
          pen.moveTo(arcs.xy[2 * p] * scale, arcs.xy[2 * p + 1] * scale);
          pen.lineTo(arcs.xy[2 * p + 2] * scale, arcs.xy[2 * p + 3] * scale);
        }
      pen.stroke();
    }
    return canvas.transferToImageBitmap();
  },
  async readProof({ file, dpi, plan, got, sheet, printed, sheetMm, imageAtMm }, progress) {
    const started = performance.now();
    const { printed: map, mmPerPx } = opened();
    const bytes = new Uint8Array(await file.slice(0, 256 * 1024).arrayBuffer());
    const scan = await decoded(file, dpi || dpiOfFile(bytes));
    progress(0.1);
    const reading = readProof(
      scan,
      {
        labels: map.labels,
        width: map.width,
        height: map.height,
        mmPerPx,
        sheetMm,
        imageAtMm,
        ...expectedLooks(plan, got, sheet, printed),
      },
      (share) => {
        progress(0.1 + 0.85 * share);
      },
    );
    if (!reading.ok) throw new JobFailed(reading);
    const scale = SHEET_PICTURE_PX / Math.max(sheetMm.widthMm, sheetMm.heightMm);
    const small = straighten(
      scan,
      homographyOf(reading.value.sheet, sheetMm.widthMm, sheetMm.heightMm),
      [
        [0.92, 0, 0, 0, 0, 0],
        [0.92, 0, 0, 0, 0, 0],
        [0.92, 0, 0, 0, 0, 0],
      ],
      sheetMm,
      {
        xMm: 0,
        yMm: 0,
        widthPx: Math.round(sheetMm.widthMm * scale),
        heightPx: Math.round(sheetMm.heightMm * scale),
        mmPerPx: 1 / scale,
        padPx: 0,
      },
    );
    const words = new Uint32Array(small.width * small.height);
    for (let i = 0; i < words.length; i++)
      words[i] = packRgb(small.rgb[3 * i], small.rgb[3 * i + 1], small.rgb[3 * i + 2]);
    return {
      reading: reading.value,
      dpi: scan.dpi || Math.round(reading.value.sheet.pxPerMm * 25.4),
      milliseconds: performance.now() - started,
      picture: await bitmapOf(words, small.width, small.height),
    };
  },
});

/** A gathering's middle may lie off all its lines: the place to look at is on the longest of them. */
function onItsLine(found: SheetCase): SheetCase {
  const { arcs, boundaries } = edged(),
    { mmPerPx } = opened();
  let longest = 0,
    at = found.at;
  if (found.gathering >= 0)
    for (let arc = 0; arc < arcs.count; arc++) {
      let length = 0,
        x = 0,
        y = 0;
      for (let p = arcs.offset[arc]; p < arcs.offset[arc + 1] - 1; p++) {
        if (boundaries.ofSegment[p] !== found.gathering) continue;
        const [x0, y0, x1, y1] = [arcs.xy[2 * p], arcs.xy[2 * p + 1], arcs.xy[2 * p + 2], arcs.xy[2 * p + 3]],
          part = Math.hypot(x1 - x0, y1 - y0);
        if (part * 2 > length) {
          x = (x0 + x1) / 2;
          y = (y0 + y1) / 2;
        }
        length += part;
      }
      if (length > longest) {
        longest = length;
        at = { xMm: x * mmPerPx, yMm: y * mmPerPx };
      }
    }
  return { ...found, at };
}

async function decoded(file: Blob, dpi: number): Promise<ScanPicture> {
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none', imageOrientation: 'from-image' }).catch(
    () => {
      throw new JobFailed(failure('scan.thisFileIsNo'));
    },
  );
  const { width, height } = bitmap;
  if (width * height > 120e6)
    throw new JobFailed(failure('scan.aScanOfMegapixels', { width: Math.round((width * height) / 1e6) }));
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  pen.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: pen.getImageData(0, 0, width, height).data as unknown as Uint8ClampedArray, dpi };
}

function taskOf({ plan, got, fixed, spread, about, sheets }: FitQuestion): FitTask {
  return {
    boundaries: edged().boundaries,
    kinds: boundaryKindsOf(plan, got),
    runs: plan.runs.length,
    spread,
    fixed,
    about,
    sliverMm: plan.register.sliverMm,
    sheets,
    seed: SEED,
  };
}

function edged() {
  const { map, mmPerPx } = opened();
  if (!edges) {
    const arcs = traceArcs(map, 0.49);
    edges = { arcs, boundaries: boundariesOf(arcs, mmPerPx) };
  }
  return edges;
}

function opened() {
  if (!picture) throw new JobFailed(failure('picture.thereAreNoFlat'));
  return picture;
}

function bitmapOf(words: Uint32Array, width: number, height: number): Promise<ImageBitmap> {
  return createImageBitmap(new ImageData(new Uint8ClampedArray(words.buffer as ArrayBuffer), width, height));
}
