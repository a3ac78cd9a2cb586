/** A size as people read it, in powers of ten. */
export const fileSize = (bytes: number): string =>
  bytes < 1000
    ? `${bytes} bytes`
    : bytes < 1e6
      ? `${Math.round(bytes / 1000)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`;
