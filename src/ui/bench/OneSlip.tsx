'use client';
import Button from '@mui/material/Button';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { deltaE2000, type Lab } from '@/core/colour';
import { inlayFor } from '@/core/cutting';
import { formatLength, formatSize, type Outcome } from '@/core/units';
import { type SlipAnswer, type FlatColour } from '@/model';
import {
  coloursAfterSlip,
  inkNamesOf,
  looksOfPlan,
  lostColours,
  openSlips,
  plainSheet,
  runsOfCut,
  type Slip,
} from '@/derived';
import { areaWords } from '@/ui/kit/regions/words';
import { wordOfLab } from '../kit/colours';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { Thumb } from '../kit/Thumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SlipPanel.module.css';
import type { Inlay } from '@/core/cutting/slip';

const DONE_WORDS: Readonly<Record<SlipAnswer, string>> = {
  leave: 'left as it is',
  patch: 'an inlay is let in',
  'spot run': 'printed by a run of its own',
  'change plan': 'the picture was changed so that it belongs',
};

export function OneSlip({
  slip,
  number,
  onShow,
}: {
  slip: Slip;
  number: number;
  onShow: (slip: Slip | undefined) => void;
}) {
  const desk = usePrintDesk('plan', 'looks', 'unit', 'urls');
  const { plan, looks, unit, urls } = desk;
  const [open, setOpen] = useState(slip.answer === undefined);
  const [busy, setBusy] = useState(false);
  const colours = plan.flat!.colours;
  const areaMm2 = plan.picture!.widthMm * plan.picture!.heightMm;
  const effect = useSlipEffect(slip, colours);
  const box = useSlipBox(slip);
  const inlay = inlayFor(box, plan.picture!.widthMm, plan.picture!.heightMm);
  const runBefore = (runsOfCut(plan, slip.cutId)[0] ?? -1) + 1;
  const belongs = effect ? coloursAfterSlip(plan, slip, effect.ids) : undefined;
  const lost = effect ? lostColours(plan, slip, effect.ids) : [];
  const name = (id: string) => colours.find((c) => c.id === id)!.name;
  const act = useSlipAnswer(setBusy, slip, setOpen, onShow);
  const shows = openSlips([slip]).length > 0;
  const fills = useMemo(() => looks?.looks[plan.runs.length].map(wordOfLab), [looks, plan.runs.length]);
  return (
    <section className={clsx(kit.say, kit.bad)} aria-label={`Slip ${number}`}>
      <SlipHead number={number} setOpen={setOpen} open={open} onShow={onShow} slip={slip} />
      <p className={kit.note}>
        cut away for run {runBefore}, at {formatLength((box.x0 + box.x1) / 2, unit, 0)},{' '}
        {formatLength((box.y0 + box.y1) / 2, unit, 0)} on the print{slip.note ? ` · ${slip.note}` : ''}
        {slip.answer ? <strong> · {DONE_WORDS[slip.answer]}</strong> : ''}
      </p>
      {open && (slip.answer === undefined || slip.answer === 'leave') && shows && (
        <div className={clsx(kit.stack, kit.gap12, kit.above10)}>
          <LeaveIt
            effect={effect}
            fills={fills}
            areaMm2={areaMm2}
            colours={colours}
            slip={slip}
            busy={busy}
            act={act}
          />
          <PatchIt inlay={inlay} busy={busy} act={act} />
          <PrintSpot lost={lost} name={name} busy={busy} act={act} />
          <ChangePicture belongs={belongs} name={name} busy={busy} act={act} />
        </div>
      )}
      {slip.answer === 'spot run' && (
        <p className={kit.note}>
          <a href={urls.page('block')}>To the Block view</a>, run {plan.runs.length}:{' '}
          {inkNamesOf(plan, plan.runs[plan.runs.length - 1])}
        </p>
      )}
    </section>
  );
}

function useSlipAnswer(
  setBusy: Dispatch<SetStateAction<boolean>>,
  slip: Slip,
  setOpen: Dispatch<SetStateAction<boolean>>,
  onShow: (slip: Slip | undefined) => void,
) {
  const { answerSlip, tell } = usePrintDesk('answerSlip', 'tell');
  const act = async (answer: SlipAnswer) => {
    setBusy(true);
    const done = await answerSlip(slip.slipId, answer);
    setBusy(false);
    if (!done.ok) {
      tell(done.message);
      return;
    }
    setOpen(false);
    onShow(undefined);
  };
  return act;
}

function useSlipBox(slip: Slip) {
  const box = useMemo(() => {
    const all = slip.place.outlinesMm.flatMap((ring) => ring);
    const xs = all.filter((_, i) => i % 2 === 0),
      ys = all.filter((_, i) => i % 2 === 1);
    return xs.reduce(
      (b, x) => ({ ...b, x0: Math.min(b.x0, x), x1: Math.max(b.x1, x) }),
      ys.reduce((b, y) => ({ ...b, y0: Math.min(b.y0, y), y1: Math.max(b.y1, y) }), {
        x0: Infinity,
        y0: Infinity,
        x1: 0,
        y1: 0,
      }),
    );
  }, [slip.place]);
  return box;
}

interface SlipHeadProps {
  readonly number: number;
  readonly setOpen: Dispatch<SetStateAction<boolean>>;
  readonly open: boolean;
  readonly onShow: (slip: Slip | undefined) => void;
  readonly slip: Slip;
}

function SlipHead({ number, setOpen, open, onShow, slip }: SlipHeadProps) {
  return (
    <div className={clsx(kit.row, kit.between)}>
      <h2>Slip {number}</h2>
      <button
        type="button"
        className={clsx(kit.link, kit.note)}
        onClick={() => {
          setOpen(!open);
          onShow(open ? undefined : slip);
        }}
      >
        {open ? 'close' : 'open'}
      </button>
    </div>
  );
}

/** What a slip would do to the look, if left. */
function useSlipEffect(slip: Slip, colours: readonly FlatColour[]) {
  const { sheet, plan, progress, looks } = usePrintDesk('sheet', 'plan', 'progress', 'looks');
  const effect = useMemo(() => {
    const mark = sheet.effects.findIndex((e) => e.kind === 'slip' && e.slipId === slip.slipId);
    const there = sheet.parts
      .map((part, p) => ({ part, p }))
      .filter(({ part }) => part.marks.includes(mark))
      .sort((a, b) => sheet.share[b.p] - sheet.share[a.p]);
    const planned = looksOfPlan(plan, progress.bench.coloursGot, plainSheet(plan));
    if (!looks || !planned || there.length === 0) return undefined;
    const last = plan.runs.length;
    const rows = there
      .map(({ part, p }) => ({
        label: part.label,
        share: sheet.share[p],
        deltaE: deltaE2000(looks.looks[last][p], planned.looks[last][part.label]),
        seen: looks.looks[last][p],
        due: planned.looks[last][part.label],
      }))
      .filter((row) => row.deltaE > 0.05);
    const share = rows.reduce((sum, row) => sum + row.share, 0);
    return {
      rows,
      share,
      mean: share > 0 ? rows.reduce((sum, row) => sum + row.deltaE * row.share, 0) / share : 0,
      ids: there.map(({ part }) => colours[part.label].id),
    };
  }, [sheet, looks, plan, slip.slipId, progress.bench.coloursGot, colours]);
  return effect;
}

interface ChangePictureProps {
  readonly belongs: Outcome<ReadonlyMap<string, string>> | undefined;
  readonly name: (id: string) => string;
  readonly busy: boolean;
  readonly act: (answer: SlipAnswer) => Promise<void>;
}

function ChangePicture({ belongs, name, busy, act }: ChangePictureProps) {
  return (
    <div>
      <h3>Change the picture so that it belongs</h3>
      <p className={kit.note}>
        {belongs?.ok
          ? [...belongs.value].map(([from, to]) => `${name(from)} becomes ${name(to)} there`).join(', ') +
            '; all later cuts and looks follow.'
          : belongs && !belongs.ok
            ? belongs.message
            : ''}
      </p>
      <Button size="small" disabled={busy || !belongs?.ok} onClick={() => void act('change plan')}>
        Change it
      </Button>
    </div>
  );
}

interface PrintSpotProps {
  readonly lost: string[];
  readonly name: (id: string) => string;
  readonly busy: boolean;
  readonly act: (answer: SlipAnswer) => Promise<void>;
}

function PrintSpot({ lost, name, busy, act }: PrintSpotProps) {
  return (
    <div>
      <h3>Print the spot on its own</h3>
      <p className={kit.note}>
        {lost.length > 0
          ? `A run more, from a small block or stencil: ${name(lost[0])}, opaque, last of all. Its outline is on the Block view (SVG, DXF, PDF).`
          : 'Nothing that is still to print is missing there.'}
      </p>
      <Button size="small" disabled={busy || lost.length === 0} onClick={() => void act('spot run')}>
        Add the run
      </Button>
    </div>
  );
}

function PatchIt({ inlay, busy, act }: { inlay: Inlay; busy: boolean; act: (answer: SlipAnswer) => Promise<void> }) {
  const { unit } = usePrintDesk('unit');
  return (
    <div>
      <h3>Patch the block</h3>
      <p className={kit.note}>
        Let in an inlay of {formatSize(inlay.widthMm, inlay.heightMm, unit)}. On the block, from the origin corner
        (lower left): {formatLength(inlay.blockRightMm, unit, 0)} right, {formatLength(inlay.blockUpMm, unit, 0)} up. On
        the print, from the left top corner: {formatLength(inlay.printXMm, unit, 0)} right,{' '}
        {formatLength(inlay.printYMm, unit, 0)} down. Then cut it again as planned.
      </p>
      <Button size="small" disabled={busy} onClick={() => void act('patch')}>
        It is patched
      </Button>
    </div>
  );
}

interface LeaveItProps {
  readonly effect:
    | {
        rows: { label: number; share: number; deltaE: number; seen: Lab; due: Lab }[];
        share: number;
        mean: number;
        ids: string[];
      }
    | undefined;
  readonly fills: number[] | undefined;
  readonly areaMm2: number;
  readonly colours: readonly FlatColour[];
  readonly slip: Slip;
  readonly busy: boolean;
  readonly act: (answer: SlipAnswer) => Promise<void>;
}

function LeaveIt({ effect, fills, areaMm2, colours, slip, busy, act }: LeaveItProps) {
  const { coverage } = usePrintDesk('coverage');
  return (
    <div>
      <h3>Leave it</h3>
      {effect && effect.rows.length > 0 ? (
        <>
          {coverage && fills && (
            <div className={clsx(kit.around4, css.depth)}>
              <Thumb
                coverage={coverage}
                fills={fills}
                label="The finished print as it would look if the slip is left"
              />
            </div>
          )}
          <EffectWords effect={effect} areaMm2={areaMm2} colours={colours} />
        </>
      ) : (
        <p className={kit.note}>No film that is still to come prints there, so nothing shows.</p>
      )}
      {slip.answer === undefined && (
        <Button size="small" disabled={busy} onClick={() => void act('leave')}>
          Leave it
        </Button>
      )}
    </div>
  );
}

interface EffectWordsProps {
  readonly effect: {
    rows: { label: number; share: number; deltaE: number; seen: Lab; due: Lab }[];
    share: number;
    mean: number;
    ids: string[];
  };
  readonly areaMm2: number;
  readonly colours: readonly FlatColour[];
}

function EffectWords({ effect, areaMm2, colours }: EffectWordsProps) {
  return (
    <p className={kit.note}>
      {areaWords(effect.share * areaMm2)} would come out mean ΔE{' '}
      <strong className={kit.num}>{effect.mean.toFixed(1)}</strong> off the plan:{' '}
      {effect.rows.slice(0, 3).map((row) => (
        <span key={row.label} className={kit.oneLine}>
          <Swatch lab={row.seen} /> for <Swatch lab={row.due} /> {colours[row.label].name}{' '}
        </span>
      ))}
    </p>
  );
}
