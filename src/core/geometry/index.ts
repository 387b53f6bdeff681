export { type LabelMap, type ColourRaster, OUTSIDE, labelSet, labelCounts } from './raster';
export { type BitMask, emptyMask, maskOfLabels, nestedMasks, countPixels, hasPixel, invertMask, maskAndNot } from './bitMask';
export { erodeDisc, dilateDisc, openDisc, thinnerThan, thinnestWidthPx } from './discMorphology';
export { type IslandMap, findIslands, islandAt, eachStripOf, MAX_STRIPS } from './islands';
export { type ArcMap, traceArcs } from './arcs';
export { type Ring, ringsOf, eachPointOf, areaOfRingsPx } from './rings';
export { type LabelStyle, type View, paintLabels, paintRaster, labelCoverage, coarserCoverage, paintCoverage, packRgb } from './paint';
export { squaredDistances, labelGapsPx } from './distance';
