import type { Readable } from 'node:stream';
import type { ByteRange } from '../blobs/blobStore.ts';

/** What is sent, whatever kind of file it is. */
export interface StoredFile {
  size: number;
  etag: string;
  mediaType: string;
  extensions: readonly string[];
  /** it is saved by a browser, and never shown as a page of this server */
  isToBeSaved?: boolean;
  open(range?: ByteRange): Promise<Readable>;
}
