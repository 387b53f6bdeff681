'use client';
import { useEffect, useRef, useState, type Dispatch, type SetStateAction, type RefObject } from 'react';
import { type Outcome } from '@/core/units';
import { inkNamesOf, regionOf, type Mask, type MaskKind, type Place, type Run, type Plan } from '@/records';
import { Cautions } from '../../kit/Cautions';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { useAnchors } from '@/ui/kit/regions/useAnchors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { MaskRow } from './MaskRow';
import { LeaveOut } from './LeaveOut';
import { NOTHING, FIRST_GROWTH_MM } from './maskWords';

interface MaskPanelProps {
  readonly run: number;
  readonly labels: LabelState;
  readonly regions: Regions;
  readonly onOutlines: (outlinesMm: readonly (readonly number[])[] | undefined) => void;
}

/** Masks, wipes and what is not inked in a run; two tones from one stage. */
export function MaskPanel(props: MaskPanelProps) {
  const masking = useMasking(props);
  return (
    <>
      <MasksOfRun {...props} {...masking} />
      {!masking.closed && <LeaveOut {...props} {...masking} />}
      <Cautions place="board" />
    </>
  );
}

/** The masks of a run, the place being gathered for a new one, and which of them is drawn on the block. */
function useMasking({ run, labels, regions, onOutlines }: MaskPanelProps) {
  const { state, change, progress } = usePrintDesk();
  const { plan } = state;
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
    void change('mask added', (p) => ({
      ...p,
      masks: [...p.masks, { ...mask, id: `mask-${Date.now().toString(36)}`, runId: theRun.id }],
    }));
    setGathered(NOTHING);
    regions.letGo();
  };
  const edit = (id: string, part: Partial<Mask>) =>
    change('mask changed', (p) => ({ ...p, masks: p.masks.map((m) => (m.id === id ? { ...m, ...part } : m)) }));
  const count = gathered.anchors.length + gathered.outlinesMm.length;
  return {
    ...{ theRun, masks, closed, chosen, line, mmPerPx, keys, count, gathered, setGathered, gatheredAlready },
    ...{ kind, setKind, growMm, setGrowMm, shown, setShown, add, edit },
  };
}

interface MasksOfRunProps {
  readonly run: number;
  readonly theRun: Run;
  readonly masks: Mask[];
  readonly shown: string | undefined;
  readonly setShown: Dispatch<SetStateAction<string | undefined>>;
  readonly closed: boolean;
  readonly edit: (id: string, part: Partial<Mask>) => Promise<Outcome<undefined>>;
}

function MasksOfRun({ run, theRun, masks, shown, setShown, closed, edit }: MasksOfRunProps) {
  const {
    state: { plan },
  } = usePrintDesk();
  return (
    <section>
      <h2>
        Run {run}, {inkNamesOf(plan, theRun)}
      </h2>
      {masks.length === 0 && <p className={kit.note}>No mask: everything that stands is printed.</p>}
      {masks.map((mask, i) => (
        <MaskRow
          key={mask.id}
          mask={mask}
          shown={shown}
          setShown={setShown}
          theRun={theRun}
          closed={closed}
          edit={edit}
          i={i}
        />
      ))}
      {closed && <p className={kit.note}>This run is printed; its masks stay as they were.</p>}
      <LostMasks runId={theRun.id} closed={closed} />
    </section>
  );
}

/** The outlines of the mask shown, for the picture of the block. */
function useMaskOutlines(
  drawnKey: string,
  onOutlines: (outlinesMm: readonly (readonly number[])[] | undefined) => void,
  drawn: Pick<Mask, 'kind' | 'place' | 'covers' | 'growMm'> | undefined,
  standingKey: string,
  planRef: RefObject<Plan>,
  mmPerPx: number,
) {
  const { sheetWorker } = usePrintDesk();
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

/** Masks whose run is gone since the picture was flattened anew: kept until somebody decides. */
function LostMasks({ runId, closed }: { runId: string; closed: boolean }) {
  const { state, change } = usePrintDesk();
  const { plan } = state;
  const runs = new Set(plan.runs.map((run) => run.id));
  const lost = plan.masks.filter((mask) => !runs.has(mask.runId));
  if (lost.length === 0) return null;
  return (
    <div className={clsx(kit.say, kit.wait, kit.above10)}>
      <p>
        {lost.length === 1 ? 'A mask has' : `${lost.length} masks have`} lost {lost.length === 1 ? 'its' : 'their'} run
        since the picture was flattened anew. Nothing is masked by {lost.length === 1 ? 'it' : 'them'} now.
      </p>
      {lost.map((mask) => (
        <p key={mask.id} className={clsx(kit.row, kit.gap12, kit.above6)}>
          <span>{mask.note || MASK_WORDS[mask.kind]}</span>
          <button
            type="button"
            className={kit.link}
            disabled={closed}
            onClick={() =>
              void change('lost mask given to a run', (p) => ({
                ...p,
                masks: p.masks.map((m) => (m.id === mask.id ? { ...m, runId } : m)),
              }))
            }
          >
            Give it to this run
          </button>
          <button
            type="button"
            className={kit.link}
            onClick={() =>
              void change('lost mask taken away', (p) => ({ ...p, masks: p.masks.filter((m) => m.id !== mask.id) }))
            }
          >
            Take it away
          </button>
        </p>
      ))}
    </div>
  );
}

const MASK_WORDS: Readonly<Record<MaskKind, string>> = {
  mask: 'a mask laid over',
  wipe: 'a place wiped off',
  'do not ink': 'a place not inked',
  'keep clean': 'a mask with openings',
};
