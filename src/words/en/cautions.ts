/** Where work can hurt someone, and what to do about it. */
export const cautions = {
  deferTo: 'Follow the label, the safety data sheet, your workshop’s rules and local codes; ask a qualified person.',
  title: {
    blades: 'Blades',
    'warm-lino': 'Hard lino',
    hands: 'Hands and back',
    solvents: 'Solvents and thinners',
    rags: 'Oily rags',
    driers: 'Driers and pigments',
    kitchen: 'Kitchen tables',
    sanding: 'Sanding and dry pigment',
    press: 'Press',
    drain: 'Drain and waste',
    saw: 'Saws',
  },
  hazard: {
    blades: 'Gouges and knives slip, most of all blunt ones.',
    'warm-lino': 'Cold lino is brittle and the tool jumps; open heat burns it and you.',
    hands: 'Long carving and rubbing strain hand, wrist and back.',
    solvents: 'Vapours harm and catch fire.',
    rags: 'Rags with drying oil can heat up by themselves and burn.',
    driers: 'Metal salts such as cobalt, and some pigments, are harmful.',
    kitchen: 'Ink and food do not go together.',
    sanding: 'Dust harms the lungs.',
    press: 'Rollers and platen crush.',
    drain: 'Ink and solvent poison water.',
    saw: 'Saw blades cut and snap; small pieces jump.',
  },
  care: {
    blades:
      'Cut away from the holding hand and keep that hand behind the edge; bench hook or non-slip mat; sharp tools; turn the block, not the wrist; good light. Knife and ruler on a cutting mat, blade capped afterwards.',
    'warm-lino': 'Warm it on a radiator or under a cloth with warm water in a bottle. No open heat.',
    hands: 'Change hands, take breaks, set the table to your height, stop at pain.',
    solvents:
      'Vegetable oil and soap first, where they serve. Otherwise air the room, no flames, gloves that resist that solvent, a closed metal bin.',
    rags: 'Lay them flat to dry outdoors or keep them in a closed, water-filled metal can, as local rules say.',
    driers: 'A few drops, gloves, no dust, never near food.',
    kitchen:
      'No food while printing, tools kept apart, table covered, wash up; children and pets away from ink and blades.',
    sanding: 'Wet sanding or extraction, dust mask.',
    saw: 'Clamp the board, fingers beside the line and never before the blade, goggles; a fret saw before a machine. What a machine saw asks its manual and a qualified person say.',
    press: 'Hands clear, hair and sleeves tied, lock it when done; lift with bent knees; closed shoes.',
    drain: 'Nothing down the drain; local rules for waste.',
  },
} as const;
