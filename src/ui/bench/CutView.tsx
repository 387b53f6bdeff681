'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useRef, useState, type Dispatch, type SetStateAction } from 'react';
import { cuttingHours, materialById, type CutIsland } from '@/core/cutting';
import { sentenceIn, formatLength } from '@/core/units';
import {
  blockOfRun,
  cutLineNotes,
  inkNamesOf,
  openSlips,
  sideOfStage,
  stageOfRun,
  type Slip,
  type Run,
} from '@/records';
import { labelStatesOf, type LabelState } from '@/ui/kit/blockStates';
import { Cautions } from '../kit/Cautions';
import { BLOCK_WORDS } from '../kit/colours';
import { usePrintDesk, type PrintDesk } from '../kit/printContext';
import { pathOfMm } from '../kit/paths';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { IslandOverlay, RegionOverlay } from '@/ui/kit/regions/RegionOverlay';
import { useRegions, type Regions } from '@/ui/kit/regions/useRegions';
import { BenchTabs } from './BenchTabs';
import { Replay } from './Replay';
import { SlipList, SlipMarking, type SlipDraft } from './SlipPanel';
import { useKeys } from '../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CutView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { Stage } from '@/records/plan';

/** Drawn values of the cut map: other, to cut, done, standing. */
const CUT_STYLES = [
  { fill: BLOCK_WORDS.cleared },
  { fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke },
  { fill: BLOCK_WORDS.doneFill, stroke: BLOCK_WORDS.doneStroke },
  { fill: BLOCK_WORDS.standing },
];
/** Parts smaller than this are not listed one by one. */
const LISTED = 60;

/** Cut: the stage's map as the block lies, ticked off part by part, and the gate at its end. */
export function CutView() {
  const cut = useCut();
  const { desk, labels, run, stage, islands, allCut, draft, setDraft } = cut;
  const { plan } = desk.state;
  if (!plan.flat || !plan.picture || !run || !stage || !labels) {
    return (
      <NothingToShow
        above={<BenchTabs view="cut" />}
        title="Nothing to cut yet"
        says="The plan comes first: a picture, its flat colours, their order."
      >
        <Link href={desk.urls.page('picture')}>To the Desk</Link>
      </NothingToShow>
    );
  }
  const words = cutInWords(desk, labels, islands, cut.ticked, stage, run);
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.gap22)}>
          <BenchTabs view="cut" />
          <h1>
            {allCut ? 'Every cut is done' : `Cut away ${words.cutName}${words.block}, before run ${cut.index + 1}`}
          </h1>
        </div>
        <CutMap {...cut} picked={islands?.[cut.chosen]} />
      </div>
      <aside className={kit.side}>
        <CutFacts {...cut} {...words} run={run} />
        {draft && <SlipMarking regions={cut.regions} stageId={stage.id} draft={draft} onDraft={setDraft} />}
        <SlipList onShow={cut.setShownSlip} />
        {!draft && <PartList {...cut} {...words} />}
        <CutFoot {...cut} {...words} stage={stage} />
        <Cautions place="cut" />
      </aside>
      <Replay open={cut.replaying} onClose={() => cut.setReplaying(false)} />
      <GateDialog {...cut} {...words} labels={labels} run={run} stage={stage} />
    </div>
  );
}

/** The cut in hand: which stage it is, what is ticked off, what is chosen, and a slip being shown. */
function useCut() {
  const desk = usePrintDesk();
  const { state, progress } = desk;
  const { plan } = state;
  const firstUncut = progress.runs.findIndex((r) => !r.cut && !r.cutOn);
  const index = firstUncut < 0 ? plan.runs.length - 1 : firstUncut;
  const allCut = firstUncut < 0;
  const labels = useMemo(() => labelStatesOf(plan, desk.sheet)[index], [plan, desk.sheet, index]);
  const run = plan.runs[index];
  const stage = run && stageOfRun(plan, run);
  const ticked = stage ? progress.bench.cutIslands.get(stage.id) : undefined;
  const [chosen, setChosen] = useState(0);
  const [mirrored, setMirrored] = useState(true);
  const [asking, setAsking] = useState(false);
  const [minutes, setMinutes] = useState('');
  const [replaying, setReplaying] = useState(false);
  const regions = useRegions();
  const [draft, setDraft] = useState<SlipDraft>();
  const [shownSlip, setShownSlip] = useState<Slip>();
  const draftOutlines = useDraftOutlines(draft);
  const { islands, tick, paint } = useCutParts(ticked, labels, stage, allCut);
  const pickAt = useCutPick(regions, draft, setDraft, setChosen, islands, tick);
  useCutKeys(setMirrored, setChosen, islands, chosen, tick);
  return {
    ...{ desk, index, allCut, labels, run, stage, ticked, islands, tick, paint, pickAt, regions },
    ...{ chosen, setChosen, mirrored, asking, setAsking, minutes, setMinutes, replaying, setReplaying },
    ...{ draft, setDraft, draftOutlines, shownSlip, setShownSlip },
  };
}

/** How much there is to cut, from what, and whether it may be cut yet. */
function cutInWords(
  desk: PrintDesk,
  labels: LabelState,
  islands: readonly CutIsland[] | undefined,
  ticked: ReadonlySet<number> | undefined,
  stage: Stage,
  run: Run,
) {
  const { progress } = desk;
  const { plan } = desk.state;
  const { widthMm, heightMm } = plan.picture!;
  const areaCm2 = (widthMm * heightMm) / 100;
  const cutCm2 = labels.cutNow.reduce((sum, p) => sum + (desk.sheet.share[p] ?? 0), 0) * areaCm2;
  const doneCount = islands?.filter((i) => ticked?.has(i.key)).length ?? 0;
  const stages = sideOfStage(plan, stage.id)?.stages ?? [];
  const previous = plan.runs.findIndex((r) => r.inkings[0].stageId === stages[stages.indexOf(stage) - 1]?.id);
  const notYet = previous >= 0 && progress.runs[previous].phase !== 'done';
  const block = plan.blocks.length > 1 ? ` from ${blockOfRun(plan, run).block.name.toLowerCase()}` : '';
  const cutName =
    previous >= 0
      ? inkNamesOf(plan, plan.runs[previous])
      : plan.blocks.length > 1
        ? 'what does not print'
        : 'the bare paper';
  return { cutName, block, cutCm2, doneCount, notYet, previous };
}

interface CutMapProps {
  readonly mirrored: boolean;
  readonly paint: PaintView;
  readonly pickAt: (x: number, y: number) => Promise<void>;
  readonly index: number;
  readonly shownSlip: Slip | undefined;
  readonly draft: SlipDraft | undefined;
  readonly draftOutlines: readonly (readonly number[])[];
  readonly regions: Regions;
  readonly picked: CutIsland | undefined;
  readonly allCut: boolean;
}

/** The block as it lies, with what is cut now. */
function CutMap({
  mirrored,
  paint,
  pickAt,
  index,
  shownSlip,
  draft,
  draftOutlines,
  regions,
  picked,
  allCut,
}: CutMapProps) {
  const { state, unit } = usePrintDesk();
  const { raster } = state.plan.picture!;
  return (
    <SheetCanvas
      widthPx={raster.widthPx}
      heightPx={raster.heightPx}
      mmPerPx={raster.mmPerPx}
      unit={unit}
      mirrored={mirrored}
      paint={paint}
      onPick={(x, y) => void pickAt(x, y)}
      label={`What to cut before run ${index + 1}. Click a part to tick it off`}
      stamp={
        <div className={clsx(kit.stamp, mirrored && kit.mirrored)} data-testid="stamp">
          {mirrored ? 'mirrored: as the block lies' : 'as printed'} <kbd>M</kbd>
        </div>
      }
      overlay={(mm) => (
        <CutMarks
          shownSlip={shownSlip}
          draft={draft}
          draftOutlines={draftOutlines}
          regions={regions}
          mm={mm}
          picked={picked}
          allCut={allCut}
        />
      )}
    />
  );
}

interface CutFootProps {
  readonly notYet: boolean;
  readonly allCut: boolean;
  readonly previous: number;
  readonly setAsking: Dispatch<SetStateAction<boolean>>;
  readonly draft: SlipDraft | undefined;
  readonly regions: Regions;
  readonly stage: Stage;
  readonly setDraft: Dispatch<SetStateAction<SlipDraft | undefined>>;
}

/** The gate, and what to do when something went wrong. */
function CutFoot({ notYet, allCut, previous, setAsking, draft, regions, stage, setDraft }: CutFootProps) {
  return (
    <section className={kit.toFoot}>
      {notYet && !allCut && (
        <p className={clsx(kit.say, kit.wait, kit.below10)}>
          Run {previous + 1} is not finished. Cutting now would end it.
        </p>
      )}
      {!allCut && (
        <Button
          fullWidth
          color="error"
          className={clsx(kit.target, css.allCut)}

          disabled={Boolean(notYet)}
          onClick={() => setAsking(true)}
        >
          The cut is done
        </Button>
      )}
      {!draft && (
        <div className={kit.above10}>
          <SlipMarking regions={regions} stageId={stage.id} draft={undefined} onDraft={setDraft} />
        </div>
      )}
      {allCut && <p className={kit.say}>The block has been cut for its last run.</p>}
    </section>
  );
}

function useCutKeys(
  setMirrored: Dispatch<SetStateAction<boolean>>,
  setChosen: Dispatch<SetStateAction<number>>,
  islands: readonly CutIsland[] | undefined,
  chosen: number,
  tick: (island: number) => Promise<void>,
) {
  useKeys('m', 'mirrored for the block, or as printed', () => setMirrored((m) => !m));
  useKeys('down, up', 'to the next part in the list', (e) => {
    e.preventDefault();
    setChosen((c) => Math.min((islands?.length ?? 1) - 1, Math.max(0, c + (e.key === 'ArrowDown' ? 1 : -1))));
  });
  useKeys('space', 'tick off the chosen part', (e) => {
    if ((e.target as Element).closest('button, a, input')) return;
    e.preventDefault();
    if (islands?.[chosen]) void tick(islands[chosen].key);
  });
}

/** What a click on the block means: a point of a line, a part of a slip, or a part to tick off. */
function useCutPick(
  regions: Regions,
  draft: SlipDraft | undefined,
  setDraft: Dispatch<SetStateAction<SlipDraft | undefined>>,
  setChosen: Dispatch<SetStateAction<number>>,
  islands: readonly CutIsland[] | undefined,
  tick: (island: number) => Promise<void>,
) {
  const { sheetWorker } = usePrintDesk();
  const pickAt = useCallback(
    async (x: number, y: number) => {
      if (regions.line) {
        regions.point(x, y);
        return;
      }
      if (draft) {
        const found = await sheetWorker.ask('islandAt', { x, y });
        if (found.ok && found.value) {
          const island = found.value.key;
          setDraft(
            (d) =>
              d && {
                ...d,
                islands: d.islands.includes(island) ? d.islands.filter((k) => k !== island) : [...d.islands, island],
              },
          );
        }
        return;
      }
      const answer = await sheetWorker.ask('cutIslandAt', { x, y });
      if (!answer.ok || answer.value === null) return;
      setChosen(
        Math.max(
          0,
          (islands ?? []).findIndex((i) => i.key === answer.value),
        ),
      );
      void tick(answer.value);
    },
    [draft, islands, regions, sheetWorker, tick, setChosen, setDraft],
  );
  return pickAt;
}

/** The parts of this cut, the map they are ticked off on, and the tick itself. */
function useCutParts(
  ticked: ReadonlySet<number> | undefined,
  labels: LabelState,
  stage: Stage | undefined,
  allCut: boolean,
) {
  const desk = usePrintDesk();
  const { sheetWorker, tell, log } = desk;
  const tickedNow = useRef(ticked);
  tickedNow.current = ticked;
  const [islands, setIslands] = useState<readonly CutIsland[]>();
  const [version, setVersion] = useState(0);
  const key = labels ? JSON.stringify(labels) : '';
  useEffect(() => {
    if (!key) return;
    let wanted = true;
    const { standing, cutNow } = JSON.parse(key) as { standing: number[]; cutNow: number[] };
    void sheetWorker.ask('cutIslands', { standing, cutNow, done: [...(tickedNow.current ?? [])] }).then((answer) => {
      if (!wanted) return;
      if (answer.ok) {
        setIslands(answer.value);
        setVersion((v) => v + 1);
      } else if (answer.code !== 'stopped') tell(answer.message);
    });
    return () => {
      wanted = false;
    };
  }, [key, desk.sheet, sheetWorker, tell]);
  const paint = useCutPaint(version);
  const tick = useCallback(
    async (island: number) => {
      if (!stage || allCut) return;
      const done = !tickedNow.current?.has(island);
      await sheetWorker.ask('tickIsland', { island, done });
      setVersion((v) => v + 1);
      const answer = await log({ kind: 'island-cut', stageId: stage.id, island, done });
      if (!answer.ok) tell(answer.message);
    },
    [stage, allCut, sheetWorker, log, tell],
  );
  return { islands, tick, paint };
}

function useCutPaint(version: number) {
  const { sheetWorker } = usePrintDesk();
  const paint: PaintView = useCallback(
    async (view, width, height) => {
      if (version === 0) return undefined;
      const answer = await sheetWorker.ask('paint', {
        what: 'cut',
        styles: CUT_STYLES,
        view,
        width,
        height,
        backdrop: BLOCK_WORDS.backdrop,
      });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, version],
  );
  return paint;
}

/** Outlines of the parts a slip is being shown by, in mm. */
function useDraftOutlines(draft: SlipDraft | undefined) {
  const { sheetWorker } = usePrintDesk();
  const [draftOutlines, setDraftOutlines] = useState<readonly (readonly number[])[]>([]);
  useEffect(() => {
    let wanted = true;
    if (!draft || draft.islands.length === 0) {
      setDraftOutlines([]);
      return;
    }
    void sheetWorker.ask('outlines', { region: { islands: draft.islands, outlinesPx: [] } }).then((a) => {
      if (wanted && a.ok) setDraftOutlines(a.value.outlinesMm);
    });
    return () => {
      wanted = false;
    };
  }, [draft, sheetWorker]);
  return draftOutlines;
}

interface CutMarksProps {
  readonly shownSlip: Slip | undefined;
  readonly draft: SlipDraft | undefined;
  readonly draftOutlines: readonly (readonly number[])[];
  readonly regions: Regions;
  readonly mm: number;
  readonly picked: CutIsland | undefined;
  readonly allCut: boolean;
}

function CutMarks({ shownSlip, draft, draftOutlines, regions, mm, picked, allCut }: CutMarksProps) {
  const { progress } = usePrintDesk();
  return (
    <>
      {openSlips(progress.bench.slips).map((slip) => (
        <path
          key={slip.slipId}
          className={clsx(kit.slipArea, shownSlip?.slipId === slip.slipId && kit.on)}
          d={pathOfMm(slip.place.outlinesMm)}
          fillRule="evenodd"
        />
      ))}
      {draft && (
        <path
          className={clsx(kit.slipArea, kit.on)}
          d={pathOfMm([...draft.outlinesMm, ...draftOutlines])}
          fillRule="evenodd"
        />
      )}
      {draft ? <RegionOverlay regions={regions} mm={mm} /> : <IslandOverlay mm={mm} />}
      {picked && !allCut && !draft && <circle className={kit.placeMark} cx={picked.xMm} cy={picked.yMm} r={13 * mm} />}
    </>
  );
}

interface GateDialogProps {
  readonly asking: boolean;
  readonly setAsking: Dispatch<SetStateAction<boolean>>;
  readonly index: number;
  readonly cutName: string;
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly minutes: string;
  readonly setMinutes: Dispatch<SetStateAction<string>>;
  readonly labels: LabelState;
  readonly cutCm2: number;
  readonly run: Run;
  readonly stage: Stage;
}

function GateDialog({
  asking,
  setAsking,
  index,
  cutName,
  islands,
  doneCount,
  minutes,
  setMinutes,
  labels,
  cutCm2,
  run,
  stage,
}: GateDialogProps) {
  return (
    <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs" fullWidth>
      <DialogTitle>Is the cut for run {index + 1} done?</DialogTitle>
      <GateFacts
        index={index}
        cutName={cutName}
        islands={islands}
        doneCount={doneCount}
        minutes={minutes}
        setMinutes={setMinutes}
      />
      <GateActs
        setAsking={setAsking}
        minutes={minutes}
        labels={labels}
        cutCm2={cutCm2}
        run={run}
        setMinutes={setMinutes}
        stage={stage}
      />
    </Dialog>
  );
}

interface GateActsProps {
  readonly setAsking: Dispatch<SetStateAction<boolean>>;
  readonly minutes: string;
  readonly labels: LabelState;
  readonly cutCm2: number;
  readonly run: Run;
  readonly setMinutes: Dispatch<SetStateAction<string>>;
  readonly stage: Stage;
}

function GateActs({ setAsking, minutes, labels, cutCm2, run, setMinutes, stage }: GateActsProps) {
  const {
    sheetWorker,
    state: { plan },
    log,
    tell,
  } = usePrintDesk();
  return (
    <DialogActions>
      <Button onClick={() => setAsking(false)}>Not yet</Button>
      <Button
        variant="contained"
        color="error"
        onClick={async () => {
          setAsking(false);
          const took = Number(minutes);
          const figures =
            took > 0
              ? await sheetWorker.ask('measureStage', { standing: labels.standing, cutNow: labels.cutNow })
              : undefined;
          const saidHours = figures?.ok
            ? cuttingHours(figures.value.outlineM, cutCm2, materialById(blockOfRun(plan, run).block.materialId))
            : undefined;
          setMinutes('');
          const answer = await log({
            kind: 'stage-cut',
            stageId: stage.id,
            ...(took > 0 ? { minutes: took, saidHours } : {}),
          });
          if (!answer.ok) tell(answer.message);
        }}
      >
        Yes, it is cut
      </Button>
    </DialogActions>
  );
}

interface GateFactsProps {
  readonly index: number;
  readonly cutName: string;
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly minutes: string;
  readonly setMinutes: Dispatch<SetStateAction<string>>;
}

function GateFacts({ index, cutName, islands, doneCount, minutes, setMinutes }: GateFactsProps) {
  return (
    <DialogContent>
      <p>This passes a gate. From here on it is final that</p>
      <ul className={clsx(kit.around8, css.checks)}>
        <li>
          {index === 0
            ? 'the bare paper is off the block, and the shapes of the picture are closed'
            : `${cutName} is off the block and can never be printed again`}
        </li>
        {index > 0 && <li>the sheets that came through run {index} are all there will ever be</li>}
        <li>no undo leads back before this moment</li>
      </ul>
      {islands && doneCount > 0 && doneCount < islands.length && (
        <p className={clsx(kit.say, kit.wait)}>{islands.length - doneCount} parts are not ticked off yet.</p>
      )}
      <label className={clsx(kit.note, kit.stack, kit.gap4, kit.above12)}>
        How many minutes did it take? (as you like; later times are reckoned by it)
        <input
          className={kit.plainSelect}
          inputMode="numeric"
          value={minutes}
          onChange={(e) => setMinutes(e.target.value.replace(/[^\d]/g, '').slice(0, 5))}
          aria-label="Minutes of cutting"
        />
      </label>
    </DialogContent>
  );
}

interface PartListProps {
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly chosen: number;
  readonly setChosen: Dispatch<SetStateAction<number>>;
  readonly tick: (island: number) => Promise<void>;
  readonly ticked: ReadonlySet<number> | undefined;
}

function PartList({ islands, doneCount, chosen, setChosen, tick, ticked }: PartListProps) {
  const { unit } = usePrintDesk();
  return (
    <section className={css.listed}>
      <h2>
        {islands
          ? `${doneCount} of ${islands.length} part${islands.length === 1 ? '' : 's'} done`
          : 'looking for the parts …'}
      </h2>
      <div className={clsx(css.list, kit.scrolls, kit.above6)}>
        {islands?.slice(0, LISTED).map((island, i) => (
          <button
            key={island.key}
            type="button"
            className={clsx(kit.tone, css.island)}
            data-testid="part"
            aria-pressed={i === chosen}
            onFocus={() => setChosen(i)}
            onClick={() => {
              setChosen(i);
              void tick(island.key);
            }}
          >
            <span aria-hidden className={kit.readable}>
              {ticked?.has(island.key) ? '☑' : '☐'}
            </span>
            <span className={clsx(ticked?.has(island.key) && kit.quiet)}>
              at {formatLength(island.xMm, unit, 0)}, {formatLength(island.yMm, unit, 0)}
              {ticked?.has(island.key) && <span className={kit.visuallyHidden}> done</span>}
            </span>
            <span className={kit.num}>
              {island.areaMm2 >= 100 ? `${(island.areaMm2 / 100).toFixed(1)} cm²` : `${island.areaMm2.toFixed(1)} mm²`}
            </span>
          </button>
        ))}
      </div>
      {islands && islands.length > LISTED && (
        <p className={kit.note}>and {islands.length - LISTED} smaller; click them on the map</p>
      )}
    </section>
  );
}

interface CutFactsProps {
  readonly cutCm2: number;
  readonly run: Run;
  readonly setReplaying: Dispatch<SetStateAction<boolean>>;
}

function CutFacts({ cutCm2, run, setReplaying }: CutFactsProps) {
  const {
    state: { plan },
    unit,
    progress,
  } = usePrintDesk();
  return (
    <section>
      <h2>{cutCm2.toFixed(cutCm2 < 10 ? 1 : 0)} cm² to cut</h2>
      <p className={kit.note}>
        <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> hatched is cut now; nothing else. Outlines first
        with a narrow tool, then clear the open parts along the shape.
      </p>
      {cutLineNotes(plan, run)
        .map((note) => sentenceIn(note, unit))
        .map((note) => (
          <p key={note} className={clsx(kit.say, kit.wait, kit.above8, kit.plain)}>
            {note}
          </p>
        ))}
      {plan.lettering.length > 0 && (
        <p className={clsx(kit.note, kit.madder, kit.above6)}>
          {plan.lettering.length} part{plan.lettering.length === 1 ? ' is' : 's are'} lettering: on the block it reads
          backwards.
        </p>
      )}
      {progress.bench.cutPictures.length > 0 && (
        <button type="button" className={clsx(kit.link, kit.note)} onClick={() => setReplaying(true)}>
          the block, cut by cut
        </button>
      )}
    </section>
  );
}
