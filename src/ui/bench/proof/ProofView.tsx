'use client';
import { perLanguage } from '@/words/language';
import { findingInWords } from '@/words/findings';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { materialById } from '@/core/cutting';
import { fitByEye, type MisfitMark, type PatchReading, type SheetLayout } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { blocksOfRun, newestProofs, sheetLayoutOf, type Proof } from '@/derived';
import type { ProofAnswer, RegisterWorker } from '@/workers';
import { BenchTabs } from '../BenchTabs';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import { usePrintDesk } from '../../kit/printContext';
import { HandPanel } from './HandPanel';
import { ScanPanel } from './ScanPanel';
import { ShimPanel } from './ShimPanel';
import { TrialBoard } from '../trials/TrialBoard';
import { TrialSide } from '../trials/TrialSide';
import { useTrials } from '../trials/useTrials';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ProofView.module.css';
import { Leaves } from '@/ui/kit/Leaves';
import type { RunAnswer } from '@/core/registration/readProof';
import { SheetPicture } from './SheetPicture';
import { proofWords } from '@/words/proof';
import { growthInWords, motionInWords } from '@/words/motion';

const leavesSaid = perLanguage(
  () =>
    [
      ['trials', proofWords('proof.trials')],
      ['hand', proofWords('proof.byHand')],
      ['scan', proofWords('proof.fromAScan')],
      ['putRight', proofWords('proof.putRight')],
    ] as const,
);
type Leaf = ReturnType<typeof leavesSaid>[number][0];

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
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  if (!plan.flat || !layout || plan.runs.length === 0) {
    return (
      <div className={css.nothing}>
        <div>
          <BenchTabs view="proof" />
          <h1>{proofWords('proof.nothingToProofYet')}</h1>
          <p className={kit.note}>{proofWords('proof.aProofIsHeld')}</p>
          <Link href={urls.page('picture')}>{proofWords('proof.toThePicture')}</Link>
        </div>
      </div>
    );
  }
  return <ProofWork layout={layout} />;
}

function ProofWork({ layout }: { layout: SheetLayout }) {
  const [leaf, setLeaf] = useState<Leaf>('hand');
  useEffect(() => {
    if (location.hash === '#trials') setLeaf('trials');
  }, []);
  return leaf === 'trials' ? (
    <TrialWork onLeaf={setLeaf} />
  ) : (
    <Measuring layout={layout} leaf={leaf} setLeaf={setLeaf} />
  );
}

/** Sheets for proofs, beside each other. */
function TrialWork({ onLeaf }: { onLeaf: (leaf: Leaf) => void }) {
  const trials = useTrials();
  return (
    <div className={clsx(kit.work, css.proof)}>
      <div className={kit.stage}>
        <BenchTabs view="proof" />
        <TrialBoard {...trials} />
      </div>
      <aside className={kit.side}>
        <Leaves label={proofWords('proof.waysToMeasure')} leaves={leavesSaid()} leaf="trials" onLeaf={onLeaf} tight>
          <TrialSide {...trials} />
        </Leaves>
      </aside>
    </div>
  );
}

interface MeasuringProps {
  readonly layout: SheetLayout;
  readonly leaf: Exclude<Leaf, 'trials'>;
  readonly setLeaf: (leaf: Leaf) => void;
}

/** How one run lies on another. */
function Measuring({ layout, leaf, setLeaf }: MeasuringProps) {
  const proof = { ...useProof(layout, leaf), leaf, setLeaf };
  const { answer, read, patches, placeMark, picked, worker, words } = proof;
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
            {findingInWords(answer)}
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
function useProof(layout: SheetLayout, leaf: MeasuringProps['leaf']) {
  const {
    plan,
    progress: { bench },
    selectedRun,
    unit,
  } = usePrintDesk('plan', 'progress', 'selectedRun', 'unit');
  const worker = useRegisterWorker();
  const [marks, setMarks] = useState<readonly MisfitMark[]>(() => firstMarks(layout));
  const [picked, setPicked] = useState(0);
  const [read, setRead] = useState<ProofAnswer>();
  const run = Math.max(1, selectedRun);
  const answer = read?.reading.runs[run - 1];
  const newest = newestProofs(plan, bench)[run - 1];
  const { motion, patches } = foundIn(leaf, answer, marks, newest);
  const image = layout.images[0];
  const below = run === 1 ? proofWords('proof.itsPlaceOnThe') : proofWords('proof.lowerRun', { run: run - 1 });
  const wood = materialById(blocksOfRun(plan, plan.runs[run - 1])[0].block.materialId).grain;
  const advice = motion && growthInWords(motion, image, wood, unit);
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
      ? ` ${proofWords('proof.theMarksDisagreeBy', { residual: formatLength(motion.residualMm, unit, 2) })}`
      : '';
  const words =
    motion &&
    `${motionInWords(motion, image, proofWords('proof.run', { run }), unit)}${disagree}${advice ? ` ${advice}` : ''}`;
  return {
    ...{ marks, setMarks, picked, setPicked, placeMark, read, setRead, worker },
    ...{ run, below, answer, patches, words },
  };
}

/** What the chosen way of measuring says of this run. */
function foundIn(
  leaf: MeasuringProps['leaf'],
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
  readonly leaf: MeasuringProps['leaf'];
  readonly setLeaf: (leaf: Leaf) => void;
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
      <Leaves label={proofWords('proof.waysToMeasure')} leaves={leavesSaid()} leaf={leaf} onLeaf={setLeaf} tight>
        {leaf === 'hand' && (
          <HandPanel
            run={run}
            marks={marks}
            onMarks={setMarks}
            picked={picked}
            onPicked={setPicked}
            layout={layout}
            onPutRight={() => setLeaf('putRight')}
          />
        )}
        {leaf === 'scan' && (
          <ScanPanel
            worker={worker}
            layout={layout}
            run={run}
            read={read}
            onRead={setRead}
            onPutRight={() => setLeaf('putRight')}
          />
        )}
        {leaf === 'putRight' && <ShimPanel layout={layout} />}
      </Leaves>
    </aside>
  );
}

function ProofHead({ run, below }: { run: number; below: string }) {
  const { plan, selectRun } = usePrintDesk('plan', 'selectRun');
  return (
    <div className={clsx(kit.row, kit.between)}>
      <h1>{proofWords('proof.runAgainst', { run, below })}</h1>
      <div className={kit.row} role="group" aria-label={proofWords('proof.run2')}>
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
