import type { Logger } from 'pino';
import type { BlobStore } from './blobs/blobStore.ts';
import type { Db } from './db/database.ts';
import type { UnderWay } from './http/underWay.ts';
import type { JobQueue } from './jobs/jobQueue.ts';
import type { Watchers } from './live/watchers.ts';
import type { Post } from './mail/post.ts';
import type { PictureWork } from './pictures/pictureWork.ts';
import type { Signing } from './records/signing.ts';
import type { Settings } from './settings.ts';
import type { KeyedLock } from './turns/keyedLock.ts';

/** What every feature of the server works with. */
export interface Context {
  settings: Settings;
  db: Db;
  blobs: BlobStore;
  /**
   * by SHA-256: an upload enters bytes and the bin removes the same ones; each makes sure of the file first and of the
   * row then, and the two must not be mixed
   */
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
