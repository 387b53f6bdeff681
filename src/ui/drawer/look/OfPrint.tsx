'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { FAULTS, type Outlier } from '@/core/sheets';
import type { Impression } from '@/derived';
import { Choice } from '@/ui/kit/Choice';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { craftWords } from '@/words/craft';
import { formatLength } from '@/words/lengths';
import { lookOverWords } from '@/words/lookOver';
import { GRADE_CSS } from './grades';
import css from './lookOver.module.css';
import { Held } from './Held';
import type { LookingOver } from './useLookOver';
import type { Placing } from './usePlacing';

const GRADED = ['good', 'usable', 'not'] as const;
const faultOptions = perLanguage(() => FAULTS.map((fault) => [fault, craftWords(`fault.${fault}`)] as const));

type Props = LookingOver & { readonly print: Impression; readonly placing: Placing };

/** What is known of the print one leans in on, and what can be said of it. */
export function OfPrint(props: Props) {
  const { print, sort, apart, placing } = props;
  return (
    <div className={css.ofPrint}>
      <div className={css.grades} role="group" aria-label={lookOverWords('sort', { print: print.name })}>
        {GRADED.map((grade, i) => (
          <Button
            key={grade}
            aria-pressed={print.graded?.grade === grade}
            className={clsx(css.grade, print.graded?.grade === grade && css.is, GRADE_CSS[grade])}
            onClick={() => sort(print.graded?.grade === grade ? 'open' : grade)}
          >
            {lookOverWords(`grade.${grade}`)}&ensp;<kbd>{i + 1}</kbd>
          </Button>
        ))}
      </div>
      <Held looking={props} />
      <p className={clsx(kit.note, css.said)}>
        {[
          lookOverWords('runsOn', { runs: print.printed }),
          ...(print.faults.length > 0
            ? [
                lookOverWords('faults', {
                  faults: print.faults.map((fault) => craftWords(`fault.${fault}`)).join(', '),
                }),
              ]
            : []),
          ...(print.photograph ? [] : [lookOverWords('noPhotograph')]),
        ].join(' · ')}
      </p>
      {apart.get(print.name)?.map((one) => (
        <Apart key={one.of} outlier={one} />
      ))}
      <div className={css.lines}>
        <Faults print={print} placing={placing} />
        <Varies key={print.key} {...props} />
      </div>
    </div>
  );
}

/** Why the application proposes to look at a print again. */
function Apart({ outlier }: { readonly outlier: Outlier }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const colour = plan.flat?.colours.find(({ id }) => id === outlier.colourId)?.name ?? '';
  return (
    <p className={clsx(kit.say, kit.wait)}>
      {outlier.of === 'colour'
        ? lookOverWords('apartColour', { colour, off: outlier.off, usual: outlier.usual })
        : lookOverWords('apartMisfit', {
            off: formatLength(outlier.off, unit),
            usual: formatLength(outlier.usual, unit),
          })}
    </p>
  );
}

/** Faults with their places: put by click or keys, taken back one by one. */
function Faults({ print, placing }: { readonly print: Impression; readonly placing: Placing }) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={css.faultPlaces}>
      <div className={kit.row}>
        <Button onClick={placing.begin} aria-pressed={placing.cross !== undefined}>
          {lookOverWords(placing.cross ? 'placingDone' : 'placeFault')}&ensp;<kbd>F</kbd>
        </Button>
        {placing.cross && (
          <Choice
            className={css.whichFault}
            label={lookOverWords('whichFault')}
            value={placing.fault}
            options={faultOptions()}
            onChange={placing.setFault}
          />
        )}
      </div>
      {placing.cross && <p className={kit.note}>{lookOverWords('placeHow')}</p>}
      <ol>
        {print.placedFaults.map(({ placeId, fault, xMm, yMm }) => (
          <li key={placeId}>
            {lookOverWords('placed', {
              fault: craftWords(`fault.${fault}`),
              x: formatLength(xMm, unit),
              y: formatLength(yMm, unit),
            })}{' '}
            <button type="button" className={kit.link} onClick={() => void placing.takeBack(placeId)}>
              {lookOverWords('takeBack')}
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** What is otherwise on this print, in words: what a varied edition is made of. */
function Varies({ print, acts }: Props) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    const says = typed?.trim();
    if (says !== undefined && says !== print.varies) void acts.varies(print, says);
    setTyped(undefined);
  };
  return (
    <TextField
      label={lookOverWords('varies')}
      value={typed ?? print.varies}
      onChange={(e) => setTyped(e.target.value.slice(0, 300))}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setTyped(undefined);
      }}
    />
  );
}
