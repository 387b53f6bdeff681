/** Words of the craft, explained where they stand and on a page of their own. */
export const glossary = {
  title: 'Words of the craft',
  says: 'As they are used here. Where a dotted line stands under a word, touching it shows its card.',
  find: 'Find a word',
  none: 'No word is like that.',
  all: 'All words of the craft',
  close: 'Close',
  drawing: '{term}, drawn',
  term: {
    artistsProof: {
      name: 'A.P.',
      says: 'Artist’s proof: a print as good as the numbered ones, kept outside their count by whoever made it. By custom no more than a tenth of the edition.',
    },
    bat: {
      name: 'B.A.T.',
      says: 'Bon à tirer, “good to print”: the one proof everybody agreed on. Every print of the edition is held against it.',
    },
    block: {
      name: 'Block',
      says: 'The piece of lino, plywood or plank that is cut. What stands takes ink and prints; what is cleared stays the colour of what lies below.',
    },
    chatter: {
      name: 'Chatter',
      says: 'Ink on ground that was cleared: the roller dips into a wide opening, or ridges were left standing. A mask or deeper clearing keeps it off the paper.',
    },
    choke: {
      name: 'Choke',
      says: 'A film that ends a little inside the one below it. Where several films of a reduction would end on one edge, each small misfit shows as a fringe; choked, only one of them makes the edge.',
    },
    colourway: {
      name: 'Colourway',
      says: 'The same cuts printed in another set of inks, on sheets of their own and numbered apart.',
    },
    crossStrip: {
      name: 'Cross strip',
      says: 'Strips of films that were printed before, with a new ink drawn across all of them: every overprint can be read at once.',
    },
    damp: {
      name: 'Damp pack',
      says: 'All sheets damped together and stacked under cover until each is as damp as the next. Paper grows as it takes water, so it has to stay so from the first run to the last.',
    },
    deckle: {
      name: 'Deckle',
      says: 'The uneven edge paper has from the mould. A torn edge looks like one. It cannot come against a stop.',
    },
    deltaE: {
      name: 'ΔE',
      says: 'How far two colours are apart (CIEDE2000). Below 1 hardly anybody sees it; 2 to 3 shows side by side; from 6 on it is another colour.',
    },
    drawdown: {
      name: 'Drawdown',
      says: 'Ink drawn out thin and even over paper and over black, to see and to read what its film really does before it goes on a print.',
    },
    edition: {
      name: 'Edition',
      says: 'The prints that are made alike and numbered: 4/20 is the fourth of twenty. No more are printed afterwards.',
    },
    fade: {
      name: 'Gradation',
      says: 'One run in which the ink goes over into another, or runs out to nothing: laid by one roller with two ribbons, by two rollers that meet, or by a brush.',
    },
    film: {
      name: 'Film',
      says: 'The layer of ink one run lays, some thousandths of a millimetre. Films lie over one another; what is seen comes from all of them.',
    },
    gate: {
      name: 'Gate',
      says: 'The moment a block is cut on. What was there before can never be printed again, so nothing behind it can be undone, and no sheet can be added.',
    },
    ghost: {
      name: 'Ghost',
      says: 'A doubled or shadowed edge: the sheet or the block moved while it was printed.',
    },
    grain: {
      name: 'Grain',
      says: 'The way the fibres of a paper lie, or those of wood run. Damp paper grows most across it; wood splits along it and is cut cleanest with it.',
    },
    island: {
      name: 'Island',
      says: 'A part of one flat colour that hangs together. What is cut, kept, thickened or given to another colour is an island.',
    },
    jigsaw: {
      name: 'Jigsaw block',
      says: 'One board sawn apart along its colours: each piece is inked by itself, all are put together again and printed in one pass.',
    },
    kento: {
      name: 'Kento',
      says: 'Two marks cut into every block: a corner that takes the corner of the sheet, and a straight one for its long side. The block itself tells where the paper lies.',
    },
    key: {
      name: 'Key block',
      says: 'The block that carries the lines of a picture. Colours are laid to its lines, which hide where they do not quite meet.',
    },
    lettering: {
      name: 'Mirrored',
      says: 'Printing turns a picture over: what stands at the left of the block prints at the right. Letters must read backwards on the block to read forwards on the paper.',
    },
    mask: {
      name: 'Mask',
      says: 'A cut-out sheet laid on the block, or between block and paper, that keeps ink off a place in one run.',
    },
    medium: {
      name: 'Medium',
      says: 'What binds the pigment of an ink: oil, water, paste. It decides how thick a film can be, how long it stays open and what it asks of the paper.',
    },
    misfit: {
      name: 'Misfit',
      says: 'How far a run lies from where it should: across, down, turned, or grown. It shows where films of two runs meet on a line.',
    },
    offset: {
      name: 'Offset from the key',
      says: 'A wet print of the key block laid face down on another block: the drawing stands there in its right place, mirrored already.',
    },
    overlap: {
      name: 'Trap',
      says: 'The lighter of two colours that meet grows a little under the darker one. A sheet that lies somewhat off then shows no paper between them; the darker edge, which is what one sees, stays as drawn.',
    },
    packing: {
      name: 'Packing and runners',
      says: 'Sheets that fill a press until block and paper get the right bite; runners are strips as high as the block, beside it, so that the cylinder stays level.',
    },
    progressiveSet: {
      name: 'Progressive set',
      says: 'Prints kept after each run: the first shows one film, the last all of them.',
    },
    reduction: {
      name: 'Reduction',
      says: 'All colours from one block: print, cut away what is to keep that colour, print the next over what still stands. The shapes fit by themselves, and there is no way back.',
    },
    register: {
      name: 'Register',
      says: 'That each run lies where it should on every sheet, and how that is brought about: stops, marks, pins, a frame.',
    },
    ridge: {
      name: 'Ridge',
      says: 'What is left standing between two cuts. Too thin, it breaks under the tool or the roller.',
    },
    run: {
      name: 'Run',
      says: 'One passage of all sheets: a block or several inked and printed once. A run lays one film.',
    },
    shim: {
      name: 'Shim',
      says: 'A strip of foil, card or tissue between a block and its stop. It moves the block by its thickness, so that a run comes into register.',
    },
    sizing: {
      name: 'Sizing',
      says: 'Glue or gelatine in paper. Sized paper keeps ink on top; unsized paper drinks it, and grows more in water.',
    },
    slipSheet: {
      name: 'Slip sheet',
      says: 'A smooth sheet between the back of the print and the rubbing tool or blanket, or between prints in a stack.',
    },
    stage: {
      name: 'Stage',
      says: 'A block as it stands for one run, between two cuts.',
    },
    stops: {
      name: 'Stops and origin corner',
      says: 'What block and paper are pushed against. Three contacts hold a thing: two along one side, one along the other. The corner they make is the origin from which everything is measured.',
    },
    tack: {
      name: 'Tack',
      says: 'How much an ink pulls. An oil film laid over another should pull less than that one, or it lifts it: each later ink gets a little more softener.',
    },
    varied: {
      name: 'V.E.',
      says: 'Varied edition: numbered prints that differ on purpose, in ink, paper or wiping.',
    },
    warmUp: {
      name: 'Warm-up',
      says: 'Pulls on waste paper until block and roller have taken up their ink and the film is even.',
    },
  },
} as const;
