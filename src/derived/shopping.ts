import { registrationWay } from '@/core/registration';
import { isTestSheet, type LossBelief } from '@/core/sheets';
import type { CabinetInk, ItemOf, Plan, ShoppingRow, WorkshopItem } from '@/model';
import { inkNeedOf } from './inkNeed';
import { cutBlocksOf, imageCm2, inkingsOf, inkOf } from './lookups';
import { paperUsed, partedOf, sheetsNeeded, sheetsParted } from './paperStep';
import type { PrintSheet } from './printSheet';
import type { Progress } from './progress';
import { sheetLayoutOf } from './register';
import { sheetAnswerOf } from './belief';
import { inColourway, sheetsInInks } from './colourways';

/** Something a print still wants, before the stock is looked at. */
export interface Need {
  readonly what: ShoppingRow['what'];
  /** Of the workshop or the cabinet; null where it is neither. */
  readonly id: string | null;
  readonly name: string;
  readonly amount: number;
}

/** What is listed first. */
const ORDER: readonly ShoppingRow['what'][] = ['paper', 'sheets', 'board', 'ink', 'film', 'tabs', 'shims'];
/** Strips of film a print wants for the ways that need them: an outline sheet under film, two tabs a sheet for pins. */
const TABS_A_SHEET = 2;
/** Pieces of each thickness a block is held off its stops by: one at each place it touches them. */
const SHIMS_A_BLOCK = 3;

/** What a print still wants: paper that is not parted, ink for what waits, boards that are not begun, film, tabs and shims. */
export function needsOfPrint(plan: Plan, sheet: PrintSheet, progress: Progress, belief: LossBelief): Need[] {
  const { bench, runs } = progress;
  if (plan.runs.length === 0 || bench.marks.length > 0) return [];
  return [
    ...paperNeeds(plan, progress, belief),
    ...plan.runs.flatMap((_, r) =>
      runs[r].phase === 'done'
        ? []
        : [undefined, ...plan.colourways.map(({ id }) => id)].flatMap((colourwayId) => {
            const first = sheetAnswerOf(plan, belief).counted + plan.sheets.testSheets;
            const sheets = bench.started
              ? runs[r].tally.waiting.filter((one) => bench.colourwaySheets.get(one) === colourwayId).length
              : sheetsInInks(plan, bench, colourwayId, first);
            return sheets === 0 ? [] : inkNeeds(inColourway(plan, colourwayId), sheet, r, sheets);
          }),
    ),
    ...cutBlocksOf(plan)
      .filter(({ sides }) =>
        sides.every(({ cuts }) => cuts.every((cut) => !bench.cutsPassed.some(({ cutId }) => cutId === cut.id))),
      )
      .map(({ materialId, sizeMm }) => ({
        ...{
          what: 'board' as const,
          id: null,
          name: materialId,
          amount: sizeMm ? (sizeMm.widthMm * sizeMm.heightMm) / 1e4 : imageCm2(plan) / 100,
        },
      })),
    ...registerNeeds(plan, progress, belief),
    ...shimNeeds(plan, progress),
  ];
}

function paperNeeds(plan: Plan, progress: Progress, belief: LossBelief): Need[] {
  const paper = paperUsed(plan);
  const lots = new Map<string, number>();
  // what was pulled is on paper already
  const begun = new Set(progress.bench.pulls.map((pull) => pull.sheet)).size;
  for (const lot of sheetsNeeded(plan, progress, belief))
    if (lot.paper !== null) lots.set(lot.paper, (lots.get(lot.paper) ?? 0) + lot.sheets);
  return [...lots].flatMap(([name, sheets]): Need[] => {
    const own = paper?.name === name ? paper : undefined;
    const there = own ? Math.max(sheetsParted(progress, own.id), begun) : 0,
      missing = Math.max(0, sheets - there);
    const parted = own && partedOf(plan, own);
    if (missing === 0) return [];
    return own && parted?.ok
      ? [{ what: 'paper', id: own.id, name, amount: Math.ceil(missing / parted.value.pieces.length) }]
      : [{ what: 'sheets', id: null, name, amount: missing }];
  });
}

/** Ink by what it is mixed from; one without a recipe is told by its own name. */
function inkNeeds(plan: Plan, sheet: PrintSheet, r: number, sheets: number): Need[] {
  const run = plan.runs[r];
  return inkingsOf(run).flatMap((inking): Need[] => {
    const ink = inkOf(plan, inking),
      { grams } = inkNeedOf(plan, sheet, run, inking, sheets);
    const parts = ink.recipe?.parts ?? [];
    return parts.length === 0
      ? [{ what: 'ink', id: null, name: ink.name, amount: grams }]
      : parts.map(({ inkId, name, share }) => ({ what: 'ink', id: inkId, name, amount: grams * share }));
  });
}

/** Shims for the blocks that nothing was printed from yet, where the way of registration lets them be pushed off their stops. */
function shimNeeds(plan: Plan, { bench }: Progress): Need[] {
  if (!registrationWay(plan.way.registration).shims) return [];
  const printed = new Set(bench.rounds.flatMap(({ pulls }) => pulls.map(({ runId }) => runId)));
  const blocks = plan.blocks.filter(({ sides }) => {
    const cuts = new Set(sides.flatMap((side) => side.cuts.map(({ id }) => id)));
    return plan.runs.every(
      (run) => !printed.has(run.id) || run.formes.every(({ cutId }) => cutId === null || !cuts.has(cutId)),
    );
  }).length;
  if (blocks === 0) return [];
  return plan.register.stock.map(({ name }) => ({ what: 'shims', id: null, name, amount: SHIMS_A_BLOCK * blocks }));
}

function registerNeeds(plan: Plan, progress: Progress, belief: LossBelief): Need[] {
  const layout = sheetLayoutOf(plan);
  if (!layout) return [];
  if (plan.way.registration === 'outline sheet') return [{ what: 'film', id: null, name: '', amount: 1 }];
  if (plan.way.registration !== 'pins and tabs' || progress.bench.pulls.some(({ sheet }) => !isTestSheet(sheet)))
    return [];
  const sheets = sheetsNeeded(plan, progress, belief)
    .filter(({ what }) => what === 'edition' || what === 'tests')
    .reduce((sum, lot) => sum + lot.sheets, 0);
  return [{ what: 'tabs', id: null, name: '', amount: TABS_A_SHEET * sheets }];
}

/** All that prints want, each thing once, against the stock; what is missing first. */
export function shoppingList(
  wanted: readonly { readonly print: string; readonly needs: readonly Need[] }[],
  items: readonly WorkshopItem[],
  inks: readonly (CabinetInk & { readonly id: string })[],
): ShoppingRow[] {
  const rows = new Map<string, { need: Need; amount: number; prints: Set<string> }>();
  for (const { print, needs } of wanted)
    for (const need of needs) {
      const key = `${need.what} ${need.id ?? need.name}`,
        row = rows.get(key) ?? { need, amount: 0, prints: new Set<string>() };
      rows.set(key, { ...row, amount: row.amount + need.amount, prints: row.prints.add(print) });
    }
  const stockOf = ({ what, id, name }: Need): number | null => {
    if (what === 'paper')
      return items.find((item): item is ItemOf<'paper'> => item.kind === 'paper' && item.id === id)?.stockSheets ?? 0;
    if (what === 'ink')
      return (
        inks.find((ink) => ink.id === id || (id === null && ink.name === name))?.stockG ?? (id === null ? null : 0)
      );
    return null;
  };
  // strips are cut of what the workshop has: none are counted
  const cutFromWhatIsThere = ({ what, name }: Need) =>
    what === 'shims' && items.some((item) => item.kind === 'shim' && item.name === name);
  return [...rows.values()]
    .map(({ need, amount, prints }): ShoppingRow => {
      const stock = stockOf(need);
      const missing = cutFromWhatIsThere(need) ? 0 : Math.max(0, amount - (stock ?? 0));
      return { what: need.what, name: need.name, amount, stock, missing, prints: [...prints] };
    })
    .sort(
      (a, b) =>
        Number(b.missing > 0) - Number(a.missing > 0) ||
        ORDER.indexOf(a.what) - ORDER.indexOf(b.what) ||
        a.name.localeCompare(b.name),
    );
}
