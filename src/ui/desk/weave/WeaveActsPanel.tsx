'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState, type ReactNode } from 'react';
import { alsoPrints, blocksOfRun, inkingsOf, inkNamesOf, inkOf, printedIds } from '@/derived';
import type { Plan, PlanEdit, Run } from '@/model';
import { hindranceInWords } from '@/words/hindrances';
import { listOf } from '@/words/phrases';
import { weaveWords } from '@/words/weave';
import { Choice } from '@/ui/kit/Choice';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { inkFor } from '../newBlock';
import { freshName, HOWS, type How, type WeaveActs } from './useWeave';
import { HEAD, type Spot } from './WeaveGrid';
import css from './Weave.module.css';

interface Props {
  readonly acts: WeaveActs;
  readonly spot: Spot;
}

/** All that can be done where one stands in the weave: with the colour in this run, and with the run. */
export function WeaveActsPanel({ acts, spot }: Props) {
  const { plan } = usePrintDesk('plan');
  return (
    <div className={css.acts}>
      {spot.label !== HEAD && <ColourActs acts={acts} spot={spot} />}
      <RunActs key={plan.runs[spot.run].id} acts={acts} spot={spot} />
    </div>
  );
}

/** An act with why it cannot be done, where it cannot. */
function Act({
  edit,
  acts,
  pressed,
  children,
}: {
  edit: PlanEdit;
  acts: WeaveActs;
  pressed?: boolean;
  children: ReactNode;
}) {
  const why = acts.hinders(edit);
  return (
    <Button
      disabled={Boolean(why)}
      aria-pressed={pressed}
      title={why && hindranceInWords(why)}
      onClick={() => acts.touch(edit)}
    >
      {children}
    </Button>
  );
}

const HOW_OF_MARK: Partial<Record<string, How>> = { printed: 'printed', covered: 'printed', cleared: 'cut away' };

function ColourActs({ acts, spot: { run, label } }: Props) {
  const { plan } = usePrintDesk('plan');
  const mark = acts.marks[run][label];
  const [chosen, setChosen] = useState<string>();
  const laid = inkingsOf(plan.runs[run]);
  const inkingId = laid.some(({ id }) => id === chosen) ? chosen! : mark.inkingId;
  const colour = plan.flat!.colours[label];
  const now = HOW_OF_MARK[mark.kind] ?? (mark.kind as How);
  const editOf = (how: How): PlanEdit => ({
    kind: 'colours-given',
    runId: plan.runs[run].id,
    inkingId,
    colourIds: [colour.id],
    how,
  });
  const why = HOWS.filter((how) => how !== now).flatMap((how) => acts.hinders(editOf(how)) ?? [])[0];
  const also = alsoPrints(plan, plan.runs[run].id, inkingId, colour.id);
  return (
    <section aria-label={weaveWords('act.title', { colour: colour.name, run: run + 1 })}>
      <h3>
        {weaveWords('act.title', { colour: colour.name, run: run + 1 })}
        <span className={clsx(kit.quiet, kit.regular)}> · {weaveWords(`mark.${mark.kind}`)}</span>
      </h3>
      <div className={clsx(css.buttons, kit.above6)}>
        {HOWS.map((how) => (
          <Act key={how} edit={editOf(how)} acts={acts} pressed={how === now}>
            {weaveWords(`act.${how}`)}
          </Act>
        ))}
        {laid.length > 1 && (
          <Choice
            label={weaveWords('act.withInk')}
            value={inkingId}
            options={laid.map((inking) => [inking.id, inkOf(plan, inking).name] as const)}
            onChange={setChosen}
            className={css.narrow}
          />
        )}
      </div>
      {now !== 'printed' && !why && also.length > 0 && (
        <p className={clsx(kit.note, kit.above6)}>
          {weaveWords('act.alsoPrints', { runs: also.length, list: listOf(also.map((r) => String(r + 1))) })}
        </p>
      )}
      {why && (
        <p className={clsx(kit.say, kit.wait, kit.above6)}>
          {weaveWords('act.cannot', { why: hindranceInWords(why) })}
          {why.code.startsWith('closed') && ` ${weaveWords('act.orElse')}`}
        </p>
      )}
    </section>
  );
}

function RunActs({ acts, spot }: Props) {
  const { plan } = usePrintDesk('plan');
  const run = plan.runs[spot.run];
  const order = (by: number): PlanEdit => {
    const runIds = plan.runs.map(({ id }) => id);
    runIds.splice(spot.run + by, 0, ...runIds.splice(spot.run, 1));
    return { kind: 'runs-ordered', runIds };
  };
  const mine = inkingsOf(run).map(({ colourId }) => colourId);
  const kept = mine.some((id) => plan.rules.pinnedIds.includes(id));
  return (
    <section aria-label={weaveWords('run.title', { run: spot.run + 1, inks: inkNamesOf(plan, run) })}>
      <h3>{weaveWords('run.title', { run: spot.run + 1, inks: inkNamesOf(plan, run) })}</h3>
      <div className={clsx(css.buttons, kit.above6)}>
        {spot.run > 0 && (
          <Act edit={order(-1)} acts={acts}>
            ‹ {weaveWords('run.earlier')}
          </Act>
        )}
        {spot.run + 1 < plan.runs.length && (
          <Act edit={order(1)} acts={acts}>
            {weaveWords('run.later')} ›
          </Act>
        )}
        <Act edit={{ kind: 'run-repeated', runId: run.id, as: `run-${freshName()}` }} acts={acts}>
          {weaveWords('run.again')}
        </Act>
        <Act edit={againIn(plan, run)} acts={acts}>
          {weaveWords('run.againIn')}
        </Act>
        <Act edit={{ kind: 'run-removed', runId: run.id }} acts={acts}>
          {weaveWords('run.takeOut')}
        </Act>
        <label className={kit.tick}>
          <input
            type="checkbox"
            checked={kept}
            onChange={(e) => acts.touch({ kind: 'run-pinned', colourIds: mine, pinned: e.target.checked })}
          />{' '}
          {weaveWords('run.keep')}
        </label>
        <Joining acts={acts} spot={spot} />
        <Parting acts={acts} spot={spot} />
      </div>
    </section>
  );
}

/** Joined with another run, and cut on the back of another board. */
function Joining({ acts, spot }: Props) {
  const { plan } = usePrintDesk('plan');
  const run = plan.runs[spot.run];
  const others = plan.runs.flatMap((one, r) =>
    one === run ? [] : [[one.id, weaveWords('run.title', { run: r + 1, inks: inkNamesOf(plan, one) })] as const],
  );
  const [withId, setWith] = useState<string>();
  const [inks, setInks] = useState<'both' | 'first'>('both');
  const chosen = others.some(([id]) => id === withId) ? withId! : (others[spot.run]?.[0] ?? others.at(-1)?.[0]);
  const own = blocksOfRun(plan, run)[0]?.block;
  // only the board that is printed next to it is offered: which two lie back to back is a matter of taste
  const boards = plan.blocks.filter((block) => block !== own && block.sides.length === 1).slice(0, 1);
  const join: PlanEdit = { kind: 'runs-joined', runId: run.id, withRunId: chosen ?? '', inks };
  const why = chosen === undefined ? undefined : acts.hinders(join);
  return (
    <>
      {chosen && (
        <>
          <Choice
            label={weaveWords('run.joinWith')}
            value={chosen}
            options={others}
            onChange={setWith}
            className={css.narrow}
          />
          <Choice
            label={weaveWords('act.withInk')}
            value={inks}
            options={[
              ['both', weaveWords('run.bothInks')],
              ['first', weaveWords('run.firstInk')],
            ]}
            onChange={setInks}
            className={css.narrow}
          />
          <Act edit={join} acts={acts}>
            {weaveWords('run.join')}
          </Act>
        </>
      )}
      {own?.sides.length === 1 &&
        boards.map((board) => (
          <Act key={board.id} edit={{ kind: 'side-taken', blockId: board.id, fromBlockId: own.id }} acts={acts}>
            {weaveWords('run.secondSide', { block: own.name, board: board.name })}
          </Act>
        ))}
      {why && <p className={clsx(kit.note, css.whole)}>{weaveWords('act.cannot', { why: hindranceInWords(why) })}</p>}
    </>
  );
}

/** A run, or a block, of its own for the colour one stands on. */
function Parting({ acts, spot }: Props) {
  const { plan } = usePrintDesk('plan');
  const run = plan.runs[spot.run];
  const colour = plan.flat!.colours[spot.label];
  if (!colour) return null;
  const own = blocksOfRun(plan, run)[0]?.block;
  const prints = inkingsOf(run).some((inking) => printedIds(plan, inking).includes(colour.id));
  const as = freshName();
  const ink = inkFor(plan, colour, as, weaveWords('run.inkSplit', { colour: colour.name }), 'opaque');
  return (
    <>
      {prints && (
        <>
          <Act
            edit={{ kind: 'run-split', runId: run.id, colourIds: [colour.id], as, ink, from: 'same cut' }}
            acts={acts}
          >
            {weaveWords('run.splitOff', { colour: colour.name })}: {weaveWords('run.splitSame')}
          </Act>
          <Act
            edit={{ kind: 'run-split', runId: run.id, colourIds: [colour.id], as, ink, from: 'next cut' }}
            acts={acts}
          >
            {weaveWords('run.splitNext')}
          </Act>
        </>
      )}
      {own && (
        <Act
          edit={{
            kind: 'block-split',
            blockId: own.id,
            colourIds: [colour.id],
            as,
            name: weaveWords('run.blockName', { number: plan.blocks.length + 1 }),
          }}
          acts={acts}
        >
          {weaveWords('run.ownBlock', { colour: colour.name })}
        </Act>
      )}
      <Act
        edit={{
          kind: 'block-added',
          as,
          name: weaveWords('run.blockName', { number: plan.blocks.length + 1 }),
          materialId: plan.blocks[0].materialId,
          colourIds: [colour.id],
          ink,
        }}
        acts={acts}
      >
        {weaveWords('run.addRunOf', { colour: colour.name })}
      </Act>
    </>
  );
}

/** The same cut printed once more, in an ink that is first like the one it had. */
function againIn(plan: Plan, run: Run): PlanEdit {
  const as = freshName();
  const like = inkOf(plan, inkingsOf(run)[0]);
  return {
    kind: 'run-repeated',
    runId: run.id,
    as: `run-${as}`,
    ink: { ...like, id: `ink-${as}`, name: weaveWords('run.inkAgain', { ink: like.name }).slice(0, 60) },
  };
}
