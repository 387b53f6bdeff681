/** The look in one place. Four colours mean something everywhere: press, madder, ochre, slate. */
export const TOKENS = {
  paper: '#F4F0E6',
  sheet: '#FBF9F3',
  ink: '#1F2421',
  pencil: '#62665E',
  hairline: '#D8D2C2',
  /** Print, proceed. */
  press: '#1F5B4E',
  /** Cut: cannot be undone. */
  madder: '#A63A2B',
  /** Drying, waiting; `ochreText` reads on paper. */
  ochre: '#B9821B',
  ochreText: '#85590A',
  /** Damp, water; also where the keyboard is. */
  slate: '#3E5C76',
  standing: '#CFC7B4',
  cleared: '#EFE9DA',
} as const;

export const FONT_TEXT = "'Atkinson Hyperlegible', system-ui, sans-serif";
export const FONT_HEAD = "'Zilla Slab', Georgia, serif";
