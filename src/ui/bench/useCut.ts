'use client';
import { inWords } from '@/words/failures';
import { useCallback, useEffect, useMemo, useRef, useState, type Dispatch, type SetStateAction } from 'react';
import { inCuttingOrder, type CutIsland } from '@/core/cutting';
import { type Run } from '@/model';
import { fillsAfter, blockNamesOf, inkNamesOf, sideOfCut, cutsOfRun, runsOfCut, type Slip } from '@/derived';
import { labelStatesOf, type LabelState } from '@/ui/kit/blockStates';
import { BLOCK_WORDS, wordOfLab } from '../kit/colours';
import { usePrintDesk, type PrintDesk } from '../kit/printContext';
import { type PaintView } from '../kit/SheetCanvas';
import { useRegions, type Regions } from '@/ui/kit/regions/useRegions';
import { type SlipDraft } from './SlipPanel';
import { useKeys } from '../kit/keys';
import type { Cut } from '@/model';
import { cutWords } from '@/words/cut';

/** Drawn values of the cut map: other, to cut, done, standing. */
const CUT_STYLES = [
  { fill: BLOCK_WORDS.cleared },
  { fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke },
  { fill: BLOCK_WORDS.doneFill, stroke: BLOCK_WORDS.doneStroke },
  { fill: BLOCK_WORDS.standing },
];

/** The cut in hand: which stage it is, what is ticked off, what is chosen, and a slip being shown. */
export function useCut() {
  const desk = usePrintDesk('plan', 'progress', 'sheet', 'urls');
  const { plan, progress } = desk;
  const firstUncut = progress.runs.findIndex((r) => !r.cut && !r.cutOn);
  const index = firstUncut < 0 ? plan.runs.length - 1 : firstUncut;
  const allCut = firstUncut < 0;
  const labels = useMemo(() => labelStatesOf(plan, desk.sheet)[index], [plan, desk.sheet, index]);
  const run = plan.runs[index];
  const cuts = run ? cutsOfRun(plan, run) : [];
  // a run with several formes: the first that is not cut yet
  const stage = cuts.find(({ id }) => !progress.bench.cutsPassed.some((c) => c.cutId === id)) ?? cuts.at(-1);
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
  const { islands, tick, paint: cutPaint } = useCutParts(ticked, labels, stage, allCut);
  const { under, setUnder, paint } = useUnder(cutPaint, labels, index);
  const { brushing, setBrushing, brush } = useBrush(ticked, tick);
  const pickAt = useCutPick(regions, draft, setDraft, setChosen, islands, tick);
  useCutKeys(setMirrored, setChosen, islands, chosen, tick);
  return {
    ...{ desk, index, allCut, labels, run, stage, ticked, islands, tick, paint, pickAt, regions },
    ...{ chosen, setChosen, mirrored, asking, setAsking, minutes, setMinutes, replaying, setReplaying },
    ...{ draft, setDraft, draftOutlines, shownSlip, setShownSlip },
    ...{ cutPaint, under, setUnder, brushing, setBrushing, brush },
  };
}

/** The pieces that are named in the order in which one would cut them; after them the small ones. */
function withNumbers(
  pieces: readonly CutIsland[],
  size: { readonly widthMm: number; readonly heightMm: number },
): CutIsland[] {
  const named = inCuttingOrder(pieces, size);
  return [...named, ...pieces.filter((piece) => !named.includes(piece))];
}

/** What lies under the cut map. */
export const UNDER = ['block', 'sheet', 'picture'] as const;
export type Under = (typeof UNDER)[number];

/** Below this lightness the madder of the strokes is lost. */
const DARK_L = 62;

/** The block as it stands, or the sheet so far, or the picture wanted, with what is cut now hatched over it. */
function useUnder(cutPaint: PaintView, labels: LabelState | undefined, index: number) {
  const { plan, looks, sheet, sheetWorker } = usePrintDesk('plan', 'looks', 'sheet', 'sheetWorker');
  const [under, setUnder] = useState<Under>('block');
  useKeys('u', cutWords('keys.under'), () => setUnder((now) => UNDER[(UNDER.indexOf(now) + 1) % UNDER.length]));
  const paint: PaintView = useCallback(
    async (view, width, height) => {
      if (under === 'block' || !labels || !looks) return cutPaint(view, width, height);
      const colours = plan.flat!.colours,
        fills = fillsAfter(looks, index);
      const styles = sheet.parts.map(({ label }, p) => {
        const lab = under === 'sheet' ? looks.looks[index][p] : colours[label].wantedLabD50;
        // gouge strokes show on every colour: light ones on what is dark
        const stroke = lab[0] < DARK_L ? BLOCK_WORDS.backdrop : BLOCK_WORDS.cutStroke;
        return { fill: under === 'sheet' ? fills[p] : wordOfLab(lab), ...(labels.cutNow.includes(p) && { stroke }) };
      });
      const backdrop = BLOCK_WORDS.backdrop;
      const answer = await sheetWorker.ask('paint', { what: 'sheet', styles, view, width, height, backdrop });
      return answer.ok ? answer.value : undefined;
    },
    [cutPaint, index, labels, looks, plan, sheet, sheetWorker, under],
  );
  return { under, setUnder, paint };
}

/** Ticking by painting over: each piece that is passed is ticked, once. */
function useBrush(ticked: ReadonlySet<number> | undefined, tick: (island: number) => Promise<void>) {
  const { sheetWorker } = usePrintDesk('sheetWorker');
  const [brushing, setBrushing] = useState(false);
  const passed = useRef(new Set<number>());
  const now = useRef(ticked);
  now.current = ticked;
  useKeys('b', cutWords('keys.brush'), () => setBrushing((on) => !on));
  const brush = useCallback(
    async (x: number, y: number) => {
      const answer = await sheetWorker.ask('cutIslandAt', { x, y });
      if (!answer.ok || answer.value === null || passed.current.has(answer.value)) return;
      passed.current.add(answer.value);
      if (!now.current?.has(answer.value)) await tick(answer.value);
    },
    [sheetWorker, tick],
  );
  // what was ticked off by hand in between can be painted over again
  useEffect(() => passed.current.clear(), [brushing]);
  return { brushing, setBrushing, brush };
}

/** How much there is to cut, from what, and whether it may be cut yet. */
export function cutInWords(
  desk: Pick<PrintDesk, 'plan' | 'progress' | 'sheet'>,
  labels: LabelState,
  islands: readonly CutIsland[] | undefined,
  ticked: ReadonlySet<number> | undefined,
  stage: Cut,
  run: Run,
) {
  const { plan, progress } = desk;
  const { widthMm, heightMm } = plan.picture!;
  const areaCm2 = (widthMm * heightMm) / 100;
  const cutCm2 = labels.cutNow.reduce((sum, p) => sum + (desk.sheet.share[p] ?? 0), 0) * areaCm2;
  const doneCount = islands?.filter((i) => ticked?.has(i.key)).length ?? 0;
  const cuts = sideOfCut(plan, stage.id)?.cuts ?? [];
  const before = cuts[cuts.indexOf(stage) - 1];
  const printedBefore = before ? runsOfCut(plan, before.id) : [];
  const previous = printedBefore[0] ?? -1;
  const notYet = printedBefore.some((r) => progress.runs[r].phase !== 'done');
  const block = plan.blocks.length > 1 ? blockNamesOf(plan, run).toLowerCase() : undefined;
  const cutName =
    previous >= 0
      ? inkNamesOf(plan, plan.runs[previous])
      : plan.blocks.length > 1
        ? cutWords('notPrinting')
        : cutWords('barePaper');
  return { cutName, block, cutCm2, doneCount, notYet, previous };
}

function useCutKeys(
  setMirrored: Dispatch<SetStateAction<boolean>>,
  setChosen: Dispatch<SetStateAction<number>>,
  islands: readonly CutIsland[] | undefined,
  chosen: number,
  tick: (island: number) => Promise<void>,
) {
  useKeys('m', cutWords('keys.mirror'), () => setMirrored((m) => !m));
  useKeys('down, up', cutWords('keys.next'), (e) => {
    e.preventDefault();
    setChosen((c) => Math.min((islands?.length ?? 1) - 1, Math.max(0, c + (e.key === 'ArrowDown' ? 1 : -1))));
  });
  useKeys('space', cutWords('keys.tick'), (e) => {
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
  const { sheetWorker } = usePrintDesk('sheetWorker');
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
  stage: Cut | undefined,
  allCut: boolean,
) {
  const desk = usePrintDesk('sheetWorker', 'tell', 'log', 'sheet', 'coverage', 'plan');
  const { sheetWorker, tell, log, plan } = desk;
  const size = useRef(plan.picture);
  size.current = plan.picture;
  const tickedNow = useRef(ticked);
  tickedNow.current = ticked;
  const [islands, setIslands] = useState<readonly CutIsland[]>();
  const [version, setVersion] = useState(0);
  const key = labels ? JSON.stringify(labels) : '';
  // asked once the sheet is made: before that it would be answered for the picture as it is flattened, and asked again
  const isMade = desk.coverage !== undefined;
  useEffect(() => {
    if (!key || !isMade) return;
    let wanted = true;
    const { standing, cutNow } = JSON.parse(key) as { standing: number[]; cutNow: number[] };
    void sheetWorker.ask('cutIslands', { standing, cutNow, done: [...(tickedNow.current ?? [])] }).then((answer) => {
      if (!wanted) return;
      if (answer.ok) {
        setIslands(withNumbers(answer.value, size.current!));
        setVersion((v) => v + 1);
      } else if (answer.code !== 'stopped') tell(inWords(answer));
    });
    return () => {
      wanted = false;
    };
  }, [key, isMade, desk.sheet, sheetWorker, tell]);
  const paint = useCutPaint(version, isMade ? key : '');
  const tick = useCallback(
    async (island: number) => {
      if (!stage || allCut) return;
      const done = !tickedNow.current?.has(island);
      await sheetWorker.ask('tickIsland', { island, done });
      setVersion((v) => v + 1);
      const answer = await log({ kind: 'island-cut', cutId: stage.id, island, done });
      if (!answer.ok) tell(inWords(answer));
    },
    [stage, allCut, sheetWorker, log, tell],
  );
  return { islands, tick, paint };
}

/** The cut map; until its parts are told apart, the block as it stands (`key`, once the sheet is made). */
function useCutPaint(version: number, key: string): PaintView {
  const { sheetWorker, sheet } = usePrintDesk('sheetWorker', 'sheet');
  const backdrop = BLOCK_WORDS.backdrop;
  const asItStands: PaintView = useCallback(
    async (view, width, height) => {
      if (!key) return undefined;
      const { standing, cutNow } = JSON.parse(key) as LabelState;
      const styles = sheet.parts.map((_, p) => CUT_STYLES[cutNow.includes(p) ? 1 : standing.includes(p) ? 3 : 0]);
      const answer = await sheetWorker.ask('paint', { what: 'sheet', styles, view, width, height, backdrop });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, sheet, key, backdrop],
  );
  const inParts: PaintView = useCallback(
    async (view, width, height) => {
      void version; // a part ticked is a new picture
      const answer = await sheetWorker.ask('paint', { what: 'cut', styles: CUT_STYLES, view, width, height, backdrop });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, version, backdrop],
  );
  return version === 0 ? asItStands : inParts;
}

/** Outlines of the parts a slip is being shown by, in mm. */
function useDraftOutlines(draft: SlipDraft | undefined) {
  const { sheetWorker } = usePrintDesk('sheetWorker');
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
