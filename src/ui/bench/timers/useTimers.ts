'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { timersOf, type TimerNow } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useLog } from '@/ui/kit/useLog';
import { useNow } from '@/ui/kit/useNow';

const TICK_MS = 1000;
/** A clock that fell due longer ago than this while nobody was there does not sound. */
const SOUNDS_FOR_MS = 10 * 60_000,
  SOUNDS_EVERY_MS = 20_000;

/** The clocks of the print as they run, and what quiets one. */
export function useTimers() {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const nowMs = useNow(TICK_MS, progress);
  const log = useLog();
  const [quiet, setQuiet] = useState<readonly string[]>([]);
  const timers =
    nowMs === undefined ? [] : timersOf(plan, sheet, progress, nowMs).filter(({ id }) => !quiet.includes(id));
  const due = timers.find((timer) => timer.due);
  useSound(due, nowMs);
  const end = useCallback(
    async ({ id, timerId }: TimerNow) => {
      // what follows from the log is quiet here; what somebody set ends everywhere
      if (timerId === undefined || (await log({ kind: 'timer-ended', timerId }))) setQuiet((known) => [...known, id]);
    },
    [log],
  );
  return { timers, due, nowMs, end };
}

/** Three short tones when a clock falls due, and again until it is quieted. */
function useSound(due: TimerNow | undefined, nowMs: number | undefined): void {
  const sounded = useRef({ id: '', atMs: 0 });
  const late = due && nowMs !== undefined ? nowMs - due.dueMs : Infinity;
  useEffect(() => {
    if (!due || nowMs === undefined || late > SOUNDS_FOR_MS) return;
    const { id, atMs } = sounded.current;
    if (id === due.id && nowMs - atMs < SOUNDS_EVERY_MS) return;
    sounded.current = { id: due.id, atMs: nowMs };
    sound();
  }, [due, nowMs, late]);
}

let audio: AudioContext | undefined;

function sound(): void {
  try {
    audio ??= new AudioContext();
    // a page nobody has touched yet may not sound: the figure is there all the same
    void audio.resume().catch(() => undefined);
    for (const [i, hertz] of [660, 660, 880].entries()) {
      const tone = audio.createOscillator(),
        loud = audio.createGain(),
        from = audio.currentTime + 0.28 * i;
      tone.frequency.value = hertz;
      loud.gain.setValueAtTime(0.0001, from);
      loud.gain.exponentialRampToValueAtTime(0.25, from + 0.02);
      loud.gain.exponentialRampToValueAtTime(0.0001, from + 0.22);
      tone.connect(loud).connect(audio.destination);
      tone.start(from);
      tone.stop(from + 0.24);
    }
  } catch {
    // a browser without sound
  }
}
