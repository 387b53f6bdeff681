'use client';
import { marksInBlocks } from '@/derived';
import { frameWords } from '@/words/frame';
import css from './StandingMarks.module.css';
import { usePrintDesk } from './printContext';

/** Marks for the paper that stand in every block, over a map of it: red, and not to be cut. */
export function StandingMarks({ mm, mirrored }: { readonly mm: number; readonly mirrored: boolean }) {
  const { plan } = usePrintDesk('plan');
  const marks = marksInBlocks(plan);
  if (marks.length === 0) return null;
  const [[x, y]] = marks;
  return (
    <g data-testid="standing-marks">
      <path
        className={css.marks}
        d={marks.map(([x1, y1, x2, y2]) => `M${x1} ${y1}L${x2} ${y2}`).join('')}
        strokeWidth={4 * mm}
      />
      <text
        className={css.words}
        transform={`translate(${x},${y}) scale(${mirrored ? -mm : mm},${mm})`}
        y={16}
        textAnchor={mirrored ? 'start' : 'end'}
      >
        {frameWords('marks.doNotCut')}
      </text>
    </g>
  );
}

/** The same in words, for whoever does not see the corner of the map. */
export function StandingMarksNote() {
  const { plan } = usePrintDesk('plan');
  return marksInBlocks(plan).length > 0 ? <p className={css.note}>{frameWords('marks.says')}</p> : null;
}
