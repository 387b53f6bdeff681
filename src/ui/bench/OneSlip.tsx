'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { deltaE2000, type Lab } from '@/core/colour';
import { inlayFor } from '@/core/cutting';
import type { Outcome } from '@/core/units';
import { formatLength, formatSize } from '@/words/lengths';
import { type SlipAnswer, type FlatColour } from '@/model';
import type { Fill } from '@/core/geometry';
import {
  coloursAfterSlip,
  inkNamesOf,
  fillsAfter,
  looksOfPlan,
  lostColours,
  openSlips,
  plainSheet,
  runsOfCut,
  type Slip,
} from '@/derived';
import { areaInWords, decimal } from '@/words/quantities';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { Thumb } from '../kit/Thumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './SlipPanel.module.css';
import type { Inlay } from '@/core/cutting/slip';
import { slipWords } from '@/words/slips';
import { rich } from '@/ui/kit/rich';

export function OneSlip({
  slip,
  number,
  onShow,
}: {
  slip: Slip;
  number: number;
  onShow: (slip: Slip | undefined) => void;
}) {
  const { plan, looks, urls } = usePrintDesk('plan', 'looks', 'urls');
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
  const fills = useMemo(() => looks && fillsAfter(looks, plan.runs.length), [looks, plan.runs.length]);
  return (
    <section className={clsx(kit.say, kit.bad)} aria-label={slipWords('one.title', { number })}>
      <SlipHead number={number} setOpen={setOpen} open={open} onShow={onShow} slip={slip} />
      <SlipFacts slip={slip} runBefore={runBefore} box={box} />
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
          {rich(
            slipWords.rich('one.toBlock', {
              run: plan.runs.length,
              inks: inkNamesOf(plan, plan.runs[plan.runs.length - 1]),
              link: (words) => <a href={urls.page('block')}>{words}</a>,
            }),
          )}
        </p>
      )}
    </section>
  );
}

interface SlipFactsProps {
  readonly slip: Slip;
  readonly runBefore: number;
  readonly box: ReturnType<typeof useSlipBox>;
}

/** Where a slip lies, and what was done about it. */
function SlipFacts({ slip, runBefore, box }: SlipFactsProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <p className={kit.note}>
      {slipWords('one.at', {
        run: runBefore,
        x: formatLength((box.x0 + box.x1) / 2, unit, 0),
        y: formatLength((box.y0 + box.y1) / 2, unit, 0),
      })}
      {slip.note ? ` · ${slip.note}` : ''}
      {slip.answer ? <strong> · {slipWords(`done.${slip.answer}`)}</strong> : ''}
    </p>
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
      tell(inWords(done));
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
      <h2>{slipWords('one.title', { number })}</h2>
      <button
        type="button"
        className={clsx(kit.link, kit.note)}
        onClick={() => {
          setOpen(!open);
          onShow(open ? undefined : slip);
        }}
      >
        {slipWords(open ? 'one.close' : 'one.open')}
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
      <h3>{slipWords('change.title')}</h3>
      <p className={kit.note}>
        {belongs?.ok
          ? slipWords('change.says', {
              changes: [...belongs.value]
                .map(([from, to]) => slipWords('change.becomes', { from: name(from), to: name(to) }))
                .join(', '),
            })
          : belongs && !belongs.ok
            ? inWords(belongs)
            : ''}
      </p>
      <Button size="small" disabled={busy || !belongs?.ok} onClick={() => void act('change plan')}>
        {slipWords('change.act')}
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
      <h3>{slipWords('spot.title')}</h3>
      <p className={kit.note}>
        {lost.length > 0 ? slipWords('spot.says', { colour: name(lost[0]) }) : slipWords('spot.nothing')}
      </p>
      <Button size="small" disabled={busy || lost.length === 0} onClick={() => void act('spot run')}>
        {slipWords('spot.act')}
      </Button>
    </div>
  );
}

function PatchIt({ inlay, busy, act }: { inlay: Inlay; busy: boolean; act: (answer: SlipAnswer) => Promise<void> }) {
  const { unit } = usePrintDesk('unit');
  return (
    <div>
      <h3>{slipWords('patch.title')}</h3>
      <p className={kit.note}>
        {slipWords('patch.says', {
          size: formatSize(inlay.widthMm, inlay.heightMm, unit),
          right: formatLength(inlay.blockRightMm, unit, 0),
          up: formatLength(inlay.blockUpMm, unit, 0),
          printRight: formatLength(inlay.printXMm, unit, 0),
          printDown: formatLength(inlay.printYMm, unit, 0),
        })}
      </p>
      <Button size="small" disabled={busy} onClick={() => void act('patch')}>
        {slipWords('patch.act')}
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
  readonly fills: readonly Fill[] | undefined;
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
      <h3>{slipWords('leave.title')}</h3>
      {effect && effect.rows.length > 0 ? (
        <>
          {coverage && fills && (
            <div className={clsx(kit.around4, css.depth)}>
              <Thumb coverage={coverage} fills={fills} label={slipWords('leave.look')} />
            </div>
          )}
          <EffectWords effect={effect} areaMm2={areaMm2} colours={colours} />
        </>
      ) : (
        <p className={kit.note}>{slipWords('leave.nothing')}</p>
      )}
      {slip.answer === undefined && (
        <Button size="small" disabled={busy} onClick={() => void act('leave')}>
          {slipWords('leave.act')}
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
      {rich(
        slipWords.rich('leave.effect', {
          area: areaInWords(effect.share * areaMm2),
          difference: decimal(effect.mean, 1),
          strong: (difference) => <strong className={kit.num}>{difference}</strong>,
        }),
      )}{' '}
      {effect.rows.slice(0, 3).map((row) => (
        <span key={row.label} className={kit.oneLine}>
          <Swatch lab={row.seen} /> {slipWords('leave.insteadOf')} <Swatch lab={row.due} />{' '}
          {colours[row.label].name}{' '}
        </span>
      ))}
    </p>
  );
}
