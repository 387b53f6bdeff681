import type { LengthUnit } from '@/core/units';
import { formatLength, formatSize, trimNumber } from '@/words/lengths';
import { shortDayOf } from '@/words/dates';
import { craftWords } from '@/words/craft';
import { workshopWords } from '@/words/workshop';
import { STARTER_WORKSHOP, WEEKDAYS, type ItemKind, type ItemOf, type NewItem, type WorkshopItem } from '@/model';

/** The kinds in the order in which they meet a print. */
export const KINDS: readonly ItemKind[] = [
  'paper',
  'roller',
  'brush',
  'rubbing tool',
  'cutting tool',
  'press',
  'hand',
  'rack',
  'room',
  'shim',
  'hours',
  'days off',
  'palette',
];

/** A thing of a kind to begin from: the first of the starter set, without what is its own. */
export function freshItem(kind: Exclude<ItemKind, 'palette'>): NewItem {
  const first = STARTER_WORKSHOP.find((one) => one.kind === kind)!;
  return {
    ...first,
    name: workshopWords(`fresh.${kind}`),
    note: '',
    ...(first.kind === 'paper' && { stockSheets: 0 }),
  };
}

/** What things are told with: the unit of lengths, and all things of the workshop, among which some name one another. */
interface Told {
  readonly unit: LengthUnit;
  readonly all: readonly WorkshopItem[];
}

type Words = { readonly [Kind in ItemKind]: (item: ItemOf<Kind>, told: Told) => string };

/** Whose hours or days off these are. */
function whose({ handId }: Pick<ItemOf<'hours'>, 'handId'>, { all }: Told): string {
  if (handId == null) return 'everybody';
  return all.find(({ id }) => id === handId)?.name ?? workshopWords('handGone');
}

/** The figures one would ask for first. */
const FIGURES: Words = {
  paper: (p, { unit }) =>
    workshopWords('figures.paper', {
      weight: trimNumber(p.gramsPerM2, 0),
      size: formatSize(p.parentMm.widthMm, p.parentMm.heightMm, unit),
      stock: p.stockSheets,
    }),
  roller: (r, { unit }) =>
    workshopWords('figures.roller', {
      diameter: formatLength(r.diameterMm, unit),
      width: formatLength(r.widthMm, unit),
      hardness: craftWords(`hardness.${r.soft}`),
    }),
  brush: (b, { unit }) =>
    workshopWords('figures.brush', { width: formatLength(b.widthMm, unit), work: craftWords(`brushWork.${b.work}`) }),
  'rubbing tool': (t, { unit }) =>
    workshopWords('figures.rubbing tool', {
      face: formatLength(t.faceMm, unit),
      force: craftWords(`rubbing.${t.force}`),
    }),
  'cutting tool': (t, { unit }) =>
    workshopWords('figures.cutting tool', {
      section: craftWords(`section.${t.shape}`),
      width: formatLength(t.widthMm, unit),
    }),
  press: (p, { unit }) =>
    workshopWords('figures.press', {
      bed: formatSize(p.bedMm.widthMm, p.bedMm.heightMm, unit),
      gap: formatLength(p.gapMm, unit),
    }),
  hand: (h) => craftWords(`experience.${h.experience}`),
  rack: (r, { unit }) =>
    workshopWords('figures.rack', {
      places: r.places,
      size: formatSize(r.placeMm.widthMm, r.placeMm.heightMm, unit),
    }),
  room: (r) =>
    workshopWords('figures.room', {
      temperature: trimNumber(r.temperatureC, 1),
      humidity: trimNumber(r.relativeHumidityPercent, 0),
    }),
  shim: (s, { unit }) => formatLength(s.thicknessMm, unit),
  palette: (p) => workshopWords('figures.palette', { inks: p.inks.length }),
  'days off': (o, told) =>
    workshopWords('figures.days off', { of: whose(o, told), from: shortDayOf(o.from), to: shortDayOf(o.to) }),
  hours: (h, told) =>
    workshopWords('figures.hours', { of: whose(h, told), days: daysInWords(h.days), from: h.from, to: h.to }),
};

export function figuresInWords(item: WorkshopItem, told: Told): string {
  return (FIGURES[item.kind] as (item: WorkshopItem, told: Told) => string)(item, told);
}

/** “Mon to Fri”, where the days follow one another; otherwise one by one. */
function daysInWords(days: ItemOf<'hours'>['days']): string {
  const at = days.map((day) => WEEKDAYS.indexOf(day)).sort((a, b) => a - b);
  const run = at.length > 2 && at.every((day, i) => day === at[0] + i);
  const said = at.map((day) => craftWords(`weekday.${WEEKDAYS[day]}`));
  return run ? workshopWords('figures.days', { first: said[0], last: said.at(-1)! }) : said.join(', ');
}
