'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Slider from '@mui/material/Slider';
import { useCallback, useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { LIGHTS, type Light } from '@/core/colour';
import type { SheetLayout } from '@/core/registration';
import { inkNamesOf, looksInLight, partingsIn, shiftsIn, typeOnSheet, type ShownLooks } from '@/derived';
import { largeWords } from '@/words/large';
import { Choice } from '../Choice';
import { usePrintDesk } from '../printContext';
import { kit } from '../styles';
import { Calibration } from './Calibration';
import { LargeSheet } from './LargeSheet';
import { SavePicture } from './SavePicture';
import { GUESSED_PX_PER_MM, usePxPerMm } from './trueSize';
import { useLargePictures, type Beside } from './useLargePictures';
import css from './LargeView.module.css';

const BESIDES = ['none', 'wanted', 'block', 'typical', 'worst'] as const satisfies readonly Beside[];
const SIZES = ['fit', 'true', 'one', 'two', 'four'] as const;
type Size = (typeof SIZES)[number];
/** From where a screen is looked at, m (start value): what hangs farther away is seen as much smaller. */
const EYE_TO_SCREEN_M = 0.6;
const METRES: Partial<Record<Size, number>> = { one: 1, two: 2, four: 4 };
/** Each film lies for so long while all are laid down, ms. */
const LAID_MS = 1500;

/** Nothing but the sheet on a plain wall and one line of words; films are laid and lifted on it, in the light that is chosen. */
export function LargeView({ onClose }: { onClose: () => void }) {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const ready = Boolean(plan.flat && looks && plan.picture);
  return (
    <Dialog
      open
      fullScreen
      onClose={onClose}
      slotProps={{ paper: { className: css.dialog, 'aria-label': largeWords('title') } }}
    >
      {ready ? (
        <Large onClose={onClose} />
      ) : (
        <div className={css.empty}>
          <p>{largeWords('nothing')}</p>
          <Button onClick={onClose}>{largeWords('close')}</Button>
        </div>
      )}
    </Dialog>
  );
}

/** How the sheet is looked at. */
interface Looking {
  readonly light: Light;
  readonly beside: Beside;
  /** Whether the other picture lies over the sheet, up to the divider, or stands beside it. */
  readonly over: boolean;
  readonly divider: number;
  readonly size: Size;
}
const AT_FIRST: Looking = { light: 'daylight', beside: 'none', over: true, divider: 0.5, size: 'fit' };

function Large({ onClose }: { onClose: () => void }) {
  const { plan, selectedRun } = usePrintDesk('plan', 'selectedRun');
  const runs = plan.runs.length;
  const [run, setRun] = useState(selectedRun === 0 ? runs : selectedRun);
  const [looking, setLooking] = useState(AT_FIRST);
  const playing = usePlaying(run, runs, setRun);
  const seen = useSeen(looking.light);
  const { sheetAfter, other, layout, isLaying, problem } = useLargePictures(seen, looking.beside, looking.light);
  const main = useCallback((widthPx: number) => sheetAfter(run, widthPx), [run, sheetAfter]);
  const second = useCallback((widthPx: number) => other(run, widthPx), [other, run]);
  const pxPerMm = usePxPerMm();
  const drawn = useDrawn(layout, seen, run);
  if (!drawn) return null;
  const step = (by: number) => {
    playing.stop();
    setRun((r) => Math.max(0, Math.min(runs, r + by)));
  };
  const { beside, over, divider, size } = looking;
  const inks = run === 0 ? 'none' : inkNamesOf(plan, plan.runs[run - 1]);
  return (
    <div
      ref={focused}
      tabIndex={-1}
      className={css.large}
      onKeyDown={keysOf({ ArrowLeft: () => step(-1), ArrowRight: () => step(1), l: onClose })}
    >
      <LargeSheet
        drawn={drawn}
        pxPerMm={scaleOf(size, pxPerMm ?? GUESSED_PX_PER_MM)}
        framed={size in METRES}
        main={main}
        other={beside === 'none' ? undefined : second}
        divider={over ? divider : undefined}
        label={largeWords('sheet', { run, beside, what: largeWords(`besides.${beside}`) })}
      />
      <div className={css.line}>
        <p className={css.words} role="status">
          <strong>{largeWords('after', { run, runs, inks, ink: inks })}</strong> {isLaying && largeWords('laying')}{' '}
          {problem} <LightWords plan={plan} run={run} light={looking.light} seen={seen} />{' '}
          <span className={kit.quiet}>{largeWords('hint')}</span>
        </p>
        <div className={css.controls}>
          <Films run={run} runs={runs} onStep={step} {...playing} />
          <HowLooked looking={looking} onLooking={(part) => setLooking((old) => ({ ...old, ...part }))} />
          <SavePicture drawn={drawn} run={run} picture={main} other={second} beside={beside} />
          <Button onClick={onClose} className={kit.toEnd}>
            {largeWords('close')}
          </Button>
        </div>
      </div>
    </div>
  );
}

/** The keys act at once: the sheet has the focus when it opens. */
const focused = (element: HTMLDivElement | null) => element?.focus();

/** Keys of the large sheet; fields and sliders keep their own. */
const keysOf = (acts: Readonly<Record<string, () => void>>) => (event: KeyboardEvent) => {
  if ((event.target as Element).closest('input, [role="combobox"], [role="slider"], [role="listbox"]')) return;
  const act = acts[event.key];
  if (!act || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  event.stopPropagation();
  act();
};

/** The looks after each run in a light. */
function useSeen(light: Light): ShownLooks {
  const { plan, looks, sheet, progress } = usePrintDesk('plan', 'looks', 'sheet', 'progress');
  const { coloursGot } = progress.bench;
  return useMemo(
    () => (light === 'daylight' ? looks! : looksInLight(plan, coloursGot, looks!, sheet, light)),
    [coloursGot, light, looks, plan, sheet],
  );
}

/** The sheet on its paper, as the light shows it. */
function useDrawn(layout: SheetLayout | undefined, seen: ShownLooks, run: number) {
  const { plan, name } = usePrintDesk('plan', 'name');
  return useMemo(
    () =>
      layout && {
        layout,
        paperLabD50: seen.looks[0][0] ?? plan.paper.labD50,
        tornEdges: plan.layout.tornEdges,
        edition: plan.sheets.edition,
        title: name,
        withMargins: true,
        type: typeOnSheet(plan, run),
      },
    [layout, name, plan, run, seen],
  );
}

interface FilmsProps {
  readonly run: number;
  readonly runs: number;
  readonly onStep: (by: number) => void;
  readonly playing: boolean;
  readonly play: () => void;
  readonly stop: () => void;
}

function Films({ run, runs, onStep, playing, play, stop }: FilmsProps) {
  return (
    <div className={css.group}>
      <Button aria-label={largeWords('lift')} disabled={run === 0} onClick={() => onStep(-1)}>
        ‹
      </Button>
      <Button aria-label={largeWords('lay')} disabled={run === runs} onClick={() => onStep(1)}>
        ›
      </Button>
      <Button onClick={playing ? stop : play}>{largeWords(playing ? 'stop' : 'play')}</Button>
    </div>
  );
}

/** Light, what stands beside, and the size. */
function HowLooked({ looking, onLooking }: { looking: Looking; onLooking: (part: Partial<Looking>) => void }) {
  const { light, beside, over, divider, size } = looking;
  return (
    <>
      <Choice
        label={largeWords('light')}
        value={light}
        options={LIGHTS.map((one) => [one, largeWords(`lights.${one}`)] as const)}
        onChange={(next) => onLooking({ light: next })}
        className={css.choice}
      />
      <Choice
        label={largeWords('beside')}
        value={beside}
        options={BESIDES.map((one) => [one, largeWords(`besides.${one}`)] as const)}
        onChange={(next) => onLooking({ beside: next })}
        className={css.choice}
      />
      {beside !== 'none' && (
        <Laid
          over={over}
          onOver={(next) => onLooking({ over: next })}
          divider={divider}
          onDivider={(next) => onLooking({ divider: next })}
        />
      )}
      <SizeChoice size={size} onSize={(next) => onLooking({ size: next })} />
    </>
  );
}

const scaleOf = (size: Size, pxPerMm: number): number | undefined => {
  if (size === 'fit') return undefined;
  return size === 'true' ? pxPerMm : (pxPerMm * EYE_TO_SCREEN_M) / METRES[size]!;
};

/** All films laid one after the other, slowly; it can be stopped at any of them. */
function usePlaying(run: number, runs: number, setRun: (run: number) => void) {
  const [playing, setPlaying] = useState(false);
  useEffect(() => {
    if (!playing) return;
    if (run >= runs) {
      setPlaying(false);
      return;
    }
    const timer = setTimeout(() => setRun(run + 1), LAID_MS);
    return () => clearTimeout(timer);
  }, [playing, run, runs, setRun]);
  return {
    playing,
    play: () => {
      setRun(0);
      setPlaying(true);
    },
    stop: () => setPlaying(false),
  };
}

/** A shift that is worth a word, ΔE00. */
const SEEN_SHIFT = 1;

interface LightWordsProps {
  readonly plan: Parameters<typeof partingsIn>[0];
  readonly run: number;
  readonly light: Light;
  readonly seen: ShownLooks;
}

/** What a light does to the print: which colour shifts most, and which match in daylight and part here. */
function LightWords({ plan, run, light, seen }: LightWordsProps) {
  const { looks } = usePrintDesk('looks');
  if (light === 'daylight') return null;
  const [daylight, there] = [looks!.looks[run], seen.looks[run]];
  const colours = plan.flat!.colours;
  const shifts = shiftsIn(daylight, there, colours.length);
  const most = shifts.indexOf(Math.max(...shifts));
  const pairs = partingsIn(plan, daylight, there);
  return (
    <>
      {shifts[most] < SEEN_SHIFT
        ? largeWords('still')
        : largeWords('shift', { colour: colours[most].name, off: shifts[most] })}{' '}
      {pairs.slice(0, 2).map(({ colours: [a, b], deltaEInDaylight: before, deltaEThere: after }) => (
        <span key={`${a} ${b}`}>{largeWords('part', { a, b, before, after })} </span>
      ))}
      {pairs.length > 2 && largeWords('more', { pairs: pairs.length - 2 })}{' '}
      {plan.inks.some((ink) => !ink.film && !ink.recipe) && largeWords('guess')}
    </>
  );
}

interface LaidProps {
  readonly over: boolean;
  readonly onOver: (over: boolean) => void;
  readonly divider: number;
  readonly onDivider: (share: number) => void;
}

/** Whether the other picture lies over the sheet, up to a divider, or beside it. */
function Laid({ over, onOver, divider, onDivider }: LaidProps) {
  return (
    <>
      <Choice
        label={largeWords('howIs')}
        value={over ? 'over' : 'beside'}
        options={(['over', 'beside'] as const).map((how) => [how, largeWords(`how.${how}`)] as const)}
        onChange={(how) => onOver(how === 'over')}
        className={css.short}
      />
      {over && (
        <Slider
          size="small"
          className={css.divider}
          value={divider}
          min={0}
          max={1}
          step={0.01}
          aria-label={largeWords('divider')}
          onChange={(_, value) => onDivider(value as number)}
        />
      )}
    </>
  );
}

function SizeChoice({ size, onSize }: { size: Size; onSize: (size: Size) => void }) {
  const measured = usePxPerMm() !== undefined;
  const [measuring, setMeasuring] = useState(false);
  return (
    <>
      <Choice
        label={largeWords('size')}
        value={size}
        options={SIZES.map((one) => [one, largeWords(`sizes.${one}`)] as const)}
        onChange={onSize}
        className={css.choice}
      />
      {size !== 'fit' && (
        <span className={css.group}>
          <Button onClick={() => setMeasuring(true)}>{largeWords('calibrate')}</Button>
          {!measured && <span className={kit.note}>{largeWords('calibration.notYet')}</span>}
        </span>
      )}
      {measuring && <Calibration onClose={() => setMeasuring(false)} />}
    </>
  );
}
