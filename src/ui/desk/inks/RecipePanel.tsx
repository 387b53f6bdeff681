'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import {
  labOfRecipe,
  ML_PER_TEASPOON,
  gradationLooksLabD50,
  filmOfRecipe,
  type RecipeLimit,
  type RecipePart,
  type RecipeAnswer,
  type RecipeTask,
} from '@/core/inks';
import { type Ink } from '@/model';
import {
  inkIdAsked,
  recipeTaskFor,
  filmOfInk,
  groundOfPlan,
  type InkAnswer,
  type InkQuestion,
  type ColourGot,
  mixedBy,
  mixable,
  type CabinetPigment,
} from '@/derived';
import { Cautions } from '../../kit/Cautions';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { CabinetOpening } from './CabinetOpening';
import { GotPanel } from './GotPanel';
import { KeptNear } from './KeptNear';
import { useInkNeed } from './useInkNeed';
import { sameParts } from './parts';
import { usePigments } from '@/ui/kit/usePigments';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RecipePanel.module.css';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { PartsEditor } from './PartsEditor';
import { inksWords } from '@/words/inks';
import { rich } from '@/ui/kit/rich';
import { mediumInWords } from '@/words/prints';
import { craftWords } from '@/words/craft';
import { gramsInWords } from '@/words/quantities';

const limitWords = perLanguage((): Record<RecipeLimit, string> => ({
  'below shows through': inksWords('recipe.whatLiesBelowShows'),
  'not light enough': inksWords('recipe.noMixtureOfThese'),
  'not dark enough': inksWords('recipe.noMixtureOfTheseInks'),
  'not pure enough': inksWords('recipe.noMixtureOfTheseInksIs'),
}));

/** One run's ink: the recipe found, the recipe taken, changed by hand with the colour answering. */
export function RecipePanel({ question }: { question: InkQuestion }) {
  const { plan, progress, change } = usePrintDesk('plan', 'progress', 'change');
  const got = progress.bench.coloursGot;
  const films = usePigments();
  const inkId = inkIdAsked(plan, question),
    ink = plan.inks.find(({ id }) => id === inkId)!;
  const pigments = useMemo(
    () => films.pigments && mixable(films.pigments, ink.mediumId),
    [films.pigments, ink.mediumId],
  );
  const closed = question.run < progress.closedRuns;
  const { found, inks } = useRecipeFound(ink, got, question);
  const [parts, setParts] = useState<readonly RecipePart[]>();
  const kept = ink.recipe?.parts.map(({ inkId, share }) => ({ id: inkId, share }));
  const shown = parts ?? kept ?? found?.chosen.parts ?? [];
  const task = useMemo(
    () => (pigments ? recipeTaskFor(plan, got, pigments, question) : undefined),
    [pigments, plan, got, question],
  );
  const { seen, overlapsOff } = seenOf(task, shown);
  const need = useInkNeed(question);
  const take = (next: readonly RecipePart[]) => {
    if (!inks || !pigments) return;
    setParts(undefined);
    void change(mixedBy(plan, ink.id, next, inks, pigments));
  };
  const missing = shown.filter((p) => inks && !inks.some((i) => i.id === p.id));
  return (
    <>
      <RecipeHead question={question} ink={ink} need={need} closed={closed} />
      {!inks || !pigments ? (
        <CabinetOpening films={films} />
      ) : pigments.length === 0 ? (
        <NoneOfMedium ink={ink} />
      ) : (
        <RecipeWork
          found={found}
          task={task}
          seen={seen}
          overlapsOff={overlapsOff}
          closed={closed}
          take={take}
          kept={kept}
          missing={missing}
          ink={ink}
          shown={shown}
          need={need}
          pigments={pigments}
          setParts={setParts}
          question={question}
          parts={parts}
        />
      )}
      {task && <FromElsewhere {...{ question, ink, pigments, shown }} onTake={closed ? undefined : take} />}
      <GotPanel question={question} />
      <Cautions place="ink" />
    </>
  );
}

interface FromElsewhereProps {
  readonly question: InkQuestion;
  readonly ink: Ink;
  readonly pigments: readonly CabinetPigment[] | undefined;
  readonly shown: readonly RecipePart[];
  readonly onTake: ((parts: readonly RecipePart[]) => void) | undefined;
}

/** Beside the recipe: a gradation to another ink, and inks of other prints that are near. */
function FromElsewhere({ question, ink, pigments, shown, onTake }: FromElsewhereProps) {
  if (!pigments || pigments.length === 0) return null;
  return (
    <>
      {shown.length > 0 && <Gradation question={question} pigments={pigments} parts={shown} />}
      <KeptNear ink={ink} targetLabD50={ink.solidLabD50} pigments={pigments} onTake={onTake} />
    </>
  );
}

function NoneOfMedium({ ink }: { ink: Ink }) {
  return (
    <p className={clsx(kit.say, kit.wait, kit.above8)}>
      {inksWords('recipe.theCabinetHoldsNo', { medium: mediumInWords(ink.mediumId) })}
    </p>
  );
}

/** The colour a mixture comes to on the sheet, and how far off it is where it overlaps others. */
function seenOf(task: RecipeTask | undefined, shown: readonly RecipePart[]) {
  const seen =
    task && shown.length > 0 && shown.every((p) => task.pigments.some((g) => g.id === p.id))
      ? labOfRecipe(task, shown)
      : undefined;
  const overlapsOff =
    seen && task?.also?.length
      ? Math.max(...task.also.map((area) => deltaE2000(labOfRecipe({ ...task, ...area }, shown), area.targetLabD50)))
      : undefined;
  return { seen, overlapsOff };
}

interface RecipeWorkProps {
  readonly found: RecipeAnswer | undefined;
  readonly task: (RecipeTask & { readonly filmsBelow: number }) | undefined;
  readonly seen: Lab | undefined;
  readonly overlapsOff: number | undefined;
  readonly closed: boolean;
  readonly take: (next: readonly RecipePart[]) => void;
  readonly kept: { id: string; share: number }[] | undefined;
  readonly missing: RecipePart[];
  readonly ink: Ink;
  readonly shown: readonly RecipePart[];
  readonly need: { grams: number; millilitres: number; teaspoons: number; sheets: number };
  readonly pigments: readonly CabinetPigment[];
  readonly setParts: Dispatch<SetStateAction<readonly RecipePart[] | undefined>>;
  readonly question: InkQuestion;
  readonly parts: readonly RecipePart[] | undefined;
}

function RecipeWork({
  found,
  task,
  seen,
  overlapsOff,
  closed,
  take,
  kept,
  missing,
  ink,
  shown,
  need,
  pigments,
  setParts,
  question,
  parts,
}: RecipeWorkProps) {
  const { urls } = usePrintDesk('urls');
  return (
    <section>
      <Verdict
        found={found}
        target={task!.targetLabD50}
        seen={seen}
        overlapsOff={overlapsOff}
        onTake={closed || !found ? undefined : () => take(found.chosen.parts)}
        same={Boolean(kept && found && sameParts(kept, found.chosen.parts))}
        taken={Boolean(kept)}
      />
      {missing.length > 0 && (
        <p className={clsx(kit.say, kit.bad)}>
          {inksWords('recipe.partsMissing', {
            parts: ink
              .recipe!.parts.filter((p) => missing.some((m) => m.id === p.inkId))
              .map((p) => p.name)
              .join(', '),
            missing: missing.length,
          })}
        </p>
      )}
      <PartsEditor
        parts={shown}
        grams={need.grams}
        pigments={pigments}
        disabled={closed}
        onTurn={setParts}
        onLet={(next) => take(next)}
      />
      <div className={clsx(kit.row, kit.above12)}>
        <FileLink href={urls.file(`lid-${question.run + 1}.pdf`)}>{inksWords('recipe.lidLabelPdf')}</FileLink>
        {parts && (
          <Button variant="text" onClick={() => setParts(undefined)}>
            {inksWords('recipe.asItWas')}
          </Button>
        )}
      </div>
    </section>
  );
}

/** The recipe the solver finds, worked out anew when what it stands on changes. */
function useRecipeFound(ink: Ink, got: readonly ColourGot[], question: InkQuestion) {
  const { plan, cabinet, layersWorker } = usePrintDesk('plan', 'cabinet', 'layersWorker');
  const key = JSON.stringify([
    plan.runs,
    plan.blocks,
    plan.flat?.colours,
    plan.paper,
    plan.way,
    plan.inks.filter((i) => i.id !== ink.id),
    ink.mediumId,
    got,
  ]);
  const { inks } = cabinet;
  const ask = useMemo(
    () => inks && (() => layersWorker.ask('recipe', { plan, got, cabinet: inks, question })),
    // the ink itself is what is being changed here; all else it stands on is in the key
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, inks, layersWorker],
  );
  const answer = useWorkerAnswer(ask);
  const found = answer.value?.answer;
  return { found, inks };
}

interface RecipeHeadProps {
  readonly question: InkQuestion;
  readonly ink: Ink;
  readonly need: { grams: number; millilitres: number; teaspoons: number; sheets: number };
  readonly closed: boolean;
}

function RecipeHead({ question, ink, need, closed }: RecipeHeadProps) {
  return (
    <section>
      <div className={clsx(kit.row, kit.between)}>
        <h2>{inksWords('recipe.run', { run: question.run + 1, ink: ink.name })}</h2>
        <span className={clsx(kit.quiet, kit.num)}>
          {inksWords('recipe.gMlTsp', {
            grams: gramsInWords(need.grams),
            millilitres: need.millilitres,
            teaspoons: need.millilitres / ML_PER_TEASPOON,
          })}
        </span>
      </div>
      <p className={kit.note}>
        {inksWords('recipe.forSheetsWithWaste', { sheets: need.sheets, closed: String(closed) })}
      </p>
    </section>
  );
}

interface VerdictProps {
  readonly found: InkAnswer['answer'] | undefined;
  readonly target: readonly [number, number, number];
  readonly seen: readonly [number, number, number] | undefined;
  readonly overlapsOff: number | undefined;
  readonly onTake?: () => void;
  readonly same: boolean;
  readonly taken: boolean;
}

function Verdict({ found, target, seen, overlapsOff, onTake, same, taken }: VerdictProps) {
  const off = seen ? deltaE2000(seen, target) : undefined;
  return (
    <div className={css.verdict}>
      <div className={kit.row} aria-live="polite">
        <span className={clsx(kit.pair, kit.tall)} aria-hidden>
          <i style={{ background: seen && hexFromLabD50(seen) }} />
          <i style={{ background: hexFromLabD50(target) }} />
        </span>
        <span>
          {off === undefined ? (
            inksWords('recipe.nothingMixedYet')
          ) : (
            <>
              {rich(
                inksWords.rich('recipe.seenWantedE', {
                  strong: (c) => <strong className={kit.num}>{c}</strong>,
                  off,
                  difference: craftWords(`difference.${wordForDifference(off)}`),
                }),
              )}
            </>
          )}
          <br />
          {!taken && found && <span className={kit.quiet}>{inksWords('recipe.foundForThisRun')}</span>}
          {same && <span className={kit.press}>{inksWords('recipe.asFound')}</span>}{' '}
          {overlapsOff !== undefined && (
            <span className={kit.quiet}>{inksWords('recipe.inItsOverlapsE', { overlapsOff })}</span>
          )}
        </span>
      </div>
      {found?.limit && (
        <p className={clsx(kit.say, kit.bad, kit.above8)}>
          {inksWords('recipe.thisColourCannotBe', { limit: limitWords()[found.limit], deltaE: found.best.deltaE })}
        </p>
      )}
      {found && !same && onTake && (
        <Button variant="contained" color="primary" className={kit.above8} onClick={onTake}>
          {taken
            ? inksWords('recipe.takeTheRecipeFound', { deltaE: found.chosen.deltaE })
            : inksWords('recipe.takeThisRecipe')}
        </Button>
      )}
    </div>
  );
}

const GRADATION_STEPS = 24;

interface GradationProps {
  readonly question: InkQuestion;
  readonly pigments: readonly CabinetPigment[];
  readonly parts: readonly RecipePart[];
}

/** A gradation rolled from this ink to another of the print, over what lies below. */
function Gradation({ question, pigments, parts }: GradationProps) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const [to, setTo] = useState('');
  const ground = groundOfPlan(plan);
  const other = plan.inks.find((ink) => ink.id === to);
  const task = recipeTaskFor(plan, progress.bench.coloursGot, pigments, question);
  const looks =
    other && parts.every((p) => pigments.some((g) => g.id === p.id))
      ? gradationLooksLabD50(
          ground,
          task.below,
          filmOfRecipe(pigments, parts),
          filmOfInk(ground, other),
          GRADATION_STEPS,
          task.weight,
        )
      : undefined;
  const own = inkIdAsked(plan, question);
  return (
    <section>
      <TextField
        select
        fullWidth
        label={inksWords('recipe.tryAGradationTo')}
        value={to}
        onChange={(e) => setTo(e.target.value)}
      >
        <MenuItem value="">{inksWords('recipe.none')}</MenuItem>
        {plan.inks
          .filter((ink) => ink.id !== own)
          .map((ink) => (
            <MenuItem key={ink.id} value={ink.id}>
              <Swatch lab={ink.solidLabD50} />
              &ensp;{ink.name}
            </MenuItem>
          ))}
      </TextField>
      {looks && (
        <div
          className={clsx(css.grad, kit.above8)}

          role="img"
          aria-label={inksWords('recipe.gradationToOverWhat', { other: other!.name })}
        >
          {looks.map((lab, i) => (
            <i key={i} style={{ background: hexFromLabD50(lab) }} />
          ))}
        </div>
      )}
    </section>
  );
}
