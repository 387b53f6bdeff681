import { deltaE2000, type Lab } from '@/core/colour';
import { type FlatColour, type FlatPlan } from '@/model';
import { guessBarePaper } from '@/derived';
import type { FlatResult } from '@/workers';
import { nameForColour } from '@/words/colours';

/** Colours nearer than this to one that was there before count as that colour and keep its name. */
const SAME_BEFORE_DELTA_E = 8;

/** The stored flat colours for what the worker found; colours known by place or by likeness keep id and name. */
export function flatFromResult(
  result: FlatResult,
  labelsSha: string,
  settings: FlatPlan['settings'],
  before: FlatPlan | null,
  paperLabD50: Lab,
  byHand: boolean,
): FlatPlan {
  const unused = new Set(before?.colours ?? []);
  const claim = (label: number): FlatColour | undefined => {
    const from = result.from[label];
    const lab = result.coloursLabD50[label];
    const known = from !== null ? before?.colours[from] : byHand ? undefined : nearestOf([...unused], lab);
    if (known) unused.delete(known);
    return known;
  };
  const names: string[] = [];
  let serial = Math.max(0, ...(before?.colours ?? []).map((c) => Number(/^c(\d+)$/.exec(c.id)?.[1] ?? 0)));
  const colours = result.coloursLabD50.map((lab, label): FlatColour => {
    const known = claim(label);
    const wantedLabD50: Lab = byHand && known ? known.wantedLabD50 : lab;
    const name = known?.name ?? nameForColour(lab, names);
    names.push(name);
    const { areaShare, islandCount, thinnestMm } = result.figures[label];
    return {
      id: known?.id ?? `c${++serial}`,
      name,
      wantedLabD50,
      areaShare,
      islandCount,
      ...(thinnestMm === undefined ? {} : { thinnestMm: Math.round(thinnestMm * 100) / 100 }),
    };
  });
  const keepsBare = before?.barePaperId && colours.some((c) => c.id === before.barePaperId);
  const barePaperId = keepsBare
    ? before.barePaperId
    : before?.barePaperId === null
      ? null
      : guessBarePaper(colours, paperLabD50);
  // a key drawing is a colour by hand: flattened anew, the picture has none
  const key = byHand && before?.key && colours.some(({ id }) => id === before.key!.colourId) ? before.key : undefined;
  const handChanges = byHand ? (before?.handChanges ?? 0) + 1 : 0;
  return { labelsSha, settings, colours, barePaperId, ...(key && { key }), handChanges };
}

function nearestOf(colours: readonly FlatColour[], lab: Lab): FlatColour | undefined {
  const near = colours.map((c) => ({ c, off: deltaE2000(c.wantedLabD50, lab) })).sort((a, b) => a.off - b.off)[0];
  return near && near.off < SAME_BEFORE_DELTA_E ? near.c : undefined;
}
