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
import { EXPERIENCE_WORDS } from '@/ui/kit/experience';

interface NumberRange {
  readonly min: number;
  readonly max: number;
  readonly what: string;
}

/** How one field of a thing is shown and typed. */
export type ItemField = { readonly key: string; readonly label: string } & (
  | { readonly as: 'length'; readonly range: LengthRange }
  | { readonly as: 'number'; readonly range: NumberRange; readonly digits: number }
  | { readonly as: 'count'; readonly range: NumberRange }
  | { readonly as: 'size'; readonly range: LengthRange }
  | { readonly as: 'choice'; readonly options: readonly (readonly [string | boolean, string])[] }
  | { readonly as: 'colour' }
  | { readonly as: 'price' }
  | { readonly as: 'days' }
  | { readonly as: 'time' }
);

const words = <T extends string>(values: readonly T[], said: Partial<Record<T, string>> = {}) =>
  values.map((value) => [value, said[value] ?? value] as const);

type Keys<Kind extends ItemKind> = Exclude<keyof ItemOf<Kind>, 'id' | 'version' | 'kind' | 'name' | 'note'>;

/** The fields of each kind besides name and note, in the order one would say them. */
export const ITEM_FIELDS: { readonly [Kind in ItemKind]: readonly (ItemField & { readonly key: Keys<Kind> })[] } = {
  paper: [
    { key: 'labD50', label: 'Colour of the bare sheet', as: 'colour' },
    { key: 'gramsPerM2', label: 'Weight, g/m²', as: 'number', range: ITEM_RANGES.gramsPerM2, digits: 0 },
    { key: 'thicknessMm', label: 'Thickness', as: 'length', range: ITEM_RANGES_MM.paperThickness },
    { key: 'sizing', label: 'Sizing', as: 'choice', options: words(SIZINGS) },
    {
      key: 'grain',
      label: 'Grain',
      as: 'choice',
      options: words(PAPER_GRAINS, {
        long: 'along the long edge',
        short: 'along the short edge',
        none: 'none, made by hand',
      }),
    },
    {
      key: 'side',
      label: 'Side to print',
      as: 'choice',
      options: words(PAPER_SIDES, { smooth: 'smooth side', rough: 'rough side', alike: 'both alike' }),
    },
    { key: 'stockSheets', label: 'Sheets in stock', as: 'count', range: ITEM_RANGES.stockSheets },
    { key: 'parentMm', label: 'Parent sheet', as: 'size', range: PAPER_RANGE_MM },
    { key: 'price', label: 'Price of a parent sheet', as: 'price' },
  ],
  roller: [
    { key: 'diameterMm', label: 'Diameter', as: 'length', range: ROLLER_DIAMETER_MM },
    { key: 'widthMm', label: 'Width', as: 'length', range: ITEM_RANGES_MM.rollerWidth },
    {
      key: 'soft',
      label: 'Hardness',
      as: 'choice',
      options: [
        [false, 'hard'],
        [true, 'soft'],
      ],
    },
  ],
  brush: [
    { key: 'widthMm', label: 'Width', as: 'length', range: ITEM_RANGES_MM.brush },
    { key: 'work', label: 'For', as: 'choice', options: words(BRUSH_WORK) },
  ],
  'rubbing tool': [
    { key: 'faceMm', label: 'Face, across', as: 'length', range: ITEM_RANGES_MM.rubbingFace },
    { key: 'force', label: 'Rubs', as: 'choice', options: words(RUBBING_FORCES) },
  ],
  'cutting tool': [
    {
      key: 'shape',
      label: 'Section',
      as: 'choice',
      options: words(CUTTING_SHAPES, { V: 'V tool', U: 'U gouge', flat: 'flat chisel' }),
    },
    { key: 'widthMm', label: 'Width', as: 'length', range: TOOL_RANGE_MM },
  ],
  press: [
    { key: 'gapMm', label: 'Gap above the bed', as: 'length', range: HEIGHT_RANGE_MM },
    { key: 'bedMm', label: 'Bed', as: 'size', range: ITEM_RANGES_MM.bed },
  ],
  hand: [{ key: 'experience', label: 'Practice', as: 'choice', options: words(EXPERIENCES, EXPERIENCE_WORDS) }],
  rack: [
    { key: 'places', label: 'Places', as: 'count', range: ITEM_RANGES.places },
    { key: 'placeMm', label: 'A place', as: 'size', range: ITEM_RANGES_MM.place },
  ],
  room: [
    { key: 'temperatureC', label: 'Temperature, °C', as: 'number', range: ITEM_RANGES.temperatureC, digits: 1 },
    {
      key: 'relativeHumidityPercent',
      label: 'Humidity, %',
      as: 'number',
      range: ITEM_RANGES.relativeHumidityPercent,
      digits: 0,
    },
  ],
  shim: [{ key: 'thicknessMm', label: 'Thickness', as: 'length', range: SHIM_RANGE_MM }],
  hours: [
    { key: 'days', label: 'Days', as: 'days' },
    { key: 'from', label: 'From', as: 'time' },
    { key: 'to', label: 'To', as: 'time' },
  ],
};
