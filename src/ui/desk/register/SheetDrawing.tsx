'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRef, useState, type Dispatch, type SetStateAction } from 'react';
import {
  finishedRect,
  MARGIN_RANGE_MM,
  PAPER_RANGE_MM,
  type RectMm,
  type SheetEdge,
  type SheetLayout,
} from '@/core/registration';
import { formatSize } from '@/words/lengths';
import { SIZE_RANGE_MM, type LayoutPlan } from '@/model';
import { usePrintDesk } from '../../kit/printContext';
import { LookThumb } from '../../kit/LookThumb';
import { DimField } from './DimField';
import { farEdges, placedIn, SheetLines, TypeLines, type Placed } from './SheetLines';
import { useLayoutChange } from './useLayoutChange';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SheetDrawing.module.css';
import { TOKENS } from '@/ui/theme/tokens';
import { useSizePx } from '@/ui/kit/useSizePx';
import { registerWords } from '@/words/register';

/** Round the sheet, for its numbers. */
const ROOM_PX = { x: 84, y: 52 };

/** The sheet as the print is seen, to scale; every number on it can be typed over. */
export function SheetDrawing({ layout }: { layout: SheetLayout }) {
  const box = useRef<HTMLDivElement>(null);
  const { widthPx, heightPx } = useSizePx(box);
  const [problem, setProblem] = useState<string>();
  const [sizing, setSizing] = useState<{ widthMm: number; heightMm: number }>();
  const place = placedIn(layout, widthPx, heightPx, ROOM_PX);
  const image = layout.images[0];
  return (
    <div className={clsx(kit.sheetCanvas, kit.drawn, kit.still)} ref={box}>
      <div className={kit.stamp}>{registerWords('sheetDrawing.thePrintAsSeen')}</div>
      {widthPx > 0 && (
        <>
          <SheetLines layout={layout} place={place} />
          {layout.images.map((rect, i) => (
            <ImageOnSheet key={i} i={i} rect={rect} {...place} />
          ))}
          <TypeLines layout={layout} place={place} />
          <svg
            className={kit.corner}
            width={22}
            height={22}
            style={{
              left: place.X(image.xMm + image.widthMm) - 18,
              top: place.Y(image.yMm + image.heightMm) - 18,
            }}
            aria-hidden
          >
            <path d="M20 0V20H0" fill="none" stroke={TOKENS.madder} strokeWidth={4} />
          </svg>
          <Dims layout={layout} place={place} onError={setProblem} onSizing={setSizing} />
        </>
      )}
      {problem && (
        <p className={clsx(kit.say, kit.bad, css.overDrawing)} role="alert">
          {problem}
        </p>
      )}
      <SizingDialog sizing={sizing} setSizing={setSizing} />
    </div>
  );
}

interface DimsProps {
  readonly layout: SheetLayout;
  readonly place: Placed;
  readonly onError: (message: string | undefined) => void;
  readonly onSizing: (size: { widthMm: number; heightMm: number }) => void;
}

/** Every number of the sheet at its place, to be typed over. */
function Dims({ layout, place, onError, onSizing }: DimsProps) {
  const { unit, progress } = usePrintDesk('unit', 'progress');
  const { sheetMm, paperMm, marginsMm: m, images, imageMm } = layout;
  const { X, Y, widthPx, heightPx } = place;
  const finished = finishedRect(layout),
    image = images[0];
  const { lastRight, lastBelow } = farEdges(images);
  const edit = useLayoutChange();
  const { setPaper, setMargin, setImage } = useSheetEdits(edit, m, paperMm, onSizing, imageMm);
  const disabled = progress.cutsDone > 0;
  const marginsX = X(image.xMm + image.widthMm * 0.7) + 40,
    marginsY = Y(image.yMm + image.heightMm * 0.3) - 16;
  const margin = (edge: SheetEdge, x: number, y: number) => ({
    label: registerWords('sheetDrawing.margin', { edge }),
    valueMm: m[edge],
    range: { ...MARGIN_RANGE_MM, what: registerWords('sheetDrawing.theMargin', { edge }) },
    ...{ x, y, onChange: setMargin(edge) },
  });
  const side = (part: 'paper' | 'image', of: 'width' | 'height', valueMm: number, x: number, y: number) => ({
    label: registerWords(`sheetDrawing.side.${part}.${of}`),
    valueMm,
    range: {
      ...(part === 'paper' ? PAPER_RANGE_MM : SIZE_RANGE_MM),
      what: registerWords(`sheetDrawing.sideOf.${part}.${of}`),
    },
    ...{ x, y, onChange: (part === 'paper' ? setPaper : setImage)(`${of}Mm`) },
    disabled: part === 'image' && disabled,
  });
  const dims = [
    side('paper', 'width', paperMm.widthMm, widthPx / 2, Y(0) - 26),
    side('paper', 'height', paperMm.heightMm, X(sheetMm.widthMm) + 42, heightPx / 2),
    margin('top', marginsX, (Y(finished.yMm) + Y(image.yMm)) / 2),
    margin('bottom', marginsX, (Y(lastBelow) + Y(finished.yMm + finished.heightMm)) / 2),
    margin('left', (X(finished.xMm) + X(image.xMm)) / 2, marginsY),
    margin('right', (X(lastRight) + X(finished.xMm + finished.widthMm)) / 2, marginsY),
    side('image', 'width', imageMm.widthMm, X(image.xMm + image.widthMm / 2), Y(image.yMm) + 16),
    side('image', 'height', imageMm.heightMm, X(image.xMm) + 44, Y(image.yMm + image.heightMm / 2)),
  ];
  return dims.map((dim) => <DimField key={dim.label} unit={unit} onError={onError} {...dim} />);
}

interface ImageOnSheetProps {
  readonly i: number;
  readonly X: (mm: number) => number;
  readonly rect: RectMm;
  readonly Y: (mm: number) => number;
  readonly scale: number;
}

function ImageOnSheet({ i, X, rect, Y, scale }: ImageOnSheetProps) {
  const { looks, plan } = usePrintDesk('looks', 'plan');
  return (
    <div
      className={clsx(css.tab, i > 0 && css.again)}
      style={{
        left: X(rect.xMm),
        top: Y(rect.yMm),
        width: rect.widthMm * scale,
        height: rect.heightMm * scale,
      }}
    >
      {looks && (
        <LookThumb
          run={plan.runs.length}
          label={
            i === 0
              ? registerWords('sheetDrawing.theImage')
              : registerWords('sheetDrawing.theImageAgain', { number: i + 1 })
          }
        />
      )}
    </div>
  );
}

interface SizingDialogProps {
  readonly sizing: { widthMm: number; heightMm: number } | undefined;
  readonly setSizing: Dispatch<SetStateAction<{ widthMm: number; heightMm: number } | undefined>>;
}

function SizingDialog({ sizing, setSizing }: SizingDialogProps) {
  const { unit, plan, place } = usePrintDesk('unit', 'plan', 'place');
  return (
    <Dialog open={sizing !== undefined} onClose={() => setSizing(undefined)} maxWidth="xs">
      <DialogTitle>{registerWords('sheetDrawing.giveThePictureAnother')}</DialogTitle>
      <DialogContent>
        <p>
          {sizing &&
            registerWords('sheetDrawing.inItsOwnProportions', {
              size: formatSize(sizing.widthMm, sizing.heightMm, unit),
            })}
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setSizing(undefined)}>{registerWords('sheetDrawing.leaveIt')}</Button>
        <Button
          variant="contained"
          color="primary"
          onClick={() => {
            const { turnDeg, mirrored, crop } = plan.picture!;
            void place({ turnDeg, mirrored, crop, ...sizing! });
            setSizing(undefined);
          }}
        >
          {registerWords('sheetDrawing.sizeIt')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Margins, paper and image as they are typed over on the drawing. */
function useSheetEdits(
  edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined,
  m: Readonly<Record<SheetEdge, number>>,
  paperMm: { readonly widthMm: number; readonly heightMm: number },
  setSizing: (size: { widthMm: number; heightMm: number }) => void,
  imageMm: { readonly widthMm: number; readonly heightMm: number },
) {
  const setMargin = (edge: SheetEdge) => (mm: number) =>
    edit((l) =>
      l.solve === 'margins'
        ? // paper and image stay: the margin across the sheet gives way
          {
            rule: 'typed',
            marginsMm: {
              ...m,
              ...(edge === 'right'
                ? { left: m.left + m.right - mm }
                : edge === 'bottom'
                  ? { top: m.top + m.bottom - mm }
                  : {}),
              [edge]: mm,
            },
          }
        : { rule: 'typed', marginsMm: { ...m, [edge]: mm } },
    );
  const setPaper = (side: 'widthMm' | 'heightMm') => (mm: number) =>
    edit((l) => ({
      solve: l.solve === 'image' ? 'image' : 'margins',
      rule: l.rule === 'equal' && l.solve === 'paper' ? 'centred' : l.rule,
      paperMm: { ...paperMm, [side]: mm },
    }));
  const setImage = (side: 'widthMm' | 'heightMm') => (mm: number) =>
    setSizing(
      side === 'widthMm'
        ? { widthMm: mm, heightMm: (mm * imageMm.heightMm) / imageMm.widthMm }
        : { heightMm: mm, widthMm: (mm * imageMm.widthMm) / imageMm.heightMm },
    );
  return { setPaper, setMargin, setImage };
}
