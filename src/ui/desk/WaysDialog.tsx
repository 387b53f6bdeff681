'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { PlanSketch } from '@/core/layers';
import type { Proposals } from '@/derived';
import { wordOfLab } from '../kit/colours';
import { usePrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './WaysDialog.module.css';
import type { Lab } from '@/core/colour';
import type { PlanFigures } from '@/derived';
import { runsWords } from '@/words/runs';
import type { runs } from '@/words/en/runs';
import { decimal } from '@/words/quantities';

/** What each way gains and asks, whatever the figures: from practice. */

interface WaysDialogProps {
  readonly found: Proposals;
  readonly onClose: () => void;
  readonly onTake: (sketch: PlanSketch) => void;
}

/** Ways of working on this very picture, side by side. */
export default function WaysDialog({ found, onClose, onTake }: WaysDialogProps) {
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>{runsWords('ways.waysOfWorkingOn')}</DialogTitle>
      <DialogContent>
        <table className={css.ways}>
          <WaysHead />
          <tbody>
            {found.ways.map(({ name, figures, looks, sketch }) => (
              <WayRow key={name} way={name} looks={looks} figures={figures} onTake={onTake} sketch={sketch} />
            ))}
          </tbody>
        </table>
        <p className={clsx(kit.note, kit.above12)}>{runsWords('ways.eachRowIsThe')}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{runsWords('ways.close')}</Button>
      </DialogActions>
    </Dialog>
  );
}

interface WayRowProps {
  readonly way: keyof (typeof runs)['ways']['name'];
  readonly looks: readonly (readonly Lab[])[];
  readonly figures: PlanFigures;
  readonly onTake: (sketch: PlanSketch) => void;
  readonly sketch: PlanSketch;
}

function WayRow({ way, looks, figures, onTake, sketch }: WayRowProps) {
  const { stamp, sheet } = usePrintDesk('stamp', 'sheet');
  const name = runsWords(`ways.name.${way}`);
  return (
    <tr>
      <td className={css.wayName}>
        {name}
        <br />
        <span className={clsx(kit.quiet, kit.regular)}>{runsWords(`ways.asks.${way}`)}</span>
      </td>
      <td className={css.wayLook}>
        {stamp && (
          <Thumb
            coverage={stamp}
            fills={sheet.parts.map((part) => wordOfLab(looks[looks.length - 1][part.label]))}
            label={runsWords('ways.finished', { name })}
          />
        )}
      </td>
      <td className={kit.num}>{decimal(figures.meanDeltaE, 1)}</td>
      <td className={kit.num}>
        {decimal(figures.worstDeltaE, 1)}
        <br />
        <span className={kit.quiet}>{figures.worstColour}</span>
      </td>
      <td className={kit.num}>{figures.runs}</td>
      <td className={kit.num}>{figures.blocks}</td>
      <td className={kit.num}>{figures.inkings}</td>
      <td className={kit.num}>{figures.deepestFilms}</td>
      <td className={kit.num}>{runsWords('ways.cm', { cutCm2: figures.cutCm2 })}</td>
      <td className={kit.num}>{runsWords('ways.days', { days: figures.days })}</td>
      <td className={kit.num}>{figures.sheets}</td>
      <td>
        <Button aria-label={runsWords('ways.take', { name })} onClick={() => onTake(sketch)}>
          {runsWords('ways.take2')}
        </Button>
      </td>
    </tr>
  );
}

function WaysHead() {
  return (
    <thead>
      <tr>
        <th scope="col">{runsWords('ways.way')}</th>
        <th scope="col">{runsWords('ways.finished2')}</th>
        <th scope="col">{runsWords('ways.meanE')}</th>
        <th scope="col">{runsWords('ways.worstE')}</th>
        <th scope="col">{runsWords('ways.runs')}</th>
        <th scope="col">{runsWords('ways.blocks')}</th>
        <th scope="col">{runsWords('ways.inkings')}</th>
        <th scope="col">
          {runsWords('ways.filmsAtThe')}
          <br />
          {runsWords('ways.deepestPoint')}
        </th>
        <th scope="col">{runsWords('ways.cut')}</th>
        <th scope="col">{runsWords('ways.about')}</th>
        <th scope="col">
          {runsWords('ways.sheets')}
          <br />
          {runsWords('ways.toStart')}
        </th>
        <th scope="col" />
      </tr>
    </thead>
  );
}
