/**
 * What a colour profile calls itself: its description tag, as text or multi-localised text.
 * Source: ICC.1:2022, 7.3 (tag table), 10.15 (mluc); ICC.1:2001-04, 6.5.17 (desc).
 * @returns null when it cannot be read
 */
export function profileName(icc: Uint8Array): string | null {
  const view = new DataView(icc.buffer, icc.byteOffset, icc.byteLength);
  if (view.byteLength < 132) return null;
  const tags = Math.min(view.getUint32(128), 200);
  for (let tag = 0; tag < tags; tag++) {
    const at = 132 + tag * 12;
    if (at + 12 > view.byteLength) return null;
    if (text(icc, at, 4) !== 'desc') continue;
    const start = view.getUint32(at + 4);
    if (start + 28 > view.byteLength) return null;
    const type = text(icc, start, 4);
    if (type === 'desc') return text(icc, start + 12, view.getUint32(start + 8)).replace(/\0.*$/s, '');
    if (type !== 'mluc' || view.getUint32(start + 8) === 0) return null;
    const [length, offset] = [view.getUint32(start + 20), view.getUint32(start + 24)];
    let name = '';
    for (let i = 0; i + 1 < length && start + offset + i + 1 < view.byteLength; i += 2)
      name += String.fromCharCode(view.getUint16(start + offset + i));
    return name;
  }
  return null;
}

const text = (bytes: Uint8Array, at: number, length: number) =>
  String.fromCharCode(...bytes.subarray(at, at + Math.min(length, 200)));

/** Colour spaces, as against profiles that were made for one display or scanner and name it. */
const SPACES =
  /^(sRGB|sP3C?|Display P3|DCI-P3|Adobe RGB|Apple RGB|ProPhoto|ROMM|Wide Gamut|ITU-R BT|Rec\.? ?(ITU-R )?(709|2020)|BT\.? ?(709|2020)|Dot Gain|Gr[ae]y Gamma|Generic (RGB|Gr[ae]y)|c2(ci)?$)/i;

/** Whether a profile says only what colours mean. One that cannot be read may say more. */
export function namesNoDevice(icc: Uint8Array): boolean {
  const name = profileName(icc);
  return name !== null && SPACES.test(name.trim());
}
