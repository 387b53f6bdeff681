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

/** What each way gains and asks, whatever the figures: from practice. */
const ASKS: Readonly<Record<string, string>> = {
  reduction: 'one block, shapes fit by themselves; no way back and no reprint',
  'reduction and one more block': 'the awkward colour goes straight on the paper; two blocks to register',
  'a block for each colour': 'correctable and reprintable; every shape must meet its neighbour in register',
  'few blocks, overlapping': 'colours made where transparent inks overlap; register shows at every overlap',
};

interface WaysDialogProps {
  readonly found: Proposals;
  readonly onClose: () => void;
  readonly onTake: (sketch: PlanSketch) => void;
}

/** Ways of working on this very picture, side by side. */
export default function WaysDialog({ found, onClose, onTake }: WaysDialogProps) {
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Ways of working, on this picture</DialogTitle>
      <DialogContent>
        <table className={css.ways}>
          <WaysHead />
          <tbody>
            {found.ways.map(({ name, figures, looks, sketch }) => (
              <WayRow key={name} name={name} looks={looks} figures={figures} onTake={onTake} sketch={sketch} />
            ))}
          </tbody>
        </table>
        <p className={clsx(kit.note, kit.above12)}>
          Each row is the plan with the best colour of its way, on as few blocks as keep it. Colours are predicted from
          each ink’s colour and opacity: typically 3 to 6 ΔE off, more if inking varies. Days and sheets come from start
          values.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

interface WayRowProps {
  readonly name: string;
  readonly looks: readonly (readonly Lab[])[];
  readonly figures: PlanFigures;
  readonly onTake: (sketch: PlanSketch) => void;
  readonly sketch: PlanSketch;
}

function WayRow({ name, looks, figures, onTake, sketch }: WayRowProps) {
  const { stamp, sheet } = usePrintDesk('stamp', 'sheet');
  return (
    <tr>
      <td className={css.wayName}>
        {name}
        <br />
        <span className={clsx(kit.quiet, kit.regular)}>{ASKS[name]}</span>
      </td>
      <td className={css.wayLook}>
        {stamp && (
          <Thumb
            coverage={stamp}
            fills={sheet.parts.map((part) => wordOfLab(looks[looks.length - 1][part.label]))}
            label={`${name}, finished`}
          />
        )}
      </td>
      <td className={kit.num}>{figures.meanDeltaE.toFixed(1)}</td>
      <td className={kit.num}>
        {figures.worstDeltaE.toFixed(1)}
        <br />
        <span className={kit.quiet}>{figures.worstColour}</span>
      </td>
      <td className={kit.num}>{figures.runs}</td>
      <td className={kit.num}>{figures.blocks}</td>
      <td className={kit.num}>{figures.inkings}</td>
      <td className={kit.num}>{figures.deepestFilms}</td>
      <td className={kit.num}>{figures.cutCm2.toFixed(0)} cm²</td>
      <td className={kit.num}>{figures.days} days</td>
      <td className={kit.num}>{figures.sheets}</td>
      <td>
        <Button aria-label={`Take: ${name}`} onClick={() => onTake(sketch)}>
          Take
        </Button>
      </td>
    </tr>
  );
}

function WaysHead() {
  return (
    <thead>
      <tr>
        <th scope="col">way</th>
        <th scope="col">finished</th>
        <th scope="col">mean ΔE</th>
        <th scope="col">worst ΔE</th>
        <th scope="col">runs</th>
        <th scope="col">blocks</th>
        <th scope="col">inkings</th>
        <th scope="col">
          films at the
          <br />
          deepest point
        </th>
        <th scope="col">cut</th>
        <th scope="col">about</th>
        <th scope="col">
          sheets
          <br />
          to start
        </th>
        <th scope="col" />
      </tr>
    </thead>
  );
}
