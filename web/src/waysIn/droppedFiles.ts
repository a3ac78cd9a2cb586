/** What was dropped: the files, those in folders too, and the names of those that could not be read any more. */
export interface Dropped {
  files: File[];
  /** of each file, with the folders it lay in, apart by slashes */
  paths: string[];
  vanished: string[];
  /** there were more, which were left alone */
  tooMany: boolean;
}

/**
 * Walks what was dropped. Has to be called while the drop is being told of: afterwards the browser gives no entries.
 * Hidden files, which systems put into folders, are left out.
 */
export function droppedFiles(transfer: DataTransfer, most?: number): Promise<Dropped> {
  const entries = [...transfer.items].flatMap((item) => item.webkitGetAsEntry?.() ?? []);
  const files = [...transfer.files];
  // A folder is among the files too, as one that cannot be read.
  if (!entries.some((entry) => entry.isDirectory))
    return Promise.resolve({ files, paths: files.map(({ name }) => name), vanished: [], tooMany: false });
  return import('./walk.ts').then(
    ({ walk }) => walk(entries, most),
    // Its code cannot be fetched now: the files themselves can be dropped all the same.
    () => ({ files: [], paths: [], vanished: entries.map(({ name }) => name), tooMany: false }),
  );
}
