'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import type { EditOf, Plan } from '@/model';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { runsWords } from '@/words/runs';

/** One block more, invented while the others are cut or printed already: some colours of the picture stand on it, in an ink of its own. */
export function AddBlock() {
  const { plan, change, selectRun } = usePrintDesk('plan', 'change', 'selectRun');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const colours = plan.flat!.colours.filter(({ id }) => id !== plan.flat!.barePaperId);
  const there = colours.filter(({ id }) => chosen.includes(id));
  const add = async () => {
    const done = await change(blockOf(plan, there));
    if (!done.ok) return;
    setChosen([]);
    selectRun(plan.runs.length + 1);
  };
  return (
    <section>
      <h3>{runsWords('addBlock.oneBlockMore')}</h3>
      <p className={clsx(kit.note, kit.around4)}>{runsWords('addBlock.printedOverAllOthers')}</p>
      <TextField
        select
        fullWidth
        label={runsWords('addBlock.coloursThatStandOn')}
        className={kit.above8}
        value={there.map(({ id }) => id)}
        onChange={(e) => setChosen(e.target.value as unknown as string[])}
        slotProps={{
          inputLabel: { shrink: true },
          select: {
            multiple: true,
            displayEmpty: true,
            renderValue: () =>
              there.length === 0 ? runsWords('addBlock.chooseSome') : there.map(({ name }) => name).join(', '),
          },
        }}
      >
        {colours.map(({ id, name, wantedLabD50 }) => (
          <MenuItem key={id} value={id}>
            <Swatch lab={wantedLabD50} />
            &ensp;{name}
          </MenuItem>
        ))}
      </TextField>
      <Button className={kit.above8} disabled={there.length === 0} onClick={() => void add()}>
        {runsWords('addBlock.addThisBlock')}
      </Button>
    </section>
  );
}

type Colours = NonNullable<Plan['flat']>['colours'];

/** The block as it is first: of the material of the others, in a transparent ink of its first colour. */
function blockOf(plan: Plan, colours: Colours): EditOf<'block-added'> {
  const number = plan.blocks.length + 1;
  const as = `more-${Date.now().toString(36)}`;
  return {
    kind: 'block-added',
    as,
    name: runsWords('addBlock.block', { number }),
    materialId: plan.blocks[0].materialId,
    colourIds: colours.map(({ id }) => id),
    ink: {
      id: `ink-${as}`,
      name: runsWords('addBlock.overAll', { colour: colours[0].name }).slice(0, 60),
      mediumId: plan.inks[0]?.mediumId ?? 'oil relief',
      solidLabD50: colours[0].wantedLabD50,
      opacity: 'transparent',
      film: null,
      recipe: null,
      softenerPercent: plan.inks.at(-1)?.softenerPercent ?? 0,
    },
  };
}
