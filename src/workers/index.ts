export { PictureWorker, NewestOnly } from './client';
export { type FlatResult, type IslandInfo, type Jobs } from './protocol';
