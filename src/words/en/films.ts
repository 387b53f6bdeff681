/** How well an ink is known. */
export const films = {
  drawdown: {
    notUsableOverBlack:
      'not usable: over black it reads brighter than over paper, or both grounds are alike. Check which reading is which.',
    opaqueTheBlackDoes:
      'opaque: the black does not show through, so only the ratio of absorption to scattering is known; a thinner drawdown would tell more.',
    transparentNoScatteringWas: 'transparent: no scattering was seen, so thicker films can be trusted, opacity is nil.',
    goodAbsorptionAndScattering: 'good: absorption and scattering both come from the readings.',
    fairOfBandsTell:
      'fair: {good, number} of {bands, number} bands tell both absorption and scattering, the others only one of them.',
  },
  cabinetFilms: {
    twoReadings: '{words} (two readings)',
    crossStrip: '{words} (drawn across {grounds, number} grounds)',
    coarseFromOneSwatch:
      'coarse: from one swatch and a word for its opacity. A reading over a black strip tells far more.',
    goodForMostWork: 'good for most work: from one swatch and its contrast ratio over black.',
  },
} as const;
