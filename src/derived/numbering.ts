import {
  markSheets,
  numberingAdvice,
  proposeRoles,
  sheetOfPrint,
  type EditionKind,
  type NumberingAdvice,
  type SheetRole,
} from '@/core/sheets';
import { EDITION_ROUND, type ActOf, type Plan } from '@/model';
import { printKey, printNamed } from './bench/editionActs';
import { impressionsOf, impressionsOfRound, type Impression } from './impressions';
import { markedProgressive } from './progressiveSet';
import type { Progress } from './progress';

/** A print in the order of the numbering, and what it is to be. */
export interface NumberingLine extends Impression {
  readonly role: SheetRole;
}

/** The prints that may bear a mark: those of the edition that came through all runs, then proofs. */
function mayBear(plan: Plan, progress: Progress): Impression[] {
  const kept = new Set(progress.bench.kept.map(({ sheet }) => sheet)),
    never: readonly string[] = ['spoiled', 'test', 'unfinished'];
  return [
    ...impressionsOf(plan, progress).filter(
      ({ roundId, kind, sheet }) => roundId === EDITION_ROUND && !never.includes(kind) && !kept.has(sheet),
    ),
    ...progress.bench.rounds.flatMap(({ roundId, round }) =>
      round === 'proof' ? impressionsOfRound(plan, progress, roundId) : [],
    ),
  ];
}

/** As they stand on record; as they are proposed where no number was given yet. */
export function numberingLines(plan: Plan, progress: Progress): NumberingLine[] {
  const prints = mayBear(plan, progress),
    { marks } = progress.bench;
  if (marks.length === 0) return bestFirst(plan, progress, prints, true);
  const byKey = new Map(prints.map((print) => [print.key, print]));
  const marked = marks.flatMap((mark) => {
    const print = byKey.get(printKey(mark));
    return print ? [{ ...print, role: mark.role }] : [];
  });
  const named = new Set(marked.map(({ key }) => key));
  return [
    ...marked,
    ...prints.filter(({ key }) => !named.has(key)).map((print) => ({ ...print, role: 'not numbered' as const })),
  ];
}

/** How far a print stands back: by how it was sorted, then by the faults noted on the way. */
const BY_GRADE = { good: 0, usable: 2, not: 3 } as const;
const standsBack = ({ graded }: Impression) => (graded ? BY_GRADE[graded.grade] : 1);

/**
 * The best prints go first into the edition, those sorted out into none; the print that is good to print keeps its name. `inOrder`: within a role
 * they stay in the order they were started.
 */
export function bestFirst(
  plan: Plan,
  { bench }: Progress,
  prints: readonly Impression[],
  inOrder = false,
): NumberingLine[] {
  const isBat = ({ key }: Impression) => bench.bat !== undefined && printKey(bench.bat) === key;
  const ranked = prints.toSorted(
    (a, b) => standsBack(a) - standsBack(b) || a.faults.length - b.faults.length || bySheet(a, b),
  );
  const sets = [undefined, ...plan.colourways.map(({ id }) => id)];
  const lines = sets.flatMap((colourwayId): NumberingLine[] => {
    const own = ranked.filter((print) => print.colourwayId === colourwayId);
    const goes = own.filter(
      (print) => print.roundId === EDITION_ROUND && print.graded?.grade !== 'not' && !isBat(print),
    );
    const colourway = plan.colourways.find(({ id }) => id === colourwayId);
    const roles = proposeRoles(
      goes.map(({ name }) => name),
      colourway ? colourway.edition : plan.sheets.edition,
      colourway ? 0 : plan.sheets.progressiveSets,
    );
    return [
      ...goes.map((print, i) => ({ ...print, role: roles[i] })),
      ...own
        .filter((print) => !goes.includes(print))
        .map((print) => ({ ...print, role: isBat(print) ? ('B.A.T.' as const) : ('not numbered' as const) })),
    ];
  });
  if (!inOrder) return lines;
  const rank = (line: NumberingLine) =>
    sets.indexOf(line.colourwayId) * 100 + ROLE_ORDER.indexOf(line.role) + (line.roundId === EDITION_ROUND ? 0 : 50);
  return lines.toSorted((a, b) => rank(a) - rank(b) || bySheet(a, b));
}

const ROLE_ORDER: readonly SheetRole[] = [
  ...(['numbered', 'progressive', 'A.P.', 'P.P.', 'B.A.T.', 'H.C.'] as const),
  ...(['state', 'T.P.', 'C.P.', 'not numbered'] as const),
];

/** By round, sheet, and letter where a sheet is cut apart. */
export function bySheet(a: Impression, b: Impression): number {
  if (a.roundId !== b.roundId)
    return a.roundId === EDITION_ROUND ? -1 : b.roundId === EDITION_ROUND ? 1 : a.roundId.localeCompare(b.roundId);
  const [x, y] = [sheetOfPrint(a.name), sheetOfPrint(b.name)];
  return Number(x.sheet) - Number(y.sheet) || (x.image ?? 0) - (y.image ?? 0);
}

/** The marks of a numbering, in its order; sheets that were kept before they were finished bear theirs besides. Prints in another set of inks are numbered apart. */
export function marksFor(
  plan: Plan,
  progress: Progress,
  lines: readonly NumberingLine[],
  edition: EditionKind,
): ActOf<'numbered'>['marks'] {
  const sets = [undefined, ...plan.colourways.map(({ id }) => id)];
  const marks = new Map<string, string>();
  for (const colourwayId of sets) {
    const own = lines.filter((line) => line.colourwayId === colourwayId);
    const made = markSheets(
      own.map(({ key }) => key),
      own.map(({ role }) => role),
      {
        ...{ runs: plan.runs.length, edition },
        sets: colourwayId === undefined ? plan.sheets.progressiveSets : 0,
        series: plan.colourways.find(({ id }) => id === colourwayId)?.name,
      },
    );
    for (const { sheet, mark } of made) marks.set(sheet, mark);
  }
  return [
    ...lines.flatMap(({ key, name, roundId, role, colourwayId }) => {
      const mark = marks.get(key);
      return mark === undefined
        ? []
        : [
            {
              ...printNamed({ roundId, name }),
              ...(colourwayId === undefined ? {} : { colourwayId }),
              ...{ role, mark },
            },
          ];
    }),
    ...markedProgressive(plan, progress).map(({ sheet, mark }) => ({ sheet, role: 'progressive' as const, mark })),
  ];
}

/** What custom says of a numbering, for each set of inks. */
export function adviceFor(
  plan: Plan,
  lines: readonly NumberingLine[],
  edition: EditionKind,
): (NumberingAdvice & { readonly series: string })[] {
  return [undefined, ...plan.colourways].flatMap((colourway) => {
    const own = lines.filter(({ colourwayId }) => colourwayId === colourway?.id);
    return numberingAdvice(
      own.map(({ role }) => role),
      edition,
      own.filter(({ role, varies }) => role === 'numbered' && varies === '').length,
    ).map((advice) => ({ ...advice, series: colourway?.name ?? '' }));
  });
}

/** What an edition is taken to be while nothing is said: varied where something is said to vary. */
export function editionKindOf({ bench }: Pick<Progress, 'bench'>): EditionKind {
  return bench.numberings.at(-1)?.edition ?? (bench.varies.size > 0 ? 'varied' : 'identical');
}

/** A mark that was changed by a numbering: before, and after; empty where there was none. */
export interface MarkChanged {
  readonly name: string;
  readonly before: string;
  readonly after: string;
}

/** What each numbering after the first changed. */
export function marksChanged({ numberings }: Pick<Progress['bench'], 'numberings'>): MarkChanged[][] {
  return numberings.slice(1).map(({ marks }, i) => {
    const before = new Map(numberings[i].marks.map((mark) => [printKey(mark), mark.mark])),
      after = new Map(marks.map((mark) => [printKey(mark), mark.mark]));
    return [...new Set([...before.keys(), ...after.keys()])].flatMap((key) =>
      before.get(key) === after.get(key)
        ? []
        : [{ name: key.split('/')[1], before: before.get(key) ?? '', after: after.get(key) ?? '' }],
    );
  });
}
