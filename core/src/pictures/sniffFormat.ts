import type { PictureFormat } from './formats.ts';

/** What the first bytes say a file is; `svg`, `bmp`, `tiff`, `heic` and `pdf` are known so that the refusal can name them. */
export type Sniffed = PictureFormat | 'svg' | 'bmp' | 'tiff' | 'heic' | 'pdf';

/** The signatures: PNG (W3C PNG 5.2), JPEG (T.81 B.1.1.3 SOI), GIF89a 17, RIFF/WebP (RFC 9649), ISO BMFF `ftyp` brands. */
const SIGNATURES: ReadonlyArray<[Sniffed, number, string]> = [
  ['png', 0, '\x89PNG\r\n\x1a\n'],
  ['jpeg', 0, '\xff\xd8\xff'],
  ['gif', 0, 'GIF87a'],
  ['gif', 0, 'GIF89a'],
  ['webp', 8, 'WEBP'],
  ['avif', 4, 'ftypavif'],
  ['avif', 4, 'ftypavis'],
  ['heic', 4, 'ftypheic'],
  ['heic', 4, 'ftypheix'],
  ['heic', 4, 'ftypmif1'],
  ['tiff', 0, 'II*\0'],
  ['tiff', 0, 'MM\0*'],
  ['pdf', 0, '%PDF-'],
  ['bmp', 0, 'BM'],
];

/** Tells a picture's format from its first bytes, never from its name. @returns null when the bytes are no known picture */
export function sniffFormat(bytes: Uint8Array): Sniffed | null {
  for (const [format, offset, signature] of SIGNATURES) {
    if (bytes.length < offset + signature.length || !matches(bytes, offset, signature)) continue;
    if (format === 'webp' && !matches(bytes, 0, 'RIFF')) continue;
    return format;
  }
  return /^(\ufeff)?\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*(<!DOCTYPE svg[^>]*>\s*)?<svg[\s>]/i.test(
    textStart(bytes),
  )
    ? 'svg'
    : null;
}

function matches(bytes: Uint8Array, offset: number, text: string): boolean {
  for (let i = 0; i < text.length; i++) if (bytes[offset + i] !== text.charCodeAt(i)) return false;
  return true;
}

function textStart(bytes: Uint8Array): string {
  return String.fromCharCode(...bytes.subarray(0, 1024)).replace('\xef\xbb\xbf', '');
}
