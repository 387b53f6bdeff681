'use client';
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { USUAL_DARKNESS_PERCENT } from '@/core/registration';
import { failure, success, type Outcome } from '@/core/units';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { findingInWords } from '@/words/findings';
import type { DrawingRead } from '@/workers';

const TIFF = /\.tiff?$/i,
  SVG = /\.svg$/i;
const NOTHING: readonly number[] = [];

/** A drawing that fills the print from edge to edge, or has a tracing's corner marks; its lines, as dark and as large as is asked, moved by hand. */
export function useDrawnLines() {
  const { plan, scanner } = usePrintDesk('plan', 'scanner');
  const { raster } = plan.picture!;
  const worker = useRegisterWorker();
  const [file, setFile] = useState<File>(),
    [how, setHow] = useState<'drawing' | 'tracing'>('drawing'),
    [mirrored, setMirrored] = useState(false),
    [darkness, setDarkness] = useState<number>(USUAL_DARKNESS_PERCENT),
    [leastMm2, setLeastMm2] = useState(0.5),
    [by, setBy] = useState({ xMm: 0, yMm: 0 });
  const [read, setRead] = useState<{ readonly of: unknown; readonly answer: Outcome<DrawingRead> }>();
  const asked = useMemo(() => ({ file, how, mirrored }), [file, how, mirrored]);
  useEffect(() => {
    if (!asked.file) return;
    let wanted = true;
    void (async () => {
      const picture = await readable(asked.file!, raster, scanner.readable);
      const answer = picture.ok
        ? await worker.ask('readDrawing', {
            file: picture.value,
            how: asked.how,
            standing: NOTHING,
            uneven: true,
            mirrored: asked.mirrored,
          })
        : picture;
      if (wanted) setRead({ of: asked, answer });
    })();
    return () => {
      wanted = false;
    };
  }, [asked, raster, scanner, worker]);
  const present = read?.of === asked ? read.answer : undefined,
    dark = useDeferredValue(darkness);
  const ready = present?.ok === true;
  const ask = useCallback(
    () => worker.ask('drawnOutlines', { darknessPercent: dark, leastMm2, onlyStanding: false }),
    [worker, dark, leastMm2],
  );
  const { value } = useWorkerAnswer(ready ? ask : undefined);
  const outlinesMm = useMemo(
    () =>
      ready && value
        ? value.outlinesPx.map((ring) => ring.map((px, i) => px * raster.mmPerPx + (i % 2 === 0 ? by.xMm : by.yMm)))
        : undefined,
    [ready, value, raster.mmPerPx, by],
  );
  return {
    ...{ file, setFile, how, setHow, mirrored, setMirrored, darkness, setDarkness, leastMm2, setLeastMm2, by, setBy },
    ...{ outlinesMm, reading: file !== undefined && present === undefined },
    problem: present && !present.ok && present.code !== 'stopped' ? findingInWords(present) : undefined,
  };
}
export type DrawnLines = ReturnType<typeof useDrawnLines>;

/** The file as a picture a worker can read: browsers show no TIFF, and workers no SVG. */
async function readable(
  file: File,
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  fromServer: (file: File) => Promise<Outcome<{ readonly file: Blob }>>,
): Promise<Outcome<Blob>> {
  if (TIFF.test(file.name)) {
    const made = await fromServer(file);
    return made.ok ? success(made.value.file) : made;
  }
  if (!SVG.test(file.name)) return success(file);
  // as an image it is shown without scripts and fetches nothing
  const url = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [widthPx, heightPx];
    canvas.getContext('2d')!.drawImage(image, 0, 0, widthPx, heightPx);
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    return png ? success(png) : failure('scan.thisFileIsNo');
  } catch {
    return failure('scan.thisFileIsNo');
  } finally {
    URL.revokeObjectURL(url);
  }
}
