interface OlderPlan {
  readonly version: number;
  readonly way: object;
  readonly toolMm?: number;
  readonly inks: readonly object[];
  readonly blocks: readonly { readonly sides?: readonly { readonly stages?: readonly object[] }[] }[];
  readonly layout?: { readonly marginMm?: number; readonly marginRule?: string; readonly exportPaper?: string };
  readonly sheets?: object;
  readonly transfer?: object;
  readonly fit?: object;
  readonly runs: readonly { readonly colourId: string; readonly inkings: readonly object[] }[];
  readonly picture?: { readonly raster?: { readonly widthPx?: number; readonly mmPerPx?: number } } | null;
  readonly lettering?: readonly number[];
  readonly masks?: readonly { readonly place?: OlderPlace }[];
}
interface OlderRun {
  readonly id: string;
  readonly inkings: readonly { readonly stageId: string }[];
}
interface OlderPlace {
  readonly islands?: readonly number[];
  readonly outlinesMm?: unknown;
}

/**
 * A stored plan in the present form. Version 1 knew reductions only, and inks by colour and a word; version 2 knew no overlaps, masks or
 * tools; version 3 no paper but what one margin makes, and no size of a block; version 4 named islands by their first pixel; version 5 had one kind of ink, named the
 * process, and laid every inking of a run by itself; version 6 used nothing of the workshop by name; version 7 kept colours from printing by their zone alone, no reasons; version 8 kept no progressive sets; version 9
 * flattened without asking whether it can be cut; version 10 did not ask how one works; version 11 did not say what a fade is laid by, nor how long a day on open films is; version 12 listed pieces
 * of a side that nothing was made of, instead of how it is sawn; version 13 knew neither how parent sheets are parted, nor what things cost, nor days; version 14 knew one set of inks, and told no record; version 15 did not say how sheets are finished. Each step is
 * frozen as the release made it that brought the form: it takes no value from elsewhere in the program.
 */
export function upgradedPlan(stored: unknown): unknown {
  const plan = stored as OlderPlan | null;
  if (!plan || !Array.isArray(plan.runs) || !Array.isArray(plan.inks)) return stored;
  if (plan.version === 1) return upgradedPlan(fromOne(plan));
  if (plan.version === 2) return upgradedPlan(fromTwo(plan));
  if (plan.version === 3) return upgradedPlan(fromThree(plan));
  if (plan.version === 4) return upgradedPlan(fromFour(plan));
  if (plan.version === 5) return upgradedPlan(fromFive(plan));
  if (plan.version === 6) return upgradedPlan({ ...plan, version: 7, uses: [], frozenAt: null });
  if (plan.version === 7) return upgradedPlan(fromSeven(plan));
  if (plan.version === 8) return upgradedPlan({ ...plan, version: 9, sheets: { ...plan.sheets, progressiveSets: 0 } });
  if (plan.version === 9) return upgradedPlan({ ...plan, version: 10 });
  if (plan.version === 10)
    return upgradedPlan({
      ...plan,
      version: 11,
      way: { ...plan.way, chosen: null, begins: { blocks: 'one side', mediumId: 'oil relief', opacity: 'opaque' } },
    });
  if (plan.version === 11) return upgradedPlan(fromEleven(plan));
  if (plan.version === 12) return upgradedPlan(fromTwelve(plan));
  if (plan.version === 13) return upgradedPlan(fromThirteen(plan));
  if (plan.version === 14) return upgradedPlan(fromFourteen(plan));
  if (plan.version === 15) return fromFifteen(plan);
  return stored;
}

function fromOne(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 2,
    way: { ...plan.way, under: 'dry' },
    rules: { direction: 'free', pinnedIds: [], maxFilms: 5, rollerClearanceMm: 20 },
    inks: plan.inks.map((ink, place) => ({
      ...ink,
      film: null,
      recipe: null,
      softenerPercent: Math.min(10, 2 * place),
    })),
    runs: plan.runs.map(({ colourId, ...run }) => ({
      ...run,
      inkings: Array.isArray(run.inkings)
        ? run.inkings.map((inking: object) => ({ ...inking, colourId, zoneIds: null, filmWeight: 1 }))
        : run.inkings,
    })),
  };
}

const TOOLS_OF_THREE_MM = [0.5, 1, 2, 3, 6, 10];

function fromTwo({ toolMm, ...plan }: OlderPlan): unknown {
  const narrowest = typeof toolMm === 'number' ? toolMm : TOOLS_OF_THREE_MM[0];
  return {
    ...plan,
    version: 3,
    fit: { trapMm: 0, pairs: [], chokeMm: 0 },
    masks: [],
    lettering: [],
    kept: [],
    toolsMm: [narrowest, ...TOOLS_OF_THREE_MM.filter((mm) => mm > narrowest)],
    roller: { diameterMm: 50, soft: false, depthMm: 1.5 },
    transfer: { wayId: 'tracing', spares: 2 },
    blocks: Array.isArray(plan.blocks) ? plan.blocks.map((block: object) => ({ ...block, grainDeg: 0 })) : plan.blocks,
  };
}

function fromThree({ layout, ...plan }: OlderPlan): unknown {
  return {
    ...plan,
    version: 4,
    layout: {
      solve: 'paper',
      rule: layout?.marginRule,
      marginMm: layout?.marginMm,
      marginsMm: { top: 40, right: 40, bottom: 48, left: 40 },
      paperMm: { widthMm: 320, heightMm: 270 },
      allowanceMm: null,
      copies: { columns: 1, rows: 1, gapMm: 10 },
      titleRoomMm: 12,
      tornEdges: [],
      paperSide: 'smooth',
      paperGrain: 'upright',
      exportPaper: layout?.exportPaper,
    },
    register: {
      hand: 'practised',
      paperDampChange: 0,
      woodMoistureChange: 0,
      sliverMm: 0.25,
      wishShare: 0.05,
      stock: [
        { name: 'board', thicknessMm: 0.4 },
        { name: 'paper', thicknessMm: 0.1 },
      ],
      heights: { blockMm: 4, backingMm: 0, paperMm: 0.3, packingMm: 2, pressGapMm: null },
    },
    blocks: Array.isArray(plan.blocks) ? plan.blocks.map((block: object) => ({ ...block, sizeMm: null })) : plan.blocks,
  };
}

function fromFour(plan: OlderPlan): unknown {
  const widthPx = plan.picture?.raster?.widthPx ?? 0,
    mmPerPx = plan.picture?.raster?.mmPerPx ?? 0.1;
  const anchors = (islands: unknown) =>
    widthPx > 0 && Array.isArray(islands)
      ? islands.map((first: number) => ({
          xMm: toMicron(((first % widthPx) + 0.5) * mmPerPx),
          yMm: toMicron((Math.floor(first / widthPx) + 0.5) * mmPerPx),
          colourId: null,
        }))
      : [];
  const placed = (place: OlderPlace | undefined) =>
    place && { anchors: anchors(place.islands), outlinesMm: place.outlinesMm };
  const stage = (old: { within?: OlderPlace }) => (old.within ? { ...old, within: placed(old.within) } : old);
  return {
    ...plan,
    version: 5,
    lettering: anchors(plan.lettering),
    masks: Array.isArray(plan.masks)
      ? plan.masks.map((mask: { place?: OlderPlace }) => ({ ...mask, place: placed(mask.place) }))
      : plan.masks,
    blocks: Array.isArray(plan.blocks)
      ? plan.blocks.map((block: OlderPlan['blocks'][number]) => ({
          ...block,
          sides: Array.isArray(block.sides)
            ? block.sides.map((side) => ({
                ...side,
                stages: Array.isArray(side.stages) ? side.stages.map(stage) : side.stages,
              }))
            : block.sides,
        }))
      : plan.blocks,
  };
}

function toMicron(mm: number): number {
  return Math.round(mm * 1000) / 1000;
}

/** An older run's inkings under the cuts they print from; what is new stands as it was without it. */
function formesOf(run: OlderRun): unknown {
  if (!Array.isArray(run.inkings)) return undefined;
  const cutIds = [...new Set(run.inkings.map((inking) => inking.stageId))];
  return cutIds.map((cutId, place) => ({
    id: place === 0 ? `forme-${run.id}` : `forme-${run.id}-${place + 1}`,
    cutId,
    offsetMm: { xMm: 0, yMm: 0 },
    turnDeg: 0,
    inkings: run.inkings
      .filter((inking) => inking.stageId === cutId)
      .map(({ stageId: _, ...inking }) => ({ ...inking, fade: null, laidBy: 'roller' })),
  }));
}

function fromFive(plan: OlderPlan): unknown {
  const { process: _process, ink, ...way } = plan.way as { process?: unknown; ink?: unknown };
  return {
    ...plan,
    version: 6,
    way,
    inks: plan.inks.map(({ id, name, ...rest }: { id?: unknown; name?: unknown }) => ({
      id,
      name,
      mediumId: ink,
      ...rest,
    })),
    blocks: Array.isArray(plan.blocks)
      ? plan.blocks.map((block: OlderPlan['blocks'][number]) => ({
          ...block,
          sides: Array.isArray(block.sides)
            ? block.sides.map(({ stages, ...side }) => ({ ...side, pieces: [], cuts: stages }))
            : block.sides,
        }))
      : plan.blocks,
    runs: (plan.runs as unknown as readonly OlderRun[]).map(({ inkings, ...run }) => ({
      ...run,
      formes: formesOf({ ...run, inkings }),
    })),
  };
}

function fromSeven(plan: OlderPlan): unknown {
  interface Seven {
    readonly formes?: readonly { readonly inkings?: readonly object[] }[];
  }
  const inkings = (old: readonly object[] | undefined) =>
    Array.isArray(old) ? old.map((inking: object) => ({ ...inking, keptOut: [] })) : old;
  return {
    ...plan,
    version: 8,
    decisions: [],
    runs: (plan.runs as unknown as readonly Seven[]).map((run) => ({
      ...run,
      formes: Array.isArray(run.formes)
        ? run.formes.map((forme: { readonly inkings?: readonly object[] }) => ({
            ...forme,
            inkings: inkings(forme.inkings),
          }))
        : run.formes,
    })),
  };
}

function fromEleven(plan: OlderPlan): unknown {
  interface Eleven {
    readonly formes?: readonly {
      readonly inkings?: readonly { readonly fade?: object | null; readonly laidBy?: string }[];
    }[];
  }
  return {
    ...plan,
    version: 12,
    way: {
      ...plan.way,
      begins: { ...(plan.way as { readonly begins?: object }).begins, key: 'last' },
      day: { openMinutes: null, changeOverMinutes: 20 },
    },
    runs: (plan.runs as unknown as readonly Eleven[]).map((run) => ({
      ...run,
      formes: Array.isArray(run.formes)
        ? (run.formes as NonNullable<Eleven['formes']>).map((forme) => ({
            ...forme,
            inkings: Array.isArray(forme.inkings)
              ? forme.inkings.map((inking: { readonly fade?: object | null; readonly laidBy?: string }) => ({
                  ...inking,
                  fade: inking.fade && {
                    ...inking.fade,
                    by: inking.laidBy === 'brush' ? 'brush' : 'two ribbons',
                    wanted: null,
                  },
                }))
              : forme.inkings,
          }))
        : run.formes,
    })),
  };
}

function fromTwelve(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 13,
    transfer: { ...plan.transfer, ticked: [] },
    way: {
      ...plan.way,
      blend: { percent: 0, passes: 4, wanted: false, reachMm: 3, chargedFirst: 'lighter' },
      begins: { ...(plan.way as { readonly begins?: object }).begins, type: false },
    },
    blocks: Array.isArray(plan.blocks)
      ? plan.blocks.map((block: OlderPlan['blocks'][number]) => ({
          ...block,
          type: null,
          sides: Array.isArray(block.sides)
            ? block.sides.map(({ pieces: _pieces, ...side }: { readonly pieces?: unknown }) => ({
                ...{ ...side, saw: null },
                drawnLarger: { acrossPercent: 0, downPercent: 0 },
              }))
            : block.sides,
        }))
      : plan.blocks,
  };
}

function fromThirteen(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 14,
    parting: {
      by: 'cut',
      grain: 'either',
      keptEdges: [],
      lossMm: 0,
      edgeMm: 5,
      strips: 0,
      stripMm: { widthMm: 60, heightMm: 200 },
    },
    costs: { inkPer100G: 0, blockPerDm2: 0, anHour: 0 },
    days: { aim: 'earliest finish', wishedBy: null, eveningsOnly: false, pins: [], kept: [], keptAt: null },
  };
}

function fromFourteen(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 15,
    colourways: [],
    record: { by: '', printedBy: '', place: '', year: '', technique: '', statement: '', rights: '', price: '' },
  };
}

function fromFifteen(plan: OlderPlan): unknown {
  return {
    ...plan,
    version: 16,
    finishing: {
      ...{ to: 'paper', marginMm: 0, lines: [], interleave: false, pressDays: 0 },
      shape: { offsetMm: 2, roundMm: 1, openings: false, leastMm2: 20, colourIds: [] },
    },
  };
}
