'use client';
import { cuttingHours } from '@/core/cutting';
import { formatLength, trimNumber } from '@/core/units';
import type { StageFindings } from '@/workers';
import { Cautions } from '../../kit/Cautions';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import { AllStages, openPlaces } from './AllStages';
import { RegionPanel } from '../regions/RegionPanel';
import { FINDING_ORDER } from './findingWords';
import type { StageCheck } from './useStageCheck';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CheckPanel.module.css';
import { Kind } from './FindingKind';
import { Setting } from './CutSettings';
import type { CheckProps } from './checkProps';

/** The cutting check of a stage: figures, tools, and what to decide, place by place. */
export function CheckPanel(props: CheckProps) {
  const { run, labels, check, found, settings, picked, onPick, regions } = props;
  const { plan, cuttingPace, sheet, unit } = usePrintDesk('plan', 'cuttingPace', 'sheet', 'unit');
  const areaCm2 = (plan.picture!.widthMm * plan.picture!.heightMm) / 100;
  const share = (parts: readonly number[]) => parts.reduce((sum, p) => sum + (sheet.share[p] ?? 0), 0);
  const cutCm2 = share(labels.cutNow) * areaCm2;
  const hours = check && cuttingHours(check.figures.outlineM, cutCm2, settings.material, cuttingPace);
  const lettered = plan.lettering.length;
  return (
    <>
      {regions.chosen && <RegionPanel regions={regions} />}
      <section>
        <StageFigures share={share} labels={labels} areaCm2={areaCm2} cutCm2={cutCm2} check={check} hours={hours} />
        {lettered > 0 && (
          <p className={clsx(kit.note, kit.madder, kit.above6)}>
            {lettered} part{lettered === 1 ? ' is' : 's are'} lettering: on the block it must read backwards.
          </p>
        )}
      </section>
      <AllStages run={run} toolsMm={props.toolsMm} />
      <section>
        <h2>{found ? verdict(found, plan.kept) : 'Looking over the block …'}</h2>
        {found && FINDING_ORDER.map((kind) => <Kind key={kind} kind={kind} {...props} found={found} />)}
        {found && found.margin.clearedEdgeMm > 1 && (
          <p className={clsx(kit.note, kit.above6)}>
            The block’s edge is cleared along {formatLength(found.margin.clearedEdgeMm, unit, 0)}: clear it to the very
            edge there, up to {formatLength(found.margin.widestMm, unit, 0)} wide and{' '}
            {formatLength(settings.roller.depthMm, unit, 1)} deep, so that it neither prints nor embosses.
          </p>
        )}
        {found && found.supports.length > 0 && (
          <p className={clsx(kit.note, kit.above6)}>
            ✛ {found.supports.length} support{found.supports.length === 1 ? '' : 's'} left standing at the crosses
            (choose an opening to see them) would carry the roller{found.supportsEnough ? '' : ' in part'}; wipe them,
            and cut them off later.
          </p>
        )}
        {picked && found && (
          <button type="button" className={clsx(kit.link, kit.note)} onClick={() => onPick(undefined)}>
            close the chosen place
          </button>
        )}
      </section>
      <Setting {...props} />
      <ToolList check={check} />
      <ToTheBench run={run} />
      <Cautions place="cut" />
    </>
  );
}

/** The stage as a drawing. */
function ToTheBench({ run }: { run: number }) {
  const { urls, plan } = usePrintDesk('urls', 'plan');
  return (
    <section>
      <h2>Take to the bench</h2>
      <div className={clsx(kit.row, kit.around8, kit.gap6)}>
        <FileLink variant="contained" color="primary" href={urls.file('registration.pdf')}>
          PDF, true to size
        </FileLink>
        <FileLink href={urls.file(`block-${run}.svg`)}>Block {run} SVG</FileLink>
        <FileLink href={urls.file(`run-${run}.svg`)}>Run {run} SVG</FileLink>
        <FileLink href={urls.file(`block-${run}.dxf`)}>Block DXF</FileLink>
        <FileLink href={urls.file(`block-${run}.ora`)}>Block layers</FileLink>
        <FileLink href={urls.file(`run-${run}.ora`)}>Run layers</FileLink>
        <FileLink href={urls.file(`run-${run}.dxf`)}>Run DXF</FileLink>
      </div>
      <p className={kit.note}>
        The PDF holds the registration sheet and a mirrored page for each stage, on {plan.layout.exportPaper}, with a
        ruler to check the printer by. Layers are OpenRaster pictures, DXF lines are in mm.
      </p>
    </section>
  );
}

interface StageFiguresProps {
  readonly share: (parts: readonly number[]) => number;
  readonly labels: LabelState;
  readonly areaCm2: number;
  readonly cutCm2: number;
  readonly check: StageCheck | undefined;
  readonly hours: number | undefined;
}

/** What stands, what is cut now, and how long it takes. */
function StageFigures({ share, labels, areaCm2, cutCm2, check, hours }: StageFiguresProps) {
  const { cuttingPace } = usePrintDesk('cuttingPace');
  return (
    <dl className={clsx(kit.figures, kit.plain)}>
      <dt>
        <span className={clsx(kit.swatch, kit.standing)} aria-hidden /> stands and prints
      </dt>
      <dd>
        {(share(labels.standing) * areaCm2).toFixed(0)} cm² · {(100 * share(labels.standing)).toFixed(0)} %
      </dd>
      <dt>
        <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> cut now
      </dt>
      <dd>{cutCm2.toFixed(cutCm2 < 10 ? 1 : 0)} cm²</dd>
      <dt>
        <span className={clsx(kit.swatch, kit.cleared)} aria-hidden /> cleared earlier
      </dt>
      <dd>{(share(labels.clearedEarlier) * areaCm2).toFixed(0)} cm²</dd>
      <dt>outline to cut</dt>
      <dd>{check ? `${check.figures.outlineM.toFixed(1)} m` : '…'}</dd>
      <dt>time, {cuttingPace === 1 ? 'start value' : 'by your log'}</dt>
      <dd>{hours === undefined ? '…' : `about ${trimNumber(Math.max(0.5, Math.round(hours * 2) / 2), 1)} h`}</dd>
    </dl>
  );
}

function verdict(found: StageFindings, kept: readonly string[]): string {
  const open = openPlaces(found, kept);
  return open === 0 ? 'Nothing stands in the way' : `${open} place${open === 1 ? '' : 's'} to decide on`;
}

function ToolList({ check }: { check: StageCheck | undefined }) {
  const { unit } = usePrintDesk('unit');
  const rows = check?.clearing.filter((row) => row.cm2 >= 0.05) ?? [];
  if (rows.length === 0) return null;
  const most = Math.max(...rows.map((row) => row.cm2));
  return (
    <section>
      <h2>Which tool for what</h2>
      <div className={clsx(kit.above6, kit.small, css.hours)}>
        {rows.map((row) => (
          <ToolRow
            key={row.widthMm}
            name={row.widthMm > 0 ? `${formatLength(row.widthMm, unit, 1)} gouge` : 'knife'}
            share={row.cm2 / most}
            cm2={row.cm2}
          />
        ))}
      </div>
      <p className={clsx(kit.note, kit.above4)}>
        Each part goes to the widest tool that reaches it; the outline ({check!.figures.outlineM.toFixed(1)} m) is cut
        first, with the narrowest.
      </p>
    </section>
  );
}

function ToolRow({ name, share, cm2 }: { name: string; share: number; cm2: number }) {
  return (
    <>
      <span>{name}</span>
      <span className={css.hourBar} style={{ width: `${Math.max(2, 100 * share)}%` }} aria-hidden />
      <span className={clsx(kit.num, kit.atRight)}>{cm2.toFixed(cm2 < 10 ? 1 : 0)} cm²</span>
    </>
  );
}
