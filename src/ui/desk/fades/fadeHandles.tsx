'use client';
import { roundTo } from '@/core/numeric';
import { formatLength } from '@/words/lengths';
import { inkingsOf, inkOf, placeOnLine, TONES_AT } from '@/derived';
import { PLACE_ON_PRINT_MM, type InkFade, type PlanEdit, type Run } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { SheetHandle } from '@/ui/kit/SheetHandles';
import { TOKENS } from '@/ui/theme/tokens';
import { fadeWords } from '@/words/fades';

/** No shorter than this: a fade has a direction. */
const LEAST_MM = 2;

/** The two ends of each fade of a run, to be dragged on the look: tried out while they move, kept when they are let go. */
export function useFadeHandles(run: Run | undefined, closed: boolean): readonly SheetHandle[] {
  const { plan, unit, change, tryOut } = usePrintDesk('plan', 'unit', 'change', 'tryOut');
  if (!run || closed) return [];
  return inkingsOf(run).flatMap((inking) => {
    const { fade } = inking;
    if (!fade) return [];
    const ink = inkOf(plan, inking).name;
    const move =
      (end: 'fromMm' | 'toMm'): SheetHandle['onMove'] =>
      (xMm, yMm, done) => {
        const moved = moveEnd(fade, end, xMm, yMm);
        if (!moved) return;
        const edit: PlanEdit = { kind: 'inking-set', inkingId: inking.id, part: { fade: moved } };
        if (done) void change(edit);
        else tryOut(edit);
      };
    const said = (end: 'begin' | 'end', { xMm, yMm }: InkFade['fromMm']) =>
      fadeWords(`handle.${end}`, { ink, x: formatLength(xMm, unit), y: formatLength(yMm, unit) });
    return [
      { id: `${inking.id}-from`, label: said('begin', fade.fromMm), ...fade.fromMm, onMove: move('fromMm') },
      { id: `${inking.id}-to`, label: said('end', fade.toMm), ...fade.toMm, hollow: true, onMove: move('toMm') },
    ];
  });
}

/** The fade with one end elsewhere; undefined where that would leave no line. */
function moveEnd(fade: InkFade, end: 'fromMm' | 'toMm', xMm: number, yMm: number): InkFade | undefined {
  const { minMm, maxMm } = PLACE_ON_PRINT_MM;
  const tenth = (mm: number) => roundTo(Math.min(maxMm, Math.max(minMm, mm)), 1);
  const place = { xMm: tenth(xMm), yMm: tenth(yMm) },
    other = fade[end === 'fromMm' ? 'toMm' : 'fromMm'];
  const length = Math.hypot(place.xMm - other.xMm, place.yMm - other.yMm);
  return length < LEAST_MM ? undefined : { ...fade, [end]: place };
}

/** The lines of a run's fades, with ticks across them at the quarters. */
export function FadeLines({ run, mm }: { readonly run: Run; readonly mm: number }) {
  return inkingsOf(run).map(({ id, fade }) => fade && <FadeLine key={id} fade={fade} mm={mm} />);
}

const TICK_PX = 9;

function FadeLine({ fade, mm }: { readonly fade: InkFade; readonly mm: number }) {
  const { fromMm: a, toMm: b } = fade;
  const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
  const nx = (-(b.yMm - a.yMm) / length) * TICK_PX * mm,
    ny = ((b.xMm - a.xMm) / length) * TICK_PX * mm;
  const ticks = TONES_AT.map((along) => {
    const { xMm, yMm } = placeOnLine(fade, along);
    return `M${xMm - nx} ${yMm - ny}L${xMm + nx} ${yMm + ny}`;
  });
  const d = `M${a.xMm} ${a.yMm}L${b.xMm} ${b.yMm}${ticks.join('')}`;
  return (
    <>
      <path d={d} stroke={TOKENS.sheet} strokeWidth={4 * mm} fill="none" />
      <path d={d} stroke={TOKENS.ink} strokeWidth={1.5 * mm} fill="none" />
    </>
  );
}
