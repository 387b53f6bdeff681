'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { TOKENS } from '../../theme/tokens';
import { frameWords } from '@/words/frame';
import { largeWords } from '@/words/large';
import { kit } from '../styles';
import { GUESSED_PX_PER_MM, keepPxPerMm, PX_PER_MM, usePxPerMm } from './trueSize';

/** A bank card by ISO/IEC 7810 ID-1, mm. */
const CARD = { width: 85.6, height: 53.98, corner: 3.18 } as const;
const RULER_MM = 100;

/** A card and a ruler drawn on the screen, made as large as the real ones. */
export function Calibration({ onClose }: { onClose: () => void }) {
  const known = usePxPerMm();
  const [pxPerMm, setPxPerMm] = useState(known ?? GUESSED_PX_PER_MM);
  return (
    <Dialog open onClose={onClose} maxWidth={false}>
      <DialogTitle>{largeWords('calibration.title')}</DialogTitle>
      <DialogContent>
        <p className={kit.measure}>{largeWords('calibration.says')}</p>
        <svg
          width={RULER_MM * pxPerMm + 20}
          height={(CARD.height + 26) * pxPerMm}
          viewBox={`-2 -2 ${RULER_MM + 4} ${CARD.height + 24}`}
          role="img"
          aria-label={largeWords('calibration.card')}
        >
          <rect
            width={CARD.width}
            height={CARD.height}
            rx={CARD.corner}
            fill={TOKENS.sheet}
            stroke={TOKENS.ink}
            strokeWidth={0.3}
          />
          <text x={4} y={8} fontSize={4} fill={TOKENS.pencil}>
            {largeWords('calibration.card')}
          </text>
          <path d={rulerPath(CARD.height + 8)} stroke={TOKENS.ink} strokeWidth={0.25} fill="none" />
          <text x={RULER_MM} y={CARD.height + 19} fontSize={4} textAnchor="end" fill={TOKENS.pencil}>
            {largeWords('calibration.ruler')}
          </text>
        </svg>
        <Slider
          value={pxPerMm}
          min={PX_PER_MM.min}
          max={PX_PER_MM.max}
          step={0.01}
          aria-label={largeWords('calibration.slider')}
          onChange={(_, value) => setPxPerMm(value as number)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{frameWords('close')}</Button>
        <Button
          variant="contained"
          color="primary"
          onClick={() => {
            keepPxPerMm(pxPerMm);
            onClose();
          }}
        >
          {largeWords('calibration.keep')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** A ruler along its upper edge: every 5 mm a stroke, longer at every 10. */
function rulerPath(y: number): string {
  return (
    Array.from({ length: RULER_MM / 5 + 1 }, (_, i) => `M${5 * i} ${y}v${i % 2 === 0 ? 6 : 3}`).join('') +
    `M0 ${y}h${RULER_MM}`
  );
}
