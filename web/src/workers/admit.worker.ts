import { type Admitted, admitPicture, type Refused } from '@nachweis/core';
import { expose } from 'comlink';

/** Reads a picture's structure off the main thread: checksums of 25 MB take longer than a frame. */
const api = {
  /** Answers once the worker is there. */
  ready: () => true,

  async admit(blob: Blob, fileName: string): Promise<Admitted | Refused> {
    return admitPicture(new Uint8Array(await blob.arrayBuffer()), fileName);
  },
};

export type AdmitWorker = typeof api;

expose(api);
