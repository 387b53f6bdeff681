'use client';
import { memo } from 'react';
import { Bar, BarChart, Cell, ReferenceLine, ResponsiveContainer, XAxis } from 'recharts';
import type { Outlook } from '@/core/sheets';
import { TOKENS } from '@/ui/theme/tokens';

export const AXIS = { stroke: TOKENS.pencil, fontSize: 12.5, tickLine: false } as const;

interface Props {
  readonly curve: Outlook['curve'];
  readonly wanted: number;
}

/** The forecast on the bench: bars only. */
export const ForecastChart = memo(function ForecastChart({ curve, wanted }: Props) {
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
});
