import { fileWords } from '@/words/files';
import sharp from 'sharp';
import { HOUSE_COLOURS, hexFromLabD50 } from '@/core/colour';
import { cutIslandsOf, inCuttingOrder } from '@/core/cutting';
import { findIslands, labelCoverage, labelSet, paintCoverage } from '@/core/geometry';
import {
  inColourway,
  onPaperOf,
  inkingsOf,
  replayLog,
  blockNamesOf,
  blockOfCut,
  isType,
  cutLineNotes,
  inkedAt,
  inkNamesOf,
  inkOf,
  labelStateOfRun,
  fillsAfter,
  looksOfPlan,
  sideOfRun,
  progressOf,
} from '@/derived';
import { failed, failure, success, type Failure, type Outcome } from '@/core/units';
import {
  blobsOfPlan,
  ledgerCsv,
  pathOfLines,
  numberingCsv,
  pathOfSet,
  pdfOfDrawings,
  readBundle,
  svgDocument,
  type BundleToWrite,
  withoutWhereWords,
  writeBundle,
} from '@/formats';
import { type Plan } from '@/model';
import { benchLog, getBlob, putBlob, type Store } from '@/store';
import { stageDrawing } from './drawings';
import { drawnSide } from './drawnSide';
import { bookletOfPrint } from './booklet';
import { csvOut, fileStem, pdfFonts, textOut, type FileOut, type Report } from './fileOut';
import { jigPages } from './jigFiles';
import { inflateLabels, labelsOfPlan } from './labels';
import { bedDrawing } from './typeFiles';
import { laidOut, runOf, sheetOf, tracedSheet } from './printSheets';
import { livingPrint } from './livingPrint';
import { insertWholePrint } from './prints';
import { presentPlan } from './readPlan';
import { noteInWords } from '@/words/notes';

interface Known {
  readonly name: string;
  readonly plan: Plan;
}

function known(db: Store, id: string): Outcome<Known> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  return success({ name: found.value.name, plan: presentPlan(db, found.value) });
}

/** One PDF: the registration sheet, then each stage mirrored for the block. */
export async function registrationPdf(
  db: Store,
  id: string,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const { plan, name, sheet, map, mmPerPx } = laid.value;
  const arcs = tracedSheet(laid.value);
  const drawings = [
    ...jigPages(laid.value, arcs),
    ...plan.runs.flatMap((run, i) => {
      const type = blockOfCut(plan, run.formes[0].cutId);
      if (type && isType(type)) return [bedDrawing(laid.value, type)];
      const state = labelStateOfRun(plan, run, sheet);
      const block = plan.blocks.length > 1 ? blockNamesOf(plan, run) : undefined;
      const drawn = drawnSide(laid.value, sideOfRun(plan, run), true),
        { widthMm, heightMm } = laid.value;
      const path = (labels: readonly number[]) => pathOfSet(arcs, labelSet(labels), drawn.mmPerPx, true);
      report(0.1 + (0.4 * i) / plan.runs.length);
      const { islands } = cutIslandsOf(map, labelSet(state.cutNow), mmPerPx);
      return [
        stageDrawing({
          printName: name,
          run: i + 1,
          block,
          inkName: inkNamesOf(plan, run),
          drawn,
          standing: path(state.standing),
          cutNow: path(state.cutNow),
          pieces: inCuttingOrder(islands, { widthMm, heightMm }).map(({ xMm, yMm, boxMm }) => ({
            ...{ at: drawn.at(xMm, yMm), roomMm: Math.min(boxMm.x1 - boxMm.x0, boxMm.y1 - boxMm.y0) },
          })),
          notes: cutLineNotes(plan, run).map((note) => noteInWords(note)),
        }),
      ];
    }),
  ];
  const bytes = await pdfOfDrawings(
    drawings,
    plan.layout.exportPaper,
    fileWords('exports.registrationAndCuts', { name }),
    now,
    pdfFonts(),
    { drawn: (share) => report(0.5 + share / 2) },
  );
  return success({
    bytes,
    mediaType: 'application/pdf',
    fileName: fileWords('exports.registrationAndCutsPdf', { fileStem: fileStem(name) }),
  });
}

/** An SVG in mm: what a run prints (as seen), or what is cut before it (as on the block). */
export function runSvg(db: Store, id: string, number: number, what: 'run' | 'stage'): Outcome<FileOut> {
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const found = runOf(laid.value, number);
  if (!found.ok) return found;
  const { plan, name, sheet } = laid.value;
  const run = found.value;
  const drawn = drawnSide(laid.value, what === 'stage' ? sideOfRun(plan, run) : undefined, what === 'stage');
  const { widthMm, heightMm, marks } = drawn;
  const arcs = tracedSheet(laid.value);
  const state = labelStateOfRun(plan, run, sheet);
  const path = (labels: readonly number[]) => pathOfSet(arcs, labelSet(labels), drawn.mmPerPx, drawn.mirrored);
  const zones = inkingsOf(run).map((inking) => ({
    ink: inkOf(plan, inking),
    parts: [...sheet.parts.keys()].filter((p) => inkedAt(plan, sheet, sheet.parts[p], run, inking)),
  }));
  const layers =
    what === 'run'
      ? zones.map((zone) => ({
          name:
            zones.length > 1
              ? fileWords('layered.runInInk', { run: number, ink: zone.ink.name })
              : fileWords('drawings.run', { run: number }),
          path: path(zone.parts),
          fill: hexFromLabD50(zone.ink.solidLabD50),
        }))
      : [
          { name: 'standing', path: path(state.standing), fill: HOUSE_COLOURS.hairline },
          { name: fileWords('exports.cutNow'), path: path(state.cutNow), fill: HOUSE_COLOURS.madder },
        ];
  const title =
    what === 'run'
      ? fileWords('exports.runWhatPrintsAs', { name, number, inkNames: inkNamesOf(plan, run) })
      : fileWords('exports.blockBeforeRunMirrored', { name, number });
  const red = { name: fileWords('drawings.doNotCut'), fill: 'none', stroke: HOUSE_COLOURS.madder };
  const svg =
    what === 'run' || marks.lines.length === 0
      ? svgDocument(widthMm, heightMm, title, layers)
      : svgDocument(widthMm, heightMm, title, [...layers, { ...red, path: pathOfLines(marks.lines) }], marks);
  const block = what === 'run' ? 'run' : fileWords('exports.blockBeforeRun');
  return success(textOut(svg, 'image/svg+xml', `${fileStem(name)} ${block} ${number}.svg`));
}

export function ledgerFile(db: Store, id: string): Outcome<FileOut> {
  const print = known(db, id);
  if (!print.ok) return print;
  const progress = progressOf(print.value.plan, benchLog(db, id));
  return success(
    csvOut(
      ledgerCsv(print.value.plan, progress.bench, progress.sheets),
      fileWords('exports.ledgerCsv', { fileStem: fileStem(print.value.name) }),
    ),
  );
}

export function numberingFile(db: Store, id: string): Outcome<FileOut> {
  const print = known(db, id);
  if (!print.ok) return print;
  return success(
    csvOut(
      numberingCsv(progressOf(print.value.plan, benchLog(db, id)).bench),
      fileWords('exports.numberingCsv', { fileStem: fileStem(print.value.name) }),
    ),
  );
}

/** The print as one bundle; what was said in words of where its prints are goes along only when that is asked for. */
export function bundleFile(db: Store, id: string, now: string, withWords = false): Outcome<FileOut> {
  const bundle = bundleOf(db, id, withWords);
  if (!bundle.ok) return bundle;
  return success({
    bytes: writeBundle(bundle.value, now),
    mediaType: 'application/zip',
    fileName: `${fileStem(bundle.value.name)}.ulexite.zip`,
  });
}

/** What a bundle of a print holds. */
export function bundleOf(db: Store, id: string, withWords: boolean): Outcome<BundleToWrite> {
  const print = known(db, id);
  if (!print.ok) return print;
  const { plan, name } = print.value;
  const log = benchLog(db, id),
    events = withWords ? log : withoutWhereWords(log);
  const { cutPictures, photographs } = replayLog(events);
  const pictures = [
    ...cutPictures.map((p) => p.sha),
    ...photographs.flatMap((p) => [p.pictureSha, p.originalSha ?? []].flat()),
  ].filter((sha) => getBlob(db, sha));
  const booklet = bookletOfPrint(db, id);
  const blobs = new Map([...blobsOfPlan(plan), ...pictures].map((sha) => [sha, getBlob(db, sha)!]));
  return success({ name, plan, events, blobs, booklet: booklet.ok ? booklet.value.booklet : null });
}

/** Opens a bundle as a new print, under the id `as` where that is free; an existing one of the same name is left alone. */
export function openBundle(db: Store, bytes: Uint8Array, now: string, as?: string): Outcome<string> {
  const bundle = readBundle(bytes);
  if (!bundle.ok) return bundle;
  const { plan, blobs } = bundle.value;
  const wrong = plan.flat && wrongLabels(plan, blobs.get(plan.flat.labelsSha)!.bytes);
  if (wrong) return wrong;
  const id = db
    .transaction(() => {
      for (const { bytes: stored, mediaType } of blobs.values()) putBlob(db, stored, mediaType, now);
      return insertWholePrint(db, bundle.value.name, plan, bundle.value.events, now, as);
    })
    .immediate();
  return success(id);
}

/** Why a map of flat colours does not fit its plan: size, numbers of colours, or broken up beyond what can be looked at. */
function wrongLabels(plan: Plan, deflated: Uint8Array): Failure | undefined {
  const { widthPx, heightPx } = plan.picture!.raster;
  const labels = inflateLabels(deflated, widthPx * heightPx);
  if (!labels.ok) return labels;
  const { width, height, labels: values } = labels.value;
  let most = 0;
  for (let i = 0; i < values.length; i++) if (values[i] > most) most = values[i];
  if (width !== widthPx || height !== heightPx || most >= plan.flat!.colours.length)
    return failure('bundle-plan.theFlatColoursIn');
  return findIslands(labels.value) ? undefined : failure('bundle-plan.theFlatColoursInThis');
}

const MAX_LOOK_WIDTH_PX = 1200;

/** The looks of a print in one set of inks, laid out once for all pictures that are made of them. */
export interface LaidLooks {
  /** The sheet after `run` runs as a PNG, `widthPx` wide. */
  readonly paint: (run: number, widthPx: number) => Promise<Buffer>;
}

/** Failures: those of the print, and `nothing-flat` before it has flat colours. */
export function laidLooks(db: Store, id: string, colourwayId?: string): Outcome<LaidLooks> {
  const print = known(db, id);
  if (!print.ok) return print;
  const { plan } = print.value,
    picture = labelsOfPlan(db, plan);
  const bench = replayLog(benchLog(db, id)),
    { coloursGot, slips } = bench;
  const laid = picture && sheetOf(plan, picture, slips);
  const printed = inColourway(onPaperOf(plan, bench), colourwayId);
  // what was read is of the first set of inks
  const looks = laid?.ok
    ? looksOfPlan(printed, colourwayId === undefined ? coloursGot : [], laid.value.sheet)
    : undefined;
  if (!laid?.ok || !looks) return failure('nothing-flat.thereAreNoFlat');
  const { map } = laid.value;
  let kept: ReturnType<typeof labelCoverage> | undefined;
  return success({
    paint: async (run, widthPx) => {
      const colours = fillsAfter(looks, run),
        height = Math.max(1, Math.round((widthPx * map.height) / map.width));
      if (kept?.width !== widthPx) kept = labelCoverage(map, colours.length, widthPx, height);
      const words = paintCoverage(kept, colours);
      return sharp(Buffer.from(words.buffer), { raw: { width: widthPx, height, channels: 4 } })
        .removeAlpha()
        .png()
        .toBuffer();
    },
  });
}

/**
 * The sheet's look after `run` runs as a PNG, `widthPx` wide, in the first set of inks or in a colourway; while nothing is flattened, run 0
 * is the picture itself.
 */
export async function lookPng(
  db: Store,
  id: string,
  run: number,
  widthPx: number,
  colourwayId?: string,
): Promise<Outcome<FileOut>> {
  const print = known(db, id);
  if (!print.ok) return print;
  const { plan, name } = print.value;
  const wanted = Math.max(16, Math.min(MAX_LOOK_WIDTH_PX, Math.round(widthPx)));
  const raster = run === 0 && !plan.flat && plan.picture ? getBlob(db, plan.picture.raster.sha) : undefined;
  if (raster)
    return success({
      bytes: await sharp(raster.bytes).resize(wanted).png().toBuffer(),
      mediaType: 'image/png',
      fileName: `${fileStem(name)}.png`,
    });
  const looks = laidLooks(db, id, colourwayId);
  if (!looks.ok) return failed(looks);
  if (!(run >= 0 && run <= plan.runs.length)) return failure('run-missing.thereIsNoRun', { run });
  const bytes = await looks.value.paint(run, wanted);
  return success({
    bytes,
    mediaType: 'image/png',
    fileName: fileWords('exports.afterRunPng', { fileStem: fileStem(name), run }),
  });
}
