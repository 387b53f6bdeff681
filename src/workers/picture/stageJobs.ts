import {
  atRisk,
  clearingByTool,
  cutIslandsOf,
  findingsOf,
  mapOfMask,
  maskCover,
  MOST_PIECES,
  rubMapOf,
  sawnBlock,
  StageMeter,
  cutEdgeM,
  type StageMeasure,
} from '@/core/cutting';
import {
  eachPointOf,
  eachStripOf,
  invertMask,
  islandAt,
  labelCoverage,
  labelSet,
  maskOfLabels,
  regionMask,
  ringsOf,
  traceArcs,
} from '@/core/geometry';
import { isPlain, plainParts, printMapOf } from '@/core/layers';
import { failure } from '@/core/units';
import { type PictureJobs } from '../protocol';
import { JobFailed, type Handlers } from '../serve';
import { allIslands, opened, sheetMap, held, takePrintMap } from './holder';
import { outlinesMmOf } from './outlines';

export const stageJobs = {
  partAt({ x, y }) {
    const sheet = sheetMap();
    return x < 0 || y < 0 || x >= sheet.width || y >= sheet.height ? null : sheet.labels[y * sheet.width + x];
  },
  printMap({ task, width, height }) {
    const here = opened(held.map);
    const made = isPlain(task) ? undefined : printMapOf(here, task);
    if (!made && !isPlain(task)) throw new JobFailed(failure('flatten-too-broken.thePictureIsToo'));
    takePrintMap(made);
    const parts = made?.parts ?? plainParts(task.labelCount);
    return {
      parts,
      areaPx: made?.areaPx ?? [],
      full: made?.full ?? false,
      coverage: labelCoverage(made?.map ?? here, parts.length, width, height),
    };
  },
  sawn({ rule, sawMm }) {
    const made = sawnBlock(opened(held.map), rule, sawMm, held.mapMmPerPx);
    if (!made) throw new JobFailed(failure('flatten-too-broken.thereAreTooMany'));
    if (made.pieces.length > MOST_PIECES)
      throw new JobFailed(failure('saw.tooManyPieces', { pieces: made.pieces.length, most: MOST_PIECES }));
    const { map: _map, ...told } = made;
    return told;
  },
  stageFigures({ standing, cutNow }) {
    held.arcs ??= traceArcs(sheetMap(), 0.49);
    return { outlineM: cutEdgeM(held.arcs, labelSet(cutNow), labelSet(standing), held.mapMmPerPx) };
  },
  clearing({ standing, cutNow, toolsMm }) {
    const sheet = sheetMap();
    return clearingByTool(
      invertMask(maskOfLabels(sheet, labelSet(standing))),
      maskOfLabels(sheet, labelSet(cutNow)),
      held.mapMmPerPx,
      toolsMm,
    );
  },
  stageAhead({ standing }) {
    stageMeasured(standing);
    return null;
  },
  findings({ standing, settings }) {
    const measure = stageMeasured(standing, Math.min(...settings.toolsMm));
    const started = performance.now();
    const verdict = findingsOf(measure, settings);
    const risk = mapOfMask(atRisk(measure.ground, settings.roller));
    const arcs = traceArcs(risk, 0.49);
    const riskOutlinesMm = ringsOf(arcs, labelSet([1])).map((ring) => {
      const points: number[] = [];
      eachPointOf(arcs, ring, (x, y) => points.push(x * measure.ground.cellMm, y * measure.ground.cellMm));
      return points;
    });
    const sheet = sheetMap(),
      at = (mm: number, most: number) => Math.max(0, Math.min(most - 1, Math.floor(mm / held.mapMmPerPx)));
    const partOf = verdict.findings.map(
      ({ xMm, yMm }) => sheet.labels[at(yMm, sheet.height) * sheet.width + at(xMm, sheet.width)],
    );
    return { ...verdict, riskOutlinesMm, partOf, milliseconds: performance.now() - started };
  },
  rubMap({ inked, cellsAcross }) {
    return rubMapOf(maskOfLabels(sheetMap(), labelSet(inked)), held.mapMmPerPx, cellsAcross);
  },
  maskOutlines({ standing, region, covers, growMm }) {
    const sheet = sheetMap();
    return {
      outlinesMm: outlinesMmOf(
        maskCover(
          maskOfLabels(sheet, labelSet(standing)),
          regionMask(allIslands(), region),
          covers,
          growMm / held.mapMmPerPx,
        ),
      ).outlinesMm,
    };
  },
  cutIslands({ standing, cutNow, done }) {
    const here = sheetMap();
    const { islands, strips } = cutIslandsOf(here, labelSet(cutNow), held.mapMmPerPx);
    if (!strips) throw new JobFailed(failure('flatten-too-broken.thereAreTooMany'));
    const stands = labelSet(standing),
      now = labelSet(cutNow);
    held.cut = {
      strips,
      map: {
        width: here.width,
        height: here.height,
        labels: here.labels.map((label) => (now[label] ? 1 : stands[label] ? 3 : 0)),
      },
    };
    for (const key of done) tick(key, true);
    return islands;
  },
  tickIsland({ island, done }) {
    tick(island, done);
    return null;
  },
  cutIslandAt({ x, y }) {
    const here = opened(held.cut);
    if (x < 0 || y < 0 || x >= here.map.width || y >= here.map.height) return null;
    const island = islandAt(here.strips, x, y);
    return here.strips.islandLabel[island] === 1 ? here.strips.islandFirstPx[island] : null;
  },
} satisfies Partial<Handlers<PictureJobs>>;

/** Measures kept at once: each holds some megabytes of an A3 print. */
const STAGES_KEPT = 12;

function stageMeasured(standing: readonly number[], narrowestToolMm = 0): StageMeasure {
  const key = standing.join(),
    kept = held.stages.get(key);
  held.meter ??= new StageMeter(sheetMap(), held.mapMmPerPx);
  const measure =
    kept && kept.widestMm >= Math.min(narrowestToolMm, held.meter.mostMm)
      ? kept
      : held.meter.measure(labelSet(standing), narrowestToolMm);
  if (!measure) throw new JobFailed(failure('flatten-too-broken.thisStageBreaksUp'));
  held.stages.delete(key);
  held.stages.set(key, measure);
  if (held.stages.size > STAGES_KEPT) held.stages.delete(held.stages.keys().next().value!);
  return measure;
}

function tick(key: number, done: boolean): void {
  const here = opened(held.cut);
  const island = islandAt(here.strips, key % here.map.width, Math.floor(key / here.map.width));
  if (here.strips.islandLabel[island] !== 1) return;
  eachStripOf(here.strips, island, (y, from, to) =>
    here.map.labels.fill(done ? 2 : 1, y * here.map.width + from, y * here.map.width + to),
  );
}
