'use client';
import { Fragment, memo, useMemo } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import type { RunPhase } from '@/model';
import { inkingsOf, inkNamesOf, inkOf, sideOfCut, usesOneSide, type Progress } from '@/derived';
import { wordOfLab } from './colours';
import { usePrintDesk, type PrintDesk } from './printContext';
import { Thumb } from './Thumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RunLine.module.css';

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
  const fills = useMemo(() => looks?.looks.map((after) => after.map(wordOfLab)), [looks]);
  const started = progress.bench.started;
  const { widthMm = 4, heightMm = 3 } = plan.picture ?? {};
  const picWidth = Math.min(PIC_PX.width, (PIC_PX.height * widthMm) / heightMm);
  const gated = (i: number) =>
    usesOneSide(plan) || runs[i].formes.some(({ cutId }) => (sideOfCut(plan, cutId)?.cuts.length ?? 1) > 1);
  const passed = (i: number) => progress.runs[i].cut || progress.runs[i].cutOn;
  return (
    <nav className={css.runline} aria-label="Run line">
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
            hexes={inkingsOf(run)
              .map((inking) => hexFromLabD50(inkOf(plan, inking).solidLabD50))
              .join(' ')}
            now={progress.runs[i]}
            next={progress.runs[i + 1]?.phase}
            selected={selectedRun === i + 1}
            onSelect={selectRun}
          />
        </Fragment>
      ))}
      {runs.length === 0 && (
        <span className={clsx(kit.note, css.nothingYet)}>The runs stand here once the picture is flattened.</span>
      )}
    </nav>
  );
}

function Gate({ passed, i }: { passed: (i: number) => boolean; i: number }) {
  return (
    <span
      className={clsx(css.gate, passed(i) && css.passed)}
      role="img"
      aria-label={
        passed(i) ? `Gate passed: cut for run ${i + 1} is done` : `Gate: the cut for run ${i + 1} cannot be undone`
      }
    />
  );
}

interface RunCellProps extends StateProps {
  readonly i: number;
  readonly picWidth: number;
  readonly stamp: PrintDesk['stamp'];
  readonly fill: readonly number[] | undefined;
  /** Its picture as it came with the page, until it is painted here. */
  readonly came: string;
  /** Of the picture, as CSS writes an aspect ratio. */
  readonly shape: string;
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
  onSelect,
  ...words
}: RunCellProps) {
  return (
    <button
      type="button"
      className={css.cell}
      data-testid="run-cell"
      aria-current={selected}
      onClick={() => onSelect(i + 1)}
    >
      <span className={css.pic} style={{ width: picWidth }}>
        {stamp && fill ? (
          <Thumb coverage={stamp} fills={fill} label={`The sheet after run ${i + 1}`} />
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
        <span className={css.n}>Paper</span>
        <span className={css.state}>
          {started ? (
            <>
              {started.counted + started.tests} sheets
              <br />
              started
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
  /** How far the run after it is; none after the last. */
  readonly next: RunPhase | undefined;
}

function StateWords({ inks, now: { phase, tally, sheetsInRun, dryAt }, next }: StateProps) {
  if (phase === 'planned' || phase === 'cut')
    return (
      <span className={css.state} title={inks}>
        <strong>{phase}</strong>
        {inks}
      </span>
    );
  if (phase === 'printing') {
    const pulled = tally.pulled.filter((p) => !p.sheet.startsWith('T')).length;
    return (
      <span className={css.state}>
        <strong className={css.printing}>
          printing {pulled}/{sheetsInRun}
        </strong>
        {tally.aliveCounted} alive
      </span>
    );
  }
  const last = next === undefined;
  const drying = dryAt && (last || next === 'planned' || next === 'cut') && Date.parse(dryAt) > Date.now();
  if (drying)
    return (
      <span className={css.state}>
        <strong className={css.drying} suppressHydrationWarning>
          dry {new Date(dryAt).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })}
        </strong>
        {tally.good + tally.usable} sheets
      </span>
    );
  return (
    <span className={css.state}>
      <strong>{last ? 'done' : 'cut, printed'}</strong>
      {tally.good + tally.usable} sheets{last ? '' : ', dry'}
    </span>
  );
}
