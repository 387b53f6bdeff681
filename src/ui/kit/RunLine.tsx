'use client';
import { Fragment, useMemo } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { type Run } from '@/model';
import { inkingsOf, inkNamesOf, inkOf, sideOfCut, usesOneSide } from '@/derived';
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
  const desk = usePrintDesk();
  const { state, progress, looks } = desk;
  const { runs } = state.plan;
  const fills = useMemo(() => looks?.looks.map((after) => after.map(wordOfLab)), [looks]);
  const started = progress.bench.started;
  const { widthMm = 4, heightMm = 3 } = state.plan.picture ?? {};
  const picSize = { width: Math.min(PIC_PX.width, (PIC_PX.height * widthMm) / heightMm) };
  const gated = (i: number) =>
    usesOneSide(state.plan) || runs[i].formes.some(({ cutId }) => (sideOfCut(state.plan, cutId)?.cuts.length ?? 1) > 1);
  const passed = (i: number) => progress.runs[i].cut || progress.runs[i].cutOn;
  return (
    <nav className={css.runline} aria-label="Run line">
      <PaperCell picSize={picSize} widthMm={widthMm} heightMm={heightMm} started={started} />
      {runs.map((run, i) => (
        <Fragment key={run.id}>
          {gated(i) ? <Gate passed={passed} i={i} /> : <span className={clsx(css.gate, css.none)} aria-hidden />}
          <RunCell i={i} picSize={picSize} fills={fills} run={run} />
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

interface RunCellProps {
  readonly i: number;
  readonly picSize: { width: number };
  readonly fills: number[][] | undefined;
  readonly run: Run;
}

function RunCell({ i, picSize, fills, run }: RunCellProps) {
  const desk = usePrintDesk();
  const { selectedRun, selectRun, stamp, state } = desk;
  return (
    <button
      type="button"
      className={css.cell}
      data-testid="run-cell"
      aria-current={selectedRun === i + 1}
      onClick={() => selectRun(i + 1)}
    >
      <span className={css.pic} style={picSize}>
        {stamp && fills?.[i + 1] ? (
          <Thumb coverage={stamp} fills={fills[i + 1]} label={`The sheet after run ${i + 1}`} />
        ) : (
          <span className={clsx(kit.block, css.noPicture)} />
        )}
      </span>
      <span className={kit.shrinks}>
        <span className={css.n}>
          {inkingsOf(run).map((inking) => (
            <span
              key={inking.id}
              className={clsx(kit.swatch, kit.tiny)}
              style={{ background: hexFromLabD50(inkOf(state.plan, inking).solidLabD50) }}
            />
          ))}
          {i + 1}
        </span>
        <StateWords desk={desk} index={i} />
      </span>
    </button>
  );
}

interface PaperCellProps {
  readonly picSize: { width: number };
  readonly widthMm: number;
  readonly heightMm: number;
  readonly started: { readonly counted: number; readonly tests: number } | undefined;
}

function PaperCell({ picSize, widthMm, heightMm, started }: PaperCellProps) {
  const { selectedRun, selectRun, state } = usePrintDesk();
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
          background: hexFromLabD50(state.plan.paper.labD50),
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
            state.plan.paper.name
          )}
        </span>
      </span>
    </button>
  );
}

function StateWords({ desk, index }: { desk: PrintDesk; index: number }) {
  const { progress, state } = desk;
  const { phase, tally, sheetsInRun, dryAt } = progress.runs[index];
  const ink = inkNamesOf(state.plan, state.plan.runs[index]);
  if (phase === 'planned')
    return (
      <span className={css.state} title={ink}>
        <strong>planned</strong>
        {ink}
      </span>
    );
  if (phase === 'cut')
    return (
      <span className={css.state} title={ink}>
        <strong>cut</strong>
        {ink}
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
  const last = index === progress.runs.length - 1;
  const next = progress.runs[index + 1]?.phase;
  const drying =
    dryAt && (next === undefined || next === 'planned' || next === 'cut') && Date.parse(dryAt) > Date.now();
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
