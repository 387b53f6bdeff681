'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useEffect, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { GREY_STEPS_LAB_D50, hexFromLabD50, labFromPhotograph, type Lab } from '@/core/colour';
import { FileButton } from '@/ui/kit/FileButton';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { mixWords } from '@/words/mix';
import css from './mix.module.css';

type Rgb = readonly [number, number, number];
/** What is pointed at, in this order. */
const PLACES = ['paper', 'light', 'dark', 'drawdown'] as const;
type Places = Partial<Record<(typeof PLACES)[number], { readonly x: number; readonly y: number; readonly rgb: Rgb }>>;

const LONGEST_PX = 1200;
/** Half the side of what is averaged under a finger, as a share of the picture. */
const UNDER_FINGER = 0.012;

interface Props {
  readonly onKeep: (labD50: Lab, errorDeltaE: number) => void;
  readonly onClose: () => void;
}

/** The colour of a drawdown from a photograph that also shows bare paper and two printed greys. */
export function PhotoDialog({ onKeep, onClose }: Props) {
  const { plan } = usePrintDesk('plan');
  const { canvas, open, problem, shown } = usePhotograph();
  const [places, setPlaces] = useState<Places>({});
  const asked = PLACES.find((place) => !places[place]);
  const read = colourAt(places, plan.paper.labD50);
  const point = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = (event.clientX - box.left) / box.width,
      y = (event.clientY - box.top) / box.height;
    const rgb = meanUnder(event.currentTarget, x, y);
    if (asked && rgb) setPlaces({ ...places, [asked]: { x, y, rgb } });
  };
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{mixWords('photo.title')}</DialogTitle>
      <DialogContent>
        <p>{mixWords('photo.says')}</p>
        <FileButton
          label={mixWords('photo.file')}
          accept="image/*"
          onFile={(file) => {
            setPlaces({});
            void open(file);
          }}
        >
          {mixWords('photo.file')}
        </FileButton>
        {problem && <p className={clsx(kit.say, kit.bad, kit.above8)}>{mixWords('photo.unreadable')}</p>}
        {shown && (
          <p className={clsx(kit.lead, kit.above8)} role="status">
            {mixWords(asked ? `photo.place.${asked}` : 'photo.done')}
          </p>
        )}
        <Pointed canvas={canvas} shown={shown} places={places} onPoint={point} />
        {read && <Read read={read} />}
      </DialogContent>
      <DialogActions>
        <Button disabled={Object.keys(places).length === 0} onClick={() => setPlaces({})}>
          {mixWords('photo.again')}
        </Button>
        <Button onClick={onClose}>{mixWords('chips.leave')}</Button>
        <Button
          variant="contained"
          color="primary"
          disabled={!read}
          onClick={() => read && onKeep(read.labD50, read.errorDeltaE)}
        >
          {mixWords('chips.keep')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Read({ read }: { readonly read: NonNullable<ReturnType<typeof colourAt>> }) {
  const [lightness, redness, yellowness] = read.labD50;
  return (
    <p className={clsx(kit.row, kit.above8)}>
      <span className={clsx(kit.swatch, kit.large)} style={{ background: hexFromLabD50(read.labD50) }} />
      {mixWords('photo.read', { lightness, redness, yellowness, error: read.errorDeltaE })}
    </p>
  );
}

interface PointedProps {
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  readonly shown: boolean;
  readonly places: Places;
  readonly onPoint: (event: PointerEvent<HTMLCanvasElement>) => void;
}

function Pointed({ canvas, shown, places, onPoint }: PointedProps) {
  return (
    <div className={clsx(css.photo, !shown && css.noPhoto)}>
      <canvas ref={canvas} onPointerDown={onPoint} aria-label={mixWords('photo.label')} />
      {PLACES.map((place, i) => {
        const at = places[place];
        return at ? (
          <span key={place} className={css.mark} style={{ left: `${100 * at.x}%`, top: `${100 * at.y}%` }}>
            {i + 1}
          </span>
        ) : null;
      })}
    </div>
  );
}

/** What is read at the places, as soon as paper and drawdown are pointed at. */
function colourAt({ paper, light, dark, drawdown }: Places, paperLabD50: Lab) {
  if (!paper || !drawdown) return undefined;
  const greys = [
    ...(light ? [{ seen: light.rgb, labD50: GREY_STEPS_LAB_D50.light }] : []),
    ...(dark ? [{ seen: dark.rgb, labD50: GREY_STEPS_LAB_D50.dark }] : []),
  ];
  return labFromPhotograph([{ seen: paper.rgb, labD50: paperLabD50 }, ...greys], drawdown.rgb);
}

/** A photograph drawn small enough to be pointed at; decoded beside the page. */
function usePhotograph() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [picture, setPicture] = useState<ImageBitmap>();
  const [problem, setProblem] = useState(false);
  useEffect(() => {
    const on = canvas.current;
    if (!on || !picture) return;
    const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
    on.width = Math.round(picture.width * scale);
    on.height = Math.round(picture.height * scale);
    on.getContext('2d', { willReadFrequently: true })?.drawImage(picture, 0, 0, on.width, on.height);
    return () => picture.close();
  }, [picture]);
  const open = async (file: File | undefined) => {
    if (!file) return;
    try {
      setPicture(await createImageBitmap(file, { resizeWidth: LONGEST_PX, resizeQuality: 'medium' }));
      setProblem(false);
    } catch {
      setPicture(undefined);
      setProblem(true);
    }
  };
  return { canvas, open, problem, shown: picture !== undefined };
}

/** The mean colour around a place, given as shares of the picture. */
function meanUnder(canvas: HTMLCanvasElement, x: number, y: number): Rgb | undefined {
  const half = Math.max(2, Math.round(UNDER_FINGER * Math.max(canvas.width, canvas.height)));
  const left = Math.max(0, Math.round(x * canvas.width) - half),
    top = Math.max(0, Math.round(y * canvas.height) - half);
  const data = canvas
    .getContext('2d')
    ?.getImageData(left, top, Math.min(2 * half, canvas.width - left), Math.min(2 * half, canvas.height - top)).data;
  if (!data || data.length === 0) return undefined;
  const sum = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) sum[c] += data[i + c];
  return sum.map((v) => Math.round((4 * v) / data.length)) as unknown as Rgb;
}
