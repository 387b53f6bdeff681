'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import clsx from 'clsx';
import { CUTTABLE_LIMITS, FIRST_CUTTABLE, type CuttableSettings } from '@/core/cuttable/settings';
import { cutForOf } from '@/derived';
import { formatLength } from '@/words/lengths';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { kit } from '@/ui/kit/styles';
import { cuttableWords } from '@/words/cuttable';
import { materialInWords } from '@/words/materials';
import { decimal } from '@/words/quantities';
import { simplerHours, type CutFiguresTold } from './useCuttable';
import { Dial } from '../Dial';
import type { Flatten } from '../useFlatten';
import css from './CuttablePanel.module.css';
import { HoursPanel } from './HoursPanel';
import { LinesPanel } from './LinesPanel';
import { KeptPlaces, Zones } from './Zones';
import type { ThinLines } from './useThinLines';

interface Props {
  readonly flatten: Flatten;
  readonly regions: Regions;
  readonly thinLines: ThinLines;
}

type Mode = 'asItIs' | 'cuttable' | 'simpler';

function modeOf(cuttable: CuttableSettings | undefined): Mode {
  if (!cuttable) return 'asItIs';
  return cuttable.hours === null ? 'cuttable' : 'simpler';
}

/** How the picture is to be cut: as it is, so that block and tools allow it, or within the hours one has. */
export function CuttablePanel({ flatten, regions, thinLines }: Props) {
  const { settings, made, move } = flatten;
  const { plan } = usePrintDesk('plan');
  const { cuttable } = settings;
  const set = (part: Partial<CuttableSettings>) =>
    move({ ...settings, cuttable: { ...(cuttable ?? FIRST_CUTTABLE), ...part } });
  const current = made?.labelsSha === plan.flat?.labelsSha ? made : undefined,
    figures = current?.figures;
  return (
    <section className={kit.above14}>
      <h3>{cuttableWords('panel.title')}</h3>
      <Modes flatten={flatten} />
      {cuttable ? (
        <>
          <Limits flatten={flatten} />
          {current ? (
            figures && <Figures figures={figures} left={current.result.left} />
          ) : (
            <WorkOut flatten={flatten} />
          )}
          {figures && <HoursPanel flatten={flatten} now={figures.after} onHours={(hours) => set({ hours })} />}
          <Dial
            label={cuttableWords('panel.thinLines')}
            value={cuttable.thinLines}
            min={0}
            max={CUTTABLE_LIMITS.maxThinLines}
            step={1}
            shown={
              cuttable.thinLines === 0
                ? cuttableWords('panel.dropThem')
                : cuttableWords('panel.weight', { weight: cuttable.thinLines })
            }
            onChange={(thinLines) => set({ thinLines })}
          />
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={cuttable.anyOrder}
                onChange={(e) => set({ anyOrder: e.target.checked })}
              />
            }
            label={cuttableWords('panel.anyOrder')}
          />
          {current && cuttable.thinLines > 0 && <LinesPanel thinLines={thinLines} flatten={flatten} />}
          <Zones cuttable={cuttable} regions={regions} onChange={set} likely={figures?.after.hours} />
          <KeptPlaces cuttable={cuttable} onChange={set} />
        </>
      ) : (
        <p className={clsx(kit.note, kit.above6)}>{cuttableWords('panel.asItIsNote')}</p>
      )}
    </section>
  );
}

/** The three ways, one beside the other. */
function Modes({ flatten }: { flatten: Flatten }) {
  const { settings, made, move } = flatten;
  const choose = (mode: Mode | null) => {
    if (mode === null || mode === modeOf(settings.cuttable)) return;
    const before = settings.cuttable ?? flatten.lastCuttable ?? FIRST_CUTTABLE;
    if (mode === 'asItIs') move({ ...settings, cuttable: undefined });
    else if (mode === 'cuttable') move({ ...settings, cuttable: { ...before, hours: null } });
    else if (made?.figures) move({ ...settings, cuttable: { ...before, hours: simplerHours(made.figures.after) } });
    else {
      move({ ...settings, cuttable: { ...before, hours: null } });
      flatten.wantSimpler();
    }
  };
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      className={clsx(kit.above8, kit.evenly)}
      value={modeOf(settings.cuttable)}
      onChange={(_, mode: Mode | null) => choose(mode)}
      aria-label={cuttableWords('panel.how')}
    >
      {(['asItIs', 'cuttable', 'simpler'] as const).map((mode) => (
        <ToggleButton key={mode} value={mode} className={kit.slim}>
          {cuttableWords(`panel.${mode}`)}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** For which block and tools. */
function Limits({ flatten }: { flatten: Flatten }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { material, toolMm } = cutForOf(plan, 1, flatten.settings.colourCount);
  return (
    <p className={clsx(kit.note, kit.above6)}>
      {cuttableWords('panel.limits', {
        material: materialInWords(material),
        tool: formatLength(toolMm, unit),
        ridge: formatLength(Math.max(material.ridgeAlongMm, material.ridgeAcrossMm), unit),
      })}
    </p>
  );
}

/** Hours and likeness, now and as the picture was. */
function Figures({ figures: { before, after }, left }: { figures: CutFiguresTold; left: number }) {
  return (
    <>
      <dl className={css.figures}>
        <dt className={kit.quiet}>{cuttableWords('figures.hours')}</dt>
        <dd className={kit.num} data-testid="hours-of-cutting">
          {cuttableWords('figures.hoursNow', { hours: decimal(after.hours, 1) })}
        </dd>
        <dd className={kit.note}>{cuttableWords('figures.hoursWas', { hours: decimal(before.hours, 1) })}</dd>
        <dt className={kit.quiet}>{cuttableWords('figures.likeness')}</dt>
        <dd className={kit.num} data-testid="likeness">
          {cuttableWords('figures.likenessNow', { likeness: decimal(after.likeness, 2) })}
        </dd>
        <dd className={kit.note}>{cuttableWords('figures.likenessWas', { likeness: decimal(before.likeness, 2) })}</dd>
      </dl>
      <p className={kit.note} data-testid="places-left">
        {left === 0 ? cuttableWords('figures.nothingLeft') : cuttableWords('figures.left', { left })}
      </p>
    </>
  );
}

/** After the page was opened anew, what the picture costs is not known. */
function WorkOut({ flatten }: { flatten: Flatten }) {
  const { plan } = usePrintDesk('plan');
  if (flatten.work || !plan.flat || flatten.touched) return null;
  return (
    <div className={kit.said}>
      <span className={kit.note}>
        {plan.flat.handChanges > 0 ? cuttableWords('panel.handChanges') : cuttableWords('panel.workItOut')}
      </span>
      <Button onClick={() => void flatten.workOut()}>{cuttableWords('panel.workOut')}</Button>
    </div>
  );
}
