/** What inks are made of, as people say it, and what each asks of paper and block. */
export const mediums = {
  asksOfPaper: {
    'oil relief': 'dry paper; unsized paper drinks it and dries it sooner',
    'water-washable oil': 'dry paper',
    'water-based relief': 'dry paper that does not cockle; a mist of water keeps the slab open',
    'pigment and paste': 'damp paper, as damp at the last sheet as at the first',
    'lithographic oil': 'dry, smooth paper',
  },
  asksOfBlock: {
    'oil relief': 'any block; raw wood drinks once more at the first sheet',
    'water-washable oil': 'any block; water left from washing up must be gone before it is inked',
    'water-based relief': 'sealed wood or lino: raw wood swells',
    'pigment and paste': 'wood, wetted well ahead; lino sheds it',
    'lithographic oil': 'hard, even blocks: it is stiff and pulls',
  },
} as const;
