'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { REHEARSAL_LEVELS, type RehearsalLevel } from '@/core/cutting';
import { type Plan, type PracticeScore } from '@/model';
import { SAMPLE_PRINTS, samplePlan, type PracticeLevel, type SamplePrint } from '@/derived';
import { PracticeDoor } from '../practice/PracticeDoor';
import { usePrintDesk } from '../../kit/printContext';
import { BenchTabs } from '../BenchTabs';
import { looksForRehearsal, whyNot } from './stageOf';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RehearseView.module.css';
import type { Rehearsed } from '@/derived';
import { rehearseWords } from '@/words/rehearse';

const Rehearsal = dynamic(
  fetched(() => import('./Rehearsal').then((m) => m.Rehearsal)),
  {
    ssr: false,
    loading: () => (
      <div className={clsx(kit.work, kit.single)}>
        <div className={kit.stage}>
          <p className={kit.note}>{rehearseWords('rehearse.opening')}</p>
        </div>
      </div>
    ),
  },
);

const levelWords = perLanguage((): Readonly<Record<RehearsalLevel, string>> => ({
  'with tracing': rehearseWords('rehearse.theTracingLiesOn'),
  'with hints': rehearseWords('rehearse.outlinesOnlyAskFor'),
  bare: rehearseWords('rehearse.aBareBlockAnd'),
}));

const PracticeView = dynamic(
  fetched(() => import('../practice/PracticeView').then((m) => m.PracticeView)),
  { ssr: false },
);

/** A score of a sample that was rehearsed. */
type RehearsedSample = PracticeScore & { readonly level: RehearsalLevel };

/** What is rehearsed: this print (no sample), or one of the samples. */
interface Begun {
  readonly sample: SamplePrint['id'] | undefined;
  readonly level: RehearsalLevel;
  readonly plan: Plan;
  readonly serial: number;
}

/** Rehearse: the whole reduction without a block. Slips are free here. */
export function RehearseView() {
  const desk = usePrintDesk('plan', 'name', 'progress', 'practice');
  const { plan, name, progress, practice } = desk;
  const [level, setLevel] = useState<RehearsalLevel>('with tracing');
  const [begun, setBegun] = useState<Begun>();
  const [asking, setAsking] = useState(false);
  const [hard, setHard] = useState<PracticeLevel>(1);
  const films = useMemo(() => begun && looksForRehearsal(begun.plan), [begun]);
  const refused = whyNot(plan);
  if (begun && films) {
    return (
      <Rehearsal
        key={begun.serial}
        plan={begun.plan}
        films={films}
        name={begun.sample ? SAMPLE_PRINTS.find((s) => s.id === begun.sample)!.name : name}
        sample={begun.sample}
        level={begun.level}
        onAgain={() => setBegun({ ...begun, serial: begun.serial + 1 })}
        onLeave={() => setBegun(undefined)}
        onScore={(score) => {
          if (begun.sample) void practice.keep({ sample: begun.sample, level: begun.level, score });
        }}
      />
    );
  }
  if (asking)
    return (
      <div className={clsx(kit.work, kit.single)}>
        <div className={clsx(kit.stage, kit.scrolls)}>
          <PracticeView level={hard} onLeave={() => setAsking(false)} />
        </div>
      </div>
    );
  const begin = (sample: SamplePrint['id'] | undefined, plan: Plan) => setBegun({ sample, level, plan, serial: 0 });
  const mine = [...progress.bench.rehearsals].reverse();
  return (
    <div className={clsx(kit.work, kit.single)}>
      <div className={clsx(kit.stage, kit.scrolls)}>
        <BenchTabs view="rehearse" />
        <div className={css.rehearseDoor}>
          <h1>{rehearseWords('rehearse.rehearseTheCuts')}</h1>
          <p className={kit.measure}>{rehearseWords('rehearse.theBlockAsIt')}</p>
          <Levels level={level} setLevel={setLevel} />
          <Choices refused={refused} mine={mine} begin={begin} scores={practice.scores} />
          <PracticeDoor level={hard} setLevel={setHard} onBegin={() => setAsking(true)} />
        </div>
      </div>
    </div>
  );
}

interface ChoicesProps {
  readonly refused: string | undefined;
  readonly mine: Rehearsed[];
  readonly begin: (sample: SamplePrint['id'] | undefined, plan: Plan) => void;
  readonly scores: readonly PracticeScore[];
}

/** This print, and the sample prints to practise on. */
function Choices({ refused, mine, begin, scores }: ChoicesProps) {
  const { name, plan } = usePrintDesk('name', 'plan');
  return (
    <div className={css.rehearseList}>
      <Entry
        title={name}
        says={refused ?? rehearseWords('rehearse.thisPrintRuns', { runs: plan.runs.length })}
        last={
          mine[0] &&
          rehearseWords('rehearse.last', {
            score: Math.round(mine[0].score),
            level: rehearseWords(`level.${mine[0].level}`),
          })
        }
        best={best(mine)}
      >
        <Button
          variant="contained"
          disabled={refused !== undefined}
          className={kit.target}
          onClick={() => begin(undefined, plan)}
        >
          {rehearseWords('rehearse.rehearseThisPrint')}
        </Button>
      </Entry>
      {SAMPLE_PRINTS.map((sample) => {
        const own = scores.filter((s): s is RehearsedSample => s.sample === sample.id && s.level !== 'question');
        return (
          <Entry
            key={sample.id}
            title={sample.name}
            says={rehearseWords(`rehearse.sample.${sample.id}`)}
            last={
              own[0] &&
              rehearseWords('rehearse.last', {
                score: Math.round(own[0].score),
                level: rehearseWords(`level.${own[0].level}`),
              })
            }
            best={best(own)}
          >
            <Button
              className={kit.target}
              onClick={() => begin(sample.id, samplePlan(sample))}
              aria-label={rehearseWords('rehearse.practiseOn', { sample: sample.name })}
            >
              {rehearseWords('rehearse.practise')}
            </Button>
          </Entry>
        );
      })}
    </div>
  );
}

function Levels({ level, setLevel }: { level: RehearsalLevel; setLevel: Dispatch<SetStateAction<RehearsalLevel>> }) {
  return (
    <fieldset className={css.levels}>
      <legend className={kit.quiet}>{rehearseWords('rehearse.howMuchHelp')}</legend>
      {REHEARSAL_LEVELS.map((l) => (
        <label key={l}>
          <input type="radio" name="level" checked={level === l} onChange={() => setLevel(l)} />{' '}
          <strong>{rehearseWords(`level.${l}`)}</strong> <span className={kit.note}>{levelWords()[l]}</span>
        </label>
      ))}
    </fieldset>
  );
}

function best(scores: readonly { readonly score: number }[]): string | undefined {
  return scores.length > 1
    ? rehearseWords('rehearse.best', {
        score: Math.round(Math.max(...scores.map((s) => s.score))),
        times: scores.length,
      })
    : undefined;
}

interface EntryProps {
  readonly title: string;
  readonly says: string;
  readonly last: string | undefined;
  readonly best: string | undefined;
  readonly children: React.ReactNode;
}

function Entry({ title, says, last, best: top, children }: EntryProps) {
  return (
    <div className={css.entry}>
      <div>
        <h2>{title}</h2>
        <p className={kit.note}>{says}</p>
      </div>
      <p className={clsx(kit.note, kit.num)}>
        {[last, top].filter(Boolean).join(' · ') || rehearseWords('rehearse.notYetRehearsed')}
      </p>
      {children}
    </div>
  );
}
