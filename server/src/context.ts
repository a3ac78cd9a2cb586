import type { Logger } from 'pino';
import type { BlobStore } from './blobs/blobStore.ts';
import type { KeyedLock } from './blobs/keyedLock.ts';
import type { Db } from './db/database.ts';
import type { UnderWay } from './http/underWay.ts';
import type { JobQueue } from './jobs/jobQueue.ts';
import type { Watchers } from './live/watchers.ts';
import type { Post } from './mail/post.ts';
import type { PictureWork } from './pictures/pictureWork.ts';
import type { Signing } from './records/signing.ts';
import type { Settings } from './settings.ts';

/** What every feature of the server works with. */
export interface Context {
  settings: Settings;
  db: Db;
  blobs: BlobStore;
  /** by SHA-256: whoever enters bytes or lets go of them takes a turn */
  blobLock: KeyedLock;
  pictures: PictureWork;
  jobs: JobQueue;
  signing: Signing;
  post: Post;
  /** pages that hear of changes */
  live: Watchers;
  /** what requests began, which the end waits for */
  underWay: UnderWay;
  log: Logger;
  /** the clock; the demo and the tests bring their own */
  now: () => Date;
}
