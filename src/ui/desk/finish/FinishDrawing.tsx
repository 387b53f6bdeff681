'use client';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import type { TrimLine, Trimmed } from '@/core/finishing';
import type { RectMm, SheetLayout } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import type { FinishingLine } from '@/model';
import { LookThumb } from '@/ui/kit/LookThumb';
import { pathOfMm } from '@/ui/kit/paths';
import { usePrintDesk } from '@/ui/kit/printContext';
import { SheetHandles, type SheetHandle } from '@/ui/kit/SheetHandles';
import { kit } from '@/ui/kit/styles';
import { useSizePx } from '@/ui/kit/useSizePx';
import { finishWords } from '@/words/finish';
import type { ShapeFound } from '@/workers';
import { placedIn, type Placed } from '../register/SheetLines';
import { useFinishing } from './FinishFields';
import css from './finish.module.css';
import { LOOKS } from './lineLooks';

const ROOM_PX = { x: 28, y: 34 };

interface Props {
  readonly trimmed: Trimmed & { readonly layout: SheetLayout };
  readonly shape: ShapeFound | undefined;
  readonly chosen: FinishingLine | undefined;
  readonly onChoose: (id: string | undefined) => void;
}

/** The sheet as printed, on which is drawn where it is cut, torn and folded; what comes off is hatched. */
export function FinishDrawing({ trimmed, shape, chosen, onChoose }: Props) {
  const { plan } = usePrintDesk('plan');
  const box = useRef<HTMLDivElement>(null);
  const { widthPx, heightPx } = useSizePx(box);
  const { layout } = trimmed;
  const place = useMemo(() => placedIn(layout, widthPx, heightPx, ROOM_PX), [layout, widthPx, heightPx]);
  /** A line that is being dragged, before it is let go. */
  const [draft, setDraft] = useState<FinishingLine>();
  useEffect(() => setDraft(undefined), [plan.finishing.lines]);
  const lines = plan.finishing.lines.map((line) => (line.id === draft?.id ? draft : line));
  return (
    <div className={clsx(kit.sheetCanvas, kit.drawn, kit.still, css.canvas)} ref={box}>
      {widthPx > 0 && (
        <>
          <div
            className={css.sheet}
            style={{ ...rectOn(place, sheetRect(layout)), background: hexFromLabD50(plan.paper.labD50) }}
          />
          {layout.images.map((image, i) => (
            <div key={i} className={css.image} style={rectOn(place, image)}>
              <LookThumb run={plan.runs.length} label={finishWords('image', { image: i + 1 })} />
            </div>
          ))}
          <svg
            className={css.over}
            width={widthPx}
            height={heightPx}
            role="img"
            aria-label={finishWords('drawing')}
            data-testid="finish-drawing"
          >
            <OffcutPattern />
            <Offcut layout={layout} pieces={trimmed.pieces} shape={shape} place={place} />
            {trimmed.lines.map((line, i) => (
              <Straight key={i} line={line} place={place} />
            ))}
            {shape &&
              layout.images.map((image, i) => (
                <path key={i} d={shapeAt(shape, image, place)} className={css.cut} fill="none" data-line="shape" />
              ))}
            <DrawnLines {...{ layout, lines, place, onChoose }} chosenId={chosen?.id} />
          </svg>
          {chosen && (
            <LineEnds
              line={draft?.id === chosen.id ? draft : chosen}
              dragged={draft?.id === chosen.id ? draft : undefined}
              {...{ layout, place, box }}
              pieces={trimmed.pieces}
              onDraft={setDraft}
            />
          )}
          <Key acts={keysOf(trimmed.lines, lines, shape)} />
        </>
      )}
    </div>
  );
}

type Act = FinishingLine['does'] | TrimLine['does'];
const ACTS: readonly Act[] = ['cut', 'tear', 'mountain', 'valley'];

const keysOf = (
  trims: readonly TrimLine[],
  lines: readonly FinishingLine[],
  shape: ShapeFound | undefined,
): readonly Act[] =>
  ACTS.filter((act) => [...trims, ...lines].some(({ does }) => does === act) || (act === 'cut' && shape !== undefined));

/** Which line means what. */
function Key({ acts }: { readonly acts: readonly Act[] }) {
  if (acts.length === 0) return null;
  return (
    <ul className={css.key}>
      {acts.map((act) => (
        <li key={act}>
          <svg width="34" height="8" aria-hidden>
            <line x1="0" y1="4" x2="34" y2="4" className={LOOKS[act]} />
          </svg>
          {finishWords(`key.${act}`)}
        </li>
      ))}
    </ul>
  );
}

const sheetRect = ({ sheetMm }: SheetLayout): RectMm => ({ xMm: 0, yMm: 0, ...sheetMm });

const rectOn = ({ X, Y, scale }: Placed, { xMm, yMm, widthMm, heightMm }: RectMm) => ({
  left: X(xMm),
  top: Y(yMm),
  width: widthMm * scale,
  height: heightMm * scale,
});

/** A ring of the shape where an image lies, in pixels. */
const shapeAt = ({ ringsMm }: ShapeFound, image: RectMm, { X, Y }: Placed) =>
  pathOfMm(
    ringsMm.map((ring) =>
      ring.map((mm, i) => Math.round(10 * (i % 2 === 0 ? X(image.xMm + mm) : Y(image.yMm + mm))) / 10),
    ),
  );

function OffcutPattern() {
  return (
    <defs>
      <pattern id="comes-off" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-38)">
        <path d="M0 0H7" className={css.hatch} />
      </pattern>
    </defs>
  );
}

interface OffcutProps {
  readonly layout: SheetLayout;
  readonly pieces: readonly RectMm[];
  readonly shape: ShapeFound | undefined;
  readonly place: Placed;
}

/** What comes off: the sheet without its pieces. */
function Offcut({ layout, pieces, shape, place }: OffcutProps) {
  const path = useMemo(() => {
    const kept = shape
      ? layout.images.map((image) => shapeAt(shape, image, place)).join('')
      : pieces.map((piece) => rectPath(place, piece)).join('');
    return kept === '' ? '' : rectPath(place, sheetRect(layout)) + kept;
  }, [layout, pieces, shape, place]);
  if (path === '') return null;
  return (
    <g fillRule="evenodd" className={css.off}>
      <path d={path} className={css.shade} />
      <path d={path} fill="url(#comes-off)" />
    </g>
  );
}

const rectPath = ({ X, Y }: Placed, { xMm, yMm, widthMm, heightMm }: RectMm) =>
  `M${X(xMm)} ${Y(yMm)}H${X(xMm + widthMm)}V${Y(yMm + heightMm)}H${X(xMm)}z`;

/** A line across the sheet; a torn one is drawn as the deckle it leaves. */
function Straight({
  line: { does, fromMm, toMm },
  place: { X, Y },
}: {
  readonly line: TrimLine;
  readonly place: Placed;
}) {
  const [x1, y1, x2, y2] = [X(fromMm.xMm), Y(fromMm.yMm), X(toMm.xMm), Y(toMm.yMm)];
  if (does === 'cut') return <line {...{ x1, y1, x2, y2 }} className={css.cut} data-line="cut" />;
  return <path d={deckle(x1, y1, x2, y2)} className={css.tear} fill="none" data-line="tear" />;
}

const DECKLE_PX = 6;

/** A line that wavers a little, always in the same way. */
function deckle(x1: number, y1: number, x2: number, y2: number): string {
  const length = Math.hypot(x2 - x1, y2 - y1),
    steps = Math.max(1, Math.round(length / DECKLE_PX));
  const [nx, ny] = [-(y2 - y1) / length, (x2 - x1) / length];
  return Array.from({ length: steps + 1 }, (_, i) => {
    const off = 1.6 * Math.sin(i * 2.4) + 0.8 * Math.sin(i * 5.1);
    const x = x1 + ((x2 - x1) * i) / steps + nx * off,
      y = y1 + ((y2 - y1) * i) / steps + ny * off;
    return `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }).join('');
}

interface DrawnLinesProps {
  readonly layout: SheetLayout;
  readonly lines: readonly FinishingLine[];
  readonly place: Placed;
  readonly chosenId: string | undefined;
  readonly onChoose: (id: string) => void;
}

/** Cuts and folds on the piece of every image. */
function DrawnLines({ layout, lines, place, chosenId, onChoose }: DrawnLinesProps) {
  return layout.images.map((image, i) =>
    lines.map((line) => (
      <DrawnLine
        key={`${i} ${line.id}`}
        {...{ line, image, place }}
        chosen={line.id === chosenId}
        onChoose={() => onChoose(line.id)}
      />
    )),
  );
}

interface DrawnProps {
  readonly line: FinishingLine;
  readonly image: RectMm;
  readonly place: Placed;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function DrawnLine({ line, image, place: { X, Y }, chosen, onChoose }: DrawnProps) {
  const at = {
    x1: X(image.xMm + line.fromMm.xMm),
    y1: Y(image.yMm + line.fromMm.yMm),
    x2: X(image.xMm + line.toMm.xMm),
    y2: Y(image.yMm + line.toMm.yMm),
  };
  return (
    <g>
      <line {...at} className={css.halo} />
      <line {...at} className={clsx(LOOKS[line.does], chosen && css.chosen)} data-line={line.does} />
      {/* lines are chosen from their list by key; the pointer may take them here */}
      <line {...at} className={css.hold} onClick={onChoose} />
    </g>
  );
}

interface EndsProps {
  readonly line: FinishingLine;
  readonly layout: SheetLayout;
  readonly pieces: readonly RectMm[];
  readonly place: Placed;
  readonly box: RefObject<HTMLDivElement | null>;
  /** The line as it is being dragged. */
  readonly dragged: FinishingLine | undefined;
  readonly onDraft: (line: FinishingLine) => void;
}

/** Within so much an end is drawn to the rim of its piece, or straight beside the other end. */
const SNAP_MM = 1.5;

function LineEnds({ line, layout, pieces, place, box, dragged, onDraft }: EndsProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const set = useFinishing();
  const image = layout.images[0];
  const lines = plan.finishing.lines;
  const rims = [image, ...pieces.slice(0, 1)];
  const snapped = (mm: number, near: readonly number[]) =>
    near.find((one) => Math.abs(one - mm) <= SNAP_MM) ?? Math.round(2 * mm) / 2;
  const moved = (end: 'fromMm' | 'toMm', xMm: number, yMm: number, snaps: boolean): FinishingLine => {
    const other = line[end === 'fromMm' ? 'toMm' : 'fromMm'];
    const [x, y] = [xMm - image.xMm, yMm - image.yMm];
    const xs = [other.xMm, ...rims.flatMap((r) => [r.xMm - image.xMm, r.xMm + r.widthMm - image.xMm])],
      ys = [other.yMm, ...rims.flatMap((r) => [r.yMm - image.yMm, r.yMm + r.heightMm - image.yMm])];
    return { ...line, [end]: snaps ? { xMm: snapped(x, xs), yMm: snapped(y, ys) } : { xMm: x, yMm: y } };
  };
  const handle = (end: 'fromMm' | 'toMm'): SheetHandle => ({
    id: end,
    label: finishWords('lines.end', {
      which: end === 'fromMm' ? 'from' : 'to',
      number: lines.findIndex(({ id }) => id === line.id) + 1,
      x: formatLength(line[end].xMm, unit),
      y: formatLength(line[end].yMm, unit),
    }),
    xMm: image.xMm + line[end].xMm,
    yMm: image.yMm + line[end].yMm,
    hollow: end === 'toMm',
    onMove: (xMm, yMm, done) => {
      if (!done) return onDraft(moved(end, xMm, yMm, true));
      // dragged: as it is shown; by keys: where it was sent; a touch that moved nothing moves nothing
      const next = dragged ?? moved(end, xMm, yMm, false);
      if (!dragged && Math.hypot(next[end].xMm - line[end].xMm, next[end].yMm - line[end].yMm) < 0.9) return;
      set({ lines: lines.map((one) => (one.id === line.id ? next : one)) });
    },
  });
  return (
    <SheetHandles
      handles={[handle('fromMm'), handle('toMm')]}
      toBox={(xMm, yMm) => [place.X(xMm), place.Y(yMm)]}
      fromPointer={(clientX, clientY) => {
        const rect = box.current!.getBoundingClientRect();
        return [(clientX - rect.left - place.X(0)) / place.scale, (clientY - rect.top - place.Y(0)) / place.scale];
      }}
      mirrored={false}
    />
  );
}
