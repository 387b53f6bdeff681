export { type Lab, labD50FromXyz, xyzFromLabD50 } from './lab';
export { labD50FromSrgb8, srgb8FromLabD50, hexFromLabD50 } from './srgb';
export { oklabFromSrgb8, labD50FromOklab } from './oklab';
export { deltaE2000 } from './deltaE2000';
export {
  type SpectrumStart,
  spectrumFromLabD50,
  solveSpectrum,
  labD50FromSpectrum,
  xyzD50FromSpectrum,
} from './spectrum';
export { BAND_COUNT } from './observerWeights';
export { type Light, LIGHTS, labD50InLight, xyzInLight } from './lights';
export { wordForColour, wordForDifference } from './colourWords';
export { HOUSE_COLOURS } from './houseColours';
export { type Nudge, CHIP_ERROR_DELTA_E, NUDGES, chipsAround, colourByChip } from './chips';
export { GREY_STEPS_LAB_D50, labFromPhotograph } from './photographed';
export { colourOfText } from './typedColour';
