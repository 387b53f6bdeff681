'use client';
import clsx from 'clsx';
import type { PlaceTally, SheetAtPlace } from '@/derived';
import { kit } from '@/ui/kit/styles';
import { tableWords } from '@/words/table';
import type { ClassView } from './useClass';
import css from './table.module.css';

/** What each place has printed: by places, by no names. */
export function Tally({ view: { tally, index, shown, place } }: { readonly view: ClassView }) {
  const done = tally.reduce((sum, { printed }) => sum + printed, 0);
  const all = (shown?.places ?? 0) * (shown?.each ?? 0);
  return (
    <section aria-labelledby="tally">
      <h1 id="tally">{tableWords('tally.title')}</h1>
      <p className={clsx(kit.above6, kit.below8)}>{tableWords('tally.sum', { done, all })}</p>
      <table className={css.tally} aria-labelledby="tally">
        <thead>
          <tr>
            <th scope="col">{tableWords('tally.place')}</th>
            <th scope="col">{tableWords('tally.sheets')}</th>
            <th scope="col">{tableWords('tally.printed', { run: index + 1 })}</th>
          </tr>
        </thead>
        <tbody>
          {tally.map((one) => (
            <PlaceRow key={one.place} of={one} mine={one.place === place} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function PlaceRow({ of, mine }: { readonly of: PlaceTally; readonly mine: boolean }) {
  return (
    <tr className={clsx(mine && css.mineRow)} data-testid={`place-${of.place}`}>
      <th scope="row">{of.place}</th>
      <td>
        {of.sheets.map((sheet) => (
          <SheetMark key={sheet.sheet} of={sheet} />
        ))}
      </td>
      <td className={kit.num}>{tableWords('tally.of', { printed: of.printed, each: of.sheets.length })}</td>
    </tr>
  );
}

/** A sheet as a small square: how many runs lie on it; a fault is a torn corner, set aside is dotted. */
function SheetMark({ of: { sheet, pulls, faults, setAside } }: { readonly of: SheetAtPlace }) {
  return (
    <span
      className={clsx(
        css.mark,
        pulls.length > 0 && css.printedMark,
        faults.length > 0 && css.faultyMark,
        setAside && css.asideMark,
      )}
      role="img"
      aria-label={tableWords('tally.cell', {
        sheet,
        films: pulls.length,
        faults: faults.length,
        aside: setAside ? 'yes' : 'no',
      })}
    >
      {pulls.length > 0 && pulls.length}
    </span>
  );
}
