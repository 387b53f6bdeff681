import { deltaE2000, type Lab } from '../colour';
import {
  measuredFromInternal,
  mixFilms,
  stackInternals,
  stackLooksLabD50,
  type Film,
  type Ground,
  type LaidFilm,
} from '../inks';

/**
 * A fade is a film that changes along a straight line on the print: from its ink to another (both films in parts, after Duncan 1940) or to
 * nothing. Before the line it is all of its ink, beyond it all of what it goes over to; across the line it does not change.
 */
export interface Fade {
  /** Print as seen, mm. */
  readonly fromMm: PlaceMm;
  readonly toMm: PlaceMm;
  readonly curve: FadeCurve;
  /** The usual film of the ink it goes over to; null where it runs out to nothing. */
  readonly to: Film | null;
}

/** A place on the print as seen, mm from the top left corner. */
export interface PlaceMm {
  readonly xMm: number;
  readonly yMm: number;
}

/** How it goes from one end to the other: alike all along; slowly at first; quickly at first. */
export const FADE_CURVES = ['even', 'slow', 'fast'] as const;
export type FadeCurve = (typeof FADE_CURVES)[number];
/** A look along a fade is reckoned at so many steps, placed where it changes most, and drawn between them. */
export const FADE_STEPS = 17;

/** A film that may fade. */
export interface FadingFilm extends LaidFilm {
  readonly fade?: Fade | null;
}

/** How far a fade has gone over to its other end, 0–1, at a share of its line (0 its beginning, 1 its end; beyond, the nearer end). */
export function goneOver(curve: FadeCurve, along: number): number {
  const t = Math.min(1, Math.max(0, along));
  return curve === 'even' ? t : curve === 'slow' ? t * t : t * (2 - t);
}

/** The same at a place of the print. */
export function goneOverAt({ fromMm, toMm, curve }: Omit<Fade, 'to'>, { xMm, yMm }: PlaceMm): number {
  const dx = toMm.xMm - fromMm.xMm,
    dy = toMm.yMm - fromMm.yMm;
  return goneOver(curve, ((xMm - fromMm.xMm) * dx + (yMm - fromMm.yMm) * dy) / (dx * dx + dy * dy));
}

/** What lies of a film where its fade has gone over so far. */
function filmGoneOver(laid: FadingFilm, over: number): LaidFilm {
  const { film, weight, laying, fade } = laid;
  if (!fade) return laid;
  const there = { ...(laying && { laying }) };
  return fade.to
    ? { film: mixFilms([film, fade.to], [1 - over, over]), weight, ...there }
    : { film, weight: weight * (1 - over), present: 1 - over, ...there };
}

/** What lies of a film at a place; a film that does not fade is the same everywhere. */
export function filmAt(laid: FadingFilm, place: PlaceMm): LaidFilm {
  return laid.fade ? filmGoneOver(laid, goneOverAt(laid.fade, place)) : laid;
}

/** A direction on the print along which looks change: places are told by x·dx + y·dy, mm. */
interface LookAxis {
  readonly dx: number;
  readonly dy: number;
  /** Rising; before the first and beyond the last nothing changes. */
  readonly atMm: readonly number[];
}

/** How a stack of films looks wherever it lies: at all crossings of the steps of its axes, and between them by straight lines. */
export interface LookField {
  readonly axes: readonly LookAxis[];
  /** With k films on, from the bare paper (0) up: L*, a*, b* one after another, the last axis counted fastest. */
  readonly looks: readonly Float64Array[];
}

/** Crossings looked at for one stack, at most: with fades in more directions each has fewer steps. */
const MOST_CROSSINGS = 20_000;
/** Where straight lines are nearer than this, ΔE00, no further step is wanted. */
const FINE_ENOUGH = 0.04;

/**
 * How films over one another look along their fades; undefined where none of them fades. Spectra are seen in daylight, or by `seen`. Cost:
 * about 35 stacks for each fade.
 */
export function lookField(
  ground: Ground,
  films: readonly FadingFilm[],
  seen?: (spectrum: Float64Array) => Lab,
): LookField | undefined {
  const lines = axesOf(films);
  if (lines.length === 0) return undefined;
  const looksOf = (laid: readonly LaidFilm[]) =>
    seen
      ? stackInternals(ground, laid).map((internal) => seen(measuredFromInternal(internal, ground.floor)))
      : stackLooksLabD50(ground, laid);
  const looksAt = (places: readonly number[]) =>
    looksOf(
      films.map((laid, i) => {
        const line = lines.findIndex(({ of }) => of.has(i));
        if (line < 0 || !laid.fade) return laid;
        const { fromAt, toAt } = lines[line].of.get(i)!;
        return filmGoneOver(laid, goneOver(laid.fade.curve, (places[line] - fromAt) / (toAt - fromAt)));
      }),
    );
  const most = Math.floor(MOST_CROSSINGS ** (1 / lines.length));
  const axes = lines.map((line, l): LookAxis => {
    // with all other fades at their one end, and at their other
    const others =
      lines.length === 1
        ? [[]]
        : [lines.map((one) => Math.min(...endsOf(one))), lines.map((one) => Math.max(...endsOf(one)))];
    return {
      dx: line.dx,
      dy: line.dy,
      atMm: stepsAlong(endsOf(line), Math.min(most, FADE_STEPS * line.of.size), (at) =>
        others.flatMap((places) => looksAt(Object.assign([...places], { [l]: at }))),
      ),
    };
  });
  const crossings = axes.reduce((n, { atMm }) => n * atMm.length, 1);
  const looks = Array.from({ length: films.length + 1 }, () => new Float64Array(3 * crossings));
  for (let c = 0; c < crossings; c++) {
    const places: number[] = [];
    for (let a = axes.length - 1, rest = c; a >= 0; a--) {
      const { atMm } = axes[a];
      places[a] = atMm[rest % atMm.length];
      rest = Math.floor(rest / atMm.length);
    }
    looksAt(places).forEach((lab, k) => looks[k].set(lab, 3 * c));
  }
  return { axes, looks };
}

const endsOf = ({ of }: Line) => [...of.values()].flatMap(({ fromAt, toAt }) => [fromAt, toAt]);

/** A direction with the fades that run along it, by their place among the films. */
interface Line {
  readonly dx: number;
  readonly dy: number;
  readonly of: Map<number, { readonly fromAt: number; readonly toAt: number }>;
}

/** The directions of all fades; those that run along one another, either way, share one. */
function axesOf(films: readonly FadingFilm[]): Line[] {
  const lines: Line[] = [];
  films.forEach(({ fade }, i) => {
    if (!fade) return;
    const [x, y] = [fade.toMm.xMm - fade.fromMm.xMm, fade.toMm.yMm - fade.fromMm.yMm];
    const length = Math.hypot(x, y);
    let line = lines.find(({ dx, dy }) => Math.abs(dx * y - dy * x) < 1e-6 * length);
    if (!line) lines.push((line = { dx: x / length, dy: y / length, of: new Map() }));
    const { dx, dy } = line;
    const at = (place: PlaceMm) => place.xMm * dx + place.yMm * dy;
    line.of.set(i, { fromAt: at(fade.fromMm), toAt: at(fade.toMm) });
  });
  return lines;
}

/** Every stretch between two ends begins in so many: an S-shaped change has its middle on the straight line, too. */
const BEGIN_IN = 2;

/** Steps from the ends of fades on: the stretch whose middle lies farthest from a straight line is halved, until all are fine enough. */
function stepsAlong(ends: readonly number[], most: number, looksAt: (at: number) => readonly Lab[]): number[] {
  const places = [...new Set(ends)].sort((a, b) => a - b);
  const begun = places.flatMap((at, i) =>
    Array.from({ length: i + 1 < places.length ? BEGIN_IN : 1 }, (_, k) =>
      k === 0 ? at : at + ((places[i + 1] - at) * k) / BEGIN_IN,
    ),
  );
  const steps = begun.map((at): Step => ({ at, looks: looksAt(at) }));
  const middles = steps.slice(1).map((step, i) => middleOf(steps[i], step, looksAt));
  while (steps.length < most) {
    const off = middles.map((middle) => middle.off),
      widest = off.indexOf(Math.max(...off));
    if (off[widest] < FINE_ENOUGH) break;
    const middle = middles[widest];
    middles.splice(widest, 1, middleOf(steps[widest], middle, looksAt), middleOf(middle, steps[widest + 1], looksAt));
    steps.splice(widest + 1, 0, middle);
  }
  return steps.map(({ at }) => at);
}

interface Step {
  readonly at: number;
  readonly looks: readonly Lab[];
}

/** The middle between two steps, and how far it lies from the straight line between them, ΔE00. */
function middleOf(from: Step, to: Step, looksAt: (at: number) => readonly Lab[]): Step & { readonly off: number } {
  const at = (from.at + to.at) / 2,
    looks = looksAt(at);
  const off = looks.reduce((most, lab, k) => Math.max(most, deltaE2000(lab, between(from.looks[k], to.looks[k]))), 0);
  return { at, looks, off };
}

const between = (a: Lab, b: Lab): Lab => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];

/** The look of the lowest `films` of the stack at a place. */
export function lookInField({ axes, looks }: LookField, films: number, { xMm, yMm }: PlaceMm): Lab {
  const table = looks[films];
  let corners: { readonly index: number; readonly share: number }[] = [{ index: 0, share: 1 }];
  for (const { dx, dy, atMm } of axes) {
    const at = xMm * dx + yMm * dy;
    const next = Math.min(
      atMm.length - 1,
      Math.max(
        1,
        atMm.findIndex((step) => step >= at),
      ),
    );
    const beyond = at >= atMm[atMm.length - 1];
    const high = beyond ? atMm.length - 1 : next;
    const share = beyond ? 1 : Math.max(0, (at - atMm[high - 1]) / (atMm[high] - atMm[high - 1]));
    corners = corners.flatMap((corner) => [
      { index: corner.index * atMm.length + high - 1, share: corner.share * (1 - share) },
      { index: corner.index * atMm.length + high, share: corner.share * share },
    ]);
  }
  const lab: [number, number, number] = [0, 0, 0];
  for (const { index, share } of corners) for (let c = 0; c < 3; c++) lab[c] += share * table[3 * index + c];
  return lab;
}
