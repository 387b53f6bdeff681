'use client';
import Button from '@mui/material/Button';
import { inkNamesOf } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import { SheetCanvas } from '../../kit/SheetCanvas';
import { Swatch } from '../../kit/Swatch';
import { areaWords } from '@/ui/kit/regions/words';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Rehearsal.module.css';
import { useRehearsal, type RehearsalProps, type Rehearsing } from './useRehearsal';
import { Verdict } from './Verdict';

/** One rehearsal: choose, print, choose, to the last run; then the comparison with the plan. */
export function Rehearsal(props: RehearsalProps) {
  const rehearsing: Rehearsing = { ...props, ...useRehearsal(props) };
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <RehearsalHead {...rehearsing} />
        <BlockAndSheet {...rehearsing} />
      </div>
      <RehearsalSide {...rehearsing} />
    </div>
  );
}

function RehearsalSide(rehearsing: Rehearsing) {
  const { result, plan, films, parts, chosen, setChosen, onAgain, onLeave } = rehearsing;
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
        <RunActs {...rehearsing} />
      )}
    </aside>
  );
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
}: Rehearsing) {
  const { unit } = usePrintDesk('unit');
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

function RehearsalHead({ result, run, runs, name, level, setShowPicture, showPicture, onLeave }: Rehearsing) {
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

function RunActs(rehearsing: Rehearsing) {
  const { run, plan, now, said, chosenPart, traced, colours, parts } = rehearsing;
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
      <RunButtons {...rehearsing} />
    </>
  );
}

function RunButtons({ level, hint, parts, print, run, runs }: Rehearsing) {
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
