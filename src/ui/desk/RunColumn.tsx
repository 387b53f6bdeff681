'use client';
import { type DraggableAttributes } from '@dnd-kit/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS, type Transform } from '@dnd-kit/utilities';
import { useMemo, type JSX } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { type Run, type Plan } from '@/model';
import {
  inkingsOf,
  blockNamesOf,
  cutStateOfRun,
  inkNamesOf,
  fillsAfter,
  filmFills,
  inksOfRun,
  labelStateOfRun,
  inkNeedOfRun,
  movesOfRuns,
} from '@/derived';
import { BLOCK_WORDS } from '../kit/colours';
import { type SamplePoint } from '../kit/CoreSample';
import { usePrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import { openWarnings, wordsForWarning } from './watchWords';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RunsView.module.css';
import { labelOfCell, type Fill, type LabelCoverage } from '@/core/geometry';
import type { PrintPart } from '@/core/layers';
import type { SyntheticListenerMap } from '@dnd-kit/core/dist/hooks/utilities';
import { frameWords } from '@/words/frame';
import { runsWords } from '@/words/runs';
import { gramsInWords, quantity } from '@/words/quantities';

/** A dragged column moves along its row only. */
const movedAcross = (transform: Transform | null) => CSS.Translate.toString(transform && { ...transform, y: 0 });

interface ColumnProps {
  readonly run: Run;
  readonly index: number;
  readonly sheets: number;
  readonly onPoint: (point: SamplePoint | undefined) => void;
  readonly onMove: (by: number) => void;
  readonly onLarge: () => void;
}

export function Column({ run, index, sheets, onPoint, onMove, onLarge }: ColumnProps) {
  const desk = usePrintDesk('plan', 'progress', 'coverage', 'selectedRun', 'sheet');
  const { plan, progress, coverage, selectedRun } = desk;
  const closed = index < progress.closedRuns;
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({
    id: run.id,
    disabled: closed,
    attributes: { roleDescription: frameWords('carry.is') },
  });
  const names = inkNamesOf(plan, run);
  const parts = desk.sheet.parts;
  const { look, film, blockFills, blockStrokes } = useColumnFills(run, index);
  const block = plan.blocks.length > 1 ? blockNamesOf(plan, run) : undefined;
  const on = selectedRun === index + 1;
  const pointAt = pointing(plan, coverage, onPoint, parts);
  const blank = (
    <span
      className={clsx(kit.block, css.blank)}
      style={plan.picture ? { aspectRatio: `${plan.picture.widthMm} / ${plan.picture.heightMm}` } : undefined}
    />
  );
  return (
    <section
      ref={setNodeRef}
      className={clsx(css.col, css.column)}
      style={{
        transform: movedAcross(transform),
        transition: transition ?? undefined,
      }}
      aria-label={runsWords('runColumn.run', { index: index + 1, names })}
    >
      <ColumnHead
        on={on}
        index={index}
        closed={closed}
        onMove={onMove}
        attributes={attributes}
        listeners={listeners}
        names={names}
        run={run}
      />
      <LookCell onLarge={onLarge} pointAt={pointAt} index={index} look={look} blank={blank} />
      <div className={css.thumb} onPointerMove={pointAt}>
        {coverage ? (
          <Thumb
            coverage={coverage}
            fills={film}
            label={runsWords('runColumn.whatRunLaysDown', { index: index + 1 })}
          />
        ) : (
          blank
        )}
      </div>
      <CutCell blockFills={blockFills} blockStrokes={blockStrokes} block={block} index={index} blank={blank} />
      <Figures run={run} index={index} sheets={sheets} />
    </section>
  );
}

/** The colours of a column's small pictures, part by part: look, film, and the block before it is cut. */
function useColumnFills(run: Run, index: number) {
  const { plan, looks, sheet } = usePrintDesk('plan', 'looks', 'sheet');
  const { parts } = sheet;
  const cut = labelStateOfRun(plan, run, sheet);
  const look = useKept(fillsAfter(looks!, index + 1));
  const film = useKept(filmFills(plan, sheet, run));
  const blockFills = useKept(
    parts.map((_, p) =>
      cut.standing.includes(p)
        ? BLOCK_WORDS.standing
        : cut.cutNow.includes(p)
          ? BLOCK_WORDS.cutFill
          : BLOCK_WORDS.cleared,
    ),
  );
  const blockStrokes = useKept(parts.map((_, p) => (cut.cutNow.includes(p) ? BLOCK_WORDS.cutStroke : blockFills[p])));
  return { look, film, blockFills, blockStrokes };
}

interface CutCellProps {
  readonly blockFills: readonly Fill[];
  readonly blockStrokes: readonly Fill[];
  readonly block: string | undefined;
  readonly index: number;
  readonly blank: JSX.Element;
}

function CutCell({ blockFills, blockStrokes, block, index, blank }: CutCellProps) {
  const { coverage } = usePrintDesk('coverage');
  return (
    <div className={css.thumb}>
      {coverage ? (
        <Thumb
          coverage={coverage}
          fills={blockFills}
          strokes={blockStrokes}
          mirrored
          label={runsWords('runColumn.beforeRunMirroredHatched', {
            block: block ?? runsWords('runColumn.theBlock'),
            index: index + 1,
          })}
        />
      ) : (
        blank
      )}
    </div>
  );
}

interface LookCellProps {
  readonly onLarge: () => void;
  readonly pointAt: (e: React.PointerEvent) => void;
  readonly index: number;
  readonly look: readonly Fill[];
  readonly blank: JSX.Element;
}

function LookCell({ onLarge, pointAt, index, look, blank }: LookCellProps) {
  const { coverage } = usePrintDesk('coverage');
  return (
    <div className={css.thumb}>
      <button
        type="button"
        className={clsx(kit.bare, kit.fullWidth, css.zoomsIn)}

        onClick={onLarge}
        onPointerMove={pointAt}
        aria-label={runsWords('runColumn.lookCloselyAtThe', { index: index + 1 })}
      >
        {coverage ? (
          <Thumb
            coverage={coverage}
            fills={look}
            label={runsWords('runColumn.theSheetAfterRun', { index: index + 1 })}
          />
        ) : (
          blank
        )}
      </button>
    </div>
  );
}

/** The part under the pointer, from a small picture. */
function pointing(
  plan: Plan,
  coverage: LabelCoverage | undefined,
  onPoint: (point: SamplePoint | undefined) => void,
  parts: readonly PrintPart[],
) {
  const pointAt = (e: React.PointerEvent) => {
    const { picture } = plan;
    if (!coverage || !picture) return;
    const bounds = e.currentTarget.getBoundingClientRect();
    const u = (e.clientX - bounds.left) / bounds.width,
      v = (e.clientY - bounds.top) / bounds.height;
    const cell =
      Math.min(coverage.height - 1, Math.floor(v * coverage.height)) * coverage.width +
      Math.min(coverage.width - 1, Math.floor(u * coverage.width));
    const part = labelOfCell(coverage, cell);
    onPoint({ label: parts[part]?.label ?? 0, part, xMm: u * picture.widthMm, yMm: v * picture.heightMm });
  };
  return pointAt;
}

interface ColumnHeadProps {
  readonly on: boolean;
  readonly index: number;
  readonly closed: boolean;
  readonly onMove: (by: number) => void;
  readonly attributes: DraggableAttributes;
  readonly listeners: SyntheticListenerMap | undefined;
  readonly names: string;
  readonly run: Run;
}

function ColumnHead({ on, index, closed, onMove, attributes, listeners, names, run }: ColumnHeadProps) {
  const { selectRun, plan } = usePrintDesk('selectRun', 'plan');
  return (
    <div className={clsx(css.colhead, on && css.on)} onClick={() => selectRun(index + 1)}>
      <div className={css.top1}>
        <h2>
          <button type="button" className={kit.bare} onClick={() => selectRun(index + 1)}>
            {runsWords('runColumn.run2', { index: index + 1 })}
          </button>
        </h2>
        {closed ? (
          <span className={kit.quiet}>{runsWords('runColumn.closed')}</span>
        ) : (
          <MoveActs index={index} onMove={onMove} attributes={attributes} listeners={listeners} />
        )}
      </div>
      <p className={kit.clipped} title={names}>
        {inksOfRun(plan, run).map((ink) => (
          <span
            key={ink.id}
            className={clsx(kit.swatch, css.inkSwatch)}
            style={{ background: hexFromLabD50(ink.solidLabD50) }}
            aria-hidden
          />
        ))}{' '}
        {names}
      </p>
    </div>
  );
}

interface MoveActsProps {
  readonly index: number;
  readonly onMove: (by: number) => void;
  readonly attributes: DraggableAttributes;
  readonly listeners: SyntheticListenerMap | undefined;
}

function MoveActs({ index, onMove, attributes, listeners }: MoveActsProps) {
  const { progress, plan } = usePrintDesk('progress', 'plan');
  return (
    <span className={kit.num}>
      <button
        type="button"
        className={kit.grip}
        aria-label={runsWords('runColumn.moveRunEarlier', { index: index + 1 })}
        disabled={index - 1 < progress.closedRuns}
        onClick={(e) => {
          e.stopPropagation();
          onMove(-1);
        }}
      >
        ‹
      </button>
      <button
        type="button"
        className={kit.grip}
        {...attributes}
        {...listeners}
        aria-label={runsWords('runColumn.moveRunToAnother', { index: index + 1 })}
      >
        {runsWords('runColumn.move')}
      </button>
      <button
        type="button"
        className={kit.grip}
        aria-label={runsWords('runColumn.moveRunLater', { index: index + 1 })}
        disabled={index === plan.runs.length - 1}
        onClick={(e) => {
          e.stopPropagation();
          onMove(1);
        }}
      >
        ›
      </button>
    </span>
  );
}

/** The same array as long as its content is the same: pictures that did not change are not painted again. */
function useKept(words: readonly Fill[]): readonly Fill[] {
  const key = JSON.stringify(words);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key is the content
  return useMemo(() => words, [key]);
}

function Figures({ run, index, sheets }: { run: Run; index: number; sheets: number }) {
  const { plan, looks, unit, progress, sheet } = usePrintDesk('plan', 'looks', 'unit', 'progress', 'sheet');
  const flat = plan.flat!;
  const areaCm2 = (plan.picture!.widthMm * plan.picture!.heightMm) / 100;
  const shareOf = (part: readonly string[]) =>
    part.reduce((sum, id) => sum + flat.colours.find((c) => c.id === id)!.areaShare, 0);
  const { standing, cutNow } = cutStateOfRun(plan, run);
  const { grams } = inkNeedOfRun(plan, sheet, run, sheets);
  const labels = inkingsOf(run).map(({ colourId }) => flat.colours.findIndex((c) => c.id === colourId));
  const moves = useMemo(() => movesOfRuns(looks!, sheet.share), [looks, sheet]);
  const off = Math.max(...labels.map((label) => looks!.agreement.deltaE[label]));
  const below = Math.max(...labels.map((label) => looks!.stacks[label].findIndex((e) => e.run === index)));
  const short = openWarnings(looks!.warnings, progress.closedRuns)
    .map((w) => wordsForWarning(w, unit))
    .filter((w) => w.run === index && w.short);
  return (
    <dl className={kit.figures}>
      {plan.blocks.length > 1 && (
        <>
          <dt>{runsWords('runColumn.printsFrom')}</dt>
          <dd>{blockNamesOf(plan, run)}</dd>
        </>
      )}
      <dt>{runsWords('runColumn.stands')}</dt>
      <dd>{runsWords('runColumn.cm', { share: shareOf(standing) * areaCm2 })}</dd>
      <dd className={kit.quiet}>{quantity('percent', 100 * shareOf(standing))}</dd>
      <dt>{runsWords('runColumn.cutNow')}</dt>
      <dd>{runsWords('runColumn.cm', { share: shareOf(cutNow) * areaCm2 })}</dd>
      <dt>{runsWords('runColumn.ink')}</dt>
      <dd title={runsWords('runColumn.forSheetsStartValues', { sheets })}>{gramsInWords(grams)}</dd>
      <dt>{runsWords('runColumn.offWanted')}</dt>
      <dd className={clsx(off >= 3 && kit.madder)}>{runsWords('runColumn.e', { off })}</dd>
      <dt title={runsWords('runColumn.movesHow')}>{runsWords('runColumn.moves')}</dt>
      <dd>{runsWords('runColumn.e', { off: moves[index] })}</dd>
      <dt>{runsWords('runColumn.filmsBelow')}</dt>
      <dd>{Math.max(0, below)}</dd>
      {short.map((w, i) => (
        <dd key={i} className={clsx(kit.whole, kit.madder, kit.atLeft)}>
          {w.short}
        </dd>
      ))}
    </dl>
  );
}
