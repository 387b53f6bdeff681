import { deltaE2000 } from '@/core/colour';
import type { Plan } from '@/model';
import type { Meetings } from './composition';
import { imageCm2, inkNamesOf, inkOf } from './lookups';
import { looksOfPlan, type ColoursGot } from './looks';
import type { PrintSheet } from './printSheet';
import { carriedOverEdges } from './carriedInks';

/** A film that lies on an open one and picks some of it up. */
export interface Blend {
  /** Places in the order of runs, from 0. */
  readonly run: number;
  readonly below: number;
  readonly areaCm2: number;
  /** How far it moves what is seen there, ΔE00 over that area. */
  readonly deltaE: number;
}

type BlendRule = Plan['way']['blend'];
const withBlend = (plan: Plan, part: Partial<BlendRule>): Plan => ({
  ...plan,
  way: { ...plan.way, blend: { ...plan.way.blend, ...part } },
});

/** Where films pick up ink of open ones right below them, and what that changes; the largest change first. */
export function blendsOf(plan: Plan, got: ColoursGot, sheet: PrintSheet): Blend[] {
  const { way } = plan;
  if (way.under !== 'wet' || way.blend.percent === 0 || !plan.flat) return [];
  // what meets on a block is told apart
  const tinted = looksOfPlan(withBlend(plan, { reachMm: 0 }), got, sheet)!,
    clean = looksOfPlan(withBlend(plan, { reachMm: 0, percent: 0 }), got, sheet)!;
  const areaCm2 = imageCm2(plan);
  const found = new Map<string, { run: number; below: number; share: number; moved: number }>();
  tinted.stacks.forEach((stack, p) =>
    stack.forEach(({ run }, i) => {
      const below = stack[i - 1]?.run;
      const moved = deltaE2000(tinted.reached[p][i + 1], clean.reached[p][i + 1]);
      if (below === undefined || below === run || moved === 0) return;
      const key = `${run} ${below}`,
        one = found.get(key) ?? { run, below, share: 0, moved: 0 };
      found.set(key, { ...one, share: one.share + sheet.share[p], moved: one.moved + moved * sheet.share[p] });
    }),
  );
  return [...found.values()]
    .filter(({ share }) => share > 0)
    .map(({ run, below, share, moved }) => ({ run, below, areaCm2: share * areaCm2, deltaE: moved / share }))
    .sort((a, b) => b.deltaE * b.areaCm2 - a.deltaE * a.areaCm2);
}

/** Two inks rolled on one cut whose colours meet there: the roller charged last carries the one into the other. */
export interface BlockBlend {
  /** Place in the order of runs, from 0. */
  readonly run: number;
  readonly chargedFirst: string;
  readonly tinted: string;
  readonly edgeMm: number;
  /** Where it holds some of the other ink, and how far that moves what is seen there after the run, ΔE00. */
  readonly areaCm2: number;
  readonly deltaE: number;
}

export function blendsOnBlocks(
  plan: Plan,
  { gapsMm, bordersMm }: Meetings,
  got: ColoursGot,
  sheet: PrintSheet,
): BlockBlend[] {
  const ids = plan.flat!.colours.map(({ id }) => id);
  const carried = carriedOverEdges(plan, []).flatMap((one) => {
    if (one.by !== 'one block') return [];
    const met = one.pairs.map(({ from, into }) => ids.indexOf(from) * ids.length + ids.indexOf(into));
    const edgeMm = met.reduce((sum, pair) => sum + bordersMm[pair], 0);
    return edgeMm > 0 && met.some((pair) => gapsMm[pair] === 0) ? [{ ...one, edgeMm }] : [];
  });
  if (carried.length === 0) return [];
  const tinted = looksOfPlan(plan, got, sheet)!,
    clean = looksOfPlan(withBlend(plan, { reachMm: 0 }), got, sheet)!;
  return carried
    .map(({ run, from, into, edgeMm }): BlockBlend => {
      const marks = sheet.effects.flatMap((effect, mark) =>
        effect.kind === 'blended' && effect.inkingId === into.id && effect.withId === from.id ? [mark] : [],
      );
      const parts = sheet.parts.flatMap((part, p) => (part.marks.some((mark) => marks.includes(mark)) ? [p] : []));
      const share = parts.reduce((sum, p) => sum + sheet.share[p], 0);
      const moved = parts.reduce(
        (sum, p) => sum + sheet.share[p] * deltaE2000(tinted.looks[run + 1][p], clean.looks[run + 1][p]),
        0,
      );
      return {
        ...{ run, edgeMm, areaCm2: share * imageCm2(plan), deltaE: share > 0 ? moved / share : 0 },
        ...{ chargedFirst: inkOf(plan, from).name, tinted: inkOf(plan, into).name },
      };
    })
    .sort((a, b) => b.deltaE * b.areaCm2 - a.deltaE * a.areaCm2);
}

/** The runs of a blend, as words about it name them. */
export function blendNames({ runs, ...plan }: Plan, { run, below }: Blend) {
  const inks = (r: number) => inkNamesOf({ runs, ...plan }, runs[r]);
  return { run: run + 1, below: below + 1, inks: inks(run), belowInks: inks(below) };
}
