'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import { INK_START_VALUES } from '@/core/inks';
import { formatLength } from '@/core/units';
import { inkingsOf, inkOf, wantedOf } from '@/derived';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CoreSample.module.css';

/** A colour of the picture, and the part of the sheet pointed at where overlaps, masks or slips make a difference. */
export interface SamplePoint {
  readonly label: number;
  readonly part?: number;
  readonly xMm?: number;
  readonly yMm?: number;
}

/** A film of the usual weight is this high in the column. */
const USUAL_FILM_PX = 22;

interface CoreSampleProps {
  readonly point: SamplePoint | undefined;
  readonly onPoint?: (point: SamplePoint) => void;
}

/**
 * The films at one point to scale of their weight, paper at the foot: each with its own colour alone and the colour reached so
 * far; what is seen on top beside what was wanted. A second point can be pinned beside it.
 */
export function CoreSample({ point, onPoint }: CoreSampleProps) {
  const { plan, looks, unit } = usePrintDesk('plan', 'looks', 'unit');
  const { flat } = plan;
  const [pinned, setPinned] = useState<SamplePoint>();
  const pin = pinned && flat?.colours[pinned.label] ? pinned : undefined;
  const here = point && flat?.colours[point.label] ? point : undefined;
  return (
    <section aria-label="Core sample">
      <div className={clsx(kit.row, kit.between, css.title)}>
        <h2>Core sample</h2>
        {pin ? (
          <button type="button" className={kit.link} onClick={() => setPinned(undefined)}>
            let the pinned one go
          </button>
        ) : (
          here && (
            <button type="button" className={kit.link} onClick={() => setPinned(here)}>
              pin, to compare
            </button>
          )
        )}
      </div>
      {flat && looks && <PlaceChoice here={here} onPoint={onPoint} whereOf={whereOf} />}
      {here && looks && (
        <div aria-live="polite" className={clsx(kit.stack, kit.gap14, kit.above8)}>
          <Column point={here} />
          {pin && (
            <div className={css.pinned}>
              <p className={kit.note}>
                pinned: {flat!.colours[pin.label].name}
                {whereOf(pin)}
              </p>
              <Column point={pin} />
            </div>
          )}
        </div>
      )}
    </section>
  );

  function whereOf(at: SamplePoint | undefined): string {
    return at?.xMm === undefined ? '' : ` at ${formatLength(at.xMm, unit, 0)}, ${formatLength(at.yMm!, unit, 0)}`;
  }
}

interface PlaceChoiceProps {
  readonly here: SamplePoint | undefined;
  readonly onPoint: ((point: SamplePoint) => void) | undefined;
  readonly whereOf: (at: SamplePoint | undefined) => string;
}

/** The place by its colour, for those who do not point. */
function PlaceChoice({ here, onPoint, whereOf }: PlaceChoiceProps) {
  const {
    plan,
    plan: { flat },
  } = usePrintDesk('plan');
  return (
    <TextField
      select
      fullWidth
      className={kit.around8}
      label="At"
      value={here?.label ?? ''}
      onChange={(e) => onPoint?.({ label: Number(e.target.value) })}
      slotProps={{
        select: {
          displayEmpty: true,
          renderValue: (v) =>
            v === '' ? 'point at a picture, or choose a colour' : `${flat!.colours[Number(v)].name}${whereOf(here)}`,
        },
      }}
    >
      {flat!.colours.map((c, label) => (
        <MenuItem key={c.id} value={label}>
          <Swatch lab={wantedOf(plan)[label]} />
          &ensp;{c.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

function Column({ point }: { point: SamplePoint }) {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const part = point.part !== undefined && point.part < looks!.stacks.length ? point.part : point.label;
  const stack = looks!.stacks[part],
    reached = looks!.reached[part];
  const films = stack.map(({ run, inking }, i) => {
    const laid = inkingsOf(plan.runs[run])[inking];
    const ink = inkOf(plan, laid);
    return {
      key: i,
      run: run + 1,
      name: ink.name,
      alone: ink.solidLabD50,
      reached: reached[i + 1],
      weight: laid.filmWeight,
      px: Math.max(14, Math.round(USUAL_FILM_PX * laid.filmWeight)),
    };
  });
  const seen = reached[reached.length - 1],
    wanted = wantedOf(plan)[point.label];
  const off = deltaE2000(seen, wanted);
  return (
    <div>
      <p className={css.coreVerdict}>
        <span className={kit.pair} aria-hidden>
          <i style={{ background: hexFromLabD50(seen) }} />
          <i style={{ background: hexFromLabD50(wanted) }} />
        </span>{' '}
        <span className={kit.num}>
          seen, wanted: ΔE {off.toFixed(1)}, {wordForDifference(off)}
        </span>
      </p>
      <ol className={css.core}>
        {[...films].reverse().map((film) => (
          <FilmLayer key={film.key} film={film} />
        ))}
        <li className={css.foot}>
          <span
            className={clsx(css.alone, css.paper)}
            style={{ backgroundColor: hexFromLabD50(plan.paper.labD50) }}
            aria-hidden
          />
          <span style={{ background: hexFromLabD50(plan.paper.labD50) }} aria-hidden />
          <span className={clsx(css.what, kit.quiet)}>paper, {plan.paper.name}</span>
        </li>
      </ol>
      {films.length > 0 && (
        <p className={clsx(css.coreKey, kit.quiet)} aria-hidden>
          <span>ink alone</span>
          <span>reached</span>
        </p>
      )}
    </div>
  );
}

interface FilmLayerProps {
  readonly film: { key: number; run: number; name: string; alone: Lab; reached: Lab; weight: number; px: number };
}

function FilmLayer({ film }: FilmLayerProps) {
  return (
    <li style={{ height: film.px }}>
      <span className={css.alone} style={{ backgroundColor: hexFromLabD50(film.alone) }} aria-hidden />
      <span style={{ background: hexFromLabD50(film.reached) }} aria-hidden />
      <span className={css.what}>
        {film.run}&ensp;{film.name}
      </span>
      <span className={clsx(kit.quiet, kit.num)}>
        {(INK_START_VALUES.wetFilmUm * film.weight).toFixed(film.weight === 1 ? 0 : 1)} µm
      </span>
    </li>
  );
}
