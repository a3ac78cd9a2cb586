import type { PictureFacts } from '@nachweis/core';
import { Piscina } from 'piscina';
import { createFairQueue } from './fairQueue.ts';
import type {
  Examined,
  ExamineTask,
  Rendered,
  RenderTask,
  WeighedFormats,
  WeighTask,
} from './pictureTasks.ts';
import { createPixelProcess } from './pixelProcess.ts';

/**
 * Everything that takes longer than 8 ms, none of it on the event loop. Each kind of work has a queue of its own, and
 * in each people take turns: no upload waits for somebody's thumbnails, no hand-in for somebody's huge picture.
 */
export interface PictureWork {
  /** Reads signature, checksums and structure of bytes that came in, and their hash. */
  examine(owner: string, task: ExamineTask, signal?: AbortSignal): Promise<Examined>;
  /** Frames a capture and flattens its marks into it. @throws Unreadable, BlobMissing */
  render(folder: string, task: Omit<RenderTask, 'task'>, signal?: AbortSignal): Promise<Rendered>;
  /** Writes a thumbnail and says what the pixels say. @throws Unreadable, BlobMissing */
  inspect(folder: string, sha256: string, signal?: AbortSignal): Promise<PictureFacts>;
  /** Writes a thumbnail that somebody waits for. @throws Unreadable, BlobMissing */
  thumbnail(folder: string, owner: string, sha256: string, signal?: AbortSignal): Promise<void>;
  /** Reads the words in a picture, line by line: seconds for each. @throws Unreadable, BlobMissing */
  read(folder: string, sha256: string, signal?: AbortSignal): Promise<string>;
  /** Tries how a picture can be written, for somebody who waits. @throws Unreadable, BlobMissing */
  weigh(
    folder: string,
    owner: string,
    task: Omit<WeighTask, 'task'>,
    signal?: AbortSignal,
  ): Promise<WeighedFormats>;
  close(): Promise<void>;
}

/** The same for one of several servers in a process: closing it leaves it to the others. */
export const sharedWork = (work: PictureWork): PictureWork => ({ ...work, close: async () => {} });

/** Examining is short and mostly reading: two at a time keep both of a small machine's processors. */
const EXAMINERS = 2;

/** @param entry the module that works on pixels, where another build of it is wanted */
export function createPictureWork(entry?: URL): PictureWork {
  const fromSource = import.meta.url.endsWith('.ts');
  const threads = new Piscina<ExamineTask, Examined>({
    // A thread that is closed while it links modules would end the whole process; CommonJS enters without linking.
    filename: new URL(fromSource ? './examine.ts' : './examineThread.cjs', import.meta.url).href,
    maxThreads: EXAMINERS,
    minThreads: 1,
    idleTimeout: 60_000,
    ...(fromSource && { execArgv: ['--import', 'tsx', '--conditions=@nachweis/source'] }),
  });
  const examiners = createFairQueue(EXAMINERS);
  const [viewers, weighers] = [createFairQueue(1), createFairQueue(1)];
  const [sealing, looking, viewing, weighing, reading] = [
    createPixelProcess('later', entry),
    createPixelProcess('later', entry),
    createPixelProcess('awaited', entry),
    createPixelProcess('awaited', entry),
    createPixelProcess('later', entry),
  ];
  return {
    examine: (owner, task, signal) =>
      examiners.run(owner, () => threads.run(task, signal ? { signal } : {}), signal),
    render: (folder, task, signal) => sealing.run({ folder, task: 'render', ...task }, signal),
    inspect: (folder, sha256, signal) => looking.run({ folder, task: 'inspect', sha256 }, signal),
    thumbnail: (folder, owner, sha256, signal) =>
      viewers.run(owner, () => viewing.run({ folder, task: 'thumbnail', sha256 }, signal), signal),
    read: (folder, sha256, signal) => reading.run({ folder, task: 'read', sha256 }, signal),
    weigh: (folder, owner, task, signal) =>
      weighers.run(owner, () => weighing.run({ folder, task: 'weigh', ...task }, signal), signal),
    async close() {
      const processes = [sealing, looking, viewing, weighing, reading];
      await Promise.all([threads.close({ force: true }), ...processes.map((one) => one.close())]);
    },
  };
}
