'use client';
import { memo, useMemo } from 'react';
import {
  Area,
  Bar,
  CartesianGrid,
  Cell,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { outlook, type LossBelief, type Outlook } from '@/core/sheets';
import { TOKENS } from '../theme/tokens';
import clsx from 'clsx';
import { AXIS } from '@/ui/kit/ForecastChart';
import { kit } from '@/ui/kit/styles';
import { sheetsWords } from '@/words/sheets';

interface SheetChartsProps {
  readonly counted: number;
  readonly runs: number;
  readonly belief: LossBelief;
  readonly wanted: number;
  readonly sets: number;
}

/** The chance curve, and the sheets alive after each run. */
export const SheetCharts = memo(function SheetCharts({ counted, runs, belief, wanted, sets }: SheetChartsProps) {
  const answer = useMemo(() => outlook(counted, runs, belief, sets), [counted, runs, belief, sets]);
  const alive = answer.alive.map((a, run) => ({ run, median: a.median, band: [a.low, a.high] }));
  return (
    <div className={clsx(kit.stack, kit.gap18)}>
      <GoodPrintsChart answer={answer} wanted={wanted} />
      <AliveChart alive={alive} />
    </div>
  );
});

/** Sheets left after each run, with the band they lie in. */
function AliveChart({ alive }: { alive: { run: number; median: number; band: number[] }[] }) {
  return (
    <figure className={kit.flush}>
      <figcaption>
        <h2>{sheetsWords('sheetCharts.aliveAfterEachRun')}</h2>
        <p className={kit.note}>{sheetsWords('sheetCharts.medianAndTheMiddle')}</p>
      </figcaption>
      <ResponsiveContainer width="100%" height={160}>
        <ComposedChart data={alive} margin={{ top: 20, right: 44, bottom: 0, left: 0 }}>
          <CartesianGrid vertical={false} stroke={TOKENS.hairline} />
          <XAxis
            dataKey="run"
            {...AXIS}
            tickFormatter={(r: number) => sheetsWords('sheetCharts.afterRun', { run: r })}
          />
          <YAxis
            {...AXIS}
            width={44}
            domain={[(min: number) => Math.max(0, Math.floor(min - 2)), 'auto']}
            allowDecimals={false}
          />
          <Area dataKey="band" stroke="none" fill={TOKENS.press} fillOpacity={0.18} isAnimationActive={false} />
          <Line
            dataKey="median"
            stroke={TOKENS.press}
            strokeWidth={2}
            dot={{ r: 3 }}
            isAnimationActive={false}
            label={{ position: 'top', fontSize: 12.5, fill: TOKENS.ink }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** How likely each count of good prints is, and how likely at least so many. */
function GoodPrintsChart({ answer, wanted }: { answer: Outlook; wanted: number }) {
  return (
    <figure className={kit.flush}>
      <figcaption>
        <h2>{sheetsWords('sheetCharts.goodPrintsAtThe')}</h2>
        <p className={kit.note}>{sheetsWords('sheetCharts.howLikelyEachCount')}</p>
      </figcaption>
      <ResponsiveContainer width="100%" height={200}>
        <ComposedChart data={[...answer.curve]} margin={{ top: 14, right: 0, bottom: 0, left: 0 }} barCategoryGap="14%">
          <CartesianGrid vertical={false} stroke={TOKENS.hairline} />
          <XAxis dataKey="good" {...AXIS} />
          <YAxis yAxisId="p" {...AXIS} width={44} tickFormatter={(v: number) => `${Math.round(v * 100)} %`} />
          <YAxis
            yAxisId="c"
            orientation="right"
            domain={[0, 1]}
            ticks={[0, 0.5, 1]}
            {...AXIS}
            width={44}
            tickFormatter={(v: number) => `${Math.round(v * 100)} %`}
          />
          <ReferenceLine
            yAxisId="p"
            x={wanted}
            stroke={TOKENS.madder}
            strokeDasharray="4 3"
            label={{
              value: sheetsWords('sheetCharts.wanted', { wanted }),
              position: 'top',
              fontSize: 12.5,
              fill: TOKENS.madder,
            }}
          />
          <Bar yAxisId="p" dataKey="probability" isAnimationActive={false}>
            {answer.curve.map((p) => (
              <Cell key={p.good} fill={p.good >= wanted ? TOKENS.press : TOKENS.hairline} />
            ))}
          </Bar>
          <Line
            yAxisId="c"
            dataKey="atLeast"
            stroke={TOKENS.ink}
            strokeWidth={1.5}
            dot={false}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
