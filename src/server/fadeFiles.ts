import { HOUSE_COLOURS, hexFromLabD50, type Lab } from '@/core/colour';
import { labelSet, type CurveMap } from '@/core/geometry';
import { failure, type Outcome } from '@/core/units';
import {
  fadeNotes,
  inkedAt,
  inkingsOf,
  inkOf,
  lengthOfLine,
  looksOfPlan,
  placeOnLine,
  secondInkOf,
  sideOfRun,
  tonesOf,
  TONES_AT,
} from '@/derived';
import { pathOfSet, type Drawing, type Pen } from '@/formats';
import type { Store } from '@/store';
import { fileWords } from '@/words/files';
import { noteInWords } from '@/words/notes';
import { drawnSide, type Drawn } from './drawnSide';
import { FRAME_MM, originCorner, shifted, thisSideUp } from './drawings';
import { drawingsOut, fileStem, type FileOut } from './fileOut';
import { laidOut, runOf, tracedSheet, type LaidOut } from './printSheets';

type LaidInking = ReturnType<typeof inkingsOf>[number];
type Fading = LaidInking & { readonly fade: NonNullable<LaidInking['fade']> };
const fades = (inking: LaidInking): inking is Fading => inking.fade !== null;

/**
 * The fades of a run, true to size as the block lies: where each zone is, and the tones to hold beside the sheet. As PDF a page for each; as
 * SVG the one that is asked for, from 1.
 */
export async function fadeFile(
  db: Store,
  id: string,
  number: number,
  format: 'pdf' | 'svg',
  now: Date,
  which = 1,
): Promise<Outcome<FileOut>> {
  const found = laidOut(db, id);
  if (!found.ok) return found;
  const laid = found.value;
  const run = runOf(laid, number);
  if (!run.ok) return run;
  const fading = inkingsOf(run.value).filter(fades);
  if (fading.length === 0 || (format === 'svg' && !fading[which - 1]))
    return failure('run-missing.noInkOfItFades', { run: number });
  const curves = tracedSheet(laid);
  const drawings = fading.map((inking) => fadeDrawing(laid, curves, number, inking));
  const stem = fileWords('fadeFiles.stem', { fileStem: fileStem(laid.name), run: number });
  return drawingsOut(drawings, format, { stem, paper: laid.plan.layout.exportPaper, now, which: which - 1 });
}

/** A strip of tones to be cut off and held beside the sheet. */
const STRIP_MM = { height: 14, gap: 8 } as const;

function fadeDrawing(laid: LaidOut, curves: CurveMap, number: number, inking: Fading): Drawing {
  const { plan, sheet, got, name } = laid;
  const run = plan.runs[number - 1],
    drawn = drawnSide(laid, sideOfRun(plan, run), true),
    { widthMm, heightMm } = drawn,
    ink = inkOf(plan, inking),
    second = secondInkOf(plan, inking);
  const lies = (part: number) => inkedAt(plan, sheet, sheet.parts[part], run, inking);
  const area = pathOfSet(curves, labelSet([...sheet.parts.keys()].filter(lies)), drawn.mmPerPx, true);
  const tones = tonesOf(plan, got, looksOfPlan(plan, got, sheet)!, sheet, number - 1, inking);
  const { notes, warnings } = fadeNotes(plan, sheet, inking, lies);
  return {
    title: fileWords('fadeFiles.title', {
      ...{ name, run: number, ink: ink.name, to: second?.name ?? '', over: String(second !== undefined) },
    }),
    note: [...notes, ...warnings]
      .map((note) => noteInWords(note))
      .join(' · ')
      .slice(0, 150),
    widthMm: widthMm + 2 * FRAME_MM,
    heightMm: heightMm + 2 * FRAME_MM + STRIP_MM.gap + STRIP_MM.height,
    draw(pen) {
      pen.area(shifted(area, FRAME_MM), HOUSE_COLOURS.hairline);
      pen.rect(FRAME_MM, FRAME_MM, widthMm, heightMm, { widthMm: 0.3 });
      drawZones(pen, laid, drawn, inking, second?.name);
      originCorner(pen, FRAME_MM, FRAME_MM + heightMm, fileWords('drawings.originCorner'));
      pen.text(fileWords('drawings.mirroredThisIsThe'), FRAME_MM + 24, FRAME_MM - 5, 3.4, {
        colour: HOUSE_COLOURS.madder,
      });
      thisSideUp(pen, FRAME_MM + widthMm / 2, FRAME_MM - 1, 5);
      drawStrip(pen, tones, FRAME_MM, FRAME_MM + heightMm + FRAME_MM - 4 + STRIP_MM.gap / 2, widthMm);
    },
  };
}

/** Lines across the fade at its quarters, and what lies in each zone. */
function drawZones(
  pen: Pen,
  { widthMm, heightMm }: LaidOut,
  drawn: Drawn,
  { fade }: Fading,
  second: string | undefined,
): void {
  const length = lengthOfLine(fade),
    across = { x: -(fade.toMm.yMm - fade.fromMm.yMm) / length, y: (fade.toMm.xMm - fade.fromMm.xMm) / length };
  const onBlock = (xMm: number, yMm: number) => {
    const [x, y] = drawn.at(xMm, yMm);
    return [FRAME_MM + x, FRAME_MM + y] as const;
  };
  for (const along of TONES_AT) {
    const { xMm, yMm } = placeOnLine(fade, along);
    const within = clipped(xMm, yMm, across, widthMm, heightMm);
    if (!within) continue;
    const [a, b] = within.map((t) => onBlock(xMm + t * across.x, yMm + t * across.y));
    const end = along === 0 || along === 1;
    pen.line(...a, ...b, { widthMm: end ? 0.4 : 0.2, colour: HOUSE_COLOURS.slate, ...(!end && { dashMm: 2 }) });
    pen.text(fileWords(`fadeFiles.at.${FRACTION[along]}`), b[0] + 1, b[1] + 0.5, 3, { colour: HOUSE_COLOURS.slate });
  }
  const zones = zonesOf(fade.by, second !== undefined);
  zones.forEach(({ from, to, what }) => {
    const { xMm, yMm } = placeOnLine(fade, (from + to) / 2);
    if (xMm < 0 || yMm < 0 || xMm > widthMm || yMm > heightMm) return;
    const [x, y] = onBlock(xMm, yMm);
    pen.text(fileWords(`fadeFiles.zone.${what}`, { second: second ?? '' }), x + 2.5, y - 5, 4);
  });
  const [x0, y0] = onBlock(fade.fromMm.xMm, fade.fromMm.yMm),
    [x1, y1] = onBlock(fade.toMm.xMm, fade.toMm.yMm);
  pen.line(x0, y0, x1, y1, { widthMm: 0.3, colour: HOUSE_COLOURS.ink });
  pen.circle(x0, y0, 1.2, { widthMm: 0.4, fill: HOUSE_COLOURS.ink });
  pen.circle(x1, y1, 1.2, { widthMm: 0.4, fill: HOUSE_COLOURS.sheet });
}

const FRACTION = { 0: 'begin', 0.25: 'quarter', 0.5: 'half', 0.75: 'threeQuarters', 1: 'end' } as const;

type Zone = 'pigment' | 'paste' | 'wet' | 'ink' | 'blend' | 'second' | 'nothing';

/** What lies where along the line: for a brush pigment, paste and water; for rollers the first ink, the blend, and the second. */
function zonesOf(by: Fading['fade']['by'], over: boolean): readonly { from: number; to: number; what: Zone }[] {
  if ((by === 'brush' || by === 'second brush') && !over)
    return [
      { from: 0, to: 0.3, what: 'pigment' },
      { from: 0.3, to: 0.8, what: 'paste' },
      { from: 0.8, to: 1.1, what: 'wet' },
    ];
  return [
    { from: 0, to: 0.2, what: 'ink' },
    { from: 0.2, to: 0.8, what: 'blend' },
    { from: 0.8, to: 1, what: over ? 'second' : 'nothing' },
  ];
}

/** How far a line through a place reaches to both sides within the block: shares t of its direction; undefined where it misses it. */
function clipped(
  xMm: number,
  yMm: number,
  { x, y }: { readonly x: number; readonly y: number },
  widthMm: number,
  heightMm: number,
): readonly [number, number] | undefined {
  let least = -Infinity,
    most = Infinity;
  for (const [at, step, size] of [
    [xMm, x, widthMm],
    [yMm, y, heightMm],
  ] as const) {
    if (Math.abs(step) < 1e-9) {
      if (at < 0 || at > size) return undefined;
      continue;
    }
    const [a, b] = [-at / step, (size - at) / step].sort((p, q) => p - q);
    least = Math.max(least, a);
    most = Math.min(most, b);
  }
  return least < most ? [least, most] : undefined;
}

function drawStrip(
  pen: Pen,
  tones: readonly { readonly along: number; readonly labD50: Lab }[],
  x: number,
  y: number,
  widthMm: number,
): void {
  const each = Math.min(28, widthMm / tones.length);
  tones.forEach(({ along, labD50 }, i) => {
    pen.rect(x + i * each, y, each, STRIP_MM.height - 4, { widthMm: 0.1, fill: hexFromLabD50(labD50) });
    pen.text(
      fileWords(`fadeFiles.at.${FRACTION[along as keyof typeof FRACTION]}`),
      x + (i + 0.5) * each,
      y + STRIP_MM.height - 3,
      3,
      { align: 'center' },
    );
  });
  pen.rect(x, y, each * tones.length, STRIP_MM.height - 4, { widthMm: 0.3 });
}
