/**
 * The colours of the house, for the screen and for the drawings it prints: the one place where a colour is written down. Four of
 * them mean something everywhere: press, madder, ochre, slate. sRGB, as #RRGGBB.
 */
export const HOUSE_COLOURS = {
  paper: '#F4F0E6',
  sheet: '#FBF9F3',
  ink: '#1F2421',
  pencil: '#62665E',
  hairline: '#D8D2C2',
  /** Print, proceed. */
  press: '#1F5B4E',
  onPress: '#FFFFFF',
  onPressQuiet: '#D5E6DF',
  /** Cut: cannot be undone. */
  madder: '#A63A2B',
  madderWash: '#F3DFD9',
  /** Drying, waiting; `ochreText` reads on paper. */
  ochre: '#B9821B',
  ochreText: '#85590A',
  /** Damp, water; also where the keyboard is. */
  slate: '#3E5C76',
  /** Edges of fields and small targets. */
  edge: '#A39C8A',
  /** What cannot be pressed just now. */
  resting: '#B9B3A4',
  /** A block: what stands, what is cut now, what was cleared before, what is cut already. */
  standing: '#CFC7B4',
  cutNow: '#F0D9CF',
  cleared: '#EFE9DA',
  cutDone: '#E3E6DA',
  cutDoneStroke: '#7F9A8C',
  /** On a printed sheet what stands has to show on any printer. */
  standingInPrint: '#8C8878',
  backing: '#B5AC97',
  board: '#E4DFD2',
  guide: '#8B8C80',
  violet: '#5B4A6F',
} as const;
