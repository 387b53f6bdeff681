'use client';
import { perLanguage } from '@/words/language';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { Fragment, useEffect, type JSX } from 'react';
import type { Lab } from '@/core/colour';
import { CONTRAST_RATIO, MAX_SOFTENER_PERCENT, MEDIUMS, mediumById, type Medium, type OpacityKnown } from '@/core/inks';
import Button from '@mui/material/Button';
import {
  FILM_WEIGHT_RANGE,
  FORME_TURN_RANGE,
  PLACE_ON_PRINT_MM,
  type EditOf,
  type Forme,
  type Ink,
  type Inking,
  type PlanEdit,
  type Run,
} from '@/model';
import { cutsOfRun, inkingsOf, inkOf, runsOfCut } from '@/derived';
import { LengthField, NumberField } from '../kit/fields';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { useKeyNotes, type KeyNote } from '../kit/keys';
import { FadePart } from './fades/FadePart';
import { SameBlockAgain } from './SameBlockAgain';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { runsWords } from '@/words/runs';
import { mediumInWords } from '@/words/prints';
import { mediumWords } from '@/words/mediums';
import { craftWords } from '@/words/craft';
import { decimal, quantity } from '@/words/quantities';

const sliderKeys = perLanguage((): readonly KeyNote[] => [
  { keys: '← → on a slider', what: runsWords('inkTurn.turnTheInkThe') },
]);

/** What if: a run's ink is held and turned, and the whole sheet follows; let go, it is saved and can be undone. */
export function InkTurn({ run, index, onLook }: { run: Run; index: number; onLook: () => void }) {
  const { plan, change, progress, tryOut } = usePrintDesk('plan', 'change', 'progress', 'tryOut');
  useKeyNotes(sliderKeys());
  // an ink let go by leaving the view was not taken
  useEffect(() => () => tryOut(undefined), [tryOut]);
  const closed = index < progress.closedRuns;
  const { pinnedIds } = plan.rules;
  const colourIds = inkingsOf(run).map(({ colourId }) => colourId);
  const pin = (pinned: boolean) => void change({ kind: 'run-pinned', colourIds, pinned });
  return (
    <>
      {inkingsOf(run).map((inking) => (
        <Fragment key={inking.id}>
          <Turns inking={inking} closed={closed} />
          <FadePart inking={inking} index={index} closed={closed} onLook={onLook} />
        </Fragment>
      ))}
      <section>
        <TextField
          select
          fullWidth
          label={runsWords('inkTurn.impressions')}
          value={run.impressions}
          disabled={closed}
          onChange={(e) =>
            void change({
              kind: 'run-set',
              runId: run.id,
              part: { impressions: Number(e.target.value) as Run['impressions'] },
            })
          }
        >
          <MenuItem value={1}>{runsWords('inkTurn.oneFilm')}</MenuItem>
          <MenuItem value={2}>{runsWords('inkTurn.printedTwiceTwoThin')}</MenuItem>
        </TextField>
        <FormControlLabel
          className={kit.above4}
          disabled={closed}
          control={
            <Checkbox
              size="small"
              checked={colourIds.some((id) => pinnedIds.includes(id))}
              onChange={(e) => pin(e.target.checked)}
            />
          }
          label={<span className={kit.small}>{runsWords('inkTurn.keepThisRunAt')}</span>}
        />
        <RunActs run={run} closed={closed} />
      </section>
      {run.formes.map((forme) => (
        <WhereItLies key={forme.id} forme={forme} several={run.formes.length > 1} closed={closed} />
      ))}
      <SameBlockAgain key={run.id} run={run} closed={closed} />
    </>
  );
}

interface WhereItLiesProps {
  readonly forme: Forme;
  readonly several: boolean;
  readonly closed: boolean;
}

/** Where a cut lies on the sheet for this run: carried and turned from where it was cut for. */
function WhereItLies({ forme, several, closed }: WhereItLiesProps) {
  const { change, unit, plan } = usePrintDesk('change', 'unit', 'plan');
  const set = (part: EditOf<'forme-set'>['part']) => void change({ kind: 'forme-set', formeId: forme.id, part });
  const { xMm, yMm } = forme.offsetMm;
  const block = plan.blocks.find((one) => one.sides.some((side) => side.cuts.some((cut) => cut.id === forme.cutId)));
  return (
    <section>
      <h3>
        {runsWords('inkTurn.liesOnTheSheet', {
          several: String(several && block !== undefined),
          block: block?.name ?? '',
        })}
      </h3>
      <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
        <LengthField
          label={runsWords('inkTurn.toTheRight')}
          valueMm={xMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          disabled={closed}
          onChange={(value) => set({ offsetMm: { xMm: value, yMm } })}
        />
        <LengthField
          label={runsWords('inkTurn.down')}
          valueMm={yMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          disabled={closed}
          onChange={(value) => set({ offsetMm: { xMm, yMm: value } })}
        />
        <NumberField
          label={runsWords('inkTurn.turnedClockwise')}
          value={forme.turnDeg}
          range={FORME_TURN_RANGE}
          disabled={closed}
          onChange={(turnDeg) => set({ turnDeg })}
        />
        <p className={kit.note}>
          {xMm === 0 && yMm === 0 && forme.turnDeg === 0
            ? runsWords('inkTurn.whereItWasCut')
            : runsWords('inkTurn.turnedAboutTheMiddle')}
        </p>
      </div>
    </section>
  );
}

/** The run printed once more from its cut, or taken out where another run prints from it too. */
function RunActs({ run, closed }: { run: Run; closed: boolean }) {
  const { change, plan, selectRun } = usePrintDesk('change', 'plan', 'selectRun');
  const spare = cutsOfRun(plan, run).every((cut) => runsOfCut(plan, cut.id).length > 1);
  return (
    <div className={clsx(kit.row, kit.gap6, kit.above8)}>
      <Button
        onClick={() => {
          const as = `run-again-${Date.now().toString(36)}`;
          void change({ kind: 'run-repeated', runId: run.id, as });
        }}
      >
        {runsWords('inkTurn.printItOnceMore')}
      </Button>
      {spare && !closed && (
        <Button
          onClick={() => {
            selectRun(1);
            void change({ kind: 'run-removed', runId: run.id });
          }}
        >
          {runsWords('inkTurn.takeThisRunOut')}
        </Button>
      )}
    </div>
  );
}

/** What the ink is made of: film, drying and tack follow. */
function MediumChoice({ ink, closed }: { ink: Ink; closed: boolean }) {
  const { change } = usePrintDesk('change');
  const medium = mediumById(ink.mediumId);
  return (
    <>
      <TextField
        select
        fullWidth
        label={runsWords('inkTurn.medium')}
        className={kit.above8}
        value={ink.mediumId}
        disabled={closed}
        onChange={(e) =>
          void change({ kind: 'ink-set', inkId: ink.id, part: { mediumId: e.target.value as Ink['mediumId'] } })
        }
      >
        {MEDIUMS.map(({ id }) => (
          <MenuItem key={id} value={id}>
            {mediumInWords(id)}
          </MenuItem>
        ))}
      </TextField>
      <p className={clsx(kit.note, kit.above4)}>{askedBy(medium)}</p>
    </>
  );
}

/** Start values, said with what the medium asks for. */
function askedBy({ id, wetFilmUm, dryingHours, laidBy }: Medium): string {
  const dry =
    dryingHours === 0
      ? runsWords('inkTurn.theNextFilmFollows')
      : dryingHours < 2
        ? runsWords('inkTurn.theNextFilmAfter', { dryingHours: Math.round(60 * dryingHours) })
        : runsWords('inkTurn.theNextFilmAfterH', { dryingHours });
  return runsWords('inkTurn.byMWetStart', {
    laidBy: craftWords(`laidBy.${laidBy}`),
    wetFilmUm,
    dry,
    asksOfPaper: mediumWords(`asksOfPaper.${id}`),
    asksOfBlock: mediumWords(`asksOfBlock.${id}`),
  });
}

function Turns({ inking, closed }: { inking: Inking; closed: boolean }) {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const ink = inkOf(plan, inking);
  const [l, a, b] = ink.solidLabD50;
  const strength = Math.hypot(a, b),
    hueDeg = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const hides = typeof ink.opacity === 'number' ? ink.opacity : CONTRAST_RATIO[ink.opacity];
  const inkSet = (part: EditOf<'ink-set'>['part']): PlanEdit => ({ kind: 'ink-set', inkId: ink.id, part });
  const polar = (lightness: number, chroma: number, deg: number): Lab =>
    [lightness, chroma * Math.cos((deg * Math.PI) / 180), chroma * Math.sin((deg * Math.PI) / 180)].map(
      (v) => Math.round(v * 100) / 100,
    ) as unknown as Lab;
  const weighted = (filmWeight: number): PlanEdit => ({
    kind: 'inking-set',
    inkingId: inking.id,
    part: { filmWeight },
  });
  const turn = (
    label: string,
    value: number,
    min: number,
    max: number,
    step: number,
    shown: string,
    edit: (value: number) => PlanEdit,
  ) => <Turn {...{ label, value, min, max, step, shown, edit, closed }} />;
  return (
    <section>
      <h3>
        <Swatch lab={ink.solidLabD50} /> {ink.name}
      </h3>
      <InkSliders
        turn={turn}
        hides={hides}
        inkSet={inkSet}
        inking={inking}
        weighted={weighted}
        l={l}
        polar={polar}
        strength={strength}
        hueDeg={hueDeg}
        ink={ink}
      />
      <MediumChoice ink={ink} closed={closed} />
      <p className={clsx(kit.note, kit.above8)}>
        {ink.recipe ? runsWords('inkTurn.mixedByItsRecipe') : runsWords('inkTurn.opacityHowMuchOf')}{' '}
        <Link href={urls.page('inks')}>{runsWords('inkTurn.toTheInks')}</Link>
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
  readonly edit: (value: number) => PlanEdit;
  readonly closed: boolean;
}

/** One slider: what it would do is tried out while it moves, and kept when it is let go. */
function Turn({ label, value, min, max, step, shown, edit, closed }: TurnProps) {
  const { change, tryOut } = usePrintDesk('change', 'tryOut');
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
        onChangeCommitted={(_, v) => void change(edit(v as number))}
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
    edit: (value: number) => PlanEdit,
  ) => JSX.Element;
  readonly hides: number;
  readonly inkSet: (part: EditOf<'ink-set'>['part']) => PlanEdit;
  readonly inking: Inking;
  readonly weighted: (filmWeight: number) => PlanEdit;
  readonly l: number;
  readonly polar: (lightness: number, chroma: number, deg: number) => Lab;
  readonly strength: number;
  readonly hueDeg: number;
  readonly ink: Ink;
}

/** Opacity and film weight, turned while the looks follow. */
function InkSliders({ turn, hides, inkSet, inking, weighted, l, polar, strength, hueDeg, ink }: InkSlidersProps) {
  return (
    <div className={clsx(kit.turns, kit.above6)}>
      {turn(runsWords('inkTurn.opacity'), hides, 0, 0.98, 0.01, quantity('percent', 100 * hides), (v) =>
        inkSet({ opacity: v as OpacityKnown }),
      )}
      {turn(
        runsWords('inkTurn.filmWeight'),
        inking.filmWeight,
        FILM_WEIGHT_RANGE.min,
        FILM_WEIGHT_RANGE.max,
        0.05,
        quantity('times', inking.filmWeight, 2),
        weighted,
      )}
      {turn(runsWords('inkTurn.lightness'), l, 5, 97, 0.5, decimal(l, 0), (v) =>
        inkSet({ solidLabD50: polar(v, strength, hueDeg) }),
      )}
      {turn(runsWords('inkTurn.purity'), strength, 0, 100, 0.5, decimal(strength, 0), (v) =>
        inkSet({ solidLabD50: polar(l, v, hueDeg) }),
      )}
      {turn(runsWords('inkTurn.hue'), hueDeg, 0, 360, 1, quantity('degrees', hueDeg), (v) =>
        inkSet({ solidLabD50: polar(l, Math.max(strength, 1), v) }),
      )}
      {turn(
        runsWords('inkTurn.softener'),
        ink.softenerPercent,
        0,
        MAX_SOFTENER_PERCENT,
        0.5,
        quantity('percent', ink.softenerPercent, ink.softenerPercent % 1 === 0 ? 0 : 1),
        (v) => inkSet({ softenerPercent: v }),
      )}
    </div>
  );
}
