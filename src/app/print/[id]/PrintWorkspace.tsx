'use client';
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { countersText, EDITION_ROUND, success, type Outcome, type Plan, type PlanEdit, type PrintState } from '@/model';
import { applyEdit, inColourway, KeptAnswers, onPaperOf } from '@/derived';
import { lookUrl } from '@/ui/kit/lookUrl';
import { DeskStore, PrintDeskProvider, type PrintDesk, type PrintUrls } from '@/ui/kit/printContext';
import { useReshape } from '@/ui/kit/useReshape';
import { useLayersWorker, useSheetWorker } from '@/ui/kit/useSheetWorker';
import type { PrintSession, Snapshot } from '@/session';
import { useCabinet } from '../../client/useCabinet';
import { usePractice } from '../../client/usePractice';
import { usePrintActs } from '../../client/usePrintActs';
import { usePrintSession } from '../../client/usePrintSession';
import { useSaving } from '../../client/useSaving';
import { useUnit } from '../../client/useUnit';
import { useWorkshop } from '../../client/useWorkshop';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { PlainSaying } from '@/ui/kit/PlainSaying';
import type { Said } from '@/ui/kit/Saying';

const MakingFile = dynamic(
  fetched(() => import('@/ui/kit/MakingFile').then((m) => m.MakingFile)),
  { ssr: false },
);
const loadSaying = () => import('@/ui/kit/Saying').then((m) => m.Saying);
const Saying = dynamic(() => loadSaying().catch(() => PlainSaying), { ssr: false });

function urlsOf(id: string, came: string): PrintUrls {
  const api = `/api/prints/${id}`;
  return {
    blob: (sha) => `/api/blobs/${sha}`,
    file: (name) => `${api}/files/${name}`,
    labels: `${api}/labels`,
    look: (run, widthPx, colourwayId) => lookUrl(id, run, came, widthPx, colourwayId),
    page: (view) => `/print/${id}/${view}`,
  };
}

/** Holds one print for all its views: its session, the label map in a worker, and what follows from both. */
export function PrintWorkspace({ initial, children }: { initial: PrintState; children: ReactNode }) {
  const [said, setSaid] = useState<Said>();
  // there before it is needed: what is said is said when the server is away too
  useEffect(() => void loadSaying().catch(() => undefined), []);
  const tell = useCallback((message: string, act?: Said['act']) => setSaid({ message, act }), []);
  const { making, giveUp, saveFile } = useSaving(tell);
  const desk = { ...useWorkspace(initial, tell), saveFile };
  const [store] = useState(() => new DeskStore(desk));
  // before anything is painted, those who show what is otherwise are drawn again, and only they
  useLayoutEffect(() => store.publish(desk));
  return (
    <PrintDeskProvider value={store}>
      {children}
      {making && <MakingFile making={making} onStop={giveUp} />}
      {said && <Saying said={said} onClose={() => setSaid(undefined)} />}
    </PrintDeskProvider>
  );
}

/** All that the views of one print share, put together. */
function useWorkspace(initial: PrintState, tell: PrintDesk['tell']): Omit<PrintDesk, 'saveFile'> {
  const { id } = initial;
  const came = useRef(countersText(initial.now)).current;
  const urls = useMemo(() => urlsOf(id, came), [id, came]);
  const session = usePrintSession(initial, tell);
  const snapshot = useSyncExternalStore(session.subscribe, session.snapshot, session.snapshot);
  const { setTried, sheetDesk, ...shown } = usePlanShown(session, snapshot, urls);
  const { plan, progress } = shown;
  const [selected, selectRun] = useState<number>();
  const { changeAfter, ...acts } = usePrintActs(session, `/api/prints/${id}`, tell, setTried);
  const { name, savedAt, undoLabel, redoLabel, otherRuns, cuttingPace, brushMix, drying } = snapshot.state;
  const { events, status, waitingActs, hears } = snapshot;
  return {
    ...{ id, name, savedAt, undoLabel, redoLabel, otherRuns, cuttingPace, brushMix, drying },
    ...{ events, status, waitingActs, hears },
    ...shown,
    ...acts,
    ...useUnit(),
    ...useIsland(plan, sheetDesk.sheetWorker),
    sheetWorker: sheetDesk.sheetWorker,
    stageWorkers: sheetDesk.stageWorkers,
    reshape: useReshape(sheetDesk, urls, changeAfter),
    layersWorker: useLayersWorker(),
    cabinet: useCabinet(),
    practice: usePractice(),
    workshop: useWorkshop(),
    selectedRun: Math.min(selected ?? Math.min(progress.currentRun + 1, plan.runs.length), plan.runs.length),
    ...{ selectRun, urls, tell },
  };
}

/** The island chosen in any view; it is let go when another map no longer has it. */
function useIsland(plan: Plan, sheetWorker: PrintDesk['sheetWorker']) {
  const [island, chooseIsland] = useState<PrintDesk['island']>();
  const labelsSha = plan.flat?.labelsSha,
    widthPx = plan.picture?.raster.widthPx ?? 1;
  const chosenIsland = useRef(island);
  chosenIsland.current = island;
  // another map: what was chosen stays chosen only if it is still there
  useEffect(() => {
    const chosen = chosenIsland.current;
    if (!chosen) return;
    void sheetWorker
      .ask('islandAt', { x: chosen.key % widthPx, y: Math.floor(chosen.key / widthPx) })
      .then((answer) => {
        if (chosenIsland.current?.key !== chosen.key) return;
        const still = answer.ok && answer.value?.key === chosen.key && answer.value.label === chosen.label;
        if (!still || !labelsSha) chooseIsland(undefined);
      });
  }, [labelsSha, sheetWorker, widthPx]);
  return { island, chooseIsland };
}

const NOTHING_GOT: readonly never[] = [];

/** The plan as it is shown, with what is tried out, and all that follows from it and the log. */
function usePlanShown(session: PrintSession, { plan: kept, events, state }: Snapshot, urls: PrintUrls) {
  const [tried, setTried] = useState<Plan>();
  const tryOut = useCallback(
    (edit: PlanEdit | undefined) => {
      const next: Outcome<Plan | undefined> = edit ? applyEdit(session.snapshot().plan, edit) : success(undefined);
      setTried(next.ok ? next.value : undefined);
    },
    [session],
  );
  const meant = tried ?? kept;
  const [answers] = useState(() => new KeptAnswers());
  const progress = answers.progress(meant, events, state.drying);
  const [seenRound, seeRound] = useState(EDITION_ROUND);
  const [seenColourway, seeColourway] = useState<string>();
  const plan = useMemo(
    () => inColourway(onPaperOf(meant, progress.bench, seenRound), seenColourway),
    [meant, progress.bench, seenRound, seenColourway],
  );
  const belief = answers.belief(plan, state.otherRuns, progress.bench);
  const sheetDesk = useSheetWorker(plan, progress.bench.slips, urls);
  const { coverage, stamp, sheet, sheetFull } = sheetDesk;
  // what was read is of the first set of inks
  const looks = answers.looks(plan, seenColourway === undefined ? progress.bench.coloursGot : NOTHING_GOT, sheet);
  return {
    ...{ progress, plan, seenRound, seeRound, seenColourway, seeColourway, paperPlanned: meant.paper },
    ...{ setTried, tryOut, sheetDesk, belief, looks, coverage, stamp, sheet, sheetFull },
  };
}
