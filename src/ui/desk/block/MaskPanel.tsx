'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState, type Dispatch, type SetStateAction, type RefObject } from 'react';
import { formatLength, type Outcome } from '@/core/units';
import {
  inkNamesOf,
  MASK_GROWTH_MM,
  MASK_KINDS,
  maskNotes,
  regionOf,
  withSecondTone,
  type Mask,
  type MaskKind,
  type Place,
  type Run,
  type Plan,
} from '@/records';
import { Cautions } from '../../kit/Cautions';
import { LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import { areaWords } from '@/ui/kit/regions/words';
import type { Regions, ChosenIsland, DrawnLine } from '@/ui/kit/regions/useRegions';
import { anchorOf, useAnchors } from '@/ui/kit/regions/useAnchors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

const NOTHING: Place = { anchors: [], outlinesMm: [] };

const KIND_WORDS: Readonly<Record<MaskKind, string>> = {
  mask: 'lay a mask over it',
  wipe: 'ink, then wipe it off',
  'do not ink': 'do not ink it',
  'keep clean': 'mask for cleared ground',
};
const FIRST_GROWTH_MM = 1.5;

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

interface LeaveOutProps {
  readonly chosen: ChosenIsland | undefined;
  readonly setGathered: Dispatch<SetStateAction<Place>>;
  readonly gatheredAlready: boolean;
  readonly keys: readonly (number | null)[] | undefined;
  readonly line: DrawnLine | undefined;
  readonly mmPerPx: number;
  readonly regions: Regions;
  readonly labels: LabelState;
  readonly run: number;
  readonly count: number;
  readonly kind: 'mask' | 'wipe' | 'do not ink' | 'keep clean';
  readonly setKind: Dispatch<SetStateAction<'mask' | 'wipe' | 'do not ink' | 'keep clean'>>;
  readonly growMm: number;
  readonly setGrowMm: Dispatch<SetStateAction<number>>;
  readonly add: (mask: Omit<Mask, 'id' | 'runId'>) => void;
  readonly gathered: Place;
}

function LeaveOut({
  chosen,
  setGathered,
  gatheredAlready,
  keys,
  line,
  mmPerPx,
  regions,
  labels,
  run,
  count,
  kind,
  setKind,
  growMm,
  setGrowMm,
  add,
  gathered,
}: LeaveOutProps) {
  return (
    <section>
      <h2>Leave something out</h2>
      <p className={clsx(kit.note, kit.above4, kit.below8)}>
        Click islands on the block, or draw round a place, and gather them.
      </p>
      <GatherActs
        chosen={chosen}
        setGathered={setGathered}
        gatheredAlready={gatheredAlready}
        keys={keys}
        line={line}
        mmPerPx={mmPerPx}
        regions={regions}
      />
      {chosen && !labels.standing.includes(chosen.label) && (
        <p className={clsx(kit.note, kit.above6)}>
          This island does not stand in run {run}, so there is nothing to leave out.
        </p>
      )}
      {count > 0 && (
        <GatheredMask
          count={count}
          setGathered={setGathered}
          kind={kind}
          setKind={setKind}
          growMm={growMm}
          setGrowMm={setGrowMm}
          add={add}
          gathered={gathered}
          run={run}
          regions={regions}
        />
      )}
      <KeepCleanActs add={add} />
    </section>
  );
}

function KeepCleanActs({ add }: { add: (mask: Omit<Mask, 'id' | 'runId'>) => void }) {
  const { unit } = usePrintDesk();
  return (
    <div className={kit.above14}>
      <Button
        size="small"
        onClick={() =>
          add({
            kind: 'keep clean',
            place: NOTHING,
            covers: 'place',
            growMm: FIRST_GROWTH_MM,
            hold: 'pins',
            note: '',
          })
        }
      >
        Mask all cleared ground
      </Button>
      <p className={clsx(kit.note, kit.above4)}>
        Openings {formatLength(FIRST_GROWTH_MM, unit, 1)} larger than what stands; keeps roller marks off the paper
        where wide openings chatter.
      </p>
    </div>
  );
}

interface GatheredMaskProps {
  readonly count: number;
  readonly setGathered: Dispatch<SetStateAction<Place>>;
  readonly kind: 'mask' | 'wipe' | 'do not ink' | 'keep clean';
  readonly setKind: Dispatch<SetStateAction<'mask' | 'wipe' | 'do not ink' | 'keep clean'>>;
  readonly growMm: number;
  readonly setGrowMm: Dispatch<SetStateAction<number>>;
  readonly add: (mask: Omit<Mask, 'id' | 'runId'>) => void;
  readonly gathered: Place;
  readonly run: number;
  readonly regions: Regions;
}

function GatheredMask({
  count,
  setGathered,
  kind,
  setKind,
  growMm,
  setGrowMm,
  add,
  gathered,
  run,
  regions,
}: GatheredMaskProps) {
  const { unit } = usePrintDesk();
  return (
    <div className={clsx(kit.stack, kit.gap12, kit.above14)}>
      <p className={clsx(kit.say, kit.plain)}>
        {count} place{count === 1 ? '' : 's'} gathered.{' '}
        <button type="button" className={kit.link} onClick={() => setGathered(NOTHING)}>
          Let go
        </button>
      </p>
      <div className={clsx(kit.fields, kit.atTop)}>
        <TextField select label="How" value={kind} onChange={(e) => setKind(e.target.value as MaskKind)}>
          {MASK_KINDS.filter((k) => k !== 'keep clean').map((k) => (
            <MenuItem key={k} value={k}>
              {KIND_WORDS[k]}
            </MenuItem>
          ))}
        </TextField>
        {kind === 'mask' && (
          <LengthField
            label="Into cleared ground"
            valueMm={growMm}
            unit={unit}
            range={MASK_GROWTH_MM}
            onChange={setGrowMm}
          />
        )}
      </div>
      <GatheredActs
        add={add}
        kind={kind}
        gathered={gathered}
        growMm={growMm}
        run={run}
        setGathered={setGathered}
        regions={regions}
      />
      <p className={kit.note}>
        A second tone is a run of its own from the same stage: one mask covers these places in run {run}, another all
        else in the run after it.
      </p>
    </div>
  );
}

interface GatheredActsProps {
  readonly add: (mask: Omit<Mask, 'id' | 'runId'>) => void;
  readonly kind: 'mask' | 'wipe' | 'do not ink' | 'keep clean';
  readonly gathered: Place;
  readonly growMm: number;
  readonly run: number;
  readonly setGathered: Dispatch<SetStateAction<Place>>;
  readonly regions: Regions;
}

function GatheredActs({ add, kind, gathered, growMm, run, setGathered, regions }: GatheredActsProps) {
  const { change } = usePrintDesk();
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      <Button
        variant="contained"
        onClick={() => add({ kind, place: gathered, covers: 'place', growMm, hold: 'pins', note: '' })}
      >
        Leave it out of run {run}
      </Button>
      <Button
        onClick={() => {
          void change('two tones from one stage', (p) => withSecondTone(p, p.runs[run - 1], gathered, growMm));
          setGathered(NOTHING);
          regions.letGo();
        }}
      >
        Print it in a second tone
      </Button>
    </div>
  );
}

interface GatherActsProps {
  readonly chosen: ChosenIsland | undefined;
  readonly setGathered: Dispatch<SetStateAction<Place>>;
  readonly gatheredAlready: boolean;
  readonly keys: readonly (number | null)[] | undefined;
  readonly line: DrawnLine | undefined;
  readonly mmPerPx: number;
  readonly regions: Regions;
}

function GatherActs({ chosen, setGathered, gatheredAlready, keys, line, mmPerPx, regions }: GatherActsProps) {
  const {
    state: { plan },
  } = usePrintDesk();
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      <Button
        size="small"
        disabled={!chosen}
        onClick={() => {
          if (chosen) {
            setGathered((g) => ({
              ...g,
              anchors: gatheredAlready
                ? g.anchors.filter((_, i) => keys?.[i] !== chosen.key)
                : [...g.anchors, anchorOf(chosen, plan)],
            }));
          }
        }}
      >
        {chosen
          ? `${gatheredAlready ? 'Leave out again' : 'Gather'}: ${areaWords(chosen.areaMm2)}`
          : 'Gather the chosen island'}
      </Button>
      {line?.use === 'lasso' ? (
        <Button
          size="small"
          variant="contained"
          disabled={line.pointsPx.length < 6}
          onClick={() => {
            setGathered((g) => ({
              ...g,
              outlinesMm: [...g.outlinesMm, line.pointsPx.map((v) => Math.round(v * mmPerPx * 100) / 100)],
            }));
            regions.setLine(undefined);
          }}
        >
          Gather what is inside
        </Button>
      ) : (
        <Button size="small" onClick={() => regions.setLine({ use: 'lasso', pointsPx: [] })}>
          Draw round a place
        </Button>
      )}
    </div>
  );
}

interface MaskRowProps {
  readonly mask: Mask;
  readonly shown: string | undefined;
  readonly setShown: Dispatch<SetStateAction<string | undefined>>;
  readonly theRun: Run;
  readonly closed: boolean;
  readonly edit: (id: string, part: Partial<Mask>) => Promise<Outcome<undefined>>;
  readonly i: number;
}

function MaskRow({ mask, shown, setShown, theRun, closed, edit, i }: MaskRowProps) {
  const {
    state: { plan },
  } = usePrintDesk();
  return (
    <div className={clsx(kit.stack, kit.gap8, kit.band)}>
      <div className={clsx(kit.row, kit.between)}>
        <button
          type="button"
          className={clsx(kit.link, kit.plain, kit.atLeft)}
          aria-pressed={shown === mask.id}
          onClick={() => setShown(shown === mask.id ? undefined : mask.id)}
        >
          {maskNotes({ ...plan, masks: [mask] }, theRun)[0]}
        </button>
      </div>
      {shown === mask.id && <MaskDetails mask={mask} closed={closed} edit={edit} setShown={setShown} />}
      <LostPlaces mask={mask} />
      <span className={kit.visuallyHidden}>mask {i + 1}</span>
    </div>
  );
}

interface MaskDetailsProps {
  readonly mask: Mask;
  readonly closed: boolean;
  readonly edit: (id: string, part: Partial<Mask>) => Promise<Outcome<undefined>>;
  readonly setShown: Dispatch<SetStateAction<string | undefined>>;
}

function MaskDetails({ mask, closed, edit, setShown }: MaskDetailsProps) {
  return (
    <>
      <MaskFields mask={mask} closed={closed} edit={edit} />
      <TextField
        label="Note for the bench"
        defaultValue={mask.note}
        disabled={closed}
        onBlur={(e) => {
          if (e.target.value !== mask.note) void edit(mask.id, { note: e.target.value.slice(0, 200) });
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <MaskActs mask={mask} closed={closed} setShown={setShown} />
    </>
  );
}

interface MaskActsProps {
  readonly mask: Mask;
  readonly closed: boolean;
  readonly setShown: Dispatch<SetStateAction<string | undefined>>;
}

function MaskActs({ mask, closed, setShown }: MaskActsProps) {
  const { urls, change } = usePrintDesk();
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      {(mask.kind === 'mask' || mask.kind === 'keep clean') && (
        <>
          <Button size="small" href={urls.file(`mask-${mask.id}.pdf`)}>
            PDF
          </Button>
          <Button size="small" href={urls.file(`mask-${mask.id}.svg`)}>
            SVG
          </Button>
          <Button size="small" href={urls.file(`mask-${mask.id}.dxf`)}>
            DXF
          </Button>
        </>
      )}
      {!closed && (
        <Button
          size="small"
          color="error"
          onClick={() => {
            setShown(undefined);
            void change('mask taken away', (p) => ({
              ...p,
              masks: p.masks.filter((m) => m.id !== mask.id),
            }));
          }}
        >
          Take away
        </Button>
      )}
    </div>
  );
}

interface MaskFieldsProps {
  readonly mask: Mask;
  readonly closed: boolean;
  readonly edit: (id: string, part: Partial<Mask>) => Promise<Outcome<undefined>>;
}

function MaskFields({ mask, closed, edit }: MaskFieldsProps) {
  const { unit } = usePrintDesk();
  return (
    <div className={clsx(kit.fields, kit.atTop, kit.above6)}>
      {mask.kind !== 'wipe' && mask.kind !== 'do not ink' && (
        <LengthField
          label={mask.kind === 'keep clean' ? 'Openings larger by' : 'Into cleared ground'}
          valueMm={mask.growMm}
          unit={unit}
          range={MASK_GROWTH_MM}
          disabled={closed}
          onChange={(mm) => void edit(mask.id, { growMm: mm })}
        />
      )}
      {(mask.kind === 'mask' || mask.kind === 'keep clean') && (
        <TextField
          select
          label="Held by"
          disabled={closed}
          value={mask.hold}
          onChange={(e) => void edit(mask.id, { hold: e.target.value as Mask['hold'] })}
        >
          <MenuItem value="pins">pin holes</MenuItem>
          <MenuItem value="corner">the origin corner</MenuItem>
        </TextField>
      )}
    </div>
  );
}

/** Places of a mask that cannot be found again on the picture as it is now. */
function LostPlaces({ mask }: { mask: Mask }) {
  const keys = useAnchors(mask.place.anchors);
  const lost = keys?.filter((key) => key === null).length ?? 0;
  return lost > 0 ? (
    <p className={clsx(kit.say, kit.wait)}>
      {lost} of its places {lost === 1 ? 'is' : 'are'} lost: another colour lies there since the picture changed. Take
      the mask away, or gather the places anew.
    </p>
  ) : null;
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
