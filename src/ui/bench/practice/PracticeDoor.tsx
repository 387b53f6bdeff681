'use client';
import Button from '@mui/material/Button';
import { answersOf, PRACTICE_LEVELS, standingOf, type PracticeLevel } from '@/derived';
import { PRACTICE_KINDS } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { practiceWords } from '@/words/practice';
import css from './practice.module.css';

interface Props {
  readonly level: PracticeLevel;
  readonly setLevel: (level: PracticeLevel) => void;
  readonly onBegin: () => void;
}

const LEVEL_WORDS = { 1: 'first', 2: 'second', 3: 'third' } as const;

/** Short questions, how hard they are, and quietly what of them is still shaky. */
export function PracticeDoor({ level, setLevel, onBegin }: Props) {
  const { practice } = usePrintDesk('practice');
  const standing = standingOf(answersOf(practice.scores));
  return (
    <section className={css.door} aria-labelledby="practice">
      <div>
        <h2 id="practice">{practiceWords('title')}</h2>
        <p className={kit.note}>{practiceWords('says')}</p>
        <div className={css.begin}>
          <Choice
            label={practiceWords('level')}
            value={level}
            options={PRACTICE_LEVELS.map((one) => [one, practiceWords(`levels.${LEVEL_WORDS[one]}`)] as const)}
            onChange={setLevel}
          />
          <Button variant="contained" color="primary" className={kit.target} onClick={onBegin}>
            {practiceWords('begin')}
          </Button>
        </div>
      </div>
      <div>
        <h3>{practiceWords('record')}</h3>
        <ul className={css.record}>
          {PRACTICE_KINDS.map((kind) => (
            <li key={kind}>
              <span>{practiceWords(`kind.${kind}`)}</span>
              <span className={standing[kind] === 'shaky' ? css.shaky : kit.quiet}>
                {practiceWords(`standing.${standing[kind]}`)}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
