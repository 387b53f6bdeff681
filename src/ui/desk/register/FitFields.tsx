'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo } from 'react';
import { hexFromLabD50 as hex, type Lab } from '@/core/colour';
import { materialById } from '@/core/cutting';
import {
  BEYOND,
  HANDS,
  NO_MOTION,
  registrationWay,
  REGISTRATION_WAYS,
  spreadOf,
  type Hand,
  type Motion,
  type SheetLayout,
  type Spread,
} from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { DAMP_CHANGE, SLIVER_RANGE_MM, WOOD_CHANGE, type RegisterPlan, type EditOf } from '@/model';
import type { FitResult, RegisterWorker, FitQuestion } from '@/workers';
import { LengthField, NumberField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { centred, percent, type Fit, type FitPicture } from '@/ui/kit/useFit';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './FitLeaf.module.css';
import { Leaves } from '@/ui/kit/Leaves';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { Remedy } from './Remedy';
import { registerWords } from '@/words/register';
import { uncapitalised } from '@/words/phrases';
import { wayInWords } from '@/words/ways';
import { craftWords } from '@/words/craft';
import { decimal, quantity } from '@/words/quantities';

/** How sure the fit is, why, and what would help. */
const shownSaid = perLanguage(
  () =>
    [
      ['sheets', registerWords('fitFields.sheets')],
      ['hand', registerWords('fitFields.byHand')],
      ['where', registerWords('fitFields.whereItMoves')],
    ] as const,
);

interface FitFieldsProps {
  readonly worker: RegisterWorker;
  readonly fit: Fit;
  readonly layout: SheetLayout;
  readonly show: FitPicture;
  readonly onShow: (show: FitPicture) => void;
  readonly hand: readonly Motion[];
  readonly onHand: (motions: readonly Motion[]) => void;
  readonly withProofs: boolean;
  readonly onProofs: (on: boolean) => void;
}

export function FitFields({ worker, fit, layout, show, onShow, hand, onHand, withProofs, onProofs }: FitFieldsProps) {
  const { plan, unit, change } = usePrintDesk('plan', 'unit', 'change');
  const { result, question, spread, layings } = fit;
  const register = plan.register;
  const set = (part: EditOf<'register-set'>['part']) => void change({ kind: 'register-set', part });
  const wood = plan.blocks.some((b) => materialById(b.materialId).grain);
  return (
    <>
      <FitAnswer result={result} register={register} question={question} spread={spread} layings={layings} />
      <Leaves
        label={registerWords('fitFields.whatIsShown')}
        leaves={shownSaid()}
        leaf={show}
        onLeaf={(id) => {
          if (id === 'hand') onHand(centred(question.fixed, plan.picture!.widthMm, plan.picture!.heightMm));
          onShow(id);
        }}
        tight
      />
      {show === 'hand' && <HandSliders motions={hand} onMotions={onHand} />}
      {result && <Pairs result={result} />}
      <Remedy worker={worker} fit={fit} />
      <WhatMoves register={register} set={set} wood={wood} withProofs={withProofs} onProofs={onProofs} />
      <PutUpWith register={register} set={set} />
      <WaysTable worker={worker} fit={fit} />
      <p className={kit.note}>
        {registerWords('fitFields.positionsAreOnThe', { width: formatLength(layout.sheetMm.widthMm, unit) })}
      </p>
    </>
  );
}

interface PutUpWithProps {
  readonly register: RegisterPlan;
  readonly set: (part: EditOf<'register-set'>['part']) => undefined;
}

function PutUpWith({ register, set }: PutUpWithProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <h2>
        <Explained term="misfit">{registerWords('fitFields.whatIsPutUp')}</Explained>
      </h2>
      <div className={clsx(kit.fields, kit.above14)}>
        <LengthField
          label={registerWords('fitFields.seenFrom')}
          valueMm={register.sliverMm}
          unit={unit}
          range={SLIVER_RANGE_MM}
          onChange={(sliverMm) => set({ sliverMm })}
        />
        <NumberField
          label={registerWords('fitFields.sheetsPercent')}
          digits={0}
          value={register.wishShare * 100}
          range={{ min: 0, max: 100, what: registerWords('fitFields.theShareOfSheets') }}
          onChange={(v) => set({ wishShare: v / 100 })}
        />
      </div>
    </section>
  );
}

interface WhatMovesProps {
  readonly register: RegisterPlan;
  readonly set: (part: EditOf<'register-set'>['part']) => undefined;
  readonly wood: boolean;
  readonly withProofs: boolean;
  readonly onProofs: (on: boolean) => void;
}

function WhatMoves({ register, set, wood, withProofs, onProofs }: WhatMovesProps) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  return (
    <section>
      <h2>{registerWords('fitFields.whatMoves')}</h2>
      <MovingFields register={register} set={set} wood={wood} />
      <p className={clsx(kit.note, kit.above8)}>
        {registerWords('fitFields.fromTheFirstRun', { upright: String(plan.layout.paperGrain === 'upright') })}
      </p>
      {progress.bench.proofs.length > 0 && (
        <label className={clsx(kit.tick, kit.block, kit.above8)}>
          <input type="checkbox" checked={withProofs} onChange={(e) => onProofs(e.target.checked)} />{' '}
          {registerWords('fitFields.withTheMisfitLast')}
        </label>
      )}
    </section>
  );
}

interface MovingFieldsProps {
  readonly register: RegisterPlan;
  readonly set: (part: EditOf<'register-set'>['part']) => undefined;
  readonly wood: boolean;
}

function MovingFields({ register, set, wood }: MovingFieldsProps) {
  return (
    <div className={clsx(kit.stack, kit.gap14, kit.above14)}>
      <TextField
        select
        label={registerWords('fitFields.hand')}
        value={register.hand}
        onChange={(e) => set({ hand: e.target.value as Hand })}
      >
        {HANDS.map((h) => (
          <MenuItem key={h} value={h}>
            {craftWords(`hand.${h}`)}
          </MenuItem>
        ))}
      </TextField>
      <NumberField
        label={registerWords('fitFields.paperGrowsDamperBy')}
        digits={2}
        value={register.paperDampChange}
        range={DAMP_CHANGE}
        onChange={(paperDampChange) => set({ paperDampChange })}
      />
      {wood && (
        <NumberField
          label={registerWords('fitFields.woodGrowsDamperBy')}
          digits={1}
          value={register.woodMoistureChange}
          range={WOOD_CHANGE}
          onChange={(woodMoistureChange) => set({ woodMoistureChange })}
        />
      )}
    </div>
  );
}

interface FitAnswerProps {
  readonly result: FitResult | undefined;
  readonly register: RegisterPlan;
  readonly question: FitQuestion;
  readonly spread: Spread;
  readonly layings: number;
}

/** How many sheets show a misfit, in words. */
function FitAnswer({ result, register, question, spread, layings }: FitAnswerProps) {
  const { unit, plan } = usePrintDesk('unit', 'plan');
  return (
    <section role="status" aria-live="polite">
      {result ? (
        <>
          <p className={clsx(kit.answer, kit.display)}>
            {registerWords(
              `fitFields.${result.share > 0.99 ? 'nearlyAllShow' : result.share < 0.01 ? 'hardlyAnyShow' : 'someShow'}`,
              { percent: percent(result.share), sliver: formatLength(register.sliverMm, unit, 2) },
            )}
          </p>
          <p className={clsx(kit.note, kit.num)}>
            {registerWords('fitFields.sheetsByInMs', {
              sheets: question.sheets,
              registrationWay: uncapitalised(wayInWords(plan.way.registration)),
              milliseconds: Math.round(result.milliseconds),
              shiftMm: spread.shiftMm,
              turnDeg: spread.turnDeg,
              layings,
            })}
          </p>
        </>
      ) : (
        <p className={kit.note}>…</p>
      )}
    </section>
  );
}

interface HandSlidersProps {
  readonly motions: readonly Motion[];
  readonly onMotions: (motions: readonly Motion[]) => void;
}

function HandSliders({ motions, onMotions }: HandSlidersProps) {
  const { selectedRun, plan, unit } = usePrintDesk('selectedRun', 'plan', 'unit');
  const run = Math.max(1, selectedRun),
    motion = motions[run - 1] ?? NO_MOTION;
  const set = (part: Partial<Motion>) => onMotions(motions.map((m, i) => (i === run - 1 ? { ...m, ...part } : m)));
  const slider = (
    label: string,
    value: number,
    most: number,
    step: number,
    words: string,
    change: (v: number) => void,
  ) => (
    <label className={clsx(kit.gap12, kit.small, css.slideRow)}>
      {label}
      <Slider
        size="small"
        value={value}
        min={-most}
        max={most}
        step={step}
        aria-label={registerWords('fitFields.run', { run, label })}
        onChange={(_, v) => change(v as number)}
      />
      <span className={kit.num}>{words}</span>
    </label>
  );
  return (
    <section>
      <h2>{registerWords('fitFields.runOf', { run, runs: plan.runs.length })}</h2>
      <p className={kit.note}>{registerWords('fitFields.chooseARunOn')}</p>
      {slider(registerWords('fitFields.right'), motion.dxMm, 3, 0.05, formatLength(motion.dxMm, unit, 2), (dxMm) =>
        set({ dxMm }),
      )}
      {slider(registerWords('fitFields.down'), motion.dyMm, 3, 0.05, formatLength(motion.dyMm, unit, 2), (dyMm) =>
        set({ dyMm }),
      )}
      {slider(
        registerWords('fitFields.clockwise'),
        motion.rotationDeg,
        1,
        0.02,
        quantity('degrees', motion.rotationDeg, 2),
        (rotationDeg) => set({ rotationDeg }),
      )}
      <Button onClick={() => onMotions(motions.map((m) => ({ ...NO_MOTION, about: m.about })))}>
        {registerWords('fitFields.allInRegister')}
      </Button>
    </section>
  );
}

/** The pairs of colours that go wrong first. */
function Pairs({ result }: { result: FitResult }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const colours = plan.flat!.colours;
  const name = (l: number) => (l === BEYOND ? registerWords('fitFields.bareSheet') : colours[l].name),
    lab = (l: number): Lab => (l === BEYOND ? plan.paper.labD50 : colours[l].wantedLabD50);
  const shown = result.pairs.filter((p) => p.films > 1).slice(0, 7);
  return (
    <section>
      <h2>{registerWords('fitFields.boundariesThatShowIt')}</h2>
      {shown.length === 0 ? (
        <p className={kit.note}>{registerWords('fitFields.noTwoFilmsEnd')}</p>
      ) : (
        <ul className={kit.watch}>
          {shown.map((p) => (
            <li key={`${p.a} ${p.b}`} className={clsx(kit.row, kit.gap8, kit.noWrap, kit.small)}>
              <span className={kit.pair} aria-hidden>
                <i style={{ background: hex(lab(p.a)) }} />
                <i style={{ background: hex(lab(p.b)) }} />
              </span>
              <span className={kit.shrinks}>
                {registerWords('fitFields.and', { one: name(p.a), other: name(p.b) })}{' '}
                <span className={clsx(kit.quiet, kit.block)}>
                  {registerWords('fitFields.longFilmsEndHere', {
                    length: formatLength(p.lengthMm, unit, 0),
                    films: p.films,
                  })}
                </span>
              </span>
              <strong className={clsx(kit.num, kit.toEnd)}>{percent(p.share)} %</strong>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** The same print by every way of registration. */
function WaysTable({ worker, fit }: { worker: RegisterWorker; fit: Fit }) {
  const { plan } = usePrintDesk('plan');
  const { question } = fit;
  const spreads = useMemo(
    () => REGISTRATION_WAYS.map((id) => spreadOf(registrationWay(id), plan.register.hand)),
    [plan.register.hand],
  );
  const ask = useCallback(
    () => worker.ask('ways', { ...question, sheets: 2000, spreads }),
    [worker, question, spreads],
  );
  const shares = useWorkerAnswer(ask).value;
  return (
    <section>
      <h2>{registerWords('fitFields.byEveryWay')}</h2>
      <table className={clsx(kit.plainTable, css.waysTable)}>
        <thead>
          <tr>
            <th scope="col">{registerWords('fitFields.way')}</th>
            <th scope="col">{registerWords('fitFields.mm')}</th>
            <th scope="col">{registerWords('fitFields.min')}</th>
            <th scope="col">{registerWords('fitFields.faulty')}</th>
          </tr>
        </thead>
        <tbody>
          {REGISTRATION_WAYS.map((id, i) => (
            <tr key={id} aria-current={id === plan.way.registration || undefined}>
              <th scope="row">{wayInWords(id)}</th>
              <td className={kit.num}>{decimal(spreads[i].shiftMm, 2)}</td>
              <td className={kit.num}>{registrationWay(id).minutesASheet}</td>
              <td className={kit.num}>{shares ? `${percent(shares[i])} %` : '…'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={kit.note}>
        {registerWords('fitFields.startValuesForA', {
          hand: plan.register.hand === 'new to it' ? 'new' : plan.register.hand,
        })}
      </p>
    </section>
  );
}
