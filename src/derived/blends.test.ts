import { deltaE2000 } from '@/core/colour';
import { labelBordersPx, labelGapsPx } from '@/core/geometry';
import { filmOnGround, groundOf, mixFilms, pickedUpShare, stackInternals, type LaidFilm } from '@/core/inks';
import { printMapOf } from '@/core/layers';
import { checkPlan, type Plan } from '@/model';
import { blendNames, blendsOf, blendsOnBlocks } from './blends';
import { looksOfPlan } from './looks';
import { inkingsOf } from './lookups';
import { inkedAt, plainSheet, printTaskOf, trapsOf, type PrintSheet } from './printSheet';
import { carriedOverEdges } from './carriedInks';
import { SAMPLE_PRINTS, sampleMap, samplePlan } from './samplePrints';
import { withSaw } from './sawn';
import { withWay } from './waysOfWorking';

const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'lamps')!;
const map = sampleMap(SAMPLE),
  count = SAMPLE.colours.length;
const day = withWay(samplePlan(SAMPLE), 'one day', true);
const blended = (blend: Partial<Plan['way']['blend']>, plan = day): Plan => ({
  ...plan,
  way: { ...plan.way, blend: { ...plan.way.blend, ...blend } },
});
/** All in one day with wide overlaps, so that films lie on open ones. */
const lapping: Plan = { ...day, fit: { ...day.fit, trapMm: 2 } };
function laid(plan: Plan): PrintSheet {
  const { task, effects } = printTaskOf(plan);
  const made = printMapOf(map, task)!;
  return { parts: made.parts, share: made.areaPx.map((px) => px / map.labels.length), effects };
}

describe('what a roller picks up', () => {
  test('is the start value in four passes, and each pass takes its share of the rest', () => {
    expect(pickedUpShare(15, 4)).toBeCloseTo(0.15, 12);
    expect(pickedUpShare(15, 8)).toBeCloseTo(1 - 0.85 ** 2, 12);
    expect(pickedUpShare(15, 0)).toBe(0);
    expect(pickedUpShare(0, 9)).toBe(0);
    const rising = Array.from({ length: 12 }, (_, passes) => pickedUpShare(20, passes));
    expect(rising.every((share, i) => i === 0 || share > rising[i - 1])).toBe(true);
    expect(() => pickedUpShare(120, 4)).toThrow(/picked up/);
    expect(() => pickedUpShare(15, -1)).toThrow(/passes/);
  });

  const ground = groundOf([94, 0, 4], [16, 0, 0], 'wet');
  const film = (L: number, a: number, b: number) => filmOnGround(ground, [L, a, b], 'transparent');
  const open = { open: true, onOpen: 0.7, onDry: 1 };

  test('a film over an open one is a mixture with it, by the share', () => {
    const [yellow, blue] = [film(86, 0, 70), film(40, -4, -40)];
    const picked: LaidFilm[] = [
      { film: yellow, weight: 1, laying: open },
      { film: blue, weight: 1, laying: { ...open, pickedUp: 0.3 } },
    ];
    const mixed: LaidFilm[] = [picked[0], { film: mixFilms([blue, yellow], [0.7, 0.3]), weight: 1, laying: open }];
    expect([...stackInternals(ground, picked)[2]]).toEqual([...stackInternals(ground, mixed)[2]]);
  });

  test('nothing of a dry film, of the bare paper, or of one that has run out here', () => {
    const [yellow, blue] = [film(86, 0, 70), film(40, -4, -40)];
    const over: LaidFilm = { film: blue, weight: 1, laying: { ...open, pickedUp: 0.3 } },
      plain: LaidFilm = { film: blue, weight: 1, laying: open };
    const top = (...films: LaidFilm[]) => [...stackInternals(ground, films).at(-1)!];
    const dry: LaidFilm = { film: yellow, weight: 1, laying: { ...open, open: false } };
    expect(top(dry, over)).toEqual(top(dry, plain));
    expect(top(over)).toEqual(top(plain));
    const gone: LaidFilm = { film: yellow, weight: 0, present: 0, laying: open };
    expect(top(gone, over)).toEqual(top(gone, plain));
    const half: LaidFilm = { film: yellow, weight: 0.5, present: 0.5, laying: open };
    expect(top(half, over)).not.toEqual(top(half, plain));
  });
});

describe('blends of a print', () => {
  test('are where a film lies on an open one, with how far that moves it; the largest first', () => {
    const sheet = laid(lapping),
      found = blendsOf(lapping, [], sheet);
    expect(checkPlan(JSON.parse(JSON.stringify(lapping)))).toMatchObject({ ok: true });
    expect(found.length).toBeGreaterThan(1);
    for (const { run, below, areaCm2, deltaE } of found) {
      expect(below).toBeLessThan(run);
      expect(areaCm2).toBeGreaterThan(0);
      expect(deltaE).toBeGreaterThan(0);
    }
    const weight = found.map(({ areaCm2, deltaE }) => areaCm2 * deltaE);
    expect(weight).toEqual([...weight].sort((a, b) => b - a));
    const names = blendNames(lapping, found[0]);
    expect(names.inks).not.toBe(names.belowInks);
    expect(names.run).toBe(found[0].run + 1);
  });

  test('what is told is what the looks have: none without a share, more with more passes', () => {
    const sheet = laid(lapping);
    expect(blendsOf(blended({ percent: 0 }, lapping), [], sheet)).toEqual([]);
    const most = (plan: Plan) => Math.max(...blendsOf(plan, [], sheet).map(({ deltaE }) => deltaE));
    expect(most(blended({ passes: 12 }, lapping))).toBeGreaterThan(most(lapping));
    const look = (plan: Plan) => looksOfPlan(plan, [], sheet)!.looks.at(-1)!;
    // beside its edge a film gets into the next one: that is told apart
    const [clean, tinted] = [look(blended({ percent: 0 }, lapping)), look(blended({ reachMm: 0 }, lapping))];
    const moved = clean.map((lab, p) => deltaE2000(lab, tinted[p]));
    expect(moved.some((deltaE) => deltaE > 0.5)).toBe(true);
    // where a single film lies on the paper nothing is picked up
    const { stacks } = looksOfPlan(lapping, [], sheet)!;
    expect(moved.filter((_, p) => stacks[p].length < 2).every((deltaE) => deltaE === 0)).toBe(true);
  });

  test('films that dry first blend nothing', () => {
    const dry = withWay(samplePlan(SAMPLE), 'block each', true);
    expect(blendsOf(dry, [], plainSheet(dry))).toEqual([]);
    expect(dry.way.blend.percent).toBe(15);
  });

  const meetings = {
    gapsMm: labelGapsPx(map, count).map((px) => px * day.picture!.raster.mmPerPx),
    bordersMm: labelBordersPx(map, count).map((px) => px * day.picture!.raster.mmPerPx),
  };
  const sawn = withWay(samplePlan(SAMPLE), 'jigsaw', true),
    whole = withSaw(sawn, { kind: 'saw-set', sideId: sawn.blocks[0].sides[0].id, saw: null }) as Plan;
  const onBlocks = (plan: Plan) => blendsOnBlocks(plan, meetings, [], laid(plan));

  test('on a block: inks rolled on one cut that meet, the lighter charged first; sawn apart they do not', () => {
    expect(onBlocks(sawn)).toEqual([]);
    const found = onBlocks(whole);
    expect(found.length).toBeGreaterThan(3);
    const lightness = (name: string) => whole.inks.find((ink) => ink.name === name)!.solidLabD50[0];
    for (const { edgeMm, tinted, chargedFirst, areaCm2, deltaE } of found) {
      expect(edgeMm).toBeGreaterThan(1);
      expect(lightness(chargedFirst)).toBeGreaterThanOrEqual(lightness(tinted));
      // a strip along an edge is no larger than both its ends and its length allow
      expect(areaCm2).toBeGreaterThan(0);
      expect(areaCm2).toBeLessThan((edgeMm * 3 + 2 * Math.PI * 9 * edgeMm) / 100);
      expect(deltaE).toBeGreaterThan(0);
    }
    expect(onBlocks(day)).toEqual([]);
    const turned = onBlocks(blended({ chargedFirst: 'darker' }, whole));
    for (const { tinted, chargedFirst } of turned)
      expect(lightness(chargedFirst)).toBeLessThanOrEqual(lightness(tinted));
    for (const none of [{ percent: 0 }, { reachMm: 0 }]) expect(onBlocks(blended(none, whole))).toEqual([]);
  });

  test('what a roller carried in lies in the looks: most at the edge, less with each strip, nothing beyond', () => {
    const sheet = laid(whole),
      looks = looksOfPlan(whole, [], sheet)!,
      clean = looksOfPlan(blended({ reachMm: 0 }, whole), [], sheet)!;
    const heldOf = (part: number) =>
      sheet.parts[part].marks.flatMap((mark) => {
        const effect = sheet.effects[mark];
        return effect.kind === 'blended' ? [{ pair: `${effect.inkingId} ${effect.withId}`, held: effect.held }] : [];
      });
    const last = looks.looks.length - 1;
    const moved = looks.looks[last].map((lab, p) => deltaE2000(lab, clean.looks[last][p]));
    const strips = new Map<string, { held: number; deltaE: number }[]>();
    for (const p of sheet.parts.keys()) {
      const held = heldOf(p);
      // beyond the strips nothing is otherwise
      if (held.length === 0) expect(moved[p]).toBe(0);
      if (held.length !== 1) continue;
      const key = `${sheet.parts[p].label} ${held[0].pair}`;
      strips.set(key, [...(strips.get(key) ?? []), { held: held[0].held, deltaE: moved[p] }]);
    }
    const all = [...strips.values()].filter((list) => list.length === 6);
    expect(all.length).toBeGreaterThan(1);
    for (const list of all) {
      list.sort((a, b) => a.held - b.held);
      list.forEach(({ held }, k) => expect(held).toBeCloseTo((k + 0.5) / 6, 12));
      for (let k = 1; k < 6; k++) expect(list[k].deltaE).toBeGreaterThan(list[k - 1].deltaE);
    }
    // what is cut away stays what it is
    expect(sheet.effects.some(({ kind }) => kind === 'sawn')).toBe(false);
  });

  describe('over the edge of an open film', () => {
    const sheet = laid(lapping),
      carried = carriedOverEdges(lapping, trapsOf(lapping));
    const look = (plan: Plan) => looksOfPlan(plan, [], sheet)!.looks.at(-1)!;
    const lies = (part: number, inkingId: string) =>
      lapping.runs.some((run) =>
        inkingsOf(run).some((one) => one.id === inkingId && inkedAt(lapping, sheet, sheet.parts[part], run, one)),
      );

    test('what is taken up there is carried on into the later ink, never into the earlier one', () => {
      expect(carried.length).toBeGreaterThan(2);
      for (const { by, run, from, into, pairs } of carried) {
        expect(by).toBe('an open film');
        const below = lapping.runs.findIndex((one) => inkingsOf(one).some(({ id }) => id === from.id));
        expect(below).toBeLessThan(run);
        expect(from.inkId).not.toBe(into.inkId);
        for (const pair of pairs) expect(pair.from).not.toBe(pair.into);
      }
      expect(new Set(carried.map(({ from, into }) => `${from.id} ${into.id}`)).size).toBe(carried.length);
    });

    test('the look has it beside the film that lies below, not on it, where it is picked up already', () => {
      const [carriedOn, clean] = [look(lapping), look(blended({ reachMm: 0 }, lapping))];
      let beside = 0;
      sheet.parts.forEach(({ marks }, p) => {
        const here = marks.flatMap((mark) => {
          const effect = sheet.effects[mark];
          return effect.kind === 'blended' && lies(p, effect.inkingId) && !lies(p, effect.withId) ? [effect] : [];
        });
        const moved = deltaE2000(carriedOn[p], clean[p]);
        if (here.length === 0) expect(moved).toBe(0);
        else if (moved > 0) beside++;
      });
      expect(beside).toBeGreaterThan(6);
    });

    test('films that dry first carry nothing over; nor does a share of nothing', () => {
      const dry: Plan = { ...lapping, way: { ...lapping.way, under: 'dry' } };
      expect(carriedOverEdges(dry, trapsOf(dry))).toEqual([]);
      for (const none of [{ percent: 0 }, { reachMm: 0 }])
        expect(carriedOverEdges(blended(none, lapping), trapsOf(lapping))).toEqual([]);
    });
  });
});
