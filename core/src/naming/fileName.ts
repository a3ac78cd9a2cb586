/** Longest file name in bytes of UTF-8: the NAME_MAX of common file systems (POSIX.1 limits.h; ext4, APFS and NTFS all reach it). */
export const MAX_NAME_BYTES = 255;

/** Names that Windows keeps for devices, with any extension. Source: Microsoft, "Naming Files, Paths, and Namespaces". */
const RESERVED = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])$/i;
/** Characters that are refused there, with the C0 controls. Same source. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what is looked for
const FORBIDDEN = /[<>:"/\\|?*\u0000-\u001f\u007f]/g;
/** Marks that turn the writing direction or are invisible: they make a name look like another one (Unicode TR 36, 3.1). */
const INVISIBLE = /[\u061c\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff]/g;

export type NameFault =
  | 'empty'
  | 'forbidden-character'
  | 'invisible-character'
  | 'reserved'
  | 'dot-or-space-at-end'
  | 'too-long'
  | 'not-nfc';

/** What keeps a file name from working on every system; an empty list when nothing does. */
export function fileNameFaults(name: string): NameFault[] {
  const faults: NameFault[] = [];
  if (name.trim() === '' || name === '.' || name === '..') faults.push('empty');
  if (name.search(FORBIDDEN) >= 0) faults.push('forbidden-character');
  if (name.search(INVISIBLE) >= 0) faults.push('invisible-character');
  if (RESERVED.test(name.split('.')[0] as string)) faults.push('reserved');
  if (/[. ]$/.test(name)) faults.push('dot-or-space-at-end');
  if (utf8Length(name) > MAX_NAME_BYTES) faults.push('too-long');
  if (name.normalize('NFC') !== name) faults.push('not-nfc');
  return faults;
}

/** Number of bytes of a text in UTF-8 (RFC 3629); a lone surrogate counts as the replacement character's three. */
export function utf8Length(text: string): number {
  let bytes = 0;
  for (const character of text) {
    const code = character.codePointAt(0) as number;
    bytes += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  }
  return bytes;
}

/**
 * Makes a stem and an extension into a name that has no fault: NFC, nothing forbidden or invisible, no reserved
 * device name, no dot or space at the end, at most 255 bytes with whole characters kept.
 * @param longest most bytes of the whole name, at most 255
 */
export function soundFileName(stem: string, extension: string, longest = MAX_NAME_BYTES): string {
  const suffix = extension ? `.${extension}` : '';
  let clean = stem
    .normalize('NFC')
    .replace(INVISIBLE, '')
    .replace(FORBIDDEN, '-')
    .replace(/\s+/g, ' ')
    .trim();
  clean = shortenToBytes(clean, Math.min(longest, MAX_NAME_BYTES) - utf8Length(suffix))
    .replace(/[. ]+$/, '')
    .replace(/^\.+/, '');
  if (clean === '') clean = 'picture';
  if (RESERVED.test(clean.split('.')[0] as string)) clean = `_${clean}`;
  return clean + suffix;
}

function shortenToBytes(text: string, most: number): string {
  let bytes = 0;
  let kept = '';
  for (const character of text) {
    bytes += utf8Length(character);
    if (bytes > most) break;
    kept += character;
  }
  return kept;
}
