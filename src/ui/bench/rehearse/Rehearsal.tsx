'use client';
import Button from '@mui/material/Button';
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type Dispatch,
  type SetStateAction,
  type RefObject,
  type JSX,
} from 'react';
import { deltaE2000, type Lab } from '@/core/colour';
import {
  judgeRehearsal,
  MAX_REHEARSED,
  type RehearsalLevel,
  type RehearsalPart,
  type RehearsalResult,
  type RehearsalSlip,
} from '@/core/cutting';
import { formatLength } from '@/core/units';
import { inkNamesOf, sampleMap, SAMPLE_PRINTS, wantedOf, type Plan, type FlatColour } from '@/records';
import { PictureWorker } from '@/workers';
import { BLOCK_WORDS, wordOfLab } from '../../kit/colours';
import { pathOfMm } from '../../kit/paths';
import { usePrintDesk } from '../../kit/printContext';
import { SheetCanvas, type PaintView, type SheetCanvasHandle } from '../../kit/SheetCanvas';
import { Swatch } from '../../kit/Swatch';
import { areaWords } from '@/ui/kit/regions/words';
import { blockStylesFor, dueOf, filmsAfter, lessons, NOT_CUT, sheetStylesFor, slipWords } from './stageOf';
import { useKeys } from '../../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Rehearsal.module.css';

interface Props {
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

type Part = RehearsalPart & { readonly x: number; readonly y: number };
const LINE_WORD = 0xff545a52;

/** One rehearsal: choose, print, choose, to the last run; then the comparison with the plan. */
export function Rehearsal(props: Props) {
  const rehearsal = useRehearsal(props);
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <RehearsalHead {...props} {...rehearsal} />
        <BlockAndSheet {...rehearsal} />
      </div>
      <RehearsalSide {...props} {...rehearsal} />
    </div>
  );
}

/** A rehearsal under way: the block and what is cut of it, the run it is at, and how it was judged. */
function useRehearsal({ plan, films, sample, level, onScore }: Props) {
  const { widthPx, heightPx, mmPerPx } = plan.picture!.raster;
  const runs = plan.runs.length;
  const worker = useRehearsalWorker(plan, sample);
  const [cuts, setCuts] = useState<ReadonlyMap<number, number>>(new Map());
  const [run, setRun] = useState(0);
  const [chosen, setChosen] = useState<number>();
  const [result, setResult] = useState<RehearsalResult>();
  const [said, setSaid] = useState<string>();
  const [showPicture, setShowPicture] = useState(false);
  const block = useRef<SheetCanvasHandle>(null);
  const { parts, version, setVersion } = useRehearsedParts(worker, plan);
  const outline = useChosenOutline(worker, chosen);
  const { paintBlock, paintSheet, traced } = useRehearsalPaints(
    level,
    plan,
    run,
    result,
    runs,
    films,
    version,
    worker,
    showPicture,
  );

  const { toggle, pickAt } = useToggle(result, cuts, setChosen, setSaid, run, worker, setCuts, setVersion);
  const step = (by: 1 | -1) => {
    if (!parts?.length) return;
    const at = parts.findIndex((p) => p.key === chosen);
    setChosen(parts[(at + by + parts.length) % parts.length].key);
  };
  const print = usePrintRun(
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
  );
  const hint = hinting(parts, run, cuts, setSaid);
  useRehearsalKeys(step, chosen, toggle, print, setShowPicture, level, hint);
  const colours = plan.flat!.colours;
  const now = parts?.filter((p) => cuts.get(p.key) === run) ?? [];
  const chosenPart = parts?.find((p) => p.key === chosen);
  const overlay = (mm: number) =>
    chosenPart && <ChosenMark outline={outline} chosenPart={chosenPart} mmPerPx={mmPerPx} mm={mm} />;
  return {
    ...{ widthPx, heightPx, mmPerPx, runs, run, parts, now, chosen, setChosen, chosenPart, colours, result, said },
    ...{ block, paintBlock, paintSheet, traced, overlay, pickAt, showPicture, setShowPicture, hint, print },
  };
}

/** A worker of the rehearsal's own, with the print's map or a sample's. */
function useRehearsalWorker(plan: Plan, sample: Props['sample']): PictureWorker {
  const { urls } = usePrintDesk();
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
  const { tell } = usePrintDesk();
  const [parts, setParts] = useState<readonly Part[]>();
  const [version, setVersion] = useState(0);
  useEffect(() => {
    void worker.ask('rehearse', { due: dueOf(plan), limit: MAX_REHEARSED }).then((answer) => {
      if (answer.ok) {
        setParts([...answer.value.parts].sort((a, b) => a.key - b.key));
        setVersion((v) => v + 1);
      } else if (answer.code !== 'stopped') tell(answer.message);
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

interface RehearsalSideProps {
  readonly result: RehearsalResult | undefined;
  readonly plan: Plan;
  readonly films: readonly Lab[];
  readonly parts: readonly Part[] | undefined;
  readonly chosen: number | undefined;
  readonly setChosen: Dispatch<SetStateAction<number | undefined>>;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
  readonly run: number;
  readonly now: Part[];
  readonly said: string | undefined;
  readonly chosenPart: Part | undefined;
  readonly traced: boolean;
  readonly colours: readonly FlatColour[];
  readonly level: RehearsalLevel;
  readonly hint: () => void;
  readonly print: () => void;
  readonly runs: number;
}

function RehearsalSide({
  result,
  plan,
  films,
  parts,
  chosen,
  setChosen,
  onAgain,
  onLeave,
  run,
  now,
  said,
  chosenPart,
  traced,
  colours,
  level,
  hint,
  print,
  runs,
}: RehearsalSideProps) {
  return (
    <aside className={kit.side}>
      {result ? (
        <Verdict
          result={result}
          plan={plan}
          films={films}
          parts={parts!}
          chosen={chosen}
          onChoose={setChosen}
          onAgain={onAgain}
          onLeave={onLeave}
        />
      ) : (
        <RunActs
          run={run}
          plan={plan}
          now={now}
          said={said}
          chosenPart={chosenPart}
          traced={traced}
          colours={colours}
          parts={parts}
          level={level}
          hint={hint}
          print={print}
          runs={runs}
        />
      )}
    </aside>
  );
}

interface ChosenMarkProps {
  readonly outline: readonly (readonly number[])[] | undefined;
  readonly chosenPart: Part;
  readonly mmPerPx: number;
  readonly mm: number;
}

function ChosenMark({ outline, chosenPart, mmPerPx, mm }: ChosenMarkProps) {
  return (
    <>
      {outline && <path className={kit.islandLine} d={pathOfMm(outline)} />}
      <circle
        className={clsx(kit.placeMark, kit.picked)}
        data-testid="picked"
        cx={(chosenPart.x + 0.5) * mmPerPx}
        cy={(chosenPart.y + 0.5) * mmPerPx}
        r={9 * mm}
      />
    </>
  );
}

/** A part is cut, or left after all. */
function useToggle(
  result: RehearsalResult | undefined,
  cuts: ReadonlyMap<number, number>,
  setChosen: Dispatch<SetStateAction<number | undefined>>,
  setSaid: Dispatch<SetStateAction<string | undefined>>,
  run: number,
  worker: PictureWorker,
  setCuts: Dispatch<SetStateAction<ReadonlyMap<number, number>>>,
  setVersion: Dispatch<SetStateAction<number>>,
) {
  const toggle = useCallback(
    async (key: number) => {
      if (result) return;
      const before = cuts.get(key);
      setChosen(key);
      setSaid(undefined);
      if (before !== undefined && before < run) {
        setSaid('This part is off the block already; it cannot be put back.');
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
  step: (by: 1 | -1) => void,
  chosen: number | undefined,
  toggle: (key: number) => Promise<void>,
  print: () => void,
  setShowPicture: Dispatch<SetStateAction<boolean>>,
  level: RehearsalLevel,
  hint: () => void,
) {
  useKeys('n, shift+n', 'to the next or former part', (e) => step(e.shiftKey ? -1 : 1));
  useKeys('space', 'cut the chosen part, or leave it', (e) => {
    if ((e.target as Element).closest('button, a, input')) return;
    e.preventDefault();
    if (chosen !== undefined) void toggle(chosen);
  });
  useKeys('p', 'print the run', print);
  useKeys('w', 'the wished picture, or the print so far', () => setShowPicture((s) => !s));
  useKeys('h', 'a hint, where hints are given', () => {
    if (level === 'with hints') hint();
  });
}

/** A hint: how much goes before this run by the plan. */
function hinting(
  parts: readonly Part[] | undefined,
  run: number,
  cuts: ReadonlyMap<number, number>,
  setSaid: Dispatch<SetStateAction<string | undefined>>,
) {
  const hint = () => {
    if (!parts) return;
    const due = parts.filter((p) => p.due === run),
      missing = due.filter((p) => !cuts.has(p.key)).length,
      extra = parts.filter((p) => cuts.get(p.key) === run && p.due > run).length;
    const area = due.reduce((sum, p) => sum + p.areaMm2, 0);
    setSaid(
      `By the plan ${due.length} part${due.length === 1 ? '' : 's'}, ${areaWords(area)} in all, go before run ${run + 1}. ${missing} of them still stand${extra > 0 ? `; ${extra} you have chosen should stay` : ''}.`,
    );
  };
  return hint;
}

function usePrintRun(
  result: RehearsalResult | undefined,
  parts: readonly Part[] | undefined,
  setSaid: Dispatch<SetStateAction<string | undefined>>,
  setChosen: Dispatch<SetStateAction<number | undefined>>,
  run: number,
  runs: number,
  setRun: Dispatch<SetStateAction<number>>,
  cuts: ReadonlyMap<number, number>,
  setResult: Dispatch<SetStateAction<RehearsalResult | undefined>>,
  onScore: (score: number) => void,
  sample: string | undefined,
  level: RehearsalLevel,
) {
  const { log, tell } = usePrintDesk();
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
        if (!answer.ok) tell(answer.message);
      });
    }
  };
  return print;
}

/** Block and sheet as they are painted during a rehearsal. */
function useRehearsalPaints(
  level: RehearsalLevel,
  plan: Plan,
  run: number,
  result: RehearsalResult | undefined,
  runs: number,
  films: readonly Lab[],
  version: number,
  worker: PictureWorker,
  showPicture: boolean,
) {
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

interface BlockAndSheetProps {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPx: number;
  readonly paintBlock: PaintView;
  readonly pickAt: (x: number, y: number) => Promise<void>;
  readonly block: RefObject<SheetCanvasHandle | null>;
  readonly run: number;
  readonly overlay: (mm: number) => JSX.Element | undefined;
  readonly paintSheet: PaintView;
  readonly showPicture: boolean;
  readonly result: RehearsalResult | undefined;
}

function BlockAndSheet({
  widthPx,
  heightPx,
  mmPerPx,
  paintBlock,
  pickAt,
  block,
  run,
  overlay,
  paintSheet,
  showPicture,
  result,
}: BlockAndSheetProps) {
  const { unit } = usePrintDesk();
  return (
    <div className={css.rehearsePair}>
      <SheetCanvas
        widthPx={widthPx}
        heightPx={heightPx}
        mmPerPx={mmPerPx}
        unit={unit}
        mirrored
        paint={paintBlock}
        onPick={(x, y) => void pickAt(x, y)}
        handle={block}
        label={`The block before run ${run + 1}, mirrored. Click a part to cut it`}
        stamp={<div className={clsx(kit.stamp, kit.mirrored)}>the block, mirrored</div>}
        overlay={overlay}
      />
      <SheetCanvas
        widthPx={widthPx}
        heightPx={heightPx}
        mmPerPx={mmPerPx}
        unit={unit}
        paint={paintSheet}
        label={showPicture ? 'The picture wanted' : 'The sheet so far'}
        stamp={
          <div className={kit.stamp}>
            {showPicture
              ? 'the picture wanted'
              : result
                ? 'the finished sheet'
                : run === 0
                  ? 'bare paper'
                  : `the sheet after run ${run}`}
          </div>
        }
        overlay={result ? overlay : undefined}
      />
    </div>
  );
}

interface RehearsalHeadProps {
  readonly result: RehearsalResult | undefined;
  readonly run: number;
  readonly runs: number;
  readonly name: string;
  readonly level: RehearsalLevel;
  readonly setShowPicture: Dispatch<SetStateAction<boolean>>;
  readonly showPicture: boolean;
  readonly onLeave: () => void;
}

function RehearsalHead({ result, run, runs, name, level, setShowPicture, showPicture, onLeave }: RehearsalHeadProps) {
  return (
    <div className={clsx(kit.row, kit.between)}>
      <div className={kit.row}>
        <h1>{result ? 'Held against the plan' : `Before run ${run + 1} of ${runs}`}</h1>
        <span className={kit.quiet}>
          {name} · {level}
        </span>
      </div>
      <div className={kit.row}>
        <Button onClick={() => setShowPicture((s) => !s)} aria-pressed={showPicture}>
          {showPicture ? 'the sheet so far' : 'the picture wanted'} <kbd className={kit.keyHint}>W</kbd>
        </Button>
        <Button onClick={onLeave}>Leave</Button>
      </div>
    </div>
  );
}

interface RunActsProps {
  readonly run: number;
  readonly plan: Plan;
  readonly now: Part[];
  readonly said: string | undefined;
  readonly chosenPart: Part | undefined;
  readonly traced: boolean;
  readonly colours: readonly FlatColour[];
  readonly parts: readonly Part[] | undefined;
  readonly level: RehearsalLevel;
  readonly hint: () => void;
  readonly print: () => void;
  readonly runs: number;
}

function RunActs({ run, plan, now, said, chosenPart, traced, colours, parts, level, hint, print, runs }: RunActsProps) {
  return (
    <>
      <section>
        <h2>What goes now?</h2>
        <p className={clsx(kit.note, kit.above4)}>
          Run {run + 1} prints {inkNamesOf(plan, plan.runs[run])} from all that stands. Click the parts to cut before
          it; click again to leave one standing.
        </p>
        <div
          className={clsx(kit.row, kit.gap8, kit.around10, css.count)}

          aria-live="polite"
        >
          <span className={clsx(kit.answer, kit.display)}>
            {now.length} part{now.length === 1 ? '' : 's'}
          </span>
          <span className={clsx(kit.note, kit.num)}>
            {now.length > 0 ? `${areaWords(now.reduce((sum, p) => sum + p.areaMm2, 0))} to cut` : 'nothing chosen yet'}
          </span>
        </div>
        {said && (
          <p className={clsx(kit.say, kit.wait, kit.below8)} role="status">
            {said}
          </p>
        )}
        {chosenPart && traced && (
          <p className={kit.note}>
            <Swatch lab={colours[chosenPart.label].wantedLabD50} /> {colours[chosenPart.label].name},{' '}
            {areaWords(chosenPart.areaMm2)}
          </p>
        )}
      </section>
      <section>
        <p className={kit.note}>What is cut away is off for good: it takes no film from run {run + 1} on.</p>
        {parts && (
          <p className={clsx(kit.note, kit.above4)}>
            {parts.length} parts to choose from; smaller ones go with the largest of their colour.
          </p>
        )}
      </section>
      <RunButtons level={level} hint={hint} parts={parts} print={print} run={run} runs={runs} />
    </>
  );
}

interface RunButtonsProps {
  readonly level: RehearsalLevel;
  readonly hint: () => void;
  readonly parts: readonly Part[] | undefined;
  readonly print: () => void;
  readonly run: number;
  readonly runs: number;
}

function RunButtons({ level, hint, parts, print, run, runs }: RunButtonsProps) {
  return (
    <section className={clsx(kit.toFoot, kit.stack, kit.gap8)}>
      {level === 'with hints' && (
        <Button className={kit.target} onClick={hint}>
          A hint <kbd className={kit.keyHint}>H</kbd>
        </Button>
      )}
      <Button
        variant="contained"
        color="primary"
        className={clsx(kit.target, kit.lead)}

        disabled={!parts}
        onClick={print}
      >
        {run + 1 < runs ? `Print run ${run + 1}` : 'Print the last run'} <kbd className={kit.keyHint}>P</kbd>
      </Button>
    </section>
  );
}

interface VerdictProps {
  readonly result: RehearsalResult;
  readonly plan: Plan;
  readonly films: readonly Lab[];
  readonly parts: readonly Part[];
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
}

function Verdict({ result, plan, films, parts, chosen, onChoose, onAgain, onLeave }: VerdictProps) {
  const { mmPerPx } = plan.picture!.raster;
  const colours = plan.flat!.colours,
    runs = plan.runs.length;
  const planned = (label: number) => films[Math.min(films.length - 1, dueOf(plan)[label])];
  const place = (slip: RehearsalSlip) => parts.find((p) => p.key === slip.part.key)!;
  return (
    <>
      <section>
        <p className={kit.answer} data-testid="score">
          {result.score} of 100
        </p>
        <p className={kit.note}>
          {result.slips.length === 0
            ? `All ${result.parts} parts were cut at their time.`
            : `${result.slips.length} of ${result.parts} parts at the wrong time, ${areaWords(result.wrongAreaMm2)} of the print.`}
        </p>
      </section>
      {result.slips.length > 0 && (
        <Costs
          result={result}
          films={films}
          runs={runs}
          planned={planned}
          place={place}
          chosen={chosen}
          onChoose={onChoose}
          mmPerPx={mmPerPx}
          colours={colours}
        />
      )}
      <section>
        <h2>To remember</h2>
        <ul className={kit.watch}>
          {lessons(result).map((lesson) => (
            <li key={lesson} className={kit.plain}>
              {lesson}
            </li>
          ))}
        </ul>
      </section>
      <section className={clsx(kit.toFoot, kit.stack, kit.gap8)}>
        <Button variant="contained" className={kit.target} onClick={onAgain}>
          Once more
        </Button>
        <Button className={kit.target} onClick={onLeave}>
          Enough for today
        </Button>
      </section>
    </>
  );
}

interface CostsProps {
  readonly result: RehearsalResult;
  readonly films: readonly Lab[];
  readonly runs: number;
  readonly planned: (label: number) => Lab;
  readonly place: (slip: RehearsalSlip) => Part;
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly mmPerPx: number;
  readonly colours: readonly FlatColour[];
}

function Costs({ result, films, runs, planned, place, chosen, onChoose, mmPerPx, colours }: CostsProps) {
  return (
    <section>
      <h2>What it would have cost</h2>
      <ul className={clsx(kit.watch, kit.scrolls, css.slips)}>
        {result.slips.map((slip) => {
          const seen = films[Math.min(films.length - 1, filmsAfter(slip, runs))],
            due = planned(slip.part.label);
          const { x, y } = place(slip);
          return (
            <SlipRow
              key={slip.part.key}
              slip={slip}
              chosen={chosen}
              onChoose={onChoose}
              x={x}
              mmPerPx={mmPerPx}
              y={y}
              seen={seen}
              due={due}
              colours={colours}
            />
          );
        })}
      </ul>
    </section>
  );
}

interface SlipRowProps {
  readonly slip: RehearsalSlip;
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly x: number;
  readonly mmPerPx: number;
  readonly y: number;
  readonly seen: Lab;
  readonly due: Lab;
  readonly colours: readonly FlatColour[];
}

function SlipRow({ slip, chosen, onChoose, x, mmPerPx, y, seen, due, colours }: SlipRowProps) {
  const { unit } = usePrintDesk();
  return (
    <li>
      <button
        type="button"
        className={clsx(kit.bare, kit.fullWidth)}
        aria-pressed={chosen === slip.part.key}
        onClick={() => onChoose(slip.part.key)}
      >
        <span className={clsx(kit.row, kit.between)}>
          <strong className={clsx(slip.kind === 'too early' && kit.madder)}>{slip.kind}</strong>
          <span className={clsx(kit.note, kit.num)}>
            {areaWords(slip.part.areaMm2)} at {formatLength(x * mmPerPx, unit, 0)}, {formatLength(y * mmPerPx, unit, 0)}
          </span>
        </span>
        <span className={clsx(kit.gap8, kit.small, kit.above3, css.seenAndDue)}>
          <span className={kit.pair} aria-hidden>
            <Swatch lab={seen} />
            <Swatch lab={due} />
          </span>
          <span>
            {slipWords(slip, colours[slip.part.label].name)}{' '}
            <span className={clsx(kit.quiet, kit.num)}>ΔE {deltaE2000(seen, due).toFixed(0)}</span>
          </span>
        </span>
      </button>
    </li>
  );
}
