'use client';
import { useMemo, useState } from 'react';
import { classNow, nextSheetAt, paceOfClass, roundOfClass, tallyOfClass, type ClassAtBlock } from '@/derived';
import type { Fault } from '@/core/sheets';
import type { BenchAct, Run, Station } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useMay, usePlaceHere } from '@/ui/kit/role';
import { inWords } from '@/words/failures';

/** The class at the block, or the last one, with what each place has done and whose turn it is. */
export function useClass() {
  const { plan, progress, selectedRun, log, tell } = usePrintDesk('plan', 'progress', 'selectedRun', 'log', 'tell');
  const { bench } = progress;
  const may = useMay()('bench');
  const own = usePlaceHere();
  const [picked, pick] = useState<number>();
  const now = classNow(bench);
  const shown = now ?? bench.classes.at(-1);
  const run: Run | undefined = plan.runs[Math.max(0, selectedRun - 1)] ?? plan.runs[0];
  const tally = useMemo(() => (shown ? tallyOfClass(bench, shown, run?.id) : []), [bench, shown, run]);
  const act = async (...acts: BenchAct[]) => {
    const done = await log(...acts);
    if (!done.ok) tell(inWords(done));
  };
  const place = now ? (own !== undefined && own <= now.places ? own : picked) : undefined;
  return {
    ...{ plan, bench, run, index: run ? plan.runs.indexOf(run) : 0, now, shown, tally, may, own, place, pick },
    pace: shown && paceOfClass(bench, shown),
    next: place !== undefined && run ? nextSheetAt(tally, place, run.id) : undefined,
    lineUp: (station: Station, at: number) => now && act(line('lined-up', now, station, at)),
    stepOut: (station: Station, at: number) => now && act(line('stepped-out', now, station, at)),
    /** The next sheet of the place is printed: it leaves the line at the block and at the press. */
    printed: (at: number, faults: readonly Fault[]) => {
      const sheet = run && nextSheetAt(tally, at, run.id);
      if (!now || !sheet) return undefined;
      const leaves = (['block', 'press'] as const).filter((one) => now.lines[one].some(({ place: p }) => p === at));
      const pull: BenchAct = {
        ...{ kind: 'pull', runId: run.id, sheet, faults: [...faults], setAside: false, note: '' },
        ...(roundOfClass(bench, now)?.round === 'proof' && { roundId: now.roundId }),
      };
      return act(pull, ...leaves.map((station) => line('stepped-out', now, station, at)));
    },
    end: () => now && act({ kind: 'class-ended', classId: now.classId }),
    act,
  };
}
export type ClassView = ReturnType<typeof useClass>;

const line = (
  kind: 'lined-up' | 'stepped-out',
  { classId }: ClassAtBlock,
  station: Station,
  place: number,
): BenchAct => ({
  ...{ kind, classId, station, place },
});
