'use client';
import { useEffect, useState } from 'react';
import { type Anchor, type Plan } from '@/model';
import { anchorPx } from '@/derived';
import type { IslandInfo } from '@/workers';
import { usePrintDesk } from '@/ui/kit/printContext';

/** The name of an island that stays true when the picture changes: a point inside it and its colour. */
export function anchorOf(island: Pick<IslandInfo, 'x' | 'y' | 'label'>, plan: Plan): Anchor {
  const { mmPerPx } = plan.picture!.raster;
  const round = (px: number) => Math.round((px + 0.5) * mmPerPx * 1000) / 1000;
  return { xMm: round(island.x), yMm: round(island.y), colourId: plan.flat?.colours[island.label]?.id ?? null };
}

/** The islands that anchors name now, by their key; null where one is lost. Undefined until they are looked up. */
export function useAnchors(anchors: readonly Anchor[]): readonly (number | null)[] | undefined {
  const { plan, sheetWorker, stamp } = usePrintDesk('plan', 'sheetWorker', 'stamp');
  const [found, setFound] = useState<{ of: string; keys: readonly (number | null)[] }>();
  const labelsSha = plan.flat?.labelsSha ?? '';
  const asked = JSON.stringify([labelsSha, anchors.map((anchor) => anchorPx(anchor, plan))]);
  const ready = stamp !== undefined;
  useEffect(() => {
    if (!ready || anchors.length === 0) return;
    let wanted = true;
    const [, points] = JSON.parse(asked) as [string, { x: number; y: number; label: number }[]];
    void sheetWorker.ask('findAnchors', { anchors: points }).then((answer) => {
      if (wanted && answer.ok) setFound({ of: asked, keys: answer.value });
    });
    return () => {
      wanted = false;
    };
  }, [anchors.length, asked, ready, sheetWorker]);
  if (anchors.length === 0) return [];
  return found?.of === asked ? found.keys : undefined;
}
