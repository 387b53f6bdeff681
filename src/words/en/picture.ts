/** Picture. */
export const picture = {
  flatten: {
    flatten: 'Flatten',
    theBlockIsCut: 'The block is cut for these shapes, so they are closed. Copy the print to try others.',
    colours: 'colours',
    smooth: 'smooth',
    smallestIsland: 'smallest island',
    stop: 'Stop',
    changesByHand:
      '{handChanges, plural, one {# change} other {# changes}} by hand; flattening anew drops them (undo brings them back).',
    wholePictureFlattenedIn: 'Whole picture flattened in {took, number, ::.0} s.',
    everyPixelHasExactly: 'Every pixel has exactly one colour.',
    aFirstLookNothing: 'a first look; nothing is decided',
  },
  picture: {
    opening: 'opening …',
    colours: 'Colours',
    islands: 'Islands',
    thePictureAndIts: 'The picture and its flat colours',
    bringInAPicture: 'Bring in a picture',
    aSketchADrawing:
      'A sketch, a drawing, a photograph taken in strong light. Drop it here, paste it, or choose a file: PNG, JPEG, WebP, TIFF or SVG, up to 40 megapixels and 60 MB.',
    pictureFlatColoursOr: 'picture, flat colours, or both with the divider',
    letTheIslandGo: 'let the island go',
    theNextOrFormer: 'the next or former island, in reading order',
    takeTheLastPoint: 'take the last point back',
    theBlockIsAlready: 'The block is already cut for this picture. Begin a new print for another one.',
    besideThePicture: 'Beside the picture',
    picture: 'Picture',
    pictureFlat: 'picture | flat',
    flatColours: 'flat colours',
    pictureAlone: 'picture',
    pictureFile: 'Picture file',
    anotherPicture: 'Another picture',
    chooseAFile: 'Choose a file',
    openingTones: 'the colours are laid out …',
    reading: 'reading {file}',
  },
  sizeOf: {
    printedSize: 'Printed size',
    cropTurnSize: 'Crop, turn, size',
    workedOnAtMm: 'worked on at {mmPerPx, number} mm a pixel, {widthPx, number} × {heightPx, number}{sharpness}',
    theSourceHasOne: '. The source has one pixel for each {mm, number, ::.0} mm: edges will be soft',
  },
  lookCanvas: {
    theSheetAfterRun: 'The sheet after run {run, number}, with the core sample',
  },
  useFlatten: {
    colourSplitInTwo: 'colour split in two',
    coloursMerged: 'colours merged',
    flatteningTheWholePicture: 'flattening the whole picture',
    everythingMergedIntoOne:
      'Everything merged into one colour: no other patch is as large as the smallest island, {minIslandMm2, number, ::.0} mm². Lower it, or plan the picture larger.',
    thePictureIsOne: 'The picture is one colour throughout: there is nothing to cut apart.',
  },
} as const;
