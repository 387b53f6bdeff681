'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import {
  BLOCK_MATERIALS,
  bridgedWidthMm,
  cuttingHours,
  DEPTH_MM,
  MAX_TOOLS,
  ROLLER_DIAMETER_MM,
  TOOL_RANGE_MM,
  type CutSettings,
  type Finding,
  type FindingKind,
  type BlockMaterial,
} from '@/core/cutting';
import { formatBare, formatLength, parseLengthsMm, trimNumber, type Outcome } from '@/core/units';
import { keyOfFinding, shapesOpen, type Block, type Plan } from '@/records';
import type { StageFindings } from '@/workers';
import { Cautions } from '../../kit/Cautions';
import { LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import { RegionPanel } from '../regions/RegionPanel';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { curesOf, figureOf, FINDING_ORDER, FINDING_TITLES, reasonOf, type Cure } from './findingWords';
import type { StageCheck } from './useStageCheck';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CheckPanel.module.css';

interface Props {
  readonly run: number;
  readonly labels: LabelState;
  readonly block: Block;
  readonly blockIndex: number;
  readonly check: StageCheck | undefined;
  readonly found: StageFindings | undefined;
  readonly settings: CutSettings;
  readonly toolsMm: readonly number[];
  readonly onTools: (toolsMm: readonly number[] | undefined) => void;
  readonly picked: Finding | undefined;
  readonly onPick: (finding: Finding | undefined) => void;
  readonly regions: Regions;
}

const LISTED = 5;

/** The cutting check of a stage: figures, tools, and what to decide, place by place. */
export function CheckPanel(props: Props) {
  const { run, labels, check, found, settings, picked, onPick, regions } = props;
  const { state, sheet, unit } = usePrintDesk();
  const { plan, cuttingPace } = state;
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
  const {
    urls,
    state: { plan },
  } = usePrintDesk();
  return (
    <section>
      <h2>Take to the bench</h2>
      <div className={clsx(kit.row, kit.around8, kit.gap6)}>
        <Button variant="contained" color="primary" href={urls.file('registration.pdf')}>
          PDF, true to size
        </Button>
        <Button href={urls.file(`block-${run}.svg`)}>Block {run} SVG</Button>
        <Button href={urls.file(`run-${run}.svg`)}>Run {run} SVG</Button>
        <Button href={urls.file(`block-${run}.dxf`)}>Block DXF</Button>
        <Button href={urls.file(`block-${run}.ora`)}>Block layers</Button>
        <Button href={urls.file(`run-${run}.ora`)}>Run layers</Button>
        <Button href={urls.file(`run-${run}.dxf`)}>Run DXF</Button>
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
  const {
    state: { cuttingPace },
  } = usePrintDesk();
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
  const open = found.findings.filter((f) => !kept.includes(keyOfFinding(f))).length;
  return open === 0 ? 'Nothing stands in the way' : `${open} place${open === 1 ? '' : 's'} to decide on`;
}

function Kind({
  kind,
  found,
  settings,
  labels,
  picked,
  onPick,
  regions,
  run,
}: Props & { kind: FindingKind; found: StageFindings }) {
  const { state } = usePrintDesk();
  const { plan } = state;
  const all = found.findings.filter((f) => f.kind === kind);
  const places = all.filter((f) => !plan.kept.includes(keyOfFinding(f)));
  const wanted = all.length - places.length;
  const [one, many] = FINDING_TITLES[kind];
  const [shown, setShown] = useState(LISTED);
  const mmPerPx = plan.picture!.raster.mmPerPx;
  const cure = useCure(onPick, run, labels, mmPerPx, regions);
  if (all.length === 0) return null;
  return (
    <div className={kit.above8}>
      <p className={clsx((kind === 'ridge' || kind === 'loose') && kit.madder)}>
        <KindSign kind={kind} /> {places.length} {places.length === 1 ? one : many}
        {wanted > 0 && <span className={kit.quiet}> · {wanted} wanted so</span>}
      </p>
      {places.slice(0, shown).map((finding) => {
        const on = picked !== undefined && keyOfFinding(picked) === keyOfFinding(finding);
        return (
          <FindingRow
            key={keyOfFinding(finding)}
            finding={finding}
            on={on}
            onPick={onPick}
            settings={settings}
            cure={cure}
          />
        );
      })}
      {places.length > shown && (
        <p className={kit.note}>
          and {places.length - shown} more, all ringed on the block.{' '}
          <button type="button" className={kit.link} onClick={() => setShown((n) => n + 20)}>
            Show more
          </button>
        </p>
      )}
    </div>
  );
}

interface FindingRowProps {
  readonly finding: Finding;
  readonly on: boolean;
  readonly onPick: (finding: Finding | undefined) => void;
  readonly settings: CutSettings;
  readonly cure: (finding: Finding, { id }: Cure) => Promise<void>;
}

function FindingRow({ finding, on, onPick, settings, cure }: FindingRowProps) {
  const {
    unit,
    state: { plan },
    progress,
  } = usePrintDesk();
  return (
    <div className={clsx(on && [kit.say, kit.around4])}>
      <p className={kit.note}>
        <button type="button" className={kit.link} aria-pressed={on} onClick={() => onPick(on ? undefined : finding)}>
          at {formatLength(finding.xMm, unit, 0)}, {formatLength(finding.yMm, unit, 0)}
        </button>{' '}
        {figureOf(finding, unit)}
      </p>
      {on && (
        <>
          <p className={kit.small}>{reasonOf(finding, settings.material)}</p>
          <div className={clsx(kit.row, kit.gap6, kit.around6)}>
            {curesOf(finding, unit, shapesOpen(plan, progress)).map((c) => (
              <Button key={c.id} size="small" onClick={() => void cure(finding, c)}>
                {c.words}
              </Button>
            ))}
          </div>
        </>
      )}
    </div>
  );
}

/** The sign a kind of finding has on the block. */
function KindSign({ kind }: { kind: FindingKind }) {
  return (
    <svg width="14" height="14" aria-hidden className={css.sign}>
      {kind === 'chatter' ? (
        <rect x="1" y="1" width="12" height="12" className={kit.riskArea} />
      ) : (
        <circle
          cx="7"
          cy="7"
          r="5.5"
          className={clsx(kit.placeMark, (kind === 'gap' || kind === 'uncuttable') && kit.gap)}
        />
      )}
    </svg>
  );
}

/** What is done about a finding. */
function useCure(
  onPick: (finding: Finding | undefined) => void,
  run: number,
  labels: LabelState,
  mmPerPx: number,
  regions: Regions,
) {
  const {
    change,
    state: { plan },
    tell,
    reshape,
  } = usePrintDesk();
  const cure = async (finding: Finding, { id }: Cure) => {
    onPick(undefined);
    if (id === 'keep') {
      void change('kept as it is', (p) => ({ ...p, kept: [...p.kept, keyOfFinding(finding)] }));
      return;
    }
    if (id === 'mask') {
      void change('mask added', (p) => withKeepClean(p, run));
      return;
    }
    const colours = plan.flat!.colours.map((_, l) => l);
    const standing = colours.filter((l) => labels.standing.includes(l));
    const box = {
      x0: finding.boxMm.x0 / mmPerPx,
      y0: finding.boxMm.y0 / mmPerPx,
      x1: finding.boxMm.x1 / mmPerPx,
      y1: finding.boxMm.y1 / mmPerPx,
    };
    if (id === 'merge') {
      await regions.chooseAt(Math.floor(finding.xMm / mmPerPx), Math.floor(finding.yMm / mmPerPx));
      tell('This is the part. Merge it below, or give it to another colour.');
      return;
    }
    const done = await reshape(id === 'thicken' ? 'ridge thickened' : 'gap widened', {
      kind: 'thicken',
      labels: id === 'thicken' ? standing : colours.filter((l) => !standing.includes(l)),
      boxPx: box,
      widthPx: finding.limit / mmPerPx + 0.5,
    });
    if (!done.ok) tell(done.message);
    else await regions.canvas.current?.repaint(done.value.box);
  };
  return cure;
}

/** A mask that keeps all cleared ground of a run clean. */
function withKeepClean(plan: Plan, run: number): Plan {
  return {
    ...plan,
    masks: [
      ...plan.masks,
      {
        id: `mask-${Date.now().toString(36)}`,
        runId: plan.runs[run - 1].id,
        kind: 'keep clean',
        place: { anchors: [], outlinesMm: [] },
        covers: 'place',
        growMm: 1.5,
        hold: 'pins',
        note: 'keeps the cleared ground clean',
      },
    ],
  };
}

/** The material, its grain, the tools at hand and the roller. */
function Setting({ block, blockIndex, toolsMm, onTools, settings }: Props) {
  const { state, unit, change } = usePrintDesk();
  const { plan } = state;
  const edit = (label: string, part: Partial<Block>) =>
    change(label, (p) => ({ ...p, blocks: p.blocks.map((b, i) => (i === blockIndex ? { ...b, ...part } : b)) }));
  const { material } = settings;
  const [text, setText] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const takeTools = () => {
    if (text === undefined) return;
    const read = parseLengthsMm(text, unit, TOOL_RANGE_MM);
    if (!read.ok) {
      setProblem(read.message);
      return;
    }
    const next = [...new Set(read.value)].sort((a, b) => a - b);
    if (next.length === 0 || next.length > MAX_TOOLS) {
      setProblem(`List one to ${MAX_TOOLS} widths, such as 0.5; 1; 3.`);
      return;
    }
    setText(undefined);
    setProblem(undefined);
    void change('tools listed', (p) => ({ ...p, toolsMm: next }));
  };
  const narrowest = toolsMm[0];
  const withNarrowest = (mm: number) => [mm, ...plan.toolsMm.slice(1).filter((t) => t > mm)];
  return (
    <section>
      <h2>Cut in, cut with</h2>
      <BlockAndTools
        material={material}
        edit={edit}
        block={block}
        text={text}
        problem={problem}
        setText={setText}
        takeTools={takeTools}
      />
      <NarrowestTool narrowest={narrowest} onTools={onTools} withNarrowest={withNarrowest} />
      <p className={kit.note}>
        {capital(material.name)} holds ridges of {formatLength(material.ridgeAlongMm, unit, 1)}
        {material.ridgeAcrossMm !== material.ridgeAlongMm
          ? ` with the grain, ${formatLength(material.ridgeAcrossMm, unit, 1)} across`
          : ''}{' '}
        (start value).
      </p>
      <RollerFields />
    </section>
  );
}

/** The roller that inks the block. */
function RollerFields() {
  const {
    state: { plan },
    unit,
    change,
  } = usePrintDesk();
  return (
    <div className={clsx(kit.fields, kit.above14, kit.below6, kit.atTop)}>
      <LengthField
        label="Roller, diameter"
        valueMm={plan.roller.diameterMm}
        unit={unit}
        range={ROLLER_DIAMETER_MM}
        onChange={(diameterMm) => void change('roller chosen', (p) => ({ ...p, roller: { ...p.roller, diameterMm } }))}
      />
      <TextField
        select
        label="Roller is"
        value={plan.roller.soft ? 'soft' : 'hard'}
        onChange={(e) =>
          void change('roller chosen', (p) => ({ ...p, roller: { ...p.roller, soft: e.target.value === 'soft' } }))
        }
      >
        <MenuItem value="hard">hard</MenuItem>
        <MenuItem value="soft">soft</MenuItem>
      </TextField>
      <LengthField
        label="Cleared to"
        valueMm={plan.roller.depthMm}
        unit={unit}
        range={DEPTH_MM}
        onChange={(depthMm) => void change('depth chosen', (p) => ({ ...p, roller: { ...p.roller, depthMm } }))}
      />
      <p className={kit.note}>It bridges openings up to {formatLength(bridgedWidthMm(plan.roller), unit, 0)} wide.</p>
    </div>
  );
}

interface NarrowestToolProps {
  readonly narrowest: number;
  readonly onTools: (toolsMm: readonly number[] | undefined) => void;
  readonly withNarrowest: (mm: number) => number[];
}

/** The narrowest tool, turned while the findings follow. */
function NarrowestTool({ narrowest, onTools, withNarrowest }: NarrowestToolProps) {
  const { unit, change } = usePrintDesk();
  return (
    <label className={clsx(kit.turns, css.narrowest)}>
      <span>narrowest</span>
      <Slider
        size="small"
        min={0.2}
        max={3}
        step={0.1}
        value={narrowest}
        aria-label="Narrowest tool"
        getAriaValueText={(v) => formatLength(v, unit)}
        onChange={(_, v) => onTools(withNarrowest(v as number))}
        onChangeCommitted={(_, v) => {
          void change('narrowest tool', (p) => ({
            ...p,
            toolsMm: [v as number, ...p.toolsMm.slice(1).filter((t) => t > (v as number))],
          })).then(() => onTools(undefined));
        }}
      />
      <span className={kit.num}>{formatLength(narrowest, unit, 1)}</span>
    </label>
  );
}

interface BlockAndToolsProps {
  readonly material: BlockMaterial;
  readonly edit: (label: string, part: Partial<Block>) => Promise<Outcome<undefined>>;
  readonly block: Block;
  readonly text: string | undefined;
  readonly problem: string | undefined;
  readonly setText: Dispatch<SetStateAction<string | undefined>>;
  readonly takeTools: () => void;
}

/** What is cut, and with what. */
function BlockAndTools({ material, edit, block, text, problem, setText, takeTools }: BlockAndToolsProps) {
  return (
    <div className={clsx(kit.fields, kit.above12, kit.below6, kit.atTop)}>
      <TextField
        select
        label="Block"
        value={material.id}
        onChange={(e) => void edit('material chosen', { materialId: e.target.value })}
      >
        {BLOCK_MATERIALS.map((m) => (
          <MenuItem key={m.id} value={m.id}>
            {m.name}
          </MenuItem>
        ))}
      </TextField>
      {material.grain ? (
        <TextField
          select
          label="Grain"
          value={block.grainDeg}
          onChange={(e) => void edit('grain turned', { grainDeg: Number(e.target.value) as 0 | 90 })}
        >
          <MenuItem value={0}>level ↔</MenuItem>
          <MenuItem value={90}>upright ↕</MenuItem>
        </TextField>
      ) : (
        <span />
      )}
      <ToolWidths text={text} problem={problem} setText={setText} takeTools={takeTools} />
    </div>
  );
}

interface ToolWidthsProps {
  readonly text: string | undefined;
  readonly problem: string | undefined;
  readonly setText: Dispatch<SetStateAction<string | undefined>>;
  readonly takeTools: () => void;
}

function ToolWidths({ text, problem, setText, takeTools }: ToolWidthsProps) {
  const {
    state: { plan },
    unit,
  } = usePrintDesk();
  return (
    <TextField
      label="Tools, widths"
      value={text ?? plan.toolsMm.map((t) => formatBare(t, unit)).join('; ')}
      error={Boolean(problem)}
      helperText={problem}
      onChange={(e) => setText(e.target.value)}
      onBlur={takeTools}
      onKeyDown={(e) => e.key === 'Enter' && takeTools()}
      slotProps={{ inputLabel: { shrink: true } }}
      className={css.bothColumns}
    />
  );
}

function ToolList({ check }: { check: StageCheck | undefined }) {
  const { unit } = usePrintDesk();
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

function capital(text: string): string {
  return text[0].toUpperCase() + text.slice(1);
}
