'use client';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useRef, useState, type Dispatch, type SetStateAction } from 'react';
import { materialById } from '@/core/cutting';
import {
  inImage,
  fitByEye,
  type MisfitMark,
  type PatchReading,
  type SheetLayout,
  type RectMm,
} from '@/core/registration';
import { sentenceIn, formatLength } from '@/core/units';
import { blockOfRun, growthAdvice, newestProofs, sheetLayoutOf, wordsForMotion } from '@/records';
import type { ProofAnswer, RegisterWorker } from '@/workers';
import { BenchTabs } from '../BenchTabs';
import { BitmapView } from '@/ui/kit/BitmapView';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import { usePrintDesk } from '../../kit/printContext';
import { LookThumb } from '../../kit/LookThumb';
import { HandPanel } from './HandPanel';
import { ScanPanel } from './ScanPanel';
import { ShimPanel } from './ShimPanel';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ProofView.module.css';
import { Leaves } from '@/ui/kit/Leaves';
import { useSizePx } from '@/ui/kit/useSizePx';
import type { Proof } from '@/core/sheets';
import type { RunAnswer } from '@/core/registration/readProof';

const LEAVES = [
  ['hand', 'By hand'],
  ['scan', 'From a scan'],
  ['shims', 'Shims'],
] as const;
type Leaf = (typeof LEAVES)[number][0];
const EXAGGERATIONS = [1, 2, 5, 10, 20, 50, 100];

/** Two marks to begin with: far apart, where a ruler finds them. */
export function firstMarks(layout: SheetLayout): MisfitMark[] {
  const { xMm, yMm, widthMm, heightMm } = layout.images[0];
  return [
    { xMm: xMm + 10, yMm: yMm + 10, dxMm: 0, dyMm: 0 },
    { xMm: xMm + widthMm - 10, yMm: yMm + heightMm - 10, dxMm: 0, dyMm: 0 },
  ].map((m) => ({ ...m, xMm: Math.round(m.xMm), yMm: Math.round(m.yMm) }));
}

/** Proof: how one run lies on another, by eye or from a scan, and which shims put the whole set right. */
export function ProofView() {
  const {
    state: { plan },
    urls,
  } = usePrintDesk();
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  if (!plan.flat || !layout || plan.runs.length === 0) {
    return (
      <div className={css.nothing}>
        <div>
          <BenchTabs view="proof" />
          <h1>Nothing to proof yet</h1>
          <p className={kit.note}>A proof is held against the planned runs.</p>
          <Link href={urls.page('picture')}>To the picture</Link>
        </div>
      </div>
    );
  }
  return <ProofWork layout={layout} />;
}

function ProofWork({ layout }: { layout: SheetLayout }) {
  const proof = useProof(layout);
  const { leaf, answer, read, patches, placeMark, picked, worker, words } = proof;
  return (
    <div className={clsx(kit.work, css.proof)}>
      <div className={kit.stage}>
        <BenchTabs view="proof" />
        <ProofHead {...proof} />
        {words && (
          <p className={css.proofWords} role="status">
            {words}
          </p>
        )}
        {leaf === 'scan' && answer && !answer.ok && (
          <p className={clsx(kit.say, kit.bad)} role="status">
            {answer.message}
          </p>
        )}
        <SheetPicture
          layout={layout}
          read={leaf === 'scan' ? read : undefined}
          patches={patches}
          onPlace={leaf === 'hand' ? placeMark : undefined}
          picked={leaf === 'hand' ? picked : undefined}
          worker={worker}
        />
      </div>
      <ProofSide {...proof} layout={layout} />
    </div>
  );
}

/** The proof being measured: by which way, what it shows, and that in words. */
function useProof(layout: SheetLayout) {
  const {
    state: { plan },
    progress: { bench },
    selectedRun,
    unit,
  } = usePrintDesk();
  const worker = useRegisterWorker();
  const [leaf, setLeaf] = useState<Leaf>('hand');
  const [marks, setMarks] = useState<readonly MisfitMark[]>(() => firstMarks(layout));
  const [picked, setPicked] = useState(0);
  const [read, setRead] = useState<ProofAnswer>();
  const run = Math.max(1, selectedRun);
  const answer = read?.reading.runs[run - 1];
  const newest = newestProofs(plan, bench)[run - 1];
  const { motion, patches } = foundIn(leaf, answer, marks, newest);
  const image = layout.images[0];
  const below = run === 1 ? 'its place on the sheet' : `run ${run - 1}`;
  const wood = materialById(blockOfRun(plan, plan.runs[run - 1]).block.materialId).grain;
  const growth = motion && growthAdvice(motion, image, wood);
  const advice = growth && sentenceIn(growth, unit);
  const placeMark = useCallback(
    (xMm: number, yMm: number) =>
      setMarks((all) =>
        all.map((m, i) =>
          i === picked ? { ...m, xMm: Math.round(xMm * 10) / 10, yMm: Math.round(yMm * 10) / 10 } : m,
        ),
      ),
    [picked],
  );
  const disagree =
    leaf === 'hand' && marks.length > 1 && motion && motion.residualMm > 0.15
      ? ` The marks disagree by ${formatLength(motion.residualMm, unit, 2)}: measure again.`
      : '';
  const words =
    motion &&
    `${sentenceIn(wordsForMotion(motion, image, `Run ${run}`), unit)}${disagree}${advice ? ` ${advice}` : ''}`;
  return {
    ...{ leaf, setLeaf, marks, setMarks, picked, setPicked, placeMark, read, setRead, worker },
    ...{ run, below, answer, patches, words },
  };
}

/** What the chosen way of measuring says of this run. */
function foundIn(
  leaf: 'hand' | 'scan' | 'shims',
  answer: RunAnswer | undefined,
  marks: readonly MisfitMark[],
  newest: Proof | undefined,
) {
  const patches =
    leaf === 'scan'
      ? answer?.ok
        ? answer.value.patches
        : []
      : (leaf === 'hand' ? marks : (newest?.marks ?? [])).map((m): PatchReading => ({ ...m, kept: true }));
  const motion =
    leaf === 'scan'
      ? answer?.ok
        ? answer.value.motion
        : undefined
      : leaf === 'hand'
        ? marks.length > 0
          ? fitByEye(marks)
          : undefined
        : newest?.motion;
  return { motion, patches };
}

interface ProofSideProps {
  readonly leaf: 'hand' | 'scan' | 'shims';
  readonly setLeaf: Dispatch<SetStateAction<'hand' | 'scan' | 'shims'>>;
  readonly run: number;
  readonly marks: readonly MisfitMark[];
  readonly setMarks: Dispatch<SetStateAction<readonly MisfitMark[]>>;
  readonly picked: number;
  readonly setPicked: Dispatch<SetStateAction<number>>;
  readonly layout: SheetLayout;
  readonly worker: RegisterWorker;
  readonly read: ProofAnswer | undefined;
  readonly setRead: Dispatch<SetStateAction<ProofAnswer | undefined>>;
}

function ProofSide({
  leaf,
  setLeaf,
  run,
  marks,
  setMarks,
  picked,
  setPicked,
  layout,
  worker,
  read,
  setRead,
}: ProofSideProps) {
  return (
    <aside className={kit.side}>
      <Leaves label="Ways to measure" leaves={LEAVES} leaf={leaf} onLeaf={setLeaf} tight>
        {leaf === 'hand' && (
          <HandPanel
            run={run}
            marks={marks}
            onMarks={setMarks}
            picked={picked}
            onPicked={setPicked}
            layout={layout}
            onShims={() => setLeaf('shims')}
          />
        )}
        {leaf === 'scan' && (
          <ScanPanel
            worker={worker}
            layout={layout}
            run={run}
            read={read}
            onRead={setRead}
            onShims={() => setLeaf('shims')}
          />
        )}
        {leaf === 'shims' && <ShimPanel layout={layout} />}
      </Leaves>
    </aside>
  );
}

function ProofHead({ run, below }: { run: number; below: string }) {
  const {
    state: { plan },
    selectRun,
  } = usePrintDesk();
  return (
    <div className={clsx(kit.row, kit.between)}>
      <h1>
        Run {run} against {below}
      </h1>
      <div className={kit.row} role="group" aria-label="Run">
        {plan.runs.map((r, i) => (
          <button
            key={r.id}
            type="button"
            className={css.runChoice}
            aria-pressed={run === i + 1}
            onClick={() => selectRun(i + 1)}
          >
            {i + 1}
          </button>
        ))}
      </div>
    </div>
  );
}

interface SheetPictureProps {
  readonly layout: SheetLayout;
  readonly read: ProofAnswer | undefined;
  readonly patches: readonly PatchReading[];
  readonly onPlace?: (xMm: number, yMm: number) => void;
  readonly picked?: number;
  readonly worker: ReturnType<typeof useRegisterWorker>;
}

/** The sheet as the print is seen, scanned or as planned, with an arrow at every place measured. */
function SheetPicture({ layout, read, patches, onPlace, picked, worker }: SheetPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [slivers, setSlivers] = useState(false);
  const { sheetMm } = layout,
    image = layout.images[0];
  useEffect(() => {
    if (!read || !canvas.current) return;
    canvas.current.width = read.picture.width;
    canvas.current.height = read.picture.height;
    canvas.current.getContext('2d')!.drawImage(read.picture, 0, 0);
  }, [read, slivers]);
  const paint = useSliverPaint(read, layout, worker, image, sheetMm);
  const longest = Math.max(0.01, ...patches.map((p) => Math.hypot(p.dxMm, p.dyMm)));
  const times = EXAGGERATIONS.findLast((k) => k * longest < sheetMm.widthMm * 0.09) ?? 1;
  const box = useRef<HTMLDivElement>(null);
  const { widthPx } = useSizePx(box);
  const size = sheetMm.widthMm / 90,
    pxMm = widthPx > 0 ? sheetMm.widthMm / widthPx : 0;
  return (
    <>
      <div className={css.proofSheet} ref={box} style={{ aspectRatio: `${sheetMm.widthMm} / ${sheetMm.heightMm}` }}>
        {read && slivers ? (
          <BitmapView
            aspect={sheetMm.heightMm / sheetMm.widthMm}
            label="The sheet drawn with the misfit found: slivers and fringes as they lie"
            paint={paint}
          />
        ) : read ? (
          <canvas ref={canvas} role="img" aria-label="The scan, straightened" />
        ) : (
          <PlannedLook image={image} sheetMm={sheetMm} />
        )}
        <Arrows
          sheetMm={sheetMm}
          patches={patches}
          times={times}
          onPlace={onPlace}
          size={size}
          pxMm={pxMm}
          picked={picked}
        />
      </div>
      <PictureWords read={read} times={times} patches={patches} setSlivers={setSlivers} slivers={slivers} />
    </>
  );
}

/** The sheet drawn with the misfit found. */
function useSliverPaint(
  read: ProofAnswer | undefined,
  layout: SheetLayout,
  worker: ReturnType<typeof useRegisterWorker>,
  image: RectMm,
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
) {
  const {
    state: { plan },
    progress: { bench },
    sheet,
  } = usePrintDesk();
  const motions = useMemo(
    () => read?.reading.runs.map((r) => (r.ok ? inImage(r.value.onSheet, layout.images[0]) : undefined)),
    [read, layout],
  );
  const paint = useCallback(
    async (width: number, height: number) => {
      const still = {
        dxMm: 0,
        dyMm: 0,
        rotationDeg: 0,
        growthX: 0,
        growthY: 0,
        residualMm: 0,
        about: { xMm: 0, yMm: 0 },
      };
      const all = plan.runs.map((_, k) => motions?.[k] ?? motions?.findLast((m) => m !== undefined) ?? still);
      const answer = await worker.ask('misprint', {
        plan: { ...plan, runs: plan.runs.slice(0, read?.reading.runs.length) },
        got: bench.coloursGot,
        sheet,
        motions: all.slice(0, read?.reading.runs.length),
        view: { xMm: -image.xMm, yMm: -image.yMm, mmPerPx: sheetMm.widthMm / width, width, height },
      });
      return answer.ok ? answer.value : undefined;
    },
    [worker, plan, bench.coloursGot, sheet, motions, image, sheetMm, read],
  );
  return paint;
}

interface PictureWordsProps {
  readonly read: ProofAnswer | undefined;
  readonly times: number;
  readonly patches: readonly PatchReading[];
  readonly setSlivers: Dispatch<SetStateAction<boolean>>;
  readonly slivers: boolean;
}

function PictureWords({ read, times, patches, setSlivers, slivers }: PictureWordsProps) {
  return (
    <p className={clsx(css.arrowScale, kit.note)}>
      {read ? 'scan' : 'as planned'}, the print as seen · arrows {times}× the misfit
      {patches.some((p) => !p.kept) ? ' · dashed: left out' : ''}
      {read && (
        <>
          {' '}
          ·{' '}
          <button type="button" className={kit.link} onClick={() => setSlivers((s) => !s)}>
            {slivers ? 'the scan' : 'where it shows'}
          </button>
        </>
      )}
    </p>
  );
}

interface PlannedLookProps {
  readonly image: RectMm;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
}

function PlannedLook({ image, sheetMm }: PlannedLookProps) {
  const {
    state: { plan },
  } = usePrintDesk();
  return (
    <div
      className={css.planned}
      style={{
        left: `${(100 * image.xMm) / sheetMm.widthMm}%`,
        top: `${(100 * image.yMm) / sheetMm.heightMm}%`,
        width: `${(100 * image.widthMm) / sheetMm.widthMm}%`,
      }}
    >
      <LookThumb run={plan.runs.length} label="the print as planned" />
    </div>
  );
}

interface ArrowsProps {
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly patches: readonly PatchReading[];
  readonly times: number;
  readonly onPlace: ((xMm: number, yMm: number) => void) | undefined;
  readonly size: number;
  readonly pxMm: number;
  readonly picked: number | undefined;
}

function Arrows({ sheetMm, patches, times, onPlace, size, pxMm, picked }: ArrowsProps) {
  return (
    <svg
      viewBox={`0 0 ${sheetMm.widthMm} ${sheetMm.heightMm}`}
      role="img"
      aria-label={`${patches.length} places measured; arrows ${times} times as long as the misfit`}
      className={clsx(onPlace && css.placing)}
      onClick={(e) => {
        if (!onPlace) return;
        const box = e.currentTarget.getBoundingClientRect();
        onPlace(
          ((e.clientX - box.left) / box.width) * sheetMm.widthMm,
          ((e.clientY - box.top) / box.height) * sheetMm.heightMm,
        );
      }}
    >
      {patches.map((p, i) => (
        <Arrow
          key={i}
          patch={p}
          times={times}
          size={size}
          pxMm={pxMm}
          on={picked === i}
          name={picked !== undefined ? String(i + 1) : undefined}
        />
      ))}
    </svg>
  );
}

/** Numbers on the picture are never smaller than this on the screen. */
const LEAST_TEXT_PX = 14;

interface ArrowProps {
  readonly patch: PatchReading;
  readonly times: number;
  readonly size: number;
  /** How much a pixel of the screen is. */
  readonly pxMm: number;
  readonly on: boolean;
  readonly name?: string;
}

function Arrow({ patch: { xMm, yMm, dxMm, dyMm, kept }, times, size, pxMm, on, name }: ArrowProps) {
  const x = xMm + dxMm * times,
    y = yMm + dyMm * times,
    long = Math.hypot(x - xMm, y - yMm);
  const angle = Math.atan2(y - yMm, x - xMm);
  const head = (turn: number) => `${x - size * Math.cos(angle + turn)} ${y - size * Math.sin(angle + turn)}`;
  return (
    <g className={clsx(css.misfitArrow, !kept && css.leftOut, on && css.on)}>
      <circle cx={xMm} cy={yMm} r={size * (name ? 0.7 : 0.35)} />
      {long > size * 0.3 && <path d={`M${xMm} ${yMm}L${x} ${y}M${head(0.5)}L${x} ${y}L${head(-0.5)}`} />}
      {name && (
        <text x={xMm + size} y={yMm - size} fontSize={Math.max(size * 2.6, LEAST_TEXT_PX * pxMm)}>
          {name}
        </text>
      )}
    </g>
  );
}
