'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Snackbar from '@mui/material/Snackbar';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import {
  failure,
  looksOfPlan,
  progressOf,
  success,
  type BenchAct,
  type BenchEvent,
  type LengthUnit,
  type Outcome,
  type Plan,
  type PrintState,
  type SlipAnswer,
} from '@/records';
import {
  PrintDeskProvider,
  type Placement,
  type PrintDesk,
  type PrintUrls,
  type SaveStatus,
} from '@/ui/kit/printContext';
import { useReshape } from '@/ui/kit/useReshape';
import { useLayersWorker, useSheetWorker } from '@/ui/kit/useSheetWorker';
import { ActQueue } from '../../client/actQueue';
import { ask, askRaw, askScan } from '../../client/api';
import { useCabinet } from '../../client/useCabinet';

const RETRY_MS = 4000;

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
  const id = initial.id;
  const api = `/api/prints/${id}`;
  const urls = useMemo(() => urlsOf(id), [id]);
  const [state, setState] = useState(initial);
  const [draft, setDraft] = useState<Plan>();
  const [status, setStatus] = useState<SaveStatus>('saved');
  const [stale, setStale] = useState<{ label: string; plan: Plan }>();
  const [said, setSaid] = useState<{ message: string; act?: { readonly words: string; readonly take: () => void } }>();
  const setMessage = useCallback(
    (message: string, act?: { readonly words: string; readonly take: () => void }) => setSaid({ message, act }),
    [],
  );
  const [unit, setUnitState] = useState<LengthUnit>('mm');
  const [waiting, setWaiting] = useState<readonly BenchEvent[]>([]);
  const revision = useRef(initial.revision);
  const latest = useRef(initial);
  /** Changes shown but not yet saved: while there are any, what is saved must not hide them. */
  const unsaved = useRef(0);
  const chain = useRef<Promise<unknown>>(Promise.resolve());
  const queue = useMemo(() => new ActQueue(id), [id]);

  const adopt = useCallback((next: PrintState) => {
    revision.current = next.revision;
    latest.current = next;
    setState(next);
  }, []);

  const [tried, setTried] = useState<Plan>();
  const kept = draft ?? state.plan;
  const keptRef = useRef(kept);
  keptRef.current = kept;
  const plan = tried ?? kept;
  const tryOut = useCallback((edit: ((plan: Plan) => Plan) | undefined) => setTried(edit && edit(keptRef.current)), []);
  const events = useMemo(
    () => [...state.events, ...waiting.filter((w) => !state.events.some((e) => e.id === w.id))],
    [state.events, waiting],
  );
  const shownState = useMemo(() => ({ ...state, plan, events }), [state, plan, events]);
  const progress = useMemo(() => progressOf(plan, events), [plan, events]);
  const sheetDesk = useSheetWorker(plan, progress.bench.slips, urls);
  const { sheetWorker, coverage, stamp, sheet, sheetFull } = sheetDesk;
  const looks = useMemo(
    () => looksOfPlan(plan, progress.bench.coloursGot, sheet),
    [plan, progress.bench.coloursGot, sheet],
  );
  const [selected, setSelected] = useState<number>();
  const selectedRun = Math.min(selected ?? Math.min(progress.currentRun + 1, plan.runs.length), plan.runs.length);

  /** One change after another; each is made from the state the one before left. */
  const inOrder = useCallback(<T,>(act: () => Promise<T>): Promise<T> => {
    const next = chain.current.then(act, act);
    chain.current = next.catch(() => undefined);
    return next;
  }, []);

  const settle = useCallback(
    (answer: Outcome<PrintState>, label: string, mine?: Plan): Outcome<undefined> => {
      if (answer.ok) {
        adopt(answer.value);
        if (unsaved.current === 0) setDraft(undefined);
        setStatus('saved');
        return success(undefined);
      }
      setDraft(undefined);
      setStatus(answer.code === 'unreachable' ? 'failed' : 'saved');
      if (answer.code === 'stale' && mine) setStale({ label, plan: mine });
      else setMessage(answer.message);
      return answer;
    },
    [adopt, setMessage],
  );

  const change = useCallback(
    (label: string, edit: (plan: Plan) => Plan): Promise<Outcome<undefined>> => {
      setTried(undefined);
      unsaved.current++;
      setDraft((current) => edit(current ?? latest.current.plan));
      return inOrder(async () => {
        setStatus('saving');
        const mine = edit(latest.current.plan);
        const same = JSON.stringify(mine) === JSON.stringify(latest.current.plan);
        const answer = same
          ? undefined
          : await ask<PrintState>('PUT', api, { baseRevision: revision.current, plan: mine, label });
        unsaved.current--;
        if (answer) return settle(answer, label, mine);
        if (unsaved.current === 0) setDraft(undefined);
        setStatus('saved');
        return success(undefined);
      });
    },
    [api, inOrder, settle],
  );

  /** A change whose new plan takes work to make: whatever is asked for after it waits, so that undo takes back the right thing. */
  const changeAfter = useCallback(
    (label: string, work: (plan: Plan) => Promise<Outcome<(plan: Plan) => Plan>>): Promise<Outcome<undefined>> => {
      setTried(undefined);
      setStatus('saving');
      return inOrder(async (): Promise<Outcome<undefined>> => {
        setStatus('saving');
        const edit = await work(latest.current.plan);
        if (!edit.ok) {
          setStatus('saved');
          if (edit.code !== 'stopped') setMessage(edit.message);
          return edit;
        }
        const mine = edit.value(latest.current.plan);
        return settle(
          await ask<PrintState>('PUT', api, { baseRevision: revision.current, plan: mine, label }),
          label,
          mine,
        );
      });
    },
    [api, inOrder, setMessage, settle],
  );
  const reshape = useReshape(sheetDesk, urls, changeAfter);
  const answerSlip = useCallback(
    (slipId: string, answer: SlipAnswer) =>
      inOrder(async () => {
        setStatus('saving');
        return settle(
          await ask<PrintState>('POST', `${api}/slip`, { baseRevision: revision.current, slipId, answer }),
          'slip',
        );
      }),
    [api, inOrder, settle],
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
    (which: 'undo' | 'redo') => {
      void inOrder(async () =>
        settle(await ask<PrintState>('POST', `${api}/${which}`, { baseRevision: revision.current }), which),
      );
    },
    [api, inOrder, settle],
  );

  const sendWaiting = useCallback(
    () =>
      inOrder(async (): Promise<Outcome<undefined>> => {
        const events = queue.all();
        if (events.length === 0) return success(undefined);
        const send = async (batch: readonly BenchEvent[]) => {
          const answer = await ask<PrintState>('POST', `${api}/log`, { events: batch });
          if (!isAway(answer) && (answer.ok || batch.length === 1)) {
            queue.remove(new Set(batch.map((e) => e.id)));
            setWaiting(queue.all());
          }
          if (answer.ok) adopt(answer.value);
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
    [adopt, api, inOrder, queue, setMessage],
  );

  const log = useCallback(
    async (act: BenchAct): Promise<Outcome<'counted' | 'kept'>> => {
      queue.add({ id: crypto.randomUUID(), at: new Date().toISOString(), act });
      const sent = await sendWaiting();
      if (sent.ok) return success('counted');
      if (!isAway(sent)) return sent;
      setWaiting(queue.all());
      return success('kept');
    },
    [queue, sendWaiting],
  );

  useEffect(() => {
    setWaiting(queue.all());
    const timer = setInterval(() => {
      if (queue.all().length > 0) void sendWaiting();
    }, RETRY_MS);
    void sendWaiting();
    return () => clearInterval(timer);
  }, [queue, sendWaiting]);

  useEffect(() => {
    const stored = localStorage.getItem('ulexite-unit');
    if (stored === 'in') setUnitState('in');
  }, []);
  const setUnit = useCallback((next: LengthUnit) => {
    localStorage.setItem('ulexite-unit', next);
    setUnitState(next);
  }, []);

  const bringIn = useCallback(
    (file: File) =>
      inOrder(async () => {
        setStatus('saving');
        const answer = await askRaw<PrintState>(`${api}/picture`, {
          method: 'POST',
          body: file,
          headers: { 'x-file-name': encodeURIComponent(file.name), 'x-base-revision': String(revision.current) },
        });
        if (answer.ok) return settle(answer, 'picture');
        setStatus('saved');
        return answer;
      }),
    [api, inOrder, settle],
  );

  const place = useCallback(
    (placement: Placement) =>
      inOrder(async () => {
        setStatus('saving');
        return settle(
          await ask<PrintState>('PUT', `${api}/picture`, { baseRevision: revision.current, place: placement }),
          'size',
        );
      }),
    [api, inOrder, settle],
  );

  const [island, chooseIsland] = useState<PrintDesk['island']>();
  const labelsSha = plan.flat?.labelsSha;
  const chosenIsland = useRef(island);
  chosenIsland.current = island;
  // another map: what was chosen stays chosen only if it is still there
  useEffect(() => {
    const chosen = chosenIsland.current;
    if (!chosen) return;
    const widthPx = latest.current.plan.picture?.raster.widthPx ?? 1;
    void sheetWorker
      .ask('islandAt', { x: chosen.key % widthPx, y: Math.floor(chosen.key / widthPx) })
      .then((answer) => {
        if (chosenIsland.current?.key !== chosen.key) return;
        const still = answer.ok && answer.value?.key === chosen.key && answer.value.label === chosen.label;
        if (!still || !labelsSha) chooseIsland(undefined);
      });
  }, [labelsSha, sheetWorker]);
  const layersWorker = useLayersWorker();
  const cabinet = useCabinet();

  const desk: PrintDesk = {
    state: shownState,
    progress,
    looks,
    coverage,
    stamp,
    sheet,
    sheetFull,
    sheetWorker,
    island,
    chooseIsland,
    reshape,
    answerSlip,
    practice,
    scanner,
    layersWorker,
    cabinet,
    unit,
    setUnit,
    selectedRun,
    selectRun: setSelected,
    status,
    urls,
    waitingActs: waiting.length,
    change,
    tryOut,
    undo: () => step('undo'),
    redo: () => step('redo'),
    log,
    bringIn,
    place,
    tell: setMessage,
  };
  return (
    <PrintDeskProvider value={desk}>
      {children}
      <Snackbar
        open={said !== undefined}
        message={said?.message}
        autoHideDuration={12_000}
        onClose={(_, reason) => reason !== 'clickaway' && setSaid(undefined)}
        anchorOrigin={{ vertical: 'top', horizontal: 'center' }}
        action={
          <>
            {said?.act && (
              <Button
                color="inherit"
                variant="text"
                onClick={() => {
                  said.act!.take();
                  setSaid(undefined);
                }}
              >
                {said.act.words}
              </Button>
            )}
            <Button color="inherit" variant="text" onClick={() => setSaid(undefined)}>
              Close
            </Button>
          </>
        }
      />
      <StaleDialog
        stale={stale}
        onLoad={() => window.location.reload()}
        onCopy={async () => {
          if (!stale) return;
          const copied = await copyWith(api, stale.plan);
          if (copied.ok) window.location.assign(`/print/${copied.value}/picture`);
          else setMessage(copied.message);
        }}
      />
    </PrintDeskProvider>
  );
}

/** No answer, or one from a server in trouble: what was sent may or may not have arrived, so it is kept and sent again. */
function isAway(answer: Outcome<unknown>): boolean {
  return !answer.ok && (answer.code === 'unreachable' || answer.code === 'server');
}

/** A copy of the print that holds this window's plan. */
async function copyWith(api: string, plan: Plan): Promise<Outcome<string>> {
  const copy = await ask<string>('POST', `${api}/copy`, {});
  if (!copy.ok) return copy;
  const fresh = await ask<PrintState>('GET', `/api/prints/${copy.value}`);
  if (!fresh.ok) return fresh;
  const saved = await ask<PrintState>('PUT', `/api/prints/${copy.value}`, {
    baseRevision: fresh.value.revision,
    plan,
    label: 'kept from another window',
  });
  return saved.ok ? success(copy.value) : failure(saved.code, saved.message);
}

function StaleDialog({
  stale,
  onLoad,
  onCopy,
}: {
  stale: { label: string } | undefined;
  onLoad: () => void;
  onCopy: () => void;
}) {
  return (
    <Dialog open={stale !== undefined} maxWidth="xs">
      <DialogTitle>Changed in another window</DialogTitle>
      <DialogContent>
        <p>
          This print was changed elsewhere while it was open here. Nothing of that was overwritten, and your last act
          here (“{stale?.label}”) is not lost: load the newer state, or keep yours as a print of its own.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onCopy}>Keep mine as a copy</Button>
        <Button variant="contained" color="primary" onClick={onLoad}>
          Load the newer state
        </Button>
      </DialogActions>
    </Dialog>
  );
}
