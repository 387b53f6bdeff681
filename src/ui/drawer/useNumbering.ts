'use client';
import { useMemo, useState } from 'react';
import type { EditionKind, SheetRole } from '@/core/sheets';
import {
  adviceFor,
  bestFirst,
  bySheet,
  editionKindOf,
  marksChanged,
  marksFor,
  markedProgressive,
  numberingLines,
  printKey,
  type NumberingLine,
} from '@/derived';
import { drawerWords } from '@/words/drawer';
import { inWords } from '@/words/failures';
import { useKeys } from '../kit/keys';
import { usePrintDesk } from '../kit/printContext';

/** The order of the prints and what each is, before and after it is written down. */
export function useNumbering() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const { bench } = progress;
  const finished = progress.currentRun >= plan.runs.length && plan.runs.length > 0;
  const onRecord = useMemo(() => numberingLines(plan, progress), [plan, progress]);
  const [order, setOrder] = useState<readonly (readonly [key: string, role: SheetRole])[]>();
  const [typedKind, setEdition] = useState<EditionKind>();
  const [chosenKey, choose] = useState<string>();
  const edition = typedKind ?? editionKindOf(progress);
  const lines: readonly NumberingLine[] = useMemo(
    () => (order ? ordered(onRecord, order) : onRecord),
    [onRecord, order],
  );
  const setLines = (next: readonly NumberingLine[] | undefined) =>
    setOrder(next?.map(({ key, role }) => [key, role] as const));
  const marks = useMemo(() => marksFor(plan, progress, lines, edition), [plan, progress, lines, edition]);
  const markOf = useMemo(() => new Map(marks.map((mark) => [printKey(mark), mark.mark])), [marks]);
  const advice = useMemo(() => adviceFor(plan, lines, edition), [plan, lines, edition]);
  const move = (key: string, by: number) => {
    const from = lines.findIndex((line) => line.key === key),
      to = from + by;
    if (from < 0 || to < 0 || to >= lines.length) return;
    const next = [...lines];
    next.splice(to, 0, ...next.splice(from, 1));
    setLines(next);
  };
  useKeys('alt+up, alt+down', drawerWords('numbering.moveKey'), (e) => {
    e.preventDefault();
    if (chosenKey) move(chosenKey, e.key === 'ArrowUp' ? -1 : 1);
  });
  const given = bench.numberings.length > 0;
  const last = bench.numberings.at(-1);
  const changed = last !== undefined && (!sameMarks(marks, last.marks) || last.edition !== edition);
  const letGo = () => {
    setOrder(undefined);
    setEdition(undefined);
  };
  return {
    ...{ lines, markOf, marks, advice, edition, setEdition, finished, given, changed, choose, chosenKey, move, letGo },
    early: useMemo(() => markedProgressive(plan, progress), [plan, progress]),
    changes: useMemo(() => marksChanged(bench), [bench]),
    setRole: (key: string, role: SheetRole) =>
      setLines(lines.map((line) => (line.key === key ? { ...line, role } : line))),
    byNumber: () => setLines(lines.toSorted(bySheet)),
    best: () => setLines(bestFirst(plan, progress, lines)),
    ...useWriteNumbers(marks, edition, letGo),
  };
}

/** What every part of the numbering is told. */
export type Numbering = ReturnType<typeof useNumbering>;

/** What is known of the prints now, in an order that was chosen before. */
function ordered(
  lines: readonly NumberingLine[],
  order: readonly (readonly [key: string, role: SheetRole])[],
): NumberingLine[] {
  const byKey = new Map(lines.map((line) => [line.key, line]));
  const known = order.flatMap(([key, role]) => {
    const line = byKey.get(key);
    byKey.delete(key);
    return line ? [{ ...line, role }] : [];
  });
  return [...known, ...byKey.values()];
}

type Marks = ReturnType<typeof marksFor>;

function sameMarks(a: Marks, b: Marks): boolean {
  const said = (marks: Marks) => JSON.stringify(marks.map((mark) => [printKey(mark), mark.mark]));
  return said(a) === said(b);
}

function useWriteNumbers(marks: Marks, edition: EditionKind, letGo: () => void) {
  const { log, tell } = usePrintDesk('log', 'tell');
  const [reasonOpen, setReasonOpen] = useState(false);
  const [reason, setReason] = useState('');
  const write = async (why: string) => {
    const answer = await log({ kind: 'numbered', edition, marks, reason: why });
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    letGo();
    setReasonOpen(false);
    setReason('');
  };
  return { write, reasonOpen, setReasonOpen, reason, setReason };
}
