'use client';
import { inWords } from '@/words/failures';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Lab } from '@/core/colour';
import {
  judgeRehearsal,
  MAX_REHEARSED,
  type RehearsalLevel,
  type RehearsalPart,
  type RehearsalResult,
  type RehearsalSlip,
} from '@/core/cutting';
import { type Plan } from '@/model';
import { sampleMap, SAMPLE_PRINTS, wantedOf } from '@/derived';
import { PictureWorker } from '@/workers';
import { BLOCK_WORDS, wordOfLab } from '../../kit/colours';
import { usePrintDesk } from '../../kit/printContext';
import { type PaintView, type SheetCanvasHandle } from '../../kit/SheetCanvas';
import { areaInWords } from '@/words/quantities';
import { blockStylesFor, dueOf, NOT_CUT, sheetStylesFor } from './stageOf';
import { useKeys } from '../../kit/keys';
import { ChosenIsland } from '@/ui/kit/regions/RegionOverlay';
import { rehearseWords } from '@/words/rehearse';

export interface RehearsalProps {
  readonly plan: Plan;
  /** The sheet's colour after 0, 1, 2 … films. */
  readonly films: readonly Lab[];
  readonly name: string;
  readonly sample: string | undefined;
  readonly level: RehearsalLevel;
  readonly onScore: (score: number) => void;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
}

export type Part = RehearsalPart & { readonly x: number; readonly y: number };

const LINE_WORD = 0xff545a52;

/** How a rehearsal stands: what is cut, the run it is at, what is chosen and said, and how it was judged. */
function useRehearsalState(props: RehearsalProps) {
  const { plan, sample } = props;
  const worker = useRehearsalWorker(plan, sample);
  const [cuts, setCuts] = useState<ReadonlyMap<number, number>>(new Map());
  const [run, setRun] = useState(0);
  const [chosen, setChosen] = useState<number>();
  const [result, setResult] = useState<RehearsalResult>();
  const [said, setSaid] = useState<string>();
  const [showPicture, setShowPicture] = useState(false);
  return {
    ...props,
    ...useRehearsedParts(worker, plan),
    ...{ worker, cuts, setCuts, run, setRun, chosen, setChosen, result, setResult, said, setSaid },
    ...{ showPicture, setShowPicture, runs: plan.runs.length },
  };
}
type State = ReturnType<typeof useRehearsalState>;

/** A rehearsal under way: the block and what is cut of it, as it is painted, and what can be done. */
export function useRehearsal(props: RehearsalProps) {
  const state = useRehearsalState(props);
  const { plan, run, runs, parts, cuts, chosen, setChosen, result, said, showPicture, setShowPicture } = state;
  const { widthPx, heightPx, mmPerPx } = plan.picture!.raster;
  const block = useRef<SheetCanvasHandle>(null);
  const outline = useChosenOutline(state.worker, chosen);
  const { paintBlock, paintSheet, traced } = useRehearsalPaints(state);
  const { toggle, pickAt } = useToggle(state);
  const print = usePrintRun(state);
  const hint = hinting(state);
  useRehearsalKeys(state, toggle, print, hint);
  const colours = plan.flat!.colours;
  const now = parts?.filter((p) => cuts.get(p.key) === run) ?? [];
  const chosenPart = parts?.find((p) => p.key === chosen);
  const overlay = (mm: number) =>
    chosenPart && <ChosenIsland {...chosenPart} outlinesMm={outline} mmPerPx={mmPerPx} mm={mm} />;
  return {
    ...{ widthPx, heightPx, mmPerPx, runs, run, parts, now, chosen, setChosen, chosenPart, colours, result, said },
    ...{ block, paintBlock, paintSheet, traced, overlay, pickAt, showPicture, setShowPicture, hint, print },
  };
}

/** What every part of the rehearsal is told. */
export type Rehearsing = RehearsalProps & ReturnType<typeof useRehearsal>;

/** A worker of the rehearsal's own, with the print's map or a sample's. */
function useRehearsalWorker(plan: Plan, sample: RehearsalProps['sample']): PictureWorker {
  const { urls } = usePrintDesk('urls');
  const { mmPerPx } = plan.picture!.raster;
  const worker = useMemo(() => {
    if (!sample)
      return new PictureWorker((w) => w.askNow('openLabels', { url: urls.blob(plan.flat!.labelsSha), mmPerPx }));
    const drawn = SAMPLE_PRINTS.find((s) => s.id === sample)!;
    return new PictureWorker((w) => w.askNow('useLabels', { ...sampleMap(drawn), mmPerPx }));
  }, [sample, urls, plan.flat, mmPerPx]);
  useEffect(() => () => worker.stop(), [worker]);
  return worker;
}

/** The parts that can be chosen one by one; `version` counts the changes of the block. */
function useRehearsedParts(worker: PictureWorker, plan: Plan) {
  const { tell } = usePrintDesk('tell');
  const [parts, setParts] = useState<readonly Part[]>();
  const [version, setVersion] = useState(0);
  useEffect(() => {
    void worker.ask('rehearse', { due: dueOf(plan), limit: MAX_REHEARSED }).then((answer) => {
      if (answer.ok) {
        setParts([...answer.value.parts].sort((a, b) => a.key - b.key));
        setVersion((v) => v + 1);
      } else if (answer.code !== 'stopped') tell(inWords(answer));
    });
  }, [worker, plan, tell]);
  return { parts, version, setVersion };
}

/** The outline of the chosen part, in mm, while one is chosen. */
function useChosenOutline(worker: PictureWorker, chosen: number | undefined) {
  const [outline, setOutline] = useState<readonly (readonly number[])[]>();
  useEffect(() => {
    setOutline(undefined);
    if (chosen === undefined) return;
    let wanted = true;
    void worker.ask('outlines', { region: { islands: [chosen], outlinesPx: [] }, forShow: true }).then((a) => {
      if (wanted && a.ok) setOutline(a.value.outlinesMm);
    });
    return () => {
      wanted = false;
    };
  }, [chosen, worker]);
  return outline;
}

/** A part is cut, or left after all. */
function useToggle({ result, cuts, setChosen, setSaid, run, worker, setCuts, setVersion }: State) {
  const toggle = useCallback(
    async (key: number) => {
      if (result) return;
      const before = cuts.get(key);
      setChosen(key);
      setSaid(undefined);
      if (before !== undefined && before < run) {
        setSaid(rehearseWords('useRehearsal.thisPartIsOff'));
        return;
      }
      const next = new Map(cuts);
      if (before === run) next.delete(key);
      else next.set(key, run);
      await worker.ask('rehearseCut', { cuts: [[key, before === run ? NOT_CUT : run]] });
      setCuts(next);
      setVersion((v) => v + 1);
    },
    [cuts, run, result, worker, setChosen, setCuts, setSaid, setVersion],
  );
  const pickAt = useCallback(
    async (x: number, y: number) => {
      const answer = await worker.ask('rehearsalPartAt', { x, y });
      if (answer.ok && answer.value !== null) void toggle(answer.value);
    },
    [toggle, worker],
  );
  return { toggle, pickAt };
}

function useRehearsalKeys(
  { parts, chosen, setChosen, setShowPicture, level }: State,
  toggle: (key: number) => Promise<void>,
  print: () => void,
  hint: () => void,
) {
  useKeys('n, shift+n', rehearseWords('useRehearsal.toTheNextOr'), (e) => {
    if (!parts?.length) return;
    const at = parts.findIndex((p) => p.key === chosen),
      by = e.shiftKey ? -1 : 1;
    setChosen(parts[(at + by + parts.length) % parts.length].key);
  });
  useKeys('space', rehearseWords('useRehearsal.cutTheChosenPart'), (e) => {
    if ((e.target as Element).closest('button, a, input')) return;
    e.preventDefault();
    if (chosen !== undefined) void toggle(chosen);
  });
  useKeys('p', rehearseWords('useRehearsal.printTheRun'), print);
  useKeys('w', rehearseWords('useRehearsal.theWishedPictureOr'), () => setShowPicture((s) => !s));
  useKeys('h', rehearseWords('useRehearsal.aHintWhereHints'), () => {
    if (level === 'with hints') hint();
  });
}

/** A hint: how much goes before this run by the plan. */
function hinting({ parts, run, cuts, setSaid }: State) {
  const hint = () => {
    if (!parts) return;
    const due = parts.filter((p) => p.due === run),
      missing = due.filter((p) => !cuts.has(p.key)).length,
      extra = parts.filter((p) => cuts.get(p.key) === run && p.due > run).length;
    const area = due.reduce((sum, p) => sum + p.areaMm2, 0);
    setSaid(
      rehearseWords('useRehearsal.byThePlanPart', {
        due: due.length,
        area: areaInWords(area),
        run: run + 1,
        missing,
        extra,
      }),
    );
  };
  return hint;
}

function usePrintRun({
  result,
  parts,
  setSaid,
  setChosen,
  run,
  runs,
  setRun,
  cuts,
  setResult,
  onScore,
  sample,
  level,
}: State) {
  const { log, tell } = usePrintDesk('log', 'tell');
  const print = () => {
    if (result || !parts) return;
    setSaid(undefined);
    setChosen(undefined);
    if (run + 1 < runs) {
      setRun(run + 1);
      return;
    }
    const judged = judgeRehearsal(parts, cuts, runs);
    setResult(judged);
    onScore(judged.score);
    if (!sample) {
      const count = (kind: RehearsalSlip['kind']) => judged.slips.filter((s) => s.kind === kind).length;
      void log({
        kind: 'rehearsed',
        level,
        score: judged.score,
        parts: judged.parts,
        tooEarly: count('too early'),
        tooLate: count('too late'),
        never: count('never'),
      }).then((answer) => {
        if (!answer.ok) tell(inWords(answer));
      });
    }
  };
  return print;
}

/** Block and sheet as they are painted during a rehearsal. */
function useRehearsalPaints({ level, plan, run, result, runs, films, version, worker, showPicture }: State) {
  const traced = level === 'with tracing';
  const lines = level === 'bare' ? undefined : LINE_WORD;
  const blockStyles = useMemo(() => blockStylesFor(plan, run, traced), [plan, run, traced]);
  const sheetStyles = useMemo(() => sheetStylesFor(plan, result ? runs : run, films), [plan, run, runs, films, result]);
  const wanted = useMemo(() => wantedOf(plan).map((lab) => ({ fill: wordOfLab(lab) })), [plan]);
  const painter = useCallback(
    (what: 'rehearsal' | 'labels', styles: typeof blockStyles, withLines: number | undefined): PaintView =>
      async (view, width, height) => {
        if (version === 0) return undefined;
        const answer = await worker.ask('paint', {
          what,
          styles,
          view,
          width,
          height,
          backdrop: BLOCK_WORDS.backdrop,
          lines: withLines,
        });
        return answer.ok ? answer.value : undefined;
      },
    [version, worker],
  );
  const paintBlock = useMemo(() => painter('rehearsal', blockStyles, lines), [painter, blockStyles, lines]);
  const paintSheet = useMemo(
    () => (showPicture ? painter('labels', wanted, undefined) : painter('rehearsal', sheetStyles, undefined)),
    [painter, sheetStyles, showPicture, wanted],
  );
  return { paintBlock, paintSheet, traced };
}
