import { openDB } from 'idb';
import { alone } from '../store/locks.ts';

/** File System Access, as far as it is used here; not every browser has it. */
interface Chooser {
  showDirectoryPicker?: (options: { id: string; mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
}
interface Asked extends FileSystemDirectoryHandle {
  requestPermission?: (descriptor: { mode: 'readwrite' }) => Promise<PermissionState>;
}

export const canChooseFolder = (): boolean => 'showDirectoryPicker' in window;

const open = () =>
  openDB<{ folders: { key: string; value: FileSystemDirectoryHandle } }>('nachweis-folder', 1, {
    upgrade: (made) => void made.createObjectStore('folders'),
  });

/** The folder that a person of this browser has chosen; null for none. */
export async function chosenFolder(personId: string): Promise<FileSystemDirectoryHandle | null> {
  return (await (await open()).get('folders', personId)) ?? null;
}

/** Asks for a folder and keeps it. @returns null where none was chosen, or there is no choosing here */
export async function chooseFolder(personId: string): Promise<FileSystemDirectoryHandle | null> {
  const chooser = (window as Chooser).showDirectoryPicker;
  if (!chooser) return null;
  try {
    const folder = await chooser.call(window, { id: 'nachweis', mode: 'readwrite' });
    await (await open()).put('folders', folder, personId);
    return folder;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    throw error;
  }
}

/**
 * Writes a file into a folder. What lies there is never written over: the name gets a number behind it.
 * @returns the name it has now
 * @throws DOMException where the folder is gone, or may not be written to any more
 */
export async function writeInto(
  folder: FileSystemDirectoryHandle,
  blob: Blob,
  name: string,
): Promise<string> {
  // After a new start of the browser it has to be asked once more.
  if ((await (folder as Asked).requestPermission?.({ mode: 'readwrite' })) === 'denied')
    throw new DOMException('The folder may not be written to.', 'NotAllowedError');
  // Two at once, also of two tabs, must not find the same name free.
  const [free, handle] = await alone('nachweis-folder', async () => {
    const found = await freeName(folder, name);
    return [found, await folder.getFileHandle(found, { create: true })] as const;
  });
  let file: FileSystemWritableFileStream | null = null;
  try {
    file = await handle.createWritable();
    await file.write(blob);
    await file.close();
  } catch (error) {
    await file?.abort().catch(() => undefined);
    // An empty file under the right name would be taken for the picture.
    await folder.removeEntry(free).catch(() => undefined);
    throw error;
  }
  return free;
}

async function freeName(folder: FileSystemDirectoryHandle, name: string): Promise<string> {
  const [, stem = name, extension = ''] = /^(.*?)(\.[^.]*)?$/s.exec(name) ?? [];
  for (let number = 1; ; number++) {
    const free = number === 1 ? name : `${stem}-${number}${extension}`;
    try {
      await folder.getFileHandle(free);
    } catch (error) {
      if (error instanceof DOMException && error.name === 'NotFoundError') return free;
      // A folder has that name.
      if (!(error instanceof DOMException && error.name === 'TypeMismatchError')) throw error;
    }
  }
}
