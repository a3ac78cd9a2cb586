import type { Logger } from 'pino';
import { createFolderBlobStore } from './blobs/blobStore.ts';
import type { Context } from './context.ts';
import { openDatabase } from './db/database.ts';
import { createJobQueue } from './jobs/jobQueue.ts';
import { inspectPicture } from './pictures/inspect.ts';
import { createPictureWork, type PictureWork } from './pictures/pictureWork.ts';
import { openSigning } from './records/signing.ts';
import type { Settings } from './settings.ts';

/** Opens everything the server works with; `close` ends it again in the right order. */
export async function createContext(
  settings: Settings,
  log: Logger,
  now: () => Date = () => new Date(),
  pictures: PictureWork = createPictureWork(),
): Promise<Context & { close(): Promise<void> }> {
  const db = await openDatabase(settings.dataFolder);
  const blobs = await createFolderBlobStore(settings.dataFolder);
  const jobs = createJobQueue(db, log, now);
  const signing = await openSigning(db, now);
  const context: Context = { settings, db, blobs, pictures, jobs, signing, log, now };
  await jobs.start({ inspect: (sha256) => inspectPicture(context, sha256) });
  return {
    ...context,
    async close() {
      await jobs.stop();
      await pictures.close();
      await db.destroy();
    },
  };
}
