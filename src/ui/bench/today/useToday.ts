'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { inksOfRun, openPot, sittingNow, todayOf, type TodayItem } from '@/derived';
import { SITTING_HOURS } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { goToUnread } from '@/ui/kit/unread';
import { useLog } from '@/ui/kit/useLog';
import { useNow } from '@/ui/kit/useNow';

const EVERY_MS = 30_000;
/** Start value: as long as one stands at the bench without a meal. */
const USUAL_HOURS = 3;

/** What the sitting is for, what of it is done, and what comes next. */
export function useToday() {
  const { plan, sheet, progress, urls, readRoom } = usePrintDesk('plan', 'sheet', 'progress', 'urls', 'readRoom');
  const nowMs = useNow(EVERY_MS, progress);
  const sitting = sittingNow(progress);
  const [typed, setHours] = useState<number>();
  const hours = typed ?? sitting?.hours ?? USUAL_HOURS;
  const today = nowMs === undefined ? undefined : todayOf(plan, sheet, progress, { hours, nowMs });
  const log = useLog();
  const router = useRouter();
  const hoursField = useRef<HTMLDivElement>(null);
  const done = (item: TodayItem) => sitting?.ticked.includes(item.id) ?? false;
  const toReady = today?.items.filter(({ side }) => side !== 'note') ?? [];
  const next = sitting && toReady.find((item) => !done(item));
  const run = today && plan.runs[today.run],
    mixed = run && inksOfRun(plan, run).every((ink) => openPot(progress.bench, run.id, ink.id));
  const onward = !today || today.act === 'wait' ? 'end' : today.act === 'cut' ? 'cut' : mixed ? 'pull' : 'mix';
  const begin = async () => {
    const read = await readRoom();
    const sittingId = `sitting-${Date.now().toString(36)}`;
    await log(
      { kind: 'sitting-begun', sittingId, hours: Math.min(SITTING_HOURS.max, Math.max(SITTING_HOURS.min, hours)) },
      ...(read.ok ? [{ kind: 'room-read' as const, ...airOf(read.value) }] : []),
    );
  };
  const tick = (item: TodayItem) =>
    sitting && log({ kind: 'ticked', sittingId: sitting.sittingId, item: item.id, done: !done(item) });
  const end = () => sitting && log({ kind: 'sitting-ended', sittingId: sitting.sittingId });
  /** One key through all of it: begin, tick one thing after the other, go on to the work. */
  const goOn = useOneAfterAnother(async () => {
    if (!sitting && goToUnread(hoursField.current)) return;
    if (!sitting) await begin();
    else if (next) await tick(next);
    else if (onward === 'end') await end();
    else router.push(urls.page(onward));
  });
  const readAgain = async () => {
    const read = await readRoom();
    if (read.ok) await log({ kind: 'room-read', ...airOf(read.value) });
  };
  return {
    today,
    sitting,
    hours,
    hoursField,
    setHours,
    done,
    next,
    onward,
    goOn,
    tick,
    end,
    readAgain,
    nowMs,
    toReady,
  } as const;
}

/** An act that is still being done is done before it is begun again: a press that came meanwhile counts after it, further ones do not. */
function useOneAfterAnother(act: () => Promise<void>): () => Promise<void> {
  const [busy, setBusy] = useState(false);
  const again = useRef(false);
  const press = async () => {
    again.current = busy;
    if (busy) return;
    setBusy(true);
    await act();
    setBusy(false);
  };
  useEffect(() => {
    if (!busy && again.current) void press();
  });
  return press;
}

export type TodayDesk = ReturnType<typeof useToday>;

const airOf = ({
  temperatureC,
  relativeHumidityPercent,
}: {
  readonly temperatureC: number;
  readonly relativeHumidityPercent: number;
}) => ({ temperatureC, relativeHumidityPercent });
