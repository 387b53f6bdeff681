'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Motion, SheetLayout } from '@/core/registration';
import { sheetLayoutOf } from '@/records';
import { usePrintDesk } from '../../kit/printContext';
import { SheetDrawing } from './SheetDrawing';
import { SheetFields } from './SheetFields';
import { JigDrawing, JigFields } from './JigLeaf';
import { useFit } from './useFit';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import type { FitPicture } from './FitLeaf';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

const opening = () => <p className={kit.note}>opening …</p>;
const FitStage = dynamic(() => import('./FitLeaf').then((m) => m.FitStage), { ssr: false, loading: opening });
const FitFields = dynamic(() => import('./FitLeaf').then((m) => m.FitFields), { ssr: false, loading: opening });
const HeightDrawing = dynamic(() => import('./HeightLeaf').then((m) => m.HeightDrawing), {
  ssr: false,
  loading: opening,
});
const HeightFields = dynamic(() => import('./HeightLeaf').then((m) => m.HeightFields), {
  ssr: false,
  loading: opening,
});

const LEAVES = [
  ['sheet', 'Sheet'],
  ['jig', 'Jig'],
  ['fit', 'Fit'],
  ['heights', 'Heights'],
] as const;
type Leaf = (typeof LEAVES)[number][0];
const TITLES: Record<Leaf, string> = {
  sheet: 'The sheet',
  jig: 'Registration',
  fit: 'Will it line up',
  heights: 'Heights',
};

/** Register: the sheet and its margins, the jig, what misfit it leaves, and whether all passes the press. */
export function RegisterView() {
  const {
    state: { plan },
    urls,
  } = usePrintDesk();
  const [leaf, setLeaf] = useState<Leaf>('sheet');
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  if (!plan.picture || !layout) {
    return (
      <div className={clsx(kit.work, kit.single)}>
        <div className={kit.stage}>
          <div className={kit.drop}>
            <h1>No sheet yet</h1>
            <p className={kit.note}>Paper and margins follow from the picture’s size.</p>
            <Link href={urls.page('picture')}>To the picture</Link>
          </div>
        </div>
      </div>
    );
  }
  const tabs = (
    <div className={clsx(kit.leaves, kit.tight)} role="tablist" aria-label="Of the sheet">
      {LEAVES.map(([id, name]) => (
        <button key={id} type="button" role="tab" aria-selected={leaf === id} onClick={() => setLeaf(id)}>
          {name}
        </button>
      ))}
    </div>
  );
  if (leaf === 'fit') return <FitWork layout={layout} tabs={tabs} />;
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <h1>{TITLES[leaf]}</h1>
        {leaf === 'sheet' ? (
          <SheetDrawing layout={layout} />
        ) : leaf === 'jig' ? (
          <JigDrawing layout={layout} />
        ) : (
          <HeightDrawing />
        )}
      </div>
      <aside className={kit.side}>
        {tabs}
        {leaf === 'sheet' ? (
          <SheetFields layout={layout} />
        ) : leaf === 'jig' ? (
          <JigFields layout={layout} />
        ) : (
          <HeightFields />
        )}
      </aside>
    </div>
  );
}

function FitWork({ layout, tabs }: { layout: SheetLayout; tabs: React.ReactNode }) {
  const {
    state: { plan },
    urls,
  } = usePrintDesk();
  const worker = useRegisterWorker();
  const [withProofs, setWithProofs] = useState(true);
  const fit = useFit(worker, layout, withProofs);
  const [show, setShow] = useState<FitPicture>('sheets');
  const [hand, setHand] = useState<readonly Motion[]>([]);
  if (!plan.flat || plan.runs.length === 0) {
    return (
      <div className={kit.work}>
        <div className={kit.stage}>
          <div className={kit.drop}>
            <h1>No runs yet</h1>
            <p className={kit.note}>What can show a misfit follows from the flat colours and their runs.</p>
            <Link href={urls.page('picture')}>To the picture</Link>
          </div>
        </div>
        <aside className={kit.side}>{tabs}</aside>
      </div>
    );
  }
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls)}>
        <h1>{TITLES.fit}</h1>
        <FitStage worker={worker} fit={fit} show={show} hand={hand} />
      </div>
      <aside className={kit.side}>
        {tabs}
        <FitFields
          worker={worker}
          fit={fit}
          layout={layout}
          show={show}
          onShow={setShow}
          hand={hand}
          onHand={setHand}
          withProofs={withProofs}
          onProofs={setWithProofs}
        />
      </aside>
    </div>
  );
}
