'use client';
import { inWords } from '@/words/failures';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { RegionEdit } from '@/core/picture';
import type { IslandDetail, IslandInfo } from '@/workers';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { SheetCanvasHandle } from '@/ui/kit/SheetCanvas';

/** A line being drawn over the picture, in map pixels, and what it is for. */
export interface DrawnLine {
  readonly use: 'split' | 'gap' | 'lasso' | 'zone';
  readonly pointsPx: readonly number[];
}

export interface ChosenIsland extends IslandInfo {
  readonly outlinesMm?: readonly (readonly number[])[];
  readonly detail?: IslandDetail;
}

/** The island chosen in any view, with its outline and its neighbours as soon as they are known. */
export function useChosenIsland(): ChosenIsland | undefined {
  const { island, sheetWorker } = usePrintDesk('island', 'sheetWorker');
  const [more, setMore] = useState<Pick<ChosenIsland, 'key' | 'outlinesMm' | 'detail'>>();
  useEffect(() => {
    if (!island) return;
    let wanted = true;
    const { key } = island;
    const add = (part: Partial<ChosenIsland>) => {
      if (wanted) setMore((m) => ({ ...(m?.key === key ? m : {}), ...part, key }));
    };
    void sheetWorker.ask('outlines', { region: { islands: [key], outlinesPx: [] }, forShow: true }).then((a) => {
      if (a.ok) add({ outlinesMm: a.value.outlinesMm });
    });
    void sheetWorker.ask('islandDetail', { key }).then((a) => {
      if (a.ok && a.value) add({ detail: a.value });
    });
    return () => {
      wanted = false;
    };
  }, [island, sheetWorker]);
  return island && { ...island, ...(more?.key === island.key ? more : {}) };
}

/** Keyboard steps pass over smaller islands. */
const LEAST_STEP_MM2 = 0.5;

/** The chosen island, the line being drawn, and the changes that can be made: the same for every view that shows the picture. */
export function useRegions() {
  const desk = usePrintDesk('sheetWorker', 'reshape', 'island', 'chooseIsland', 'plan');
  const { sheetWorker, reshape } = desk;
  const canvas = useRef<SheetCanvasHandle>(null);
  const { island, chooseIsland } = desk;
  const chosen = useChosenIsland();
  const [line, setLine] = useState<DrawnLine>();
  const [said, setSaid] = useState<string>();
  const mmPerPx = desk.plan.picture?.raster.mmPerPx ?? 0.1;
  const choose = useCallback(
    (next: IslandInfo | null | undefined) => {
      setSaid(undefined);
      setLine(undefined);
      chooseIsland(next ?? undefined);
    },
    [chooseIsland],
  );
  const letGo = useCallback(() => choose(undefined), [choose]);
  const chooseAt = useCallback(
    async (x: number, y: number) => {
      const answer = await sheetWorker.ask('islandAt', { x, y });
      choose(answer.ok ? answer.value : undefined);
    },
    [sheetWorker, choose],
  );
  const step = useCallback(
    async (by: 1 | -1) => {
      const answer = await sheetWorker.ask('islandStep', {
        key: island?.key ?? null,
        step: by,
        leastMm2: LEAST_STEP_MM2,
      });
      if (answer.ok) choose(answer.value);
    },
    [sheetWorker, island?.key, choose],
  );

  /** Makes a change, and paints only what it touched. */
  const act = useCallback(
    async (edit: RegionEdit): Promise<boolean> => {
      const done = await reshape(edit);
      if (!done.ok) {
        setSaid(inWords(done));
        return false;
      }
      choose(undefined);
      await canvas.current?.repaint(done.value.box);
      return true;
    },
    [reshape, choose],
  );

  const point = useCallback(
    (x: number, y: number) => setLine((l) => l && { ...l, pointsPx: [...l.pointsPx, x + 0.5, y + 0.5] }),
    [],
  );
  const unpoint = useCallback(() => setLine((l) => l && { ...l, pointsPx: l.pointsPx.slice(0, -2) }), []);
  return { chosen, choose, chooseAt, step, letGo, act, line, setLine, point, unpoint, said, canvas, mmPerPx };
}

export type Regions = ReturnType<typeof useRegions>;
