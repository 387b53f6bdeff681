'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { useCallback, useEffect, useMemo, useState, type DragEvent, type Dispatch, type SetStateAction } from 'react';
import { BLOCK_WORDS, wordOfLab } from '../kit/colours';
import { shapesOpen } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { RegionOverlay } from '@/ui/kit/regions/RegionOverlay';
import { useRegions, type Regions, type DrawnLine } from '@/ui/kit/regions/useRegions';
import { SizePanel } from './SizePanel';
import { useThinLines, type ThinLines } from './cuttable/useThinLines';
import { usePointing, type ToneFinding } from './tones/usePointing';
import css from './PictureView.module.css';
import { BringIn, PictureButton, usePictureIn } from './BringIn';
import { useFlatten, type Flatten } from './useFlatten';
import { useKeys } from '../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { Leaves } from '@/ui/kit/Leaves';
import { pictureWords } from '@/words/picture';

const opening = () => <p className={kit.note}>{pictureWords('picture.opening')}</p>;
const IslandList = dynamic(
  fetched(() => import('./regions/IslandList').then((m) => m.IslandList)),
  {
    ssr: false,
    loading: opening,
  },
);
const FlattenPanel = dynamic(
  fetched(() => import('./FlattenPanel').then((m) => m.FlattenPanel)),
  {
    ssr: false,
    loading: () => <p className={clsx(kit.note, css.opening)}>{pictureWords('picture.openingFlatten')}</p>,
  },
);
const LinesOverlay = dynamic(
  fetched(() => import('./cuttable/LinesOverlay').then((m) => m.LinesOverlay)),
  { ssr: false },
);
const PlacesOverlay = dynamic(
  fetched(() => import('./cuttable/PlacesOverlay').then((m) => m.PlacesOverlay)),
  { ssr: false },
);
const KeepIsland = dynamic(
  fetched(() => import('./cuttable/KeepIsland').then((m) => m.KeepIsland)),
  { ssr: false },
);
const KeyPart = dynamic(
  fetched(() => import('./key/KeyPart').then((m) => m.KeyPart)),
  { ssr: false },
);
const TonesPanel = dynamic(
  fetched(() => import('./TonesPanel').then((m) => m.TonesPanel)),
  {
    ssr: false,
    loading: () => <p className={kit.note}>{pictureWords('picture.openingTones')}</p>,
  },
);
const RegionPanel = dynamic(
  fetched(() => import('./regions/RegionPanel').then((m) => m.RegionPanel)),
  {
    ssr: false,
    loading: opening,
  },
);

const leavesSaid = perLanguage(
  () =>
    [
      ['colours', pictureWords('picture.colours')],
      ['islands', pictureWords('picture.islands')],
    ] as const,
);
type Showing = 'both' | 'picture' | 'flat';
const NEXT: Record<Showing, Showing> = { both: 'flat', flat: 'picture', picture: 'both' };

/** Picture: bring in, size, flatten, change by hand; picture and flat colours side by side under one divider. */
export function PictureView() {
  const view = usePictureView();
  const { picture, dropProps, problem, flatten } = view;
  if (!picture) return <BringIn {...view} />;
  return (
    <div className={kit.work} {...dropProps}>
      <div className={kit.stage}>
        <PictureHead {...view} />
        {(problem ?? flatten.problem) && (
          <p className={clsx(kit.say, kit.bad)} role="alert">
            {problem ?? flatten.problem}
          </p>
        )}
        <PictureMap {...view} />
      </div>
      <PictureSide {...view} />
    </div>
  );
}

/** What the view of the picture shows and what is chosen on it. */
function usePictureView() {
  const desk = usePrintDesk('plan');
  const { plan } = desk;
  const { picture, flat } = plan;
  const flatten = useFlatten();
  const [showing, setShowing] = useState<Showing>('both');
  const [divider, setDivider] = useState(0.5);
  const regions = useRegions();
  const [leaf, setLeaf] = useState<ReturnType<typeof leavesSaid>[number][0]>('colours');
  const [chosenTone, setChosenTone] = useState<number>();
  const { setOver, take, over, busy, problem, closed } = usePictureIn();
  const { showFirst } = flatten;
  useEffect(() => {
    if (picture && !flat) showFirst();
  }, [picture, flat, showFirst]);

  const [lit, setLit] = useState(true);
  const { preview, paintFlat, paintPicture } = usePicturePaints(flatten, chosenTone, lit);

  const thinLines = useThinLines(flatten);
  const finding = usePointing(flatten);
  usePictureKeys(setShowing, regions, setChosenTone, flatten, finding.setPointing);
  const { line, point, chooseAt, mmPerPx } = regions;
  const { on: linesOn, turnAt } = thinLines;
  const { pointing, pointAt } = finding;
  const pick = useCallback(
    (x: number, y: number) => {
      if (pointing) void pointAt(x, y);
      if (pointing || !flat || preview) return;
      if (line) point(x, y);
      else if (linesOn) turnAt({ xMm: (x + 0.5) * mmPerPx, yMm: (y + 0.5) * mmPerPx });
      else void chooseAt(x, y);
    },
    [flat, preview, line, point, chooseAt, linesOn, turnAt, mmPerPx, pointing, pointAt],
  );
  const dropProps = {
    onDragOver: (e: DragEvent) => {
      e.preventDefault();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    onDrop: (e: DragEvent) => {
      e.preventDefault();
      setOver(false);
      void take(e.dataTransfer.files[0]);
    },
  };
  const hasFlat = Boolean(flat ?? preview);
  return {
    ...{ picture, hasFlat, flatten, regions, closed, take, over, busy, problem, dropProps },
    ...{ showing, setShowing, divider, setDivider, leaf, setLeaf, chosenTone, setChosenTone },
    ...{ paintFlat, paintPicture, pick, line, thinLines, finding, lit, setLit },
  };
}

interface PictureMapProps {
  readonly hasFlat: boolean;
  readonly paintFlat: PaintView;
  readonly paintPicture: PaintView;
  readonly showing: Showing;
  readonly divider: number;
  readonly setDivider: Dispatch<SetStateAction<number>>;
  readonly pick: (x: number, y: number) => void;
  readonly regions: Regions;
  readonly line: DrawnLine | undefined;
  readonly thinLines: ThinLines;
  readonly flatten: Flatten;
  readonly finding: ToneFinding;
}

function PictureMap({
  hasFlat,
  paintFlat,
  paintPicture,
  showing,
  divider,
  setDivider,
  pick,
  regions,
  line,
  thinLines,
  flatten,
  finding,
}: PictureMapProps) {
  const desk = usePrintDesk('plan', 'unit');
  const {
    plan: { picture },
  } = desk;
  const { cuttable } = flatten.settings,
    drawn = cuttable && cuttable.zones.length + cuttable.keptMm.length > 0 ? cuttable : undefined;
  return (
    <SheetCanvas
      widthPx={picture!.raster.widthPx}
      heightPx={picture!.raster.heightPx}
      mmPerPx={picture!.raster.mmPerPx}
      unit={desk.unit}
      label={pictureWords('picture.thePictureAndIts')}
      paint={hasFlat ? paintFlat : paintPicture}
      paintLeft={hasFlat ? paintPicture : undefined}
      divider={showing === 'both' ? divider : showing === 'picture' ? 1 : 0}
      onDivider={setDivider}
      onPick={pick}
      onBrush={finding.pointing?.for === 'edge' ? finding.lead : undefined}
      handle={regions.canvas}
      overlay={
        regions.chosen || line || thinLines.on || drawn
          ? (mm) => (
              <>
                {drawn && <PlacesOverlay cuttable={drawn} mm={mm} />}
                {thinLines.on && <LinesOverlay thinLines={thinLines} mm={mm} />}
                <RegionOverlay regions={regions} mm={mm} />
              </>
            )
          : undefined
      }
    />
  );
}

/** Picture and flat colours as they are painted. */
function usePicturePaints(flatten: Flatten, chosenTone: number | undefined, lit: boolean) {
  const desk = usePrintDesk('plan', 'sheetWorker');
  const {
    plan,
    plan: { flat, picture },
  } = desk;
  const { preview, quick, source } = flatten;
  const styles = useMemo(() => {
    if (preview) return preview.coloursLabD50.map((lab) => ({ fill: wordOfLab(lab) }));
    return (flat?.colours ?? []).map((c, label) => {
      const fill = wordOfLab(c.id === flat?.barePaperId ? plan.paper.labD50 : c.wantedLabD50);
      return chosenTone === label ? { fill, stroke: BLOCK_WORDS.cutStroke } : { fill };
    });
  }, [preview, flat, plan.paper.labD50, chosenTone]);
  const paintFlat: PaintView = useCallback(
    async (view, width, height) => {
      const scale = preview && picture ? preview.width / picture.raster.widthPx : 1;
      const scaled = { ...view, x: view.x * scale, y: view.y * scale, pxPerOut: view.pxPerOut * scale };
      const answer = await (preview ? quick : desk.sheetWorker).ask('paint', {
        what: 'labels',
        styles,
        view: scaled,
        width,
        height,
        backdrop: BLOCK_WORDS.backdrop,
      });
      return answer.ok ? answer.value : undefined;
    },
    [preview, picture, quick, desk.sheetWorker, styles],
  );
  const light = lit ? flatten.settings.tones : undefined;
  const paintPicture: PaintView = useCallback(
    async (view, width, height) => {
      const answer = await source.ask('paint', {
        what: 'raster',
        styles: [],
        view,
        width,
        height,
        backdrop: BLOCK_WORDS.backdrop,
        light,
      });
      return answer.ok ? answer.value : undefined;
    },
    [source, light],
  );
  return { preview, paintFlat, paintPicture };
}

function usePictureKeys(
  setShowing: Dispatch<SetStateAction<Showing>>,
  regions: Regions,
  setChosenTone: Dispatch<SetStateAction<number | undefined>>,
  flatten: Flatten,
  setPointing: ToneFinding['setPointing'],
) {
  const {
    plan: { flat },
  } = usePrintDesk('plan');
  useKeys('s', pictureWords('picture.pictureFlatColoursOr'), () => setShowing((s) => NEXT[s]));
  const { letGo, step } = regions;
  useKeys('escape', pictureWords('picture.letTheIslandGo'), () => {
    letGo();
    setChosenTone(undefined);
    setPointing(undefined);
  });
  useKeys('n, shift+n', pictureWords('picture.theNextOrFormer'), (e) => {
    if (flat && !flatten.preview) void step(e.shiftKey ? -1 : 1);
  });
  useKeys('backspace', pictureWords('picture.takeTheLastPoint'), () => regions.unpoint());
}

interface PictureSideProps {
  readonly leaf: 'colours' | 'islands';
  readonly setLeaf: Dispatch<SetStateAction<'colours' | 'islands'>>;
  readonly regions: Regions;
  readonly closed: boolean;
  readonly flatten: Flatten;
  readonly chosenTone: number | undefined;
  readonly setChosenTone: Dispatch<SetStateAction<number | undefined>>;
  readonly thinLines: ThinLines;
  readonly finding: ToneFinding;
}

function PictureSide({
  leaf,
  setLeaf,
  regions,
  closed,
  flatten,
  chosenTone,
  setChosenTone,
  thinLines,
  finding,
}: PictureSideProps) {
  const desk = usePrintDesk('plan', 'progress');
  const {
    plan,
    plan: { flat },
  } = desk;
  return (
    <aside className={kit.side}>
      {flat ? (
        <Leaves label={pictureWords('picture.besideThePicture')} leaves={leavesSaid()} leaf={leaf} onLeaf={setLeaf}>
          {regions.chosen && <RegionPanel regions={regions} />}
          {regions.chosen && flatten.settings.cuttable && !closed && <KeepIsland regions={regions} flatten={flatten} />}
          {leaf === 'islands' ? (
            <IslandList regions={regions} closed={!shapesOpen(plan, desk.progress)} />
          ) : (
            <>
              <SizePanel closed={closed} />
              <FlattenPanel {...{ flatten, closed, regions, thinLines, finding }} />
              <KeyPart />
              <TonesPanel {...{ flatten, closed, finding }} chosen={chosenTone} onChoose={setChosenTone} />
            </>
          )}
        </Leaves>
      ) : (
        <>
          <SizePanel closed={closed} />
          <FlattenPanel {...{ flatten, closed, regions, thinLines, finding }} />
        </>
      )}
    </aside>
  );
}

interface PictureHeadProps {
  readonly hasFlat: boolean;
  readonly setShowing: Dispatch<SetStateAction<Showing>>;
  readonly showing: Showing;
  readonly closed: boolean;
  readonly take: (file: File | undefined) => Promise<void>;
  readonly busy: string | undefined;
  readonly flatten: Flatten;
  readonly lit: boolean;
  readonly setLit: Dispatch<SetStateAction<boolean>>;
}

function PictureHead({ hasFlat, setShowing, showing, closed, take, busy, flatten, lit, setLit }: PictureHeadProps) {
  const {
    plan: { picture },
  } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.row, kit.between)}>
      <div className={kit.row}>
        <h1>{pictureWords('picture.picture')}</h1>
        <span className={kit.quiet}>{picture!.fileName}</span>
      </div>
      <div className={kit.row}>
        {hasFlat && flatten.settings.tones?.side && showing !== 'flat' && (
          <Button aria-pressed={lit} onClick={() => setLit((now) => !now)}>
            {lit ? pictureWords('picture.inItsLight') : pictureWords('picture.inOwnLight')}
          </Button>
        )}
        {hasFlat && (
          <Button onClick={() => setShowing((s) => NEXT[s])}>
            {showing === 'both'
              ? pictureWords('picture.pictureFlat')
              : showing === 'flat'
                ? pictureWords('picture.flatColours')
                : pictureWords('picture.pictureAlone')}{' '}
            <kbd className={kit.keyHint}>S</kbd>
          </Button>
        )}
        {!closed && <PictureButton take={take} busy={busy} another />}
      </div>
    </div>
  );
}
