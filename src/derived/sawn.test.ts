import { labelBordersPx, labelGapsPx } from '@/core/geometry';
import { printMapOf } from '@/core/layers';
import { checkPlan, type BenchAct, type BlockSide, type Plan, type PlanEdit, type Saw } from '@/model';
import { applyEdit } from './applyEdit';
import { withPicturePlaced } from './carried';
import { closedBy } from './closed';
import { hindrancesOf, hoursOfCuts, nearestInks } from './composition';
import { looksOfPlan } from './looks';
import { labelStateOfRun, printTaskOf, type PrintSheet } from './printSheet';
import { withFlat } from './runPlan';
import { SAMPLE_PRINTS, sampleMap, samplePlan } from './samplePrints';
import { hoursOfSawing, inkedApart, seamRuleOf } from './sawn';
import { withWay } from './waysOfWorking';

const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'lamps')!;
const map = sampleMap(SAMPLE),
  count = SAMPLE.colours.length;
const sample = samplePlan(SAMPLE),
  mmPerPx = sample.picture!.raster.mmPerPx;
const jigsaw = withWay(sample, 'jigsaw', true);
const sideOf = (plan: Plan): BlockSide => plan.blocks[0].sides[0];
const sawSet = (saw: Saw | null, plan = jigsaw): Plan => {
  const made = applyEdit(plan, { kind: 'saw-set', sideId: sideOf(plan).id, saw });
  if (!made.ok) throw new Error(made.code);
  return made.value;
};
const refused = (plan: Plan, edit: PlanEdit) => {
  const made = applyEdit(plan, edit);
  return made.ok ? undefined : made.code;
};

/** The print map of a plan on the sample's shapes, as looks take it. */
function laid(plan: Plan) {
  const { task, effects } = printTaskOf(plan);
  const made = printMapOf(map, task)!;
  const sheet: PrintSheet = { parts: made.parts, share: made.areaPx.map((px) => px / map.labels.length), effects };
  return { made, sheet };
}

describe('a block that is sawn apart', () => {
  test('prints all its colours in one run, each of its own ink, from one cut', () => {
    expect(jigsaw.runs).toHaveLength(1);
    const [run] = jigsaw.runs;
    expect(run.formes).toHaveLength(1);
    expect(run.formes[0].inkings.map(({ zoneIds, colourId }) => [zoneIds, colourId])).toEqual(
      run.formes[0].inkings.map(({ colourId }) => [[colourId], colourId]),
    );
    expect(new Set(run.formes[0].inkings.map(({ inkId }) => inkId)).size).toBe(count - 1);
    expect(sideOf(jigsaw).saw).toEqual({ widthMm: 0.6, gaps: 'open', whole: [], leastMm2: 40, heldIn: [] });
    expect(checkPlan(JSON.parse(JSON.stringify(jigsaw)))).toMatchObject({ ok: true });
  });

  test('leaves light lines where the saw went: there the paper shows, beside them every colour as wished', () => {
    const { sheet } = laid(jigsaw),
      looks = looksOfPlan(jigsaw, [], sheet)!;
    const paper = looks.looks[0][0];
    const sawn = sheet.parts.flatMap((part, p) => (part.marks.length > 0 && part.label !== 0 ? [p] : []));
    expect(sawn.length).toBe(count - 1);
    for (const p of sawn) expect(looks.looks[1][p]).toEqual(paper);
    const share = sawn.reduce((sum, p) => sum + sheet.share[p], 0);
    expect(share).toBeGreaterThan(0.008);
    expect(share).toBeLessThan(0.12);
    // the lines count by how large they are: the colour with most of them for its size is off most
    const { mean, worst, worstColour } = looks.agreement;
    expect(worst).toBeGreaterThan(mean);
    const barePart = (label: number) => {
      const own = sheet.parts.flatMap((part, p) => (part.label === label ? [p] : []));
      const of = (parts: readonly number[]) => parts.reduce((sum, p) => sum + sheet.share[p], 0);
      return of(own.filter((p) => sawn.includes(p))) / of(own);
    };
    expect(barePart(worstColour)).toBeGreaterThan(barePart(5));
  });

  test('pushed together its gaps are gone', () => {
    const closed = sawSet({ ...sideOf(jigsaw).saw!, gaps: 'closed' });
    const { task } = printTaskOf(closed);
    expect(task.seams).toBeUndefined();
    expect(looksOfPlan(closed)!.agreement.mean).toBeLessThan(1);
  });

  test('a wider saw takes more', () => {
    const bare = (widthMm: number) => {
      const { sheet } = laid(sawSet({ ...sideOf(jigsaw).saw!, widthMm }));
      return sheet.parts.reduce((sum, part, p) => (part.marks.length > 0 ? sum + sheet.share[p] : sum), 0);
    };
    expect(bare(1.2)).toBeGreaterThan(1.8 * bare(0.6));
  });

  test('what a saw takes is not cut away: the cut of the block is the same with and without it', () => {
    const { sheet } = laid(jigsaw);
    const state = labelStateOfRun(jigsaw, jigsaw.runs[0], sheet);
    const labels = (parts: readonly number[]) => new Set(parts.map((p) => sheet.parts[p].label));
    expect(labels(state.cutNow)).toEqual(new Set([0]));
    expect(labels(state.standing)).toEqual(new Set(Array.from({ length: count - 1 }, (_, i) => i + 1)));
  });

  test('pieces can be inked however near they lie, colours left in one piece cannot', () => {
    const gapsMm = labelGapsPx(map, count).map((px) => px * mmPerPx);
    const meetings = { gapsMm, bordersMm: labelBordersPx(map, count).map((px) => px * mmPerPx) };
    expect(nearestInks(jigsaw, meetings)).toEqual([]);
    expect(hindrancesOf(jigsaw, meetings, 'x')).toEqual([]);
    const [a, b] = sideOf(jigsaw).cuts[0].standingIds;
    const whole = sawSet({ ...sideOf(jigsaw).saw!, whole: [{ aId: a, bId: b }] });
    expect(inkedApart(whole, sideOf(whole).cuts[0].id, b, a)).toBe(false);
    expect(inkedApart(jigsaw, sideOf(jigsaw).cuts[0].id, b, a)).toBe(true);
    expect(nearestInks(whole, meetings)).toHaveLength(1);
    // unsawn every pair of inks on the cut is asked about
    expect(nearestInks(sawSet(null), meetings).length).toBeGreaterThan(3);
  });

  test('hours of sawing are those of its lines, and are part of the hours of the block', () => {
    const bordersMm = labelBordersPx(map, count).map((px) => px * mmPerPx),
      gapsMm = labelGapsPx(map, count).map((px) => px * mmPerPx);
    const hours = hoursOfSawing(jigsaw, bordersMm);
    expect(hours).toBeGreaterThan(0.2);
    expect(hoursOfSawing(sawSet(null), bordersMm)).toBe(0);
    const meetings = { bordersMm, gapsMm };
    expect(hoursOfCuts(jigsaw, meetings, 1) - hoursOfCuts(sawSet(null), meetings, 1)).toBeCloseTo(hours, 9);
    const ids = sideOf(jigsaw).cuts[0].standingIds;
    const allWhole = ids.flatMap((aId, i) => ids.slice(i + 1).map((bId) => ({ aId, bId })));
    expect(hoursOfSawing(sawSet({ ...sideOf(jigsaw).saw!, whole: allWhole }), bordersMm)).toBe(0);
  });

  test('a side that is cut on stays whole, one that is not there is gone, and a reduction made of it is whole', () => {
    const saw = sideOf(jigsaw).saw!;
    expect(refused(sample, { kind: 'saw-set', sideId: sideOf(sample).id, saw })).toBe('saw.cutOn');
    expect(refused(sample, { kind: 'saw-set', sideId: 'none', saw })).toBe('edit-gone');
    expect(sideOf(withWay(jigsaw, 'reduction light first', true)).saw).toBeNull();
  });

  test('a spot drawn by hand has nothing to saw along', () => {
    const drawn: Plan = {
      ...jigsaw,
      blocks: jigsaw.blocks.map((block) => ({
        ...block,
        sides: block.sides.map((side) => ({
          ...side,
          cuts: side.cuts.map((cut) => ({ ...cut, within: { anchors: [], outlinesMm: [[0, 0, 9, 0, 9, 9]] } })),
        })),
      })),
    };
    expect(refused(drawn, { kind: 'saw-set', sideId: sideOf(drawn).id, saw: sideOf(jigsaw).saw })).toBe('saw.drawn');
  });

  test('what is held in goes along with the picture, and pairs of a colour that is gone are dropped', () => {
    const held = sawSet({ ...sideOf(jigsaw).saw!, heldIn: [{ xMm: 30, yMm: 20, colourId: 'c1' }] });
    const turned = withPicturePlaced(held, { ...held.picture!, mirrored: true });
    expect(sideOf(turned).saw!.heldIn).toEqual([{ xMm: 90, yMm: 20, colourId: 'c1' }]);
    expect(seamRuleOf(held, sideOf(held))!.heldIn).toEqual([{ x: 30 / mmPerPx, y: 20 / mmPerPx, label: 1 }]);
    const paired = sawSet({
      ...sideOf(jigsaw).saw!,
      whole: [
        { aId: 'c1', bId: 'c2' },
        { aId: 'c2', bId: 'c3' },
      ],
    });
    const flat = paired.flat!;
    const fewer = withFlat(paired, { ...flat, colours: flat.colours.filter(({ id }) => id !== 'c1') });
    expect(sideOf(fewer).saw?.whole ?? []).not.toContainEqual({ aId: 'c1', bId: 'c2' });
  });

  test('once its film lies on a sheet the saw may not move', () => {
    const acts: BenchAct[] = [
      { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 },
      { kind: 'cut-done', cutId: sideOf(jigsaw).cuts[0].id },
      { kind: 'pull', runId: jigsaw.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
    ];
    const events = acts.map((act, i) => ({ id: `e${i}`, at: '2026-11-27T10:00:00.000Z', act }));
    let asked = 0;
    const wider = sawSet({ ...sideOf(jigsaw).saw!, widthMm: 2 });
    const what = { code: 'shapesKept.whatRunHasPrinted', values: { run: 1, inks: '' } } as never;
    closedBy(jigsaw, wider, events, () => {
      asked++;
      return { kept: false, what };
    });
    const other = applyEdit(jigsaw, { kind: 'sheets-set', part: { edition: 9 } });
    closedBy(jigsaw, other.ok ? other.value : jigsaw, events, () => {
      asked += 10;
      return { kept: true };
    });
    expect(asked).toBe(1);
  });
});
