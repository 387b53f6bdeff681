'use client';
import { useEffect, useMemo, useRef, type Dispatch, type SetStateAction } from 'react';
import { FAULTS, forecastEdition, isTestSheet, type Fault } from '@/core/sheets';
import { beliefOf, type Run } from '@/records';
import { usePrintDesk } from '../kit/printContext';
import { useKeys } from '../kit/keys';

export const FAULT_KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', 'a', 'b', 'c'];

export function usePullKeys(
  ready: boolean,
  noteOpen: boolean,
  finishing: boolean,
  pull: (setAside: boolean) => Promise<void>,
  takeBack: () => Promise<void>,
  setNoteOpen: Dispatch<SetStateAction<boolean>>,
  toggle: (fault: Fault) => void,
) {
  const hot = { enabled: ready && !noteOpen && !finishing };
  useKeys(
    'space',
    'log the pull (the pedal does the same)',
    (e) => {
      e.preventDefault();
      void pull(false);
    },
    hot,
  );
  useKeys('x', 'set the sheet aside', () => void pull(true), hot);
  useKeys('z', 'take the last pull back', () => void takeBack(), { enabled: !noteOpen });
  useKeys(
    'n',
    'a note',
    (e) => {
      e.preventDefault();
      setNoteOpen(true);
    },
    hot,
  );
  useKeys(
    FAULT_KEYS.join(','),
    'a fault; again to take it off',
    (e) => {
      const i = FAULT_KEYS.indexOf(e.key.toLowerCase());
      if (i >= 0) toggle(FAULTS[i]);
    },
    hot,
  );
}

/** Logging a pull and taking it back. */
export function usePullActs(
  run: Run,
  next: string,
  faults: readonly Fault[],
  note: string,
  ready: boolean,
  setBusy: Dispatch<SetStateAction<boolean>>,
  setFaults: Dispatch<SetStateAction<readonly Fault[]>>,
  setNote: Dispatch<SetStateAction<string>>,
  busy: boolean,
) {
  const { log, tell, progress } = usePrintDesk();
  /** What a key or the pedal acts on is what is on screen at that moment, not what was when the key was last bound. */
  const shown = useRef({ run, next, faults, note, ready });
  shown.current = { run, next, faults, note, ready };
  const underWay = useRef<string>(undefined);
  // another sheet is shown: the pull before it is counted, or was taken back, here or elsewhere
  useEffect(() => {
    underWay.current = undefined;
  }, [next, run?.id]);
  const pull = async (setAside: boolean) => {
    const now = shown.current;
    const pulled = `${now.run?.id} ${now.next}`;
    // a pedal that bounces before the pull is shown as counted presses for the same sheet: once is enough
    if (!now.ready || !now.next || underWay.current === pulled) return;
    underWay.current = pulled;
    setBusy(true);
    setFaults([]);
    setNote('');
    const answer = await log({
      kind: 'pull',
      runId: now.run.id,
      sheet: now.next,
      faults: [...now.faults],
      setAside,
      note: now.note.trim(),
    });
    setBusy(false);
    if (answer.ok) return;
    underWay.current = undefined;
    setFaults(now.faults);
    setNote(now.note);
    tell(answer.message);
  };
  const takeBack = async () => {
    const pulls = progress.bench.pulls;
    const undone = pulls.at(-1);
    if (!undone || busy) return;
    const answer = await log({ kind: 'pull-undone', pullId: undone.id });
    if (!answer.ok) tell(answer.message);
  };
  return { pull, takeBack };
}

/** What this edition will come to, by what happened so far. */
export function useForecast(index: number, wanted: number) {
  const {
    progress,
    state,
    state: { plan },
  } = usePrintDesk();
  const forecast = useMemo(() => {
    if (!progress.bench.started) return undefined;
    const shownIndex = Math.min(index, plan.runs.length - 1);
    const tally = progress.runs[shownIndex]?.tally;
    if (!tally) return undefined;
    const counted = tally.pulled.filter((p) => !isTestSheet(p.sheet));
    const lost = counted.filter((p) => p.setAside).length;
    // this run's own losses speak through what is seen in it, not a second time through the belief
    const base = beliefOf(plan, state.otherRuns, progress.bench, plan.runs[shownIndex].id);
    const answer = forecastEdition(
      {
        keptInRun: counted.length - lost,
        lostInRun: lost,
        waiting: tally.waiting.filter((s) => !isTestSheet(s)).length,
        runsAfterThis: plan.runs.length - 1 - shownIndex,
      },
      wanted,
      base,
    );
    return answer.ok ? answer.value : undefined;
  }, [index, plan, progress, state.otherRuns, wanted]);
  return forecast;
}
