/** The picture formats that are taken in. */
export const PICTURE_FORMATS = ['png', 'jpeg', 'gif', 'webp', 'avif'] as const;
export type PictureFormat = (typeof PICTURE_FORMATS)[number];

interface FormatFacts {
  label: string;
  mediaType: string;
  /** first one is the one Nachweis writes */
  extensions: readonly [string, ...string[]];
}

export const FORMAT_FACTS: Readonly<Record<PictureFormat, FormatFacts>> = {
  png: { label: 'PNG', mediaType: 'image/png', extensions: ['png'] },
  jpeg: { label: 'JPEG', mediaType: 'image/jpeg', extensions: ['jpg', 'jpeg', 'jpe', 'jfif'] },
  gif: { label: 'GIF', mediaType: 'image/gif', extensions: ['gif'] },
  webp: { label: 'WebP', mediaType: 'image/webp', extensions: ['webp'] },
  avif: { label: 'AVIF', mediaType: 'image/avif', extensions: ['avif'] },
};

/** The extension of a file name in lower case without the dot; empty when there is none. */
export function extensionOf(fileName: string): string {
  const dot = fileName.lastIndexOf('.');
  return dot > 0 ? fileName.slice(dot + 1).toLowerCase() : '';
}
