'use client';
import { useMemo } from 'react';
import {
  fillsAfter,
  looksOfTrial,
  roundOfClass,
  trialsOf,
  type PlaceTally,
  type SheetLooks,
  type Trial,
} from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Thumb } from '@/ui/kit/Thumb';
import { tableWords } from '@/words/table';
import type { ClassView } from './useClass';
import css from './table.module.css';

interface Seen {
  readonly trial: Trial;
  readonly looks: SheetLooks | undefined;
}

/** What everybody did, beside each other: photographs, and where there are none what lies on the sheets. */
export function SideBySide({ view: { plan, bench, shown, tally } }: { readonly view: ClassView }) {
  const { sheet } = usePrintDesk('sheet');
  const round = shown && roundOfClass(bench, shown);
  const seen = useMemo((): ReadonlyMap<string, Seen> => {
    if (!round) return new Map();
    // sheets that bear the same films look the same
    const known = new Map<string, SheetLooks | undefined>();
    return new Map(
      trialsOf(plan, bench, round)
        .filter(({ laid }) => laid.length > 0)
        .map((trial) => {
          const key = JSON.stringify(trial.laid);
          if (!known.has(key)) known.set(key, looksOfTrial(plan, bench, trial, sheet));
          return [trial.sheet, { trial, looks: known.get(key) }];
        }),
    );
  }, [plan, bench, round, sheet]);
  return (
    <section aria-label={tableWords('side.title')} className={kit.above12}>
      <p className={kit.note}>{tableWords('side.says')}</p>
      <ol className={css.side}>
        {tally.map((one) => (
          <li key={one.place}>
            <h2>{tableWords('side.place', { place: one.place })}</h2>
            <Sheets of={one} seen={seen} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function Sheets({ of, seen }: { readonly of: PlaceTally; readonly seen: ReadonlyMap<string, Seen> }) {
  const { coverage, urls } = usePrintDesk('coverage', 'urls');
  const printed = of.sheets.filter(({ pulls }) => pulls.length > 0);
  if (printed.length === 0) return <p className={kit.note}>{tableWords('side.nothing')}</p>;
  return (
    <div className={css.sheets}>
      {printed.map(({ sheet, photograph }) => {
        const looks = seen.get(sheet)?.looks;
        const how = tableWords(photograph ? 'side.photographed' : 'side.reckoned');
        const label = tableWords('side.picture', { place: of.place, sheet, how });
        return (
          <figure key={sheet}>
            {photograph ? (
              <img src={urls.blob(photograph.pictureSha)} alt={label} loading="lazy" />
            ) : (
              looks &&
              coverage && <Thumb coverage={coverage} fills={fillsAfter(looks, looks.looks.length - 1)} label={label} />
            )}
            <figcaption className={kit.note}>{tableWords('side.sheet', { sheet })}</figcaption>
          </figure>
        );
      })}
    </div>
  );
}
