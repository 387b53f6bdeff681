'use client';
import { inWords } from '@/words/failures';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import {
  isTestSheet,
  markSheets,
  printName,
  printNames,
  proposeRoles,
  SHEET_ROLES,
  sheetOfPrint,
  type SheetName,
  type SheetRole,
} from '@/core/sheets';
import { imagesOf, markedProgressive } from '@/derived';
import type { Plan } from '@/model';
import { usePrintDesk } from '../kit/printContext';
import { useKeys } from '../kit/keys';
import { drawerWords } from '@/words/drawer';

export interface Line {
  readonly sheet: SheetName;
  readonly role: SheetRole;
}

/** The order of the sheets and what each is, before and after it is written down. */
export function useNumbering() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const { bench } = progress;
  const finished = progress.currentRun >= plan.runs.length && plan.runs.length > 0;
  const { alive, faultsOf } = useAliveSheets();
  const [lines, setLines] = useState<readonly Line[]>();
  const [chosen, setChosen] = useState(0);
  const [reasonOpen, setReasonOpen] = useState(false);
  const [reason, setReason] = useState('');
  const given = bench.marks.length > 0;
  const onRecord = bench.marks.map(({ mark, ...print }) => ({ sheet: printName(print), mark }));
  const current = lines ?? startLines(alive, faultsOf, plan.sheets, onRecord);
  const early = useMemo(() => markedProgressive(plan, progress), [plan, progress]);
  const marks = [
    ...markSheets(
      current.map((l) => l.sheet),
      current.map((l) => l.role),
      { runs: plan.runs.length, sets: plan.sheets.progressiveSets },
    ),
    ...early.map(({ sheet, mark }) => ({ sheet, mark })),
  ];
  const markOf = new Map(marks.map((m) => [m.sheet, m.mark]));
  const move = (from: number, by: number) => {
    const to = from + by;
    if (to < 0 || to >= current.length) return;
    const next = [...current];
    next.splice(to, 0, ...next.splice(from, 1));
    setLines(next);
    setChosen(to);
  };
  useKeys('alt+up, alt+down', drawerWords('numbering.moveKey'), (e) => {
    e.preventDefault();
    move(chosen, e.key === 'ArrowUp' ? -1 : 1);
  });
  const changed = given && JSON.stringify(marks) !== JSON.stringify(onRecord);
  const write = useWriteNumbers(marks, setLines, setReasonOpen, setReason);
  const proofs = current.filter((l) => l.role === 'A.P.').length;
  const numbered = current.filter((l) => l.role === 'numbered').length;
  return {
    ...{ early, finished, given, changed, current, markOf, faultsOf, proofs, numbered, setLines, move, write },
    ...{ chosen, setChosen, reasonOpen, setReasonOpen, reason, setReason },
  };
}

/** What every part of the numbering is told. */
export type Numbering = ReturnType<typeof useNumbering>;

function useWriteNumbers(
  marks: { sheet: SheetName; mark: string }[],
  setLines: Dispatch<SetStateAction<readonly Line[] | undefined>>,
  setReasonOpen: Dispatch<SetStateAction<boolean>>,
  setReason: Dispatch<SetStateAction<string>>,
) {
  const { log, tell } = usePrintDesk('log', 'tell');
  const write = async (why: string) => {
    const answer = await log({
      kind: 'numbered',
      marks: marks.map(({ sheet, mark }) => ({ ...sheetOfPrint(sheet), mark })),
      reason: why,
    });
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    setLines(undefined);
    setReasonOpen(false);
    setReason('');
  };
  return write;
}

/** Prints of the sheets that came through all runs, and their faults. */
function useAliveSheets() {
  const {
    plan,
    progress: { bench },
  } = usePrintDesk('plan', 'progress');
  const images = imagesOf(plan);
  const alive = useMemo(() => {
    const last = plan.runs.at(-1);
    return last
      ? bench.pulls
          .filter((p) => p.runId === last.id && !p.setAside && !isTestSheet(p.sheet))
          .map((p) => p.sheet)
          .sort((a, b) => Number(a) - Number(b))
          .flatMap((sheet) => printNames(sheet, images))
      : [];
  }, [bench.pulls, images, plan.runs]);
  const faultsOf = useMemo(
    () =>
      new Map(
        alive.map((s) => [
          s,
          [...new Set(bench.pulls.filter((p) => p.sheet === sheetOfPrint(s).sheet).flatMap((p) => p.faults))],
        ]),
      ),
    [alive, bench.pulls],
  );
  return { alive, faultsOf };
}

/** By their sheets, then by their letters. */
export function inOrderOfSheets(a: Pick<Line, 'sheet'>, b: Pick<Line, 'sheet'>): number {
  const [x, y] = [sheetOfPrint(a.sheet), sheetOfPrint(b.sheet)];
  return Number(x.sheet) - Number(y.sheet) || (x.image ?? 0) - (y.image ?? 0);
}

type Wish = Pick<Plan['sheets'], 'edition' | 'progressiveSets'>;

function startLines(
  alive: readonly SheetName[],
  faults: ReadonlyMap<SheetName, readonly string[]>,
  wish: Wish,
  marks: readonly { sheet: SheetName; mark: string }[],
): Line[] {
  if (marks.length === 0)
    return bestFirst(
      alive.map((sheet) => ({ sheet, role: 'numbered' as const })),
      faults,
      wish,
      true,
    );
  const roleOf = (mark: string): SheetRole =>
    mark.startsWith('Prog.') ? 'progressive' : (SHEET_ROLES.find((r) => mark.startsWith(r)) ?? 'numbered');
  const marked = marks
    .filter(({ sheet }) => alive.includes(sheet))
    .map(({ sheet, mark }) => ({ sheet, role: roleOf(mark) }));
  return [
    ...marked,
    ...alive
      .filter((s) => !marks.some((m) => m.sheet === s))
      .map((sheet) => ({ sheet, role: 'not numbered' as const })),
  ];
}

/** Sheets without faults go first into the edition; within it they stay in the order they were started. */
export function bestFirst(
  lines: readonly Line[],
  faults: ReadonlyMap<SheetName, readonly string[]>,
  { edition, progressiveSets }: Wish,
  inOrder = false,
): Line[] {
  const ranked = lines.toSorted(
    (a, b) => (faults.get(a.sheet)?.length ?? 0) - (faults.get(b.sheet)?.length ?? 0) || inOrderOfSheets(a, b),
  );
  const roles = proposeRoles(
    ranked.map((l) => l.sheet),
    edition,
    progressiveSets,
  );
  const proposed = ranked.map((l, i) => ({ sheet: l.sheet, role: roles[i] }));
  if (!inOrder) return proposed;
  const rank = (role: SheetRole) => SHEET_ROLES.indexOf(role);
  return proposed.toSorted((a, b) => rank(a.role) - rank(b.role) || inOrderOfSheets(a, b));
}
