'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState, type Dispatch, type SetStateAction } from 'react';
import ReactCrop, { centerCrop, makeAspectCrop, type PercentCrop } from 'react-image-crop';
import 'react-image-crop/dist/ReactCrop.css';
import { SIZE_RANGE_MM, type PicturePlan } from '@/model';
import { LengthField } from '../kit/fields';
import { usePrintDesk, type Placement } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SizeDialog.module.css';
import { shapeWords } from '@/words/shapes';

/** Crop, turn, mirror and size, on the picture as brought in. */
export function SizeDialog({ picture, onClose }: { picture: PicturePlan; onClose: () => void }) {
  const { place } = usePrintDesk('place');
  const { crop, wanted, setWanted, natural, fitted, turn, problem, busy, setBusy, setProblem } = usePlacement(picture);
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>{shapeWords('size.cropTurnSize')}</DialogTitle>
      <DialogContent>
        <div className={clsx(kit.gap20, css.sized)}>
          <CropFrame crop={crop} wanted={wanted} setWanted={setWanted} natural={natural} />
          <Measures
            wanted={wanted}
            setWanted={setWanted}
            fitted={fitted}
            natural={natural}
            turn={turn}
            problem={problem}
          />
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{shapeWords('size.leaveIt')}</Button>
        <Button
          variant="contained"
          color="primary"
          disabled={busy}
          onClick={async () => {
            setBusy(true);
            const answer = await place(wanted);
            setBusy(false);
            if (answer.ok) onClose();
            else setProblem(inWords(answer));
          }}
        >
          {busy ? shapeWords('size.sizing') : shapeWords('size.takeThisSize')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The placement as it is being changed, kept to the proportions of the picture. */
function usePlacement(picture: PicturePlan) {
  const [wanted, setWanted] = useState<Placement>({
    turnDeg: picture.turnDeg,
    mirrored: picture.mirrored,
    crop: picture.crop,
    widthMm: picture.widthMm,
    heightMm: picture.heightMm,
  });
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const sideways = wanted.turnDeg % 180 !== 0;
  const natural = {
    width: sideways ? picture.sourceHeightPx : picture.sourceWidthPx,
    height: sideways ? picture.sourceWidthPx : picture.sourceHeightPx,
  };
  const fitted = (next: Placement): Placement => {
    const turned = next.turnDeg % 180 !== 0;
    const [w, h] = turned
      ? [picture.sourceHeightPx, picture.sourceWidthPx]
      : [picture.sourceWidthPx, picture.sourceHeightPx];
    const c = centerCrop(
      makeAspectCrop({ unit: '%', width: 100 }, next.widthMm / next.heightMm, w, h),
      w,
      h,
    ) as PercentCrop;
    const scale = Math.min(1, 100 / c.height, 100 / c.width);
    return {
      ...next,
      crop: {
        x: (100 - c.width * scale) / 200,
        y: (100 - c.height * scale) / 200,
        width: (c.width * scale) / 100,
        height: (c.height * scale) / 100,
      },
    };
  };
  const turn = (by: 90 | 270) =>
    setWanted((w) =>
      fitted({
        ...w,
        turnDeg: ((w.turnDeg + by) % 360) as Placement['turnDeg'],
        widthMm: w.heightMm,
        heightMm: w.widthMm,
      }),
    );
  const crop: PercentCrop = {
    unit: '%',
    x: wanted.crop.x * 100,
    y: wanted.crop.y * 100,
    width: wanted.crop.width * 100,
    height: wanted.crop.height * 100,
  };
  return { crop, wanted, setWanted, natural, fitted, turn, problem, busy, setBusy, setProblem };
}

interface MeasuresProps {
  readonly wanted: Placement;
  readonly setWanted: Dispatch<SetStateAction<Placement>>;
  readonly fitted: (next: Placement) => Placement;
  readonly natural: { width: number; height: number };
  readonly turn: (by: 90 | 270) => void;
  readonly problem: string | undefined;
}

/** Printed size, turn and mirror. */
function Measures({ wanted, setWanted, fitted, natural, turn, problem }: MeasuresProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={clsx(kit.gap14, css.measures)}>
      <LengthField
        label={shapeWords('size.width')}
        valueMm={wanted.widthMm}
        unit={unit}
        range={{ ...SIZE_RANGE_MM, what: shapeWords('size.thePrintedWidth') }}
        onChange={(widthMm) => setWanted((w) => fitted({ ...w, widthMm }))}
      />
      <LengthField
        label={shapeWords('size.height')}
        valueMm={wanted.heightMm}
        unit={unit}
        range={{ ...SIZE_RANGE_MM, what: shapeWords('size.thePrintedHeight') }}
        onChange={(heightMm) => setWanted((w) => fitted({ ...w, heightMm }))}
      />
      <p className={kit.note}>{shapeWords('size.anyUnitCmIn')}</p>
      <WholePicture setWanted={setWanted} natural={natural} />
      <div className={kit.row}>
        <Button onClick={() => turn(270)}>{shapeWords('size.turnLeft')}</Button>
        <Button onClick={() => turn(90)}>{shapeWords('size.turnRight')}</Button>
      </div>
      <Button
        aria-pressed={wanted.mirrored}
        onClick={() =>
          setWanted((w) => ({ ...w, mirrored: !w.mirrored, crop: { ...w.crop, x: 1 - w.crop.x - w.crop.width } }))
        }
      >
        {wanted.mirrored ? shapeWords('size.mirroredTurnBack') : shapeWords('size.mirrorThePicture')}
      </Button>
      <p className={kit.note}>{shapeWords('size.theBlockIsMirrored')}</p>
      {problem && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

interface WholePictureProps {
  readonly setWanted: Dispatch<SetStateAction<Placement>>;
  readonly natural: { width: number; height: number };
}

function WholePicture({ setWanted, natural }: WholePictureProps) {
  return (
    <Button
      onClick={() =>
        setWanted((w) => ({
          ...w,
          crop: { x: 0, y: 0, width: 1, height: 1 },
          heightMm: Math.round(((w.widthMm * natural.height) / natural.width) * 10) / 10,
        }))
      }
    >
      {shapeWords('size.keepTheWholePicture')}
    </Button>
  );
}

interface CropFrameProps {
  readonly crop: PercentCrop;
  readonly wanted: Placement;
  readonly setWanted: Dispatch<SetStateAction<Placement>>;
  readonly natural: { width: number; height: number };
}

/** The part of the picture that is kept. */
function CropFrame({ crop, wanted, setWanted, natural }: CropFrameProps) {
  const { urls } = usePrintDesk('urls');
  return (
    <div className={css.crop}>
      <ReactCrop
        crop={crop}
        aspect={wanted.widthMm / wanted.heightMm}
        keepSelection
        ruleOfThirds
        onChange={(_, c) =>
          setWanted((w) => ({
            ...w,
            crop: { x: c.x / 100, y: c.y / 100, width: c.width / 100, height: c.height / 100 },
          }))
        }
      >
        <img
          src={urls.file(`source.png?turn=${wanted.turnDeg}&mirror=${wanted.mirrored ? 1 : 0}`)}
          alt={shapeWords('size.thePictureAsBrought')}
          className={css.picture}
          style={{ aspectRatio: `${natural.width} / ${natural.height}` }}
        />
      </ReactCrop>
    </div>
  );
}
