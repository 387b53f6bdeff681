'use client';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { Lab } from '@/core/colour';
import { FIRST_TONES, FLATTEN_LIMITS, type ToneSettings } from '@/core/picture/settings';
import type { Outcome } from '@/core/units';
import { usePrintDesk } from '@/ui/kit/printContext';
import { NewestOnly } from '@/workers';
import type { Flatten } from '../useFlatten';
import { edgeNearest, edgeThrough } from './edges';

/**
 * What pointing at the picture is for: a colour to be a tone, or places the edge after a tone is to run through. Null: whichever edge lies
 * nearest where the pointer is set down.
 */
export type Pointing = { readonly for: 'colour' } | { readonly for: 'edge'; readonly tone: number | null };

/** Settings of how tones are found, changed; and pointing at the picture. */
export function usePointing(flatten: Flatten) {
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
  const lead = useLead(flatten, { tones, pointing, moveEdge });
  const pointAt = useCallback(
    async (x: number, y: number) => {
      if (pointing?.for === 'edge') {
        lead(x, y, true);
        return;
      }
      setPointing(undefined);
      const answer = await source.ask('colourAt', { x, y, tones: settings.tones });
      if (pointing && answer.ok && answer.value)
        change({ picked: [...tones.picked, answer.value].slice(-settings.colourCount) });
    },
    [pointing, lead, source, change, tones.picked, settings],
  );
  return { pointing, setPointing, pointAt, lead, tones, change, moveEdge };
}

interface Leading {
  readonly tones: ToneSettings;
  readonly pointing: Pointing | undefined;
  readonly moveEdge: (tone: number, to: number) => void;
}

/** Leads an edge through the places the pointer is dragged over: the colour of the newest one says where the edge lies. */
function useLead({ source, settings }: Flatten, leading: Leading) {
  const { plan } = usePrintDesk('plan');
  const now = useRef({ ...leading, colours: [] as readonly Lab[], settings });
  now.current = { ...leading, settings, colours: (plan.flat?.colours ?? []).map((colour) => colour.wantedLabD50) };
  /** The edge that is dragged, from where the pointer was set down. */
  const held = useRef<number>(undefined);
  const queue = useMemo(
    () =>
      new NewestOnly<{ readonly x: number; readonly y: number }, Outcome<Lab | null>>(
        (at) => source.ask('colourAt', { ...at, tones: now.current.settings.tones }),
        (answer) => {
          const { colours, tones, pointing, moveEdge } = now.current;
          if (pointing?.for !== 'edge' || !answer.ok || !answer.value) return;
          held.current ??= pointing.tone ?? edgeNearest(answer.value, colours, tones);
          const to = held.current === undefined ? undefined : edgeThrough(answer.value, colours, held.current, tones);
          if (held.current !== undefined && to !== undefined) moveEdge(held.current, to);
        },
      ),
    [source],
  );
  return useCallback(
    (x: number, y: number, begins: boolean) => {
      if (begins) held.current = undefined;
      queue.push({ x, y });
    },
    [queue],
  );
}

export type ToneFinding = ReturnType<typeof usePointing>;
