'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import type { Lab } from '@/core/colour';
import type { LengthUnit } from '@/core/units';
import { ITEM_RANGES, WEEKDAYS, type ItemOf, type WorkshopItem } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { kit } from '@/ui/kit/styles';
import { CountField, LabFields, LengthField, NumberField } from '../../kit/fields';
import { itemFieldsSaid, type ItemField } from './itemFields';
import { figuresInWords } from './kinds';
import { craftWords } from '@/words/craft';
import { workshopWords } from '@/words/workshop';

interface Props {
  readonly item: WorkshopItem;
  /** All things of the workshop: some name one another. */
  readonly all: readonly WorkshopItem[];
  readonly unit: LengthUnit;
  /** Saves what was changed; says itself what is wrong. */
  readonly onSave: (part: Partial<WorkshopItem>) => void;
  readonly onRemove: () => void;
}

/** All that is known of one thing; every change is saved at once. */
export function ItemSheet({ item, all, unit, onSave, onRemove }: Props) {
  const fields = itemFieldsSaid()[item.kind];
  return (
    <>
      <section>
        <h2>{item.name}</h2>
        <p className={clsx(kit.note, kit.above4)}>{figuresInWords(item, { unit, all })}</p>
      </section>
      <section className={clsx(kit.stack, kit.gap12)} aria-label={workshopWords('known', { name: item.name })}>
        <TextTaken
          label={workshopWords(item.kind === 'hand' ? 'field.initials' : 'field.name')}
          value={item.name}
          onTake={(name) => onSave({ name })}
          must
        />
        {fields.map((field) => (
          <Field key={field.key} {...{ field, item, all, unit }} onSave={(value) => onSave({ [field.key]: value })} />
        ))}
        <TextTaken label={workshopWords('field.note')} value={item.note} onTake={(note) => onSave({ note })} />
      </section>
      <section>
        <Button color="error" onClick={onRemove}>
          {workshopWords('takeOut')}
        </Button>
        <p className={clsx(kit.note, kit.above8)}>{workshopWords('keptInPrints')}</p>
      </section>
    </>
  );
}

/** Text that is taken on Enter or on leaving; Escape lets go of what was typed. */
function TextTaken({
  label,
  value,
  onTake,
  must,
}: {
  readonly label: string;
  readonly value: string;
  readonly onTake: (text: string) => void;
  /** It cannot be left empty. */
  readonly must?: boolean;
}) {
  const [text, setText] = useState<string>();
  const take = () => {
    const typed = text?.trim();
    if (typed !== undefined && typed !== value && !(must && typed === '')) onTake(typed);
    setText(undefined);
  };
  return (
    <TextField
      label={label}
      value={text ?? value}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setText(undefined);
      }}
    />
  );
}

interface FieldProps {
  readonly field: ItemField;
  readonly item: WorkshopItem;
  readonly all: readonly WorkshopItem[];
  readonly unit: LengthUnit;
  readonly onSave: (value: unknown) => void;
}

function Field({ field, item, all, unit, onSave }: FieldProps) {
  const label = workshopWords(`field.${field.key}`);
  const value = (item as unknown as Readonly<Record<string, unknown>>)[field.key];
  switch (field.as) {
    case 'length':
      return <LengthField {...{ label, unit }} range={field.range} valueMm={value as number} onChange={onSave} />;
    case 'number':
      return (
        <NumberField
          {...{ label }}
          range={field.range}
          digits={field.digits}
          value={value as number}
          onChange={onSave}
        />
      );
    case 'count':
      return <CountField {...{ label }} range={field.range} value={value as number} onChange={onSave} />;
    case 'size':
      return <SizeFields {...{ label, unit }} range={field.range} value={value as Size} onSave={onSave} />;
    case 'choice':
      return (
        <TextField
          select
          label={label}
          value={String(value)}
          onChange={(e) => onSave(field.options.find(([option]) => String(option) === e.target.value)![0])}
        >
          {field.options.map(([option, words]) => (
            <MenuItem key={String(option)} value={String(option)}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      );
    case 'colour':
      return <LabFields name={label} lab={value as Lab} onChange={onSave} />;
    case 'price':
      return <PriceFields label={label} price={value as ItemOf<'paper'>['price']} onSave={onSave} />;
    case 'days':
      return <DayTicks label={label} days={value as ItemOf<'hours'>['days']} onSave={onSave} />;
    case 'hand':
      return <HandChoice {...{ label, all, onSave }} handId={value as string | null | undefined} />;
    case 'day':
      return (
        <TextTaken label={workshopWords('dayAs', { field: label })} value={value as string} onTake={onSave} must />
      );
    case 'time':
      return (
        <TextTaken label={workshopWords('timeAs', { field: label })} value={value as string} onTake={onSave} must />
      );
  }
}

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

function SizeFields({
  label,
  unit,
  range,
  value,
  onSave,
}: {
  readonly label: string;
  readonly unit: LengthUnit;
  readonly range: Extract<ItemField, { as: 'size' }>['range'];
  readonly value: Size;
  readonly onSave: (value: Size) => void;
}) {
  return (
    <div className={kit.fields} role="group" aria-label={label}>
      <LengthField
        label={workshopWords('widthOf', { field: label })}
        {...{ unit, range }}
        valueMm={value.widthMm}
        onChange={(widthMm) => onSave({ ...value, widthMm })}
      />
      <LengthField
        label={workshopWords('height')}
        {...{ unit, range }}
        valueMm={value.heightMm}
        onChange={(heightMm) => onSave({ ...value, heightMm })}
      />
    </div>
  );
}

const FIRST_CURRENCY = 'EUR';

function PriceFields({
  label,
  price,
  onSave,
}: {
  readonly label: string;
  readonly price: ItemOf<'paper'>['price'];
  readonly onSave: (price: ItemOf<'paper'>['price']) => void;
}) {
  if (!price)
    return (
      <p className={kit.note}>
        {workshopWords('notKnown', { field: label })}{' '}
        <button type="button" className={kit.link} onClick={() => onSave({ amount: 0, currency: FIRST_CURRENCY })}>
          {workshopWords('sayIt')}
        </button>
      </p>
    );
  return (
    <div className={kit.fields} role="group" aria-label={workshopWords('priceGroup')}>
      <NumberField
        label={label}
        value={price.amount}
        range={ITEM_RANGES.price}
        digits={2}
        onChange={(amount) => onSave({ ...price, amount })}
      />
      <TextTaken
        label={workshopWords('currency')}
        value={price.currency}
        onTake={(currency) => onSave({ ...price, currency: currency.toUpperCase() })}
        must
      />
    </div>
  );
}

function DayTicks({
  label,
  days,
  onSave,
}: {
  readonly label: string;
  readonly days: ItemOf<'hours'>['days'];
  readonly onSave: (days: ItemOf<'hours'>['days']) => void;
}) {
  return (
    <div className={kit.row} role="group" aria-label={label}>
      {WEEKDAYS.map((day) => (
        <label key={day} className={kit.tick}>
          <input
            type="checkbox"
            checked={days.includes(day)}
            onChange={(e) => onSave(WEEKDAYS.filter((one) => (one === day ? e.target.checked : days.includes(one))))}
          />{' '}
          {craftWords(`weekday.${day}`)}
        </label>
      ))}
    </div>
  );
}

interface HandProps {
  readonly label: string;
  readonly handId: string | null | undefined;
  readonly all: readonly WorkshopItem[];
  readonly onSave: (handId: string | null) => void;
}

/** Whose hours or days off: everybody’s, or those of one hand. */
function HandChoice({ label, handId, all, onSave }: HandProps) {
  const hands = all.filter(({ kind }) => kind === 'hand').map(({ id, name }) => [id, name] as const);
  const gone = handId != null && !hands.some(([id]) => id === handId);
  const options = [
    [EVERYBODY, workshopWords('everybody')] as const,
    ...hands,
    ...(gone ? [[handId, workshopWords('handGone')] as const] : []),
  ];
  return (
    <Choice
      label={label}
      value={handId ?? EVERYBODY}
      options={options}
      onChange={(id) => onSave(id === EVERYBODY ? null : id)}
    />
  );
}

const EVERYBODY = 'everybody';
