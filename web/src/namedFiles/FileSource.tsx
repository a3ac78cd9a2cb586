import { FolderOpen, Images } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { droppedFiles } from '../waysIn/droppedFiles.ts';
import { unreadFile } from '../words/unreadFile.ts';
import { MOST_FILES } from './foundFiles.ts';

/** Files of a class: chosen, a whole folder chosen, or dropped. @param onFiles with their paths where they are known */
export function FileSource({
  onFiles,
}: {
  onFiles: (files: File[], paths?: readonly string[]) => void;
}): ReactNode {
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const chosen = ({ target }: { target: HTMLInputElement }) => {
    onFiles([...(target.files ?? [])]);
    target.value = '';
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: both buttons do the same as dropping
    <div
      className={`flex flex-wrap items-center gap-3 border border-dashed p-4 ${over ? 'border-verdigris bg-verdigris-wash' : 'border-edge'}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        // Here files are no captures of one's own.
        event.preventDefault();
        event.stopPropagation();
        setOver(false);
        // One more than are looked at, so that it is said where there are more.
        void droppedFiles(event.dataTransfer, MOST_FILES + 1).then(({ files, paths, vanished }) => {
          for (const name of vanished) toast.error(unreadFile(name));
          onFiles(files, paths);
        });
      }}
    >
      <Button onClick={() => files.current?.click()}>
        <Images size={18} aria-hidden /> Choose files or a ZIP
      </Button>
      <Button onClick={() => folder.current?.click()}>
        <FolderOpen size={18} aria-hidden /> Choose a folder
      </Button>
      <span className="text-faded">or drop them here</span>
      <input
        ref={files}
        type="file"
        multiple
        accept="image/*,.zip"
        hidden
        aria-label="Named files"
        onChange={chosen}
      />
      <input
        ref={(input) => {
          folder.current = input;
          // React knows no property for it.
          input?.setAttribute('webkitdirectory', '');
        }}
        type="file"
        hidden
        aria-label="A folder of named files"
        onChange={chosen}
      />
    </div>
  );
}
