import type { Dropped } from './droppedFiles.ts';

/** More is no folder of pictures for an assignment of one person, but a whole disk. */
const MOST_FILES = 500;

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
