'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import { INK_START_VALUES } from '@/core/inks';
import { formatLength } from '@/words/lengths';
import { goneOverAt, type PlaceMm } from '@/core/layers';
import type { Inking, Plan } from '@/model';
import { inkingsOf, inkOf, sampleAt, wantedOf } from '@/derived';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CoreSample.module.css';
import { frameWords } from '@/words/frame';
import { craftWords } from '@/words/craft';
import { decimal } from '@/words/quantities';

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
    <section aria-label={frameWords('core.title')}>
      <div className={clsx(kit.row, kit.between, css.title)}>
        <h2>{frameWords('core.title')}</h2>
        {pin ? (
          <button type="button" className={kit.link} onClick={() => setPinned(undefined)}>
            {frameWords('core.letGo')}
          </button>
        ) : (
          here && (
            <button type="button" className={kit.link} onClick={() => setPinned(here)}>
              {frameWords('core.pin')}
            </button>
          )
        )}
      </div>
      {flat && looks && <PlaceChoice here={here} onPoint={onPoint} placeOf={placeOf} />}
      {here && looks && (
        <div aria-live="polite" className={clsx(kit.stack, kit.gap14, kit.above8)}>
          <Column point={here} />
          {pin && (
            <div className={css.pinned}>
              <p className={kit.note}>{frameWords('core.pinned', { colour: placeOf(pin) })}</p>
              <Column point={pin} />
            </div>
          )}
        </div>
      )}
    </section>
  );

  function placeOf({ label, xMm, yMm }: SamplePoint): string {
    const colour = flat!.colours[label].name;
    return xMm === undefined
      ? colour
      : frameWords('core.at', { colour, x: formatLength(xMm, unit, 0), y: formatLength(yMm!, unit, 0) });
  }
}

interface PlaceChoiceProps {
  readonly here: SamplePoint | undefined;
  readonly onPoint: ((point: SamplePoint) => void) | undefined;
  readonly placeOf: (at: SamplePoint) => string;
}

/** The place by its colour, for those who do not point. */
function PlaceChoice({ here, onPoint, placeOf }: PlaceChoiceProps) {
  const {
    plan,
    plan: { flat },
  } = usePrintDesk('plan');
  return (
    <TextField
      select
      fullWidth
      className={kit.around8}
      label={frameWords('core.place')}
      value={here?.label ?? ''}
      onChange={(e) => onPoint?.({ label: Number(e.target.value) })}
      slotProps={{
        select: {
          displayEmpty: true,
          renderValue: () => (here ? placeOf(here) : frameWords('core.point')),
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
  const { plan, looks, sheet, progress } = usePrintDesk('plan', 'looks', 'sheet', 'progress');
  const part = point.part !== undefined && point.part < looks!.stacks.length ? point.part : point.label;
  const place = point.xMm === undefined ? undefined : { xMm: point.xMm, yMm: point.yMm! };
  const { films: laid, reached } = sampleAt(plan, progress.bench.coloursGot, looks!, sheet, part, place);
  const films = looks!.stacks[part].map(({ run, inking }, i) => {
    const { weight } = laid[i];
    return {
      key: i,
      run: run + 1,
      ...fadedInk(plan, inkingsOf(plan.runs[run])[inking], place),
      reached: reached[i + 1],
      weight,
      px: Math.max(14, Math.round(USUAL_FILM_PX * weight)),
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
          {frameWords('core.verdict', {
            difference: decimal(off, 1),
            words: craftWords(`difference.${wordForDifference(off)}`),
          })}
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
          <span className={clsx(css.what, kit.quiet)}>{frameWords('core.paper', { paper: plan.paper.name })}</span>
        </li>
      </ol>
      {films.length > 0 && (
        <p className={clsx(css.coreKey, kit.quiet)} aria-hidden>
          <span>{frameWords('core.alone')}</span>
          <span>{frameWords('core.reached')}</span>
        </p>
      )}
    </div>
  );
}

/** The ink of a film, by name and colour; of two inks that go over into one another, the one there is more of, and how far it has gone. */
function fadedInk(
  plan: Plan,
  inking: Inking,
  place: PlaceMm | undefined,
): { readonly name: string; readonly alone: Lab } {
  const ink = inkOf(plan, inking),
    { fade } = inking;
  const to = plan.inks.find(({ id }) => id === fade?.toInkId);
  if (!fade || !place) return { name: ink.name, alone: ink.solidLabD50 };
  const over = goneOverAt(fade, place);
  const alone = to && over > 0.5 ? to.solidLabD50 : ink.solidLabD50;
  return {
    alone,
    name: frameWords('core.faded', {
      ink: ink.name,
      to: to?.name ?? '',
      over: Math.round(100 * over),
      second: String(to !== undefined),
    }),
  };
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
        {frameWords('core.weight', {
          micrometres: decimal(INK_START_VALUES.wetFilmUm * film.weight, film.weight === 1 ? 0 : 1),
        })}
      </span>
    </li>
  );
}
