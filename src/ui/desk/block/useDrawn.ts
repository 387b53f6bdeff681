'use client';
import { findingInWords } from '@/words/findings';
import { inWords } from '@/words/failures';
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { USUAL_DARKNESS_PERCENT } from '@/core/registration';
import type { Outcome } from '@/core/units';
import { becomeWhenCut, nextCutOf, runsOfCut, stillStanding } from '@/derived';
import type { Block, BlockSide } from '@/model';
import type { DrawingRead, LinesFound, LinesQuestion } from '@/workers';
import { blockWords } from '@/words/block';
import { areaInWords } from '@/words/quantities';
import { usePrintDesk } from '../../kit/printContext';
import { useRegisterWorker } from '../../kit/useRegisterWorker';
import { drawnBlock } from '../newBlock';

/** A file, and what it shows. */
export interface Brought {
  readonly file: File;
  readonly how: 'tracing' | 'drawing';
}

/** Outlines a place may follow. */
export const MOST_OUTLINES = 2000;
const TIFF = /\.tiff?$/i;

/** A drawing read and looked at: its lines by how dark they are, what they would cut, and the acts they can become. */
export function useDrawn(block: Block, side: BlockSide, { file, how }: Brought, onClose: () => void) {
  const { plan, progress, scanner } = usePrintDesk('plan', 'progress', 'scanner');
  const worker = useRegisterWorker();
  const { cutsPassed } = progress.bench;
  const standing = useMemo(() => {
    const ids = new Set(stillStanding(plan, side, cutsPassed));
    return plan.flat!.colours.flatMap(({ id }, label) => (ids.has(id) ? [label] : []));
  }, [plan, side, cutsPassed]);
  const [mirrored, setMirrored] = useState<boolean>();
  const [read, setRead] = useState<Outcome<DrawingRead>>();
  const [share, setShare] = useState(0);
  useEffect(() => {
    let wanted = true;
    setRead(undefined);
    setShare(0);
    void (async () => {
      // browsers show no TIFF: the server makes a picture of it
      const readable = TIFF.test(file.name) ? await scanner.readable(file) : undefined;
      const picture = readable === undefined ? { ok: true as const, value: { file } } : readable;
      const answer = picture.ok
        ? await worker.ask('readDrawing', { file: picture.value.file, how, standing, mirrored }, setShare)
        : picture;
      if (wanted) setRead(answer);
    })();
    return () => {
      wanted = false;
    };
  }, [worker, file, how, standing, mirrored, scanner]);
  const lines = useLines(read?.ok ? read.value : undefined, worker);
  const cut = nextCutOf(side, cutsPassed);
  const labels = lines.found?.areaPx.flatMap((px, label) => (px > 0 ? [label] : [])) ?? [];
  const become = cut && labels.length > 0 ? becomeWhenCut(plan, cut, labels) : undefined;
  const acts = useDrawnActs({ block, question: lines.question, worker, onClose });
  const run = cut ? (runsOfCut(plan, cut.id)[0] ?? 0) + 1 : 0;
  return { ...lines, ...acts, read, share, cut, run, become, setMirrored };
}

export type Drawn = ReturnType<typeof useDrawn>;

/** The lines at the darkness and size chosen, asked for again as these change. */
function useLines(read: DrawingRead | undefined, worker: ReturnType<typeof useRegisterWorker>) {
  const [darknessPercent, setDarkness] = useState(USUAL_DARKNESS_PERCENT);
  const [leastMm2, setLeast] = useState(0.5);
  const [onlyStanding, setOnlyStanding] = useState(true);
  const [found, setFound] = useState<LinesFound>();
  const dark = useDeferredValue(darknessPercent);
  const question = useMemo(
    (): LinesQuestion => ({ darknessPercent: dark, leastMm2, onlyStanding }),
    [dark, leastMm2, onlyStanding],
  );
  const paint = useCallback(
    async (widthPx: number) => {
      if (!read) return undefined;
      const answer = await worker.ask('drawnLines', { ...question, widthPx });
      if (!answer.ok) return undefined;
      setFound(answer.value);
      return answer.value.picture;
    },
    [read, worker, question],
  );
  return { darknessPercent, setDarkness, leastMm2, setLeast, onlyStanding, setOnlyStanding, found, question, paint };
}

interface ActsProps {
  readonly block: Block;
  readonly question: LinesQuestion;
  readonly worker: ReturnType<typeof useRegisterWorker>;
  readonly onClose: () => void;
}

/** The drawn lines taken: as what is cut next, or as a block of their own. */
function useDrawnActs({ question, worker, onClose }: ActsProps) {
  const { plan, reshape, change, tell, selectRun } = usePrintDesk('plan', 'reshape', 'change', 'tell', 'selectRun');
  const [busy, setBusy] = useState(false);
  const outlines = async () => {
    setBusy(true);
    const answer = await worker.ask('drawnOutlines', question);
    setBusy(false);
    if (!answer.ok) tell(findingInWords(answer));
    return answer.ok ? answer.value.outlinesPx : undefined;
  };
  const takeCut = async (become: readonly number[], run: number, areaMm2: number) => {
    const outlinesPx = await outlines();
    if (!outlinesPx) return;
    const done = await reshape({ kind: 'redraw', outlinesPx, become });
    if (!done.ok) return tell(findingInWords(done));
    onClose();
    tell(blockWords('traced.taken', { area: areaInWords(areaMm2), run }));
  };
  const takeBlock = async () => {
    const outlinesPx = await outlines();
    if (!outlinesPx) return;
    if (outlinesPx.length > MOST_OUTLINES)
      return tell(blockWords('traced.tooMany', { pieces: outlinesPx.length, most: MOST_OUTLINES }));
    const mm = plan.picture!.raster.mmPerPx;
    const outlinesMm = outlinesPx.map((ring) => ring.map((px) => Math.round(px * mm * 100) / 100));
    const done = await change(drawnBlock(plan, { anchors: [], outlinesMm }));
    if (!done.ok) return tell(inWords(done));
    onClose();
    selectRun(plan.runs.length + 1);
    tell(blockWords('traced.added'));
  };
  return { busy, takeCut, takeBlock };
}
