'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { type Dispatch, type SetStateAction } from 'react';
import { type CutIsland } from '@/core/cutting';
import { formatLength } from '@/core/units';
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
import { cutWords } from '@/words/cut';
import { noteInWords } from '@/words/notes';
import { decimal } from '@/words/quantities';
/** Parts smaller than this are not listed one by one. */
const LISTED = 60;

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

function titleOf({ cutName, block }: { cutName: string; block: string | undefined }, run: number): string {
  return block === undefined
    ? cutWords('title', { what: cutName, run })
    : cutWords('titleFrom', { what: cutName, block, run });
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
      label={cutWords('map', { run: index + 1 })}
      stamp={
        <div className={clsx(kit.stamp, mirrored && kit.mirrored)} data-testid="stamp">
          {cutWords(mirrored ? 'mirrored' : 'asPrinted')} <kbd>M</kbd>
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
        <p className={clsx(kit.say, kit.wait, kit.below10)}>{cutWords('runOpen', { run: previous + 1 })}</p>
      )}
      {!allCut && (
        <Button
          fullWidth
          color="error"
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
      <h2>{islands ? cutWords('parts', { done: doneCount, parts: islands.length }) : cutWords('looking')}</h2>
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
              {cutWords('partAt', { x: formatLength(island.xMm, unit, 0), y: formatLength(island.yMm, unit, 0) })}
              {ticked?.has(island.key) && <span className={kit.visuallyHidden}> {cutWords('partDone')}</span>}
            </span>
            <span className={kit.num}>
              {island.areaMm2 >= 100
                ? cutWords('cm2', { area: decimal(island.areaMm2 / 100, 1) })
                : cutWords('mm2', { area: decimal(island.areaMm2, 1) })}
            </span>
          </button>
        ))}
      </div>
      {islands && islands.length > LISTED && (
        <p className={kit.note}>{cutWords('smaller', { parts: islands.length - LISTED })}</p>
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
