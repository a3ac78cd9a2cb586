/** What was dropped: the files, those in folders too, and the names of those that could not be read any more. */
export interface Dropped {
  files: File[];
  /** of each file, with the folders it lay in, apart by slashes */
  paths: string[];
  vanished: string[];
  /** there were more, which were left alone */
  tooMany: boolean;
}

/** More is no folder of pictures for an assignment of one person, but a whole disk. */
const MOST_FILES = 500;

/**
 * Walks what was dropped. Has to be called while the drop is being told of: afterwards the browser gives no entries.
 * Hidden files, which systems put into folders, are left out.
 */
export function droppedFiles(transfer: DataTransfer, most = MOST_FILES): Promise<Dropped> {
  const entries = [...transfer.items].flatMap((item) => item.webkitGetAsEntry?.() ?? []);
  const files = [...transfer.files];
  // A folder is among the files too, as one that cannot be read.
  if (!entries.some((entry) => entry.isDirectory))
    return Promise.resolve({ files, paths: files.map(({ name }) => name), vanished: [], tooMany: false });
  return walk(entries, most);
}

/** Reads entries and, folder by folder, what is in them. */
export async function walk(entries: readonly FileSystemEntry[], most = MOST_FILES): Promise<Dropped> {
  const dropped: Dropped = { files: [], paths: [], vanished: [], tooMany: false };
  const waiting = [...entries];
  for (let entry = waiting.shift(); entry; entry = waiting.shift()) {
    if (dropped.files.length >= most) {
      dropped.tooMany = true;
      break;
    }
    try {
      if (entry.isDirectory) {
        const inside = await listed(entry as FileSystemDirectoryEntry);
        waiting.unshift(...inside.filter(({ name }) => !name.startsWith('.')));
      } else {
        const file = entry as FileSystemFileEntry;
        dropped.files.push(await new Promise<File>((resolve, reject) => file.file(resolve, reject)));
        dropped.paths.push((entry.fullPath || entry.name).replace(/^\//, ''));
      }
    } catch {
      dropped.vanished.push(entry.name);
    }
  }
  return dropped;
}

/** A browser gives the entries of a folder by the hundred, until it gives none. */
async function listed(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader();
  const all: FileSystemEntry[] = [];
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (some.length === 0) return all.sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
    all.push(...some);
  }
}
