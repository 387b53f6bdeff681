'use client';
import clsx from 'clsx';
import { memo, useCallback, type Dispatch, type SetStateAction } from 'react';
import { clockPlace, NAMED_PIECES, toolsForPiece, type CutIsland } from '@/core/cutting';
import { formatLength } from '@/words/lengths';
import { cutWords } from '@/words/cut';
import { decimal } from '@/words/quantities';
import { BitmapView } from '@/ui/kit/BitmapView';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';
import type { PaintView } from '../kit/SheetCanvas';
import css from './CutView.module.css';

interface PieceListProps {
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly chosen: number;
  readonly setChosen: Dispatch<SetStateAction<number>>;
  readonly tick: (island: number) => Promise<void>;
  readonly ticked: ReadonlySet<number> | undefined;
  readonly cutPaint: PaintView;
}

/** The pieces of a cut by number, colour and place, in the order in which one would cut them. */
export function PieceList({ islands, doneCount, chosen, setChosen, tick, ticked, cutPaint }: PieceListProps) {
  const onTake = useCallback(
    (i: number, key: number) => {
      setChosen(i);
      void tick(key);
    },
    [setChosen, tick],
  );
  return (
    <section className={css.listed}>
      <h2>{islands ? cutWords('parts', { done: doneCount, parts: islands.length }) : cutWords('looking')}</h2>
      <div className={clsx(css.list, kit.scrolls, kit.above6)}>
        {islands?.slice(0, NAMED_PIECES).map((piece, i) => (
          <Piece
            key={piece.key}
            {...{ piece, i, cutPaint, onTake, setChosen }}
            chosen={i === chosen}
            done={ticked?.has(piece.key) ?? false}
          />
        ))}
      </div>
      {islands && islands.length > NAMED_PIECES && (
        <p className={kit.note}>{cutWords('smaller', { parts: islands.length - NAMED_PIECES })}</p>
      )}
    </section>
  );
}

interface PieceProps {
  readonly piece: CutIsland;
  readonly i: number;
  readonly chosen: boolean;
  readonly done: boolean;
  readonly cutPaint: PaintView;
  readonly onTake: (i: number, key: number) => void;
  readonly setChosen: Dispatch<SetStateAction<number>>;
}

const Piece = memo(function Piece({ piece, i, chosen, done, cutPaint, onTake, setChosen }: PieceProps) {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const { hour, byTheEdge } = clockPlace(piece, plan.picture!);
  const part = sheet.parts[piece.label];
  const colour = plan.flat!.colours[part?.label ?? piece.label]?.name ?? '';
  return (
    <button
      type="button"
      className={clsx(kit.tone, css.island)}
      data-testid="part"
      aria-pressed={chosen}
      onFocus={() => setChosen(i)}
      onClick={() => onTake(i, piece.key)}
    >
      <span aria-hidden className={kit.readable}>
        {done ? '☑' : '☐'}
      </span>
      <PiecePicture piece={piece} cutPaint={cutPaint} />
      <span className={clsx(done && kit.quiet)}>
        {cutWords('piece', {
          number: i + 1,
          colour,
          place: cutWords('place', { hour, edge: String(byTheEdge) }),
        })}
        {done && <span className={kit.visuallyHidden}> {cutWords('partDone')}</span>}
        <ToolHint piece={piece} />
      </span>
      <span className={kit.num}>
        {piece.areaMm2 >= 100
          ? cutWords('cm2', { area: decimal(piece.areaMm2 / 100, 1) })
          : cutWords('mm2', { area: decimal(piece.areaMm2, 1) })}
      </span>
    </button>
  );
});

function ToolHint({ piece }: { piece: CutIsland }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const tools = toolsForPiece(piece, plan.toolsMm);
  const said = (mm: number) => formatLength(mm, unit);
  return (
    <span className={clsx(kit.note, kit.block)}>
      {!tools
        ? cutWords('tooNarrow', { narrowest: said(plan.toolsMm[0]) })
        : tools.outlineMm === tools.clearMm
          ? cutWords('oneTool', { outline: said(tools.outlineMm) })
          : cutWords('tools', { outline: said(tools.outlineMm), clear: said(tools.clearMm) })}
    </span>
  );
}

/** How much of what lies round it a piece's picture shows. */
const AROUND = 1.25,
  PICTURE = { width: 44, height: 34 } as const;

/** The piece in small, with what lies round it, as the map shows it. */
function PiecePicture({ piece, cutPaint }: { piece: CutIsland; cutPaint: PaintView }) {
  const { plan } = usePrintDesk('plan');
  const { mmPerPx } = plan.picture!.raster;
  const paint = useCallback(
    (width: number, height: number) => {
      const { x0, y0, x1, y1 } = piece.boxMm;
      const mm = AROUND * Math.max((x1 - x0) / width, (y1 - y0) / height);
      const x = ((x0 + x1) / 2 - (mm * width) / 2) / mmPerPx,
        y = ((y0 + y1) / 2 - (mm * height) / 2) / mmPerPx;
      return cutPaint({ x, y, pxPerOut: mm / mmPerPx, mirrored: false }, width, height);
    },
    [cutPaint, mmPerPx, piece],
  );
  return (
    <span className={css.picture} aria-hidden>
      <BitmapView aspect={PICTURE.height / PICTURE.width} label="" paint={paint} />
    </span>
  );
}
