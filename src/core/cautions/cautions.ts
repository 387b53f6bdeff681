/** Choices and places in the work that raise a caution. */
export type CautionPlace = 'cut' | 'pull' | 'ink' | 'board';

export interface Caution {
  readonly id: string;
  readonly title: string;
  readonly hazard: string;
  readonly care: string;
  readonly raisedBy: readonly CautionPlace[];
}

/** Stands below every caution. */
export const DEFER_TO =
  'Follow the label, the safety data sheet, your workshop’s rules and local codes; ask a qualified person.';

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'blades',
    title: 'Blades',
    raisedBy: ['cut', 'board'],
    hazard: 'Gouges and knives slip, most of all blunt ones.',
    care: 'Cut away from the holding hand and keep that hand behind the edge; bench hook or non-slip mat; sharp tools; turn the block, not the wrist; good light. Knife and ruler on a cutting mat, blade capped afterwards.',
  },
  {
    id: 'warm-lino',
    title: 'Hard lino',
    raisedBy: ['cut'],
    hazard: 'Cold lino is brittle and the tool jumps; open heat burns it and you.',
    care: 'Warm it on a radiator or under a cloth with warm water in a bottle. No open heat.',
  },
  {
    id: 'hands',
    title: 'Hands and back',
    raisedBy: ['cut', 'pull'],
    hazard: 'Long carving and rubbing strain hand, wrist and back.',
    care: 'Change hands, take breaks, set the table to your height, stop at pain.',
  },
  {
    id: 'solvents',
    title: 'Solvents and thinners',
    raisedBy: ['ink', 'pull'],
    hazard: 'Vapours harm and catch fire.',
    care: 'Vegetable oil and soap first, where they serve. Otherwise air the room, no flames, gloves that resist that solvent, a closed metal bin.',
  },
  {
    id: 'rags',
    title: 'Oily rags',
    raisedBy: ['pull', 'ink'],
    hazard: 'Rags with drying oil can heat up by themselves and burn.',
    care: 'Lay them flat to dry outdoors or keep them in a closed, water-filled metal can, as local rules say.',
  },
  {
    id: 'driers',
    title: 'Driers and pigments',
    raisedBy: ['ink'],
    hazard: 'Metal salts such as cobalt, and some pigments, are harmful.',
    care: 'A few drops, gloves, no dust, never near food.',
  },
  {
    id: 'kitchen',
    title: 'Kitchen tables',
    raisedBy: ['ink', 'pull'],
    hazard: 'Ink and food do not go together.',
    care: 'No food while printing, tools kept apart, table covered, wash up; children and pets away from ink and blades.',
  },
  {
    id: 'sanding',
    title: 'Sanding and dry pigment',
    raisedBy: ['board'],
    hazard: 'Dust harms the lungs.',
    care: 'Wet sanding or extraction, dust mask.',
  },
  {
    id: 'press',
    title: 'Press',
    raisedBy: ['pull'],
    hazard: 'Rollers and platen crush.',
    care: 'Hands clear, hair and sleeves tied, lock it when done; lift with bent knees; closed shoes.',
  },
  {
    id: 'drain',
    title: 'Drain and waste',
    raisedBy: ['pull', 'ink'],
    hazard: 'Ink and solvent poison water.',
    care: 'Nothing down the drain; local rules for waste.',
  },
];

export function cautionsFor(place: CautionPlace): Caution[] {
  return CAUTIONS.filter((caution) => caution.raisedBy.includes(place));
}
