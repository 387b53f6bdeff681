'use client';
import { Bar, BarChart, Cell, ReferenceLine, ResponsiveContainer, XAxis } from 'recharts';
import type { Outlook } from '@/core/sheets';
import { TOKENS } from '@/ui/theme/tokens';

export const AXIS = { stroke: TOKENS.pencil, fontSize: 12.5, tickLine: false } as const;

/** The forecast on the bench: bars only. */
export function ForecastChart({ curve, wanted }: { curve: Outlook['curve']; wanted: number }) {
  return (
    <ResponsiveContainer width="100%" height={128}>
      <BarChart data={[...curve]} margin={{ top: 6, right: 0, bottom: 0, left: 0 }} barCategoryGap="12%">
        <XAxis dataKey="good" {...AXIS} interval="preserveStartEnd" />
        <ReferenceLine x={wanted} stroke={TOKENS.madder} strokeDasharray="3 3" />
        <Bar dataKey="probability" isAnimationActive={false}>
          {curve.map((p) => (
            <Cell key={p.good} fill={p.good >= wanted ? TOKENS.press : TOKENS.hairline} />
          ))}
        </Bar>
      </BarChart>
    </ResponsiveContainer>
  );
}
