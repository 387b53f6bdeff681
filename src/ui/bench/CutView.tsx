'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { type Dispatch, type SetStateAction } from 'react';
import { type CutIsland } from '@/core/cutting';
import { sentenceIn, formatLength } from '@/core/units';
import { type Run } from '@/model';
import { cutLineNotes, openSlips, type Slip } from '@/derived';
import { Cautions } from '../kit/Cautions';
import { usePrintDesk } from '../kit/printContext';
import { pathOfMm } from '../kit/paths';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { IslandOverlay, RegionOverlay } from '@/ui/kit/regions/RegionOverlay';
import { type Regions } from '@/ui/kit/regions/useRegions';
import { BenchTabs } from './BenchTabs';
import { Replay } from './Replay';
import { SlipList, SlipMarking, type SlipDraft } from './SlipPanel';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CutView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { Cut } from '@/model';
import { useCut, cutInWords } from './useCut';
import { GateDialog } from './GateDialog';
/** Parts smaller than this are not listed one by one. */
const LISTED = 60;

/** Cut: the stage's map as the block lies, ticked off part by part, and the gate at its end. */
export function CutView() {
  const cut = useCut();
  const { desk, labels, run, stage, islands, allCut, draft, setDraft } = cut;
  const { plan, urls } = desk;
  if (!plan.flat || !plan.picture || !run || !stage || !labels) {
    return (
      <NothingToShow
        above={<BenchTabs view="cut" />}
        title="Nothing to cut yet"
        says="The plan comes first: a picture, its flat colours, their order."
      >
        <Link href={urls.page('picture')}>To the Desk</Link>
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
        {draft && <SlipMarking regions={cut.regions} cutId={stage.id} draft={draft} onDraft={setDraft} />}
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
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { raster } = plan.picture!;
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
  readonly stage: Cut;
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
          <SlipMarking regions={regions} cutId={stage.id} draft={undefined} onDraft={setDraft} />
        </div>
      )}
      {allCut && <p className={kit.say}>The block has been cut for its last run.</p>}
    </section>
  );
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
  const { progress } = usePrintDesk('progress');
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

interface PartListProps {
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly chosen: number;
  readonly setChosen: Dispatch<SetStateAction<number>>;
  readonly tick: (island: number) => Promise<void>;
  readonly ticked: ReadonlySet<number> | undefined;
}

function PartList({ islands, doneCount, chosen, setChosen, tick, ticked }: PartListProps) {
  const { unit } = usePrintDesk('unit');
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
  const { plan, unit, progress } = usePrintDesk('plan', 'unit', 'progress');
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
