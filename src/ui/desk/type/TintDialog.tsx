'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import { formatLength } from '@/words/lengths';
import { Choice } from '@/ui/kit/Choice';
import { LookThumb } from '@/ui/kit/LookThumb';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { typeWords } from '@/words/type';
import { tintBlock } from '../newBlock';
import css from './TintDialog.module.css';

/** Letters of a texture: its block's name holds it. */
const MOST_TEXTURE = 40;

type Corner = readonly [xMm: number, yMm: number];

/** A tint block before it is added: the whole image or a shape by its four corners, under or over all else. */
export function TintDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, change, selectRun } = usePrintDesk('plan', 'change', 'selectRun');
  const { widthMm, heightMm } = plan.picture!;
  const [shape, setShape] = useState<'whole' | 'corners'>('whole');
  const [order, setOrder] = useState<'under' | 'over'>('under'),
    [texture, setTexture] = useState('');
  const [corners, setCorners] = useState<readonly Corner[]>(() => {
    const [x0, x1, y0, y1] = [0.15 * widthMm, 0.85 * widthMm, 0.2 * heightMm, 0.8 * heightMm].map(Math.round);
    return [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ];
  });
  const add = async () => {
    const within = shape === 'corners' ? { anchors: [], outlinesMm: [corners.flat()] } : undefined;
    const done = await change(tintBlock(plan, order === 'under', within, texture.trim()));
    if (!done.ok) return;
    selectRun(order === 'under' ? 1 : plan.runs.length + 1);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>{typeWords('tint')}</DialogTitle>
      <DialogContent>
        <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
          <Choice
            label={typeWords('tintShape')}
            value={shape}
            options={[
              ['whole', typeWords('tintWhole')],
              ['corners', typeWords('tintCorners')],
            ]}
            onChange={setShape}
          />
          <Choice
            label={typeWords('tintOrder')}
            value={order}
            options={[
              ['under', typeWords('tintUnder')],
              ['over', typeWords('tintOver')],
            ]}
            onChange={setOrder}
          />
        </div>
        <TextureField texture={texture} onTexture={setTexture} />
        <CornerSketch corners={shape === 'corners' ? corners : undefined} onCorners={setCorners} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{typeWords('tintLeave')}</Button>
        <Button variant="contained" color="primary" onClick={() => void add()}>
          {typeWords('tintAdd')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface TextureFieldProps {
  readonly texture: string;
  readonly onTexture: (texture: string) => void;
}

function TextureField({ texture, onTexture }: TextureFieldProps) {
  return (
    <TextField
      className={kit.above12}
      fullWidth
      label={typeWords('tintTexture')}
      helperText={typeWords('tintTextureSays')}
      value={texture}
      slotProps={{ htmlInput: { maxLength: MOST_TEXTURE }, inputLabel: { shrink: true } }}
      onChange={(e) => onTexture(e.target.value)}
    />
  );
}

interface CornerSketchProps {
  /** Undefined: the whole image. */
  readonly corners: readonly Corner[] | undefined;
  readonly onCorners: (corners: readonly Corner[]) => void;
}

const STEPS: Readonly<Record<string, Corner>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function CornerSketch({ corners, onCorners }: CornerSketchProps) {
  const { plan } = usePrintDesk('plan');
  const { widthMm, heightMm } = plan.picture!;
  const svg = useRef<SVGSVGElement>(null);
  const held = (x: number, y: number): Corner => [
    Math.round(10 * Math.max(0, Math.min(widthMm, x))) / 10,
    Math.round(10 * Math.max(0, Math.min(heightMm, y))) / 10,
  ];
  const put = (at: number, to: Corner) => onCorners(corners!.map((one, i) => (i === at ? to : one)));
  const dragTo = (at: number) => (e: React.PointerEvent) => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId) || !svg.current) return;
    const box = svg.current.getBoundingClientRect();
    put(at, held(((e.clientX - box.left) / box.width) * widthMm, ((e.clientY - box.top) / box.height) * heightMm));
  };
  const points = corners ?? [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ];
  const r = widthMm / 45;
  return (
    <div className={css.sketch} style={{ aspectRatio: `${widthMm} / ${heightMm}` }}>
      <LookThumb run={plan.runs.length} label={typeWords('tintSketch')} />
      <svg ref={svg} viewBox={`0 0 ${widthMm} ${heightMm}`} role="group" aria-label={typeWords('tintSketch')}>
        <polygon className={css.shape} points={points.map((one) => one.join()).join(' ')} />
        {corners?.map((corner, i) => (
          <CornerGrip key={i} n={i} corner={corner} r={r} onDrag={dragTo(i)} onCorner={(to) => put(i, held(...to))} />
        ))}
      </svg>
    </div>
  );
}

interface CornerGripProps {
  /** 0 upper left, then clockwise. */
  readonly n: number;
  readonly corner: Corner;
  /** Its size, mm. */
  readonly r: number;
  readonly onDrag: (e: React.PointerEvent) => void;
  readonly onCorner: (to: Corner) => void;
}

/** A corner to be dragged, or moved by arrow keys: a millimetre a step and ten with Shift. */
function CornerGrip({ n, corner: [x, y], r, onDrag, onCorner }: CornerGripProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { widthMm, heightMm } = plan.picture!;
  const at = { x: formatLength(x, unit, 1), y: formatLength(y, unit, 1) };
  return (
    <g>
      <circle
        className={css.corner}
        cx={x}
        cy={y}
        r={r}
        tabIndex={0}
        role="button"
        aria-label={typeWords('corner', { n: String(n), ...at })}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={onDrag}
        onKeyDown={(e) => {
          const step = STEPS[e.key];
          if (!step) return;
          e.preventDefault();
          const by = e.shiftKey ? 10 : 1;
          onCorner([x + by * step[0], y + by * step[1]]);
        }}
      />
      <text
        className={css.at}
        x={x}
        y={y < heightMm / 2 ? y + 3.2 * r : y - 1.6 * r}
        fontSize={1.5 * r}
        textAnchor={x < widthMm / 2 ? 'start' : 'end'}
        aria-hidden
      >
        {typeWords('cornerAt', at)}
      </text>
    </g>
  );
}
