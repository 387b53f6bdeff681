'use client';
import { pathOfMm } from '@/ui/kit/paths';
import { TOKENS } from '@/ui/theme/tokens';
import { cuttableWords } from '@/words/cuttable';
import type { ThinLines } from './useThinLines';

/** Thin lines over the picture, in mm of the print: kept ones drawn through, dropped ones dashed, those brought back with a knot at each end. */
export function LinesOverlay({ thinLines, mm }: { thinLines: ThinLines; mm: number }) {
  const { lines, backOf } = thinLines;
  if (!lines) return null;
  return (
    <g fill="none" strokeLinejoin="round" strokeLinecap="round" role="img" aria-label={cuttableWords('lines.overlay')}>
      {lines.map((line) => {
        const d = pathOfMm([line.pointsMm], false),
          back = backOf(line) !== undefined,
          end = line.pointsMm.length - 2;
        return (
          <g key={`${line.pointsMm[0]}/${line.pointsMm[1]}/${line.label}/${line.lengthMm}`}>
            <path d={d} stroke={TOKENS.sheet} strokeWidth={4 * mm} />
            <path
              d={d}
              stroke={line.laid ? TOKENS.press : TOKENS.madder}
              strokeWidth={1.8 * mm}
              strokeDasharray={line.laid ? undefined : `${4 * mm} ${4 * mm}`}
              data-testid={back ? 'line-back' : line.laid ? 'line-kept' : 'line-dropped'}
            />
            {back &&
              [0, end].map((at) => (
                <circle
                  key={at}
                  cx={line.pointsMm[at]}
                  cy={line.pointsMm[at + 1]}
                  r={3 * mm}
                  fill={TOKENS.press}
                  stroke={TOKENS.sheet}
                  strokeWidth={mm}
                />
              ))}
          </g>
        );
      })}
    </g>
  );
}
