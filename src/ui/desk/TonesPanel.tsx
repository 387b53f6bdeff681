'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { hexFromLabD50, labD50FromSrgb8, type Lab } from '@/core/colour';
import type { FlatColour, FlatPlan, EditOf } from '@/model';
import { ownInkPrinted } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';
import { ToneEdges } from './tones/ToneEdges';
import type { ToneFinding } from './tones/usePointing';
import type { Flatten } from './useFlatten';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './TonesPanel.module.css';
import { formatLength } from '@/words/lengths';
import { toneWords } from '@/words/tones';
import { shapeWords } from '@/words/shapes';
import { quantity } from '@/words/quantities';

interface Props {
  readonly flatten: Flatten;
  readonly closed: boolean;
  readonly chosen: number | undefined;
  readonly onChoose: (label: number | undefined) => void;
  readonly finding: ToneFinding;
}

/** The flat colours in tone order, and what can be done with the chosen one. */
export function TonesPanel({ flatten, closed, chosen, onChoose, finding }: Props) {
  const { plan, change, progress, unit } = usePrintDesk('plan', 'change', 'progress', 'unit');
  const flat = plan.flat!;
  const order = flat.colours
    .map((_, label) => label)
    .sort((a, b) => flat.colours[b].wantedLabD50[0] - flat.colours[a].wantedLabD50[0]);
  const edit = (colourId: string, part: EditOf<'colour-set'>['part']) =>
    change({
      ...{ kind: 'colour-set', colourId, part },
      ...(ownInkPrinted(plan, progress, colourId) && { keepsInk: true }),
    });
  return (
    <section>
      <div className={clsx(kit.row, kit.between)}>
        <h2>
          <Explained term="island">{shapeWords('tones.flatColours')}</Explained>
        </h2>
        <span className={kit.quiet}>{shapeWords('tones.lightToDark')}</span>
      </div>
      {canMoveEdges(flat, closed) ? (
        <ToneEdges flat={flat} finding={finding} shown={(label) => shownLab(flat, label, plan.paper.labD50)} />
      ) : (
        <ToneBar order={order} flat={flat} paperLabD50={plan.paper.labD50} />
      )}
      {!closed && flat.handChanges > 0 && <p className={kit.note}>{toneWords('edge.handChanges')}</p>}
      <div className={kit.tones}>
        {order.map((label) => {
          const c = flat.colours[label];
          return (
            <div key={c.id}>
              <button
                type="button"
                className={kit.tone}
                data-testid="tone"
                aria-pressed={chosen === label}
                onClick={() => onChoose(chosen === label ? undefined : label)}
              >
                <Swatch lab={shownLab(flat, label, plan.paper.labD50)} large />
                <span className={kit.toneName}>
                  {c.name}
                  {c.id === flat.barePaperId && <span className={kit.quiet}> {shapeWords('tones.barePaper')}</span>}
                </span>
                <span className={kit.num}>{quantity('percent', 100 * c.areaShare, c.areaShare < 0.1 ? 1 : 0)}</span>
                <span className={kit.toneFig}>
                  {shapeWords('tones.islandsOf', {
                    islandCount: c.islandCount,
                    thin: String(c.thinnestMm !== undefined),
                    thinnest: c.thinnestMm === undefined ? '' : formatLength(c.thinnestMm, unit),
                  })}
                </span>
              </button>
              {chosen === label && <ToneActs key={c.id} {...{ label, flat, flatten, edit, onChoose, closed }} />}
            </div>
          );
        })}
      </div>
    </section>
  );
}

/** Edges move while the tones are those that were found, light to dark: not after changes by hand, nor once shapes are closed. */
function canMoveEdges(flat: FlatPlan, closed: boolean): boolean {
  const lights = flat.colours.map((colour) => colour.wantedLabD50[0]);
  return !closed && flat.handChanges === 0 && lights.every((light, k) => k === 0 || light <= lights[k - 1] + 1e-6);
}

interface ToneBarProps {
  readonly order: readonly number[];
  readonly flat: FlatPlan;
  readonly paperLabD50: FlatColour['wantedLabD50'];
}

/** How much of the picture each tone takes. */
function ToneBar({ order, flat, paperLabD50 }: ToneBarProps) {
  return (
    <div className={clsx(css.toneBar, kit.around8)} aria-hidden>
      {order.map((l) => (
        <span
          key={l}
          style={{
            flexGrow: flat.colours[l].areaShare,
            background: hexFromLabD50(shownLab(flat, l, paperLabD50)),
          }}
        />
      ))}
    </div>
  );
}

function shownLab(flat: FlatPlan, label: number, paper: FlatColour['wantedLabD50']): FlatColour['wantedLabD50'] {
  return flat.colours[label].id === flat.barePaperId ? paper : flat.colours[label].wantedLabD50;
}

interface ToneActsProps {
  readonly label: number;
  readonly flat: FlatPlan;
  readonly flatten: Props['flatten'];
  readonly edit: (colourId: string, part: EditOf<'colour-set'>['part']) => Promise<unknown>;
  readonly onChoose: Props['onChoose'];
  readonly closed: boolean;
}

function ToneActs({ label, flat, flatten, edit, onChoose, closed }: ToneActsProps) {
  const { change } = usePrintDesk('change');
  const c = flat.colours[label];
  const labs = flat.colours.map((colour) => colour.wantedLabD50);
  const bare = flat.barePaperId === c.id;
  return (
    <div className={clsx(kit.row, kit.gap8, css.chosen)}>
      <TextField
        label={shapeWords('tones.name')}
        defaultValue={c.name}
        className={css.name}
        onBlur={(e) => {
          const name = e.target.value.trim().slice(0, 60);
          if (name && name !== c.name) void edit(c.id, { name });
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') (e.target as HTMLInputElement).blur();
        }}
      />
      <WantedColour c={c} edit={edit} />
      {closed ? (
        <p className={kit.note}>{shapeWords('tones.nameAndWishStay')}</p>
      ) : (
        <>
          <MergeInto onChoose={onChoose} flatten={flatten} label={label} labs={labs} flat={flat} />
          <Button
            onClick={() => {
              onChoose(undefined);
              void flatten.byHand('split', { label, coloursLabD50: labs, settings: flat.settings });
            }}
          >
            {shapeWords('tones.splitInTwo')}
          </Button>
          <Button
            onClick={() => void change({ kind: 'bare-paper-set', colourId: bare ? null : c.id })}
            aria-pressed={bare}
          >
            {bare ? shapeWords('tones.printItAfterAll') : shapeWords('tones.leaveAsBarePaper')}
          </Button>
        </>
      )}
    </div>
  );
}

interface MergeIntoProps {
  readonly onChoose: Props['onChoose'];
  readonly flatten: Flatten;
  readonly label: number;
  readonly labs: Lab[];
  readonly flat: FlatPlan;
}

/** Another tone that takes this one in. */
function MergeInto({ onChoose, flatten, label, labs, flat }: MergeIntoProps) {
  return (
    <TextField
      select
      label={shapeWords('tones.mergeInto')}
      value=""
      className={css.name}
      onChange={(e) => {
        onChoose(undefined);
        void flatten.byHand('merge', {
          from: label,
          into: Number(e.target.value),
          coloursLabD50: labs,
        });
      }}
    >
      {flat.colours.map(
        (other, l) =>
          l !== label && (
            <MenuItem key={other.id} value={l}>
              <Swatch lab={other.wantedLabD50} />
              &ensp;{other.name}
            </MenuItem>
          ),
      )}
    </TextField>
  );
}

interface WantedColourProps {
  readonly c: FlatColour;
  readonly edit: (colourId: string, part: EditOf<'colour-set'>['part']) => Promise<unknown>;
}

/** The colour wanted of a tone. */
function WantedColour({ c, edit }: WantedColourProps) {
  return (
    <label className={clsx(kit.row, kit.gap6)}>
      <span className={kit.quiet}>{shapeWords('tones.wanted')}</span>
      <input
        type="color"
        aria-label={shapeWords('tones.wantedColourOf', { colour: c.name })}
        defaultValue={hexFromLabD50(c.wantedLabD50)}
        className={css.wanted}
        onBlur={(e) => {
          if (e.target.value === hexFromLabD50(c.wantedLabD50)) return;
          const n = Number.parseInt(e.target.value.slice(1), 16);
          void edit(c.id, {
            wantedLabD50: labD50FromSrgb8([n >> 16, (n >> 8) & 255, n & 255]),
          });
        }}
      />
    </label>
  );
}
