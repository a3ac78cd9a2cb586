export { tiffToRaster } from './tiffToRaster.ts';
