'use client';
import Button from '@mui/material/Button';
import { type Dispatch, type SetStateAction, type RefObject, type JSX } from 'react';
import { type Lab } from '@/core/colour';
import { type RehearsalLevel, type RehearsalResult } from '@/core/cutting';
import { inkNamesOf, type Plan, type FlatColour } from '@/records';
import { usePrintDesk } from '../../kit/printContext';
import { SheetCanvas, type PaintView, type SheetCanvasHandle } from '../../kit/SheetCanvas';
import { Swatch } from '../../kit/Swatch';
import { areaWords } from '@/ui/kit/regions/words';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Rehearsal.module.css';
import { useRehearsal, type Part, type RehearsalProps } from './useRehearsal';
import { Verdict } from './Verdict';

/** One rehearsal: choose, print, choose, to the last run; then the comparison with the plan. */
export function Rehearsal(props: RehearsalProps) {
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
