'use client';
import { perLanguage } from '@/words/language';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, type KeyboardEvent } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { blockNamesOf, inkingsOf, inkOf, movesOfRuns, runsOfCut, type Mark } from '@/derived';
import type { Block, Plan } from '@/model';
import { listOf } from '@/words/phrases';
import { weaveWords } from '@/words/weave';
import { kit } from '@/ui/kit/styles';
import { TOKENS } from '@/ui/theme/tokens';
import { useKeyNotes, type KeyNote } from '../../kit/keys';
import { usePrintDesk } from '../../kit/printContext';
import { Crossing } from './Crossing';
import type { WeaveActs } from './useWeave';
import css from './Weave.module.css';

/** A crossing, or the head of a run: label −1. */
export interface Spot {
  readonly run: number;
  readonly label: number;
}
export const HEAD = -1;

const keysSaid = perLanguage((): readonly KeyNote[] => [
  { keys: '← → ↑ ↓', what: weaveWords('keys.move') },
  { keys: '↵', what: weaveWords('keys.print') },
  { keys: 'N', what: weaveWords('keys.uninked') },
  { keys: 'M', what: weaveWords('keys.mask') },
  { keys: 'W', what: weaveWords('keys.wipe') },
  { keys: 'J', what: weaveWords('keys.join') },
  { keys: 'A', what: weaveWords('keys.again') },
]);
const KEPT_OUT = { n: 'not inked', m: 'mask', w: 'wipe' } as const;

interface Props {
  readonly acts: WeaveActs;
  readonly spot: Spot;
  readonly onSpot: (spot: Spot) => void;
  readonly onJoin: (run: number) => void;
  readonly onAgain: (run: number) => void;
}

/** Runs as upright threads in their inks, colours of the picture as level ones; each crossing a mark, blocks as bands above. */
export function WeaveGrid({ acts, spot, onSpot, onJoin, onAgain }: Props) {
  const { plan } = usePrintDesk('plan');
  const grid = useRef<HTMLDivElement>(null);
  const held = useRef(false);
  useKeyNotes(keysSaid());
  // the focus goes along with the crossing, not when the grid is only drawn anew
  useEffect(() => {
    if (held.current) grid.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus();
  }, [spot]);
  const { runs } = plan,
    colours = plan.flat!.colours;
  const go = (run: number, label: number) => {
    held.current = true;
    onSpot({
      run: Math.max(0, Math.min(runs.length - 1, run)),
      label: Math.max(HEAD, Math.min(colours.length - 1, label)),
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { run, label } = spot;
    const key = event.key.toLowerCase();
    const act: (() => void) | undefined = {
      arrowleft: () => go(run - 1, label),
      arrowright: () => go(run + 1, label),
      arrowup: () => go(run, label - 1),
      arrowdown: () => go(run, label + 1),
      home: () => go(0, label),
      end: () => go(runs.length - 1, label),
      j: () => run + 1 < runs.length && onJoin(run),
      a: () => onAgain(run),
      ...(label !== HEAD && { ' ': () => acts.toggle(run, label), enter: () => acts.toggle(run, label) }),
    }[key];
    const out = KEPT_OUT[key as keyof typeof KEPT_OUT];
    if (!act && (!out || label === HEAD)) return;
    event.preventDefault();
    event.stopPropagation();
    if (act) act();
    else acts.give(run, label, out);
  };
  return (
    <div
      ref={grid}
      className={css.weave}
      role="grid"
      aria-label={weaveWords('weave.grid')}
      data-arrows
      style={{
        gridTemplateColumns: `minmax(7.5rem, 10rem) repeat(${runs.length}, minmax(3rem, 5rem)) minmax(7rem, 1fr)`,
      }}
      onKeyDown={onKeyDown}
    >
      <Heads spot={spot} onSpot={go} />
      <Lanes />
      {colours.map((colour, label) => (
        <Row key={colour.id} label={label} acts={acts} spot={spot} onSpot={go} />
      ))}
      <Moves />
    </div>
  );
}

interface Choosing {
  readonly spot: Spot;
  readonly onSpot: (run: number, label: number) => void;
}

function Heads({ spot, onSpot }: Choosing) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  return (
    <div role="row" className={css.row}>
      <span role="columnheader" className={css.corner}>
        {weaveWords('weave.colour')}
      </span>
      {plan.runs.map((run, r) => {
        const here = spot.run === r && spot.label === HEAD;
        const closed = r < progress.closedRuns;
        return (
          <span key={run.id} role="columnheader" className={css.headCell}>
            <button
              type="button"
              tabIndex={here ? 0 : -1}
              aria-current={here || undefined}
              className={clsx(css.head, spot.run === r && css.inColumn, here && css.here, closed && css.closed)}
              onClick={() => onSpot(r, HEAD)}
            >
              <span className={kit.visuallyHidden}>{weaveWords('weave.run')} </span>
              <strong>{r + 1}</strong>
              {inkingsOf(run).map((inking) => (
                <span key={inking.id} className={css.ink}>
                  {inkOf(plan, inking).name}
                </span>
              ))}
              <span className={kit.visuallyHidden}>
                {weaveWords('weave.runFrom', {
                  blocks: blockNamesOf(plan, run) || weaveWords('weave.noBlock'),
                  closed: String(closed),
                })}
              </span>
            </button>
          </span>
        );
      })}
      <span role="columnheader" className={css.corner}>
        {weaveWords('weave.comesOut')}
      </span>
    </div>
  );
}

/** A band for each block: where its runs are, and where it is cut on before one. */
function Lanes() {
  const { plan } = usePrintDesk('plan');
  return plan.blocks.map((block) => <Lane key={block.id} plan={plan} block={block} />);
}

function Lane({ plan, block }: { plan: Plan; block: Block }) {
  const first = new Map(
    block.sides.flatMap((side) =>
      side.cuts.flatMap((cut) => {
        const run = runsOfCut(plan, cut.id)[0];
        return run === undefined ? [] : [[run, cut] as const];
      }),
    ),
  );
  const cutIds = new Set<string | null>(block.sides.flatMap(({ cuts }) => cuts.map((cut) => cut.id)));
  const mine = plan.runs.flatMap(({ formes }, r) => (formes.some(({ cutId }) => cutIds.has(cutId)) ? [r] : []));
  const said = weaveWords('weave.laneOf', {
    block: block.name,
    runs: mine.length,
    list: listOf(mine.map((r) => String(r + 1))),
  });
  return (
    <div role="row" className={css.row}>
      <span role="rowheader" className={css.laneName} aria-label={said} title={said}>
        {block.name}
      </span>
      {plan.runs.map((run, r) => (
        <span
          key={run.id}
          role="gridcell"
          className={clsx(
            css.lane,
            mine.includes(r) && css.band,
            r > (mine[0] ?? Infinity) && r < (mine.at(-1) ?? 0) && !mine.includes(r) && css.between,
          )}
        >
          {first.has(r) && <i className={css.gouge} title={weaveWords('weave.cutBefore', { run: r + 1 })} />}
        </span>
      ))}
      <span role="gridcell" />
    </div>
  );
}

function Row({ label, acts, ...choosing }: Choosing & { readonly label: number; readonly acts: WeaveActs }) {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const colour = plan.flat!.colours[label];
  const wanted = hexFromLabD50(colour.wantedLabD50),
    out = hexFromLabD50(looks!.looks.at(-1)![label]);
  const off = looks!.agreement.deltaE[label];
  const bare = colour.id === plan.flat!.barePaperId;
  return (
    <div role="row" className={css.row}>
      <span role="rowheader" className={css.colour}>
        <i className={kit.swatch} style={{ background: wanted }} aria-hidden />
        <span className={kit.clipped} title={colour.name}>
          {colour.name}
        </span>
      </span>
      {plan.runs.map((run, r) => (
        <Cell
          key={run.id}
          {...choosing}
          run={r}
          label={label}
          mark={acts.marks[r][label]}
          wanted={wanted}
          onToggle={() => acts.toggle(r, label)}
        />
      ))}
      <span role="gridcell" className={css.out}>
        <span className={kit.visuallyHidden}>{weaveWords('weave.offOf', { colour: colour.name })}</span>
        <i className={clsx(kit.swatch, css.result)} style={{ background: out }} aria-hidden />
        <span className={clsx(kit.num, off >= 3 && kit.madder)}>
          {bare && off < 0.05 ? weaveWords('weave.bare') : weaveWords('weave.off', { off })}
        </span>
      </span>
    </div>
  );
}

interface CellProps extends Choosing {
  readonly run: number;
  readonly label: number;
  readonly mark: Mark;
  readonly wanted: string;
  readonly onToggle: () => void;
}

function Cell({ run, label, mark, wanted, spot, onSpot, onToggle }: CellProps) {
  const { plan, looks, progress } = usePrintDesk('plan', 'looks', 'progress');
  const laid = inkingsOf(plan.runs[run]);
  const inks = laid.map((inking) => hexFromLabD50(inkOf(plan, inking).solidLabD50)).join(' ');
  const here = spot.run === run && spot.label === label;
  const press = () => {
    onSpot(run, label);
    // a first touch points at the crossing, the next one changes it
    if (here) onToggle();
  };
  return (
    <button
      type="button"
      role="gridcell"
      tabIndex={here ? 0 : -1}
      aria-selected={here}
      aria-label={weaveWords('weave.crossing', {
        colour: plan.flat!.colours[label].name,
        run: run + 1,
        mark: weaveWords(`mark.${mark.kind}`),
      })}
      className={clsx(
        css.cell,
        spot.run === run && css.inColumn,
        spot.label === label && css.inRow,
        here && css.here,
        run < progress.closedRuns && css.closed,
      )}
      onClick={press}
    >
      <Crossing
        inks={inks}
        at={Math.max(
          0,
          laid.findIndex((inking) => inking.id === mark.inkingId),
        )}
        wanted={wanted}
        kind={mark.kind}
        seen={hexFromLabD50(looks!.looks[run + 1][label])}
      />
    </button>
  );
}

/** How much each run moves the whole look: which of them decides the picture. */
function Moves() {
  const { looks, sheet, plan } = usePrintDesk('looks', 'sheet', 'plan');
  const moves = useMemo(() => movesOfRuns(looks!, sheet.share), [looks, sheet]);
  const most = Math.max(1, ...moves);
  return (
    <div role="row" className={css.row}>
      <span role="rowheader" className={css.laneName}>
        {weaveWords('weave.moves')}
      </span>
      {plan.runs.map((run, r) => (
        <span
          key={run.id}
          role="gridcell"
          className={css.move}
          aria-label={weaveWords('weave.movesHow', { run: r + 1, move: moves[r] ?? 0 })}
        >
          <i style={{ height: `${Math.round((28 * (moves[r] ?? 0)) / most)}px` }} aria-hidden />
          <span className={kit.num}>{weaveWords('weave.off', { off: moves[r] ?? 0 })}</span>
        </span>
      ))}
      <span role="gridcell" />
    </div>
  );
}

/** What the marks mean, in their order. */
export function Legend() {
  const kinds = ['printed', 'covered', 'not inked', 'mask', 'wipe', 'cleared'] as const;
  return (
    <p className={clsx(kit.note, css.legend)} aria-label={weaveWords('weave.legend')}>
      {kinds.map((kind) => (
        <span key={kind} className={css.meaning}>
          <span className={css.sample}>
            <Crossing inks={TOKENS.slate} at={0} wanted={TOKENS.hairline} kind={kind} seen={TOKENS.edge} />
          </span>
          {weaveWords(`mark.${kind}`)}
        </span>
      ))}
    </p>
  );
}
