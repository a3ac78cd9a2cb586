import type { Done, Source, Surface } from '@nachweis/contract';

/** A picture on its way in, before anything was checked. */
export interface Incoming {
  blob: Blob;
  /** as the person knows it; empty for a capture */
  name: string;
  source: Source;
  surface: Surface;
  /** what the browser calls what was shared */
  label?: string;
  /** title or name of the document it was in */
  document?: string;
  /** pixels for each unit that the source draws in, where it says so */
  scale?: number | undefined;
  /** what was done to it on the way */
  done?: Done[];
  /** its first bytes, where they have been read */
  head?: Uint8Array | undefined;
}

/** The files of a paste or a drop. Names that browsers make up for pasted pictures are no names. */
export function incomingFiles(files: Iterable<File>, source: 'clipboard' | 'file'): Incoming[] {
  return [...files].map((file) => ({
    blob: file,
    name: source === 'clipboard' && isMadeUp(file.name) ? '' : file.name,
    source,
    surface: 'unknown',
  }));
}

const isMadeUp = (name: string) => /^image\.\w+$/.test(name);
