import { type Box, findOutlines } from '@nachweis/core';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** Finds windows and parts in a worker of its own: it takes the longest, and nothing else waits for it. */
const api = {
  async parts(picture: Blob | string): Promise<Box[]> {
    return findOutlines(await rasterOf(picture)).map((outline) => outline.box);
  },
};

export type PartsWorker = typeof api;

expose(api);
