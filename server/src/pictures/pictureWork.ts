import type { Admitted, Box, FlatShare, Mark, Point, Refused, Size } from '@nachweis/core';
import { Piscina } from 'piscina';

/** What the pictures' worker can be asked. Everything here may take longer than 8 ms and never runs on the event loop. */
export interface PictureWork {
  /** Checks the structure and decodes once; sizes come with the orientation applied. */
  admit(bytes: Uint8Array, fileName: string): Promise<Admitted | Refused>;
  /** Frames a capture and flattens its marks into it. */
  render(request: RenderRequest): Promise<Rendered>;
  /** Writes a thumbnail and says what the pixels say. */
  inspect(path: string, thumbnailPath: string): Promise<PictureFacts>;
  close(): Promise<void>;
}

export interface RenderRequest {
  path: string;
  frame: Box;
  /** corners of an outline in pixels of the capture; what lies outside becomes transparent */
  outline: Point[] | null;
  /** what the framed part is scaled to */
  size: Size;
  /** in pixels of the framed and scaled picture */
  marks: Mark[];
}

/** Two PNG files: without and with the marks. */
export interface Rendered {
  base: Uint8Array;
  file: Uint8Array;
}

export interface PictureFacts {
  width: number;
  height: number;
  hasAlpha: boolean;
  flat: FlatShare;
}

/** Tasks as they cross into a worker thread. */
export type PictureTask =
  | { task: 'admit'; bytes: Uint8Array; fileName: string }
  | ({ task: 'render' } & RenderRequest)
  | { task: 'inspect'; path: string; thumbnailPath: string };

/** Two workers: one large picture does not hold up everybody else's, and memory stays bounded. */
const WORKERS = 2;

export function createPictureWork(): PictureWork {
  const fromSource = import.meta.url.endsWith('.ts');
  const pool = new Piscina<PictureTask, unknown>({
    filename: new URL(fromSource ? './doPictureTask.ts' : './worker.cjs', import.meta.url).href,
    name: 'doPictureTask',
    maxThreads: WORKERS,
    minThreads: 1,
    idleTimeout: 60_000,
    ...(fromSource && { execArgv: ['--import', 'tsx', '--conditions=@nachweis/source'] }),
  });
  return {
    admit: (bytes, fileName) => pool.run({ task: 'admit', bytes, fileName }) as Promise<Admitted | Refused>,
    render: (request) => pool.run({ task: 'render', ...request }) as Promise<Rendered>,
    inspect: (path, thumbnailPath) =>
      pool.run({ task: 'inspect', path, thumbnailPath }) as Promise<PictureFacts>,
    close: () => pool.close({ force: true }),
  };
}
