import sharp from 'sharp';
import { admitBytes } from './admitBytes.ts';
import { inspectFile } from './inspectFile.ts';
import type { PictureTask } from './pictureWork.ts';
import { renderEvidence } from './renderEvidence.ts';

// The pool is what runs things side by side; libvips' own threads would only compete with it.
sharp.concurrency(1);
sharp.cache(false);

/** Does one task in the thread it is called in. */
export function doPictureTask(task: PictureTask): Promise<unknown> {
  switch (task.task) {
    case 'admit':
      return admitBytes(task.bytes, task.fileName);
    case 'render':
      return renderEvidence(task);
    case 'inspect':
      return inspectFile(task.path, task.thumbnailPath);
  }
}
