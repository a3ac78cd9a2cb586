/** Said of a file of this computer whose bytes cannot be had. */
export const unreadFile = (name: string): string =>
  `“${name}” cannot be read: a folder, or moved, or open elsewhere. Choose the file again.`;
