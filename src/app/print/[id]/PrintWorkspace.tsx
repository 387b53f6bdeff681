'use client';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState, type ReactNode } from 'react';
import {
  EDITION_ROUND,
  success,
  type BenchEvent,
  type Outcome,
  type Plan,
  type PlanEdit,
  type PrintState,
  type SlipAnswer,
} from '@/model';
import { applyEdit, beliefOf, KeptAnswers, onPaperOf } from '@/derived';
import { PrintDeskProvider, type Placement, type PrintDesk, type PrintUrls } from '@/ui/kit/printContext';
import { useReshape } from '@/ui/kit/useReshape';
import { useLayersWorker, useSheetWorker } from '@/ui/kit/useSheetWorker';
import { ActQueue } from '../../client/actQueue';
import { ask, askRaw, askScan } from '../../client/api';
import { draftKeeper } from '../../client/draftKeeper';
import { PlanEdits } from '../../client/planEdits';
import { useBenchLog } from '../../client/useBenchLog';
import { useCabinet } from '../../client/useCabinet';
import { useUnit } from '../../client/useUnit';
import { useWorkshop } from '../../client/useWorkshop';
import { usePlanActs } from '../../client/usePlanActs';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { PlainSaying } from '@/ui/kit/PlainSaying';
import type { Said } from '@/ui/kit/Saying';

const loadSaying = () => import('@/ui/kit/Saying').then((m) => m.Saying);
const Saying = dynamic(() => loadSaying().catch(() => PlainSaying), { ssr: false });
const StaleDialog = dynamic(
  fetched(() => import('./StaleDialog').then((m) => m.StaleDialog)),
  { ssr: false },
);

function urlsOf(id: string): PrintUrls {
  const api = `/api/prints/${id}`;
  return {
    blob: (sha) => `/api/blobs/${sha}`,
    file: (name) => `${api}/files/${name}`,
    labels: `${api}/labels`,
    page: (view) => `/print/${id}/${view}`,
  };
}

/** Holds one print for all its views: state, saving in order, the label map in a worker, the queue of unacknowledged acts. */
export function PrintWorkspace({ initial, children }: { initial: PrintState; children: ReactNode }) {
  const [said, setSaid] = useState<Said>();
  // there before it is needed: what is said is said when the server is away too
  useEffect(() => void loadSaying().catch(() => undefined), []);
  const tell = useCallback((message: string, act?: Said['act']) => setSaid({ message, act }), []);
  const { desk, edits, api } = useWorkspace(initial, tell);
  const { stale } = edits;
  return (
    <PrintDeskProvider value={desk}>
      {children}
      {said && <Saying said={said} onClose={() => setSaid(undefined)} />}
      {stale && (
        <StaleDialog
          stale={stale}
          onLoad={() => {
            edits.forget();
            window.location.reload();
          }}
          onCopy={async () => {
            if (!stale) return;
            const copied = await copyWith(api, stale.edits);
            if (!copied.ok) return tell(copied.message);
            edits.forget();
            window.location.assign(`/print/${copied.value}/picture`);
          }}
        />
      )}
    </PrintDeskProvider>
  );
}

/** All that the views of one print share, put together. */
function useWorkspace(initial: PrintState, tell: PrintDesk['tell']) {
  const { id } = initial;
  const api = `/api/prints/${id}`;
  const urls = useMemo(() => urlsOf(id), [id]);
  const { edits, queue } = useKept(initial, api, tell);
  const { state, status } = edits;
  const adopt = useCallback((next: PrintState) => edits.adopt(next), [edits]);
  const [waiting, setWaiting] = useState<readonly BenchEvent[]>([]);
  const { setTried, shownState, sheetDesk, ...shown } = usePlanShown(edits, state, waiting, urls);
  const { plan, progress } = shown;
  const [selected, setSelected] = useState<number>();
  const { changeAfter, onServer, settle, change } = usePlanActs(adopt, edits, tell, setTried);
  const { step, ...services } = useServices(onServer, api);
  const log = useBenchLog(edits, api, adopt, queue, setWaiting, tell);
  const desk: PrintDesk = {
    ...shown,
    ...services,
    ...useUnit(),
    ...useIsland(plan, edits, sheetDesk.sheetWorker),
    ...usePictureActs(edits, api, settle, onServer),
    state: shownState,
    sheetWorker: sheetDesk.sheetWorker,
    stageWorkers: sheetDesk.stageWorkers,
    reshape: useReshape(sheetDesk, urls, changeAfter),
    layersWorker: useLayersWorker(),
    cabinet: useCabinet(),
    workshop: useWorkshop(),
    selectedRun: Math.min(selected ?? Math.min(progress.currentRun + 1, plan.runs.length), plan.runs.length),
    selectRun: setSelected,
    ...{ status, urls, change, log, tell },
    waitingActs: waiting.length,
    undo: () => step('undo'),
    redo: () => step('redo'),
  };
  return { desk, edits, api };
}

/** Edits and acts that are kept in this browser until the server has them. */
function useKept(initial: PrintState, api: string, tell: PrintDesk['tell']) {
  const { id } = initial;
  const [, shownAgain] = useReducer((n: number) => n + 1, 0);
  const [edits] = useState(
    () =>
      new PlanEdits(
        initial,
        (baseRevision, edit) => ask<PrintState>('PUT', api, { baseRevision, edit }),
        draftKeeper(id, () => tell('The browser’s store is full: unsaved changes would be lost on a reload.')),
        shownAgain,
        tell,
      ),
  );
  const queue = useMemo(
    () =>
      new ActQueue(id, () =>
        tell('The browser’s store is full: acts not yet counted would be lost on a reload. Leave this page open.'),
      ),
    [id, tell],
  );
  return { edits, queue };
}

/** What else the server does: slips answered, practice, scans, undo and redo. */
function useServices(
  onServer: (act: (revision: number) => Promise<Outcome<PrintState>>) => Promise<Outcome<undefined>>,
  api: string,
) {
  const answerSlip = useCallback(
    (slipId: string, answer: SlipAnswer) =>
      onServer((baseRevision) => ask<PrintState>('POST', `${api}/slip`, { baseRevision, slipId, answer })),
    [api, onServer],
  );

  const practice = useMemo(
    (): PrintDesk['practice'] => ({
      load: () => ask('GET', '/api/practice'),
      keep: (score) => ask('POST', '/api/practice', score),
    }),
    [],
  );

  const scanner = useMemo(
    (): PrintDesk['scanner'] => ({
      scan: (printed) => askScan(`${api}/scan?printed=${printed}`),
      readable: (file) => askScan('/api/scans', file),
    }),
    [api],
  );

  const step = useCallback(
    (which: 'undo' | 'redo') =>
      void onServer((baseRevision) => ask<PrintState>('POST', `${api}/${which}`, { baseRevision })),
    [api, onServer],
  );
  return { answerSlip, practice, scanner, step };
}

/** The island chosen in any view; it is let go when another map no longer has it. */
function useIsland(plan: Plan, edits: PlanEdits, sheetWorker: PrintDesk['sheetWorker']) {
  const [island, chooseIsland] = useState<PrintDesk['island']>();
  const labelsSha = plan.flat?.labelsSha;
  const chosenIsland = useRef(island);
  chosenIsland.current = island;
  // another map: what was chosen stays chosen only if it is still there
  useEffect(() => {
    const chosen = chosenIsland.current;
    if (!chosen) return;
    const widthPx = edits.state.plan.picture?.raster.widthPx ?? 1;
    void sheetWorker
      .ask('islandAt', { x: chosen.key % widthPx, y: Math.floor(chosen.key / widthPx) })
      .then((answer) => {
        if (chosenIsland.current?.key !== chosen.key) return;
        const still = answer.ok && answer.value?.key === chosen.key && answer.value.label === chosen.label;
        if (!still || !labelsSha) chooseIsland(undefined);
      });
  }, [edits, labelsSha, sheetWorker]);
  return { island, chooseIsland };
}

/** The picture brought in and placed. */
function usePictureActs(
  edits: PlanEdits,
  api: string,
  settle: (answer: Outcome<PrintState>) => Outcome<undefined>,
  onServer: (act: (revision: number) => Promise<Outcome<PrintState>>) => Promise<Outcome<undefined>>,
) {
  const bringIn = useCallback(
    (file: File) =>
      edits.afterSaving(async () => {
        edits.setStatus('saving');
        const answer = await askRaw<PrintState>(`${api}/picture`, {
          method: 'POST',
          body: file,
          headers: { 'x-file-name': encodeURIComponent(file.name), 'x-base-revision': String(edits.state.revision) },
        });
        if (answer.ok) return settle(answer);
        edits.setStatus('saved');
        return answer;
      }),
    [api, edits, settle],
  );

  const place = useCallback(
    (placement: Placement) =>
      onServer((baseRevision) => ask<PrintState>('PUT', `${api}/picture`, { baseRevision, place: placement })),
    [api, onServer],
  );
  return { bringIn, place };
}

/** The plan as it is shown, with what is tried out, and all that follows from it and the log. */
function usePlanShown(edits: PlanEdits, state: PrintState, waiting: readonly BenchEvent[], urls: PrintUrls) {
  const [tried, setTried] = useState<Plan>();
  const kept = edits.plan;
  const keptRef = useRef(kept);
  keptRef.current = kept;
  const tryOut = useCallback((edit: PlanEdit | undefined) => {
    const next = edit && applyEdit(keptRef.current, edit);
    setTried(next?.ok ? next.value : undefined);
  }, []);
  const events = useMemo(
    () => [...state.events, ...waiting.filter((w) => !state.events.some((e) => e.id === w.id))],
    [state.events, waiting],
  );
  const meant = tried ?? kept;
  const [answers] = useState(() => new KeptAnswers());
  const progress = answers.progress(meant, events);
  const [seenRound, seeRound] = useState(EDITION_ROUND);
  const plan = useMemo(() => onPaperOf(meant, progress.bench, seenRound), [meant, progress.bench, seenRound]);
  const shownState = useMemo(() => ({ ...state, plan, events }), [state, plan, events]);
  const { experience } = plan.sheets;
  const belief = useMemo(
    () => beliefOf({ sheets: { experience } }, state.otherRuns, progress.bench),
    [experience, progress.bench, state.otherRuns],
  );
  const sheetDesk = useSheetWorker(plan, progress.bench.slips, urls);
  const { sheetWorker, coverage, stamp, sheet, sheetFull } = sheetDesk;
  const looks = answers.looks(plan, progress.bench.coloursGot, sheet);
  return {
    progress,
    plan,
    ...{ seenRound, seeRound, paperPlanned: meant.paper },
    setTried,
    sheetDesk,
    sheetWorker,
    shownState,
    belief,
    looks,
    coverage,
    stamp,
    sheet,
    sheetFull,
    tryOut,
  };
}

/** A copy of the print as it is elsewhere now, with the edits of this window made on it. */
async function copyWith(api: string, edits: readonly PlanEdit[]): Promise<Outcome<string>> {
  const copy = await ask<string>('POST', `${api}/copy`, {});
  if (!copy.ok) return copy;
  const own = `/api/prints/${copy.value}`;
  let state = await ask<PrintState>('GET', own);
  for (const edit of edits) {
    if (!state.ok) return state;
    state = await ask<PrintState>('PUT', own, { baseRevision: state.value.revision, edit });
  }
  return state.ok ? success(copy.value) : state;
}
