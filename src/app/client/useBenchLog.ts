'use client';
import { useCallback, useEffect, type Dispatch, type SetStateAction } from 'react';
import {
  ACT_VERSION,
  success,
  type BenchAct,
  type BenchEvent,
  type LogAnswer,
  type Outcome,
  type PrintState,
} from '@/model';
import { type PrintDesk } from '@/ui/kit/printContext';
import { ActQueue } from './actQueue';
import { ask } from './api';
import { isAway, PlanEdits } from './planEdits';

const RETRY_MS = 4000;

/** Acts on the bench: kept here until the server has counted them. */
export function useBenchLog(
  edits: PlanEdits,
  api: string,
  adopt: (next: PrintState) => void,
  queue: ActQueue,
  setWaiting: Dispatch<SetStateAction<readonly BenchEvent[]>>,
  setMessage: PrintDesk['tell'],
) {
  const adoptLog = useAdoptLog(edits, api, adopt);

  const sendWaiting = useCallback(
    () =>
      edits.inOrder(async (): Promise<Outcome<undefined>> => {
        const events = queue.all();
        if (events.length === 0) return success(undefined);
        const send = async (batch: readonly BenchEvent[]) => {
          const known = edits.state.events.length;
          const answer = await ask<LogAnswer>('POST', `${api}/log`, { events: batch, known });
          if (!isAway(answer) && (answer.ok || batch.length === 1)) {
            queue.remove(new Set(batch.map((e) => e.id)));
            setWaiting(queue.all());
          }
          if (answer.ok) await adoptLog(answer.value);
          return answer;
        };
        const all = await send(events);
        if (all.ok) return success(undefined);
        if (isAway(all) || events.length === 1) return all;
        // one of several was refused: each is sent on its own, so that only that one is not counted
        for (const event of events) {
          const single = await send([event]);
          if (isAway(single)) return single as Outcome<undefined>;
          if (!single.ok) setMessage(`Not counted: ${single.message}`);
        }
        return success(undefined);
      }),
    [adoptLog, api, edits, queue, setMessage, setWaiting],
  );

  const log = useCallback(
    async (...acts: readonly BenchAct[]): Promise<Outcome<'counted' | 'kept'>> => {
      const at = new Date().toISOString();
      acts.forEach((act) => queue.add({ id: crypto.randomUUID(), at, version: ACT_VERSION, act }));
      const sent = await sendWaiting();
      if (sent.ok) return success('counted');
      if (!isAway(sent)) return sent;
      setWaiting(queue.all());
      return success('kept');
    },
    [queue, sendWaiting, setWaiting],
  );

  useEffect(() => {
    setWaiting(queue.all());
    const timer = setInterval(() => {
      if (queue.all().length > 0) void sendWaiting();
      edits.retry();
    }, RETRY_MS);
    void sendWaiting();
    void edits.takeUpKept();
    return () => clearInterval(timer);
  }, [edits, queue, sendWaiting, setWaiting]);
  return log;
}

/** Takes what an act changed; where the print was changed elsewhere too, all of it is fetched. */
function useAdoptLog(edits: PlanEdits, api: string, adopt: (next: PrintState) => void) {
  const adoptLog = useCallback(
    async (answer: LogAnswer) => {
      const { state: mine } = edits;
      if (answer.before !== mine.revision || answer.known !== mine.events.length) {
        const whole = await ask<PrintState>('GET', api);
        if (whole.ok) adopt(whole.value);
        return;
      }
      const { revision, savedAt, undoLabel, redoLabel } = answer;
      adopt({ ...mine, revision, savedAt, undoLabel, redoLabel, events: [...mine.events, ...answer.events] });
    },
    [adopt, api, edits],
  );
  return adoptLog;
}
