'use client';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Mask, MaskKind, Place, Plan, EditOf } from '@/model';
import { regionOf } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { useAnchors } from '@/ui/kit/regions/useAnchors';
import { NOTHING, FIRST_GROWTH_MM } from './maskWords';

export interface MaskPanelProps {
  readonly run: number;
  readonly labels: LabelState;
  readonly regions: Regions;
  readonly onOutlines: (outlinesMm: readonly (readonly number[])[] | undefined) => void;
}

/** The masks of a run, the place being gathered for a new one, and which of them is drawn on the block. */
export function useMasking({ run, labels, regions, onOutlines }: MaskPanelProps) {
  const { plan, change, progress } = usePrintDesk('plan', 'change', 'progress');
  const { chosen, mmPerPx, line } = regions;
  const theRun = plan.runs[run - 1];
  const masks = plan.masks.filter((mask) => mask.runId === theRun.id);
  const closed = run <= progress.closedRuns;
  const [gathered, setGathered] = useState<Place>(NOTHING);
  const keys = useAnchors(gathered.anchors);
  const gatheredAlready = chosen !== undefined && (keys?.includes(chosen.key) ?? false);
  const planRef = useRef(plan);
  planRef.current = plan;
  const [kind, setKind] = useState<MaskKind>('mask');
  const [growMm, setGrowMm] = useState(FIRST_GROWTH_MM);
  const [shown, setShown] = useState<string>();
  const showing = masks.find((mask) => mask.id === shown);
  const drawn: Pick<Mask, 'kind' | 'place' | 'covers' | 'growMm'> | undefined =
    showing ??
    (gathered.anchors.length + gathered.outlinesMm.length > 0
      ? { kind, place: gathered, covers: 'place', growMm }
      : undefined);
  const drawnKey = drawn ? JSON.stringify(drawn) : '';
  const standingKey = JSON.stringify(labels.standing);
  useMaskOutlines(drawnKey, onOutlines, drawn, standingKey, planRef, mmPerPx);
  useEffect(() => () => onOutlines(undefined), [onOutlines]);
  const add = (mask: Omit<Mask, 'id' | 'runId'>) => {
    void change({
      kind: 'mask-added',
      mask: { ...mask, id: `mask-${Date.now().toString(36)}`, runId: theRun.id },
    });
    setGathered(NOTHING);
    regions.letGo();
  };
  const edit = (maskId: string, part: EditOf<'mask-set'>['part']) => change({ kind: 'mask-set', maskId, part });
  const count = gathered.anchors.length + gathered.outlinesMm.length;
  return {
    ...{ theRun, masks, closed, chosen, line, mmPerPx, keys, count, gathered, setGathered, gatheredAlready },
    ...{ kind, setKind, growMm, setGrowMm, shown, setShown, add, edit },
  };
}

/** What every part of the masks is told. */
export type Masking = MaskPanelProps & ReturnType<typeof useMasking>;

/** The outlines of the mask shown, for the picture of the block. */
function useMaskOutlines(
  drawnKey: string,
  onOutlines: (outlinesMm: readonly (readonly number[])[] | undefined) => void,
  drawn: Pick<Mask, 'kind' | 'place' | 'covers' | 'growMm'> | undefined,
  standingKey: string,
  planRef: RefObject<Plan>,
  mmPerPx: number,
) {
  const { sheetWorker } = usePrintDesk('sheetWorker');
  useEffect(() => {
    if (!drawnKey) {
      onOutlines(undefined);
      return;
    }
    let wanted = true;
    const mask = JSON.parse(drawnKey) as NonNullable<typeof drawn>;
    void sheetWorker
      .ask('maskOutlines', {
        standing: JSON.parse(standingKey) as number[],
        region: regionOf(mask.place, planRef.current),
        covers: mask.kind === 'keep clean' ? 'keep clean' : mask.covers,
        growMm: mask.kind === 'mask' || mask.kind === 'keep clean' ? mask.growMm : 0,
      })
      .then((answer) => {
        if (wanted && answer.ok) onOutlines(answer.value.outlinesMm);
      });
    return () => {
      wanted = false;
    };
    // the place is found in the plan as it is then; only what is drawn asks anew
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [drawnKey, standingKey, mmPerPx, sheetWorker, onOutlines]);
}
