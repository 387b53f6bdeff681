import { perLanguage } from '@/words/language';
import type { Told } from '@/core/units';
import { ROLLER_DIAMETER_MM, TOOL_RANGE_MM } from '@/core/cutting';
import { HEIGHT_RANGE_MM, PAPER_RANGE_MM, SHIM_RANGE_MM } from '@/core/registration';
import type { LengthRange } from '@/core/units';
import {
  BRUSH_WORK,
  CUTTING_SHAPES,
  EXPERIENCES,
  ITEM_RANGES,
  ITEM_RANGES_MM,
  PAPER_GRAINS,
  PAPER_SIDES,
  RUBBING_FORCES,
  SIZINGS,
  type ItemKind,
  type ItemOf,
} from '@/model';
import { craftWords } from '@/words/craft';
import type { workshop } from '@/words/en/workshop';

interface NumberRange {
  readonly min: number;
  readonly max: number;
  readonly what: Told;
}

/** How one field of a thing is shown and typed. */
export type ItemField = { readonly key: FieldKey } & (
  | { readonly as: 'length'; readonly range: LengthRange }
  | { readonly as: 'number'; readonly range: NumberRange; readonly digits: number }
  | { readonly as: 'count'; readonly range: NumberRange }
  | { readonly as: 'size'; readonly range: LengthRange }
  | { readonly as: 'choice'; readonly options: readonly (readonly [string | boolean, string])[] }
  | { readonly as: 'colour' }
  | { readonly as: 'price' }
  | { readonly as: 'days' }
  | { readonly as: 'time' }
  | { readonly as: 'day' }
  | { readonly as: 'hand' }
);

type FieldKey = Exclude<keyof (typeof workshop)['field'], 'name' | 'initials' | 'note'>;

/** Values with what each is called. */
const options = <T extends string>(values: readonly T[], called: (value: T) => string) =>
  values.map((value) => [value, called(value)] as const);

type Keys<Kind extends ItemKind> = Exclude<keyof ItemOf<Kind>, 'id' | 'version' | 'kind' | 'name' | 'note'>;

type FieldsOf<Kind extends ItemKind> = {
  readonly [K in Kind]: readonly (ItemField & { readonly key: Keys<K> })[];
};
type ToolKind = 'paper' | 'roller' | 'brush' | 'rubbing tool' | 'cutting tool';

const fieldsOfTools = (): FieldsOf<ToolKind> => ({
  paper: [
    { key: 'labD50', as: 'colour' },
    { key: 'gramsPerM2', as: 'number', range: ITEM_RANGES.gramsPerM2, digits: 0 },
    { key: 'thicknessMm', as: 'length', range: ITEM_RANGES_MM.paperThickness },
    { key: 'sizing', as: 'choice', options: options(SIZINGS, (v) => craftWords(`sizing.${v}`)) },
    {
      key: 'grain',
      as: 'choice',
      options: options(PAPER_GRAINS, (v) => craftWords(`grain.${v}`)),
    },
    {
      key: 'side',
      as: 'choice',
      options: options(PAPER_SIDES, (v) => craftWords(`paperSide.${v}`)),
    },
    { key: 'stockSheets', as: 'count', range: ITEM_RANGES.stockSheets },
    { key: 'parentMm', as: 'size', range: PAPER_RANGE_MM },
    { key: 'price', as: 'price' },
  ],
  roller: [
    { key: 'diameterMm', as: 'length', range: ROLLER_DIAMETER_MM },
    { key: 'widthMm', as: 'length', range: ITEM_RANGES_MM.rollerWidth },
    {
      key: 'soft',
      as: 'choice',
      options: [false, true].map((v) => [v, craftWords(`hardness.${v}`)] as const),
    },
  ],
  brush: [
    { key: 'widthMm', as: 'length', range: ITEM_RANGES_MM.brush },
    { key: 'work', as: 'choice', options: options(BRUSH_WORK, (v) => craftWords(`brushWork.${v}`)) },
  ],
  'rubbing tool': [
    { key: 'faceMm', as: 'length', range: ITEM_RANGES_MM.rubbingFace },
    { key: 'force', as: 'choice', options: options(RUBBING_FORCES, (v) => craftWords(`rubbing.${v}`)) },
  ],
  'cutting tool': [
    {
      key: 'shape',
      as: 'choice',
      options: options(CUTTING_SHAPES, (v) => craftWords(`section.${v}`)),
    },
    { key: 'widthMm', as: 'length', range: TOOL_RANGE_MM },
  ],
});
const fieldsOfPlaces = (): FieldsOf<Exclude<ItemKind, ToolKind>> => ({
  press: [
    { key: 'gapMm', as: 'length', range: HEIGHT_RANGE_MM },
    { key: 'bedMm', as: 'size', range: ITEM_RANGES_MM.bed },
  ],
  hand: [{ key: 'experience', as: 'choice', options: options(EXPERIENCES, (v) => craftWords(`experience.${v}`)) }],
  rack: [
    { key: 'places', as: 'count', range: ITEM_RANGES.places },
    { key: 'placeMm', as: 'size', range: ITEM_RANGES_MM.place },
  ],
  room: [
    { key: 'temperatureC', as: 'number', range: ITEM_RANGES.temperatureC, digits: 1 },
    {
      key: 'relativeHumidityPercent',
      as: 'number',
      range: ITEM_RANGES.relativeHumidityPercent,
      digits: 0,
    },
  ],
  shim: [{ key: 'thicknessMm', as: 'length', range: SHIM_RANGE_MM }],
  // its inks come whole from a print
  palette: [],
  'days off': [
    { key: 'handId', as: 'hand' },
    { key: 'from', as: 'day' },
    { key: 'to', as: 'day' },
  ],
  hours: [
    { key: 'handId', as: 'hand' },
    { key: 'days', as: 'days' },
    { key: 'from', as: 'time' },
    { key: 'to', as: 'time' },
  ],
});

/** The fields of each kind besides name and note, in the order one would say them. */
export const itemFieldsSaid = perLanguage((): FieldsOf<ItemKind> => ({ ...fieldsOfTools(), ...fieldsOfPlaces() }));
