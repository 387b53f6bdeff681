import { deltaE2000 } from '@/core/colour';
import type { Plan } from '@/model';
import { nearestInks, type Meetings } from './composition';
import { inkNamesOf, inkOf, printedIds } from './lookups';
import { looksOfPlan, type ColoursGot } from './looks';
import type { PrintSheet } from './printSheet';

/** A film that lies on an open one and picks some of it up. */
export interface Blend {
  /** Places in the order of runs, from 0. */
  readonly run: number;
  readonly below: number;
  readonly areaCm2: number;
  /** How far it moves what is seen there, ΔE00 over that area. */
  readonly deltaE: number;
}

/** Where films pick up ink of open ones right below them, and what that changes; the largest change first. */
export function blendsOf(plan: Plan, got: ColoursGot, sheet: PrintSheet): Blend[] {
  const { way } = plan;
  if (way.under !== 'wet' || way.blend.percent === 0 || !plan.flat) return [];
  const tinted = looksOfPlan(plan, got, sheet)!,
    clean = looksOfPlan({ ...plan, way: { ...way, blend: { ...way.blend, percent: 0 } } }, got, sheet)!;
  const areaCm2 = ((plan.picture?.widthMm ?? 0) * (plan.picture?.heightMm ?? 0)) / 100;
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

/** Two inks rolled on one cut whose colours meet there: the roller drags the one into the other. */
export interface BlockBlend {
  readonly run: number;
  readonly first: string;
  readonly second: string;
  readonly edgeMm: number;
  /** The lighter of both: so that it stays clean. */
  readonly chargedFirst: string;
}

export function blendsOnBlocks(plan: Plan, { gapsMm, bordersMm }: Meetings): BlockBlend[] {
  const ids = plan.flat!.colours.map(({ id }) => id);
  const border = (x: string, y: string) => bordersMm[ids.indexOf(x) * ids.length + ids.indexOf(y)];
  return nearestInks(plan, { gapsMm }).flatMap(({ run, a, b, gapMm }) => {
    const [first, second] = [inkOf(plan, a), inkOf(plan, b)],
      [mine, others] = [printedIds(plan, a), printedIds(plan, b)];
    const edgeMm = mine.reduce((sum, x) => others.reduce((of, y) => of + border(x, y), sum), 0);
    if (gapMm > 0 || edgeMm === 0) return [];
    const lighter = first.solidLabD50[0] >= second.solidLabD50[0] ? first : second;
    return [{ run, first: first.name, second: second.name, edgeMm, chargedFirst: lighter.name }];
  });
}

/** The runs of a blend, as words about it name them. */
export function blendNames({ runs, ...plan }: Plan, { run, below }: Blend) {
  const inks = (r: number) => inkNamesOf({ runs, ...plan }, runs[r]);
  return { run: run + 1, below: below + 1, inks: inks(run), belowInks: inks(below) };
}
