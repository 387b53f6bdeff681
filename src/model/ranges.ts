import { phrase } from '@/core/units';
import type { PigmentRole } from '@/core/inks';

/** What fields may hold, and what lists they choose from: data without schemas, so that workers can read them. */

export const SIZE_RANGE_MM = { minMm: 10, maxMm: 1000, what: phrase('measure.printedSize') } as const;
export const PLACE_ON_PRINT_MM = { minMm: -2000, maxMm: 4000, what: phrase('measure.placeOnThePrint') } as const;
export const FORME_TURN_RANGE = { min: -180, max: 180, what: phrase('measure.turnOfAForme') } as const;
export const FILM_WEIGHT_RANGE = { min: 0.2, max: 3, what: phrase('measure.filmWeight') } as const;
export const MAX_FILMS_RANGE = { min: 1, max: 20, what: phrase('measure.filmsOnOneSpot') } as const;
export const ROLLER_CLEARANCE_MM = { minMm: 0, maxMm: 200, what: phrase('measure.rollerClearance') } as const;
/** How long one works on films that are open, and what a change of blocks takes in between. */
export const OPEN_MINUTES = { min: 10, max: 4320, what: phrase('measure.minutesTheFilmIsOpen') } as const;
export const CHANGE_OVER_MINUTES = { min: 0, max: 240, what: phrase('measure.minutesOfAChangeOver') } as const;
/** Ink of an open film in the next one, in four passes of the roller; and how often it passes. */
export const BLEND_PERCENT = { min: 0, max: 60, what: phrase('measure.whatIsPickedUp') } as const;
export const BLEND_PASSES = { min: 1, max: 40, what: phrase('measure.passesOfTheRoller') } as const;
/** How far a roller carries one ink into another that meets it on the block. */
export const BLEND_REACH_MM = { minMm: 0, maxMm: 40, what: phrase('measure.howFarInksBlend') } as const;
/** Which of two inks that meet on a block is charged first: the other is tinted. */
export const CHARGED_FIRST = ['lighter', 'darker'] as const;
/** By how much paper and board grow or shrink. */
export const GROWTH_PERCENT = { min: -3, max: 3, what: phrase('measure.growth') } as const;
/** Lines of a key drawing, and how far they are evened. */
export const KEY_WIDTH_MM = { minMm: 0.2, maxMm: 8, what: phrase('measure.widthOfTheKeysLines') } as const;
export const KEY_SMOOTH_MM = { minMm: 0, maxMm: 10, what: phrase('measure.smoothingOfTheKeysLines') } as const;
/** Where the key is printed. */
export const KEY_PLACES = ['first', 'last'] as const;
/** Packs of damp paper. */
export const PACK_G = { min: 0.1, max: 100_000, what: phrase('measure.weightOfThePack') } as const;
export const PACK_SHEETS = { min: 1, max: 1200, what: phrase('measure.sheetsOfThePack') } as const;
export const OUT_SHEETS = { min: 0, max: 1200, what: phrase('measure.sheetsOutOfThePack') } as const;
export const MOISTURE_PERCENT = { min: 1, max: 200, what: phrase('measure.moistureOfThePack') } as const;
/** What is brushed on a block in a run. */
export const BRUSHED_ML = { min: 0, max: 20_000, what: phrase('measure.whatWasBrushed') } as const;
/** How a board lies between layings: brushed with water ahead, resting in the water, or stood on edge to dry alike on both sides. */
export const BOARD_RESTS = ['wetted', 'in the water', 'on edge'] as const;
export const DAMPED_HOW = ['brushed', 'soaked'] as const;
export const PACK_ENDS = ['used up', 'dried out', 'mould'] as const;
export const TRAP_MM = { minMm: 0, maxMm: 3, what: phrase('measure.overlap') } as const;
export const CHOKE_MM = { minMm: 0, maxMm: 3, what: phrase('measure.choke') } as const;
export const DAMP_CHANGE = { min: -1, max: 1, what: phrase('measure.changeOfThePapersDamp') } as const;
export const WOOD_CHANGE = { min: -20, max: 20, what: phrase('measure.changeOfTheWoodsMoisture') } as const;
export const SLIVER_RANGE_MM = { minMm: 0.05, maxMm: 3, what: phrase('measure.sliverThatIsSeen') } as const;
export const MASK_GROWTH_MM = { minMm: 0, maxMm: 20, what: phrase('measure.masksReach') } as const;
export const SPARES_RANGE = { min: 0, max: 50, what: phrase('measure.spareKeyImpressions') } as const;
/** Counted sheets of one print. */
export const MOST_SHEETS = 1200;
export const ADDED_RANGE = { min: 1, max: 500, what: phrase('measure.sheetsToAdd') } as const;
export const STRENGTH_RANGE = { min: 0.05, max: 20, what: phrase('measure.strength') } as const;
export const STOCK_RANGE = { min: 0, max: 100_000, what: phrase('measure.stock') } as const;

/** Counts no print on paper comes near: they keep hostile files small, not work. */
export const MOST = {
  colours: 64,
  inks: 120,
  blocks: 40,
  cuts: 80,
  runs: 80,
  formes: 24,
  inkings: 12,
  pairs: 400,
  decisions: 500,
} as const;
export const LAID_BY = ['roller', 'brush'] as const;
/**
 * What lays a fade: two ribbons of ink rolled into one another on one slab; two rollers that meet on the block; pigment at one end of a brush
 * and paste at the other; or a second brush, on the sheet that is held in place.
 */
export const FADE_BY = ['two ribbons', 'two rollers', 'brush', 'second brush'] as const;
/** How a colour that is inked is kept from printing. */
export const KEPT_OUT_BY = ['mask', 'wipe'] as const;
/** What an order of runs keeps to: lightest or darkest ink first, or the colour with the largest area. */
export const ORDER_RULES = ['free', 'light to dark', 'dark to light', 'largest first'] as const;
/** How a print is worked, as one chooses it at the start. It sets rules and starting values; what is then asked is always those. */
export const WAYS_OF_WORKING = [
  'reduction light first',
  'reduction dark first',
  'block each',
  'overlaps',
  'one day',
  'further block',
  'key rolled',
  'damp and brushed',
  'jigsaw',
  'with type',
] as const;
export type WayOfWorking = (typeof WAYS_OF_WORKING)[number];
/** How a picture that was just flattened is given to blocks: all cut from one, each colour on its own, or one sawn apart along its colours. */
export const BLOCKS_BEGIN = ['one side', 'each colour', 'sawn'] as const;
/** What becomes of the gaps a saw leaves. */
export const SAW_GAPS = ['open', 'closed'] as const;

/** Islands that are not sawn out for being small. */
export const SAW_LEAST_MM2 = { min: 0, max: 100_000, what: phrase('measure.leastSawn') } as const;
/** Faces of the stand-in for a workshop's own type; a box says only where its own will stand. */
export const TYPE_FACES = ['slab', 'slab bold', 'slab italic', 'plain', 'box'] as const;
export const TYPE_BY = ['hand', 'press'] as const;
export const TYPE_PT = { min: 4, max: 400, what: phrase('measure.sizeOfTheType') } as const;
export const TYPE_WIDTH_MM = { minMm: 0, maxMm: 2000, what: phrase('measure.widthOfTheLine') } as const;
export const TYPE_HIGH_MM = { minMm: 1, maxMm: 80, what: phrase('measure.heightOfTheType') } as const;
export const MOST_TYPE = 120;
/** Letters of a reason that is kept with a decision: one line. */
export const MOST_WHY = 120;

export const EXPORT_PAPERS = ['A4', 'A3', 'Letter', 'Tabloid'] as const;
export const MASK_KINDS = ['mask', 'wipe', 'do not ink', 'keep clean'] as const;
export const PIGMENT_ROLES = ['pigment', 'black', 'white', 'extender'] as const satisfies readonly PigmentRole[];
export const SAMPLE_IDS = ['buoy', 'pear', 'lamps'] as const;

/** What is done about a cut too many: left as it is, an inlay let in, the spot printed from a small block, or the picture changed so that it belongs. */
export const SLIP_ANSWERS = ['leave', 'patch', 'spot run', 'change plan'] as const;
/** What is set at the bench and can be told apart by its faults. */
export const SETTINGS = [
  'ink',
  'water',
  'paste',
  'drier',
  'charges',
  'roller or brush',
  'rubbing tool',
  'passes',
  'pressure or packing',
  'slip sheet',
  'paper side',
  'dampness',
  'mask',
  'order of laying',
] as const;
/** Ink in a pot, and what is put into it besides ink. */
export const POT_G = { min: 0.01, max: 20_000, what: phrase('measure.inkInThePot') } as const;
export const POURED = ['ink', 'softener', 'grease', 'drier'] as const;
export const POURED_BY = ['scale', 'typed', 'spoon'] as const;
export const POT_READ_OVER = ['paper', 'below'] as const;
export const POT_READ_BY = ['reader', 'typed', 'file', 'chips', 'photograph'] as const;
export const READ_ERROR = { min: 0, max: 30, what: phrase('measure.errorOfAReading') } as const;
/** Seconds an ink takes to fall from the knife. */
export const FALL_S = { min: 0.2, max: 600, what: phrase('measure.secondsToFall') } as const;
export const POT_ENDS = ['used up', 'thrown away', 'skinned over'] as const;
/** Where a class stands in line, because there is one of it. */
export const STATIONS = ['block', 'press', 'rack'] as const;
export type Station = (typeof STATIONS)[number];
/** Places at the table of a class, and sheets each prints. */
export const CLASS_PLACES = { min: 1, max: 40, what: phrase('measure.placesOfAClass') } as const;
export const CLASS_SHEETS = { min: 1, max: 12, what: phrase('measure.sheetsOfAPlace') } as const;
/** What is timed at the bench. */
export const TIMERS = ['slab', 're-roll', 'own'] as const;
/** What is printed against a warning: on a film that may not be dry yet, or that may have closed. */
export const OVERRULED = ['too early', 'too late'] as const;
/** Hours between the laying of a film and a look at it. */
export const SEEN_HOURS = { min: 1 / 60, max: 100_000, what: phrase('measure.hoursSinceTheFilm') } as const;
export const TIMER_MINUTES = { min: 0.1, max: 2880, what: phrase('measure.minutesOfATimer') } as const;
export const SITTING_HOURS = { min: 0.25, max: 16, what: phrase('measure.hoursOfASitting') } as const;
/** The form acts have now; those written before acts carried a version are of version 1. */
export const ACT_VERSION = 7;
/** What an edition is: alike within the hand, varied on purpose, or single prints from the same blocks, which are none. */
export const EDITION_KINDS = ['identical', 'varied', 'one-offs'] as const;
/** How a print is sorted when all are looked over; open again where it was sorted by mistake. */
export const GRADES = ['good', 'usable', 'not', 'open'] as const;
/** Where a finished print can be. */
export const WHEREABOUTS = ['drawer', 'frame', 'on loan', 'given', 'sold', 'gone'] as const;
/** What became of a block after the edition. */
export const BLOCK_ENDS = ['kept', 'cancelled', 'destroyed'] as const;
/** Ink sets beside the first. */
export const MOST_COLOURWAYS = 8;
/** Cuts and folds drawn on a piece. */
export const MOST_DRAWN_LINES = 200;
export const PRESS_DAYS = { min: 0, max: 60, what: phrase('measure.pressDays') } as const;
/** The longest text of a record. */
export const MOST_RECORD_TEXT = 2000;
/** What a round of proofs is printed to learn; the edition's has none. */
export const ROUND_PURPOSES = ['whole set', 'colour trial', 'registration', 'progressive set'] as const;
/** Sheets of one round of proofs that are begun together. */
export const MOST_PROOFS = 60;
/** Sheets of one row of trials. */
export const MOST_TRIALS = 12;
export const EXTENDER_PERCENT = { min: 0, max: 95, what: phrase('measure.extender') } as const;
/** The round whose sheets are numbered. */
export const EDITION_ROUND = 'edition';
export const READING_SOURCES = ['reader', 'typed', 'file'] as const;

/** What things of the workshop may measure. */
export const ITEM_RANGES_MM = {
  paperThickness: { minMm: 0.01, maxMm: 5, what: phrase('measure.papersThickness') },
  rollerWidth: { minMm: 5, maxMm: 1200, what: phrase('measure.rollersWidth') },
  brush: { minMm: 2, maxMm: 400, what: phrase('measure.brushsWidth') },
  rubbingFace: { minMm: 5, maxMm: 300, what: phrase('measure.faceOfTheRubbingTool') },
  bed: { minMm: 50, maxMm: 4000, what: phrase('measure.bedOfThePress') },
  place: { minMm: 50, maxMm: 4000, what: phrase('measure.placeOnTheRack') },
} as const;
export const ITEM_RANGES = {
  gramsPerM2: { min: 5, max: 1200, what: phrase('measure.weightOfThePaper') },
  price: { min: 0, max: 100_000, what: phrase('measure.priceOfASheet') },
  stockSheets: { min: 0, max: 100_000, what: phrase('measure.sheetsInStock') },
  places: { min: 1, max: 5000, what: phrase('measure.placesOnTheRack') },
  temperatureC: { min: -20, max: 60, what: phrase('measure.temperature') },
  relativeHumidityPercent: { min: 0, max: 100, what: phrase('measure.humidity') },
} as const;
/** How little a paper drinks. */
export const SIZINGS = ['unsized', 'lightly sized', 'sized'] as const;
/** Inks of one palette. */
export const MOST_PALETTE = 24;
export const PAPER_GRAINS = ['long', 'short', 'none'] as const;
export const PAPER_SIDES = ['smooth', 'rough', 'alike'] as const;
export const BRUSH_WORK = ['colour', 'paste', 'water'] as const;
/** Strong rubbing is for large and dark, light for small and pale. */
export const RUBBING_FORCES = ['light', 'strong'] as const;
/** The section of a cutting edge. */
export const CUTTING_SHAPES = ['V', 'U', 'knife', 'flat'] as const;
export const EXPERIENCES = ['new', 'practised', 'workshop'] as const;
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
/** Things one print can use, and the workshop can hold. */
export const MOST_USED = 60;
export const MOST_ITEMS = 1000;
/** How a parent sheet is parted, and what is cut or torn off its raw edges. */
export const PARTED_BY = ['cut', 'torn'] as const;
/** Whether the fibres of all pieces lie one way: along the piece's long side, along its short one, or as they come. */
export const PIECE_GRAINS = ['along', 'across', 'either'] as const;
export const PARTING_MM = {
  loss: { minMm: 0, maxMm: 20, what: phrase('measure.whatATearTakes') },
  edge: { minMm: 0, maxMm: 100, what: phrase('measure.whatComesOffAnEdge') },
  strip: { minMm: 5, maxMm: 1000, what: phrase('measure.sizeOfAStrip') },
} as const;
export const STRIPS_RANGE = { min: 0, max: 500, what: phrase('measure.strips') } as const;
/** What things cost besides paper; nothing is left out of the sum. */
export const COST_RANGE = { min: 0, max: 10_000, what: phrase('measure.cost') } as const;
/** Parents that are parted at once, and pieces that come of them. */
export const PARENTS_RANGE = { min: 1, max: 2000, what: phrase('measure.parentSheets') } as const;
export const PIECES_RANGE = { min: 1, max: 100_000, what: phrase('measure.pieces') } as const;
/** What days are looked for: the earliest end, the latest begin for a day wished for, as few sittings as can be. */
export const DAYS_AIMS = ['earliest finish', 'latest begin', 'fewest sittings'] as const;
/** What a step of a print is, in the order of the work. */
export const STEP_KINDS = [
  'transfer',
  'cut',
  'lock',
  'damp',
  'mix',
  'proof',
  'print',
  'press',
  'trim',
  'fold',
  'sign',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];
/** Steps one print can be put into days with. */
export const MOST_STEPS_OF_DAYS = 1000;
/** Thicknesses of shim a print reckons with. */
export const MAX_SHIMS = 6;
