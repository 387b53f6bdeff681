import { SHEET_ROLES, type SheetRole } from '@/core/sheets';
import { type ActOf, type Plan, type PrintStanding } from '@/model';
import { printNamed } from './bench/editionActs';
import { impressionsOf, type Impression } from './impressions';
import type { Progress } from './progress';

const isRole = (kind: Impression['kind']): kind is SheetRole => (SHEET_ROLES as readonly string[]).includes(kind);

/** Where every finished print is. */
export function standingsOf(plan: Plan, progress: Progress): PrintStanding[] {
  const nameOf = (colourwayId: string | undefined) => plan.colourways.find(({ id }) => id === colourwayId)?.name ?? '';
  return impressionsOf(plan, progress).flatMap(({ key, name, roundId, mark, kind, colourwayId, where }) =>
    isRole(kind)
      ? [
          {
            ...{ key, name, roundId, mark, role: kind, colourway: nameOf(colourwayId) },
            ...{
              where: where?.where ?? null,
              place: where?.place ?? '',
              note: where?.note ?? '',
              on: where?.on ?? null,
            },
          },
        ]
      : [],
  );
}

/** Whether a print can still be given away: it lies in the drawer, or nothing was said of it. */
export const canBeGiven = ({ where }: Pick<PrintStanding, 'where'>) => where === null || where === 'drawer';

/** The act that says where a print goes. */
export function moveOf(
  print: Pick<PrintStanding, 'name' | 'roundId'>,
  to: Pick<ActOf<'moved-to'>, 'where' | 'place' | 'note' | 'on'>,
): ActOf<'moved-to'> {
  return { kind: 'moved-to', ...printNamed(print), ...to };
}
