'use client';
import { useEffect, useMemo } from 'react';
import { printTaskOf } from '@/derived';
import { RegisterWorker } from '@/workers';
import { usePrintDesk } from './printContext';

/** The worker that works out fits and reads proofs, with this print's labels and print map; it starts with the first question. */
export function useRegisterWorker(): RegisterWorker {
  const { plan, progress, urls } = usePrintDesk('plan', 'progress', 'urls');
  const labelsSha = plan.flat?.labelsSha,
    mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  const key = JSON.stringify(printTaskOf(plan, progress.bench.slips).task);
  const worker = useMemo(
    () =>
      new RegisterWorker((own) =>
        labelsSha
          ? own.askNow('open', {
              url: urls.blob(labelsSha),
              mmPerPx,
              task: JSON.parse(key) as ReturnType<typeof printTaskOf>['task'],
            })
          : Promise.resolve(),
      ),
    [labelsSha, mmPerPx, key, urls],
  );
  useEffect(() => () => worker.stop(), [worker]);
  return worker;
}
