import {
  cutStatesOf,
  plainParts,
  type CutState,
  type EdgeStrips,
  type MovedFilm,
  type PrintMapTask,
  type PrintPart,
} from '@/core/layers';
import type { LabelCoverage } from '@/core/geometry';
import type { Cut, FlatColour, Forme, Place, Plan, Run, SlipPlace } from '@/model';
import type { Slip } from './bench/benchState';
import {
  blockNamesOf,
  blockOfCut,
  cutsOf,
  inkingsOf,
  inkNamesOf,
  isMoved,
  printedIds,
  printsFromOneSide,
  runsOfCut,
  sideOfCut,
  sidesOf,
  togetherOf,
  type LaidInking,
} from './lookups';
import { regionOf } from './places';
import { carriedOverEdges, stripsOf } from './carriedInks';
import { openSeams } from './sawn';
import { phrase, type Phrase } from '@/core/units';

/** What a mark of the print map does where it lies. */
export type MarkEffect =
  | { readonly kind: 'mask'; readonly runId: string; readonly covers: 'place' | 'all else' }
  | { readonly kind: 'within'; readonly cutId: string }
  | { readonly kind: 'slip'; readonly slipId: string; readonly cutIds: readonly string[] }
  /** A saw took it: it stands for none of these cuts. */
  | { readonly kind: 'sawn'; readonly cutIds: readonly string[] }
  /** The roller of an inking carried another's ink in here: `held` is how much of what it picks up, 0–1. */
  | { readonly kind: 'blended'; readonly inkingId: string; readonly withId: string; readonly held: number }
  /** The film of an inking comes to lie here: its forme lies elsewhere than it was cut for. */
  | { readonly kind: 'moved'; readonly inkingId: string };

/** The parts of a print map with what they mean for a plan: what looks, cut maps and exports are made from. */
export interface PrintSheet {
  readonly parts: readonly PrintPart[];
  /** Share of the area, 0–1, part by part. */
  readonly share: readonly number[];
  readonly effects: readonly MarkEffect[];
  /** Where the parts lie, in a small picture: what is asked where inks fade. Not there where nobody has looked. */
  readonly coverage?: LabelCoverage;
}

export interface PrintTask {
  readonly task: PrintMapTask;
  readonly effects: readonly MarkEffect[];
}

/** The sheet as the picture alone has it: a part for each colour. */
export function plainSheet({ flat }: Pick<Plan, 'flat'>): PrintSheet {
  const colours = flat?.colours ?? [];
  return { parts: plainParts(colours.length), share: colours.map((c) => c.areaShare), effects: [] };
}

/** Slips that still show on the block: those patched, or taken into the picture, do not. */
export function openSlips(slips: readonly Slip[]): Slip[] {
  return slips.filter((slip) => slip.answer !== 'patch' && slip.answer !== 'change plan');
}

/** What the print map of a plan is made from: overlaps, chokes, masks, spots and slips. */
export function printTaskOf(plan: Plan, slips: readonly Slip[] = []): PrintTask {
  const colours = plan.flat?.colours ?? [];
  const mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  const label = (id: string) => colours.findIndex((c) => c.id === id);
  const marks: PrintMapTask['marks'][number][] = [];
  const effects: MarkEffect[] = [];
  const add = (place: Place | SlipPlace, growMm: number, on: readonly string[] | null, effect: MarkEffect) => {
    marks.push({ region: regionOf(place, plan), growPx: growMm / mmPerPx, on: on && on.map(label) });
    effects.push(effect);
  };
  const runs = new Set(plan.runs.map((run) => run.id));
  for (const mask of plan.masks) {
    if (!runs.has(mask.runId)) continue; // lost with its run: kept, shown, and without effect
    // the reach of a mask lies in cleared ground: on what stands it covers just its place
    if (mask.kind !== 'keep clean') add(mask.place, 0, null, { kind: 'mask', runId: mask.runId, covers: mask.covers });
  }
  for (const cut of cutsOf(plan)) if (cut.within) add(cut.within, 0, null, { kind: 'within', cutId: cut.id });
  for (const slip of openSlips(slips)) {
    const cuts = sideOfCut(plan, slip.cutId)?.cuts ?? [];
    add(slip.place, 0, null, {
      kind: 'slip',
      slipId: slip.slipId,
      cutIds: cuts.slice(cuts.findIndex((cut) => cut.id === slip.cutId)).map((cut) => cut.id),
    });
  }
  const seams = openSeams(plan);
  for (const { side } of seams) effects.push({ kind: 'sawn', cutIds: side.cuts.map(({ id }) => id) });
  const traps = trapsOf(plan),
    strips = stripsLaid(plan, traps, effects, label, mmPerPx);
  const moved = movedFilms(plan, effects, label, mmPerPx);
  return {
    task: {
      labelCount: colours.length,
      traps: traps.map(({ grow, under, mm }) => ({ grow: label(grow), under: label(under), px: mm / mmPerPx })),
      chokes: chokesOf(plan).map((c) => ({ ...c, px: plan.fit.chokeMm / mmPerPx })),
      marks,
      ...(seams.length > 0 && { seams: seams.map(({ rule, widthMm }) => ({ rule, px: widthMm / mmPerPx })) }),
      ...(strips.length > 0 && { strips }),
      ...(moved.length > 0 && { moved: moved.map(({ film }) => film) }),
    },
    effects: [...effects, ...moved.map(({ inkingId }): MarkEffect => ({ kind: 'moved', inkingId }))],
  };
}

/** Strips of all that is carried over edges; what each means goes to `effects`. */
function stripsLaid(
  plan: Plan,
  traps: readonly Trap[],
  effects: MarkEffect[],
  label: (id: string) => number,
  mmPerPx: number,
): EdgeStrips[] {
  const all = carriedOverEdges(plan, traps);
  return (['one block', 'an open film'] as const).flatMap((by) => {
    const carried = all.filter((one) => one.by === by),
      strips = stripsOf(plan, by);
    for (const { from, into } of carried)
      for (const { held } of strips) effects.push({ kind: 'blended', inkingId: into.id, withId: from.id, held });
    const groups = carried.map(({ pairs }) => pairs.map((p) => ({ from: label(p.from), into: label(p.into) })));
    return groups.length > 0 ? [{ px: strips.map(({ reachMm }) => reachMm / mmPerPx), groups }] : [];
  });
}

/** The films of all formes that lie elsewhere, each as its cut has it: spots in their place, slips left out. */
function movedFilms(
  plan: Plan,
  effects: readonly MarkEffect[],
  label: (id: string) => number,
  mmPerPx: number,
): { readonly inkingId: string; readonly film: MovedFilm }[] {
  const marksOf = (is: (effect: MarkEffect) => boolean) => effects.flatMap((effect, m) => (is(effect) ? [m] : []));
  return plan.runs.flatMap(({ formes }) =>
    formes.filter(isMoved).flatMap(({ cutId, offsetMm, turnDeg, inkings }) =>
      inkings.map((inking) => ({
        inkingId: inking.id,
        film: {
          labels: printedIds(plan, { ...inking, cutId }).map(label),
          has: marksOf((effect) => effect.kind === 'within' && effect.cutId === cutId),
          lacks: marksOf((effect) => takesFrom(effect, cutId)),
          ...{ dxPx: offsetMm.xMm / mmPerPx, dyPx: offsetMm.yMm / mmPerPx, turnDeg },
        },
      })),
    ),
  );
}

export interface Trap {
  readonly grow: string;
  readonly under: string;
  readonly mm: number;
}

/**
 * Which colour grows under which, and by how much, where several blocks meet. Pairs whose films are the same along the edge need none;
 * nor can areas grow that are cut one out of the other on one side of a block. Under a key drawing every colour runs, by half the width of its
 * lines.
 */
export function trapsOf(plan: Plan): Trap[] {
  if (!plan.flat) return [];
  const { colours, barePaperId } = plan.flat;
  const printed = colours.filter((c) => c.id !== barePaperId);
  const inkings = plan.runs.flatMap(inkingsOf);
  const sideOf = new Map(inkings.map((inking) => [inking.id, sideOfCut(plan, inking.cutId)?.id]));
  const spots = new Set<string | null>(cutsOf(plan).flatMap((cut) => (cut.within ? [cut.id] : [])));
  // a spot is printed last into its own place, a forme laid elsewhere somewhere: they meet nothing by an overlap of the picture
  const films = new Map(
    printed.map((c) => [
      c.id,
      inkings
        .filter((inking) => !inking.moved && !spots.has(inking.cutId) && printedIds(plan, inking).includes(c.id))
        .map((inking) => inking.id),
    ]),
  );
  const meetBetweenSides = (a: string, b: string) => {
    const [ofA, ofB] = [films.get(a)!, films.get(b)!];
    const ending = [...ofA.filter((film) => !ofB.includes(film)), ...ofB.filter((film) => !ofA.includes(film))];
    return new Set(ending.map((film) => sideOf.get(film))).size > 1;
  };
  const traps: Trap[] = [];
  for (const a of printed)
    for (const b of printed) {
      if (a.id >= b.id || !meetBetweenSides(a.id, b.id)) continue;
      const pair = plan.fit.pairs.find((p) => (p.aId === a.id && p.bId === b.id) || (p.aId === b.id && p.bId === a.id));
      const key = keyOf(plan, a.id, b.id);
      if (key) {
        // a colour runs under the lines from both sides, so that it meets its neighbour in their middle
        traps.push({ grow: key.other, under: key.colourId, mm: Math.max(pair?.mm ?? 0, key.widthMm / 2) });
        continue;
      }
      const mm = pair?.mm ?? plan.fit.trapMm;
      const aLighter = a.wantedLabD50[0] >= b.wantedLabD50[0];
      const [grow, under] = aLighter === (pair?.grows !== 'darker') ? [a.id, b.id] : [b.id, a.id];
      if (mm > 0 && films.get(grow)!.some((film) => !films.get(under)!.includes(film))) traps.push({ grow, under, mm });
    }
  return traps;
}

/** The key drawing where one of two colours is it, with the other of them. */
function keyOf({ flat }: Plan, a: string, b: string) {
  const key = flat?.key;
  return key && (key.colourId === a || key.colourId === b) ? { ...key, other: key.colourId === a ? b : a } : undefined;
}

/**
 * Where several films from one side of a block, cut again between runs, would end on one edge, all but the first of them end inside: the
 * deeper colour prints there as the colour that is finished by that first film.
 */
export function chokesOf(plan: Plan): { inside: number; against: number; as: number }[] {
  if (plan.fit.chokeMm <= 0 || !plan.flat) return [];
  const { colours } = plan.flat;
  const out: { inside: number; against: number; as: number; films: number }[] = [];
  for (const { cuts } of sidesOf(plan)) {
    if (cuts.length < 2) continue;
    const films = colours.map((c) => cuts.filter((cut) => cut.standingIds.includes(c.id)).length);
    colours.forEach((_, inside) =>
      colours.forEach((__, against) => {
        if (films[inside] - films[against] < 2) return;
        const as = finishedBy(cuts, films[against], colours);
        if (as >= 0) out.push({ inside, against, as, films: films[against] });
      }),
    );
  }
  // the choke that takes away most comes first
  return out.sort((a, b) => a.films - b.films).map(({ inside, against, as }) => ({ inside, against, as }));
}

/** The colour finished by this cut: the first that stands in it and in no later one. */
function finishedBy(cuts: readonly Pick<Cut, 'standingIds'>[], at: number, colours: readonly FlatColour[]): number {
  const later = cuts[at + 1]?.standingIds ?? [];
  const id = cuts[at].standingIds.find((standing) => !later.includes(standing));
  return colours.findIndex((c) => c.id === id);
}

/** Whether a part of the sheet stands in a state of a block; what a saw takes is not cut away, and counts as standing. */
export function standsAt(plan: Plan, sheet: PrintSheet, part: PrintPart, cutId: string): boolean {
  const cut = cutsOf(plan).find((one) => one.id === cutId);
  const colours = plan.flat?.colours ?? [];
  return (
    Boolean(cut) &&
    part.as.some((label) => cut!.standingIds.includes(colours[label]?.id)) &&
    notTakenAway(sheet, { ...part, marks: part.marks.filter((m) => sheet.effects[m]?.kind !== 'sawn') }, cutId)
  );
}

/** Whether what lies under a mark has been taken from a cut, by a slip or by a saw. */
function takesFrom(effect: MarkEffect, cutId: string | null): boolean {
  return (effect.kind === 'slip' || effect.kind === 'sawn') && cutId !== null && effect.cutIds.includes(cutId);
}

function notTakenAway(sheet: PrintSheet, part: PrintPart, cutId: string | null): boolean {
  if (cutId === null) return true;
  return sheet.effects.every((effect, m) => {
    if (effect.kind === 'within') return effect.cutId !== cutId || part.marks.includes(m);
    return !takesFrom(effect, cutId) || !part.marks.includes(m);
  });
}

/** Whether an inking of a run leaves its film on a part; `printed` are the colours it prints on, where not those of the plan. */
export function inkedAt(
  plan: Plan,
  sheet: PrintSheet,
  part: PrintPart,
  run: Pick<Run, 'id'>,
  inking: Pick<LaidInking, 'id' | 'cutId' | 'zoneIds' | 'keptOut'>,
  printed: readonly string[] = printedIds(plan, inking),
): boolean {
  const colours = plan.flat?.colours ?? [];
  const moved = sheet.effects.findIndex((effect) => effect.kind === 'moved' && effect.inkingId === inking.id);
  const lies =
    moved >= 0
      ? part.marks.includes(moved)
      : part.as.some((label) => printed.includes(colours[label]?.id)) && notTakenAway(sheet, part, inking.cutId);
  if (!lies) return false;
  return sheet.effects.every(
    (effect, m) =>
      effect.kind !== 'mask' || effect.runId !== run.id || part.marks.includes(m) !== (effect.covers === 'place'),
  );
}

/** What stands, is cut and went before where a forme lies in the press, in parts of the sheet. */
function labelStateOfForme(plan: Plan, run: Run, { cutId }: Forme, sheet: PrintSheet): CutState<number> {
  const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
  const at = cuts.findIndex((cut) => cut.id === cutId);
  const all = sheet.parts.map((_, p) => p);
  if (at < 0) return { standing: [], cutNow: [], clearedEarlier: [] };
  const standing = cuts.map((cut) => all.filter((p) => standsAt(plan, sheet, sheet.parts[p], cut.id)));
  const state = cutStatesOf(standing, all)[at];
  // type is set, not cut: what is no letter was never there
  if (blockOfCut(plan, cutId)?.type)
    return { standing: state.standing, cutNow: [], clearedEarlier: all.filter((p) => !state.standing.includes(p)) };
  // a second run from one cut finds the block cut already
  const again = runsOfCut(plan, cuts[at].id)[0] < plan.runs.indexOf(run);
  return again
    ? { standing: state.standing, cutNow: [], clearedEarlier: all.filter((p) => !state.standing.includes(p)) }
    : state;
}

/** The same for all formes of a run together. */
export function labelStateOfRun(plan: Plan, run: Run, sheet: PrintSheet = plainSheet(plan)): CutState<number> {
  return togetherOf(run.formes.map((forme) => labelStateOfForme(plan, run, forme, sheet)));
}

/** A name for each part: the colour's own id for what the picture has, with a number for the rest. */
export function partIds(plan: Plan, sheet: PrintSheet): string[] {
  const colours = plan.flat?.colours ?? [];
  return sheet.parts.map((part, p) => (p < colours.length ? colours[p].id : `${colours[part.label]?.id}+${p}`));
}

/** What to say at the cut lines of a run's block: on which side of the drawn line to cut, and against which colours. */
export function cutLineNotes(plan: Plan, run: Run): Phrase[] {
  const name = (id: string) => plan.flat!.colours.find((c) => c.id === id)!.name;
  const { chokeMm } = plan.fit;
  if (printsFromOneSide(plan)) {
    return chokeMm > 0 && chokesOf(plan).length > 0 ? [phrase('cutLine.choked', { chokeMm })] : [];
  }
  const mine = new Set(inkingsOf(run).flatMap((inking) => printedIds(plan, inking)));
  return trapsOf(plan)
    .filter((trap) => mine.has(trap.grow) && !mine.has(trap.under))
    .map(({ grow, under, mm }) =>
      phrase('cutLine.trapped', {
        ...{ grow: name(grow), under: name(under), trapMm: mm },
        block: blockNamesOf(plan, run),
      }),
    );
}

/** What is kept from printing in a run, as one would say it on the bench: places, then colours all over. */
export function maskNotes(plan: Plan, run: Run): Phrase[] {
  return [...placeNotes(plan, run), ...colourNotes(plan, run)];
}

/** Colours that stand for the run and are masked, wiped off, or inked by none of its inks. */
function colourNotes(plan: Plan, run: Run): Phrase[] {
  const inkings = inkingsOf(run);
  const names = (ids: readonly string[]) =>
    (plan.flat?.colours ?? []).flatMap(({ id, name }) => (ids.includes(id) ? [name] : []));
  const cutIds = new Set(run.formes.map((forme) => forme.cutId));
  const standing = cutsOf(plan).flatMap((cut) => (cutIds.has(cut.id) && !cut.within ? cut.standingIds : []));
  const kept = (by: 'mask' | 'wipe') =>
    inkings.flatMap((inking) => inking.keptOut.flatMap(({ colourId, by: how }) => (how === by ? [colourId] : [])));
  const inked = inkings.flatMap((inking) => printedIds(plan, { ...inking, keptOut: [] }));
  const left = { mask: kept('mask'), wipe: kept('wipe'), 'do not ink': standing.filter((id) => !inked.includes(id)) };
  return (['mask', 'wipe', 'do not ink'] as const).flatMap((kind) => {
    const colours = names(left[kind]);
    if (colours.length === 0) return [];
    const what = phrase('maskNote.colours', { colours });
    return [phrase(`maskNote.kind.${kind}`, { what, noted: false, note: '', inks: inkNamesOf(plan, run) })];
  });
}

function placeNotes(plan: Plan, run: Run): Phrase[] {
  return plan.masks
    .filter((mask) => mask.runId === run.id)
    .map(({ kind, place, covers, note }) => {
      const count = place.anchors.length + place.outlinesMm.length;
      const what =
        kind === 'keep clean'
          ? phrase('maskNote.clearedGround')
          : phrase(covers === 'place' ? 'maskNote.places' : 'maskNote.allBut', { count });
      return phrase(`maskNote.kind.${kind}`, { what, noted: note !== '', note, inks: inkNamesOf(plan, run) });
    });
}

/** Same kind, same place to half a millimetre: the same finding, also after small changes elsewhere. */
export function keyOfFinding(finding: { readonly kind: string; readonly xMm: number; readonly yMm: number }): string {
  return `${finding.kind} ${Math.round(finding.xMm * 2) / 2} ${Math.round(finding.yMm * 2) / 2}`;
}
