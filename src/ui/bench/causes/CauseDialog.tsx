'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import {
  causeById,
  likelyCauses,
  questionFor,
  SIGNS,
  type Clue,
  type Clues,
  type FaultCase,
  type Likely,
  type Sign,
} from '@/core/sheets';
import { faultCaseOf, remedySetting, taughtByCause } from '@/derived';
import { EDITION_ROUND, type BenchAct, type Run } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { causeWords } from '@/words/causes';
import benchCss from '../bench.module.css';
import { SignPicture } from './SignPicture';
import css from './causes.module.css';

/** So many questions are asked, and so many causes shown. */
const MOST_QUESTIONS = 3,
  MOST_CAUSES = 5;

interface Props {
  readonly run: Run;
  readonly next: string;
  readonly onClose: () => void;
}

/** From what is seen on the sheet, by two or three questions, to causes in order of likelihood, each with what to try next. */
export function CauseDialog({ run, next, onClose }: Props) {
  const [sign, setSign] = useState<Sign>();
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{sign ? causeWords(`sign.${sign}`) : causeWords('title')}</DialogTitle>
      <DialogContent>
        {sign ? (
          <Case key={sign} sign={sign} run={run} next={next} onClose={onClose} />
        ) : (
          <Signs run={run} onSign={setSign} />
        )}
      </DialogContent>
      <DialogActions>
        {sign && <Button onClick={() => setSign(undefined)}>{causeWords('again')}</Button>}
        <Button onClick={onClose}>{causeWords('close')}</Button>
      </DialogActions>
    </Dialog>
  );
}

interface SignsProps {
  readonly run: Run;
  readonly onSign: (sign: Sign) => void;
}

/** The signs that can be seen on a sheet printed as this print is. */
function Signs({ run, onSign }: SignsProps) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const [signs] = useState(() =>
    SIGNS.filter((sign) => likelyCauses(faultCaseOf(plan, progress, run, sign, Date.now())).length > 0),
  );
  return (
    <div className={css.signs}>
      {signs.map((sign) => (
        <button key={sign} type="button" className={clsx(css.sign, kit.pressIn)} onClick={() => onSign(sign)}>
          <SignPicture sign={sign} />
          {causeWords(`sign.${sign}`)}
        </button>
      ))}
    </div>
  );
}

function Case({ sign, run, next, onClose }: Props & { readonly sign: Sign }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const [answers, setAnswers] = useState<Partial<Record<Clue, boolean | null>>>({});
  // as it was when it was asked: what is answered stays answered
  const [known] = useState(() => faultCaseOf(plan, progress, run, sign, Date.now()));
  const task = useMemo((): FaultCase => {
    const said = Object.entries(answers).filter(([, answer]) => answer !== null);
    return { ...known, clues: { ...known.clues, ...(Object.fromEntries(said) as Clues) } };
  }, [known, answers]);
  const causes = likelyCauses(task);
  const question = Object.keys(answers).length < MOST_QUESTIONS ? nextQuestion(task, answers) : undefined;
  return (
    <div className={css.case}>
      <div>
        <SignPicture sign={sign} />
        <FromLog clues={known.clues} />
        {question && (
          <Question clue={question} onAnswer={(answer) => setAnswers((all) => ({ ...all, [question]: answer }))} />
        )}
      </div>
      <section aria-label={causeWords('likely')} aria-live="polite">
        <h3>{causeWords('likely')}</h3>
        <ol className={css.likely}>
          {causes.slice(0, MOST_CAUSES).map((likely) => (
            <OneCause key={likely.id} likely={likely} task={task} run={run} next={next} onClose={onClose} />
          ))}
        </ol>
        <p className={kit.note}>{causeWords('start')}</p>
      </section>
    </div>
  );
}

/** The question that tells most; one that could not be answered is not asked again. */
function nextQuestion(task: FaultCase, answers: Partial<Record<Clue, boolean | null>>): Clue | undefined {
  const unknown = Object.keys(answers).filter((clue) => answers[clue as Clue] === null) as Clue[];
  return questionFor(task, unknown);
}

const LOG_CLUES = ['first', 'worse', 'changed', 'wet below'] as const;

function FromLog({ clues }: { readonly clues: Clues }) {
  return LOG_CLUES.filter((clue) => clues[clue] !== undefined).map((clue) => (
    <p key={clue} className={clsx(kit.note, kit.above6)}>
      {causeWords(`log.${clue}`, { yes: String(clues[clue]) })}
    </p>
  ));
}

interface QuestionProps {
  readonly clue: Clue;
  readonly onAnswer: (answer: boolean | null) => void;
}

function Question({ clue, onAnswer }: QuestionProps) {
  return (
    <fieldset className={css.question}>
      <legend>{causeWords(`question.${clue}`)}</legend>
      <div className={css.answers}>
        <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => onAnswer(true)}>
          {causeWords('yes')}
        </button>
        <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => onAnswer(false)}>
          {causeWords('no')}
        </button>
        <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => onAnswer(null)}>
          {causeWords('dontKnow')}
        </button>
      </div>
    </fieldset>
  );
}

interface CauseProps extends Props {
  readonly likely: Likely;
  readonly task: FaultCase;
}

function OneCause({ likely: { id, chance }, task, run, next, onClose }: CauseProps) {
  const { plan, progress, sheet } = usePrintDesk('plan', 'progress', 'sheet');
  const log = useLog();
  const { minutes, sheets, remedy } = causeById(id),
    tried = task.tried?.[id];
  const take = async () => {
    const setting = remedy && remedySetting(plan, sheet, run, progress.bench, next, remedy);
    const dried = taughtByCause(plan, progress, plan.runs.indexOf(run), id, Date.now());
    const acts: BenchAct[] = [
      {
        ...{ kind: 'remedy-tried', tryId: `try-${Date.now().toString(36)}`, runId: run.id },
        ...{ fromSheet: next, sign: task.sign, causeId: id },
        ...(dried && { dried }),
      },
    ];
    if (setting)
      acts.push({
        ...{ kind: 'setting-changed', roundId: EDITION_ROUND, runId: run.id, fromSheet: next, ...setting },
        why: causeWords(`sign.${task.sign}`),
      });
    if (await log(...acts)) onClose();
  };
  return (
    <li>
      <p>
        <strong>{causeWords(`cause.${id}`)}</strong>{' '}
        <span className={clsx(kit.quiet, kit.num)}>
          {causeWords('chance', { percent: Math.max(1, Math.round(100 * chance)) })}
        </span>
      </p>
      <p>
        {causeWords(`remedy.${id}`)} <span className={kit.quiet}>{causeWords('costs', { minutes, sheets })}</span>
        {tried && <span className={kit.quiet}> · {causeWords('tried', { ...tried })}</span>}
      </p>
      <Button className={kit.above4} onClick={() => void take()}>
        {causeWords('tryIt', { sheet: next })}
      </Button>
    </li>
  );
}
