'use client';
import { useMemo, useState } from 'react';
import type { Fault, Outlier } from '@/core/sheets';
import { apartFrom, impressionsOfRound, printKey, printNamed, type Impression } from '@/derived';
import { EDITION_ROUND, GRADES, type BenchAct } from '@/model';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { inWords } from '@/words/failures';
import { lookOverWords } from '@/words/lookOver';

/** Which prints lie on the table. */
export const PILES = ['all', 'open', 'good', 'usable', 'not', 'apart'] as const;
export type Pile = (typeof PILES)[number];
type Grade = (typeof GRADES)[number];

const isOn = (pile: Pile, print: Impression, apart: ReadonlyMap<string, unknown>) => {
  if (pile === 'all') return true;
  if (pile === 'apart') return apart.has(print.name);
  return pile === (print.graded?.grade ?? 'open');
};

/** Everything the log takes about one print. */
export function usePrintActs() {
  const { log, tell } = usePrintDesk('log', 'tell');
  const say = async (...acts: BenchAct[]) => {
    const answer = await log(...acts);
    if (!answer.ok) tell(inWords(answer));
    return answer.ok;
  };
  return {
    grade: (print: Impression, grade: Grade) => say({ kind: 'looked-over', ...printNamed(print), grade, note: '' }),
    place: (print: Impression, fault: Fault, xMm: number, yMm: number) =>
      say({
        ...{ kind: 'fault-placed', placeId: crypto.randomUUID(), ...printNamed(print), fault, note: '' },
        ...{ xMm: Math.round(10 * xMm) / 10, yMm: Math.round(10 * yMm) / 10 },
      }),
    takeBack: (placeId: string) => say({ kind: 'fault-place-undone', placeId }),
    varies: (print: Impression, says: string) => say({ kind: 'varies-in', ...printNamed(print), says }),
    chooseBat: (print: Impression) => say({ kind: 'bat-chosen', ...printNamed(print) }),
  };
}

/** The prints of a round on the table: which one leans in on, which lies beside it, and the acts on them. */
export function useLookOver() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const { bench } = progress;
  const [roundId, setRoundId] = useState<string>(EDITION_ROUND);
  const [pile, setPile] = useState<Pile>('all');
  const [chosenName, choose] = useState<string>();
  const [besideName, setBeside] = useState<string>();
  const [againstBat, setAgainstBat] = useState(false);
  const all = useMemo(() => tableOf(impressionsOfRound(plan, progress, roundId)), [plan, progress, roundId]);
  const apart = useMemo(() => byPrint(apartFrom(plan, progress, all)), [plan, progress, all]);
  const bat = useMemo(() => batOf(plan, progress), [plan, progress]);
  const shown = useMemo(() => all.filter((print) => isOn(pile, print, apart)), [all, apart, pile]);
  const chosen = all.find(({ name }) => name === chosenName) ?? shown[0] ?? all[0];
  const beside = againstBat ? bat : all.find(({ name }) => name === besideName && name !== chosen?.name);
  const counts = new Map(PILES.map((one) => [one, all.filter((print) => isOn(one, print, apart)).length]));
  const acts = usePrintActs();
  const sort = (grade: Grade) => {
    if (!chosen) return;
    void acts.grade(chosen, grade);
    const next = nextToSort(all, shown, chosen);
    if (grade !== 'open' && next) choose(next.name);
  };
  const layBeside = () => {
    setAgainstBat(false);
    setBeside((known) => (known === chosen?.name ? undefined : chosen?.name));
  };
  const holdBat = () => setAgainstBat((on) => !on && bat !== undefined);
  useSortKeys(sort, layBeside, holdBat);
  return {
    ...{ all, shown, counts, apart, chosen, choose, beside, besideName, layBeside, pile, setPile, sort, acts },
    ...{ bat, againstBat, holdBat, roundId, setRoundId, rounds: bench.rounds },
  };
}

export type LookingOver = ReturnType<typeof useLookOver>;

/** What lies on the table: prints that something is on, but for those set aside on the way and for tests. */
const tableOf = (prints: readonly Impression[]) =>
  prints.filter(({ kind, printed }) => printed > 0 && kind !== 'spoiled' && kind !== 'test');

/** The worst that is said of each print. */
function byPrint(outliers: readonly Outlier[]): ReadonlyMap<string, readonly Outlier[]> {
  const prints = new Map<string, Outlier[]>();
  for (const one of outliers) prints.set(one.print, [...(prints.get(one.print) ?? []), one]);
  return prints;
}

/** The print all others are held against: as it was chosen, else the one that bears the mark. */
function batOf(plan: Parameters<typeof impressionsOfRound>[0], progress: Parameters<typeof impressionsOfRound>[1]) {
  const { bat, marks } = progress.bench;
  const print = bat ?? marks.find(({ role }) => role === 'B.A.T.');
  if (!print) return undefined;
  return impressionsOfRound(plan, progress, print.roundId ?? EDITION_ROUND).find(({ key }) => key === printKey(print));
}

/** The next print that is not sorted, after the chosen one and then from the first on; the one that follows where all are. */
function nextToSort(all: readonly Impression[], shown: readonly Impression[], chosen: Impression) {
  const from = shown.findIndex(({ name }) => name === chosen.name);
  const others = [...shown.slice(from + 1), ...shown.slice(0, Math.max(0, from))];
  return others.find(({ graded }) => !graded) ?? all.find(({ graded, name }) => !graded && name !== chosen.name);
}

function useSortKeys(sort: (grade: Grade) => void, layBeside: () => void, holdBat: () => void) {
  useKeys('1', lookOverWords('key.good'), () => sort('good'), outsideDialogs);
  useKeys('2', lookOverWords('key.usable'), () => sort('usable'), outsideDialogs);
  useKeys('3', lookOverWords('key.not'), () => sort('not'), outsideDialogs);
  useKeys('0', lookOverWords('key.open'), () => sort('open'), outsideDialogs);
  useKeys('c', lookOverWords('key.beside'), layBeside, outsideDialogs);
  useKeys('b', lookOverWords('key.bat'), holdBat, outsideDialogs);
}
