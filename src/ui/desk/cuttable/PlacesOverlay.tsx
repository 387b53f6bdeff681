'use client';
import type { CuttableSettings } from '@/core/cuttable/settings';
import { pathOfMm } from '@/ui/kit/paths';
import { TOKENS } from '@/ui/theme/tokens';
import { cuttableWords } from '@/words/cuttable';

/** Places with hours of their own, drawn through with their number, and places kept as they are, dotted; in mm of the print. */
export function PlacesOverlay({ cuttable, mm }: { cuttable: CuttableSettings; mm: number }) {
  return (
    <g fill="none" strokeLinejoin="round" role="img" aria-label={cuttableWords('zones.overlay')}>
      {cuttable.zones.map(({ outlineMm }, k) => (
        <g key={outlineMm.join()} data-testid="zone">
          <path d={pathOfMm([outlineMm])} stroke={TOKENS.sheet} strokeWidth={4 * mm} />
          <path d={pathOfMm([outlineMm])} stroke={TOKENS.slate} strokeWidth={1.8 * mm} />
          <circle
            cx={outlineMm[0]}
            cy={outlineMm[1]}
            r={9 * mm}
            fill={TOKENS.slate}
            stroke={TOKENS.sheet}
            strokeWidth={mm}
          />
          <text x={outlineMm[0]} y={outlineMm[1] + 4 * mm} fontSize={12 * mm} textAnchor="middle" fill={TOKENS.sheet}>
            {k + 1}
          </text>
        </g>
      ))}
      {cuttable.keptMm.map((outline) => (
        <g key={outline.join()} data-testid="kept-place">
          <path d={pathOfMm([outline])} stroke={TOKENS.sheet} strokeWidth={4 * mm} />
          <path
            d={pathOfMm([outline])}
            stroke={TOKENS.ink}
            strokeWidth={1.8 * mm}
            strokeDasharray={`${1.5 * mm} ${3 * mm}`}
          />
        </g>
      ))}
    </g>
  );
}
