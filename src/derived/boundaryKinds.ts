import { deltaE2000, type Lab } from '@/core/colour';
import { stackLooksLabD50, type LaidFilm } from '@/core/inks';
import { BEYOND, askedOnce, type WrongStrips, type BoundaryKind, type FilmEdge } from '@/core/registration';
import { groundOfPlan, printedRuns, type ColoursGot } from './looks';
import { inkingsOf, printedIds, cutsOf } from './lookups';
import { type Plan } from '@/model';
import { trapsOf, chokesOf } from './printSheet';

/** Strips whose colour differs from all that is planned there by more than this are seen (start value). */
const SEEN_DELTA_E = 6;

/**
 * What films end between every two colours of the picture (and between each and the bare sheet round it), with overlaps and chokes, and
 * which strips would be seen. `fit` may be tried in place of the plan's own.
 */
export function boundaryKindsOf(plan: Plan, got: ColoursGot = [], fit = plan.fit): BoundaryKind[] {
  const tried = { ...plan, fit };
  const colours = plan.flat?.colours ?? [];
  const ground = groundOfPlan(plan),
    runs = printedRuns(plan, got);
  // a spot is printed into its own place, a forme laid elsewhere somewhere: they end on no boundary of the picture
  const spots = new Set<string | null>(cutsOf(plan).flatMap((cut) => (cut.within ? [cut.id] : [])));
  // by run and label; asked for every pair of labels, so worked out once
  const inkingOf = plan.runs.map((run) => {
    const printed = inkingsOf(run).map(
      (inking) => new Set(inking.moved || spots.has(inking.cutId) ? [] : printedIds(plan, inking)),
    );
    return colours.map(({ id }) => printed.findIndex((ids) => ids.has(id)));
  });
  const inkingAt = (run: number, label: number) => (label === BEYOND ? -1 : inkingOf[run][label]);
  const label = (id: string) => colours.findIndex((c) => c.id === id);
  const traps = trapsOf(tried).map((t) => ({ grow: label(t.grow), under: label(t.under), mm: t.mm })),
    chokes = chokesOf(tried);
  const kinds: BoundaryKind[] = [];
  for (let a = 0; a < colours.length; a++)
    for (const b of [...colours.keys(), BEYOND]) {
      if (b <= a) continue;
      const edges: FilmEdge[] = [],
        shared: number[] = [],
        inkings: number[] = [];
      plan.runs.forEach((_, run) => {
        const atA = inkingAt(run, a),
          atB = inkingAt(run, b);
        inkings[run] = atA >= 0 ? atA : atB;
        if (atA >= 0 && atB >= 0) shared.push(run);
        else if (atA >= 0 || atB >= 0)
          edges.push({ run, covers: atA >= 0 ? 'a' : 'b', offsetMm: offsetOf(a, b, run, atA >= 0) });
      });
      kinds.push({
        a,
        b,
        edges,
        wrong: wrongStrips(edges, (films) =>
          look(
            [...shared, ...films].sort((p, q) => p - q),
            inkings,
          ),
        ),
      });
    }
  return kinds;

  function offsetOf(a: number, b: number, run: number, coversA: boolean): number {
    const own = coversA ? a : b,
      other = coversA ? b : a,
      outward = coversA ? 1 : -1;
    const trap = traps.find((t) => t.grow === own && t.under === other);
    if (trap) return outward * trap.mm;
    const choke = chokes.find((c) => c.inside === own && c.against === other);
    return choke && inkingAt(run, choke.as) < 0 ? -outward * fit.chokeMm : 0;
  }

  function look(films: readonly number[], inkings: readonly number[]): Lab {
    const laid = films.flatMap((run) => Array<LaidFilm>(runs[run].impressions).fill(runs[run].inkings[inkings[run]]));
    return stackLooksLabD50(ground, laid).at(-1) ?? ground.paperLabD50;
  }
}

/** Whether a set of the films that end here is not planned and differs from what is: reckoned when it is first asked for. */
function wrongStrips(edges: readonly FilmEdge[], look: (films: readonly number[]) => Lab): WrongStrips {
  if (edges.length < 2) return () => 0;
  const lookOf = (films: number) => look(edges.filter((_, i) => films & (1 << i)).map((e) => e.run));
  // from a to b with nothing moved: the strips that are meant
  let films = edges.reduce((bits, e, i) => (e.covers === 'a' ? bits | (1 << i) : bits), 0);
  const planned = new Set([films]);
  const order = edges.map((_, i) => i).sort((p, q) => edges[p].offsetMm - edges[q].offsetMm);
  order.forEach((edge, i) => {
    films ^= 1 << edge;
    if (i === order.length - 1 || edges[order[i + 1]].offsetMm > edges[edge].offsetMm + 1e-9) planned.add(films);
  });
  let looks: Lab[] | undefined;
  return askedOnce(edges.length, (set) => {
    if (planned.has(set)) return 0;
    looks ??= [...planned].map(lookOf);
    const own = lookOf(set);
    return looks.every((meant) => deltaE2000(meant, own) > SEEN_DELTA_E) ? 1 : 0;
  });
}
