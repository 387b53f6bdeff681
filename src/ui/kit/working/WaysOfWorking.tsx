'use client';
import clsx from 'clsx';
import { useId, type ReactNode } from 'react';
import { fillsAfter } from '@/derived';
import { WAYS_OF_WORKING, type WayOfWorking } from '@/model';
import { kit } from '@/ui/kit/styles';
import { Thumb } from '@/ui/kit/Thumb';
import { workingWords } from '@/words/working';
import { useWayExamples, type WayExample } from './useWayExamples';
import css from './WaysOfWorking.module.css';

interface Props {
  readonly chosen: WayOfWorking | null;
  readonly onChoose: (way: WayOfWorking | null) => void;
  /** What stands beside the ways, and what it is called: what the chosen one sets. */
  readonly beside: string;
  readonly children: ReactNode;
}

/** The ways of working, each with what it is good for, what it asks, and a small print worked so; and what the chosen one sets. */
export function WaysOfWorking({ chosen, onChoose, beside, children }: Props) {
  const examples = useWayExamples(),
    group = useId();
  return (
    <div className={css.ways}>
      <fieldset className={css.list}>
        <legend className={kit.visuallyHidden}>{workingWords('list')}</legend>
        {[null, ...WAYS_OF_WORKING].map((way) => (
          <label key={way} className={clsx(css.way, way === chosen && css.chosen)}>
            <input
              type="radio"
              name={group}
              checked={way === chosen}
              onChange={() => onChoose(way)}
              aria-describedby={`${group}-${way}`}
            />
            <span className={css.says}>
              <strong className={css.name}>
                {way === null ? workingWords('unknown') : workingWords(`way.${way}.name`)}
              </strong>
              <span id={`${group}-${way}`}>
                {way === null ? (
                  <span className={kit.note}>{workingWords('unknownSays')}</span>
                ) : (
                  <>
                    <span className={css.good}>{workingWords(`way.${way}.good`)}</span>
                    <span className={clsx(kit.note, css.asks)}>{workingWords(`way.${way}.asks`)}</span>
                  </>
                )}
              </span>
            </span>
            {way !== null && <Example way={way} example={examples.of(way)} />}
          </label>
        ))}
      </fieldset>
      <section className={css.aside} tabIndex={0} aria-label={beside}>
        {children}
      </section>
    </div>
  );
}

interface ExampleProps {
  readonly way: WayOfWorking;
  readonly example: WayExample | undefined;
}

/** The sheet of the small print after each run, and what it asked. */
function Example({ way, example }: ExampleProps) {
  const name = workingWords(`way.${way}.name`);
  return (
    <span className={css.example}>
      <span className={css.strip} role="group" aria-label={workingWords('example', { name })}>
        {example?.shown.looks.slice(1).map((_, run) => (
          <span key={run} className={css.state}>
            <Thumb
              coverage={example.coverage}
              fills={fillsAfter(example.shown, run + 1)}
              label={workingWords('exampleAfter', { name, run: run + 1 })}
            />
          </span>
        ))}
      </span>
      <span className={kit.note}>
        {example ? workingWords('asksCounts', { ...example.figures }) : workingWords('looking')}
      </span>
    </span>
  );
}
