export { type LabelMap, type PartMap, type ColourRaster, OUTSIDE, labelSet, labelCounts } from './raster';
export {
  type BitMask,
  emptyMask,
  maskOfLabels,
  nestedMasks,
  countPixels,
  hasPixel,
  setPixel,
  eachRunOf,
  invertMask,
  maskAnd,
  maskAndNot,
} from './bitMask';
export { type Changes, changesOfLabels, eachChange } from './changes';
export { erodeDisc, dilateDisc, openDisc, thinnerThan, thinnestWidthPx } from './discMorphology';
export { type OpeningShape, openingShape, Opening } from './opening';
export { type IslandMap, findIslands, islandsOfMask, islandAt, eachMeeting, eachStripOf } from './islands';
export { type SeamRule, pieceMapOf, piecesOf, seamMask } from './seams';
export { type ArcMap, traceArcs } from './arcs';
export { ringsOf, eachPointOf, areaOfRingsPx } from './rings';
export { type Fill, type Shade, FillsAt, packRgb } from './shade';
export { type LabelStyle, type View, paintLabels, paintEdges, paintRaster } from './paint';
export { type LabelCoverage, labelCoverage, coarserCoverage, labelOfCell, paintCoverage } from './coverage';
export { squaredDistances, labelGapsPx, labelBordersPx } from './distance';
export { type OtherDistances, distancesToOther, distancesAcrossMask, MOST_CAP_PX } from './otherDistance';
export { squaredDistancesToMask, FAR } from './maskDistance';
export {
  type AnchorPx,
  type Region,
  islandByKey,
  islandOfAnchor,
  islandsOfRegion,
  regionMask,
  fillSpan,
  fillOutlines,
  fillLine,
} from './region';
export {
  type Box,
  type IslandFigures,
  type MiddleLines,
  neighboursOf,
  boxOf,
  islandFigures,
  middleLines,
  thinnestOfIsland,
} from './islandFigures';
export { thinned, chainsOf } from './thinning';
export { NarrowLines, MAX_NARROW_PX } from './narrowLines';
export { type CurveMap, curvesOf, eachCurveOf } from './curves';
export { circleArcsOf } from './circleArcs';
