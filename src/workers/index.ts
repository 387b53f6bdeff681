export { PictureWorker, LayersWorker, NewestOnly } from './client';
export {
  type FlatResult, type IslandInfo, type IslandDetail, type IslandRow, type IslandOrder, type PictureJobs, type StageFigures, type StageFindings, ISLAND_ORDERS,
} from './protocol';
