'use client';
import { useCallback, useMemo } from 'react';
import { fillsAfter } from '@/derived';
import { BLOCK_WORDS } from '../kit/colours';
import type { SamplePoint } from '../kit/CoreSample';
import { usePrintDesk } from '../kit/printContext';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { IslandOverlay } from '@/ui/kit/regions/RegionOverlay';
import { pictureWords } from '@/words/picture';

/** The sheet after a run, large; pointing or the arrow keys move the core sample. */
export function LookCanvas({ run, onPoint }: { run: number; onPoint: (point: SamplePoint | undefined) => void }) {
  const { plan, looks, sheet, sheetWorker, unit, chooseIsland } = usePrintDesk(
    'plan',
    'looks',
    'sheet',
    'sheetWorker',
    'unit',
    'chooseIsland',
  );
  const { mmPerPx, widthPx, heightPx } = plan.picture!.raster;
  const styles = useMemo(() => fillsAfter(looks!, run).map((fill) => ({ fill })), [looks, run]);
  const paint: PaintView = useCallback(
    async (view, width, height) => {
      const answer = await sheetWorker.ask('paint', {
        what: 'sheet',
        styles,
        view,
        width,
        height,
        backdrop: BLOCK_WORDS.backdrop,
      });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, styles],
  );
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
      overlay={(mm) => <IslandOverlay mm={mm} />}
    />
  );
}
