import { type CabinetInk } from '@/model';
import { nearestPours } from '@/core/inks';
import {
  answerInk,
  composeRest,
  findProposals,
  LEAST_WEIGHED_G,
  pigmentsOf,
  potStarts,
  potTask,
  resolveFrom,
  solveDays,
  type CabinetPigment,
} from '@/derived';
import { serve } from './serve';
import type { LayerJobs } from './protocol';

let known: { key: string; pigments: CabinetPigment[] } | undefined;

/** The films of a cabinet, worked out again only when it has changed. */
function pigmentsOnce(cabinet: readonly CabinetInk[]): CabinetPigment[] {
  const key = JSON.stringify(cabinet);
  if (known?.key !== key) known = { key, pigments: pigmentsOf(cabinet) };
  return known.pigments;
}

serve<LayerJobs>({
  pigments: ({ cabinet }) => pigmentsOnce(cabinet),
  proposals: (request, progress) => findProposals(request, progress),
  composeRest: (request, progress) => composeRest(request, progress),
  recipe: ({ plan, got, cabinet, question }) => answerInk(plan, got, pigmentsOnce(cabinet), question) ?? null,
  potNearest: ({ plan, got, cabinet, of, over, ...pot }) => {
    const task = potTask(plan, got, pigmentsOnce(cabinet), of, over);
    return task ? nearestPours({ task, leastG: LEAST_WEIGHED_G, ...pot }) : null;
  },
  potStarts: ({ plan, got, cabinet, of, wantedG, left }) => {
    const task = potTask(plan, got, pigmentsOnce(cabinet), of),
      ink = plan.inks.find(({ id }) => id === of.inkId);
    return task && ink ? potStarts(task, ink.mediumId, wantedG, left) : [];
  },
  days: ({ mostMs, ...question }, progress) => {
    const began = performance.now();
    return solveDays(question, () => {
      const share = (performance.now() - began) / mostMs;
      progress(Math.min(1, share));
      return share < 1;
    });
  },
  resolve: ({ plan, got, cabinet, run }, progress) =>
    resolveFrom(plan, got, run, cabinet, pigmentsOnce(cabinet), progress),
});
