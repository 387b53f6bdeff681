export { type TimedCut } from '@/core/cutting';
export { type BrushedRun } from '@/core/inks';
export { isTestSheet, type RunLosses } from '@/core/sheets';
export {
  failed,
  failure,
  failureSaid,
  familyOf,
  phrase,
  success,
  type Failure,
  type LengthUnit,
  type Outcome,
  type Phrase,
} from '@/core/units';
export {
  SIZE_RANGE_MM,
  FILM_WEIGHT_RANGE,
  FORME_TURN_RANGE,
  PLACE_ON_PRINT_MM,
  MAX_FILMS_RANGE,
  ROLLER_CLEARANCE_MM,
  TRAP_MM,
  CHOKE_MM,
  DAMP_CHANGE,
  WOOD_CHANGE,
  SLIVER_RANGE_MM,
  MASK_GROWTH_MM,
  SPARES_RANGE,
  DAYS_AIMS,
  type StepKind,
  COST_RANGE,
  PARENTS_RANGE,
  PARTED_BY,
  PARTING_MM,
  MOST_DRAWN_LINES,
  PRESS_DAYS,
  PIECE_GRAINS,
  STRIPS_RANGE,
  MOST_SHEETS,
  ADDED_RANGE,
  STRENGTH_RANGE,
  STOCK_RANGE,
  EXPORT_PAPERS,
  MASK_KINDS,
  BLEND_PASSES,
  BLEND_PERCENT,
  BLEND_REACH_MM,
  CHARGED_FIRST,
  CHANGE_OVER_MINUTES,
  BOARD_RESTS,
  BRUSHED_ML,
  DAMPED_HOW,
  FADE_BY,
  MOISTURE_PERCENT,
  PACK_ENDS,
  POT_ENDS,
  POT_G,
  POT_READ_OVER,
  POURED_BY,
  FALL_S,
  SITTING_HOURS,
  STATIONS,
  type Station,
  CLASS_PLACES,
  CLASS_SHEETS,
  TIMER_MINUTES,
  TIMERS,
  PACK_G,
  PACK_SHEETS,
  KEY_PLACES,
  KEY_SMOOTH_MM,
  KEY_WIDTH_MM,
  OPEN_MINUTES,
  MOST_WHY,
  ORDER_RULES,
  SLIP_ANSWERS,
  SAW_LEAST_MM2,
  TYPE_BY,
  TYPE_FACES,
  TYPE_HIGH_MM,
  TYPE_PT,
  WAYS_OF_WORKING,
  type WayOfWorking,
  EDITION_ROUND,
  EDITION_KINDS,
  GRADES,
  BLOCK_ENDS,
  MOST_RECORD_TEXT,
  WHEREABOUTS,
  ACT_VERSION,
  EXTENDER_PERCENT,
  MOST_PROOFS,
  MOST_TRIALS,
  ROUND_PURPOSES,
  SETTINGS,
  SAMPLE_IDS,
  PIGMENT_ROLES,
  BRUSH_WORK,
  CUTTING_SHAPES,
  EXPERIENCES,
  ITEM_RANGES,
  ITEM_RANGES_MM,
  MAX_SHIMS,
  MOST_ITEMS,
  MOST_PALETTE,
  PAPER_GRAINS,
  PAPER_SIDES,
  RUBBING_FORCES,
  SIZINGS,
  WEEKDAYS,
} from './ranges';
export { type Fractions, type PicturePlan, type FlatColour, type FlatPlan } from './design/design';
export { type Anchor, type Place } from './design/place';
export { encodeLabelMap, decodeLabelMap, MAX_LABEL_PIXELS } from './design/labelFile';
export { type Ink } from './plan/inks';
export { type Block, type BlockSide, type Cut, type DrawnLarger, type Saw, type TypeLine } from './plan/blocks';
export { type Run, type Forme, type Inking, type InkFade } from './plan/runs';
export { type Mask, type MaskKind } from './plan/masks';
export { type ExportPaper, type LayoutPlan, type RegisterPlan } from './plan/sheet';
export { type FinishingLine } from './plan/finishing';
export { type Plan, type Colourway, type PrintRecord, type PairTrap, checkPlan } from './plan/plan';
export { type PlanEdit, type EditOf, checkEdit, EDIT_KINDS } from './plan/edits';
export { nameOfEdit } from './plan/nameOfEdit';
export { emptyPlan, newSide } from './plan/begin';
export { upgradedPlan } from './plan/upgrades/upgradedPlan';
export {
  type ActOf,
  type BenchAct,
  type BenchEvent,
  type SlipPlace,
  type SlipAnswer,
  type ProofTaken,
  type Dried,
  type Laying,
  type RoundPurpose,
  type ReadingSource,
  checkAct,
} from './bench/acts';
export { upgradedAct } from './bench/upgrades/upgradedAct';
export {
  type CabinetInk,
  type Drawdown,
  type Reading,
  type NamedReading,
  type ReadingRequest,
  checkCabinetInk,
  MOST_STRIPS,
} from './workshop/cabinet';
export { upgradedInk } from './workshop/upgrades/upgradedInk';
export { type WorkshopItem, type ItemKind, type ItemOf, checkItem } from './workshop/items';
export { type NewItem, STARTER_WORKSHOP } from './workshop/begin';
export { type PracticeKind, type PracticeScore, PRACTICE_KINDS, checkPractice } from './workshop/practice';
export {
  type PrintCard,
  type ShelfPrint,
  type ShelfPage,
  type RunPhase,
  type NextAct,
  type Process,
  type ShoppingRow,
  type PrintStanding,
  type StandingsOfPrint,
} from './print';
export {
  type PrintState,
  type DayStep,
  type DaysOfPrint,
  type PrintChanges,
  type PatchStep,
  type StoredInk,
  type StoredItem,
  checkAnswer,
} from './answers';
export {
  ROLES,
  DEVICE_ROLES,
  DEVICES_BY_ONE_CODE,
  DEVICE_NAME_LIMIT,
  VIEW_ROLES,
  viewFor,
  mayDo,
  roleIn,
  type Role,
  type ViewName,
  type DeviceRole,
  type TurnedAway,
  type Device,
  type DoorState,
  type LetIn,
} from './devices';
export {
  COPY_REASONS,
  type CopyReason,
  type CopyShown,
  type KeepingState,
  type ArchiveRead,
  type ArchiveHead,
  WORKSHOP_FORMAT,
  WORKSHOP_VERSION,
  checkArchiveHead,
} from './keeping';
export { type Counters, countersText, readCounters } from './counters';
export { checkName } from './name';
export { type BundleManifest, BUNDLE_FORMAT, BUNDLE_VERSION, checkManifest } from './bundleManifest';
export { type RequestKind, type RequestOf, checkRequest } from './requests';
export { FILE_IN_STEPS } from './fileInSteps';
export { type EditionOfInks, type EditionRecord, type PrintKind } from './editionRecord';
export { type Booklet, type CardInk, type RunCard } from './booklet';
export { type Setting, MOST_STEPS, SETTING_SCALES } from './bench/settings';
