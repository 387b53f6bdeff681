'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import {
  answersOf,
  keyOfQuestion,
  nextKind,
  questionOf,
  rightOnes,
  standingOf,
  type PracticeLevel,
  type Question,
} from '@/derived';
import type { PracticeKind } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { practiceWords } from '@/words/practice';
import { askedAlready, keepAsked } from './asked';
import { askedInWords, LETTERS, optionInWords, whyInWords } from './inWords';
import css from './practice.module.css';
import { OptionPicture, QuestionPicture } from './QuestionPicture';

const MOST_TRIES = 30;

/** One question after another, each turned over once: a card, and nothing else. */
export function PracticeView({ level, onLeave }: { readonly level: PracticeLevel; readonly onLeave: () => void }) {
  const { plan, practice } = usePrintDesk('plan', 'practice');
  const answered = answersOf(practice.scores);
  const fresh = (last?: PracticeKind): Question | undefined => {
    for (let tried = 0; tried < MOST_TRIES; tried++) {
      const kind = nextKind(standingOf(answered), last, Math.random());
      const question = questionOf(kind, level, Math.floor(Math.random() * 2 ** 31), plan);
      if (question && !askedAlready(keyOfQuestion(question))) return question;
    }
    return undefined;
  };
  const [count, setCount] = useState(1);
  const [question, setQuestion] = useState(() => fresh());
  const [chosen, setChosen] = useState<number>();
  if (!question)
    return (
      <section className={css.card}>
        <p role="status">{practiceWords('none')}</p>
        <Button onClick={onLeave}>{practiceWords('enough')}</Button>
      </section>
    );
  const answer = (at: number) => {
    setChosen(at);
    keepAsked(keyOfQuestion(question));
    const right = rightOnes(question).includes(at);
    void practice.keep({ sample: question.kind, level: 'question', score: right ? 100 : 0 });
  };
  const turn = () => {
    setQuestion(fresh(question.kind));
    setChosen(undefined);
    setCount(count + 1);
  };
  return (
    <section className={css.card} aria-label={practiceWords('title')}>
      <p className={kit.quiet}>
        {practiceWords('asked', { number: count })} · {practiceWords(`kind.${question.kind}`)}
      </p>
      <Card key={count} {...{ question, chosen, answer }} />
      <div className={css.ends}>
        {chosen !== undefined && (
          <Button variant="contained" color="primary" className={kit.target} autoFocus onClick={turn}>
            {practiceWords('next')}
          </Button>
        )}
        <Button className={kit.target} onClick={onLeave}>
          {practiceWords('enough')}
        </Button>
      </div>
    </section>
  );
}

interface CardProps {
  readonly question: Question;
  readonly chosen: number | undefined;
  readonly answer: (at: number) => void;
}

function Card({ question, chosen, answer }: CardProps) {
  const { unit } = usePrintDesk('unit');
  const [asked, ...known] = askedInWords(question, unit);
  const [right] = rightOnes(question);
  return (
    <>
      <h1>{asked}</h1>
      {known.map((clue) => (
        <p key={clue}>{clue}</p>
      ))}
      <QuestionPicture question={question} />
      <ul className={css.options} aria-label={practiceWords('answers')}>
        {question.options.map((_, at) => (
          <li key={at}>
            <button
              type="button"
              className={clsx(
                css.option,
                chosen !== undefined && at === right && css.right,
                chosen === at && css.chosen,
              )}
              disabled={chosen !== undefined}
              onClick={() => answer(at)}
            >
              <b>{LETTERS[at]}</b>
              <OptionPicture question={question} at={at} />
              <span>{optionInWords(question, at, unit)}</span>
            </button>
          </li>
        ))}
      </ul>
      <p role="status" className={css.why}>
        {chosen !== undefined && (
          <>
            <strong>
              {chosen === right ? practiceWords('right') : practiceWords('wrong', { letter: LETTERS[right] })}
            </strong>{' '}
            {whyInWords(question)}
          </>
        )}
      </p>
    </>
  );
}
