'use client';
import { useCallback, useState } from 'react';
import { FIRST_TONES, FLATTEN_LIMITS, type ToneSettings } from '@/core/picture/settings';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { Flatten } from '../useFlatten';

/** What the next click on the picture is for: a colour to be a tone, or a place the edge after a tone is to run through. */
export type Pointing = { readonly for: 'colour' } | { readonly for: 'edge'; readonly tone: number };

/** Settings of how tones are found, changed; and pointing at the picture. */
export function usePointing(flatten: Flatten) {
  const { plan } = usePrintDesk('plan');
  const [pointing, setPointing] = useState<Pointing>();
  const { source, settings, move } = flatten;
  const tones = settings.tones ?? FIRST_TONES;
  const change = useCallback(
    (part: Partial<ToneSettings>) => move({ ...settings, tones: { ...(settings.tones ?? FIRST_TONES), ...part } }),
    [move, settings],
  );
  const moveEdge = useCallback(
    (tone: number, to: number) => {
      const edges = Array.from({ length: Math.max(tones.edges.length, tone + 1) }, (_, k) => tones.edges[k] ?? 0);
      edges[tone] = Math.round(100 * Math.max(-1, Math.min(1, to))) / 100;
      change({ edges: edges.slice(0, FLATTEN_LIMITS.maxColours - 1) });
    },
    [tones.edges, change],
  );
  const pointAt = useCallback(
    async (x: number, y: number) => {
      const now = pointing;
      setPointing(undefined);
      const answer = await source.ask('colourAt', { x, y });
      if (!now || !answer.ok || !answer.value) return;
      const lab = answer.value;
      if (now.for === 'colour') {
        change({ picked: [...tones.picked, lab].slice(-settings.colourCount) });
        return;
      }
      const colours = plan.flat?.colours ?? [],
        one = colours[now.tone]?.wantedLabD50,
        other = colours[now.tone + 1]?.wantedLabD50;
      if (!one || !other) return;
      // how far the colour lies on the way from the lighter to the darker tone
      const axes = tones.groupBy === 'light' ? [0] : [0, 1, 2];
      const along = axes.reduce((sum, d) => sum + (lab[d] - one[d]) * (other[d] - one[d]), 0),
        whole = axes.reduce((sum, d) => sum + (other[d] - one[d]) ** 2, 0);
      if (whole > 0) moveEdge(now.tone, (2 * along) / whole - 1);
    },
    [pointing, source, change, tones, settings.colourCount, plan.flat, moveEdge],
  );
  return { pointing, setPointing, pointAt, tones, change, moveEdge };
}

export type ToneFinding = ReturnType<typeof usePointing>;
