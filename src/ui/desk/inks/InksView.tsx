'use client';
import { perLanguage } from '@/words/language';
import { useState, type KeyboardEvent, type Dispatch, type SetStateAction } from 'react';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Link from 'next/link';
import { deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import { endsToMix, inkIdAsked, inkingsOf, tonesOf, wantedOf, type InkQuestion } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import { AllRecipes } from './AllRecipes';
import { CabinetPanel } from './CabinetPanel';
import { Colourways } from './Colourways';
import { RecipePanel } from './RecipePanel';
import { Series } from './Series';
import { useInkNeed } from './useInkNeed';
import { useKeyNotes, type KeyNote } from '../../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import inksCss from './inks.module.css';
import css from './InksView.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { inksWords } from '@/words/inks';
import { craftWords } from '@/words/craft';
import { gramsInWords, quantity } from '@/words/quantities';

const listKeys = perLanguage((): readonly KeyNote[] => [{ keys: '↑ ↓', what: inksWords('inks.toTheNextInk') }]);

/** Inks: what is mixed for each run of this print, and the workshop's cabinet. */
export function InksView() {
  const { plan, urls, selectedRun, selectRun } = usePrintDesk('plan', 'urls', 'selectedRun', 'selectRun');
  const [showing, setShowing] = useState<'print' | 'cabinet'>('print');
  const [inking, setInking] = useState(0);
  useKeyNotes(listKeys());
  const run = Math.max(1, Math.min(selectedRun, plan.runs.length)) - 1;
  const toggle = <PlaceToggle showing={showing} setShowing={setShowing} />;
  if (showing === 'cabinet') return <CabinetPanel toggle={toggle} />;
  if (!plan.flat || plan.runs.length === 0) {
    return (
      <div className={clsx(kit.work, kit.single)}>
        <div className={kit.stage}>
          <div className={clsx(kit.row, kit.between)}>
            <h1>{inksWords('inks.inks')}</h1>
            {toggle}
          </div>
          <NothingYet below title={inksWords('inks.noRunNeedsAn')} says={inksWords('inks.recipesAreMadeFor')}>
            <Link href={urls.page('picture')}>{inksWords('inks.toThePicture')}</Link>
          </NothingYet>
        </div>
      </div>
    );
  }
  const places = plan.runs.flatMap((r, i) =>
    inkingsOf(r).flatMap((laid, k) => endsToMix(plan, laid).map((end): InkQuestion => ({ run: i, inking: k, end }))),
  );
  const ofRun = places.filter((place) => place.run === run);
  const chosen = ofRun[Math.min(inking, ofRun.length - 1)];
  const step = stepping(places, chosen, selectRun, setInking);
  return (
    <div className={clsx(kit.work, kit.wideSide)}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{inksWords('inks.inksForThisPrint')}</h1>
          {toggle}
        </div>
        <Colourways />
        <Series />
        <AllRecipes />
        <Pots step={step} places={places} chosen={chosen} setInking={setInking} />
      </div>
      <aside className={kit.side}>
        <RecipePanel key={inkIdAsked(plan, chosen)} question={chosen} />
      </aside>
    </div>
  );
}

interface PotsProps {
  readonly step: (e: KeyboardEvent) => void;
  readonly places: readonly InkQuestion[];
  readonly chosen: InkQuestion;
  /** Which of the inks of its run, from 0. */
  readonly setInking: Dispatch<SetStateAction<number>>;
}

function Pots({ step, places, chosen, setInking }: PotsProps) {
  const { selectRun } = usePrintDesk('selectRun');
  return (
    <div
      className={inksCss.pots}
      onKeyDown={step}
      role="group"
      aria-label={inksWords('inks.inksInTheOrder')}
      data-arrows
    >
      {places.map((place) => (
        <Pot
          key={`${place.run}.${place.inking}.${place.end}`}
          question={place}
          on={place === chosen}
          onChoose={() => {
            selectRun(place.run + 1);
            setInking(placeInRun(places, place));
          }}
        />
      ))}
    </div>
  );
}

interface PlaceToggleProps {
  readonly showing: 'print' | 'cabinet';
  readonly setShowing: Dispatch<SetStateAction<'print' | 'cabinet'>>;
}

/** This print, or the cabinet. */
function PlaceToggle({ showing, setShowing }: PlaceToggleProps) {
  return (
    <ToggleButtonGroup
      size="small"
      exclusive
      value={showing}
      onChange={(_, v: typeof showing | null) => v && setShowing(v)}
      aria-label={inksWords('inks.whichInks')}
    >
      <ToggleButton value="print" className={kit.slim}>
        {inksWords('inks.forThisPrint')}
      </ToggleButton>
      <ToggleButton value="cabinet" className={kit.slim}>
        {inksWords('inks.theCabinet')}
      </ToggleButton>
    </ToggleButtonGroup>
  );
}

/** Arrow keys go from ink to ink. */
function stepping(
  places: readonly InkQuestion[],
  chosen: InkQuestion,
  selectRun: (run: number) => void,
  setInking: Dispatch<SetStateAction<number>>,
) {
  const step = (e: KeyboardEvent) => {
    const by = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (!by) return;
    e.preventDefault();
    const next = places[places.indexOf(chosen) + by];
    if (!next) return;
    selectRun(next.run + 1);
    setInking(placeInRun(places, next));
    (e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button')[places.indexOf(next)]?.focus();
  };
  return step;
}

/** Which of the inks of its run it is. */
function placeInRun(places: readonly InkQuestion[], place: InkQuestion): number {
  return places.filter(({ run }) => run === place.run).indexOf(place);
}

interface PotProps {
  readonly question: InkQuestion;
  readonly on: boolean;
  readonly onChoose: () => void;
}

/** What lies below the ink, what is seen of it, and what is wanted: of a fade, at the end that the ink is for. */
function usePotColours({ run, inking, end }: InkQuestion) {
  const { plan, looks, sheet, progress } = usePrintDesk('plan', 'looks', 'sheet', 'progress');
  const laid = inkingsOf(plan.runs[run])[inking],
    { fade } = laid,
    label = plan.flat!.colours.findIndex((c) => c.id === laid.colourId);
  const at = end === 'to' ? 4 : 0;
  const seenAfter = (r: number) =>
    fade ? tonesOf(plan, progress.bench.coloursGot, looks!, sheet, r, laid)[at].labD50 : looks!.looks[r + 1][label];
  const wanted = fade?.wanted?.[end === 'to' ? 'toLabD50' : 'fromLabD50'] ?? wantedOf(plan)[label];
  return {
    ...{ below: run === 0 ? plan.paper.labD50 : seenAfter(run - 1), seen: seenAfter(run), wanted },
    finished: deltaE2000(seenAfter(plan.runs.length - 1), wanted),
    got: progress.bench.coloursGot.some((g) => g.runId === plan.runs[run].id && g.colourId === laid.colourId),
  };
}

function Pot({ question, on, onChoose }: PotProps) {
  const { run } = question;
  const { plan } = usePrintDesk('plan');
  const inkId = inkIdAsked(plan, question),
    ink = plan.inks.find(({ id }) => id === inkId)!;
  const { below, seen, wanted, finished, got } = usePotColours(question);
  const { grams } = useInkNeed(question);
  return (
    <button type="button" className={css.pot} aria-pressed={on} onClick={onChoose}>
      <span className={kit.visuallyHidden}>{inksWords('inks.run', { run: run + 1, ink: ink.name })}</span>
      <span className={css.n} aria-hidden>
        {run + 1}
      </span>
      <span>
        <Chips below={below} alone={ink.solidLabD50} seen={seen} wanted={wanted} />
      </span>
      <span>
        <span className={css.name}>{ink.name}</span>
        <br />
        <span className={css.parts}>
          {ink.recipe ? (
            ink.recipe.parts
              .map((p) =>
                inksWords('inks.part', {
                  share: quantity('percent', 100 * p.share, 100 * p.share < 2 ? 1 : 0),
                  name: p.name,
                }),
              )
              .join(' · ')
          ) : (
            <span className={kit.quiet}>{inksWords('inks.noRecipeYet')}</span>
          )}
        </span>
      </span>
      <span className={clsx(css.right, kit.num)}>
        {gramsInWords(grams)}
        <br />
        <span className={finished >= 3 ? kit.madder : kit.quiet}>
          {inksWords('inks.e', { finished, difference: craftWords(`difference.${wordForDifference(finished)}`) })}
        </span>
        {got && (
          <>
            <br />
            <span className={kit.press}>{inksWords('inks.colourRead')}</span>
          </>
        )}
      </span>
    </button>
  );
}

/** Below, the ink alone, what is seen, what is wanted. */
function Chips({ below, alone, seen, wanted }: { below: Lab; alone: Lab; seen: Lab; wanted: Lab }) {
  return (
    <>
      <span className={inksCss.chips} aria-hidden>
        {[below, alone, seen, wanted].map((lab, i) => (
          <i key={i} style={{ background: hexFromLabD50(lab) }} />
        ))}
      </span>
      <span className={inksCss.chipsKey} aria-hidden>
        <span>{inksWords('inks.below')}</span>
        <span>{inksWords('inks.alone')}</span>
        <span>{inksWords('inks.seen')}</span>
        <span>{inksWords('inks.wanted')}</span>
      </span>
    </>
  );
}
