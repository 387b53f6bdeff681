'use client';
import { useRef, useState } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import type { SheetLayout } from '@/core/registration';
import { placeOfType, typeOnSheet, type TypeBlock } from '@/derived';
import type { TypeLine } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { pathOfMm } from '@/ui/kit/paths';
import { typeWords } from '@/words/type';
import css from './TypeSketch.module.css';

interface TypeSketchProps {
  readonly layout: SheetLayout;
  readonly block: TypeBlock;
  readonly closed: boolean;
  readonly run: number;
  readonly onMove: (atMm: TypeLine['atMm']) => void;
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The sheet, small, with the line where it lies: dragged, or moved by arrow keys, a millimetre a step and ten with Shift. */
export function TypeSketch({ layout, block, closed, run, onMove }: TypeSketchProps) {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const { sheetMm, images } = layout;
  const svg = useRef<SVGSVGElement>(null);
  return (
    <svg
      ref={svg}
      className={css.sheet}
      viewBox={`0 0 ${sheetMm.widthMm} ${sheetMm.heightMm}`}
      role="group"
      aria-label={typeWords('sketch')}
    >
      <rect width={sheetMm.widthMm} height={sheetMm.heightMm} fill={hexFromLabD50(plan.paper.labD50)} />
      {images.map((one, i) => (
        <image
          key={i}
          href={urls.look(run - 1)}
          x={one.xMm}
          y={one.yMm}
          width={one.widthMm}
          height={one.heightMm}
          preserveAspectRatio="none"
        />
      ))}
      <LineGrip {...{ layout, block, closed, onMove, svg }} />
    </svg>
  );
}

interface LineGripProps extends Omit<TypeSketchProps, 'run'> {
  readonly svg: React.RefObject<SVGSVGElement | null>;
}

/** The letters of the line, to be taken hold of. */
function LineGrip({ layout, block, closed, onMove, svg }: LineGripProps) {
  const { plan } = usePrintDesk('plan');
  const { sheetMm, images } = layout,
    [image] = images,
    { type } = block;
  const { drag, begin, follow, end } = useDrag(svg, sheetMm.widthMm, type.atMm, onMove);
  const stepBy = (e: React.KeyboardEvent) => {
    const step = STEPS[e.key];
    if (!step || closed) return;
    e.preventDefault();
    const by = e.shiftKey ? 10 : 1;
    onMove({ xMm: type.atMm.xMm + by * step[0], yMm: type.atMm.yMm + by * step[1] });
  };
  const shown = typeOnSheet(plan).find(({ blockId }) => blockId === block.id);
  return (
    <g
      className={css.line}
      transform={`translate(${image.xMm + drag.x},${image.yMm + drag.y})`}
      tabIndex={closed ? -1 : 0}
      role="button"
      aria-label={typeWords('dragIt', { text: type.text })}
      aria-disabled={closed}
      onPointerDown={closed ? undefined : begin}
      onPointerMove={follow}
      onPointerUp={end}
      onKeyDown={stepBy}
      data-testid="type-line"
    >
      <rect
        className={css.grip}
        x={type.atMm.xMm - 1}
        y={type.atMm.yMm - (type.sizePt * 25.4) / 72}
        width={type.widthMm + 2}
        height={(type.sizePt * 25.4 * 1.3) / 72}
      />
      <path
        d={pathOfMm(placeOfType(block).outlinesMm)}
        fillRule="evenodd"
        fill={hexFromLabD50(shown?.labD50 ?? [20, 0, 0])}
      />
    </g>
  );
}

/** How far the line is being dragged, mm, and what that comes to when it is let go. */
function useDrag(
  svg: React.RefObject<SVGSVGElement | null>,
  widthMm: number,
  atMm: TypeLine['atMm'],
  onMove: TypeSketchProps['onMove'],
) {
  const from = useRef<{ readonly x: number; readonly y: number }>(undefined);
  const [drag, setDrag] = useState({ x: 0, y: 0 });
  const mmPerPx = () => widthMm / Math.max(1, svg.current?.clientWidth ?? 1);
  return {
    drag,
    begin: (e: React.PointerEvent) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      from.current = { x: e.clientX, y: e.clientY };
    },
    follow: (e: React.PointerEvent) => {
      if (from.current)
        setDrag({ x: (e.clientX - from.current.x) * mmPerPx(), y: (e.clientY - from.current.y) * mmPerPx() });
    },
    end: () => {
      if (!from.current) return;
      from.current = undefined;
      const tenth = (mm: number) => Math.round(mm * 10) / 10;
      if (drag.x !== 0 || drag.y !== 0) onMove({ xMm: tenth(atMm.xMm + drag.x), yMm: tenth(atMm.yMm + drag.y) });
      setDrag({ x: 0, y: 0 });
    },
  };
}
