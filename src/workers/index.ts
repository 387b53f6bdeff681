export { StageWorkers } from './stageWorkers';
export { PictureWorker, LayersWorker, RegisterWorker, NewestOnly } from './client';
export { flattenCuttable } from './flattenCuttable';
export {
  type CuttableResult,
  type CuttableWish,
  type KeyPieceShown,
  type KeyWish,
  type LineShown,
  type MendEdit,
  type FlatResult,
  type IslandInfo,
  type IslandDetail,
  type IslandRow,
  type IslandOrder,
  type PictureJobs,
  type StageFigures,
  type StageFindings,
  type FitQuestion,
  type FitResult,
  type ProofAnswer,
  type ProofQuestion,
  type ShapeFound,
  type DrawingRead,
  type LinesFound,
  type LinesQuestion,
  ISLAND_ORDERS,
} from './protocol';
