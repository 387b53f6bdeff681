'use client';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { EditDone, RegionEdit } from '@/core/picture';
import { success, type Outcome } from '@/core/units';
import type { Plan, PlanEdit } from '@/model';
import { PictureWorker, type MendEdit } from '@/workers';
import { flatFromResult } from './flatFromResult';
import type { PrintUrls } from './printContext';
import type { SheetDesk } from './useSheetWorker';

type ChangeAfter = (work: (plan: Plan) => Promise<Outcome<PlanEdit>>) => Promise<Outcome<undefined>>;

const PAINT_FIRST_MS = 50;

/**
 * Changes of islands: made at once in the worker that paints, so that they are seen at once; a copy is measured and stored by a second
 * worker behind them, in order, each an entry of its own in the history.
 */
export function useReshape(
  desk: SheetDesk,
  urls: PrintUrls,
  changeAfter: ChangeAfter,
): (edit: RegionEdit | MendEdit) => Promise<Outcome<EditDone>> {
  const keeper = useMemo(() => new PictureWorker(), []);
  useEffect(() => () => keeper.stop(), [keeper]);
  const present = useRef(desk);
  present.current = desk;
  return useCallback(
    async (edit: RegionEdit | MendEdit) => {
      const done = await present.current.sheetWorker.ask('edit', edit);
      if (!done.ok) return done;
      // the picture is painted first; only then is it copied for keeping
      const copy = new Promise((later) => {
        setTimeout(later, PAINT_FIRST_MS);
      }).then(() => present.current.sheetWorker.ask('snapshot', { of: 'labels' }));
      void changeAfter(async (plan): Promise<Outcome<PlanEdit>> => {
        const flat = plan.flat!;
        const map = await copy;
        if (!map.ok) return map;
        const measured = await keeper.ask('measure', {
          ...map.value,
          coloursLabD50: flat.colours.map((c) => c.wantedLabD50),
        });
        if (!measured.ok) return measured;
        const sha = await keeper.ask('storeLabels', { url: urls.labels });
        if (!sha.ok) return sha;
        // when a colour has lost its last island the others are numbered anew, and the worker loads the map as stored
        if (measured.value.coloursLabD50.length === flat.colours.length) present.current.holds(sha.value);
        return success({
          kind: 'shapes-changed',
          flat: flatFromResult(measured.value, sha.value, flat.settings, flat, plan.paper.labD50, true),
          how: edit.kind,
          from: flat.labelsSha,
        });
      }).then((saved) => {
        if (!saved.ok) present.current.reload();
      });
      return done;
    },
    [changeAfter, keeper, urls.labels],
  );
}
