'use client';
import Button from '@mui/material/Button';
import { cuttingHours } from '@/core/cutting';
import { keyOfFinding, shapesOpen } from '@/derived';
import { MendingPanel } from './MendingPanel';
import { canBeMended, type Mending } from './useMending';
import { formatLength, trimNumber } from '@/words/lengths';
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
import { blockWords } from '@/words/block';
import { decimal, quantity } from '@/words/quantities';

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
            {blockWords('check.partSAreLettering', { lettered })}
          </p>
        )}
      </section>
      <AllStages run={run} toolsMm={props.toolsMm} mending={props.mending} />
      <MendingPanel mending={props.mending} />
      <section>
        <h2>{found ? verdict(found, plan.kept) : blockWords('check.lookingOverTheBlock')}</h2>
        {found && <MendAll found={found} mending={props.mending} />}
        {found && FINDING_ORDER.map((kind) => <Kind key={kind} kind={kind} {...props} found={found} />)}
        {found && found.margin.clearedEdgeMm > 1 && (
          <p className={clsx(kit.note, kit.above6)}>
            {blockWords('check.theBlocksEdgeIs', {
              clearedEdge: formatLength(found.margin.clearedEdgeMm, unit, 0),
              widest: formatLength(found.margin.widestMm, unit, 0),
              depth: formatLength(settings.roller.depthMm, unit, 1),
            })}
          </p>
        )}
        {found && found.supports.length > 0 && (
          <p className={clsx(kit.note, kit.above6)}>
            {blockWords('check.supportsStanding', {
              supports: found.supports.length,
              supportsEnough: String(found.supportsEnough),
            })}
          </p>
        )}
        {picked && found && (
          <button type="button" className={clsx(kit.link, kit.note)} onClick={() => onPick(undefined)}>
            {blockWords('check.closeTheChosenPlace')}
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

/** All places of the stage that shapes can mend, at once. */
function MendAll({ found, mending }: { found: StageFindings; mending: Mending }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const open = found.findings.filter((f) => canBeMended(f) && !plan.kept.includes(keyOfFinding(f)));
  if (open.length < 2 || !shapesOpen(plan, progress)) return null;
  return (
    <Button
      size="small"
      className={kit.above6}
      onClick={() => void mending.look(open, blockWords('mending.allOfStage'), found.findings)}
    >
      {blockWords('mending.everything')}
    </Button>
  );
}

/** The stage as a drawing. */
function ToTheBench({ run }: { run: number }) {
  const { urls, plan } = usePrintDesk('urls', 'plan');
  return (
    <section>
      <h2>{blockWords('check.takeToTheBench')}</h2>
      <div className={clsx(kit.row, kit.around8, kit.gap6)}>
        <FileLink variant="contained" color="primary" href={urls.file('registration.pdf')}>
          {blockWords('check.pdfTrueToSize')}
        </FileLink>
        <FileLink href={urls.file(`block-${run}.svg`)}>{blockWords('check.blockSvg', { run })}</FileLink>
        <FileLink href={urls.file(`run-${run}.svg`)}>{blockWords('check.runSvg', { run })}</FileLink>
        <FileLink href={urls.file(`block-${run}.dxf`)}>{blockWords('check.blockDxf')}</FileLink>
        <FileLink href={urls.file(`block-${run}.ora`)}>{blockWords('check.blockLayers')}</FileLink>
        <FileLink href={urls.file(`run-${run}.ora`)}>{blockWords('check.runLayers')}</FileLink>
        <FileLink href={urls.file(`run-${run}.dxf`)}>{blockWords('check.runDxf')}</FileLink>
      </div>
      <p className={kit.note}>{blockWords('check.thePdfHoldsThe', { exportPaper: plan.layout.exportPaper })}</p>
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
        <span className={clsx(kit.swatch, kit.standing)} aria-hidden /> {blockWords('check.standsAndPrints')}
      </dt>
      <dd>
        {blockWords('check.cm', { areaCm2: share(labels.standing) * areaCm2, percent: 100 * share(labels.standing) })}
      </dd>
      <dt>
        <span className={clsx(kit.swatch, kit.cutNow)} aria-hidden /> {blockWords('check.cutNow')}
      </dt>
      <dd>{blockWords('check.cm2', { areaCm2: decimal(cutCm2, cutCm2 < 10 ? 1 : 0) })}</dd>
      <dt>
        <span className={clsx(kit.swatch, kit.cleared)} aria-hidden /> {blockWords('check.clearedEarlier')}
      </dt>
      <dd>{blockWords('check.cm3', { share: share(labels.clearedEarlier) * areaCm2 })}</dd>
      <dt>{blockWords('check.outlineToCut')}</dt>
      <dd>{check ? quantity('metres', check.figures.outlineM, 1) : '…'}</dd>
      <dt>{blockWords('check.timeByYourLog', { cuttingPace })}</dt>
      <dd>
        {hours === undefined
          ? '…'
          : blockWords('check.aboutH', { hours: trimNumber(Math.max(0.5, Math.round(hours * 2) / 2), 1) })}
      </dd>
    </dl>
  );
}

function verdict(found: StageFindings, kept: readonly string[]): string {
  const open = openPlaces(found, kept);
  return open === 0 ? blockWords('check.nothingStandsInThe') : blockWords('check.placesToDecide', { open });
}

function ToolList({ check }: { check: StageCheck | undefined }) {
  const { unit } = usePrintDesk('unit');
  const rows = check?.clearing.filter((row) => row.cm2 >= 0.05) ?? [];
  if (rows.length === 0) return null;
  const most = Math.max(...rows.map((row) => row.cm2));
  return (
    <section>
      <h2>{blockWords('check.whichToolForWhat')}</h2>
      <div className={clsx(kit.above6, kit.small, css.hours)}>
        {rows.map((row) => (
          <ToolRow
            key={row.widthMm}
            name={
              row.widthMm > 0
                ? blockWords('check.gouge', { width: formatLength(row.widthMm, unit, 1) })
                : blockWords('check.knife')
            }
            share={row.cm2 / most}
            cm2={row.cm2}
          />
        ))}
      </div>
      <p className={clsx(kit.note, kit.above4)}>
        {blockWords('check.eachPartGoesTo', { outlineM: check!.figures.outlineM })}
      </p>
    </section>
  );
}

function ToolRow({ name, share, cm2 }: { name: string; share: number; cm2: number }) {
  return (
    <>
      <span>{name}</span>
      <span className={css.hourBar} style={{ width: `${Math.max(2, 100 * share)}%` }} aria-hidden />
      <span className={clsx(kit.num, kit.atRight)}>
        {blockWords('check.cm4', { areaCm2: decimal(cm2, cm2 < 10 ? 1 : 0) })}
      </span>
    </>
  );
}
