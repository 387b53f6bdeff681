import { mapOfMask } from '@/core/cutting';
import {
  eachPointOf,
  emptyMask,
  hasPixel,
  islandsOfMask,
  labelSet,
  maskOfLabels,
  packRgb,
  ringsOf,
  traceArcs,
  type ArcMap,
  type BitMask,
  type LabelMap,
  type PartMap,
} from '@/core/geometry';
import { dieLine } from '@/core/finishing';
import { isPlain, printMapOf } from '@/core/layers';
import {
  againstPaper,
  inEvenLight,
  boundariesOf,
  dpiOfFile,
  drawnLines,
  homographyOf,
  leastOverlap,
  paintMisprint,
  readProof,
  readTracing,
  simulateFit,
  PHOTOGRAPH_LIMITS,
  SCAN_LIMITS,
  SHEET_LEVEL,
  straighten,
  type Boundaries,
  type Light,
  type FitTask,
  type ScanPicture,
  type SheetCase,
  type StraightDrawing,
} from '@/core/registration';
import { failure } from '@/core/units';
import { CHOKE_MM, decodeLabelMap } from '@/model';
import { boundaryKindsOf, expectedLooks, filmsOnParts, fillOfCode, printsFromOneSide } from '@/derived';
import { JobFailed, serve } from './serve';
import type { FitQuestion, LinesQuestion, RegisterJobs } from './protocol';

/** Runs in a worker: holds a picture's labels, its boundaries and its print map. */
let picture: { map: LabelMap; mmPerPx: number; printed: PartMap } | undefined;
let edges: { arcs: ArcMap; boundaries: Boundaries } | undefined;
let risk: Float32Array | undefined;
/** The drawing read last, and where something still stood when it was drawn. */
let drawing: { read: StraightDrawing; known: BitMask } | undefined;

const SEED = 20261;
const OVERLAPS_MM = Array.from({ length: 61 }, (_, i) => i * 0.05).filter((mm) => mm <= CHOKE_MM.maxMm);
const SHEET_PICTURE_PX = 1100,
  /** As it is kept with its sheet. */
  PHOTOGRAPH_PX = 1800;
/** The frame printed on a tracing, and as much as it may be read beside its place. */
const FRAME_RIM_MM = 0.8;
const PAPER_RGB = [251, 249, 243] as const,
  STANDING_RGB = [226, 220, 203] as const,
  LINE_RGB = [166, 58, 43] as const;

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
    drawing = undefined;
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
  misprint({ plan, got, sheet, motions, view, light }) {
    const { printed, mmPerPx } = opened();
    const film = filmsOnParts(plan, sheet).slice(0, motions.length),
      fillOf = fillOfCode({ ...plan, runs: plan.runs.slice(0, motions.length) }, got, film, light);
    const words = new Uint32Array(view.width * view.height);
    paintMisprint({ map: printed, mmPerPx, film, motions }, view, fillOf, words);
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
  shape({ inside, shape }) {
    const { printed, mmPerPx } = opened();
    const die = dieLine(printed, inside, shape, mmPerPx);
    if (!die) return null;
    const arcs = traceArcs(die.map, 0.49);
    const ringsMm = ringsOf(arcs, labelSet([1])).map((ring) => {
      const points: number[] = [];
      eachPointOf(arcs, ring, (x, y) => points.push((x - die.padPx) * mmPerPx, (y - die.padPx) * mmPerPx));
      return points;
    });
    const { pieces, openings, beyondPx } = die;
    return { pieces, openings, beyondPx, areaMm2: die.areaPx * mmPerPx ** 2, ringsMm };
  },
  async readProof({ file, dpi, photograph = false, plan, got, sheet, printed, sheetMm, imageAtMm }, progress) {
    const started = performance.now();
    const { printed: map, mmPerPx } = opened();
    const bytes = new Uint8Array(await file.slice(0, 256 * 1024).arrayBuffer());
    // what a camera says of its resolution tells nothing of the sheet
    const scan = await decoded(file, photograph ? 0 : dpi || dpiOfFile(bytes));
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
      photograph ? PHOTOGRAPH_LIMITS : SCAN_LIMITS,
    );
    if (!reading.ok) throw new JobFailed(reading);
    const scale = (photograph ? PHOTOGRAPH_PX : SHEET_PICTURE_PX) / Math.max(sheetMm.widthMm, sheetMm.heightMm);
    const small = straighten(
      scan,
      homographyOf(reading.value.sheet, sheetMm.widthMm, sheetMm.heightMm),
      photograph ? asPaper(reading.value.light) : AS_SCANNED,
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
  async readDrawing({ file, how, standing, mirrored, uneven }, progress) {
    const started = performance.now();
    const { map, mmPerPx } = opened();
    const flags = new Uint8Array(256);
    for (const label of standing) flags[label] = 1;
    const known = maskOfLabels(map, flags);
    let read: StraightDrawing;
    if (how === 'drawing') read = await fillingDrawing(file, mirrored ?? false, uneven ?? false);
    else {
      const scan = await decoded(file, 0);
      progress(0.2);
      const frame = { widthMm: map.width * mmPerPx, heightMm: map.height * mmPerPx };
      const answer = readTracing(
        scan,
        { frame, mmPerPx, known, ...(mirrored !== undefined && { mirrored }) },
        (share) => progress(0.2 + 0.8 * share),
      );
      if (!answer.ok) throw new JobFailed(answer);
      read = answer.value;
    }
    drawing = { read, known };
    return { mirrored: read.mirrored, pxPerMm: read.pxPerMm, milliseconds: performance.now() - started };
  },
  async drawnLines({ widthPx, ...question }) {
    const lines = linesOf(question);
    const { map, mmPerPx } = opened();
    const areaPx = Array<number>(256).fill(0);
    for (let y = 0, i = 0; y < map.height; y++)
      for (let x = 0; x < map.width; x++, i++) if (hasPixel(lines, x, y)) areaPx[map.labels[i]]++;
    const islands = islandsOfMask(lines);
    return {
      picture: await paintLines(lines, widthPx),
      areaMm2: areaPx.reduce((sum, n) => sum + n, 0) * mmPerPx * mmPerPx,
      pieces: islands ? Array.from(islands.islandLabel).filter((label) => label === 1).length : 0,
      areaPx,
    };
  },
  drawnOutlines(question) {
    const shape = mapOfMask(linesOf(question));
    const arcs = traceArcs(shape, 0.49);
    const outlinesPx = ringsOf(arcs, labelSet([1])).map((ring) => {
      const points: number[] = [];
      eachPointOf(arcs, ring, (x, y) => points.push(Math.round(x * 10) / 10, Math.round(y * 10) / 10));
      return points;
    });
    return { outlinesPx };
  },
});

/** Light that changes nothing: what is straightened comes out as it was scanned. */
const AS_SCANNED: Light = [0, 1, 2].map(() => [SHEET_LEVEL, 0, 0, 0, 0, 0]);

/** The light evened, and bare paper as light as it is. */
const asPaper = (light: Light): Light => light.map((terms) => terms.map((term) => SHEET_LEVEL * term));

/** A drawing that fills the print, at the size of the picture, in even light. */
async function fillingDrawing(file: Blob, mirrored: boolean, uneven: boolean): Promise<StraightDrawing> {
  const { map, mmPerPx } = opened();
  const bitmap = await bitmapOfFile(file);
  const pen = new OffscreenCanvas(map.width, map.height).getContext('2d', { willReadFrequently: true })!;
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, map.width, map.height);
  if (mirrored) pen.setTransform(-1, 0, 0, 1, map.width, 0);
  pen.drawImage(bitmap, 0, 0, map.width, map.height);
  bitmap.close();
  const { data } = pen.getImageData(0, 0, map.width, map.height);
  const darkest = new Uint8Array(map.width * map.height);
  for (let i = 0, p = 0; i < darkest.length; i++, p += 4) darkest[i] = Math.min(data[p], data[p + 1], data[p + 2]);
  return {
    width: map.width,
    height: map.height,
    light: uneven ? inEvenLight(darkest, mmPerPx, emptyMask(map.width, map.height)) : againstPaper(darkest),
    mirrored,
    pxPerMm: 0,
  };
}

/** Lines of the drawing that is held; its own frame is a line that nobody drew. */
function linesOf({ darknessPercent, leastMm2, onlyStanding }: LinesQuestion): BitMask {
  if (!drawing) throw new JobFailed(failure('not-opened.noDrawing'));
  const { mmPerPx } = opened();
  const { read, known } = drawing;
  const rimPx = read.pxPerMm > 0 ? Math.ceil(FRAME_RIM_MM / mmPerPx) : 0;
  const leastPx = leastMm2 / (mmPerPx * mmPerPx);
  return drawnLines(read, darknessPercent, leastPx, onlyStanding ? known : undefined, rimPx);
}

/** The drawing as it was read, what still stands tinted, the lines in a colour of their own: a pixel for every so many of the map. */
function paintLines(lines: BitMask, widthPx: number) {
  const { read, known } = drawing!;
  const every = Math.max(1, Math.floor(read.width / widthPx));
  const width = Math.floor(read.width / every),
    height = Math.floor(read.height / every);
  const words = new Uint32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let drawn = 0,
        stands = 0,
        light = 0;
      for (let k = 0; k < every; k++)
        for (let i = 0; i < every; i++) {
          const [px, py] = [x * every + i, y * every + k];
          if (hasPixel(lines, px, py)) drawn++;
          if (hasPixel(known, px, py)) stands++;
          light += read.light[py * read.width + px];
        }
      const n = every * every;
      const mixed = [0, 1, 2].map((c) => {
        const paper = PAPER_RGB[c] + (STANDING_RGB[c] - PAPER_RGB[c]) * (stands / n);
        return (paper * light) / (255 * n) + (LINE_RGB[c] - (paper * light) / (255 * n)) * (drawn / n);
      });
      words[y * width + x] = packRgb(mixed[0], mixed[1], mixed[2]);
    }
  return bitmapOf(words, width, height);
}

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

async function bitmapOfFile(file: Blob): Promise<ImageBitmap> {
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none', imageOrientation: 'from-image' }).catch(
    () => {
      throw new JobFailed(failure('scan.thisFileIsNo'));
    },
  );
  const { width, height } = bitmap;
  if (width * height > 120e6)
    throw new JobFailed(failure('scan.aScanOfMegapixels', { width: Math.round((width * height) / 1e6) }));
  return bitmap;
}

async function decoded(file: Blob, dpi: number): Promise<ScanPicture> {
  const bitmap = await bitmapOfFile(file);
  const { width, height } = bitmap;
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
