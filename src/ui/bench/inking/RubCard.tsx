'use client';
import { memo, useEffect, useMemo, useRef } from 'react';
import { pullMinutes } from '@/core/days';
import { STAY_OFF_MM, RUB, type RubMap } from '@/core/cutting';
import { inkedAt, inkingsOf } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { inkingWords } from '@/words/inking';
import { areaInWords } from '@/words/quantities';
import { HOUSE_COLOURS } from '@/core/colour';
import css from './inking.module.css';

const CELLS_ACROSS = 360;

/** Where the back of the sheet is rubbed with which tool, by what prints in a run. */
export const RubCard = memo(function RubCard({ index }: { readonly index: number }) {
  const { plan } = usePrintDesk('plan');
  const { map, problem } = useRubMap(index);
  const inkedCm2 = map ? map.solidCm2 + map.fineCm2 : 0,
    { impressions } = plan.runs[index];
  return (
    <section className={kit.above14} aria-label={inkingWords('rub.title')}>
      <h2>{inkingWords('rub.title')}</h2>
      <div className={css.rubRoom}>
        {map ? (
          <RubPicture map={map} />
        ) : (
          <p className={kit.note} role="status">
            {problem ?? inkingWords('rub.working')}
          </p>
        )}
      </div>
      {map && <p className={kit.note}>{inkingWords(inkedCm2 > 0 ? 'rub.mirrored' : 'rub.nothing')}</p>}
      {map && (
        <ul className={css.rubKey}>
          <li className={css.solid}>{inkingWords('rub.solid', { area: areaInWords(100 * map.solidCm2) })}</li>
          <li className={css.fine}>{inkingWords('rub.fine', { area: areaInWords(100 * map.fineCm2) })}</li>
          <li className={css.off}>{inkingWords('rub.off')}</li>
        </ul>
      )}
      <p className={kit.above6}>{inkingWords('rub.order')}</p>
      {map && (
        <p className={kit.note}>
          {inkingWords('rub.minutes', { minutes: Math.round(pullMinutes(inkedCm2 / 100, impressions, 0)) })}
        </p>
      )}
    </section>
  );
});

/** The parts a run inks, rubbed as one. */
function useRubMap(index: number) {
  const { plan, sheet, sheetWorker, coverage } = usePrintDesk('plan', 'sheet', 'sheetWorker', 'coverage');
  const run = plan.runs[index];
  const inked = useMemo(() => {
    const inkings = inkingsOf(run);
    return sheet.parts.flatMap((part, p) => (inkings.some((laid) => inkedAt(plan, sheet, part, run, laid)) ? [p] : []));
  }, [plan, sheet, run]);
  const ask = useMemo(
    () => (coverage ? () => sheetWorker.ask('rubMap', { inked, cellsAcross: CELLS_ACROSS }) : undefined),
    [coverage, sheetWorker, inked],
  );
  const { value, problem } = useWorkerAnswer(ask);
  return { map: value, problem };
}

/** The back of the sheet: mirrored, solids filled, lines hatched, a strip outside the block struck through. */
function RubPicture({ map }: { readonly map: RubMap }) {
  const { plan } = usePrintDesk('plan');
  const ref = useRef<HTMLCanvasElement>(null);
  const offPx = Math.max(4, Math.round((STAY_OFF_MM / (plan.picture?.widthMm ?? 200)) * map.width));
  useEffect(() => {
    const canvas = ref.current;
    if (canvas) paintRubMap(canvas, map, offPx);
  }, [map, offPx]);
  return (
    <canvas
      ref={ref}
      width={map.width + 2 * offPx}
      height={map.height + 2 * offPx}
      role="img"
      aria-label={inkingWords('rub.label')}
      className={kit.fullWidth}
    />
  );
}

const rgbOf = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
const PAPER = rgbOf(HOUSE_COLOURS.sheet),
  SOLID = rgbOf(HOUSE_COLOURS.ink),
  FINE = rgbOf(HOUSE_COLOURS.pencil),
  OFF = rgbOf(HOUSE_COLOURS.madder);
/** Pixels between the strokes of a hatching. */
const HATCH = 5;

function paintRubMap(canvas: HTMLCanvasElement, { width, height, cells }: RubMap, offPx: number): void {
  const outWidth = width + 2 * offPx,
    outHeight = height + 2 * offPx;
  const image = new ImageData(outWidth, outHeight);
  for (let y = 0, i = 0; y < outHeight; y++)
    for (let x = 0; x < outWidth; x++, i += 4) {
      const inX = width - 1 - (x - offPx),
        inY = y - offPx;
      const outside = inX < 0 || inY < 0 || inX >= width || inY >= height,
        kind = outside ? RUB.bare : cells[inY * width + inX];
      const struck = outside && (x + y) % HATCH < 2,
        line = kind === RUB.fine && (x - y + 10 * HATCH * outHeight) % HATCH < 3;
      const [r, g, b] = struck ? OFF : kind === RUB.solid ? SOLID : line ? FINE : PAPER;
      image.data.set([r, g, b, 255], i);
    }
  canvas.getContext('2d')!.putImageData(image, 0, 0);
}
