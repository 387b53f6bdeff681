'use client';
import Button from '@mui/material/Button';
import { inkNamesOf } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import { SheetCanvas } from '../../kit/SheetCanvas';
import { Swatch } from '../../kit/Swatch';
import { areaInWords } from '@/words/quantities';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Rehearsal.module.css';
import { useRehearsal, type RehearsalProps, type Rehearsing } from './useRehearsal';
import { Verdict } from './Verdict';
import { rehearseWords } from '@/words/rehearse';

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
        label={rehearseWords('rehearsal.theBlockBeforeRun', { run: run + 1 })}
        stamp={<div className={clsx(kit.stamp, kit.mirrored)}>{rehearseWords('rehearsal.theBlockMirrored')}</div>}
        overlay={overlay}
      />
      <SheetCanvas
        widthPx={widthPx}
        heightPx={heightPx}
        mmPerPx={mmPerPx}
        unit={unit}
        paint={paintSheet}
        label={showPicture ? rehearseWords('rehearsal.thePictureWanted') : rehearseWords('rehearsal.theSheetSoFar')}
        stamp={
          <div className={kit.stamp}>
            {showPicture
              ? rehearseWords('rehearsal.thePictureWanted2')
              : result
                ? rehearseWords('rehearsal.theFinishedSheet')
                : run === 0
                  ? rehearseWords('rehearsal.barePaper')
                  : rehearseWords('rehearsal.theSheetAfterRun', { run })}
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
        <h1>
          {result
            ? rehearseWords('rehearsal.heldAgainstThePlan')
            : rehearseWords('rehearsal.beforeRunOf', { run: run + 1, runs })}
        </h1>
        <span className={kit.quiet}>
          {name} · {rehearseWords(`level.${level}`)}
        </span>
      </div>
      <div className={kit.row}>
        <Button onClick={() => setShowPicture((s) => !s)} aria-pressed={showPicture}>
          {showPicture ? rehearseWords('rehearsal.theSheetSoFar2') : rehearseWords('rehearsal.thePictureWanted2')}{' '}
          <kbd className={kit.keyHint}>W</kbd>
        </Button>
        <Button onClick={onLeave}>{rehearseWords('rehearsal.leave')}</Button>
      </div>
    </div>
  );
}

function RunActs(rehearsing: Rehearsing) {
  const { run, plan, now, said, chosenPart, traced, colours, parts } = rehearsing;
  return (
    <>
      <section>
        <h2>{rehearseWords('rehearsal.whatGoesNow')}</h2>
        <p className={clsx(kit.note, kit.above4)}>
          {rehearseWords('rehearsal.runPrintsFromAll', { run: run + 1, inkNames: inkNamesOf(plan, plan.runs[run]) })}
        </p>
        <div
          className={clsx(kit.row, kit.gap8, kit.around10, css.count)}

          aria-live="polite"
        >
          <span className={clsx(kit.answer, kit.display)}>
            {rehearseWords('rehearsal.partsNow', { now: now.length })}
          </span>
          <span className={clsx(kit.note, kit.num)}>
            {now.length > 0
              ? rehearseWords('rehearsal.toCut', { area: areaInWords(now.reduce((sum, p) => sum + p.areaMm2, 0)) })
              : rehearseWords('rehearsal.nothingChosenYet')}
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
            {areaInWords(chosenPart.areaMm2)}
          </p>
        )}
      </section>
      <section>
        <p className={kit.note}>{rehearseWords('rehearsal.whatIsCutAway', { run: run + 1 })}</p>
        {parts && (
          <p className={clsx(kit.note, kit.above4)}>
            {rehearseWords('rehearsal.partsToChooseFrom', { parts: parts.length })}
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
          {rehearseWords('rehearsal.aHint')} <kbd className={kit.keyHint}>H</kbd>
        </Button>
      )}
      <Button
        variant="contained"
        color="primary"
        className={clsx(kit.target, kit.lead)}

        disabled={!parts}
        onClick={print}
      >
        {run + 1 < runs
          ? rehearseWords('rehearsal.printRun', { run: run + 1 })
          : rehearseWords('rehearsal.printTheLastRun')}{' '}
        <kbd className={kit.keyHint}>P</kbd>
      </Button>
    </section>
  );
}
