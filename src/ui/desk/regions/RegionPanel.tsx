'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState, type Dispatch, type SetStateAction } from 'react';
import { formatLength } from '@/words/lengths';
import { type Anchor, type FlatColour } from '@/model';
import { closedWords } from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import { LengthField } from '../../kit/fields';
import { Swatch } from '../../kit/Swatch';
import type { Regions, ChosenIsland } from '@/ui/kit/regions/useRegions';
import { areaInWords } from '@/words/quantities';
import { useKeys } from '../../kit/keys';
import { anchorOf, useAnchors } from '@/ui/kit/regions/useAnchors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RegionPanel.module.css';
import type { RegionEdit } from '@/core/picture';
import { shapeWords } from '@/words/shapes';

const widthMmSaid = perLanguage(() => ({ minMm: 0.1, maxMm: 3, what: shapeWords('region.theWidth') }) as const);
const radiusMmSaid = perLanguage(() => ({ minMm: 0.1, maxMm: 1.4, what: shapeWords('region.theRounding') }) as const);

/** One chosen island: what it is, and what can be made of it. */
export function RegionPanel({ regions }: { regions: Regions }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const { chosen, act, mmPerPx } = regions;
  const { colours } = plan.flat!;
  const words = useMemo(() => closedWords(plan, progress), [plan, progress]);
  /** Colours between which the line can still move. */
  const open = (label: number) =>
    chosen !== undefined && words.get(colours[label]?.id) === words.get(colours[chosen.label]?.id);
  const closed = chosen !== undefined && !colours.some((_, label) => label !== chosen.label && open(label));
  const [widthMm, setWidthMm] = useState(0.8);
  const [radiusMm, setRadiusMm] = useState(0.4);
  const give = (label: number) => chosen && void act({ kind: 'give', island: chosen.key, label });
  useKeys('1,2,3,4,5,6,7,8,9', shapeWords('region.giveTheChosenIsland'), (e) => {
    const label = Number(e.key) - 1;
    if (!regions.line && label < colours.length && label !== chosen?.label && open(label)) give(label);
  });
  const lettered = useAnchors(plan.lettering);
  if (!chosen) return null;
  const own = JSON.stringify(anchorOf(chosen, plan));
  const marks = (anchor: Anchor, i: number) => JSON.stringify(anchor) === own || lettered?.[i] === chosen.key;
  const lettering = plan.lettering.some(marks);
  const next = chosen.detail?.neighbours[0];
  const acts = !closed && (
    <RegionActs
      colours={colours}
      chosen={chosen}
      open={open}
      give={give}
      next={next}
      act={act}
      regions={regions}
      widthMm={widthMm}
      setWidthMm={setWidthMm}
      mmPerPx={mmPerPx}
      radiusMm={radiusMm}
      setRadiusMm={setRadiusMm}
    />
  );
  return (
    <section className={kit.say} aria-label={shapeWords('region.chosenIsland')}>
      <div className={clsx(kit.row, kit.between)}>
        <h3>{shapeWords('region.islandOf', { area: areaInWords(chosen.areaMm2) })}</h3>
        <button type="button" className={kit.link} onClick={regions.letGo}>
          {shapeWords('region.letGo')}
        </button>
      </div>
      <IslandFacts colours={colours} chosen={chosen} />
      {regions.said && (
        <p className={clsx(kit.say, kit.bad, kit.above6)} role="alert">
          {regions.said}
        </p>
      )}
      {acts || <p className={kit.note}>{shapeWords('region.itsOutlineIsCut')}</p>}
      <LetteringTick lettering={lettering} chosen={chosen} marks={marks} />
    </section>
  );
}

interface LetteringTickProps {
  readonly lettering: boolean;
  readonly chosen: ChosenIsland;
  readonly marks: (anchor: Anchor, i: number) => boolean;
}

function LetteringTick({ lettering, chosen, marks }: LetteringTickProps) {
  const { change, plan } = usePrintDesk('change', 'plan');
  return (
    <FormControlLabel
      className={kit.above4}
      control={
        <Checkbox
          size="small"
          checked={lettering}
          onChange={(e) =>
            void change(
              e.target.checked
                ? { kind: 'lettering-marked', anchor: anchorOf(chosen, plan) }
                : { kind: 'lettering-let-go', anchors: plan.lettering.filter(marks) },
            )
          }
        />
      }
      label={shapeWords('region.thisIsLettering')}
    />
  );
}

function IslandFacts({ colours, chosen }: { colours: readonly FlatColour[]; chosen: ChosenIsland }) {
  const { unit } = usePrintDesk('unit');
  return (
    <p className={kit.note} aria-live="polite">
      <Swatch lab={colours[chosen.label].wantedLabD50} /> {colours[chosen.label].name}
      {chosen.detail && (
        <>
          {chosen.detail.thinnestMm !== undefined && (
            <>
              {' '}
              {shapeWords('region.thinnest', {
                thinnest:
                  chosen.detail.thinnestMm >= 2.9
                    ? shapeWords('region.over', { width: formatLength(2.9, unit, 1) })
                    : formatLength(chosen.detail.thinnestMm, unit, 1),
              })}
            </>
          )}
          {chosen.detail.neighbours.length > 0 && (
            <>
              {' '}
              {shapeWords('region.borders', {
                neighbours: chosen.detail.neighbours
                  .slice(0, 3)
                  .map((n) => `${colours[n.label].name} ${formatLength(n.edgeMm, unit, 0)}`)
                  .join(', '),
              })}
            </>
          )}
        </>
      )}
    </p>
  );
}

interface RegionActsProps {
  readonly colours: readonly FlatColour[];
  readonly chosen: ChosenIsland;
  readonly open: (label: number) => boolean;
  readonly give: (label: number) => undefined;
  readonly next: { readonly label: number; readonly edgeMm: number } | undefined;
  readonly act: (edit: RegionEdit) => Promise<boolean>;
  readonly regions: Regions;
  readonly widthMm: number;
  readonly setWidthMm: Dispatch<SetStateAction<number>>;
  readonly mmPerPx: number;
  readonly radiusMm: number;
  readonly setRadiusMm: Dispatch<SetStateAction<number>>;
}

/** What can be done with the chosen island. */
function RegionActs({
  colours,
  chosen,
  open,
  give,
  next,
  act,
  regions,
  widthMm,
  setWidthMm,
  mmPerPx,
  radiusMm,
  setRadiusMm,
}: RegionActsProps) {
  return (
    <>
      <p className={clsx(kit.note, kit.above6)}>{shapeWords('region.giveItTo')}</p>
      <GiveTo colours={colours} chosen={chosen} open={open} give={give} />
      <div className={clsx(kit.row, kit.above8, kit.gap6)}>
        <Button
          size="small"
          disabled={!next || !open(next.label)}
          onClick={() => void act({ kind: 'merge', island: chosen.key })}
        >
          {next ? shapeWords('region.mergeInto', { colour: colours[next.label].name }) : shapeWords('region.merge')}
        </Button>
        <Button size="small" onClick={() => regions.setLine({ use: 'split', pointsPx: [] })}>
          {shapeWords('region.splitAlongALine')}
        </Button>
        <Button size="small" onClick={() => regions.setLine({ use: 'gap', pointsPx: [] })}>
          {shapeWords('region.openAGap')}
        </Button>
      </div>
      {regions.line && (regions.line.use === 'split' || regions.line.use === 'gap') && (
        <LineUse key={regions.line.use} regions={regions} />
      )}
      <Thickening
        widthMm={widthMm}
        setWidthMm={setWidthMm}
        act={act}
        chosen={chosen}
        mmPerPx={mmPerPx}
        radiusMm={radiusMm}
        setRadiusMm={setRadiusMm}
      />
    </>
  );
}

interface GiveToProps {
  readonly colours: readonly FlatColour[];
  readonly chosen: ChosenIsland;
  readonly open: (label: number) => boolean;
  readonly give: (label: number) => undefined;
}

function GiveTo({ colours, chosen, open, give }: GiveToProps) {
  return (
    <div className={clsx(kit.row, kit.above4, kit.gap6)}>
      {colours.map(
        (c, label) =>
          label !== chosen.label &&
          open(label) && (
            <button
              key={c.id}
              type="button"
              className={clsx(kit.bare, kit.row, kit.gap5, css.choice)}

              onClick={() => give(label)}
              aria-label={shapeWords('region.giveTheIslandTo', { colour: c.name })}
            >
              <Swatch lab={c.wantedLabD50} />
              <kbd>{label + 1}</kbd>
            </button>
          ),
      )}
    </div>
  );
}

interface ThickeningProps {
  readonly widthMm: number;
  readonly setWidthMm: Dispatch<SetStateAction<number>>;
  readonly act: (edit: RegionEdit) => Promise<boolean>;
  readonly chosen: ChosenIsland;
  readonly mmPerPx: number;
  readonly radiusMm: number;
  readonly setRadiusMm: Dispatch<SetStateAction<number>>;
}

function Thickening({ widthMm, setWidthMm, act, chosen, mmPerPx, radiusMm, setRadiusMm }: ThickeningProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
      <LengthField
        label={shapeWords('region.thinPartsUpTo')}
        valueMm={widthMm}
        unit={unit}
        range={widthMmSaid()}
        onChange={setWidthMm}
      />
      <Button
        className={kit.fieldHigh}
        onClick={() =>
          void act({
            kind: 'thicken',
            labels: [chosen.label],
            boxPx: chosen.boxPx,
            widthPx: widthMm / mmPerPx,
          })
        }
      >
        {shapeWords('region.thicken')}
      </Button>
      <LengthField
        label={shapeWords('region.edgeRoundedBy')}
        valueMm={radiusMm}
        unit={unit}
        range={radiusMmSaid()}
        onChange={setRadiusMm}
      />
      <Button
        className={kit.fieldHigh}
        onClick={() => void act({ kind: 'smooth', island: chosen.key, radiusPx: radiusMm / mmPerPx })}
      >
        {shapeWords('region.smooth')}
      </Button>
    </div>
  );
}

interface OtherColourProps {
  readonly name: string;
  readonly not: number | undefined;
  readonly label: number;
  readonly onLabel: (label: number) => void;
}

/** A flat colour that is not the one the island has. */
function OtherColour({ name, not, label, onLabel }: OtherColourProps) {
  const { plan } = usePrintDesk('plan');
  return (
    <TextField select label={name} value={label} onChange={(e) => onLabel(Number(e.target.value))}>
      {plan.flat!.colours.map(
        (c, l) =>
          l !== not && (
            <MenuItem key={c.id} value={l}>
              {c.name}
            </MenuItem>
          ),
      )}
    </TextField>
  );
}

/** What a drawn line is to do, and when it is done. */
function LineUse({ regions }: { regions: Regions }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { colours } = plan.flat!;
  const { chosen, line, act, mmPerPx } = regions;
  const [label, setLabel] = useState(
    () => chosen?.detail?.neighbours[0]?.label ?? colours.findIndex((_, l) => l !== chosen?.label),
  );
  const [widthMm, setWidthMm] = useState(0.6);
  const finish = () => {
    if (!chosen || !line) return;
    const linePx = line.pointsPx;
    void act(
      line.use === 'split'
        ? { kind: 'split', island: chosen.key, linePx, label }
        : { kind: 'gap', island: chosen.key, linePx, widthPx: widthMm / mmPerPx, label },
    );
  };
  useKeys('f', shapeWords('region.theDrawnLineIs'), finish);
  if (!line) return null;
  return (
    <div className={clsx(kit.above10, kit.stack, kit.gap10, css.tools)}>
      <p className={kit.note}>
        {shapeWords('region.drawTheGapPoint', {
          split: String(line.use === 'split'),
          pointsPx: line.pointsPx.length / 2,
        })}
      </p>
      <div className={kit.fields}>
        <OtherColour
          name={shapeWords(line.use === 'split' ? 'region.theSmallerPart' : 'region.theGap')}
          not={chosen?.label}
          label={label}
          onLabel={setLabel}
        />
        {line.use === 'gap' && (
          <LengthField
            label={shapeWords('region.asWideAs')}
            valueMm={widthMm}
            unit={unit}
            range={widthMmSaid()}
            onChange={setWidthMm}
          />
        )}
      </div>
      <div className={kit.row}>
        <Button variant="contained" disabled={line.pointsPx.length < 4} onClick={finish}>
          {line.use === 'split' ? shapeWords('region.splitHere') : shapeWords('region.openHere')}{' '}
          <kbd className={kit.keyHint}>F</kbd>
        </Button>
        <Button onClick={regions.unpoint} disabled={line.pointsPx.length === 0}>
          {shapeWords('region.lastPointBack')}
        </Button>
        <Button onClick={() => regions.setLine(undefined)}>{shapeWords('region.no')}</Button>
      </div>
    </div>
  );
}
