'use client';
import { useEffect, useState } from 'react';
import { cuttingHours, materialById } from '@/core/cutting';
import { materialOfWay, type WayCompared } from '@/derived';
import type { WayOfWorking } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';

/** Hours of cutting that each way takes on this picture, as they come from the worker; stages that ways share are measured once. */
export function useCutHours(compared: readonly WayCompared[]): ReadonlyMap<WayOfWorking, number> {
  const { plan, sheet, sheetWorker } = usePrintDesk('plan', 'sheet', 'sheetWorker');
  const [hours, setHours] = useState<ReadonlyMap<WayOfWorking, number>>(new Map());
  const { picture, flat } = plan;
  useEffect(() => {
    let wanted = true;
    const measured = new Map<string, Promise<number>>();
    const partsOf = (labels: readonly number[]) =>
      sheet.parts.flatMap(({ label }, part) => (labels.includes(label) ? [part] : []));
    const edgeM = (standing: readonly number[], cutNow: readonly number[]) => {
      const asked = { standing: partsOf(standing), cutNow: partsOf(cutNow) },
        key = JSON.stringify(asked),
        known = measured.get(key);
      if (known) return known;
      const answer = sheetWorker
        .ask('stageFigures', asked)
        .then((figures) => (figures.ok ? figures.value.outlineM : 0));
      measured.set(key, answer);
      return answer;
    };
    const areaCm2 = ((picture?.widthMm ?? 0) * (picture?.heightMm ?? 0)) / 100;
    const measure = async () => {
      for (const { way, stages } of compared) {
        let sum = 0;
        for (const { standing, cutNow } of stages) {
          if (cutNow.length === 0) continue;
          const cm2 = cutNow.reduce((share, label) => share + flat!.colours[label].areaShare, 0) * areaCm2;
          sum += cuttingHours(await edgeM(standing, cutNow), cm2, materialById(materialOfWay(way)));
          if (!wanted) return;
        }
        setHours((now) => new Map(now).set(way, sum));
      }
    };
    void measure();
    return () => {
      wanted = false;
    };
  }, [compared, sheet, sheetWorker, picture, flat]);
  return hours;
}
