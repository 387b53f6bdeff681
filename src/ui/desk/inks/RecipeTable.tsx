'use client';
import clsx from 'clsx';
import { wordForDifference } from '@/core/colour';
import type { Resolved } from '@/derived';
import type { EditOf, Plan } from '@/model';
import { craftWords } from '@/words/craft';
import { inksWords } from '@/words/inks';
import { kit } from '@/ui/kit/styles';
import inksCss from './inks.module.css';

/** The recipes that were found as one edit; undefined where none is another. */
export function recipesTaken(plan: Plan, { plan: next }: Resolved): EditOf<'inks-mixed'> | undefined {
  const mixed = next.inks.filter((ink) => !plan.inks.includes(ink));
  return mixed.length === 0
    ? undefined
    : {
        kind: 'inks-mixed',
        inks: mixed.map(({ id, film, solidLabD50, recipe }) => ({ id, film, solidLabD50, recipe })),
      };
}

/** What recipes found together bring each run to, before and after. */
export function RecipeTable({ resolved }: { resolved: Resolved }) {
  return (
    <table className={clsx(inksCss.cabinet, kit.above10)}>
      <thead>
        <tr>
          <th scope="col">{inksWords('got.run')}</th>
          <th scope="col">{inksWords('got.ink')}</th>
          <th scope="col" className={clsx(kit.num, inksCss.figure)}>
            {inksWords('got.offNow')}
          </th>
          <th scope="col" className={clsx(kit.num, inksCss.figure)}>
            {inksWords('got.mixedAnew')}
          </th>
        </tr>
      </thead>
      <tbody>
        {resolved.changed.map((c) => (
          <tr key={`${c.run} ${c.ink}`}>
            <td>{c.run + 1}</td>
            <td>{c.ink}</td>
            <td className={clsx(kit.num, inksCss.figure)}>{inksWords('got.e', { before: c.before })}</td>
            <td className={clsx(kit.num, inksCss.figure)}>
              {inksWords('got.e2', {
                after: c.after,
                difference: craftWords(`difference.${wordForDifference(c.after)}`),
              })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
