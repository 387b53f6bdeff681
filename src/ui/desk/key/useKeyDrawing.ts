'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { roundTo } from '@/core/numeric';
import { thicknessOf } from '@/core/picture';
import type { Lab } from '@/core/colour';
import { flatFromResult } from '@/ui/kit/flatFromResult';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { inWords } from '@/words/failures';
import { keyWords } from '@/words/key';
import { PictureWorker, type FlatResult, type KeyPieceShown, type KeyWish } from '@/workers';
import type { Outcome } from '@/core/units';
import { KEY_WIDTH_MM, type FlatPlan } from '@/model';
import { useDrawnLines } from './useDrawnLines';

/** A dark, a little warm: what keys are usually printed in. */
const DARK: Lab = [18, 2, -2];
const FIRST = { widthMm: 1, smoothMm: 1, taperMm: 4, labD50: DARK };
/** A click this near to a line means it. */
const NEAR_MM = 1.5;

/** A key drawing being made: which edges, which pieces of them, what lines; and what comes of it. */
export function useKeyDrawing(onDone: () => void) {
  const { plan } = usePrintDesk('plan');
  const flat = plan.flat!,
    keyLabel = flat.key ? flat.colours.findIndex(({ id }) => id === flat.key!.colourId) : -1,
    key = keyLabel < 0 ? null : keyLabel;
  // labels are told as they are without the key
  const colours = useMemo(() => flat.colours.filter((_, label) => label !== keyLabel), [flat.colours, keyLabel]);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set()),
    [leftOut, setLeftOut] = useState<ReadonlySet<number>>(new Set()),
    [lines, setLines] = useState({
      ...FIRST,
      ...(flat.key && { widthMm: flat.key.widthMm, labD50: flat.colours[keyLabel].wantedLabD50 }),
    });
  const worker = useOwnWorker(flat.labelsSha);
  const edges = useMemo(
    () => ({
      pairs: [...chosen].map((pair) => [Math.floor(pair / 256), pair % 256] as const),
      smoothMm: lines.smoothMm,
    }),
    [chosen, lines.smoothMm],
  );
  const ask = useCallback(() => worker.ask('keyPieces', { edges, key }), [worker, edges, key]);
  const { value: pieces, problem } = useWorkerAnswer<readonly KeyPieceShown[]>(ask);
  const making = useMaking(worker, onDone);
  const [source, setSource] = useState<KeySource>('edges'),
    drawn = useDrawnLines();
  const drawnMm = source === 'drawing' ? (drawn.outlinesMm ?? []) : null,
    widthMm = drawnMm ? lineWidth(thicknessOf(drawnMm)) : lines.widthMm;
  const wish: KeyWish = {
    edges,
    leftOut: [...leftOut],
    drawnMm,
    widthMm: lines.widthMm,
    taperMm: lines.taperMm,
    labD50: lines.labD50,
  };
  return {
    ...{ source, setSource, drawn, drawable: drawnMm ? drawnMm.length > 0 : (pieces?.length ?? 0) > leftOut.size },
    ...{ colours, chosen, leftOut, lines, pieces, keyLabel, ...making, problem: problem ?? making.problem },
    setLines: (part: Partial<typeof lines>) => setLines((now) => ({ ...now, ...part })),
    choose: (pairs: readonly number[], on: boolean) => {
      // other edges are other pieces
      setLeftOut(new Set());
      setChosen((now) => new Set(on ? [...now, ...pairs] : [...now].filter((pair) => !pairs.includes(pair))));
    },
    turn: (piece: number) =>
      setLeftOut((now) => new Set(now.has(piece) ? [...now].filter((one) => one !== piece) : [...now, piece])),
    pieceAt: (xMm: number, yMm: number) => nearestPiece(pieces ?? [], xMm, yMm),
    draw: () => making.make('drawKey', { wish, key, coloursLabD50: flat.colours.map((c) => c.wantedLabD50) }, widthMm),
    takeAway: () =>
      key !== null &&
      making.make('withoutKey', { key, coloursLabD50: flat.colours.map((c) => c.wantedLabD50) }, undefined),
  };
}
/** What a key is made from: edges of the flat colours, or a drawing of its own. */
export const KEY_SOURCES = ['edges', 'drawing'] as const;
type KeySource = (typeof KEY_SOURCES)[number];

/** A width the plan can hold. */
function lineWidth(mm: number): number {
  return roundTo(Math.min(KEY_WIDTH_MM.maxMm, Math.max(KEY_WIDTH_MM.minMm, mm)), 2);
}

export type KeyDrawing = ReturnType<typeof useKeyDrawing>;

/** A worker on the flat colours that nothing else looks at: what is given up changes nothing. */
function useOwnWorker(labelsSha: string): PictureWorker {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const { mmPerPx } = plan.picture!.raster;
  const worker = useMemo(
    () => new PictureWorker((one) => one.askNow('openLabels', { url: urls.blob(labelsSha), mmPerPx })),
    [labelsSha, mmPerPx, urls],
  );
  useEffect(() => () => worker.stop(), [worker]);
  return worker;
}

type Make = {
  (job: 'drawKey', take: Parameters<PictureWorker['ask']>[1], widthMm: number): Promise<void>;
  (job: 'withoutKey', take: Parameters<PictureWorker['ask']>[1], widthMm: undefined): Promise<void>;
};

/** Makes the map with the key, or without it, stores it and takes it into the plan. */
function useMaking(worker: PictureWorker, onDone: () => void) {
  const { plan, urls, change } = usePrintDesk('plan', 'urls', 'change');
  const [busy, setBusy] = useState(false),
    [problem, setProblem] = useState<string>();
  const make: Make = async (job: 'drawKey' | 'withoutKey', take: unknown, widthMm?: number) => {
    setBusy(true);
    setProblem(undefined);
    const answer: Outcome<FlatResult> = await worker.ask(job, take as never);
    const stored = answer.ok ? await worker.ask('storeLabels', { url: urls.labels }) : answer;
    setBusy(false);
    if (!answer.ok || !stored.ok) {
      const failed = answer.ok ? stored : answer;
      if (!failed.ok && failed.code !== 'stopped') setProblem(inWords(failed));
      return;
    }
    const before = plan.flat!,
      made = flatFromResult(answer.value, stored.value, before.settings, before, plan.paper.labD50, true);
    const done = await change({
      kind: 'shapes-changed',
      flat: withKey(made, before, widthMm),
      how: job === 'drawKey' ? 'key' : 'keyless',
      from: before.labelsSha,
    });
    if (done.ok) onDone();
    else setProblem(inWords(done));
  };
  return { busy, problem, make };
}

/** The colours with their key, which is the last of them; or with none. */
function withKey(made: FlatPlan, before: FlatPlan, widthMm: number | undefined): FlatPlan {
  const { key: _, ...rest } = made;
  if (widthMm === undefined) return rest;
  const last = made.colours[made.colours.length - 1];
  const named = before.key ? last : { ...last, name: keyWords('name') };
  return { ...rest, colours: [...made.colours.slice(0, -1), named], key: { colourId: last.id, widthMm } };
}

/** The number of the piece nearest to a place; undefined where none is near. */
function nearestPiece(pieces: readonly KeyPieceShown[], xMm: number, yMm: number): number | undefined {
  let nearest: number | undefined,
    least = NEAR_MM ** 2;
  pieces.forEach(({ pointsMm }, i) => {
    for (let p = 0; p + 1 < pointsMm.length; p += 2) {
      const off = (pointsMm[p] - xMm) ** 2 + (pointsMm[p + 1] - yMm) ** 2;
      if (off < least) [least, nearest] = [off, i];
    }
  });
  return nearest;
}
