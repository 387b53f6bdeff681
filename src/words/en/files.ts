/** What stands in files that are drawn and written. */
export const files = {
  route: {
    scanAtDpiPng: 'scan at {dpi, number} dpi.png',
  },
  csv: {
    runPulledAt: 'run {run, number} pulled at',
    setAside: 'set aside',
    faultsNoted: 'faults noted',
    runFaults: 'run {run, number} faults',
    runNote: 'run {run, number} note',
    sheet: 'sheet',
    kind: 'kind',
    mark: 'mark',
    test: 'test',
    counted: 'counted',
  },
  pdf: {
    ulexite: 'Ulexite',
    checkRulerMmPrint: 'check ruler: {rulerMm, number} mm. Print at 100 %, no fitting to the page.',
    partOfRowColumn:
      '· part {row, number} of {tiles, number}, row {row2, number}, column {column, number}: cut on one dashed line, lay over the other',
  },
  svgPen: {
    checkRulerMm: 'check ruler: {rulerMm, number} mm',
  },
  cabinet: {
    startValueSeeThe: '{lightFast} (start value; see the label)',
    inkCabinet: 'Ink cabinet',
    drawdownOverPaper: '{ink} drawdown {number, number} over paper',
    drawdownOverBlack: '{ink} drawdown {number, number} over black',
    drawdownThinOverPaper: '{ink} drawdown {number, number} thin over paper',
  },
  drawings: {
    registrationSheet: '{printName}: registration sheet, {jig}',
    beforeRunMirroredAs: '{printName}: {block} before run {run, number}, {inkName}. MIRRORED, as the block lies',
    greyStandsAndPrints: 'grey stands and prints · hatched is cut now · white is cleared already',
    originCorner: 'origin corner',
    mirroredThisIsThe: 'mirrored: this is the block, not the print',
    thisSideUp: 'this side up',
    run: 'run {run, number}',
    runAndInks: 'run {run, number}, {inks}',
  },
  exports: {
    registrationAndCuts: '{name}: registration and cuts',
    registrationAndCutsPdf: '{fileStem} registration and cuts.pdf',
    cutNow: 'cut now',
    runWhatPrintsAs: '{name}, run {number, number}, {inkNames}: what prints, as seen',
    blockBeforeRunMirrored: '{name}, block before run {number, number}: mirrored',
    blockBeforeRun: 'block before run',
    afterRunPng: '{fileStem} after run {run, number}.png',
    ledgerCsv: '{fileStem} ledger.csv',
    numberingCsv: '{fileStem} numbering.csv',
  },
  tracing: {
    title:
      '{print}: {block}, {side}, as it stands{mirrored, select, true {. MIRRORED, as the block} other {, as printed}}',
    head: '{block}, {side}: {cut, select, true {as it stands now} other {not cut yet}} · {mirrored, select, true {mirrored, as the block} other {as printed}}',
    note: 'grey still stands: draw what is to be cut next in dark ink · keep the four corner marks free, and the sheet flat',
    file: '{print}: what still stands',
    pdf: '{stem} what still stands.pdf',
  },
  layered: {
    blockBeforeRun: 'block before run',
    runWhatPrints: 'run {number, number}, {ink}: what prints',
    theSheetAfterRun: 'the sheet after run {number, number}',
    barePaper: 'bare paper',
    cutNowBeforeRun: 'cut now, before run {number, number} ({inkNames})',
    standsAndPrints: '{block}: stands and prints',
    clearedEarlier: 'cleared earlier',
    cutNow: 'cut now',
    runInInk: 'run {run, number} {ink}',
  },
  lidLabel: {
    lidLabelsRun: '{name}: lid labels, run {run, number}',
    lidLabelRunPdf: '{fileStem} lid label run {run, number}.pdf',
    run: '{name}, run {run, number}: {ink}',
    cutOutAndStick:
      'cut out and stick on the lid · left: the ink alone on this paper, right: as it should look on the print',
    noRecipeYetWrite: 'no recipe yet: write it here',
    runAndMass: 'run {run, number} · {mass}',
    day: '{date}{softener, plural, =0 {} other { · softener # %}}',
  },
  fadeFiles: {
    stem: '{fileStem} fade of run {run, number}',
    title:
      '{name}: run {run, number}, {ink}{over, select, true { to {to}} other { to nothing}}. MIRRORED, as it lies on the block',
    at: { begin: 'begins', quarter: '¼', half: '½', threeQuarters: '¾', end: 'ends' },
    zone: {
      pigment: 'pigment',
      paste: 'paste',
      wet: 'wet, no pigment',
      ink: 'ink',
      blend: 'blend',
      second: '{second}',
      nothing: 'nothing',
    },
  },
  sawFiles: {
    stem: '{fileStem} saw',
    linesTitle: '{name}: lines to saw along. MIRRORED, as it lies on the block',
    linesNote:
      '{pieces, plural, one {# piece} other {# pieces}} · the saw takes {sawMm, number} mm: keep it on the middle of the line, upright',
    assemblyTitle:
      '{name}: pieces put together, {mirrored, select, true {MIRRORED, as the block lies} other {as printed}}',
    assemblyNote: '{inks}',
  },
  maskFiles: {
    maskForRun: '{fileStem} mask for run {run, number}',
    maskForRunMirrored: '{name}: mask for run {run, number}, {ink}. MIRRORED, as it lies on the block',
    greyIsMaskAnd:
      'grey is mask and stays · cut out all that is white inside the block · {pins, select, true {punch the two holes} other {the corner lies against the block’s origin corner}}{value}',
    maskRun: 'mask, run {run, number}, {ink}',
    originCorner: 'origin corner',
  },
  prints: {
    asStoredJson: '{found} as stored.json',
    newPrint: 'new print',
    bundleOpened: 'bundle opened',
  },
  transferFiles: {
    keyLines: 'key lines',
    flatTones: 'flat tones',
    mirrored: 'MIRRORED',
    layItFaceUp: 'lay it face up; what you see lands on the block',
    layItFaceDown: 'lay it face down; it turns over on its way to the block',
    originCorner: 'origin corner',
    mirroredLiesAsThe: 'mirrored: lies as the block',
    asSeenLiesFace: 'as seen: lies face down on the block',
    foot: '{name}: {content}, {mirrored, select, true {MIRRORED} other {as seen}} · ruler {rulerMm, number} mm',
    pngFile: '{fileStem}, {dpi, number} dpi.png',
  },
} as const;
