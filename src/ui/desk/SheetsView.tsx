'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { memo, useCallback, useDeferredValue, useState } from 'react';
import {
  EDITION_RANGE,
  MEAN_LOSS,
  PROOFS_RANGE,
  meanLoss,
  SETS_RANGE,
  TEST_SHEETS_RANGE,
  WISH_RANGE,
  type Experience,
  type SheetAnswer,
} from '@/core/sheets';
import {
  imagesOf,
  refusedAddition,
  restsOn,
  rolledTogether,
  runWaysOf,
  sheetAnswerOf,
  sheetsOfColourways,
  sheetLayoutOf,
  sheetsWanted,
  usedOf,
} from '@/derived';
import { ADDED_RANGE, type ItemOf, type LengthUnit, type Plan, EDITION_ROUND } from '@/model';
import { formatSize } from '@/words/lengths';
import { Choice } from '../kit/Choice';
import { craftWords } from '@/words/craft';
import { CountField } from '../kit/fields';
import { Pick } from '../kit/Pick';
import { FromWorkshop } from '../kit/FromWorkshop';
import { usePrintDesk } from '../kit/printContext';
import { BlendPanel } from './BlendPanel';
import { DayPanel } from './DayPanel';
import { RoundsPanel } from './RoundsPanel';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SheetsView.module.css';
import { sheetsWords } from '@/words/sheets';
import { quantity } from '@/words/quantities';

const SheetCharts = dynamic(
  fetched(() => import('./SheetCharts').then((m) => m.SheetCharts)),
  {
    ssr: false,
    loading: () => <div className={css.chartRoom} />,
  },
);
const experiences = perLanguage(() =>
  (Object.keys(MEAN_LOSS) as Experience[]).map((e) => {
    const lost = quantity('percent', MEAN_LOSS[e] * 100, MEAN_LOSS[e] < 0.02 ? 1 : 0);
    return [e, sheetsWords('sheets.lostARun', { hand: craftWords(`experience.${e}`), lost })] as const;
  }),
);

/** Sheets: how many to start, and why. */
export function SheetsView() {
  const { plan, change, progress, belief } = usePrintDesk('plan', 'change', 'progress', 'belief');
  const { sheets } = plan;
  const runs = Math.max(1, plan.runs.length);
  const answer = sheetAnswerOf(plan, belief);
  const started = progress.bench.started;
  const closed = started && refusedAddition(progress);
  const counted = started?.counted ?? answer.counted;
  // the curves follow once the figures are there
  const drawn = useDeferredValue(counted),
    drawnWanted = useDeferredValue(sheetsWanted(plan));
  const set = useCallback((part: Partial<Plan['sheets']>) => void change({ kind: 'sheets-set', part }), [change]);
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls, kit.gap16)}>
        <div>
          <h1 className={clsx(kit.quiet, css.heading, kit.below6)}>
            {started ? sheetsWords('sheets.sheetsStarted') : sheetsWords('sheets.sheetsToStart')}
          </h1>
          <p className={kit.answer} aria-live="polite">
            {started ? startedInWords(started.counted, started.tests) : toStartInWords(plan, answer, runs)}
          </p>
          {started && (
            <p className={clsx(kit.say, kit.above10)}>
              {sheetsWords('sheets.theCurvesBelowAre', { counted: started.counted, onlyNow: onlyNow(answer, started) })}{' '}
              {closed && inWords(closed)}
            </p>
          )}
          <InOtherInks />
          {started && closed === undefined && <AddSheets />}
          {plan.runs.length === 0 && (
            <p className={clsx(kit.say, kit.wait, kit.above10)}>{sheetsWords('sheets.thereAreNoRuns')}</p>
          )}
        </div>
        {plan.way.under === 'wet' && plan.runs.length > 0 && (
          <DayPanel toStart={counted + (started?.tests ?? sheets.testSheets)} />
        )}
        {((plan.way.under === 'wet' && plan.runs.length > 0) || rolledTogether(plan).length > 0) && <BlendPanel />}
        <SheetCharts counted={drawn} runs={runs} belief={belief} wanted={drawnWanted} sets={sheets.progressiveSets} />
        <RoundsPanel />
      </div>
      <aside className={kit.side}>
        <Wish set={set} />
        <Hand set={set} />
        <MadeWith sheets={counted + (started?.tests ?? sheets.testSheets)} />
      </aside>
    </div>
  );
}

/** Sheets of colourways, which are counted by themselves. */
function InOtherInks() {
  const { plan } = usePrintDesk('plan');
  if (plan.colourways.length === 0) return null;
  return (
    <p className={clsx(kit.note, kit.above6)}>
      {sheetsWords('sheets.colourways', { sets: plan.colourways.length, sheets: sheetsOfColourways(plan) })}
    </p>
  );
}

/** Whose hand prints, and how sure it is. */
function Hand({ set }: { set: (part: Partial<Plan['sheets']>) => undefined }) {
  const { plan } = usePrintDesk('plan'),
    { sheets } = plan;
  return (
    <section>
      <h2>{sheetsWords('sheets.theHand')}</h2>
      <FromWorkshop
        kind="hand"
        label={sheetsWords('sheets.hands')}
        several
        none={sheetsWords('sheets.asChosenBelow')}
        className={kit.above14}
      />
      <Choice
        label={sheetsWords('sheets.experience')}
        value={sheets.experience}
        options={experiences()}
        className={kit.above14}
        onChange={(experience) => set({ experience })}
      />
      <p className={clsx(kit.note, kit.above8)}>
        <RestsOn />
      </p>
    </section>
  );
}

/** What the belief about losses rests on. */
function RestsOn() {
  const { plan, belief, otherRuns, progress } = usePrintDesk('plan', 'belief', 'otherRuns', 'progress');
  const rests = restsOn(plan, otherRuns, progress.bench),
    percent = (run: number) => 100 * meanLoss(belief, run);
  return rests.pulls === 0
    ? sheetsWords('sheets.aStartValueYour')
    : sheetsWords('sheets.startValueSharpenedBy', {
        ...rests,
        by: runWaysOf(plan)[0]?.by ?? 'hand',
        first: percent(0),
        last: plan.runs.length > 1 ? percent(plan.runs.length - 1) : -1,
      });
}

/** What else of the workshop the print is made with. */
function MadeWith({ sheets }: { sheets: number }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const rack = usedOf(plan, 'rack')[0];
  return (
    <section className={clsx(kit.stack, kit.gap14)}>
      <h2>{sheetsWords('sheets.madeWith')}</h2>
      <FromWorkshop kind="room" label={sheetsWords('sheets.room')} none={sheetsWords('sheets.anyRoomC')} />
      <FromWorkshop kind="rack" label={sheetsWords('sheets.rack')} none={sheetsWords('sheets.noRackChosen')} />
      {rack && <p className={kit.note}>{rackInWords(plan, rack, sheets, unit)}</p>}
      <FromWorkshop
        kind="rubbing tool"
        label={sheetsWords('sheets.rubbingTools')}
        several
        none={sheetsWords('sheets.noneChosen')}
      />
      <FromWorkshop
        kind="brush"
        label={sheetsWords('sheets.brushes')}
        several
        none={sheetsWords('sheets.noneChosen')}
      />
    </section>
  );
}

/** Whether all sheets find a place at once, and lie flat in it. */
function rackInWords(plan: Plan, rack: ItemOf<'rack'>, sheets: number, unit: LengthUnit): string {
  const { sheetMm } = sheetLayoutOf(plan) ?? {};
  const [long, short] = [rack.placeMm.widthMm, rack.placeMm.heightMm].sort((a, b) => b - a);
  const over =
    sheetMm &&
    (Math.max(sheetMm.widthMm, sheetMm.heightMm) > long || Math.min(sheetMm.widthMm, sheetMm.heightMm) > short);
  if (over)
    return sheetsWords('sheets.aSheetOfIs', {
      sheet: formatSize(sheetMm.widthMm, sheetMm.heightMm, unit),
      place: formatSize(rack.placeMm.widthMm, rack.placeMm.heightMm, unit),
    });
  return rack.places >= sheets
    ? sheetsWords('sheets.placesForSheetsAll', { places: rack.places, sheets })
    : sheetsWords('sheets.placesForSheetsMust', { places: rack.places, sheets, waiting: sheets - rack.places });
}

/** What the edition is to be. */
function Wish({ set }: { set: (part: Partial<Plan['sheets']>) => undefined }) {
  const {
    plan: { sheets, runs: all },
  } = usePrintDesk('plan');
  const runs = Math.max(1, all.length);
  return (
    <section>
      <h2>
        <Explained term="edition">{sheetsWords('sheets.theWish')}</Explained>
      </h2>
      <div className={clsx(kit.fields, kit.above14)}>
        <div data-walk="edition">
          <CountField
            label={sheetsWords('sheets.edition')}
            value={sheets.edition}
            range={EDITION_RANGE}
            onChange={(edition) => set({ edition })}
          />
        </div>
        <CountField
          label={sheetsWords('sheets.proofsToKeep')}
          value={sheets.proofsToKeep}
          range={PROOFS_RANGE}
          onChange={(proofsToKeep) => set({ proofsToKeep })}
        />
        <CountField
          label={sheetsWords('sheets.testSheets')}
          value={sheets.testSheets}
          range={TEST_SHEETS_RANGE}
          onChange={(testSheets) => set({ testSheets })}
        />
        <CountField
          label={sheetsWords('sheets.progressiveSets')}
          value={sheets.progressiveSets}
          range={SETS_RANGE}
          onChange={(progressiveSets) => set({ progressiveSets })}
        />
      </div>
      <p className={clsx(kit.note, kit.above8)}>
        {sheetsWords('sheets.testSheetsGoFirst', { sets: sheets.progressiveSets, runs })}
      </p>
      <div className={kit.above14}>
        <div className={clsx(kit.row, kit.between)}>
          <span className={kit.quiet} id="wish">
            {sheetsWords('sheets.toBeSureOf')}
          </span>
          <span className={kit.num}>{Math.round(sheets.wishToBeSure * 100)} %</span>
        </div>
        <WishSlider key={sheets.wishToBeSure} value={sheets.wishToBeSure} set={set} />
      </div>
    </section>
  );
}

/** More sheets, while every block still stands as it printed. They go through all runs from the first. */
function AddSheets() {
  const { log, tell, plan } = usePrintDesk('log', 'tell', 'plan');
  const [counted, setCounted] = useState(2);
  const [set, setSet] = useState('');
  const colourwayId = plan.colourways.some(({ id }) => id === set) ? set : undefined;
  return (
    <form
      className={clsx(kit.row, kit.above12, kit.gap12, css.adding)}
      onSubmit={async (e) => {
        e.preventDefault();
        const done = await log({ kind: 'sheets-added', roundId: EDITION_ROUND, counted, colourwayId });
        tell(done.ok ? sheetsWords('sheets.sheetsAddedTheyGo', { counted }) : inWords(done));
      }}
    >
      <div className={css.count}>
        <CountField
          label={sheetsWords('sheets.sheetsToAdd')}
          value={counted}
          range={ADDED_RANGE}
          onChange={setCounted}
        />
      </div>
      {plan.colourways.length > 0 && (
        <Pick
          label={sheetsWords('sheets.inWhichInks')}
          value={colourwayId ?? ''}
          options={[
            ['', sheetsWords('sheets.inTheFirstInks')],
            ...plan.colourways.map(({ id, name }) => [id, name] as const),
          ]}
          onChange={setSet}
        />
      )}
      <Button type="submit">{sheetsWords('sheets.addThem')}</Button>
      <span className={kit.note}>{sheetsWords('sheets.everyBlockStillStands')}</span>
    </form>
  );
}

interface WishSliderProps {
  readonly value: number;
  readonly set: (part: Partial<Plan['sheets']>) => undefined;
}

const WishSlider = memo(function WishSlider({ value, set }: WishSliderProps) {
  return (
    <Slider
      defaultValue={value}
      min={WISH_RANGE.min}
      max={WISH_RANGE.max}
      step={0.01}
      aria-labelledby="wish"
      onChangeCommitted={(_, v) => set({ wishToBeSure: Math.round((v as number) * 100) / 100 })}
    />
  );
});

const withTests = (counted: number, tests: number, verb = '') =>
  tests > 0 ? sheetsWords('sheets.thatCountAndTest', { counted, tests, verb }) : '';

function startedInWords(counted: number, tests: number): string {
  return sheetsWords('sheets.sheetsAreStarted', { counted: counted + tests, withTests: withTests(counted, tests) });
}

/** What the present wish and losses would ask for, where that is another number than was started. */
function onlyNow(answer: SheetAnswer, started: { readonly counted: number; readonly tests: number }): string {
  if (!answer.reached || answer.counted === started.counted) return '';
  return sheetsWords('sheets.begunOnlyNowWith', { total: answer.total });
}

function toStartInWords(plan: Plan, answer: SheetAnswer, runs: number): string {
  const { edition, proofsToKeep, progressiveSets: sets, testSheets } = plan.sheets;
  const images = imagesOf(plan);
  const keep =
    sheetsWords('sheets.goodPrints', { edition, proofs: proofsToKeep, sets }) +
    (images > 1 ? ` ${sheetsWords('sheets.fromSheets', { images, sheets: sheetsWanted(plan) })}` : '');
  if (!answer.reached) return sheetsWords('sheets.evenSheetsDoNot', { counted: answer.counted, keep });
  const tests = withTests(answer.counted, testSheets, ` ${sheetsWords('sheets.thatGoFirst')}`);
  return sheetsWords('sheets.startSheetsThroughRun', {
    total: answer.total,
    tests,
    runs,
    keep,
    chance: Math.floor(answer.chance * 100),
  });
}
