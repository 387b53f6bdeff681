'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import Link from 'next/link';
import { useState } from 'react';
import { inkingsOf, printedIds } from '@/derived';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { newBlock } from './newBlock';
import { listOf } from '@/words/phrases';
import { runsWords } from '@/words/runs';

/** One block more, invented while the others are cut or printed already: some colours of the picture stand on it, in an ink of its own. */
export function AddBlock() {
  const { plan, change, selectRun, urls } = usePrintDesk('plan', 'change', 'selectRun', 'urls');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const colours = plan.flat!.colours.filter(({ id }) => id !== plan.flat!.barePaperId);
  const there = colours.filter(({ id }) => chosen.includes(id));
  const printed = new Set(plan.runs.flatMap(inkingsOf).flatMap((inking) => printedIds(plan, inking)));
  const free = plan.flat!.colours.filter(({ id }) => !printed.has(id));
  const add = async (of: typeof there) => {
    const done = await change(newBlock(plan, of));
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
      <Button className={kit.above8} disabled={there.length === 0} onClick={() => void add(there)}>
        {runsWords('addBlock.addThisBlock')}
      </Button>
      {free.length > 0 && plan.runs.length > 0 && (
        <Button className={kit.above8} onClick={() => void add(free)}>
          {runsWords('addBlock.leftFree', { colours: listOf(free.map(({ name }) => name)) })}
        </Button>
      )}
      <p className={clsx(kit.note, kit.above6)}>
        {runsWords('addBlock.drawnByHand')} <Link href={urls.page('block')}>{runsWords('addBlock.toTheBlock')}</Link>
      </p>
    </section>
  );
}
