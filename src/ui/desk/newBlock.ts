import type { EditOf, Ink, Place, Plan } from '@/model';
import { TYPE_HEIGHT_MM } from '@/core/registration';
import { runsWords } from '@/words/runs';
import { typeWords } from '@/words/type';
import { laidAt } from '@/derived';

type Colours = NonNullable<Plan['flat']>['colours'];

/** One block more as it is first: of the material of the others, in a transparent ink of its first colour; `within`: drawn by hand. */
export function newBlock(plan: Plan, colours: Colours, within?: Place): EditOf<'block-added'> {
  const number = plan.blocks.length + 1;
  const as = `more-${Date.now().toString(36)}`;
  return {
    kind: 'block-added',
    as,
    name: runsWords('addBlock.block', { number }),
    materialId: plan.blocks[0].materialId,
    colourIds: colours.map(({ id }) => id),
    ...(within && { within }),
    ink: inkFor(plan, colours[0], as, runsWords('addBlock.overAll', { colour: colours[0].name }), 'transparent'),
  };
}

/** The ink a colour is first printed in where it gets one of its own: its wish, of the medium of the others. */
export function inkFor(plan: Plan, colour: Colours[number], as: string, name: string, opacity: Ink['opacity']): Ink {
  return {
    id: `ink-${as}`,
    name: name.slice(0, 60),
    mediumId: plan.inks[0]?.mediumId ?? 'oil relief',
    solidLabD50: colour.wantedLabD50,
    opacity,
    film: null,
    recipe: null,
    softenerPercent: plan.inks.at(-1)?.softenerPercent ?? 0,
  };
}

/** All that lies within a place, printed from a block of its own; its ink begins as the colour the place is named by, or as the darkest. */
export function drawnBlock(plan: Plan, place: Place): EditOf<'block-added'> {
  const colours = [...plan.flat!.colours].sort((a, b) => a.wantedLabD50[0] - b.wantedLabD50[0]);
  const named = place.anchors[0]?.colourId;
  const first = colours.find(({ id }) => id === named) ?? colours[0];
  return newBlock(plan, [first, ...colours.filter((one) => one !== first)], place);
}

/** What a tint begins as: light and thin, so that everything over it keeps its own colour nearly. */
const TINT_LAB_D50 = [88, 2, 18] as const;

/** A tint under or over all: the whole image, or what lies within a shape; `texture`: a word for the bench. */
export function tintBlock(
  plan: Plan,
  first: boolean,
  within: Place | undefined,
  texture: string,
): EditOf<'block-added'> {
  const colours = plan.flat!.colours,
    made = newBlock(plan, colours, within);
  return {
    ...made,
    first,
    name: texture ? typeWords('tintNamed', { texture }) : typeWords('tintName'),
    ink: { ...made.ink, name: typeWords('tintInk'), solidLabD50: TINT_LAB_D50 },
  };
}

/** A title in type black, under the middle of the image; `set`: its letters as they were set. */
export function typeBlock(
  plan: Plan,
  text: string,
  set: { readonly outlinesMm: Place['outlinesMm']; readonly widthMm: number },
): EditOf<'type-added'> {
  const { widthMm, heightMm } = plan.picture!,
    as = `type-${Date.now().toString(36)}`;
  const atMm = { xMm: Math.round(5 * (widthMm - set.widthMm)) / 10, yMm: heightMm + 8 };
  return {
    ...{ kind: 'type-added', as, within: laidAt(set.outlinesMm, atMm) },
    line: { text, ...FIRST_TYPE, highMm: TYPE_HEIGHT_MM, by: 'hand', atMm, widthMm: set.widthMm },
    ink: {
      ...inkFor(plan, plan.flat!.colours[0], as, typeWords('inkName'), 'opaque'),
      solidLabD50: [18, 0, 0],
    },
  };
}
export const FIRST_TYPE = { face: 'slab', sizePt: 14 } as const;
