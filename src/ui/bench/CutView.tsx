'use client';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Link from 'next/link';
import { type Dispatch, type SetStateAction } from 'react';
import { NAMED_PIECES, type CutIsland } from '@/core/cutting';
import { type Plan, type Run } from '@/model';
import { blockOfCut, cutLineNotes, openSlips, type Slip } from '@/derived';
import { Cautions } from '../kit/Cautions';
import { usePrintDesk } from '../kit/printContext';
import { pathOfMm } from '../kit/paths';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { StandingMarks } from '@/ui/kit/StandingMarks';
import { IslandOverlay, RegionOverlay } from '@/ui/kit/regions/RegionOverlay';
import { type Regions } from '@/ui/kit/regions/useRegions';
import { BenchTabs } from './BenchTabs';
import { Replay } from './Replay';
import { TypeLockUp } from './TypeLockUp';
import { SlipList, SlipMarking, type SlipDraft } from './SlipPanel';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CutView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import type { Cut } from '@/model';
import { UNDER, useCut, cutInWords, type Under } from './useCut';
import { PieceList } from './PieceList';
import { GateDialog } from './GateDialog';
import { cutWords } from '@/words/cut';
import { noteInWords } from '@/words/notes';
import { decimal } from '@/words/quantities';

/** Cut: the stage's map as the block lies, ticked off part by part, and the gate at its end. */
export function CutView() {
  const cut = useCut();
  const { desk, labels, run, stage, islands, allCut, draft, setDraft } = cut;
  const { plan, urls } = desk;
  if (!plan.flat || !plan.picture || !run || !stage || !labels) {
    return (
      <NothingToShow above={<BenchTabs view="cut" />} title={cutWords('nothing')} says={cutWords('nothingSays')}>
        <Link href={urls.page('picture')}>{cutWords('toDesk')}</Link>
      </NothingToShow>
    );
  }
  const words = cutInWords(desk, labels, islands, cut.ticked, stage, run);
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.gap22)}>
          <BenchTabs view="cut" />
          <h1>{allCut ? cutWords('allDone') : titleOf(words, cut.index + 1)}</h1>
        </div>
        <CutMap {...cut} picked={islands?.[cut.chosen]} />
        {!allCut && <UnderCut {...cut} />}
      </div>
      <aside className={kit.side}>
        {isTypeCut(plan, stage) ? (
          <TypeLockUp stage={stage} />
        ) : (
          <>
            <CutFacts {...cut} {...words} run={run} />
            {draft && <SlipMarking regions={cut.regions} cutId={stage.id} draft={draft} onDraft={setDraft} />}
            <SlipList onShow={cut.setShownSlip} />
            {!draft && <PieceList {...cut} {...words} />}
            <CutFoot {...cut} {...words} stage={stage} />
          </>
        )}
        <Cautions place="cut" />
      </aside>
      <Replay open={cut.replaying} onClose={() => cut.setReplaying(false)} />
      <GateDialog {...cut} {...words} labels={labels} run={run} stage={stage} />
    </div>
  );
}

const isTypeCut = (plan: Plan, stage: Cut) => Boolean(blockOfCut(plan, stage.id)?.type);

function titleOf({ cutName, block }: { cutName: string; block: string | undefined }, run: number): string {
  return block === undefined
    ? cutWords('title', { what: cutName, run })
    : cutWords('titleFrom', { what: cutName, block, run });
}

interface UnderCutProps {
  readonly under: Under;
  readonly setUnder: Dispatch<SetStateAction<Under>>;
  readonly brushing: boolean;
  readonly setBrushing: Dispatch<SetStateAction<boolean>>;
}

/** What lies under the cut, and whether a drag moves the map or ticks what it passes. */
function UnderCut({ under, setUnder, brushing, setBrushing }: UnderCutProps) {
  return (
    <div className={clsx(kit.row, kit.gap22, css.under)}>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={under}
        aria-label={cutWords('under.label')}
        onChange={(_, next: Under | null) => next && setUnder(next)}
      >
        {UNDER.map((one) => (
          <ToggleButton key={one} value={one}>
            {cutWords(`under.${one}`)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <ToggleButton size="small" value="brush" selected={brushing} onChange={() => setBrushing((on) => !on)}>
        {cutWords('brush')}
      </ToggleButton>
      {brushing && <span className={kit.note}>{cutWords('brushing')}</span>}
    </div>
  );
}

interface CutMapProps {
  readonly brushing: boolean;
  readonly brush: (x: number, y: number) => Promise<void>;
  readonly islands: readonly CutIsland[] | undefined;
  readonly ticked: ReadonlySet<number> | undefined;
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
  brushing,
  brush,
  islands,
  ticked,
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
      onBrush={brushing && !draft ? (x, y) => void brush(x, y) : undefined}
      label={cutWords('map', { run: index + 1 })}
      stamp={
        <div className={clsx(kit.stamp, mirrored && kit.mirrored)} data-testid="stamp">
          {cutWords(mirrored ? 'mirrored' : 'asPrinted')} <kbd>M</kbd>
        </div>
      }
      overlay={(mm) => (
        <>
          {!draft && !allCut && islands && <Numbers {...{ islands, ticked, mm, mirrored }} />}
          <CutMarks
            shownSlip={shownSlip}
            draft={draft}
            draftOutlines={draftOutlines}
            regions={regions}
            mm={mm}
            picked={picked}
            allCut={allCut}
            mirrored={mirrored}
          />
        </>
      )}
    />
  );
}

interface NumbersProps {
  readonly islands: readonly CutIsland[];
  readonly ticked: ReadonlySet<number> | undefined;
  readonly mm: number;
  readonly mirrored: boolean;
}

/** The numbers of the pieces, upright also where the block is seen mirrored; those that are cut are struck through. */
function Numbers({ islands, ticked, mm, mirrored }: NumbersProps) {
  return islands.slice(0, NAMED_PIECES).map((piece, i) => {
    // a piece smaller than its number is told by the list alone
    if ((piece.boxMm.x1 - piece.boxMm.x0) / mm < LEAST_ROOM_PX) return null;
    return (
      <text
        key={piece.key}
        className={css.number}
        transform={`translate(${piece.xMm},${piece.yMm}) scale(${mirrored ? -mm : mm},${mm})`}
        textAnchor="middle"
        dominantBaseline="central"
        textDecoration={ticked?.has(piece.key) ? 'line-through' : undefined}
      >
        {i + 1}
      </text>
    );
  });
}

/** Room a number needs, screen pixels. */
const LEAST_ROOM_PX = 14;

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
        <p className={clsx(kit.say, kit.wait, kit.below10)}>{cutWords('runOpen', { run: previous + 1 })}</p>
      )}
      {!allCut && (
        <Button
          fullWidth
          color="error"
          data-walk="gate"
          className={clsx(kit.target, css.allCut)}

          disabled={Boolean(notYet)}
          onClick={() => setAsking(true)}
        >
          {cutWords('done')}
        </Button>
      )}
      {!draft && (
        <div className={kit.above10}>
          <SlipMarking regions={regions} cutId={stage.id} draft={undefined} onDraft={setDraft} />
        </div>
      )}
      {allCut && <p className={kit.say}>{cutWords('lastCut')}</p>}
    </section>
  );
}

interface CutMarksProps {
  readonly shownSlip: Slip | undefined;
  readonly draft: SlipDraft | undefined;
  readonly draftOutlines: readonly (readonly number[])[];
  readonly regions: Regions;
  readonly mm: number;
  readonly mirrored: boolean;
  readonly picked: CutIsland | undefined;
  readonly allCut: boolean;
}

function CutMarks({ shownSlip, draft, draftOutlines, regions, mm, mirrored, picked, allCut }: CutMarksProps) {
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
      <StandingMarks mm={mm} mirrored={mirrored} />
      {draft ? <RegionOverlay regions={regions} mm={mm} /> : <IslandOverlay mm={mm} />}
      {picked && !allCut && !draft && <circle className={kit.placeMark} cx={picked.xMm} cy={picked.yMm} r={13 * mm} />}
    </>
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
      <h2>{cutWords('toCut', { area: decimal(cutCm2, cutCm2 < 10 ? 1 : 0) })}</h2>
      <p className={kit.note}>
        <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> {cutWords('hatched')}
      </p>
      {cutLineNotes(plan, run)
        .map((note) => noteInWords(note, unit))
        .map((note) => (
          <p key={note} className={clsx(kit.say, kit.wait, kit.above8, kit.plain)}>
            {note}
          </p>
        ))}
      {plan.lettering.length > 0 && (
        <p className={clsx(kit.note, kit.madder, kit.above6)}>
          {cutWords('lettering', { parts: plan.lettering.length })}
        </p>
      )}
      {progress.bench.cutPictures.length > 0 && (
        <button type="button" className={clsx(kit.link, kit.note)} onClick={() => setReplaying(true)}>
          {cutWords('replay')}
        </button>
      )}
    </section>
  );
}
