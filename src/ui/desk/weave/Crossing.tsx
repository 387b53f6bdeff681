import { memo } from 'react';
import type { MarkKind } from '@/derived';
import { TOKENS } from '@/ui/theme/tokens';
import css from './Weave.module.css';

const WIDTH = 64,
  HEIGHT = 34,
  MIDDLE = HEIGHT / 2;
/** Threads run on beyond the drawing, however wide or high its cell is. */
const BEYOND = 200;
const THREAD = 9;
/** Between two threads of one run, and round a thread that passes over another. */
const APART = 18,
  GAP = 2;

interface Props {
  /** Colours of the run's inks, as upright threads. */
  readonly inks: string;
  /** The thread that meets the colour here. */
  readonly at: number;
  /** The colour that is wanted, as the level thread. */
  readonly wanted: string;
  readonly kind: MarkKind;
  /** The colour there after this run. */
  readonly seen: string;
}

/**
 * Where the level thread of a colour meets the upright threads of a run: a film that is laid passes over it and is tied with a knot in the
 * colour it gives there; what is not printed passes under.
 */
export const Crossing = memo(function Crossing({ inks, at, wanted, kind, seen }: Props) {
  const threads = inks.split(' ');
  const x = (i: number) => WIDTH / 2 + (i - (threads.length - 1) / 2) * APART;
  const over = kind === 'printed' || kind === 'covered';
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden>
      {threads.map((ink, i) => (
        <Thread key={i} x={x(i)} ink={ink} />
      ))}
      <rect
        x={-BEYOND}
        y={MIDDLE - THREAD / 2 - GAP}
        width={2 * BEYOND}
        height={THREAD + 2 * GAP}
        className={css.gap}
      />
      <rect
        x={-BEYOND}
        y={MIDDLE - THREAD / 2}
        width={2 * BEYOND}
        height={THREAD}
        fill={wanted}
        stroke={TOKENS.edge}
        strokeWidth={0.75}
      />
      {over && (
        <>
          <rect x={x(at) - THREAD / 2 - GAP} y={MIDDLE - 9} width={THREAD + 2 * GAP} height={18} className={css.gap} />
          <Thread x={x(at)} ink={threads[at]} />
        </>
      )}
      <Knot x={x(at)} kind={kind} seen={seen} />
    </svg>
  );
});

function Thread({ x, ink }: { x: number; ink: string }) {
  return (
    <rect
      x={x - THREAD / 2}
      y={-BEYOND}
      width={THREAD}
      height={2 * BEYOND}
      fill={ink}
      stroke={TOKENS.edge}
      strokeWidth={0.75}
    />
  );
}

/** The mark of one kind of crossing: its form alone tells which. */
function Knot({ x, kind, seen }: { x: number; kind: MarkKind; seen: string }) {
  const round = { cx: x, cy: MIDDLE, fill: TOKENS.sheet, stroke: TOKENS.ink, strokeWidth: 1.5 };
  switch (kind) {
    case 'printed':
      return (
        <path d={`M${x} ${MIDDLE - 11}l11 11l-11 11l-11 -11z`} fill={seen} stroke={TOKENS.ink} strokeWidth={1.75} />
      );
    case 'covered':
      return <circle {...round} r={6} fill={seen} />;
    case 'not inked':
      return <circle {...round} r={6} />;
    case 'mask':
      return (
        <g stroke={TOKENS.ink} strokeWidth={1.5} fill={TOKENS.sheet}>
          <rect x={x - 7} y={MIDDLE - 7} width={14} height={14} />
          <path d={`M${x - 7} ${MIDDLE + 7}l14 -14M${x - 7} ${MIDDLE}l7 -7M${x} ${MIDDLE + 7}l7 -7`} fill="none" />
        </g>
      );
    case 'wipe':
      return (
        <g>
          <circle {...round} r={8} />
          <path d={`M${x - 5} ${MIDDLE}q2.5 -5 5 0t5 0`} fill="none" stroke={TOKENS.slate} strokeWidth={2} />
        </g>
      );
    case 'cleared':
      return null;
  }
}
