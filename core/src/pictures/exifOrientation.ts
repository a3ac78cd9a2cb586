const ORIENTATION = 0x0112;
const SHORT = 3;

/**
 * The orientation that a block of Exif gives: tag 274 of its first directory (TIFF 6.0, section 2; Exif 2.32, 4.6.4).
 * @param start of the TIFF header, "II*\0" or "MM\0*"
 * @returns 1 to 8; 1 where it is not given, or the block cannot be read
 */
export function exifOrientation(bytes: Uint8Array, start: number, end: number): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, Math.max(end - start, 0));
  if (view.byteLength < 8) return 1;
  const little = view.getUint16(0) === 0x4949;
  if (!little && view.getUint16(0) !== 0x4d4d) return 1;
  const directory = view.getUint32(4, little);
  if (directory + 2 > view.byteLength) return 1;
  const entries = view.getUint16(directory, little);
  for (let entry = 0; entry < entries; entry++) {
    const at = directory + 2 + entry * 12;
    if (at + 12 > view.byteLength) return 1;
    if (view.getUint16(at, little) !== ORIENTATION) continue;
    const value = view.getUint16(at + 8, little);
    return view.getUint16(at + 2, little) === SHORT && value >= 1 && value <= 8 ? value : 1;
  }
  return 1;
}
