import { array, boolean, lazy, number, string, type ISchema, type InferType } from 'yup';
import { BAND_COUNT } from '@/core/colour';
import { ROLLER_DIAMETER_MM, TOOL_RANGE_MM } from '@/core/cutting';
import { HEIGHT_RANGE_MM, PAPER_RANGE_MM, SHIM_RANGE_MM } from '@/core/registration';
import { failure, type Outcome, phrase, type Phrase } from '@/core/units';
import { checkWith } from '../check';
import { ink } from '../plan/inks';
import {
  id,
  list,
  mm,
  named,
  oneOf,
  inRange,
  isDay,
  isoDay,
  record,
  surfaceLabD50,
  text,
  whole,
  type Frozen,
} from '../fields';
import {
  BRUSH_WORK,
  MOST_PALETTE,
  CUTTING_SHAPES,
  EXPERIENCES,
  ITEM_RANGES,
  ITEM_RANGES_MM,
  PAPER_GRAINS,
  PAPER_SIDES,
  RUBBING_FORCES,
  SIZINGS,
  WEEKDAYS,
} from '../ranges';

const ITEM_VERSION = 1;

const sizeMm = (range: { minMm: number; maxMm: number; what: Phrase }) =>
  record({ widthMm: mm(range), heightMm: mm(range) });
const shared = <Kind extends string>(kind: Kind) => ({
  id: id(),
  version: oneOf([ITEM_VERSION] as const),
  kind: oneOf([kind] as const),
  name: named(60, phrase('items.itNeedsAName'), phrase('items.aNameMayBe')),
  note: text(300, phrase('items.aNoteMayBe')),
});
const TIME_OF_DAY = /^([01]\d|2[0-3]):[0-5]\d$/;
const timeOfDay = () =>
  string()
    .required()
    .matches(TIME_OF_DAY, ({ value }) => phrase('items.isNoTimeOf', { value: String(value) }));

/** The hand it is for; everybody where there is none. */
const whose = () => string().min(1).max(80).nullable().optional();

/** One schema for each kind of thing the workshop has. */
const ITEMS = {
  paper: record({
    ...shared('paper'),
    labD50: surfaceLabD50(),
    /** 36 bands, 380–730 nm, where a reader gave one. */
    spectrum: array()
      .of(number().required().min(0).max(1.5))
      .length(BAND_COUNT, phrase('cabinet.aSpectrumNeedsBands', { bandCount: BAND_COUNT }))
      .nullable()
      .defined(),
    gramsPerM2: inRange(ITEM_RANGES.gramsPerM2),
    thicknessMm: mm(ITEM_RANGES_MM.paperThickness),
    sizing: oneOf(SIZINGS),
    /** Along which edges of the parent sheet the fibres lie; none in paper made by hand. */
    grain: oneOf(PAPER_GRAINS),
    side: oneOf(PAPER_SIDES),
    parentMm: sizeMm(PAPER_RANGE_MM),
    /** Of one parent sheet; null where it is not known. */
    price: record({
      amount: inRange(ITEM_RANGES.price),
      currency: string()
        .required()
        .matches(/^[A-Z]{3}$/, ({ value }) => phrase('items.isNoCurrencyThree', { value: String(value) })),
    })
      .nullable()
      .defined(),
    stockSheets: whole(ITEM_RANGES.stockSheets),
  }),
  roller: record({
    ...shared('roller'),
    diameterMm: mm(ROLLER_DIAMETER_MM),
    widthMm: mm(ITEM_RANGES_MM.rollerWidth),
    soft: boolean().required(),
  }),
  brush: record({ ...shared('brush'), widthMm: mm(ITEM_RANGES_MM.brush), work: oneOf(BRUSH_WORK) }),
  'rubbing tool': record({
    ...shared('rubbing tool'),
    faceMm: mm(ITEM_RANGES_MM.rubbingFace),
    force: oneOf(RUBBING_FORCES),
  }),
  'cutting tool': record({ ...shared('cutting tool'), shape: oneOf(CUTTING_SHAPES), widthMm: mm(TOOL_RANGE_MM) }),
  press: record({
    ...shared('press'),
    bedMm: sizeMm(ITEM_RANGES_MM.bed),
    /** Between bed and cylinder or platen. */
    gapMm: mm(HEIGHT_RANGE_MM),
  }),
  hand: record({ ...shared('hand'), experience: oneOf(EXPERIENCES) }),
  rack: record({
    ...shared('rack'),
    places: whole(ITEM_RANGES.places),
    placeMm: sizeMm(ITEM_RANGES_MM.place),
  }),
  room: record({
    ...shared('room'),
    temperatureC: inRange(ITEM_RANGES.temperatureC, ' °C'),
    relativeHumidityPercent: inRange(ITEM_RANGES.relativeHumidityPercent, ' %'),
  }),
  shim: record({ ...shared('shim'), thicknessMm: mm(SHIM_RANGE_MM) }),
  /** When the workshop works: the same hours on each of these days. */
  hours: record({
    ...shared('hours'),
    days: list(oneOf(WEEKDAYS), WEEKDAYS.length)
      .min(1, phrase('items.chooseAtLeastOne'))
      .test(
        'once',
        phrase('items.eachDayIsNamed'),
        (days: readonly string[] | undefined) => !days || new Set(days).size === days.length,
      ),
    handId: whose(),
    from: timeOfDay(),
    to: timeOfDay(),
  }).test(
    'later',
    phrase('items.workEndsAfterIt'),
    (v: { from: string; to: string } | undefined) =>
      !v || ![v.from, v.to].every((time) => TIME_OF_DAY.test(time)) || v.to > v.from,
  ),
  /** Inks that the prints of a series share: whole, as the print they come from had them. */
  palette: record({ ...shared('palette'), inks: list(ink.omit(['id']), MOST_PALETTE).min(1) }),
  /** Days on which nobody works, or one hand does not, from the first to the last. */
  'days off': record({
    ...shared('days off'),
    handId: whose(),
    from: isoDay().required(),
    to: isoDay().required(),
  }).test(
    'later',
    phrase('items.daysOffEnd'),
    (v: { from: string; to: string } | undefined) => !v || ![v.from, v.to].every(isDay) || v.to >= v.from,
  ),
};

type Items = { readonly [Kind in keyof typeof ITEMS]: Frozen<InferType<(typeof ITEMS)[Kind]>> };

/** A thing of the workshop that all its prints can use. */
export type WorkshopItem = Items[keyof Items];
export type ItemKind = WorkshopItem['kind'];
export type ItemOf<Kind extends ItemKind> = Items[Kind];

export const ITEM_KINDS = Object.keys(ITEMS) as readonly ItemKind[];

const isKind = (kind: unknown): kind is ItemKind => typeof kind === 'string' && Object.hasOwn(ITEMS, kind);

/** A thing of the workshop of whatever kind it says it is. */
export const item = (): ISchema<WorkshopItem> =>
  lazy((value: { kind?: unknown } | undefined) =>
    isKind(value?.kind) ? ITEMS[value.kind] : record({ kind: oneOf(ITEM_KINDS) }),
  ) as unknown as ISchema<WorkshopItem>;

/** Checks a thing of the workshop from outside. Failures: `newer`, `item`. */
export function checkItem(value: unknown): Outcome<WorkshopItem> {
  const { kind, version } = (value ?? {}) as { kind?: unknown; version?: unknown };
  if (typeof version === 'number' && version > ITEM_VERSION) return failure('newer.thisWasWrittenBy');
  if (!isKind(kind)) return failure('item.isNothingAWorkshop', { kind: String(kind) });
  return checkWith<WorkshopItem>(ITEMS[kind], value);
}
