import type { Logger } from 'pino';
import { createFolderBlobStore } from './blobs/folderBlobStore.ts';
import type { Context } from './context.ts';
import { openDatabase } from './db/database.ts';
import { lockFolder } from './db/folderLock.ts';
import { archiveHandler } from './errands/archiveJob.ts';
import { mailingHandler } from './errands/mailingJob.ts';
import { sealHandler } from './handIns/seal.ts';
import { createUnderWay } from './http/underWay.ts';
import { createJobQueue } from './jobs/jobQueue.ts';
import { createWatchers } from './live/watchers.ts';
import { createPost } from './mail/post.ts';
import { inspectHandler } from './pictures/inspectJob.ts';
import { createPictureWork, type PictureWork } from './pictures/pictureWork.ts';
import { readHandler } from './pictures/readJob.ts';
import { renewWork } from './pictures/renewWork.ts';
import { openSigning } from './records/signing.ts';
import type { Settings } from './settings.ts';
import { explainStart } from './startError.ts';
import { createKeyedLock } from './turns/keyedLock.ts';

/** What a request began is waited for so long, so that an end always comes. */
const PATIENCE_MS = 10_000;

/**
 * Opens everything the server works with; `close` ends it again in the right order.
 * @throws StartError when the data folder cannot be used
 */
export async function createContext(
  settings: Settings,
  log: Logger,
  now: () => Date = () => new Date(),
  pictures: PictureWork = createPictureWork(),
): Promise<Context & { close(): Promise<void> }> {
  const { dataFolder } = settings;
  const undo: Array<() => unknown> = [() => pictures.close()];
  const close = async () => {
    for (const step of undo.reverse()) await step();
  };
  try {
    undo.push(lockFolder(dataFolder));
    const db = await openDatabase(dataFolder);
    undo.push(() => db.destroy());
    const blobs = await createFolderBlobStore(dataFolder);
    const jobs = createJobQueue(db, log, now);
    undo.push(() => jobs.stop());
    const signing = await openSigning(db, now);
    const blobLock = createKeyedLock();
    const live = createWatchers();
    const post = createPost(settings);
    undo.push(() => post.close());
    const underWay = createUnderWay();
    undo.push(() => underWay.ended(PATIENCE_MS));
    const context: Context = {
      settings,
      db,
      blobs,
      blobLock,
      pictures,
      jobs,
      signing,
      post,
      live,
      underWay,
      log,
      now,
    };
    const seal = sealHandler(context);
    await jobs.start({
      seal,
      render: seal,
      inspect: inspectHandler(context),
      read: readHandler(context),
      archive: archiveHandler(context),
      mailing: mailingHandler(context),
    });
    await renewWork(context);
    return Object.assign(context, { close });
  } catch (error) {
    await close();
    throw explainStart(error, dataFolder);
  }
}
