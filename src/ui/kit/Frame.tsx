'use client';
import Link from 'next/link';
import { memo, useState, type ReactNode, type Dispatch, type SetStateAction, useEffect } from 'react';
import { formatSize } from '@/words/lengths';
import { Brand } from './Brand';
import { usePrintDesk, type PrintDesk } from './printContext';
import { LanguageSwitch } from './LanguageSwitch';
import { RunLine } from './RunLine';
import { mayDo, VIEW_ROLES, viewFor, type ViewName } from '@/model';
import { useMay, useRole } from './role';
import { DESK_STEPS, DRAWER_STEPS, placeOf, type Place, type Step } from './views';
import { useKeys } from './keys';
import { useWalk } from './walk/walkKept';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Frame.module.css';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { processOf } from '@/derived';
import { wordsOfEdit } from '@/words/history';
import { mediumInWords, printWords } from '@/words/prints';
import { frameWords } from '@/words/frame';
import { clockOf } from '@/words/dates';
import { rich } from '@/ui/kit/rich';

const KeysSheet = dynamic(
  fetched(() => import('./KeysSheet').then((m) => m.KeysSheet)),
  { ssr: false },
);

const WalkCard = dynamic(
  fetched(() => import('./walk/WalkCard').then((m) => m.WalkCard)),
  { ssr: false },
);

const LargeView = dynamic(
  fetched(() => import('./large/LargeView').then((m) => m.LargeView)),
  { ssr: false },
);

/** What stands round every view of a print: places above, steps at the left, the run line below. */
export function Frame({ view, children }: { view: ViewName; children: ReactNode }) {
  const [keysOpen, setKeysOpen] = useState(false);
  const place = placeOf(view);
  const steps = place === 'desk' ? DESK_STEPS : place === 'drawer' ? DRAWER_STEPS : undefined;
  return (
    <div className={css.frame}>
      <FrameKeys setKeysOpen={setKeysOpen} place={place} />
      <TopBar place={place} setKeysOpen={setKeysOpen} />
      <div className={clsx(css.middle, !steps && css.wide)}>
        {steps && <Steps place={place} steps={steps} view={view} />}
        <main className={clsx(css.view, place === 'bench' && css.bench)}>{children}</main>
      </div>
      {/* a rehearsal is done without the plan in sight */}
      <div className={css.foot}>{view !== 'rehearse' && <RunLine />}</div>
      {keysOpen && <KeysSheet open onClose={() => setKeysOpen(false)} />}
      {view !== 'rehearse' && <LargeByKey />}
      <WalkHere view={view} />
    </div>
  );
}

interface OfFrame {
  readonly place: Place;
  readonly setKeysOpen: Dispatch<SetStateAction<boolean>>;
}

/** Keys that act in every view. They draw nothing: what they act on changes with every edit, and the frame need not be drawn for that. */
function FrameKeys({ setKeysOpen, place }: OfFrame) {
  const desk = usePrintDesk('plan', 'undo', 'redo', 'selectRun', 'selectedRun');
  const { plan } = desk;
  useKeys('shift+?', frameWords('keys.thisSheet'), () => setKeysOpen(true), { useKey: true });
  useKeys(
    'mod+z',
    frameWords('undo.label'),
    (e) => {
      e.preventDefault();
      desk.undo();
    },
    { enabled: place === 'desk' },
  );
  useKeys(
    'mod+shift+z, mod+y',
    frameWords('redo.label'),
    (e) => {
      e.preventDefault();
      desk.redo();
    },
    { enabled: place === 'desk' },
  );
  useKeys('left, right', frameWords('keys.stepRuns'), (e) => {
    e.preventDefault();
    const step = e.key === 'ArrowLeft' ? -1 : 1;
    desk.selectRun(Math.min(plan.runs.length, Math.max(0, desk.selectedRun + step)));
  });
  return null;
}

/** The walk through this print, where one goes on. */
function WalkHere({ view }: { readonly view: ViewName }) {
  const walk = useWalk(usePrintDesk('id').id);
  return walk && <WalkCard walk={walk} view={view} />;
}

/** The finished print large, from every view; a rehearsal is done without it, as without the run line. */
function LargeByKey() {
  const [open, setOpen] = useState(false);
  useKeys('l', frameWords('keys.large'), () => setOpen(true), { enabled: !open });
  return open && <LargeView onClose={() => setOpen(false)} />;
}

function Steps({ place, steps, view }: { place: Place; steps: readonly Step[]; view: ViewName }) {
  const desk = usePrintDesk('urls', 'plan', 'progress');
  const { urls } = desk;
  const may = useMay();
  return (
    <nav className={css.steps} aria-label={frameWords(place === 'desk' ? 'steps.desk' : 'steps.drawer')}>
      {steps
        .filter(({ view: one }) => may(VIEW_ROLES[one]))
        .map((step, i) => (
          <StepLink
            key={step.view}
            n={i + 1}
            href={urls.page(step.view)}
            open={view === step.view}
            name={frameWords(`view.${step.view}`)}
            summary={step.summary(desk)}
          />
        ))}
    </nav>
  );
}

interface StepLinkProps {
  readonly n: number;
  readonly href: string;
  readonly open: boolean;
  readonly name: string;
  readonly summary: string;
}

/** Drawn again only when it says something else: an edit changes what one step says. */
const StepLink = memo(function StepLink({ n, href, open, name, summary }: StepLinkProps) {
  return (
    <Link href={href} aria-current={open ? 'page' : undefined}>
      <span className={css.n}>{n}</span>
      <span className={css.name}>{name}</span>
      <span className={css.sum}>{summary}</span>
    </Link>
  );
});

/** Places, the print and its facts, undo, saved time, units and keys. */
function TopBar({ place, setKeysOpen }: OfFrame) {
  const desk = usePrintDesk('urls', 'name', 'plan', 'progress', 'unit');
  const {
    urls,
    name,
    plan,
    plan: { inks, blocks, picture, sheets },
    unit,
  } = desk;
  const mediums = [...new Set(inks.map((ink) => mediumInWords(ink.mediumId)))];
  const facts = [
    frameWords('facts.process', {
      process: printWords(`process.${processOf(plan)}`),
      material: printWords(`material.${blocks[0].materialId}`),
    }),
    ...(mediums.length > 0 ? [mediums.join(frameWords('facts.and'))] : []),
    picture ? formatSize(picture.widthMm, picture.heightMm, unit) : frameWords('facts.noPicture'),
    frameWords('facts.edition', { edition: sheets.edition }),
  ].join(' · ');
  return (
    <header className={css.top}>
      <Brand />
      <Places place={place} urls={urls} bench={benchView(desk)} />
      <span className={css.title} title={name}>
        {name}
      </span>
      <span className={css.facts}>
        <span title={facts}>{facts}</span>
      </span>
      <TopActs place={place} setKeysOpen={setKeysOpen} />
    </header>
  );
}

interface PlacesProps {
  readonly place: Place;
  readonly urls: PrintDesk['urls'];
  /** The act at the bench that is due. */
  readonly bench: ViewName;
}

const Places = memo(function Places({ place, urls, bench }: PlacesProps) {
  const role = useRole();
  const places = [
    ['desk', 'picture'],
    ['bench', viewFor(role, bench)],
    ['drawer', 'ledger'],
  ] as const satisfies readonly (readonly [Place, ViewName])[];
  const open = places.filter(([, view]) => mayDo(role, VIEW_ROLES[view]));
  return (
    <nav className={css.places} aria-label={frameWords('places.label')}>
      <Link href="/">{frameWords('places.shelf')}</Link>
      {open.map(([one, view]) => (
        <Link key={one} href={urls.page(view)} aria-current={place === one ? 'page' : undefined}>
          {frameWords(`places.${one}`)}
        </Link>
      ))}
    </nav>
  );
});

function TopActs({ place, setKeysOpen }: OfFrame) {
  const desk = usePrintDesk('undoLabel', 'redoLabel', 'setUnit', 'unit', 'undo', 'redo');
  const { undoLabel, redoLabel, setUnit, unit } = desk;
  return (
    <div className={css.right}>
      {place === 'desk' && (
        <>
          <button
            type="button"
            onClick={desk.undo}
            disabled={!undoLabel}
            title={undoLabel ? frameWords('undo.does', { edit: wordsOfEdit(undoLabel) }) : frameWords('undo.nothing')}
          >
            {frameWords('undo.label')}
          </button>
          <button
            type="button"
            onClick={desk.redo}
            disabled={!redoLabel}
            title={redoLabel ? frameWords('redo.does', { edit: wordsOfEdit(redoLabel) }) : frameWords('redo.nothing')}
          >
            {frameWords('redo.label')}
          </button>
        </>
      )}
      <SavedTime />
      <button type="button" onClick={() => setUnit(unit === 'mm' ? 'in' : 'mm')}>
        <span>
          {unit}
          <span className={kit.visuallyHidden}>{frameWords(`unit.${unit}`)}</span>
        </span>
      </button>
      <LanguageSwitch short />
      <button type="button" onClick={() => setKeysOpen(true)}>
        {rich(frameWords.rich('keys.open', { kbd: (key) => <kbd>{key}</kbd> }))}
      </button>
    </div>
  );
}

/** A line that breaks for a moment is not worth a word. */
const SILENT_MS = 3000;

/** Whether the server has been silent for a while: what others do is not heard. */
function useSilent(): boolean {
  const { hears } = usePrintDesk('hears');
  const [silent, setSilent] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSilent(!hears), hears ? 0 : SILENT_MS);
    return () => clearTimeout(timer);
  }, [hears]);
  return silent && !hears;
}

function SavedTime() {
  const { status, savedAt } = usePrintDesk('status', 'savedAt');
  const silent = useSilent();
  return (
    <span className={clsx(css.saved, kit.num)} role="status">
      {status === 'saving' ? (
        frameWords('saved.saving')
      ) : status === 'failed' ? (
        <strong className={kit.madder}>{frameWords('saved.not')}</strong>
      ) : silent ? (
        <strong className={css.silent} title={frameWords('saved.awayMeans')}>
          {frameWords('saved.away')}
        </strong>
      ) : (
        rich(
          frameWords.rich('saved.at', {
            at: clockOf(savedAt),
            time: (words) => (
              <time dateTime={savedAt} suppressHydrationWarning>
                {words}
              </time>
            ),
          }),
        )
      )}
    </span>
  );
}

/** The bench act that is due: cut until the block is cut for the run, then pull. */
function benchView({ progress }: Pick<PrintDesk, 'progress'>): ViewName {
  return progress.runs[progress.currentRun]?.phase === 'planned' ? 'cut' : 'pull';
}
