import type { Readable } from 'node:stream';

/**
 * Keeps bytes under the SHA-256 of their content, equal ones once; and beside each what was derived from it and can be
 * made again. An interface, so that an object store can take the folder's place: it gives streams and sizes, no paths.
 */
export interface BlobStore {
  /** Takes in bytes as they come, without a name; `keep` gives them the one their reader found. */
  receive(stream: Readable, mostBytes: number): Promise<Received>;
  /** Makes received bytes durable under their SHA-256; equal ones that are there already stay. */
  keep(received: Received, sha256: string): Promise<void>;
  /** Makes bytes durable and gives their SHA-256. */
  put(bytes: Uint8Array): Promise<string>;
  /** Size in bytes; null where there are none. */
  size(sha256: string): Promise<number | null>;
  bytes(sha256: string): Promise<Uint8Array>;
  /** Reads all, or from the first to the last of the given bytes. */
  stream(sha256: string, range?: ByteRange): Promise<Readable>;
  /** Takes bytes away that nothing refers to any more, and what was derived from them; what is gone stays gone. */
  remove(sha256: string): Promise<void>;
  /** Names of bytes, and of what was derived from any, that were written before a time; a name may come twice. */
  writtenBefore(time: Date): AsyncIterable<string>;
  /** Puts what was derived from a blob beside it. */
  putDerived(sha256: string, kind: DerivedKind, bytes: Uint8Array): Promise<void>;
  derivedSize(sha256: string, kind: DerivedKind): Promise<number | null>;
  derivedStream(sha256: string, kind: DerivedKind, range?: ByteRange): Promise<Readable>;
}

export type DerivedKind = 'thumbnail';

/** Both ends included. */
export interface ByteRange {
  start: number;
  end: number;
}

/** Bytes that have come in and have no name yet. */
export interface Received {
  /** where a thread of this machine reads them */
  place: string;
  bytes: number;
  discard(): Promise<void>;
}

/** What was read is no longer there, or was never kept. */
export class BlobMissing extends Error {
  readonly sha256: string;

  constructor(sha256: string) {
    super(`The bytes of ${sha256} are missing.`);
    this.name = 'BlobMissing';
    this.sha256 = sha256;
  }
}

/** More bytes came than are taken. */
export class TooManyBytes extends Error {}
