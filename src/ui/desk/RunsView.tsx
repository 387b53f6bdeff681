'use client';
import { perLanguage } from '@/words/language';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
  type SensorOptions,
  type SensorDescriptor,
} from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import Link from 'next/link';
import { useMemo, useState, type Dispatch, type ReactNode, type SetStateAction } from 'react';
import { wordForDifference } from '@/core/colour';
import { ORDER_RULES, type Plan } from '@/model';
import { runsInOrder, sheetsOfPrint, type PlanLooks, usesOneSide } from '@/derived';
import { useCarriedInWords } from '../kit/carrying';
import { CoreSample, type SamplePoint } from '../kit/CoreSample';
import { InkSet } from '../kit/InkSet';
import { usePrintDesk } from '../kit/printContext';
import { useProposals, type Search } from './useProposals';
import { openWarnings } from './watchWords';
import { useKeys } from '../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RunsView.module.css';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { Leaves } from '@/ui/kit/Leaves';
import { AddBlock } from './AddBlock';
import { Decisions } from './Decisions';
import { Column } from './RunColumn';
import { frameWords } from '@/words/frame';
import { runsWords } from '@/words/runs';
import { rich } from '@/ui/kit/rich';
import { craftWords } from '@/words/craft';
import { uncapitalised } from '@/words/phrases';
import { workingWords } from '@/words/working';

// what stands beside the sheet comes after it: the sheet itself is there at once
const LookCanvas = dynamic(
  fetched(() => import('./LookCanvas').then((m) => m.LookCanvas)),
  { ssr: false },
);
const ProposalsPanel = dynamic(
  fetched(() => import('./ProposalsPanel').then((m) => m.ProposalsPanel)),
  { ssr: false },
);
const WatchList = dynamic(
  fetched(() => import('./WatchList').then((m) => m.WatchList)),
  { ssr: false },
);
const WeaveView = dynamic(
  fetched(() => import('./weave/WeaveView').then((m) => m.WeaveView)),
  { ssr: false },
);
const FadeSavings = dynamic(
  fetched(() => import('./fades/FadeSavings').then((m) => m.FadeSavings)),
  { ssr: false },
);
const WorkingDialog = dynamic(
  fetched(() => import('./WorkingDialog').then((m) => m.WorkingDialog)),
  { ssr: false },
);
const InkTurn = dynamic(
  fetched(() => import('./InkTurn').then((m) => m.InkTurn)),
  {
    ssr: false,
    loading: () => <p className={clsx(kit.note, css.sampleRoom)}>{runsWords('runs.openingInk')}</p>,
  },
);

/** Runs: the progress sheet. Columns are runs; rows are look, film, cut and figures. */
export function RunsView() {
  const { plan, progress, looks, selectedRun, urls } = usePrintDesk('plan', 'progress', 'looks', 'selectedRun', 'urls');
  const [point, setPoint] = useState<SamplePoint>();
  const [large, setLarge] = useState(false);
  const [shown, setShown] = useState<Shown>('sheet');
  const search = useProposals();
  const order = useRunOrder();
  if (!plan.flat || !looks) {
    return (
      <NothingToShow title={runsWords('runs.noRunsYet')} says={runsWords('runs.theRunsComeFrom')}>
        <Link href={urls.page('picture')}>{runsWords('runs.toThePicture')}</Link>
      </NothingToShow>
    );
  }
  // the runs as sheets beside each other, or as threads that print the colours
  const toggle = (
    <div className={css.shown}>
      <Leaves label={runsWords('shown.label')} leaves={shownSaid()} leaf={shown} onLeaf={setShown} />
      {shown === 'sheet' && <InkSet />}
    </div>
  );
  if (shown === 'weave' && plan.runs.length > 0) return <WeaveView search={search} toggle={toggle} />;
  return (
    <div className={kit.work}>
      <h1 className={kit.visuallyHidden}>{runsWords('runs.runs')}</h1>
      {large ? (
        <div className={kit.stage}>
          <div className={clsx(kit.row, kit.between)}>
            <h1>{selectedRun === 0 ? runsWords('runs.barePaper') : runsWords('runs.afterRun', { selectedRun })}</h1>
            <Button onClick={() => setLarge(false)}>{runsWords('runs.backToTheProgress')}</Button>
          </div>
          <LookCanvas run={selectedRun} onPoint={setPoint} />
        </div>
      ) : (
        <ProgressSheet {...order} toggle={toggle} setPoint={setPoint} setLarge={setLarge} />
      )}
      <RunsSide
        overlaps={overlapsOf(plan, looks)}
        closed={progress.closedRuns}
        search={search}
        point={point}
        setPoint={setPoint}
        onLook={() => setLarge(true)}
      />
    </div>
  );
}

/** The runs in their order, and how it is changed: by dragging, by the grips and by keys. */
function useRunOrder() {
  const { plan, progress, belief, selectedRun } = usePrintDesk('plan', 'progress', 'belief', 'selectedRun');
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const sheets = useMemo(() => sheetsOfPrint(plan, progress.bench, belief), [plan, progress.bench, belief]);
  const ids = plan.runs.map((run) => run.id);
  const reorder = useReorder(progress.closedRuns, ids);
  useKeys('alt+left, alt+right', runsWords('runs.moveTheChosenRun'), (e) => {
    e.preventDefault();
    if (selectedRun > 0) reorder(selectedRun - 1, selectedRun - 1 + (e.key === 'ArrowLeft' ? -1 : 1));
  });
  const onDragEnd = ({ active, over }: DragEndEvent) =>
    over && reorder(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  return { sensors, sheets, ids, reorder, onDragEnd };
}

/** Colours made where films overlap, with the runs that make them. */
function overlapsOf(plan: Plan, looks: PlanLooks): string[] {
  const overlaps = usesOneSide(plan)
    ? []
    : plan.flat!.colours.flatMap((c, label) => {
        const runs = [...new Set(looks.stacks[label].map((e) => e.run + 1))];
        return runs.length > 1 ? [`${c.name} ${runs.join('\u00a0+\u00a0')}`] : [];
      });
  return overlaps;
}

function useReorder(closed: number, ids: string[]) {
  const { selectRun, change } = usePrintDesk('selectRun', 'change');
  const reorder = (from: number, to: number) => {
    if (from < closed || to < closed || to >= ids.length || from === to) return;
    selectRun(to + 1);
    const runIds = [...ids];
    runIds.splice(to, 0, ...runIds.splice(from, 1));
    void change({ kind: 'runs-ordered', runIds });
  };
  return reorder;
}

interface RunsSideProps {
  readonly overlaps: string[];
  readonly closed: number;
  readonly search: Search;
  readonly point: SamplePoint | undefined;
  readonly setPoint: Dispatch<SetStateAction<SamplePoint | undefined>>;
  readonly onLook: () => void;
}

function RunsSide({ overlaps, closed, search, point, setPoint, onLook }: RunsSideProps) {
  const { plan, selectedRun, looks } = usePrintDesk('plan', 'selectedRun', 'looks');
  const [leaf, setLeaf] = useState<Leaf>('plans');
  const watch = openWarnings(looks!.warnings, closed).length;
  const leaves = [
    ['plans', closed > 0 ? runsWords('runs.fromHereOn') : runsWords('runs.otherPlans')],
    ['ink', selectedRun > 0 ? runsWords('runs.inkOfRun', { selectedRun }) : runsWords('runs.ink')],
    ['watch', watch > 0 ? runsWords('runs.toWatch', { watch }) : runsWords('runs.watch')],
  ] as const;
  return (
    <aside className={clsx(kit.side, kit.split)}>
      <div className={kit.upper}>
        <Leaves label={runsWords('runs.besideTheRuns')} leaves={leaves} leaf={leaf} onLeaf={setLeaf}>
          <PlanNow overlaps={overlaps} leaf={leaf} closed={closed} />
          {leaf === 'plans' && <PlansLeaf search={search} />}
          {leaf === 'ink' &&
            (selectedRun > 0 ? (
              <InkTurn run={plan.runs[selectedRun - 1]} index={selectedRun - 1} onLook={onLook} />
            ) : (
              <p className={kit.note}>{runsWords('runs.chooseARunTo')}</p>
            ))}
          {leaf === 'watch' && <WatchList />}
          <p className={kit.note}>{runsWords('runs.predictionFromWhatIs')}</p>
        </Leaves>
      </div>
      <div className={kit.lower}>
        <CoreSample point={point} onPoint={setPoint} />
      </div>
    </aside>
  );
}

/** Other plans are looked for with the first set of inks: cuts and runs are those of all sets. */
function PlansLeaf({ search }: Pick<RunsSideProps, 'search'>) {
  const { seenColourway } = usePrintDesk('seenColourway');
  if (seenColourway !== undefined) return <p className={clsx(kit.say, kit.wait)}>{runsWords('runs.inColourway')}</p>;
  return (
    <>
      <ProposalsPanel search={search} />
      <FadeSavings />
      <AddBlock />
      <Decisions />
    </>
  );
}

interface PlanNowProps {
  readonly overlaps: string[];
  readonly leaf: Leaf;
  readonly closed: number;
}

function PlanNow({ overlaps, leaf, closed }: PlanNowProps) {
  const { looks, plan, change } = usePrintDesk('looks', 'plan', 'change');
  return (
    <section>
      <p>
        {rich(
          runsWords.rich('runs.nowMeanEWorst', {
            strong: (c) => <strong className={kit.num}>{c}</strong>,
            mean: looks!.agreement.mean,
            worst: looks!.agreement.worst,
            difference: craftWords(`difference.${wordForDifference(looks!.agreement.worst)}`),
            runs: plan.runs.length,
            films: Math.max(0, ...looks!.stacks.map((stack) => stack.length)),
          }),
        )}
      </p>
      {overlaps.length > 0 && (
        <p className={kit.note}>{runsWords('runs.madeWhereFilmsOverlap', { overlaps: overlaps.join(' · ') })}</p>
      )}
      {leaf === 'plans' && <WayNow />}
      {leaf === 'plans' && (
        <div className={clsx(kit.row, kit.gap8, kit.above8)}>
          {ORDER_RULES.map((rule) => {
            if (rule === 'free') return null;
            const runIds = runsInOrder(plan, rule, closed);
            const isSo = runIds.every((id, i) => id === plan.runs[i].id);
            return (
              !isSo && (
                <Button key={rule} onClick={() => void change({ kind: 'runs-ordered', runIds })}>
                  {runsWords('runs.putInOrder', { order: runsWords(`order.${rule}`) })}
                </Button>
              )
            );
          })}
        </div>
      )}
    </section>
  );
}

/** How one works on this print, and the way to another. */
function WayNow() {
  const { plan } = usePrintDesk('plan'),
    { chosen } = plan.way,
    [asking, setAsking] = useState(false);
  return (
    <p className={clsx(kit.note, kit.above6)}>
      {chosen === null
        ? workingWords('nowUnknown')
        : workingWords('now', { way: uncapitalised(workingWords(`way.${chosen}.name`)) })}{' '}
      <button type="button" className={kit.link} onClick={() => setAsking(true)}>
        {chosen === null ? workingWords('choose') : workingWords('changeIt')}
      </button>
      {asking && <WorkingDialog onClose={() => setAsking(false)} />}
    </p>
  );
}

const shownSaid = perLanguage(
  () =>
    [
      ['sheet', runsWords('shown.sheet')],
      ['weave', runsWords('shown.weave')],
    ] as const,
);
type Shown = ReturnType<typeof shownSaid>[number][0];

interface ProgressSheetProps {
  readonly toggle: ReactNode;
  readonly sensors: SensorDescriptor<SensorOptions>[];
  readonly onDragEnd: ({ active, over }: DragEndEvent) => void | null;
  readonly ids: string[];
  readonly sheets: number;
  readonly setPoint: Dispatch<SetStateAction<SamplePoint | undefined>>;
  readonly reorder: (from: number, to: number) => void;
  readonly setLarge: Dispatch<SetStateAction<boolean>>;
}

function ProgressSheet({ toggle, sensors, onDragEnd, ids, sheets, setPoint, reorder, setLarge }: ProgressSheetProps) {
  const told = useCarriedInWords(({ active, over }) => {
    const [run, place] = [active, over ?? active].map(({ id }) => ids.indexOf(String(id)) + 1);
    return run > 0
      ? {
          what: runsWords('runColumn.run2', { index: run }),
          place: frameWords('carry.place', { n: place, all: ids.length }),
        }
      : undefined;
  });
  return (
    <div className={css.stageOfSheet}>
      {toggle}
      <DndContext
        sensors={sensors}
        accessibility={told}
        autoScroll={false}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
          <ProgressGrid ids={ids} sheets={sheets} setPoint={setPoint} reorder={reorder} setLarge={setLarge} />
        </SortableContext>
      </DndContext>
    </div>
  );
}

interface ProgressGridProps {
  readonly ids: string[];
  readonly sheets: number;
  readonly setPoint: Dispatch<SetStateAction<SamplePoint | undefined>>;
  readonly reorder: (from: number, to: number) => void;
  readonly setLarge: Dispatch<SetStateAction<boolean>>;
}

function ProgressGrid({ ids, sheets, setPoint, reorder, setLarge }: ProgressGridProps) {
  const { plan, selectRun } = usePrintDesk('plan', 'selectRun');
  return (
    <div
      className={css.progress}
      role="region"
      aria-label={runsWords('runs.progressSheet')}
      tabIndex={0}
      style={{
        gridTemplateColumns: `3.5rem repeat(${ids.length}, minmax(var(--least), ${Math.round(LARGEST_THUMB_PX * (plan.picture!.widthMm / plan.picture!.heightMm))}px))`,
      }}
    >
      <div className={css.column}>
        <span />
        <span className={css.rowname}>{runsWords('runs.lookAfter')}</span>
        <span className={css.rowname}>{runsWords('runs.filmLaid')}</span>
        <span className={css.rowname}>
          {runsWords('runs.cutBefore')}
          <br />
          <span className={kit.madder}>{runsWords('runs.blockMirrored')}</span>
        </span>
        <span className={css.rowname}>{runsWords('runs.figures')}</span>
      </div>
      {plan.runs.map((run, i) => (
        <Column
          key={run.id}
          run={run}
          index={i}
          sheets={sheets}
          onPoint={setPoint}
          onMove={(by) => reorder(i, i + by)}
          onLarge={() => {
            selectRun(i + 1);
            setLarge(true);
          }}
        />
      ))}
    </div>
  );
}

/** Pictures of the progress sheet are no higher than this, so that the figures stay in view. */
const LARGEST_THUMB_PX = 132;

type Leaf = 'plans' | 'ink' | 'watch';
