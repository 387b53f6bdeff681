/** What does not go together on a sheet and in its finishing, and what lies on one another under the press. */
export const layout = {
  heights: {
    printedByHandNothing: 'Printed by hand nothing has to pass; the block’s stops must stay lower than its face.',
    packingOfMmWould: 'Packing of {packingWantedMm} would be right.',
    evenWithoutPackingIt: 'Even without packing it is {tooHighMm} too high: open the press.',
    thereAreMmToo: 'There are {littleMm} too little: the block will print weakly or not at all. {packing}',
    theStackIsMm: 'The stack is {pressMm} higher than the press is open: it does not pass, do not force it. {packing}',
    aBiteOfMm: 'A bite of {pressMm} crushes the edges and stretches the paper. {packing}',
    itPassesWithA:
      'It passes with a bite of {pressMm}. Runners as high as the block, {runnerMm}, keep the cylinder level at the block’s ends.',
  },
  way: {
    'corner stops': 'corner stops',
    'card window': 'an L-window in card',
    kento: 'kento',
    'pins and tabs': 'pins and punched tabs',
    'hinged frame': 'a hinged frame',
    'outline sheet': 'an outline sheet under film',
    ticks: 'ticks on four sides',
    'tape guides': 'tape guides',
    'block onto paper': 'the block turned onto paper',
    'by eye': 'nothing but the eye',
  },
  finish: {
    pieceBeyondSheet: 'The pieces reach {beyondMm} beyond the sheet.',
    piecesMeet:
      'Pieces reach {overlapMm} into one another: leave no more than {mostMm} round the image, or lay the images farther apart.',
    shapeBeyondSheet: 'The shape reaches {beyondMm} beyond the sheet: let it reach less far, or print on larger paper.',
    shapesMeet: 'The shapes of neighbouring images meet: they lie {gapMm} apart, {wantedMm} leave room for the knife.',
    shapeInPieces:
      'The shape falls into {pieces, number} pieces. Let it reach farther to hold them together, or leave small ones out.',
    linesBeyondPiece: 'Lines reach {beyondMm} beyond the finished piece.',
    foldsAcrossGrain:
      '{folds, plural, one {One fold runs} other {# folds run}} across the fibres, which lie {grain, select, upright {upright} other {level}}: paper breaks there. Score {folds, plural, one {it} other {them}} first{alone, select, true {, or turn the paper} other {}}.',
    scoreFirst: 'Paper of {gramsPerM2, number} g/m² cracks along a sharp fold: score it first.',
  },
  sheetLayout: {
    theImageIsLarger:
      'The image is larger than the paper: {beyondMm} would lie beyond its {edge, select, top {top} left {left} right {right} other {bottom}} edge. Take larger paper or a smaller image.',
    onThisPaperThe: 'On this paper the margins cannot all be equal: {leftMm} at the sides, {topMm} above and below.',
    paperAndMarginsLeave: 'Paper and margins leave no room for an image. Take larger paper or smaller margins.',
    thereIsRoomFor:
      'There is room for an image of {widthMm} × {heightMm}; the picture is sized {wantedWidthMm} × {wantedHeightMm}. Give it that size in Picture.',
    titleNumberAndSignature:
      'Title, number and signature want {titleRoomMm} below the image; the bottom margin has {bottomMm}.',
    withTheEdgeComes:
      'With {way} the {edge, select, top {top} left {left} right {right} other {bottom}} edge comes against a stop: it must be cut true. Tear another edge, or leave an allowance here and tear it off at the end.',
    thePaperIsSmaller: 'The paper is smaller than {leastMm}.',
    standsOutMmBeyond:
      '{block} stands out {leavesMm} beyond the paper’s {edge, select, top {top} left {left} right {right} other {bottom}} edge when it lies in the origin corner.',
    leavesMmToThe:
      '{block} leaves {leftMm} to the finished sheet’s {edge, select, top {top} left {left} right {right} other {bottom}} edge: its rim will mark the print. Cut the block down or take larger paper.',
  },
} as const;
