import { findParts, type Part } from '@nachweis/core';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** Finds windows and parts in a worker of its own: it takes the longest, and nothing else waits for it. */
const api = {
  async parts(picture: Blob | string): Promise<Part[]> {
    return findParts(await rasterOf(picture));
  },
};

export type PartsWorker = typeof api;

expose(api);
