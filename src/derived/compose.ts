import { phrase } from '@/core/units';
import { deltaE2000 } from '@/core/colour';
import {
  failure,
  newSide,
  type BlockSide,
  type Cut,
  type EditOf,
  type Failure,
  type Forme,
  type Inking,
  type Plan,
  type Run,
} from '@/model';
import {
  cutsOf,
  inkingsOf,
  inkOf,
  isMoved,
  plainForme,
  printedIds,
  sideOfCut,
  withInkings,
  withSides,
  type LaidInking,
  cutBlocksOf,
} from './lookups';

/**
 * Blocks and runs put together by hand: what each touch of “who prints what” does to a plan. Nothing here asks what is cut or printed
 * already (`closed.ts` does); what a touch does not name stays as it is, film by film.
 */

type Ids = readonly string[];
type Made = Plan | Failure;

const gone = (what: 'aColour' | 'aRun' | 'theBlock' | 'theInking' | 'theRun') =>
  failure('edit-gone', { what: phrase(`applyEdit.${what}`) });
const without = (ids: Ids, out: Ids) => ids.filter((id) => !out.includes(id));
const together = (a: Ids, b: Ids) => [...a, ...without(b, a)];

/** What becomes of colours in one inking of a run. */
export function withColoursGiven(plan: Plan, { runId, inkingId, colourIds, how }: EditOf<'colours-given'>): Made {
  const run = plan.runs.find((one) => one.id === runId);
  const inking = run && inkingsOf(run).find((one) => one.id === inkingId);
  if (!inking) return gone('theInking');
  if (!colourIds.every((id) => plan.flat?.colours.some((colour) => colour.id === id))) return gone('aColour');
  const cut = cutsOf(plan).find((one) => one.id === inking.cutId);
  if (cut?.within) return failure('compose.spotKeepsItsColours', { run: plan.runs.indexOf(run) + 1 });
  if (how === 'printed') return printed(plan, run, inking, colourIds);
  if (how === 'cut away') return cut ? cutAway(plan, cut, colourIds) : leftOut(plan, inking, colourIds);
  const standing = cut?.standingIds ?? inking.zoneIds ?? [];
  const fallen = colourIds.find((id) => !standing.includes(id));
  if (fallen !== undefined)
    return failure('compose.doesNotStand', { colour: nameOf(plan, fallen), run: plan.runs.indexOf(run) + 1 });
  return how === 'not inked' ? leftOut(plan, inking, colourIds) : keptOut(plan, inking, colourIds, how);
}

/** The colours stand from the first state of the side up to this one, and this inking alone prints them in its run. */
function printed(plan: Plan, run: Run, inking: LaidInking, colourIds: Ids): Plan {
  const stood = withStanding(plan, inking.cutId, colourIds);
  return withInkingsChanged(stood, (one, of) => {
    if (one.id === inking.id) {
      const zone = one.zoneIds && together(one.zoneIds, colourIds);
      const stands = cutsOf(stood).find((cut) => cut.id === of.forme.cutId)?.standingIds;
      return {
        ...one,
        zoneIds: zone && stands?.every((id) => zone.includes(id)) ? null : zone,
        keptOut: one.keptOut.filter(({ colourId }) => !colourIds.includes(colourId)),
      };
    }
    // in one passage a place takes one ink
    return of.run.id === run.id ? unzoned(stood, one, of.forme, colourIds) : one;
  });
}

/** The plan with colours standing on a cut and on all states of its side before; other runs from this very cut do not print them. */
function withStanding(plan: Plan, cutId: string | null, colourIds: Ids): Plan {
  const side = sideOfCut(plan, cutId);
  if (!side) return plan;
  const at = side.cuts.findIndex((cut) => cut.id === cutId);
  const stood = withSides(plan, (one) =>
    one === side
      ? {
          ...one,
          cuts: one.cuts.map((cut, i) =>
            i <= at ? { ...cut, standingIds: together(cut.standingIds, colourIds) } : cut,
          ),
        }
      : one,
  );
  const before = cutsOf(plan).find((cut) => cut.id === cutId)!.standingIds;
  const fresh = without(colourIds, before);
  return withInkingsChanged(stood, (one, { forme }) =>
    forme.cutId === cutId && one.zoneIds === null && fresh.length > 0 ? { ...one, zoneIds: before } : one,
  );
}

/** The colours fall, and with them in every later state: what is cut away does not come back. */
function cutAway(plan: Plan, from: Cut, colourIds: Ids): Plan {
  const side = sideOfCut(plan, from.id)!;
  const at = side.cuts.indexOf(from);
  return tidied(
    withSides(plan, (one) =>
      one === side
        ? {
            ...one,
            cuts: one.cuts.map((cut, i) =>
              i >= at ? { ...cut, standingIds: without(cut.standingIds, colourIds) } : cut,
            ),
          }
        : one,
    ),
  );
}

/** The roller stays away from them. */
function leftOut(plan: Plan, inking: LaidInking, colourIds: Ids): Plan {
  return withInkingsChanged(plan, (one, { forme }) =>
    one.id === inking.id ? unzoned(plan, one, forme, colourIds) : one,
  );
}

function keptOut(plan: Plan, inking: LaidInking, colourIds: Ids, by: 'mask' | 'wipe'): Plan {
  return withInkingsChanged(plan, (one) =>
    one.id === inking.id
      ? {
          ...one,
          zoneIds: one.zoneIds && together(one.zoneIds, colourIds),
          keptOut: [
            ...one.keptOut.filter(({ colourId }) => !colourIds.includes(colourId)),
            ...colourIds.map((colourId) => ({ colourId, by })),
          ],
        }
      : one,
  );
}

/** The inking without some colours in its zone. */
function unzoned(plan: Plan, inking: Inking, { cutId }: Forme, colourIds: Ids): Inking {
  const zone = inking.zoneIds ?? cutsOf(plan).find((cut) => cut.id === cutId)?.standingIds ?? [];
  return zone.some((id) => colourIds.includes(id)) || inking.keptOut.length > 0
    ? {
        ...inking,
        zoneIds: without(zone, colourIds),
        keptOut: inking.keptOut.filter(({ colourId }) => !colourIds.includes(colourId)),
      }
    : inking;
}

/** Two runs as one passage, at the place of the earlier. */
export function withRunsJoined(plan: Plan, { runId, withRunId, inks }: EditOf<'runs-joined'>): Made {
  const found = [runId, withRunId].map((id) => plan.runs.findIndex((run) => run.id === id));
  if (found.some((at) => at < 0) || runId === withRunId) return gone('aRun');
  const [first, second] = [...found].sort((a, b) => a - b).map((at) => plan.runs[at]);
  const alone = [first, second].find((run) => !isPlain(plan, run));
  if (alone) return failure('compose.staysByItself', { run: plan.runs.indexOf(alone) + 1 });
  const [firstInkings, secondInkings] = [first, second].map(inkingsOf);
  const later = secondInkings.flatMap((inking) => printedIds(plan, inking));
  const cutId = first.formes[0].cutId;
  const stood = withStanding(plan, cutId, later);
  const standing = cutsOf(stood).find((cut) => cut.id === cutId)!.standingIds;
  const earlier = firstInkings.map((inking) => ({ inking, prints: without(printedIds(plan, inking), later) }));
  const zones: { readonly inking: Inking; readonly prints: Ids }[] =
    inks === 'both'
      ? [...earlier, ...secondInkings.map((inking) => ({ inking, prints: printedIds(plan, inking) }))]
      : earlier.map(({ inking, prints }, i) => ({ inking, prints: i === 0 ? together(prints, later) : prints }));
  const inkings = zones
    .filter(({ prints }) => prints.length > 0)
    .map(({ inking, prints }): Inking =>
      meant(
        stood,
        {
          ...plainInking(inking),
          keptOut: inking.keptOut,
          zoneIds:
            prints.length === standing.length
              ? null
              : standing.filter((id) => prints.includes(id) || isKept(inking, id)),
        },
        prints,
      ),
    );
  if (inkings.length === 0) return failure('compose.bothPrintNothing');
  const joined: Run = { ...first, formes: [{ ...first.formes[0], inkings }] };
  return withoutIdleCuts(
    {
      ...stood,
      runs: stood.runs.flatMap((run) => (run.id === first.id ? [joined] : run.id === second.id ? [] : [run])),
      masks: stood.masks.map((mask) => (mask.runId === second.id ? { ...mask, runId: first.id } : mask)),
    },
    second,
  );
}

/** The two as one, inked in a fade from the ink of the first to that of the second. Both must lay one ink. */
export function withRunsFaded(plan: Plan, { runId, withRunId, fade }: EditOf<'runs-faded'>): Made {
  const runs = [runId, withRunId].map((id) => plan.runs.find((run) => run.id === id));
  if (!runs[0] || !runs[1]) return gone('aRun');
  const several = runs.find((run) => inkingsOf(run!).length !== 1);
  if (several) return failure('compose.fadesOneInk', { run: plan.runs.indexOf(several) + 1 });
  const [from, to] = runs.map((run) => inkingsOf(run!)[0]);
  const joined = withRunsJoined(plan, { kind: 'runs-joined', runId, withRunId, inks: 'first' });
  if ('code' in joined) return joined;
  return withInkingsChanged(joined, (one, { run }) =>
    run.id === runId || run.id === withRunId
      ? {
          ...one,
          colourId: from.colourId,
          inkId: from.inkId,
          fade: { ...fade, toInkId: to.inkId },
          laidBy: fade.by === 'brush' || fade.by === 'second brush' ? 'brush' : 'roller',
        }
      : one,
  );
}

const isKept = ({ keptOut: out }: Inking, id: string) => out.some(({ colourId }) => colourId === id);

/** One forme from a whole cut, lying where it was cut for: runs that can share a passage. */
function isPlain(plan: Plan, { formes }: Run): boolean {
  const [forme] = formes;
  return (
    formes.length === 1 &&
    forme.cutId !== null &&
    !isMoved(forme) &&
    !cutsOf(plan).find((cut) => cut.id === forme.cutId)?.within
  );
}

/** Some colours of a run printed by themselves, right after it. */
export function withRunSplit(plan: Plan, { runId, colourIds, as, ink, from }: EditOf<'run-split'>): Made {
  const run = plan.runs.find((one) => one.id === runId);
  if (!run) return gone('theRun');
  const newId = `run-${as}`;
  if (plan.runs.some((one) => one.id === newId)) return failure('edit-twice.thisRunWasAdded');
  const number = plan.runs.indexOf(run) + 1;
  if (!isPlain(plan, run)) return failure('compose.staysByItself', { run: number });
  const mine = inkingsOf(run).flatMap((inking) => printedIds(plan, inking));
  const stray = colourIds.find((id) => !mine.includes(id));
  if (stray !== undefined) return failure('compose.isNotPrintedThere', { colour: nameOf(plan, stray), run: number });
  if (without(mine, colourIds).length === 0) return failure('compose.nothingWouldStay', { run: number });
  const next = from === 'next cut' ? withCutAfter(plan, run.formes[0].cutId!, colourIds, `cut-${as}`) : plan;
  const leaves =
    from === 'same cut'
      ? withInkingsChanged(plan, (one, of) => (of.run.id === run.id ? unzoned(plan, one, of.forme, colourIds) : one))
      : next;
  const before = inkingsOf(run).find((inking) => printedIds(plan, inking).includes(colourIds[0]))!;
  const added: Run = {
    ...run,
    id: newId,
    formes: [
      plainForme(`forme-${newId}`, from === 'same cut' ? run.formes[0].cutId! : `cut-${as}`, [
        {
          ...plainInking(before),
          id: `inking-${as}`,
          colourId: colourIds[0],
          inkId: ink?.id ?? before.inkId,
          zoneIds: from === 'same cut' ? colourIds : null,
          keptOut: [],
        },
      ]),
    ],
  };
  return {
    ...leaves,
    inks: ink && !plan.inks.some(({ id }) => id === ink.id) ? [...leaves.inks, ink] : leaves.inks,
    runs: withoutEmptyInkings(leaves).runs.flatMap((one) => (one.id === run.id ? [one, added] : [one])),
  };
}

/** A state between a cut and the next of its side: these colours stand in it with all that stands later. */
function withCutAfter(plan: Plan, cutId: string, colourIds: Ids, id: string): Plan {
  return withSides(plan, (side) => {
    const at = side.cuts.findIndex((cut) => cut.id === cutId);
    if (at < 0) return side;
    const later = side.cuts[at + 1]?.standingIds ?? [];
    const standingIds = side.cuts[at].standingIds.filter(
      (standing) => later.includes(standing) || colourIds.includes(standing),
    );
    return { ...side, cuts: [...side.cuts.slice(0, at + 1), { id, standingIds }, ...side.cuts.slice(at + 1)] };
  });
}

/**
 * Some colours of a block on one of their own. From a block that stands as it is all runs that printed them go along; from one that is
 * cut on, the runs that print them last.
 */
export function withBlockSplit(plan: Plan, { blockId, colourIds, as, name }: EditOf<'block-split'>): Made {
  const block = plan.blocks.find((one) => one.id === blockId);
  if (!block) return gone('theBlock');
  if (plan.blocks.some((one) => one.id === `block-${as}`)) return failure('edit-twice.thisBlockWasAdded');
  const side = block.sides.find(({ cuts }) => cuts.some((cut) => colourIds.some((id) => cut.standingIds.includes(id))));
  const moving = side ? colourIds.filter((id) => side.cuts.some((cut) => cut.standingIds.includes(id))) : [];
  const stood = side?.cuts[0]?.standingIds ?? [];
  if (!side || moving.length === 0 || without(stood, moving).length === 0)
    return failure('compose.blockCannotBeSplit', { block: block.name });
  const fallen = withSides(plan, (one) =>
    one === side
      ? { ...one, cuts: one.cuts.map((cut) => ({ ...cut, standingIds: without(cut.standingIds, moving) })) }
      : one,
  );
  const { materialId, grainDeg, sizeMm, type } = block;
  const added = {
    ...{ id: `block-${as}`, name, materialId, grainDeg, sizeMm, type },
    sides: [{ ...newSide(`side-${as}`, [{ id: `cut-${as}`, standingIds: moving }]), drawnLarger: side.drawnLarger }],
  };
  const runs = runsFromNewBlock(plan, side, moving, as);
  return withoutIdleCuts(withoutEmptyInkings(tidied({ ...fallen, blocks: [...fallen.blocks, added], runs })));
}

/** The runs with those that print `moving` from a side printing them from the new block instead; a run that prints more is parted in two. */
function runsFromNewBlock(plan: Plan, side: BlockSide, moving: Ids, as: string): Run[] {
  const isMine = (cutId: string | null) => side.cuts.some((cut) => cut.id === cutId);
  const prints = (run: Run, id: string) =>
    inkingsOf(run).some((one) => isMine(one.cutId) && printedIds(plan, one).includes(id));
  const last = new Map(moving.map((id) => [id, plan.runs.findLastIndex((run) => prints(run, id))]));
  const goes = (id: string, r: number) => moving.includes(id) && (side.cuts.length === 1 || last.get(id) === r);
  return plan.runs.flatMap((run, r): Run[] => {
    const taken = run.formes.flatMap(({ cutId, inkings }) =>
      inkings.flatMap((inking) => {
        const own = isMine(cutId) ? printedIds(plan, { ...inking, cutId }).filter((id) => goes(id, r)) : [];
        return own.length > 0 ? [{ inking, own }] : [];
      }),
    );
    if (taken.length === 0) return [run];
    const stays = inkingsOf(run).some(
      (one) => without(printedIds(plan, one), isMine(one.cutId) ? moving : []).length > 0,
    );
    const id = stays ? `run-${as}-${r + 1}` : run.id;
    const inkings = taken.map(({ inking, own }, i) => {
      const zoneIds = own.length === moving.length ? null : own;
      const name = stays ? `inking-${as}-${r + 1}-${i + 1}` : inking.id;
      return meant(plan, { ...plainInking(inking), id: name, zoneIds, keptOut: [] }, own);
    });
    const parted: Run = { ...run, id, formes: [{ ...plainForme(`forme-${id}`, `cut-${as}`, []), inkings }] };
    return stays ? [run, parted] : [parted];
  });
}

/** The one side of a block cut into the back of another board. */
export function withSideTaken(plan: Plan, { blockId, fromBlockId }: EditOf<'side-taken'>): Made {
  const [board, from] = [blockId, fromBlockId].map((id) => plan.blocks.find((block) => block.id === id));
  if (!board || !from || board === from) return gone('theBlock');
  if (board.type !== null || from.type !== null) return failure('compose.typeHasNoBack');
  const two = [board, from].find(({ sides }) => sides.length > 1);
  if (two) return failure('compose.bothSidesAreTaken', { block: two.name });
  return {
    ...plan,
    blocks: plan.blocks.flatMap((block) =>
      block === from
        ? []
        : block === board
          ? [{ ...block, sides: [...block.sides, { ...from.sides[0], name: 'back' }] }]
          : [block],
    ),
  };
}

export function withoutBlock(plan: Plan, { blockId }: EditOf<'block-removed'>): Made {
  const block = plan.blocks.find((one) => one.id === blockId);
  if (!block) return gone('theBlock');
  if (cutBlocksOf(plan).every((one) => one === block)) return failure('compose.oneBlockStays');
  const ids = new Set<string | null>(block.sides.flatMap(({ cuts }) => cuts.map((cut) => cut.id)));
  const run = plan.runs.findIndex(({ formes }) => formes.some((forme) => ids.has(forme.cutId)));
  if (run >= 0) return failure('compose.isPrintedFrom', { block: block.name, run: run + 1 });
  return { ...plan, blocks: plan.blocks.filter((one) => one !== block) };
}

/** Runs, cuts, zones and opacities as the search left them. */
export function withComposition(plan: Plan, { runIds, cuts, formes, inkings, opacities }: EditOf<'composed'>): Made {
  const runs = runIds.flatMap((id) => plan.runs.find((run) => run.id === id) ?? []);
  if (runs.length !== plan.runs.length) return gone('aRun');
  const standing = new Map(cuts.map(({ cutId, standingIds }) => [cutId, standingIds]));
  const cutOf = new Map(formes.map(({ formeId, cutId }) => [formeId, cutId]));
  const zones = new Map(inkings.map(({ inkingId, ...zone }) => [inkingId, zone]));
  const opacity = new Map(opacities.map((one) => [one.inkId, one.opacity]));
  const known = new Set(plan.flat?.colours.map((colour) => colour.id));
  const named = [...cuts.flatMap((cut) => cut.standingIds), ...inkings.flatMap(({ zoneIds }) => zoneIds ?? [])];
  if (!named.every((id) => known.has(id))) return gone('aColour');
  return withInkingsChanged(
    {
      ...withSides(plan, (side) => ({
        ...side,
        cuts: side.cuts.map((cut) => ({ ...cut, standingIds: standing.get(cut.id) ?? cut.standingIds })),
      })),
      runs: runs.map((run) => ({
        ...run,
        formes: run.formes.map((forme) => ({ ...forme, cutId: cutOf.get(forme.id) ?? forme.cutId })),
      })),
      inks: plan.inks.map((ink) => {
        const set = opacity.get(ink.id);
        return set === undefined || set === ink.opacity ? ink : { ...ink, opacity: set, film: null, recipe: null };
      }),
    },
    (inking) => ({ ...inking, ...zones.get(inking.id) }),
  );
}

interface Of {
  readonly run: Run;
  readonly forme: Forme;
}

function withInkingsChanged(plan: Plan, change: (inking: Inking, of: Of) => Inking): Plan {
  return {
    ...plan,
    runs: plan.runs.map((run) => withInkings(run, (inking, forme) => change(inking, { run, forme }))),
  };
}

/** An inking without what its run and forme lend it. */
function plainInking({ id, colourId, inkId, zoneIds, keptOut: out, filmWeight, fade, laidBy }: Inking): Inking {
  return { id, colourId, inkId, zoneIds, keptOut: out, filmWeight, fade, laidBy };
}

/** The inking meant for a colour it prints: its own, or the one nearest to its ink. */
function meant(plan: Plan, inking: Inking, prints: Ids): Inking {
  if (prints.length === 0 || prints.includes(inking.colourId)) return inking;
  const ink = inkOf(plan, inking).solidLabD50;
  const off = (id: string) => deltaE2000(plan.flat!.colours.find((c) => c.id === id)!.wantedLabD50, ink);
  return { ...inking, colourId: prints.reduce((best, id) => (off(id) < off(best) ? id : best)) };
}

/** Zones and masks that name only what stands. */
function tidied(plan: Plan): Plan {
  const standing = new Map(cutsOf(plan).map((cut) => [cut.id, cut.standingIds]));
  return withInkingsChanged(plan, (inking, { forme }) => {
    const stands = forme.cutId === null ? undefined : standing.get(forme.cutId);
    return stands
      ? {
          ...inking,
          zoneIds: inking.zoneIds && inking.zoneIds.filter((id) => stands.includes(id)),
          keptOut: inking.keptOut.filter(({ colourId }) => stands.includes(colourId)),
        }
      : inking;
  });
}

/** Formes without inkings that print nothing, where another one is left. */
function withoutEmptyInkings(plan: Plan): Plan {
  return {
    ...plan,
    runs: plan.runs.map((run) => ({
      ...run,
      formes: run.formes.map((forme) => {
        const inkings = forme.inkings.filter(
          (inking) => printedIds(plan, { ...inking, cutId: forme.cutId }).length > 0,
        );
        return inkings.length > 0 && inkings.length < forme.inkings.length ? { ...forme, inkings } : forme;
      }),
    })),
  };
}

/** Without states nothing is printed from, of the run that went or of every side, and without sides and blocks that have none left. */
function withoutIdleCuts(plan: Plan, of?: Run): Plan {
  const used = new Set(plan.runs.flatMap(({ formes }) => formes.map((forme) => forme.cutId)));
  const may = of && new Set(of.formes.map((forme) => forme.cutId));
  const idle = (cut: Cut) => !used.has(cut.id) && (may?.has(cut.id) ?? cut.standingIds.length === 0);
  const blocks = plan.blocks.flatMap((block) => {
    const sides = block.sides.flatMap((side): BlockSide[] => {
      const cuts = side.cuts.filter((cut) => !idle(cut));
      if (cuts.length === side.cuts.length) return [side];
      return cuts.length > 0 ? [{ ...side, cuts }] : [];
    });
    return sides.length > 0 ? [{ ...block, sides }] : [];
  });
  return blocks.length > 0 ? { ...plan, blocks } : plan;
}

const nameOf = (plan: Plan, colourId: string) => plan.flat?.colours.find(({ id }) => id === colourId)?.name ?? colourId;
