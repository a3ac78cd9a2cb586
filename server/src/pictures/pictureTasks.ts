import type {
  Admitted,
  PictureFacts,
  PictureFormat,
  Preparation,
  Refused,
  Size,
  WrittenAs,
} from '@nachweis/core';

/** What a thread says of bytes that came in. */
export type Examined = { sha256: string } & (Refused | (Admitted & { keepsFormat: boolean }));

export interface ExamineTask {
  place: string;
  fileName: string;
}

/** Work on pixels, done in a process of its own. */
export type PixelTask = { folder: string } & (
  | RenderTask
  | InspectTask
  | ThumbnailTask
  | WeighTask
  | ReadTask
);

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

/** Reads the words in a picture. */
export interface ReadTask {
  task: 'read';
  sha256: string;
}

export interface ThumbnailTask {
  task: 'thumbnail';
  sha256: string;
}

/** Tries how a picture can be written. */
export interface WeighTask {
  task: 'weigh';
  sha256: string;
  document: Preparation;
  /** of JPEG and WebP, 1 to 100 */
  quality: number;
  /** bytes that a file may have; null: as many as it takes */
  under: number | null;
}

export interface WeighedFormats extends Size {
  photograph: boolean;
  /** height of its smallest letters in pixels; null where there is hardly any text */
  letters: number | null;
  /** `sample`: its smallest text as it comes back, as a data URL */
  rows: Array<WrittenAs & { sample: string | null }>;
}

/** What a process answers. `unreadable`: the picture's own pixels are damaged, and trying again will not help. */
export type PixelAnswer =
  | { ok: true; value: unknown }
  | { ok: false; reason: 'unreadable' | 'missing' | 'failed'; message: string };
