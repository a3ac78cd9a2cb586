import type { PictureTask } from './pictureWork.ts' with { 'resolution-mode': 'import' };

/**
 * Entry of a worker thread as built: CommonJS, because Piscina asks require() for it first. Node 20 ends the whole
 * process when a thread is closed while require() still links a module graph; import() may be closed at any time.
 */
export = {
  doPictureTask: async (task: PictureTask): Promise<unknown> =>
    (await import('./doPictureTask.ts')).doPictureTask(task),
};
