/** Short questions beside the rehearsal, answered on pictures. */
export const practice = {
  title: 'Short questions',
  says: 'Made by reckoning, so none comes twice on this device. After each the reason. Ink, sheets and drying may be asked of this print.',
  level: 'How hard',
  levels: { first: 'first steps', second: 'as at the bench', third: 'near misses' },
  begin: 'Ask me',
  next: 'Next question',
  enough: 'Enough for today',
  none: 'No new question came of it. Try another level.',
  answers: 'Answers',
  right: 'Right.',
  wrong: 'Not so: it is {letter}.',
  asked: 'Question {number, number}',
  record: 'What is still shaky',
  standing: { new: 'not asked yet', shaky: 'still shaky', firm: 'firm' },
  kind: {
    transfer: 'drawing onto the block',
    cut: 'what is cut before a run',
    overprint: 'inks over one another',
    shim: 'shims',
    sheets: 'how many sheets',
    fault: 'causes of faults',
    mirrored: 'mirrored blocks',
    dry: 'drying',
  },
  ask: {
    transfer: 'The drawing comes onto the block by: {way}. How must it look as you prepare it?',
    cut: 'A reduction in {runs, number} runs. Which piece is cut away before run {run, number}?',
    overprint:
      '{opacity, select, transparent {A transparent} half {A half opaque} other {An opaque}} ink is printed over a dry film. What is seen where they lie over one another?',
    shim: 'A run lies {right, select, none {} other {{right} too far right}}{both, select, true { and } other {}}{down, select, none {} other {{down} too {low, select, true {low} other {high}}}}, as the print is seen. Its block has one stop at the right and two at the foot. How far is it held off?',
    sheets:
      '{edition, number} good prints are wanted, through {runs, plural, one {# run} other {# runs}}, by {hand, select, new {a hand that is new to it} practised {a practised hand} other {the hand of a workshop}}. How many sheets are the fewest of these that give them in nine cases of ten?',
    fault: 'On the sheet: {sign}, printed from {block, select, lino {lino} other {wood}}. What is the likeliest cause?',
    mirrored: 'Each block stands under the print it is for. Which one is drawn the wrong way round?',
    dry: 'A film of {medium} on {films, plural, =0 {bare paper} one {one film} other {# films}}, at {temperature, number} °C and {humidity, number} % humidity. When may the next film follow?',
  },
  clue: '{question} {yes, select, true {Yes.} other {No.}}',
  option: {
    transfer:
      '{mirrored, select, true {mirrored} other {as the print is seen}}{headDown, select, true {, upside down} other {}}',
    cut: '{colour}, at {letter}',
    overprint:
      'L* {lightness, number, ::precision-integer}, a* {redness, number, ::precision-integer}, b* {yellowness, number, ::precision-integer}',
    shim: 'right stop {right}, foot {foot}',
    sheets: '{sheets, number} sheets',
    mirrored: 'block for {name}',
    dry: 'after {time}',
  },
  sketch: {
    boat: 'a boat',
    house: 'a house on a hill',
    jug: 'a jug and fruit',
    bird: 'a bird on a branch',
    window: 'a window at night',
  },
  picture: {
    print: 'the print, as it is to be',
    runs: 'the runs, in their order',
    below: 'the film below',
    over: 'the ink, alone on paper',
    lies: 'how the run lies, ten times as far off',
    block: '{name}: the print, and the block under it',
  },
  why: {
    transfer:
      'This way {flips, plural, =0 {does not turn the drawing over} one {turns the drawing over} other {turns the drawing over twice}}, and the block is the mirror of the print: so it is prepared {mirrored, select, true {mirrored} other {as the print is seen}}.',
    cut: '{run, plural, =1 {Before the first run the bare paper goes, and nothing else.} other {“{colour}” was printed for the last time in the run before; all that is darker has still to stand.}}',
    overprint:
      '{opacity, select, transparent {A transparent film lets through what lies below and takes its own share of the light: the two work together, darker than either.} half {A half opaque film hides a part of what lies below.} other {An opaque film hides what lies below; what is seen is nearly the ink alone.}}',
    shim: 'A stop pushes the block away from itself: a shim at the right moves it left, one at the foot moves it up, by its own thickness. Too {away, select, true {high means that the other blocks are held off, not this one} other {far right and too low are both mended so}}.',
    sheets:
      'With {sheets, number} sheets the chance is {percent, number} %; the next fewer that is offered gives {less, number} %. Sheets are lost in every run, and luck is shared within one.',
    fault: '{cause}: about {percent, number} % by what is known here, the next {next, number} %.',
    mirrored: 'Printing turns a picture over. A block that looks like its print will print it the wrong way round.',
    dry: 'As likely as not after {middle}; one in ten dries by {low}, nine in ten by {high}. Films below, cold and damp air make it longer (start values).',
  },
} as const;
