import { cuttableJobs } from './picture/cuttableJobs';
import { flatJobs } from './picture/flatJobs';
import { islandJobs } from './picture/islandJobs';
import { mendJobs } from './picture/mending';
import { rehearsalJobs } from './picture/rehearsalJobs';
import { stageJobs } from './picture/stageJobs';
import type { PictureJobs } from './protocol';
import { serve } from './serve';

/** Runs in a worker: holds one raster and one label map, and does the heavy work on them. */
serve<PictureJobs>({ ...flatJobs, ...cuttableJobs, ...islandJobs, ...stageJobs, ...mendJobs, ...rehearsalJobs });
