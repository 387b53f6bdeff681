export { pathOfSet, pathOfRings, svgDocument, escapeXml, type SvgLayer } from './svg';
export { writePalette, readPalette, type NamedColour } from './palette';
export { writeCgats, readCgats } from './cgats';
export { cabinetCsv, readCabinetCsv } from './cabinetCsv';
export { ledgerCsv, numberingCsv } from './csv';
export { mediaTypeOf, pngSize, OCTETS } from './mediaType';
export { writeBundle, readBundle, blobsOfPlan, BUNDLE_LIMITS, type PrintBundle } from './bundle';
export {
  pdfOfDrawings,
  tileDrawing,
  PAPER_MM,
  PT_PER_MM,
  RULER_MM,
  TILE_OVERLAP_MM,
  type LineStyle,
  type Drawing,
  type Pen,
} from './pdf';
export { svgOfDrawing } from './svgPen';
export { indexedPng, type PaletteColour } from './indexedPng';
export { openRaster, type RasterLayer } from './openRaster';
export { dxfDocument, type DxfLayer } from './dxf';
