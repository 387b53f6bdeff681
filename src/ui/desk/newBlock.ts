import type { EditOf, Ink, Place, Plan } from '@/model';
import { runsWords } from '@/words/runs';

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
