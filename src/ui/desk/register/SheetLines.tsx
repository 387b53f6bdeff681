'use client';
import {
  finishedRect,
  registrationWay,
  SHEET_EDGES,
  type RectMm,
  type SheetEdge,
  type SheetLayout,
} from '@/core/registration';
import { hexFromLabD50, type Lab } from '@/core/colour';
import { formatSize } from '@/words/lengths';
import { typeOnSheet } from '@/derived';
import { pathOfMm } from '@/ui/kit/paths';
import css from './SheetDrawing.module.css';
import { usePrintDesk } from '../../kit/printContext';
import { TOKENS } from '@/ui/theme/tokens';
import { registerWords } from '@/words/register';

/** Where millimetres of the sheet lie on the screen. */
export interface Placed {
  readonly widthPx: number;
  readonly heightPx: number;
  /** Pixels a millimetre. */
  readonly scale: number;
  readonly X: (mm: number) => number;
  readonly Y: (mm: number) => number;
}

/** The sheet as large as it can be, with so much room round it. */
export function placedIn(
  { sheetMm }: Pick<SheetLayout, 'sheetMm'>,
  widthPx: number,
  heightPx: number,
  room: { readonly x: number; readonly y: number },
): Placed {
  const scale = Math.max(
    0.05,
    Math.min((widthPx - 2 * room.x) / sheetMm.widthMm, (heightPx - 2 * room.y) / sheetMm.heightMm),
  );
  const left = (widthPx - sheetMm.widthMm * scale) / 2,
    top = (heightPx - sheetMm.heightMm * scale) / 2;
  return { widthPx, heightPx, scale, X: (mm) => left + mm * scale, Y: (mm) => top + mm * scale };
}

interface SheetLinesProps {
  readonly layout: SheetLayout;
  readonly place: Placed;
}

const OFFCUT = (
  <defs>
    <pattern id="offcut" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-38)">
      <path d="M0 0H7" stroke={TOKENS.edge} strokeWidth="1.4" />
    </pattern>
  </defs>
);

/** Lines of type where they will be printed. */
export function TypeLines({ layout, place: { X, Y, scale, widthPx, heightPx } }: SheetLinesProps) {
  const { plan } = usePrintDesk('plan');
  const lines = typeOnSheet(plan);
  if (lines.length === 0) return null;
  return (
    <svg className={css.type} width={widthPx} height={heightPx} aria-hidden data-testid="type-on-sheet">
      {layout.images.map(({ xMm, yMm }, i) =>
        lines.map(({ blockId, outlinesMm, labD50 }) => (
          <path
            key={`${i} ${blockId}`}
            d={pathOfMm(outlinesMm)}
            fillRule="evenodd"
            fill={hexFromLabD50(labD50)}
            transform={`translate(${X(xMm)},${Y(yMm)}) scale(${scale})`}
          />
        )),
      )}
    </svg>
  );
}

/** The sheet, its margins and blocks, drawn to scale. */
export function SheetLines({ layout, place }: SheetLinesProps) {
  const { unit, plan } = usePrintDesk('unit', 'plan');
  const { sheetMm, paperMm, imageMm, images, marginsMm: m } = layout;
  const { X, Y, scale, widthPx, heightPx } = place;
  const finished = finishedRect(layout),
    image = images[0];
  const { lastRight, lastBelow } = farEdges(images);
  const mark = markOn(plan.paper.labD50);
  return (
    <svg
      width={widthPx}
      height={heightPx}
      role="img"
      aria-label={registerWords('sheetLines.sheetFinishedImage', {
        sheet: formatSize(sheetMm.widthMm, sheetMm.heightMm, unit),
        finished: formatSize(paperMm.widthMm, paperMm.heightMm, unit),
        image: formatSize(imageMm.widthMm, imageMm.heightMm, unit),
      })}
    >
      {OFFCUT}
      <Area x={X(0)} y={Y(0)} w={sheetMm.widthMm * scale} h={sheetMm.heightMm * scale} fill="url(#offcut)" />
      <Area
        x={X(finished.xMm)}
        y={Y(finished.yMm)}
        w={finished.widthMm * scale}
        h={finished.heightMm * scale}
        fill={hexFromLabD50(plan.paper.labD50)}
      />
      <SheetEdges
        rect={{ xMm: 0, yMm: 0, ...sheetMm }}
        X={X}
        Y={Y}
        torn={plan.layout.tornEdges}
        registering={registrationWay(plan.way.registration).registeringEdges}
      />
      <BlockRects layout={layout} place={place} />
      <MarginArrows
        X={X}
        finished={finished}
        Y={Y}
        image={image}
        lastRight={lastRight}
        lastBelow={lastBelow}
        mark={mark}
      />
      <Grain
        x={X(finished.xMm) + 12}
        y={Y(finished.yMm + finished.heightMm) - 12}
        direction={plan.layout.paperGrain}
        mark={mark}
      />
      {m.bottom * scale > 24 && (
        <TitleLine x={X(image.xMm)} y={Y(lastBelow) + 18} edition={plan.sheets.edition} mark={mark} />
      )}
    </svg>
  );
}

/** What is drawn on the paper shows on dark paper too. */
const markOn = ([lightness]: Lab) => (lightness < 50 ? TOKENS.sheet : TOKENS.ink);

/** The blocks laid in the origin corner, dashed. */
function BlockRects({ layout, place: { X, Y, scale } }: SheetLinesProps) {
  return layout.blocks.map((block) => (
    <rect
      key={block.name}
      x={X(block.rect.xMm)}
      y={Y(block.rect.yMm)}
      width={block.rect.widthMm * scale}
      height={block.rect.heightMm * scale}
      fill="none"
      stroke={TOKENS.pencil}
      strokeWidth={1.2}
      strokeDasharray="7 4"
    />
  ));
}

function TitleLine({ x, y, edition, mark }: { x: number; y: number; edition: number; mark: string }) {
  return (
    <text x={x} y={y} fontSize={12.5} fontFamily="var(--head)" fontStyle="italic" fill={mark}>
      {registerWords('sheetLines.titleSignature', { edition })}
    </text>
  );
}

interface MarginArrowsProps {
  readonly X: (mm: number) => number;
  readonly finished: RectMm;
  readonly Y: (mm: number) => number;
  readonly image: RectMm;
  readonly lastRight: number;
  readonly lastBelow: number;
  readonly mark: string;
}

function MarginArrows({ X, finished, Y, image, lastRight, lastBelow, mark }: MarginArrowsProps) {
  return (
    <path
      d={arrows([
        [X(finished.xMm), Y(image.yMm + image.heightMm * 0.3), X(image.xMm), Y(image.yMm + image.heightMm * 0.3)],
        [
          X(lastRight),
          Y(image.yMm + image.heightMm * 0.3),
          X(finished.xMm + finished.widthMm),
          Y(image.yMm + image.heightMm * 0.3),
        ],
        [X(image.xMm + image.widthMm * 0.7), Y(finished.yMm), X(image.xMm + image.widthMm * 0.7), Y(image.yMm)],
        [
          X(image.xMm + image.widthMm * 0.7),
          Y(lastBelow),
          X(image.xMm + image.widthMm * 0.7),
          Y(finished.yMm + finished.heightMm),
        ],
      ])}
      stroke={mark}
      fill="none"
    />
  );
}

export function Area({ x, y, w, h, fill }: { x: number; y: number; w: number; h: number; fill: string }) {
  return <rect x={x} y={y} width={Math.max(0, w)} height={Math.max(0, h)} fill={fill} />;
}

interface SheetEdgesProps {
  readonly rect: RectMm;
  readonly X: (mm: number) => number;
  readonly Y: (mm: number) => number;
  readonly torn: readonly SheetEdge[];
  readonly registering: readonly SheetEdge[];
}

/** The sheet's edges: those that come against something thick, torn ones ragged. */
function SheetEdges({ rect: r, X, Y, torn, registering }: SheetEdgesProps) {
  const corners = {
    tl: [X(r.xMm), Y(r.yMm)],
    tr: [X(r.xMm + r.widthMm), Y(r.yMm)],
    br: [X(r.xMm + r.widthMm), Y(r.yMm + r.heightMm)],
    bl: [X(r.xMm), Y(r.yMm + r.heightMm)],
  } as const;
  const ends = {
    top: [corners.tl, corners.tr],
    right: [corners.tr, corners.br],
    bottom: [corners.bl, corners.br],
    left: [corners.tl, corners.bl],
  } as const;
  return (
    <>
      {SHEET_EDGES.map((edge) => {
        const [[x1, y1], [x2, y2]] = ends[edge];
        if (torn.includes(edge)) {
          const steps = 60,
            level = y1 === y2;
          const d = Array.from({ length: steps + 1 }, (_, i) => {
            const t = i / steps,
              off = 2.2 * Math.sin(i * 2.3) + 1.4 * Math.sin(i * 5.1);
            return `${i ? 'L' : 'M'}${x1 + t * (x2 - x1) + (level ? 0 : off)} ${y1 + t * (y2 - y1) + (level ? off : 0)}`;
          }).join('');
          return <path key={edge} d={d} fill="none" stroke={TOKENS.pencil} strokeWidth={1.3} />;
        }
        return (
          <line
            key={edge}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            stroke={registering.includes(edge) ? TOKENS.slate : TOKENS.pencil}
            strokeWidth={registering.includes(edge) ? 4 : 1.2}
          />
        );
      })}
    </>
  );
}

interface GrainProps {
  readonly x: number;
  readonly y: number;
  readonly direction: 'upright' | 'level';
  readonly mark: string;
}

function Grain({ x, y, direction, mark }: GrainProps) {
  const d = [0, 4, 8]
    .map((k) => (direction === 'upright' ? `M${x + k} ${y - 22}v22` : `M${x} ${y - 8 + k}h26`))
    .join('');
  return (
    <g>
      <path d={d} stroke={mark} strokeWidth={1} fill="none" />
      <text x={x + (direction === 'upright' ? 14 : 32)} y={y} fontSize={12.5} fill={mark}>
        {registerWords('sheetLines.grain')}
      </text>
    </g>
  );
}

function arrows(lines: readonly (readonly number[])[]): string {
  return lines
    .map(([x1, y1, x2, y2]) =>
      x1 === x2
        ? `M${x1} ${y1}V${y2}M${x1 - 4} ${y1}h8M${x1 - 4} ${y2}h8`
        : `M${x1} ${y1}H${x2}M${x1} ${y1 - 4}v8M${x2} ${y1 - 4}v8`,
    )
    .join('');
}

/** The far edges of the last image: where several lie on a sheet, the margins begin there. */
export function farEdges(images: SheetLayout['images']) {
  const last = images.at(-1)!;
  return { lastRight: last.xMm + last.widthMm, lastBelow: last.yMm + last.heightMm };
}
