'use client';
import { useCallback, useMemo, useState, type KeyboardEvent } from 'react';
import { BLOCK_WORDS, wordOfLab } from '../kit/colours';
import type { SamplePoint } from '../kit/CoreSample';
import { usePrintDesk } from '../kit/printContext';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';

const STEP_MM = 2;

/** The sheet after a run, large; pointing or the arrow keys move the core sample. */
export function LookCanvas({ run, onPoint }: { run: number; onPoint: (point: SamplePoint | undefined) => void }) {
  const { state, looks, sheetWorker, unit } = usePrintDesk();
  const picture = state.plan.picture!;
  const { mmPerPx, widthPx, heightPx } = picture.raster;
  const [cross, setCross] = useState({ xMm: picture.widthMm / 2, yMm: picture.heightMm / 2 });
  const styles = useMemo(() => looks!.looks[run].map((lab) => ({ fill: wordOfLab(lab) })), [looks, run]);
  const paint: PaintView = useCallback(async (view, width, height) => {
    const answer = await sheetWorker.ask('paint', { what: 'labels', styles, view, width, height, backdrop: BLOCK_WORDS.backdrop });
    return answer.ok ? answer.value : undefined;
  }, [sheetWorker, styles]);
  const look = useCallback(async (xMm: number, yMm: number) => {
    const x = Math.min(widthPx - 1, Math.max(0, Math.floor(xMm / mmPerPx))), y = Math.min(heightPx - 1, Math.max(0, Math.floor(yMm / mmPerPx)));
    setCross({ xMm: (x + 0.5) * mmPerPx, yMm: (y + 0.5) * mmPerPx });
    const answer = await sheetWorker.ask('labelAt', { x, y });
    if (answer.ok && answer.value !== null) onPoint({ label: answer.value, xMm, yMm });
  }, [heightPx, mmPerPx, onPoint, sheetWorker, widthPx]);
  const onKeyDown = (e: KeyboardEvent) => {
    const by: Record<string, [number, number]> = { ArrowLeft: [-STEP_MM, 0], ArrowRight: [STEP_MM, 0], ArrowUp: [0, -STEP_MM], ArrowDown: [0, STEP_MM] };
    const move = by[e.key];
    if (!move || e.shiftKey || e.altKey) return;
    e.preventDefault();
    e.nativeEvent.stopImmediatePropagation();
    void look(cross.xMm + move[0], cross.yMm + move[1]);
  };
  return (
    <div style={{ flex: 1, minHeight: 0, display: 'flex' }} onKeyDownCapture={onKeyDown}>
      <SheetCanvas widthPx={widthPx} heightPx={heightPx} mmPerPx={mmPerPx} unit={unit} label={`The sheet after run ${run}. Arrow keys move the core sample`} paint={paint}
        onHover={(x, y) => { if (x !== undefined && x >= 0 && y >= 0 && x < widthPx && y < heightPx) void look(x * mmPerPx, y * mmPerPx); }}
        overlay={(mm) => <path d={`M${cross.xMm - 9 * mm} ${cross.yMm}h${18 * mm}M${cross.xMm} ${cross.yMm - 9 * mm}v${18 * mm}`} stroke="#1F2421" strokeWidth={1.4 * mm} fill="none" />} />
    </div>
  );
}
