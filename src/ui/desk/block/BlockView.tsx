'use client';
import { perLanguage } from '@/words/language';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import Link from 'next/link';
import { useCallback, useMemo, useState } from 'react';
import type { Finding } from '@/core/cutting';
import { blocksOfRun, isType, keyOfFinding } from '@/derived';
import { BLOCK_WORDS } from '../../kit/colours';
import { pathOfMm } from '../../kit/paths';
import { usePrintDesk } from '../../kit/printContext';
import { SheetCanvas, type PaintView } from '../../kit/SheetCanvas';
import { blockStyles, labelStatesOf, type LabelState } from '@/ui/kit/blockStates';
import { RegionOverlay } from '@/ui/kit/regions/RegionOverlay';
import { useRegions, type Regions } from '@/ui/kit/regions/useRegions';
import { CheckPanel } from './CheckPanel';
import { useMending } from './useMending';
import { StandingMarks, StandingMarksNote } from '@/ui/kit/StandingMarks';
import { SawMarks } from './SawMarks';
import { useSawnBlock } from './useSawnBlock';
import { useStageCheck } from './useStageCheck';
import { useKeys } from '../../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { Leaves } from '@/ui/kit/Leaves';
import type { LabelStyle } from '@/core/geometry';
import { blockWords } from '@/words/block';

const opening = () => <p className={kit.note}>{blockWords('block.opening')}</p>;
const FitPanel = dynamic(
  fetched(() => import('./FitPanel').then((m) => m.FitPanel)),
  { ssr: false, loading: opening },
);
const MaskPanel = dynamic(
  fetched(() => import('./MaskPanel').then((m) => m.MaskPanel)),
  { ssr: false, loading: opening },
);
const TransferPanel = dynamic(
  fetched(() => import('./TransferPanel').then((m) => m.TransferPanel)),
  {
    ssr: false,
    loading: opening,
  },
);
const SawPanel = dynamic(
  fetched(() => import('./SawPanel').then((m) => m.SawPanel)),
  { ssr: false, loading: opening },
);
const TypePanel = dynamic(
  fetched(() => import('../type/TypePanel').then((m) => m.TypePanel)),
  { ssr: false, loading: opening },
);
const TypeStage = dynamic(
  fetched(() => import('../type/TypePanel').then((m) => m.TypeStage)),
  { ssr: false, loading: opening },
);
const TransferPictures = dynamic(
  fetched(() => import('./TransferPanel').then((m) => m.TransferPictures)),
  {
    ssr: false,
    loading: opening,
  },
);

const leavesSaid = perLanguage(
  () =>
    [
      ['check', blockWords('block.check')],
      ['fit', blockWords('block.overlap')],
      ['masks', blockWords('block.masks')],
      ['saw', blockWords('block.saw')],
      ['transfer', blockWords('block.transfer')],
    ] as const,
);
type Leaf = ReturnType<typeof leavesSaid>[number][0];

/** Block: its face at each stage, what is cut and what would go wrong; overlaps, masks, the drawing to bring onto it. */
export function BlockView() {
  const view = useBlockView();
  const { leaf, labels, found } = view;
  const { plan, urls, progress } = usePrintDesk('plan', 'urls', 'progress');
  if (!plan.flat || !plan.picture || !labels) {
    return (
      <NothingToShow title={blockWords('block.noBlockYet')} says={blockWords('block.whatIsCutFollows')}>
        <Link href={urls.page('picture')}>{blockWords('block.toThePicture')}</Link>
      </NothingToShow>
    );
  }
  const open = found?.findings.filter((f) => !plan.kept.includes(keyOfFinding(f))) ?? [];
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <BlockHead {...view} done={progress.runs[view.run - 1].cut} />
        {isType(view.block) ? (
          <TypeStage key={view.block.id} block={view.block} run={view.run} />
        ) : leaf === 'transfer' ? (
          <TransferPictures />
        ) : (
          <BlockMap {...view} labels={labels} leaf={leaf} open={open} />
        )}
      </div>
      <BlockSide {...view} labels={labels} />
    </div>
  );
}

/** The stage looked at, what is found on it, and what is chosen. */
function useBlockView() {
  const desk = usePrintDesk('plan', 'sheet', 'selectedRun');
  const { plan, sheet, selectedRun } = desk;
  const [mirrored, setMirrored] = useState(true);
  const [leaf, setLeaf] = useState<Leaf>('check');
  const [picked, setPicked] = useState<Finding>();
  const [toolsTried, setToolsTried] = useState<readonly number[]>();
  const [maskOutlines, setMaskOutlines] = useState<readonly (readonly number[])[]>();
  const regions = useRegions();
  const states = useMemo(() => labelStatesOf(plan, sheet), [plan, sheet]);
  const run = Math.max(1, selectedRun);
  const current = states[run - 1];
  const { block, index: blockIndex } = plan.runs[run - 1]
    ? blocksOfRun(plan, plan.runs[run - 1])[0]
    : { block: plan.blocks[0], index: 0 };
  const toolsMm = toolsTried ?? plan.toolsMm;
  const { check, found, settings } = useStageCheck(states, run, leaf === 'check' && !isType(block), block, toolsMm);
  const mending = useMending(regions, toolsMm);
  const sawn = useSawnBlock(run, leaf === 'saw');
  useKeys('m', blockWords('block.mirroredForTheBlock'), () => setMirrored((m) => !m));
  const { letGo, step } = regions;
  useKeys('escape', blockWords('block.letTheIslandGo'), () => {
    letGo();
    setPicked(undefined);
  });
  useKeys('n, shift+n', blockWords('block.theNextOrFormer'), (e) => void step(e.shiftKey ? -1 : 1));
  useKeys('backspace', blockWords('block.takeTheLastPoint'), () => regions.unpoint());
  const styles = useMemo(() => (current ? blockStyles(current, sheet.parts.length) : []), [current, sheet]);
  const { paint, pick } = useBlockPaint(styles, regions);
  return {
    ...{
      mending,
      sawn,
      run,
      labels: current,
      block,
      blockIndex,
      regions,
      check,
      found,
      settings,
      toolsMm,
      paint,
      pick,
    },
    ...{ mirrored, setMirrored, leaf, setLeaf, picked, maskOutlines, setMaskOutlines },
    onPick: setPicked,
    onTools: setToolsTried,
  };
}
/** What the parts beside and on the block share, when there is a stage to show. */
type BlockDesk = ReturnType<typeof useBlockView> & { readonly labels: LabelState };

interface BlockMapProps extends Omit<BlockDesk, 'leaf'> {
  readonly leaf: Exclude<Leaf, 'transfer'>;
  readonly open: readonly Finding[];
}

function BlockMap(map: BlockMapProps) {
  const { mirrored, paint, pick, regions, run } = map;
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
      onPick={pick}
      handle={regions.canvas}
      label={blockWords('block.theBlockBeforeRun', { run, mirrored: String(mirrored) })}
      stamp={
        <div className={clsx(kit.stamp, mirrored && kit.mirrored)} data-testid="stamp">
          {mirrored ? blockWords('block.mirroredAsTheBlock') : blockWords('block.asPrinted')} <kbd>M</kbd>
        </div>
      }
      overlay={(mm) => <BlockMarks {...map} mm={mm} />}
    />
  );
}

/** The block as it is painted, and what a click on it chooses. */
function useBlockPaint(styles: LabelStyle[], regions: Regions) {
  const { sheetWorker } = usePrintDesk('sheetWorker');
  const paint: PaintView = useCallback(
    async (view, width, height) => {
      const answer = await sheetWorker.ask('paint', {
        what: 'sheet',
        styles,
        view,
        width,
        height,
        backdrop: BLOCK_WORDS.backdrop,
      });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, styles],
  );
  const { line, point, chooseAt } = regions;
  const pick = useCallback(
    (x: number, y: number) => {
      if (line) point(x, y);
      else void chooseAt(x, y);
    },
    [line, point, chooseAt],
  );
  return { paint, pick };
}

function BlockSide(desk: BlockDesk) {
  const { leaf, setLeaf, run, labels, regions, setMaskOutlines, block } = desk;
  if (isType(block))
    return (
      <aside className={kit.side}>
        <TypePanel key={block.id} block={block} run={run} />
      </aside>
    );
  return (
    <aside className={kit.side}>
      <Leaves label={blockWords('block.besideTheBlock')} leaves={leavesSaid()} leaf={leaf} onLeaf={setLeaf} tight>
        {leaf === 'check' && <StandingMarksNote />}
        {leaf === 'check' && <CheckPanel {...desk} />}
        {leaf === 'fit' && <FitPanel run={run} />}
        {leaf === 'masks' && <MaskPanel run={run} labels={labels} regions={regions} onOutlines={setMaskOutlines} />}
        {leaf === 'saw' && <SawPanel {...desk.sawn} />}
        {leaf === 'transfer' && <TransferPanel />}
      </Leaves>
    </aside>
  );
}

function BlockMarks({
  leaf,
  found,
  picked,
  mm,
  open,
  maskOutlines,
  regions,
  mending,
  sawn,
  mirrored,
}: BlockMapProps & { readonly mm: number }) {
  return (
    <>
      {leaf === 'check' && found && (
        <path className={kit.riskArea} d={pathOfMm(found.riskOutlinesMm)} fillRule="evenodd" />
      )}
      {leaf === 'check' &&
        picked?.kind === 'chatter' &&
        found?.supports.map((s, i) => (
          <g key={i} className={kit.support}>
            <circle cx={s.xMm} cy={s.yMm} r={4 * mm} />
            <path d={`M${s.xMm - 7 * mm} ${s.yMm}h${14 * mm}M${s.xMm} ${s.yMm - 7 * mm}v${14 * mm}`} />
          </g>
        ))}
      {leaf === 'check' &&
        open.map(
          (f, i) =>
            f.kind !== 'chatter' && (
              <Mark
                key={i}
                finding={f}
                picked={picked !== undefined && keyOfFinding(picked) === keyOfFinding(f)}
                mm={mm}
              />
            ),
        )}
      {leaf === 'check' && picked?.kind === 'chatter' && <Mark finding={picked} picked mm={mm} />}
      {leaf === 'check' && mending.preview && (
        <path
          className={kit.islandLine}
          d={pathOfMm(mending.preview.outlinesMm)}
          fillRule="evenodd"
          data-testid="would-change"
        />
      )}
      {leaf === 'masks' && maskOutlines && (
        <path className={kit.maskArea} d={pathOfMm(maskOutlines)} fillRule="evenodd" />
      )}
      {leaf === 'saw' && sawn.sawn && <SawMarks sawn={sawn.sawn} saw={sawn.side!.saw!} mm={mm} mirrored={mirrored} />}
      <StandingMarks mm={mm} mirrored={mirrored} />
      <RegionOverlay regions={regions} mm={mm} />
    </>
  );
}

function BlockHead({
  leaf,
  block,
  run,
  done,
  mirrored,
  setMirrored,
}: ReturnType<typeof useBlockView> & { readonly done: boolean }) {
  const { plan } = usePrintDesk('plan');
  const cutOnLater = block.sides.some((side) => side.cuts.length > 1),
    type = isType(block);
  return (
    <div className={clsx(kit.row, kit.between)}>
      <div className={kit.row}>
        <h1>
          {type
            ? blockWords('block.typeOfRun', { run })
            : leaf === 'transfer'
              ? blockWords('block.ontoTheBlock')
              : blockWords('block.beforeRun', {
                  block: plan.blocks.length > 1 ? block.name : blockWords('block.block'),
                  run,
                })}
        </h1>
        {type && <span className={kit.quiet}>{blockWords('block.typeIsSet')}</span>}
        {leaf !== 'transfer' && !type && (
          <span className={done || !cutOnLater ? kit.quiet : kit.madder}>
            {done
              ? blockWords('block.thisCutIsDone')
              : cutOnLater
                ? blockWords('block.aCutCannotBe')
                : blockWords('block.recutABlockAnd')}
          </span>
        )}
      </div>
      {leaf !== 'transfer' && !type && (
        <ToggleButtonGroup
          data-walk="mirrored"
          size="small"
          exclusive
          value={mirrored ? 'mirrored' : 'printed'}
          onChange={(_, v: string | null) => {
            if (v) setMirrored(v === 'mirrored');
          }}
          aria-label={blockWords('block.howTheBlockIs')}
        >
          <ToggleButton value="mirrored" className={kit.slim}>
            {blockWords('block.onTheBlock')}
          </ToggleButton>
          <ToggleButton value="printed" className={kit.slim}>
            {blockWords('block.asPrinted')}
          </ToggleButton>
        </ToggleButtonGroup>
      )}
    </div>
  );
}

function Mark({ finding, picked, mm }: { finding: Finding; picked: boolean; mm: number }) {
  const r = Math.min(Math.max(finding.lengthMm * 0.6, 6 * mm), 16 * mm);
  return (
    <circle
      className={clsx(
        kit.placeMark,
        (finding.kind === 'gap' || finding.kind === 'uncuttable') && kit.gap,
        picked && kit.picked,
      )}
      cx={finding.xMm}
      cy={finding.yMm}
      r={r}
    />
  );
}
