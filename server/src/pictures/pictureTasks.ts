import type { Admitted, PictureFacts, PictureFormat, Preparation, Refused } from '@nachweis/core';

/** What a thread says of bytes that came in. */
export type Examined = { sha256: string } & (Refused | (Admitted & { keepsFormat: boolean }));

export interface ExamineTask {
  place: string;
  fileName: string;
}

/** Work on pixels, done in a process of its own. */
export type PixelTask = { folder: string } & (RenderTask | InspectTask | ThumbnailTask);

export interface RenderTask {
  task: 'render';
  sha256: string;
  document: Preparation;
  /** its format where the whole is handed in as the same coded pixels */
  keep: PictureFormat | null;
}

/** A picture that was made and put into the store. */
export interface MadePicture {
  sha256: string;
  bytes: number;
  format: PictureFormat;
}

/** Without and with the marks; facts of the first, where its pixels were decoded on the way. */
export interface Rendered {
  base: MadePicture;
  file: MadePicture;
  facts: PictureFacts | null;
}

/** Makes a thumbnail and says what the pixels say. */
export interface InspectTask {
  task: 'inspect';
  sha256: string;
}

export interface ThumbnailTask {
  task: 'thumbnail';
  sha256: string;
}

/** What a process answers. `unreadable`: the picture's own pixels are damaged, and trying again will not help. */
export type PixelAnswer =
  | { ok: true; value: unknown }
  | { ok: false; reason: 'unreadable' | 'missing' | 'failed'; message: string };
