'use client';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useEffect, type JSX } from 'react';
import type { Lab } from '@/core/colour';
import { CONTRAST_RATIO, MAX_SOFTENER_PERCENT, type OpacityKnown } from '@/core/inks';
import { FILM_WEIGHT_RANGE, type Ink, type Inking, type Plan, type Run } from '@/model';
import { inkOf } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { useKeyNotes, type KeyNote } from '../kit/keys';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

const SLIDER_KEYS: readonly KeyNote[] = [{ keys: '← → on a slider', what: 'turn the ink; the sheet follows' }];

/** What if: a run's ink is held and turned, and the whole sheet follows; let go, it is saved and can be undone. */
export function InkTurn({ run, index }: { run: Run; index: number }) {
  const { state, change, progress, tryOut } = usePrintDesk();
  useKeyNotes(SLIDER_KEYS);
  // an ink let go by leaving the view was not taken
  useEffect(() => () => tryOut(undefined), [tryOut]);
  const closed = index < progress.closedRuns;
  const { pinnedIds } = state.plan.rules;
  const { colourId } = run.inkings[0];
  const pin = (on: boolean) =>
    void change(on ? 'run kept at its place' : 'run let go', (p) => ({
      ...p,
      rules: {
        ...p.rules,
        pinnedIds: on ? [...p.rules.pinnedIds, colourId] : p.rules.pinnedIds.filter((id) => id !== colourId),
      },
    }));
  return (
    <>
      {run.inkings.map((inking) => (
        <Turns key={inking.id} inking={inking} run={run} closed={closed} />
      ))}
      <section>
        <TextField
          select
          fullWidth
          label="Impressions"
          value={run.impressions}
          disabled={closed}
          onChange={(e) =>
            void change('impressions changed', (p) => ({
              ...p,
              runs: p.runs.map((r) => (r.id === run.id ? { ...r, impressions: Number(e.target.value) as 1 | 2 } : r)),
            }))
          }
        >
          <MenuItem value={1}>one film</MenuItem>
          <MenuItem value={2}>printed twice: two thin films</MenuItem>
        </TextField>
        <FormControlLabel
          className={kit.above4}
          disabled={closed}
          control={
            <Checkbox size="small" checked={pinnedIds.includes(colourId)} onChange={(e) => pin(e.target.checked)} />
          }
          label={<span className={kit.small}>keep this run at its place in the search</span>}
        />
      </section>
    </>
  );
}

function Turns({ inking, run, closed }: { inking: Inking; run: Run; closed: boolean }) {
  const { state, urls } = usePrintDesk();
  const ink = inkOf(state.plan, inking);
  const [l, a, b] = ink.solidLabD50;
  const strength = Math.hypot(a, b),
    hueDeg = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const hides = typeof ink.opacity === 'number' ? ink.opacity : CONTRAST_RATIO[ink.opacity];
  const withInk =
    (part: Partial<Ink>) =>
    (p: Plan): Plan => ({ ...p, inks: p.inks.map((i) => (i.id === ink.id ? { ...i, ...part } : i)) });
  const own = (part: Partial<Ink>) => withInk({ ...part, film: null, recipe: null });
  const polar = (lightness: number, chroma: number, deg: number): Lab =>
    [lightness, chroma * Math.cos((deg * Math.PI) / 180), chroma * Math.sin((deg * Math.PI) / 180)].map(
      (v) => Math.round(v * 100) / 100,
    ) as unknown as Lab;
  const weighted =
    (filmWeight: number) =>
    (p: Plan): Plan => ({
      ...p,
      runs: p.runs.map((r) =>
        r.id === run.id ? { ...r, inkings: r.inkings.map((i) => (i.id === inking.id ? { ...i, filmWeight } : i)) } : r,
      ),
    });
  const turn = (
    label: string,
    value: number,
    min: number,
    max: number,
    step: number,
    shown: string,
    edit: (value: number) => (p: Plan) => Plan,
  ) => <Turn {...{ label, value, min, max, step, shown, edit, closed }} />;
  return (
    <section>
      <h3>
        <Swatch lab={ink.solidLabD50} /> {ink.name}
      </h3>
      <InkSliders
        turn={turn}
        hides={hides}
        own={own}
        inking={inking}
        weighted={weighted}
        l={l}
        polar={polar}
        strength={strength}
        hueDeg={hueDeg}
        ink={ink}
        withInk={withInk}
      />
      <p className={kit.note}>
        {ink.recipe
          ? 'Mixed by its recipe; turning opacity or colour departs from it.'
          : 'Opacity: how much of a black strip it hides.'}{' '}
        <Link href={urls.page('inks')}>To the inks</Link>
      </p>
    </section>
  );
}

interface TurnProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly shown: string;
  readonly edit: (value: number) => (p: Plan) => Plan;
  readonly closed: boolean;
}

/** One slider: what it would do is tried out while it moves, and kept when it is let go. */
function Turn({ label, value, min, max, step, shown, edit, closed }: TurnProps) {
  const { change, tryOut } = usePrintDesk();
  return (
    <>
      <span aria-hidden>{label}</span>
      <Slider
        aria-label={label}
        value={value}
        min={min}
        max={max}
        step={step}
        disabled={closed}
        getAriaValueText={() => shown}
        onChange={(_, v) => tryOut(edit(v as number))}
        onChangeCommitted={(_, v) => void change(`${label} turned`, edit(v as number))}
      />
      <span className={kit.num}>{shown}</span>
    </>
  );
}

interface InkSlidersProps {
  readonly turn: (
    label: string,
    value: number,
    min: number,
    max: number,
    step: number,
    shown: string,
    edit: (value: number) => (p: Plan) => Plan,
  ) => JSX.Element;
  readonly hides: number;
  readonly own: (part: Partial<Ink>) => (p: Plan) => Plan;
  readonly inking: Inking;
  readonly weighted: (filmWeight: number) => (p: Plan) => Plan;
  readonly l: number;
  readonly polar: (lightness: number, chroma: number, deg: number) => Lab;
  readonly strength: number;
  readonly hueDeg: number;
  readonly ink: Ink;
  readonly withInk: (part: Partial<Ink>) => (p: Plan) => Plan;
}

/** Opacity and film weight, turned while the looks follow. */
function InkSliders({ turn, hides, own, inking, weighted, l, polar, strength, hueDeg, ink, withInk }: InkSlidersProps) {
  return (
    <div className={clsx(kit.turns, kit.above6)}>
      {turn('opacity', hides, 0, 0.98, 0.01, `${Math.round(100 * hides)} %`, (v) =>
        own({ opacity: v as OpacityKnown }),
      )}
      {turn(
        'film weight',
        inking.filmWeight,
        FILM_WEIGHT_RANGE.min,
        FILM_WEIGHT_RANGE.max,
        0.05,
        `× ${inking.filmWeight.toFixed(2)}`,
        weighted,
      )}
      {turn('lightness', l, 5, 97, 0.5, l.toFixed(0), (v) => own({ solidLabD50: polar(v, strength, hueDeg) }))}
      {turn('purity', strength, 0, 100, 0.5, strength.toFixed(0), (v) => own({ solidLabD50: polar(l, v, hueDeg) }))}
      {turn('hue', hueDeg, 0, 360, 1, `${hueDeg.toFixed(0)}°`, (v) =>
        own({ solidLabD50: polar(l, Math.max(strength, 1), v) }),
      )}
      {turn('softener', ink.softenerPercent, 0, MAX_SOFTENER_PERCENT, 0.5, `${ink.softenerPercent} %`, (v) =>
        withInk({ softenerPercent: v }),
      )}
    </div>
  );
}
