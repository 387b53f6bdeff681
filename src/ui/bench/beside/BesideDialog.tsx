'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import LinearProgress from '@mui/material/LinearProgress';
import clsx from 'clsx';
import { useState } from 'react';
import { inkingsOf, lastGoodPhotograph, photographsOfRun, sheetLayoutOf } from '@/derived';
import { Choice } from '@/ui/kit/Choice';
import { FileButton } from '@/ui/kit/FileButton';
import { LookThumb } from '@/ui/kit/LookThumb';
import { usePrintDesk } from '@/ui/kit/printContext';
import { ReadingButtons } from '@/ui/kit/ReadingButtons';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { besideWords } from '@/words/beside';
import { inWords } from '@/words/failures';
import type { Pulling } from '../usePull';
import { ContactSheet } from './ContactSheet';
import { ImageOnSheet, PictureOnSheet } from '@/ui/kit/OnSheet';
import { Read } from './Read';
import { usePhotograph, type Photographing } from '@/ui/kit/usePhotograph';
import css from './beside.module.css';

interface Props {
  readonly pulling: Pulling;
  readonly onClose: () => void;
}

/** A pull beside what was planned and beside the last good one, all of one size; or all of the run. */
export function BesideDialog({ pulling, onClose }: Props) {
  const { index, mine } = pulling;
  const pulled = mine.tally.pulled.map(({ sheet }) => sheet);
  const [sheet, setSheet] = useState(pulled.at(-1) ?? '');
  const [all, setAll] = useState(false);
  const photographing = usePhotograph(index);
  return (
    <Dialog open onClose={onClose} fullScreen aria-labelledby="beside-title">
      <DialogContent className={css.whole}>
        <div className={css.head}>
          <h1 id="beside-title">{besideWords(all ? 'contactTitle' : 'title', { run: index + 1 })}</h1>
          <Button onClick={() => setAll(!all)}>{besideWords(all ? 'title' : 'contact')}</Button>
          <Button onClick={onClose}>{besideWords('close')}</Button>
        </div>
        {all ? (
          <ContactSheet run={pulling.run} sheet={sheet} />
        ) : pulled.length === 0 ? (
          <p className={kit.lead}>{besideWords('nothing')}</p>
        ) : (
          <>
            <Taking pulled={pulled} sheet={sheet} onSheet={setSheet} photographing={photographing} />
            <ReadOn index={index} sheet={sheet} />
            <Three index={index} sheet={sheet} photographing={photographing} />
            {photographing.read && <Read read={photographing.read} index={index} />}
          </>
        )}
      </DialogContent>
    </Dialog>
  );
}

interface TakingProps {
  readonly pulled: readonly string[];
  readonly sheet: string;
  readonly onSheet: (sheet: string) => void;
  readonly photographing: Photographing;
}

function Taking({ pulled, sheet, onSheet, photographing }: TakingProps) {
  const { tell } = usePrintDesk('tell');
  const { read, busy, problem, take, simulate, stop, keep, again } = photographing;
  const [original, setOriginal] = useState(false);
  const keepIt = async () => {
    const answer = await keep(sheet, original);
    tell(answer.ok ? besideWords('kept', { sheet }) : inWords(answer));
    if (answer.ok) again();
  };
  return (
    <>
      <div className={css.taking}>
        <Choice
          label={besideWords('sheet')}
          value={sheet}
          options={pulled.toReversed().map((one) => [one, one] as const)}
          onChange={onSheet}
        />
        <FileButton
          label={besideWords('file')}
          accept="image/*"
          camera
          disabled={Boolean(busy)}
          onFile={(file) => void take(file)}
        >
          {besideWords('camera')}
        </FileButton>
        <Button disabled={Boolean(busy)} onClick={() => void simulate()}>
          {besideWords('simulated')}
        </Button>
        {read && (
          <>
            <Button variant="contained" color="primary" onClick={() => void keepIt()}>
              {besideWords('keep', { sheet })}
            </Button>
            <Button onClick={() => void again()}>{besideWords('again')}</Button>
          </>
        )}
      </div>
      {read && <Original kept={original} onKeep={setOriginal} />}
      <p className={kit.note}>{besideWords('how')}</p>
      {busy && (
        <div role="status" className={kit.above8}>
          <p>{busy.what} …</p>
          <LinearProgress variant="determinate" value={100 * busy.share} aria-label={busy.what} />
          <Button className={kit.above8} onClick={stop}>
            {besideWords('stop')}
          </Button>
        </div>
      )}
      {problem && (
        <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
          {problem}
        </p>
      )}
    </>
  );
}

function Original({ kept, onKeep }: { readonly kept: boolean; readonly onKeep: (kept: boolean) => void }) {
  return (
    <label className={clsx(kit.tick, kit.block, kit.above6)}>
      <input type="checkbox" checked={kept} onChange={(event) => onKeep(event.target.checked)} />{' '}
      {besideWords('original')}
    </label>
  );
}

/** The reader held on the colour a run is for, on this sheet: later films follow it, and the run's drift is told by it. */
function ReadOn({ index, sheet }: { readonly index: number; readonly sheet: string }) {
  const { plan, id } = usePrintDesk('plan', 'id');
  const log = useLog();
  const runId = plan.runs[index].id,
    { colourId } = inkingsOf(plan.runs[index])[0];
  return (
    <div className={clsx(kit.row, kit.above8)}>
      <span>{besideWords('readOn', { sheet })}</span>
      <ReadingButtons
        request={{ kind: 'run', printId: id, runId, colourId }}
        onReading={({ labD50 }, source) => void log({ kind: 'colour-got', runId, colourId, labD50, source, sheet })}
      />
    </div>
  );
}

interface ThreeProps {
  readonly index: number;
  readonly sheet: string;
  readonly photographing: Photographing;
}

function Three({ index, sheet, photographing: { read } }: ThreeProps) {
  const { plan, progress, urls } = usePrintDesk('plan', 'progress', 'urls');
  const runId = plan.runs[index].id;
  const photographs = photographsOfRun(progress.bench, runId),
    kept = photographs.find((one) => one.sheet === sheet),
    good = lastGoodPhotograph(photographs, sheet);
  const layout = sheetLayoutOf(plan);
  if (!layout) return null;
  return (
    <div className={css.three}>
      <figure>
        <LookThumb run={index + 1} label={besideWords('planned', { run: index + 1 })} />
        <figcaption>{besideWords('planned', { run: index + 1 })}</figcaption>
      </figure>
      <figure>
        {read ? (
          <PictureOnSheet picture={read.picture} layout={layout} label={besideWords('this', { sheet })} />
        ) : kept ? (
          <ImageOnSheet src={urls.blob(kept.pictureSha)} layout={layout} label={besideWords('this', { sheet })} />
        ) : (
          <div className={css.empty}>{besideWords('notYet')}</div>
        )}
        <figcaption>{besideWords('this', { sheet })}</figcaption>
      </figure>
      <figure>
        {good ? (
          <ImageOnSheet
            src={urls.blob(good.pictureSha)}
            layout={layout}
            label={besideWords('lastGood', { sheet: good.sheet })}
          />
        ) : (
          <div className={css.empty}>{besideWords('noLastGood')}</div>
        )}
        <figcaption>{good && besideWords('lastGood', { sheet: good.sheet })}</figcaption>
      </figure>
    </div>
  );
}
