export { PictureWorker, LayersWorker, NewestOnly } from './client';
export { type FlatResult, type IslandInfo, type PictureJobs } from './protocol';
