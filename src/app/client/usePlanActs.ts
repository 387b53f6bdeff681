'use client';
import { useCallback, type Dispatch, type SetStateAction } from 'react';
import { success, type Outcome, type Plan, type PlanEdit, type PrintState } from '@/model';
import { type PrintDesk } from '@/ui/kit/printContext';
import { isAway, PlanEdits } from './planEdits';

/** Changes of the plan: those made here, those that take work, and those the server makes. */
export function usePlanActs(
  adopt: (next: PrintState) => void,
  edits: PlanEdits,
  setMessage: PrintDesk['tell'],
  setTried: Dispatch<SetStateAction<Plan | undefined>>,
) {
  const settle = useCallback(
    (answer: Outcome<PrintState>): Outcome<undefined> => {
      if (answer.ok) {
        adopt(answer.value);
        edits.setStatus('saved');
        return success(undefined);
      }
      edits.setStatus(isAway(answer) ? 'failed' : 'saved');
      setMessage(answer.message);
      return answer;
    },
    [adopt, edits, setMessage],
  );

  /** What the server does to the plan itself: after every edit here is saved, so that undo takes back the right thing. */
  const onServer = useCallback(
    async (act: (revision: number) => Promise<Outcome<PrintState>>): Promise<Outcome<undefined>> => {
      let asked = false;
      const done = await edits.afterSaving(async () => {
        asked = true;
        edits.setStatus('saving');
        return settle(await act(edits.state.revision));
      });
      if (!done.ok && !asked) setMessage(done.message);
      return done;
    },
    [edits, setMessage, settle],
  );

  const change = useCallback(
    (edit: PlanEdit): Promise<Outcome<undefined>> => {
      setTried(undefined);
      return edits.change(edit);
    },
    [edits, setTried],
  );

  const changeAfter = useChangeAfter(setTried, edits, setMessage);
  return { changeAfter, onServer, settle, change };
}

/** A change whose new plan takes work to make: whatever is asked for after it waits, so that undo takes back the right thing. */
function useChangeAfter(
  setTried: Dispatch<SetStateAction<Plan | undefined>>,
  edits: PlanEdits,
  setMessage: PrintDesk['tell'],
) {
  const changeAfter = useCallback(
    async (work: (plan: Plan) => Promise<Outcome<PlanEdit>>): Promise<Outcome<undefined>> => {
      setTried(undefined);
      let saved: Promise<Outcome<undefined>> | undefined;
      const worked = await edits.inOrder(async (): Promise<Outcome<undefined>> => {
        edits.setStatus('saving');
        const edit = await work(edits.plan);
        if (!edit.ok) {
          edits.setStatus('saved');
          if (edit.code !== 'stopped') setMessage(edit.message);
          return edit;
        }
        saved = edits.change(edit.value);
        return success(undefined);
      });
      return saved ?? worked;
    },
    [edits, setMessage, setTried],
  );
  return changeAfter;
}
