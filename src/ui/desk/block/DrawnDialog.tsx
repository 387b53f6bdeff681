'use client';
import { hindranceInWords } from '@/words/hindrances';
import { findingInWords } from '@/words/findings';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import Slider from '@mui/material/Slider';
import clsx from 'clsx';
import { DARKNESS_PERCENT } from '@/core/registration';
import type { Block, BlockSide } from '@/model';
import { kit } from '@/ui/kit/styles';
import { blockWords } from '@/words/block';
import { areaInWords } from '@/words/quantities';
import { BitmapView } from '../../kit/BitmapView';
import { NumberField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import css from './DrawnDialog.module.css';
import { useDrawn, type Brought, type Drawn } from './useDrawn';

export type { Brought } from './useDrawn';

const LEAST_MM2 = { min: 0.05, max: 500 } as const;

interface Props {
  readonly block: Block;
  readonly side: BlockSide;
  readonly brought: Brought;
  readonly onClose: () => void;
}

/** A drawing straight over the print: which of it counts as a line, and what the lines become. */
export function DrawnDialog({ block, side, brought, onClose }: Props) {
  const { plan } = usePrintDesk('plan');
  const drawn = useDrawn(block, side, brought, onClose);
  const { read, cut, run, busy, become, found, takeCut, takeBlock } = drawn;
  const { widthPx, heightPx } = plan.picture!.raster;
  const lines = Boolean(found && found.pieces > 0);
  // what goes anyway before that cut is no more of it
  const changedPx = become?.ok
    ? become.value.reduce((sum, into, from) => sum + (into === from ? 0 : (found?.areaPx[from] ?? 0)), 0)
    : 0;
  const changedMm2 = changedPx * plan.picture!.raster.mmPerPx ** 2;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>{blockWords('traced.title')}</DialogTitle>
      <DialogContent>
        {read === undefined && <Reading share={drawn.share} />}
        {read && !read.ok && (
          <p className={clsx(kit.say, kit.bad, kit.readable)} role="alert">
            {findingInWords(read)}
          </p>
        )}
        {read?.ok && (
          <div className={css.drawn}>
            <BitmapView aspect={heightPx / widthPx} label={blockWords('traced.picture')} paint={drawn.paint} />
            <Choosing {...drawn} block={block} tracing={brought.how === 'tracing'} />
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{blockWords('traced.leave')}</Button>
        <Button disabled={!lines || busy} onClick={() => void takeBlock()}>
          {blockWords('traced.block')}
        </Button>
        <Button
          variant="contained"
          color="primary"
          disabled={!lines || busy || !cut || !become?.ok}
          onClick={() => become?.ok && void takeCut(become.value, run, changedMm2)}
        >
          {blockWords('traced.cut')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Reading({ share }: { share: number }) {
  return (
    <div className={css.reading}>
      <p className={kit.below8}>{blockWords('traced.reading')}</p>
      <LinearProgress variant="determinate" value={100 * share} aria-label={blockWords('traced.title')} />
    </div>
  );
}

function Choosing(drawn: Drawn & { readonly block: Block; readonly tracing: boolean }) {
  const { read, darknessPercent, setDarkness, leastMm2, setLeast, onlyStanding, setOnlyStanding, setMirrored } = drawn;
  if (!read?.ok) return null;
  const { mirrored, pxPerMm } = read.value;
  return (
    <div className={clsx(kit.stack, kit.gap14)}>
      <p className={kit.note}>
        {blockWords('traced.asRead', {
          mirrored: String(mirrored),
          pxPerMm: Math.round(pxPerMm),
          dpi: Math.round(pxPerMm * 25.4),
        })}
      </p>
      <div>
        <div className={clsx(kit.row, kit.between)}>
          <span className={kit.quiet} id="darkness">
            {blockWords('traced.darkness')}
          </span>
          <span className={kit.num}>{blockWords('traced.percent', { percent: darknessPercent })}</span>
        </div>
        <Slider
          value={darknessPercent}
          {...DARKNESS_PERCENT}
          aria-labelledby="darkness"
          onChange={(_, v) => setDarkness(v as number)}
        />
      </div>
      <NumberField
        label={blockWords('traced.least')}
        value={leastMm2}
        digits={2}
        range={{ ...LEAST_MM2, what: blockWords('traced.theLeast') }}
        onChange={setLeast}
      />
      <label className={kit.tick}>
        <input type="checkbox" checked={onlyStanding} onChange={(e) => setOnlyStanding(e.target.checked)} />{' '}
        {blockWords('traced.onlyStanding')}
      </label>
      <label className={kit.tick}>
        <input type="checkbox" checked={mirrored} onChange={(e) => setMirrored(e.target.checked)} />{' '}
        {blockWords('traced.mirrored')}
      </label>
      <WhatBecomes {...drawn} />
    </div>
  );
}

/** How much is drawn, and what each colour under it becomes when it is cut away. */
function WhatBecomes({ found, become, cut, run, block }: Drawn & { readonly block: Block }) {
  const { plan } = usePrintDesk('plan');
  if (!found) return <p className={css.figures} />;
  const { colours } = plan.flat!;
  const mm2 = plan.picture!.raster.mmPerPx ** 2;
  const changes = become?.ok
    ? become.value.flatMap((into, from) => (into !== from && found.areaPx[from] > 0 ? [{ from, into }] : []))
    : [];
  return (
    <div className={css.figures} aria-live="polite">
      <p className={kit.bold}>
        {blockWords('traced.found', { pieces: found.pieces, area: areaInWords(found.areaMm2) })}
      </p>
      {found.pieces > 0 && cut && become?.ok && (
        <>
          <p className={clsx(kit.note, kit.above6)}>{blockWords('traced.cutSays', { run, block: block.name })}</p>
          <ul className={kit.watch}>
            {changes.map(({ from, into }) => (
              <li key={from}>
                <Swatch lab={colours[from].wantedLabD50} /> <Swatch lab={colours[into].wantedLabD50} />{' '}
                {blockWords('traced.becomes', {
                  from: colours[from].name,
                  into: colours[into].name,
                  area: areaInWords(found.areaPx[from] * mm2),
                })}
              </li>
            ))}
          </ul>
        </>
      )}
      {become && !become.ok && <p className={clsx(kit.say, kit.wait, kit.above8)}>{hindranceInWords(become)}</p>}
      {!cut && (
        <p className={clsx(kit.say, kit.wait, kit.above8)}>{blockWords('traced.noCut', { block: block.name })}</p>
      )}
      {found.pieces > 0 && <p className={clsx(kit.note, kit.above8)}>{blockWords('traced.blockSays')}</p>}
    </div>
  );
}
