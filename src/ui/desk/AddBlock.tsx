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
import { FIRST_TYPE, newBlock, typeBlock } from './newBlock';
import { TintDialog } from './type/TintDialog';
import { listOf } from '@/words/phrases';
import { inWords } from '@/words/failures';
import { runsWords } from '@/words/runs';
import { typeWords } from '@/words/type';

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
      <AddTint />
      <AddType />
    </section>
  );
}

/** A whole area in one thin ink. */
function AddTint() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <h3 className={kit.above14}>{typeWords('tint')}</h3>
      <p className={clsx(kit.note, kit.around4)}>{typeWords('tintSays')}</p>
      <Button onClick={() => setOpen(true)}>{typeWords('tintOpen')}</Button>
      {open && <TintDialog onClose={() => setOpen(false)} />}
    </>
  );
}

/** A title below the image; what it says and where it lies is changed beside its block. */
function AddType() {
  const { plan, change, typeset, tell, name, selectRun, urls } = usePrintDesk(
    ...(['plan', 'change', 'typeset', 'tell', 'name', 'selectRun', 'urls'] as const),
  );
  const [added, setAdded] = useState(false);
  const add = async () => {
    const text = name.slice(0, 120);
    const set = await typeset({ text, ...FIRST_TYPE });
    if (!set.ok) return tell(inWords(set));
    const done = await change(typeBlock(plan, text, set.value));
    if (!done.ok) return;
    setAdded(true);
    selectRun(plan.runs.length + 1);
  };
  return (
    <>
      <h3 className={kit.above14}>{typeWords('add')}</h3>
      <p className={clsx(kit.note, kit.around4)}>{typeWords('addSays')}</p>
      <Button onClick={() => void add()}>{typeWords('addIt')}</Button>
      {added && (
        <p className={clsx(kit.note, kit.above6)}>
          {typeWords('added')} <Link href={urls.page('block')}>{runsWords('addBlock.toTheBlock')}</Link>
        </p>
      )}
    </>
  );
}
