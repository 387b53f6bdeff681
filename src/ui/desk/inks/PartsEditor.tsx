'use client';
import { readTyped } from '@/words/typed';
import { inWords } from '@/words/failures';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { Fragment, useState } from 'react';
import { type Pigment, type RecipePart } from '@/core/inks';
import { parseNumber } from '@/core/units';
import { type StoredInk } from '@/model';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { lowestPart, partsInWords, withShare } from './parts';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './RecipePanel.module.css';
import { inksWords } from '@/words/inks';
import { quantity } from '@/words/quantities';

interface PartsProps {
  readonly parts: readonly RecipePart[];
  readonly grams: number;
  readonly pigments: readonly Pigment[];
  readonly disabled: boolean;
  readonly onTurn: (parts: readonly RecipePart[]) => void;
  readonly onLet: (parts: readonly RecipePart[]) => void;
}

/** Parts in percent and grams; a part that is changed pushes the others together or apart. */
export function PartsEditor({ parts, grams, pigments, disabled, onTurn, onLet }: PartsProps) {
  const { cabinet, tell } = usePrintDesk('cabinet', 'tell');
  const inks = cabinet.inks!;
  const nameOf = (id: string) => inks.find((ink) => ink.id === id)?.name ?? inksWords('partsEditor.anInkNotHere');
  const left = inks.filter((ink) => pigments.some((p) => p.id === ink.id) && !parts.some((p) => p.id === ink.id));
  const stockOf = (part: RecipePart) => inks.find((ink) => ink.id === part.id)?.stockG ?? 0;
  const short = (part: RecipePart) => part.share * grams > stockOf(part);
  const lowest = lowestPart(parts);
  const type = (id: string, text: string) => {
    const parsed = readTyped(text, (plain) =>
      parseNumber(plain, { min: 0, max: 100, what: inksWords('partsEditor.aPartInPercent') }),
    );
    if (parsed.ok) onLet(withShare(parts, id, parsed.value / 100));
    else tell(inWords(parsed));
  };
  return (
    <>
      <div className={clsx(css.partsEdit, kit.above10, kit.below8)}>
        {parts.map((part) => (
          <PartRow
            key={part.id}
            part={part}
            inks={inks}
            nameOf={nameOf}
            lowest={lowest}
            disabled={disabled}
            type={type}
            short={short}
            stockOf={stockOf}
            grams={grams}
            parts={parts}
            onLet={onLet}
            onTurn={onTurn}
          />
        ))}
      </div>
      {parts.filter(short).map((part) => (
        <p key={part.id} className={clsx(kit.say, kit.wait, kit.below8)}>
          {inksWords('partsEditor.notEnoughGAre', {
            name: nameOf(part.id),
            share: part.share * grams,
            stock: stockOf(part),
          })}
        </p>
      ))}
      <AddPart disabled={disabled} onLet={onLet} parts={parts} left={left} />
    </>
  );
}

interface AddPartProps {
  readonly disabled: boolean;
  readonly onLet: (parts: readonly RecipePart[]) => void;
  readonly parts: readonly RecipePart[];
  readonly left: StoredInk[];
}

function AddPart({ disabled, onLet, parts, left }: AddPartProps) {
  return (
    <TextField
      select
      label={inksWords('partsEditor.add')}
      value=""
      disabled={disabled}
      fullWidth
      onChange={(e) =>
        onLet(
          parts.length === 0
            ? [{ id: e.target.value, share: 1 }]
            : withShare([...parts, { id: e.target.value, share: 0 }], e.target.value, 0.1),
        )
      }
    >
      {left.map((ink) => (
        <MenuItem key={ink.id} value={ink.id}>
          <Swatch lab={ink.colour.labD50} />
          &ensp;{ink.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface PartRowProps {
  readonly part: RecipePart;
  readonly inks: readonly StoredInk[];
  readonly nameOf: (id: string) => string;
  readonly lowest: number;
  readonly disabled: boolean;
  readonly type: (id: string, text: string) => void;
  readonly short: (part: RecipePart) => boolean;
  readonly stockOf: (part: RecipePart) => number;
  readonly grams: number;
  readonly parts: readonly RecipePart[];
  readonly onLet: (parts: readonly RecipePart[]) => void;
  readonly onTurn: (parts: readonly RecipePart[]) => void;
}

function PartRow({
  part,
  inks,
  nameOf,
  lowest,
  disabled,
  type,
  short,
  stockOf,
  grams,
  parts,
  onLet,
  onTurn,
}: PartRowProps) {
  return (
    <Fragment>
      <Swatch lab={inks.find((ink) => ink.id === part.id)?.colour.labD50 ?? [50, 0, 0]} />
      <span>
        {nameOf(part.id)} <span className={clsx(kit.quiet, kit.num)}>{partsInWords(part.share, lowest)}</span>
      </span>
      <PercentInput
        share={part.share}
        label={inksWords('partsEditor.percent', { name: nameOf(part.id) })}
        disabled={disabled}
        onType={(text) => type(part.id, text)}
      />
      <span
        className={clsx(kit.num, short(part) ? kit.madder : kit.quiet, kit.atRight)}

        title={short(part) ? inksWords('partsEditor.onlyGOfIt', { stock: stockOf(part) }) : undefined}
      >
        {quantity('grams', part.share * grams, grams * part.share < 10 ? 2 : 1)}
      </span>
      <button
        type="button"
        className={clsx(kit.bare, kit.quiet)}
        aria-label={inksWords('partsEditor.leaveOut', { name: nameOf(part.id) })}
        disabled={disabled || parts.length < 2}
        onClick={() => onLet(withShare(parts, part.id, 0))}
      >
        ✕
      </button>
      <Slider
        className={css.slide}
        aria-label={inksWords('partsEditor.share', { name: nameOf(part.id) })}
        value={100 * part.share}
        min={0}
        max={100}
        step={0.5}
        disabled={disabled || parts.length < 2}
        onChange={(_, v) => onTurn(withShare(parts, part.id, (v as number) / 100, true))}
        onChangeCommitted={(_, v) => onLet(withShare(parts, part.id, (v as number) / 100))}
      />
    </Fragment>
  );
}

interface PercentInputProps {
  readonly share: number;
  readonly label: string;
  readonly disabled: boolean;
  readonly onType: (text: string) => void;
}

function PercentInput({ share, label, disabled, onType }: PercentInputProps) {
  const [text, setText] = useState<string>();
  const take = () => {
    if (text !== undefined) {
      onType(text);
      setText(undefined);
    }
  };
  return (
    <input
      type="text"
      inputMode="decimal"
      aria-label={label}
      disabled={disabled}
      value={text ?? quantity('percent', 100 * share, 1)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => e.key === 'Enter' && take()}
    />
  );
}
