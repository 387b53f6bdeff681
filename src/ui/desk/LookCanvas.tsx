'use client';
import { useCallback, useMemo } from 'react';
import { fillsAfter } from '@/derived';
import { BLOCK_WORDS } from '../kit/colours';
import type { SamplePoint } from '../kit/CoreSample';
import { usePrintDesk } from '../kit/printContext';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { IslandOverlay } from '@/ui/kit/regions/RegionOverlay';
import { FadeLines, useFadeHandles } from './fades/fadeHandles';
import { pictureWords } from '@/words/picture';

/** The sheet after a run, large; pointing or the arrow keys move the core sample. */
export function LookCanvas({ run, onPoint }: { run: number; onPoint: (point: SamplePoint | undefined) => void }) {
  const { plan, sheet, sheetWorker, unit, chooseIsland, progress } = usePrintDesk(
    'plan',
    'progress',
    'sheet',
    'sheetWorker',
    'unit',
    'chooseIsland',
  );
  const { mmPerPx, widthPx, heightPx } = plan.picture!.raster;
  const shown = plan.runs[run - 1],
    handles = useFadeHandles(shown, run <= progress.closedRuns);
  const paint = useLookPaint(run);
  const look = useCallback(
    async (x: number | undefined, y: number) => {
      if (x === undefined) return;
      const answer = await sheetWorker.ask('partAt', { x, y });
      if (answer.ok && answer.value !== null)
        onPoint({
          label: sheet.parts[answer.value]?.label ?? answer.value,
          part: answer.value,
          xMm: (x + 0.5) * mmPerPx,
          yMm: (y + 0.5) * mmPerPx,
        });
    },
    [mmPerPx, onPoint, sheet, sheetWorker],
  );
  const pick = useCallback(
    async (x: number, y: number) => {
      const answer = await sheetWorker.ask('islandAt', { x, y });
      if (answer.ok) chooseIsland(answer.value ?? undefined);
    },
    [chooseIsland, sheetWorker],
  );
  return (
    <SheetCanvas
      widthPx={widthPx}
      heightPx={heightPx}
      mmPerPx={mmPerPx}
      unit={unit}
      label={pictureWords('lookCanvas.theSheetAfterRun', { run })}
      paint={paint}
      onHover={(x, y) => void look(x, y)}
      onPick={(x, y) => void pick(x, y)}
      handles={handles}
      overlay={(mm) => (
        <>
          <IslandOverlay mm={mm} />
          {shown && <FadeLines run={shown} mm={mm} />}
        </>
      )}
    />
  );
}

/** Paints the sheet after a run, fades and all. */
function useLookPaint(run: number): PaintView {
  const { looks, sheetWorker } = usePrintDesk('looks', 'sheetWorker');
  const styles = useMemo(() => fillsAfter(looks!, run).map((fill) => ({ fill })), [looks, run]);
  return useCallback(
    async (view, width, height) => {
      const backdrop = BLOCK_WORDS.backdrop;
      const answer = await sheetWorker.ask('paint', { what: 'sheet', styles, view, width, height, backdrop });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, styles],
  );
}
