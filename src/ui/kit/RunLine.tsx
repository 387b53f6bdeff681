'use client';
import { Fragment, memo, useEffect, useMemo, useRef } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import type { Fill } from '@/core/geometry';
import type { RunPhase } from '@/model';
import { fillsAfter, inkNamesOf, inksOfRun, sideOfCut, usesOneSide, type Progress } from '@/derived';
import { usePrintDesk, type PrintDesk } from './printContext';
import { Thumb } from './Thumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RunLine.module.css';
import { frameWords } from '@/words/frame';
import { betweenDays } from '@/words/dates';

/** The most room a picture has in its cell. */
const PIC_PX = { width: 85, height: 70 } as const;

/** Bare paper, then the sheet after each run; gates stand where the block was or will be cut. */
export function RunLine() {
  const { plan, progress, looks, stamp, selectedRun, selectRun, urls } = usePrintDesk(
    'urls',
    'plan',
    'progress',
    'looks',
    'stamp',
    'selectedRun',
    'selectRun',
  );
  const { runs } = plan;
  const fills = useMemo(() => looks?.looks.map((_, run) => fillsAfter(looks, run)), [looks]);
  const started = progress.bench.started;
  const { widthMm = 4, heightMm = 3 } = plan.picture ?? {};
  const picWidth = Math.min(PIC_PX.width, (PIC_PX.height * widthMm) / heightMm);
  const gated = (i: number) =>
    usesOneSide(plan) || runs[i].formes.some(({ cutId }) => (sideOfCut(plan, cutId)?.cuts.length ?? 1) > 1);
  const passed = (i: number) => progress.runs[i].cut || progress.runs[i].cutOn;
  return (
    // it scrolls by itself where a print has many runs
    <nav className={css.runline} aria-label={frameWords('runLine.label')} tabIndex={0}>
      <PaperCell picSize={{ width: picWidth }} widthMm={widthMm} heightMm={heightMm} started={started} />
      {runs.map((run, i) => (
        <Fragment key={run.id}>
          {gated(i) ? <Gate passed={passed} i={i} /> : <span className={clsx(css.gate, css.none)} aria-hidden />}
          <RunCell
            {...{ i, picWidth, stamp }}
            shape={`${widthMm} / ${heightMm}`}
            fill={fills?.[i + 1]}
            came={urls.look(i + 1)}
            inks={inkNamesOf(plan, run)}
            hexes={inksOfRun(plan, run)
              .map((ink) => hexFromLabD50(ink.solidLabD50))
              .join(' ')}
            now={progress.runs[i]}
            why={plan.decisions.findLast((one) => one.runId === run.id)?.why}
            open={plan.way.under === 'wet'}
            next={progress.runs[i + 1]?.phase}
            selected={selectedRun === i + 1}
            onSelect={selectRun}
          />
        </Fragment>
      ))}
      {runs.length === 0 && <span className={clsx(kit.note, css.nothingYet)}>{frameWords('runLine.none')}</span>}
    </nav>
  );
}

function Gate({ passed, i }: { passed: (i: number) => boolean; i: number }) {
  return (
    <span
      className={clsx(css.gate, passed(i) && css.passed)}
      role="img"
      aria-label={frameWords(passed(i) ? 'runLine.gatePassed' : 'runLine.gate', { run: i + 1 })}
    />
  );
}

interface RunCellProps extends StateProps {
  readonly i: number;
  readonly picWidth: number;
  readonly stamp: PrintDesk['stamp'];
  readonly fill: readonly Fill[] | undefined;
  /** Its picture as it came with the page, until it is painted here. */
  readonly came: string;
  /** Of the picture, as CSS writes an aspect ratio. */
  readonly shape: string;
  /** Why it is as it is, as it was noted last. */
  readonly why: string | undefined;
  /** Colours of its inks, one after another. */
  readonly hexes: string;
  readonly selected: boolean;
  readonly onSelect: (run: number) => void;
}

/** Drawn again only when something of its own run is otherwise. */
const RunCell = memo(function RunCell({
  i,
  picWidth,
  stamp,
  fill,
  came,
  shape,
  hexes,
  selected,
  why,
  onSelect,
  ...words
}: RunCellProps) {
  const cell = useRef<HTMLButtonElement>(null);
  // a long line runs out of the window: whoever steps along it is followed
  useEffect(() => {
    if (selected) void cell.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [selected]);
  return (
    <button
      ref={cell}
      type="button"
      className={css.cell}
      data-testid="run-cell"
      aria-current={selected}
      onClick={() => onSelect(i + 1)}
    >
      <span className={css.pic} style={{ width: picWidth }}>
        {stamp && fill ? (
          <Thumb coverage={stamp} fills={fill} label={frameWords('runLine.after', { run: i + 1 })} />
        ) : (
          <img src={came} alt="" className={clsx(kit.block, css.noPicture)} style={{ aspectRatio: shape }} />
        )}
      </span>
      <span className={kit.shrinks}>
        <span className={css.n}>
          {hexes.split(' ').map((background, k) => (
            <span key={k} className={clsx(kit.swatch, kit.tiny)} style={{ background }} />
          ))}
          {i + 1}
          {why !== undefined && (
            <span className={css.why} title={why}>
              <span aria-hidden>✎</span>
              <span className={kit.visuallyHidden}>{frameWords('runLine.why', { why })}</span>
            </span>
          )}
        </span>
        <StateWords {...words} />
      </span>
    </button>
  );
});

interface PaperCellProps {
  readonly picSize: { width: number };
  readonly widthMm: number;
  readonly heightMm: number;
  readonly started: { readonly counted: number; readonly tests: number } | undefined;
}

function PaperCell({ picSize, widthMm, heightMm, started }: PaperCellProps) {
  const { selectedRun, selectRun, plan } = usePrintDesk('selectedRun', 'selectRun', 'plan');
  return (
    <button
      type="button"
      className={clsx(css.cell, css.paper)}
      data-testid="run-cell"
      aria-current={selectedRun === 0}
      onClick={() => selectRun(0)}
    >
      <span
        className={clsx(css.pic, css.barePaper)}
        style={{
          ...picSize,
          background: hexFromLabD50(plan.paper.labD50),
          aspectRatio: `${widthMm} / ${heightMm}`,
        }}
      />
      <span>
        <span className={css.n}>{frameWords('runLine.paper')}</span>
        <span className={css.state}>
          {started ? (
            <>
              {frameWords('runLine.sheets', { sheets: started.counted + started.tests })}
              <br />
              {frameWords('runLine.started')}
            </>
          ) : (
            plan.paper.name
          )}
        </span>
      </span>
    </button>
  );
}

interface StateProps {
  /** Names of its inks. */
  readonly inks: string;
  readonly now: Progress['runs'][number];
  /** Films are laid while the one below is open: none of them dries in between. */
  readonly open: boolean;
  /** How far the run after it is; none after the last. */
  readonly next: RunPhase | undefined;
}

function StateWords({ inks, now: { phase, tally, sheetsInRun, dryFrom, dryBy }, open, next }: StateProps) {
  if (phase === 'planned' || phase === 'cut')
    return (
      <span className={css.state} title={inks}>
        <strong>{frameWords(`runLine.phase.${phase}`)}</strong>
        {inks}
      </span>
    );
  if (phase === 'printing') {
    const pulled = tally.pulled.filter((p) => !p.sheet.startsWith('T')).length;
    return (
      <span className={css.state}>
        <strong className={css.printing}>{frameWords('runLine.printing', { pulled, of: sheetsInRun })}</strong>
        {frameWords('runLine.alive', { sheets: tally.aliveCounted })}
      </span>
    );
  }
  const last = next === undefined;
  const drying = dryFrom && dryBy && (last || next === 'planned' || next === 'cut') && Date.parse(dryBy) > Date.now();
  if (drying) {
    const dry = frameWords('runLine.dry', { day: betweenDays(dryFrom, dryBy) }),
      sheets = frameWords('runLine.sheets', { sheets: tally.good + tally.usable });
    return (
      <span className={css.state} title={`${dry}, ${sheets}`} suppressHydrationWarning>
        <strong className={css.drying} suppressHydrationWarning>
          {dry}
        </strong>
        {sheets}
      </span>
    );
  }
  const state = frameWords(last ? 'runLine.done' : 'runLine.cutPrinted'),
    sheets = frameWords(last || open ? 'runLine.sheets' : 'runLine.sheetsDry', { sheets: tally.good + tally.usable });
  return (
    <span className={css.state} title={`${state}, ${sheets}`}>
      <strong>{state}</strong>
      {sheets}
    </span>
  );
}
