import { formatLength, formatSize, trimNumber, type LengthUnit } from '@/core/units';
import { EXPERIENCE_WORDS } from '@/ui/kit/experience';
import { STARTER_WORKSHOP, WEEKDAYS, type ItemKind, type ItemOf, type NewItem, type WorkshopItem } from '@/model';

/** The kinds in the order in which they meet a print, each with what it is called and what a print takes from it. */
export const KINDS: readonly { readonly kind: ItemKind; readonly many: string; readonly use: string }[] = [
  {
    kind: 'paper',
    many: 'Papers',
    use: 'Looks, warnings and recipes reckon with the colour; heights with the thickness.',
  },
  { kind: 'roller', many: 'Rollers', use: 'What is cleared is checked against how far the roller reaches down.' },
  { kind: 'brush', many: 'Brushes', use: 'For colour, paste and water where a block is brushed.' },
  { kind: 'rubbing tool', many: 'Rubbing tools', use: 'Strong for large and dark, light for small and pale.' },
  { kind: 'cutting tool', many: 'Cutting tools', use: 'Gaps narrower than the narrowest of a print cannot be cut.' },
  { kind: 'press', many: 'Presses', use: 'Block, backing, paper and packing are stacked against its gap.' },
  { kind: 'hand', many: 'Hands', use: 'Sheets to start and the spread of a laying follow the least sure hand.' },
  { kind: 'rack', many: 'Racks', use: 'Where sheets lie or hang while they dry.' },
  { kind: 'room', many: 'Rooms', use: 'Films dry sooner in warm and dry air: days follow the room of a print.' },
  { kind: 'shim', many: 'Shims', use: 'Blocks are held off their stops by pieces of these.' },
  { kind: 'hours', many: 'Working hours', use: 'When somebody is there.' },
];

/** A thing of a kind to begin from: the first of the starter set, without what is its own. */
export function freshItem(kind: ItemKind): NewItem {
  const first = STARTER_WORKSHOP.find((one) => one.kind === kind)!;
  return {
    ...first,
    name: kind === 'hours' ? 'new hours' : `new ${kind}`,
    note: '',
    ...(first.kind === 'paper' && { stockSheets: 0 }),
  };
}

type Words = { readonly [Kind in ItemKind]: (item: ItemOf<Kind>, unit: LengthUnit) => string };

/** The figures one would ask for first. */
const FIGURES: Words = {
  paper: (p, unit) =>
    `${trimNumber(p.gramsPerM2, 0)} g/m² · ${formatSize(p.parentMm.widthMm, p.parentMm.heightMm, unit)} · ${sheetsInWords(p.stockSheets)}`,
  roller: (r, unit) =>
    `${formatLength(r.diameterMm, unit)} thick, ${formatLength(r.widthMm, unit)} wide · ${r.soft ? 'soft' : 'hard'}`,
  brush: (b, unit) => `${formatLength(b.widthMm, unit)} wide · for ${b.work}`,
  'rubbing tool': (t, unit) => `${formatLength(t.faceMm, unit)} face · ${t.force}`,
  'cutting tool': (t, unit) => `${t.shape} · ${formatLength(t.widthMm, unit)}`,
  press: (p, unit) => `bed ${formatSize(p.bedMm.widthMm, p.bedMm.heightMm, unit)} · gap ${formatLength(p.gapMm, unit)}`,
  hand: (h) => EXPERIENCE_WORDS[h.experience],
  rack: (r, unit) => `${r.places} places of ${formatSize(r.placeMm.widthMm, r.placeMm.heightMm, unit)}`,
  room: (r) => `${trimNumber(r.temperatureC, 1)} °C · ${trimNumber(r.relativeHumidityPercent, 0)} % humidity`,
  shim: (s, unit) => formatLength(s.thicknessMm, unit),
  hours: (h) => `${daysInWords(h.days)} · ${h.from} to ${h.to}`,
};

export function figuresInWords(item: WorkshopItem, unit: LengthUnit): string {
  return (FIGURES[item.kind] as (item: WorkshopItem, unit: LengthUnit) => string)(item, unit);
}

const sheetsInWords = (sheets: number) => (sheets === 0 ? 'none in stock' : `${sheets} in stock`);

/** “Mon to Fri”, where the days follow one another; otherwise one by one. */
export function daysInWords(days: ItemOf<'hours'>['days']): string {
  const at = days.map((day) => WEEKDAYS.indexOf(day)).sort((a, b) => a - b);
  const run = at.length > 2 && at.every((day, i) => day === at[0] + i);
  return run ? `${WEEKDAYS[at[0]]} to ${WEEKDAYS[at.at(-1)!]}` : at.map((day) => WEEKDAYS[day]).join(', ');
}
