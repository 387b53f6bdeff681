'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useState } from 'react';
import { roundTo } from '@/core/numeric';
import { BRUSH_PARTS, eachBrushPart, type BrushMix } from '@/core/inks';
import { sheetAnswerOf, sheetDryG, USUAL_MOISTURE_PERCENT, type ImpressionCard } from '@/derived';
import {
  BRUSHED_ML,
  DAMPED_HOW,
  MOISTURE_PERCENT,
  PACK_ENDS,
  PACK_G,
  PACK_SHEETS,
  SIZE_RANGE_MM,
  type BenchAct,
} from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { CountField, LengthField, NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { dampWords } from '@/words/damp';
import { inWords } from '@/words/failures';
import { gramsInWords, millilitresInWords } from '@/words/quantities';

/** What is to be said of damp work. */
export type Asked =
  | { readonly what: 'damp' }
  | { readonly what: 'weigh'; readonly packId: string; readonly sheets: number }
  | { readonly what: 'end'; readonly packId: string }
  | { readonly what: 'measure'; readonly blockId: string }
  | { readonly what: 'brushed'; readonly card: ImpressionCard; readonly sheets: number };

interface FormProps<What extends Asked['what']> {
  readonly asked: Extract<Asked, { readonly what: What }>;
  readonly onKeep: (act: BenchAct) => void;
  readonly onClose: () => void;
}

/** What happened to a pack, a board or a laying by brush: logged when it is said. */
export function DampDialog({ asked, onClose }: { readonly asked: Asked; readonly onClose: () => void }) {
  const log = useLog();
  const keep = (act: BenchAct) => {
    onClose();
    void log(act);
  };
  const of = { onKeep: keep, onClose };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{dampWords(`dialog.${asked.what}`)}</DialogTitle>
      {asked.what === 'damp' ? (
        <DampForm asked={asked} {...of} />
      ) : asked.what === 'weigh' ? (
        <WeighForm asked={asked} {...of} />
      ) : asked.what === 'end' ? (
        <EndForm asked={asked} {...of} />
      ) : asked.what === 'measure' ? (
        <MeasureForm asked={asked} {...of} />
      ) : (
        <BrushedForm asked={asked} {...of} />
      )}
    </Dialog>
  );
}

interface EndsProps {
  readonly onClose: () => void;
  readonly onKeep: () => void;
  readonly disabled?: boolean;
}

function Ends({ onClose, ...ends }: EndsProps) {
  return <DialogEnds leave={dampWords('dialog.leave')} keep={dampWords('dialog.keep')} onLeave={onClose} {...ends} />;
}

function DampForm({ onKeep, onClose }: FormProps<'damp'>) {
  const { plan, progress, belief } = usePrintDesk('plan', 'progress', 'belief');
  const { started } = progress.bench;
  const each = sheetDryG(plan);
  const [sheets, setSheets] = useState(started ? started.counted + started.tests : sheetAnswerOf(plan, belief).total),
    [dryG, setDryG] = useState<number>(),
    [how, setHow] = useState<(typeof DAMPED_HOW)[number]>('brushed'),
    [targetPercent, setTarget] = useState<number>(USUAL_MOISTURE_PERCENT);
  const weight = dryG ?? Math.max(PACK_G.min, roundTo(each * sheets, 1));
  return (
    <>
      <DialogContent>
        <div className={clsx(kit.fields, kit.above8, kit.atTop)}>
          <CountField label={dampWords('dialog.sheets')} value={sheets} range={PACK_SHEETS} onChange={setSheets} />
          <div>
            <NumberField label={dampWords('dialog.dry')} value={weight} range={PACK_G} onChange={setDryG} />
            <p className={kit.note}>{dampWords('dialog.drySays', { grams: gramsInWords(each) })}</p>
          </div>
        </div>
        <Choice
          label={dampWords('dialog.how')}
          value={how}
          options={DAMPED_HOW.map((one) => [one, dampWords(`dialog.hows.${one}`)] as const)}
          className={kit.above12}
          onChange={setHow}
        />
        <div className={kit.above12}>
          <NumberField
            label={dampWords('dialog.target')}
            value={targetPercent}
            range={MOISTURE_PERCENT}
            onChange={setTarget}
          />
          <p className={kit.note}>{dampWords('dialog.targetSays')}</p>
        </div>
      </DialogContent>
      <Ends
        onClose={onClose}
        onKeep={() =>
          onKeep({
            ...{ kind: 'pack-damped', packId: `pack-${Date.now().toString(36)}` },
            ...{ sheets, dryG: weight, how, targetPercent },
          })
        }
      />
    </>
  );
}

function WeighForm({ asked, onKeep, onClose }: FormProps<'weigh'>) {
  const { progress, weigh, tell } = usePrintDesk('progress', 'weigh', 'tell');
  const pack = progress.bench.packs.find(({ packId }) => packId === asked.packId)!;
  const [sheets, setSheets] = useState(Math.max(1, asked.sheets)),
    [grams, setGrams] = useState<number>();
  const readScale = async () => {
    const read = await weigh(asked.packId, sheets);
    if (read.ok) setGrams(read.value.grams);
    else tell(inWords(read));
  };
  const wanted = (pack.dryG * sheets * (1 + pack.targetPercent / 100)) / pack.sheets;
  return (
    <>
      <DialogContent>
        <div className={clsx(kit.fields, kit.above8)}>
          <NumberField label={dampWords('dialog.grams')} value={grams} range={PACK_G} onChange={setGrams} />
          <CountField label={dampWords('dialog.inIt')} value={sheets} range={PACK_SHEETS} onChange={setSheets} />
        </div>
        <p className={kit.note}>{dampWords('dialog.weighSays', { grams: gramsInWords(wanted) })}</p>
        <Button className={kit.above8} onClick={() => void readScale()}>
          {dampWords('dialog.readScale')}
        </Button>
      </DialogContent>
      <Ends
        onClose={onClose}
        disabled={grams === undefined}
        onKeep={() => grams !== undefined && onKeep({ kind: 'pack-weighed', packId: asked.packId, grams, sheets })}
      />
    </>
  );
}

function EndForm({ asked, onKeep, onClose }: FormProps<'end'>) {
  const [why, setWhy] = useState<(typeof PACK_ENDS)[number]>('used up');
  return (
    <>
      <DialogContent>
        <Choice
          label={dampWords('dialog.why')}
          value={why}
          options={PACK_ENDS.map((one) => [one, dampWords(`dialog.whys.${one}`)] as const)}
          className={kit.above8}
          onChange={setWhy}
        />
        {why === 'mould' && <p className={clsx(kit.say, kit.wait, kit.above10)}>{dampWords('dialog.mouldSays')}</p>}
      </DialogContent>
      <Ends onClose={onClose} onKeep={() => onKeep({ kind: 'pack-ended', packId: asked.packId, why })} />
    </>
  );
}

function MeasureForm({ asked, onKeep, onClose }: FormProps<'measure'>) {
  const { plan, progress, unit } = usePrintDesk('plan', 'progress', 'unit');
  const { blockId } = asked;
  const last = progress.bench.boards.get(blockId)?.measured.at(-1),
    size = plan.blocks.find(({ id }) => id === blockId)?.sizeMm ?? plan.picture;
  const [acrossMm, setAcross] = useState(last?.acrossMm ?? size?.widthMm ?? SIZE_RANGE_MM.minMm),
    [downMm, setDown] = useState(last?.downMm ?? size?.heightMm ?? SIZE_RANGE_MM.minMm);
  const field = { unit, range: SIZE_RANGE_MM };
  return (
    <>
      <DialogContent>
        <div className={clsx(kit.fields, kit.above8, kit.atTop)}>
          <LengthField {...field} label={dampWords('dialog.across')} valueMm={acrossMm} onChange={setAcross} />
          <LengthField {...field} label={dampWords('dialog.down')} valueMm={downMm} onChange={setDown} />
        </div>
        <p className={kit.note}>{dampWords('dialog.measureSays')}</p>
      </DialogContent>
      <Ends onClose={onClose} onKeep={() => onKeep({ kind: 'board-measured', blockId, acrossMm, downMm })} />
    </>
  );
}

function BrushedForm({ asked, onKeep, onClose }: FormProps<'brushed'>) {
  const { card } = asked;
  const [sheets, setSheets] = useState(asked.sheets),
    [used, setUsed] = useState<Partial<BrushMix>>({});
  const whole = BRUSH_PARTS.every((part) => used[part] !== undefined);
  const forSheets = (of: BrushMix) => eachBrushPart((part) => (of[part] * sheets) / asked.sheets);
  const said = forSheets(card.ml);
  return (
    <>
      <DialogContent>
        <p className={kit.above4}>
          {dampWords('dialog.brushedSays', {
            ...eachBrushPart((part) => millilitresInWords(said[part])),
            sheets,
          })}
        </p>
        <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
          <CountField label={dampWords('dialog.sheets')} value={sheets} range={PACK_SHEETS} onChange={setSheets} />
          {BRUSH_PARTS.map((part) => (
            <NumberField
              key={part}
              label={dampWords(`dialog.${part}`)}
              value={used[part]}
              range={BRUSHED_ML}
              onChange={(millilitres) => setUsed({ ...used, [part]: millilitres })}
            />
          ))}
        </div>
      </DialogContent>
      <Ends
        onClose={onClose}
        disabled={!whole}
        onKeep={() =>
          whole &&
          onKeep({
            ...{ kind: 'brushed-with', runId: card.runId, inkingId: card.inkingId, sheets },
            ...{ usedMl: used as BrushMix, saidMl: forSheets(card.saidMl) },
          })
        }
      />
    </>
  );
}
