'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { sheetsNeeded, sheetsParted, type PartedPaper } from '@/derived';
import { PARENTS_RANGE, type ItemOf } from '@/model';
import { CountField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { useLog } from '@/ui/kit/useLog';
import { shortDayOf } from '@/words/dates';
import { paperWords } from '@/words/paper';
import css from './paper.module.css';

interface Props {
  readonly paper: ItemOf<'paper'>;
  readonly parted: PartedPaper;
}

/** Parents that were parted: an act, with which they leave the stock; said by mistake, it is taken back. */
export function PartedNow({ paper, parted }: Props) {
  const { plan, progress, belief, workshop } = usePrintDesk('plan', 'progress', 'belief', 'workshop');
  const log = useLog();
  const per = parted.pieces.length;
  const wanted = sheetsNeeded(plan, progress, belief).reduce(
    (sum, lot) => (lot.paper === paper.name ? sum + lot.sheets : sum),
    0,
  );
  const missing = Math.max(1, Math.ceil((wanted - sheetsParted(progress, paper.id)) / per));
  const [typed, setTyped] = useState<number>();
  const parents = typed ?? missing;
  const now = workshop.items?.find(({ item }) => item.id === paper.id)?.item;
  const stock = now?.kind === 'paper' ? now.stockSheets : paper.stockSheets;
  const { partings } = progress.bench,
    { load } = workshop;
  // parted here or elsewhere: the stock is another
  useEffect(() => void load(), [load, partings]);
  return (
    <section>
      <h2>{paperWords('parted.title')}</h2>
      <form
        className={clsx(kit.row, kit.above12, kit.gap12, css.parted)}
        onSubmit={(e) => {
          e.preventDefault();
          if (goToUnread(e.currentTarget)) return;
          setTyped(undefined);
          void log({ kind: 'parents-parted', paperId: paper.id, name: paper.name, parents, pieces: parents * per });
        }}
      >
        <CountField
          label={paperWords('parted.now')}
          value={parents}
          range={{ ...PARENTS_RANGE, what: paperWords('parted.range') }}
          onChange={setTyped}
        />
        <Button type="submit">{paperWords('parted.log')}</Button>
      </form>
      <p className={clsx(kit.note, kit.around4)} data-testid="paper-stock">
        {paper.name}: {paperWords('parted.stock', { stock })}
      </p>
      {partings.length === 0 && <p className={kit.note}>{paperWords('parted.none')}</p>}
      <ul className={css.lots}>
        {partings.map(({ id, at, parents: some, pieces, name }) => (
          <li key={id} className={css.partedLine}>
            <span>{paperWords('parted.said', { parents: some, name, pieces, day: shortDayOf(at) })}</span>
            <Button size="small" onClick={() => void log({ kind: 'parting-undone', partingId: id })}>
              {paperWords('parted.undo')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
