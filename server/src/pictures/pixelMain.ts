import sharp from 'sharp';
import { BlobMissing } from '../blobs/blobStore.ts';
import { openFolderBlobStore } from '../blobs/folderBlobStore.ts';
import { DecodeError } from './decode.ts';
import { inspectPicture, makeThumbnail } from './inspectPicture.ts';
import type { PixelAnswer, PixelTask } from './pictureTasks.ts';
import { renderEvidence } from './renderEvidence.ts';
import { weighFormats } from './weighFormats.ts';

/** No picture that is taken needs more; a process that does has met something built to do harm. */
const MOST_MEMORY = 1500 * 1024 * 1024;
const WATCH_MS = 100;

// One task at a time, with one thread: what runs beside it is another process.
sharp.concurrency(1);
sharp.cache(false);

setInterval(() => {
  if (process.memoryUsage.rss() > MOST_MEMORY) process.exit(1);
}, WATCH_MS).unref();

// Where the server was killed, nobody is left to answer.
process.on('disconnect', () => process.exit(0));
process.on('message', (task: PixelTask) => {
  work(task).then((answer) => {
    // Where the server is gone by now, nobody is told that it cannot be sent.
    process.send?.(answer, undefined, undefined, () => undefined);
    // Pixels lie outside of the heap, whose collector does not see how much they are.
    setImmediate(() => globalThis.gc?.());
  });
});

async function work(task: PixelTask): Promise<PixelAnswer> {
  try {
    const blobs = openFolderBlobStore(task.folder);
    switch (task.task) {
      case 'render':
        return { ok: true, value: await renderEvidence(blobs, task) };
      case 'inspect':
        return { ok: true, value: await inspectPicture(blobs, task.sha256) };
      case 'weigh':
        return { ok: true, value: await weighFormats(blobs, task) };
      case 'read': {
        // Its library is loaded by the one process that reads.
        const { readWords } = await import('./readWords.ts');
        return { ok: true, value: await readWords(await blobs.bytes(task.sha256)) };
      }
      case 'thumbnail':
        return { ok: true, value: await makeThumbnail(blobs, task.sha256, await blobs.bytes(task.sha256)) };
    }
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const reason =
      error instanceof DecodeError ? 'unreadable' : error instanceof BlobMissing ? 'missing' : 'failed';
    return { ok: false, reason, message };
  }
}
