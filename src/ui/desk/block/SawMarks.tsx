'use client';
import { pieceLetter, type SawnBlock } from '@/core/cutting';
import type { Saw } from '@/model';
import { pathOfMm } from '@/ui/kit/paths';
import css from './SawMarks.module.css';

interface SawMarksProps {
  readonly sawn: Omit<SawnBlock, 'map'>;
  readonly saw: Saw;
  /** Size of a screen pixel. */
  readonly mm: number;
  readonly mirrored: boolean;
}

/** Lines to saw along, as wide as the saw, and the letters of the pieces. */
export function SawMarks({ sawn, saw, mm, mirrored }: SawMarksProps) {
  const d = pathOfMm(sawn.linesMm, false);
  return (
    <g data-testid="saw-lines">
      <path className={css.kerf} d={d} strokeWidth={Math.max(saw.widthMm, 2.5 * mm)} />
      <path className={css.line} d={d} strokeWidth={mm} />
      {sawn.pieces.map(({ xMm, yMm, faults }, p) => (
        <g key={p} transform={`translate(${xMm},${yMm}) scale(${mirrored ? -mm : mm},${mm})`}>
          <circle className={faults.length > 0 ? css.faulty : css.disc} r={10} />
          <text className={css.letter} y={4} textAnchor="middle">
            {pieceLetter(p)}
          </text>
        </g>
      ))}
    </g>
  );
}
