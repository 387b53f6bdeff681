'use client';
import { readTyped } from '@/words/typed';
import { inWords } from '@/words/failures';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import {
  BLOCK_MATERIALS,
  bridgedWidthMm,
  DEPTH_MM,
  MAX_TOOLS,
  ROLLER_DIAMETER_MM,
  TOOL_RANGE_MM,
  type BlockMaterial,
} from '@/core/cutting';
import { parseLengthsMm, type Outcome } from '@/core/units';
import { formatBare, formatLength } from '@/words/lengths';
import type { Block, EditOf } from '@/model';
import { LengthField } from '../../kit/fields';
import { FromWorkshop } from '../../kit/FromWorkshop';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CheckPanel.module.css';
import type { CheckProps } from './checkProps';
import { capitalised } from '@/words/phrases';
import { blockWords } from '@/words/block';
import { materialInWords } from '@/words/materials';

/** The material, its grain, the tools at hand and the roller. */
export function Setting({ block, toolsMm, onTools, settings }: CheckProps) {
  const { plan, unit, change } = usePrintDesk('plan', 'unit', 'change');
  const edit = (part: EditOf<'block-set'>['part']) => change({ kind: 'block-set', blockId: block.id, part });
  const { material } = settings;
  const [text, setText] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const takeTools = () => {
    if (text === undefined) return;
    const read = readTyped(text, (plain) => parseLengthsMm(plain, unit, TOOL_RANGE_MM));
    if (!read.ok) {
      setProblem(inWords(read));
      return;
    }
    const next = [...new Set(read.value)].sort((a, b) => a - b);
    if (next.length === 0 || next.length > MAX_TOOLS) {
      setProblem(blockWords('cutSettings.listOneToWidths', { maxTools: MAX_TOOLS }));
      return;
    }
    setText(undefined);
    setProblem(undefined);
    void change({ kind: 'tools-set', toolsMm: next });
  };
  const narrowest = toolsMm[0];
  const withNarrowest = (mm: number) => [mm, ...plan.toolsMm.slice(1).filter((t) => t > mm)];
  return (
    <section>
      <h2>{blockWords('cutSettings.cutInCutWith')}</h2>
      <BlockAndTools
        material={material}
        edit={edit}
        block={block}
        text={text}
        problem={problem}
        setText={setText}
        takeTools={takeTools}
      />
      <FromWorkshop
        kind="cutting tool"
        label={blockWords('cutSettings.toolsOfTheWorkshop')}
        several
        none={blockWords('cutSettings.typedAbove')}
        className={kit.above8}
      />
      <NarrowestTool narrowest={narrowest} onTools={onTools} withNarrowest={withNarrowest} />
      <p className={kit.note}>
        {blockWords('cutSettings.holdsRidgesOfStart', {
          material: capitalised(materialInWords(material)),
          ridgeAlong: formatLength(material.ridgeAlongMm, unit, 1),
          grained: String(material.ridgeAcrossMm !== material.ridgeAlongMm),
          ridgeAcross: formatLength(material.ridgeAcrossMm, unit, 1),
        })}
      </p>
      <RollerFields />
    </section>
  );
}

/** The roller that inks the block. */
function RollerFields() {
  const { plan, unit, change } = usePrintDesk('plan', 'unit', 'change');
  return (
    <div className={clsx(kit.fields, kit.above14, kit.below6, kit.atTop)}>
      <FromWorkshop
        kind="roller"
        label={blockWords('cutSettings.rollerOfTheWorkshop')}
        none={blockWords('cutSettings.asTyped')}
        className={css.bothColumns}
      />
      <LengthField
        label={blockWords('cutSettings.rollerDiameter')}
        valueMm={plan.roller.diameterMm}
        unit={unit}
        range={ROLLER_DIAMETER_MM}
        onChange={(diameterMm) => void change({ kind: 'roller-set', part: { diameterMm } })}
      />
      <TextField
        select
        label={blockWords('cutSettings.rollerIs')}
        value={plan.roller.soft ? 'soft' : 'hard'}
        onChange={(e) => void change({ kind: 'roller-set', part: { soft: e.target.value === 'soft' } })}
      >
        <MenuItem value="hard">{blockWords('cutSettings.hard')}</MenuItem>
        <MenuItem value="soft">{blockWords('cutSettings.soft')}</MenuItem>
      </TextField>
      <LengthField
        label={blockWords('cutSettings.clearedTo')}
        valueMm={plan.roller.depthMm}
        unit={unit}
        range={DEPTH_MM}
        onChange={(depthMm) => void change({ kind: 'roller-set', part: { depthMm } })}
      />
      <p className={kit.note}>
        {blockWords('cutSettings.itBridgesOpeningsUp', {
          bridgedWidth: formatLength(bridgedWidthMm(plan.roller), unit, 0),
        })}
      </p>
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
  const { unit, change } = usePrintDesk('unit', 'change');
  return (
    <label className={clsx(kit.turns, css.narrowest)}>
      <span>{blockWords('cutSettings.narrowest')}</span>
      <Slider
        size="small"
        min={0.2}
        max={3}
        step={0.1}
        value={narrowest}
        aria-label={blockWords('cutSettings.narrowestTool')}
        getAriaValueText={(v) => formatLength(v, unit)}
        onChange={(_, v) => onTools(withNarrowest(v as number))}
        onChangeCommitted={(_, v) => {
          void change({ kind: 'tools-set', toolsMm: withNarrowest(v as number) }).then(() => onTools(undefined));
        }}
      />
      <span className={kit.num}>{formatLength(narrowest, unit, 1)}</span>
    </label>
  );
}

interface BlockAndToolsProps {
  readonly material: BlockMaterial;
  readonly edit: (part: EditOf<'block-set'>['part']) => Promise<Outcome<undefined>>;
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
        label={blockWords('cutSettings.block')}
        value={material.id}
        onChange={(e) => void edit({ materialId: e.target.value as Block['materialId'] })}
      >
        {BLOCK_MATERIALS.map((m) => (
          <MenuItem key={m.id} value={m.id}>
            {materialInWords(m)}
          </MenuItem>
        ))}
      </TextField>
      {material.grain ? (
        <TextField
          select
          label={blockWords('cutSettings.grain')}
          value={block.grainDeg}
          onChange={(e) => void edit({ grainDeg: Number(e.target.value) as 0 | 90 })}
        >
          <MenuItem value={0}>{blockWords('cutSettings.level')}</MenuItem>
          <MenuItem value={90}>{blockWords('cutSettings.upright')}</MenuItem>
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
  const { plan, unit } = usePrintDesk('plan', 'unit');
  return (
    <TextField
      label={blockWords('cutSettings.toolsWidths')}
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
