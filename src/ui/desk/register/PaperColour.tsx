'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import type { Lab } from '@/core/colour';
import { kit } from '@/ui/kit/styles';
import { LabFields } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';

/** Papers to begin from: names and colours of our own; a reading of one's own sheet goes before them. */
const PAPERS: readonly { readonly name: string; readonly labD50: Lab }[] = [
  { name: 'warm white', labD50: [94.5, 0.3, 4.2] },
  { name: 'bright white', labD50: [96.5, 0.2, 0.8] },
  { name: 'cream', labD50: [92, 0.8, 10] },
  { name: 'unbleached', labD50: [85, 2.2, 14] },
  { name: 'pale grey', labD50: [80, 0, 1] },
  { name: 'brown', labD50: [58, 9, 22] },
];

/** The paper's name and colour, chosen or typed: every look follows. */
export function PaperColour() {
  const {
    change,
    state: {
      plan: { paper },
    },
  } = usePrintDesk();
  const known = PAPERS.some(({ name }) => name === paper.name);
  return (
    <div className={kit.below8}>
      <h2 className={clsx(kit.row, kit.gap6)}>
        Paper <Swatch lab={paper.labD50} />
      </h2>
      <div className={kit.above8}>
        <TextField
          select
          fullWidth
          label="Paper"
          value={known ? paper.name : ''}
          onChange={(e) => {
            const chosen = PAPERS.find(({ name }) => name === e.target.value);
            if (chosen) void change({ kind: 'paper-set', part: chosen });
          }}
        >
          {!known && <MenuItem value="">{paper.name}</MenuItem>}
          {PAPERS.map(({ name }) => (
            <MenuItem key={name} value={name}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <div className={kit.above14}>
        <LabFields
          name="The paper’s colour"
          lab={paper.labD50}
          onChange={(labD50) => void change({ kind: 'paper-set', part: { name: 'paper of our own', labD50 } })}
        />
      </div>
      <p className={clsx(kit.note, kit.above4)}>Looks, warnings and recipes reckon with this colour.</p>
    </div>
  );
}
