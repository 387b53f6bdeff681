'use client';
import { useCallback, useEffect, useRef } from 'react';
import { usePrintDesk } from '@/ui/kit/printContext';
import { PictureWorker } from '@/workers';

/** Fine enough to see where a colour runs. */
const MOST_PIXELS = 500_000;

/** Asks how the picture runs over areas of its flat colours; the worker that knows starts with the first question. */
export function useGradations() {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const labelsSha = plan.flat?.labelsSha,
    raster = plan.picture?.raster;
  const worker = useRef<{ readonly key: string; readonly one: PictureWorker }>(undefined);
  useEffect(() => () => worker.current?.one.stop(), []);
  return useCallback(
    (sets: readonly (readonly number[])[], progress?: (share: number) => void) => {
      const key = `${labelsSha} ${raster?.sha}`;
      if (worker.current?.key !== key) {
        worker.current?.one.stop();
        worker.current = {
          key,
          one: new PictureWorker(async (w) => {
            const { mmPerPx, sha } = raster!;
            await w.askNow('openRaster', { url: urls.blob(sha), mmPerPx, maxPixels: MOST_PIXELS });
            await w.askNow('openLabels', { url: urls.blob(labelsSha!), mmPerPx });
          }),
        };
      }
      const coloursLabD50 = plan.flat!.colours.map((colour) => colour.wantedLabD50);
      return worker.current.one.ask('gradations', { sets, coloursLabD50 }, progress);
    },
    [labelsSha, plan.flat, raster, urls],
  );
}
