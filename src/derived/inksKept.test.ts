import {
  applyEdit,
  inksFromPalette,
  isFromPalette,
  keptInks,
  nearestInks,
  paletteOf,
  pigmentsOf,
  printsInPalette,
  replayLog,
  stripsHeld,
  stripsOfPrint,
  withRecipe,
  filmOfCabinetInk,
  type PotLeft,
} from '@/derived';
import type { Lab } from '@/core/colour';
import { filmOver, groundOf, internalOnGround, labFromInternal } from '@/core/inks';
import { checkItem, type BenchAct, type ItemOf, type Plan } from '@/model';
import { planOfBands, starterCabinet } from '@/testing/plans';
import { expectOk as ok } from '@/testing/prints';
import { sitting } from '@/testing/sittings';

const cabinet = starterCabinet().map((ink) => ({
  ...ink,
  lightFast: ink.name === 'warm red' ? 'fades in a window' : '',
}));
const pigments = pigmentsOf(cabinet);
const [white, red] = ['opaque white', 'warm red'].map((name) => cabinet.find((ink) => ink.name === name)!);
const bare = planOfBands();
const [straw, rust] = bare.inks;
const plan: Plan = withRecipe(
  bare,
  straw.id,
  [
    { id: red.id, share: 0.25 },
    { id: white.id, share: 0.75 },
  ],
  cabinet,
  pigments,
);
const runOf = (inkId: string) =>
  plan.runs.findIndex(({ formes }) => formes.some(({ inkings }) => inkings.some((one) => one.inkId === inkId)));
const begun = (potId: string, inkId: string): BenchAct => ({
  ...{ kind: 'pot-begun', potId, runId: plan.runs[runOf(inkId)].id, inkId, name: `pot ${potId}`, wantedG: 20 },
  ...{ shares: [{ inkId: white.id, name: white.name, share: 1 }], from: null },
});
const poured = (potId: string, of: { id: string; name: string }, grams: number): BenchAct => ({
  ...{ kind: 'poured', potId, what: 'ink', inkId: of.id, name: of.name, grams, by: 'scale' },
});
const softened = (potId: string, grams: number): BenchAct => ({
  ...{ kind: 'poured', potId, what: 'softener', inkId: null, name: 'oil', grams, by: 'scale' },
});
const print = (acts: readonly BenchAct[] = [], of: Plan = plan) => ({
  ...{ printId: 'p', printName: 'Kites', plan: of, pots: replayLog(sitting(...acts).events).pots },
});
const kept = (acts: readonly BenchAct[] = [], left: readonly PotLeft[] = []) => keptInks([print(acts)], cabinet, left);

describe('inks kept', () => {
  test('a recipe of the plan that was not mixed is there as planned, the largest share first', () => {
    const [only, ...others] = kept();
    expect(others).toEqual([]);
    expect(only).toMatchObject({
      inkId: straw.id,
      potId: null,
      at: null,
      known: 'planned',
      runs: [runOf(straw.id) + 1],
    });
    expect(only.parts.map(({ name }) => name)).toEqual(['opaque white', 'warm red']);
    expect(only.lightFast).toEqual([{ name: 'warm red', says: 'fades in a window' }]);
  });

  test('a pot takes the place of its recipe; its colour is reckoned from what was really poured', () => {
    const acts = [begun('a', straw.id), poured('a', white, 15), poured('a', red, 5), softened('a', 1)];
    const [pot, ...others] = kept(acts);
    expect(others).toEqual([]);
    expect(pot).toMatchObject({ potId: 'a', name: 'pot a', known: 'poured', leftG: 0 });
    expect(pot.added).toEqual({ softener: 5, grease: 0, drier: 0 });
    // three parts of white and one of red, as the plan's own recipe
    const [planned] = kept();
    pot.labD50.forEach((v, i) => expect(v).toBeCloseTo(planned.labD50[i], 1));
  });

  test('a reading over paper goes before what was reckoned; what is left comes with it', () => {
    const read: BenchAct = {
      ...{ kind: 'pot-read', potId: 'a', over: 'paper', labD50: [70, 12, 9], by: 'typed', errorDeltaE: 1 },
    };
    const left = { printId: 'p', potId: 'a', grams: 3.5 } as PotLeft;
    const acts = [begun('a', straw.id), poured('a', white, 15), read];
    expect(kept(acts, [left])[0]).toMatchObject({ labD50: [70, 12, 9], known: 'read', leftG: 3.5 });
  });

  test('an empty pot is no ink, and one whose parts left the cabinet is known by its plan alone', () => {
    expect(kept([begun('a', straw.id)])[0].potId).toBeNull();
    const [gone] = keptInks([print([begun('a', rust.id), poured('a', red, 4)])], [white], []);
    expect(gone).toMatchObject({ potId: 'a', known: 'planned', labD50: rust.solidLabD50, lightFast: [] });
  });

  test('the newest pot comes first, plans after all pots', () => {
    const acts = [begun('a', straw.id), poured('a', white, 2), begun('b', rust.id), poured('b', red, 2)];
    expect(kept(acts).map(({ potId }) => potId)).toEqual(['b', 'a']);
    expect(kept([begun('b', rust.id), poured('b', red, 2)]).map(({ potId }) => potId)).toEqual(['b', null]);
  });

  test('by colour the nearest first, of the medium alone that is asked for', () => {
    const of = (labD50: Lab, mediumId: 'oil relief' | 'pigment and paste') => ({ labD50, mediumId });
    const inks = [of([50, 0, 0], 'oil relief'), of([52, 0, 0], 'pigment and paste'), of([70, 0, 0], 'oil relief')];
    expect(nearestInks(inks, [53, 0, 0]).map(({ ink }) => ink.labD50[0])).toEqual([52, 50, 70]);
    expect(nearestInks(inks, [53, 0, 0], 'oil relief').map(({ ink }) => ink.labD50[0])).toEqual([50, 70]);
    expect(nearestInks(inks, [50, 0, 0])[0].deltaE).toBe(0);
  });
});

describe('a palette of a series', () => {
  const palette = (of: Plan): ItemOf<'palette'> =>
    ok(
      checkItem({ id: 'series', version: 1, kind: 'palette', name: 'harbour', note: '', inks: paletteOf(of) }),
    ) as ItemOf<'palette'>;

  test('holds the inks a print is printed in, whole, without what no run prints', () => {
    const spare = ok(applyEdit(plan, { kind: 'ink-added', ink: { ...straw, id: 'spare', name: 'spare' } }));
    expect(palette(spare).inks.map(({ name }) => name)).toEqual(plan.inks.map(({ name }) => name));
    expect(palette(plan).inks[0].recipe).toEqual(plan.inks[0].recipe);
    expect(checkItem({ ...palette(plan), inks: [] }).ok).toBe(false);
  });

  test('another print takes the nearest for each of its inks, and is then of the series', () => {
    const other: Plan = {
      ...bare,
      inks: bare.inks.map((ink, i) => ({
        ...ink,
        id: `${ink.id}-2`,
        solidLabD50: ink.solidLabD50.map((v) => v + (i + 1) / 3) as unknown as Lab,
      })),
      runs: bare.runs.map((run) => ({
        ...run,
        formes: run.formes.map((forme) => ({
          ...forme,
          inkings: forme.inkings.map((inking) => ({ ...inking, inkId: `${inking.inkId}-2` })),
        })),
      })),
    };
    const of = palette(plan),
      rows = inksFromPalette(other, of, 0);
    expect(rows.map(({ by }) => by.name)).toEqual(other.inks.map(({ name }) => name));
    expect(rows.every(({ ink }) => !isFromPalette(ink, of))).toBe(true);
    expect(printsInPalette(of, [{ ...print([], other), printName: 'Boats' }, print()])).toEqual(['Kites']);
    const taken = rows.reduce(
      (next, { ink, by }) => ok(applyEdit(next, { kind: 'ink-set', inkId: ink.id, part: by })),
      other,
    );
    expect(taken.inks.map(({ id }) => id)).toEqual(other.inks.map(({ id }) => id));
    expect(taken.inks.every((ink) => isFromPalette(ink, of))).toBe(true);
    // what a recipe said of the film came along
    expect(taken.inks[0].film).toEqual(plan.inks[0].film);
  });

  test('inks that lie on sheets already are not asked to change', () => {
    const all = inksFromPalette(plan, palette(plan), 0);
    expect(inksFromPalette(plan, palette(plan), 1)).toHaveLength(all.length - 1);
    expect(inksFromPalette(plan, palette(plan), plan.runs.length)).toEqual([]);
  });
});

describe('cross strips', () => {
  test('one strip for each ink of the print, with what it takes up of another film', () => {
    const strips = stripsOfPrint(plan, 'oil relief');
    expect(strips.map(({ inkId }) => inkId)).toEqual(plan.inks.map(({ id }) => id));
    for (const { takenUp } of strips) {
      expect(takenUp).toBeGreaterThan(0.3);
      expect(takenUp).toBeLessThanOrEqual(1);
    }
  });

  test('a film read over strips alone is found again, and held against each of them', () => {
    const truth = filmOfCabinetInk({ ...red, opacity: 0.5, drawdowns: [] }).film;
    const paper: Lab = [94, 0, 4],
      ground = groundOf(paper, internalFloor());
    const below: readonly Lab[] = [
      [82, 2, 45],
      [60, 20, 30],
      [30, 4, -20],
    ];
    const over = (lab: Lab, takenUp: number) =>
      labFromInternal(ground, filmOver(truth, internalOnGround(ground, lab), takenUp));
    const reading = (labD50: Lab) => ({ labD50, spectrum: null });
    const card = {
      ...{ id: 'x', at: '2026-11-28T10:00:00.000Z', source: 'typed' as const },
      ...{
        paper: reading(paper),
        black: null,
        overPaper: reading(over(paper, 1)),
        overBlack: null,
        thinOverPaper: null,
      },
      strips: below.map((lab, i) => ({
        ...{ name: `strip ${i}`, below: reading(lab), over: reading(over(lab, 0.9)), takenUp: 0.9 },
      })),
    };
    const ink = { ...red, drawdowns: [card] };
    expect(filmOfCabinetInk(ink).words).toMatchObject({ code: 'cabinetFilms.crossStrip', values: { grounds: 4 } });
    const held = stripsHeld(ink, card);
    expect(held.map(({ name }) => name)).toEqual(['strip 0', 'strip 1', 'strip 2']);
    // Lab alone stands for a spectrum it does not know: near, not exact
    for (const { deltaE } of held) expect(deltaE).toBeLessThan(2.5);
    // held against a film that is another, it is seen to be
    const other = stripsHeld({ ...ink, drawdowns: [], opacity: 0.95 }, card);
    expect(Math.max(...other.map(({ deltaE }) => deltaE))).toBeGreaterThan(5);
  });
});

/** As readings of the cabinet are taken: the darkest that is assumed of any ink. */
function internalFloor(): Lab {
  return [8, 0, 0];
}
