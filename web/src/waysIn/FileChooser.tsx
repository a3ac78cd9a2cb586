import type { ReactNode, RefObject } from 'react';
import type { Incoming } from './incoming.ts';

const ACCEPTED =
  'image/png,image/jpeg,image/gif,image/webp,image/avif,image/bmp,image/tiff,.tif,.tiff,.bmp,.docx,.odt,.pptx,.odp,.pdf';

/** The browser's own choice of files, opened by a button elsewhere. */
export function FileChooser({
  input,
  onPictures,
}: {
  input: RefObject<HTMLInputElement | null>;
  onPictures: (incoming: Incoming[]) => void;
}): ReactNode {
  return (
    <input
      ref={input}
      type="file"
      multiple
      accept={ACCEPTED}
      hidden
      aria-label="Picture files"
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        onPictures(
          files.map((file) => ({ blob: file, name: file.name, source: 'file', surface: 'unknown' })),
        );
        event.target.value = '';
      }}
    />
  );
}
