'use client';
import { useMemo } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { PIECE_EDGES, type PieceEdge } from '@/core/sheets';
import { formatSize } from '@/words/lengths';
import type { PartedPaper } from '@/derived';
import type { ItemOf } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { paperWords } from '@/words/paper';
import css from './paper.module.css';

interface Props {
  readonly paper: ItemOf<'paper'>;
  readonly parted: PartedPaper;
}

/** The parent sheet to scale: its raw edges as they are, sheets on it, cuts in their order, what is left hatched, the way of its fibres. */
export function ParentDrawing({ paper, parted: { parentMm, pieces, leftovers, cuts } }: Props) {
  const { unit, plan } = usePrintDesk('unit', 'plan');
  const { widthMm, heightMm } = parentMm;
  const torn = plan.parting.by === 'torn',
    unitMm = Math.max(widthMm, heightMm) / 100;
  const outline = useMemo(() => rawOutline(widthMm, heightMm, unitMm), [widthMm, heightMm, unitMm]);
  const fibresWide = widthMm >= heightMm === (paper.grain === 'long');
  return (
    <figure className={css.parent}>
      <svg
        viewBox={`${-2 * unitMm} ${-2 * unitMm} ${widthMm + 4 * unitMm} ${heightMm + 4 * unitMm}`}
        role="img"
        aria-label={paperWords('drawing', {
          ...{ size: formatSize(widthMm, heightMm, unit), pieces: pieces.length, cuts: cuts.length },
        })}
      >
        <path d={outline} fill={hexFromLabD50(paper.labD50)} className={css.raw} vectorEffect="non-scaling-stroke" />
        {leftovers.map((left, i) => (
          <path key={i} d={hatch(left, 1.6 * unitMm)} className={css.left} vectorEffect="non-scaling-stroke" />
        ))}
        {pieces.map((piece, i) => (
          <g key={i}>
            <rect
              {...{ x: piece.xMm, y: piece.yMm, width: piece.widthMm, height: piece.heightMm }}
              className={css.piece}
              vectorEffect="non-scaling-stroke"
            />
            <text
              {...{ x: piece.xMm + piece.widthMm / 2, y: piece.yMm + piece.heightMm / 2, fontSize: 3.4 * unitMm }}
              className={css.number}
            >
              {i + 1}
            </text>
            {PIECE_EDGES.filter((edge) => plan.parting.keptEdges.includes(edge)).map((edge) => (
              <KeptEdge key={edge} {...{ edge, piece, parentMm }} />
            ))}
          </g>
        ))}
        <Cuts {...{ cuts, torn, unitMm }} />
      </svg>
      <figcaption>
        {paper.grain !== 'none' && (
          <svg viewBox="0 0 40 12" className={css.grain} aria-hidden="true">
            <path d={fibresWide ? 'M2 3h36M2 6h36M2 9h36' : 'M16 1v10M20 1v10M24 1v10'} />
          </svg>
        )}
        {paperWords(paper.grain === 'none' ? 'handMade' : 'grainWay')} · {formatSize(widthMm, heightMm, unit)}
      </figcaption>
    </figure>
  );
}

interface CutsProps {
  readonly cuts: PartedPaper['cuts'];
  readonly torn: boolean;
  readonly unitMm: number;
}

/** The cuts, each with its number in the list. */
function Cuts({ cuts, torn, unitMm }: CutsProps) {
  return cuts.map(({ fromMm, toMm }, i) => (
    <g key={i}>
      <path
        d={torn ? tearPath(fromMm, toMm, unitMm) : `M${fromMm.join(' ')}L${toMm.join(' ')}`}
        className={torn ? css.tear : css.cutLine}
        vectorEffect="non-scaling-stroke"
      />
      <text
        {...{ x: (fromMm[0] + toMm[0]) / 2, y: (fromMm[1] + toMm[1]) / 2, fontSize: 2.6 * unitMm }}
        className={css.cutNumber}
      >
        {i + 1}
      </text>
    </g>
  ));
}

interface EdgeProps {
  readonly edge: PieceEdge;
  readonly piece: PartedPaper['pieces'][number];
  readonly parentMm: PartedPaper['parentMm'];
}

/** The side of a piece that lies on a raw edge of the parent, drawn heavier: it is kept as it is. */
function KeptEdge({ piece: { xMm, yMm, widthMm, heightMm }, parentMm }: EdgeProps) {
  const sides: string[] = [];
  if (xMm === 0) sides.push(`M0 ${yMm}v${heightMm}`);
  if (yMm === 0) sides.push(`M${xMm} 0h${widthMm}`);
  if (Math.abs(xMm + widthMm - parentMm.widthMm) < 0.01) sides.push(`M${parentMm.widthMm} ${yMm}v${heightMm}`);
  if (Math.abs(yMm + heightMm - parentMm.heightMm) < 0.01) sides.push(`M${xMm} ${parentMm.heightMm}h${widthMm}`);
  return <path d={sides.join('')} className={css.kept} vectorEffect="non-scaling-stroke" />;
}

/** A raw edge wavers: the same each time it is drawn. */
function rawOutline(width: number, height: number, unit: number): string {
  const points: string[] = [];
  const waver = (i: number) => unit * 0.35 * (Math.sin(i * 2.3) + 0.6 * Math.sin(i * 5.1 + 1));
  const along = (count: number, at: (t: number, w: number) => string) => {
    for (let i = 0; i < count; i++) points.push(at(i / count, waver(points.length)));
  };
  along(60, (t, w) => `${t * width} ${w}`);
  along(44, (t, w) => `${width + w} ${t * height}`);
  along(60, (t, w) => `${(1 - t) * width} ${height + w}`);
  along(44, (t, w) => `${w} ${(1 - t) * height}`);
  return `M${points.join('L')}Z`;
}

function tearPath(from: readonly [number, number], to: readonly [number, number], unit: number): string {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]),
    steps = Math.max(2, Math.round(length / (2 * unit)));
  const upright = from[0] === to[0];
  return `M${Array.from({ length: steps + 1 }, (_, i) => {
    const off = i === 0 || i === steps ? 0 : unit * 0.3 * (i % 2 === 0 ? 1 : -1);
    const [x, y] = [from[0] + ((to[0] - from[0]) * i) / steps, from[1] + ((to[1] - from[1]) * i) / steps];
    return upright ? `${x + off} ${y}` : `${x} ${y + off}`;
  }).join('L')}`;
}

function hatch({ xMm, yMm, widthMm, heightMm }: PartedPaper['leftovers'][number], step: number): string {
  const lines: string[] = [];
  for (let d = step; d < widthMm + heightMm; d += step) {
    const x1 = Math.min(d, widthMm),
      y1 = d - x1,
      y2 = Math.min(d, heightMm),
      x2 = d - y2;
    lines.push(`M${xMm + x1} ${yMm + y1}L${xMm + x2} ${yMm + y2}`);
  }
  return lines.join('');
}
