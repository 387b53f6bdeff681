'use client';
import { useEffect, useRef, useState } from 'react';
import { success } from '@/model';
import { askRaw } from '@/session';
import { usePrintDesk } from './printContext';
import { useProofRequest } from './useProofRequest';
import { useRegisterWorker } from './useRegisterWorker';
import type { ProofAnswer } from '@/workers';
import { besideWords } from '@/words/beside';
import { inWords } from '@/words/failures';

/** Start value: what a photograph in one light, white-balanced on bare paper, is off (ΔE00). */
export const PHOTOGRAPH_ERROR = 3;
const JPEG_QUALITY = 0.92;

interface Busy {
  readonly what: string;
  readonly share: number;
}

/** A photograph of a sheet after the run at `index`: taken, read in the worker, kept with its sheet. */
export function usePhotograph(index: number) {
  const { progress, scanner } = usePrintDesk('progress', 'scanner');
  const worker = useRegisterWorker();
  const requestFor = useProofRequest(index + 1);
  const keepRead = useKeeping(index);
  const [read, setRead] = useState<ProofAnswer>();
  const [busy, setBusy] = useState<Busy>();
  const [problem, setProblem] = useState<string>();
  const original = useRef<Blob>(undefined);
  /** Only the newest is listened to. */
  const serial = useRef(0);
  const readFile = async (file: Blob, mine: number) => {
    const what = besideWords('busy.reading');
    original.current = file;
    setBusy({ what, share: 0 });
    const request = await requestFor({ file, dpi: 0, photograph: true });
    if (!request || mine !== serial.current) return;
    const answer = await worker.ask(
      'readProof',
      request,
      (share) => mine === serial.current && setBusy({ what, share }),
    );
    if (mine !== serial.current) return;
    setBusy(undefined);
    if (answer.ok) setRead(answer.value);
    else if (answer.code !== 'stopped') setProblem(inWords(answer));
  };
  const begin = () => {
    setProblem(undefined);
    setRead(undefined);
    return ++serial.current;
  };
  const take = (file: File) => readFile(file, begin());
  const simulate = async () => {
    const mine = begin();
    const what = besideWords('busy.taking');
    setBusy({ what, share: 0 });
    const taken = progress.bench.photographs.length;
    const photograph = await scanner.photograph(
      index + 1,
      taken,
      (share) => mine === serial.current && setBusy({ what, share }),
    );
    if (mine !== serial.current) return;
    if (photograph.ok) return readFile(photograph.value.file, mine);
    setBusy(undefined);
    setProblem(inWords(photograph));
  };
  const stop = () => {
    serial.current++;
    worker.stop();
    setBusy(undefined);
  };
  const keep = async (ofSheet: string, withOriginal: boolean) =>
    read ? keepRead(read, ofSheet, withOriginal ? original.current : undefined) : success(undefined);
  return { read, busy, problem, take, simulate, stop, keep, again: begin };
}

/** Kept at its working size, straight and in even light: nothing the camera wrote into its file goes along. */
function useKeeping(index: number) {
  const { plan, id, log } = usePrintDesk('plan', 'id', 'log');
  const store = (picture: Blob, query: string) =>
    askRaw<{ readonly sha: string }>(`/api/prints/${id}/photographs${query}`, {
      ...{ method: 'POST', body: picture, headers: { 'x-file-name': 'pull.jpg' } },
    });
  return async (read: ProofAnswer, ofSheet: string, original: Blob | undefined) => {
    const jpeg = await jpegOf(read.picture);
    const kept = await store(jpeg, '');
    if (!kept.ok) return kept;
    const whole = original && (await store(original, '?whole=1'));
    if (whole && !whole.ok) return whole;
    const colours = plan.flat?.colours ?? [];
    const seen = read.reading.seenLabD50
      .slice(0, colours.length)
      .flatMap((lab, label) => (lab ? [{ colourId: colours[label].id, labD50: rounded(lab) }] : []));
    return log({
      ...{ kind: 'photographed', pictureSha: kept.value.sha, runId: plan.runs[index].id, sheet: ofSheet, note: '' },
      ...{ seen, errorDeltaE: PHOTOGRAPH_ERROR },
      ...(whole?.ok && { originalSha: whole.value.sha }),
    });
  };
}

/** How far a row of photographs is. */
export interface RowOfPhotographs {
  /** The sheet that is read now. */
  readonly sheet: string;
  readonly done: number;
  readonly of: number;
}

/** Photographs of many finished sheets, one after the other: each is read and kept with its sheet; those that cannot be are told when the row is through. */
export function usePhotographs(index: number) {
  const { scanner, progress } = usePrintDesk('scanner', 'progress');
  const worker = useRegisterWorker();
  const requestFor = useProofRequest(index + 1),
    keepRead = useKeeping(index);
  const [row, setRow] = useState<RowOfPhotographs>();
  const [problems, setProblems] = useState<readonly string[]>([]);
  const stopped = useRef(false);
  /** A row takes minutes: what it is kept with is what is known by then. */
  const now = useRef({ keepRead, worker });
  now.current = { keepRead, worker };
  // who leaves the view ends the row
  useEffect(
    () => () => {
      stopped.current = true;
    },
    [],
  );
  const one = async (sheet: string, file: Blob) => {
    const request = await requestFor({ file, dpi: 0, photograph: true, ofSheet: sheet });
    if (!request || stopped.current) return success(undefined);
    const read = await now.current.worker.ask('readProof', request, () => undefined);
    return read.ok ? now.current.keepRead(read.value, sheet, undefined) : read;
  };
  /** @param fileOf by place in the row; undefined: by the simulated camera */
  const take = async (sheets: readonly string[], fileOf?: (place: number) => Blob) => {
    stopped.current = false;
    setProblems([]);
    const taken = progress.bench.photographs.length;
    for (const [done, sheet] of sheets.entries()) {
      setRow({ sheet, done, of: sheets.length });
      const shot = fileOf
        ? success({ file: fileOf(done) })
        : await scanner.photograph(index + 1, taken + done, () => undefined);
      const kept = shot.ok ? await one(sheet, shot.value.file) : shot;
      if (stopped.current) break;
      if (!kept.ok) setProblems((told) => [...told, besideWords('notTaken', { sheet, why: inWords(kept) })]);
    }
    setRow(undefined);
  };
  const stop = () => {
    stopped.current = true;
    worker.stop();
  };
  return { row, problems, take, stop };
}

export type Photographing = ReturnType<typeof usePhotograph>;

const rounded = (lab: readonly [number, number, number]) =>
  lab.map((v) => Math.round(100 * v) / 100) as unknown as [number, number, number];

async function jpegOf(picture: ImageBitmap): Promise<Blob> {
  const canvas = document.createElement('canvas');
  canvas.width = picture.width;
  canvas.height = picture.height;
  canvas.getContext('2d')!.drawImage(picture, 0, 0);
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('no picture was made'))),
      'image/jpeg',
      JPEG_QUALITY,
    );
  });
}
