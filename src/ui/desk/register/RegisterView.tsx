'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Motion, SheetLayout } from '@/core/registration';
import { sheetLayoutOf } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import { SheetDrawing } from './SheetDrawing';
import { SheetFields } from './SheetFields';
import { JigDrawing, JigFields } from './JigLeaf';
import { useFit, type FitPicture } from '@/ui/kit/useFit';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { NothingToShow, NothingYet } from '@/ui/kit/NothingYet';
import { Leaves } from '@/ui/kit/Leaves';
import { registerWords } from '@/words/register';

const opening = () => <p className={kit.note}>{registerWords('register.opening')}</p>;
const FitStage = dynamic(
  fetched(() => import('./FitLeaf').then((m) => m.FitStage)),
  { ssr: false, loading: opening },
);
const FitFields = dynamic(
  fetched(() => import('./FitFields').then((m) => m.FitFields)),
  { ssr: false, loading: opening },
);
const HeightDrawing = dynamic(
  fetched(() => import('./HeightLeaf').then((m) => m.HeightDrawing)),
  {
    ssr: false,
    loading: opening,
  },
);
const HeightFields = dynamic(
  fetched(() => import('./HeightLeaf').then((m) => m.HeightFields)),
  {
    ssr: false,
    loading: opening,
  },
);

const leavesSaid = perLanguage(
  () =>
    [
      ['sheet', registerWords('register.sheet')],
      ['jig', registerWords('register.jig')],
      ['fit', registerWords('register.fit')],
      ['heights', registerWords('register.heights')],
    ] as const,
);
type Leaf = ReturnType<typeof leavesSaid>[number][0];
const titles = perLanguage((): Record<Leaf, string> => ({
  sheet: registerWords('register.theSheet'),
  jig: registerWords('register.registration'),
  fit: registerWords('register.willItLineUp'),
  heights: registerWords('register.heights'),
}));

/** Register: the sheet and its margins, the jig, what misfit it leaves, and whether all passes the press. */
export function RegisterView() {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const [leaf, setLeaf] = useState<Leaf>('sheet');
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  const fit = useFitWork(layout, leaf === 'fit');
  if (!plan.picture || !layout) {
    return (
      <NothingToShow
        title={registerWords('register.noSheetYet')}
        says={registerWords('register.paperAndMarginsFollow')}
      >
        <Link href={urls.page('picture')}>{registerWords('register.toThePicture')}</Link>
      </NothingToShow>
    );
  }
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, leaf === 'fit' && kit.scrolls)}>
        {leaf === 'fit' && !fit ? (
          <NothingYet title={registerWords('register.noRunsYet')} says={registerWords('register.whatCanShowA')}>
            <Link href={urls.page('picture')}>{registerWords('register.toThePicture')}</Link>
          </NothingYet>
        ) : (
          <>
            <h1>{leaf === 'jig' ? <Explained term="register">{titles().jig}</Explained> : titles()[leaf]}</h1>
            {leaf === 'sheet' && <SheetDrawing layout={layout} />}
            {leaf === 'jig' && <JigDrawing layout={layout} />}
            {leaf === 'fit' && fit && <FitStage {...fit} />}
            {leaf === 'heights' && <HeightDrawing />}
          </>
        )}
      </div>
      <aside className={kit.side}>
        <Leaves label={registerWords('register.ofTheSheet')} leaves={leavesSaid()} leaf={leaf} onLeaf={setLeaf} tight>
          {leaf === 'sheet' && <SheetFields layout={layout} />}
          {leaf === 'jig' && <JigFields layout={layout} />}
          {leaf === 'fit' && (fit ? <FitFields {...fit} layout={layout} /> : <p />)}
          {leaf === 'heights' && <HeightFields />}
        </Leaves>
      </aside>
    </div>
  );
}

/** What the leaf of fits shows and how it is set; undefined where there is nothing to line up yet. Worked out only while it is open. */
function useFitWork(layout: SheetLayout | undefined, open: boolean) {
  const { plan } = usePrintDesk('plan');
  const worker = useRegisterWorker();
  const [withProofs, setWithProofs] = useState(true);
  const [show, setShow] = useState<FitPicture>('sheets');
  const [hand, setHand] = useState<readonly Motion[]>([]);
  const fit = useFit(worker, open && plan.flat && plan.runs.length > 0 ? layout : undefined, withProofs);
  return fit && { worker, fit, show, onShow: setShow, hand, onHand: setHand, withProofs, onProofs: setWithProofs };
}
