'use client';
import { useCallback, useMemo, useRef } from 'react';
import type { Light } from '@/core/colour';
import type { LabelStyle } from '@/core/geometry';
import { fillsAfter, sheetLayoutOf, type ShownLooks } from '@/derived';
import { blockStyles, labelStatesOf } from '../blockStates';
import { BLOCK_WORDS } from '../colours';
import { usePrintDesk } from '../printContext';
import { useFit, useMisprint } from '../useFit';
import { useRegisterWorker } from '../useRegisterWorker';

export type Beside = 'none' | 'wanted' | 'block' | 'typical' | 'worst';

/** Pictures kept while one goes to and fro between films. */
const MOST_KEPT = 16;

type Once = (key: string, make: () => Promise<ImageBitmap | undefined>) => Promise<ImageBitmap | undefined>;

/** The pictures of the image, `widthPx` wide, made where the map is; what was made is kept. */
export function useLargePictures(looks: ShownLooks, beside: Beside, light: Light) {
  const { plan } = usePrintDesk('plan');
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  const kept = useRef(new Map<string, Promise<ImageBitmap | undefined>>());
  const once: Once = useCallback((key, make) => {
    const known = kept.current.get(key);
    if (known) return known;
    const made = make();
    if (kept.current.size >= MOST_KEPT) kept.current.clear();
    kept.current.set(key, made);
    return made;
  }, []);
  const paint = useMapPaint();
  const sheetAfter = useCallback(
    (run: number, widthPx: number) => {
      const fills = fillsAfter(looks, run);
      return once(`${run}.${widthPx}.${JSON.stringify(fills)}`, () =>
        paint(
          fills.map((fill) => ({ fill })),
          widthPx,
          false,
        ),
      );
    },
    [looks, once, paint],
  );
  const misprint = useSheetLaid(beside, layout, light);
  const other = useOther(beside, paint, misprint.picture, once);
  return { sheetAfter, other, layout, isLaying: misprint.isLaying, problem: misprint.problem };
}

const heightOf = (widthPx: number, { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number }) =>
  Math.max(1, Math.round((widthPx * heightMm) / widthMm));

/** Paints the whole map, its parts in these styles. */
function useMapPaint() {
  const { plan, sheetWorker } = usePrintDesk('plan', 'sheetWorker');
  const picture = plan.picture!;
  return useCallback(
    async (styles: readonly LabelStyle[], widthPx: number, mirrored: boolean) => {
      const view = { x: 0, y: 0, pxPerOut: picture.raster.widthPx / widthPx, mirrored };
      const made = await sheetWorker.ask('paint', {
        ...{ what: 'sheet' as const, styles, view, width: widthPx, height: heightOf(widthPx, picture) },
        backdrop: BLOCK_WORDS.backdrop,
      });
      return made.ok ? made.value : undefined;
    },
    [picture, sheetWorker],
  );
}

/** The typical sheet, or the worst of ten, of what registration leaves. */
function useSheetLaid(beside: Beside, layout: ReturnType<typeof sheetLayoutOf>, light: Light) {
  const { plan } = usePrintDesk('plan');
  const worker = useRegisterWorker();
  const paintAt = useMisprint(worker);
  const asked = beside === 'typical' || beside === 'worst';
  const fit = useFit(worker, asked && plan.runs.length > 0 ? layout : undefined, true);
  const found = asked ? fit?.result?.[beside === 'typical' ? 'typical' : 'worstOfTen'] : undefined;
  const picture = useCallback(
    (run: number, widthPx: number): Promise<ImageBitmap | undefined> => {
      const size = plan.picture!;
      const view = { xMm: 0, yMm: 0, mmPerPx: size.widthMm / widthPx, width: widthPx, height: heightOf(widthPx, size) };
      return found ? paintAt(found.motions.slice(0, run), view, light) : Promise.resolve(undefined);
    },
    [found, light, paintAt, plan],
  );
  return { picture, isLaying: asked && !fit?.result && !fit?.problem, problem: fit?.problem };
}

type Paint = ReturnType<typeof useMapPaint>;

/** What stands beside the sheet, or lies over it. */
function useOther(
  beside: Beside,
  paint: Paint,
  misprint: (run: number, widthPx: number) => Promise<ImageBitmap | undefined>,
  once: Once,
) {
  const { plan, sheet, urls } = usePrintDesk('plan', 'sheet', 'urls');
  const { sha } = plan.picture!.raster;
  return useCallback(
    (run: number, widthPx: number): Promise<ImageBitmap | undefined> => {
      if (beside === 'wanted')
        return once(`${sha}.${widthPx}`, async () => {
          const answer = await fetch(urls.blob(sha)).catch(() => undefined);
          return answer?.ok
            ? createImageBitmap(await answer.blob(), { resizeWidth: widthPx, resizeQuality: 'high' })
            : undefined;
        });
      if (beside !== 'block') return misprint(run, widthPx);
      const state = labelStatesOf(plan, sheet)[Math.max(0, run - 1)];
      return state ? paint(blockStyles(state, sheet.parts.length), widthPx, true) : Promise.resolve(undefined);
    },
    [beside, misprint, once, paint, plan, sha, sheet, urls],
  );
}
