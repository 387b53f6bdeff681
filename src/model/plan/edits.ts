import { boolean, string, type InferType } from 'yup';
import { failure, type Outcome, phrase } from '@/core/units';
import { checkWith } from '../check';
import { flat, flatColour, picture } from '../design/design';
import { anchor, place, slipPlace } from '../design/place';
import { BLOCK_MATERIALS } from '@/core/cutting';
import {
  between,
  id,
  labD50,
  list,
  mm,
  named,
  oneOf,
  opacity,
  record,
  sha,
  text,
  type Frozen,
  inRange,
  whole,
} from '../fields';
import { FORME_TURN_RANGE, KEPT_OUT_BY, MASK_GROWTH_MM, MOST, MOST_USED, WAYS_OF_WORKING } from '../ranges';
import { item, ITEM_KINDS } from '../workshop/items';
import { block, drawnLarger, saw, typeLine } from './blocks';
import { finishing } from './finishing';
import { ink } from './inks';
import { mask } from './masks';
import {
  colourway,
  costs,
  days,
  decision,
  fit,
  paper,
  parting,
  printRecord,
  roller,
  rules,
  sheets,
  tools,
  transfer,
  way,
} from './plan';
import { fade, forme, inking, keptOut, point, run } from './runs';
import { heights, layout, register } from './sheet';

const kind = <Kind extends string>(name: Kind) => oneOf([name] as const);

/** A way to print the picture as the search found it, in numbers of its flat colours. */
const label = () => between(phrase('measure.colourOfThePicture'), 0, MOST.colours).integer();
const sketch = record({
  blocks: list(record({ stages: list(list(label(), MOST.colours), MOST.cuts) }), MOST.blocks).min(1),
  runs: list(
    record({
      inkings: list(
        record({
          block: between(phrase('measure.block'), 0, MOST.blocks).integer(),
          stage: between(phrase('measure.cut'), 0, MOST.cuts).integer(),
          zone: list(label(), MOST.colours).nullable().defined(),
          colour: label(),
          ink: record({ labD50: labD50(), keepsInkOf: label().optional(), opacity: opacity().optional() }),
        }),
        MOST.inkings,
      ).min(1),
    }),
    MOST.runs,
  ),
  exact: boolean().required(),
});

/** One schema for each kind of change of a print. Each says what it touches; nothing else of the plan is sent. */
const EDITS = {
  'shapes-changed': record({
    kind: kind('shapes-changed'),
    /** Null: the picture is to be flattened anew. */
    flat: flat.nullable().defined(),
    /** What was done to the islands, for the history: “flattened”, “thicken” … */
    how: text(40),
    /** The map it was made from: where another has taken its place it is refused, so that no hand's work is painted over. */
    from: sha().nullable().optional(),
  }),
  'colour-set': record({
    kind: kind('colour-set'),
    colourId: id(),
    part: flatColour.pick(['name', 'wantedLabD50']).partial(),
    /** Its own ink is printed already and stays as it is; otherwise it follows the wish. */
    keepsInk: boolean().optional(),
  }),
  'bare-paper-set': record({ kind: kind('bare-paper-set'), colourId: id().nullable().defined() }),
  'picture-placed': record({ kind: kind('picture-placed'), picture }),
  'lettering-marked': record({ kind: kind('lettering-marked'), anchor }),
  'lettering-let-go': record({ kind: kind('lettering-let-go'), anchors: list(anchor, 2000) }),
  'inks-mixed': record({
    kind: kind('inks-mixed'),
    inks: list(ink.pick(['id', 'film', 'solidLabD50', 'recipe']), MOST.inks).min(1),
  }),
  /** An ink that no run prints yet. */
  'ink-added': record({ kind: kind('ink-added'), ink }),
  'ink-set': record({ kind: kind('ink-set'), inkId: id(), part: ink.omit(['id']).partial() }),
  'tack-ladder-set': record({ kind: kind('tack-ladder-set') }),
  'inking-set': record({ kind: kind('inking-set'), inkingId: id(), part: inking.omit(['id', 'colourId']).partial() }),
  /** Where a cut lies in the press for a run. */
  'forme-set': record({
    kind: kind('forme-set'),
    formeId: id(),
    part: forme.pick(['offsetMm', 'turnDeg']).partial(),
  }),
  /** The same cut laid again in this run: as a grid from where the forme lies, each further one turned by so much more. */
  'forme-again': record({
    kind: kind('forme-again'),
    formeId: id(),
    columns: whole({ min: 1, max: MOST.formes, what: phrase('measure.copiesAcross') }),
    rows: whole({ min: 1, max: MOST.formes, what: phrase('measure.copiesDown') }),
    stepMm: point,
    turnDeg: inRange(FORME_TURN_RANGE, '°'),
  }),
  'run-set': record({ kind: kind('run-set'), runId: id(), part: run.pick(['impressions']).partial() }),
  'run-pinned': record({ kind: kind('run-pinned'), colourIds: list(id(), MOST.colours), pinned: boolean().required() }),
  'runs-ordered': record({ kind: kind('runs-ordered'), runIds: list(id(), MOST.runs) }),
  /** The same cut printed once more: in the inks it has, or all of it in another. */
  'run-repeated': record({ kind: kind('run-repeated'), runId: id(), as: id(), ink: ink.optional() }),
  'run-removed': record({ kind: kind('run-removed'), runId: id() }),
  /** What becomes of colours of the picture in one inking of a run. */
  'colours-given': record({
    kind: kind('colours-given'),
    runId: id(),
    inkingId: id(),
    colourIds: list(id(), MOST.colours).min(1),
    how: oneOf(['printed', 'not inked', ...KEPT_OUT_BY, 'cut away'] as const),
  }),
  /** Two runs become one: with both inks, rolled apart on one cut, or all in the ink of the first. */
  'runs-joined': record({
    kind: kind('runs-joined'),
    runId: id(),
    withRunId: id(),
    inks: oneOf(['both', 'first'] as const),
  }),
  /** Two runs become one whose ink fades from that of the first named to that of the other. */
  'runs-faded': record({
    kind: kind('runs-faded'),
    runId: id(),
    withRunId: id(),
    fade: fade.omit(['toInkId']),
  }),
  /** Some colours of a run get a run of their own: rolled apart on the same cut, or from a state the block is cut to in between. */
  'run-split': record({
    kind: kind('run-split'),
    runId: id(),
    colourIds: list(id(), MOST.colours).min(1),
    as: id().max(60),
    ink: ink.optional(),
    from: oneOf(['same cut', 'next cut'] as const),
  }),
  /** Some colours of a block get a block of their own; what printed them there prints them from it. */
  'block-split': record({
    kind: kind('block-split'),
    blockId: id(),
    colourIds: list(id(), MOST.colours).min(1),
    as: id().max(60),
    name: named(60),
  }),
  /** The one side of a block is cut into the back of another board instead. */
  'side-taken': record({ kind: kind('side-taken'), blockId: id(), fromBlockId: id() }),
  /** How a side is sawn apart; null: it is whole again. */
  'saw-set': record({ kind: kind('saw-set'), sideId: id(), saw: saw.nullable().defined() }),
  /** How large sides still to be cut are drawn. */
  'sides-drawn': record({ kind: kind('sides-drawn'), sideIds: list(id(), 2 * MOST.blocks).min(1), drawnLarger }),
  /** A line of type, printed last in a run of its own; `within`: the outlines of its letters where they lie. */
  'type-added': record({ kind: kind('type-added'), as: id().max(60), line: typeLine, within: place, ink }),
  'type-set': record({ kind: kind('type-set'), blockId: id(), line: typeLine, within: place }),
  /** The line with its run, and its ink where nothing else is printed in it. */
  'type-removed': record({ kind: kind('type-removed'), blockId: id() }),
  /** A block nothing is printed from. */
  'block-removed': record({ kind: kind('block-removed'), blockId: id() }),
  /** Runs, cuts, zones and opacities as the search has put them together from those that are there. */
  composed: record({
    kind: kind('composed'),
    runIds: list(id(), MOST.runs),
    cuts: list(record({ cutId: id(), standingIds: list(id(), MOST.colours) }), MOST.cuts * MOST.blocks),
    formes: list(record({ formeId: id(), cutId: id().nullable().defined() }), MOST.runs * MOST.formes),
    inkings: list(
      record({
        inkingId: id(),
        zoneIds: list(id(), MOST.colours).nullable().defined(),
        keptOut,
      }),
      MOST.runs * MOST.inkings,
    ),
    opacities: list(record({ inkId: id(), opacity: opacity() }), MOST.inks),
  }),
  /** What a proof was laid with: its inks, weights, passes, and the order its runs came in. */
  'trial-taken': record({
    kind: kind('trial-taken'),
    /** All runs, in their new order. */
    runIds: list(id(), MOST.runs),
    inks: list(ink, MOST.inks),
    runs: list(
      record({
        runId: id(),
        impressions: oneOf([1, 2] as const),
        inkings: list(inking.pick(['id', 'inkId', 'filmWeight']), MOST.inkings * MOST.formes),
      }),
      MOST.runs,
    ).min(1),
  }),
  /** Why something was done, in one line. */
  'decision-noted': record({ kind: kind('decision-noted'), decision }),
  'sketch-taken': record({ kind: kind('sketch-taken'), sketch }),
  'second-tone-added': record({
    kind: kind('second-tone-added'),
    runId: id(),
    place,
    growMm: mm(MASK_GROWTH_MM),
  }),
  'spot-run-added': record({
    kind: kind('spot-run-added'),
    slip: record({ cutId: id(), place: slipPlace }),
    /** Colours that lie there, largest area first. */
    colourIds: list(id(), MOST.colours),
  }),
  /** A block of its own on which these colours of the picture stand, printed over all others (or under them) with an ink of its own. */
  'block-added': record({
    kind: kind('block-added'),
    /** What its block, cut and run are named by. */
    as: id().max(60),
    name: named(60),
    materialId: oneOf(BLOCK_MATERIALS.map((m) => m.id)),
    colourIds: list(id(), MOST.colours).min(1),
    /** Drawn by hand: these colours stand within the place only. */
    within: place.optional(),
    /** Under all others; over them where it is not said. */
    first: boolean().optional(),
    ink,
  }),
  'block-set': record({ kind: kind('block-set'), blockId: id(), part: block.omit(['id', 'sides', 'type']).partial() }),
  'fit-set': record({ kind: kind('fit-set'), part: fit.partial() }),
  'mask-added': record({ kind: kind('mask-added'), mask }),
  'mask-set': record({ kind: kind('mask-set'), maskId: id(), part: mask.omit(['id']).partial() }),
  'mask-removed': record({ kind: kind('mask-removed'), maskId: id() }),
  'finding-kept': record({ kind: kind('finding-kept'), key: string().required().max(60) }),
  'findings-kept': record({ kind: kind('findings-kept'), keys: list(string().required().max(60), 2000).min(1) }),
  'tools-set': record({ kind: kind('tools-set'), toolsMm: tools }),
  'roller-set': record({ kind: kind('roller-set'), part: roller.partial() }),
  'transfer-set': record({ kind: kind('transfer-set'), part: transfer.partial() }),
  'layout-set': record({ kind: kind('layout-set'), part: layout.partial() }),
  'register-set': record({ kind: kind('register-set'), part: register.omit(['heights']).partial() }),
  'heights-set': record({ kind: kind('heights-set'), part: heights.partial() }),
  'sheets-set': record({ kind: kind('sheets-set'), part: sheets.partial() }),
  'parting-set': record({ kind: kind('parting-set'), part: parting.partial() }),
  'costs-set': record({ kind: kind('costs-set'), part: costs.partial() }),
  'days-set': record({ kind: kind('days-set'), part: days.partial() }),
  /** A colourway that is new, or is otherwise. */
  'colourway-set': record({ kind: kind('colourway-set'), colourway }),
  'colourway-removed': record({ kind: kind('colourway-removed'), colourwayId: id() }),
  'finishing-set': record({ kind: kind('finishing-set'), part: finishing.partial() }),
  'record-told': record({ kind: kind('record-told'), part: printRecord.partial() }),
  'rules-set': record({ kind: kind('rules-set'), part: rules.omit(['pinnedIds']).partial() }),
  /** How one works, with the rules and starting values that belong to it; `lay`: runs, blocks and inks begin anew by them. */
  'way-chosen': record({
    kind: kind('way-chosen'),
    chosen: oneOf(WAYS_OF_WORKING).nullable().defined(),
    lay: boolean().required(),
    /** How it lays them, as the search found it. */
    sketch: sketch.nullable().optional(),
  }),
  'way-set': record({ kind: kind('way-set'), part: way.partial() }),
  'paper-set': record({ kind: kind('paper-set'), part: paper.partial() }),
  /** All things of one kind that the print is made with; what they say takes the place of what was typed. */
  'workshop-used': record({
    kind: kind('workshop-used'),
    of: oneOf(ITEM_KINDS),
    items: list(item(), MOST_USED),
  }).test(
    'one-kind',
    phrase('edits.onlyThingsOfOne'),
    // what is no list of things is refused by its own check
    (v: { of: string; items?: readonly ({ kind: string } | null)[] } | undefined) =>
      !v?.items?.every(Boolean) || v.items.every((one) => one?.kind === v.of),
  ),
};

/** Every kind of change of a print. */
export const EDIT_KINDS = Object.keys(EDITS);

type Edits = { readonly [Kind in keyof typeof EDITS]: Frozen<InferType<(typeof EDITS)[Kind]>> };

/** One change of a print as data: shown at once, sent, applied to the newest state, named in the history by its kind. */
export type PlanEdit = Edits[keyof Edits];
export type EditOf<Kind extends PlanEdit['kind']> = Edits[Kind];

/** Checks one edit from outside: its shape and ranges. Whether what it names is there is asked when it is applied. */
export function checkEdit(value: unknown): Outcome<PlanEdit> {
  const given = (value as { kind?: string } | null)?.kind;
  if (given === undefined || !Object.hasOwn(EDITS, given))
    return failure('edit.isNoChangeOf', { given: String(given) });
  return checkWith<PlanEdit>(EDITS[given as PlanEdit['kind']], value);
}
