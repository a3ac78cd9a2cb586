import type { Logger } from 'pino';
import type { BlobStore } from './blobs/blobStore.ts';
import type { Db } from './db/database.ts';
import type { JobQueue } from './jobs/jobQueue.ts';
import type { PictureWork } from './pictures/pictureWork.ts';
import type { Signing } from './records/signing.ts';
import type { Settings } from './settings.ts';

/** What every feature of the server works with. */
export interface Context {
  settings: Settings;
  db: Db;
  blobs: BlobStore;
  pictures: PictureWork;
  jobs: JobQueue;
  signing: Signing;
  log: Logger;
  /** the clock; the demo and the tests bring their own */
  now: () => Date;
}
