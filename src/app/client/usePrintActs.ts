'use client';
import { inWords } from '@/words/failures';
import { useMemo, type Dispatch, type SetStateAction } from 'react';
import { countersText, type Counters, type Outcome, type Plan, type PlanEdit, type PrintChanges } from '@/model';
import { ask, askFile, askRaw, askScan, knownHeader, type PrintSession } from '@/session';
import type { PrintDesk } from '@/ui/kit/printContext';

/** What can be done with a print: by the session, or by the server after everything that waits is there. */
export function usePrintActs(
  session: PrintSession,
  api: string,
  tell: PrintDesk['tell'],
  setTried: Dispatch<SetStateAction<Plan | undefined>>,
) {
  return useMemo(() => {
    const onServer = async (act: (known: Counters) => Promise<Outcome<PrintChanges>>): Promise<Outcome<undefined>> => {
      const done = await session.onServer(act);
      if (!done.ok) tell(inWords(done));
      return done;
    };
    const step = (which: 'undo' | 'redo' | 'slip', more: object = {}) =>
      onServer((known) => ask('POST', `${api}/${which}`, { known: countersText(known), ...more }));
    return {
      change: (edit: PlanEdit) => {
        setTried(undefined);
        return session.change(edit);
      },
      changeAfter: (work: (plan: Plan) => Promise<Outcome<PlanEdit>>): Promise<Outcome<undefined>> => {
        setTried(undefined);
        return session.changeAfter(async (plan) => {
          const edit = await work(plan);
          if (!edit.ok && edit.code !== 'stopped') tell(inWords(edit));
          return edit;
        });
      },
      log: session.log.bind(session),
      undo: () => void step('undo'),
      redo: () => void step('redo'),
      ...servicesOf(session, api, step, onServer),
    } satisfies Partial<PrintDesk> & Record<'changeAfter', unknown>;
  }, [api, session, setTried, tell]);
}

/** Slips answered, pictures brought in and placed, scans. */
function servicesOf(
  session: PrintSession,
  api: string,
  step: (which: 'slip', more: object) => Promise<Outcome<undefined>>,
  onServer: (act: (known: Counters) => Promise<Outcome<PrintChanges>>) => Promise<Outcome<undefined>>,
): Pick<
  PrintDesk,
  'answerSlip' | 'bringIn' | 'place' | 'mixing' | 'readRoom' | 'scanner' | 'shelf' | 'typeset' | 'weigh'
> {
  return {
    answerSlip: (slipId, answer) => step('slip', { slipId, answer }),
    // what is wrong with a picture is said where it was brought in
    bringIn: (file) =>
      session.onServer((known) =>
        askRaw<PrintChanges>(`${api}/picture`, {
          method: 'POST',
          body: file,
          headers: { 'x-file-name': encodeURIComponent(file.name), ...knownHeader(known) },
        }),
      ),
    place: (place) => onServer((known) => ask('PUT', `${api}/picture`, { known: countersText(known), place })),
    weigh: (packId, sheets) => ask('POST', `${api}/scale`, { packId, sheets }),
    mixing: {
      scale: (act, aboutG) => (act ? ask('POST', '/api/scale', { act, aboutG }) : ask('GET', '/api/scale')),
      potsLeft: () => ask('GET', '/api/pots'),
      keptInks: () => ask('GET', '/api/recipes'),
    },
    shelf: () => ask('GET', '/api/shelf'),
    readRoom: () => ask('GET', '/api/room'),
    typeset: (line) => ask('POST', '/api/type', line),
    scanner: {
      scan: (printed, onShare) => askFile(`${api}/scan?printed=${printed}`, onShare, undefined, 'POST'),
      photograph: (printed, taken, onShare) =>
        askFile(`${api}/scan?printed=${printed}&camera=${taken}`, onShare, undefined, 'POST'),
      readable: (file) => askScan('/api/scans', file),
    },
  };
}
