/** Said of a file of this computer whose bytes cannot be had. */
export const unreadFile = (name: string): string =>
  `“${name}” cannot be read: it is a folder, was moved, or is open in another program. Choose the file again.`;
