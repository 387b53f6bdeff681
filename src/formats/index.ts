export { pathOfSet, svgDocument, escapeXml, type SvgLayer } from './svg';
export { writePalette, readPalette, type NamedColour } from './palette';
export { writeCgats, readCgats } from './cgats';
export { cabinetCsv, readCabinetCsv } from './cabinetCsv';
export { ledgerCsv, numberingCsv } from './csv';
export { writeBundle, readBundle, blobsOfPlan, BUNDLE_LIMITS, type PrintBundle } from './bundle';
export { pdfOfDrawings, tileDrawing, PAPER_MM, PT_PER_MM, RULER_MM, TILE_OVERLAP_MM, type Drawing, type Pen } from './pdf';
