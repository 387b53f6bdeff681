'use client';
import { inWords } from '@/words/failures';
import { useEffect, useMemo, useRef, useState } from 'react';
import { forecastEdition, isTestSheet, type Fault } from '@/core/sheets';
import { type Run } from '@/model';
import { beliefOf, faultsOf, stillToKeep } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { outsideDialogs, useKeys } from '../kit/keys';
import { usePedal } from '../kit/pedal';
import { benchWords } from '@/words/bench';

export const FAULT_KEYS = [
  '1',
  '2',
  '3',
  '4',
  '5',
  '6',
  '7',
  '8',
  '9',
  '0',
  'a',
  'b',
  'c',
  'd',
  'e',
  'f',
  'g',
  'h',
  'i',
];

/** The run at the press: the sheet that is next, what was said of it so far, and the acts on it. */
export function usePull() {
  const { plan, progress, seeColourway } = usePrintDesk('plan', 'progress', 'seeColourway');
  const index = progress.currentRun;
  const run = plan.runs[index];
  const mine = progress.runs[index];
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [note, setNote] = useState('');
  const [noteOpen, setNoteOpen] = useState(false);
  const [finishing, setFinishing] = useState(false);
  const ready = Boolean(run && progress.bench.started && mine.phase !== 'planned');
  const next = mine?.tally.waiting[0];
  const colourwayId = progress.bench.colourwaySheets.get(next ?? '');
  // the press shows the inks of the sheet that lies ready
  useEffect(() => {
    seeColourway(colourwayId);
    return () => seeColourway(undefined);
  }, [colourwayId, seeColourway]);
  const last = mine?.tally.pulled.at(-1) ?? progress.bench.pulls.at(-1);
  const toggle = (fault: Fault) => setFaults((f) => (f.includes(fault) ? f.filter((x) => x !== fault) : [...f, fault]));
  const say = (faults: readonly Fault[], note: string) => {
    setFaults(faults);
    setNote(note);
  };
  const acts = usePullActs({ run, next, faults, note, ready }, say);
  return {
    ...{ index, run, mine, ready, next, last, faults, toggle, colourwayId },
    faultsHere: run ? faultsOf(plan, run) : [],
    ...{ note, setNote, noteOpen, setNoteOpen, finishing, setFinishing, ...acts },
  };
}

/** What every part of the Pull view is told. */
export type Pulling = ReturnType<typeof usePull>;

/** The bench's keys, and its pedal. */
export function usePullKeys({ ready, noteOpen, finishing, pull, takeBack, setNoteOpen, toggle, faultsHere }: Pulling) {
  const hot = { ...outsideDialogs, enabled: ready && !noteOpen && !finishing };
  usePedal(benchWords('keys.pull'), () => void pull(false), hot.enabled);
  useKeys('x', benchWords('keys.aside'), () => void pull(true), hot);
  useKeys('z', benchWords('keys.takeBack'), () => void takeBack(), { ...outsideDialogs, enabled: !noteOpen });
  useKeys(
    'n',
    benchWords('keys.note'),
    (e) => {
      e.preventDefault();
      setNoteOpen(true);
    },
    hot,
  );
  useKeys(
    FAULT_KEYS.join(','),
    benchWords('keys.fault'),
    (e) => {
      const i = FAULT_KEYS.indexOf(e.key.toLowerCase());
      if (faultsHere[i]) toggle(faultsHere[i]);
    },
    hot,
  );
}

/** The next pull, as it is on screen. */
interface NextPull {
  readonly run: Run;
  readonly next: string;
  readonly faults: readonly Fault[];
  readonly note: string;
  readonly ready: boolean;
}

/** Logging a pull and taking it back; `say` sets the faults and the note on screen. */
function usePullActs(onScreen: NextPull, say: (faults: readonly Fault[], note: string) => void) {
  const { log, tell, progress } = usePrintDesk('log', 'tell', 'progress');
  const [busy, setBusy] = useState(false);
  /** What a key or the pedal acts on is what is on screen at that moment, not what was when the key was last bound. */
  const shown = useRef(onScreen);
  shown.current = onScreen;
  const { run, next } = onScreen;
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
    say([], '');
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
    say(now.faults, now.note);
    tell(inWords(answer));
  };
  const takeBack = async () => {
    const pulls = progress.bench.pulls;
    const undone = pulls.at(-1);
    if (!undone || busy) return;
    const answer = await log({ kind: 'pull-undone', pullId: undone.id });
    if (!answer.ok) tell(inWords(answer));
  };
  return { busy, pull, takeBack };
}

/** What this edition will come to, by what happened so far; worked out anew when that is otherwise. */
export function useForecast(index: number, wanted: number) {
  const { progress, otherRuns, plan } = usePrintDesk('progress', 'otherRuns', 'plan');
  const asked = useMemo(() => {
    if (!progress.bench.started) return undefined;
    const shownIndex = Math.min(index, plan.runs.length - 1);
    const tally = progress.runs[shownIndex]?.tally;
    if (!tally) return undefined;
    const keptSheets = new Set(progress.bench.kept.map(({ sheet }) => sheet));
    // the promise is for the first set of inks: colourways have sheets of their own
    const other = progress.bench.colourwaySheets;
    const counted = tally.pulled.filter(
      (p) => !isTestSheet(p.sheet) && !keptSheets.has(p.sheet) && !other.has(p.sheet),
    );
    const lost = counted.filter((p) => p.setAside).length;
    const standing = {
      run: shownIndex,
      keptInRun: counted.length - lost,
      lostInRun: lost,
      waiting: tally.waiting.filter((s) => !isTestSheet(s) && !other.has(s)).length,
      runsAfterThis: plan.runs.length - 1 - shownIndex,
      toKeep: stillToKeep(plan, progress, shownIndex),
    };
    // this run's own losses speak through what is seen in it, not a second time through the belief
    const belief = beliefOf(plan, otherRuns, progress.bench, plan.runs[shownIndex].id);
    return JSON.stringify({ standing, belief });
  }, [index, plan, progress, otherRuns]);
  return useMemo(() => {
    if (!asked) return undefined;
    const { standing, belief } = JSON.parse(asked) as {
      standing: Parameters<typeof forecastEdition>[0];
      belief: Parameters<typeof forecastEdition>[2];
    };
    const answer = forecastEdition(standing, wanted, belief);
    return answer.ok ? answer.value : undefined;
  }, [asked, wanted]);
}
