export type { Alignment } from './alignment.ts';
export { alignPictures } from './alignPictures.ts';
export { comparePictures, type Differences } from './comparePictures.ts';
